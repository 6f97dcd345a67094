using System.Globalization;
using Plurimax.Facts;
using Plurimax.Sites;
using Plurimax.Text;

namespace Plurimax.Publishing.Sections;

/// <summary>What leads further: files, profiles, news, code of the client's own.</summary>
internal static class Extras
{
    public static Html Downloads(RenderContext c, Section s, DownloadsContent d)
    {
        var files = d
            .Items.Select((it, i) => (it, i, Href: c.Href(c.Text.Plain(it.Text))))
            .Where(x => c.Text.Stands(x.it.Title) && x.Href is not null)
            .ToList();
        if (files.Count == 0)
            return Html.Empty;
        var rows = files.Select(x =>
            Html.Of(
                $"<li><a href=\"{x.Href}\">{c.Icon("file")}<span{c.At(s, $"items.{x.i}.title")}>{c.Text.Line(x.it.Title)}</span>"
                    + $"{(Kind(x.Href!) is { } kind ? Html.Of($" <small>{kind}</small>") : Html.Empty)}</a></li>"
            )
        );
        return SectionRenderer.Wrap(c, s, Html.Of($"{SectionRenderer.Head(c, s, d.Heading, d.Text)}<ul class=\"list\">{rows}</ul>"));
    }

    private static string? Kind(string href) =>
        Path.GetExtension(href.Split('?', '#')[0]).TrimStart('.').ToUpperInvariant() is { Length: > 1 and < 5 } e and not ("HTML" or "HTM")
            ? e
            : null;

    public static Html Social(RenderContext c, Section s, SocialContent v) =>
        c.Facts.Public<ListValue>("social") is not { } links
            ? Html.Empty
            : SectionRenderer.Wrap(
                c,
                s,
                Html.Of(
                    $"{SectionRenderer.Head(c, s, v.Heading, v.Text)}<ul class=\"list\">"
                        + $"{links.Items.Select(u =>
                            Html.Of($"<li><a href=\"{u}\" rel=\"me\"><b>{SocialProfile.NameOf(u)}</b> "
                                + $"<span>{new Uri(u).AbsolutePath.Trim('/')}</span></a></li>"))}"
                        + $"</ul>"
                )
            );

    public static Html News(RenderContext c, Section s, NewsContent n)
    {
        var (page, source) = n.Teaser ? Entries(c) : (c.Page, s);
        if (source?.Content is not NewsContent own)
            return Html.Empty;
        var entries = own
            .Items.Select((it, i) => (it, i))
            .Where(x => c.Text.Stands(x.it.Title))
            .OrderByDescending(x => x.it.Id, StringComparer.Ordinal)
            .Take(n.Teaser ? 3 : 60)
            .ToList();
        if (entries.Count == 0)
            return Html.Empty;
        Html At(int i, string part) => n.Teaser ? Html.Empty : c.At(s, $"items.{i}.{part}");
        var rows = entries.Select(x =>
            Html.Of(
                $"<li>"
                    + $"{(DateOf(x.it.Id) is { } date ? Html.Of($"<time datetime=\"{date}\">{c.Words.Date(date)}</time>") : Html.Empty)}"
                    + $"<div><h3{At(x.i, "title")}>{c.Text.Line(x.it.Title)}</h3>"
                    + $"{(n.Teaser ? First(c, x.it.Text) : SectionRenderer.Paragraph(c, s, $"items.{x.i}.text", x.it.Text))}</div></li>"
            )
        );
        var all =
            n.Teaser && page is not null && page.Id != c.Page.Id
                ? Html.Of($"<p class=\"foot\"><a href=\"{c.Root}{page.File}\">{c.W("menu.news")}</a></p>")
                : Html.Empty;
        return SectionRenderer.Wrap(c, s, Html.Of($"{SectionRenderer.Head(c, s, n.Heading, n.Text)}<ul class=\"list\">{rows}</ul>{all}"));
    }

    private static (Page? Page, Section? Section) Entries(RenderContext c)
    {
        foreach (var page in c.Site.Pages.Where(p => !p.Hidden))
            if (page.Sections.FirstOrDefault(x => x is { Hidden: false, Content: NewsContent { Teaser: false } }) is { } section)
                return (page, section);
        return (null, null);
    }

    /// <summary>The first sentence, for the teaser.</summary>
    private static Html First(RenderContext c, Passage text)
    {
        var plain = c.Text.Plain(text).ReplaceLineEndings(" ");
        var end = plain.IndexOf(". ", StringComparison.Ordinal);
        return plain.Length == 0 ? Html.Empty : Html.Of($"<p>{(end > 0 ? plain[..(end + 1)] : plain)}</p>");
    }

    private static string? DateOf(string id) =>
        id.Length >= 10 && DateOnly.TryParseExact(id[..10], "yyyy-MM-dd", CultureInfo.InvariantCulture, DateTimeStyles.None, out _)
            ? id[..10]
            : null;

    /// <summary>A frame of its own origin: the code can run, and can reach nothing of the site (HTML, iframe sandbox).</summary>
    public static Html Code(RenderContext c, Section s, CodeContent v)
    {
        if (v.Code.IsEmpty)
            return Html.Empty;
        var title = c.Text.Plain(v.Heading) is { Length: > 0 } t ? t : c.Text.Plain(c.Page.Menu);
        var head = v.Heading.IsEmpty ? Html.Empty : SectionRenderer.Head(c, s, v.Heading, v.Text);
        return v.Heading.IsEmpty
            ? SectionRenderer.Wrap(c, s, Frame(), label: title)
            : SectionRenderer.Wrap(c, s, Html.Of($"{head}{Frame()}"));
        Html Frame() =>
            Html.Of(
                $"<iframe class=\"own\" sandbox=\"allow-scripts allow-forms allow-popups\" loading=\"lazy\" src=\"{c.Assets}"
                    + $"{FileOf(s)}\" title=\"{title}\"></iframe>"
            );
    }

    /// <summary>The file of its own in which a section's code is published.</summary>
    public static string FileOf(Section s) => $"code/{s.Id.Replace('.', '-').Replace('/', '-')}.html";

    public static string CodePage(CodeContent v, string language) =>
        $"<!doctype html>\n<html lang=\"{Html.Encode(language)}\">\n<head><meta charset=\"utf-8\"><meta name=\"viewport\" "
        + $"content=\"width=device-width, initial-scale=1\"><meta name=\"robots\" content=\"noindex\"><title>"
        + $"{Html.Encode(v.Heading.Text)}</title></head>\n<body>\n{v.Code.Text}\n</body>\n</html>\n";
}
