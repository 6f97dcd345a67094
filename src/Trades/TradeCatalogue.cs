using System.Collections.Immutable;
using Plurimax.Text;

namespace Plurimax.Trades;

/// <summary>All trades at hand, by id.</summary>
public sealed class TradeCatalogue
{
    private readonly ImmutableSortedDictionary<string, TradeTemplate> _shipped;
    private volatile Own _own = Own.None;

    /// <param name="ById">Every version.</param>
    /// <param name="Latest">The newest version of each.</param>
    private sealed record Own(ImmutableSortedDictionary<string, TradeTemplate> ById, ImmutableArray<TradeTemplate> Latest)
    {
        public static readonly Own None = new(ImmutableSortedDictionary<string, TradeTemplate>.Empty, []);
    }

    public TradeCatalogue(IEnumerable<TradeTemplate> trades) =>
        _shipped = trades.ToImmutableSortedDictionary(t => t.Id, t => t, StringComparer.Ordinal);

    /// <summary>
    /// Trades that ship, then the newest version of each template of the agency. A translation is not listed beside the trade it
    /// translates.
    /// </summary>
    public IEnumerable<TradeTemplate> All => _shipped.Values.Where(t => t.Translates is null).Concat(_own.Latest);

    /// <summary>The same trade in another language; null where nobody has written it yet.</summary>
    /// <param name="language">A language tag; only the language counts, "de" for "de-CH".</param>
    public TradeTemplate? InLanguage(TradeTemplate trade, string language)
    {
        var code = language.Split('-')[0];
        return trade.Language.Split('-')[0] == code
            ? trade
            : _shipped.Values.FirstOrDefault(t => (t.Id == trade.Root || t.Translates == trade.Root) && t.Language.Split('-')[0] == code);
    }

    /// <summary>Languages in which a trade is written, its own first, as tags.</summary>
    public ImmutableArray<string> Languages(TradeTemplate trade) =>
        [
            .. _shipped
                .Values.Where(t => t.Id == trade.Root || t.Translates == trade.Root)
                .Append(trade)
                .Select(t => t.Language)
                .DistinctBy(l => l.Split('-')[0])
                .OrderBy(l => l != trade.Language)
                .ThenBy(l => l, StringComparer.Ordinal),
        ];

    public IEnumerable<TradeTemplate> Agency => _own.Latest;

    /// <summary>A template by its id; one of the agency in exactly that version.</summary>
    public TradeTemplate? Find(string id) => _shipped.GetValueOrDefault(id) ?? _own.ById.GetValueOrDefault(id);

    public TradeTemplate this[string id] => Find(id) ?? throw new KeyNotFoundException($"No trade template “{id}”.");

    /// <summary>Puts the agency's own templates in place of those that were there. Sites keep the version they were made from.</summary>
    public void Adopt(IEnumerable<TradeTemplate> own)
    {
        var byId = own.ToImmutableSortedDictionary(t => t.Id, t => t, StringComparer.Ordinal);
        _own = new Own(byId, [.. byId.Values.GroupBy(t => t.Family).Select(g => g.MaxBy(t => t.Version)!)]);
    }

    /// <summary>
    /// The nearest templates. Where the words are the name of a trade that has none, no other is taken for it, however near its spelling
    /// ("glazier" is no "glacier").
    /// </summary>
    public ImmutableArray<TradeMatch> Search(string query, int most = 5)
    {
        var found = TradeSearch.Find(All, query, most);
        return TradeLexicon.OfLabel(query) is { } known && Find(known.Id) is null
            ? [.. found.Select(m => m.Score is >= TradeSearch.Sure and < 1 ? m with { Score = TradeSearch.Sure - .05 } : m)]
            : found;
    }

    /// <summary>The templates that ship with the application.</summary>
    /// <exception cref="TradeFormatException">A template is at fault.</exception>
    public static TradeCatalogue Shipped() => ShippedOnce.Value;

    /// <summary>One shipped template, without reading the others where nobody has yet.</summary>
    public static TradeTemplate? ShippedOne(string id) =>
        ShippedOnce.IsValueCreated ? ShippedOnce.Value.Find(id)
        : Content.Text($"trades/{id}.yaml") is { } yaml ? new TradeReader(Content.Text).Read($"trades/{id}.yaml", yaml)
        : null;

    private static readonly Lazy<TradeCatalogue> ShippedOnce = new(() =>
    {
        var read = Content
            .Names("trades/")
            .AsParallel()
            .AsOrdered()
            .Select(file =>
            {
                try
                {
                    return (
                        Trade: (TradeTemplate?)new TradeReader(Content.Text).Read(file, Content.Text(file)!),
                        Problems: (IReadOnlyList<TradeProblem>)[]
                    );
                }
                catch (TradeFormatException e)
                {
                    return (null, e.Problems);
                }
            })
            .ToList();
        var problems = read.SelectMany(r => r.Problems).ToList();
        return problems.Count > 0 ? throw new TradeFormatException(problems) : new TradeCatalogue(read.Select(r => r.Trade!));
    });
}
