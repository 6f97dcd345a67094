using Plurimax.Sites;

namespace Plurimax.Design.Styling;

/// <summary>From a choice to a look with nothing left open: family, colours, words, type, hand. Each step is over the one before.</summary>
public static class Dressing
{
    /// <returns>
    /// The look as the choice has it, its colours the ones that the roles are solved from; and the palette, where it has one.
    /// </returns>
    public static (Look Look, Palette? Palette) Of(LookChoice choice)
    {
        var look = Looks.Find(choice.Id) ?? Looks.All[0];
        if (Looks.Find(choice.ColoursOf ?? "") is { } other)
            look = look with { Colours = other.Colours, Art = other.Art };
        var words = LookWords.Of(choice.Words);
        if ((choice.Dark ?? words.Select(w => w.Dark).FirstOrDefault(d => d is not null)) is { } dark)
            look = Ground(look, dark);
        var palette =
            choice.Brand is not null ? Palette.FromBrands([.. choice.Brands()])
            : choice.Palette is { } name ? Palettes.Named.GetValueOrDefault(name)
            : null;
        if (palette is not null)
            look = look with { Colours = palette.Over(look.Colours), Art = look.Art.In(palette) };
        look = LookWords.Over(look, words);
        look = look with
        {
            Colours = LookWords.Over(look.Colours, words, own: choice.Brand is not null),
            Art = LookWords.Over(look.Art, words),
        };
        if (choice.Type is { } type && Pairings.Named.GetValueOrDefault(type) is { } pairing)
            look = look with { Type = look.Type.In(pairing) };
        look = LookShaping.With(look, choice.Details);
        return (look with { Colours = Seeds(look.Colours, choice.Hand) }, palette);
    }

    /// <summary>The same look on a dark or a light ground; its hues stay.</summary>
    private static Look Ground(Look look, bool dark)
    {
        var s = look.Colours;
        if (s.Dark == dark)
            return look;
        Oklch To(Oklch c, double l, double chroma) => c with { L = l, C = chroma };
        var colours = dark
            ? new ColourSeeds(
                true,
                To(s.Text, .19, .032),
                To(s.Text, .228, .038),
                To(s.Text, .268, .042),
                To(s.Text, .155, .03),
                To(s.Ground, .955, .014),
                s.Brand with
                {
                    L = Math.Max(s.Brand.L, .76),
                },
                s.Accent with
                {
                    L = Math.Max(s.Accent.L, .76),
                },
                s.Link with
                {
                    L = .83,
                    C = Math.Min(s.Link.C, .13),
                },
                s.LinkInverse
            )
            : new ColourSeeds(
                false,
                To(s.Text, .98, .012),
                To(s.Text, .935, .026),
                To(s.Text, .995, .005),
                To(s.Ground, .26, .05),
                To(s.Ground, .23, .04),
                s.Brand,
                s.Accent,
                s.Link with
                {
                    L = .47,
                },
                s.LinkInverse
            );
        Oklch light = colours.Dark ? colours.Text : colours.Ground,
            ink = colours.Dark ? colours.Ground : colours.Text;
        return look with
        {
            Colours = colours,
            Art = look.Art with
            {
                Night = dark,
                Light = light with { C = .024 },
                Dark = ink with { C = .044 },
                Bump = look.Art.Bump * (dark ? 1.25 : .8),
            },
        };
    }

    /// <summary>Colours set by hand become what the others are derived from.</summary>
    private static ColourSeeds Seeds(ColourSeeds s, HandColours? hand)
    {
        if (hand is null)
            return s;
        static Oklch? C(string? hex) => hex is null ? null : Oklch.FromHex(hex);
        if (hand.Ground is { } paper)
        {
            // Between the two halves no text can be read; the ground moves to the nearer one.
            var ground = Oklch.FromHex(Shades.AsGround(paper));
            var dark = Contrast.Luminance(Shades.AsGround(paper)) < .18;
            s = s with
            {
                Dark = dark,
                Ground = ground,
                Tint = ground with { L = Math.Clamp(ground.L + (dark ? .04 : -.04), 0, 1) },
                Card = ground with { L = Math.Clamp(ground.L + (dark ? .07 : .015), 0, 1), C = ground.C * .6 },
            };
        }
        return s with
        {
            Text = C(hand.Text) ?? s.Text,
            Link = C(hand.Link) ?? s.Link,
            Brand = C(hand.Button) ?? s.Brand,
            Accent = C(hand.Accent) ?? s.Accent,
            Inverse = hand.Dark is { } deep ? Oklch.FromHex(Shades.AsGround(deep)) : s.Inverse,
        };
    }

    /// <summary>The roles; text and links of the maker's own stay to the letter where they can be read.</summary>
    public static Roles Solve(ColourSeeds seeds, HandColours? hand)
    {
        var roles = Roles.Solve(seeds);
        if (hand is null)
            return roles;
        foreach (var (role, hex) in new[] { ("fg", hand.Text), ("link", hand.Link) })
            if (hex is not null && Roles.Weakest(roles, role, hex) is { } weakest && weakest.Ratio >= weakest.Least)
                roles = new Roles(roles.Hex.SetItem(role, hex));
        return roles;
    }
}
