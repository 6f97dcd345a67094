using System.Collections.Immutable;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Microsoft.AspNetCore.RateLimiting;
using Plurimax.Data;
using Plurimax.Data.Sites;
using Plurimax.Facts;
using Plurimax.Making.Settings;
using Plurimax.Sites;
using Plurimax.Text;
using Plurimax.Trades;
using Plurimax.Web.Shared;

namespace Plurimax.Web.Proofs;

/// <summary>What a client sees behind the private link, without an account.</summary>
[EnableRateLimiting(RequestLimits.Client)]
public sealed class ClientProofModel(ProofService proofService, PrivateLinks links, TradeCatalogue trades, ClientLetters letters)
    : PageModel
{
    public string Agency { get; private set; } = "";
    private TextEngine? _text;

    public Proof? Proof { get; private set; }
    public List<Mark> Marks { get; private set; } = [];
    public string Leaf { get; private set; } = "index.html";
    public string SheetUrl { get; private set; } = "";
    public string Name { get; private set; } = "";
    public string? Said { get; private set; }
    public string? MarkProblem { get; private set; }
    public string? SignProblem { get; private set; }
    public string TypedText { get; private set; } = "";
    public string Place { get; private set; } = "";
    public string Quote { get; private set; } = "";
    public ImmutableArray<PassageChange> Changes { get; private set; } = [];
    public ImmutableArray<(string Place, string Label)> Passages { get; private set; } = [];

    public string Plain(Passage p) =>
        (
            _text ??= SiteTexts.For(Proof!.Document, Proof.Document.Language, trades[Proof.Site.TradeId], Proof.Facts, Proof.Settings).Text
        ).Plain(p);

    public async Task<IActionResult> OnGetAsync(string token, string? leaf)
    {
        if (!await LoadAsync(token, leaf))
            return Ended();
        await links.OpenedAsync(Proof!);
        return Page();
    }

    private PageResult Ended()
    {
        Response.StatusCode = Proof is null ? 404 : 410;
        return Page();
    }

    private async Task<bool> LoadAsync(string token, string? leaf)
    {
        Response.Headers.CacheControl = "no-store";
        Agency = await letters.AgencyAsync();
        Proof = await proofService.FindAsync(token);
        if (Proof is null or { EndedAt: not null })
            return false;
        Marks = await proofService.MarksAsync(Proof.Id);
        Leaf = Proof.Document.Pages.FirstOrDefault(p => !p.Hidden && p.File == leaf)?.File ?? "index.html";
        SheetUrl = $"/proof/{token}/sheet/{Leaf}";
        Name = ClientName.Of(Request);
        Said = TempData["Said"] as string;
        var shown = Proof.Document.Pages.First(p => p.File == Leaf);
        Passages =
        [
            .. shown
                .Sections.Where(s => !s.Hidden)
                .SelectMany(s =>
                    s.Content.Passages()
                        .Where(x => Plain(x.Passage).Length > 0)
                        .Select(x => ($"{s.Id}/{x.Path}", Cut($"{SectionKinds.Of(s.Content).Label}: {Plain(x.Passage)}")))
                ),
        ];
        if (await proofService.BeforeAsync(Proof) is { } before)
            Changes = Difference.Between(before, Proof.Document);
        return true;
    }

    private static string Cut(string s) => Letters.Cut(s, 70);

    public async Task<IActionResult> OnPostMarkAsync(string token, string? file, string? place, string? quote, string? text, string? by)
    {
        if (!await LoadAsync(token, file))
            return Ended();
        if (Proof!.SignedAt is not null)
            return Redirect($"/proof/{token}");
        var words = FactReader.Clean(text, lines: true);
        var name = ClientName.Take(Response, by, out var named);
        (TypedText, Place, Quote, Name) = (text ?? "", place ?? "", quote ?? "", name);
        MarkProblem =
            words.Length == 0 ? "Write what should be different."
            : words.Length > 1000 ? "Up to 1,000 characters fit; shorten it or leave two marks."
            : !named ? "Give your name, so that the agency knows whom to ask."
            : null;
        if (MarkProblem is not null)
        {
            Response.StatusCode = 422;
            return Page();
        }
        var parts = (place ?? "").Split('/', 2);
        var section = parts.Length == 2 ? parts[0] : null;
        var passage = section is null
            ? null
            : Proof.Document.FindSection(section)?.Section.Content.Passages().FirstOrDefault(p => p.Path == parts[1]).Passage;
        var mark = await proofService.MarkAsync(
            Proof,
            Leaf,
            passage is null ? null : section,
            passage is null ? null : parts[1],
            passage is null ? "" : Cut(string.IsNullOrWhiteSpace(quote) ? Plain(passage) : FactReader.Clean(quote)),
            words,
            Actor.Client(name)
        );
        if (mark is null)
        {
            MarkProblem = Proof.SignedAt is not null
                ? "This version was signed off meanwhile."
                : $"{ProofService.MostMarks} marks are as many as fit on one proof. Ring the agency about the rest.";
            Response.StatusCode = 422;
            return Page();
        }
        TempData["Said"] = $"Mark {mark.Number} is with the agency.";
        return Redirect($"/proof/{token}?leaf={Leaf}");
    }

    public async Task<IActionResult> OnPostReplyAsync(string token, Guid mark, string? text)
    {
        if (!await LoadAsync(token, null))
            return Ended();
        var words = FactReader.Clean(text, lines: true);
        if (words.Length is > 0 and <= 1000 && Marks.Find(m => m.Id == mark) is { } m)
        {
            TempData["Said"] = await proofService.ReplyAsync(m, Name.Length > 0 ? Actor.Client(Name) : m.Author, true, words)
                ? "Your answer is with the agency."
                : "There are as many answers to this mark as fit. Leave a new mark, or ring the agency.";
        }
        return Redirect($"/proof/{token}");
    }

    public async Task<IActionResult> OnPostSignAsync(string token, string? signer) => await CloseAsync(token, signer, async name =>
        {
            await proofService.SignAsync(Proof!, name);
            return "Signed off. Thank you.";
        });

    public async Task<IActionResult> OnPostChangesAsync(string token, string? signer) => await CloseAsync(token, signer, async name =>
        {
            await proofService.AskForChangesAsync(Proof!, Actor.Client(name));
            return "The agency knows that you would like changes.";
        });

    private async Task<IActionResult> CloseAsync(string token, string? signer, Func<string, Task<string>> act)
    {
        if (!await LoadAsync(token, null))
            return Ended();
        var name = Name = ClientName.Take(Response, signer, out var named);
        if (!named)
        {
            SignProblem = "Give your name: a version is signed off by a person.";
            Response.StatusCode = 422;
            return Page();
        }
        TempData["Said"] = await act(name);
        return Redirect($"/proof/{token}");
    }
}
