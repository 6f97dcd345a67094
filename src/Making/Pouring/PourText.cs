using System.Collections.Immutable;
using System.Text;
using Plurimax.Reading;

namespace Plurimax.Making.Pouring;

/// <param name="Title">What it is called; <paramref name="Text"/>: what is said of it, or nothing.</param>
public sealed record PourItem(string Title, string Text);

/// <summary>What stands under one heading of a text.</summary>
/// <param name="Number">Its place in the text, 1 first.</param>
public sealed record PourPiece(int Number, string Heading, ImmutableArray<string> Paragraphs, ImmutableArray<PourItem> Items)
{
    public bool IsEmpty => Heading.Length == 0 && Paragraphs.IsEmpty && Items.IsEmpty;
    public string Text => string.Join("\n\n", Paragraphs);
}

/// <summary>A client's text as pieces: what stands under each heading, with its paragraphs and its lists.</summary>
public static class PourText
{
    public const int Longest = 60_000;
    private const int LongestHeading = 70;

    /// <summary>
    /// A document as plain text that shows its structure: "# " before headings, "- " before entries, a blank line between paragraphs.
    /// </summary>
    public static string Of(SourceText source)
    {
        // Where each line is a paragraph of its own there are hardly any blank lines; a text file breaks its lines anywhere.
        var wrapped =
            source.Lines.Count(l => l.Role == LineRole.Text && l.Text.Length is > 40 and < 90)
                > source.Lines.Count(l => l.Role == LineRole.Text && l.Text.Length >= 90) * 2
            && source.Lines.Any(l => l.Text.Length == 0);
        var b = new StringBuilder();
        var before = LineRole.Heading;
        foreach (var line in source.Lines)
        {
            if (line.Text.Length == 0)
            {
                Break();
                continue;
            }
            var text = line.Role switch
            {
                LineRole.Heading => "# " + line.Text,
                LineRole.Item => "- " + line.Text,
                LineRole.Row => "- " + line.Text.Replace(" | ", ": ", StringComparison.Ordinal),
                _ => line.Text,
            };
            var goesOn = line.Role == before && (line.Role is LineRole.Item or LineRole.Row || line.Role == LineRole.Text && wrapped);
            if (!goesOn)
                Break();
            b.Append(text).Append('\n');
            before = line.Role;
        }
        return b.ToString().Trim() + "\n";

        void Break()
        {
            if (b.Length > 1 && b[^2] != '\n')
                b.Append('\n');
        }
    }

    public static ImmutableArray<PourPiece> Read(string text)
    {
        var pieces = new List<(string Heading, List<string> Paragraphs, List<PourItem> Items)> { ("", [], []) };
        var blocks = text.ReplaceLineEndings("\n").Split("\n\n", StringSplitOptions.RemoveEmptyEntries | StringSplitOptions.TrimEntries);
        for (var i = 0; i < blocks.Length; i++)
        {
            var lines = blocks[i].Split('\n', StringSplitOptions.RemoveEmptyEntries | StringSplitOptions.TrimEntries);
            var rest = new List<string>();
            foreach (var line in lines)
            {
                if (line.StartsWith('#'))
                {
                    Flush(rest);
                    Begin(line.TrimStart('#').Trim());
                }
                else if (Entry(line) is { } entry)
                {
                    Flush(rest);
                    pieces[^1].Items.Add(entry);
                }
                else
                    rest.Add(line);
            }
            // A short line by itself without a full stop, with something after it, heads what follows.
            if (
                rest.Count == 1
                && lines.Length == 1
                && IsHeading(rest[0])
                && i + 1 < blocks.Length
                && !blocks[i + 1].StartsWith('#')
                && !(IsHeading(blocks[i + 1]) && !blocks[i + 1].Contains('\n'))
            )
                Begin(rest[0].TrimEnd(':'));
            // "What it costs:" directly above its text.
            else if (rest.Count > 1 && IsHeading(rest[0]) && rest[0].EndsWith(':'))
            {
                Begin(rest[0].TrimEnd(':'));
                Flush(rest[1..]);
            }
            else
                Flush(rest);
        }
        return
        [
            .. pieces
                .Where(p => p.Heading.Length + p.Paragraphs.Count + p.Items.Count > 0)
                .Select((p, n) => new PourPiece(n + 1, p.Heading, [.. p.Paragraphs], [.. p.Items])),
        ];

        void Begin(string heading) => pieces.Add((heading, [], []));
        void Flush(List<string> rest)
        {
            if (rest.Count > 0)
                pieces[^1].Paragraphs.Add(string.Join(' ', rest));
            rest.Clear();
        }
    }

    private static bool IsHeading(string line) =>
        line.Length is > 1 and <= LongestHeading
        && char.IsLetterOrDigit(line[0])
        && line[^1] is not ('.' or ',' or ';' or '!' or '"' or '”')
        && line.Count(c => c == ' ') < 10;

    private static PourItem? Entry(string line)
    {
        if (
            !(
                line.StartsWith("- ", StringComparison.Ordinal)
                || line.StartsWith("* ", StringComparison.Ordinal)
                || line.StartsWith("• ", StringComparison.Ordinal)
            )
        )
            return null;
        var text = line[2..].Trim();
        foreach (var joint in new[] { ": ", " – ", " — ", " - ", "? " })
            if (text.IndexOf(joint, StringComparison.Ordinal) is > 1 and < 80 and var at)
                return new PourItem((text[..at] + (joint == "? " ? "?" : "")).Trim(), text[(at + joint.Length)..].Trim());
        return new PourItem(text, "");
    }
}
