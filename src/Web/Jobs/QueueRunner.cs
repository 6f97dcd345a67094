using Npgsql;

namespace Plurimax.Web.Jobs;

/// <summary>
/// Works through rows of a queue in the database, a few at a time. Each worker goes on by itself until it finds nothing, and sleeps until
/// it is rung;
/// now and then it looks unasked, for what another node has added or what begins at a time.
/// </summary>
internal abstract class QueueRunner(int workers, IServiceScopeFactory scopes, QueueSignal signal, WorkerBoard board, ILogger log)
    : Worker(board, log)
{
    private static readonly TimeSpan Look = TimeSpan.FromSeconds(20);

    /// <summary>Does the next row with services of a scope of its own.</summary>
    /// <returns>Whether there was one.</returns>
    protected abstract Task<bool> StepAsync(IServiceProvider services, CancellationToken stop);

    protected sealed override Task ExecuteAsync(CancellationToken stop) =>
        Task.WhenAll(Enumerable.Range(0, workers).Select(_ => Task.Run(() => KeepOnAsync(well => RoundAsync(well, stop), stop), stop)));

    private async Task RoundAsync(Action well, CancellationToken stop)
    {
        for (var more = true; more; )
        {
            using var scope = scopes.CreateScope();
            more = await StepAsync(scope.ServiceProvider, stop);
            well();
        }
        await signal.WaitAsync(Look, stop);
    }

    /// <summary>The database could not be reached or was busy for too long: the row is as it was, and can be tried again.</summary>
    public static bool Passes(Exception e) =>
        e is NpgsqlException { IsTransient: true } or TimeoutException || e.InnerException is { } inner && Passes(inner);
}
