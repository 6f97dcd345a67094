using Plurimax.Facts;
using Plurimax.Making.Composing;
using Plurimax.Making.Templates;
using Plurimax.Publishing.Launching;
using Plurimax.Publishing.Sections;
using Plurimax.Text;
using Plurimax.Trades;
using Xunit.Abstractions;

namespace Plurimax.Core.Tests;

/// <summary>The search for a trade over the list of queries in trade-queries.txt, which was written before it was tuned.</summary>
public sealed class TradeSearchTests(ITestOutputHelper output)
{
    private static readonly TradeCatalogue Trades = TradeCatalogue.Shipped();

    private static IEnumerable<(string Id, string Query)> Queries() =>
        File.ReadLines(Path.Combine(AppContext.BaseDirectory, "trade-queries.txt"))
            .Where(l => l.Length > 0 && l[0] != '#')
            .SelectMany(l => l.Split(": ", 2) is var p ? p[1].Split("; ").Select(q => (p[0], q.Trim())) : []);

    [Fact]
    public void The_right_trade_is_among_the_first_three_for_95_of_100_queries()
    {
        var asked = Queries().Where(q => q.Id != "-").ToList();
        var missed = asked.Where(q => Trades.Search(q.Query, 3).All(m => m.Trade.Id != q.Id)).ToList();
        foreach (var (id, query) in missed)
            output.WriteLine($"{query} ({id}): {string.Join(", ", Trades.Search(query, 3).Select(m => $"{m.Trade.Id} {m.Score:0.00}"))}");
        output.WriteLine(
            $"{asked.Count - missed.Count} of {asked.Count}; first: "
                + $"{asked.Count(q => Trades.Search(q.Query, 1) is [var m] && m.Trade.Id == q.Id)}"
        );
        asked.Count.ShouldBeGreaterThanOrEqualTo(300);
        ((asked.Count - missed.Count) / (double)asked.Count).ShouldBeGreaterThanOrEqualTo(.95, string.Join("; ", missed));
    }

    [Fact]
    public void What_is_no_trade_of_ours_is_never_taken_for_one_with_certainty()
    {
        foreach (var (_, query) in Queries().Where(q => q.Id == "-"))
            Trades.Search(query).ShouldAllBe(m => m.Score < TradeSearch.Sure, query);
    }

    [Theory]
    [InlineData("I mend bicycles and sell a few second hand bikes near the station", "bicycle-repair")]
    [InlineData("we are a small roofing firm that also does gutters", "roofer")]
    [InlineData("tyres", "car-repair")]
    [InlineData("stumps", "tree-surgeon")]
    public void A_whole_sentence_or_a_bare_word_is_answered_with_better_words(string query, string id)
    {
        var suggested = TradeAdvice.Suggest(query, Trades);
        var words = Trades.Search(query, 1) is [{ Score: >= TradeSearch.Sure }] ? [query] : suggested.Select(s => s.Words).ToArray();
        words.SelectMany(w => Trades.Search(w, 1)).Select(m => m.Trade.Id).ShouldContain(id, string.Join(", ", suggested));
        suggested.ShouldAllBe(s => s.Why.Length > 0);
    }

    [Fact]
    public void What_would_differ_with_the_nearest_trade_is_said()
    {
        var known = TradeLexicon.OfLabel("glazier")!;
        var differs = TradeAdvice.Differs(Trades["bookshop"], known);
        differs.ShouldContain(d => d.Contains("works at the customer's place"));
        differs.ShouldContain(d => d.Contains("Each would be replaced"));
        TradeAdvice.Suggest("roofer", Trades).ShouldBeEmpty("what is found needs no advice");
    }

    [Fact]
    public void A_template_begun_from_the_nearest_trade_holds_its_own_services_only_and_says_what_is_left_to_read()
    {
        var begun = TradeAdvice.Begin(
            Trades["window-cleaner"],
            "Glazier \"Best\"",
            ["Broken panes", "Double glazing", "Shop fronts: \"fast\"", "Broken panes"]
        );
        begun.Ok.ShouldBeTrue(begun.Problem);
        var own = new TradeReader(Content.Text).Read("own.yaml", begun.Value!);
        own.Services.Keys.Order().ShouldBe(["broken-panes", "double-glazing", "shop-fronts-fast"]);
        own.Assumes.ShouldContain(a => a.Contains("begun from"));
        var facts = FactSheet.From("Pell Glass", "Saltmere");
        var site = Composer.Compose(own, facts, new Wishes());
        site.FindPage("services")!.Sections.SelectMany(s => s.Content.Items).Select(i => i.Title.Text).ShouldContain("Double glazing");
        // What nobody has written yet never goes live.
        Preflight.Check(new(site, own, facts, RenderSettings.Plain, 1, 1, [])).ShouldContain(f => f.Rule == "placeholder");
        TradeAdvice.Begin(Trades["window-cleaner"], "Glazier", ["Panes"]).Problem!.ShouldContain("at least three");
        TradeAdvice.Begin(Trades["window-cleaner"], " ", ["a", "b", "c"]).Ok.ShouldBeFalse();
    }

    [Fact]
    public void A_template_can_be_begun_from_every_trade()
    {
        foreach (var nearest in Trades.All.Where(t => t.Base is null))
        {
            var begun = TradeAdvice.Begin(nearest, "Glazier", ["Broken panes", "Double glazing", "Shop fronts"]);
            begun.Ok.ShouldBeTrue($"{nearest.Id}: {begun.Problem}");
            var own = Should.NotThrow(() => new TradeReader(Content.Text).Read("own.yaml", begun.Value!), customMessage: nearest.Id);
            string.Join(" ", own.Services.Keys.Order()).ShouldBe("broken-panes double-glazing shop-fronts", nearest.Id);
        }
    }
}
