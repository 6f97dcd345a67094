using Plurimax.Facts;
using Plurimax.Making.Composing;
using Plurimax.Sites;
using Plurimax.Trades;

namespace Plurimax.Core.Tests;

public class AudienceTests
{
    private static readonly TradeCatalogue Trades = TradeCatalogue.Shipped();
    private static readonly FactSheet Plain = FactSheet.From("Hartle and Finch", "Hallow");

    private static FactSheet With(string audience, bool confirmed = true) =>
        Plain.With("audience", new FactEntry(new TextValue(audience), FactSource.Maker, confirmed));

    private static IEnumerable<Passage> Passages(SiteDocument d) =>
        d.Pages.SelectMany(p => p.Sections).SelectMany(s => s.Content.Passages()).Select(p => p.Passage);

    [Theory]
    [InlineData("Landlords with a dozen flats, and letting agents", "landlords")]
    [InlineData("Families with small children from the estate", "families")]
    [InlineData("Vermieter und Hausverwaltungen", "landlords")]
    [InlineData("Des familles et des entreprises", "families businesses")]
    [InlineData("Pensioners mostly", "older")]
    [InlineData("People who like good bread", "")]
    [InlineData("Officers of the harbour", "")]
    public void Audiences_are_read_out_of_plain_words(string said, string expected) =>
        Audiences.In(said).Order().ShouldBe(expected.Split(' ', StringSplitOptions.RemoveEmptyEntries).Order());

    [Fact]
    public void What_is_written_for_somebody_stands_only_where_they_are_the_customers()
    {
        foreach (var trade in Trades.All.Where(t => t.Passage("lede") is { } lede && lede.Any(a => a.For.Length > 0)))
        foreach (var key in trade.Passage("lede")!.Value.SelectMany(a => a.For).Distinct())
        {
            var own = trade
                .Passage("lede")!
                .Value.Select((a, i) => (a, $"lede.{i}"))
                .Where(p => p.a.For.Contains(key))
                .Select(p => p.Item2)
                .ToList();
            Passages(Composer.Compose(trade, Plain, new Wishes())).ShouldNotContain(p => own.Contains(p.Choice ?? ""), $"{trade.Id} {key}");
            Passages(Composer.Compose(trade, With(key), new Wishes()))
                .ShouldContain(p => own.Contains(p.Choice ?? "") && p.Needs.Contains("audience"), $"{trade.Id} {key}");
            Passages(Composer.Compose(trade, With(key, confirmed: false), new Wishes()))
                .ShouldNotContain(p => own.Contains(p.Choice ?? ""), $"{trade.Id} {key} unconfirmed");
        }
    }

    [Fact]
    public void A_wording_for_a_main_action_stands_where_that_is_what_the_site_asks_for()
    {
        var plain = Trades["plumber"];
        var trade = plain with
        {
            Passages = plain.Passages.SetItem(
                "lede",
                [.. plain.Passages["lede"], .. BankText.Read("~ for:write\nWrite two lines about the leak.", (_, _) => { })]
            ),
        };
        bool Written(FactSheet facts, MainAction? action) =>
            Passages(Composer.Compose(trade, facts, new Wishes(action))).Any(p => p.Text == "Write two lines about the leak.");
        Written(Plain, MainAction.Write).ShouldBeTrue();
        var phone = Plain.With("phone", new FactEntry(new PhoneValue("+441632960117", "01632 960117"), FactSource.Maker, true));
        Written(phone, MainAction.Call).ShouldBeFalse();
    }

    [Fact]
    public void Every_trade_in_English_speaks_to_at_least_two_audiences() =>
        Trades
            .All.Where(t =>
                !t.Id.Contains('.')
                && t.Passages.Values.SelectMany(b => b).SelectMany(a => a.For).Where(Audiences.Keys.Contains).Distinct().Count() < 2
            )
            .Select(t => t.Id)
            .ShouldBeEmpty();

    [Fact]
    public void An_audience_that_nobody_knows_is_a_fault()
    {
        var faults = new List<string>();
        BankText.Read("~ for:astronauts\nTo the stars.", (_, message) => faults.Add(message));
        faults.ShouldHaveSingleItem().ShouldContain("for:astronauts");
    }
}
