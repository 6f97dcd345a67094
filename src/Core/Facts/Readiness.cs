using System.Collections.Immutable;

namespace Plurimax.Core.Facts;

/// <summary>How much of what this trade's site needs is known. Never a bar to making a site.</summary>
/// <param name="Percent">Share of weight answered, 0 to 100; an unconfirmed answer counts half.</param>
/// <param name="Missing">Unanswered facts, the one worth most first.</param>
/// <param name="Groups">Weight answered and in all, per group.</param>
public sealed record Readiness(int Percent, ImmutableArray<FactDefinition> Missing, ImmutableArray<(FactGroup Group, double Have, double Of)> Groups)
{
    public static Readiness Of(FactSheet sheet, Trades.TradeTemplate trade)
    {
        var all = FactCatalogue.For(trade);
        double have = 0, of = 0;
        var groups = new SortedDictionary<FactGroup, (double Have, double Of)>();
        var missing = new List<FactDefinition>();
        foreach (var d in all)
        {
            var share = Share(sheet[d.Id]) * d.Weight;
            have += share;
            of += d.Weight;
            var g = groups.GetValueOrDefault(d.Group);
            groups[d.Group] = (g.Have + share, g.Of + d.Weight);
            if (sheet[d.Id] is null && d.Weight > 0) missing.Add(d);
        }
        return new Readiness(
            of == 0 ? 100 : (int)Math.Floor(100 * have / of),
            [.. missing.OrderByDescending(d => d.Weight).ThenBy(d => Effort(d.Shape))],
            [.. groups.Select(g => (g.Key, g.Value.Have, g.Value.Of))]);
    }

    /// <summary>A town without a street is half an address.</summary>
    private static double Share(FactEntry? entry) => entry switch
    {
        null => 0,
        { Value: AddressValue { Street: null or "" } } => 0.5,
        { Confirmed: true } => 1,
        _ => 0.5,
    };

    private static int Effort(FactShape shape) => shape switch
    {
        FactShape.YesNo or FactShape.Year => 0,
        FactShape.Phone or FactShape.Email or FactShape.Services => 1,
        FactShape.Hours or FactShape.Address or FactShape.List => 2,
        _ => 3,
    };
}
