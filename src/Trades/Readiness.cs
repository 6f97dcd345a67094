using System.Collections.Immutable;
using Plurimax.Facts;

namespace Plurimax.Trades;

/// <param name="Gain">What a confirmed answer adds to readiness, in per cent of the whole.</param>
/// <param name="Waiting">A value is there and only needs to be confirmed.</param>
public sealed record Question(FactDefinition Fact, double Gain, WaitingFact? Waiting);

/// <summary>How much of what this trade's site needs is known. Never a bar to making a site.</summary>
/// <param name="Percent">Share of weight answered, 0 to 100; an unconfirmed answer counts half, what does not apply counts neither
/// way.</param>
/// <param name="Missing">Unanswered facts, the one worth most first.</param>
/// <param name="Groups">Weight answered and in all, per group.</param>
/// <param name="Questions">What to ask next: the greatest weight first, on a tie what is cheapest to answer; skipped ones last, those asked
/// of the client left out.</param>
public sealed record Readiness(
    int Percent,
    ImmutableArray<FactDefinition> Missing,
    ImmutableArray<(FactGroup Group, double Have, double Of)> Groups,
    ImmutableArray<Question> Questions
)
{
    public static Readiness Of(FactSheet sheet, TradeTemplate trade)
    {
        var all = TradeFacts.Of(trade);
        double have = 0,
            of = 0;
        var groups = new SortedDictionary<FactGroup, (double Have, double Of)>();
        var missing = new List<FactDefinition>();
        var open = new List<(FactDefinition Fact, double Lacks, WaitingFact? Waiting)>();
        foreach (var d in all)
        {
            var mark = sheet.Marks.TryGetValue(d.Id, out var m) ? m : (FactMark?)null;
            if (mark == FactMark.DoesNotApply)
                continue;
            var waiting = sheet.Waiting.FirstOrDefault(w => w.Fact == d.Id);
            var share = Share(sheet[d.Id], waiting);
            have += share * d.Weight;
            of += d.Weight;
            var g = groups.GetValueOrDefault(d.Group);
            groups[d.Group] = (g.Have + share * d.Weight, g.Of + d.Weight);
            if (sheet[d.Id] is null && waiting is null && d.Weight > 0)
                missing.Add(d);
            if (share < 1 && d.Weight > 0 && mark != FactMark.AskedClient)
                open.Add((d, (1 - share) * d.Weight, sheet[d.Id] is null ? waiting : null));
        }
        return new Readiness(
            of == 0 ? 100 : (int)Math.Floor(100 * have / of),
            [.. missing.OrderByDescending(d => d.Weight).ThenBy(d => Effort(d.Shape))],
            [.. groups.Where(g => g.Value.Of > 0).Select(g => (g.Key, g.Value.Have, g.Value.Of))],
            [
                .. open.OrderBy(q => sheet.Marks.TryGetValue(q.Fact.Id, out var m) && m == FactMark.Skipped ? 1 : 0)
                    .ThenByDescending(q => q.Lacks)
                    .ThenBy(q => Effort(q.Fact.Shape))
                    .Select(q => new Question(q.Fact, of == 0 ? 0 : 100 * q.Lacks / of, q.Waiting)),
            ]
        );
    }

    /// <summary>A town without a street is half an address.</summary>
    private static double Share(FactEntry? entry, WaitingFact? waiting) =>
        entry switch
        {
            null => waiting is null ? 0 : 0.5,
            { Value: AddressValue { Street: null or "" } } => 0.5,
            { Confirmed: true } => 1,
            _ => 0.5,
        };

    /// <summary>0 is a tick, 3 is a text to be thought over.</summary>
    public static int Effort(FactShape shape) =>
        shape switch
        {
            FactShape.YesNo or FactShape.Year => 0,
            FactShape.Phone or FactShape.Email or FactShape.Services => 1,
            FactShape.Hours or FactShape.Address or FactShape.List => 2,
            _ => 3,
        };
}
