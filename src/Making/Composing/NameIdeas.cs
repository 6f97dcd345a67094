using System.Collections.Immutable;
using Plurimax.Facts;
using Plurimax.Text;
using Plurimax.Trades;

namespace Plurimax.Making.Composing;

/// <param name="From">What it is made from, for the maker.</param>
public sealed record NameIdea(string Name, string From);

/// <summary>
/// Proposals for a business that has no name, no slogan or no description yet: out of its trade, its place and its people, and nothing that
/// claims more.
/// </summary>
public static class NameIdeas
{
    /// <summary>Plain nouns of weather, water, birds, trees and tools: they promise nothing and can be said on the phone.</summary>
    private static readonly string[] Nouns =
    [
        "Tern",
        "Heron",
        "Wren",
        "Linnet",
        "Curlew",
        "Swift",
        "Otter",
        "Hare",
        "Badger",
        "Alder",
        "Rowan",
        "Hazel",
        "Willow",
        "Larch",
        "Bramble",
        "Fern",
        "Thistle",
        "Reed",
        "Flint",
        "Slate",
        "Chalk",
        "Copper",
        "Anvil",
        "Lantern",
        "Anchor",
        "Compass",
        "Ladder",
        "Kettle",
        "Bellows",
        "Harbour",
        "Weir",
        "Ford",
        "Beacon",
        "Quarry",
        "Orchard",
        "Paddock",
        "Granary",
        "North Gate",
        "Mill Race",
        "High Tide",
    ];

    private const int LongestName = 34;

    /// <param name="owner">Name of whoever runs it, if it may stand in the name.</param>
    /// <param name="street">Where it is, if that may stand in the name.</param>
    /// <param name="round">Which proposals: 1 the first, 2 others, and so on.</param>
    public static ImmutableArray<NameIdea> Names(TradeTemplate trade, string town, string? owner, string? street, int round = 1)
    {
        var work = trade.Names.Title;
        var place =
            trade.Names.Place is { Length: > 0 } p && p.Length <= 22 && !p.EndsWith("'s", StringComparison.Ordinal) ? Title(p) : work;
        var seed = $"{trade.Id}/{town}/{owner}/{street}/{round}";
        var ideas = new List<NameIdea>();
        void Add(string name, string from)
        {
            if (name.Length <= LongestName)
                ideas.Add(new NameIdea(name, from));
        }
        var surname = FactReader.Clean(owner).Split(' ', StringSplitOptions.RemoveEmptyEntries) is { Length: > 1 } parts ? parts[^1] : null;
        var first = FactReader.Clean(owner).Split(' ', StringSplitOptions.RemoveEmptyEntries).FirstOrDefault();
        if (surname is not null)
        {
            Add($"{surname} {work}", "the owner and the work");
            Add($"{first} {surname}, {work}", "the owner's full name");
            Add($"{SiteWords.For(trade.Language).Possessive(surname)} {place}", "the owner and the place");
        }
        if (town.Length > 0)
        {
            Add($"{town} {work}", "the town and the work");
            Add($"{place} at {town}", "the place and the town");
        }
        var road = new string([.. FactReader.Clean(street).Where(c => !char.IsDigit(c) && c is not ',')]).Trim();
        if (road.Length > 0)
        {
            Add($"{road} {work}", "the street and the work");
            Add($"{work} on {road}", "the work and the street");
        }
        foreach (var noun in Nouns.OrderBy(n => Chance.Hash($"{seed}/{n}")).Take(8))
            Add(
                Chance.Hash($"{seed}/the/{noun}") % 3 == 0 ? $"The {noun} {place}" : $"{noun} {work}",
                "a word that is easy to remember and to spell"
            );
        var turn = ideas.Count == 0 ? 0 : (round - 1) * 5 % ideas.Count;
        return [.. ideas.Skip(turn).Concat(ideas.Take(turn)).DistinctBy(i => i.Name.ToLowerInvariant()).Take(12)];
    }

    /// <summary>Short lines of the trade that state nothing of the firm.</summary>
    public static ImmutableArray<string> Slogans(TradeTemplate trade, string town, int round = 1) =>
        [
            .. (trade.Passage("headline") ?? [])
                .Where(a =>
                    a.IsGeneral
                    && !a.Text.Contains("{%", StringComparison.Ordinal)
                    && !a.Text.Contains("business.name", StringComparison.Ordinal)
                    && !a.Text.Contains('[')
                )
                .Select(a => a.Text.Replace("{{ place.town }}", town).Trim())
                .Where(t => t.Length is > 8 and <= 52)
                .Distinct()
                .OrderBy(t => Chance.Hash($"{trade.Id}/{town}/{round}/{t}"))
                .Take(6),
        ];

    /// <summary>The business in two or three sentences, from confirmed facts alone.</summary>
    public static string Description(TradeTemplate trade, FactSheet facts)
    {
        var words = SiteWords.For(trade.Language);
        var noun = trade.Names.Place;
        var sentences = new List<string>
        {
            $"{facts.Name} is {("aeiou".Contains(char.ToLowerInvariant(noun[0])) ? "an" : "a")} {noun} {words.InTown(facts.Town)}"
                + $"{(facts.Public<TextValue>("founded")?.Text is { } year ? $", there since {year}" : "")}.",
        };
        if (facts.Public<ListValue>("services") is { } services)
            sentences.Add(
                $"It does {words.List([.. services.Items.Take(4).Select(s => char.ToLowerInvariant(s[0]) + s[1..])])}"
                    + $"{(services.Items.Length > 4 ? $", and {services.Items.Length - 4} more" : "")}."
            );
        if (facts.Public<TextValue>("known_for")?.Text is { } known)
            sentences.Add($"People know it for {char.ToLowerInvariant(known[0])}{known[1..].TrimEnd('.')}.");
        if (facts.Public<ListValue>("area.towns") is { Items.Length: > 1 } towns)
            sentences.Add($"It serves {words.List([.. towns.Items.Take(4)])}.");
        else if (facts.Public<HoursValue>("hours")?.Hours is { AnyOpen: true } hours)
            sentences.Add($"It is open {words.Hours(hours)}.");
        return string.Join(' ', sentences.Take(4));
    }

    private static string Title(string s) =>
        string.Join(' ', s.Split(' ').Select(w => w.Length > 0 ? char.ToUpperInvariant(w[0]) + w[1..] : w));
}
