using Plurimax.Design.Pictures;
using Plurimax.Facts;
using Plurimax.Sites;
using Plurimax.Text;

namespace Plurimax.Publishing.Sections;

/// <summary>Where and when.</summary>
internal static class Places
{
    public static Html Visit(RenderContext c, Section s, VisitContent v)
    {
        var street = c.Place is { Street: not null };
        if (c.Hours is null && !street)
            return Html.Empty;
        var hours = c.Hours is { } h
            ? Html.Of(
                $"<div class=\"c-hours\"><h3>{c.W("hours.title")}</h3><table class=\"hours\"><caption class=\"vh\">"
                    + $"{c.W("hours.title")}</caption><tbody>"
                    + $"{c.Runs(h).Select(r =>
                        Html.Of($"<tr><th scope=\"row\">{c.Words.Days(r.First, r.Last)}</th><td>{c.Words.Spans(r.Spans)}</td></tr>"))}"
                    + $"</tbody></table></div>"
            )
            : Html.Empty;
        var phone = c.Phone is { } p ? Html.Of($"<p>{c.Ring(p, Html.Text(p.National), "big")}</p>") : Html.Empty;
        var directions =
            street && c.Yes("show_directions")
                ? Html.Of(
                    $"<p><a class=\"dir\" href=\"geo:0,0?q="
                        + $"{new Html(Uri.EscapeDataString($"{c.Place!.Street}, {c.Place.Town} {c.Place.Postcode}"))}\">{c.Icon("pin")}"
                        + $"{c.W("contact.directions", ("x", c.Place.Postcode ?? c.Place.Street!))}</a></p>"
                )
                : Html.Empty;
        var access = c.Facts.Public<ListValue>("access") is { } a ? Html.Of($"<p>{c.Words.List(a.Items)}</p>") : Html.Empty;
        var address = street
            ? Html.Of($"<div class=\"c-addr\"><h3>{c.W("contact.address")}</h3>{Frame.Address(c)}{phone}{access}{directions}</div>")
            : Html.Empty;
        return SectionRenderer.Wrap(
            c,
            s,
            Html.Of($"{SectionRenderer.Head(c, s, v.Heading, anchor: "visit")}<div class=\"cols\">{hours}{address}{Sketch(c)}</div>"),
            anchor: "visit"
        );
    }

    /// <summary>What is near the door, drawn; nothing where the street or what is near is not known.</summary>
    private static Html Sketch(RenderContext c)
    {
        if (!c.Yes("show_sketch") || c.Place is not { Street: { } street } || c.Facts.Public<ListValue>("landmarks") is not { } near)
            return Html.Empty;
        c.UsedStyles.Add("map");
        return Html.Of(
            $"<figure class=\"c-map\">"
                + $"{WaySketch.Draw(c.Facts.Name, street, near.Items, c.W("sections.sketch", ("x", c.Facts.Name)), c.Seed)}<figcaption>"
                + $"{c.W("sections.not_to_scale")}</figcaption></figure>"
        );
    }

    public static Html Area(RenderContext c, Section s, AreaContent a) =>
        c.Facts.Public<ListValue>("area.towns") is not { } towns
            ? Html.Empty
            : SectionRenderer.Wrap(
                c,
                s,
                Html.Of(
                    $"<div class=\"txt\">{SectionRenderer.Head(c, s, a.Heading, a.Text)}<ul class=\"towns\">"
                        + $"{towns.Items.Select(t => Html.Of($"<li><b>{t}</b></li>"))}</ul></div>"
                )
            );
}
