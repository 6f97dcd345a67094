using System.Collections.Immutable;
using Microsoft.EntityFrameworkCore;
using Plurimax.Data;
using Plurimax.Data.Sites;
using Plurimax.Data.Standards;
using Plurimax.Making.Settings;
using Plurimax.Web.Hosting;
using Plurimax.Web.Jobs;
using Plurimax.Web.Launching;
using Plurimax.Web.Shared;

namespace Plurimax.Web.Standards;

/// <summary>Wakes the runner when there is something to roll out.</summary>
public sealed class RollOutSignal() : QueueSignal(RollOutRunner.Workers);

/// <summary>When a saved change goes to the sites that are published.</summary>
public enum RollOutPace
{
    Now,
    Groups,
    Later,
}

public sealed record RollOutReport(
    RollOut RollOut,
    ImmutableDictionary<RollOutSiteState, int> Counts,
    List<RollOutSite> Rows,
    ImmutableArray<(int Group, int All, int Left)> Groups
)
{
    public int All => Counts.Values.Sum();

    public int Of(RollOutSiteState s) => Counts.GetValueOrDefault(s);

    public int Gone => All - Of(RollOutSiteState.Waiting);
    public int Files => Rows.Sum(r => r.Files);
}

/// <summary>Brings saved changes to published sites, site by site, and takes them back.</summary>
public sealed class RollOutService(
    PlurimaxDb db,
    SiteReader reader,
    StandardStore standardStore,
    Publisher publisher,
    Republishing republishing,
    PublishedSites published,
    TimeProvider clock,
    RollOutSignal signal
)
{
    /// <summary>So many sites go first where it goes in groups; then a tenth, then the rest.</summary>
    public const int Pilots = 3;

    private DateTimeOffset Now => clock.GetUtcNow();

    public async Task<bool> IsBehindAsync(Guid site, CancellationToken cancel = default) =>
        (await BehindAsync(db.Sites.AsNoTracking().Where(s => s.Id == site), cancel)).Count > 0;

    /// <summary>Published sites that were made with other settings than hold for them now.</summary>
    /// <param name="among">Only these; null looks at all.</param>
    public async Task<List<(Guid Id, string Name)>> BehindAsync(IQueryable<Site>? among = null, CancellationToken cancel = default)
    {
        var fleet = await new SettingsReader(db).FleetAsync(cancel: cancel);
        var rows = await (among ?? db.Sites.AsNoTracking())
            .Where(s => !s.IsSample && s.LiveReleaseId != null)
            .Join(
                db.Releases,
                s => s.LiveReleaseId,
                r => r.Id,
                (s, r) =>
                    new
                    {
                        s.Id,
                        s.Client.Name,
                        s.TradeId,
                        s.ClientId,
                        Release = r.Id,
                        r.Print,
                    }
            )
            .Where(r => r.Print != null)
            .OrderBy(r => r.Name)
            .ThenBy(r => r.Id)
            .ToListAsync(cancel);
        // Passages that stood linked when a release was made: their names are in its settings.
        var linked = (
            !fleet.HasPassages
                ? []
                : await db
                    .Database.SqlQuery<LinkedThen>(
                        $"""
                        select r.id, k.key from releases r join sites s on s.live_release_id = r.id cross join lateral
                        jsonb_object_keys(r.settings) k(key) where k.key like 'passage:%'
                        """
                    )
                    .ToListAsync(cancel)
        ).ToLookup(l => l.Id, l => l.Key[SharedPassage.Prefix.Length..]);
        // Most sites have the same sources and so the same digest.
        var prints = new Dictionary<string, string>();
        string PrintOf(SettingsStack stack)
        {
            var sources = string.Join('|', stack.Sources.Select(s => $"{s.Layer} {s.Scope}"));
            return prints.TryGetValue(sources, out var print) ? print : prints[sources] = SettingsPrint.Of(stack.Own());
        }
        return
        [
            .. rows.Where(r => PrintOf(fleet.Of(r.TradeId, r.ClientId, r.Id, linked[r.Release])) != r.Print).Select(r => (r.Id, r.Name)),
        ];
    }

    private sealed record LinkedThen(Guid Id, string Key);

    /// <summary>Saves what is in hand and begins to roll it out, in one transaction.</summary>
    /// <param name="pace">Null saves only.</param>
    public async Task<(SaveOutcome Saved, RollOut? RollOut)> SaveAsync(
        SharedScope at,
        string name,
        string print,
        string why,
        RollOutPace? pace,
        DateTimeOffset? begins,
        Actor who,
        CancellationToken cancel = default
    )
    {
        await using var transaction = await db.Database.BeginTransactionAsync(cancel);
        var saved = await standardStore.SaveAsync(at, print, why, who, cancel);
        if (saved.Version is null)
            return (saved, null);
        var rollOut = pace is { } p ? await StartAsync(at, saved.Version.Value, name, why, p, begins, who, cancel: cancel) : null;
        await transaction.CommitAsync(cancel);
        signal.Raise();
        return (saved, rollOut);
    }

    /// <summary>
    /// Begins to bring the last saved version to all that are behind. Within a transaction of the caller, if there is one.
    /// </summary>
    /// <param name="only">One site alone; null brings it to all that follow.</param>
    /// <returns>Null where nobody is behind.</returns>
    public async Task<RollOut?> StartAsync(
        SharedScope at,
        int version,
        string name,
        string said,
        RollOutPace pace,
        DateTimeOffset? begins,
        Actor who,
        Guid? only = null,
        CancellationToken cancel = default
    )
    {
        var followers = await standardStore.FollowersAsync(at, cancel);
        var behind = await BehindAsync(only is { } one ? followers.Where(s => s.Id == one) : followers, cancel);
        if (behind.Count == 0)
            return null;
        var sizes = pace == RollOutPace.Groups ? Sizes(behind.Count) : [behind.Count];
        var rollOut = new RollOut
        {
            Layer = at.Layer,
            Scope = at.Scope,
            Version = version,
            Name = name,
            Said = said,
            Groups = sizes.Length,
            Begins = pace == RollOutPace.Later ? begins : null,
            Who = who,
            At = Now,
        };
        db.Add(rollOut);
        var number = 0;
        for (var g = 0; g < sizes.Length; g++)
        for (var i = 0; i < sizes[g]; i++, number++)
            db.Add(
                new RollOutSite
                {
                    RollOutId = rollOut.Id,
                    Number = number + 1,
                    SiteId = behind[number].Id,
                    Group = g + 1,
                }
            );
        await db.SaveChangesAsync(cancel);
        // Within a transaction nobody sees it yet: whoever commits rings.
        if (db.Database.CurrentTransaction is null)
            signal.Raise();
        return rollOut;
    }

    /// <summary>Sizes of groups: a few pilots, a tenth of all, the rest.</summary>
    public static ImmutableArray<int> Sizes(int all)
    {
        var first = Math.Min(Pilots, all);
        var second = Math.Min(Math.Max(Pilots, all / 10), all - first);
        return [.. new[] { first, second, all - first - second }.Where(n => n > 0)];
    }

    public async Task<RollOutReport?> ReportAsync(Guid id, int rows = 300)
    {
        if (await db.RollOuts.AsNoTracking().FirstOrDefaultAsync(r => r.Id == id) is not { } rollOut)
            return null;
        var counts = await db
            .RollOutSites.Where(r => r.RollOutId == id)
            .GroupBy(r => new { r.State, r.Group })
            .Select(g => new
            {
                g.Key.State,
                g.Key.Group,
                Count = g.Count(),
            })
            .ToListAsync();
        // What stopped is what somebody has to look at.
        var list = await db
            .RollOutSites.AsNoTracking()
            .Include(r => r.Site)
                .ThenInclude(s => s.Client)
            .Where(r => r.RollOutId == id)
            .OrderBy(r => r.State == RollOutSiteState.Held || r.State == RollOutSiteState.Failed ? 0 : 1)
            .ThenBy(r => r.Number)
            .Take(rows)
            .ToListAsync();
        return new RollOutReport(
            rollOut,
            counts.GroupBy(c => c.State).ToImmutableDictionary(g => g.Key, g => g.Sum(c => c.Count)),
            list,
            [
                .. counts
                    .GroupBy(c => c.Group)
                    .OrderBy(g => g.Key)
                    .Select(g => (g.Key, g.Sum(c => c.Count), g.Where(c => c.State == RollOutSiteState.Waiting).Sum(c => c.Count))),
            ]
        );
    }

    public Task<bool> ExistsAsync(Guid id) => db.RollOuts.AnyAsync(r => r.Id == id);

    public async Task PauseAsync(Guid id) =>
        await db
            .RollOuts.Where(r => r.Id == id && r.State == RollOutState.Running)
            .ExecuteUpdateAsync(u => u.SetProperty(r => r.State, RollOutState.Paused));

    /// <summary>Goes on after a pause, after a look at a group, or without the sites that held it up.</summary>
    public async Task GoOnAsync(Guid id)
    {
        await db
            .RollOuts.Where(r => r.Id == id && r.State == RollOutState.Looking)
            .ExecuteUpdateAsync(u => u.SetProperty(r => r.Open, r => r.Open + 1).SetProperty(r => r.State, RollOutState.Running));
        await db
            .RollOuts.Where(r => r.Id == id && (r.State == RollOutState.Paused || r.State == RollOutState.Stopped))
            .ExecuteUpdateAsync(u => u.SetProperty(r => r.State, RollOutState.Running).SetProperty(r => r.Begins, (DateTimeOffset?)null));
        signal.Raise();
    }

    /// <summary>Tries what was held or failed again, after somebody mended it.</summary>
    public async Task<int> AgainAsync(Guid id)
    {
        var n = await db
            .RollOutSites.Where(r => r.RollOutId == id && (r.State == RollOutSiteState.Held || r.State == RollOutSiteState.Failed))
            .ExecuteUpdateAsync(u => u.SetProperty(r => r.State, RollOutSiteState.Waiting).SetProperty(r => r.Problem, ""));
        if (n > 0)
            await db
                .RollOuts.Where(r => r.Id == id && r.State != RollOutState.RolledBack)
                .ExecuteUpdateAsync(u =>
                    u.SetProperty(r => r.State, RollOutState.Running).SetProperty(r => r.EndedAt, (DateTimeOffset?)null)
                );
        signal.Raise();
        return n;
    }

    /// <summary>
    /// Takes a whole roll-out back in one act: every site shows the release of before, and the values go back where nobody saved later
    /// ones.
    /// </summary>
    /// <returns>How many sites went back, how many were released otherwise since and stay, and whether the values went back.</returns>
    public async Task<(int Back, int Stay, bool Values)> RollBackAsync(Guid id, Actor who, CancellationToken cancel = default)
    {
        await using var transaction = await db.Database.BeginTransactionAsync(cancel);
        // Whatever step is under way ends first; no further one begins.
        await db.Database.ExecuteSqlAsync($"select 1 from roll_outs where id = {id} for update", cancel);
        var rollOut = await db.RollOuts.FirstAsync(r => r.Id == id, cancel);
        if (rollOut.State == RollOutState.RolledBack)
            return (0, 0, false);
        (rollOut.State, rollOut.EndedAt) = (RollOutState.RolledBack, Now);
        var back = await db.Database.ExecuteSqlAsync(
            $"""
            update sites s set live_release_id = r.before from roll_out_sites r where r.roll_out_id = {id} and r.site_id = s.id
            and r.state = {(int)RollOutSiteState.Done} and s.live_release_id = r.after and r.before is not null
            """,
            cancel
        );
        var stay = await db.Database.ExecuteSqlAsync(
            $"""
            update roll_out_sites r set state = {(int)RollOutSiteState.Left}, problem = 'Released otherwise since; it stays.'
            from sites s where r.roll_out_id = {id} and r.site_id = s.id and r.state = {(int)RollOutSiteState.Done} and
            s.live_release_id is distinct from r.before
            """,
            cancel
        );
        var note = $"Rolled back: {rollOut.Name}";
        await db.Database.ExecuteSqlAsync(
            $"""
            insert into events (site_id, kind, station, party, text, who_user_id, who_name, at)
            select s.id, {(int)SiteEventKind.Note}, s.station, 0, {note}, {who.UserId}, {who.Name}, {Now}
            from roll_out_sites r join sites s on s.id = r.site_id
            where r.roll_out_id = {id} and r.state = {(int)RollOutSiteState.Done}
            """,
            cancel
        );
        await db
            .RollOutSites.Where(r => r.RollOutId == id && r.State == RollOutSiteState.Done)
            .ExecuteUpdateAsync(u => u.SetProperty(r => r.State, RollOutSiteState.RolledBack), cancel);
        await db
            .RollOutSites.Where(r => r.RollOutId == id && r.State == RollOutSiteState.Waiting)
            .ExecuteUpdateAsync(u => u.SetProperty(r => r.State, RollOutSiteState.Left), cancel);
        await db.SaveChangesAsync(cancel);
        var values =
            rollOut.Version > 0
            && await standardStore.RestoreBeforeAsync(
                new SharedScope(rollOut.Layer, rollOut.Scope),
                rollOut.Version,
                $"Rolled back: {rollOut.Name}",
                who,
                cancel
            );
        await db.Database.ExecuteSqlAsync($"SELECT pg_notify({ReleaseChannel.Name}, {ReleaseChannel.Many})", cancel);
        await transaction.CommitAsync(cancel);
        published.Forget();
        return (back, stay, values);
    }

    /// <summary>Does the next site of any roll-out that runs. Sites that another worker holds are passed over.</summary>
    /// <returns>Whether there was one.</returns>
    public async Task<bool> StepAsync(CancellationToken stop)
    {
        db.ChangeTracker.Clear();
        await using var transaction = await db.Database.BeginTransactionAsync(stop);
        var row = (
            await db
                .RollOutSites.FromSql(
                    $"""
                    select r.* from roll_out_sites r join roll_outs o on o.id = r.roll_out_id
                    where o.agency_id = {db.AgencyId} and r.state = {(int)RollOutSiteState.Waiting} and o.state = {(int)
                        RollOutState.Running} and r."group" <= o.open and (o.begins is null or o.begins <= {Now})
                    order by o.at, r.number limit 1 for update of r skip locked
                    """
                )
                .ToListAsync(stop)
        ).FirstOrDefault();
        if (row is null)
        {
            await transaction.CommitAsync(stop);
            await SettleAsync(stop);
            return false;
        }
        try
        {
            // Shared: a roll back waits for this site, and this site for a roll back.
            var state = await db
                .Database.SqlQuery<int>($"select state as \"Value\" from roll_outs where id = {row.RollOutId} for share")
                .SingleAsync(stop);
            if (state != (int)RollOutState.Running)
            {
                await transaction.RollbackAsync(stop);
                return true;
            }
            await SiteAsync(row, stop);
            row.At = Now;
            await db.SaveChangesAsync(stop);
            await transaction.CommitAsync(stop);
            if (row.State == RollOutSiteState.Done)
                published.Forget(row.Site.Slug);
        }
        catch (Exception e) when (e is not OperationCanceledException && !QueueRunner.Passes(e))
        {
            await transaction.RollbackAsync(CancellationToken.None);
            db.ChangeTracker.Clear();
            await db
                .RollOutSites.Where(r => r.RollOutId == row.RollOutId && r.Number == row.Number)
                .ExecuteUpdateAsync(
                    u =>
                        u.SetProperty(r => r.State, RollOutSiteState.Failed)
                            .SetProperty(r => r.Problem, $"Could not be released: {e.Message}")
                            .SetProperty(r => r.At, Now),
                    stop
                );
        }
        if (row.State == RollOutSiteState.Held)
            await db
                .RollOuts.Where(r => r.Id == row.RollOutId && r.State == RollOutState.Running)
                .ExecuteUpdateAsync(u => u.SetProperty(r => r.State, RollOutState.Stopped), stop);
        return true;
    }

    private async Task SiteAsync(RollOutSite row, CancellationToken stop)
    {
        var site = (await reader.FindAsync(row.SiteId, stop))!;
        await db.HoldAsync(site, stop);
        if (site.LiveReleaseId is null || await db.Releases.FirstOrDefaultAsync(r => r.Id == site.LiveReleaseId, stop) is not { } live)
        {
            (row.State, row.Problem) = (RollOutSiteState.Left, "It is not published any more.");
            return;
        }
        var document = (await db.Revisions.AsNoTracking().FirstAsync(r => r.SiteId == site.Id && r.Number == live.Revision, stop)).Document;
        var stack = await new SettingsReader(db).OfAsync(site.TradeId, site.ClientId, site.Id, [.. SharedPassage.Of(document)], stop);
        var made = republishing.Of(site, live, document, stack, draw: true);
        row.Before = live.Id;
        if (made.Impact.Findings.NewBlockers.FirstOrDefault() is { } blocker)
        {
            (row.State, row.Problem) = (RollOutSiteState.Held, $"{blocker.Message} ({blocker.Where})");
            return;
        }
        if (made.Impact.Files.IsEmpty)
        {
            // The same bytes: the release that is live is as good as one made with these settings.
            (live.Settings, live.Print) = (made.Own, SettingsPrint.Of(made.Own));
            row.State = RollOutSiteState.Same;
            return;
        }
        var (manifest, added) = republishing.Store(made, live);
        var rollOut = await db.RollOuts.AsNoTracking().FirstAsync(r => r.Id == row.RollOutId, stop);
        var release = await publisher.AddAsync(
            site,
            live.Revision,
            live.Facts ?? site.Client.Facts,
            made.Own,
            manifest,
            added,
            rollOut.Name,
            rollOut.Who,
            stop
        );
        (row.State, row.After, row.Files) = (RollOutSiteState.Done, release.Id, made.Impact.Files.Length);
        await publisher.NotifyAsync(site, stop);
    }

    /// <summary>A roll-out whose open groups are through waits for a look, or is done.</summary>
    private async Task SettleAsync(CancellationToken stop)
    {
        var through = db.RollOuts.Where(r =>
            r.State == RollOutState.Running
            && (r.Begins == null || r.Begins <= Now)
            && !db.RollOutSites.Any(s => s.RollOutId == r.Id && s.Group <= r.Open && s.State == RollOutSiteState.Waiting)
        );
        await through.Where(r => r.Open < r.Groups).ExecuteUpdateAsync(u => u.SetProperty(r => r.State, RollOutState.Looking), stop);
        // Said here once more: between the two statements another worker may end the last site of a group that is not the last.
        await through
            .Where(r => r.Open >= r.Groups)
            .ExecuteUpdateAsync(u => u.SetProperty(r => r.State, RollOutState.Done).SetProperty(r => r.EndedAt, Now), stop);
    }
}

/// <summary>Works through roll-outs.</summary>
internal sealed class RollOutRunner(IServiceScopeFactory scopes, RollOutSignal signal, WorkerBoard board, ILogger<RollOutRunner> log)
    : QueueRunner(Workers, scopes, signal, board, log)
{
    public const int Workers = 2;

    protected override Task<bool> StepAsync(IServiceProvider services, CancellationToken stop) =>
        services.FirstAgencyAsync(
            services.GetRequiredService<PlurimaxDb>().RollOuts.Where(r => r.State == RollOutState.Running).Select(r => r.AgencyId),
            s => s.GetRequiredService<RollOutService>().StepAsync(stop),
            stop
        );
}
