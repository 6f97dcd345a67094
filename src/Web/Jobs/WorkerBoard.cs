using System.Collections.Concurrent;
using Plurimax.Web.Watch;

namespace Plurimax.Web.Jobs;

/// <summary>How a worker of this node does.</summary>
/// <param name="Well">When something went right last; null where nothing has yet.</param>
/// <param name="Problem">What went wrong since then, without what names a person; null where nothing did.</param>
/// <param name="Again">When it tries again.</param>
public sealed record WorkerState(string Name, DateTimeOffset? Well, string? Problem, DateTimeOffset? Again, int Faults);

/// <summary>What the workers of this node say of themselves.</summary>
public sealed class WorkerBoard(TimeProvider clock)
{
    private readonly ConcurrentDictionary<string, WorkerState> _states = new();

    public IReadOnlyList<WorkerState> States => [.. _states.Values.OrderBy(s => s.Name, StringComparer.Ordinal)];

    public void Began(string name) => _states.TryAdd(name, new WorkerState(name, null, null, null, 0));

    public void Well(string name) =>
        _states[name] = _states.GetValueOrDefault(name) is { } was
            ? was with
            {
                Well = clock.GetUtcNow(),
                Problem = null,
                Again = null,
            }
            : new WorkerState(name, clock.GetUtcNow(), null, null, 0);

    public void Failed(string name, Exception e, TimeSpan rest)
    {
        var was = _states.GetValueOrDefault(name);
        _states[name] = new WorkerState(
            name,
            was?.Well,
            $"{e.GetBaseException().GetType().Name}: {Scrubbed.Of(e.GetBaseException().Message)}",
            clock.GetUtcNow() + rest,
            (was?.Faults ?? 0) + 1
        );
    }
}

/// <summary>
/// A worker in the background. Whatever goes wrong, it rests, longer each time, and goes on; it never takes the application down.
/// </summary>
public abstract class Worker(WorkerBoard board, ILogger log) : BackgroundService
{
    protected WorkerBoard Board => board;
    private string Name => GetType().Name;

    /// <summary>Does rounds until the application stops.</summary>
    /// <param name="round">Calls what it is given whenever something went right.</param>
    protected async Task KeepOnAsync(Func<Action, Task> round, CancellationToken stop)
    {
        board.Began(Name);
        var rest = new BackOff();
        void Well()
        {
            rest.Reset();
            board.Well(Name);
        }
        while (!stop.IsCancellationRequested)
            try
            {
                await round(Well);
            }
            catch (OperationCanceledException) when (stop.IsCancellationRequested) { }
            catch (Exception e)
            {
                // The database being away is no news to explain with a stack.
                log.LogError(
                    QueueRunner.Passes(e) ? null : e,
                    "{Worker} rests for {Rest}: {Message}",
                    Name,
                    rest.Next,
                    e.GetBaseException().Message
                );
                board.Failed(Name, e, rest.Next);
                await rest.WaitAsync(stop);
            }
    }
}
