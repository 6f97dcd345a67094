using Microsoft.EntityFrameworkCore;
using Plurimax.Data;

namespace Plurimax.Web.Shared;

/// <summary>What all private links have in common: how they are found, opened and ended.</summary>
public sealed class PrivateLinks(PlurimaxDb db, TimeProvider clock)
{
    /// <summary>What stands behind a link, ended or not, with its site; null where the token is none of ours.</summary>
    public async Task<T?> FindAsync<T>(string token, CancellationToken cancel = default)
        where T : PrivateLink =>
        LinkToken.HashOf(token) is not { } hash
            ? null
            : await db.Set<T>()
                .Include(l => l.Site)
                    .ThenInclude(s => s.Client)
                .Include(l => l.Site.Maker)
                .FirstOrDefaultAsync(l => l.TokenHash == hash, cancel);

    /// <summary>Notes when it was opened first.</summary>
    public async Task OpenedAsync(PrivateLink link, CancellationToken cancel = default)
    {
        if (link.OpenedAt is not null)
            return;
        link.OpenedAt = clock.GetUtcNow();
        await db.SaveChangesAsync(cancel);
    }

    /// <summary>Ends those of a site that are still open.</summary>
    public Task EndAsync<T>(Guid siteId, CancellationToken cancel = default)
        where T : PrivateLink =>
        db.Set<T>()
            .Where(l => l.SiteId == siteId && l.EndedAt == null)
            .ExecuteUpdateAsync(u => u.SetProperty(l => l.EndedAt, clock.GetUtcNow()), cancel);
}
