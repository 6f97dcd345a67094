using System.Collections.Immutable;
using System.Globalization;
using System.Text;
using System.Text.RegularExpressions;
using AngleSharp.Dom;
using AngleSharp.Html.Parser;

namespace Plurimax.Sites;

/// <summary>
/// Makes a passage (CommonMark 0.31 with placeholders) out of HTML: of what was typed in a manuscript, or of what was pasted from a word
/// processor or a web page.
/// Only words, emphasis, links, lists, headings and chips come through. No word is ever lost to markup.
/// </summary>
public static partial class ManuscriptReader
{
    public const int Largest = 400_000;
    private static readonly HtmlParser Parser = new();
    private static readonly ImmutableHashSet<string> Dropped =
    [
        "script",
        "style",
        "head",
        "title",
        "template",
        "noscript",
        "iframe",
        "object",
        "svg",
        "math",
        "select",
        "datalist",
        "audio",
        "video",
        "canvas",
        "meta",
        "link",
    ];
    private static readonly ImmutableHashSet<string> Blocks =
    [
        "p",
        "div",
        "h1",
        "h2",
        "h3",
        "h4",
        "h5",
        "h6",
        "ul",
        "ol",
        "li",
        "blockquote",
        "pre",
        "table",
        "tr",
        "section",
        "article",
        "header",
        "footer",
        "main",
        "aside",
        "nav",
        "figure",
        "figcaption",
        "address",
        "dl",
        "dt",
        "dd",
        "hr",
        "form",
        "fieldset",
        "tbody",
        "thead",
        "body",
    ];

    /// <param name="block">With paragraphs, lists and headings; otherwise all of it becomes one line.</param>
    public static string Read(string html, bool block)
    {
        if (html.Length > Largest)
            html = html[..Largest];
        var body = Parser.ParseDocument($"<body>{html}").Body!;
        var walk = new Walk();
        walk.Children(body, default);
        walk.End();
        return block ? Written(walk.Blocks) : Runs(Joined(walk.Blocks));
    }

    /// <summary>Marks of a run of words.</summary>
    private readonly record struct Marks(bool Strong, bool Em, string? Href);

    private sealed record Run(string Text, Marks Marks, bool Chip = false, bool Break = false);

    private enum BlockKind
    {
        Paragraph,
        Heading,
        Item,
        Quote,
    }

    /// <param name="Level">Of a heading 1 to 6, of an item its depth from 0.</param>
    private sealed record Block(BlockKind Kind, int Level, bool Ordered, ImmutableArray<Run> Runs, int List = 0);

    private static IEnumerable<Run> Joined(List<Block> blocks)
    {
        for (var i = 0; i < blocks.Count; i++)
        {
            if (i > 0)
                yield return new Run(" ", default);
            foreach (var run in blocks[i].Runs)
                yield return run.Break ? new Run(" ", run.Marks) : run with { Marks = run.Marks };
        }
    }

    /// <summary>Walks the tree and gathers blocks of runs.</summary>
    private sealed class Walk
    {
        public List<Block> Blocks { get; } = [];
        private readonly List<Run> _runs = [];
        private readonly Stack<(bool Ordered, int List)> _lists = new();
        private int _listsSeen;
        private (BlockKind Kind, int Level, bool Ordered, int List) _kind = (BlockKind.Paragraph, 0, false, 0);
        private bool _quote;

        public void Children(INode node, Marks marks)
        {
            foreach (var child in node.ChildNodes)
                Node(child, marks);
        }

        public void End()
        {
            var tidy = Tidy(_runs);
            _runs.Clear();
            if (tidy.Length > 0)
                Blocks.Add(new Block(_kind.Kind, _kind.Level, _kind.Ordered, tidy, _kind.List));
            _kind = (_quote ? BlockKind.Quote : BlockKind.Paragraph, 0, false, 0);
        }

        private void Node(INode node, Marks marks)
        {
            switch (node)
            {
                case IText text:
                    _runs.Add(new Run(Clean(text.Data), marks));
                    return;
                case IElement e:
                    Element(e, marks);
                    return;
            }
        }

        private void Element(IElement e, Marks marks)
        {
            var tag = e.LocalName;
            if (Dropped.Contains(tag) || tag.StartsWith("o:", StringComparison.Ordinal))
                return;
            var style = (e.GetAttribute("style") ?? "").Replace(" ", "").ToLowerInvariant();
            if (style.Contains("mso-list:ignore") || style.Contains("display:none"))
                return;
            if (e.GetAttribute("data-t") is { } chip)
            {
                if (FactChip.IsPlaceholder(chip))
                    _runs.Add(new Run(chip, marks, Chip: true));
                else
                    Children(e, marks);
                return;
            }
            if (tag == "br")
            {
                _runs.Add(new Run("", marks, Break: true));
                return;
            }
            if (tag is "img" or "input" or "button" or "textarea")
                return;
            if (tag is "b" or "strong" || Heavy().IsMatch(style))
                marks = marks with { Strong = true };
            if (Light().IsMatch(style))
                marks = marks with { Strong = false };
            if (tag is "i" or "em" or "cite" or "dfn" || style.Contains("font-style:italic"))
                marks = marks with { Em = true };
            if (style.Contains("font-style:normal"))
                marks = marks with { Em = false };
            if (tag == "a" && Address(e.GetAttribute("href")) is { } href)
                marks = marks with { Href = href };
            if (!ManuscriptReader.Blocks.Contains(tag))
            {
                Children(e, marks);
                return;
            }
            // What a block is made of has no marks of its own: a heading in bold is a heading.
            switch (tag)
            {
                case "ul" or "ol":
                    End();
                    if (_lists.Count == 0)
                        _listsSeen++;
                    _lists.Push((tag == "ol", _listsSeen));
                    Children(e, marks);
                    End();
                    _lists.Pop();
                    return;
                case "li":
                    End();
                    var (ordered, list) = _lists.TryPeek(out var l) ? l : (false, ++_listsSeen);
                    _kind = (BlockKind.Item, Math.Max(0, _lists.Count - 1), ordered, list);
                    Children(e, marks);
                    End();
                    return;
                case "tr":
                    End();
                    var first = true;
                    foreach (var cell in e.Children)
                    {
                        if (!first && cell.TextContent.Trim().Length > 0)
                            _runs.Add(new Run(", ", default));
                        Flat(cell, marks);
                        first = first && cell.TextContent.Trim().Length == 0;
                    }
                    End();
                    return;
                case "blockquote":
                    End();
                    (var was, _quote) = (_quote, true);
                    _kind = (BlockKind.Quote, 0, false, 0);
                    Children(e, marks);
                    End();
                    _quote = was;
                    _kind = (BlockKind.Paragraph, 0, false, 0);
                    return;
                case "hr":
                    End();
                    return;
            }
            var listed = WordList().Match(style);
            if (tag is "p" or "div" && _kind.Kind == BlockKind.Item && !listed.Success && _lists.Count > 0)
            {
                // A paragraph inside an item belongs to it.
                if (_runs.Any(r => r.Text.Trim().Length > 0))
                    _runs.Add(new Run(" ", default));
                Children(e, marks);
                return;
            }
            End();
            if (tag.Length == 2 && tag[0] == 'h' && char.IsAsciiDigit(tag[1]))
            {
                _kind = (BlockKind.Heading, tag[1] - '0', false, 0);
                marks = marks with { Strong = false };
            }
            else if (listed.Success)
            {
                var mark = e.QuerySelectorAll("[style]")
                    .FirstOrDefault(s =>
                        (s.GetAttribute("style") ?? "").Replace(" ", "").Contains("mso-list:ignore", StringComparison.OrdinalIgnoreCase)
                    )
                    ?.TextContent.Trim()
                    ?? "";
                var previous = Blocks.Count > 0 && Blocks[^1].Kind == BlockKind.Item ? Blocks[^1].List : ++_listsSeen;
                _kind = (
                    BlockKind.Item,
                    int.Parse(listed.Groups[1].Value, CultureInfo.InvariantCulture) - 1,
                    Numbered().IsMatch(mark),
                    previous
                );
            }
            Children(e, marks);
            End();
        }

        /// <summary>The words of a cell as one run.</summary>
        private void Flat(INode node, Marks marks)
        {
            foreach (var child in node.ChildNodes)
            {
                if (child is IElement e && ManuscriptReader.Blocks.Contains(e.LocalName))
                {
                    if (_runs.Count > 0)
                        _runs.Add(new Run(" ", default));
                    Flat(e, marks);
                }
                else
                    Node(child, marks);
            }
        }
    }

    /// <summary>Words without what cannot be seen: zero-width marks, soft hyphens, control characters, private-use characters.</summary>
    private static string Clean(string text)
    {
        var b = new StringBuilder(text.Length);
        foreach (var c in text)
            if (c is '\u00A0' or '\n' or '\t' or '\r' or '\u2028' or '\u2029')
                b.Append(' ');
            else if (
                char.IsControl(c)
                || c is '\u00AD' or '\u200B' or '\u200C' or '\u200D' or '\u2060' or '\uFEFF'
                || char.GetUnicodeCategory(c) == UnicodeCategory.PrivateUse
            ) { }
            else
                b.Append(c);
        return b.ToString().Normalize(NormalizationForm.FormC);
    }

    /// <summary>An address that may stand on a site; null for any other, whose words stay.</summary>
    private static string? Address(string? href)
    {
        if (string.IsNullOrWhiteSpace(href))
            return null;
        href = href.Trim();
        if (FactChip.Split(href).Any(s => s.Placeholder))
            return href;
        if (href.Any(c => char.IsControl(c) || c is '<' or '>' or '"'))
            return null;
        if (Scheme().Match(href) is { Success: true } s)
            return s.Groups[1].Value.ToLowerInvariant() is "http" or "https" or "mailto" or "tel" or "sms" or "geo" or "to" ? href : null;
        return href.StartsWith("//", StringComparison.Ordinal) || href.StartsWith('/') || href.StartsWith('\\') ? null : href;
    }

    /// <summary>
    /// Runs with white space made single, none at the ends, neighbours of equal marks joined, and breaks only between words.
    /// </summary>
    private static ImmutableArray<Run> Tidy(IEnumerable<Run> runs)
    {
        var list = new List<Run>();
        foreach (var run in runs)
        {
            if (run.Chip || run.Break)
            {
                list.Add(run);
                continue;
            }
            var text = Spaces().Replace(run.Text, " ");
            if (text.Length == 0)
                continue;
            // White space stands apart from the words, so that marks begin and end at words.
            if (text[0] == ' ')
                list.Add(new Run(" ", default));
            if (text.Trim() is { Length: > 0 } words)
                list.Add(run with { Text = words });
            if (text.Length > 1 && text[^1] == ' ')
                list.Add(new Run(" ", default));
        }
        for (var i = 0; i < list.Count; i++)
        {
            var before = i == 0 || list[i - 1].Break || !list[i - 1].Chip && list[i - 1].Text.EndsWith(' ');
            if (!list[i].Chip && !list[i].Break && before)
                list[i] = list[i] with { Text = list[i].Text.TrimStart(' ') };
            if (list[i].Break && i > 0 && list[i - 1].Text == " ")
                list[i - 1] = list[i - 1] with { Text = "" };
        }
        list.RemoveAll(r => !r.Chip && !r.Break && r.Text.Length == 0);
        while (list.Count > 0 && (list[^1].Break || !list[^1].Chip && list[^1].Text.Trim().Length == 0))
            list.RemoveAt(list.Count - 1);
        while (list.Count > 0 && list[0].Break)
            list.RemoveAt(0);
        // A space has the marks that both its neighbours have.
        for (var i = 1; i + 1 < list.Count; i++)
            if (list[i] is { Text: " ", Chip: false, Break: false })
                list[i] = list[i] with { Marks = Shared(list[i - 1].Marks, list[i + 1].Marks) };
        var joined = ImmutableArray.CreateBuilder<Run>();
        foreach (var r in list)
            if (joined.Count > 0 && !r.Chip && !r.Break && !joined[^1].Chip && !joined[^1].Break && joined[^1].Marks == r.Marks)
                joined[^1] = joined[^1] with { Text = joined[^1].Text + r.Text };
            else
                joined.Add(r);
        return joined.ToImmutable();
    }

    private static Marks Shared(Marks a, Marks b) => new(a.Strong && b.Strong, a.Em && b.Em, a.Href == b.Href ? a.Href : null);

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

    [GeneratedRegex(@"\s+")]
    private static partial Regex Spaces();

    [GeneratedRegex(@"(^|;)font-weight:(bold|[6-9]00)")]
    private static partial Regex Heavy();

    [GeneratedRegex(@"(^|;)font-weight:(normal|[1-4]00)")]
    private static partial Regex Light();

    [GeneratedRegex(@"mso-list:l\d+level(\d)")]
    private static partial Regex WordList();

    [GeneratedRegex(@"^\(?[0-9a-zA-Z]{1,3}[.)]")]
    private static partial Regex Numbered();

    [GeneratedRegex(@"^([a-zA-Z][a-zA-Z0-9+.-]*):")]
    private static partial Regex Scheme();

    [GeneratedRegex(@"^\s*(?:\d{1,9}(?<sign>[.)])(?=\s|$)|(?<sign>[-+#>=])(?=\s|[-+#>=]|$)|(?<sign>>))")]
    private static partial Regex LineMark();

    [GeneratedRegex(@"^&(#\d+|#[xX][0-9a-fA-F]+|[a-zA-Z][a-zA-Z0-9]*);")]
    private static partial Regex Entity();
}
