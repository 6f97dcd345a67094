using System.Collections.Immutable;
using System.Text.Json;
using Microsoft.EntityFrameworkCore;
using Plurimax.Data;
using Plurimax.Text;
using Plurimax.Web.Bench;
using Plurimax.Web.Care;
using Plurimax.Web.Hosting;
using Plurimax.Web.Jobs;
using Plurimax.Web.Mail;
using Plurimax.Web.Prospects;
using Plurimax.Web.Standards;

namespace Plurimax.Web.Operating;

/// <param name="Silent">It has said nothing for so long that it may have died.</param>
public sealed record NodeView(NodeReport Report, NodeFigures Figures, bool Silent);

/// <summary>Work that waits in the database, of all agencies together.</summary>
/// <param name="Oldest">Since when the longest waits; null where nothing does.</param>
/// <param name="Stuck">What is not tried again by itself.</param>
public sealed record QueueView(string Name, int Waiting, DateTimeOffset? Oldest, int Stuck);

/// <summary>Something that whoever runs the host should look at.</summary>
/// <param name="What">What is so, and what to do.</param>
public sealed record Concern(string What, string Todo);

/// <summary>How the installation does, over all nodes and agencies. Counts only: what belongs to an agency is never read.</summary>
public sealed class OperatorReader(PlurimaxDb db, TimeProvider clock)
{
    private static readonly TimeSpan SilentAfter = NodeReporter.Every * 6;
    private static readonly TimeSpan LongWait = TimeSpan.FromMinutes(15);
    private static readonly TimeSpan Lately = TimeSpan.FromHours(24);

    /// <summary>What a worker does, in plain words.</summary>
    public static string NameOf(WorkerState worker) =>
        worker.Name switch
        {
            nameof(BatchRunner) => "makes samples of lists",
            nameof(RollOutRunner) => "rolls out standards",
            nameof(OutboxSender) => "sends mail",
            nameof(ReleaseListener) => "hears of releases",
            nameof(SiteChanges) => "hears of edits",
            nameof(RetentionClock) => "tidies up once a day",
            nameof(NodeReporter) => "writes this page",
            var other => other,
        };

    public async Task<ImmutableArray<NodeView>> NodesAsync(CancellationToken cancel = default)
    {
        var now = clock.GetUtcNow();
        return
        [
            .. (await db.Nodes.AsNoTracking().OrderBy(n => n.StartedAt).ToListAsync(cancel)).Select(n => new NodeView(
                n,
                JsonSerializer.Deserialize<NodeFigures>(n.Figures)!,
                n.SeenAt < now - SilentAfter
            )),
        ];
    }

    public async Task<ImmutableArray<QueueView>> QueuesAsync(CancellationToken cancel = default)
    {
        var mails = await db
            .Outbox.IgnoreQueryFilters()
            .Where(m => m.SentAt == null)
            .GroupBy(m => m.Tries >= OutboxSender.MostTries)
            .Select(g => new
            {
                GivenUp = g.Key,
                Count = g.Count(),
                Oldest = g.Min(m => m.At),
            })
            .ToListAsync(cancel);
        var samples = await db
            .BatchRows.IgnoreQueryFilters()
            .CountAsync(
                r => r.State == BatchRowState.Waiting && db.Batches.Any(b => b.Id == r.BatchId && b.State == BatchState.Running),
                cancel
            );
        var rolled = await db
            .RollOutSites.IgnoreQueryFilters()
            .CountAsync(
                r => r.State == RollOutSiteState.Waiting && db.RollOuts.Any(o => o.Id == r.RollOutId && o.State == RollOutState.Running),
                cancel
            );
        var waiting = mails.Find(m => !m.GivenUp);
        return
        [
            new("Mails", waiting?.Count ?? 0, waiting?.Oldest, mails.Find(m => m.GivenUp)?.Count ?? 0),
            new("Sample sites of lists", samples, null, 0),
            new("Sites of roll-outs", rolled, null, 0),
        ];
    }

    /// <summary>What is not as it should be, the most pressing first.</summary>
    public ImmutableArray<Concern> Concerns(ImmutableArray<NodeView> nodes, ImmutableArray<QueueView> queues)
    {
        var now = clock.GetUtcNow();
        var found = ImmutableArray.CreateBuilder<Concern>();
        foreach (var n in nodes.Where(n => n.Silent))
            found.Add(new($"{n.Report.Name} has said nothing for a while", "See whether the process still runs and reaches the database."));
        foreach (var n in nodes.Where(n => !n.Silent))
        {
            if (n.Figures is { DiskFree: { } free, DiskSize: > 0 and var size } && (free < size / 20 || free < 1L << 30))
                found.Add(
                    new($"The disk of {n.Report.Name} is nearly full", "Make room: what is uploaded and released is refused when it is.")
                );
            foreach (var w in n.Figures.Workers.Where(w => w.Problem is not null))
                found.Add(new($"What {NameOf(w)} on {n.Report.Name} rests after a fault", $"It tries again by itself. {w.Problem}"));
        }
        foreach (var q in queues)
        {
            if (q.Stuck > 0)
                found.Add(
                    new($"{Plural.Of(q.Stuck, "mail was", "mails were")} given up", "The Outbox says why, and tries again on a press.")
                );
            if (q.Oldest < now - LongWait)
                found.Add(
                    new(
                        $"{q.Name} wait for longer than {LongWait.TotalMinutes:0} minutes",
                        "See the workers below and, for mails, the Outbox."
                    )
                );
        }
        var broken = nodes.SelectMany(n => n.Figures.Faults).Count(f => f.At > now - Lately);
        if (broken > 0)
            found.Add(
                new(
                    $"{Plural.Of(broken, "request", "requests")} broke within a day",
                    "Each stands below with the number that the user saw; the log has the rest under it."
                )
            );
        return found.ToImmutable();
    }
}
