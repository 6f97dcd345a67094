using Plurimax.Facts;
using Plurimax.Sites;
using Plurimax.Text;

namespace Plurimax.Publishing.Sections;

/// <summary>What stands in rows: services, steps, questions, prices.</summary>
internal static class Lists
{
    public static Html Services(RenderContext c, Section s, ServicesContent v)
    {
        var prices = c.Facts.Public<PricesValue>("prices")?.Lines ?? [];
        var items = v.Items.Select(
            (it, i) =>
            {
                var name = c.Text.Plain(it.Title);
                var line = prices.FirstOrDefault(p => p.Amount is not null && p.Service.Equals(name, StringComparison.OrdinalIgnoreCase));
                var price = line is null ? Html.Empty : Html.Of($"<p class=\"price\">{Figure(c, line)}</p>");
                var picture =
                    !v.Full && i == 0 && SectionRenderer.Dress(c, s).Variant == "v-bento" && SectionRenderer.Picture(c, "services") is { } p
                        ? c.Image(p)
                        : Html.Empty;
                var page = c.Site.FindPage("service-" + it.Id) is { Hidden: false } own && own.Id != c.Page.Id ? own : null;
                var title = page is null ? c.Text.Line(it.Title) : Html.Of($"<a href=\"{page.File}\">{c.Text.Line(it.Title)}</a>");
                return Html.Of(
                    $"<li{(picture.IsEmpty ? Html.Empty : new Html(" class=\"pic\""))}>{picture}<div class=\"b\">"
                        + $"{Title(c, s, it, i, title)}{SectionRenderer.Paragraph(c, s, $"items.{i}.text", it.Text)}</div>{price}</li>"
                );
            }
        );
        var more =
            !v.Full && c.Site.Pages.FirstOrDefault(p => p is { Id: "services", Hidden: false }) is { } page && page.Id != c.Page.Id
                ? Html.Of(
                    $"<p class=\"foot\"><a href=\"{page.File}\">"
                        + $"{c.W("sections.in_town", ("x", c.W("menu.services")), ("town", c.Facts.Town))}</a></p>"
                )
                : Html.Empty;
        return SectionRenderer.Wrap(c, s, Html.Of($"{SectionRenderer.Head(c, s, v.Heading, v.Text)}<ul class=\"list\">{items}</ul>{more}"));
    }

    /// <summary>The title of an entry, with its icon before it where it has one.</summary>
    private static Html Title(RenderContext c, Section s, SectionItem item, int i, Html title)
    {
        var at = c.At(s, $"items.{i}.title");
        if (item.Icon is not { } icon || !IconBook.Has(icon))
            return Html.Of($"<h3{at}>{title}</h3>");
        c.UsedStyles.Add("itemicon");
        return Html.Of($"<h3 class=\"ii\">{c.Icon(icon)}<span{at}>{title}</span></h3>");
    }

    public static Html Figure(RenderContext c, PriceLine l) =>
        l.Amount is not { } a ? Html.Text(l.Note)
        : l.From ? FromFigure(c, a)
        : Html.Text(c.Words.Money(a, c.Facts.Country));

    /// <summary>"from £24", "ab 24 €": the word smaller than the figure, on the side where the language has it.</summary>
    private static Html FromFigure(RenderContext c, decimal amount)
    {
        var parts = c.W("money.from", ("x", "\u0001")).Split('\u0001');
        return Html.Of($"<small>{parts[0].Trim()}</small> {c.Words.Money(amount, c.Facts.Country)}");
    }

    public static Html Steps(RenderContext c, Section s, StepsContent v)
    {
        if (v.Items.IsEmpty)
            return Html.Empty;
        var items = v.Items.Select(
            (it, i) =>
                Html.Of(
                    $"<li>{Title(c, s, it, i, c.Text.Line(it.Title))}{SectionRenderer.Paragraph(c, s, $"items.{i}.text", it.Text)}</li>"
                )
        );
        return SectionRenderer.Wrap(c, s, Html.Of($"{SectionRenderer.Head(c, s, v.Heading, v.Text)}<ol class=\"list\">{items}</ol>"));
    }

    public static Html Questions(RenderContext c, Section s, QuestionsContent q)
    {
        var items = q.Items.Select((it, i) => (it, i)).Where(x => c.Text.Stands(x.it.Text)).ToList();
        if (items.Count == 0)
            return Html.Empty;
        var rows = items.Select(
            (x, n) =>
                Html.Of(
                    $"<details{(n == 0 && c.Yes("questions_open") ? new Html(" open") : Html.Empty)}><summary><span"
                        + $"{c.At(s, $"items.{x.i}.title")}>{c.Text.Line(x.it.Title)}</span>{c.Icon("plus", "i pm")}</summary>"
                        + $"{SectionRenderer.Paragraph(c, s, $"items.{x.i}.text", x.it.Text)}</details>"
                )
        );
        var head = q.Heading.IsEmpty
            ? Html.Of($"<div class=\"hd\"><h2 id=\"{SectionRenderer.Anchor(s)}-h\"{c.At(s, "heading")}>{c.W("menu.questions")}</h2></div>")
            : SectionRenderer.Head(c, s, q.Heading, q.Text);
        return SectionRenderer.Wrap(c, s, Html.Of($"{head}<div class=\"list\">{rows}</div>"));
    }

    /// <summary>Whether tax is in the prices stands there only where somebody said so.</summary>
    private static string Taxed(RenderContext c) =>
        c.Facts.Public<YesNoValue>("vat_included") switch
        {
            { Yes: true } => c.W("money.with_tax"),
            { Yes: false } => c.W("money.without_tax"),
            null => c.W("headings.price"),
        };

    public static Html Prices(RenderContext c, Section s, PricesContent p)
    {
        var lines = p.Rows.IsEmpty ? c.Facts.Public<PricesValue>("prices")?.Lines ?? [] : p.Rows;
        var stands = c.Text.Stands(p.Text);
        if (lines.IsEmpty && !stands)
            return Html.Empty;
        var notes = lines.Any(l => l.Note is not null && l.Amount is not null);
        var table = lines.IsEmpty
            ? Html.Empty
            : Html.Of(
                $"""
                <div class="scroll" role="region" aria-label="{c.W("menu.prices")}" tabindex="0"><table><caption class="vh">{c.W(
                    "menu.prices"
                )}</caption><thead><tr><th scope="col">{c.W("menu.services")}</th>{Html.If(
                    notes,
                    $"<th scope=\"col\"><span class=\"vh\">{c.W("sections.note")}</span></th>"
                )}<th scope="col">{Taxed(c)}</th></tr></thead><tbody>{lines.Select(l =>
                    Html.Of(
                        $"<tr><th scope=\"row\">{l.Service}</th>{Html.If(notes, $"<td>{(l.Amount is null ? "" : l.Note)}</td>")}"
                            + $"<td>{Figure(c, l)}</td></tr>"
                    )
                )}</tbody></table></div>{(
                    c.Set("price_line") is { Length: > 0 } line ? c.Text.Prose(new Passage(line), new Html(" class=\"fine\"")) : Html.Empty
                )}
                """
            );
        return SectionRenderer.Wrap(
            c,
            s,
            Html.Of(
                $"{SectionRenderer.Head(c, s, p.Heading, lines.IsEmpty ? null! : p.Text)}"
                    + $"{(lines.IsEmpty ? Html.Of($"<div class=\"prose\">{SectionRenderer.Paragraph(c, s, "text", p.Text)}</div>")
                        : table)}"
            )
        );
    }
}
