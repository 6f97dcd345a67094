using System.Collections.Immutable;
using System.Text;
using System.Xml.Linq;
using Plurimax.Design.Styling;
using Plurimax.Facts;
using Plurimax.Making.Composing;
using Plurimax.Making.Plans;
using Plurimax.Making.Plans.Drawing;
using Plurimax.Making.Settings;
using Plurimax.Publishing.Rendering;
using Plurimax.Publishing.Sections;
using Plurimax.Sites;
using Plurimax.Text;
using Plurimax.Trades;
using SkiaSharp;
using UglyToad.PdfPig;

namespace Plurimax.Core.Tests;

public class PlanDrawingTests
{
    private static readonly TradeTemplate Trade = TradeCatalogue.Shipped()["guesthouse"];
    private static readonly FactSheet Facts = FactsFile
        .Read(Content.Text("demo/marram-guesthouse.yaml")!, TradeFacts.Of(Trade), FactSource.File, true)
        .Facts;
    private static readonly SiteDocument Site = Composer.Compose(Trade, Facts, new Wishes(Look: "dune", Size: PlanSize.Full), 1);

    private static TextEngine Text(SiteDocument site) =>
        SiteTexts.For(site, site.Language, Trade, Facts, ImmutableDictionary<string, string>.Empty).Text;

    /// <summary>A site of forty pages, made of copies.</summary>
    private static SiteDocument Forty()
    {
        var site = Site;
        while (site.Pages.Length < 40)
            site = new DuplicatePage(site.Pages.First(p => p.Id == "services").Id).Apply(site).Value!;
        return site;
    }

    [Fact]
    public void All_pages_and_sections_stand_on_the_map_once_and_no_sheet_covers_another()
    {
        foreach (var site in new[] { Site, Forty() })
        {
            var map = SiteMap.Of(site, Facts, Text(site));
            map.Sheets.Select(s => s.Page.Id).ShouldBe(site.Pages.Select(p => p.Id), ignoreOrder: true);
            map.Sheets.SelectMany(s => s.Sections)
                .Select(s => s.Section.Id)
                .ShouldBe(site.Pages.SelectMany(p => p.Sections).Select(s => s.Id), ignoreOrder: true);
            foreach (var a in map.Sheets)
            {
                (a.X >= 0 && a.Y >= 0 && a.X + a.W <= map.Width && a.Y + a.H <= map.Height).ShouldBeTrue(a.Name);
                foreach (var b in map.Sheets.Where(b => b != a))
                    (a.X + a.W <= b.X || b.X + b.W <= a.X || a.Y + a.H <= b.Y || b.Y + b.H <= a.Y).ShouldBeTrue(
                        $"{a.Name} covers {b.Name}"
                    );
                var below = 0.0;
                foreach (var s in a.Sections)
                {
                    s.Y.ShouldBeGreaterThanOrEqualTo(below);
                    below = s.Y + s.H;
                }
                below.ShouldBeLessThanOrEqualTo(a.H);
            }
        }
    }

    [Fact]
    public void Heights_are_to_scale_and_missing_facts_are_told()
    {
        var map = SiteMap.Of(Site, Facts, Text(Site));
        var look = DressedLook.Of(Site.Look).Look;
        var shown = map.Sheets.SelectMany(s => s.Sections).Where(s => !s.Section.Hidden && s.Waits is null && s.H > 18).ToList();
        var scales = shown.Select(s => s.H / ExpectedHeights.Of(Site, s.Section, look, 1280)).ToList();
        scales.Max().ShouldBe(scales.Min(), 1e-6);
        var bare = Composer.Compose(Trade, FactSheet.From("Nameless House", "Saltmere"), new Wishes(Size: PlanSize.Full), 1);
        SiteMap.Of(bare, FactSheet.From("Nameless House", "Saltmere"), Text(bare)).Sheets.Sum(s => s.Missing).ShouldBeGreaterThan(0);
    }

    [Fact]
    public void Links_lead_from_a_section_to_another_page_that_is_shown()
    {
        var map = SiteMap.Of(Site, Facts, Text(Site));
        map.Links.ShouldNotBeEmpty();
        map.Links.ShouldContain(l => l.Main);
        foreach (var link in map.Links)
        {
            var from = map.Sheets.Single(s => s.Page.Id == link.From);
            from.Sections.ShouldContain(s => s.Section.Id == link.Section);
            link.To.ShouldNotBe(link.From);
            map.Sheets.Single(s => s.Page.Id == link.To).Page.Hidden.ShouldBeFalse();
            link.Points[0].X.ShouldBe(from.X + from.W, .01);
            var last = link.Points[^1];
            var to = map.Sheets.Single(s => s.Page.Id == link.To);
            (last.X >= to.X && last.X <= to.X + to.W && last.Y >= to.Y && last.Y <= to.Y + to.H + .01).ShouldBeTrue();
        }
    }

    [Fact]
    public void Every_kind_of_section_has_a_wireframe_of_its_own_that_stays_inside()
    {
        foreach (var (w, h) in new[] { (390, 900.0), (820, 700.0), (1280, 600.0) })
        {
            var drawn = new Dictionary<string, string>();
            foreach (var kind in SectionKinds.All.Values)
            foreach (var variant in kind.Variants)
            {
                var wire = Wires.Of(kind.Name, variant, 4, w, h);
                wire.Shapes.ShouldNotBeEmpty(kind.Name);
                foreach (var p in wire.Shapes.SelectMany(s => s.Points))
                    (p.X >= -.01 && p.X <= w + .01 && p.Y >= -.01 && p.Y <= h + .01).ShouldBeTrue($"{kind.Name} {variant} at {w}: {p}");
                drawn.TryAdd(
                    kind.Name,
                    wire.Path(WireTone.Box, 1) + wire.Path(WireTone.Ink, 1) + wire.Path(WireTone.Line, 1) + wire.Path(WireTone.Action, 1)
                );
            }
            drawn.Values.Distinct().Count().ShouldBeGreaterThan(18);
        }
    }

    [Fact]
    public void Expected_heights_know_every_kind_and_grow_with_what_stands_in_it()
    {
        foreach (var kind in SectionKinds.All.Values)
        foreach (var width in ExpectedHeights.Widths)
        {
            var few = ExpectedHeights.Of(kind.Name, kind.Variants[0], (2, 200), width);
            few.ShouldBeInRange(60, 6000, $"{kind.Name} at {width}");
            ExpectedHeights.Of(kind.Name, kind.Variants[0], (12, 3000), width).ShouldBeGreaterThanOrEqualTo(few, kind.Name);
        }
    }

    [Fact]
    public void The_map_goes_out_as_svg_png_pdf_and_words()
    {
        var map = PlanDrawing.Map(SiteMap.Of(Site, Facts, Text(Site)), "Plan of Marram <Guesthouse>");
        var svg = XDocument.Parse(PlanFiles.Svg(map));
        svg.Descendants().Count(e => e.Name.LocalName == "text").ShouldBeGreaterThan(Site.Pages.Length);
        using (var codec = SKCodec.Create(SKData.CreateCopy(PlanFiles.Png(map))))
            Math.Max(codec.Info.Width, codec.Info.Height).ShouldBeInRange(1000, 6001);
        var pages = Site.Pages.Where(p => !p.Hidden).ToList();
        // PdfPig reads what we write: one sheet a page, text as text.
        using var pdf = PdfDocument.Open(PlanFiles.Pdf([map, .. pages.Select(p => PlanDrawing.Page(Site, p, Facts, Text(Site)))], "Plan"));
        pdf.NumberOfPages.ShouldBe(pages.Count + 1);
        pdf.GetPage(1).Text.ShouldContain("Home");
        pdf.GetPage(2).Text.ShouldContain("1280 px");
        pdf.GetPage(1).Paths.Count.ShouldBeGreaterThan(50);
    }

    [Fact]
    public void The_outline_holds_every_page_and_section()
    {
        var md = PlanOutline.Markdown(Site, Facts, Text(Site), "Marram_House");
        md.ShouldStartWith("# Plan of the site of Marram\\_House\n");
        md.Split("\n## ").Length.ShouldBe(Site.Pages.Length + 1);
        md.Split("\n- ").Length.ShouldBe(Site.Pages.Sum(p => p.Sections.Length) + 1);
        var rows = Encoding.UTF8.GetString(PlanOutline.Csv(Site, Facts, Text(Site))).TrimStart('\uFEFF').TrimEnd().Split("\r\n");
        rows[0].ShouldBe("page,name,file,purpose,in the menu,section,kind,heading,shown,needs");
        rows.Length.ShouldBe(Site.Pages.Sum(p => p.Sections.Length) + 1);
        rows[1].ShouldStartWith("1,Home,index.html,");
    }

    [Fact]
    public void A_page_is_duplicated_with_ids_of_its_own()
    {
        var twice = new DuplicatePage("services").Apply(Site).Value!;
        twice.Pages.Length.ShouldBe(Site.Pages.Length + 1);
        twice.Pages.Select(p => p.File).Distinct().Count().ShouldBe(twice.Pages.Length);
        twice.Pages.SelectMany(p => p.Sections).Select(s => s.Id).Distinct().Count().ShouldBe(twice.Pages.Sum(p => p.Sections.Length));
        twice
            .Pages[twice.Pages.IndexOf(twice.FindPage("services")!) + 1]
            .Sections.Length.ShouldBe(Site.FindPage("services")!.Sections.Length);
        new DuplicatePage("nowhere").Apply(Site).Ok.ShouldBeFalse();
    }

    [Fact]
    public void The_site_can_begin_with_another_page_and_links_follow()
    {
        var about = Site.FindPage("about")!;
        var text = about.Sections.First(s => s.Content.Passages().Any(p => p.Path == "text"));
        var linked = new SetText(text.Id, "text", "See [what we do](services.html) and the [first page](index.html#enquiry).")
            .Apply(Site)
            .Value!;
        var moved = new SetHome("services").Apply(linked).Value!;
        moved.Pages[0].Id.ShouldBe("services");
        moved.Pages[0].File.ShouldBe("index.html");
        moved.FindPage("home")!.File.ShouldBe("home.html");
        moved
            .FindSection(text.Id)!
            .Value.Section.Content.Passages()
            .First(p => p.Path == "text")
            .Passage.Text.ShouldBe("See [what we do](index.html) and the [first page](home.html#enquiry).");
        moved.Pages.Select(p => p.File).Distinct().Count().ShouldBe(moved.Pages.Length);
        SiteRenderer.Render(moved, Trade, Facts, RenderSettings.Plain).Files.Keys.ShouldContain("home.html");
        new SetHome("services").Apply(moved).Ok.ShouldBeFalse();
        new SetHome("privacy").Apply(Site).Problem!.ShouldContain("legal");
        new SetHome("home").Apply(moved).Value!.Pages[0].Id.ShouldBe("home");
    }

    [Fact]
    public void Style_choices_are_counted_where_they_show()
    {
        var files = SiteRenderer.Render(Site, Trade, Facts, RenderSettings.Plain with { Mode = RenderMode.Anchored });
        var pages = StyleUses.Pages(files);
        var uses = StyleUses.Of(files, pages).ToDictionary(u => u.Choice);
        uses["h1"].Count.ShouldBe(Site.Pages.Count(p => !p.Hidden));
        uses["h1"].Pages.ShouldBe(Site.Pages.Count(p => !p.Hidden));
        uses["buttons"].Count.ShouldBeGreaterThan(uses["buttons"].Pages);
        uses["corners"].Count.ShouldBeGreaterThan(0);
        uses["action"].Where.ShouldNotBeEmpty();
        var shares = ColourShares.Of(Site, DressedLook.Of(Site.Look), files, pages);
        shares.Sum(s => s.Share).ShouldBe(1, 1e-9);
        shares[0].Role.ShouldBeOneOf("bg", "bg2", "card");
        shares.ShouldContain(s => s.Role == "brand");
    }
}
