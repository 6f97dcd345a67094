using System.Collections.Immutable;

namespace Plurimax.Design.Styling;

/// <summary>
/// How far apart two look families are, each part from 0 (alike) to 1: layouts of the sections they have in common, type, colour, shape.
/// Sites are told apart by structure first, so layout weighs most.
/// </summary>
public readonly record struct LookDistance(double Layout, double Type, double Colour, double Shape)
{
    public double Total => .4 * Layout + .25 * Type + .2 * Colour + .15 * Shape;

    public static LookDistance Between(Look a, Look b)
    {
        var shared = a.Variants.Keys.Where(b.Variants.ContainsKey).ToList();
        var layout = shared.Count == 0 ? 1 : shared.Count(k => a.Variants[k] != b.Variants[k]) / (double)shared.Count;
        return new LookDistance(layout, OfType(a.Type, b.Type), OfColour(a.Colours, b.Colours), OfShape(a, b));
    }

    /// <summary>Of the looks at hand, the one farthest from all that are chosen; the first named wins a tie.</summary>
    public static Look Farthest(IEnumerable<Look> candidates, ImmutableArray<Look> chosen) =>
        candidates
            .Select((l, i) => (Look: l, Far: Math.Round(chosen.Min(c => Between(l, c).Total), 6), Place: i))
            .OrderByDescending(x => x.Far)
            .ThenBy(x => x.Place)
            .First()
            .Look;

    private static double OfType(LookType a, LookType b) =>
        (a.Pairing.Display != b.Pairing.Display ? .4 : 0)
        + (a.Pairing.Body != b.Pairing.Body ? .15 : 0)
        + (a.Pairing.Serif != b.Pairing.Serif ? .2 : 0)
        + (a.Case != b.Case ? .1 : 0)
        + .15 * Math.Min(1, Math.Abs(a.Headline.Max - b.Headline.Max) / 3);

    private static double OfColour(ColourSeeds a, ColourSeeds b) =>
        Math.Min(
            1,
            new[] { (a.Ground, b.Ground), (a.Brand, b.Brand), (a.Accent, b.Accent), (a.Inverse, b.Inverse) }.Average(p =>
                p.Item1.ToLab().From(p.Item2.ToLab())
            ) / .3
        );

    private static double OfShape(Look a, Look b) =>
        .5 * Math.Min(1, Math.Abs(a.Shape.Large - b.Shape.Large) / 32)
        + .2 * (a.Shape.Button != b.Shape.Button ? 1 : 0)
        + .15 * Math.Min(1, Math.Abs(a.Shape.Rule - b.Shape.Rule) / 2)
        + .15 * Math.Min(1, Math.Abs(a.Space.Section.Max - b.Space.Section.Max) / 1.5);
}
