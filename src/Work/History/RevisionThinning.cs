using System.Collections.Immutable;

namespace Plurimax.Work.History;

/// <summary>What thinning has to know of a revision.</summary>
/// <param name="Parent">The revision it was made from; null for the first.</param>
/// <param name="Held">It has a name, or something refers to it: the site itself, a release, a proof, facts that are undone with it.</param>
public sealed record RevisionMark(int Number, int? Parent, DateTimeOffset At, bool Held);

/// <param name="Dropped">Numbers of revisions that go.</param>
/// <param name="Parents">For those that stay and lose their parent: the nearest one it came from that stays; null where none does.</param>
public sealed record ThinnedHistory(ImmutableArray<int> Dropped, ImmutableDictionary<int, int?> Parents);

/// <summary>
/// Which revisions of a site are kept. The last month is kept whole; of older days the last revision of each, and whatever is held.
/// Undo goes on over what is left.
/// </summary>
public static class RevisionThinning
{
    /// <summary>How long everything is kept.</summary>
    public static readonly TimeSpan Whole = TimeSpan.FromDays(30);

    public static ThinnedHistory Of(IReadOnlyCollection<RevisionMark> history, DateTimeOffset now)
    {
        var byNumber = history.ToDictionary(r => r.Number);
        var first = history.Select(r => r.Number).DefaultIfEmpty().Min();
        var ends = history.GroupBy(r => r.At.UtcDateTime.Date).Select(day => day.Max(r => r.Number)).ToHashSet();
        bool Stays(RevisionMark r) => r.Held || r.Number == first || now - r.At < Whole || ends.Contains(r.Number);
        int? Nearest(int? parent)
        {
            while (parent is { } number && byNumber.TryGetValue(number, out var there))
            {
                if (Stays(there))
                    return number;
                parent = there.Parent;
            }
            return null;
        }
        return new ThinnedHistory(
            [.. history.Where(r => !Stays(r)).Select(r => r.Number).Order()],
            history
                .Where(r => Stays(r) && r.Parent is { } p && byNumber.TryGetValue(p, out var parent) && !Stays(parent))
                .ToImmutableDictionary(r => r.Number, r => Nearest(r.Parent))
        );
    }
}
