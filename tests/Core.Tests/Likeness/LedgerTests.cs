using Plurimax.Facts;
using Plurimax.Making.Composing;
using Plurimax.Making.Likeness;
using Plurimax.Making.Templates;
using Plurimax.Publishing.Launching;
using Plurimax.Publishing.Rendering;
using Plurimax.Publishing.Sections;
using Plurimax.Sites;
using Plurimax.Trades;

namespace Plurimax.Core.Tests.Likeness;

public class LedgerTests
{
    private static readonly TradeCatalogue Trades = TradeCatalogue.Shipped();
    private static readonly TradeTemplate Trade = Trades["bicycle-repair"];
    public static TheoryData<string> Finished => [.. Trades.All.Select(t => t.Id).Where(t => !t.Contains('.'))];

    private static FactEntry Known(FactValue value) => new(value, FactSource.Maker, true);

    private static IEnumerable<string> Texts(SiteDocument d) =>
        d.Pages.SelectMany(p => p.Sections).SelectMany(s => s.Content.Passages()).Select(p => p.Passage.Text);

    [Theory, MemberData(nameof(Finished))]
    public void Thirty_sites_of_a_trade_stay_apart(string trade)
    {
        var d = Distribution.Of(Trades[trade], 30);
        d.Highest.ShouldBeLessThanOrEqualTo(Shingles.Bound, string.Join(", ", d.Shared));
        d.Median.ShouldBeLessThan(.13);
    }

    [Fact]
    public void Without_the_ledger_they_would_not()
    {
        var sets = Distribution.Firms(Trade, 30).Select(f => Shingles.Of(Composer.Compose(Trade, f, new Wishes()))).ToList();
        Enumerable
            .Range(0, 30)
            .SelectMany(i => Enumerable.Range(0, i).Select(j => Shingles.Resemblance(sets[i], sets[j])))
            .Max()
            .ShouldBeGreaterThan(Distribution.Of(Trade, 30).Highest);
    }

    [Fact]
    public void A_fact_that_comes_changes_only_what_rests_on_it()
    {
        var facts = FactSheet.From("Bell", "Hallow");
        var site = Composer.Compose(
            Trade,
            facts,
            new Wishes(),
            1,
            new Precedents(
                new CopyLedger([
                    [1, 2, 3],
                ])
            )
        );
        var more = facts.With("turnaround", Known(new TextValue("within two days")));
        var after = Composer.Compose(Trade, more, new Wishes(), 1, new Precedents(CopyLedger.Empty, site));
        var changed = Difference.Between(site, after);
        changed.ShouldNotBeEmpty();
        // What is new rests on the fact; everything else of its section may only have moved out of the way of a repeated point.
        after
            .Pages.SelectMany(p => p.Sections)
            .SelectMany(s => s.Content.Passages())
            .Select(p => p.Passage)
            .Count(p => !p.Needs.IsDefaultOrEmpty && p.Needs.Contains("turnaround"))
            .ShouldBeGreaterThan(0);
        Texts(after).Count(t => !Texts(site).Contains(t)).ShouldBeLessThan(12);
    }

    [Fact]
    public void A_renamed_business_keeps_its_wordings_pictures_and_seed()
    {
        var site = Composer.Compose(Trade, FactSheet.From("Quillfeather", "Hallow"), new Wishes());
        var renamed = Composer.Compose(
            Trade,
            FactSheet.From("Tansy and Daughters", "Hallow"),
            new Wishes(site.Action, site.Tone, site.Look.Id),
            1,
            new Precedents(CopyLedger.Empty, site)
        );
        Texts(renamed).ShouldBe(Texts(site));
        var (before, after) = (
            SiteRenderer.Render(site, Trade, FactSheet.From("Quillfeather", "Hallow"), RenderSettings.Plain),
            SiteRenderer.Render(renamed, Trade, FactSheet.From("Tansy and Daughters", "Hallow"), RenderSettings.Plain)
        );
        var page = after.Text("about.html");
        page.ShouldContain("Tansy and Daughters");
        page.ShouldNotContain("Quillfeather");
        foreach (var picture in before.Files.Keys.Where(k => k.StartsWith("img/", StringComparison.Ordinal)))
            after.Files[picture].ShouldBe(before.Files[picture], picture);
    }

    [Fact]
    public void Another_take_uses_no_wording_twice_while_others_are_left()
    {
        var facts = FactSheet.From("Bell", "Hallow");
        var one = Composer.Compose(Trade, facts, new Wishes());
        var two = Composer.Compose(Trade, facts, new Wishes(), 2, new Precedents(CopyLedger.Empty, Avoids: [one]));
        var both = CopyLedger.MarksOf(one).Intersect(CopyLedger.MarksOf(two)).Count();
        ((double)both / CopyLedger.MarksOf(two).Length).ShouldBeLessThan(.15);
        Shingles.Resemblance(Shingles.Of(one), Shingles.Of(two)).ShouldBeLessThan(Shingles.Bound);
    }

    [Fact]
    public void Reading_alike_is_a_warning()
    {
        var facts = FactSheet.From("Bell", "Hallow");
        var site = Composer.Compose(Trade, facts, new Wishes());
        IEnumerable<string> Rules(double r) =>
            Preflight
                .Check(
                    new PreflightInput(site, Trade, facts, RenderSettings.Plain, 1, 1, [], Nearest: new NearSite(default, "Pike Cycles", r))
                )
                .Where(f => f.Severity == Severity.Warning)
                .Select(f => f.Rule);
        Rules(.31).ShouldContain("likeness");
        Rules(.2).ShouldNotContain("likeness");
    }
}
