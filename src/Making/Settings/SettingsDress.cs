using System.Collections.Immutable;
using System.Globalization;
using Plurimax.Facts;
using Plurimax.Sites;
using Plurimax.Text;

namespace Plurimax.Making.Settings;

/// <summary>
/// A site with all that its settings add where it has nothing of its own: look, layouts, header, footer, announcement. What a person chose
/// on the site stays.
/// </summary>
public static class SettingsDress
{
    private static readonly ImmutableDictionary<string, string> Standing = SettingsRegistry.Values;

    public static SiteDocument Over(SiteDocument site, IReadOnlyDictionary<string, string> settings)
    {
        site = SharedPassage.Fill(site, key => settings.GetValueOrDefault(key));
        // Most sites have most of it as it is by default: then nothing is made.
        string? Set(string key) => settings.TryGetValue(key, out var v) && v.Length > 0 && v != Standing[key] ? v : null;
        var look = Look(site, Set);
        var parts = Parts(site.Parts, Set);
        if (!ReferenceEquals(look, site.Look))
            site = site with { Look = look };
        if (!ReferenceEquals(parts, site.Parts))
            site = site with { Parts = parts };
        if (site.LayoutTake > 1)
            return site;
        var layouts = SettingsRegistry
            .LaidOut.Select(k => (Kind: k, Variant: Set("variant_" + k)))
            .Where(v => v.Variant is not null)
            .ToDictionary(v => v.Kind, v => "v-" + v.Variant);
        return layouts.Count == 0
            ? site
            : site with
            {
                Pages =
                [
                    .. site.Pages.Select(p =>
                        p.Sections.Any(Follows)
                            ? p with
                            {
                                Sections = [.. p.Sections.Select(s => Follows(s) ? s with { Variant = layouts[s.Content.Kind] } : s)],
                            }
                            : p
                    ),
                ],
            };

        bool Follows(Section s) => s.Variant is null && layouts.ContainsKey(s.Content.Kind);
    }

    /// <summary>The facts as the settings let them show: without the email, or with the town alone.</summary>
    public static FactSheet Shown(FactSheet facts, IReadOnlyDictionary<string, string> settings)
    {
        if (settings.GetValueOrDefault("show_email") == "no" && facts["email"] is { Shown: true } mail)
            facts = facts with { Entries = facts.Entries.SetItem("email", mail with { Shown = false }) };
        if (settings.GetValueOrDefault("show_address") == "town" && facts["place"] is { Value: AddressValue place } entry)
            facts = facts with
            {
                Entries = facts.Entries.SetItem("place", entry with { Value = place with { Street = null, Postcode = null } }),
            };
        return facts;
    }

    private static LookChoice Look(SiteDocument site, Func<string, string?> set)
    {
        var look = site.Look;
        if (look is { Brand: null, Hand: null } && (site.OpenLook || look is { Palette: null, ColoursOf: null }))
        {
            if (set("brand") is { } brand)
                look = look with { Brand = brand };
            else if (set("palette") is { } palette)
                look = look with { Palette = palette };
        }
        if ((look.Type is null || site.OpenLook) && set("type") is { } type)
            look = look with { Type = type };
        if (look.Dark is null && set("ground") is { } ground)
            look = look with { Dark = ground == "dark" };
        var d = look.Details ?? new LookDetails();
        var all = d with
        {
            Corners = d.Corners ?? One<Corners>("corners"),
            Buttons = d.Buttons ?? One<ButtonForm>("buttons"),
            Rules = d.Rules ?? One<RuleWeight>("rules"),
            Density = d.Density ?? One<Density>("density"),
            Motion = d.Motion ?? One<Motion>("motion"),
            Cards = d.Cards ?? One<CardStyle>("cards"),
            Crop = d.Crop ?? One<Crop>("crop"),
            Divider = d.Divider ?? One<Divider>("divider"),
            Scale = d.Scale ?? One<TypeScale>("scale"),
            Phone = d.Phone ?? One<PhoneSize>("phone_size"),
            H1 = Level(d.H1, 1),
            H2 = Level(d.H2, 2),
            H3 = Level(d.H3, 3),
        };
        return all == d ? look : look with { Details = all };

        T? One<T>(string key)
            where T : struct, Enum => set(key) is { } v && Enum.TryParse<T>(v, true, out var value) ? value : null;

        HeadingLevel? Level(HeadingLevel? own, int n)
        {
            var level = own ?? new HeadingLevel();
            var made = level with
            {
                Size = level.Size ?? (set($"h{n}_size") is { } size ? int.Parse(size, CultureInfo.InvariantCulture) / 100.0 : null),
                Capitals = level.Capitals ?? (set($"h{n}_capitals") is { } capitals ? capitals == "yes" : null),
                Body = level.Body ?? (set($"h{n}_face") is "body" ? true : null),
            };
            return made == level ? own : made;
        }
    }

    private static SiteParts? Parts(SiteParts? own, Func<string, string?> set)
    {
        var parts = own ?? new SiteParts();
        var made = parts with
        {
            Head = parts.Head ?? (set("head") is { } head ? "v-" + head : null),
            Foot = parts.Foot ?? (set("foot") is { } foot ? "v-" + foot : null),
            Notice = parts.Notice
                ?? (set("notice") is { } notice ? new SiteNotice(new Passage(notice, Kept: true), "", set("notice_until") ?? "") : null),
            PhoneBar = parts.PhoneBar || set("phone_bar") == "yes",
            Bubble = parts.Bubble || set("bubble") == "yes",
        };
        if (parts.Links.IsEmpty && set("menu_links") is { } links)
            made = made with { Links = [.. Links(links)] };
        return made == parts ? own : made;
    }

    private static IEnumerable<MenuLink> Links(string rows) =>
        Letters
            .Rows(rows)
            .Select(r => r.Split('=', 2, StringSplitOptions.TrimEntries))
            .Where(p => p.Length == 2)
            .Take(SetParts.MostLinks)
            .Select(p => new MenuLink(new Passage(p[0], Kept: true), p[1]));

    /// <returns>What is wrong with lines of "words = address"; null where nothing is.</returns>
    public static string? LinksFault(string rows)
    {
        var all = Letters.Rows(rows).ToList();
        if (all.Count > SetParts.MostLinks)
            return $"Up to {SetParts.MostLinks} links to elsewhere; a menu is for the site itself.";
        foreach (var row in all)
        {
            var p = row.Split('=', 2, StringSplitOptions.TrimEntries);
            if (p.Length < 2 || p[0].Length is 0 or > 40)
                return $"“{row}” is not words = address, with 1 to 40 letters before the sign.";
            if (!LinkTarget.Allowed(p[1]) || p[1].StartsWith('#'))
                return $"“{p[1]}” cannot be followed. Give a page, a whole web address such as https://…, mailto: or tel:.";
        }
        return null;
    }
}
