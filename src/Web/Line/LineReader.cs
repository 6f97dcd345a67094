using System.Collections.Immutable;
using Microsoft.EntityFrameworkCore;
using Microsoft.Extensions.Caching.Memory;
using Plurimax.Data;
using Plurimax.Data.Sites;
using Plurimax.Work.Line;

namespace Plurimax.Web.Line;

public sealed record LineCount(Station Station, Party Party, int Count);

/// <param name="Counts">Of all sites, whatever was asked for.</param>
/// <param name="DueSoon">Sites due within a week or overdue.</param>
/// <param name="Matching">How many there are of what was asked for; <paramref name="Sites"/> holds the first of them, by due date.</param>
public sealed record LineSites(List<LineCount> Counts, int DueSoon, int Matching, List<Site> Sites);

/// <summary>Finds the sites of the Line.</summary>
public sealed class LineReader(PlurimaxDb db, StayHistory stays, IMemoryCache cache, TimeProvider clock)
{
    /// <param name="station">Only those at one station; null leaves out the ones in Care unless words are looked for.</param>
    /// <param name="party">Only those that wait for one party.</param>
    /// <param name="find">Words of the client's name or of the trade.</param>
    public async Task<LineSites> ReadAsync(Station? station, Party? party, string find, int most, CancellationToken cancel = default)
    {
        var groups = await db
            .Sites.Where(s => !s.IsSample)
            .GroupBy(s => new { s.Station, s.WaitingFor })
            .Select(g => new
            {
                g.Key.Station,
                g.Key.WaitingFor,
                Count = g.Count(),
            })
            .ToListAsync(cancel);
        var soon = DateOnly.FromDateTime(clock.GetUtcNow().UtcDateTime).AddDays(7);
        var dueSoon = await db.Sites.CountAsync(s => !s.IsSample && s.Station != Station.Care && s.Due != null && s.Due <= soon, cancel);
        var query = db.Sites.AsNoTracking().Where(s => !s.IsSample);
        if (station is { } only)
            query = query.Where(s => s.Station == only);
        else if (find.Length == 0)
            query = query.Where(s => s.Station != Station.Care);
        if (party is { } waited)
            query = query.Where(s => s.WaitingFor == waited);
        if (find.Length > 0)
        {
            var pattern = SiteList.Anywhere(find);
            query = query.Where(s => EF.Functions.ILike(s.Client.Name, pattern) || EF.Functions.ILike(s.TradeId, pattern));
        }
        var matching = await query.CountAsync(cancel);
        var sites = await query
            .Include(s => s.Client)
            .Include(s => s.Maker)
            .OrderBy(s => s.Due == null)
            .ThenBy(s => s.Due)
            .Take(most)
            .ToListAsync(cancel);
        return new LineSites(groups.ConvertAll(g => new LineCount(g.Station, g.WaitingFor, g.Count)), dueSoon, matching, sites);
    }

    /// <summary>Median stays over the last four months; they move slowly, so they are counted every few minutes.</summary>
    public Task<ImmutableArray<double>> TypicalAsync(CancellationToken cancel = default) =>
        cache.GetOrCreateAsync(("typical stays", db.AgencyId), async entry =>
        {
            entry.Size = 1;
            entry.AbsoluteExpirationRelativeToNow = TimeSpan.FromMinutes(5);
            return await stays.TypicalAsync(clock.GetUtcNow(), cancel);
        });

    /// <summary>
    /// The next site that waits for us after another: by due date, those without one last, and from the beginning again after the last.
    /// </summary>
    /// <param name="after">The site one comes from; null begins with the first.</param>
    /// <returns>That site, which is <paramref name="after"/> itself where no other waits; null where none does.</returns>
    public async Task<Site?> NextAsync(Guid? after, CancellationToken cancel = default)
    {
        var waiting = db.Sites.AsNoTracking().Where(s => !s.IsSample && s.Station != Station.Care && s.WaitingFor == Party.Us);
        var order = await waiting.OrderBy(s => s.Due == null).ThenBy(s => s.Due).ThenBy(s => s.Id).Select(s => s.Id).ToListAsync(cancel);
        if (order.Count == 0)
            return null;
        var next = order[(after is { } a ? order.IndexOf(a) + 1 : 0) % order.Count];
        return await waiting.Include(s => s.Client).Include(s => s.Maker).FirstOrDefaultAsync(s => s.Id == next, cancel);
    }
}
