using System.Collections.Immutable;
using System.Globalization;
using System.Text;
using System.Text.RegularExpressions;
using AngleSharp.Dom;
using AngleSharp.Html.Parser;
using Plurimax.Text;

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
        var body = Body(html);
        var walk = new Walk();
        walk.Children(body, default);
        walk.End();
        return block ? Written(walk.Blocks) : Runs(Joined(walk.Blocks));
    }

    /// <summary>What was sent, as a tree; where that takes too long its words, without their marks.</summary>
    private static IElement Body(string html)
    {
        try
        {
            return ForeignHtml.Parse($"<body>{html}").Body!;
        }
        catch (OperationCanceledException)
        {
            return Parser.ParseDocument($"<body>{Html.Encode(Tag().Replace(html, " "))}").Body!;
        }
    }

    [GeneratedRegex("<[^<>]*>")]
    private static partial Regex Tag();

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
