using System.Collections.Concurrent;
using System.Diagnostics;
using Plurimax.Text;

namespace Plurimax.Web.Watch;

/// <summary>A request that took long.</summary>
/// <param name="Name">As <see cref="RequestNames"/> calls it.</param>
public sealed record SlowRequest(string Name, DateTimeOffset At, int Milliseconds, int Status);

/// <summary>How requests of one name were answered lately.</summary>
/// <param name="Median">Milliseconds.</param>
/// <param name="Most">Milliseconds that 95 of 100 stayed under.</param>
public sealed record RequestFigures(string Name, long Count, long Failed, int Median, int Most);

/// <summary>Times each request, and keeps the latest figures of this node in memory.</summary>
public sealed class RequestLedger(TimeProvider clock)
{
    /// <summary>Slower than this is noted by itself.</summary>
    public static readonly TimeSpan Slow = TimeSpan.FromSeconds(1);
    private const int MostSlow = 50;
    private const int Remembered = 200;

    private readonly ConcurrentDictionary<string, Row> _rows = new();
    private readonly Queue<SlowRequest> _slow = new();

    /// <summary>Published pages are answered by the ten thousand a second and share one row: it takes no lock.</summary>
    private sealed class Row
    {
        private readonly double[] _latest = new double[Remembered];
        private long _count;
        private long _failed;

        public void Note(double milliseconds, bool failed)
        {
            var at = Interlocked.Increment(ref _count) - 1;
            _latest[at % Remembered] = milliseconds;
            if (failed)
                Interlocked.Increment(ref _failed);
        }

        public RequestFigures Figures(string name)
        {
            var count = Interlocked.Read(ref _count);
            var latest = _latest[..(int)Math.Min(count, Remembered)];
            return new(name, count, Interlocked.Read(ref _failed), (int)Quantile.Of(latest, .5), (int)Quantile.Of(latest, .95));
        }
    }

    /// <summary>Newest first.</summary>
    public IReadOnlyList<SlowRequest> SlowOnes
    {
        get
        {
            lock (_slow)
                return [.. _slow.Reverse()];
        }
    }

    /// <summary>By what took most time in all, the longest first.</summary>
    public IReadOnlyList<RequestFigures> Figures() =>
        [.. _rows.Select(r => r.Value.Figures(r.Key)).OrderByDescending(f => f.Count * f.Median)];

    /// <param name="kept">The line stays open on purpose: how long says nothing.</param>
    public void Note(string name, TimeSpan took, int status, bool kept)
    {
        if (kept)
            return;
        _rows.GetOrAdd(name, _ => new Row()).Note(took.TotalMilliseconds, status >= 500);
        if (took < Slow)
            return;
        lock (_slow)
        {
            _slow.Enqueue(new SlowRequest(name, clock.GetUtcNow(), (int)took.TotalMilliseconds, status));
            while (_slow.Count > MostSlow)
                _slow.Dequeue();
        }
    }
}

/// <summary>Times what is inside it.</summary>
internal sealed class RequestWatch(RequestDelegate next, RequestLedger ledger)
{
    public async Task InvokeAsync(HttpContext context)
    {
        var from = Stopwatch.GetTimestamp();
        try
        {
            await next(context);
        }
        finally
        {
            ledger.Note(
                RequestNames.Of(context),
                Stopwatch.GetElapsedTime(from),
                context.Response.StatusCode,
                context.Response.ContentType == "text/event-stream"
            );
        }
    }
}
