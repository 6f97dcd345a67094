using System.Collections.Concurrent;
using System.Globalization;
using System.Runtime.CompilerServices;
using System.Threading.Channels;
using Plurimax.Data.Sites;
using Plurimax.Web.Jobs;

namespace Plurimax.Web.Bench;

/// <summary>A change that somebody saved.</summary>
/// <param name="Head">The revision that is the site now.</param>
/// <param name="Section">The one section it touched, or empty.</param>
/// <param name="Account">Id of whoever saved it, or empty; by it somebody knows their own changes.</param>
public sealed record SiteChange(int Head, string Section, string Account, string Who);

/// <summary>Tells those who have a site open of each change, whichever node saved it.</summary>
public sealed class SiteChanges(IServiceScopeFactory scopes, WorkerBoard board, ILogger<SiteChanges> log)
    : ChannelListener(SiteRevisions.Changed, scopes, board, log)
{
    private readonly ConcurrentDictionary<Channel<SiteChange>, Guid> _open = new();

    /// <summary>
    /// Changes of a site from now on, until the caller leaves. One who reads too slowly misses the oldest: the newest says all.
    /// </summary>
    public async IAsyncEnumerable<SiteChange> OfAsync(Guid site, [EnumeratorCancellation] CancellationToken cancel)
    {
        var mine = Channel.CreateBounded<SiteChange>(new BoundedChannelOptions(16) { FullMode = BoundedChannelFullMode.DropOldest });
        _open[mine] = site;
        using var left = cancel.Register(() => mine.Writer.TryComplete());
        try
        {
            await foreach (var change in mine.Reader.ReadAllAsync(CancellationToken.None))
                yield return change;
        }
        finally
        {
            _open.TryRemove(mine, out _);
        }
    }

    protected override void Heard(string payload)
    {
        var parts = payload.Split(' ', 5);
        if (parts.Length < 2 || !Guid.TryParse(parts[0], out var site))
            return;
        var change = new SiteChange(
            int.Parse(parts[1], CultureInfo.InvariantCulture),
            parts.ElementAtOrDefault(2) ?? "",
            parts.ElementAtOrDefault(3) ?? "",
            parts.ElementAtOrDefault(4) ?? ""
        );
        foreach (var (channel, of) in _open)
            if (of == site)
                channel.Writer.TryWrite(change);
    }
}
