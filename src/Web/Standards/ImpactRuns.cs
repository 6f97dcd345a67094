using System.Collections.Concurrent;
using System.Collections.Immutable;
using System.Diagnostics;
using Microsoft.EntityFrameworkCore;
using Plurimax.Data;
using Plurimax.Data.Standards;
using Plurimax.Making.Settings;
using Plurimax.Publishing.Impact;
using Plurimax.Publishing.Launching;
using Plurimax.Sites;
using Plurimax.Trades;
using Plurimax.Web.Launching;
using Plurimax.Web.Shared;

namespace Plurimax.Web.Standards;

/// <summary>What a change in hand does to one site.</summary>
/// <param name="Live">It is published; else it shows the change as soon as it is saved.</param>
/// <param name="ShieldedBy">Where it sets for itself all that is changed; null where the change reaches it.</param>
/// <param name="Behind">Changes that were saved before and not rolled out come along.</param>
public sealed record ImpactSite(
    Guid Id,
    string Name,
    string Trade,
    bool Live,
    ImmutableArray<FileChange> Files,
    FindingsChange Findings,
    string? ShieldedBy,
    bool Behind
)
{
    public int Pages => Files.Count(f => f.IsPage);
    public bool Blocks => Findings.NewBlockers.Any();
}

/// <param name="Sites">Those that change, are shielded or have other findings; by name.</param>
/// <param name="Followers">All sites that the layer reaches.</param>
public sealed record Impact(
    SharedScope At,
    string Print,
    int Followers,
    ImmutableArray<ImpactSite> Sites,
    TimeSpan Took,
    DateTimeOffset When
)
{
    public IEnumerable<ImpactSite> Changed => Sites.Where(s => s.Files.Length > 0);
    public IEnumerable<ImpactSite> Shielded => Sites.Where(s => s.ShieldedBy is not null);
    public int Pages => Changed.Sum(s => s.Pages);
    public int Files => Changed.Sum(s => s.Files.Length);
    public int InWork => Changed.Count(s => !s.Live);
    public int Behind => Changed.Count(s => s.Behind);

    public IEnumerable<IGrouping<string, ImpactSite>> Findings(bool appear) =>
        Sites
            .SelectMany(s =>
                (appear ? s.Findings.Appear : s.Findings.Vanish).Select(f =>
                    (Site: s, Rule: $"{(f.Severity == Severity.Blocker ? "blocks" : "warns")}: {f.Message}")
                )
            )
            .GroupBy(x => x.Rule, x => x.Site);
}

/// <summary>A report on its way. It can be left; it is there when one comes back.</summary>
public sealed class ImpactRun
{
    private int _done;
    public int Total { get; internal set; }
    public int Done => _done;
    public Impact? Result { get; internal set; }
    public string? Problem { get; internal set; }
    public DateTimeOffset Began { get; init; }

    internal void Count(int n) => Interlocked.Add(ref _done, n);
}

/// <summary>Works out what changes in hand would do, over all followers, in memory; nothing is written.</summary>
public sealed class ImpactRuns(IServiceScopeFactory scopes, TimeProvider clock, ILogger<ImpactRuns> log)
{
    private const int Chunk = 40;

    /// <summary>A report is looked at for a while, and the world goes on: after this it is made anew.</summary>
    private static readonly TimeSpan Fresh = TimeSpan.FromMinutes(10);
    private readonly ConcurrentDictionary<string, ImpactRun> _runs = new();

    /// <summary>The report on what is in hand, begun now where there is none.</summary>
    public ImpactRun Of(Guid agency, SharedScope at, IReadOnlyList<SettingDraft> drafts, bool again = false)
    {
        var now = clock.GetUtcNow();
        foreach (var old in _runs.Where(r => now - r.Value.Began > Fresh).ToList())
            _runs.TryRemove(old);
        var key = $"{agency} {at.Slug} {StandardStore.PrintOf(drafts)}";
        if (again)
            _runs.TryRemove(key, out _);
        var run = new ImpactRun { Began = now };
        var there = _runs.GetOrAdd(key, run);
        if (ReferenceEquals(there, run))
            _ = Task.Run(() => WorkAsync(run, agency, at, drafts));
        return there;
    }

    private async Task WorkAsync(ImpactRun run, Guid agency, SharedScope at, IReadOnlyList<SettingDraft> drafts)
    {
        try
        {
            run.Result = await ComputeAsync(agency, at, drafts, run);
        }
        catch (Exception e)
        {
            log.LogError(e, "An impact report failed");
            run.Problem = "The report could not be made. Nothing was changed; look again.";
        }
    }

    public async Task<Impact> ComputeAsync(
        Guid agency,
        SharedScope at,
        IReadOnlyList<SettingDraft> drafts,
        ImpactRun? run = null,
        CancellationToken cancel = default
    )
    {
        var watch = Stopwatch.StartNew();
        List<Guid> ids;
        FleetSettings fleet;
        using (var scope = scopes.CreateScope(agency))
        {
            var db = scope.ServiceProvider.GetRequiredService<PlurimaxDb>();
            ids = await (await new StandardStore(db, clock).FollowersAsync(at, cancel))
                .OrderBy(s => s.Id)
                .Select(s => s.Id)
                .ToListAsync(cancel);
            fleet = await new SettingsReader(db).FleetAsync(cancel: cancel);
        }
        if (run is not null)
            run.Total = ids.Count;
        var found = new ConcurrentBag<ImpactSite>();
        var changes = drafts.Select(d => KeyValuePair.Create(d.Key, d.Value)).ToList();
        await Parallel.ForEachAsync(
            ids.Chunk(Chunk),
            new ParallelOptions { MaxDegreeOfParallelism = Math.Max(2, Environment.ProcessorCount), CancellationToken = cancel },
            async (chunk, stop) =>
            {
                using var scope = scopes.CreateScope(agency);
                var services = scope.ServiceProvider;
                var db = services.GetRequiredService<PlurimaxDb>();
                var sites = await db.Sites.AsNoTracking().Include(s => s.Client).Where(s => chunk.Contains(s.Id)).ToListAsync(stop);
                var releases = await db
                    .Releases.AsNoTracking()
                    .Where(r => db.Sites.Any(s => chunk.Contains(s.Id) && s.LiveReleaseId == r.Id))
                    .ToDictionaryAsync(r => r.SiteId, stop);
                var wanted = sites.ConvertAll(s => (s.Id, Number: releases.GetValueOrDefault(s.Id)?.Revision ?? s.Head));
                var numbers = wanted.Select(w => w.Number).Distinct().ToList();
                var revisions = (
                    await db
                        .Revisions.AsNoTracking()
                        .Where(r => chunk.Contains(r.SiteId) && numbers.Contains(r.Number))
                        .Select(r => new
                        {
                            r.SiteId,
                            r.Number,
                            r.Document,
                        })
                        .ToListAsync(stop)
                ).ToDictionary(r => (r.SiteId, r.Number), r => r.Document);
                foreach (var site in sites)
                {
                    var live = releases.GetValueOrDefault(site.Id);
                    if (
                        revisions.TryGetValue((site.Id, live?.Revision ?? site.Head), out var document)
                        && One(services, site, live, document, at, changes, fleet.Of(site)) is { } one
                    )
                        found.Add(one);
                }
                run?.Count(chunk.Length);
            }
        );
        return new Impact(
            at,
            StandardStore.PrintOf(drafts),
            ids.Count,
            [.. found.OrderBy(s => s.Name, StringComparer.OrdinalIgnoreCase)],
            watch.Elapsed,
            clock.GetUtcNow()
        );
    }

    private static ImpactSite? One(
        IServiceProvider services,
        Site site,
        Release? live,
        SiteDocument document,
        SharedScope at,
        List<KeyValuePair<string, string?>> changes,
        SettingsStack now
    )
    {
        var then = now.Changed(at.Layer, at.Scope, changes);
        // A passage is changed for those that it stands linked on; any other value may be set once more further up.
        var shields = changes.Where(c => SettingsRegistry.Find(c.Key) is not null).Select(c => Above(then, c.Key, at)).ToList();
        var shieldedBy = changes.Count > 0 && shields.Count == changes.Count && shields.TrueForAll(s => s is not null) ? shields[0] : null;
        var behind = live?.Print is { } print && print != SettingsPrint.Of(Republishing.For(document, now));
        var republishing = services.GetRequiredService<Republishing>();
        var impact = live is null
            ? republishing.Unpublished(site, document, now, then)
            : republishing.Of(site, live, document, then, draw: false).Impact;
        return impact.Files.IsEmpty && shieldedBy is null && impact.Findings.Appear.IsEmpty && impact.Findings.Vanish.IsEmpty
            ? null
            : new ImpactSite(
                site.Id,
                site.Client.Name,
                TradeTemplate.FamilyOf(site.TradeId),
                live is not null,
                impact.Files,
                impact.Findings,
                shieldedBy,
                behind
            );
    }

    /// <summary>What further up sets a value, so that a change here does not reach the site; null where the change does.</summary>
    private static string? Above(SettingsStack stack, string key, SharedScope at)
    {
        var own = stack.Sources.ToList().FindIndex(s => s.Layer == at.Layer && s.Scope == at.Scope);
        return stack.Sources.Skip(own + 1).LastOrDefault(s => s.Layer < SettingLayer.Page && s.Values.ContainsKey(key))?.Name;
    }
}
