using System.Collections.Immutable;
using System.Text.RegularExpressions;
using AngleSharp.Dom;
using AngleSharp.Html.Dom;
using Plurimax.Facts;
using Plurimax.Sites;
using Plurimax.Text;

namespace Plurimax.Making.Pages;

/// <param name="Seen">What was found under which heading and what it became, in order, for the maker.</param>
public sealed record HtmlPage(Page Page, string Name, ImmutableArray<(string Heading, string Became)> Seen);

/// <summary>
/// Takes the structure of an HTML page over: what stood under each heading becomes a section of the kind it looks like. Texts come along as
/// the client's own words;
/// pictures, styles and scripts do not. Nothing is fetched.
/// </summary>
public static partial class PageFromHtml
{
    public const int LargestFile = 2 * 1024 * 1024;
    private const int MostSections = 24;

    private sealed class Block(string heading)
    {
        public string Heading { get; } = heading;
        public List<string> Paragraphs { get; } = [];
        public List<(string Title, string Text)> Items { get; } = [];
        public List<string> Quotes { get; } = [];
        public int Pictures,
            Rows,
            Sums,
            Inputs,
            Days;
        public bool Ordered,
            Questions,
            Film,
            Downloads;
        public bool IsEmpty => Paragraphs.Count + Items.Count + Quotes.Count + Pictures + Rows + Inputs == 0 && !Film;
    }

    public static Result<HtmlPage> Read(string html)
    {
        if (html.Length > LargestFile)
            return Result<HtmlPage>.Fail("This file is larger than 2 MB. Save the page without its pictures.");
        if (!html.Contains('<'))
            return Result<HtmlPage>.Fail("This is no HTML page: it has no tags.");
        IHtmlDocument dom;
        try
        {
            dom = ForeignHtml.Parse(html);
        }
        catch (OperationCanceledException)
        {
            return Result<HtmlPage>.Fail("This page takes too long to read. Save it without its scripts and its hidden parts.");
        }
        foreach (
            var e in dom.QuerySelectorAll("script,style,template,noscript,nav,header nav,footer,svg,[hidden],[aria-hidden=true]").ToList()
        )
            e.Remove();
        var root = dom.QuerySelector("main") ?? dom.QuerySelector("article") ?? (IElement?)dom.Body;
        if (root is null)
            return Result<HtmlPage>.Fail("This file holds no page.");
        var blocks = new List<Block> { new("") };
        Walk(root, blocks);
        var name = Plain(dom.QuerySelector("h1")?.TextContent) is { Length: > 0 } h1
            ? h1
            : Plain((dom.Title ?? "").Split('|', '–', '—')[0]);
        if (name.Length == 0)
            name = "New page";
        if (name.Length > 60)
            name = name[..60].TrimEnd();
        var sections = new List<Section> { new("new.title", new TitleContent { Heading = Own(name) }) };
        var seen = ImmutableArray.CreateBuilder<(string, string)>();
        foreach (var block in blocks.Where(b => !b.IsEmpty).Take(MostSections))
        {
            var content = ContentOf(block, name);
            sections.Add(new Section($"new.{content.Kind}-{sections.Count}", content));
            seen.Add((block.Heading.Length > 0 ? block.Heading : name, SectionKinds.Of(content).Label));
        }
        if (seen.Count == 0)
            return Result<HtmlPage>.Fail("There is no text under a heading on this page, so there is no structure to take over.");
        var label = Own(name);
        return new HtmlPage(
            new Page(
                "new",
                "new.html",
                "tell more",
                label,
                new Passage(label.Text + " | {{ business.name }}"),
                Passage.None,
                [.. sections]
            ),
            name,
            seen.ToImmutable()
        );
    }

    private static void Walk(INode node, List<Block> blocks)
    {
        foreach (var child in node.ChildNodes)
        {
            if (child is not IElement e)
            {
                if (child is IText t && Plain(t.Text) is { Length: > 40 } loose)
                    blocks[^1].Paragraphs.Add(loose);
                continue;
            }
            var at = blocks[^1];
            switch (e.LocalName)
            {
                case "h1":
                    break;
                case "h2" or "h3" or "h4":
                    var heading = Plain(e.TextContent);
                    // A smaller heading under a larger one is an entry of its list; among questions only another question is.
                    if (e.LocalName != "h2" && at.Heading.Length > 0 && (!at.Questions || heading.EndsWith('?')))
                    {
                        at.Items.Add((heading, ""));
                        at.Questions |= heading.EndsWith('?');
                    }
                    else
                        blocks.Add(new Block(heading));
                    break;
                case "p" or "figcaption":
                    Count(at, e);
                    if (Plain(e.TextContent) is not { Length: > 0 } text)
                        break;
                    if (at.Items.Count > 0 && at.Items[^1].Text.Length < 2000)
                        at.Items[^1] = (at.Items[^1].Title, $"{at.Items[^1].Text}\n\n{text}".Trim());
                    else
                        at.Paragraphs.Add(text);
                    break;
                case "ul" or "ol":
                    Count(at, e);
                    var entries = e.Children.Where(c => c.LocalName == "li").ToList();
                    if (entries.Any(li => li.QuerySelector("a[href$='.pdf' i],a[download]") is not null))
                        at.Downloads = true;
                    at.Ordered |= e.LocalName == "ol";
                    foreach (var li in entries)
                    {
                        var head = Plain(li.QuerySelector("h3,h4,strong,b")?.TextContent);
                        var whole = Plain(li.TextContent);
                        if (whole.Length > 0)
                            at.Items.Add(
                                head.Length > 0 && whole.StartsWith(head, StringComparison.Ordinal)
                                    ? (head, whole[head.Length..].TrimStart(' ', ':', '–', '-'))
                                    : ("", whole)
                            );
                    }
                    break;
                case "dl":
                    at.Questions |= e.QuerySelectorAll("dt").Any(d => Plain(d.TextContent).EndsWith('?'));
                    foreach (var dt in e.QuerySelectorAll("dt"))
                        at.Items.Add((Plain(dt.TextContent), Plain(dt.NextElementSibling?.TextContent)));
                    break;
                case "details":
                    at.Questions = true;
                    var summary = Plain(e.QuerySelector("summary")?.TextContent);
                    at.Items.Add(
                        (
                            summary,
                            Plain(e.TextContent) is var all && all.StartsWith(summary, StringComparison.Ordinal)
                                ? all[summary.Length..].Trim()
                                : all
                        )
                    );
                    break;
                case "table":
                    foreach (var row in e.QuerySelectorAll("tr"))
                    {
                        var line = Plain(row.TextContent);
                        at.Rows++;
                        if (Sum().IsMatch(line))
                            at.Sums++;
                        if (Day().IsMatch(line))
                            at.Days++;
                    }
                    break;
                case "blockquote":
                    at.Quotes.Add(Plain(e.TextContent));
                    break;
                case "form":
                    at.Inputs += Math.Max(1, e.QuerySelectorAll("input:not([type=hidden]),textarea,select").Length);
                    break;
                case "video" or "iframe":
                    at.Film = true;
                    break;
                case "img":
                    at.Pictures++;
                    break;
                default:
                    Walk(e, blocks);
                    break;
            }
        }
    }

    private static void Count(Block block, IElement e)
    {
        block.Pictures += e.QuerySelectorAll("img").Length;
        var text = e.TextContent;
        if (Day().Count(text) >= 2 && Hour().IsMatch(text))
            block.Days += 2;
    }

    private static SectionContent ContentOf(Block b, string page)
    {
        var heading = Own(b.Heading.Length > 0 ? b.Heading : page);
        var text = Own(string.Join("\n\n", b.Paragraphs));
        ImmutableArray<SectionItem> Items() =>
            [
                .. b
                    .Items.Take(30)
                    .Select(
                        (x, i) =>
                            new SectionItem(
                                $"{i + 1}",
                                Own(x.Title.Length > 0 ? x.Title : Cut(x.Text)),
                                Own(
                                    x.Title.Length > 0 ? x.Text
                                    : x.Text.Length > 60 ? x.Text
                                    : ""
                                )
                            )
                    ),
            ];
        return b switch
        {
            { Inputs: > 0 and <= 2 } => new NewsletterContent { Heading = heading, Text = text },
            { Inputs: > 0 } => new CallbackContent { Heading = heading, Text = text },
            { Film: true } => new VideoContent { Heading = heading, Text = text },
            { Days: >= 2 } => new VisitContent { Heading = heading },
            { Rows: > 1, Sums: > 0 } => new PricesContent { Heading = heading, Text = text },
            // Words of customers are facts with a source and a permission; they are not taken over as text.
            { Quotes.Count: > 0 } => new TestimonialsContent { Heading = heading },
            { Questions: true } => new QuestionsContent { Heading = heading, Items = Items() },
            { Downloads: true } => new DownloadsContent { Heading = heading, Text = text },
            { Ordered: true, Items.Count: > 1 } => new StepsContent
            {
                Heading = heading,
                Text = text,
                Items = Items(),
            },
            { Pictures: > 2 } => new GalleryContent { Heading = heading },
            { Items.Count: > 1 } => new TextContent("own")
            {
                Heading = heading,
                Text = text,
                Items = Items(),
            },
            { Pictures: > 0, Paragraphs.Count: > 0 } => new PictureContent { Heading = heading, Text = text },
            _ => new TextContent("own")
            {
                Heading = heading,
                Text = text.IsEmpty ? Own(string.Join("\n\n", b.Items.Select(i => $"{i.Title} {i.Text}".Trim()))) : text,
            },
        };
    }

    private static string Cut(string text) => text.Length <= 60 ? text : text[..60].TrimEnd() + "…";

    private static Passage Own(string text) =>
        text.Length == 0
            ? Passage.None
            : new Passage(ManuscriptReader.Escape(text.Length > SetText.Longest ? text[..SetText.Longest] : text), Kept: true);

    private static string Plain(string? text) => Space().Replace(FactReader.Clean(text ?? ""), " ").Trim();

    [GeneratedRegex(@"\s+")]
    private static partial Regex Space();

    [GeneratedRegex(@"[£€$]\s?\d|\d\s?(?:£|€|EUR|GBP|USD)")]
    private static partial Regex Sum();

    [GeneratedRegex(
        @"\b(?:mon|tue|wed|thu|fri|sat|sun)(?:day|sday|nesday|rsday|urday)?\b|\b(?:montag|dienstag|mittwoch|donnerstag|freitag|"
            + @"samstag|sonntag)s?\b",
        RegexOptions.IgnoreCase
    )]
    private static partial Regex Day();

    [GeneratedRegex(@"\d{1,2}(?:[:.]\d{2})?\s?(?:am|pm|uhr|–|-)", RegexOptions.IgnoreCase)]
    private static partial Regex Hour();
}
