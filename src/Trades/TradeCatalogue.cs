using System.Collections.Immutable;
using Plurimax.Facts;

namespace Plurimax.Trades;

/// <summary>All trades at hand, by id. Lists and searches work on cards; a template is read when it is named.</summary>
public sealed class TradeCatalogue
{
    private readonly Func<ImmutableSortedDictionary<string, TradeCard>> _cards;
    private readonly Func<string, TradeTemplate?> _find;
    private readonly Own _own = Own.None;

    /// <param name="ById">Every version.</param>
    /// <param name="Latest">The newest version of each.</param>
    private sealed record Own(ImmutableSortedDictionary<string, TradeTemplate> ById, ImmutableArray<TradeTemplate> Latest)
    {
        public static readonly Own None = new(ImmutableSortedDictionary<string, TradeTemplate>.Empty, []);
    }

    public TradeCatalogue(IEnumerable<TradeTemplate> trades)
    {
        var byId = trades.ToImmutableSortedDictionary(t => t.Id, t => t, StringComparer.Ordinal);
        var cards = byId.ToImmutableSortedDictionary(t => t.Key, t => TradeCard.Of(t.Value), StringComparer.Ordinal);
        (_cards, _find) = (() => cards, byId.GetValueOrDefault);
    }

    private TradeCatalogue(TradeCatalogue shipped, Own own) => (_cards, _find, _own) = (shipped._cards, shipped._find, own);

    public TradeCatalogue(TradeStore tradeStore) => (_cards, _find) = (() => tradeStore.Cards, tradeStore.Find);

    /// <summary>
    /// Trades that ship, then the newest version of each template of the agency. A translation is not listed beside the trade it
    /// translates.
    /// </summary>
    /// <exception cref="TradeFormatException">A template that ships is at fault.</exception>
    public IEnumerable<TradeCard> Cards => _cards().Values.Where(t => t.Translates is null).Concat(_own.Latest.Select(TradeCard.Of));

    /// <summary>The templates of <see cref="Cards"/>. Reads every one that nobody has named yet.</summary>
    public IEnumerable<TradeTemplate> All => Cards.Select(c => this[c.Id]);

    /// <summary>The same trade in another language; null where nobody has written it yet.</summary>
    /// <param name="language">A language tag; only the language counts, "de" for "de-CH".</param>
    public TradeTemplate? InLanguage(TradeTemplate trade, string language)
    {
        var code = language.Split('-')[0];
        if (trade.Language.Split('-')[0] == code)
            return trade;
        if (trade.Open)
            return Open(code, trade.Kind);
        return Kin(trade).FirstOrDefault(t => t.Language.Split('-')[0] == code) is { } card ? _find(card.Id) : null;
    }

    /// <summary>Few words that hold for any business of a kind; null in a language that has none.</summary>
    public TradeTemplate? Open(string language, BusinessKind kind) => _find(OpenTrade.IdOf(language, kind));

    /// <summary>Languages in which a trade is written, its own first, as tags.</summary>
    public ImmutableArray<string> Languages(TradeTemplate trade) =>
        [
            .. Kin(trade)
                .Select(t => t.Language)
                .Append(trade.Language)
                .DistinctBy(l => l.Split('-')[0])
                .OrderBy(l => l != trade.Language)
                .ThenBy(l => l, StringComparer.Ordinal),
        ];

    /// <summary>The shipped trade that a template is of, in all its languages.</summary>
    private IEnumerable<TradeCard> Kin(TradeTemplate trade) => _cards().Values.Where(t => t.Id == trade.Root || t.Translates == trade.Root);

    public IEnumerable<TradeTemplate> Agency => _own.Latest;

    /// <summary>A template by its id; one of the agency in exactly that version.</summary>
    public TradeTemplate? Find(string id) => _own.ById.GetValueOrDefault(id) ?? _find(id);

    public TradeTemplate this[string id] => Find(id) ?? throw new KeyNotFoundException($"No trade template “{id}”.");

    /// <summary>What ships, with an agency's own templates: every version can be found, the newest of each is offered.</summary>
    public TradeCatalogue With(IEnumerable<TradeTemplate> own)
    {
        var byId = own.ToImmutableSortedDictionary(t => t.Id, t => t, StringComparer.Ordinal);
        return new(this, new Own(byId, [.. byId.Values.GroupBy(t => t.Family).Select(g => g.MaxBy(t => t.Version)!)]));
    }

    /// <summary>
    /// The nearest templates. Where the words are the name of a trade that has none, no other is taken for it, however near its spelling
    /// ("glazier" is no "glacier").
    /// </summary>
    public ImmutableArray<TradeMatch> Search(string query, int most = 5)
    {
        var found = TradeSearch.Find(Cards, query, most);
        return TradeLexicon.OfLabel(query) is { } known && _cards().GetValueOrDefault(known.Id) is null
            ? [.. found.Select(m => m.Score is >= TradeSearch.Sure and < 1 ? m with { Score = TradeSearch.Sure - .05 } : m)]
            : found;
    }

    /// <summary>The templates that ship with the application, each read when it is named.</summary>
    public static TradeCatalogue Shipped() => ShippedOnce.Value;

    private static readonly Lazy<TradeCatalogue> ShippedOnce = new(() => new TradeCatalogue(new TradeStore(TradeStore.DefaultFolder())));
}
