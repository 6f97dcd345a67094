using Plurimax.Facts;
using Plurimax.Making.Composing;
using Plurimax.Trades;

namespace Plurimax.Core.Tests;

public sealed class NameIdeasTests
{
    private static readonly TradeCatalogue Trades = TradeCatalogue.Shipped();

    [Fact]
    public void Names_come_from_the_owner_the_place_and_plain_words_and_differ_from_round_to_round()
    {
        var first = NameIdeas.Names(Trades["plumber"], "Saltmere", "Ines Pell", "4 Ropewalk");
        first.Length.ShouldBeInRange(8, 12);
        first.Select(n => n.Name).ShouldContain(n => n.StartsWith("Pell "));
        first.Select(n => n.Name).ShouldContain(n => n.Contains("Ropewalk") && !n.Contains('4'));
        first.ShouldAllBe(n => n.Name.Length <= 34 && n.From.Length > 0);
        NameIdeas
            .Names(Trades["plumber"], "Saltmere", "Ines Pell", "4 Ropewalk", 2)
            .Select(n => n.Name)
            .Except(first.Select(n => n.Name))
            .Count()
            .ShouldBeGreaterThan(3);
        NameIdeas.Names(Trades["plumber"], "Saltmere", null, null).ShouldAllBe(n => !n.Name.Contains("Pell"));
    }

    [Fact]
    public void Every_trade_has_names_and_slogans_that_claim_nothing()
    {
        foreach (var trade in Trades.All)
        {
            NameIdeas.Names(trade, "Saltmere", "Jo Reed", null).Length.ShouldBeGreaterThanOrEqualTo(6, trade.Id);
            var slogans = NameIdeas.Slogans(trade, "Saltmere");
            slogans.Length.ShouldBeGreaterThanOrEqualTo(3, trade.Id);
            slogans.ShouldAllBe(s => !s.Contains("{{") && !s.Contains('~') && s.Length <= 52);
        }
    }

    [Fact]
    public void A_description_says_only_what_is_confirmed()
    {
        var facts = FactSheet.From("Pell Plumbing", "Saltmere");
        NameIdeas.Description(Trades["plumber"], facts).ShouldBe($"Pell Plumbing is a {Trades["plumber"].Names.Place} in Saltmere.");
        facts = facts
            .With("services", new FactEntry(new ListValue(["Taps", "Boilers", "Drains"]), FactSource.Client, true))
            .With("founded", new FactEntry(new TextValue("2011"), FactSource.Client, false));
        var said = NameIdeas.Description(Trades["plumber"], facts);
        said.ShouldContain("It does taps, boilers and drains.");
        said.ShouldNotContain("2011");
    }
}
