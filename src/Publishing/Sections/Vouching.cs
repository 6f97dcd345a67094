using System.Globalization;
using Plurimax.Facts;
using Plurimax.Sites;
using Plurimax.Text;

namespace Plurimax.Publishing.Sections;

/// <summary>People, figures and bodies that vouch for the firm: all of it from the fact sheet.</summary>
internal static class Vouching
{
    public static Html Team(RenderContext c, Section s, TeamContent t)
    {
        if (Plurimax.Facts.Team.Of(c.Facts) is not { Length: > 0 } people)
            return Html.Empty;
        var rows = people.Select(p =>
            Html.Of(
                $"<li><span class=\"mono\" aria-hidden=\"true\">{Initials(p.Name)}</span><div><h3>{p.Name}</h3>"
                    + $"{(p.Role is null ? Html.Empty : Html.Of($"<p class=\"role\">{p.Role}</p>"))}</div></li>"
            )
        );
        return SectionRenderer.Wrap(c, s, Html.Of($"{SectionRenderer.Head(c, s, t.Heading, t.Text)}<ul class=\"list\">{rows}</ul>"));
    }

    private static string Initials(string name)
    {
        var words = name.Split(' ', StringSplitOptions.RemoveEmptyEntries).Where(w => char.IsLetter(w[0])).ToArray();
        return words.Length == 0
            ? ""
            : $"{char.ToUpperInvariant(words[0][0])}{(words.Length > 1 ? char.ToUpperInvariant(words[^1][0]).ToString() : "")}";
    }

    public static Html Rating(RenderContext c, Section s, RatingContent r)
    {
        if (c.Facts.Public<RatingValue>("rating") is not { Whole: true } rating)
            return Html.Empty;
        var figure = rating.Value.ToString("0.0", CultureInfo.InvariantCulture);
        var said = c.W("reviews.of_five", ("x", c.Words.Number(figure)));
        var full = (int)Math.Round(rating.Value, MidpointRounding.AwayFromZero);
        var stars = Enumerable.Range(1, 5).Select(n => Html.Of($"<span class=\"{(n <= full ? "on" : "off")}\">{c.Icon("star")}</span>"));
        var count =
            rating.Count == 1
                ? c.W("reviews.count_one")
                : c.W("reviews.count_many", ("n", rating.Count.ToString(CultureInfo.InvariantCulture)));
        var head = r.Heading.IsEmpty ? Html.Empty : SectionRenderer.Head(c, s, r.Heading);
        var body = Html.Of(
            $"{head}<p class=\"fig\"><b>{c.Words.Number(figure)}</b> <span class=\"stars\" role=\"img\" aria-label=\"{said}\">"
                + $"{stars}</span></p><p class=\"note\">{count}, "
                + $"{c.W("reviews.source", ("source", rating.Source), ("date", c.Words.Date(rating.Date)))}</p>"
        );
        return r.Heading.IsEmpty ? SectionRenderer.Wrap(c, s, body, label: said) : SectionRenderer.Wrap(c, s, body);
    }

    public static Html Memberships(RenderContext c, Section s, MembershipsContent m)
    {
        var marks = new List<(string Name, string? Note)>();
        foreach (var id in new[] { "register", "qualification" })
            if (c.Facts.Public<CredentialValue>(id) is { } v)
                marks.Add((v.Name, string.Join(", ", new[] { v.Body, v.Number }.Where(x => !string.IsNullOrEmpty(x)))));
        marks.AddRange(
            (c.Facts.Public<ListValue>("awards")?.Items ?? []).Select(a =>
                a.Split(',', 2) is [var n, var note] ? (n.Trim(), (string?)note.Trim()) : (a, null)
            )
        );
        marks.AddRange((c.Facts.Public<ListValue>("brands")?.Items ?? []).Select(b => (b, (string?)null)));
        if (marks.Count == 0)
            return Html.Empty;
        var rows = marks
            .DistinctBy(x => x.Name)
            .Take(16)
            .Select(x =>
                Html.Of($"<li><b>{x.Name}</b>{(string.IsNullOrEmpty(x.Note) ? Html.Empty : Html.Of($"<span>{x.Note}</span>"))}</li>")
            );
        return SectionRenderer.Wrap(c, s, Html.Of($"{SectionRenderer.Head(c, s, m.Heading, m.Text)}<ul class=\"list\">{rows}</ul>"));
    }

    public static Html Quote(RenderContext c, Section s, QuoteContent q)
    {
        if (!c.Text.Stands(q.Text))
            return Html.Empty;
        var by = c.Text.Stands(q.Heading)
            ? c.Text.Line(q.Heading)
            : Html.Text(c.Facts.Public<TextValue>("owner.name")?.Text ?? c.Facts.Name);
        return SectionRenderer.Wrap(
            c,
            s,
            Html.Of(
                $"<figure><blockquote>{SectionRenderer.Paragraph(c, s, "text", q.Text)}</blockquote><figcaption{c.At(s, "heading")}>"
                    + $"{by}</figcaption></figure>"
            ),
            label: c.W("sections.quote")
        );
    }
}
