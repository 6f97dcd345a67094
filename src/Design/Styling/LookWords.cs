using System.Collections.Immutable;
using Plurimax.Sites;
using Plurimax.Text;

namespace Plurimax.Design.Styling;

/// <summary>A word that a client uses for how a site should look, and what it does to any look.</summary>
/// <param name="Says">What changes, in words.</param>
/// <param name="Chroma">Factor on how coloured everything is; a client's own colours stay as they are.</param>
/// <param name="Warm">How far paper and pictures turn towards a warm hue, 0 to 1.</param>
/// <param name="Dark">Ground; null leaves it.</param>
/// <param name="Room">Factor on all distances; <paramref name="Headline"/> on the size of the first heading.</param>
/// <param name="Bump">Factor on how coloured the middle tones of the drawn pictures are.</param>
/// <param name="Variants">Layouts it asks for: "opening:block services:bento".</param>
public sealed record LookWord(
    string Id,
    string Says,
    double Chroma = 1,
    double Warm = 0,
    bool? Dark = null,
    double Room = 1,
    double Headline = 1,
    double Bump = 1,
    string Variants = "",
    Corners? Corners = null,
    ButtonForm? Buttons = null,
    RuleWeight? Rules = null,
    bool? Capitals = null
)
{
    public ImmutableArray<TypePairing> Types => [.. Pairings.All.Where(p => p.Tags.Contains(Id))];
}

/// <summary>
/// Words for a look: one or two, apart from the tone of the text. They steer palette, type, spacing, corners and pictures.
/// </summary>
public static class LookWords
{
    private const double WarmHue = 70;

    public static readonly ImmutableArray<LookWord> All =
    [
        new(
            "modern",
            "clean letters without serifs, clear corners, services in columns",
            Chroma: 1.05,
            Corners: Corners.Soft,
            Buttons: ButtonForm.Soft,
            Rules: RuleWeight.Firm,
            Variants: "services:columns steps:panel testimonials:pair trust:cells"
        ),
        new(
            "traditional",
            "serif headings, thin rules, quiet colours, an index of services",
            Chroma: .8,
            Warm: .4,
            Room: 1.04,
            Corners: Corners.Square,
            Buttons: ButtonForm.Square,
            Rules: RuleWeight.Hair,
            Variants: "services:index about:letter testimonials:pull trust:sentence head:mast"
        ),
        new(
            "playful",
            "round letters and corners, lively colours, pictures in a mosaic",
            Chroma: 1.25,
            Headline: 1.06,
            Bump: 1.35,
            Corners: Corners.Round,
            Buttons: ButtonForm.Pill,
            Variants: "services:cards steps:panel gallery:mosaic trust:badges action:wave about:host"
        ),
        new(
            "minimal",
            "few rules, much room, grey-near colours, lists instead of cards",
            Chroma: .45,
            Room: 1.16,
            Bump: .5,
            Rules: RuleWeight.Hair,
            Variants: "services:index trust:inline questions:hair action:quiet testimonials:pull head:plain"
        ),
        new(
            "bold",
            "very large headings, strong colours, heavy rules",
            Chroma: 1.2,
            Room: .96,
            Headline: 1.22,
            Bump: 1.3,
            Rules: RuleWeight.Heavy,
            Variants: "services:bento action:slab quote:large trust:strip head:alert"
        ),
        new(
            "dark",
            "dark ground, lit headings, pictures by night",
            Dark: true,
            Bump: 1.1,
            Variants: "action:glow foot:night questions:tiles"
        ),
        new(
            "light",
            "near-white ground, more room, pale pictures",
            Chroma: .9,
            Dark: false,
            Room: 1.1,
            Headline: .94,
            Bump: .7,
            Variants: "action:quiet foot:soft trust:line"
        ),
        new(
            "natural",
            "warm paper, earthy colours, slow spacing",
            Chroma: .72,
            Warm: .75,
            Room: 1.08,
            Bump: .8,
            Corners: Corners.Soft,
            Variants: "services:alternate gallery:masonry trust:inline steps:numerals"
        ),
        new(
            "elegant",
            "fine serif or wide-set letters, thin rules, generous room",
            Chroma: .7,
            Room: 1.16,
            Headline: .96,
            Bump: .7,
            Corners: Corners.Square,
            Buttons: ButtonForm.Square,
            Rules: RuleWeight.Hair,
            Variants: "services:index testimonials:pull gallery:plates trust:sentence action:quiet"
        ),
        new(
            "technical",
            "ruled grid, exact letters, numbered steps, close spacing",
            Chroma: .8,
            Room: .92,
            Corners: Corners.Square,
            Buttons: ButtonForm.Square,
            Rules: RuleWeight.Hair,
            Variants: "services:ledger steps:cells prices:table trust:line questions:split visit:sheet"
        ),
        new(
            "crafted",
            "slab or worked letters, firm rules, a ledger of services",
            Warm: .5,
            Bump: 1.1,
            Corners: Corners.Square,
            Buttons: ButtonForm.Raised,
            Rules: RuleWeight.Firm,
            Variants: "services:ledger steps:rope trust:cells gallery:contact about:split"
        ),
        new(
            "friendly",
            "soft letters and corners, warm colours, the people early",
            Chroma: 1.08,
            Warm: .45,
            Bump: 1.1,
            Corners: Corners.Round,
            Buttons: ButtonForm.Pill,
            Variants: "services:cards about:host testimonials:soft trust:badges team:cards"
        ),
        new(
            "urban",
            "narrow or wide capitals, hard edges, high contrast",
            Chroma: 1.1,
            Room: .95,
            Headline: 1.1,
            Bump: 1.2,
            Corners: Corners.Square,
            Buttons: ButtonForm.Square,
            Rules: RuleWeight.Heavy,
            Capitals: true,
            Variants: "services:bento steps:track trust:strip gallery:contact action:hazard"
        ),
        new(
            "calm",
            "even spacing, low colours, soft corners",
            Chroma: .65,
            Room: 1.08,
            Headline: .9,
            Bump: .7,
            Corners: Corners.Soft,
            Buttons: ButtonForm.Soft,
            Variants: "services:columns testimonials:soft questions:hair action:quiet steps:panel"
        ),
    ];

    public static readonly ImmutableDictionary<string, LookWord> Named = All.ToImmutableDictionary(w => w.Id);

    /// <summary>The words of a choice, at most two; what is none of ours is passed over.</summary>
    public static ImmutableArray<LookWord> Of(string? words) =>
        [
            .. (words ?? "")
                .ToLowerInvariant()
                .Split([' ', ','], StringSplitOptions.RemoveEmptyEntries)
                .Distinct()
                .Select(w => Named.GetValueOrDefault(w))
                .OfType<LookWord>()
                .Take(2),
        ];

    /// <summary>Whether a family is so already, by its own words or by its type.</summary>
    public static bool Is(Look look, LookWord word) => look.Words.Split(", ").Contains(word.Id) || look.Type.Pairing.Tags.Contains(word.Id);

    /// <summary>Type, space, shape and layout of a look as the words want them; the first goes before the second.</summary>
    public static Look Over(Look look, ImmutableArray<LookWord> words)
    {
        foreach (var word in words.Reverse())
        {
            var variants = look.Variants;
            foreach (var pair in word.Variants.Split(' ', StringSplitOptions.RemoveEmptyEntries).Select(p => p.Split(':')))
                variants = variants.SetItem(pair[0], "v-" + pair[1]);
            look = look with
            {
                Variants = variants,
                Space = look.Space with
                {
                    Density = look.Space.Density * word.Room,
                    Section = (look.Space.Section.Min * word.Room, look.Space.Section.Max * word.Room),
                },
                Shape = LookShaping.With(look.Shape, word.Corners, word.Buttons, word.Rules),
                Art = look.Art with { Bump = look.Art.Bump * word.Bump },
                Type = look.Type with
                {
                    Headline = (look.Type.Headline.Min * Math.Min(1.1, word.Headline), look.Type.Headline.Max * word.Headline),
                    Capitals = word.Capitals ?? look.Type.Capitals,
                },
            };
        }
        // A pairing that carries both words goes before one that carries only the first.
        var open = words.Select(w => (IEnumerable<TypePairing>)w.Types).Where(t => t.Any()).ToList();
        if (open.Count == 0 || open.Count == words.Length && words.All(w => look.Type.Pairing.Tags.Contains(w.Id)))
            return look;
        var both = open.Aggregate((a, b) => a.Intersect(b)).ToList();
        var from = both.Count > 0 ? both : [.. open[0]];
        return from.Contains(look.Type.Pairing)
            ? look
            : look with
            {
                Type = look.Type.In(from.OrderBy(p => Chance.Hash($"{look.Id}/{p.Id}")).First()),
            };
    }

    /// <summary>Chroma and warmth. A colour that is the client's own is left alone by passing <paramref name="own"/>.</summary>
    public static ColourSeeds Over(ColourSeeds seeds, ImmutableArray<LookWord> words, bool own)
    {
        foreach (var w in words)
        {
            Oklch Paper(Oklch c) => c with { C = c.C * Math.Clamp(w.Chroma, .5, 1.3), H = Towards(c.H, WarmHue, w.Warm) };
            Oklch Colour(Oklch c) => own ? c : c with { C = Math.Min(.22, c.C * w.Chroma) };
            seeds = seeds with
            {
                Ground = Paper(seeds.Ground),
                Tint = Paper(seeds.Tint),
                Card = Paper(seeds.Card),
                Brand = Colour(seeds.Brand),
                Accent = Colour(seeds.Accent),
                Link = Colour(seeds.Link),
            };
        }
        return seeds;
    }

    public static Ink Over(Ink ink, ImmutableArray<LookWord> words) =>
        words.Aggregate(ink, (i, w) =>
            i with
            {
                Light = i.Light with { H = Towards(i.Light.H, WarmHue, w.Warm) },
                First = i.First with { C = i.First.C * Math.Clamp(w.Chroma, .6, 1.3) },
                Second = i.Second with { C = i.Second.C * Math.Clamp(w.Chroma, .6, 1.3) },
            }
        );

    private static double Towards(double from, double to, double part)
    {
        var way = ((to - from) % 360 + 540) % 360 - 180;
        return (from + way * part + 360) % 360;
    }
}
