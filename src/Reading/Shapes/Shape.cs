using System.Collections.Immutable;

namespace Plurimax.Reading.Shapes;

/// <param name="By">Who said it, in a chat or on the telephone; null elsewhere.</param>
public readonly record struct ShapedLine(string Text, string? By = null);

/// <summary>
/// What a plain text looks like before any line of it is read: who says what in a chat, which lines were broken by a
/// mail program, which columns stand side by side, what dots lead to.
/// </summary>
public static class Shape
{
    /// <summary>The lines of a text in the order in which they are to be read.</summary>
    /// <param name="longest">Characters of a line that are kept.</param>
    /// <param name="most">Characters in all that are looked at; what lies behind is cut.</param>
    public static (ImmutableArray<ShapedLine> Lines, bool Cut) Of(string text, int longest, int most)
    {
        var lines = ImmutableArray.CreateBuilder<ShapedLine>();
        var at = 0;
        foreach (var line in text.AsSpan().EnumerateLines())
        {
            lines.Add(new ShapedLine(line[..Math.Min(line.Length, longest)].ToString()));
            if ((at += lines[^1].Text.Length + 1) > most)
                break;
        }
        var said = Chat.Apart(lines.ToImmutable()) ?? lines.ToImmutable();
        var read = SideBySide.Apart(Wrapped.Joined(said)).Select(l => l with { Text = Leaders.Read(l.Text) });
        return ([.. read], at > most);
    }
}
