using System.Collections.Immutable;
using System.Text.RegularExpressions;
using AngleSharp.Dom;
using Plurimax.Text;

namespace Plurimax.Reading.Files;

/// <summary>
/// A saved page: its text by blocks, what its markup states, and its menu, pictures, colours and passages. Nothing is loaded.
/// </summary>
public static class HtmlFile
{
    private static readonly ImmutableHashSet<string> Blocks =
    [
        "p",
        "div",
        "section",
        "article",
        "header",
        "footer",
        "main",
        "aside",
        "address",
        "ul",
        "ol",
        "dl",
        "table",
        "form",
        "blockquote",
        "figure",
        "figcaption",
        "details",
        "summary",
        "pre",
        "hr",
        "fieldset",
        "h1",
        "h2",
        "h3",
        "h4",
        "h5",
        "h6",
        "li",
        "dt",
        "dd",
        "tr",
        "nav",
        "br",
        "body",
        "tbody",
        "thead",
        "label",
        "td",
        "th",
    ];

    /// <summary>Processor time for building the tree and looking through it.</summary>
    private static readonly TimeSpan Longest = TimeSpan.FromSeconds(2);

    /// <exception cref="UnreadableException">It takes too long, as no page does that people read.</exception>
    public static SourceText Read(string name, string html)
    {
        try
        {
            return Read(name, html, new WorkBudget(Longest));
        }
        catch (OperationCanceledException)
        {
            throw new UnreadableException("takes too long to read. Copy the text out of it and send that.");
        }
    }

    private static SourceText Read(string name, string html, WorkBudget budget)
    {
        var document = ForeignHtml.Parse(html, budget);
        var stated = Markup.Read(document, name, budget);
        var menu = document
            .QuerySelectorAll("nav a, header a, [role=navigation] a")
            .Select(a => TextBuilder.Tidy(a.TextContent).Trim())
            .Where(t => t.Length is > 1 and < 40)
            .Distinct()
            .Take(40)
            .ToImmutableArray();
        var pictures = document
            .QuerySelectorAll("img[src]")
            .Select(i => new OldPicture(i.GetAttribute("src")!, TextBuilder.Tidy(i.GetAttribute("alt") ?? "").Trim()))
            .Where(p => p.Source.Length < 500)
            .Distinct()
            .Take(200)
            .ToImmutableArray();
        var styles =
            string.Join(
                '\n',
                document
                    .QuerySelectorAll("style")
                    .Select(s => s.TextContent)
                    .Concat(document.QuerySelectorAll("[style]").Select(e => e.GetAttribute("style")))
            ) + string.Join('\n', document.QuerySelectorAll("meta[name=theme-color]").Select(m => m.GetAttribute("content")));
        var b = new TextBuilder();
        var title = TextBuilder.Tidy(document.Title ?? "").Trim();
        if (NoTitle.IsMatch(title))
            title = Meta("og:site_name") ?? Meta("og:title") ?? NameOfPicture(document) ?? "";
        if (title.Length is > 0 and < 200)
        {
            b.Add(title, LineRole.Heading);
            b.Add("", LineRole.Heading);
        }
        // What the page says of itself to others is said of the business.
        if ((Meta("description") ?? Meta("og:description")) is { Length: < 500 } about)
        {
            b.Add(about, LineRole.Text);
            b.Add("", LineRole.Text);
        }
        string? Meta(string name) =>
            document.QuerySelector($"meta[name='{name}'], meta[property='{name}']")?.GetAttribute("content") is { } said
            && TextBuilder.Tidy(said).Trim() is { Length: > 2 } tidy
                ? tidy
                : null;
        if (document.Body is { } body)
            Walk(body, b, budget);
        var material = new SiteMaterial([new OldPage(name, title, Passages(document, budget))], menu, pictures, Colours(styles));
        return b.Build(name, stated, document.DocumentElement.GetAttribute("lang") is { Length: > 1 } lang ? lang : null, material);
    }

    /// <summary>What the picture at the top of a page is called, where it is a name and not a description.</summary>
    private static string? NameOfPicture(IDocument document) =>
        document
            .QuerySelectorAll("img[alt]")
            .Take(3)
            .Select(i => TextBuilder.Tidy(i.GetAttribute("alt")!).Trim())
            .FirstOrDefault(alt => alt.Length is > 3 and < 50 && char.IsUpper(alt[0]) && alt.Contains(' ') && !alt.Any(char.IsDigit));

    /// <summary>Puts each block on its own line; cells of a table row and pairs of a list of terms share one.</summary>
    private static void Walk(IElement root, TextBuilder b, WorkBudget budget)
    {
        var line = new System.Text.StringBuilder();
        var role = LineRole.Text;
        Visit(root);
        Flush();

        void Flush()
        {
            var text = TextBuilder.Tidy(line.ToString()).Trim();
            line.Clear();
            if (text.Length > 0)
                b.Add(text, role);
        }

        void Visit(INode node)
        {
            budget.Check();
            if (node is IText t)
            {
                line.Append(t.Data);
                return;
            }
            if (node is not IElement e)
            {
                foreach (var c in node.ChildNodes)
                    Visit(c);
                return;
            }
            var tag = e.LocalName;
            if (
                tag is "script" or "style" or "noscript" or "template" or "svg" or "head" or "iframe" or "select" or "textarea" or "button"
                || tag is "s" or "strike" or "del" or "noframes" or "option"
                || Unseen(e)
            )
                return;
            if (tag is "nav" || e.GetAttribute("role") == "navigation")
                return;
            if (tag == "br")
            {
                Flush();
                return;
            }
            if (tag == "img")
            {
                line.Append(' ');
                return;
            }
            if (tag == "tr" && LaysOut(e))
            {
                foreach (var cell in e.Children)
                {
                    Flush();
                    b.Add("", LineRole.Heading);
                    foreach (var c in cell.ChildNodes)
                        Visit(c);
                    Flush();
                }
                return;
            }
            if (tag == "tr")
            {
                Flush();
                b.Row(e.Children.Where(c => c.LocalName is "td" or "th").Select(c => Inline(c, budget)));
                return;
            }
            if (tag == "dl")
            {
                Flush();
                Terms(e);
                return;
            }
            var block = Blocks.Contains(tag);
            if (!block)
            {
                foreach (var c in e.ChildNodes)
                    Visit(c);
                return;
            }
            Flush();
            // What a heading says ends with its part of the page.
            if (tag is "footer" or "address" or "header" or "aside")
                b.Add("", LineRole.Heading);
            var before = role;
            role =
                tag is "h1" or "h2" or "h3" or "h4" or "h5" or "h6" ? LineRole.Heading
                : tag == "li" ? LineRole.Item
                : role is LineRole.Item && tag is "p" or "div" ? role
                : LineRole.Text;
            foreach (var c in e.ChildNodes)
                Visit(c);
            Flush();
            role = before;
            if (tag is "section" or "footer" or "header" or "article" or "table" or "aside" or "ul" or "ol" or "address")
                b.Add("", LineRole.Text);
        }

        void Terms(IElement dl)
        {
            var term = "";
            foreach (var c in dl.QuerySelectorAll("dt, dd"))
                if (c.LocalName == "dt")
                    term = Inline(c, budget);
                else
                    b.Row([term, Inline(c, budget)]);
            b.Add("", LineRole.Text);
        }
    }

    /// <summary>A row of a table that holds tables, or cells of several lines beside each other: it is a layout, and its cells are
    /// blocks.</summary>
    private static bool LaysOut(IElement row) =>
        row.QuerySelector("table") is not null
        || row.Children.Count(c => c.QuerySelectorAll("br, p, li").Length > 2) is var tall
            && tall > 0
            && row.Children.Length > 1
            && tall * 2 >= row.Children.Length;

    /// <summary>Kept from whoever looks at the page.</summary>
    private static bool Unseen(IElement e) => e.HasAttribute("hidden") || e.GetAttribute("style") is { } style && Hiding.IsMatch(style);

    private static string Inline(IElement e, WorkBudget budget)
    {
        var b = new System.Text.StringBuilder();
        void Go(INode n)
        {
            budget.Check();
            if (n is IText t)
                b.Append(t.Data);
            else if (n is IElement { LocalName: "br" or "p" or "div" or "li" } x)
            {
                if (b.Length > 0)
                    b.Append(x.LocalName == "br" ? ", " : " ");
                foreach (var c in n.ChildNodes)
                    Go(c);
            }
            else if (n is IElement { LocalName: "script" or "style" or "s" or "strike" or "del" or "noscript" })
                return;
            else if (n is IElement hidden && Unseen(hidden))
                return;
            else
                foreach (var c in n.ChildNodes)
                    Go(c);
        }
        Go(e);
        return TextBuilder.Tidy(b.ToString()).Trim();
    }

    private static ImmutableArray<OldPassage> Passages(IDocument document, WorkBudget budget)
    {
        var list = ImmutableArray.CreateBuilder<OldPassage>();
        var heading = "";
        foreach (
            var e in document
                .QuerySelectorAll("h1, h2, h3, h4, p, li, blockquote")
                .Where(e => e.Closest("nav, footer, form, script") is null)
                .Take(600)
        )
        {
            budget.Check();
            var text = TextBuilder.Tidy(e.TextContent).Trim();
            if (e.LocalName[0] == 'h')
                heading = text.Length < 200 ? text : "";
            else if (text.Length >= 40 && e.ParentElement?.Closest("p, li, blockquote") is null)
                list.Add(new OldPassage(heading, text));
        }
        return list.ToImmutable();
    }

    private static ImmutableArray<string> Colours(string css) =>
        [
            .. HexColour
                .Matches(css)
                .Select(m => Six(m.Groups[1].Value.ToLowerInvariant()))
                .Where(c => !Grey(c))
                .GroupBy(c => c)
                .OrderByDescending(g => g.Count())
                .Select(g => "#" + g.Key)
                .Take(6),
        ];

    private static string Six(string hex) => hex.Length == 3 ? string.Concat(hex.Select(c => $"{c}{c}")) : hex;

    private static bool Grey(string hex)
    {
        int r = Convert.ToInt32(hex[..2], 16),
            g = Convert.ToInt32(hex[2..4], 16),
            b = Convert.ToInt32(hex[4..6], 16);
        return Math.Max(r, Math.Max(g, b)) - Math.Min(r, Math.Min(g, b)) < 16;
    }

    private static readonly Regex Hiding = new(@"display\s*:\s*none|visibility\s*:\s*hidden", RegexOptions.IgnoreCase);
    private static readonly Regex NoTitle = new(
        @"^(?:untitled(?: (?:document|page|\d+))?|loading\W*|(?:my |new )?(?:home ?)?page ?\d*|document\d*|index(?:\.html?)?|home|"
            + @"welcome|start(?:seite)?|willkommen|accueil|bienvenue|inicio|bienvenidos|unbenannt\w*|neue seite ?\d*|sans titre|sin título|"
            + @"senza titolo|naamloos|website|site|please wait\W*|redirecting\W*|react app|vite\W.*|app)$",
        RegexOptions.IgnoreCase
    );
    private static readonly Regex HexColour = new(@"#([0-9a-fA-F]{6}|[0-9a-fA-F]{3})\b");
}
