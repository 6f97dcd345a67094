using Microsoft.EntityFrameworkCore;
using Plurimax.Data;
using Plurimax.Publishing.Launching;

namespace Plurimax.Web.Launching;

/// <summary>Stand-in for a registrar: its books are a table. A name that is in them is taken; .example names only.</summary>
internal sealed class SimulatedRegistrar(PlurimaxDb db, TimeProvider clock) : IRegistrar
{
    public async Task<bool> IsFreeAsync(string domain, CancellationToken cancel = default) =>
        !await db.RegisteredDomains.AnyAsync(d => d.Name == domain, cancel);

    public async Task<IReadOnlySet<string>> FreeAsync(IReadOnlyCollection<string> domains, CancellationToken cancel = default) =>
        domains.Except(await db.RegisteredDomains.Where(d => domains.Contains(d.Name)).Select(d => d.Name).ToListAsync(cancel)).ToHashSet();

    public async Task<string?> RegisterAsync(string domain, Guid siteId, string holder, CancellationToken cancel = default)
    {
        if (!domain.EndsWith(".example", StringComparison.Ordinal))
            return $"The simulated registrar sells .example names only; {domain} is not one.";
        var there = await db.RegisteredDomains.FindAsync([domain], cancel);
        if (there is not null)
            return there.SiteId == siteId
                ? null
                : $"{domain} is registered to somebody else. Choose another name, or ask the holder to move it.";
        db.Add(
            new RegisteredDomain
            {
                Name = domain,
                SiteId = siteId,
                Holder = holder,
                At = clock.GetUtcNow(),
                PaidUntil = DateOnly.FromDateTime(clock.GetUtcNow().UtcDateTime).AddYears(1),
            }
        );
        await db.SaveChangesAsync(cancel);
        return null;
    }
}
