using System.Text.RegularExpressions;

namespace Plurimax.Sites;

/// <summary>Links of a site: to pages by their files, so that they hold when a page is moved or given another address.</summary>
public static partial class Links
{
    /// <summary>
    /// The site with every link that led to one file leading to another, each at once; places on the pages stay. In texts, buttons and what
    /// stands on every page.
    /// </summary>
    /// <param name="moves">Old file to new file, from the folder of the language.</param>
    /// <param name="language">Language of the pages whose links are meant: those of another lead within their own folder. Null is the
    /// site's own.</param>
    public static SiteDocument Follow(SiteDocument site, IReadOnlyDictionary<string, string> moves, string? language = null)
    {
        string Moved(string target) => Split(target) is var (file, place) && moves.TryGetValue(file, out var to) ? to + place : target;
        var followed = site with
        {
            Pages =
            [
                .. site.Pages.Select(p =>
                    p.Language == language ? p with { Sections = [.. p.Sections.Select(s => Followed(s, Moved))] } : p
                ),
            ],
        };
        if (language is not null || site.Parts is not { } parts)
            return followed;
        return followed with
        {
            Parts = parts with
            {
                Links = [.. parts.Links.Select(l => l with { Target = Moved(l.Target) })],
                Notice = parts.Notice is { } n ? n with { Target = Moved(n.Target) } : null,
                PopUp = parts.PopUp is { } u ? u with { Target = Moved(u.Target) } : null,
            },
        };
    }

    /// <summary>The fragment identifier at which a section stands on its page.</summary>
    public static string AnchorOf(Section section) =>
        section.Content switch
        {
            ContactContent => "enquiry",
            VisitContent => "visit",
            AboutContent => "about",
            _ => section.Id[(section.Id.IndexOf('.') + 1)..].Replace('.', '-'),
        };

    private static Section Followed(Section s, Func<string, string> moved)
    {
        var content = s.Content;
        foreach (var (path, passage) in s.Content.Passages())
            if (
                (path == "link" ? moved(passage.Text) : InText().Replace(passage.Text, m => moved(m.Value))) is var text
                && text != passage.Text
            )
                content = content.With(path, p => p with { Text = text }) ?? content;
        var buttons = s.Buttons.IsEmpty ? s.Buttons : [.. s.Buttons.Select(b => b with { Target = moved(b.Target) })];
        return ReferenceEquals(content, s.Content) && s.Buttons.SequenceEqual(buttons)
            ? s
            : s with
            {
                Content = content,
                Buttons = buttons,
            };
    }

    /// <summary>Where the links of a text lead, as they are written.</summary>
    public static IEnumerable<string> In(string text) => InText().Matches(text).Select(m => m.Value);

    /// <summary>A link as its file and its place, "#prices" or nothing.</summary>
    public static (string File, string Place) Split(string link) =>
        link.IndexOf('#') is >= 0 and var i ? (link[..i], link[i..]) : (link, "");

    /// <summary>The destination of an inline link (CommonMark 0.31, 6.3), with or without angle brackets around it.</summary>
    [GeneratedRegex(@"(?<=\]\(<?)[^)\s<>]+(?=[)\s>])")]
    private static partial Regex InText();
}
