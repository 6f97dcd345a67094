using Microsoft.AspNetCore.Mvc;
using Plurimax.Data;
using Plurimax.Data.Sites;
using Plurimax.Sites;
using Plurimax.Web.Shared;

namespace Plurimax.Web.Bench;

/// <summary>A section once more: on another page, on another site of the agency, or put by for all.</summary>
public sealed class BenchCopyModel(
    SiteReader reader,
    SiteStatus status,
    SiteAddresses addresses,
    SectionStore sectionStore,
    SiteList sites,
    SiteWriter writer
) : SitePageModel(reader, status, addresses)
{
    /// <summary>So many sites are offered; the rest is found by name.</summary>
    public const int MostSites = 12;
    protected override string StationName => "bench";
    public Section Section { get; private set; } = null!;
    public Plurimax.Sites.Page Leaf { get; private set; } = null!;
    public string Label => SectionKinds.Of(Section.Content).Label;
    public string Find { get; private set; } = "";
    public List<NamedSite> Others { get; private set; } = [];

    /// <summary>The other site that was chosen, with its pages.</summary>
    public (Guid Id, string Name, SiteDocument Document)? Other { get; private set; }
    public string? Problem { get; private set; }
    public string TypedName { get; private set; } = "";

    /// <summary>Photos and files stay with the firm they are of.</summary>
    public bool HasFiles => Section.Apart().Content != Section.Content;
    public string BenchUrl => $"/sites/{Site.Id}/bench?leaf={Uri.EscapeDataString(Leaf.Id)}&section={Uri.EscapeDataString(Section.Id)}";
    public string CopyUrl => $"/sites/{Site.Id}/bench/copy?section={Uri.EscapeDataString(Section.Id)}";

    public async Task<IActionResult> OnGetAsync(string? section, string? find, Guid? other)
    {
        if (Document.FindSection(section ?? "") is not { } found)
            return Redirect($"/sites/{Site.Id}/bench");
        (Section, Leaf, Find) = (found.Section, found.Page, find?.Trim() ?? "");
        Others = await sites.OthersAsync(Site, Find, MostSites);
        if (other is { } id && await Reader.FindAsync(id) is { } chosen)
            Other = (id, chosen.Client.Name, await Reader.DocumentAsync(chosen));
        return Page();
    }

    public async Task<IActionResult> OnPostPageAsync(int revision, string section, string to)
    {
        if (await OnGetAsync(section, null, null) is RedirectResult gone)
            return gone;
        var edit = new CopySection(section, to, Document.FindPage(to)?.Sections.Length ?? 0);
        var outcome = await writer.EditAsync(Site.Id, revision, edit, Who);
        if (!outcome.Ok)
            return Refuse(outcome);
        TempData["Said"] = edit.Say(Document);
        return Redirect(
            $"/sites/{Site.Id}/bench?leaf={Uri.EscapeDataString(to)}&section="
                + $"{Uri.EscapeDataString(outcome.Document!.FindPage(to)!.Sections[^1].Id)}"
        );
    }

    public async Task<IActionResult> OnPostSiteAsync(string section, Guid other, string to)
    {
        if (await OnGetAsync(section, null, other) is RedirectResult gone)
            return gone;
        if (Other is not { } target || target.Document.FindPage(to) is not { } page)
            return Refuse(new EditOutcome(null, 0, "That page is not there any more. Choose once more."));
        var there = await Reader.FindAsync(other);
        var outcome = await writer.EditAsync(
            other,
            there!.Head,
            new AddSection(to, Section.Content.Kind, page.Sections.Length, Section.Apart(), $"{Label} of {Site.Client.Name}"),
            Who
        );
        if (!outcome.Ok)
            return Refuse(outcome);
        TempData["Said"] = $"{Label} is on {target.Name} now; facts in it are theirs";
        return Redirect(
            $"/sites/{other}/bench?leaf={Uri.EscapeDataString(to)}&section="
                + $"{Uri.EscapeDataString(outcome.Document!.FindPage(to)!.Sections[^1].Id)}"
        );
    }

    public async Task<IActionResult> OnPostSaveAsync(string section, string? name, bool whole)
    {
        if (await OnGetAsync(section, null, null) is RedirectResult gone)
            return gone;
        TypedName = name ?? "";
        if (await (whole ? sectionStore.SavePageAsync(Leaf, name, Who) : sectionStore.SaveAsync(Section, name, Who)) is { } problem)
        {
            Problem = problem;
            Response.StatusCode = 422;
            return Page();
        }
        TempData["Said"] = $"Put by as {name!.Trim()}; it is in the library of every site";
        return Redirect(BenchUrl);
    }

    private RedirectResult Refuse(EditOutcome outcome)
    {
        TempData["Said"] = outcome.Why("Do it once more.");
        return Redirect(CopyUrl);
    }
}
