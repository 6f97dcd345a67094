using Plurimax.Facts;
using Plurimax.Sites;
using Plurimax.Text;

namespace Plurimax.Publishing.Sections;

/// <summary>Header and footer, on every page of a site.</summary>
internal static class Frame
{
    public static Html Header(RenderContext c)
    {
        var variant = c.Site.Parts?.Head ?? c.Look.Look.Variant("head");
        c.UsedStyles.UnionWith(["head", $"head.{variant}"]);
        var floating = variant == "v-float";
        return Html.Of(
            $"""
            {Everywhere.Notice(c)}<header class="s-head {variant}">{(floating ? Html.Empty : Utility(c))}
            <div class="bar"><div class="wrap">{Logo(
                c,
                link: true,
                variant == "v-alert"
            )}<button class="menu" type="button" aria-expanded="false" aria-controls="nav">{c.Icon("menu")}{c.W("menu.open").Split(' ')[
                0
            ]}</button><nav id="nav" aria-label="{c.W("menu.label")}"><ul>{Menu(c, nested: true)}</ul>{Languages(c)}</nav>{(
                floating && c.Phone is { } p ? c.Ring(p, Html.Of($"{c.Icon("phone")}{p.National}"), "tel")
                : c.Yes("menu_action") ? c.Button(c.MainAction())
                : Html.Empty
            )}</div></div></header>

            """
        );
    }

    private static Html Utility(RenderContext c)
    {
        if (!c.Yes("utility"))
            return Html.Empty;
        var place = c.Place is { Street: not null } a
            ? Html.Of($"<a href=\"{c.ContactFile("visit")}\">{c.Icon("pin")}{a.Street}, {a.Town}</a>")
            : Html.Empty;
        var open =
            c.Hours is { } h && c.Yes("hours_in_head")
                ? Html.Of($"<span class=\"open\">{c.Icon("clock")}{ShortHours(c, h)}</span>")
                : Html.Empty;
        var tel = c.Phone is { } p ? c.Ring(p, Html.Of($"{c.Icon("phone")}{p.National}"), "tel") : Html.Empty;
        return place.IsEmpty && open.IsEmpty && tel.IsEmpty
            ? Html.Empty
            : Html.Of($"<div class=\"util\"><div class=\"wrap\">{place}{open}{Social(c, "head")}{tel}</div></div>");
    }

    private static string ShortHours(RenderContext c, OpeningHours h)
    {
        var longest = h.Runs().Where(r => r.Spans.Length > 0).MaxBy(r => r.Last - r.First);
        return $"{c.Words.Days(longest.First, longest.Last)} {c.Words.Spans(longest.Spans)}";
    }

    /// <param name="where">head or foot: shown where the settings have it.</param>
    private static Html Social(RenderContext c, string where) =>
        c.Set("show_social") is var s && (s == where || s == "both") ? Social(c) : Html.Empty;

    public static Html Social(RenderContext c) =>
        c.Facts.Public<ListValue>("social") is { } s
            ? Html.Of(
                $"<ul class=\"social\">"
                    + $"{s.Items.Select(u => Html.Of($"<li><a href=\"{u}\" rel=\"me\">{SocialProfile.NameOf(u)}</a></li>"))}</ul>"
            )
            : Html.Empty;

    /// <summary>The pages that stand in the menu, then what else the site leads to.</summary>
    /// <param name="nested">Pages stand under the one they belong to; else one after another.</param>
    private static IEnumerable<Html> Menu(RenderContext c, bool nested = false)
    {
        var pages = c.Site.Pages.Where(p => p is { Hidden: false, InMenu: true }).ToList();
        // A page whose parent is not in the menu stands by itself.
        Page? Above(Page p) => p.Under is { } id ? pages.Find(o => o.Bare == id) : null;
        Html Link(Page p) =>
            Html.Of(
                $"<a href=\"{c.Root}{p.File}\"{(p.Id == c.Page.Id ? new Html(" aria-current=\"page\"") : Html.Empty)}>"
                    + $"{c.Text.Line(p.Menu)}</a>"
            );
        foreach (var p in pages.Where(p => !nested || Above(p) is null))
        {
            var below = nested ? pages.Where(o => Above(o) == p).ToList() : [];
            if (below.Count == 0)
                yield return Html.Of($"<li>{Link(p)}</li>");
            else
            {
                c.UsedStyles.Add("submenu");
                yield return Html.Of(
                    $"<li class=\"has\">{Link(p)}<button class=\"sub\" type=\"button\" aria-expanded=\"false\"><span class=\"vh\">"
                        + $"{c.W("parts.more", ("x", c.Text.Plain(p.Menu)))}</span></button><ul>"
                        + $"{below.Select(o => Html.Of($"<li>{Link(o)}</li>"))}</ul></li>"
                );
            }
        }
        foreach (var link in c.Folder.Length == 0 ? c.Site.Parts?.Links ?? [] : [])
            if (c.Href(link.Target) is { } href)
                yield return Html.Of($"<li><a href=\"{href}\">{c.Text.Line(link.Label)}</a></li>");
    }

    /// <summary>Leads to this page in the other languages, or to their beginning; each is named in its own words.</summary>
    private static Html Languages(RenderContext c)
    {
        if (c.Versions.Length < 2)
            return Html.Empty;
        var here = c.Site.Language;
        var rows = c
            .Versions.Where(v => v.Language != here)
            .Select(v =>
                Html.Of(
                    $"<li><a href=\"{c.Assets}{v.File}\" hreflang=\"{v.Language}\" lang=\"{v.Language}\">"
                        + $"{SiteWords.For(v.Language).Get("language.name")}</a></li>"
                )
            );
        return Html.Of($"<ul class=\"langs\" aria-label=\"{c.W("language.label")}\">{rows}</ul>");
    }

    private static Html Logo(RenderContext c, bool link, bool inverse)
    {
        var inner = Marks.Of(c, inverse);
        return link
            ? Html.Of(
                $"<a class=\"logo{inner.Css}\" href=\"{c.Root}index.html\""
                    + $"{(c.Home ? new Html(" aria-current=\"page\"") : Html.Empty)}>{inner.Html}</a>"
            )
            : Html.Of($"<p class=\"logo{inner.Css}\">{inner.Html}</p>");
    }

    public static Html Footer(RenderContext c)
    {
        var variant = c.Site.Parts?.Foot ?? c.Look.Look.Variant("foot");
        c.UsedStyles.UnionWith(["foot", $"foot.{variant}"]);
        var lines = new List<Html>();
        if (c.Phone is { } p)
            lines.Add(c.Ring(p, Html.Text(p.National)));
        if (c.Email is { } m)
            lines.Add(c.Set("show_email") == "link" ? Html.Of($"<a href=\"mailto:{m}\">{m}</a>") : Html.Text(m));
        if (lines.Count == 0)
            lines.Add(Html.Of($"<a href=\"{c.ContactFile("enquiry")}\">{c.W("contact.write")}</a>"));
        var hours =
            c.Hours is { } h && c.Yes("hours_in_foot")
                ? Html.Of(
                    $"<div><h2>{c.W("hours.title")}</h2>"
                        + $"{c.Runs(h).Select(r =>
                            Html.Of($"<p class=\"hr\"><span>{c.Words.Days(r.First, r.Last)}</span> "
                                + $"<span>{c.Words.Spans(r.Spans)}</span></p>"))}"
                        + $"</div>"
                )
                : Html.Empty;
        var legal = new[]
        {
            ("privacy", "footer.privacy"),
            ("terms", "footer.terms"),
            ("imprint", "footer.legal"),
            ("accessibility", "footer.accessibility"),
        }
            .Take(c.Yes("legal_links") ? 4 : 1)
            .Select(l => (Page: c.Site.FindPage(l.Item1), Name: c.W(l.Item2)))
            .Where(l => l.Page is { Hidden: false, InMenu: false })
            .Select(l => Html.Of($"<li><a href=\"{c.Root}{l.Page!.File}\">{l.Name}</a></li>"))
            .ToList();
        var choice = Counting.Asked(c)
            ? Html.Of($"<li><button type=\"button\" class=\"again\" data-consent=\"ask\">{c.W("consent.change")}</button></li>")
            : Html.Empty;
        var privacy = legal.Count == 0 && choice.IsEmpty ? Html.Empty : Html.Of($"<ul>{legal}{choice}</ul>");
        var own =
            c.Set("footer_text") is { Length: > 0 } words && c.Text.Prose(new Passage(words)) is { IsEmpty: false } said
                ? Html.Of($"<div class=\"own\">{said}</div>")
                : Html.Empty;
        var credit =
            c.Set("credit") is { Length: > 0 } made && c.Text.Letter(made) is { Length: > 0 } by
                ? c.Set("credit_link") is { Length: > 0 } to
                    ? Html.Of($"<p><a href=\"{to}\">{by}</a></p>")
                    : Html.Of($"<p>{by}</p>")
                : Html.Empty;
        if (!own.IsEmpty || !credit.IsEmpty || !choice.IsEmpty)
            c.UsedStyles.Add("footown");
        var menu = c.Yes("foot_menu") ? Html.Of($"<div><h2>{c.W("menu.more")}</h2><ul>{Menu(c)}</ul></div>") : Html.Empty;
        var legalName = c.Facts.Public<TextValue>("legal.name")?.Text is { } ln
            ? c.W("footer.trading", ("name", c.Facts.Name), ("owner", ln))
            : c.Facts.Name;
        return Html.Of(
            $"""
            {Everywhere.PhoneBar(c)}{Everywhere.Bubble(c)}{Everywhere.PopUp(c)}<footer class="s-foot {variant}"{(
                c.Settings.Mode == RenderMode.Anchored ? new Html(" id=\"foot\"") : Html.Empty
            )}><div class="wrap"><div class="f1">{Logo(c, link: false, variant == "v-columns")}</div><div><h2>{c.W(
                "contact.find"
            )}</h2>{Address(c)}<p>{lines.Select((l, i) => i == 0 ? l : Html.Of($"<br>{l}"))}</p></div>{hours}{menu}{Social(
                c,
                "foot"
            )}{own}<div class="legal"><p>{legalName}</p>{credit}{privacy}</div></div></footer>
            {Counting.Notice(c)}

            """
        );
    }

    public static Html Address(RenderContext c)
    {
        if (c.Place is not { } a)
            return Html.Of($"<address>{c.Facts.Name}<br>{c.Facts.Town}</address>");
        return Html.Of(
            $"<address>{c.Facts.Name}<br>{(a.Street is { } s ? Html.Of($"{s}<br>") : Html.Empty)}{a.Town}"
                + $"{(a.Postcode is { } pc ? $" {pc}" : "")}</address>"
        );
    }
}
