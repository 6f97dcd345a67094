using System.Reflection;
using System.Text.Json;
using Microsoft.EntityFrameworkCore;
using Plurimax.Data;
using Plurimax.Web.Jobs;
using Plurimax.Web.Watch;

namespace Plurimax.Web.Operating;

/// <summary>Writes down every few seconds how this node does, and forgets nodes that have long been silent.</summary>
internal sealed class NodeReporter(
    IServiceScopeFactory scopes,
    RequestLedger requests,
    FaultBook faults,
    WorkerBoard board,
    DataFolder folder,
    TimeProvider clock,
    ILogger<NodeReporter> log
) : Worker(board, log)
{
    public static readonly TimeSpan Every = TimeSpan.FromSeconds(10);
    private static readonly TimeSpan Forgotten = TimeSpan.FromDays(1);
    private const int MostRequests = 25;
    private readonly NodeReport _report = new()
    {
        Name = $"{Environment.MachineName} ({Environment.ProcessId})",
        Version = typeof(NodeReporter).Assembly.GetCustomAttribute<AssemblyInformationalVersionAttribute>()?.InformationalVersion ?? "",
        StartedAt = clock.GetUtcNow(),
        Figures = "{}",
    };

    protected override Task ExecuteAsync(CancellationToken stop) =>
        KeepOnAsync(
            async well =>
            {
                await WriteAsync(stop);
                well();
                await Task.Delay(Every, clock, stop);
            },
            stop
        );

    public override async Task StopAsync(CancellationToken cancel)
    {
        await base.StopAsync(cancel);
        try
        {
            using var scope = scopes.CreateScope();
            var db = scope.ServiceProvider.GetRequiredService<PlurimaxDb>();
            await db.Nodes.Where(n => n.Id == _report.Id).ExecuteDeleteAsync(cancel);
        }
        // The database went first: the row stays, and is seen to be silent.
        catch (Exception e) when (QueueRunner.Passes(e) || e is OperationCanceledException or InvalidOperationException) { }
    }

    private async Task WriteAsync(CancellationToken stop)
    {
        using var scope = scopes.CreateScope();
        var db = scope.ServiceProvider.GetRequiredService<PlurimaxDb>();
        var now = clock.GetUtcNow();
        var figures = JsonSerializer.Serialize(Figures());
        var known = await db
            .Nodes.Where(n => n.Id == _report.Id)
            .ExecuteUpdateAsync(n => n.SetProperty(x => x.SeenAt, now).SetProperty(x => x.Figures, figures), stop);
        if (known > 0)
            return;
        (_report.SeenAt, _report.Figures) = (now, figures);
        db.Add(_report);
        await db.SaveChangesAsync(stop);
        await db.Nodes.Where(n => n.SeenAt < now - Forgotten).ExecuteDeleteAsync(stop);
    }

    private NodeFigures Figures()
    {
        var disk = folder.Disk();
        return new NodeFigures(
            Environment.WorkingSet,
            disk?.Free,
            disk?.Size,
            [.. Board.States],
            [.. requests.Figures().Take(MostRequests)],
            [.. requests.SlowOnes],
            [.. faults.Latest]
        );
    }
}

/// <summary>Where this node keeps files.</summary>
public sealed record DataFolder(string Path)
{
    /// <returns>Bytes left and in all on the disk it lies on; null where that cannot be told.</returns>
    public (long Free, long Size)? Disk()
    {
        try
        {
            var disk = new DriveInfo(Path);
            return (disk.AvailableFreeSpace, disk.TotalSize);
        }
        catch (Exception e) when (e is IOException or UnauthorizedAccessException or ArgumentException)
        {
            return null;
        }
    }
}
