using System.Globalization;

namespace Plurimax.Design.Styling;

/// <summary>
/// A colour as lightness 0 to 1, chroma 0 to about 0.4 and hue in degrees (OKLCH; B. Ottosson, "A perceptual color space for image
/// processing", 2020).
/// </summary>
public readonly record struct Oklch(double L, double C, double H)
{
    public Oklab ToLab() => new(L, C * Math.Cos(H * Math.PI / 180), C * Math.Sin(H * Math.PI / 180));

    /// <summary>Linear-light sRGB; components outside 0 to 1 are out of gamut.</summary>
    public (double R, double G, double B) ToLinear()
    {
        var (_, a, b) = ToLab();
        double l = Cube(L + .3963377774 * a + .2158037573 * b),
            m = Cube(L - .1055613458 * a - .0638541728 * b),
            s = Cube(L - .0894841775 * a - 1.291485548 * b);
        return (
            4.0767416621 * l - 3.3077115913 * m + .2309699292 * s,
            -1.2684380046 * l + 2.6097574011 * m - .3413193965 * s,
            -.0041960863 * l - .7034186147 * m + 1.707614701 * s
        );
    }

    /// <summary>The nearest "#rrggbb" of the same lightness and hue: chroma is cut until it fits sRGB.</summary>
    public string ToHex()
    {
        var c = this;
        while (c.C > 0 && !InGamut(c.ToLinear()))
            c = c with { C = c.C - .004 };
        if (c.C < 0)
            c = c with { C = 0 };
        var (r, g, b) = c.ToLinear();
        return $"#{Byte(r):x2}{Byte(g):x2}{Byte(b):x2}";
    }

    public static Oklch FromHex(string hex)
    {
        var (r, g, b) = Contrast.Linear(hex);
        double l = Math.Cbrt(.4122214708 * r + .5363325363 * g + .0514459929 * b),
            m = Math.Cbrt(.2119034982 * r + .6806995451 * g + .1073969566 * b),
            s = Math.Cbrt(.0883024619 * r + .2817188376 * g + .6299787005 * b);
        double L = .2104542553 * l + .793617785 * m - .0040720468 * s,
            A = 1.9779984951 * l - 2.428592205 * m + .4505937099 * s,
            B = .0259040371 * l + .7827717662 * m - .808675766 * s;
        return new Oklab(L, A, B).ToOklch();
    }

    /// <summary>Whether text is a colour as "#rgb" or "#rrggbb".</summary>
    public static bool TryHex(string? text, out string hex)
    {
        hex = (text ?? "").Trim().ToLowerInvariant();
        if (!hex.StartsWith('#'))
            hex = "#" + hex;
        if (hex.Length == 4)
            hex = $"#{hex[1]}{hex[1]}{hex[2]}{hex[2]}{hex[3]}{hex[3]}";
        return hex.Length == 7 && int.TryParse(hex.AsSpan(1), NumberStyles.AllowHexSpecifier, CultureInfo.InvariantCulture, out _);
    }

    private static double Cube(double x) => x * x * x;

    private static bool InGamut((double R, double G, double B) c) => Fits(c.R) && Fits(c.G) && Fits(c.B);

    private static bool Fits(double v) => v is >= -.0005 and <= 1.0005;

    private static int Byte(double linear)
    {
        var v = Math.Clamp(linear, 0, 1);
        return (int)Math.Round(255 * (v <= .0031308 ? 12.92 * v : 1.055 * Math.Pow(v, 1 / 2.4) - .055));
    }
}

/// <summary>The same space in right-angled coordinates, in which distance is difference to the eye (OKLab; Ottosson 2020).</summary>
public readonly record struct Oklab(double L, double A, double B)
{
    public double Chroma => Math.Sqrt(A * A + B * B);

    public Oklch ToOklch() => new(L, Chroma, (Math.Atan2(B, A) * 180 / Math.PI + 360) % 360);

    /// <summary>Euclidean distance.</summary>
    public double From(Oklab o) => Math.Sqrt((L - o.L) * (L - o.L) + (A - o.A) * (A - o.A) + (B - o.B) * (B - o.B));
}

/// <summary>Relative luminance and contrast ratio as WCAG 2.2 defines them.</summary>
public static class Contrast
{
    public static (double R, double G, double B) Linear(string hex)
    {
        var n = int.Parse(hex.AsSpan(1), NumberStyles.AllowHexSpecifier, CultureInfo.InvariantCulture);
        return (Channel(n >> 16 & 255), Channel(n >> 8 & 255), Channel(n & 255));
    }

    public static double Luminance(string hex)
    {
        var (r, g, b) = Linear(hex);
        return .2126 * r + .7152 * g + .0722 * b;
    }

    /// <summary>1 to 21.</summary>
    public static double Ratio(string a, string b)
    {
        double x = Luminance(a),
            y = Luminance(b);
        return (Math.Max(x, y) + .05) / (Math.Min(x, y) + .05);
    }

    private static double Channel(int v)
    {
        var c = v / 255.0;
        return c <= .04045 ? c / 12.92 : Math.Pow((c + .055) / 1.055, 2.4);
    }
}
