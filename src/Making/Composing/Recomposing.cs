using Plurimax.Facts;
using Plurimax.Making.Likeness;
using Plurimax.Sites;
using Plurimax.Trades;

namespace Plurimax.Making.Composing;

/// <summary>
/// Composes a site that stands once more, in all its languages: each is held against its own pages, and all keep the seed and the cut of
/// the first.
/// </summary>
public static class Recomposing
{
    /// <summary>The site as its facts make it now: what may stay stays, what people wrote too.</summary>
    public static SiteDocument Refreshed(TradeCatalogue trades, TradeTemplate trade, FactSheet facts, SiteDocument now) =>
        Renewal.Renew(now, Again(trades, trade, facts, now));

    /// <summary>The site in another size: what people wrote, added and removed stays so.</summary>
    public static SiteDocument Resized(TradeCatalogue trades, TradeTemplate trade, FactSheet facts, SiteDocument now, PlanSize size) =>
        Renewal.Resize(now, Again(trades, trade, facts, now, size), Again(trades, trade, facts, now));

    /// <summary>The site by a newer version of its template; its look stays.</summary>
    public static SiteDocument Followed(TradeCatalogue trades, TradeTemplate from, TradeTemplate to, FactSheet facts, SiteDocument now) =>
        Renewal.Follow(now, Again(trades, to, facts, now), Again(trades, from, facts, now)) with
        {
            Look = now.Look,
        };

    /// <summary>A take that has not been seen: other wordings than the site has now, and least like the agency's other sites.</summary>
    public static SiteDocument Take(
        TradeCatalogue trades,
        TradeTemplate trade,
        FactSheet facts,
        SiteDocument now,
        int take,
        CopyLedger others
    ) => InAll(trades, trade, facts, now, Wishes.Of(now), take, others, own => new Precedents(CopyLedger.Empty, Avoids: [own]));

    /// <summary>What would be composed now, with the wordings that stand wherever they still may.</summary>
    private static SiteDocument Again(
        TradeCatalogue trades,
        TradeTemplate trade,
        FactSheet facts,
        SiteDocument now,
        PlanSize? size = null
    ) =>
        InAll(trades, trade, facts, now, Wishes.Of(now) with { Size = size ?? now.Size }, now.Take, CopyLedger.Empty, own => new Precedents(
            CopyLedger.Empty,
            own
        ));

    private static SiteDocument InAll(
        TradeCatalogue trades,
        TradeTemplate trade,
        FactSheet facts,
        SiteDocument now,
        Wishes wishes,
        int take,
        CopyLedger others,
        Func<SiteDocument, Precedents> against
    )
    {
        var fresh = Composer.Compose(trade, facts, wishes, take, against(now.In(now.Language)) with { Others = others });
        foreach (var language in now.Languages.Skip(1))
            if (trades.InLanguage(trade, language) is { } other)
                fresh = Composer.WithLanguage(fresh, other, facts, against(now.In(language)));
        return fresh;
    }
}
