using System.Collections.Immutable;
using Plurimax.Facts;
using Plurimax.Reading.Deciding;

namespace Plurimax.Work.Prospects;

/// <summary>One fact of two sheets side by side.</summary>
/// <param name="TakeSecond">What is proposed: the second value, rather than the first.</param>
public sealed record MergeRow(string Fact, FactEntry? First, FactEntry? Second, bool TakeSecond)
{
    public bool Differs => First is not null && Second is not null && First.Value.Raw() != Second.Value.Raw();
}

/// <summary>
/// Makes one sheet of two. Lists are joined; where only one value can be true somebody chooses, and the other is kept as an earlier value.
/// </summary>
public static class Merging
{
    public static ImmutableArray<MergeRow> Compare(FactSheet first, FactSheet second) =>
        [
            .. first
                .Entries.Keys.Union(second.Entries.Keys)
                .Order(StringComparer.Ordinal)
                .Select(id => new MergeRow(id, first[id], second[id], Better(first[id], second[id]))),
        ];

    /// <param name="takeSecond">Facts whose second value wins, as somebody chose; the other is kept as an earlier value.
    /// Null where nobody chose: then what is confirmed stays as it is, and what differs from it waits to be confirmed.</param>
    public static FactSheet Apply(FactSheet first, FactSheet second, Func<string, bool>? takeSecond = null)
    {
        var merged = first;
        foreach (var row in Compare(first, second))
        {
            if (row.Second is not { } theirs)
                continue;
            if (row.First is not { } ours)
                merged = merged.With(row.Fact, theirs);
            else if (!row.Differs)
                merged = !ours.Confirmed && theirs.Confirmed ? merged.With(row.Fact, theirs with { Earlier = ours.Earlier }) : merged;
            else if (takeSecond is null && ours.Confirmed && !theirs.Confirmed)
                merged = Wait(merged, row.Fact, theirs);
            else if (Confirming.Joined(ours.Value, theirs.Value) is { } joined)
                merged = merged.With(row.Fact, ours with { Value = joined, Confirmed = ours.Confirmed && theirs.Confirmed });
            else if (takeSecond?.Invoke(row.Fact) ?? row.TakeSecond)
                merged = merged.With(row.Fact, theirs with { Earlier = null });
            else
                merged = merged.With(
                    row.Fact,
                    ours with
                    {
                        Earlier = [new EarlierValue(theirs.Value, theirs.Source, theirs.By, theirs.At), .. ours.Earlier ?? []],
                    }
                );
        }
        return merged with
        {
            Waiting = [.. merged.Waiting.Concat(second.Waiting).DistinctBy(w => (w.Fact, w.Value.Raw()))],
            Marks = merged.Marks.AddRange(second.Marks.Where(m => !merged.Marks.ContainsKey(m.Key) && merged[m.Key] is null)),
        };
    }

    private static FactSheet Wait(FactSheet sheet, string fact, FactEntry entry) =>
        Confirming.Add(
            sheet,
            [new Offer(fact, entry.Value, .8, entry.Where ?? Snippet.None)],
            entry.Source,
            entry.By,
            entry.At ?? DateTimeOffset.UnixEpoch
        );

    /// <summary>Confirmed beats unconfirmed; then more reviews, a fuller address; then what was there first.</summary>
    private static bool Better(FactEntry? first, FactEntry? second) =>
        (first, second) switch
        {
            (null, _) => second is not null,
            (_, null) => false,
            ({ Confirmed: true }, _) => false,
            (_, { Confirmed: true }) => true,
            ({ Value: RatingValue a }, { Value: RatingValue b }) => b.Count > a.Count,
            ({ Value: AddressValue a }, { Value: AddressValue b }) => b.Summary().Length > a.Summary().Length,
            _ => false,
        };
}
