using System.Collections.Immutable;
using System.Text.RegularExpressions;

namespace Plurimax.Reading.Shapes;

/// <summary>
/// Columns of plain text that stand side by side, told from a table of labels and values by their left half, which is a table or a
/// heading of its own.
/// </summary>
internal static class SideBySide
{
    private const int FewestLines = 4;

    /// <summary>More places where a column may begin are not tried.</summary>
    private const int MostSeams = 6;

    public static ImmutableArray<ShapedLine> Apart(ImmutableArray<ShapedLine> lines)
    {
        if (!lines.Any(l => Gap.IsMatch(l.Text)))
            return lines;
        var read = ImmutableArray.CreateBuilder<ShapedLine>(lines.Length);
        for (var i = 0; i < lines.Length; )
        {
            var end = i;
            while (end < lines.Length && lines[end].Text.Trim().Length > 0)
                end++;
            var block = lines[i..end];
            if (Table(block) is { } rows)
                read.AddRange(rows);
            else if (block.Length >= FewestLines && Seam(block) is { } at)
            {
                read.AddRange(block.Select(l => l with { Text = Left(l.Text, at) }));
                read.Add(new ShapedLine(""));
                read.AddRange(block.Select(l => l with { Text = Right(l.Text, at) }).Where(l => l.Text.Length > 0));
            }
            else
                read.AddRange(block);
            if (end < lines.Length)
                read.Add(lines[end]);
            i = end + 1;
        }
        return read.ToImmutable();
    }

    /// <summary>Lines of three cells and more, three and more below each other, with tabs between their cells.</summary>
    private static IEnumerable<ShapedLine>? Table(ImmutableArray<ShapedLine> block)
    {
        int Cells(ShapedLine l) => Wide.Split(l.Text.Trim()).Length;
        var wide = block.Count(l => Cells(l) >= 3);
        return wide >= 3 && block.Count(l => Cells(l) == 2) <= wide && block.Any(l => AmountCell.IsMatch(l.Text))
            ? block.Select(l => Cells(l) >= 2 ? l with { Text = Wide.Replace(l.Text.Trim(), "\t") } : l)
            : null;
    }

    private static readonly Regex Wide = new(" {2,}");
    private static readonly Regex AmountCell = new(@" {2,}(?:[£€$]\s?\d|\d+(?:[.,]\d\d)?\s?(?:€|£|EUR|CHF)?(?: {2,}|$))");

    /// <summary>Where the right column begins, in characters; null where there is none.</summary>
    private static int? Seam(ImmutableArray<ShapedLine> block)
    {
        var starts = block
            .SelectMany(l => Gap.Matches(l.Text).Select(m => m.Index + m.Length))
            .GroupBy(at => at)
            .Where(g => g.Count() * 4 >= block.Length * 3)
            .Select(g => g.Key)
            .OrderDescending()
            .Take(MostSeams);
        foreach (var at in starts)
        {
            var left = block.Select(l => Left(l.Text, at)).Where(t => t.Length > 0).ToList();
            var right = block.Select(l => Right(l.Text, at)).Where(t => t.Length > 0).ToList();
            var whole = left.Count(t => Gap.IsMatch(t) || t.Contains(": ", StringComparison.Ordinal) || t.Length > 24);
            var clean = block.All(l => l.Text.Length <= at || l.Text[at - 1] == ' ' && l.Text[at - 2] == ' ');
            if (clean && right.Count >= 3 && (whole * 2 >= left.Count || Headed(left[0]) && Headed(right[0])))
                return at;
        }
        return null;
    }

    private static bool Headed(string text) => text.Length > 3 && text.Any(char.IsLetter) && !text.Any(char.IsLower);

    private static string Left(string text, int at) => (text.Length <= at ? text : text[..at]).TrimEnd();

    private static string Right(string text, int at) => text.Length <= at ? "" : text[at..].Trim();

    private static readonly Regex Gap = new(@"(?<=\S) {3,}(?=\S)");
}
