using System.Collections.Immutable;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Microsoft.EntityFrameworkCore;
using Plurimax.Core.Trades;
using Plurimax.Data;

namespace Plurimax.Web.Pages;

/// <summary>The trade templates at hand.</summary>
public sealed class TradesModel(TradeCatalogue trades, PlurimaxDb db) : PageModel
{
    public string Query { get; private set; } = "";
    public List<TradeTemplate> All { get; } = [.. trades.All];
    public ImmutableArray<TradeMatch> Found { get; private set; } = [];
    public Dictionary<string, int> Sites { get; private set; } = [];

    /// <summary>What was found first; nothing is hidden by a search.</summary>
    public IEnumerable<(TradeTemplate Trade, string? By)> Rows => Found.Select(f => (f.Trade, (string?)f.Matched)).Concat(All.Where(t => Found.All(f => f.Trade.Id != t.Id)).Select(t => (t, (string?)null)));

    public async Task OnGetAsync(string? q)
    {
        Query = (q ?? "").Trim();
        Found = Query.Length is > 0 and < 200 ? trades.Search(Query) : [];
        Sites = await db.Sites.Where(s => !s.IsSample).GroupBy(s => s.TradeId).Select(g => new { g.Key, Count = g.Count() }).ToDictionaryAsync(g => g.Key, g => g.Count);
    }
}
