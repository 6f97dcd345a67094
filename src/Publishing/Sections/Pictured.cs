using Plurimax.Sites;
using Plurimax.Text;

namespace Plurimax.Publishing.Sections;

/// <summary>Sections that live by their pictures. Without a picture each takes another layout or falls away.</summary>
internal static class Pictured
{
    public static Html Picture(RenderContext c, Section s, PictureContent p, bool first)
    {
        if (!c.Text.Stands(p.Text))
            return Html.Empty;
        var picture = c.Photo(p.Photo) ?? SectionRenderer.Picture(c, s.Id);
        var figure = picture is null ? Html.Empty : Html.Of($"<figure>{c.Image(picture)}</figure>");
        return SectionRenderer.Wrap(
            c,
            s,
            Html.Of(
                $"{figure}<div class=\"txt\">{SectionRenderer.Head(c, s, p.Heading, first: first)}<div class=\"prose\">"
                    + $"{SectionRenderer.Paragraph(c, s, "text", p.Text)}</div></div>"
            )
        );
    }

    public static Html Gallery(RenderContext c, Section s, GalleryContent g)
    {
        var shots = g.Items.Select((it, i) => (it, i, Photo: c.Photo(it.Id))).Where(x => x.Photo is not null).ToList();
        if (shots.Count == 0)
            return Html.Empty;
        var figures = shots.Select(x => Html.Of($"<figure>{c.Image(x.Photo!)}{Caption(c, s, x.it, x.i)}</figure>"));
        // A row that scrolls sideways is reached by keyboard too.
        var row =
            SectionRenderer.Dress(c, s).Variant == "v-row"
                ? Html.Of($" role=\"group\" tabindex=\"0\" aria-labelledby=\"{SectionRenderer.Anchor(s)}-h\"")
                : Html.Empty;
        return SectionRenderer.Wrap(
            c,
            s,
            Html.Of($"{SectionRenderer.Head(c, s, g.Heading, g.Text)}<div class=\"grid\"{row}>{figures}</div>")
        );
    }

    public static Html Compare(RenderContext c, Section s, CompareContent v)
    {
        var pairs = v
            .Items.Select((it, i) => (it, i))
            .Chunk(2)
            .Where(p => p.Length == 2)
            .Select(p => (p[0].it, p[0].i, Before: c.Photo(p[0].it.Id), After: c.Photo(p[1].it.Id)))
            .Where(p => p.Before is not null && p.After is not null)
            .ToList();
        if (pairs.Count == 0)
            return Html.Empty;
        var label = c.W("sections.compare");
        var figures = pairs.Select(
            (p, n) =>
                Html.Of(
                    $"<figure><div class=\"ba\"><div class=\"a\">{c.Image(p.Before!)}<span class=\"tag\">{c.W("sections.before")}"
                        + $"</span></div><div class=\"b\">{c.Image(p.After!)}<span class=\"tag\">{c.W("sections.after")}"
                        + $"</span></div><label class=\"vh\" for=\"{SectionRenderer.Anchor(s)}-{n}\">{label}</label><input "
                        + $"class=\"slide\" type=\"range\" min=\"0\" max=\"100\" value=\"50\" id=\"{SectionRenderer.Anchor(s)}-{n}\" "
                        + $"data-slide></div>{Caption(c, s, p.it, p.i)}</figure>"
                )
        );
        return SectionRenderer.Wrap(c, s, Html.Of($"{SectionRenderer.Head(c, s, v.Heading, v.Text)}<div class=\"pairs\">{figures}</div>"));
    }

    /// <summary>A link with a picture: the film itself is loaded by nobody who has not chosen to go there.</summary>
    public static Html Video(RenderContext c, Section s, VideoContent v)
    {
        var href = c.Text.Plain(v.Link);
        if (c.Href(href) is not { } to)
            return Html.Empty;
        var host = Uri.TryCreate(href, UriKind.Absolute, out var uri) ? uri.Host : c.Facts.Name;
        var poster = SectionRenderer.Picture(c, s.Id) is { } p ? c.Image(p with { Alt = "" }, decorative: true) : Html.Empty;
        var label = v.LinkLabel.IsEmpty ? Html.Text(c.W("sections.watch", ("x", host))) : c.Text.Line(v.LinkLabel);
        return SectionRenderer.Wrap(
            c,
            s,
            Html.Of(
                $"<div class=\"txt\">{SectionRenderer.Head(c, s, v.Heading, v.Text)}</div><a class=\"film\" href=\"{to}\">{poster}"
                    + $"<span class=\"play\">{c.Icon("play")}<span{c.At(s, "link.label")}>{label}</span></span></a>"
            )
        );
    }

    private static Html Caption(RenderContext c, Section s, SectionItem item, int i) =>
        c.Text.Stands(item.Title)
            ? Html.Of($"<figcaption{c.At(s, $"items.{i}.title")}>{c.Text.Line(item.Title)}</figcaption>")
            : Html.Empty;
}
