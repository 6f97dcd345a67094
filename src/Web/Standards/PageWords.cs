using System.Collections.Immutable;
using AngleSharp.Html.Parser;
using Plurimax.Sites;

namespace Plurimax.Web.Standards;

/// <summary>
/// What reads otherwise on a rendered page: its words by block, those that stay left out but for a few around what changed.
/// </summary>
public static class PageWords
{
    private const int Around = 1;

    public static ImmutableArray<WordRun> Between(string before, string after)
    {
        string[] a = Blocks(before),
            b = Blocks(after);
        var (head, tail) = Difference.Ends(a, b);
        if (head == a.Length && head == b.Length)
            return [];
        var from = Math.Max(0, head - Around);
        string Text(string[] blocks) => string.Join('\n', blocks[from..^Math.Max(0, tail - Around)]);
        return Difference.Words(Text(a), Text(b));
    }

    /// <summary>The fragment identifier nearest above the first difference, "foot" below the main part; empty at the top.</summary>
    public static string PlaceOf(string before, string after)
    {
        string[] a = before.Split('\n'),
            b = after.Split('\n');
        var (head, _) = Difference.Ends(a, b);
        var above = string.Join('\n', a.Take(head));
        if (above.Contains("</main>", StringComparison.Ordinal))
            return "foot";
        var at = above.LastIndexOf("<section class=\"s-", StringComparison.Ordinal);
        // The line that differs may be the section itself.
        var own =
            head < b.Length
                ? System.Text.RegularExpressions.Regex.Match(b[head], "<section class=\"s-[^>]* id=\"([^\"]+)\"")
                : System.Text.RegularExpressions.Match.Empty;
        if (own.Success)
            return own.Groups[1].Value;
        return at < 0 ? ""
            : System.Text.RegularExpressions.Regex.Match(above[at..], " id=\"([^\"]+)\"") is { Success: true } m ? m.Groups[1].Value
            : "";
    }

    private static string[] Blocks(string html)
    {
        var dom = new HtmlParser().ParseDocument(html);
        foreach (var hidden in dom.QuerySelectorAll("script,style,svg,.hp,[hidden]"))
            hidden.Remove();
        return
        [
            .. new[] { dom.Title ?? "" }
                .Concat(
                    dom.QuerySelectorAll("h1,h2,h3,h4,p,li,td,th,address,summary,label,button,a.btn,dt,dd,figcaption")
                        .Where(e => e.QuerySelector("p,li,h2,h3,dt,dd") is null)
                        .Select(e => string.Join(' ', e.TextContent.Split((char[]?)null, StringSplitOptions.RemoveEmptyEntries)))
                )
                .Where(t => t.Length > 0),
        ];
    }
}
