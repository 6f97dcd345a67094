using System.Collections.Concurrent;
using System.Collections.Immutable;
using System.Globalization;
using System.Text;
using System.Text.Json;
using Plurimax.Core.Pictures;
using Plurimax.Core.Sites;

namespace Plurimax.Core.Styling;

/// <summary>Type of a look. Sizes in rem at a 360 px and a 1280 px wide screen; steps between follow the ratios.</summary>
public sealed record LookType(
    double Min, double Max, double RatioMin, double RatioMax, (double Min, double Max) Headline, string DisplayFont, string BodyFont,
    int DisplayWeight, double DisplayLine, string DisplayTracking, string DisplayCase = "none", int ButtonWeight = 600, double Small = .875, string Extra = "");

public sealed record FontFace(string Family, string File, string Weight, bool Italic = false);

/// <param name="Density">Factor on all distances.</param>
/// <param name="Section">Space above and below a section in rem, narrow and wide screen.</param>
public sealed record LookSpace(double Density, (double Min, double Max) Section, double Wrap, double Measure = 38);

public sealed record LookShape(string Small, string Middle, string Large, string Button, string Rule, string Tilt = "0deg", string? Edge = null);

/// <summary>A look family: colours, type, space, shape, and which layout variant each kind of section takes.</summary>
public sealed record Look(
    string Id, string Name, string Words, ColourSeeds Colours, LookType Type, ImmutableArray<FontFace> Faces, ImmutableArray<string> Preload,
    LookSpace Space, LookShape Shape, Ink Art, ImmutableDictionary<string, string> Variants)
{
    public string Variant(string kind) => Variants.GetValueOrDefault(kind, "v-plain");

    /// <summary>The layout of a kind of section on a site: that of the look in the first take, the others in turn after it.</summary>
    public string Variant(SiteDocument site, string kind)
    {
        var own = Variant(kind);
        return site.LayoutTake > 1 && SectionKinds.Named(kind) is { } known && known.Variants.IndexOf(own) is >= 0 and var at ? known.Variants[(at + site.LayoutTake - 1) % known.Variants.Length] : own;
    }
}

/// <summary>A look with the site's colours put in: ready to render.</summary>
public sealed record DressedLook(Look Look, Roles Roles, Ink Art, string? PaletteName)
{
    private static readonly ConcurrentDictionary<LookChoice, DressedLook> Dressed = new();

    /// <summary>Solving the roles takes a millisecond or two; a choice always gives the same look, so each is solved once.</summary>
    public static DressedLook Of(LookChoice choice)
    {
        if (Dressed.Count > 2000) Dressed.Clear();
        return Dressed.GetOrAdd(choice, Dress);
    }

    private static DressedLook Dress(LookChoice choice)
    {
        var (look, palette, seeds) = Seeds(choice);
        return new DressedLook(look, Roles.Solve(seeds), palette is null ? look.Art : look.Art.In(palette, seeds), palette?.Name);
    }

    /// <summary>The colours that were given and could not stay: as a button with its label, as a second colour, and as a link on the page. In the order of how far they were moved.</summary>
    public static ImmutableArray<ColourMove> Moves(LookChoice choice)
    {
        var (_, palette, seeds) = Seeds(choice);
        var roles = Of(choice).Roles;
        return
        [
            .. new[] { ("brand", palette?.Main ?? seeds.Brand), ("accent", palette?.Second ?? seeds.Accent), ("link", palette?.Main ?? seeds.Link) }
                .Select(p => new ColourMove(p.Item1, p.Item2.ToHex(), roles[p.Item1], Oklch.FromHex(roles[p.Item1]).L - Oklch.FromHex(p.Item2.ToHex()).L))
                .Where(m => m.From != m.To).OrderByDescending(m => Math.Abs(m.Lightness)),
        ];
    }

    private static (Look Look, Palette? Palette, ColourSeeds Seeds) Seeds(LookChoice choice)
    {
        var look = Looks.Find(choice.Id) ?? Looks.All[0];
        var palette = choice.Brand is { } brand ? Palette.FromBrand(brand) : choice.Palette is { } name ? Palettes.Named.GetValueOrDefault(name) : null;
        return (look, palette, palette is null ? look.Colours : palette.Over(look.Colours));
    }

    /// <summary>All custom properties of the look as one CSS rule.</summary>
    public string TokensCss()
    {
        var b = new StringBuilder(":root{");
        void Set(string name, string value) => b.Append("--").Append(name).Append(':').Append(value).Append(';');
        b.Append("color-scheme:").Append(Look.Colours.Dark ? "dark" : "light").Append(';');
        foreach (var (role, hex) in Roles.Hex.OrderBy(p => p.Key, StringComparer.Ordinal)) Set(role, hex);
        Set("focus", Look.Colours.Dark ? Roles["accent"] : Roles["fg"]);
        var t = Look.Type;
        for (var i = -1; i <= 7; i++)
            Set($"t{i}", i switch
            {
                -1 => Rem(t.Small),
                0 => Rem(t.Max),
                7 => Fluid(t.Headline.Min, t.Headline.Max),
                _ => Fluid(t.Min * Math.Pow(t.RatioMin, i), t.Max * Math.Pow(t.RatioMax, i)),
            });
        Set("fd", t.DisplayFont); Set("fb", t.BodyFont); Set("wd", t.DisplayWeight.ToString(CultureInfo.InvariantCulture)); Set("ld", Number(t.DisplayLine));
        Set("td", t.DisplayTracking); Set("cd", t.DisplayCase); Set("wb", t.ButtonWeight.ToString(CultureInfo.InvariantCulture));
        b.Append(t.Extra);
        var s = Look.Space;
        var step = .25;
        for (var i = 1; i <= 8; i++, step *= 1.5)
            Set($"s{i}", i < 5 ? Rem(step * s.Density) : Fluid(step * s.Density * .78, step * s.Density));
        Set("sec", Fluid(s.Section.Min, s.Section.Max)); Set("gut", "clamp(1rem,4vw,2.5rem)"); Set("wrap", $"{Number(s.Wrap)}rem"); Set("mea", $"{Number(s.Measure)}rem");
        var sh = Look.Shape;
        Set("r1", sh.Small); Set("r2", sh.Middle); Set("r3", sh.Large); Set("rb", sh.Button); Set("rw", sh.Rule); Set("tilt", sh.Tilt); Set("dur", ".18s");
        if (sh.Edge is not null) Set("edge-shape", sh.Edge);
        b.Length--;
        return b.Append('}').ToString();
    }

    /// <summary>Font faces with metric-matched fallbacks, so that nothing moves when a font arrives.</summary>
    public string FacesCss()
    {
        var b = new StringBuilder();
        foreach (var f in Look.Faces)
            b.Append($"@font-face{{font-family:{f.Family};src:url(fonts/{f.File}.woff2)format(\"woff2\");font-weight:{f.Weight};font-style:{(f.Italic ? "italic" : "normal")};font-display:optional}}");
        foreach (var f in Look.Faces.Where(f => !f.Italic).DistinctBy(f => f.Family))
            if (FontMetrics.Fallback(f.File) is { } m)
                b.Append(CultureInfo.InvariantCulture, $"@font-face{{font-family:\"{f.Family.Trim('"')} F\";src:local(\"{m.Family}\"),local(\"Liberation {(m.Family == "Arial" ? "Sans" : "Serif")}\");size-adjust:{m.Size}%;ascent-override:{m.Asc}%;descent-override:{m.Desc}%;line-gap-override:{m.Gap}%}}");
        return b.ToString();
    }

    private static string Number(double v) => Math.Round(v, 3).ToString(CultureInfo.InvariantCulture);
    private static string Rem(double v) => Number(v) + "rem";

    /// <summary>A length that grows in a straight line between viewports of 22.5 and 80 rem.</summary>
    private static string Fluid(double min, double max)
    {
        double slope = (max - min) / (80 - 22.5), at0 = min - slope * 22.5;
        return $"clamp({Rem(Math.Min(min, max))},{Rem(at0)} + {Number(slope * 100)}vw,{Rem(Math.Max(min, max))})";
    }
}

/// <summary>Measures of the fallback faces, computed from the font files.</summary>
public static class FontMetrics
{
    public sealed record Measure(string Family, double Size, double Asc, double Desc, double Gap);
    private static readonly Lazy<Dictionary<string, Measure>> All = new(() =>
        JsonDocument.Parse(Content.Bytes("looks/font-metrics.json")!).RootElement.EnumerateObject()
            .ToDictionary(p => p.Name, p => p.Value.GetProperty("fallback").Deserialize<Measure>(new JsonSerializerOptions(JsonSerializerDefaults.Web))!));
    public static Measure? Fallback(string file) => All.Value.GetValueOrDefault(file);
}
