using System.Collections.Immutable;

namespace Plurimax.Data.Sites;

/// <summary>
/// Lists of boxes on a site. Only what somebody turned is changed, so that what another person ticked meanwhile stays as they left it.
/// </summary>
public sealed class SiteTicks(PlurimaxDb db)
{
    /// <summary>What of the trade's assumptions the client confirmed.</summary>
    /// <param name="before">What was ticked when the list was shown.</param>
    /// <param name="now">What is ticked on the list as it came back.</param>
    public Task TakeForGrantedAsync(Site site, string[] before, string[] now, CancellationToken cancel = default) =>
        TurnAsync(site, () => site.Ticked = Turned(site.Ticked, before, now), cancel);

    /// <summary>What is settled before the site is handed over.</summary>
    /// <inheritdoc cref="TakeForGrantedAsync"/>
    public Task HandOverAsync(Site site, string[] before, string[] now, CancellationToken cancel = default) =>
        TurnAsync(site, () => site.HandedOver = Turned(site.HandedOver, before, now), cancel);

    private async Task TurnAsync(Site site, Action turn, CancellationToken cancel)
    {
        await using var transaction = await db.Database.BeginTransactionAsync(cancel);
        await db.HoldAsync(site, cancel);
        turn();
        await db.SaveChangesAsync(cancel);
        await transaction.CommitAsync(cancel);
    }

    private static ImmutableArray<string> Turned(ImmutableArray<string> stored, string[] before, string[] now) =>
        [.. stored.Except(before.Except(now)).Union(now.Except(before))];
}
