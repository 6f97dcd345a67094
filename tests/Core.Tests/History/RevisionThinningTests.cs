using CsCheck;
using Plurimax.Work.History;

namespace Plurimax.Core.Tests;

public class RevisionThinningTests
{
    private static readonly DateTimeOffset Now = new(2026, 11, 30, 12, 0, 0, TimeSpan.Zero);

    /// <summary>Histories as people make them: several in an hour, then days without any, made from any earlier one.</summary>
    private static readonly Gen<List<RevisionMark>> Histories =
        from count in Gen.Int[1, 120]
        from hours in Gen.Frequency((5, Gen.Int[0, 3]), (1, Gen.Int[24, 240])).Array[count]
        from parents in Gen.Double.Unit.Array[count]
        from held in Gen.Int[0, 9].Array[count]
        select Made(hours, parents, held);

    private static List<RevisionMark> Made(int[] hours, double[] parents, int[] held)
    {
        var at = Now - TimeSpan.FromHours(hours.Sum());
        return
        [
            .. hours.Select(
                (h, i) =>
                {
                    at += TimeSpan.FromHours(h);
                    return new RevisionMark(i + 1, i == 0 ? null : 1 + (int)(parents[i] * i), at, held[i] == 0);
                }
            ),
        ];
    }

    [Fact]
    public void What_is_held_young_or_the_last_of_its_day_stays_and_the_rest_goes()
    {
        var (stayed, dropped) = (0, 0);
        Histories.Sample(
            history =>
            {
                var thinned = RevisionThinning.Of(history, Now);
                foreach (var r in history)
                {
                    var last = history.Where(o => o.At.UtcDateTime.Date == r.At.UtcDateTime.Date).Max(o => o.Number) == r.Number;
                    var stays = r.Held || r.Number == 1 || last || Now - r.At < RevisionThinning.Whole;
                    thinned.Dropped.Contains(r.Number).ShouldBe(!stays);
                }
                Interlocked.Add(ref stayed, history.Count - thinned.Dropped.Length);
                Interlocked.Add(ref dropped, thinned.Dropped.Length);
            },
            iter: 300
        );
        // Histories of which a good part goes, and a good part stays.
        Math.Min(stayed, dropped).ShouldBeGreaterThan((stayed + dropped) / 10);
    }

    [Fact]
    public void Undo_leads_from_every_revision_that_stays_through_others_that_stay_to_the_first()
    {
        Histories.Sample(
            history =>
            {
                var thinned = RevisionThinning.Of(history, Now);
                var kept = history.Where(r => !thinned.Dropped.Contains(r.Number)).ToDictionary(r => r.Number);
                var before = history.ToDictionary(r => r.Number);
                int? ParentOf(int n) => thinned.Parents.TryGetValue(n, out var p) ? p : kept[n].Parent;
                foreach (var start in kept.Keys)
                {
                    var way = new List<int>();
                    for (int? n = start; n is { } here; n = ParentOf(here))
                    {
                        kept.ShouldContainKey(here);
                        way.Add(here);
                    }
                    var old = new List<int>();
                    for (int? n = start; n is { } here; n = before[here].Parent)
                        old.Add(here);
                    way.ShouldBe(old.Where(kept.ContainsKey));
                    way[^1].ShouldBe(1);
                }
            },
            iter: 300
        );
    }

    [Fact]
    public void Thinning_what_is_thinned_changes_nothing() =>
        Histories.Sample(
            history =>
            {
                var thinned = RevisionThinning.Of(history, Now);
                var left = history
                    .Where(r => !thinned.Dropped.Contains(r.Number))
                    .Select(r => thinned.Parents.TryGetValue(r.Number, out var p) ? r with { Parent = p } : r)
                    .ToList();
                var again = RevisionThinning.Of(left, Now);
                again.Dropped.ShouldBeEmpty();
                again.Parents.ShouldBeEmpty();
            },
            iter: 200
        );
}
