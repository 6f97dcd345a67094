using Plurimax.Facts;
using Plurimax.Sites;
using Plurimax.Text;

namespace Plurimax.Publishing.Sections;

/// <summary>What is read: about, paragraphs, urgent, legal, the call to act.</summary>
internal static class Texts
{
    public static Html About(RenderContext c, Section s, AboutContent a, bool first)
    {
        var figure =
            SectionRenderer.Picture(c, "about") is { } p && c.Page.Id == "about" ? Html.Of($"<figure>{c.Image(p)}</figure>") : Html.Empty;
        var facts = new List<string>();
        if (c.Facts.Public<TextValue>("founded")?.Text is { } year)
            facts.Add(c.W("sections.since", ("town", c.Facts.Town), ("year", year)));
        if (c.Facts.Public<CredentialValue>("qualification") is { } q)
            facts.Add($"{q.Name}, {q.Body}");
        if (c.Facts.Public<CredentialValue>("register") is { } r)
            facts.Add(string.Join(", ", new[] { r.Name, r.Body, r.Number }.Where(x => x is not null)));
        var list =
            facts.Count == 0
                ? Html.Empty
                : Html.Of($"<ul class=\"facts\">{facts.Select(f => Html.Of($"<li>{c.Icon("check")}{f}</li>"))}</ul>");
        var sig = c.Facts.Public<TextValue>("owner.name")?.Text is { } owner
            ? Html.Of($"<p class=\"sig\"><b>{owner}</b> {c.Facts.Name}</p>")
            : Html.Empty;
        var h = Html.Of($"<h{(first ? 1 : 2)} id=\"about-h\"{c.At(s, "heading")}>{c.Text.Line(a.Heading)}</h{(first ? 1 : 2)}>");
        return SectionRenderer.Wrap(
            c,
            s,
            Html.Of(
                $"{figure}<div class=\"txt\">{h}<div class=\"prose\">{SectionRenderer.Paragraph(c, s, "text", a.Text)}</div>{list}"
                    + $"{sig}</div>"
            ),
            anchor: "about"
        );
    }

    public static Html Text(RenderContext c, Section s, TextContent t, bool first)
    {
        var items = t.Items.Select((it, i) => (it, i)).Where(x => c.Text.Stands(x.it.Text)).ToList();
        if (!c.Text.Stands(t.Text) && items.Count == 0)
            return Html.Empty;
        var rows = items.Select(x =>
            Html.Of(
                $"<div>"
                    + $"{(x.it.Title.IsEmpty ? Html.Empty : Html.Of($"<h3{c.At(s, $"items.{x.i}.title")}>{c.Text.Line(x.it.Title)}</h3>"))}"
                    + $"{SectionRenderer.Paragraph(c, s, $"items.{x.i}.text", x.it.Text)}</div>"
            )
        );
        var body = Html.Of($"<div class=\"prose\">{SectionRenderer.Paragraph(c, s, "text", t.Text)}{rows}</div>");
        return t.Heading.IsEmpty
            ? SectionRenderer.Wrap(c, s, body, label: c.Text.Plain(c.Page.Menu))
            : SectionRenderer.Wrap(c, s, Html.Of($"{SectionRenderer.Head(c, s, t.Heading, first: first)}{body}"));
    }

    public static Html Urgent(RenderContext c, Section s, UrgentContent u)
    {
        if (!c.Text.Stands(u.Text) && u.Items.IsEmpty)
            return Html.Empty;
        var items = u.Items.IsEmpty
            ? Html.Empty
            : Html.Of(
                $"<ul>"
                    + $"{u.Items.Select((it, i) =>
                        Html.Of($"<li{c.At(s, $"items.{i}.title")}>{c.Text.Line(it.Title)} {c.Text.Line(it.Text)}</li>"))}"
                    + $"</ul>"
            );
        return SectionRenderer.Wrap(
            c,
            s,
            Html.Of(
                $"{SectionRenderer.Head(c, s, u.Heading)}<div class=\"prose\">{SectionRenderer.Paragraph(c, s, "text", u.Text)}"
                    + $"{items}</div>"
            )
        );
    }

    public static Html Legal(RenderContext c, Section s, LegalContent l) =>
        c.Text.Plain(l.Text).Length == 0
            ? Html.Empty
            : SectionRenderer.Wrap(
                c,
                s,
                Html.Of(
                    $"<h2 id=\"{SectionRenderer.Anchor(s)}-h\"{c.At(s, "heading")}>{c.Text.Line(l.Heading)}</h2><div "
                        + $"class=\"prose\">{SectionRenderer.Paragraph(c, s, "text", l.Text)}</div>"
                )
            );

    public static Html Action(RenderContext c, Section s, ActionContent a) =>
        SectionRenderer.Wrap(
            c,
            s,
            Html.Of(
                $"<h2 id=\"{SectionRenderer.Anchor(s)}-h\"{c.At(s, "heading")}>{c.Text.Line(a.Heading)}</h2>"
                    + $"{SectionRenderer.Paragraph(c, s, "text", a.Text)}{c.Actions(s)}"
            )
        );
}
