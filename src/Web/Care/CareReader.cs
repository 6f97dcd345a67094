using System.Collections.Immutable;
using Microsoft.EntityFrameworkCore;
using Plurimax.Data;

namespace Plurimax.Web.Care;

public sealed record CareEntry(DateTimeOffset At, Actor Who, string Text);

/// <param name="News">Addresses that confirmed that they want the site's news.</param>
/// <param name="Enquiries">The latest, newest first.</param>
/// <param name="Revisions">The latest changes of the site, newest first.</param>
public sealed record SiteCare(int News, List<Enquiry> Enquiries, ImmutableArray<CareEntry> Revisions);

/// <summary>What there is to see of a site after handoff.</summary>
public sealed class CareReader(PlurimaxDb db)
{
    private const int MostEnquiries = 50,
        MostRevisions = 20;

    public async Task<SiteCare> OfAsync(Guid site, CancellationToken cancel = default)
    {
        var news = await Confirmed(site).CountAsync(cancel);
        var enquiries = await db
            .Enquiries.AsNoTracking()
            .Where(e => e.SiteId == site)
            .OrderByDescending(e => e.At)
            .Take(MostEnquiries)
            .ToListAsync(cancel);
        var revisions = await db
            .Revisions.AsNoTracking()
            .Where(r => r.SiteId == site)
            .OrderByDescending(r => r.Number)
            .Take(MostRevisions)
            .Select(r => new
            {
                r.At,
                r.Who,
                r.Said,
            })
            .ToListAsync(cancel);
        return new SiteCare(news, enquiries, [.. revisions.Select(r => new CareEntry(r.At, r.Who, r.Said))]);
    }

    /// <summary>Who wants the news of a site, by address.</summary>
    public Task<List<Subscriber>> SubscribersAsync(Guid site, CancellationToken cancel = default) =>
        Confirmed(site).OrderBy(s => s.Email).ToListAsync(cancel);

    private IQueryable<Subscriber> Confirmed(Guid site) =>
        db.Subscribers.AsNoTracking().Where(s => s.SiteId == site && s.ConfirmedAt != null);
}
