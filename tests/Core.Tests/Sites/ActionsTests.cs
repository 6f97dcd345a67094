using AngleSharp.Html.Parser;
using Plurimax.Facts;
using Plurimax.Making.Composing;
using Plurimax.Making.Settings;
using Plurimax.Publishing.Launching;
using Plurimax.Publishing.Rendering;
using Plurimax.Publishing.Sections;
using Plurimax.Sites;
using Plurimax.Trades;

namespace Plurimax.Core.Tests;

/// <summary>Buttons and links, and the parts that stand on every page.</summary>
public class ActionsTests
{
    private static readonly TradeTemplate Trade = TradeCatalogue.Shipped()["bicycle-repair"];
    private static readonly FactSheet Bare = FactSheet.From("Fennel & Rye", "Saltmere");
    private static readonly FactSheet Facts = Bare.With("phone", Known(PhoneReader.Read("01632 960144", "GB").Value!))
        .With("email", Known(new TextValue("post@fennel.example")))
        .With("place", Known(new AddressValue("3 Quay Street", "Saltmere", "SZ4 1AB", null, "GB")));
    private static readonly SiteDocument Site = Composer.Compose(Trade, Facts, new Wishes());

    private static FactEntry Known(FactValue value) => new(value, FactSource.Maker, true, true, "Mara", DateTimeOffset.UnixEpoch);

    private static string Page(SiteDocument site, string file = "index.html", FactSheet? facts = null) =>
        SiteRenderer.Render(site, Trade, facts ?? Facts, RenderSettings.Plain).Text(file);

    private static SiteDocument Do(SiteDocument site, Edit edit)
    {
        var done = edit.Apply(site);
        done.Problem.ShouldBeNull();
        return done.Value!;
    }

    private static SiteDocument Buttons(params string[] targets) =>
        Do(Site, new SetButtons("home.steps", [.. targets.Select(t => new SectionButton(Passage.None, t))]));

    private static string[] Shown(SiteDocument site, FactSheet? facts = null) =>
        [
            .. new HtmlParser()
                .ParseDocument(Page(site, facts: facts))
                .QuerySelectorAll("#steps .ctas a")
                .Select(a => $"{a.GetAttribute("href")} {a.TextContent.Trim()}"),
        ];

    [Fact]
    public void A_button_without_words_of_its_own_says_what_its_target_is_and_follows_it()
    {
        Shown(Buttons(LinkTarget.Call, "services.html", "contact.html#enquiry", "https://www.timber.example/a"))
            .ShouldBe([
                "tel:+441632960144 Call 01632 960144",
                "services.html Services",
                $"contact.html#enquiry {Heading()}",
                "https://www.timber.example/a timber.example",
            ]);
        var renamed = Do(Do(Buttons("services.html"), new RenamePage("services", "What we mend")), new SetAddress("services", "mending"));
        Shown(renamed).ShouldBe(["mending.html What we mend"]);

        string Heading() =>
            SiteTexts
                .For(Site, Site.Language, Trade, Facts, System.Collections.Immutable.ImmutableDictionary<string, string>.Empty)
                .Text.Plain(Site.FindPage("contact")!.Sections.First(s => s.Content is ContactContent).Content.Heading);
    }

    [Fact]
    public void A_button_whose_target_is_gone_is_flagged_and_never_published()
    {
        var site = Do(Buttons(LinkTarget.Call, "services.html", "about.html"), new HidePage("about", true));
        Shown(site, Bare).ShouldBe(["services.html Services"]);
        LinkTarget
            .Dead(site, site.Pages[0], site.FindSection("home.steps")!.Value.Section, Bare, texts: false)
            .ShouldBe([(LinkTarget.Call, "The phone number is not known or not shown."), ("about.html", "About is hidden.")]);
        var text = Do(
            Site,
            new SetText("home.opening", "text", "Ask [here](nowhere.html), [there](services.html#none) or [ring](to:call).")
        );
        LinkTarget
            .Dead(text, text.Pages[0], text.FindSection("home.opening")!.Value.Section, Facts, texts: true)
            .Select(d => d.Target)
            .ShouldBe(["nowhere.html", "services.html#none"]);
    }

    /// <summary>Addresses by RFC 3966 (tel), RFC 6068 (mailto), RFC 5724 (sms) and RFC 5870 (geo).</summary>
    [Fact]
    public void Links_in_texts_follow_the_facts_and_leave_their_words_where_a_fact_is_not_known()
    {
        var site = Do(
            Site,
            new SetText("home.opening", "text", "[Ring](to:call), [write](to:email), [text](to:message) or [come](to:directions).")
        );
        var html = Page(site);
        foreach (
            var part in new[]
            {
                "<a href=\"tel:+441632960144\">Ring</a>",
                "<a href=\"mailto:post@fennel.example\">write</a>",
                "<a href=\"sms:+441632960144\">text</a>",
                "<a href=\"geo:0,0?q=3%20Quay%20Street%2C%20Saltmere%20SZ4%201AB\">come</a>",
            }
        )
            html.ShouldContain(part);
        Page(site, facts: Bare).ShouldContain("Ring, write, text or come.");
    }

    [
        Theory,
        InlineData("javascript:alert(1)"),
        InlineData("JAVASCRIPT:alert(1)"),
        InlineData("data:text/html,x"),
        InlineData("//evil.example"),
        InlineData("")
    ]
    public void What_cannot_be_followed_safely_is_no_target(string target) =>
        new SetButtons("home.steps", [new SectionButton(Passage.None, target)]).Apply(Site).Ok.ShouldBeFalse();

    [Fact]
    public void The_opening_has_its_own_buttons_instead_of_the_usual_ones_and_gets_them_back()
    {
        var own = Do(Site, new SetButtons("home.opening", [new SectionButton(new("See the work", Kept: true), "services.html")]));
        var dom = new HtmlParser().ParseDocument(Page(own));
        dom.QuerySelectorAll(".s-hero .ctas a").Select(a => a.TextContent).ShouldBe(["See the work"]);
        Page(Do(own, new SetButtons("home.opening", []))).ShouldBe(Page(Site));
        SiteDocument.FromJson(own.ToJson()).ToJson().ShouldBe(own.ToJson());
    }

    [Fact]
    public void A_menu_has_two_levels_and_a_page_without_its_parent_stands_by_itself()
    {
        var nested = Do(Site, new NestPage("questions", "about"));
        var dom = new HtmlParser().ParseDocument(Page(nested));
        dom.QuerySelector("#nav li.has > ul a")!.GetAttribute("href").ShouldBe("questions.html");
        dom.QuerySelector("#nav li.has > button.sub")!.GetAttribute("aria-expanded").ShouldBe("false");
        new NestPage("services", "questions").Apply(nested).Problem!.ShouldContain("two levels");
        new NestPage("about", "services").Apply(nested).Problem!.ShouldContain("two levels");
        new HtmlParser()
            .ParseDocument(Page(Do(nested, new SetInMenu("about", false))))
            .QuerySelectorAll("#nav a[href='questions.html']")
            .Length.ShouldBe(1);
        Page(Do(nested, new NestPage("questions", null))).ShouldBe(Page(Site));
    }

    [Fact]
    public void Parts_stand_on_every_page_and_one_taken_away_leaves_nothing()
    {
        var parts = new SiteParts
        {
            Head = "v-mast",
            Foot = "v-night",
            PhoneBar = true,
            Bubble = true,
            Notice = new(new("Closed on Monday"), "contact.html", "2026-12-24"),
            PopUp = new(new("Before you go"), new("Ring us."), LinkTarget.Call),
            Links = [new(new("The parish list"), "https://list.saltmere.example/")],
        };
        var site = Do(Site, new SetParts("all", parts));
        foreach (var page in site.Pages)
        {
            var dom = new HtmlParser().ParseDocument(Page(site, page.File));
            dom.QuerySelector("header.s-head.v-mast").ShouldNotBeNull();
            dom.QuerySelector("footer.s-foot.v-night").ShouldNotBeNull();
            dom.QuerySelector(".s-notice [data-until='2026-12-24'] a")!.GetAttribute("href").ShouldBe("contact.html");
            dom.QuerySelectorAll(".phonebar a").Select(a => a.GetAttribute("href")!.Split(':')[0]).ShouldBe(["tel", "sms", "geo"]);
            dom.QuerySelector("dialog#popup[data-days='14'] .ctas a")!.GetAttribute("href").ShouldBe("tel:+441632960144");
            dom.QuerySelector("#nav a[href='https://list.saltmere.example/']").ShouldNotBeNull();
        }
        Preflight
            .OfFiles(SiteRenderer.Render(site, Trade, Facts, RenderSettings.Plain).Files.ToDictionary(f => f.Key, f => f.Value))
            .Where(f => f.Severity == Severity.Blocker)
            .ShouldBeEmpty();
        Do(site, new SetParts("none", new SiteParts())).ToJson().ShouldBe(Site.ToJson());
        // Where no fact stands behind a part it is not there.
        Page(site, facts: Bare).ShouldNotContain("class=\"phonebar\"");
    }

    [Fact]
    public void Links_of_every_page_follow_a_new_address_are_left_out_where_dead_and_told()
    {
        var site = Do(
            Site,
            new SetParts(
                "all",
                new SiteParts
                {
                    Notice = new(new("Closed"), "about.html"),
                    Links = [new(new("Prices"), "services.html#each")],
                    PopUp = new(new("H"), new("T"), "about.html"),
                }
            )
        );
        var moved = Do(Do(site, new SetAddress("about", "who-we-are")), new SetAddress("services", "jobs"));
        (moved.Parts!.Notice!.Target, moved.Parts.PopUp!.Target, moved.Parts.Links[0].Target).ShouldBe(
            ("who-we-are.html", "who-we-are.html", "jobs.html#each")
        );
        var gone = Do(moved, new HidePage("about", true));
        Page(gone).ShouldNotContain("who-we-are.html");
        LinkTarget
            .Dead(gone, Facts)
            .ShouldBe([("who-we-are.html", "About is hidden."), ("jobs.html#each", "There is no “each” on Services.")]);
        new SetParts("x", new SiteParts { Notice = new(new("Shut"), "#each") }).Apply(Site).Problem!.ShouldContain("names the page");
    }

    [Fact]
    public void Another_language_keeps_its_own_links_when_a_page_of_this_one_moves()
    {
        var both = Composer.WithLanguage(Site, TradeCatalogue.Shipped().InLanguage(Trade, "de")!, Facts);
        var german = both.Pages.First(p => p.Language is not null && p.Sections.Any(s => s.Content is AboutContent));
        var section = german.Sections.First(s => s.Content is AboutContent).Id;
        // A page of the same name in both languages.
        both = both.WithPage(german.Id, p => p with { File = "de/about.html" });
        both = Do(both, new SetText(section, "text", "Mehr [hier](about.html)."));
        Do(both, new SetAddress("about", "who-we-are"))
            .FindSection(section)!
            .Value.Section.Content.Text.Text.ShouldBe("Mehr [hier](about.html).");
        Do(both, new SetAddress(german.Id, "wir")).FindSection(section)!.Value.Section.Content.Text.Text.ShouldBe("Mehr [hier](wir.html).");
    }

    [Fact]
    public void Parts_that_cannot_stand_say_why()
    {
        string Why(SiteParts parts) => new SetParts("x", parts).Apply(Site).Problem ?? "";
        Why(new SiteParts { Notice = new(Passage.None) }).ShouldContain("no words");
        Why(new SiteParts { Notice = new(new("Shut"), Until: "24.12.") }).ShouldContain("2026-12-24");
        Why(new SiteParts { Notice = new(new("Shut"), "javascript:x") }).ShouldContain("cannot be followed");
        Why(new SiteParts { PopUp = new(new("H"), new("T"), LinkTarget.PopUp) }).ShouldContain("itself");
        Why(new SiteParts { PopUp = new(new("H"), new("T"), "", Days: 0) }).ShouldContain("days");
        Why(new SiteParts { Links = [new(Passage.None, "https://x.example")] }).ShouldContain("name");
    }
}
