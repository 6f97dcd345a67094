using System.Collections.Concurrent;
using Plurimax.Trades;

namespace Plurimax.Web.Trades;

/// <summary>The trades that each agency chooses from: those that ship and its own templates.</summary>
public sealed class AgencyTrades
{
    private readonly ConcurrentDictionary<Guid, TradeCatalogue> _byAgency = new();

    /// <param name="agency">Null for work of no agency: what ships.</param>
    public TradeCatalogue Of(Guid? agency) => agency is { } id && _byAgency.TryGetValue(id, out var own) ? own : TradeCatalogue.Shipped();

    /// <summary>Puts an agency's own templates in place of those that were there. Sites keep the version they were made from.</summary>
    public void Put(Guid agency, IEnumerable<TradeTemplate> own) => _byAgency[agency] = TradeCatalogue.Shipped().With(own);
}
