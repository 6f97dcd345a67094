using Microsoft.EntityFrameworkCore;
using Plurimax.Data;
using Plurimax.Publishing.Launching;
using Plurimax.Web.Hosting;
using Plurimax.Web.Shared;

namespace Plurimax.Web.Launching;

/// <summary>The domains of sites.</summary>
public sealed class DomainService(PlurimaxDb db, Publisher publisher, IRegistrar registrar, PublishedSites published)
{
    /// <summary>Registers a domain to the client and points it to the site; what is live is released again with it.</summary>
    /// <returns>What is wrong with it; null where it is the site's now.</returns>
    public async Task<string?> TakeAsync(Site site, string? typed, Actor who, CancellationToken cancel = default)
    {
        var name = DomainName.Read(typed);
        if (!name.Ok)
            return name.Problem;
        if (await db.Sites.IgnoreQueryFilters().AnyAsync(s => s.Domain == name.Value && s.Id != site.Id, cancel))
            return $"{name.Value} is used by another site of ours.";
        if (await registrar.RegisterAsync(name.Value!, site.Id, site.Client.Name, cancel) is { } problem)
            return problem;
        site.Domain = name.Value;
        await db.SaveChangesAsync(cancel);
        // The address is in the pages, so a new domain needs a release; only of what may go live.
        if (site.LiveReleaseId is not null && (await publisher.PreflightAsync(site, cancel)).All(f => f.Severity != Severity.Blocker))
            await publisher.ReleaseAsync(site, who, cancel);
        published.Forget();
        // Other nodes may remember that there was no site under it.
        await db.Database.ExecuteSqlAsync($"SELECT pg_notify({ReleaseChannel.Name}, {site.Slug})", cancel);
        return null;
    }
}
