using CsCheck;
using Plurimax.Facts;
using Plurimax.Making.Composing;
using Plurimax.Publishing.Launching;
using Plurimax.Publishing.Rendering;
using Plurimax.Publishing.Sections;
using Plurimax.Sites;
using Plurimax.Trades;

namespace Plurimax.Core.Tests;

public class SitesTests
{
    private static readonly TradeTemplate Trade = TradeCatalogue.Shipped()["bicycle-repair"];
    private static readonly FactSheet Facts = FactSheet.From("Bell Cycles", "Hallow");
    private static readonly SiteDocument Site = Composer.Compose(Trade, Facts, new Wishes());

    [Fact]
    public void A_document_survives_json_whatever_the_order_of_its_keys()
    {
        SiteDocument.FromJson(Site.ToJson()).ToJson().ShouldBe(Site.ToJson());
        // PostgreSQL's jsonb sorts keys by length: the discriminator need not come first.
        var reordered = Reorder(System.Text.Json.Nodes.JsonNode.Parse(Site.ToJson())!).ToJsonString();
        SiteDocument.FromJson(reordered).ToJson().ShouldBe(Site.ToJson());

        static System.Text.Json.Nodes.JsonNode Reorder(System.Text.Json.Nodes.JsonNode n) =>
            n switch
            {
                System.Text.Json.Nodes.JsonObject o => new System.Text.Json.Nodes.JsonObject(
                    o.OrderBy(p => p.Key.Length)
                        .ThenBy(p => p.Key)
                        .Select(p => KeyValuePair.Create(p.Key, p.Value is null ? null : Reorder(p.Value)))!
                ),
                System.Text.Json.Nodes.JsonArray a => new System.Text.Json.Nodes.JsonArray([.. a.Select(x => Reorder(x!))]),
                _ => n.DeepClone(),
            };
    }

    [Fact]
    public void Edits_do_what_they_say()
    {
        var hidden = Ok(new HideSection("home.intro", true));
        Html(hidden).ShouldNotContain("id=\"intro\"");
        var moved = Ok(new MoveSection("home.steps", "home", 0));
        moved.Pages[0].Sections[0].Id.ShouldBe("home.steps");
        var twice = Ok(new DuplicateSection("home.steps"));
        twice.Pages[0].Sections.Count(s => s.Content is StepsContent).ShouldBe(2);
        twice.Pages.SelectMany(p => p.Sections).Select(s => s.Id).ShouldBeUnique();
        Ok(new DeleteSection("home.steps")).FindSection("home.steps").ShouldBeNull();
        var page = Ok(new AddPage("Electric bikes"));
        page.FindPage("electric-bikes")!.File.ShouldBe("electric-bikes.html");
        Html(page).ShouldContain("electric-bikes.html");
        Ok(new RenamePage("about", "Who we are")).FindPage("about")!.File.ShouldBe("about.html");
        Ok(new HidePage("about", true)).FindPage("about")!.Hidden.ShouldBeTrue();
        Ok(new MovePage("contact", 1)).Pages[1].Id.ShouldBe("contact");
        Ok(new RemovePage("questions")).FindPage("questions").ShouldBeNull();

        SiteDocument Ok(Edit e)
        {
            var r = e.Apply(Site);
            r.Problem.ShouldBeNull();
            return r.Value!;
        }
        static string Html(SiteDocument d) => SiteRenderer.Render(d, Trade, Facts, RenderSettings.Plain).Text("index.html");
    }

    [Fact]
    public void What_cannot_be_done_says_why()
    {
        new RemovePage("home").Apply(Site).Problem.ShouldNotBeNull();
        new MovePage("home", 2).Apply(Site).Problem.ShouldNotBeNull();
        new SetText("home.opening", "heading", new string('x', 7000)).Apply(Site).Problem!.ShouldContain("7,000");
        new SetText("home.opening", "heading", "Ring {{ phone").Apply(Site).Problem!.ShouldContain("placeholder");
        new SetText("home.gone", "heading", "x").Apply(Site).Problem!.ShouldContain("undo");
        new AddPage("   ").Apply(Site).Problem.ShouldNotBeNull();
        new AddSection("home", "nothing", 0).Apply(Site).Problem.ShouldNotBeNull();
    }

    [Fact]
    public void Any_row_of_edits_leaves_a_site_that_renders()
    {
        var sections = Site.Pages.SelectMany(p => p.Sections).Select(s => s.Id).ToArray();
        var pages = Site.Pages.Select(p => p.Id).ToArray();
        var edit = Gen.OneOf(
            Pick.Any(sections).Select(s => (Edit)new HideSection(s, true)),
            Pick.Any(sections).Select(s => (Edit)new DeleteSection(s)),
            Gen.Select(Pick.Any(sections), Pick.Any(pages), Gen.Int[0, 9]).Select((s, p, i) => (Edit)new MoveSection(s, p, i)),
            Pick.Any(sections).Select(s => (Edit)new DuplicateSection(s)),
            Pick.Any(pages).Select(p => (Edit)new RemovePage(p)),
            Gen.Select(Pick.Any(pages), Pick.Any(SectionKinds.All.Values.Select(k => k.Name).ToArray()))
                .Select((p, k) => (Edit)new AddSection(p, k, 0)),
            Gen.Select(Pick.Any(sections), Pick.Any("to:call", "about.html", "services.html#each", "https://www.timber.example/"))
                .Select((s, t) => (Edit)new SetButtons(s, [new SectionButton(Passage.None, t)])),
            Gen.Select(Pick.Any(pages), Pick.Any(pages)).Select((p, u) => (Edit)new NestPage(p, u)),
            Gen.Select(Pick.Any(pages), Pick.Any("one", "two")).Select((p, a) => (Edit)new SetAddress(p, a)),
            Gen.Select(Pick.Any(sections), Gen.Int[0, 4], Pick.Any("key", "dog")).Select((s, i, n) => (Edit)new SetIcon(s, i, n)),
            Pick.Any(sections)
                .Select(s => (Edit)new DressSection(s, new SectionDress { Screens = SectionScreens.Wide, Picture = PhonePicture.First }))
        );
        edit.List[1, 12]
            .Sample(
                edits =>
                {
                    var site = edits.Aggregate(Site, (d, e) => e.Apply(d).Value ?? d);
                    var files = SiteRenderer.Render(site, Trade, Facts, RenderSettings.Plain);
                    // No link that is published leads nowhere, whatever was renamed, hidden or taken away; but a site without its privacy
                    // page may not go live at all.
                    if (
                        Preflight
                            .OfFiles(files.Files.ToDictionary(f => f.Key, f => f.Value))
                            .FirstOrDefault(f =>
                                f.Rule is "broken-link" or "dead-button" && !f.Message.Contains("privacy.html", StringComparison.Ordinal)
                            ) is
                        { } broken
                    )
                        throw new Xunit.Sdk.XunitException(broken.ToString());
                    return SiteDocument.FromJson(site.ToJson()).ToJson() == site.ToJson()
                        && files.Files.ContainsKey("index.html")
                        && site.Pages.SelectMany(p => p.Sections).Select(s => s.Id).Distinct().Count()
                            == site.Pages.Sum(p => p.Sections.Length);
                },
                iter: 60
            );
    }

    [Fact]
    public void What_people_type_is_sanitized()
    {
        const string bad = "<img src=x onerror=alert(1)> [x](javascript:alert(1)) **bold** <b onclick=x>y</b>";
        var site = new SetText("home.intro", "text", bad).Apply(Site).Value!;
        var html = SiteRenderer.Render(site, Trade, Facts, RenderSettings.Plain).Text("index.html");
        html.ShouldContain("<strong>bold</strong>");
        html.ShouldNotContain("<img src=x");
        html.ShouldNotContain("href=\"javascript");
        html.ShouldNotContain("<b onclick");
    }

    // Longest common subsequence, worked by hand.
    [Fact]
    public void Word_difference_of_two_sentences() =>
        Difference
            .Words("the quick brown fox", "the slow brown dog ran")
            .ShouldBe([
                new(Change.Same, "the"),
                new(Change.Removed, "quick"),
                new(Change.Added, "slow"),
                new(Change.Same, "brown"),
                new(Change.Removed, "fox"),
                new(Change.Added, "dog ran"),
            ]);

    [Fact]
    public void Difference_read_either_way_gives_both_texts() =>
        Gen.Select(Pick.Any("a", "b", "c", "d").List[0, 9], Pick.Any("a", "b", "c", "d").List[0, 9])
            .Sample(
                (x, y) =>
                {
                    var runs = Difference.Words(string.Join(" ", x), string.Join(" ", y));
                    string Side(Change without) => string.Join(" ", runs.Where(r => r.Change != without).Select(r => r.Text));
                    return Side(Change.Added) == string.Join(" ", x) && Side(Change.Removed) == string.Join(" ", y);
                }
            );
}
