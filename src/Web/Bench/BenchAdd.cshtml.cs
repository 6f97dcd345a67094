using System.Collections.Immutable;
using Microsoft.AspNetCore.Mvc;
using Plurimax.Data;
using Plurimax.Data.Sites;
using Plurimax.Making.Settings;
using Plurimax.Publishing.Bench;
using Plurimax.Sites;
using Plurimax.Text;
using Plurimax.Web.Shared;

namespace Plurimax.Web.Bench;

/// <summary>The library of sections, drawn in the site's own look: what the page lacks comes first.</summary>
public sealed class BenchAddModel(
    SiteReader reader,
    SiteStatus status,
    SiteAddresses addresses,
    SheetTokens sheets,
    SectionStore sectionStore,
    SiteWriter writer
) : SitePageModel(reader, status, addresses)
{
    protected override string StationName => "bench";

    public Plurimax.Sites.Page Leaf { get; private set; } = null!;

    /// <summary>The section after which the new one comes; null puts it at the end.</summary>
    public Section? After { get; private set; }
    public ImmutableArray<LibrarySection> Library { get; private set; } = [];
    public List<SavedSection> Saved { get; private set; } = [];
    public string SheetUrl { get; private set; } = "";
    public string? Problem { get; private set; }

    public static string RoleName(SectionRole role) =>
        role switch
        {
            SectionRole.FindUs => "find us",
            _ => role.ToString().ToLowerInvariant(),
        };

    public Task OnGetAsync(string? leaf, string? after) => LayAsync(leaf, after);

    private async Task LayAsync(string? leaf, string? after)
    {
        Leaf = Document.FindPage(leaf ?? "") ?? Document.Pages[0];
        After = Leaf.Sections.FirstOrDefault(s => s.Id == after);
        Library = sectionStore.Library(Site, Document, Leaf);
        Saved = await sectionStore.ListAsync();
        SheetUrl = sheets.Url(new SheetView(Site.Id, Cards: new(Leaf.Id)), SectionLibrary.File);
    }

    /// <param name="link">It shows what the agency has, now and later; else the site has a copy of its own.</param>
    public async Task<IActionResult> OnPostAsync(int revision, string leaf, string? after, string? kind, Guid? saved, bool link)
    {
        await LayAsync(leaf, after);
        if (saved is { } passage && Saved.Find(s => s.Id == passage) is { } shared)
        {
            var sections = await sectionStore.ContentAsync(shared);
            if (link)
                await sectionStore.ShareAsync(shared, Who);
            var linked = link ? passage.ToString() : null;
            if (shared.IsPage)
                return await AddPageAsync(revision, shared, sections, linked);
            (shared.Section, shared.Kind) = (sections[0] with { Linked = linked }, sections[0].Content.Kind);
        }
        var place = After is null ? Leaf.Sections.Length : Leaf.Sections.IndexOf(After) + 1;
        var edit = saved is { } id
            ? Saved.Find(s => s.Id == id) is { } own
                ? new AddSection(Leaf.Id, own.Kind, place, own.Section, own.Name)
                : null
            : Library.FirstOrDefault(l => l.Kind.Name == kind) is { } entry
                ? new AddSection(Leaf.Id, entry.Kind.Name, place, entry.Made)
                : null;
        var outcome = edit is null
            ? new EditOutcome(null, Site.Head, "That section is not in the library any more.")
            : await writer.EditAsync(Site.Id, revision, edit, Who);
        if (!outcome.Ok)
        {
            Problem = outcome.Why("Choose once more.");
            Response.StatusCode = outcome.Problem is null ? 409 : 422;
            return Page();
        }
        var added = outcome.Document!.FindPage(Leaf.Id)!.Sections[place];
        TempData["Said"] = edit!.Say(Document);
        return Redirect($"/sites/{Site.Id}/bench?leaf={Uri.EscapeDataString(Leaf.Id)}&section={Uri.EscapeDataString(added.Id)}");
    }

    private async Task<IActionResult> AddPageAsync(int revision, SavedSection shared, ImmutableArray<Section> sections, string? linked)
    {
        var id = Slug.Of(shared.Name) is { Length: > 0 } slug ? slug : "page";
        var label = new Passage(ManuscriptReader.Escape(shared.Name), Kept: true);
        var page = new Plurimax.Sites.Page(
            id,
            id + ".html",
            "tell more",
            label,
            new Passage(label.Text + " | {{ business.name }}"),
            Passage.None,
            []
        )
        {
            Linked = linked,
        };
        var outcome = await writer.EditAsync(
            Site.Id,
            revision,
            new AddPage(shared.Name, page with { Sections = SharedPassage.Placed(page, sections) }),
            Who
        );
        if (!outcome.Ok)
        {
            Problem = outcome.Why("Choose once more.");
            Response.StatusCode = outcome.Problem is null ? 409 : 422;
            return Page();
        }
        TempData["Said"] = $"Added the page {shared.Name}{(linked is null ? "" : ", linked")}";
        return Redirect(
            $"/sites/{Site.Id}/bench?leaf="
                + $"{Uri.EscapeDataString(outcome.Document!.Pages.Except(Document.Pages)
                    .FirstOrDefault(p => p.Menu.Text == label.Text)?.Id ?? Leaf.Id)}"
        );
    }

    public async Task<IActionResult> OnPostForgetAsync(string leaf, string? after, Guid saved)
    {
        TempData["Said"] = await sectionStore.RemoveAsync(saved) ?? "Taken off the shelf; where it was used it stays";
        return Redirect($"/sites/{Site.Id}/bench/add?leaf={Uri.EscapeDataString(leaf)}&after={Uri.EscapeDataString(after ?? "")}");
    }
}
