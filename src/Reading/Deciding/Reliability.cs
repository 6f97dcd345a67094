using System.Collections.Immutable;
using System.Globalization;
using Plurimax.Text;

namespace Plurimax.Reading.Deciding;

/// <summary>
/// How often a value that a rule puts forward with some confidence is right, by fact, measured on cases that the rules had not seen
/// (content/reading/reliability.txt, written by bench/measure-reading --fit). What is shown as 90 % is right nine times in ten.
/// </summary>
public static class Reliability
{
    /// <summary>From here on a value is put forward as read; below it is a question.</summary>
    public const double Bar = .85;

    private static readonly Lazy<ImmutableDictionary<string, ImmutableArray<(double Said, double Right)>>> Measured = new(() =>
        Content
            .Lines("reading/reliability.txt")
            .Select(l => l.Split('|', StringSplitOptions.TrimEntries))
            .GroupBy(p => p[0])
            .ToImmutableDictionary(g => g.Key, g => g.Select(p => (Number(p[1]), Number(p[2]))).OrderBy(p => p.Item1).ToImmutableArray())
    );

    /// <param name="said">The confidence of the rule, 0 to 1.</param>
    /// <returns>The share of such values that is right, between 0 and 1; never more for a lower confidence than for a higher one.</returns>
    public static double Of(string fact, double said)
    {
        var points =
            Measured.Value.GetValueOrDefault(fact) is { IsDefaultOrEmpty: false } own ? own
            : Measured.Value.GetValueOrDefault("any") is { IsDefaultOrEmpty: false } any ? any
            : [];
        return points.IsEmpty ? said : On(points, said);
    }

    /// <summary>The value of a line between the points it is given by; from nothing to the first of them it rises evenly.</summary>
    /// <param name="line">At least one point, by rising confidence.</param>
    public static double On(IReadOnlyList<(double Said, double Right)> line, double said)
    {
        if (said <= line[0].Said)
            return line[0].Right * said / line[0].Said;
        for (var i = 1; i < line.Count; i++)
            if (said <= line[i].Said)
            {
                var (from, to) = (line[i - 1], line[i]);
                return from.Right + (to.Right - from.Right) * (said - from.Said) / (to.Said - from.Said);
            }
        return line[^1].Right;
    }

    private static double Number(string text) => double.Parse(text, CultureInfo.InvariantCulture);
}
