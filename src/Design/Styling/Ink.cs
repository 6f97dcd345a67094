namespace Plurimax.Design.Styling;

/// <summary>
/// The printing inks of a look's pictures: a ramp of ten tones whose hue and chroma travel from light to dark, two inks, wood and light.
/// One picture uses nothing else, so that all pictures of a site look like one set.
/// </summary>
/// <param name="Bump">How coloured the middle tones are, 0.6 to 1.2.</param>
public sealed record Ink(bool Night, Oklch Light, Oklch Dark, double Bump, Oklch First, Oklch Second, double WoodHue, double WoodChroma)
{
    /// <summary>The same inks in the hues of a palette.</summary>
    public Ink In(Palette palette) =>
        this with
        {
            Light = Light with { H = palette.Paper },
            Dark = Dark with { H = palette.Ink },
            First = palette.Main with { L = Math.Clamp(palette.Main.L, .5, .84), C = Math.Max(palette.Main.C, .1) },
            Second = palette.Second with { L = Math.Clamp(palette.Second.L, .55, .84) },
        };
}

/// <summary>The inks of one picture, mixed.</summary>
public sealed class Inks
{
    public Inks(Ink i)
    {
        Night = i.Night;
        for (var n = 0; n < 10; n++)
        {
            var f = n / 9.0;
            T[n] = new Oklch(
                i.Light.L + (i.Dark.L - i.Light.L) * f,
                i.Light.C + (i.Dark.C - i.Light.C) * f + .045 * Math.Sin(Math.PI * f) * i.Bump,
                i.Light.H + Short(i.Dark.H - i.Light.H) * f
            ).ToHex();
        }
        (K, Kd, Kl) = Trio(i.First);
        (S, Sd, Sl) = Trio(i.Second);
        // Water takes the colder ink and the sun the warmer one, whichever of the two that is.
        static double Cold(Oklch c) => Math.Abs(Short(c.H - 220));
        var (colder, warmer) = Cold(i.First) < Cold(i.Second) ? (i.First, i.Second) : (i.Second, i.First);
        (Sea, _, SeaL) = Trio(Cold(colder) < 75 ? colder with { C = Math.Min(colder.C, .1) } : new Oklch(.66, .07, 215));
        Sun = Trio(warmer).Item3;
        Wood = new Oklch(.68, i.WoodChroma, i.WoodHue).ToHex();
        WoodD = new Oklch(.5, i.WoodChroma, i.WoodHue - 8).ToHex();
        WoodL = new Oklch(.8, i.WoodChroma * .8, i.WoodHue + 6).ToHex();
        WoodK = new Oklch(.34, i.WoodChroma * .8, i.WoodHue - 14).ToHex();
        Lit = new Oklch(i.Night ? .9 : .96, i.Night ? .12 : .06, 85).ToHex();
    }

    public bool Night { get; }
    public string[] T { get; } = new string[10];
    public string K { get; }
    public string Kd { get; }
    public string Kl { get; }
    public string S { get; }
    public string Sd { get; }
    public string Sl { get; }
    public string Sun { get; }
    public string Sea { get; }
    public string SeaL { get; }
    public string Wood { get; }
    public string WoodD { get; }
    public string WoodL { get; }
    public string WoodK { get; }
    public string Lit { get; }
    public string Paper => T[0];
    public string Black => T[9];
    public string Wall => T[Night ? 8 : 2];
    public string Wall2 => T[Night ? 7 : 3];
    public string Floor => T[Night ? 7 : 5];
    public string Line => T[6];
    public string Metal => T[4];
    public string MetalL => T[Night ? 2 : 1];
    public string MetalD => T[6];
    public string Shade => T[Night ? 9 : 7];
    public string Sky => T[Night ? 7 : 1];
    public string Sky2 => T[Night ? 6 : 0];
    public string Far => T[Night ? 7 : 3];
    public string Near => T[Night ? 8 : 5];
    public string Board => T[Night ? 7 : 4];
    public string Tool => T[Night ? 3 : 8];

    private static double Short(double d) =>
        d > 180 ? d - 360
        : d < -180 ? d + 360
        : d;

    private static (string, string, string) Trio(Oklch c) =>
        (
            c.ToHex(),
            (c with { L = c.L - .13, C = Math.Max(0, c.C - .01) }).ToHex(),
            (c with { L = c.L + .12, C = Math.Max(0, c.C - .03) }).ToHex()
        );
}
