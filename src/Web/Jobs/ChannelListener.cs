using Microsoft.EntityFrameworkCore;
using Npgsql;
using Plurimax.Data;

namespace Plurimax.Web.Jobs;

/// <summary>Hears what any node says on a channel of PostgreSQL (NOTIFY). Comes back by itself when the connection is lost.</summary>
public abstract class ChannelListener(string channel, IServiceScopeFactory scopes, ILogger log) : BackgroundService
{
    protected IServiceScopeFactory Scopes => scopes;

    /// <summary>It hears again: what was said meanwhile was missed.</summary>
    protected virtual void Begun() { }

    protected abstract void Heard(string payload);

    /// <summary>After something was heard, outside the connection.</summary>
    protected virtual Task AfterAsync(CancellationToken stop) => Task.CompletedTask;

    protected sealed override async Task ExecuteAsync(CancellationToken stop)
    {
        for (var rest = new BackOff(); !stop.IsCancellationRequested; )
        {
            try
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
                rest.Reset();
                while (!stop.IsCancellationRequested)
                {
                    await connection.WaitAsync(stop);
                    await AfterAsync(stop);
                }
            }
            catch (OperationCanceledException) when (stop.IsCancellationRequested) { }
            catch (Exception e)
            {
                log.LogWarning("Not listening on {Channel} for {Rest}: {Message}", channel, rest.Next, e.Message);
                await rest.WaitAsync(stop);
            }
        }
    }
}
