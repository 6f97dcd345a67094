using System.Text;
using System.Text.RegularExpressions;
using Plurimax.Facts;
using Plurimax.Sites;
using Plurimax.Text;

namespace Plurimax.Making.Plans;

/// <summary>A plan in words: an outline as Markdown, and a table with one row a section as CSV.</summary>
public static partial class PlanOutline
{
    public static string Markdown(SiteDocument site, FactSheet facts, TextEngine text, string business)
    {
        var waiting = new Waiting(site, facts);
        var b = new StringBuilder("# Plan of the site of ").Append(Escape(business)).Append('\n');
        foreach (var (page, i) in site.Pages.Select((p, i) => (p, i)))
        {
            b.Append("\n## ")
                .Append(i + 1)
                .Append(". ")
                .Append(Escape(text.Plain(page.Menu)))
                .Append(
                    page.Hidden ? " (hidden)"
                    : page.InMenu || page.IsHome ? ""
                    : " (not in the menu)"
                )
                .Append("\n\n");
            b.Append(Escape(page.Purpose)).Append(". `").Append(page.File).Append("`\n\n");
            foreach (var s in page.Sections)
                b.Append("- ")
                    .Append(s.Hidden ? "~~" : "**")
                    .Append(SectionKinds.Of(s.Content).Label)
                    .Append(s.Hidden ? "~~" : "**")
                    .Append(Said(s, text) is { Length: > 0 } h ? ": " + Escape(h) : "")
                    .Append(!s.Hidden && waiting.For(s) is { } fact ? $" (needs {Escape(fact)})" : "")
                    .Append('\n');
        }
        return b.ToString();
    }

    public static byte[] Csv(SiteDocument site, FactSheet facts, TextEngine text)
    {
        var waiting = new Waiting(site, facts);
        return CsvText.File(
            ["page", "name", "file", "purpose", "in the menu", "section", "kind", "heading", "shown", "needs"],
            site.Pages.SelectMany(
                (p, i) =>
                    p.Sections.Select(
                        (s, k) =>
                            new[]
                            {
                                $"{i + 1}",
                                text.Plain(p.Menu),
                                p.File,
                                p.Purpose,
                                p.InMenu || p.IsHome ? "yes" : "no",
                                $"{k + 1}",
                                SectionKinds.Of(s.Content).Label,
                                Said(s, text),
                                p.Hidden || s.Hidden ? "no" : "yes",
                                s.Hidden ? "" : waiting.For(s) ?? "",
                            }
                    )
            )
        );
    }

    private static string Said(Section s, TextEngine text) =>
        text.Plain(s.Content.Heading) is { Length: > 0 } heading ? heading
        : s.Content is QuoteContent q ? text.Plain(q.Text)
        : "";

    private static string Escape(string s) => Signs().Replace(s.ReplaceLineEndings(" "), @"\$0");

    [GeneratedRegex(@"[\\`*_{}\[\]<>#|~]")]
    private static partial Regex Signs();
}
