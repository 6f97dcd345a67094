using Plurimax.Making.Templates;
using Plurimax.Text;
using Plurimax.Trades;

namespace Plurimax.Core.Tests;

public class StyleLintTests
{
    private static readonly TradeCatalogue Trades = TradeCatalogue.Shipped();
    private static readonly TradeTemplate Good = Trades["plumber"];
    public static TheoryData<string> Finished => [.. Trades.All.Select(t => t.Id).Where(id => !id.Contains('.'))];

    [Theory, MemberData(nameof(Finished))]
    public void Shipped_templates_are_clean(string id)
    {
        StyleLint.Of(Trades[id]).ShouldBeEmpty();
    }

    [Theory]
    [InlineData("We pride ourselves on pipes.", "filler")]
    [InlineData("Call now!", "exclamation")]
    [InlineData("Pipes are old — and they leak.", "dash")]
    [InlineData("Ring {{ phone }} today.", "may come out empty")]
    [InlineData("Free quotes for every job.", "no fact supports")]
    [InlineData("Open round the clock for you.", "no fact supports")]
    [InlineData("{{ business.name }} has taught half of {{ place.town }}.", "no fact supports")]
    [InlineData("We've seen worse than that.", "no fact supports")]
    [InlineData("Working here since 1987 without a break.", "no fact supports")]
    [InlineData(
        "This sentence goes on and on because nobody stopped the writer from adding one more clause after another until the reader "
            + "has forgotten how it began and why anybody should care about any of it now.",
        "a sentence of"
    )]
    public void Each_fault_is_found_where_it_stands(string text, string remark)
    {
        var bad = Good with { Passages = Good.Passages.SetItem("about", BankText.Read(text, (_, _) => { })) };
        StyleLint.Of(bad).ShouldContain(p => p.Field == "about" && p.Message.Contains(remark));
        StyleLint.Of(Good).ShouldNotContain(p => p.Field == "about");
    }

    [Fact]
    public void A_claim_with_its_fact_is_no_fault()
    {
        var good = Good with
        {
            Passages = Good.Passages.SetItem(
                "about",
                [
                    .. Good.Passages["about"],
                    .. BankText.Read("~ if:visit_free\nFree quotes, and that's agreed.\n\n~ if:phone\nRing {{ phone }}.", (_, _) => { }),
                ]
            ),
        };
        StyleLint.Of(good).ShouldBeEmpty();
    }

    [Fact]
    public void Two_wordings_that_begin_alike_and_too_few_of_them_are_said()
    {
        var bad = Good with
        {
            Passages = Good.Passages.SetItem("lede", BankText.Read("Water drips here.\n\nWater drips there.", (_, _) => { })),
        };
        StyleLint.Of(bad).Where(p => p.Field == "lede").Select(p => p.Message).ShouldContain(m => m.Contains("begin with “water drips”"));
        StyleLint
            .Of(bad)
            .Where(p => p.Field == "lede")
            .Select(p => p.Message)
            .ShouldContain(m => m.Contains("2 general wordings; 6 are needed"));
    }

    [Fact]
    public void Remarks_name_file_and_line()
    {
        var text = Content.Text("trades/plumber.yaml")!;
        var broken = text.Replace("Water finds the lowest point", "Look no further: water finds the lowest point");
        var remark = StyleLint.Of(new TradeReader(Content.Text).Read("plumber.yaml", broken)).ShouldHaveSingleItem();
        remark.File.ShouldBe("plumber.yaml");
        // The line on which the alternate begins.
        broken.Split('\n')[remark.Line - 1].ShouldContain("Look no further");
    }

    [Fact]
    public void Reading_ease_by_a_published_example()
    {
        // Flesch 1948. "The cat sat on the mat." has 6 words, 1 sentence, 6 syllables: 206.835 - 6.09 - 84.6 = 116.145.
        ReadingEase.Of("The cat sat on the mat.").ShouldBe(116.145, .001);
        ReadingEase.Flesch(100, 5, 150).ShouldBe(206.835 - 20.3 - 126.9, 1e-9);
        foreach (
            var (word, n) in new[] { ("table", 2), ("looked", 1), ("wanted", 2), ("bicycle", 3), ("the", 1), ("tyre", 1), ("people", 2) }
        )
            ReadingEase.Syllables(word).ShouldBe(n, word);
    }
}
