using AngleSharp.Html.Parser;
using Plurimax.Design.Pictures;
using Plurimax.Design.Styling;
using Plurimax.Facts;
using Plurimax.Publishing.Rendering;
using Plurimax.Publishing.Sections;
using Plurimax.Sites;
using Plurimax.Text;
using Plurimax.Trades;

namespace Plurimax.Core.Tests;

/// <summary>Every kind of section, in every layout and look, by the pattern book that makers see too.</summary>
public sealed class SectionsTests
{
    public static TheoryData<string> AllLooks => [.. Looks.All.Select(l => l.Id)];
    private static readonly HtmlParser Parser = new();
    private static readonly TradeTemplate Bicycles = TradeCatalogue.Shipped().Find("bicycle-repair")!;

    [Fact]
    public void Every_kind_has_layouts_to_choose_from_a_glyph_and_a_style_for_each()
    {
        foreach (var kind in SectionKinds.All.Values)
        {
            kind.Variants.Length.ShouldBeInRange(2, 12, kind.Name);
            kind.Variants.Distinct().Count().ShouldBe(kind.Variants.Length);
            kind.Glyph.ShouldStartWith("M");
            kind.Blank().Kind.ShouldBe(kind.Name);
        }
        SectionKinds
            .All.Values.Select(k => k.Glyph)
            .Distinct()
            .Count()
            .ShouldBe(SectionKinds.All.Count, "a glyph tells its kind from all others");
        SectionKinds.All.Count.ShouldBeGreaterThanOrEqualTo(30);
    }

    [Theory, MemberData(nameof(AllLooks))]
    public void A_look_lays_every_kind_out_in_a_way_that_exists(string look)
    {
        foreach (var kind in SectionKinds.All.Values)
            kind.Variants.ShouldContain(Looks.Find(look)!.Variant(kind.Name), $"{look}: {kind.Name}");
    }

    [Theory, MemberData(nameof(AllLooks))]
    public void Every_layout_of_every_kind_shows_something_with_one_main_heading_and_ids_that_stand_once(string look)
    {
        var (site, facts, settings) = PatternBook.Make(Bicycles, look);
        var files = SiteRenderer.Render(site, Bicycles, facts, settings);
        foreach (var page in site.Pages.Where(p => p.Id.StartsWith("book-", StringComparison.Ordinal)))
        {
            var dom = Parser.ParseDocument(files.Text(page.File));
            dom.QuerySelectorAll("h1").Length.ShouldBe(1, page.File);
            var ids = dom.All.Select(e => e.Id).Where(i => !string.IsNullOrEmpty(i)).ToList();
            ids.Count.ShouldBe(ids.Distinct().Count(), page.File);
            dom.QuerySelectorAll("main > section").Length.ShouldBe(page.Sections.Length, $"{page.File} in {look}: a section is missing");
            dom.Body!.TextContent.ShouldNotContain("{{");
            foreach (var section in dom.QuerySelectorAll("main > section"))
            foreach (var name in section.ClassList.Where(c => c.StartsWith("v-", StringComparison.Ordinal)))
                Content
                    .Text($"looks/css/{section.ClassList[0]![2..]}.{name}.css")
                    .ShouldNotBeNullOrWhiteSpace($"no style for {section.ClassList[0]} {name}");
        }
    }

    [Fact]
    public void Sections_that_live_by_a_fact_fall_away_without_it()
    {
        var (site, _, settings) = PatternBook.Make(Bicycles, "ticket");
        var bare = SiteRenderer.Render(site, Bicycles, FactSheet.From("Wrack & Reed", "Saltmere"), settings with { Blobs = null });
        foreach (var kind in SectionKinds.All.Values.Where(k => k.Fact is not null and not "photos"))
            Parser
                .ParseDocument(bare.Text($"book-{kind.Name}.html"))
                .QuerySelectorAll("main > section")
                .Length.ShouldBe(1, $"{kind.Name} shows something without {kind.Fact}");
    }

    [Fact]
    public void Code_of_the_client_runs_only_in_a_sandbox_in_a_file_of_its_own()
    {
        var (site, facts, settings) = PatternBook.Make(Bicycles, "ticket");
        var files = SiteRenderer.Render(site, Bicycles, facts, settings);
        var frame = Parser.ParseDocument(files.Text("book-code.html")).QuerySelector("iframe")!;
        frame.GetAttribute("sandbox")!.ShouldNotContain("allow-same-origin");
        files.Text("book-code.html").ShouldNotContain("document.body.append");
        files.Text(frame.GetAttribute("src")!).ShouldContain("document.body.append");
    }

    [Theory]
    [InlineData("contact.html", true)]
    [InlineData("#enquiry", true)]
    [InlineData("/prices.html?x=1#a", true)]
    [InlineData("https://films.example/a:b", true)]
    [InlineData("tel:+441632960142", true)]
    [InlineData("javascript:alert(1)", false)]
    [InlineData("JaVaScRiPt:alert(1)", false)]
    [InlineData("data:text/html,x", false)]
    [InlineData("//elsewhere.example", false)]
    [InlineData("a b", false)]
    [InlineData("#", false)]
    [InlineData("", false)]
    public void A_link_that_somebody_typed_leads_only_where_it_may(string href, bool allowed) => LinkTarget.Allowed(href).ShouldBe(allowed);

    [Fact]
    public void A_timetable_is_read_by_day_and_hour_and_written_back_the_same()
    {
        var definition = FactCatalogue.Common.First(d => d.Id == "timetable");
        var read = FactReader.Read(definition, "thu | 17-18 | Children\ntue | 18.30–19.45 | Second year | hall\nTuesday | 9:00 | Open");
        read.Ok.ShouldBeTrue(read.Problem);
        read.Value!.Raw().ShouldBe("tue | 09:00 | Open\ntue | 18:30-19:45 | Second year | hall\nthu | 17:00-18:00 | Children");
        FactReader.Read(definition, read.Value.Raw()).Value!.Raw().ShouldBe(read.Value.Raw());
        FactReader.Read(definition, "someday | 9:00 | Open").Problem!.ShouldContain("not a day");
        FactReader.Read(definition, "mon | 10-9 | Open").Problem!.ShouldContain("does not end after");
    }

    [Fact]
    public void A_line_without_a_price_begins_a_group_of_dishes()
    {
        var dishes = (PricesValue)
            FactReader.Read(FactCatalogue.Common.First(d => d.Id == "dishes"), "Soup | 6\nMains:\nPie | 11 | leek\nFish | 12").Value!;
        dishes.Groups().Select(g => (g.Group, g.Lines.Length)).ShouldBe([(null, 1), ("Mains", 2)]);
    }

    [Fact]
    public void A_photo_comes_into_its_section_once_and_leaves_the_site_with_its_last_place()
    {
        var (site, _, _) = PatternBook.Make(Bicycles, "ticket");
        site = site with { Files = default };
        var gallery = site.FindPage("book-gallery")!.Sections[1].Id;
        site = site.WithSection(gallery, s => s with { Content = new GalleryContent() });
        var photo = new SiteFile("p1", "img/p1.webp", new string('a', 64), 1200, 800, "The yard");
        var placed = new PlaceFile(gallery, photo).Apply(site).Value!;
        placed.Photos.Single().ShouldBe(photo);
        new PlaceFile(gallery, photo).Apply(placed).Ok.ShouldBeFalse();
        new PlaceFile(gallery, photo with { Alt = " " }).Apply(site).Problem!.ShouldContain("what the photo shows");
        SiteDocument.FromJson(placed.ToJson()).Photos.Single().ShouldBe(photo);
        new RemoveFile(gallery, "p1").Apply(placed).Value!.Photos.ShouldBeEmpty();
    }

    [Fact]
    public void A_photo_is_offered_in_its_sizes_and_cropped_around_its_focus()
    {
        var (site, facts, settings) = PatternBook.Make(Bicycles, "ticket");
        var gallery = site.FindPage("book-gallery")!.Sections[1].Id;
        site = site.WithSection(gallery, s => s with { Content = new GalleryContent() });
        var photo = new SiteFile("p1", "img/p1.webp", "big", 1200, 800, "The yard")
        {
            Sizes = [new PhotoSize("img/p1-480.webp", "small", 480)],
        };
        var placed = new SetFocus("p1", new PhotoFocus(20, 75)).Apply(new PlaceFile(gallery, photo).Apply(site).Value!).Value!;
        var files = SiteRenderer.Render(
            SiteDocument.FromJson(placed.ToJson()),
            Bicycles,
            facts,
            settings with
            {
                Blobs = hash => System.Text.Encoding.UTF8.GetBytes(hash),
            }
        );
        files.Text("book-gallery.html").ShouldContain("srcset=\"img/p1-480.webp 480w, img/p1.webp 1200w\"");
        files.Text("img/p1-480.webp").ShouldBe("small");
        files.Text("site.css").ShouldContain("main img[src$=\"img/p1.webp\"][src][src][src]{object-fit:cover;object-position:20% 75%}");
        new SetFocus("p1", new PhotoFocus(120, 0)).Apply(placed).Ok.ShouldBeFalse();
        new SetFocus("gone", null).Apply(placed).Ok.ShouldBeFalse();
    }
}
