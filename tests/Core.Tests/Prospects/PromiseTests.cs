using CsCheck;
using Plurimax.Facts;
using Plurimax.Work.Line;
using Plurimax.Work.Prospects;

namespace Plurimax.Core.Tests.Prospects;

public class PromiseTests
{
    private static PromiseFigures Firm(
        decimal? rating,
        int reviews,
        bool ownSite = false,
        bool trade = true,
        bool phone = true,
        bool email = false
    ) => new(rating, reviews, ownSite, trade, phone, email);

    [Theory]
    [InlineData(4.8, 320, 4.75)]
    [InlineData(4.9, 90, 4.73)]
    [InlineData(4.4, 900, 4.39)]
    [InlineData(5.0, 2, 4.25)]
    public void Few_reviews_count_little(decimal rating, int reviews, decimal believed) =>
        // Worked check of practice.md, "Ranking prospects": prior of 30 reviews at 4.2.
        Math.Round(Promise.Of(Firm(rating, reviews), PromiseWeights.Default).Rating, 2, MidpointRounding.AwayFromZero).ShouldBe(believed);

    [Fact]
    public void The_worked_check_comes_in_its_order_and_a_firm_with_a_site_never_stands_above_one_without()
    {
        var w = PromiseWeights.Default;
        PromiseFigures[] firms =
        [
            Firm(5.0m, 2),
            Firm(4.9m, 2000, ownSite: true, email: true),
            Firm(4.4m, 900),
            Firm(4.9m, 90),
            Firm(4.8m, 320),
        ];
        firms.OrderBy(f => Promise.Order(f, w)).Select(f => f.Reviews).ShouldBe([320, 90, 900, 2, 2000]);
        // Whatever the weights and however poor the firm without a site.
        Gen.Select(Gen.Double[0, 100], Gen.Double[0, 100], Gen.Decimal[1, 5], Gen.Int[0, 5000])
            .Sample(
                (a, b, rating, n) =>
                {
                    var weights = new PromiseWeights(4.2m, 30, a, b, b, a);
                    Promise
                        .Order(Firm(rating, n, trade: false, phone: false), weights)
                        .CompareTo(Promise.Order(Firm(5, 5000, ownSite: true, email: true), weights))
                        .ShouldBeLessThan(0);
                }
            );
    }

    [Fact]
    public void More_of_anything_good_never_lowers_the_score()
    {
        var w = PromiseWeights.Default;
        Gen.Select(Gen.Decimal[1, 5], Gen.Int[0, 3000], Gen.Decimal[0, 1])
            .Sample(
                (rating, n, more) =>
                {
                    var score = Promise.ScoreOf(Firm(rating, n, trade: false, phone: false), w);
                    score.ShouldBeInRange(0, 100);
                    Promise
                        .ScoreOf(Firm(rating + more * (5 - rating), n, trade: false, phone: false), w)
                        .ShouldBeGreaterThanOrEqualTo(score - 1e-9);
                    Promise.ScoreOf(Firm(rating, n, trade: true, phone: true, email: true), w).ShouldBeGreaterThan(score);
                }
            );
    }

    [Theory]
    // Newcombe 1998, Statistics in Medicine 17:857, table I, method 3 (Wilson's score interval).
    [InlineData(81, 263, .2553, .3662)]
    [InlineData(15, 148, .0624, .1605)]
    [InlineData(0, 20, .0000, .1611)]
    [InlineData(1, 29, .0061, .1718)]
    public void Interval_of_a_share_agrees_with_the_published_table(int hits, int of, double low, double high)
    {
        var (a, b) = Estimates.Wilson((double)hits / of, of);
        (Math.Round(a, 4), Math.Round(b, 4)).ShouldBe((low, high));
    }

    [Fact]
    public void The_interval_holds_the_rating_and_narrows_with_reviews()
    {
        Gen.Select(Gen.Decimal[1, 5], Gen.Int[1, 2000])
            .Sample(
                (rating, n) =>
                {
                    var p = Promise.Of(Firm(rating, n), PromiseWeights.Default);
                    ((double)p.Rating).ShouldBeInRange(p.Low, p.High);
                    p.Low.ShouldBeGreaterThanOrEqualTo(1);
                    p.High.ShouldBeLessThanOrEqualTo(5);
                    var more = Promise.Of(Firm(rating, n * 10), PromiseWeights.Default with { PriorReviews = 0 });
                    var few = Promise.Of(Firm(rating, n), PromiseWeights.Default with { PriorReviews = 0 });
                    (more.High - more.Low).ShouldBeLessThanOrEqualTo(few.High - few.Low + 1e-9);
                }
            );
    }

    [Theory]
    [InlineData(5.0, 2, false, "no site of its own; 5.0, but from two people; by phone only")]
    [InlineData(4.8, 320, false, "no site of its own; 4.8 from 320 reviews; by phone only")]
    [InlineData(4.1, 38, true, "has a site of its own; rated below the usual 4.2; by phone only")]
    public void Reasons_say_why_in_words(decimal rating, int n, bool own, string reasons) =>
        string.Join("; ", Promise.Of(Firm(rating, n, own), PromiseWeights.Default).Reasons).ShouldBe(reasons);

    [Fact]
    public void What_nobody_rated_stands_at_the_usual_rating()
    {
        var p = Promise.Of(Firm(null, 0), PromiseWeights.Default);
        p.Rating.ShouldBe(4.2m);
        p.Reasons.ShouldContain("no reviews known");
    }

    [Theory]
    [InlineData(false, true, true, true, SampleState.None, 0, 0, null, ProspectAct.MakeSample, false)]
    [InlineData(false, false, true, true, SampleState.None, 0, 0, null, ProspectAct.ChooseTrade, false)]
    [InlineData(false, true, true, true, SampleState.Made, 0, 0, null, ProspectAct.SendSample, true)]
    [InlineData(false, true, true, false, SampleState.Made, 0, 0, null, ProspectAct.Ring, true)]
    [InlineData(false, true, false, false, SampleState.Made, 0, 0, null, ProspectAct.FindContact, false)]
    [InlineData(false, true, true, true, SampleState.Sent, 0, 2, null, ProspectAct.Wait, false)]
    [InlineData(false, true, true, true, SampleState.Sent, 0, 5, null, ProspectAct.Ring, true)]
    [InlineData(false, true, true, true, SampleState.Opened, 2, 0, null, ProspectAct.Ring, true)]
    [InlineData(false, true, true, true, SampleState.Opened, 2, 0, 0, ProspectAct.Note, true)]
    [InlineData(false, true, true, true, SampleState.Opened, 2, 0, 3, ProspectAct.Note, false)]
    [InlineData(true, true, true, true, SampleState.Opened, 2, 0, 0, ProspectAct.None, false)]
    public void The_next_step_follows_from_the_state(
        bool letGo,
        bool trade,
        bool phone,
        bool email,
        SampleState sample,
        int opens,
        int days,
        int? contactIn,
        ProspectAct act,
        bool due
    )
    {
        var today = new DateOnly(2026, 11, 26);
        var step = ProspectNext.Of(
            new ProspectState(letGo, trade, phone, email, sample, opens, days, contactIn is { } n ? today.AddDays(n) : null, "Ring Jem"),
            today
        );
        (step.Act, step.Due).ShouldBe((act, due));
        if (act == ProspectAct.Note)
            (step.Words, step.Party).ShouldBe(("Ring Jem", due ? Party.Us : Party.Client));
    }

    [Fact]
    public void A_page_on_a_social_network_is_no_site_of_its_own()
    {
        FactSheet With(string url) =>
            FactSheet.From("Firm", "Saltmere").With("website", new FactEntry(new TextValue(url), FactSource.Import, false));
        BusinessKeys.Of(With("https://instagram.com/firm")).OwnSite.ShouldBeFalse();
        BusinessKeys.Of(With("https://firm.example")).OwnSite.ShouldBeTrue();
        BusinessKeys.Of(FactSheet.From("Firm", "Saltmere")).OwnSite.ShouldBeFalse();
    }
}
