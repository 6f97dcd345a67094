using System.Collections.Immutable;
using System.Text.RegularExpressions;
using AngleSharp.Dom;
using AngleSharp.Html.Parser;
using Plurimax.Publishing.Rendering;

namespace Plurimax.Publishing.Launching;

/// <summary>Rules over the finished files.</summary>
public static partial class Preflight
{
    /// <summary>Rules that need only the finished files; also for a folder from elsewhere.</summary>
    public static IEnumerable<Finding> OfFiles(IReadOnlyDictionary<string, byte[]> files)
    {
        var pages = files
            .Where(f =>
                f.Key.EndsWith(".html", StringComparison.Ordinal)
                && !f.Key.StartsWith("code/", StringComparison.Ordinal)
                && MovedPage.TargetOf(f.Value) is null
            )
            .OrderBy(f => f.Key, StringComparer.Ordinal)
            .Select(f => (Path: f.Key, Dom: new HtmlParser().ParseDocument(System.Text.Encoding.UTF8.GetString(f.Value))))
            .ToList();
        if (pages.All(p => p.Path != "index.html"))
            yield return new("no-home", Severity.Blocker, "There is no index.html.", "folder", "A site begins at index.html.", "plan");
        var ids = pages.ToDictionary(p => p.Path, p => p.Dom.All.Select(e => e.Id).OfType<string>().Where(i => i.Length > 0).ToHashSet());
        foreach (var twice in pages.Where(p => p.Path != "404.html").GroupBy(p => p.Dom.Title ?? "").Where(g => g.Count() > 1))
            yield return new(
                "title-twice",
                Severity.Warning,
                $"{twice.Count()} pages share the title “{Cut(twice.Key)}”.",
                string.Join(", ", twice.Select(p => p.Path)),
                "Give each page its own title.",
                "plan"
            );
        foreach (var (path, dom) in pages)
        {
            var title = dom.Title?.Trim() ?? "";
            if (title.Length == 0)
                yield return new("title-missing", Severity.Blocker, "The page has no title.", path, "Give it one.", "plan");
            else if (title.Length is < 10 or > 70)
                yield return new(
                    "title-length",
                    Severity.Warning,
                    $"The title has {title.Length} characters; 10 to 70 show whole.",
                    path,
                    "Shorten or lengthen it.",
                    "plan"
                );
            if (path != "404.html")
            {
                var description = dom.QuerySelector("meta[name=description]")?.GetAttribute("content") ?? "";
                if (description.Length is < 50 or > 170)
                    yield return new(
                        "description-length",
                        Severity.Warning,
                        description.Length == 0
                            ? "The page has no description."
                            : $"The description has {description.Length} characters; 50 to 170 show whole.",
                        path,
                        "Write one or two sentences.",
                        "plan"
                    );
            }
            var h1 = dom.QuerySelectorAll("h1").Length;
            if (h1 != 1)
                yield return new(
                    "one-heading",
                    Severity.Blocker,
                    $"The page has {h1} main headings; it needs one.",
                    path,
                    "Keep one opening or page title.",
                    "bench"
                );
            var level = 0;
            foreach (var h in dom.QuerySelectorAll("main h1,main h2,main h3,main h4"))
            {
                var n = h.LocalName[1] - '0';
                if (level > 0 && n > level + 1)
                    yield return new(
                        "heading-order",
                        Severity.Warning,
                        $"A heading of level {n} follows one of level {level}: “{Cut(h.TextContent)}”.",
                        path,
                        "Put a heading between them or change its level.",
                        "bench"
                    );
                level = n;
            }
            foreach (var f in OfElements(path, dom, dom.Body?.TextContent ?? "", files, ids.GetValueOrDefault))
                yield return f;
            if (dom.DocumentElement.GetAttribute("lang") is null or "")
                yield return new(
                    "language-missing",
                    Severity.Blocker,
                    "The page does not say its language.",
                    path,
                    "Set the site's language.",
                    "brief"
                );
            if (Weight(path, files) is { } heavy)
                yield return heavy;
        }
    }

    /// <summary>Rules about pictures, links and words of a page or of a part of it.</summary>
    /// <param name="ids">Fragment identifiers of a page; null where there is no such page.</param>
    private static IEnumerable<Finding> OfElements(
        string path,
        IParentNode nodes,
        string words,
        IReadOnlyDictionary<string, byte[]> files,
        Func<string, HashSet<string>?> ids
    )
    {
        foreach (var img in nodes.QuerySelectorAll("img"))
        {
            // Empty words are right only beside others that say it: a picture within a link that has text.
            if (
                string.IsNullOrWhiteSpace(img.GetAttribute("alt"))
                && img.GetAttribute("role") != "presentation"
                && !(img.GetAttribute("alt") == "" && img.ParentElement is { LocalName: "a" } link && link.TextContent.Trim().Length > 0)
            )
                yield return new(
                    "alt-missing",
                    Severity.Blocker,
                    $"The picture {img.GetAttribute("src")} has no words that stand for it.",
                    path,
                    "Say what it shows.",
                    "bench"
                );
            if (img.GetAttribute("src") is { } src && !src.Contains(':') && !files.ContainsKey(Resolved(path, src)))
                yield return new(
                    "picture-missing",
                    Severity.Blocker,
                    $"The picture {src} is not there.",
                    path,
                    "Choose another picture.",
                    "bench"
                );
        }
        foreach (var a in nodes.QuerySelectorAll("a[href],link[rel=stylesheet],script[src]"))
        {
            var href = a.GetAttribute("href") ?? a.GetAttribute("src") ?? "";
            if (href is "" or "#")
            {
                yield return new(
                    "dead-button",
                    Severity.Blocker,
                    $"“{Cut(a.TextContent)}” leads nowhere.",
                    path,
                    "Give it a target or take it away.",
                    "bench"
                );
                continue;
            }
            if (Regex.IsMatch(href, "^(https?|mailto|tel|sms|geo):") || href.StartsWith("//", StringComparison.Ordinal))
                continue;
            var parts = href.Split('#');
            var target = parts[0].Length == 0 ? path : Resolved(path, parts[0].Split('?')[0]);
            if (!files.ContainsKey(target))
                yield return new(
                    "broken-link",
                    Severity.Blocker,
                    $"“{Cut(a.TextContent)}” leads to {href}, which is not there.",
                    path,
                    "Point it to a page that is there.",
                    "bench"
                );
            else if (parts.Length > 1 && ids(target) is { } there && !there.Contains(parts[1]))
                yield return new(
                    "broken-anchor",
                    Severity.Blocker,
                    $"“{Cut(a.TextContent)}” leads to {href}; that place is not on the page.",
                    path,
                    "Show the section it leads to, or change the link.",
                    "bench"
                );
        }
        if (Brackets().Match(words) is { Success: true } raw)
            yield return new(
                "raw-brackets",
                Severity.Blocker,
                $"Unfilled brackets show: “{Cut(raw.Value)}”.",
                path,
                "Fill the fact or take the brackets out.",
                "bench"
            );
        if (Lorem().Match(words) is { Success: true } l)
            yield return new("filler", Severity.Blocker, $"Filler text: “{Cut(l.Value)}”.", path, "Write the real text.", "bench");
    }

    private static Finding? Weight(string path, IReadOnlyDictionary<string, byte[]> files)
    {
        var size = files[path].Length + (files.TryGetValue("site.css", out var css) ? css.Length : 0);
        return size > 60 * 1024
            ? new(
                "weight",
                Severity.Warning,
                $"Page and style weigh {size / 1024} KB; 60 KB is the bound.",
                path,
                "Shorten the page or split it.",
                "plan"
            )
            : null;
    }

    /// <summary>The file that a relative address on a page leads to (RFC 3986, 5.2).</summary>
    private static string Resolved(string page, string href) =>
        Uri.UnescapeDataString(new Uri(new Uri("http://site.example/" + page), href).AbsolutePath[1..]) is var file
        && (file.Length == 0 || file.EndsWith('/'))
            ? file + "index.html"
            : file;
}
