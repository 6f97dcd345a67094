using System.Collections.Immutable;
using System.Globalization;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Plurimax.Data;
using Plurimax.Web.Shared;
using Plurimax.Work.Line;

namespace Plurimax.Web.Line;

public sealed record Bar(string X, string Y, string W, string H, string Fill, string Stroke, string? Dash);

public sealed record LaneRow(
    SiteSummary Summary,
    Lane Lane,
    ImmutableArray<Bar> Bars,
    ImmutableArray<(string X, string Text)> Labels,
    double? DueX,
    string Since,
    string Spoken
);

/// <summary>The home view: a lane for each site, over time, sorted by slack.</summary>
public sealed class IndexModel(LineReader line, SiteStatus status, TimeProvider clock) : PageModel
{
    private const double Left = 236,
        Right = 936;
    private const int MostLanes = 40;
    private static readonly string[] Short = ["Br", "Pl", "Lo", "Be", "Pr", "La", "Ha", "Ca"];

    public Station? Station { get; private set; }
    public Party? WaitsFor { get; private set; }
    public string Find { get; private set; } = "";
    public LineSites On { get; private set; } = null!;
    public IEnumerable<LineCount> Counts => On.Counts.Where(x => x.Station != Plurimax.Work.Line.Station.Care);
    public ImmutableArray<double> Typical { get; private set; }
    public List<LaneRow> Lanes { get; } = [];
    public List<(double X, string Label)> Weeks { get; } = [];
    public double NowX { get; private set; }
    public string Today => clock.GetUtcNow().ToString("ddd d MMM", CultureInfo.InvariantCulture);

    public async Task OnGetAsync(string? station, string? waits, string? find)
    {
        Station = Enum.TryParse<Station>(station, true, out var st) && Enum.IsDefined(st) ? st : null;
        WaitsFor = Enum.TryParse<Party>(waits, true, out var p) && Enum.IsDefined(p) ? p : null;
        Find = (find ?? "").Trim();
        var now = clock.GetUtcNow();
        On = await line.ReadAsync(Station, WaitsFor, Find, MostLanes);
        Typical = await line.TypicalAsync();

        var from = now.AddDays(-32);
        var to = now.AddDays(28);
        double X(DateTimeOffset t) => Math.Clamp(Left + (Right - Left) * (t - from).TotalDays / (to - from).TotalDays, Left, Right);
        NowX = Math.Round(X(now), 1);
        for (var d = from.Date.AddDays((8 - (int)from.DayOfWeek) % 7); d < to.Date; d = d.AddDays(7))
            Weeks.Add((Math.Round(X(new DateTimeOffset(d, TimeSpan.Zero)), 1), d.ToString("d MMM", CultureInfo.InvariantCulture)));
        foreach (var summary in await status.OfAsync(On.Sites))
            Lanes.Add(Row(summary, now, X));
        Lanes.Sort((a, b) => (a.Lane.Slack ?? 999).CompareTo(b.Lane.Slack ?? 999));
    }

    private LaneRow Row(SiteSummary s, DateTimeOffset now, Func<DateTimeOffset, double> x)
    {
        var moves = s
            .Events.Where(e => e.Kind == SiteEventKind.Station)
            .Select(e => new StationEvent(e.Station, e.At, e.Who.Name))
            .ToList();
        var waits = s.Events.Where(e => e.Kind == SiteEventKind.Wait).Select(e => new WaitEvent(e.Party, e.At)).ToList();
        var lane = Plurimax.Work.Line.Lanes.Draw(moves, waits, s.Site.Due, now, Typical);
        var bars = ImmutableArray.CreateBuilder<Bar>();
        var labels = ImmutableArray.CreateBuilder<(string, string)>();
        foreach (var span in lane.Spans)
        {
            double a = x(span.From),
                b = x(span.To);
            if (b - a < .6)
                continue;
            bars.Add(
                new Bar(
                    F(a),
                    span.Waited ? "16" : "11",
                    F(b - a),
                    span.Waited ? "5" : "15",
                    $"url(#p-{span.Station.ToString().ToLowerInvariant()})",
                    "#12211E",
                    null
                )
            );
        }
        var due = s.Site.Due is { } d ? new DateTimeOffset(d.ToDateTime(new TimeOnly(17, 0)), TimeSpan.Zero) : (DateTimeOffset?)null;
        foreach (var (station, from, to) in lane.Forecast)
        {
            double a = x(from),
                b = x(to);
            if (b - a < 1)
                continue;
            var late = due is { } dd && from >= dd;
            bars.Add(
                new Bar(F(a), "12.5", F(b - a), "12", late ? "url(#p-over)" : "#fff", late ? "#E5502B" : "#53665F", late ? null : "3 2")
            );
            if (b - a > 17 && !late)
                labels.Add((F((a + b) / 2), Short[(int)station]));
        }
        var since =
            $"{(s.Next.Party == Party.Us ? "us" : s.Next.Party == Party.Client ? s.State.ClientPerson ?? "client" : "registrar")}, "
            + $"{Times.Ago(s.Site.WaitingSince, now)}";
        return new LaneRow(
            s,
            lane,
            bars.ToImmutable(),
            labels.ToImmutable(),
            due is { } dx && x(dx) is var px && px > Left && px < Right ? Math.Round(px, 1) : null,
            since,
            $"{s.Site.Client.Name}, at {s.Site.Station}, {(s.Site.Due is { } du ? $"due {du:d MMM}" : "no due date")}. "
                + $"{s.Next.Words}; {since}."
        );
    }

    private static string F(double v) => Math.Round(v, 1).ToString(CultureInfo.InvariantCulture);

    public string With(string? party) =>
        "?"
        + string.Join(
            "&",
            new[]
            {
                Station is { } s ? $"station={s.ToString().ToLowerInvariant()}" : null,
                party is null ? null : $"waits={party}",
                Find.Length > 0 ? $"find={Uri.EscapeDataString(Find)}" : null,
            }.Where(q => q is not null)
        );
}
