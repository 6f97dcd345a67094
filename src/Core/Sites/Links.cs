using System.Collections.Immutable;

namespace Plurimax.Core.Sites;

/// <summary>Links in the texts of a site: to pages by their files, so that they hold when a page is moved or given another address.</summary>
public static class Links
{
    /// <summary>The site with every link that led to one file leading to another, each at once; places on the pages stay.</summary>
    /// <param name="moves">Old file to new file.</param>
    public static SiteDocument Follow(SiteDocument site, IReadOnlyDictionary<string, string> moves) =>
        site with { Pages = [.. site.Pages.Select(p => p with { Sections = [.. p.Sections.Select(s => Followed(s, moves))] })] };

    private static Section Followed(Section s, IReadOnlyDictionary<string, string> moves)
    {
        var content = s.Content;
        foreach (var (path, passage) in s.Content.Passages())
            if (Followed(path, passage.Text, moves) is var text && text != passage.Text) content = content.With(path, p => p with { Text = text }) ?? content;
        var buttons = s.Buttons.Select(b => Split(b.Target) is var (file, place) && moves.TryGetValue(file, out var to) ? b with { Target = to + place } : b).ToImmutableArray();
        return (ReferenceEquals(content, s.Content) ? s : s with { Content = content }) with { Buttons = buttons };
    }

    private static string Followed(string path, string text, IReadOnlyDictionary<string, string> moves)
    {
        if (path is "link") return Split(text) is var (file, place) && moves.TryGetValue(file, out var to) ? to + place : text;
        var at = 0;
        while ((at = text.IndexOf("](", at, StringComparison.Ordinal)) >= 0)
        {
            at += 2;
            var end = text.IndexOfAny([')', ' '], at);
            if (end < 0) break;
            var (file, place) = Split(text[at..end]);
            if (moves.TryGetValue(file, out var to)) text = text[..at] + to + place + text[end..];
        }
        return text;
    }

    /// <summary>Where the links of a text lead, as they are written.</summary>
    public static IEnumerable<string> In(string text)
    {
        for (var at = text.IndexOf("](", StringComparison.Ordinal); at >= 0; at = text.IndexOf("](", at, StringComparison.Ordinal))
        {
            at += 2;
            var end = text.IndexOfAny([')', ' '], at);
            if (end < 0) yield break;
            yield return text[at..end].Trim('<', '>');
        }
    }

    /// <summary>A link as its file and its place, "#prices" or nothing.</summary>
    public static (string File, string Place) Split(string link) => link.IndexOf('#') is >= 0 and var i ? (link[..i], link[i..]) : (link, "");
}
