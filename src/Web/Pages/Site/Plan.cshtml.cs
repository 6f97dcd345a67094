using System.Collections.Immutable;
using Microsoft.AspNetCore.Mvc;
using Plurimax.Core.Facts;
using Plurimax.Core.Rendering;
using Plurimax.Core.Sites;
using Plurimax.Data.Sites;
using Plurimax.Web.Hosting;

namespace Plurimax.Web.Pages.Site;

public sealed record MapNode(Page Page, string Label, int X, int Y, int H, ImmutableArray<Section> Sections);

/// <summary>The drawn site map, and the page in hand with its sections.</summary>
public sealed class PlanModel(SiteStore store, SiteStatus status, SiteAddresses addresses) : SitePageModel(store, status, addresses)
{
    private const int Across = 3;
    private TextEngine? _text;
    protected override string StationName => "plan";

    public Page? InHand { get; private set; }
    public string? Problem { get; private set; }
    public string TypedName { get; private set; } = "";
    public ImmutableArray<MapNode> Nodes { get; private set; } = [];
    public int Width => 20 + Math.Min(Across, Math.Max(1, Document.Pages.Length)) * 184;
    public int Height => Nodes.IsEmpty ? 100 : Nodes.Max(n => n.Y + n.H) + 20;
    protected override string QueryOf() => InHand is { } p ? $"?leaf={p.Id}" : "";

    public string Plain(Passage p) => (_text ??= new TextEngine(FactTree.Build(Site.Facts), Trade.Words, ImmutableDictionary<string, string>.Empty, SiteWords.For(Document.Language))).Plain(p);

    /// <summary>Its heading where the kind alone would not tell it from its neighbours.</summary>
    public string Title(Section s) => s.Content is TextContent or LegalContent && Plain(s.Content.Heading) is { Length: > 0 } h ? IndexModel.Cut(h, 22) : SectionKinds.Of(s.Content).Label;

    /// <summary>What a section waits for before it shows anything.</summary>
    public string Waits(Section s) => s.Content switch
    {
        VisitContent when Site.Facts.Public<HoursValue>("hours") is null && Site.Facts.Public<AddressValue>("place")?.Street is null => "waits: hours",
        AreaContent when Site.Facts.Public<ListValue>("area.towns") is null => "waits: towns",
        TestimonialsContent when Site.Facts.Public<TestimonialsValue>("testimonials") is null => "waits: words",
        TrustContent t when !t.Items.Any() => "waits: proof",
        _ => "",
    };

    /// <summary>The fact without which an action would lead nowhere, where it is not known.</summary>
    public string? Lacks(Core.Trades.MainAction action) => Core.Composing.Composer.NeededBy(action) is var fact && FactTree.Has(FactTree.Build(Site.Facts), fact) ? null : fact;

    public void OnGet(string? leaf) => Lay(leaf);

    public Task<IActionResult> OnPostActionAsync(int revision, Core.Trades.MainAction action) => DoAsync(revision, new SetAction(action), _ => null);


    private void Lay(string? leaf)
    {
        InHand = Document.FindPage(leaf ?? "") ?? Document.Pages[0];
        var nodes = ImmutableArray.CreateBuilder<MapNode>();
        var y = 48;
        foreach (var row in Document.Pages.Chunk(Across))
        {
            var height = row.Max(p => 52 + p.Sections.Length * 25);
            foreach (var (p, i) in row.Select((p, i) => (p, i))) nodes.Add(new MapNode(p, Plain(p.Menu), 20 + i * 184, y + 18, 52 + p.Sections.Length * 25, p.Sections));
            y += height + 44;
        }
        Nodes = nodes.ToImmutable();
    }

    public Task<IActionResult> OnPostAddPageAsync(int revision, string? name)
    {
        TypedName = name ?? "";
        return DoAsync(revision, new AddPage(name ?? ""), d => d.Pages.Except(Document.Pages, ById).FirstOrDefault()?.Id);
    }

    public Task<IActionResult> OnPostRenameAsync(int revision, string leaf, string? name) => DoAsync(revision, new RenamePage(leaf, name ?? ""), _ => leaf);
    public Task<IActionResult> OnPostHidePageAsync(int revision, string leaf) => DoAsync(revision, new HidePage(leaf, !(Document.FindPage(leaf)?.Hidden ?? false)), _ => leaf);
    public Task<IActionResult> OnPostRemovePageAsync(int revision, string leaf) => DoAsync(revision, new RemovePage(leaf), _ => null, leaf);
    public Task<IActionResult> OnPostMovePageAsync(int revision, string leaf, int by) => DoAsync(revision, new MovePage(leaf, Document.Pages.ToList().FindIndex(p => p.Id == leaf) + by), _ => leaf);
    public Task<IActionResult> OnPostHideSectionAsync(int revision, string leaf, string section) => DoAsync(revision, new HideSection(section, !(Document.FindSection(section)?.Section.Hidden ?? false)), _ => leaf);
    public Task<IActionResult> OnPostDeleteSectionAsync(int revision, string leaf, string section) => DoAsync(revision, new DeleteSection(section), _ => leaf);
    public Task<IActionResult> OnPostAddSectionAsync(int revision, string leaf, string kind) => DoAsync(revision, new AddSection(leaf, kind, Document.FindPage(leaf)?.Sections.Length ?? 0), _ => leaf);

    public Task<IActionResult> OnPostMoveSectionAsync(int revision, string leaf, string section, int? by, string? to)
    {
        var target = by is null && !string.IsNullOrEmpty(to) ? to : leaf;
        var index = by is { } step ? (Document.FindPage(leaf)?.Sections.ToList().FindIndex(s => s.Id == section) ?? 0) + step : int.MaxValue;
        return DoAsync(revision, new MoveSection(section, target, index), _ => target);
    }

    private static readonly IEqualityComparer<Page> ById = EqualityComparer<Page>.Create((a, b) => a!.Id == b!.Id, p => p.Id.GetHashCode(StringComparison.Ordinal));

    private async Task<IActionResult> DoAsync(int revision, Edit edit, Func<SiteDocument, string?> inHand, string? stay = null)
    {
        var said = edit.Say(Document);
        var outcome = await Store.EditAsync(Site.Id, revision, edit, Who);
        if (outcome.Ok)
        {
            var page = inHand(outcome.Document!);
            Lay(page);
            TempData["Said"] = said;
            return Redirect($"/sites/{Site.Id}/plan{(page is null ? "" : $"?leaf={page}")}");
        }
        Problem = outcome.Problem ?? $"{outcome.Conflict!.Who} changed the site meanwhile ({outcome.Conflict.Said}). The map below is the newest; do it once more if it still fits.";
        await ReloadAsync();
        Lay(stay ?? Request.Form["leaf"].ToString());
        Response.StatusCode = outcome.Problem is null ? 409 : 422;
        return Page();
    }
}
