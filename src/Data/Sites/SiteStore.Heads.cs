using Microsoft.EntityFrameworkCore;
using Plurimax.Sites;

namespace Plurimax.Data.Sites;

/// <summary>A site and the revision that it stands at, together.</summary>
public sealed partial class SiteStore
{
    /// <summary>
    /// Read in one statement: two would not do, since a stretch of typing puts one revision in the place of another, and the one that the
    /// first told of may be gone before the second.
    /// </summary>
    private async Task<(Site Site, SiteRevision Head)> HeadAsync(Guid siteId, CancellationToken cancel)
    {
        var (site, head) = (await HeadsAsync([siteId], cancel))[0];
        return (site, head);
    }

    private async Task<List<(Site Site, SiteRevision Head)>> HeadsAsync(IReadOnlyCollection<Guid> ids, CancellationToken cancel)
    {
        var read = await db
            .Sites.AsNoTracking()
            .Include(s => s.Client)
            .Where(s => ids.Contains(s.Id))
            .OrderBy(s => s.Id)
            .Select(s => new
            {
                Site = s,
                Head = db.Revisions.First(r => r.SiteId == s.Id && r.Number == s.Head),
                s.Client,
            })
            .AsNoTracking()
            .ToListAsync(cancel);
        return [.. read.Select(r => (r.Site, r.Head))];
    }

    /// <summary>The document that a site stands at. Where somebody typed since the site was read, the site is read again with it.</summary>
    public async Task<SiteDocument> DocumentAsync(Site site, CancellationToken cancel = default) =>
        (await StandingAsync(site, cancel)).Document;

    /// <summary><see cref="DocumentAsync"/> with the revision that holds it.</summary>
    public async Task<(SiteDocument Document, SiteRevision Head)> StandingAsync(Site site, CancellationToken cancel = default)
    {
        var head = await db.Revisions.AsNoTracking().FirstOrDefaultAsync(r => r.SiteId == site.Id && r.Number == site.Head, cancel);
        if (head is null)
        {
            (var now, head) = await HeadAsync(site.Id, cancel);
            if (db.Entry(site).State == EntityState.Detached)
                (site.Head, site.LastRevision) = (now.Head, now.LastRevision);
            else
            {
                // Not as a change of this unit of work: it is what the database has.
                var entry = db.Entry(site);
                entry.Property(s => s.Head).OriginalValue = entry.Property(s => s.Head).CurrentValue = now.Head;
                entry.Property(s => s.LastRevision).OriginalValue = entry.Property(s => s.LastRevision).CurrentValue = now.LastRevision;
            }
        }
        return (await FilledAsync(head.Document, cancel), head);
    }

    /// <summary>
    /// Brings something into sites that was decided elsewhere, such as a changed fact, on top of whatever others saved meanwhile. Their rows
    /// are held until the transaction ends, so that nobody can be faster. Within a transaction that holds the client before.
    /// </summary>
    private async Task CarryAsync(
        IReadOnlyCollection<Guid> siteIds,
        Func<Site, SiteDocument, SiteDocument> change,
        string said,
        Actor who,
        CancellationToken cancel
    )
    {
        if (db.Database.CurrentTransaction is null)
            throw new InvalidOperationException("Sites are held until a transaction ends; there is none.");
        await db.Database.ExecuteSqlAsync($"select 1 from sites where id = any({siteIds.ToArray()}) order by id for no key update", cancel);
        foreach (var (site, head) in await HeadsAsync(siteIds, cancel))
        {
            var now = await FilledAsync(head.Document, cancel);
            var made = change(site, now);
            if (made.ToJson() == now.ToJson())
                continue;
            if (await SaveAsync(site, made, said, null, who, cancel) is null)
                throw new InvalidOperationException($"The site {site.Id} was changed although its row is held.");
        }
    }
}
