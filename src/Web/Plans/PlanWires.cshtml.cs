using System.Collections.Immutable;
using Microsoft.AspNetCore.Mvc;
using Plurimax.Data.Sites;
using Plurimax.Design.Styling;
using Plurimax.Making.Plans;
using Plurimax.Making.Plans.Drawing;
using Plurimax.Making.Settings;
using Plurimax.Sites;
using Plurimax.Text;
using Plurimax.Web.Shared;

namespace Plurimax.Web.Plans;

/// <summary>A page of the plan as wireframes at three widths, to one scale.</summary>
public sealed class PlanWiresModel(SiteReader reader, SiteStatus status, SiteAddresses addresses) : SitePageModel(reader, status, addresses)
{
    protected override string StationName => "plan";
    private TextEngine? _text;
    private TextEngine Text =>
        _text ??= SiteTexts.For(Document, Document.Language, Trade, Site.Facts, ImmutableDictionary<string, string>.Empty).Text;

    public Plurimax.Sites.Page Leaf { get; private set; } = null!;
    public ImmutableArray<(
        int Width,
        double Height,
        ImmutableArray<(string Label, Wire Wire, bool Hidden, string? Waits, string? Section)> Parts
    )> Widths { get; private set; } = [];

    public string Plain(Passage p) => Text.Plain(p);

    public void OnGet(string? leaf)
    {
        Leaf = Document.FindPage(leaf ?? "") ?? Document.Pages[0];
        var look = DressedLook.Of(Document.Look).Look;
        var waiting = new Waiting(Document, Site.Facts);
        Widths =
        [
            .. ExpectedHeights
                .Widths.Select(w => (w, PlanDrawing.Parts(Document, Leaf, look, waiting, w).ToImmutableArray()))
                .Select(x => (x.w, x.Item2.Sum(p => p.Wire.Height), x.Item2)),
        ];
    }

    public IActionResult OnGetFile(string? leaf, string kind)
    {
        OnGet(leaf);
        var sheet = PlanDrawing.Page(Document, Leaf, Site.Facts, Text);
        var name = $"{Slug.Of(Site.Client.Facts.Name)}-{Leaf.Bare}";
        return kind switch
        {
            "svg" => File(System.Text.Encoding.UTF8.GetBytes(PlanFiles.Svg(sheet)), "image/svg+xml", name + ".svg"),
            "png" => File(PlanFiles.Png(sheet), "image/png", name + ".png"),
            _ => NotFound(),
        };
    }
}
