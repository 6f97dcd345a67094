using System.Collections.Immutable;

namespace Plurimax.Design.Styling;

/// <summary>The colours a look starts from. Roles are derived so that every pairing in use meets WCAG 2.2 AA.</summary>
public sealed record ColourSeeds(
    bool Dark,
    Oklch Ground,
    Oklch Tint,
    Oklch Card,
    Oklch Inverse,
    Oklch Text,
    Oklch Brand,
    Oklch Accent,
    Oklch Link,
    Oklch? LinkInverse = null
)
{
    /// <summary>For edges and marks that carry nothing; null is the main colour.</summary>
    public Oklch? Decoration { get; init; }
}

/// <summary>A pair of roles that stands on a page, with the least ratio it must reach.</summary>
public sealed record RolePair(string Text, string Ground, double Least);

/// <summary>A colour that had to give way so that text on it, or it as text, can be read.</summary>
/// <param name="Lightness">How far it was moved in OKLCH lightness, 0 to 1, negative for darker.</param>
public sealed record ColourMove(string Role, string From, string To, double Lightness);

/// <summary>Named colours of a look as "#rrggbb", by the custom property that carries them.</summary>
public sealed record Roles(ImmutableDictionary<string, string> Hex)
{
    public string this[string role] => Hex[role];

    /// <summary>Every pairing the section styles use.</summary>
    public static readonly ImmutableArray<RolePair> Pairs =
    [
        .. from t in new[] { "fg", "fg2", "link", "err", "ok" } from g in new[] { "bg", "bg2", "card" } select new RolePair(t, g, 4.5),
        new("onbrand", "brand", 4.5),
        new("onaccent", "accent", 4.5),
        new("onbrandinv", "brandinv", 4.5),
        new("brandinv", "inv", 3),
        .. from g in new[] { "bg", "bg2", "card" } select new RolePair("brandedge", g, 3),
        new("fginv", "inv", 4.5),
        new("fginv2", "inv", 4.5),
        new("linkinv", "inv", 4.5),
        .. from g in new[] { "bg", "bg2", "card" } select new RolePair("edge", g, 3),
    ];

    /// <summary>Of the pairs that a colour would stand in as a role, the one that is farthest below or least above what it needs.</summary>
    public static (RolePair Pair, double Ratio, double Least)? Weakest(Roles roles, string role, string hex) =>
        Pairs
            .Where(p => p.Text == role || p.Ground == role)
            .Select(p => ((RolePair, double, double)?)(p, Contrast.Ratio(hex, roles[p.Text == role ? p.Ground : p.Text]), p.Least))
            .MinBy(p => p!.Value.Item2 / p.Value.Item3);

    /// <summary>Solves all roles. Lightness is moved away from every ground a role may stand on until the ratio holds; hue stays.</summary>
    public static Roles Solve(ColourSeeds k)
    {
        var r = new Dictionary<string, string>
        {
            ["bg"] = k.Ground.ToHex(),
            ["bg2"] = k.Tint.ToHex(),
            ["card"] = k.Card.ToHex(),
            ["inv"] = k.Inverse.ToHex(),
        };
        string[] grounds = [r["bg"], r["bg2"], r["card"]];
        var ink = k.Text;
        r["fg"] = Solve(k.Text, grounds, 11);
        r["fg2"] = Solve(ink with { L = k.Dark ? .74 : .46, C = ink.C * 1.1 }, grounds, 5.6);
        r["line"] = Solve(new Oklch(k.Dark ? .42 : .8, k.Ground.C + .012, ink.H), [r["bg"]], 1.35);
        r["edge"] = Solve(new Oklch(.62, .02, ink.H), grounds, 3.1);
        (r["brand"], r["onbrand"]) = Carried(k.Brand, ink, k.Ground);
        (r["accent"], r["onaccent"]) = Carried(k.Accent, ink, k.Ground);
        // A button that is too near its ground is outlined in ink.
        r["brandedge"] = grounds.All(g => Contrast.Ratio(r["brand"], g) >= 3) ? r["brand"] : r["fg"];
        // The colour itself, whether text can stand on it or not: for what only decorates.
        r["deco"] = (k.Decoration ?? k.Brand).ToHex();
        r["link"] = Solve(k.Link, grounds, 4.9);
        r["fginv"] = Solve(new Oklch(.97, .012, k.Ground.H), [r["inv"]], 9);
        r["fginv2"] = Solve(new Oklch(.8, .03, k.Ground.H), [r["inv"]], 5.6);
        r["lineinv"] = Solve(new Oklch(.45, k.Inverse.C, k.Inverse.H), [r["inv"]], 1.5);
        r["linkinv"] = Solve(k.LinkInverse ?? new Oklch(.82, k.Accent.C, k.Accent.H), [r["inv"]], 5);
        // On the dark ground a button stands out 3:1 (WCAG 2.2, 1.4.11), or it takes the second colour, or the light ink.
        (r["brandinv"], r["onbrandinv"]) =
            Contrast.Ratio(r["brand"], r["inv"]) >= 3 ? (r["brand"], r["onbrand"])
            : Contrast.Ratio(r["accent"], r["inv"]) >= 3 ? (r["accent"], r["onaccent"])
            : (r["fginv"], r["inv"]);
        r["err"] = Solve(new Oklch(.52, .18, 27), grounds, 5);
        r["ok"] = Solve(new Oklch(.48, .12, 150), grounds, 5);
        return new Roles(r.ToImmutableDictionary());
    }

    /// <summary>A fill and the ink on it. Where neither ink reaches 4.6 the fill itself is moved.</summary>
    private static (string Fill, string Ink) Carried(Oklch fill, Oklch ink, Oklch paper)
    {
        string hex = fill.ToHex(),
            dark = new Oklch(.2, .03, ink.H).ToHex(),
            light = new Oklch(.99, .008, paper.H).ToHex();
        var on = Contrast.Ratio(hex, light) >= 4.6 ? light : dark;
        return Contrast.Ratio(hex, on) >= 4.6 ? (hex, on) : (Solve(fill, [on], 4.6), on);
    }

    private static string Solve(Oklch seed, string[] grounds, double ratio)
    {
        var darker = Contrast.Luminance(grounds[0]) > .25;
        for (var i = 0; i < 120; i++)
        {
            var l = seed.L + (darker ? -.008 : .008) * i;
            if (l is < .05 or > .995)
                break;
            var hex = (seed with { L = l }).ToHex();
            if (grounds.All(g => Contrast.Ratio(hex, g) >= ratio))
                return hex;
        }
        return new Oklch(darker ? .08 : .98, 0, seed.H).ToHex();
    }
}
