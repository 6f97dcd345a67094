using Microsoft.EntityFrameworkCore;

namespace Plurimax.Data.Sites;

public sealed record NamedSite(Guid Id, string Name, string TradeId);

/// <summary>Sites by name, to be chosen from; samples are left out unless said otherwise.</summary>
public sealed class SiteList(PlurimaxDb db)
{
    /// <summary>A pattern that finds words anywhere, whatever signs of patterns they hold.</summary>
    public static string Anywhere(string words) => $"%{words.Replace("\\", "\\\\").Replace("%", "\\%").Replace("_", "\\_")}%";

    /// <summary>
    /// Other sites to take something over to: by name, or without one those of the same trade, newest first. With samples.
    /// </summary>
    public Task<List<NamedSite>> OthersAsync(Site site, string find, int most, CancellationToken cancel = default)
    {
        var pattern = Anywhere(find);
        return db
            .Sites.AsNoTracking()
            .Where(s => s.Id != site.Id && (find.Length == 0 ? s.TradeId == site.TradeId : EF.Functions.ILike(s.Client.Name, pattern)))
            .OrderByDescending(s => s.Number)
            .Take(most)
            .Select(s => new NamedSite(s.Id, s.Client.Name, s.TradeId))
            .ToListAsync(cancel);
    }

    /// <summary>Those that have come furthest: the more of a site was looked at by people, the better it is to start from.</summary>
    public Task<List<NamedSite>> FurthestAsync(int most, CancellationToken cancel = default) =>
        db
            .Sites.AsNoTracking()
            .Where(s => !s.IsSample)
            .OrderByDescending(s => s.Station)
            .ThenBy(s => s.Client.Name)
            .Take(most)
            .Select(s => new NamedSite(s.Id, s.Client.Name, s.TradeId))
            .ToListAsync(cancel);

    public Task<List<NamedSite>> ByNameAsync(int most, CancellationToken cancel = default) =>
        db
            .Sites.AsNoTracking()
            .Where(s => !s.IsSample)
            .OrderBy(s => s.Client.Name)
            .Take(most)
            .Select(s => new NamedSite(s.Id, s.Client.Name, s.TradeId))
            .ToListAsync(cancel);

    /// <summary>How many sites there are of each trade.</summary>
    public async Task<Dictionary<string, int>> CountByTradeAsync(CancellationToken cancel = default) =>
        await db
            .Sites.Where(s => !s.IsSample)
            .GroupBy(s => s.TradeId)
            .Select(g => new { g.Key, Count = g.Count() })
            .ToDictionaryAsync(g => g.Key, g => g.Count, cancel);
}
