using System.Collections.Immutable;
using Plurimax.Sites;
using Plurimax.Text;

namespace Plurimax.Making.Likeness;

/// <summary>
/// Which wordings the earlier sites of one trade and language use. Composing takes the wording that brings a new site least near to any of
/// them.
/// Sites share shingles where they share wordings, so a wording's identity stands for its shingles.
/// </summary>
public sealed class CopyLedger
{
    public static readonly CopyLedger Empty = new([]);
    private readonly Dictionary<int, int[]> _sites = [];

    /// <param name="sites">For each earlier site the marks of its wordings, see <see cref="MarksOf"/>.</param>
    public CopyLedger(IEnumerable<IReadOnlyCollection<int>> sites)
    {
        var index = new Dictionary<int, List<int>>();
        foreach (var site in sites)
        {
            foreach (var mark in site)
                if (index.TryGetValue(mark, out var list))
                    list.Add(Count);
                else
                    index[mark] = [Count];
            Count++;
        }
        foreach (var (mark, list) in index)
            _sites[mark] = [.. list];
    }

    /// <summary>How many sites it knows.</summary>
    public int Count { get; }

    internal int[] With(string choice) => _sites.GetValueOrDefault(Mark(choice), []);

    /// <summary>The wordings of a site, as stored: one number for each distinct choice, ascending.</summary>
    public static ImmutableArray<int> MarksOf(SiteDocument site) =>
        [
            .. site
                .Pages.SelectMany(p => p.Sections)
                .SelectMany(s => s.Content.Passages())
                .Select(p => p.Passage.Choice)
                .OfType<string>()
                .Select(c => Mark(Bare(c)))
                .Distinct()
                .Order(),
        ];

    /// <summary>A choice without the part of it that a passage shows: "steps.2.title" is of "steps.2".</summary>
    internal static string Bare(string choice) =>
        choice.EndsWith(".title", StringComparison.Ordinal) ? choice[..^6]
        : choice.EndsWith(".text", StringComparison.Ordinal) ? choice[..^5]
        : choice;

    private static int Mark(string choice) => unchecked((int)Chance.Hash(choice));
}

/// <summary>What a site being composed shares so far with each earlier one, in shingles.</summary>
internal sealed class Nearness(CopyLedger ledger)
{
    private readonly double[] _shared = new double[ledger.Count];

    /// <summary>
    /// How much a wording adds: the sum over the sites that use it of (shared + weight)⁴ − shared⁴, over its weight but at least 8.
    /// The fourth power pushes the most alike pair apart, where a plain sum would only lower the mean.
    /// </summary>
    public double Cost(string choice, int weight)
    {
        var cost = 0d;
        foreach (var p in ledger.With(choice))
            cost += Fourth(_shared[p] + weight) - Fourth(_shared[p]);
        return cost / Math.Max(weight, 8);
    }

    public void Take(string choice, int weight)
    {
        foreach (var p in ledger.With(choice))
            _shared[p] += weight;
    }

    /// <summary>Of the whole site so far.</summary>
    public double Total => _shared.Sum(Fourth);

    private static double Fourth(double x) => x * x * x * x;
}
