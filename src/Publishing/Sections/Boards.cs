using Plurimax.Facts;
using Plurimax.Sites;
using Plurimax.Text;

namespace Plurimax.Publishing.Sections;

/// <summary>What is on offer in rows: dishes, rooms, classes of the week, one service with its price.</summary>
internal static class Boards
{
    public static Html Menu(RenderContext c, Section s, MenuContent m)
    {
        var groups = c.Facts.Public<PricesValue>("dishes")?.Groups() ?? [];
        if (groups.IsEmpty)
            return Html.Empty;
        Html Dish(PriceLine l)
        {
            var note = l.Note is null ? Html.Empty : Html.Of($" <small>{l.Note}</small>");
            return Html.Of($"<div><dt>{l.Service}{note}</dt><dd>{Lists.Figure(c, l)}</dd></div>");
        }
        var boxes = groups.Select(g =>
            Html.Of(
                $"<div class=\"grp\">{(g.Group is null ? Html.Empty : Html.Of($"<h3>{g.Group}</h3>"))}<dl>"
                    + $"{g.Lines.Select(Dish)}</dl></div>"
            )
        );
        return SectionRenderer.Wrap(c, s, Html.Of($"{SectionRenderer.Head(c, s, m.Heading, m.Text)}<div class=\"list\">{boxes}</div>"));
    }

    public static Html Rooms(RenderContext c, Section s, RoomsContent r)
    {
        var rooms = c.Facts.Public<PricesValue>("rooms")?.Lines ?? [];
        if (rooms.IsEmpty)
            return Html.Empty;
        var rows = rooms.Select(l =>
            Html.Of(
                $"<li><h3>{l.Service}</h3>{(l.Note is null ? Html.Empty : Html.Of($"<p>{l.Note}</p>"))}"
                    + $"{(l.Amount is null ? Html.Empty
                        : Html.Of($"<p class=\"price\">{Lists.Figure(c, l)} <small>{c.W("sections.a_night")}</small></p>"))}"
                    + $"</li>"
            )
        );
        return SectionRenderer.Wrap(c, s, Html.Of($"{SectionRenderer.Head(c, s, r.Heading, r.Text)}<ul class=\"list\">{rows}</ul>"));
    }

    public static Html Timetable(RenderContext c, Section s, TimetableContent t)
    {
        var rows = c.Facts.Public<TimetableValue>("timetable")?.Rows ?? [];
        if (rows.IsEmpty)
            return Html.Empty;
        Html Row(TimetableRow r)
        {
            var note = r.Note is null ? Html.Empty : Html.Of($" <small>{r.Note}</small>");
            return Html.Of($"<li><span class=\"at\">{When(c, r)}</span> <b>{r.Name}</b>{note}</li>");
        }
        var days = rows.GroupBy(r => r.Day)
            .OrderBy(g => g.Key)
            .Select(g =>
                Html.Of($"<div class=\"day\"><h3>{c.Words.Day(g.Key)}</h3><ul>" + $"{g.OrderBy(r => r.From).Select(Row)}</ul></div>")
            );
        return SectionRenderer.Wrap(c, s, Html.Of($"{SectionRenderer.Head(c, s, t.Heading, t.Text)}<div class=\"list\">{days}</div>"));
    }

    private static string When(RenderContext c, TimetableRow r) =>
        r.To is { } to ? c.Words.Span(new OpenSpan(r.From, to)) : c.Words.Time(r.From);

    public static Html Service(RenderContext c, Section s, ServiceContent v, bool first)
    {
        if (!c.Text.Stands(v.Text))
            return Html.Empty;
        var name = c.Text.Plain(v.Heading);
        var lines = (c.Facts.Public<PricesValue>("prices")?.Lines ?? [])
            .Where(l => l.Amount is not null && Same(c, v, l.Service, name))
            .ToList();
        var price =
            lines.Count == 0
                ? Html.Empty
                : Html.Of(
                    $"<dl class=\"what\">{lines.Select(l => Html.Of($"<div><dt>{l.Service}</dt><dd>{Lists.Figure(c, l)}</dd></div>"))}</dl>"
                );
        var items = v.Items.Select((it, i) => (it, i)).Where(x => c.Text.Stands(x.it.Title)).ToList();
        var more =
            items.Count == 0
                ? Html.Empty
                : Html.Of(
                    $"<ul class=\"incl\">"
                        + $"{items.Select(x =>
                            Html.Of($"<li>{c.Icon("check")}<span{c.At(s, $"items.{x.i}.title")}>{c.Text.Line(x.it.Title)}</span></li>"))}"
                        + $"</ul>"
                );
        var side =
            price.IsEmpty && more.IsEmpty
                ? Html.Empty
                : Html.Of($"<aside class=\"facts\" aria-label=\"{c.W("menu.prices")}\">{price}{more}</aside>");
        return SectionRenderer.Wrap(
            c,
            s,
            Html.Of(
                $"<div class=\"txt\">{SectionRenderer.Head(c, s, v.Heading, first: first)}<div class=\"prose\">"
                    + $"{SectionRenderer.Paragraph(c, s, "text", v.Text)}</div>{c.Actions(s)}</div>{side}"
            )
        );
    }

    /// <summary>Whether a line of the price list belongs to a service: by any of the names that the trade knows it by.</summary>
    private static bool Same(RenderContext c, ServiceContent v, string line, string name) =>
        line.Equals(name, StringComparison.OrdinalIgnoreCase)
        || c.Trade.Services.TryGetValue(v.Service, out var known)
            && known.Names.Any(n => n.Equals(line, StringComparison.OrdinalIgnoreCase));
}
