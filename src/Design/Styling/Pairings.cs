using System.Collections.Immutable;

namespace Plurimax.Design.Styling;

public sealed record FontFace(string Family, string File, string Weight, bool Italic = false);

/// <summary>A display and a body typeface that go together, set as they look best. Which sizes they take is the look's.</summary>
/// <param name="Tags">Words for a look that it carries, of <see cref="LookWords"/>.</param>
/// <param name="Display">Font family as CSS, its measured fallback after it.</param>
/// <param name="Line">Line height of headings; <paramref name="Tracking"/> in em and <paramref name="Case"/> are theirs too.</param>
/// <param name="Small">Size of notes in rem.</param>
/// <param name="Preload">Files that the browser should ask for at once.</param>
public sealed record TypePairing(
    string Id,
    string Name,
    ImmutableArray<string> Tags,
    string Display,
    string Body,
    ImmutableArray<FontFace> Faces,
    ImmutableArray<string> Preload,
    int Weight,
    double Line,
    double Tracking,
    string Case = "none",
    int ButtonWeight = 600,
    double Small = .875,
    string Extra = ""
)
{
    public bool Serif => Display.EndsWith(",serif", StringComparison.Ordinal);

    /// <summary>Mean advance of a letter of the display face in em: how much room a heading takes.</summary>
    public double Width => FontMetrics.Of(Faces[0].File)?.Avg ?? .5;

    /// <summary>The files a site with this pairing carries.</summary>
    public IEnumerable<string> Files => Faces.Select(f => f.File).Distinct();
}

/// <summary>The pairings that ship: open fonts (licences/), subset to Latin, each with a fallback of its own measures.</summary>
public static class Pairings
{
    private const string Sans = "Arial,sans-serif",
        Roman = "Times New Roman,serif";

    public static readonly ImmutableArray<TypePairing> All =
    [
        P("archivo-cond", "Archivo Cond", "archivo", "Archivo", "crafted bold urban", 800, .98, -.005, "uppercase", 700, .9375),
        P("bricolage", "Bricolage", "hanken", "Hanken", "bold modern friendly", 720, 1.04, -.025, button: 700),
        P("newsreader-d", "Newsreader", "franklin", "Franklin", "traditional calm elegant", 430, 1.08, -.022, serif: true) with
        {
            Name = "Newsreader with Franklin",
            Faces =
            [
                new("Newsreader", "newsreader-d", "430"),
                new("\"Newsreader I\"", "newsreader-i", "400", true),
                new("Newsreader", "newsreader-i", "430", true),
                new("Franklin", "franklin", "400 700"),
            ],
            Extra = "--em:italic;--fe:\"Newsreader I\",Times New Roman,serif;",
        },
        P("fraunces", "Fraunces", "karla", "Karla", "friendly natural traditional", 560, 1.1, -.018, serif: true),
        P("rokkitt", "Rokkitt", "public", "Public", "bold crafted natural", 780, 1, -.015, button: 700, serif: true),
        P("instrument", "Instrument", null, null, "modern calm minimal", 600, 1.08, -.035),
        P("plex-cond", "Plex Cond", "plex", "Plex", "technical modern", 600, 1.04, -.015, small: .9375),
        P("fredoka", "Fredoka", "nunito", "Nunito", "playful friendly", 600, 1.06, -.01, button: 700),
        P("spectral", "Spectral", "source", "Source", "traditional calm elegant", 500, 1.12, -.01, serif: true),
        P("shoulders", "Shoulders", "work", "Work", "bold urban", 800, .94, -.005, "uppercase", 700),
        P("dm-serif", "DM Serif", "dm-sans", "DM Sans", "natural minimal elegant", 400, 1.1, -.008, button: 500, serif: true),
        P("unbounded", "Unbounded", "manrope", "Manrope", "modern dark calm", 500, 1.16, -.03, button: 700),
        P("sora", "Sora", "source", "Source", "modern technical", 600, 1.1, -.035),
        P("bitter", "Bitter", "public", "Public", "crafted traditional natural", 700, 1.08, -.015, serif: true),
        P("playfair", "Playfair", "karla", "Karla", "elegant traditional light", 560, 1.08, -.012, serif: true),
        P("grotesk", "Grotesk", "work", "Work", "technical modern minimal", 600, 1.04, -.03),
        P("lexend", "Lexend", null, null, "friendly calm light", 600, 1.12, -.03),
        P("rubik", "Rubik", null, null, "playful bold friendly", 700, 1.04, -.025, button: 700),
        P("josefin", "Josefin", "cabin", "Cabin", "elegant minimal light", 500, 1.08, -.01),
        P("syne", "Syne", "manrope", "Manrope", "modern urban playful", 700, 1.06, -.02, button: 700),
        P("young", "Young", "cabin", "Cabin", "natural traditional friendly", 400, 1.14, -.015, serif: true),
        P("gabarito", "Gabarito", "nunito", "Nunito", "playful modern", 700, 1.02, -.02, button: 700),
        P("oswald", "Oswald", "literata", "Literata", "urban crafted dark", 600, 1.08, -.005, "uppercase", 600),
        P("vollkorn", "Vollkorn", "franklin", "Franklin", "traditional natural crafted", 600, 1.08, -.01, serif: true),
        P("literata-d", "Literata D", "literata", "Literata", "traditional calm light", 500, 1.12, -.02, serif: true) with
        {
            Name = "Literata, one family",
        },
        P("epilogue", "Epilogue", "dm-sans", "DM Sans", "minimal urban modern", 650, 1.04, -.04),
    ];

    public static readonly ImmutableDictionary<string, TypePairing> Named = All.ToImmutableDictionary(p => p.Id);

    private static TypePairing P(
        string display,
        string displayName,
        string? body,
        string? bodyName,
        string tags,
        int weight,
        double line,
        double tracking,
        string letters = "none",
        int button = 600,
        double small = .875,
        bool serif = false
    )
    {
        var one = body is null;
        string Css(string name, bool roman) => $"\"{name}\",\"{name} F\",{(roman ? Roman : Sans)}";
        static string Family(string name) => name.Contains(' ') ? $"\"{name}\"" : name;
        return new TypePairing(
            display,
            one ? $"{displayName}, one family" : $"{displayName} with {bodyName}",
            [.. tags.Split(' ')],
            Css(displayName, serif),
            Css(bodyName ?? displayName, body == "literata"),
            one
                ? [new(Family(displayName), display, "400 700")]
                :
                [
                    new(Family(displayName), display, weight.ToString(System.Globalization.CultureInfo.InvariantCulture)),
                    new(Family(bodyName!), body!, "400 700"),
                ],
            one ? [display] : [display, body!],
            weight,
            line,
            tracking,
            letters,
            button,
            small
        );
    }
}
