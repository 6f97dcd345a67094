using Plurimax.Facts;
using Plurimax.Making.Composing;
using Plurimax.Publishing.Finding;
using Plurimax.Publishing.Launching;
using Plurimax.Publishing.Rendering;
using Plurimax.Publishing.Sections;
using Plurimax.Sites;
using Plurimax.Trades;

namespace Plurimax.Core.Tests;

/// <summary>Addresses of pages and how they are found.</summary>
public class FindingTests
{
    private static readonly TradeTemplate Trade = TradeCatalogue.Shipped()["bicycle-repair"];
    private static readonly FactSheet Facts = FactSheet.From("Fennel & Rye", "Saltmere");
    private static readonly SiteDocument Site = Composer.Compose(Trade, Facts, new Wishes());

    private static SiteFiles Files(SiteDocument site) => SiteRenderer.Render(site, Trade, Facts, RenderSettings.Plain);

    [Fact]
    public void A_page_with_another_address_is_reached_by_both_and_no_link_breaks()
    {
        var linked = new SetText("home.opening", "text", "See [what we do](services.html#each) and [the rest](services.html).")
            .Apply(Site)
            .Value!;
        var moved = new SetAddress("services", "What it costs").Apply(linked).Value!;
        moved.FindPage("services")!.File.ShouldBe("what-it-costs.html");
        moved
            .FindSection("home.opening")!
            .Value.Section.Content.Text.Text.ShouldBe("See [what we do](what-it-costs.html#each) and [the rest](what-it-costs.html).");
        var files = Files(moved);
        MovedPage.TargetOf(files.Files["services.html"]).ShouldBe("what-it-costs.html");
        files.Text("sitemap.xml").ShouldContain("what-it-costs.html");
        files.Text("sitemap.xml").ShouldNotContain("services.html");
        foreach (
            var (path, html) in files.Files.Where(f =>
                f.Key.EndsWith(".html", StringComparison.Ordinal) && MovedPage.TargetOf(f.Value) is null
            )
        )
            System.Text.Encoding.UTF8.GetString(html).ShouldNotContain("services.html", customMessage: path);
        Preflight.OfFiles(files.Files.ToDictionary(f => f.Key, f => f.Value)).ShouldNotContain(f => f.Rule == "broken-link");
        // And back again: nothing is led in a circle.
        var back = new SetAddress("services", "services").Apply(moved).Value!;
        back.FindPage("services")!.Before.ShouldBe(["what-it-costs.html"]);
        MovedPage.TargetOf(Files(back).Files["services.html"]).ShouldBeNull();
        SiteDocument.FromJson(back.ToJson()).ToJson().ShouldBe(back.ToJson());
    }

    [Fact]
    public void An_address_is_free_well_formed_and_not_that_of_the_home_page()
    {
        new SetAddress("services", "about").Apply(Site).Problem!.ShouldContain("stands at");
        new SetAddress("services", "!!!").Apply(Site).Ok.ShouldBeFalse();
        new SetAddress("services", "index").Apply(Site).Ok.ShouldBeFalse();
        new SetAddress("home", "start").Apply(Site).Ok.ShouldBeFalse();
        var moved = new SetAddress("about", "who-we-are").Apply(Site).Value!;
        new SetAddress("services", "about").Apply(moved).Problem!.ShouldContain("once stood");
    }

    [Fact]
    public void A_page_of_another_language_keeps_to_its_folder()
    {
        var both = Composer.WithLanguage(Site, TradeCatalogue.Shipped().InLanguage(Trade, "de")!, Facts);
        var page = both.Pages.First(p => p.Language is not null && !p.IsHome);
        var moved = new SetAddress(page.Id, "anders").Apply(both).Value!;
        moved.FindPage(page.Id)!.File.ShouldBe("de/anders.html");
        MovedPage.TargetOf(Files(moved).Files[page.File]).ShouldBe("../de/anders.html");
    }

    [Fact]
    public void What_should_not_be_listed_is_not_and_a_share_picture_is_a_photo_of_the_site()
    {
        var page = Site.FindPage("about")!;
        var hidden = new DescribePage("about", page.Title, page.Description, [], Unlisted: true, null).Apply(Site).Value!;
        Files(hidden).Text("about.html").ShouldContain("<meta name=\"robots\" content=\"noindex\">");
        Files(hidden).Text("sitemap.xml").ShouldNotContain("about.html");
        new DescribePage("about", page.Title, page.Description, [], false, "gone").Apply(Site).Ok.ShouldBeFalse();
        new DescribePage("about", new("{{ oops"), page.Description, [], false, null).Apply(Site).Ok.ShouldBeFalse();
        new DescribePage("about", page.Title, page.Description, ["a", "b", "c", "d", "e", "f"], false, null).Apply(Site).Ok.ShouldBeFalse();
        var photo = new SiteFile("yard", "img/yard.webp", new string('a', 64), 1600, 900, "The yard");
        var shared = new DescribePage("about", page.Title, page.Description, [], false, "yard").Apply(Site with { Files = [photo] }).Value!;
        Files(shared).Text("about.html").ShouldContain("<meta property=\"og:image\" content=\"http://site.example/img/yard.webp\">");
    }

    /// <summary>
    /// Advance widths of Helvetica in thousandths of an em, from Adobe's Core 14 AFM files: A 667, W 944, i 222, space 278, e 556.
    /// </summary>
    [Theory, InlineData("A", 667), InlineData("W", 944), InlineData("i", 222), InlineData("Wie i", 944 + 222 + 556 + 278 + 222)]
    public void Widths_are_those_of_the_published_metrics(string text, int thousandths) =>
        SearchResult.Width(text, 20).ShouldBe(thousandths * 20 / 1000.0, .02);

    [Fact]
    public void A_long_title_is_cut_between_words_where_the_column_ends()
    {
        var shown = SearchResult.Title("Bicycle repairs in Saltmere, job by job, with prices that are said before the work begins");
        shown.Cut.ShouldBeTrue();
        shown.Text.ShouldEndWith(" …");
        SearchResult.Width(shown.Text, SearchResult.TitleSize).ShouldBeLessThanOrEqualTo(SearchResult.TitleRoom);
        SearchResult
            .Title("Short")
            .ShouldBe(new ShownText("Short", (int)Math.Ceiling(SearchResult.Width("Short", 20)), SearchResult.TitleRoom));
    }

    [Fact]
    public void A_phrase_scores_by_where_its_words_stand_and_says_what_to_mend()
    {
        const string good =
            "<html><head><title>Bike repairs in Saltmere</title><meta name=description content='We repair bikes in "
            + "Saltmere.'></head><body><main><h1>Bike repair, Saltmere</h1><p>Bikes are repaired in Saltmere the same day, on a "
            + "stand by the window where anybody may look on while the work is done and ask what each part is for.</p><h2>What a "
            + "repair costs</h2><p>One price, said first, for every job.</p></main></body></html>";
        var score = KeyPhrase.Score("bike repair saltmere", good, "bike-repair.html");
        score.Checks.Where(c => !c.Met).Select(c => c.What).ShouldBe(["not too often"]);
        score.Score.ShouldBe(90);
        var empty = KeyPhrase.Score("tandem hire", good, "bike-repair.html");
        empty.Score.ShouldBe(10);
        empty.Checks.First(c => c.What == "title").Mend.ShouldContain("tandem hire");
        KeyPhrase.Score("in the", good, "x.html").Score.ShouldBe(0, "words that nobody searches by");
    }
}
