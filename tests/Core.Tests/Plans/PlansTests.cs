using AngleSharp.Html.Parser;
using CsCheck;
using Plurimax.Facts;
using Plurimax.Making.Composing;
using Plurimax.Making.Pages;
using Plurimax.Making.Plans;
using Plurimax.Publishing.Launching;
using Plurimax.Publishing.Rendering;
using Plurimax.Publishing.Sections;
using Plurimax.Sites;
using Plurimax.Trades;

namespace Plurimax.Core.Tests;

public sealed class PlansTests
{
    private static readonly TradeCatalogue Trades = TradeCatalogue.Shipped();
    private static readonly FactSheet Few = FactSheet.From("Wrack & Reed", "Saltmere");

    private static (SiteDocument Site, TradeTemplate Trade, FactSheet Facts) Site(
        string trade = "bicycle-repair",
        PlanSize size = PlanSize.Small
    ) => (Composer.Compose(Trades[trade], Few, new Wishes(Size: size)), Trades[trade], Few);

    /// <summary>
    /// Wishes as makers would type them, written down before the reader was tried on them: trade, wish, kind of page, sections that must be
    /// there, what is not understood.
    /// </summary>
    [Theory]
    [InlineData("bicycle-repair", "a page about emergency call-outs with a price list", "page", "title prices", "")]
    [InlineData("plumber", "a page about emergency call-outs with a price list", "page", "urgent prices ask", "")]
    [InlineData("tree-surgeon", "Please add a page about stump grinding with photos and a form", "service", "service gallery contact", "")]
    [InlineData("plumber", "prices", "prices", "prices", "")]
    [InlineData("restaurant", "a page for the menu with opening hours and a map", "menu", "menu visit", "")]
    [InlineData("guesthouse", "our rooms, with pictures and reviews", "rooms", "rooms gallery testimonials", "")]
    [InlineData("yoga-studio", "timetable with a newsletter sign-up", "timetable", "timetable newsletter", "")]
    [InlineData("roofer", "page on flat roofs with before and after pictures and steps", "service", "service compare steps", "")]
    [InlineData("gardener", "what customers say, with our rating", "testimonials", "testimonials rating", "")]
    [InlineData("dentist", "page about the team with certificates", "team", "team memberships", "")]
    [InlineData("cabinet-maker", "finished work with a film", "gallery", "gallery video", "")]
    [InlineData("hairdresser", "a page about weddings with a price list, photos and a chatbot", "service", "prices gallery", "chatbot")]
    [InlineData("painter", "where we work with a callback form", "area", "area callback", "")]
    [InlineData("accountant", "a page called Deadlines with downloads and faq", "page", "text downloads questions", "")]
    [InlineData("solicitor", "Seite über Testamente mit Preisen und Kontaktformular", "page", "prices contact", "")]
    [InlineData("bookshop", "news", "news", "news", "")]
    [InlineData("vet", "questions and answers", "questions", "questions", "")]
    [InlineData("carpenter", "a page about the owner", "about", "about", "")]
    [InlineData("photographer", "pictures", "gallery", "gallery", "")]
    [InlineData("campsite", "accessibility statement", "accessibility", "accessibility", "")]
    [InlineData("cleaner", "Add a page about oven cleaning with a time machine", "service", "service", "time machine")]
    [InlineData("locksmith", "page about new locks with galery", "service", "gallery", "")]
    public void A_wish_for_a_page_is_read(string trade, string wish, string kind, string slots, string unread)
    {
        var (site, template, facts) = Site(trade);
        var read = PageWish.Read(wish, site, template, facts);
        read.Ok.ShouldBeTrue(read.Problem);
        read.Value!.Kind.Id.ShouldBe(kind, $"{read.Value.Name}: {read.Value.Why}");
        var there = read.Value.Sections.Select(s => s.Slot.Split('*')[0]).ToArray();
        foreach (var slot in slots.Split(' '))
            there.ShouldContain(slot, $"in {string.Join(", ", there)}");
        string.Join(", ", read.Value.Unread).ShouldBe(unread);
        read.Value.Sections.ShouldAllBe(s => s.Why.Length > 0);
    }

    [Theory]
    [InlineData("")]
    [InlineData("   ")]
    [InlineData(null)]
    public void An_empty_wish_is_answered_with_an_example(string? wish)
    {
        var (site, trade, facts) = Site();
        PageWish.Read(wish, site, trade, facts).Problem!.ShouldContain("such as");
    }

    [Fact]
    public void Any_wish_makes_a_page_that_can_be_published()
    {
        var (site, trade, facts) = Site();
        var text = Pick.Any(
            "page",
            "about",
            "with",
            "a",
            "wheels",
            "price list",
            "photos",
            "and",
            ",",
            "{{",
            "<b>",
            "form",
            "map",
            "faq",
            "x",
            "über",
            "notfall",
            "stump",
            "…"
        );
        var made = 0;
        text.Array[1, 12]
            .Sample(
                words =>
                {
                    var read = PageWish.Read(string.Join(' ', words), site, trade, facts);
                    if (!read.Ok)
                        return;
                    var page = PageWish.Make(read.Value!, site, trade, facts);
                    var added = new AddPage(read.Value!.Name, page).Apply(site);
                    added.Ok.ShouldBeTrue(added.Problem);
                    var all = added.Value!.Pages.SelectMany(p => p.Sections).Select(s => s.Id).ToList();
                    all.Count.ShouldBe(all.Distinct().Count());
                    SiteRenderer.Render(added.Value, trade, facts, RenderSettings.Plain).Files.Count.ShouldBeGreaterThan(5);
                    Interlocked.Increment(ref made);
                },
                iter: 60
            );
        made.ShouldBeGreaterThan(10, "many of such wishes are pages");
    }

    [Theory]
    [InlineData("bicycle-repair")]
    [InlineData("tree-surgeon")]
    [InlineData("guesthouse")]
    [InlineData("restaurant")]
    [InlineData("yoga-studio")]
    public void Every_size_is_a_whole_site(string trade)
    {
        var names = new HashSet<string>();
        foreach (var size in Enum.GetValues<PlanSize>())
        {
            var (site, template, facts) = Site(trade, size);
            var files = SiteRenderer.Render(site, template, facts, RenderSettings.Plain);
            Preflight
                .OfFiles(files.Files.ToDictionary(f => f.Key, f => f.Value))
                .Where(f => f.Severity == Severity.Blocker || f.Rule is "title-twice" or "heading-order")
                .ShouldBeEmpty($"{trade} {size}");
            site.Pages.Select(p => p.File).Distinct().Count().ShouldBe(site.Pages.Length);
            site.Size.ShouldBe(size);
            names.Add(string.Join(' ', site.Pages.Select(p => p.Id)));
            site.Pages.SelectMany(p => p.Sections).Count(s => s.Content is ContactContent).ShouldBe(1);
            PlanRules
                .Check(site, facts)
                .Where(r => r.Rule is "services-page" or "about-page" or "privacy-page" or "home-opens" or "home-ends" or "service-ends")
                .ShouldBeEmpty($"{trade} {size}");
        }
        names.Count.ShouldBe(3);
    }

    [Fact]
    public void A_full_site_has_a_page_for_each_service_in_another_wording_than_the_page_of_all()
    {
        var (site, trade, facts) = Site(size: PlanSize.Full);
        var own = site.Pages.Where(p => p.Id.StartsWith("service-", StringComparison.Ordinal)).ToList();
        own.Count.ShouldBe(6);
        var all = site.FindPage("services")!
            .Sections.First(s => s.Content is ServicesContent)
            .Content.Items.ToDictionary(i => i.Id, i => i.Text.Choice);
        foreach (var page in own)
        {
            var service = page.Sections.Select(s => s.Content).OfType<ServiceContent>().Single();
            service.Text.Choice.ShouldNotBe(all[service.Service]);
            service.Text.Kept.ShouldBeFalse();
        }
        var html = new HtmlParser().ParseDocument(SiteRenderer.Render(site, trade, facts, RenderSettings.Plain).Text("services.html"));
        own.ShouldAllBe(p => html.QuerySelectorAll($"main a[href='{p.File}']").Length == 1);
        html.QuerySelectorAll("nav a").Length.ShouldBeLessThanOrEqualTo(PlanRules.MostInMenu);
    }

    [Fact]
    public void Pages_come_with_their_facts()
    {
        var (facts, problems) = FactsFile.Read(
            """
            business: { name: The Long Table }
            place: { town: Saltmere, country: DE }
            dishes: ["Soup | 6", "Pie | 11"]
            """,
            TradeFacts.Of(Trades["restaurant"]),
            FactSource.File,
            confirmed: true
        );
        problems.ShouldBeEmpty();
        var site = Composer.Compose(Trades["restaurant"], facts, new Wishes());
        site.Pages.Select(p => p.Id).ShouldContain("menu");
        site.Pages.Select(p => p.Id).ShouldContain("imprint", "the law of Germany asks for it");
        Composer.Compose(Trades["restaurant"], Few, new Wishes()).Pages.Select(p => p.Id).ShouldNotContain("menu");
    }

    [Fact]
    public void Another_size_and_back_is_the_same_site_and_what_was_written_stays()
    {
        var (small, trade, facts) = Site();
        var full = Composer.Compose(trade, facts, new Wishes(Size: PlanSize.Full));
        var about = small.FindPage("about")!.Sections.First(s => s.Content is AboutContent).Id;
        var written = new SetText(about, "text", "We began in a shed.").Apply(small).Value!;
        var grown = Renewal.Resize(written, full, small);
        grown.Pages.Count(p => p.Id.StartsWith("service-", StringComparison.Ordinal)).ShouldBe(6);
        grown.FindSection(about)!.Value.Section.Content.Text.Text.ShouldBe("We began in a shed.");
        var back = Renewal.Resize(grown, small, full);
        back.Pages.Select(p => p.Id).ShouldBe(written.Pages.Select(p => p.Id));
        var one = Renewal.Resize(written, Composer.Compose(trade, facts, new Wishes(Size: PlanSize.One)), small);
        one.FindPage("about").ShouldNotBeNull("somebody wrote on it");
        one.FindPage("services").ShouldBeNull();
    }

    [Fact]
    public void A_page_after_another_has_its_sections_and_layouts_and_nothing_twice()
    {
        var (site, trade, facts) = Site();
        var made = PageLayout.After(site, "services", "Winter storage").Value!;
        var added = new AddPage("Winter storage", made).Apply(site).Value!;
        var page = added.Pages.Single(p => p.Menu.Text == "Winter storage");
        page.File.ShouldBe("winter-storage.html");
        page.Sections.Select(s => s.Content.GetType()).ShouldBe(site.FindPage("services")!.Sections.Select(s => s.Content.GetType()));
        PageLayout.After(site, "services", " ").Problem!.ShouldContain("needs a name");
        new AddPage("Winter storage", made).Apply(added).Value!.Pages.Select(p => p.File).ShouldContain("winter-storage-2.html");
    }

    [Fact]
    public void The_structure_of_an_html_page_becomes_sections_and_its_texts_come_along()
    {
        const string html = """
            <!doctype html><title>Eaves &amp; Co | Gutters</title><nav><a href=/>Home</a></nav><script>alert(1)</script>
            <main><h1>Gutter cleaning</h1><p>Gutters fill from the roof down, and nobody looks until it drips.</p>
            <h2>How we do it</h2><ol><li><b>Look</b> from the ladder.</li><li><b>Clear</b> by hand.</li></ol>
            <h2>What it costs</h2><table><tr><td>Bungalow<td>£60<tr><td>House<td>£90</table>
            <h2>Questions</h2><details><summary>In the rain?</summary>No.</details>
            <details><summary>How often?</summary>Once a year.</details>
            <h2>Our work</h2><img src=a.jpg><img src=b.jpg><img src=c.jpg>
            <h2>Said of us</h2><blockquote>Quick and tidy.</blockquote>
            <h2>When</h2><p>Monday 9-17, Tuesday 9-17</p>
            <h2>Write</h2><form><input name=a><input name=b><textarea></textarea></form></main><footer>© 2019</footer>
            """;
        var read = PageFromHtml.Read(html).Value!;
        read.Name.ShouldBe("Gutter cleaning");
        read.Page.Sections.Select(s => s.Content.Kind)
            .ShouldBe(["title", "text", "steps", "prices", "questions", "gallery", "testimonials", "visit", "callback"]);
        read.Page.Sections[2]
            .Content.Items.Select(i => (i.Title.Text, i.Text.Text))
            .ShouldBe([("Look", "from the ladder."), ("Clear", "by hand.")]);
        read.Page.Sections[4].Content.Items[1].Text.Text.ShouldBe("Once a year.");
        read.Page.Sections[6].Content.Items.ShouldBeEmpty("words of customers need a source and a permission");
        string.Join(' ', read.Page.Sections.SelectMany(s => s.Content.Passages()).Select(p => p.Passage.Text)).ShouldNotContain("alert");
        PageFromHtml.Read("plain words").Ok.ShouldBeFalse();
        PageFromHtml.Read("<p></p>").Ok.ShouldBeFalse();
    }

    [Fact]
    public void Any_html_is_taken_or_refused_and_never_breaks()
    {
        var bits = Pick.Any(
            "<h2>A</h2>",
            "<h3>B?</h3>",
            "<p>words and words and words</p>",
            "<ul><li>x",
            "<table><tr>",
            "{{ x }}",
            "[a|b]",
            "<form>",
            "<img>",
            "<dl><dt>Q?<dd>A",
            "</div>",
            "<iframe>",
            "&lt;",
            "<blockquote>",
            "<details>"
        );
        var (site, trade, facts) = Site();
        var read = 0;
        bits.Array[1, 14]
            .Sample(
                parts =>
                {
                    var page = PageFromHtml.Read(string.Concat(parts) + "<");
                    if (!page.Ok)
                        return;
                    var added = new AddPage(page.Value!.Name, page.Value.Page).Apply(site).Value!;
                    SiteRenderer
                        .Render(added, trade, facts, RenderSettings.Plain)
                        .Text(added.Pages.First(p => p.Menu.Text.Length > 0 && site.FindPage(p.Id) is null).File)
                        .ShouldEndWith("</html>\n");
                    Interlocked.Increment(ref read);
                },
                iter: 80
            );
        read.ShouldBeGreaterThan(10, "many of such files are pages");
    }

    [Fact]
    public void The_practice_of_page_sets_is_checked()
    {
        var (site, _, facts) = Site();
        SiteDocument Without(params Type[] kinds) =>
            site with
            {
                Pages = [.. site.Pages.Select(p => p with { Sections = [.. p.Sections.Where(s => !kinds.Contains(s.Content.GetType()))] })],
            };
        string[] Rules(SiteDocument d) => [.. PlanRules.Check(d, facts).Select(r => r.Rule).Distinct()];
        Rules(Without(typeof(ServicesContent))).ShouldContain("services-page");
        Rules(Without(typeof(AboutContent))).ShouldContain("about-page");
        Rules(Without(typeof(ActionContent))).ShouldContain("home-ends");
        Rules(Without(typeof(OpeningContent))).ShouldContain("home-opens");
        Rules(Without(typeof(ContactContent))).ShouldContain("contact-way");
        Rules(new AddSection("home", "gallery", 3).Apply(site).Value!).ShouldContain("waits");
        Rules(new RenamePage("about", site.FindPage("contact")!.Menu.Text).Apply(site).Value!).ShouldContain("menu-twice");
    }
}
