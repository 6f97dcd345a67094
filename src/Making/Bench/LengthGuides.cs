using System.Collections.Immutable;

namespace Plurimax.Making.Bench;

/// <summary>Letters between which a passage stands well in its layout. A guide, not a bound.</summary>
public sealed record LengthGuide(int Least, int Most)
{
    public override string ToString() => $"{Least}-{Most}";
}

/// <summary>
/// Ideal lengths by kind of section, layout and passage, in letters. Headings: what stands in two lines of the look at 1280 px; over 36
/// letters a first heading is set smaller
/// (<c>SectionRenderer</c>). Entries in columns: four to five lines of about 34 letters. Paragraphs: lines of 45 to 75 letters read best
/// (WCAG 2.2, 1.4.8 gives 80 as the most), and five of them are a paragraph.
/// </summary>
public static class LengthGuides
{
    private static readonly ImmutableDictionary<string, LengthGuide> All = new Dictionary<string, LengthGuide>
    {
        ["opening/heading"] = new(12, 36),
        ["opening/text"] = new(60, 200),
        ["opening.v-medal/heading"] = new(8, 28),
        ["opening.v-card/text"] = new(50, 150),
        ["title/heading"] = new(6, 36),
        ["title/text"] = new(30, 160),
        ["banner/text"] = new(12, 70),
        ["announcement/heading"] = new(8, 40),
        ["announcement/text"] = new(30, 200),
        ["*/heading"] = new(8, 44),
        ["*/text"] = new(60, 420),
        ["*/title"] = new(4, 34),
        ["*/itemtext"] = new(30, 170),
        ["services.v-ledger/itemtext"] = new(20, 110),
        ["services.v-index/itemtext"] = new(20, 110),
        ["services.v-columns/itemtext"] = new(40, 200),
        ["steps/itemtext"] = new(30, 140),
        ["steps.v-track/title"] = new(4, 24),
        ["steps.v-cells/title"] = new(4, 24),
        ["questions/title"] = new(12, 70),
        ["questions/itemtext"] = new(60, 400),
        ["trust/title"] = new(4, 26),
        ["trust/itemtext"] = new(8, 60),
        ["about/text"] = new(120, 900),
        ["service/text"] = new(120, 900),
        ["text/text"] = new(80, 700),
        ["quote/text"] = new(30, 160),
        ["action/heading"] = new(8, 40),
        ["action/text"] = new(20, 140),
        ["urgent/text"] = new(30, 160),
    }.ToImmutableDictionary();

    private static readonly ImmutableHashSet<string> Free =
    [
        "legal",
        "code",
        "visit",
        "area",
        "testimonials",
        "rating",
        "downloads",
        "gallery",
        "compare",
    ];

    /// <param name="path">Path of the passage, "heading", "items.2.text".</param>
    /// <returns>Null where any length does: legal texts, addresses, code.</returns>
    public static LengthGuide? Of(string kind, string? variant, string path)
    {
        if (path is "link" or "link.label" or "until" or "code")
            return null;
        var part = path.StartsWith("items.", StringComparison.Ordinal)
            ? path.EndsWith("title", StringComparison.Ordinal)
                ? "title"
                : "itemtext"
            : path.EndsWith("heading", StringComparison.Ordinal)
                ? "heading"
                : "text";
        if (Free.Contains(kind) && part != "heading")
            return null;
        return All.GetValueOrDefault($"{kind}.{variant}/{part}")
            ?? All.GetValueOrDefault($"{kind}/{part}")
            ?? All.GetValueOrDefault($"*/{part}");
    }
}
