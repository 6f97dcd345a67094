using System.Collections.Immutable;

namespace Plurimax.Reading.Shapes;

/// <param name="By">Who said it, in a chat or a transcript; null elsewhere.</param>
public readonly record struct ShapedLine(string Text, string? By = null);

/// <summary>
/// What a plain text looks like before any line of it is read: who says what in a chat, which lines were broken by a
/// mail program, which columns stand side by side, what dots lead to.
/// </summary>
public static class Shape
{
    /// <summary>The lines of a text in the order in which they are to be read.</summary>
    /// <param name="most">Characters of a line that are kept.</param>
    public static ImmutableArray<ShapedLine> Of(string text, int most)
    {
        var lines = ImmutableArray.CreateBuilder<ShapedLine>();
        foreach (var line in text.AsSpan().EnumerateLines())
            lines.Add(new ShapedLine(line[..Math.Min(line.Length, most)].ToString()));
        var said = Chat.Apart(lines.ToImmutable()) ?? lines.ToImmutable();
        return [.. SideBySide.Apart(Wrapped.Joined(said)).Select(l => l with { Text = Leaders.Read(l.Text) })];
    }
}
