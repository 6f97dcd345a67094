using System.Collections.Immutable;
using Plurimax.Facts;

namespace Plurimax.Trades;

/// <summary>What lists and searches show of a trade template, without the template being read.</summary>
/// <param name="Also">Synonyms, and words of those who look for it.</param>
/// <param name="Asks">Ids of the facts that it asks for, those that all trades share included.</param>
/// <param name="Does">Names of its services.</param>
/// <param name="Pages">Ids of its pages.</param>
public sealed record TradeCard(
    string Id,
    string? Base,
    string? Translates,
    int Version,
    string Language,
    BusinessKind Kind,
    TradeNames Names,
    ImmutableArray<string> Also,
    ImmutableArray<string> Asks,
    ImmutableArray<string> Does,
    ImmutableArray<string> Pages,
    int Services,
    int Questions
)
{
    /// <inheritdoc cref="TradeTemplate.Family"/>
    public string Family => TradeTemplate.FamilyOf(Id);

    /// <inheritdoc cref="TradeTemplate.Root"/>
    public string Root => Base ?? Translates ?? Id;

    public static TradeCard Of(TradeTemplate t) =>
        new(
            t.Id,
            t.Base,
            t.Translates,
            t.Version,
            t.Language,
            t.Kind,
            t.Names,
            t.Also,
            [.. TradeFacts.Of(t).Select(d => d.Id)],
            [.. t.Services.Values.OrderBy(s => s.Id, StringComparer.Ordinal).SelectMany(s => s.Names)],
            [.. t.Pages.Select(p => p.Page)],
            t.Services.Count,
            t.Pools.GetValueOrDefault("questions", Pool.Empty).Items.Length
        );
}
