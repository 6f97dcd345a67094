using System.Collections.Immutable;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Plurimax.Data.Sites;
using Plurimax.Making.Pouring;
using Plurimax.Making.Settings;
using Plurimax.Reading.Files;
using Plurimax.Sites;
using Plurimax.Web.Briefing;
using Plurimax.Web.Shared;

namespace Plurimax.Web.Bench;

/// <summary>A client's own text, matched piece by piece to the sections of the site: old beside new, each or all accepted.</summary>
[
    RequestSizeLimit(Uploads.LargestRequest),
    RequestFormLimits(MultipartBodyLengthLimit = Uploads.LargestRequest, ValueLengthLimit = 4 * PourText.Longest)
]
public sealed class BenchPourModel(SiteReader reader, SiteStatus status, SiteAddresses addresses, SiteWriter writer)
    : SitePageModel(reader, status, addresses)
{
    protected override string StationName => "bench";
    public string Typed { get; private set; } = "";
    public string? Problem { get; private set; }
    public Poured? Poured { get; private set; }
    public ImmutableArray<PourPiece> Pieces { get; private set; } = [];

    /// <summary>Codes of what is not wanted.</summary>
    public ImmutableHashSet<string> Except { get; private set; } = [];
    private TextEngine Text { get; set; } = null!;

    public void OnGet() { }

    /// <summary>Reads what was pasted or handed in, and shows where it would go.</summary>
    public async Task<IActionResult> OnPostReadAsync(string? text, IFormFile? file)
    {
        Typed = text ?? "";
        if (file is { Length: > 0 })
        {
            var read = DocumentReader.Read(await Uploads.ReadAsync([file]));
            if (read.Texts.IsEmpty)
                return Refuse(read.Problems.IsEmpty ? "There is no text in this file." : read.Problems[0].ToString());
            Typed = PourText.Of(read.Texts[0]);
        }
        if (Typed.Trim().Length == 0)
            return Refuse("Paste the client's text, or choose a file with it.");
        if (Typed.Length > PourText.Longest)
            return Refuse($"That is {Typed.Length:N0} characters; up to {PourText.Longest:N0} are poured in one go. Do it in parts.");
        await MatchAsync();
        return Page();
    }

    public async Task<IActionResult> OnPostAsync(int revision, string text, string[] take)
    {
        Typed = text ?? "";
        await MatchAsync();
        var wanted = take.ToHashSet();
        Except = [.. Poured!.Steps.Select(s => s.Code).Where(c => !wanted.Contains(c))];
        var edit = new PourTexts([.. Poured.Steps.Where(s => wanted.Contains(s.Code))]);
        var outcome = await writer.EditAsync(Site.Id, revision, edit, Who);
        if (!outcome.Ok)
            return Refuse(outcome.Why("Read the text once more; it is still here."));
        TempData["Said"] = $"{edit.Say(Document)}; all of it is kept, and one undo takes it back";
        return Redirect($"/sites/{Site.Id}/bench");
    }

    private async Task MatchAsync()
    {
        Text = SiteTexts.For(Document, Document.Language, Trade, Site.Facts, Settings.All()).Text;
        Pieces = PourText.Read(Typed);
        Poured = PourMatch.Match(Document, Pieces, Text, Site.Facts);
    }

    public string Where(PourStep step) =>
        Document.FindSection(step.Section) is { } f
            ? $"{SectionKinds.Of(f.Section.Content).Label}, {Text.Plain(f.Page.Menu)}{(step.Path == "heading" ? ", heading" : "")}"
            : step.Section;

    public string Plain(string passage) => Text.Plain(new Passage(passage));

    private PageResult Refuse(string problem)
    {
        Problem = problem;
        Response.StatusCode = 422;
        return Page();
    }
}
