using Plurimax.Facts;
using Plurimax.Making.Composing;
using Plurimax.Making.Pouring;
using Plurimax.Making.Settings;
using Plurimax.Publishing.Rendering;
using Plurimax.Publishing.Sections;
using Plurimax.Reading;
using Plurimax.Reading.Files;
using Plurimax.Sites;
using Plurimax.Trades;

namespace Plurimax.Core.Tests;

public class PouringTests
{
    private static readonly TradeTemplate Trade = TradeCatalogue.Shipped()["bicycle-repair"];
    private static readonly FactSheet Facts = FactSheet.From("Fennel & Rye", "Saltmere");
    private static readonly SiteDocument Site = Composer.Compose(Trade, Facts, new Wishes());
    private static TextEngine Text =>
        SiteTexts.For(Site, Site.Language, Trade, Facts, System.Collections.Immutable.ImmutableDictionary<string, string>.Empty).Text;

    private static Poured Pour(string text) => PourMatch.Match(Site, PourText.Read(text), Text, Facts);

    private const string Sample = """
        # Fennel & Rye

        We mend bicycles at Fennel & Rye for people who need them tomorrow.

        # About us

        Nell spent nine years at the lifeboat station before she opened the workshop in Saltmere.

        Tom joined later and builds the wheels.

        How it goes:
        You bring it in, we look at it together, you hear the price before we begin.

        # Questions

        - Do I need an appointment? No. Come by before ten.
        - Do you sell bikes? Now and then a good old one.

        # Our neighbours

        The bakery next door does a good bun.
        """;

    [Fact]
    public void Each_piece_goes_where_its_heading_or_its_words_belong_and_the_rest_is_listed()
    {
        var poured = Pour(Sample);
        string At(string path, string part) => poured.Steps.Single(s => s.Path == path && (s.New + s.Title).Contains(part)).Section;
        At("text", "for people who need").ShouldBe("home.opening");
        Site.FindSection(At("text", "lifeboat"))!.Value.Section.Content.ShouldBeOfType<AboutContent>();
        Site.FindSection(At("text", "hear the price"))!.Value.Section.Content.ShouldBeOfType<StepsContent>();
        Site.FindSection(At("items.+", "appointment"))!.Value.Section.Content.ShouldBeOfType<QuestionsContent>();
        poured.Left.Select(l => l.Heading).ShouldBe(["Our neighbours"]);
        // Two paragraphs stay two, and what is a fact stays one.
        poured.Steps.Single(s => s.New.Contains("lifeboat")).New.ShouldContain("in {{ place.town }}.\n\nTom joined");
        poured.Steps.Single(s => s.Section == "home.opening").New.ShouldContain("at {{ business.name }} for");
    }

    [Fact]
    public void What_came_in_is_kept_through_any_take_and_one_undo_is_the_first_document()
    {
        var poured = Pour(Sample);
        var done = new PourTexts(poured.Steps).Apply(Site);
        done.Problem.ShouldBeNull();
        var later = Renewal.Renew(done.Value!, Composer.Compose(Trade, Facts, new Wishes(), take: 4));
        foreach (var step in poured.Steps.Where(s => s.Path != "items.+"))
            later
                .FindSection(step.Section)!
                .Value.Section.Content.Passages()
                .First(p => p.Path == step.Path)
                .Passage.ShouldBe(
                    new Passage(
                        step.New,
                        done.Value!.FindSection(step.Section)!
                            .Value.Section.Content.Passages()
                            .First(p => p.Path == step.Path)
                            .Passage.Choice,
                        Kept: true
                    )
                );
        later
            .Pages.SelectMany(p => p.Sections)
            .SelectMany(s => s.Content.Items)
            .ShouldContain(i => i.Title.Text == "Do I need an appointment?");
        new PourTexts([]).Apply(Site).Ok.ShouldBeFalse();
    }

    [Fact]
    public void No_section_takes_two_pieces_and_nothing_is_placed_without_a_reason()
    {
        var poured = Pour(
            "# About us\n\nFirst story of the house.\n\n# About the owner\n\nSecond story of the house.\n\n# Quantum "
                + "gravity\n\nStrings and loops in eleven dimensions.\n"
        );
        poured.Steps.GroupBy(s => s.Code).ShouldAllBe(g => g.Count() == 1);
        poured.Steps.ShouldNotContain(s => s.New.Contains("Strings"));
        poured.Left.ShouldContain(l => l.Heading == "Quantum gravity");
    }

    [Fact]
    public void A_document_becomes_text_that_shows_its_structure_whatever_it_came_in()
    {
        var html = HtmlFile.Read(
            "old.html",
            "<h1>Fennel</h1><p>One paragraph of the house that is long enough to be one.</p><h2>Prices</h2><ul><li>Wheel: "
                + "40</li><li>Tube: 8</li></ul>"
        );
        PourText.Read(PourText.Of(html)).Select(p => (p.Heading, p.Paragraphs.Length, p.Items.Length)).ShouldContain(("Prices", 0, 2));
        // A text file breaks its lines anywhere; a blank line ends a paragraph.
        var wrapped = SourceText.Of(
            "a.txt",
            "# About\n\n"
                + string.Join("\n", Enumerable.Repeat("This line of the letter is about sixty letters long, more or less", 4))
                + "\n\nAnother paragraph."
        );
        PourText.Read(PourText.Of(wrapped)).Single().Paragraphs.Length.ShouldBe(2);
    }

    [
        Theory,
        InlineData("{{ evil }} and {% if x %}"),
        InlineData("# <script>alert(1)</script>\n\n<img src=x onerror=alert(1)> text"),
        InlineData("]( [a](javascript:alert(1))")
    ]
    public void What_means_something_elsewhere_is_shown_as_it_is_read(string text)
    {
        var poured = Pour("# About us\n\n" + text.Replace("# ", "") + "\n");
        var html = SiteRenderer
            .Render(new PourTexts(poured.Steps).Apply(Site).Value!, Trade, Facts, RenderSettings.Plain)
            .Files.Where(f => f.Key.EndsWith(".html", StringComparison.Ordinal))
            .Select(f => System.Text.Encoding.UTF8.GetString(f.Value))
            .Aggregate("", (a, b) => a + b);
        html.ShouldNotContain("<script>alert");
        html.ShouldNotContain("<img src=x");
        html.ShouldNotContain("href=\"javascript");
    }
}
