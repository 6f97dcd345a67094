using System.Globalization;
using Plurimax.Sites;
using Plurimax.Text;

namespace Plurimax.Publishing.Sections;

/// <summary>What stands above everything else of a page for a while.</summary>
internal static class Notices
{
    public static Html Banner(RenderContext c, Section s, BannerContent b)
    {
        if (!c.Text.Stands(b.Text) && !c.Text.Stands(b.Heading))
            return Html.Empty;
        var lead = b.Heading.IsEmpty ? Html.Empty : Html.Of($"<b{c.At(s, "heading")}>{c.Text.Line(b.Heading)}</b> ");
        return SectionRenderer.Wrap(
            c,
            s,
            Html.Of($"<p>{lead}<span{c.At(s, "text")}>{c.Text.Line(b.Text)}</span>{Link(c, s, b)}</p>"),
            label: c.W("sections.banner")
        );
    }

    public static Html Announcement(RenderContext c, Section s, AnnouncementContent a)
    {
        if (!c.Text.Stands(a.Text) && !c.Text.Stands(a.Heading))
            return Html.Empty;
        var until = c.Text.Plain(a.Until);
        var ends = DateOnly.TryParseExact(until, "yyyy-MM-dd", CultureInfo.InvariantCulture, DateTimeStyles.None, out _)
            ? Html.Of($"<p class=\"note\" data-until=\"{until}\">{c.W("sections.until", ("x", c.Words.Date(until)))}</p>")
            : Html.Empty;
        return SectionRenderer.Wrap(
            c,
            s,
            Html.Of(
                $"{SectionRenderer.Head(c, s, a.Heading)}<div class=\"prose\">{SectionRenderer.Paragraph(c, s, "text", a.Text)}"
                    + $"{Link(c, s, a)}{ends}</div>"
            )
        );
    }

    /// <summary>The section's own link; nothing where its address could not be followed.</summary>
    public static Html Link(RenderContext c, Section s, LinkedContent content)
    {
        var href = c.Text.Plain(content.Link);
        if (c.Href(href) is not { } to)
            return Html.Empty;
        var label = content.LinkLabel.IsEmpty ? Html.Text(c.W("sections.more")) : c.Text.Line(content.LinkLabel);
        return Html.Of($" <a class=\"more\" href=\"{to}\"{c.At(s, "link.label")}>{label}</a>");
    }
}
