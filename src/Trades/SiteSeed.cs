using Plurimax.Facts;
using Plurimax.Sites;

namespace Plurimax.Trades;

/// <summary>What the free choices of a site hang on.</summary>
public static class SiteSeed
{
    /// <summary>
    /// The seed of a site of this trade for this business: the one it was composed with, where the document holds its own.
    /// </summary>
    public static string Of(SiteDocument site, TradeTemplate trade, FactSheet facts) => site.Seed ?? First(trade, facts);

    /// <summary>The seed of a site when it is first composed. The same for all versions of a template.</summary>
    public static string First(TradeTemplate trade, FactSheet facts) => $"{trade.Family}/{facts.Name}/{facts.Town}";
}
