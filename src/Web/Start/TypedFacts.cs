using Plurimax.Facts;

namespace Plurimax.Web.Start;

/// <summary>Facts as they were typed into a check sheet, laid over those it was filled with.</summary>
/// <param name="Typed">By fact, those of an address by "FACT/PART".</param>
public sealed record TypedFacts(IReadOnlyDictionary<string, string> Typed)
{
    private static readonly string[] AddressParts = ["street", "town", "postcode", "region", "country"];

    /// <summary>What a box holds that nobody has typed in.</summary>
    public static string Raw(FactEntry? entry, string? part) =>
        entry?.Value switch
        {
            null => part == "country" ? "GB" : "",
            AddressValue a => part switch
            {
                "street" => a.Street,
                "town" => a.Town,
                "postcode" => a.Postcode,
                "region" => a.Region,
                _ => a.Country,
            } ?? "",
            ListValue l => string.Join("\n", l.Items),
            { } v => v.Raw(),
        };

    /// <summary>What a box shows: what was typed, else what was read.</summary>
    public string Shown(FactDefinition d, FactEntry? entry, string? part) =>
        Typed.GetValueOrDefault(part is null ? d.Id : $"{d.Id}/{part}") ?? Raw(entry, part);

    /// <summary>
    /// What was read and left as it was keeps its source and is confirmed by its tick; what was typed is the maker's; an emptied box takes
    /// the fact away.
    /// </summary>
    /// <param name="ticked">Whether a fact was ticked as true.</param>
    /// <param name="problems">What cannot be read, by fact.</param>
    public FactSheet Over(
        FactSheet facts,
        IEnumerable<FactDefinition> asked,
        Func<string, bool> ticked,
        string who,
        DateTimeOffset now,
        Dictionary<string, string> problems
    )
    {
        foreach (var d in asked.Where(d => Typed.Keys.Any(k => k == d.Id || k.StartsWith(d.Id + "/", StringComparison.Ordinal))))
        {
            if (facts[d.Id] is { } had && Unchanged(d, had))
            {
                facts = facts.With(d.Id, had with { Confirmed = ticked(d.Id) });
                continue;
            }
            if (Empty(d))
            {
                facts = facts.Without(d.Id);
                continue;
            }
            var value = FactReader.Read(d, RawOf(d), facts.Country);
            if (value.Ok)
                facts = facts.With(
                    d.Id,
                    new FactEntry(value.Value!, FactSource.Maker, true, !FactCatalogue.Private.Contains(d.Id), who, now)
                );
            else
                problems[d.Id] = value.Problem!;
        }
        return facts;
    }

    private object RawOf(FactDefinition d) =>
        d.Shape == FactShape.Address
            ? AddressParts.ToDictionary(p => p, p => (object?)Typed.GetValueOrDefault($"{d.Id}/{p}"))
            : Typed.GetValueOrDefault(d.Id, "").Trim();

    private bool Empty(FactDefinition d) =>
        Typed.GetValueOrDefault(d.Shape == FactShape.Address ? $"{d.Id}/town" : d.Id, "").Trim().Length == 0;

    private bool Unchanged(FactDefinition d, FactEntry had) =>
        d.Shape == FactShape.Address
            ? AddressParts.All(p => Same(Typed.GetValueOrDefault($"{d.Id}/{p}", ""), Raw(had, p)))
            : Same(Typed.GetValueOrDefault(d.Id, ""), Raw(had, null));

    private static bool Same(string a, string b) => a.ReplaceLineEndings("\n").Trim() == b.ReplaceLineEndings("\n").Trim();
}
