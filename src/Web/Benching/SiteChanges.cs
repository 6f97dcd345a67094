using System.Collections.Concurrent;
using System.Globalization;
using System.Threading.Channels;
using Microsoft.EntityFrameworkCore;
using Npgsql;
using Plurimax.Data;
using Plurimax.Data.Sites;

namespace Plurimax.Web.Benching;

/// <summary>A change that somebody saved.</summary>
/// <param name="Head">The revision that is the site now.</param>
/// <param name="Section">The one section it touched, or empty.</param>
public sealed record SiteChange(int Head, string Section, string Who);

/// <summary>Tells those who have a site open of each change, whichever node saved it.</summary>
public sealed class SiteChanges(IServiceScopeFactory scopes, ILogger<SiteChanges> log) : BackgroundService
{
    private readonly ConcurrentDictionary<Guid, ConcurrentDictionary<Channel<SiteChange>, bool>> _open = new();

    /// <summary>Changes of a site from now on, until the caller leaves. One who reads too slowly misses the oldest: the newest says all.</summary>
    public async IAsyncEnumerable<SiteChange> OfAsync(Guid site, [System.Runtime.CompilerServices.EnumeratorCancellation] CancellationToken cancel)
    {
        var mine = Channel.CreateBounded<SiteChange>(new BoundedChannelOptions(16) { FullMode = BoundedChannelFullMode.DropOldest });
        var all = _open.GetOrAdd(site, _ => new());
        all[mine] = true;
        try
        {
            while (true)
            {
                SiteChange change;
                try { change = await mine.Reader.ReadAsync(cancel); }
                catch (OperationCanceledException) { yield break; }
                yield return change;
            }
        }
        finally
        {
            all.TryRemove(mine, out _);
            if (all.IsEmpty) _open.TryRemove(new(site, all));
        }
    }

    protected override async Task ExecuteAsync(CancellationToken stop)
    {
        while (!stop.IsCancellationRequested)
        {
            try
            {
                using var scope = scopes.CreateScope();
                await using var connection = new NpgsqlConnection(scope.ServiceProvider.GetRequiredService<PlurimaxDb>().Database.GetConnectionString());
                await connection.OpenAsync(stop);
                connection.Notification += (_, e) => Tell(e.Payload);
                await using (var listen = new NpgsqlCommand($"LISTEN {SiteStore.Changed}", connection)) await listen.ExecuteNonQueryAsync(stop);
                while (!stop.IsCancellationRequested) await connection.WaitAsync(stop);
            }
            catch (OperationCanceledException) { }
            catch (Exception e) when (e is NpgsqlException or InvalidOperationException or IOException)
            {
                log.LogWarning("Not listening for changes of sites: {Message}", e.Message);
                await Task.Delay(TimeSpan.FromSeconds(2), stop).ContinueWith(_ => { }, CancellationToken.None);
            }
        }
    }

    private void Tell(string payload)
    {
        var parts = payload.Split(' ', 4);
        if (parts.Length < 2 || !Guid.TryParse(parts[0], out var site) || !_open.TryGetValue(site, out var all)) return;
        var change = new SiteChange(int.Parse(parts[1], CultureInfo.InvariantCulture), parts.ElementAtOrDefault(2) ?? "", parts.ElementAtOrDefault(3) ?? "");
        foreach (var channel in all.Keys) channel.Writer.TryWrite(change);
    }
}
