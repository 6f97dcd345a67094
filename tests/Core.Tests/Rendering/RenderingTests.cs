using System.Text.Json;
using System.Text.RegularExpressions;
using System.Xml.Linq;
using AngleSharp.Html.Parser;
using Plurimax.Facts;
using Plurimax.Making.Composing;
using Plurimax.Publishing.Rendering;
using Plurimax.Publishing.Sections;
using Plurimax.Sites;
using Plurimax.Text;
using Plurimax.Trades;

namespace Plurimax.Core.Tests;

public class RenderingTests
{
    private static readonly TradeCatalogue Trades = TradeCatalogue.Shipped();
    private static readonly TradeTemplate Trade = Trades["bicycle-repair"];
    private static readonly FactSheet Rich = FactsFile
        .Read(Content.Text("demo/harrowgate-cycle-works.yaml")!, TradeFacts.Of(Trade), FactSource.File, true)
        .Facts;
    private static readonly SiteWords Words = SiteWords.For("en-GB");

    private static SiteFiles Render(FactSheet facts, Func<RenderSettings, RenderSettings>? settings = null) =>
        SiteRenderer.Render(Composer.Compose(Trade, facts, new Wishes()), Trade, facts, (settings ?? (s => s))(RenderSettings.Plain));

    [Fact]
    public void Interpolated_values_are_encoded_and_markup_is_not()
    {
        Html.Of($"<p title=\"{"a\"b"}\">{"<b>&"}{new Html("<i>x</i>")}{3}</p>")
            .Value.ShouldBe("<p title=\"a&quot;b\">&lt;b&gt;&amp;<i>x</i>3</p>");
        Html.Of($"{new[] { 1, 2 }.Select(n => Html.Of($"<li>{n}</li>"))}").Value.ShouldBe("<li>1</li><li>2</li>");
        Html.Encode("a\u0000b\u0007c").ShouldBe("abc");
    }

    private static TextEngine Engine(params (string Id, object Value)[] facts) =>
        new(
            facts.ToDictionary(f => f.Id, f => f.Value),
            new Dictionary<string, string> { ["job"] = "repair" },
            new Dictionary<string, string>(),
            Words
        );

    [Theory]
    [InlineData("{{ towns | list }}", "Thornby, Hallow and Askerby")]
    [InlineData("{{ name | possessive }} bikes", "Bells’ bikes")]
    [InlineData("{{ what | sentence }}.", "Brakes yes, the motor no.")]
    [InlineData("{{ sum | money }}", "£5,000,000")]
    [InlineData("{{ month | date }}", "October 2026")]
    [InlineData("{{ count | count: \"review\", \"reviews\" }}", "2 reviews")]
    [InlineData("a {{ words.job }}", "a repair")]
    [InlineData("{% if missing %}no{% endif %}yes", "yes")]
    public void Filters_speak_the_sites_language(string text, string shown) =>
        Engine(
                ("towns", new[] { "Thornby", "Hallow", "Askerby" }),
                ("name", "Bells"),
                ("what", "brakes yes, the motor no."),
                ("sum", 5000000m),
                ("month", "2026-10"),
                ("count", 2)
            )
            .Plain(new Passage(text))
            .ShouldBe(shown);

    [Fact]
    public void A_fact_is_never_read_as_code()
    {
        var engine = Engine(("name", "{{ secret }} *a* [x](javascript:1) <b> & \"q\""), ("secret", "hidden"));
        var html = engine.Prose(new Passage("We are **{{ name }}**.")).Value;
        html.ShouldNotContain("hidden");
        html.ShouldNotContain("<em>");
        html.ShouldNotContain("<a ");
        html.ShouldContain("{{ secret }} *a* [x](javascript:1) &lt;b&gt; &amp;");
    }

    [Fact]
    public void A_passage_that_needs_a_fact_waits_for_it()
    {
        var passage = new Passage("Ring {{ phone }}.", Needs: ["phone"]);
        Engine().Stands(passage).ShouldBeFalse();
        Engine(("phone", "01632 960142")).Stands(passage).ShouldBeTrue();
        TextEngine.References("{{ place.town }} {% if phone %}{{ phone }}{% endif %}").ShouldBe(["place.town", "phone"]);
        TextEngine.Fault("{{ ok }}").ShouldBeNull();
        TextEngine.Fault("{% if %}").ShouldNotBeNull();
    }

    [Theory]
    [InlineData("it's \"fine\"", "it’s “fine”")]
    [InlineData("'quoted' and the '90s", "‘quoted’ and the ’90s")]
    public void Quotes_are_set_typographically(string typed, string set) => Engine().Plain(new Passage(typed)).ShouldBe(set);

    [Fact]
    public void Hours_times_and_money_read_as_people_write_them()
    {
        var hours = (
            (HoursValue)
                FactReader.Read(FactCatalogue.Common.First(d => d.Id == "hours"), "Mon-Fri 8:30-12, Mon-Fri 13-17:30, Sat 9-12").Value!
        ).Hours;
        Words.Hours(hours).ShouldBe("Monday to Friday 8.30 am – noon, 1 pm – 5.30 pm, Saturday 9 am – noon");
        Words.Money(14).ShouldBe("£14");
        Words.Money(1234.5m).ShouldBe("£1,234.50");
        Words.Money(9, "DE").ShouldBe("€9");
        Words.Date("2027-03-31").ShouldBe("31 March 2027");
    }

    [Fact]
    public void Every_page_has_one_main_heading_a_title_a_description_and_card_tags()
    {
        foreach (var trade in Trades.All)
        {
            var facts = FactSheet.From("Bellweather", "Hallow");
            var files = SiteRenderer.Render(Composer.Compose(trade, facts, new Wishes()), trade, facts, RenderSettings.Plain);
            var titles = new List<string>();
            foreach (var path in files.Files.Keys.Where(k => k.EndsWith(".html") && k != "404.html"))
            {
                var dom = new HtmlParser().ParseDocument(files.Text(path));
                dom.QuerySelectorAll("h1").Length.ShouldBe(1, $"{trade.Id} {path}");
                dom.QuerySelectorAll("header,main,footer,nav").Length.ShouldBe(4, $"{trade.Id} {path}");
                titles.Add(dom.Title!);
                dom.QuerySelector("meta[name=description]")!.GetAttribute("content")!.Length.ShouldBeInRange(50, 170, $"{trade.Id} {path}");
                foreach (var tag in new[] { "og:title", "og:description", "og:url", "og:type", "og:image", "og:image:alt" })
                    dom.QuerySelector($"meta[property='{tag}']").ShouldNotBeNull($"{trade.Id} {path} {tag}");
                dom.QuerySelector("link[rel=canonical]")!.GetAttribute("href")!.ShouldStartWith("http://site.example/");
            }
            titles.ShouldBeUnique();
        }
    }

    // schema.org: OpeningHoursSpecification one for each span, 24-hour times; PostalAddress; E.164 telephone.
    [Fact]
    public void Structured_data_carries_hours_address_and_telephone()
    {
        var json = Regex.Match(Render(Rich).Text("index.html"), "application/ld\\+json\">(.*?)</script>").Groups[1].Value;
        var d = JsonDocument.Parse(json).RootElement;
        d.GetProperty("@type").GetString().ShouldBe("BikeStore");
        d.GetProperty("telephone").GetString().ShouldBe("+441632960142");
        d.GetProperty("address").GetProperty("streetAddress").GetString().ShouldBe("14 Rope Walk");
        var hours = d.GetProperty("openingHoursSpecification").EnumerateArray().ToList();
        hours.Count.ShouldBe(5);
        hours[0].GetProperty("dayOfWeek").GetString().ShouldBe("https://schema.org/Tuesday");
        (hours[0].GetProperty("opens").GetString(), hours[0].GetProperty("closes").GetString()).ShouldBe(("08:30", "17:30"));
        // A firm's own rating of itself is not put into structured data.
        json.ShouldNotContain("aggregateRating");
    }

    [Fact]
    public void A_name_cannot_break_out_of_the_structured_data()
    {
        var html = SiteRenderer
            .Render(
                Composer.Compose(Trade, FactSheet.From("</script><script>alert(1)</script>", "Hallow"), new Wishes()),
                Trade,
                FactSheet.From("</script><script>alert(1)</script>", "Hallow"),
                RenderSettings.Plain
            )
            .Text("index.html");
        new HtmlParser().ParseDocument(html).QuerySelectorAll("script").Length.ShouldBe(2);
    }

    [Fact]
    public void Site_map_lists_what_is_shown_and_robots_follow_the_setting()
    {
        var files = Render(Rich);
        XNamespace ns = "http://www.sitemaps.org/schemas/sitemap/0.9";
        XDocument
            .Parse(files.Text("sitemap.xml"))
            .Descendants(ns + "loc")
            .Select(l => l.Value)
            .ShouldBe([
                "http://site.example/",
                "http://site.example/services.html",
                "http://site.example/about.html",
                "http://site.example/questions.html",
                "http://site.example/contact.html",
                "http://site.example/privacy.html",
            ]);
        // RFC 9309: a group of rules per user agent.
        files.Text("robots.txt").ShouldStartWith("User-agent: *\nAllow: /\n");
        Render(Rich, s => s with { Settings = s.Settings.SetItem("index", "no") })
            .Text("robots.txt")
            .ShouldBe("User-agent: *\nDisallow: /\n");
    }

    [Fact]
    public void Settings_texts_reach_the_page_with_their_facts()
    {
        var page = Render(Rich).Text("privacy.html");
        page.ShouldContain("Harrowgate Cycle Works uses what you send");
        page.ShouldContain("deleted after 12 months");
        page.ShouldContain("bench@harrowgatecycles.example");
    }

    [Fact]
    public void Published_files_carry_no_marks_of_the_workshop_and_views_do()
    {
        Render(Rich).Text("index.html").ShouldNotContain("data-p=");
        var view = Render(Rich, s => s with { Mode = RenderMode.Anchored }).Text("index.html");
        view.ShouldContain("data-p=\"home.opening/heading\"");
        view.ShouldContain("data-s=\"home.steps\"");
    }

    [Fact]
    public void A_form_is_checked_field_by_field()
    {
        EnquiryForm.Check(new("Pia", "pia@post.example", "", "Hello", true), Words, new("OK?")).ShouldBeEmpty();
        EnquiryForm.Check(EnquiryForm.Input.Empty, Words, new("OK?")).Keys.Order().ShouldBe(["consent", "email", "message", "name"]);
        EnquiryForm
            .Check(new("Pia", "pia@post", "call me", new string('x', 5000), true), Words, new("OK?"))
            .Keys.Order()
            .ShouldBe(["email", "message", "phone"]);
        var again = EnquiryForm
            .Render(
                Words,
                "s",
                new("OK?"),
                "/enquiry",
                "privacy.html",
                new("<Pia>", "x", "", "a & b", false),
                EnquiryForm.Check(new("<Pia>", "x", "", "a & b", false), Words, new("OK?"))
            )
            .Value;
        foreach (var part in new[] { "value=\"&lt;Pia&gt;\"", "a &amp; b", "aria-invalid=\"true\"", "2 boxes need another look." })
            again.ShouldContain(part);
    }
}
