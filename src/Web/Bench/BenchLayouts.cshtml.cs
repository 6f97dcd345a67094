using Microsoft.AspNetCore.Mvc;
using Plurimax.Data.Sites;
using Plurimax.Design.Styling;
using Plurimax.Publishing.Bench;
using Plurimax.Sites;
using Plurimax.Web.Shared;

namespace Plurimax.Web.Bench;

/// <summary>A section in each of its layouts, to choose from.</summary>
public sealed class BenchLayoutsModel(SiteReader reader, SiteStatus status, SiteAddresses addresses, SheetTokens sheets, SiteWriter writer)
    : SitePageModel(reader, status, addresses)
{
    protected override string StationName => "bench";
    public Section Section { get; private set; } = null!;
    public string LeafId { get; private set; } = "";
    public SectionKind Kind { get; private set; } = null!;
    public string SheetUrl { get; private set; } = "";

    /// <summary>The layout that the look has for this kind.</summary>
    public string OfLook { get; private set; } = "";
    public string BenchUrl => $"/sites/{Site.Id}/bench?leaf={Uri.EscapeDataString(LeafId)}&section={Uri.EscapeDataString(Section.Id)}";

    public IActionResult OnGet(string? section)
    {
        if (Document.FindSection(section ?? "") is not { } found)
            return Redirect($"/sites/{Site.Id}/bench");
        (Section, LeafId, Kind) = (found.Section, found.Page.Id, SectionKinds.Of(found.Section.Content));
        OfLook = DressedLook.Of(Document.Look).Look.Variant(Document, Kind.Name);
        SheetUrl = sheets.Url(new SheetView(Site.Id, Cards: new(LeafId, Section.Id)), SectionLibrary.File);
        return Page();
    }

    public async Task<IActionResult> OnPostAsync(int revision, string section, string? variant)
    {
        if (OnGet(section) is RedirectResult gone)
            return gone;
        var edit = new ChooseVariant(section, string.IsNullOrEmpty(variant) ? null : variant);
        var outcome = await writer.EditAsync(Site.Id, revision, edit, Who);
        TempData["Said"] = outcome.Ok ? edit.Say(Document) : outcome.Why("Choose once more.");
        return Redirect(outcome.Ok ? BenchUrl : $"/sites/{Site.Id}/bench/layouts?section={Uri.EscapeDataString(section)}");
    }
}
