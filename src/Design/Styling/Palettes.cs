using System.Collections.Immutable;

namespace Plurimax.Design.Styling;

/// <summary>
/// A curated set of colours: hue of the paper, hue of the ink, main and second colour. A look lends the lightness, the palette the hues.
/// </summary>
public sealed record Palette(string Name, double Paper, double Ink, Oklch Main, Oklch Second)
{
    /// <summary>
    /// The client's third colour: a dark one becomes the dark ground, a light one the tint of the page, any other decorates.
    /// </summary>
    public Oklch? Third { get; init; }

    /// <summary>A palette from one to three colours of a client. What is not given follows from the first.</summary>
    public static Palette FromBrands(IReadOnlyList<string> hex)
    {
        var c = Oklch.FromHex(hex[0]);
        var second =
            hex.Count > 1 ? Oklch.FromHex(hex[1]) : new Oklch(Math.Clamp(1.25 - c.L, .5, .85), Math.Max(.1, c.C * .8), (c.H + 150) % 360);
        Oklch? third = hex.Count > 2 ? Oklch.FromHex(hex[2]) : null;
        double paper = third is { L: > .8, C: > .015 } light ? light.H
            : c.C < .03 ? 85
            : (c.H + 40) % 360,
            ink = third is { L: < .45, C: > .015 } dark ? dark.H
            : c.C < .03 ? 250
            : c.H;
        return new Palette(hex.Count == 1 ? "own colour" : "own colours", paper, ink, c, second) { Third = third };
    }

    public ColourSeeds Over(ColourSeeds s)
    {
        Oklch Tinted(Oklch o, double hue) => o with { H = hue };
        return s with
        {
            Ground = Tinted(s.Ground, s.Dark ? Ink : Paper),
            Tint = !s.Dark && Third is { L: > .8 } pale ? pale with { L = Math.Max(pale.L, .9) } : Tinted(s.Tint, s.Dark ? Ink : Paper),
            Decoration = Third is { L: >= .45 and <= .8 } own ? own : Main,
            Card = Tinted(s.Card, s.Dark ? Ink : Paper),
            Inverse = Third is { L: < .45 } deep ? deep with { L = Math.Min(deep.L, .34) } : Tinted(s.Inverse, Ink),
            Text = Tinted(s.Text, s.Dark ? Paper : Ink),
            Brand = s.Dark ? Main with { L = Math.Max(Main.L, .74) } : Main,
            Accent = s.Dark ? Second with { L = Math.Max(Second.L, .74) } : Second,
            Link = s.Dark ? Main with { L = Math.Max(Main.L, .8), C = Math.Min(Main.C, .14) } : Main with { L = Math.Min(Main.L, .5) },
            LinkInverse = Second with { L = Math.Max(Second.L, .8) },
        };
    }
}

public static class Palettes
{
    private static Palette P(
        string name,
        double paper,
        double ink,
        (double L, double C, double H) main,
        (double L, double C, double H) second
    ) => new(name, paper, ink, new Oklch(main.L, main.C, main.H), new Oklch(second.L, second.C, second.H));

    public static readonly ImmutableDictionary<string, Palette> Named = new[]
    {
        P("petrol and vermilion", 92, 205, (.54, .19, 36), (.66, .2, 40)),
        P("midnight and marigold", 90, 272, (.83, .165, 86), (.83, .165, 86)),
        P("bottle green and cream", 95, 160, (.42, .1, 160), (.8, .13, 85)),
        P("graphite and lime", 110, 250, (.4, .03, 250), (.87, .2, 122)),
        P("plum and cobalt", 40, 345, (.45, .17, 262), (.78, .13, 80)),
        P("ivory and indigo", 78, 268, (.4, .12, 268), (.8, .115, 58)),
        P("pale blue and apricot", 240, 255, (.45, .13, 255), (.82, .12, 62)),
        P("sage and ink", 130, 200, (.42, .07, 165), (.8, .1, 100)),
        P("sand and sea", 82, 222, (.45, .085, 212), (.7, .15, 34)),
        P("forest and lichen", 110, 155, (.45, .1, 148), (.88, .185, 115)),
        P("bark and hi-vis", 70, 60, (.4, .08, 55), (.88, .19, 110)),
        P("slate and moss", 150, 240, (.42, .05, 240), (.7, .15, 130)),
        P("chalk and beech", 85, 40, (.47, .11, 45), (.72, .13, 60)),
        P("ebony and brass", 85, 30, (.3, .04, 40), (.78, .13, 85)),
        P("wine and ivory", 80, 15, (.42, .14, 18), (.8, .1, 80)),
        P("honey and comb", 90, 60, (.5, .12, 65), (.83, .16, 82)),
        P("meadow and wax", 105, 140, (.45, .12, 140), (.85, .15, 90)),
        P("clover and cream", 60, 330, (.48, .14, 335), (.82, .13, 95)),
        P("indigo and linen", 80, 270, (.42, .13, 272), (.78, .1, 70)),
        P("madder and flax", 85, 25, (.47, .16, 28), (.82, .11, 88)),
        P("teal and tan", 80, 200, (.45, .09, 195), (.74, .11, 65)),
        P("signal red and asphalt", 90, 260, (.53, .2, 27), (.86, .17, 95)),
        P("sky and road", 230, 255, (.48, .15, 255), (.87, .17, 95)),
        P("pine and lemon", 105, 165, (.44, .1, 165), (.9, .17, 105)),
        P("crust and poppy", 80, 45, (.52, .18, 32), (.8, .13, 75)),
        P("coffee and mint", 90, 50, (.4, .07, 50), (.84, .1, 165)),
        P("blueberry and oat", 82, 280, (.43, .15, 280), (.83, .1, 75)),
        P("copper and night", 75, 265, (.52, .13, 45), (.83, .15, 90)),
        P("spark yellow and navy", 95, 262, (.42, .14, 262), (.9, .18, 100)),
        P("sea green and coral", 95, 190, (.46, .09, 185), (.75, .15, 32)),
        P("rhubarb and custard", 88, 350, (.52, .16, 8), (.88, .13, 95)),
        P("brick and duck egg", 200, 30, (.48, .13, 35), (.82, .06, 195)),
        P("fern and rose", 105, 150, (.44, .1, 145), (.78, .11, 10)),
        P("ink and saffron", 85, 275, (.38, .1, 275), (.84, .15, 78)),
        P("lavender and olive", 300, 290, (.5, .13, 300), (.74, .11, 115)),
        P("rust and sky", 230, 40, (.5, .14, 45), (.78, .1, 235)),
        P("cherry and mint", 160, 10, (.48, .19, 18), (.85, .09, 165)),
        P("moss and plum", 110, 330, (.44, .11, 335), (.75, .12, 125)),
        P("navy and blush", 20, 260, (.38, .11, 260), (.83, .08, 20)),
        P("charcoal and peach", 60, 250, (.36, .02, 250), (.82, .11, 55)),
        P("seafoam and navy", 175, 255, (.4, .11, 255), (.83, .1, 170)),
        P("clay and pine", 70, 165, (.43, .09, 165), (.68, .13, 48)),
        P("lilac and lemon", 95, 305, (.5, .15, 305), (.9, .15, 105)),
        P("walnut and linen", 78, 50, (.42, .07, 55), (.78, .07, 85)),
    }.ToImmutableDictionary(p => p.Name);
}
