using System.Collections.Immutable;
using System.Text.Json;
using Plurimax.Design.Styling;
using Plurimax.Sites;
using Plurimax.Text;

namespace Plurimax.Making.Plans;

/// <summary>
/// How high a section will stand, in px at a width, before anything is drawn: a + b × entries + c × letters, fitted for each kind, layout
/// and width
/// to what Chromium measures on composed sites (tools/heights.mjs writes content/looks/heights.json).
/// </summary>
public static class ExpectedHeights
{
    /// <summary>Widths that were measured, in px.</summary>
    public static readonly ImmutableArray<int> Widths = [390, 820, 1280];

    private static readonly Lazy<Dictionary<string, double[][]>> Fitted = new(() =>
        JsonSerializer.Deserialize<Dictionary<string, double[][]>>(Content.Bytes("looks/heights.json")!)!
    );

    /// <summary>What the height hangs on: entries that the section holds itself, and letters of its passages.</summary>
    public static (int Items, int Letters) Features(SectionContent content) =>
        (content.Items.Length, content.Passages().Sum(p => p.Passage.Text.Length));

    public static double Of(SiteDocument site, Section section, Look look, int width)
    {
        var kind = SectionKinds.Of(section.Content).Name;
        return Of(kind, section.Variant ?? look.Variant(site, kind), Features(section.Content), width);
    }

    /// <param name="width">One of <see cref="Widths"/>; the nearest below is taken for any other.</param>
    public static double Of(string kind, string variant, (int Items, int Letters) features, int width)
    {
        var at =
            width >= 1280 ? 2
            : width >= 820 ? 1
            : 0;
        var k = Fitted.Value.GetValueOrDefault($"{kind}.{variant}") ?? Fitted.Value.GetValueOrDefault(kind) ?? Fitted.Value["*"];
        return Math.Clamp(k[at][0] + k[at][1] * features.Items + k[at][2] * features.Letters, 60, 12_000);
    }
}
