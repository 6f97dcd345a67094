using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Microsoft.AspNetCore.RateLimiting;
using Plurimax.Data;
using Plurimax.Data.Sites;
using Plurimax.Design.Styling;
using Plurimax.Facts;
using Plurimax.Making.Settings;
using Plurimax.Sites;
using Plurimax.Trades;
using Plurimax.Web.Shared;

namespace Plurimax.Web.Styling;

/// <summary>Looks behind their private link: flipped through, two compared at the same place, commented, one chosen.</summary>
[EnableRateLimiting(RequestLimits.Client)]
public sealed class LookbookModel(LookService lookService, PrivateLinks links, TradeCatalogue trades, ClientLetters letters) : PageModel
{
    private TextEngine? _text;

    public string Agency { get; private set; } = "";
    public SentLookbook? Book { get; private set; }
    public bool Ended => Book is null or { EndedAt: not null };
    public string Token { get; private set; } = "";
    public int Look { get; private set; }
    public int? With { get; private set; }
    public string Leaf { get; private set; } = "index.html";
    public string Name { get; private set; } = "";
    public string Typed { get; private set; } = "";
    public string? ChooseProblem { get; private set; }
    public string? CommentProblem { get; private set; }
    public string? Said { get; private set; }

    public string Plain(Passage p) =>
        (
            _text ??= SiteTexts.For(Book!.Document, Book.Document.Language, trades[Book.Document.Trade], Book.Facts, Book.Settings).Text
        ).Plain(p);

    public IEnumerable<Plurimax.Sites.Page> Leaves => Book!.Document.Pages.Where(p => !p.Hidden);

    public string SheetOf(int look) => $"/looks/{Token}/sheet/{look}/{Leaf}";

    public string To(int? look = null, int? with = -1, string? leaf = null) =>
        $"?look={look ?? Look}{((with == -1 ? With : with) is { } w && w != (look ?? Look) ? $"&with={w}" : "")}&leaf="
        + $"{Uri.EscapeDataString(leaf ?? Leaf)}";

    public IEnumerable<string> Differences(int a, int b) => LookChoices.Differences(Book!.Looks[a].Choice, Book.Looks[b].Choice).Take(5);

    public async Task<IActionResult> OnGetAsync(string token, int? look, int? with, string? leaf)
    {
        if (!await LoadAsync(token, look, with, leaf))
            return Gone();
        await links.OpenedAsync(Book!);
        return Page();
    }

    public async Task<IActionResult> OnPostChooseAsync(string token, int look, string? by, string? leaf)
    {
        if (!await LoadAsync(token, look, null, leaf))
            return Gone();
        var name = Name = ClientName.Take(Response, by, out var named);
        if (!named)
            ChooseProblem = "Give your name, so that we know whose choice it is.";
        if (ChooseProblem is not null)
            return Again();
        await lookService.ChooseAsync(Book!, Look, name);
        return Done($"Thank you, {name}. {Agency} has been told that you chose {Book!.Looks[Look].Name}.");
    }

    public async Task<IActionResult> OnPostCommentAsync(string token, int look, string? by, string? text, bool all, string? leaf)
    {
        if (!await LoadAsync(token, look, null, leaf))
            return Gone();
        var name = Name = ClientName.Take(Response, by, out var named);
        Typed = FactReader.Clean(text, lines: true);
        if (Typed.Length == 0)
            CommentProblem = "Write what you think of it.";
        else if (Typed.Length > LookService.MostComment)
            CommentProblem = $"That is {Typed.Length:N0} characters; up to {LookService.MostComment:N0} fit.";
        else if (!named)
            CommentProblem = "Give your name, so that we know who to answer.";
        if (CommentProblem is not null)
            return Again();
        await lookService.CommentAsync(Book!, name, all ? null : Look, Typed);
        return Done("Your comment is with the agency.");
    }

    private PageResult Again()
    {
        Response.StatusCode = 422;
        return Page();
    }

    private RedirectResult Done(string said)
    {
        TempData["Said"] = said;
        return Redirect($"/looks/{Token}{To(Look, null)}#panel");
    }

    private PageResult Gone()
    {
        Response.StatusCode = Book is null ? 404 : 410;
        return Page();
    }

    private async Task<bool> LoadAsync(string token, int? look, int? with, string? leaf)
    {
        Response.Headers.CacheControl = "no-store";
        Agency = await letters.AgencyAsync();
        Token = token;
        Book = await links.FindAsync<SentLookbook>(token);
        if (Ended)
            return false;
        Look = look is { } n && n >= 0 && n < Book!.Looks.Length ? n : 0;
        With = with is { } w && w >= 0 && w < Book!.Looks.Length && w != Look ? w : null;
        Leaf = Book!.Document.Pages.FirstOrDefault(p => !p.Hidden && p.File == leaf)?.File
            ?? Book.Document.Pages.First(p => !p.Hidden).File;
        Name = ClientName.Of(Request);
        Said = TempData["Said"] as string;
        return true;
    }
}
