using System.Text;
using Plurimax.Facts;
using Plurimax.Making.Composing;
using Plurimax.Making.Settings;
using Plurimax.Publishing.Rendering;
using Plurimax.Publishing.Sections;
using Plurimax.Reading.Deciding;
using Plurimax.Reading.Files;
using Plurimax.Text;
using Plurimax.Trades;
using Plurimax.Work.Briefing;

namespace Plurimax.Core.Tests;

public class OldTextsTests
{
    private static readonly TradeTemplate Trade = TradeCatalogue.Shipped()["bicycle-repair"];
    private static readonly FactSheet Facts = FactSheet.From("Bell Cycles", "Wrenfield");

    private static InFile Page(string name, string title, string body) =>
        new(
            name,
            Encoding.UTF8.GetBytes(
                $"<!doctype html><html><head><title>{title} | Bell Cycles</title></head><body><main>{body}</main></body></html>"
            )
        );

    private static System.Collections.Immutable.ImmutableArray<OldText> Read(params InFile[] files)
    {
        var batch = DocumentReader.Read(files);
        batch.Problems.ShouldBeEmpty();
        return OldTexts.Of(FactReading.Of([.. batch.Texts], new DateOnly(2026, 11, 26)).Material);
    }

    private static readonly InFile[] Site =
    [
        Page(
            "index.html",
            "Home",
            "<h1>Bell Cycles</h1><p>Three stands, one compressor and a kettle that is never off, since the spring of 1996.</p>"
        ),
        Page(
            "story.html",
            "Our story",
            "<h1>Our story</h1><p>Ned Bell began in his mother's shed with {{ one }} vice and [some] spokes, and still has the "
                + "vice.</p><p>His daughter trues the wheels now, on the same bench by the window.</p>"
        ),
        Page(
            "repairs.html",
            "Repairs",
            "<h2>What we do</h2><p>Gears set so that they change under load, brakes bled and cables cut to length, wheels trued.</p>"
        ),
        Page(
            "hire.html",
            "Bike hire",
            "<h1>Bike hire</h1><p>Six town bikes and two tandems wait by the door; bring a passport and a deposit of forty.</p>"
        ),
        Page(
            "privacy.html",
            "Privacy",
            "<h1>Privacy policy</h1><p>This site sets one cookie to remember what you looked at before you went on.</p>"
        ),
        Page(
            "contact.html",
            "Contact",
            "<h1>Contact</h1><p>Ring before you come with a tandem, since the door is narrow and the step is high.</p><p>Three "
                + "stands, one compressor and a kettle that is never off, since the spring of 1996.</p>"
        ),
    ];

    [Fact]
    public void Every_text_goes_where_its_heading_says_and_none_comes_twice() =>
        Read(Site)
            .Select(t => (t.Page, t.Place))
            .ShouldBe([
                ("Home", OldTextPlace.Intro),
                ("Our story", OldTextPlace.About),
                ("Repairs", OldTextPlace.Services),
                ("Bike hire", OldTextPlace.OwnPage),
                ("Privacy", OldTextPlace.LeftOut),
                ("Contact", OldTextPlace.LeftOut),
            ]);

    [Theory]
    [InlineData("Über uns", OldTextPlace.About)]
    [InlineData("Unsere Leistungen", OldTextPlace.Services)]
    [InlineData("Datenschutzerklärung", OldTextPlace.LeftOut)]
    [InlineData("Notre histoire", OldTextPlace.About)]
    [InlineData("Nos prestations", OldTextPlace.Services)]
    [InlineData("Quiénes somos", OldTextPlace.About)]
    [InlineData("Aviso legal", OldTextPlace.LeftOut)]
    public void Headings_are_understood_in_the_languages_that_are_read(string heading, OldTextPlace place) =>
        Read(
            Page("x.html", heading, $"<h1>{heading}</h1><p>Ein Absatz, der lang genug ist, um als Text einer Seite zu gelten.</p>"),
            Page("y.html", "Z", "<p>Another page, so that the first one is not the home page of its site.</p>")
        )[0]
            .Place.ShouldBe(place);

    [Fact]
    public void What_came_over_is_kept_word_for_word_through_takes_and_is_never_a_template()
    {
        var site = OldTexts.BringOver(Composer.Compose(Trade, Facts, new Wishes()), Read(Site));
        var renewed = Renewal.Renew(site, Composer.Compose(Trade, Facts, new Wishes(), 2));
        foreach (var document in new[] { site, renewed })
        {
            var pages = SiteRenderer.Render(
                document,
                Trade,
                Facts,
                new RenderSettings("https://bell.example", SettingsRegistry.Defaults())
            );
            string Html(string file) => System.Net.WebUtility.HtmlDecode(Encoding.UTF8.GetString(pages.Files[file]));
            Html("about.html").ShouldContain("with {{ one }} vice and [some] spokes");
            Html("index.html").ShouldContain("a kettle that is never off");
            Html("services.html").ShouldContain("cables cut to length");
            Html("bike-hire.html").ShouldContain("two tandems");
            string.Concat(
                    pages.Files.Where(f => f.Key.EndsWith(".html", StringComparison.Ordinal)).Select(f => Encoding.UTF8.GetString(f.Value))
                )
                .ShouldNotContain("one cookie to remember");
        }
        site.Pages.SelectMany(p => p.Sections).Select(s => s.Id).ShouldBeUnique();
    }

    [Fact]
    public void Nothing_to_bring_over_changes_nothing()
    {
        var site = Composer.Compose(Trade, Facts, new Wishes());
        OldTexts.BringOver(site, []).ShouldBeSameAs(site);
        OldTexts.BringOver(site, Read(Site).Where(t => t.Place == OldTextPlace.LeftOut)).ToJson().ShouldBe(site.ToJson());
    }

    [Fact]
    public void The_clients_form_has_every_question_in_every_language()
    {
        var asked = FactCatalogue.Common.Where(d => d.ForClient).ToList();
        var interfaceKeys = FormWords.For("en").Texts.Keys.ToList();
        foreach (var (code, _) in FormWords.Languages.Where(l => l.Code != "en"))
        {
            var words = FormWords.For(code);
            foreach (var d in asked)
                words.Ask(d).Language.ShouldBeNull($"{code}: {d.Id}");
            foreach (var key in interfaceKeys)
            {
                words.Texts.ShouldContainKey(key, code);
                // The same holes to fill as in English.
                Holes(words.Texts[key]).ShouldBe(Holes(FormWords.For("en").Texts[key]), $"{code}: {key}");
            }
            words.Texts.Keys.Where(k => !k.StartsWith("ui.") && !k.StartsWith("mail.")).ShouldAllBe(k => asked.Any(d => d.Id == k));
        }
        static List<string> Holes(string s) =>
            [.. System.Text.RegularExpressions.Regex.Matches(s, @"\{\d\}").Select(m => m.Value).Distinct().Order()];
    }

    [Theory]
    [InlineData("DE", null, "de")]
    [InlineData("AT", null, "de")]
    [InlineData("FR", null, "fr")]
    [InlineData("ES", "ca, es", "es")]
    [InlineData("GB", "cy, fr-CA", "fr")]
    [InlineData("GB", "cy", "en")]
    [InlineData("NL", null, "en")]
    public void The_form_speaks_the_language_of_the_client(string country, string? spoken, string language)
    {
        var facts = FactSheet.From("Firm", "Town", country);
        if (spoken is not null)
            facts = facts.With("languages", new FactEntry(new ListValue([.. spoken.Split(", ")]), FactSource.Client, true));
        FormWords.Of(facts).ShouldBe(language);
    }

    [Theory]
    [InlineData("Café Müller", "cafe muller")]
    [InlineData("ŁÓDŹ Straße Œuvre", "lodz strasse oeuvre")]
    [InlineData("e\u0301cole", "ecole")]
    public void Accents_are_folded(string text, string folded) => Letters.Fold(text).ShouldBe(folded);

    [Fact]
    public void A_slug_keeps_the_letter_under_an_accent() => Slug.Of("Brent Goose Café").ShouldBe("brent-goose-cafe");
}
