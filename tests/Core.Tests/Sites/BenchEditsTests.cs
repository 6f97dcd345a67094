using Plurimax.Design.Pictures;
using Plurimax.Design.Styling;
using Plurimax.Facts;
using Plurimax.Making.Bench;
using Plurimax.Making.Composing;
using Plurimax.Making.Settings;
using Plurimax.Publishing.Rendering;
using Plurimax.Publishing.Sections;
using Plurimax.Sites;
using Plurimax.Trades;

namespace Plurimax.Core.Tests;

public class BenchEditsTests
{
    private static readonly TradeTemplate Trade = TradeCatalogue.Shipped()["bicycle-repair"];
    private static readonly FactSheet Facts = FactSheet.From("Fennel & Rye", "Saltmere");

    private static SiteDocument Site(PlanSize size = PlanSize.Small) => Composer.Compose(Trade, Facts, new Wishes(Size: size));

    private static SiteFiles Files(SiteDocument site) => SiteRenderer.Render(site, Trade, Facts, RenderSettings.Plain);

    /// <summary>What the Bench shows while somebody types is what is published, section by section, in every look.</summary>
    [Fact]
    public void A_section_by_itself_is_the_section_of_its_page()
    {
        foreach (var look in Looks.All)
        {
            var site = Site() with { Look = new LookChoice(look.Id) };
            var files = Files(site);
            foreach (var page in site.Pages)
            foreach (var section in page.Sections)
                if (SiteRenderer.Section(site, section.Id, Trade, Facts, RenderSettings.Plain) is { } html)
                    Assert.Contains(html, files.Text(page.File));
        }
    }

    [Fact]
    public void Words_are_replaced_as_whole_words_and_neither_facts_nor_addresses_are_touched()
    {
        var site = new SetText(
            "home.opening",
            "text",
            "Bikes and a bike, biker, e-bike. {{ bike.name }} [bike](https://bike.example/bike) at {{ place.town }}"
        )
            .Apply(Site())
            .Value!;
        var text = new ReplaceText("bike", "bicycle", Section: "home.opening")
            .Apply(site)
            .Value!.FindSection("home.opening")!
            .Value.Section.Content.Text.Text;
        Assert.Equal("Bikes and a bicycle, biker, e-bike. {{ bike.name }} [bicycle](https://bike.example/bike) at {{ place.town }}", text);
        Assert.Equal(
            "Bicycles",
            new ReplaceText("bikes", "bicycles").Apply(site).Value!.FindSection("home.opening")!.Value.Section.Content.Text.Text[..8]
        );
        // Words are plain: what means something in CommonMark is found and put in as it is read.
        var signs = new SetText("home.opening", "heading", ManuscriptReader.Read("Open * daily [now]", block: false)).Apply(site).Value!;
        var shown = Files(new ReplaceText("* daily [now]", "_all_ **week**").Apply(signs).Value!).Text("index.html");
        Assert.Contains(">Open _all_ **week**</h1>", shown);
        Assert.False(new ReplaceText("zyxw", "a").Apply(site).Ok);
        Assert.False(new ReplaceText(" ", "a").Apply(site).Ok);
    }

    [Fact]
    public void A_section_has_another_ground_width_and_space_and_gives_them_back()
    {
        var site = Site();
        var dressed = new DressSection("home.steps", new SectionDress(SectionGround.Dark, SectionWidth.Narrow, SectionSpace.More))
            .Apply(site)
            .Value!;
        var files = Files(dressed);
        Assert.Matches("class=\"s-steps v-[a-z]+ d-dark d-narrow d-more\"", files.Text("index.html"));
        Assert.Contains("section.d-dark", files.Text("site.css"));
        Assert.DoesNotContain("section.d-dark", Files(site).Text("site.css"));
        Assert.Equal(site.ToJson(), new DressSection("home.steps", new SectionDress()).Apply(dressed).Value!.ToJson());
    }

    /// <summary>
    /// WCAG 2.2, 1.4.3: what a dark ground is written with reads on it, in every look and palette; so does what stands on a tint.
    /// </summary>
    [Fact]
    public void Text_on_a_ground_set_by_hand_can_be_read()
    {
        foreach (var look in Looks.All)
        foreach (var palette in Palettes.Named.Keys.Append(null))
        foreach (var dark in new bool?[] { null, true, false })
        {
            var roles = DressedLook.Of(new LookChoice(look.Id, Palette: palette) { Dark = dark }).Roles;
            foreach (
                var (ink, ground) in new[]
                {
                    ("fginv", "inv"),
                    ("fginv2", "inv"),
                    ("linkinv", "inv"),
                    ("fg", "bg2"),
                    ("fg2", "bg2"),
                    ("link", "bg2"),
                }
            )
                Assert.True(
                    Contrast.Ratio(roles[ink], roles[ground]) >= 4.5,
                    $"{look.Id} {palette} {dark}: {ink} on {ground} {Contrast.Ratio(roles[ink], roles[ground]):0.00}"
                );
        }
    }

    [Fact]
    public void One_picture_changes_and_all_others_stay()
    {
        var site = Site(PlanSize.Full);
        static Dictionary<string, string> Pictures(SiteFiles f) =>
            f.Files.Keys.Where(k => k.StartsWith("img/", StringComparison.Ordinal)).ToDictionary(k => k, f.Text);
        var before = Pictures(Files(site));
        var opening = before.Keys.First(k => Files(site).Text("index.html").Contains(k));
        var changed = new NewPicture("home.opening").Apply(site).Value!;
        var after = Pictures(Files(changed));
        Assert.DoesNotContain($"src=\"{opening}\" width", Files(changed).Text("index.html").Split("</section>")[0]);
        foreach (var (file, svg) in before.Where(p => p.Key != opening))
            Assert.Equal(svg, after[file]);
        Assert.False(new NewPicture("home.steps").Apply(site).Ok);
    }

    [Fact]
    public void Entries_limits_and_copies_say_why_they_cannot()
    {
        var site = Site();
        var services = site.FindPage("home")!.Sections.First(s => s.Content is ServicesContent);
        Assert.Equal(2, new LimitItems(services.Id, 2).Apply(site).Value!.FindSection(services.Id)!.Value.Section.Content.Items.Length);
        Assert.False(new LimitItems(services.Id, 0).Apply(site).Ok);
        Assert.False(new AddItem("home.visit", 0).Apply(site).Ok);
        Assert.False(new RemoveItem(services.Id, 99).Apply(site).Ok);
        var copied = new CopySection("home.steps", "about", 0).Apply(site).Value!;
        Assert.Equal(copied.FindSection("home.steps")!.Value.Section.Content, copied.FindPage("about")!.Sections[0].Content);
        Assert.Equal(
            copied.Pages.SelectMany(p => p.Sections).Count(),
            copied.Pages.SelectMany(p => p.Sections).Select(s => s.Id).Distinct().Count()
        );
        Assert.DoesNotContain(">About<", Files(new SetInMenu("about", false).Apply(site).Value!).Text("index.html").Split("</nav>")[0]);
    }

    [Fact]
    public void Every_kind_of_section_has_guides_that_its_own_copy_meets_more_often_than_not()
    {
        var (meets, all) = (0, 0);
        foreach (var trade in TradeCatalogue.Shipped().All.Where((_, i) => i % 6 == 0))
        {
            var site = Composer.Compose(trade, Facts, new Wishes(Size: PlanSize.Full));
            var text = SiteTexts.For(site, site.Language, trade, Facts, SettingsRegistry.Defaults()).Text;
            foreach (
                var (kind, path, words) in site
                    .Pages.SelectMany(p => p.Sections)
                    .SelectMany(s =>
                        s.Content.Passages().Where(p => !p.Passage.IsEmpty).Select(p => (s.Content.Kind, p.Path, text.Plain(p.Passage)))
                    )
                    .Where(x => x.Item3.Length > 0)
            )
                if (LengthGuides.Of(kind, null, path) is { } g)
                {
                    all++;
                    if (words.Length <= g.Most)
                        meets++;
                }
        }
        Assert.True(meets > all * .85, $"{meets} of {all}");
    }
}
