using System.Collections.Immutable;
using Microsoft.AspNetCore.Mvc;
using Plurimax.Core.Facts;
using Plurimax.Core.Proofs;
using Plurimax.Core.Rendering;
using Plurimax.Core.Sites;
using Plurimax.Data.Sites;
using Plurimax.Web.Hosting;
using Plurimax.Web.Proofs;

namespace Plurimax.Web.Pages.Site;

/// <param name="Kept">Somebody wrote in it since; taking it over would replace that.</param>
public sealed record TakePiece(string Section, string Where, string Now, string Then, bool Kept);

/// <summary>Earlier takes beside the site as it is; each gives parts.</summary>
public sealed class TakesModel(SiteStore store, SiteStatus status, SiteAddresses addresses, TakeStore takes, Sheets sheets) : SitePageModel(store, status, addresses)
{
    protected override string StationName => "bench";

    public List<TakeEntry> Tray { get; private set; } = [];
    public int? Chosen { get; private set; }
    public ImmutableArray<TakePiece> Pieces { get; private set; } = [];
    public string NowUrl { get; private set; } = "";
    public string ThenUrl { get; private set; } = "";
    public int Same { get; private set; }

    public async Task<IActionResult> OnGetAsync(int? with)
    {
        Tray = await takes.ListAsync(Site.Id, with);
        Chosen = with ?? Tray.Where(t => t.Revision != Site.Head).Select(t => (int?)t.Revision).FirstOrDefault();
        NowUrl = sheets.Url(new SheetView(Site.Id));
        if (Chosen is not { } number) return Page();
        if (await takes.RevisionAsync(Site.Id, number) is not { } then) return NotFound();
        ThenUrl = sheets.Url(new SheetView(Site.Id, null, number));
        var texts = Document.Languages.ToDictionary(l => l, l => TextEngine.For(Document, l, Trade, Site.Facts, ImmutableDictionary<string, string>.Empty).Text);
        static string Excerpt(Section s, TextEngine text) => string.Join(" · ", s.Content.Passages().Select(p => text.Plain(p.Passage)).Where(t => t.Length > 0)) is var all && all.Length > 240 ? all[..240] + "…" : all;
        var changed = Difference.Between(Document, then).Select(c => c.Section).ToHashSet();
        var pieces = ImmutableArray.CreateBuilder<TakePiece>();
        foreach (var page in Document.Pages.Where(p => !p.Hidden))
        {
            var text = texts[page.Language ?? Document.Language];
            foreach (var section in page.Sections.Where(s => !s.Hidden && changed.Contains(s.Id)))
                if (then.FindSection(section.Id) is { } other && other.Section.Content.GetType() == section.Content.GetType())
                    pieces.Add(new TakePiece(section.Id, $"{text.Plain(page.Menu)}: {SectionKinds.Of(section.Content).Label}", Excerpt(section, text), Excerpt(other.Section, text), section.HasKept));
        }
        Pieces = pieces.ToImmutable();
        Same = Document.Pages.Where(p => !p.Hidden).Sum(p => p.Sections.Count(s => !s.Hidden && !changed.Contains(s.Id) && then.FindSection(s.Id) is not null));
        return Page();
    }

    /// <summary>Takes one section over from an earlier take.</summary>
    public async Task<IActionResult> OnPostAsync(int revision, int with, string section)
    {
        if (await takes.RevisionAsync(Site.Id, with) is not { } then || then.FindSection(section) is not { } other) return NotFound();
        var outcome = await Store.EditAsync(Site.Id, revision, new TakeNew(section, other.Section.Take, then), Who);
        TempData["Said"] = outcome.Ok ? $"{SectionKinds.Of(other.Section.Content).Label} is as it was in that take" : outcome.Problem ?? $"{outcome.Conflict!.Who} changed the site meanwhile; look once more.";
        return Redirect($"/sites/{Site.Id}/takes?with={with}");
    }
}
