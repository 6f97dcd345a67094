using System.Collections.Immutable;
using System.Text.RegularExpressions;
using AngleSharp.Html.Dom;
using AngleSharp.Html.Parser;
using Plurimax.Publishing.Sections;

namespace Plurimax.Publishing.Rendering;

/// <summary>How often a style choice shows on a site, and on how many of its pages.</summary>
/// <param name="Where">The kinds of section in which it shows most, as class names without "s-".</param>
public sealed record StyleUse(string Choice, int Count, int Pages, ImmutableArray<string> Where);

/// <summary>
/// Counts in the rendered pages what each choice of a look decides: the elements that the rules of its custom properties match.
/// </summary>
public static partial class StyleUses
{
    private static readonly (string Choice, string Tokens, string? Elements)[] Choices =
    [
        ("buttons", "", ".btn"),
        ("headings", "", "h1, h2, h3"),
        ("sections", "", "main > section"),
        ("text", "", "main p, main li, main dd"),
        ("h1", "", "h1"),
        ("h2", "", "h2"),
        ("h3", "", "h3"),
        ("links", "", "main a:not(.btn), footer a"),
        ("pictures", "", "main img"),
        ("corners", "r1 r2 r3", null),
        ("rules", "rw", null),
        ("cards", "card", null),
        ("tint", "bg2", null),
        ("dark ground", "inv", null),
        ("accent", "accent", null),
        ("action", "brand", null),
        ("decoration", "deco", null),
        ("dividers", "", "main > section + section"),
    ];

    /// <summary>The pages of a rendered site, parsed: by file, without those that only stand in for others.</summary>
    public static ImmutableDictionary<string, IHtmlDocument> Pages(SiteFiles files)
    {
        var parser = new HtmlParser();
        return files
            .Files.Keys.Where(f =>
                f.EndsWith(".html", StringComparison.Ordinal) && f != "404.html" && !f.StartsWith("own/", StringComparison.Ordinal)
            )
            .ToImmutableDictionary(f => f, f => parser.ParseDocument(files.Text(f)));
    }

    public static ImmutableArray<StyleUse> Of(SiteFiles files, ImmutableDictionary<string, IHtmlDocument> pages)
    {
        var css = files.Text("site.css");
        var rules = Rules().Matches(css).Select(m => (Selector: m.Groups[1].Value, Body: m.Groups[2].Value)).ToList();
        return
        [
            .. Choices.Select(c =>
                Count(
                    c.Choice,
                    c.Elements
                        ?? string.Join(
                            ',',
                            rules
                                .Where(r => c.Tokens.Split(' ').Any(t => r.Body.Contains($"var(--{t})", StringComparison.Ordinal)))
                                .SelectMany(r => Plain(r.Selector))
                                .Distinct()
                        ),
                    pages.Values
                )
            ),
        ];
    }

    private static StyleUse Count(string choice, string selector, IEnumerable<IHtmlDocument> pages)
    {
        var hits = pages.Select(p => selector.Length == 0 ? [] : p.QuerySelectorAll(selector).ToList()).ToList();
        var where = hits.SelectMany(h => h)
            .Select(e =>
                e.Closest("section,header,footer")?.ClassList.FirstOrDefault(c => c.StartsWith("s-", StringComparison.Ordinal))?[2..]
            )
            .OfType<string>()
            .GroupBy(k => k)
            .OrderByDescending(g => g.Count())
            .ThenBy(g => g.Key, StringComparer.Ordinal)
            .Take(4)
            .Select(g => g.Key);
        return new StyleUse(choice, hits.Sum(h => h.Count), hits.Count(h => h.Count > 0), [.. where]);
    }

    /// <summary>The selectors of a rule without states and pseudo-elements; those that only a state makes match fall away.</summary>
    private static IEnumerable<string> Plain(string selectors)
    {
        var depth = 0;
        var from = 0;
        for (var i = 0; i <= selectors.Length; i++)
        {
            if (i < selectors.Length && selectors[i] is '(' or '[')
                depth++;
            else if (i < selectors.Length && selectors[i] is ')' or ']')
                depth--;
            else if (i == selectors.Length || selectors[i] == ',' && depth == 0)
            {
                var one = selectors[from..i].Trim();
                from = i + 1;
                if (
                    one.Length == 0
                    || one[0] == '@'
                    || one.Contains(":hover", StringComparison.Ordinal)
                    || one.Contains(":focus", StringComparison.Ordinal)
                )
                    continue;
                one = Pseudo().Replace(one, "").Trim();
                if (
                    one.Length > 0
                    && !one.EndsWith('>')
                    && !one.Contains("::", StringComparison.Ordinal)
                    && !one.Contains(":has", StringComparison.Ordinal)
                )
                    yield return one;
            }
        }
    }

    [GeneratedRegex(@"([^{}@;]+)\{([^{}]*)\}")]
    private static partial Regex Rules();

    [GeneratedRegex(@"::?(before|after|marker|placeholder|selection|-webkit-[a-z-]+|open)(\b|$)")]
    private static partial Regex Pseudo();
}
