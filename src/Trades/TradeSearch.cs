using System.Collections.Immutable;
using System.Text;
using Plurimax.Text;

namespace Plurimax.Trades;

/// <param name="Score">0 to 1; 1 is a name or synonym as it stands.</param>
/// <param name="Matched">The name or synonym that came nearest.</param>
public sealed record TradeMatch(TradeCard Trade, double Score, string Matched);

/// <summary>Finds trades by name, synonym and in spite of typing errors.</summary>
public static class TradeSearch
{
    /// <summary>Below this likeness a trade is not offered as found, only as one of the nearest.</summary>
    public const double Sure = 0.7;

    public static ImmutableArray<TradeMatch> Find(IEnumerable<TradeCard> trades, string query, int most = 5)
    {
        var asked = Words(query);
        return asked.Length == 0
            ? []
            :
            [
                .. trades
                    .Select(t => Best(t, asked))
                    .Where(m => m.Score > 0.3)
                    .OrderByDescending(m => m.Score)
                    .ThenBy(m => m.Trade.Id, StringComparer.Ordinal)
                    .Take(most),
            ];
    }

    private static readonly System.Runtime.CompilerServices.ConditionalWeakTable<TradeCard, List<(string Name, string[] Words)>> Known = [];

    /// <summary>
    /// The name that comes nearest; where every word asked for is in one name or another of the trade ("guitar and piano lessons"), it is
    /// taken for found.
    /// </summary>
    private static TradeMatch Best(TradeCard trade, string[] asked)
    {
        var names = Known.GetValue(trade, t => [.. Names(t).Select(n => (n, Words(n))).Where(n => n.Item2.Length > 0)]);
        var best = names.Select(n => new TradeMatch(trade, Likeness(asked, n.Words), n.Name)).MaxBy(m => m.Score)!;
        return best.Score < Sure && asked.All(a => names.Exists(n => n.Words.Any(w => Alike(a, w) >= .9)))
            ? best with
            {
                Score = Sure,
            }
            : best;
    }

    /// <summary>
    /// A template of the agency is found by its own name only, so that it never comes up for a trade in place of the trade's own.
    /// </summary>
    private static IEnumerable<string> Names(TradeCard t) =>
        t.Base is not null
            ? [t.Names.Title, t.Family.Replace('-', ' ')]
            :
            [
                t.Names.Title,
                t.Names.One,
                t.Names.Place,
                t.Id.Replace('-', ' '),
                .. t.Also,
                .. TradeLexicon.Find(t.Id)?.Names ?? [],
                .. Abroad.Value.GetValueOrDefault(t.Id, []),
            ];

    /// <summary>Names in further languages, by trade.</summary>
    private static readonly Lazy<Dictionary<string, string[]>> Abroad = new(() =>
        Content
            .Lines("reading/trade-names.txt")
            .Select(l => l.Trim().Split('|'))
            .ToDictionary(p => p[0], p => p[1..].SelectMany(n => n.Split(", ")).ToArray())
    );

    /// <summary>Mean over both sides of each word's best match, the asked words counting double.</summary>
    private static double Likeness(string[] asked, string[] name)
    {
        if (name.Length == 0)
            return 0;
        var there = asked.Average(a => name.Max(n => Alike(a, n)));
        var back = name.Average(n => asked.Max(a => Alike(a, n)));
        // "bee keeper" and "beekeeper" are one word to most people.
        var joined = Alike(string.Concat(asked), string.Concat(name));
        return Math.Max((2 * there + back) / 3, joined >= .8 ? joined : 0);
    }

    private static double Alike(string a, string b)
    {
        if (a == b)
            return 1;
        var shorter = Math.Min(a.Length, b.Length);
        if (shorter >= 4 && (a.StartsWith(b, StringComparison.Ordinal) || b.StartsWith(a, StringComparison.Ordinal)))
            return 0.9;
        var allowed =
            shorter <= 3 ? 0
            : shorter <= 5 ? 1
            : 2;
        if (Math.Abs(a.Length - b.Length) > allowed)
            return 0;
        var distance = EditDistance.Of(a, b);
        return distance <= allowed ? 1 - (double)distance / Math.Max(a.Length, b.Length) : 0;
    }

    private static readonly ImmutableHashSet<string> Empty = ["a", "an", "the", "and", "of", "for", "in", "my", "we", "i", "is"];

    private static string[] Words(string text)
    {
        var b = new StringBuilder();
        foreach (var c in Letters.Fold(text))
            b.Append(char.IsLetterOrDigit(c) ? c : ' ');
        return
        [
            .. b.ToString()
                .Split(' ', StringSplitOptions.RemoveEmptyEntries)
                .Where(w => !Empty.Contains(w))
                .Select(w => w.Length > 3 && w[^1] == 's' && w[^2] != 's' ? w[..^1] : w)
                .Take(12),
        ];
    }
}
