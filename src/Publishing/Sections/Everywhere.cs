using System.Globalization;
using Plurimax.Sites;
using Plurimax.Text;

namespace Plurimax.Publishing.Sections;

/// <summary>
/// What a site has on every page beside header and footer. Its own words stand on the pages of the site's own language only.
/// </summary>
internal static class Everywhere
{
    public static Html Notice(RenderContext c)
    {
        if (c.Site.Parts?.Notice is not { } n || c.Folder.Length > 0 || !c.Text.Stands(n.Text))
            return Html.Empty;
        c.UsedStyles.Add("notice");
        var until = n.Until.Length > 0 ? Html.Of($" data-until=\"{n.Until}\"") : Html.Empty;
        var link =
            n.Target.Length > 0 && c.Href(n.Target) is { } href
                ? Html.Of($" <a href=\"{href}\">{c.Suggested(n.Target).Label}</a>")
                : Html.Empty;
        return Html.Of(
            $"<section class=\"s-notice\" aria-label=\"{c.W("sections.banner")}\"><p class=\"wrap\"{until}>{c.Text.Line(n.Text)}"
                + $"{link}</p></section>\n"
        );
    }

    /// <summary>What a phone is for, within reach of the thumb: at most three ways, those whose facts are known.</summary>
    public static Html PhoneBar(RenderContext c)
    {
        if (c.Site.Parts is not { PhoneBar: true })
            return Html.Empty;
        var ways = new[] { LinkTarget.Call, LinkTarget.Message, LinkTarget.Email, LinkTarget.Directions }
            .Select(t => (Target: t, Href: c.Href(t)))
            .Where(w => w.Href is not null && !(w.Target == LinkTarget.Email && c.Phone is not null))
            .Take(3)
            .ToList();
        if (ways.Count == 0)
            return Html.Empty;
        c.UsedStyles.Add("phonebar");
        string Label(string target) => target == LinkTarget.Call ? c.W("parts.call") : c.Suggested(target).Label;
        string Icon(string target) =>
            target switch
            {
                LinkTarget.Call => "phone",
                LinkTarget.Directions => "pin",
                LinkTarget.Email => "mail",
                _ => "message",
            };
        return Html.Of(
            $"<nav class=\"phonebar\" aria-label=\"{c.W("parts.bar")}\"><ul>"
                + $"{ways.Select(w => Html.Of($"<li><a href=\"{w.Href}\">{c.Icon(Icon(w.Target))}{Label(w.Target)}</a></li>"))}</ul></nav>"
                + $"\n"
        );
    }

    public static Html Bubble(RenderContext c)
    {
        if (c.Site.Parts is not { Bubble: true } || (c.Href(LinkTarget.Message) ?? c.Href(LinkTarget.Email)) is not { } href)
            return Html.Empty;
        c.UsedStyles.Add("bubble");
        return Html.Of(
            $"<a class=\"bubble{(c.Site.Parts.PhoneBar ? " desk" : "")}\" href=\"{href}\">{c.Icon("message")}<span>"
                + $"{c.W("parts.message")}</span></a>\n"
        );
    }

    public static Html PopUp(RenderContext c)
    {
        if (c.Site.Parts?.PopUp is not { } p || c.Folder.Length > 0)
            return Html.Empty;
        c.UsedStyles.Add("popup");
        var button =
            p.Target.Length > 0 && c.Made(new SectionButton(Passage.None, p.Target)) is { } made
                ? Html.Of($"<p class=\"ctas\">{c.Button(made)}</p>")
                : Html.Empty;
        var leaving = p.Leaving ? Html.Of($" data-days=\"{p.Days.ToString(CultureInfo.InvariantCulture)}\"") : Html.Empty;
        return Html.Of(
            $"<dialog class=\"popup\" id=\"popup\" aria-labelledby=\"popup-h\"{leaving}><form method=\"dialog\"><button "
                + $"class=\"away\" aria-label=\"{c.W("parts.close")}\">×</button></form><h2 id=\"popup-h\">{c.Text.Line(p.Heading)}"
                + $"</h2><div class=\"prose\">{c.Text.Prose(p.Text)}</div>{button}</dialog>\n"
        );
    }
}
