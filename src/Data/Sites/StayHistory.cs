using System.Collections.Immutable;
using Microsoft.EntityFrameworkCore;
using Plurimax.Work.Line;

namespace Plurimax.Data.Sites;

/// <summary>How long sites have stayed at stations.</summary>
public sealed class StayHistory(PlurimaxDb db)
{
    /// <summary>How far back is counted, in days: an agency's pace changes.</summary>
    private const int Days = 120;

    /// <summary>Median days at each station, in their order. Samples do not count: nobody works on them.</summary>
    public async Task<ImmutableArray<double>> TypicalAsync(DateTimeOffset now, CancellationToken cancel = default)
    {
        var since = now.AddDays(-Days);
        var recent = await db
            .Events.AsNoTracking()
            .Where(e => e.Kind == SiteEventKind.Station && e.At > since && db.Sites.Any(s => s.Id == e.SiteId && !s.IsSample))
            .OrderBy(e => e.At)
            .Select(e => new
            {
                e.SiteId,
                e.Station,
                e.At,
            })
            .Take(20_000)
            .ToListAsync(cancel);
        return Lanes.Typical(
            recent
                .GroupBy(e => e.SiteId)
                .Select(g => (IReadOnlyList<StationEvent>)[.. g.Select(e => new StationEvent(e.Station, e.At, ""))])
        );
    }
}
