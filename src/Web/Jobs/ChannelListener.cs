using Microsoft.EntityFrameworkCore;
using Npgsql;
using Plurimax.Data;

namespace Plurimax.Web.Jobs;

/// <summary>Hears what any node says on a channel of PostgreSQL (NOTIFY). Comes back by itself when the connection is lost.</summary>
public abstract class ChannelListener(string channel, IServiceScopeFactory scopes, WorkerBoard board, ILogger log) : Worker(board, log)
{
    protected IServiceScopeFactory Scopes => scopes;

    /// <summary>It hears again: what was said meanwhile was missed.</summary>
    protected virtual void Begun() { }

    protected abstract void Heard(string payload);

    /// <summary>After something was heard, outside the connection.</summary>
    protected virtual Task AfterAsync(CancellationToken stop) => Task.CompletedTask;

    protected sealed override Task ExecuteAsync(CancellationToken stop) => KeepOnAsync(well => ListenAsync(well, stop), stop);

    private async Task ListenAsync(Action well, CancellationToken stop)
    {
        using var scope = scopes.CreateScope();
        await using var connection = new NpgsqlConnection(
            scope.ServiceProvider.GetRequiredService<PlurimaxDb>().Database.GetConnectionString()
        );
        await connection.OpenAsync(stop);
        connection.Notification += (_, e) => Heard(e.Payload);
        await using (var listen = new NpgsqlCommand($"LISTEN {channel}", connection))
            await listen.ExecuteNonQueryAsync(stop);
        Begun();
        well();
        while (!stop.IsCancellationRequested)
        {
            await connection.WaitAsync(stop);
            await AfterAsync(stop);
            well();
        }
    }
}
