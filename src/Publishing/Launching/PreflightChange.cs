using System.Collections.Immutable;
using System.Text;
using System.Text.RegularExpressions;
using AngleSharp.Html.Parser;
using Plurimax.Making.Settings;
using Plurimax.Publishing.Rendering;
using Plurimax.Publishing.Sections;
using Plurimax.Sites;

namespace Plurimax.Publishing.Launching;

/// <param name="Appear">Findings there were none of before.</param>
/// <param name="Vanish">Findings that are gone.</param>
public sealed record FindingsChange(ImmutableArray<Finding> Appear, ImmutableArray<Finding> Vanish)
{
    public static readonly FindingsChange None = new([], []);
    public IEnumerable<Finding> NewBlockers => Appear.Where(f => f.Severity == Severity.Blocker);
}

/// <summary>
/// What a change of settings does to the findings of preflight, in a fraction of the time of checking twice: of pages that changed only the
/// lines that
/// differ are read, unless what they hold concerns the whole page.
/// </summary>
public static partial class Preflight
{
    private static readonly HtmlParser Parts = new();

    /// <param name="changed">Paths whose bytes differ.</param>
    public static FindingsChange Change(
        PreflightInput before,
        SiteFiles was,
        PreflightInput after,
        SiteFiles now,
        IReadOnlyCollection<string> changed
    )
    {
        var pages = changed
            .Where(IsPage)
            .Where(p => was.Files.ContainsKey(p) && now.Files.ContainsKey(p) && MovedPage.TargetOf(now.Files[p]) is null)
            .Select(p => (Path: p, Was: was.Text(p), Now: now.Text(p)))
            .ToList();
        // A page that came or went, or one whose places, title or heading changed, concerns the others: all is read.
        // So does a rule that weighs otherwise, on whatever page it finds something.
        var keys = Changed(before.Settings.Settings, after.Settings.Settings).ToList();
        var whole =
            keys.Exists(k => k.StartsWith("check_", StringComparison.Ordinal))
            || changed.Any(p => IsPage(p) && was.Files.ContainsKey(p) != now.Files.ContainsKey(p));
        List<Finding> then = [],
            since = [];
        var read = new List<(string Path, string Was, string Now)>();
        foreach (var (path, old, fresh) in pages)
        {
            if (whole)
                break;
            var (a, b, outside) = Differing(old, fresh);
            if (Wide().IsMatch(a) || Wide().IsMatch(b) || !outside && (Headings().IsMatch(a) || Headings().IsMatch(b)))
                whole = true;
            else
                read.Add((path, a, b));
        }
        if (whole)
        {
            then.AddRange(OfFiles(was.Files));
            since.AddRange(OfFiles(now.Files));
        }
        else
        {
            // What stands on every page reads the same on most: each is read once for a folder.
            Dictionary<(string, string), ImmutableArray<Finding>> parts = [],
                fresh = [];
            foreach (var (path, a, b) in read)
            {
                then.AddRange(Once(parts, path, a, was));
                since.AddRange(Once(fresh, path, b, now));
                if (Weight(path, was.Files) is { } heavy)
                    then.Add(heavy);
                if (Weight(path, now.Files) is { } heavier)
                    since.Add(heavier);
            }
        }
        // Where no value changed that the site's own rules look at, they say what they said.
        var same = ReferenceEquals(before.Site, after.Site) && ReferenceEquals(before.Facts, after.Facts) && !keys.Exists(Concerns);
        IEnumerable<Finding> Own(PreflightInput x) => same ? OfTexts(SettingTexts(x)) : OfSite(Dressed(x));
        var old0 = Weighed(Own(before).Concat(then), before.Settings.Settings).ToHashSet();
        var new0 = Weighed(Own(after).Concat(since), after.Settings.Settings).ToHashSet();
        return new(
            [.. new0.Where(f => !old0.Contains(f)).OrderByDescending(f => f.Severity).ThenBy(f => f.Rule, StringComparer.Ordinal)],
            [.. old0.Where(f => !new0.Contains(f)).OrderByDescending(f => f.Severity).ThenBy(f => f.Rule, StringComparer.Ordinal)]
        );
    }

    private static IEnumerable<string> Changed(ImmutableDictionary<string, string> a, ImmutableDictionary<string, string> b) =>
        a.Where(v => b.GetValueOrDefault(v.Key) != v.Value).Select(v => v.Key).Concat(b.Keys.Where(k => !a.ContainsKey(k)));

    /// <summary>Whether a setting has a say in the rules that look at the site itself and not at its files.</summary>
    private static bool Concerns(string key) =>
        key.StartsWith(SharedPassage.Prefix, StringComparison.Ordinal)
        || SettingsRegistry.Find(key.Split('@')[0]) is not { } s
        || s.Group is SettingGroup.Look or SettingGroup.Sections or SettingGroup.Legal or SettingGroup.Contact or SettingGroup.Preflight
        || s.Key is "head" or "foot" or "menu_links" or "notice" or "notice_until" or "phone_bar" or "bubble";

    private static bool IsPage(string path) =>
        path.EndsWith(".html", StringComparison.Ordinal) && !path.StartsWith("code/", StringComparison.Ordinal);

    private static IEnumerable<Finding> Once(
        Dictionary<(string, string), ImmutableArray<Finding>> known,
        string path,
        string html,
        SiteFiles files
    )
    {
        var key = (path[..(path.LastIndexOf('/') + 1)], html.Replace(" aria-current=\"page\"", "", StringComparison.Ordinal));
        // A link to a place of its own page means another page on each.
        if (html.Contains("href=\"#", StringComparison.Ordinal))
            return OfPart(path, html, files);
        if (!known.TryGetValue(key, out var found))
            known[key] = found = [.. OfPart(path, html, files)];
        return found.Select(f => f with { Where = path });
    }

    private static IEnumerable<Finding> OfPart(string path, string html, SiteFiles files)
    {
        var part = Parts.ParseDocument($"<body>{html}");
        return OfElements(path, part, part.Body?.TextContent ?? "", files.Files, target =>
            files.Files.TryGetValue(target, out var bytes) && IsPage(target)
                ? Ids().Matches(Encoding.UTF8.GetString(bytes)).Select(m => m.Groups[1].Value).ToHashSet()
                : null
        );
    }

    /// <summary>The lines in which two pages differ, and whether they stand outside the main part.</summary>
    private static (string Was, string Now, bool Outside) Differing(string was, string now)
    {
        string[] a = was.Split('\n'),
            b = now.Split('\n');
        var (head, tail) = Difference.Ends(a, b);
        var after = a.Take(head).Any(l => l.Contains("</main>", StringComparison.Ordinal));
        var before =
            !a.Take(a.Length - tail).Any(l => l.Contains("<main", StringComparison.Ordinal))
            && !b.Take(b.Length - tail).Any(l => l.Contains("<main", StringComparison.Ordinal));
        return (string.Join('\n', a[head..^tail]), string.Join('\n', b[head..^tail]), after || before);
    }

    [GeneratedRegex("<(?:title|h1|meta|main|html|head|link|script)[ >]| id=\"|</(?:main|head)>")]
    private static partial Regex Wide();

    [GeneratedRegex("<h[2-4][ >]")]
    private static partial Regex Headings();

    [GeneratedRegex(" id=\"([^\"]+)\"")]
    private static partial Regex Ids();
}
