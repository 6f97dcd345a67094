using System.Collections.Immutable;
using System.Text;

namespace Plurimax.Sites;

public static partial class ManuscriptReader
{
    private static string Written(List<Block> blocks)
    {
        var b = new StringBuilder();
        var numbers = new Dictionary<int, int>();
        var topHeading = 0;
        for (var i = 0; i < blocks.Count; i++)
        {
            var block = blocks[i];
            var item = block.Kind == BlockKind.Item;
            var sameList = item && i > 0 && blocks[i - 1].Kind == BlockKind.Item && blocks[i - 1].List == block.List;
            if (i > 0)
                b.Append(sameList ? "\n" : "\n\n");
            // Two lists in a row would run into one: a comment keeps them apart in CommonMark, but it is HTML; another mark does it too.
            if (!sameList)
                numbers.Clear();
            var text = Runs(block.Runs);
            switch (block.Kind)
            {
                case BlockKind.Heading:
                    // Headings in order: the first is the highest; below it, all others are one lower.
                    if (topHeading == 0)
                        topHeading = block.Level;
                    b.Append(block.Level <= topHeading ? "### " : "#### ").Append(text.Replace("\\\n", " "));
                    topHeading = Math.Min(topHeading, block.Level);
                    break;
                case BlockKind.Item:
                    var depth = sameList ? Math.Min(block.Level, Depth(blocks, i)) : 0;
                    for (var d = depth + 1; d < 8; d++)
                        numbers.Remove(d);
                    var n = numbers[depth] = numbers.GetValueOrDefault(depth) + 1;
                    var other = i > 0 && !sameList && blocks[i - 1].Kind == BlockKind.Item;
                    b.Append(' ', depth * 4)
                        .Append(
                            block.Ordered ? $"{n}. "
                            : other ? "* "
                            : "- "
                        )
                        .Append(text.Replace("\\\n", " "));
                    break;
                case BlockKind.Quote:
                    b.Append("> ").Append(text.Replace("\\\n", "\\\n> "));
                    break;
                default:
                    b.Append(text);
                    break;
            }
        }
        return b.ToString();
    }

    /// <summary>How deep an item may stand: one deeper than the one before it.</summary>
    private static int Depth(List<Block> blocks, int i)
    {
        var first = i;
        while (first > 0 && blocks[first - 1].Kind == BlockKind.Item && blocks[first - 1].List == blocks[i].List)
            first--;
        var depth = 0;
        for (var k = first + 1; k <= i; k++)
            depth = Math.Min(blocks[k].Level, depth + 1);
        return depth;
    }

    /// <summary>
    /// Runs as Markdown. Where emphasis cannot be written so that it is read back the same, the words stay and the emphasis goes.
    /// </summary>
    private static string Runs(IEnumerable<Run> source)
    {
        var runs = Tidy(source);
        if (runs.IsEmpty)
            return "";
        foreach (var (strong, em) in new[] { (true, true), (true, false), (false, false) })
        {
            var kept = Tidy(runs.Select(r => r with { Marks = r.Marks with { Strong = strong && r.Marks.Strong, Em = em && r.Marks.Em } }));
            var text = Marked(kept);
            if (!strong && !em || Same(kept, text))
                return text;
        }
        return "";
    }

    /// <summary>Whether the text, read as Markdown, has the words and marks of the runs.</summary>
    private static bool Same(ImmutableArray<Run> runs, string text)
    {
        if (runs.All(r => r.Marks is { Strong: false, Em: false }))
            return true;
        var back = new Walk();
        back.Children(Parser.ParseDocument($"<body>{Manuscript.Html(text, block: true)}").Body!, default);
        back.End();
        static string Key(IEnumerable<Run> all) =>
            string.Concat(
                all.SelectMany(r =>
                        r.Chip ? [(r.Text, r.Marks)]
                        : r.Break ? [("\n", default)]
                        : r.Text.Where(c => c != ' ').Select(c => (c.ToString(), r.Marks))
                    )
                    .Select(x => $"{x.Item1}{(x.Item2.Strong ? "B" : "")}{(x.Item2.Em ? "I" : "")}")
            );
        return back.Blocks.Count == 1 && Key(back.Blocks[0].Runs) == Key(runs);
    }

    private static string Marked(ImmutableArray<Run> runs)
    {
        var b = new StringBuilder();
        var open = new List<char>();
        for (var i = 0; i < runs.Length; i++)
        {
            var run = runs[i];
            if (run.Break)
            {
                CloseAll(b, open, i > 0 ? runs[i - 1].Marks : default);
                b.Append("\\\n");
                continue;
            }
            var wanted = Wanted(run.Marks);
            // Close what ends here; what was opened after it closes with it and opens again.
            var keep = 0;
            while (keep < open.Count && wanted.Contains(open[keep]))
                keep++;
            while (open.Count > keep)
            {
                Close(b, open[^1], i > 0 ? runs[i - 1].Marks : default);
                open.RemoveAt(open.Count - 1);
            }
            var text = run.Chip ? run.Text : Escaped(run.Text, b);
            var opening = wanted
                .Where(m => !open.Contains(m))
                .OrderByDescending(m => Extent(runs, i, m))
                .ThenBy(m => "abi".IndexOf(m))
                .ToList();
            foreach (var m in opening)
            {
                b.Append(
                    m switch
                    {
                        'a' => "[",
                        'b' => "**",
                        _ => "*",
                    }
                );
                open.Add(m);
            }
            b.Append(text);
        }
        CloseAll(b, open, runs[^1].Marks);
        return b.ToString();
    }

    private static List<char> Wanted(Marks m)
    {
        var wanted = new List<char>();
        if (m.Href is not null)
            wanted.Add('a');
        if (m.Strong)
            wanted.Add('b');
        if (m.Em)
            wanted.Add('i');
        return wanted;
    }

    private static int Extent(ImmutableArray<Run> runs, int at, char mark)
    {
        if (mark == 'a')
            return int.MaxValue;
        var n = 0;
        // Inside a link, emphasis ends with it.
        while (
            at + n < runs.Length
            && !runs[at + n].Break
            && runs[at + n].Marks.Href == runs[at].Marks.Href
            && (mark == 'b' ? runs[at + n].Marks.Strong : runs[at + n].Marks.Em)
        )
            n++;
        return n;
    }

    private static void CloseAll(StringBuilder b, List<char> open, Marks marks = default)
    {
        while (open.Count > 0)
        {
            Close(b, open[^1], marks);
            open.RemoveAt(open.Count - 1);
        }
    }

    private static void Close(StringBuilder b, char mark, Marks before) =>
        b.Append(
            mark switch
            {
                'a' => $"]({Written(before.Href!)})",
                'b' => "**",
                _ => "*",
            }
        );

    private static string Written(string href)
    {
        var b = new StringBuilder();
        foreach (var (part, placeholder) in FactChip.Split(href))
            b.Append(
                placeholder
                    ? part
                    : part.Replace(" ", "%20").Replace("(", "%28").Replace(")", "%29").Replace("{", "%7B").Replace("}", "%7D")
            );
        // An address with a space in its placeholder stands in angle brackets.
        return b.ToString().Contains(' ') ? $"<{b}>" : b.ToString();
    }

    /// <summary>Words with what Markdown or Liquid would read as markup written as character references.</summary>
    private static string Escaped(string text, StringBuilder before)
    {
        var lineStart = before.Length == 0 || before[^1] == '\n';
        if (lineStart && LineMark().Match(text) is { Success: true } m)
        {
            // Only the sign itself: "1." and "1)" at their full stop or bracket, all others at the first letter.
            var at = m.Groups["sign"].Index;
            text = Escape(text[..at]) + $"&#{(int)text[at]};" + Escape(text[(at + 1)..]);
            return text;
        }
        return Escape(text);
    }

    /// <summary>
    /// Plain words as they stand within a passage: what CommonMark or Liquid would read as markup is written as character references.
    /// </summary>
    public static string Escape(string text)
    {
        var b = new StringBuilder(text.Length + 8);
        for (var i = 0; i < text.Length; i++)
        {
            var c = text[i];
            var special =
                c is '*' or '`' or '[' or ']' or '\\' or '{' or '<' or '~'
                || c == '_' && !(i > 0 && i + 1 < text.Length && char.IsLetterOrDigit(text[i - 1]) && char.IsLetterOrDigit(text[i + 1]))
                || c == '&' && Entity().IsMatch(text.AsSpan(i));
            if (special)
                b.Append("&#").Append((int)c).Append(';');
            else
                b.Append(c);
        }
        return b.ToString();
    }
}
