using System.Collections.Immutable;
using Plurimax.Facts;
using Plurimax.Sites;
using Plurimax.Text;

namespace Plurimax.Publishing.Sections;

/// <summary>What can be checked, and what others say.</summary>
internal static class Proof
{
    private static readonly ImmutableDictionary<string, string> Icons = new Dictionary<string, string>
    {
        ["rating"] = "star",
        ["insured"] = "shield",
        ["credential"] = "check",
        ["founded"] = "clock",
        ["area"] = "pin",
    }.ToImmutableDictionary();

    public static Html Trust(RenderContext c, Section s, TrustContent t)
    {
        var items = t.Items.Select((it, i) => (it, i)).Where(x => c.Text.Stands(x.it.Text)).ToList();
        if (items.Count == 0)
            return Html.Empty;
        var rows = items.Select(x =>
        {
            var (lead, rest) = Split(x.it.Id, c, c.Text.Plain(x.it.Text));
            return Html.Of(
                $"<div{c.At(s, $"items.{x.i}.text")}><dt>{c.Icon(Icons.GetValueOrDefault(x.it.Id, "check"))}{lead}</dt><dd>{rest}"
                    + $"</dd></div>"
            );
        });
        return SectionRenderer.Wrap(c, s, Html.Of($"<dl>{rows}</dl>"), label: c.W("sections.short"));
    }

    private static (string Lead, string Tail) Split(string id, RenderContext c, string text)
    {
        if (id == "area")
            return (c.W("menu.area"), text);
        var cut = text.IndexOf(", ", StringComparison.Ordinal);
        return cut > 0 ? (text[..cut], text[(cut + 2)..]) : (text, c.TradeAndTown);
    }

    public static Html Testimonials(RenderContext c, Section s, TestimonialsContent t)
    {
        var real = c.Facts.Public<TestimonialsValue>("testimonials")
            ?.Items.Where(i => i.Permission)
            .Take(c.Whole("testimonials_most"))
            .ToList()
            ?? [];
        var typed = t.Items.Select((it, i) => (it, i)).Where(x => !x.it.Text.IsEmpty).ToList();
        if (real.Count + typed.Count == 0)
            return Html.Empty;
        var quotes = real.Select(q =>
                Html.Of(
                    $"<figure><blockquote><p>{q.Quote}</p></blockquote><figcaption><b>{q.Name}</b> <span>"
                        + $"{c.W("reviews.source", ("source", q.Source), ("date", c.Words.Date(q.Date)))}</span></figcaption></figure>"
                )
            )
            .Concat(
                typed.Select(x =>
                    Html.Of(
                        $"<figure><blockquote>{SectionRenderer.Paragraph(c, s, $"items.{x.i}.text", x.it.Text)}</blockquote>"
                            + $"<figcaption><b>{c.Text.Line(x.it.Title)}</b></figcaption></figure>"
                    )
                )
            );
        return SectionRenderer.Wrap(c, s, Html.Of($"{SectionRenderer.Head(c, s, t.Heading)}<div class=\"list\">{quotes}</div>"));
    }
}
