using Microsoft.EntityFrameworkCore;
using Plurimax.Data;
using Plurimax.Data.Blobs;
using Plurimax.Data.Sites;
using Plurimax.Data.Standards;
using Plurimax.Web.Jobs;
using Plurimax.Web.People;
using Plurimax.Web.Proofs;
using Plurimax.Web.Shared;

namespace Plurimax.Web.Care;

/// <summary>Keeps what the privacy page says: enquiries, and the mails about them, go after the months the settings name.</summary>
public sealed class EnquiryRetention(PlurimaxDb db, TimeProvider clock)
{
    /// <returns>How many enquiries were deleted.</returns>
    public async Task<int> SweepAsync(CancellationToken cancel = default)
    {
        var now = clock.GetUtcNow();
        var deleted = 0;
        // An address that was never confirmed was perhaps not its owner's wish.
        await db
            .Subscribers.Where(s => s.Site.AgencyId == db.AgencyId && s.ConfirmedAt == null && s.At < now.AddDays(-14))
            .ExecuteDeleteAsync(cancel);
        // Nothing is kept for less than a month, so only sites with something older are looked at.
        var sites = await db
            .Sites.AsNoTracking()
            .Where(s => db.Enquiries.Any(e => e.SiteId == s.Id && e.At < now.AddMonths(-1)))
            .ToListAsync(cancel);
        var fleet = await new SettingsReader(db).FleetAsync(["retention"], cancel);
        foreach (var site in sites)
        {
            var until = now.AddMonths(-fleet.Of(site).Whole("retention"));
            await using var transaction = await db.Database.BeginTransactionAsync(cancel);
            await db
                .Outbox.Where(m => m.EnquiryId != null && db.Enquiries.Any(e => e.Id == m.EnquiryId && e.SiteId == site.Id && e.At < until))
                .ExecuteDeleteAsync(cancel);
            deleted += await db.Enquiries.Where(e => e.SiteId == site.Id && e.At < until).ExecuteDeleteAsync(cancel);
            await transaction.CommitAsync(cancel);
        }
        return deleted;
    }
}

/// <summary>
/// What is done once a day, by one node, the first time an hour after the start: old enquiries go, proofs without an answer are followed by
/// a mail, long histories are thinned, sessions that nobody used end, files that nothing mentions any more go.
/// </summary>
internal sealed class RetentionClock(
    IServiceScopeFactory scopes,
    IBlobStore blobs,
    TimeProvider clock,
    WorkerBoard board,
    ILogger<RetentionClock> log
) : Worker(board, log)
{
    protected override Task ExecuteAsync(CancellationToken stop)
    {
        var wait = TimeSpan.FromHours(1);
        return KeepOnAsync(
            async well =>
            {
                await Task.Delay(wait, clock, stop);
                // What fails is tried again in an hour.
                wait = TimeSpan.FromHours(1);
                blobs.Tidy(clock.GetUtcNow() - BlobSweep.Grace);
                await OneNode.DoAsync(scopes, "what is done once a day", () => RoundAsync(stop), stop);
                wait = TimeSpan.FromDays(1);
                well();
            },
            stop
        );
    }

    private async Task RoundAsync(CancellationToken stop)
    {
        await scopes.EachAgencyAsync(
            async s =>
            {
                await s.GetRequiredService<EnquiryRetention>().SweepAsync(stop);
                await s.GetRequiredService<ProofService>().RemindAsync(stop);
                await s.GetRequiredService<HistoryThinning>().SweepAsync(stop);
                await s.GetRequiredService<SessionService>().SweepAsync(stop);
            },
            stop
        );
        using var all = scopes.CreateScope();
        await all.ServiceProvider.GetRequiredService<BlobSweep>().SweepAsync(stop);
    }
}
