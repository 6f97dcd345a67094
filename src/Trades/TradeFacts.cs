using System.Collections.Immutable;
using System.Runtime.CompilerServices;
using Plurimax.Facts;

namespace Plurimax.Trades;

/// <summary>The facts that matter to a trade.</summary>
public static class TradeFacts
{
    private static readonly ConditionalWeakTable<TradeTemplate, StrongBox<ImmutableArray<FactDefinition>>> Made = [];

    /// <summary>
    /// Facts that are asked of this trade: the common ones weighed for its kind, then the trade's own. Worked out once a template; the Line
    /// asks for every site.
    /// </summary>
    public static ImmutableArray<FactDefinition> Of(TradeTemplate trade) => Made.GetValue(trade, t => new(Make(t))).Value;

    private static ImmutableArray<FactDefinition> Make(TradeTemplate trade)
    {
        var list = FactCatalogue.Common.Select(d => d with { Weight = d.WeightFor(trade.Kind) }).ToList();
        foreach (var question in trade.Interview)
        {
            var common = list.FindIndex(d => d.Id == question.Id);
            if (common < 0)
                common = list.FindIndex(d =>
                    question.Id.StartsWith(d.Id + ".", StringComparison.Ordinal) || d.Id == question.Id + ".story"
                );
            if (common >= 0)
                list[common] = list[common] with
                {
                    Weight = Math.Max(list[common].Weight, question.Weight),
                    Ask = list[common].Id == question.Id || list[common].Id == question.Id + ".story" ? question.Ask : list[common].Ask,
                    Suggestions = !question.Options.IsDefaultOrEmpty ? question.Options : list[common].Suggestions,
                };
            else if (question.Shape is { } shape)
                list.Add(
                    new FactDefinition(question.Id, FactGroup.Trade, question.Ask, shape, question.Weight, "", question.Options)
                    {
                        Ask = question.Ask,
                        ForClient = true,
                    }
                );
        }
        // A trade that asks the same thing in its own way replaces the general question.
        foreach (var (own, general) in new[] { ("crew", "team"), ("people", "team"), ("pay", "payment") })
            if (trade.Interview.Any(q => q.Id == own))
                list.RemoveAll(d => d.Id == general);
        return [.. list];
    }
}
