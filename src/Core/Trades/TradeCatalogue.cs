using System.Collections.Immutable;

namespace Plurimax.Core.Trades;

/// <summary>All trades at hand, by id.</summary>
public sealed class TradeCatalogue
{
    private readonly ImmutableSortedDictionary<string, TradeTemplate> _byId;

    public TradeCatalogue(IEnumerable<TradeTemplate> trades) => _byId = trades.ToImmutableSortedDictionary(t => t.Id, t => t, StringComparer.Ordinal);

    public IEnumerable<TradeTemplate> All => _byId.Values;
    public TradeTemplate? Find(string id) => _byId.GetValueOrDefault(id);
    public TradeTemplate this[string id] => _byId[id];
    public ImmutableArray<TradeMatch> Search(string query, int most = 5) => TradeSearch.Find(All, query, most);

    /// <summary>The templates that ship with the application.</summary>
    /// <exception cref="TradeFormatException">A template is at fault.</exception>
    public static TradeCatalogue Shipped() => ShippedOnce.Value;

    private static readonly Lazy<TradeCatalogue> ShippedOnce = new(() =>
    {
        var problems = new List<TradeProblem>();
        var trades = new List<TradeTemplate>();
        foreach (var file in Content.Names("trades/"))
            try { trades.Add(new TradeReader(Content.Text).Read(file, Content.Text(file)!)); }
            catch (TradeFormatException e) { problems.AddRange(e.Problems); }
        return problems.Count > 0 ? throw new TradeFormatException(problems) : new TradeCatalogue(trades);
    });
}
