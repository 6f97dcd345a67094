using System.Collections.Immutable;
using System.Runtime.InteropServices;
using Plurimax.Sites;
using Plurimax.Text;

namespace Plurimax.Making.Likeness;

/// <summary>
/// The copy of a site as the set of its shingles: runs of four words within one passage, each as a 32-bit hash.
/// Resemblance of two sets is the size of their intersection over that of their union (Broder, "On the resemblance and containment of
/// documents", 1997).
/// Placeholders count as one word whatever stands in them, so that names and towns do not flatter the figure; legal texts, labels that no
/// one wrote for this site and shared passages that stand linked on many do not count.
/// </summary>
public static class Shingles
{
    /// <summary>Two sites of one trade that resemble each other more than this read alike to somebody who knows both.</summary>
    public const double Bound = .2;

    /// <returns>Distinct hashes in ascending order.</returns>
    public static ImmutableArray<uint> Of(SiteDocument site) =>
        Of(
            site.Pages.Where(p => !p.Hidden && p.Linked is null)
                .SelectMany(p => p.Sections)
                .Where(s => !s.Hidden && s.Linked is null && s.Content is not (LegalContent or CodeContent))
                .SelectMany(s => s.Content.Passages())
                .Where(p => p.Passage.Choice is not null || p.Passage.Kept)
                .Select(p => p.Passage.Text)
        );

    /// <inheritdoc cref="Of(SiteDocument)"/>
    public static ImmutableArray<uint> Of(IEnumerable<string> passages)
    {
        var set = new HashSet<uint>();
        foreach (var passage in passages)
        {
            var words = ShingleWords.Of(passage);
            if (words.Length == 0)
                continue;
            for (var i = 0; i == 0 || i + ShingleWords.Size <= words.Length; i++)
                set.Add(Chance.Hash(string.Join(' ', words, i, Math.Min(ShingleWords.Size, words.Length - i))));
        }
        var sorted = set.ToArray();
        Array.Sort(sorted);
        return ImmutableCollectionsMarshal.AsImmutableArray(sorted);
    }

    /// <returns>0 where nothing is shared to 1 where the sets are equal; 0 for two empty ones.</returns>
    public static double Resemblance(ImmutableArray<uint> a, ImmutableArray<uint> b)
    {
        int i = 0,
            j = 0,
            both = 0;
        while (i < a.Length && j < b.Length)
            if (a[i] == b[j])
            {
                both++;
                i++;
                j++;
            }
            else if (a[i] < b[j])
                i++;
            else
                j++;
        var all = a.Length + b.Length - both;
        return all == 0 ? 0 : (double)both / all;
    }
}
