using System.Collections.Immutable;
using System.Text;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Microsoft.AspNetCore.RateLimiting;
using Plurimax.Data;
using Plurimax.Data.Sites;
using Plurimax.Facts;
using Plurimax.Making.Plans.Drawing;
using Plurimax.Making.Settings;
using Plurimax.Sites;
using Plurimax.Trades;
using Plurimax.Web.Shared;

namespace Plurimax.Web.Plans;

/// <summary>A plan behind its private link: the map, every page as wireframes, to be agreed by name or commented.</summary>
[EnableRateLimiting(RequestLimits.Client)]
public sealed class AgreePlanModel(PlanService planService, PrivateLinks links, TradeCatalogue trades, ClientLetters letters) : PageModel
{
    private TextEngine? _text;

    public string Agency { get; private set; } = "";
    public SentPlan? Plan { get; private set; }
    public bool Ended => Plan is null or { EndedAt: not null, AgreedAt: null };
    public Plurimax.Sites.Page? Leaf { get; private set; }
    public string Name { get; private set; } = "";
    public string Typed { get; private set; } = "";
    public string? AgreeProblem { get; private set; }
    public string? CommentProblem { get; private set; }
    public string? Said { get; private set; }

    private TextEngine Text =>
        _text ??= SiteTexts
            .For(Plan!.Document, Plan.Document.Language, trades[Plan.Document.Trade], Plan.Facts, ImmutableDictionary<string, string>.Empty)
            .Text;

    public string Plain(Passage p) => Text.Plain(p);

    public IEnumerable<Plurimax.Sites.Page> Leaves => Plan!.Document.Pages.Where(p => !p.Hidden);

    public async Task<IActionResult> OnGetAsync(string token, string? leaf)
    {
        if (!await LoadAsync(token, leaf))
            return Gone();
        await links.OpenedAsync(Plan!);
        return Page();
    }

    /// <summary>The drawing itself, so that it stands in an image and scrolls.</summary>
    public async Task<IActionResult> OnGetDrawingAsync(string token, string? leaf)
    {
        if (!await LoadAsync(token, leaf))
            return StatusCode(410);
        var sheet = Leaf is { } page
            ? PlanDrawing.Page(Plan!.Document, page, Plan.Facts, Text)
            : PlanDrawing.Map(SiteMap.Of(Plan!.Document, Plan.Facts, Text), $"Plan of the site of {Plan.Facts.Name}");
        return File(Encoding.UTF8.GetBytes(PlanFiles.Svg(sheet)), "image/svg+xml");
    }

    public async Task<IActionResult> OnPostAgreeAsync(string token, string? by)
    {
        if (!await LoadAsync(token, null))
            return Gone();
        Name = ClientName.Take(Response, by, out var named);
        if (!named)
            AgreeProblem = "Give your name: a plan is agreed by a person.";
        if (AgreeProblem is not null)
            return Again();
        await planService.AgreeAsync(Plan!, Name);
        return Done(token, $"Thank you, {Name}. The plan is agreed.");
    }

    public async Task<IActionResult> OnPostCommentAsync(string token, string? by, string? text, string? leaf)
    {
        if (!await LoadAsync(token, leaf))
            return Gone();
        var name = Name = ClientName.Take(Response, by, out var named);
        Typed = FactReader.Clean(text, lines: true);
        if (Typed.Length == 0)
            CommentProblem = "Write what should be different.";
        else if (Typed.Length > PlanService.MostComment)
            CommentProblem = $"That is {Typed.Length:N0} characters; up to {PlanService.MostComment:N0} fit.";
        else if (!named)
            CommentProblem = "Give your name, so that we know who to answer.";
        if (CommentProblem is not null)
            return Again();
        await planService.CommentAsync(Plan!, name, Leaf is null ? null : Plan!.Document.Pages.IndexOf(Leaf), Typed);
        return Done(token, "Your comment is with the agency.");
    }

    private PageResult Again()
    {
        Response.StatusCode = 422;
        return Page();
    }

    private RedirectResult Done(string token, string said)
    {
        TempData["Said"] = said;
        return Redirect($"/plans/{token}{(Leaf is null ? "" : $"?leaf={Uri.EscapeDataString(Leaf.Id)}")}#panel");
    }

    private PageResult Gone()
    {
        Response.StatusCode = Plan is null ? 404 : 410;
        return Page();
    }

    private async Task<bool> LoadAsync(string token, string? leaf)
    {
        Response.Headers.CacheControl = "no-store";
        Agency = await letters.AgencyAsync();
        Plan = await links.FindAsync<SentPlan>(token);
        if (Ended)
            return false;
        Leaf = Plan!.Document.FindPage(leaf ?? "") is { Hidden: false } page ? page : null;
        Name = ClientName.Of(Request);
        Said = TempData["Said"] as string;
        return true;
    }
}
