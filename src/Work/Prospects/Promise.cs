using System.Collections.Immutable;
using System.Globalization;

namespace Plurimax.Work.Prospects;

/// <summary>What of a business decides how promising it is.</summary>
/// <param name="Rating">1 to 5; null where nobody rated it.</param>
/// <param name="OwnSite">It has a site of its own; a page on a social network is none.</param>
/// <param name="TradeKnown">There is a template for its trade.</param>
/// <param name="Phone">A number is known.</param>
/// <param name="Email">An address is known.</param>
public readonly record struct PromiseFigures(decimal? Rating, int Reviews, bool OwnSite, bool TradeKnown, bool Phone, bool Email);

/// <summary>How much each part counts; the prior is what a business of the region usually has.</summary>
public sealed record PromiseWeights(
    decimal PriorRating = 4.2m,
    int PriorReviews = 30,
    double Rating = 60,
    double Reviews = 10,
    double Trade = 15,
    double Reach = 15
)
{
    public static readonly PromiseWeights Default = new();

    /// <summary>The weights as the standards give them.</summary>
    public static PromiseWeights From(Func<string, string> setting)
    {
        double N(string key) => double.Parse(setting(key), CultureInfo.InvariantCulture);
        return new(
            (decimal)N("promise_prior_rating"),
            (int)N("promise_prior_reviews"),
            N("promise_rating"),
            N("promise_reviews"),
            N("promise_trade"),
            N("promise_reach")
        );
    }
}

/// <summary>How promising a business is for an agency that makes sites.</summary>
/// <param name="Rating">The rating worth believing, 1 to 5.</param>
/// <param name="Low">Lower bound of what the rating may really be, 95 per cent.</param>
/// <param name="High">Upper bound.</param>
/// <param name="Score">0 to 100 within its half; see <see cref="Order"/>.</param>
/// <param name="Reasons">Why it stands where it stands, the weightiest first.</param>
public sealed record Promise(PromiseFigures Figures, decimal Rating, double Low, double High, double Score, ImmutableArray<string> Reasons)
{
    /// <summary>From here on more reviews say nothing more.</summary>
    private const double ManyReviews = 1000;

    public static Promise Of(PromiseFigures f, PromiseWeights w)
    {
        var (rating, low, high) = Believed(f, w);
        return new(f, rating, low, high, ScoreOf(f, w), Say(f, w, rating));
    }

    /// <summary>Firms without a site of their own stand before all others, whatever else holds; then the score.</summary>
    public static (bool OwnSite, double Score) Order(PromiseFigures f, PromiseWeights w) => (f.OwnSite, -ScoreOf(f, w));

    public static double ScoreOf(PromiseFigures f, PromiseWeights w)
    {
        var all = w.Rating + w.Reviews + w.Trade + w.Reach;
        if (all <= 0)
            return 0;
        var rating = Estimates.BayesianMean(f.Rating ?? w.PriorRating, f.Rating is null ? 0 : f.Reviews, w.PriorRating, w.PriorReviews);
        var reach = (f.Phone ? .6 : 0) + (f.Email ? .4 : 0);
        return 100
            * (
                w.Rating * ((double)rating - 1) / 4
                + w.Reviews * Math.Min(1, Math.Log(1 + f.Reviews) / Math.Log(1 + ManyReviews))
                + w.Trade * (f.TradeKnown ? 1 : 0)
                + w.Reach * reach
            )
            / all;
    }

    /// <summary>The believed rating lies on a scale of four steps; its bounds are those of a share of that scale.</summary>
    private static (decimal Rating, double Low, double High) Believed(PromiseFigures f, PromiseWeights w)
    {
        var count = f.Rating is null ? 0 : f.Reviews;
        var mean = Estimates.BayesianMean(f.Rating ?? w.PriorRating, count, w.PriorRating, w.PriorReviews);
        var (low, high) = Estimates.Wilson(((double)mean - 1) / 4, count + w.PriorReviews);
        return (mean, 1 + 4 * low, 1 + 4 * high);
    }

    private static ImmutableArray<string> Say(PromiseFigures f, PromiseWeights w, decimal rating)
    {
        var b = ImmutableArray.CreateBuilder<string>();
        b.Add(f.OwnSite ? "has a site of its own" : "no site of its own");
        if (f.Rating is not { } r || f.Reviews == 0)
            b.Add("no reviews known");
        else if (f.Reviews < w.PriorReviews && r - rating > .2m)
            b.Add(string.Create(CultureInfo.InvariantCulture, $"{r:0.0}, but from {People(f.Reviews)}"));
        else if (r < w.PriorRating)
            b.Add($"rated below the usual {w.PriorRating.ToString("0.0", CultureInfo.InvariantCulture)}");
        else
            b.Add(string.Create(CultureInfo.InvariantCulture, $"{r:0.0} from {f.Reviews:N0} {(f.Reviews == 1 ? "review" : "reviews")}"));
        if (!f.TradeKnown)
            b.Add("no template for its trade yet");
        b.Add(
            (f.Phone, f.Email) switch
            {
                (true, true) => "phone and email known",
                (true, false) => "by phone only",
                (false, true) => "by email only",
                _ => "no way to reach it yet",
            }
        );
        return b.ToImmutable();
    }

    private static string People(int n) =>
        n switch
        {
            1 => "one person",
            2 => "two people",
            3 => "three people",
            _ => $"{n} people",
        };
}
