using System.Collections.Concurrent;
using System.Collections.Immutable;
using System.Globalization;
using System.Text;
using System.Text.Json;
using Plurimax.Sites;
using Plurimax.Text;

namespace Plurimax.Design.Styling;

/// <summary>Type of a look. Sizes in rem at a 360 px and a 1280 px wide screen; steps between follow the ratios.</summary>
/// <param name="Extra">Further custom properties of the look, "--name:value;".</param>
public sealed record LookType(
    double Min,
    double Max,
    double RatioMin,
    double RatioMax,
    (double Min, double Max) Headline,
    TypePairing Pairing,
    string Extra = ""
)
{
    /// <summary>All capitals by hand or by a word; null follows the pairing.</summary>
    public bool? Capitals { get; init; }
    public HeadingLevel? H1 { get; init; }
    public HeadingLevel? H2 { get; init; }
    public HeadingLevel? H3 { get; init; }
    public string Case =>
        Capitals is { } c
            ? c
                ? "uppercase"
                : "none"
            : Pairing.Case;

    /// <summary>The same sizes in another pairing: the first heading takes about the room it took before.</summary>
    public LookType In(TypePairing other)
    {
        if (other == Pairing)
            return this;
        static double Room(TypePairing p) => p.Width * (p.Case == "uppercase" ? 1.18 : 1);
        var fit = Math.Clamp(Room(Pairing) / Room(other), .74, 1.3);
        return this with { Pairing = other, Headline = (Headline.Min * (fit + 1) / 2, Headline.Max * fit) };
    }
}

/// <param name="Density">Factor on all distances.</param>
/// <param name="Section">Space above and below a section in rem, narrow and wide screen.</param>
public sealed record LookSpace(double Density, (double Min, double Max) Section, double Wrap, double Measure = 38);

/// <summary>Corners of small, middle and large things and of buttons, and the weight of rules, in px.</summary>
public sealed record LookShape(
    double Small,
    double Middle,
    double Large,
    double Button,
    double Rule,
    string Tilt = "0deg",
    string? Edge = null
)
{
    /// <summary>Buttons stand on an edge of their own.</summary>
    public bool Raised { get; init; }

    /// <summary>
    /// None: nothing moves, not even under the pointer; subtle: sections rise a little as they come into view, unless reduced motion is
    /// asked for; null: only what is pointed at.
    /// </summary>
    public Motion? Motion { get; init; }
    public Crop? Crop { get; init; }
    public Divider? Divider { get; init; }
}

/// <summary>A look family: colours, type, space, shape, and which layout variant each kind of section takes.</summary>
public sealed record Look(
    string Id,
    string Name,
    string Words,
    ColourSeeds Colours,
    LookType Type,
    LookSpace Space,
    LookShape Shape,
    Ink Art,
    ImmutableDictionary<string, string> Variants
)
{
    public string Variant(string kind) => Variants.GetValueOrDefault(kind, "v-plain");

    /// <summary>The layout of a kind of section on a site: that of the look in the first take, the others in turn after it.</summary>
    public string Variant(SiteDocument site, string kind)
    {
        var own = Variant(kind);
        return site.LayoutTake > 1 && SectionKinds.Named(kind) is { } known && known.Variants.IndexOf(own) is >= 0 and var at
            ? known.Variants[(at + site.LayoutTake - 1) % known.Variants.Length]
            : own;
    }
}

/// <summary>A look with the site's colours put in: ready to render.</summary>
public sealed record DressedLook(Look Look, Roles Roles, Ink Art, string? PaletteName)
{
    private static readonly ConcurrentDictionary<LookChoice, DressedLook> Dressed = new();

    /// <summary>Solving the roles takes a millisecond or two; a choice always gives the same look, so each is solved once.</summary>
    public static DressedLook Of(LookChoice choice)
    {
        if (Dressed.Count > 2000)
            Dressed.Clear();
        return Dressed.GetOrAdd(choice, Dress);
    }

    private static DressedLook Dress(LookChoice choice)
    {
        var (look, palette) = Dressing.Of(choice);
        return new DressedLook(look, Dressing.Solve(look.Colours, choice.Hand), look.Art, palette?.Name);
    }

    /// <summary>
    /// The colours that were given and could not stay: as a button with its label, as a second colour, and as a link on the page. In the
    /// order of how far they were moved.
    /// </summary>
    public static ImmutableArray<ColourMove> Moves(LookChoice choice)
    {
        var (look, palette) = Dressing.Of(choice);
        var roles = Of(choice).Roles;
        return
        [
            .. new[]
            {
                ("brand", palette?.Main ?? look.Colours.Brand),
                ("accent", palette?.Second ?? look.Colours.Accent),
                ("link", palette?.Main ?? look.Colours.Link),
            }
                .Select(p => new ColourMove(
                    p.Item1,
                    p.Item2.ToHex(),
                    roles[p.Item1],
                    Oklch.FromHex(roles[p.Item1]).L - Oklch.FromHex(p.Item2.ToHex()).L
                ))
                .Where(m => m.From != m.To)
                .OrderByDescending(m => Math.Abs(m.Lightness)),
        ];
    }

    /// <summary>All custom properties of the look as one CSS rule.</summary>
    public string TokensCss()
    {
        var b = new StringBuilder(":root{");
        void Set(string name, string value) => b.Append("--").Append(name).Append(':').Append(value).Append(';');
        b.Append("color-scheme:").Append(Look.Colours.Dark ? "dark" : "light").Append(';');
        foreach (var (role, hex) in Roles.Hex.OrderBy(p => p.Key, StringComparer.Ordinal))
            Set(role, hex);
        Set("focus", Look.Colours.Dark ? Roles["accent"] : Roles["fg"]);
        var t = Look.Type;
        for (var i = -1; i <= 7; i++)
            Set(
                $"t{i}",
                i switch
                {
                    -1 => Rem(t.Pairing.Small),
                    0 => Rem(t.Max),
                    7 => Fluid(t.Headline.Min, t.Headline.Max),
                    _ => Fluid(t.Min * Math.Pow(t.RatioMin, i), t.Max * Math.Pow(t.RatioMax, i)),
                }
            );
        var p = t.Pairing;
        Set("fd", p.Display);
        Set("fb", p.Body);
        Set("wd", p.Weight.ToString(CultureInfo.InvariantCulture));
        Set("ld", Number(p.Line));
        // Smaller headings want more room between their lines than the first one.
        Set("l2", Number(Math.Min(1.25, p.Line + .03)));
        Set("l3", Number(Math.Min(1.35, p.Line + .1)));
        Set("td", Number(p.Tracking) + "em");
        Set("cd", t.Case);
        Set("wb", p.ButtonWeight.ToString(CultureInfo.InvariantCulture));
        foreach (var (n, level) in new[] { (1, t.H1), (2, t.H2), (3, t.H3) })
        {
            if (level?.Size is { } size)
                Set($"h{n}", Number(size));
            if (level?.Capitals is { } capitals)
                Set($"c{n}", capitals ? "uppercase" : "none");
            if (level?.Body is true)
                Set($"f{n}", p.Body);
        }
        b.Append(p.Extra).Append(t.Extra);
        var s = Look.Space;
        var step = .25;
        for (var i = 1; i <= 8; i++, step *= 1.5)
            Set($"s{i}", i < 5 ? Rem(step * s.Density) : Fluid(step * s.Density * .78, step * s.Density));
        Set("sec", Fluid(s.Section.Min, s.Section.Max));
        Set("gut", "clamp(1rem,4vw,2.5rem)");
        Set("wrap", $"{Number(s.Wrap)}rem");
        Set("mea", $"{Number(s.Measure)}rem");
        var sh = Look.Shape;
        Set("r1", Px(sh.Small));
        Set("r2", Px(sh.Middle));
        Set("r3", Px(sh.Large));
        Set("rb", Px(sh.Button));
        Set("rw", Px(sh.Rule));
        Set("tilt", sh.Tilt);
        Set(
            "dur",
            sh.Motion switch
            {
                Motion.None => "0s",
                Motion.Subtle => ".24s",
                _ => ".18s",
            }
        );
        if (sh.Raised)
            Set("raise", "0 .2rem 0 var(--fg)");
        if (sh.Edge is not null)
            Set("edge-shape", sh.Edge);
        b.Length--;
        return b.Append('}').ToString();
    }

    /// <summary>What stands behind all other styles: motion, crop of pictures, dividers.</summary>
    public string ShapeCss() =>
        string.Concat(
            Look.Shape.Motion == Motion.Subtle
                ? "@media(prefers-reduced-motion:no-preference){@supports(animation-timeline:view()){#main>section+section>.wrap{"
                    + "animation:rise linear both;animation-timeline:view();animation-range:entry 0% cover 24%}"
                    + "@keyframes rise{from{translate:0 2rem}}}}"
                : "",
            Look.Shape.Crop switch
            {
                Crop.Plain => "#main :is(.art,figure) img{border-radius:0;mask:none;clip-path:none}",
                Crop.Round => "#main :is(.art,figure) img{border-radius:clamp(14px,3vw,32px);mask:none;clip-path:none}",
                Crop.Arch => "#main :is(.art,figure) img{border-radius:12rem 12rem 0 0;mask:none;clip-path:none}",
                _ => "",
            },
            Look.Shape.Divider switch
            {
                Divider.None => "#main>section{border-block:0}",
                Divider.Line => "#main>section+section{border-block:1px solid var(--line)}",
                Divider.Bar => "#main>section+section{border-top:clamp(4px,.6vw,8px) solid var(--deco)}",
                _ => "",
            }
        );

    /// <summary>Font faces with metric-matched fallbacks, so that nothing moves when a font arrives.</summary>
    public string FacesCss()
    {
        var b = new StringBuilder();
        foreach (var f in Look.Type.Pairing.Faces)
            b.Append(
                $"@font-face{{font-family:{f.Family};src:url(fonts/{f.File}.woff2)format(\"woff2\");font-weight:{f.Weight};"
                    + $"font-style:{(f.Italic ? "italic" : "normal")};font-display:optional}}"
            );
        foreach (var f in Look.Type.Pairing.Faces.Where(f => !f.Italic).DistinctBy(f => f.Family))
            if (FontMetrics.Fallback(f.File) is { } m)
                b.Append(
                    CultureInfo.InvariantCulture,
                    $"@font-face{{font-family:\"{f.Family.Trim('"')} F\";src:local(\"{m.Family}\"),local(\"Liberation "
                        + $"{(m.Family == "Arial" ? "Sans" : "Serif")}\");size-adjust:{m.Size}%;ascent-override:{m.Asc}%;descent-override:"
                        + $"{m.Desc}%;line-gap-override:{m.Gap}%}}"
                );
        return b.ToString();
    }

    private static string Number(double v) => Math.Round(v, 3).ToString(CultureInfo.InvariantCulture);

    private static string Px(double v) => v == 0 ? "0" : Number(v) + "px";

    private static string Rem(double v) => Number(v) + "rem";

    /// <summary>A length that grows in a straight line between viewports of 22.5 and 80 rem.</summary>
    private static string Fluid(double min, double max)
    {
        double slope = (max - min) / (80 - 22.5),
            at0 = min - slope * 22.5;
        return $"clamp({Rem(Math.Min(min, max))},{Rem(at0)} + {Number(slope * 100)}vw,{Rem(Math.Max(min, max))})";
    }
}

/// <summary>Measures of the faces, computed from the font files by tools/fonts.mjs.</summary>
public static class FontMetrics
{
    public sealed record Measure(string Family, double Size, double Asc, double Desc, double Gap);

    /// <param name="Avg">Mean advance over a mix of letters in em.</param>
    /// <param name="Fallback">The face that stands in until it arrives, adjusted to its measures.</param>
    public sealed record Face(double Avg, double Asc, double Desc, Measure Fallback);

    private static readonly Lazy<Dictionary<string, Face>> All = new(() =>
        JsonSerializer.Deserialize<Dictionary<string, Face>>(Content.Bytes("looks/font-metrics.json")!, JsonSerializerOptions.Web)!
    );

    public static Face? Of(string file) => All.Value.GetValueOrDefault(file);

    public static Measure? Fallback(string file) => Of(file)?.Fallback;
}
