using Microsoft.EntityFrameworkCore;
using Plurimax.Work.History;

namespace Plurimax.Data.Sites;

/// <summary>
/// Lets go of revisions that nobody goes back to (<see cref="RevisionThinning"/>), so that a site does not grow for ever.
/// </summary>
public sealed class HistoryThinning(PlurimaxDb db, TimeProvider clock)
{
    /// <summary>Thins the histories of the agency's sites, each in a transaction that holds the site.</summary>
    /// <returns>How many revisions went.</returns>
    public async Task<int> SweepAsync(CancellationToken cancel = default)
    {
        var now = clock.GetUtcNow();
        var old = now - RevisionThinning.Whole;
        var crowded = await db
            .Revisions.Where(r => r.At < old && r.Name == null)
            .GroupBy(r => new { r.SiteId, r.At.Date })
            .Where(g => g.Count() > 1)
            .Select(g => g.Key.SiteId)
            .Distinct()
            .ToListAsync(cancel);
        var gone = 0;
        foreach (var site in crowded)
            gone += await ThinAsync(site, now, cancel);
        return gone;
    }

    private async Task<int> ThinAsync(Guid site, DateTimeOffset now, CancellationToken cancel)
    {
        await using var transaction = await db.Database.BeginTransactionAsync(cancel);
        await db.Database.ExecuteSqlAsync($"select 1 from sites where id = {site} for no key update", cancel);
        var history = await db
            .Revisions.Where(r => r.SiteId == site)
            .Select(r => new RevisionMark(
                r.Number,
                r.Parent,
                r.At,
                r.Name != null
                    || r.Facts != null
                    || db.Sites.Any(s => s.Id == site && (s.Head == r.Number || s.LastRevision == r.Number))
                    || db.Releases.Any(x => x.SiteId == site && x.Revision == r.Number)
                    || db.Proofs.Any(x => x.SiteId == site && x.Revision == r.Number)
            ))
            .ToListAsync(cancel);
        var thinned = RevisionThinning.Of(history, now);
        foreach (var same in thinned.Parents.GroupBy(p => p.Value, p => p.Key))
        {
            var children = same.ToList();
            await db
                .Revisions.Where(r => r.SiteId == site && children.Contains(r.Number))
                .ExecuteUpdateAsync(u => u.SetProperty(r => r.Parent, same.Key), cancel);
        }
        var dropped = thinned.Dropped.ToList();
        await db.Revisions.Where(r => r.SiteId == site && dropped.Contains(r.Number)).ExecuteDeleteAsync(cancel);
        await transaction.CommitAsync(cancel);
        return dropped.Count;
    }
}
