using System.Collections.Immutable;
using Plurimax.Facts;
using Plurimax.Making.Composing;
using Plurimax.Making.Settings;
using Plurimax.Publishing.Launching;
using Plurimax.Publishing.Rendering;
using Plurimax.Publishing.Sections;
using Plurimax.Sites;
using Plurimax.Text;
using Plurimax.Trades;

namespace Plurimax.Core.Tests;

/// <content>Facts put into texts, and the legal texts that follow a country.</content>
public partial class StandardsTests
{
    [Fact]
    public void A_fact_that_is_not_known_takes_its_line_away_and_brackets_never_show()
    {
        var engine = SiteTexts.Of(FactSheet.From("Bell & Sons", "Hallow"), SettingsRegistry.Values, SiteWords.For("en"), Trade.Kind);
        engine
            .Letter("{{ business.name }}\n{{ place.street }}\n{{ place.town }}\nRing {{ phone }} or write.")
            .ShouldBe("Bell & Sons\nHallow");
        engine
            .Prose(new("First of {{ business.name }}.\n\nRegistered as {{ legal.number }}.\n\nLast."))
            .Value.ShouldBe("<p>First of Bell &amp; Sons.</p>\n<p>Last.</p>\n");
        engine.Letter("Hello {{ business.name").ShouldNotContain("{{");
        engine.Letter("{{ business.name | no_such_filter: }} and {% if %}").ShouldNotContain("{");
        engine.Letter("{% for t in area.towns %}{{ t }}, {% endfor %}done").ShouldBe("done");
    }

    [Fact]
    public void Facts_can_be_put_in_as_picture_link_and_lines()
    {
        var text = SiteTexts
            .For(Composer.Compose(Trade, Rich(Trade), new Wishes()), "en-GB", Trade, Rich(Trade), SettingsRegistry.Values)
            .Text;
        text.Mark = new Html("<img src=\"img/mark.svg\" alt=\"x\">");
        text.Prose(new("{{ logo | picture }}")).Value.ShouldContain("<img src=\"img/mark.svg\"");
        text.Plain(new("{{ logo | picture }}")).ShouldBe(Rich(Trade).Name);
        text.Prose(new("{{ social | links }}")).Value.ShouldContain("<a href=\"https://www.pictures.example/firm\">Pictures</a>");
        text.Prose(new("{{ phone | ring }}")).Value.ShouldContain("<a href=\"tel:+44");
        text.Prose(new("{{ place | lines }}")).Value.ShouldContain("<br");
        text.Letter("{{ phone | ring }}").ShouldNotContain("tel:");
        foreach (var p in KnownFacts.All)
        {
            TextEngine.Fault(p.Source).ShouldBeNull(p.Name);
            KnownFacts.Unknown(p.Source).ShouldBeEmpty(p.Name);
        }
    }

    [Fact]
    public void A_name_that_is_no_fact_is_found_wherever_it_stands_and_blocks()
    {
        KnownFacts
            .Unknown("{{ phnoe }} {% if emial %}x{% endif %} {% for t in area.towns %}{{ t }}{% endfor %} {{ promise.price_first }}")
            .ShouldBe(["phnoe", "emial"]);
        var site = Composer.Compose(Trade, Facts, new Wishes());
        IEnumerable<string> Rules(SiteDocument s, ImmutableDictionary<string, string>? settings = null) =>
            Preflight
                .Check(
                    new PreflightInput(
                        s,
                        Trade,
                        Facts,
                        RenderSettings.Plain with
                        {
                            Settings = settings ?? SettingsRegistry.Values,
                        },
                        1,
                        1,
                        []
                    )
                )
                .Where(f => f.Severity == Severity.Blocker)
                .Select(f => $"{f.Rule} {f.Where}");
        Rules(site).ShouldNotContain(r => r.StartsWith("unknown-fact"));
        Rules(site, SettingsRegistry.Values.SetItem("footer_text", "{{ phnoe }}")).ShouldContain("unknown-fact setting Text at the foot");
        Rules(site with { Pages = site.Pages.SetItem(0, site.Pages[0] with { Title = new("{{ nmae }}", Kept: true) }) })
            .ShouldContain("unknown-fact index.html");
        Rules(site with { Parts = new SiteParts { Notice = new(new("{{ nmae }}")) } }).ShouldContain("unknown-fact every page");
        foreach (var t in TradeCatalogue.Shipped().All)
        foreach (var p in t.Passages.Values.SelectMany(a => a))
            KnownFacts.Unknown(p.Text).ShouldBeEmpty($"{t.Id}: {p.Text}");
    }

    [Fact]
    public void Legal_texts_follow_country_and_kind_and_hold_no_unknown_name()
    {
        foreach (
            var (country, language) in new[]
            {
                ("GB", "en"),
                ("IE", "en"),
                ("DE", "de"),
                ("AT", "de"),
                ("FR", "fr"),
                ("ES", "es"),
                ("IT", "it"),
                ("NL", "nl"),
            }
        )
        foreach (var kind in Enum.GetValues<BusinessKind>())
        foreach (var key in LegalBook.Keys)
        {
            var text = LegalBook.Text(key, country, kind, language).ShouldNotBeNull($"{key} {country}");
            TextEngine.Fault(text).ShouldBeNull();
            KnownFacts.Unknown(text).ShouldBeEmpty();
        }
        LegalBook.Text("terms", "GB", BusinessKind.Lodging, "en")!.ShouldContain("room");
        LegalBook.Text("terms", "GB", BusinessKind.Practice, "en")!.ShouldNotContain("room");
        LegalBook.Text("terms", "XX", BusinessKind.Practice, "en").ShouldBeNull();
        LegalBook.Text("terms", "../GB", BusinessKind.Practice, "en").ShouldBeNull();
        string Page(ImmutableDictionary<string, string> s) =>
            SiteRenderer
                .Render(Composer.Compose(Trade, Facts, new Wishes()), Trade, Facts, RenderSettings.Plain with { Settings = s })
                .Text("privacy.html");
        Page(SettingsRegistry.Values).ShouldContain("Data Protection Act 2018");
        Page(SettingsRegistry.Values.SetItem("privacy", "Ours.")).ShouldNotContain("Data Protection Act 2018");
        Page(SettingsRegistry.Values).ShouldContain("no tracking cookies");
        Page(SettingsRegistry.Values.SetItem("counter", "https://count.example/c.js")).ShouldNotContain("no tracking cookies");
    }
}
