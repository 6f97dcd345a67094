using System.Collections.Immutable;
using System.Globalization;
using System.Text.RegularExpressions;
using Plurimax.Text;

namespace Plurimax.Facts;

/// <summary>One span of opening on a day, local time. Ends after it starts, on the same day.</summary>
public readonly record struct OpenSpan(TimeOnly From, TimeOnly To);

/// <summary>
/// A week of opening hours: for each of seven days (Monday first) zero or more spans in order, none touching another.
/// No span means closed that day.
/// </summary>
public sealed partial record OpeningHours(ImmutableArray<ImmutableArray<OpenSpan>> Days)
{
    public static readonly ImmutableArray<string> DayKeys = ["mon", "tue", "wed", "thu", "fri", "sat", "sun"];

    /// <summary>Reads one day: "8:30-12, 13-17.30", "closed" or nothing. Fails on overlaps and on closing before opening.</summary>
    public static Result<ImmutableArray<OpenSpan>> ReadDay(string? text)
    {
        var trimmed = (text ?? "").Trim();
        if (trimmed.Length == 0 || trimmed.Equals("closed", StringComparison.OrdinalIgnoreCase) || trimmed is "-" or "–")
            return ImmutableArray<OpenSpan>.Empty;
        var spans = new List<OpenSpan>();
        foreach (var part in trimmed.Split([',', ';', '&'], StringSplitOptions.TrimEntries | StringSplitOptions.RemoveEmptyEntries))
        {
            var match = SpanPattern().Match(part);
            if (!match.Success)
                return Fail($"“{part}” is not a time span. Write 8:30-17:30, or closed.");
            if (Time(match, "h1", "m1", "a1") is not { } from || Time(match, "h2", "m2", "a2") is not { } to)
                return Fail($"“{part}” holds a time that does not exist. Hours run from 0 to 24, minutes to 59.");
            if (to <= from)
                return Fail($"“{part}” closes before it opens. For a span past midnight give two days.");
            spans.Add(new OpenSpan(from, to));
        }
        spans.Sort((a, b) => a.From.CompareTo(b.From));
        for (var i = 1; i < spans.Count; i++)
            if (spans[i].From < spans[i - 1].To)
                return Fail($"{Show(spans[i - 1])} and {Show(spans[i])} overlap. Make it one span or move one of them.");
        return spans.ToImmutableArray();

        static Result<ImmutableArray<OpenSpan>> Fail(string problem) => Result<ImmutableArray<OpenSpan>>.Fail(problem);
    }

    /// <summary>Days next to each other with the same hours, as (first, last, spans), closed days included.</summary>
    public IEnumerable<(int First, int Last, ImmutableArray<OpenSpan> Spans)> Runs()
    {
        for (var i = 0; i < 7; )
        {
            var j = i;
            while (j < 6 && Days[j + 1].SequenceEqual(Days[i]))
                j++;
            yield return (i, j, Days[i]);
            i = j + 1;
        }
    }

    public bool AnyOpen => Days.Any(d => d.Length > 0);

    public static string Show(OpenSpan span) => $"{span.From:H\\:mm}-{span.To:H\\:mm}";

    private static TimeOnly? Time(Match match, string hour, string minute, string half)
    {
        var h = int.Parse(match.Groups[hour].Value, CultureInfo.InvariantCulture);
        var m = match.Groups[minute].Success ? int.Parse(match.Groups[minute].Value, CultureInfo.InvariantCulture) : 0;
        var ap = match.Groups[half].Value.ToLowerInvariant();
        if (ap is "pm" && h < 12)
            h += 12;
        if (ap is "am" && h == 12)
            h = 0;
        if (h == 24 && m == 0)
            return new TimeOnly(23, 59);
        return h < 24 && m < 60 ? new TimeOnly(h, m) : null;
    }

    [GeneratedRegex(
        @"^(?<h1>\d{1,2})(?:[:.](?<m1>\d{2}))?\s*(?<a1>am|pm)?\s*(?:-|–|to)\s*(?<h2>\d{1,2})(?:[:.](?<m2>\d{2}))?\s*(?<a2>am|pm)?$",
        RegexOptions.IgnoreCase
    )]
    private static partial Regex SpanPattern();
}
