using Microsoft.EntityFrameworkCore;
using Plurimax.Data;
using Plurimax.Data.Standards;

namespace Plurimax.Web.Standards;

public sealed record SiteName(Guid Id, string Name);

/// <param name="Version">Of the place; 0 where nothing was saved yet.</param>
/// <param name="Sites">A few to look at it on; any other is found by its name.</param>
/// <param name="Recent">The latest roll-outs.</param>
/// <param name="Behind">Published sites that show older values.</param>
/// <param name="Overdue">Exceptions whose day to be looked at has passed.</param>
public sealed record StandardsAround(int Version, List<SiteName> Sites, List<RollOut> Recent, int Behind, int Overdue);

/// <summary>What is shown around the settings of a place.</summary>
public sealed class StandardsOverview(PlurimaxDb db, RollOutService rollOuts, TimeProvider clock)
{
    private const int MostSites = 40,
        MostRecent = 4;

    public async Task<StandardsAround> OfAsync(SharedScope place, CancellationToken cancel = default)
    {
        var version = await db
            .StandardVersions.Where(v => v.Layer == place.Layer && v.Scope == place.Scope)
            .MaxAsync(v => (int?)v.Number, cancel);
        var sites = await db
            .Sites.Where(s => !s.IsSample)
            .OrderBy(s => s.LiveReleaseId == null)
            .ThenBy(s => s.Client.Name)
            .Take(MostSites)
            .Select(s => new SiteName(s.Id, s.Client.Name))
            .ToListAsync(cancel);
        var recent = await db.RollOuts.AsNoTracking().OrderByDescending(r => r.At).Take(MostRecent).ToListAsync(cancel);
        var today = DateOnly.FromDateTime(clock.GetUtcNow().UtcDateTime);
        var overdue = await db.Settings.CountAsync(s => s.Review != null && s.Review < today, cancel);
        return new StandardsAround(version ?? 0, sites, recent, (await rollOuts.BehindAsync(cancel: cancel)).Count, overdue);
    }
}
