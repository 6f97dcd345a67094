using System.Collections.Immutable;
using Plurimax.Facts;

namespace Plurimax.Reading;

/// <summary>A week that is being read. Times are minutes from midnight; a span may run past midnight. Monday is 0.</summary>
public sealed class WeekDraft
{
    private readonly List<(int From, int To)>[] _days = [.. Enumerable.Range(0, 7).Select(_ => new List<(int, int)>())];
    private readonly bool[] _closed = new bool[7];

    public bool Any => _days.Any(d => d.Count > 0);
    public IReadOnlyList<(int From, int To)> this[int day] => _days[day];
    public IEnumerable<int> Closed => Enumerable.Range(0, 7).Where(d => _closed[d]);

    public bool Known(int day) => _closed[day] || _days[day].Count > 0;

    public void Add(int day, int from, int to)
    {
        if (from < 0 || from > 24 * 60 || to == from || (from, to) is (0, 0))
            return;
        _closed[day] = false;
        if (!_days[day].Contains((from, to)))
            _days[day].Add((from, to));
        _days[day].Sort();
    }

    public void Set(int day, IEnumerable<(int From, int To)> spans)
    {
        _days[day].Clear();
        foreach (var (from, to) in spans)
            Add(day, from, to);
    }

    public void Close(int day)
    {
        _days[day].Clear();
        _closed[day] = true;
    }

    /// <summary>Takes a break out of the middle of the day's span.</summary>
    public void Break(int day, int from, int to)
    {
        var i = _days[day].FindIndex(s => s.From < from && to < s.To);
        if (i < 0)
            return;
        var (a, b) = _days[day][i];
        _days[day][i] = (a, from);
        Add(day, to, b);
    }

    public void CloseAt(int day, int to)
    {
        if (_days[day].Count > 0)
            _days[day][^1] = (_days[day][^1].From, to);
    }

    public void OpenAt(int day, int from)
    {
        if (_days[day].Count > 0)
            _days[day][0] = (from, _days[day][0].To);
    }

    /// <summary>What of a later, partial statement says is taken over; other days stay.</summary>
    public HoursValue Value()
    {
        var days = Enumerable.Range(0, 7).Select(_ => new List<OpenSpan>()).ToArray();
        for (var d = 0; d < 7; d++)
            foreach (var (from, to) in _days[d])
            {
                if (to > from && to <= 24 * 60)
                    days[d].Add(new OpenSpan(At(from), At(to)));
                else
                {
                    var end = to > 24 * 60 ? to - 24 * 60 : to;
                    days[d].Add(new OpenSpan(At(from), new TimeOnly(23, 59)));
                    if (end is > 0 and < 6 * 60)
                        days[(d + 1) % 7].Add(new OpenSpan(new TimeOnly(0, 0), At(end)));
                }
            }
        var week = days.Select(list =>
        {
            list.Sort((a, b) => a.From.CompareTo(b.From));
            return list.Where((s, i) => i == 0 || s.From >= list[i - 1].To).ToImmutableArray();
        });
        return new HoursValue(new OpeningHours([.. week])) { Closed = [.. Closed], Late = Lates() };
    }

    private ImmutableArray<(int Day, string Opens, string Closes)> Lates() =>
        [
            .. Enumerable
                .Range(0, 7)
                .SelectMany(d => _days[d].Where(s => s.To < s.From || s.To > 24 * 60).Select(s => (d, Clock(s.From), Clock(s.To)))),
        ];

    public static string Clock(int minutes) => $"{minutes / 60 % 24:00}:{minutes % 60:00}";

    /// <summary>Runs of days with the same spans, for output: days (0 = Monday), opens and closes as HH:MM.</summary>
    public IEnumerable<(ImmutableArray<int> Days, string Opens, string Closes)> Spans() =>
        Enumerable
            .Range(0, 7)
            .SelectMany(d => _days[d].Select(s => (Day: d, s.From, s.To)))
            .GroupBy(s => (s.From, s.To))
            .OrderBy(g => g.First().Day)
            .ThenBy(g => g.Key.From)
            .Select(g => (g.Select(s => s.Day).ToImmutableArray(), Clock(g.Key.From), Clock(g.Key.To)));

    private static TimeOnly At(int minutes) => minutes >= 24 * 60 ? new TimeOnly(23, 59) : new TimeOnly(minutes / 60, minutes % 60);
}
