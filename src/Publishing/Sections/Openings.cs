using System.Globalization;
using Plurimax.Facts;
using Plurimax.Sites;
using Plurimax.Text;

namespace Plurimax.Publishing.Sections;

/// <summary>The head of a page: the opening of the first, the title of the others.</summary>
internal static class Openings
{
    public static Html Opening(RenderContext c, Section s, OpeningContent o)
    {
        var (css, variant) = SectionRenderer.Dress(c, s);
        var art = SectionRenderer.Picture(c, "hero") is { } p ? Html.Of($"<div class=\"art\">{c.Image(p, lazy: false)}</div>") : Html.Empty;
        return Html.Of(
            $"""
            <section class="s-{css} {variant}{s.Dress?.Css}" aria-labelledby="h1"{SectionRenderer.Of(
                c,
                s
            )}><div class="wrap"><div class="txt"><h1 id="h1"{SectionRenderer.LongHeading(c, o.Heading)}{c.At(s, "heading")}>{c.Text.Line(
                o.Heading
            )}</h1>{SectionRenderer.Paragraph(c, s, "text", o.Text, "lede")}{c.Actions(s)}{ProofLine(c)}</div>{art}{Ticket(
                c,
                variant
            )}</div></section>

            """
        );
    }

    /// <summary>A figure, its period and its source; nothing without all three.</summary>
    private static Html ProofLine(RenderContext c) =>
        c.Facts.Public<RatingValue>("rating") is { Whole: true } r
            ? Html.Of(
                $"<p class=\"proof\">"
                    + $"{c.W(
                        "sections.rating",
                        ("x", c.Words.Number(r.Value.ToString("0.0", CultureInfo.InvariantCulture))),
                        ("n", c.W("reviews.count_many", ("n", r.Count.ToString(CultureInfo.InvariantCulture)))),
                        ("source", r.Source),
                        ("date", c.Words.Date(r.Date))
                    )}"
                    + $"</p>"
            )
            : Html.Empty;

    private static Html Ticket(RenderContext c, string variant)
    {
        if (variant is not ("v-ticket" or "v-card") || c.Facts.Public<PricesValue>("prices") is not { } prices)
            return Html.Empty;
        var rows = prices.Lines.Where(l => l.Amount is not null && l.Service.Length <= 34).Take(4).ToList();
        return rows.Count < 2
            ? Html.Empty
            : Html.Of(
                $"<aside class=\"ticket\" aria-labelledby=\"tk\"><h2 id=\"tk\">{c.W("menu.prices")}</h2><dl>"
                    + $"{rows.Select(r => Html.Of($"<div><dt>{r.Service}</dt><dd>{Lists.Figure(c, r)}</dd></div>"))}</dl></aside>"
            );
    }

    public static Html Title(RenderContext c, Section s, TitleContent t)
    {
        var (css, variant) = SectionRenderer.Dress(c, s);
        var art = SectionRenderer.Picture(c, $"title.{c.Page.Id}") is { } p
            ? Html.Of($"<div class=\"art\">{c.Image(p, lazy: false)}</div>")
            : Html.Empty;
        return Html.Of(
            $"<section class=\"s-{css} {variant}{s.Dress?.Css}\" aria-labelledby=\"h1\"{SectionRenderer.Of(c, s)}><div "
                + $"class=\"wrap\"><div class=\"txt\"><h1 id=\"h1\"{SectionRenderer.LongHeading(c, t.Heading)}{c.At(s, "heading")}>"
                + $"{c.Text.Line(t.Heading)}</h1>{SectionRenderer.Paragraph(c, s, "text", t.Text, "lede")}{c.Buttons(s)}</div>{art}</div>"
                + $"</section>\n"
        );
    }
}
