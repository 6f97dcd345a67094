using System.Collections.Immutable;
using Microsoft.AspNetCore.Mvc;
using Plurimax.Data.Sites;
using Plurimax.Making.Settings;
using Plurimax.Sites;
using Plurimax.Web.Shared;

namespace Plurimax.Web.Bench;

/// <param name="Kept">Somebody wrote in it since; taking it over would replace that.</param>
/// <param name="Offered">The section stands in both and can be taken over by itself.</param>
public sealed record SectionDifference(string Section, string Where, ImmutableArray<PassageChange> Changes, bool Kept, bool Offered);

/// <summary>
/// Every version of a site: who changed what when, any of them beside the site as it is, back to it or to single sections of it.
/// </summary>
public sealed class HistoryModel(
    SiteReader reader,
    SiteStatus status,
    SiteAddresses addresses,
    HistoryStore history,
    TakeStore takes,
    SheetTokens sheets,
    SiteWriter writer
) : SitePageModel(reader, status, addresses)
{
    protected override string StationName => "bench";

    public List<HistoryEntry> Entries { get; private set; } = [];
    public HistoryEntry? Chosen { get; private set; }
    public bool Named { get; private set; }
    public int? Older { get; private set; }
    public ReleaseStanding Stands { get; private set; } = new(null, null, false);
    public ImmutableArray<SectionDifference> Changes { get; private set; } = [];

    /// <summary>What differs apart from the texts.</summary>
    public ImmutableArray<string> Apart { get; private set; } = [];
    public string NowUrl { get; private set; } = "";
    public string ThenUrl { get; private set; } = "";
    public string? NameProblem { get; private set; }
    public string TypedName { get; private set; } = "";

    public async Task<IActionResult> OnGetAsync(int? with, int? before, bool named = false) => await LayAsync(with, before, named);

    private async Task<IActionResult> LayAsync(int? with, int? before, bool named)
    {
        Named = named;
        Entries = await history.ListAsync(Site.Id, before, named);
        if (Entries.Count == HistoryStore.PerPage)
            Older = Entries[^1].Revision;
        Stands = await history.StandingAsync(Site);
        NowUrl = sheets.Url(new SheetView(Site.Id));
        if (with is not { } number)
            return Page();
        if (await takes.RevisionAsync(Site.Id, number) is not { } then)
            return NotFound();
        Chosen = Entries.Find(e => e.Revision == number) ?? (await history.ListAsync(Site.Id, number + 1)).FirstOrDefault();
        TypedName = Chosen?.Name ?? "";
        ThenUrl = sheets.Url(new SheetView(Site.Id, null, number));
        var text = SiteTexts.For(Document, Document.Language, Trade, Site.Facts, ImmutableDictionary<string, string>.Empty).Text;
        Changes =
        [
            .. Difference
                .Between(then, Document, text.Plain)
                .GroupBy(c => (c.Section, c.Label))
                .Select(g => (g.Key, Changes: g.ToImmutableArray(), Here: Document.FindSection(g.Key.Section)?.Section))
                .Select(g => new SectionDifference(
                    g.Key.Section,
                    g.Key.Label,
                    g.Changes,
                    g.Here?.HasKept == true,
                    g.Here is { } here && then.FindSection(here.Id)?.Section.Content.GetType() == here.Content.GetType()
                )),
        ];
        Apart = [.. ApartOf(then, Document, text)];
        return Page();
    }

    private static IEnumerable<string> ApartOf(SiteDocument then, SiteDocument now, TextEngine text)
    {
        if (then.Look != now.Look)
            yield return "the look";
        if (then.Mark != now.Mark)
            yield return "the mark";
        if (then.PicturesShown != now.PicturesShown || !then.PictureTakes.SequenceEqual(now.PictureTakes))
            yield return "pictures";
        if (
            then.LayoutTake != now.LayoutTake
            || now.Pages.SelectMany(p => p.Sections)
                .Any(s => then.FindSection(s.Id) is { } o && (o.Section.Variant != s.Variant || o.Section.Dress != s.Dress))
        )
            yield return "layouts";
        if (then.Action != now.Action)
            yield return "the main action";
        foreach (var page in now.Pages.Where(p => then.FindPage(p.Id) is null))
            yield return $"page {text.Plain(page.Menu)} is new";
        foreach (var page in then.Pages.Where(p => now.FindPage(p.Id) is null))
            yield return $"page {text.Plain(page.Menu)} is gone";
        if (
            now.Pages.Any(p =>
                then.FindPage(p.Id) is { } o
                && o
                    .Sections.Select(s => s.Id)
                    .Where(id => p.Sections.Any(s => s.Id == id))
                    .SequenceEqual(p.Sections.Select(s => s.Id).Where(id => o.Sections.Any(s => s.Id == id)))
                    is false
            )
        )
            yield return "the order of sections";
    }

    public async Task<IActionResult> OnPostRestoreAsync(int revision, int with)
    {
        var outcome = await history.RestoreAsync(Site.Id, revision, with, Who);
        TempData["Said"] = outcome.Ok
            ? outcome.Document!.ToJson() == Document.ToJson()
                ? "It is the same already"
                : $"Back to version {with}; undo takes you forward again"
            : outcome.Why("Look once more.");
        return Redirect($"/sites/{Site.Id}/history{(outcome.Ok ? "" : $"?with={with}")}");
    }

    /// <summary>Takes one section over from an earlier version.</summary>
    public async Task<IActionResult> OnPostTakeAsync(int revision, int with, string section)
    {
        if (await takes.RevisionAsync(Site.Id, with) is not { } then || then.FindSection(section) is not { } other)
            return NotFound();
        var outcome = await writer.EditAsync(Site.Id, revision, new TakeNew(section, other.Section.Take, then), Who);
        TempData["Said"] = outcome.Ok
            ? $"{SectionKinds.Of(other.Section.Content).Label} is as it was in version {with}"
            : outcome.Problem ?? $"{outcome.Conflict!.Who} changed the site meanwhile; look once more.";
        return Redirect($"/sites/{Site.Id}/history?with={with}");
    }

    public async Task<IActionResult> OnPostNameAsync(int with, string? name)
    {
        NameProblem = await history.NameAsync(Site.Id, with, name);
        if (NameProblem is null)
        {
            TempData["Said"] = string.IsNullOrWhiteSpace(name) ? "The name is taken away" : $"Version {with} is “{name.Trim()}”";
            return Redirect($"/sites/{Site.Id}/history?with={with}");
        }
        await LayAsync(with, null, false);
        TypedName = name ?? "";
        Response.StatusCode = 422;
        return Page();
    }
}
