using System.Collections.Immutable;
using System.Text.RegularExpressions;

namespace Plurimax.Reading.Shapes;

/// <summary>Prose that a mail program broke at a column: a sentence, or a telephone number, goes on in the next line.</summary>
internal static class Wrapped
{
    private const int ShortestBroken = 66,
        LongestBroken = 160,
        FewestWords = 8,
        NearColumn = 12,
        FewestNear = 2;

    public static ImmutableArray<ShapedLine> Joined(ImmutableArray<ShapedLine> lines)
    {
        var read = ImmutableArray.CreateBuilder<ShapedLine>(lines.Length);
        var width = lines.Select(l => l.Text.TrimEnd().Length).Where(n => n <= LongestBroken).DefaultIfEmpty(0).Max();
        // A column shows in several lines that end near it; one long line is a note.
        if (lines.Count(l => l.Text.TrimEnd().Length is var n && n <= width && n > width - NearColumn) < FewestNear)
            return lines;
        // The line as it was broken, since what has been joined is longer.
        var last = "";
        foreach (var line in lines)
        {
            var text = line.Text.TrimEnd();
            if (read.Count > 0 && read[^1].By == line.By && Broken(last) && GoesOn(text) && last.Length + 1 + FirstWord(text) >= width)
                read[^1] = read[^1] with { Text = read[^1].Text.TrimEnd() + " " + text.TrimStart() };
            else
                read.Add(line);
            last = text;
        }
        return read.ToImmutable();
    }

    private static bool Broken(string line) =>
        line.Length is >= ShortestBroken and <= LongestBroken
        && line[^1] is not ('.' or ':' or '!' or '?' or ';' or '|')
        && !NoProse.IsMatch(line)
        && line.Count(c => c == ' ') >= FewestWords - 1
        && !line.Contains("  ", StringComparison.Ordinal);

    private static int FirstWord(string line) => line.TrimStart().IndexOf(' ') is > 0 and var end ? end : line.Trim().Length;

    private static bool GoesOn(string line) =>
        line.Length > 0 && (char.IsLower(line[0]) || char.IsDigit(line[0]) && !NoProse.IsMatch(line)) && !Label.IsMatch(line);

    private static readonly Regex Label = new(@"^[\p{L} /]{2,25}:");
    private static readonly Regex NoProse = new(@"^\s*(?:[>|#*•·–+-]|\d{1,2}[.)]\s)|\t|\s\|\s");
}
