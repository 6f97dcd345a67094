using System.Collections.Immutable;
using Plurimax.Text;

namespace Plurimax.Work.Line;

public enum Station
{
    Brief,
    Plan,
    Look,
    Bench,
    Proof,
    Launch,
    Handoff,
    Care,
}

public enum Party
{
    Us,
    Client,
    Registrar,
}

/// <summary>A move of a site to a station. A site may go back.</summary>
public sealed record StationEvent(Station Station, DateTimeOffset At, string Who);

/// <summary>Who is waited for from a moment on.</summary>
public sealed record WaitEvent(Party For, DateTimeOffset At);

/// <summary>What is next on a site, and who has to do it.</summary>
public sealed record NextAction(Party Party, string Words, string Page);

/// <summary>A stretch of a lane: time at a station, worked or waited.</summary>
/// <param name="Waited">Somebody else than us had to act.</param>
public sealed record LaneSpan(Station Station, DateTimeOffset From, DateTimeOffset To, bool Waited);

/// <param name="Spans">History, oldest first, no gap.</param>
/// <param name="Forecast">Stations to come with their typical length.</param>
/// <param name="Slack">Whole days between forecast end and due date; below zero is late.</param>
public sealed record Lane(
    ImmutableArray<LaneSpan> Spans,
    ImmutableArray<(Station Station, DateTimeOffset From, DateTimeOffset To)> Forecast,
    int? Slack
);

public static class Lanes
{
    /// <summary>
    /// Days a station usually takes in a small agency; common practice, no source. Replaced by history as soon as there is some.
    /// </summary>
    public static readonly ImmutableArray<double> Usual = [4, 1, 2, 4, 5, 2, 1, 0];

    public static Lane Draw(
        IReadOnlyList<StationEvent> events,
        IReadOnlyList<WaitEvent> waits,
        DateOnly? due,
        DateTimeOffset now,
        IReadOnlyList<double>? typical = null
    )
    {
        typical ??= Usual;
        var spans = ImmutableArray.CreateBuilder<LaneSpan>();
        var ordered = events.OrderBy(e => e.At).ToList();
        for (var i = 0; i < ordered.Count; i++)
        {
            var from = ordered[i].At;
            var to = i + 1 < ordered.Count ? ordered[i + 1].At : now;
            if (ordered[i].Station == Station.Care && i + 1 == ordered.Count)
                to = from;
            var cuts = waits.Select(w => w.At).Where(t => t > from && t < to).Prepend(from).Append(to).Order().ToList();
            for (var k = 0; k + 1 < cuts.Count; k++)
            {
                var waited = waits.Where(w => w.At <= cuts[k]).OrderBy(w => w.At).LastOrDefault() is { For: not Party.Us };
                if (spans.Count > 0 && spans[^1].Station == ordered[i].Station && spans[^1].Waited == waited && spans[^1].To == cuts[k])
                    spans[^1] = spans[^1] with { To = cuts[k + 1] };
                else if (cuts[k + 1] > cuts[k])
                    spans.Add(new LaneSpan(ordered[i].Station, cuts[k], cuts[k + 1], waited));
            }
        }
        var forecast = ImmutableArray.CreateBuilder<(Station, DateTimeOffset, DateTimeOffset)>();
        int? slack = null;
        if (ordered.Count > 0 && ordered[^1].Station != Station.Care)
        {
            var here = ordered[^1];
            var at = now;
            for (var s = here.Station; s < Station.Care; s++)
            {
                var days = typical[(int)s] - (s == here.Station ? (now - here.At).TotalDays : 0);
                var to = at.AddDays(Math.Max(s == here.Station ? .5 : 0, days));
                forecast.Add((s, at, to));
                at = to;
            }
            if (due is { } d)
                slack = d.DayNumber - DateOnly.FromDateTime(at.Date).DayNumber;
        }
        return new Lane(spans.ToImmutable(), forecast.ToImmutable(), slack);
    }

    /// <summary>
    /// Median days at each station over finished stays (Hyndman and Fan 1996, type 7); the usual figure where fewer than three are known.
    /// </summary>
    public static ImmutableArray<double> Typical(IEnumerable<IReadOnlyList<StationEvent>> sites)
    {
        var stays = new List<double>[8];
        for (var i = 0; i < 8; i++)
            stays[i] = [];
        foreach (var events in sites)
        {
            var o = events.OrderBy(e => e.At).ToList();
            for (var i = 0; i + 1 < o.Count; i++)
                stays[(int)o[i].Station].Add((o[i + 1].At - o[i].At).TotalDays);
        }
        return [.. stays.Select((s, i) => s.Count >= 3 ? Quantile.Of(s, .5) : Usual[i])];
    }
}
