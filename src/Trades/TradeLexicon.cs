using System.Collections.Immutable;
using System.Text.RegularExpressions;
using Plurimax.Facts;
using Plurimax.Text;

namespace Plurimax.Trades;

/// <param name="Id">Id of the trade template where one ships, else the id that one would have.</param>
public sealed record KnownTrade(string Id, BusinessKind Kind, string Schema, ImmutableArray<string> Names);

/// <summary>Kinds of business that can be recognised in a text, in four languages; more than there are templates for.</summary>
public static class TradeLexicon
{
    private sealed record Name(KnownTrade Trade, string Text, string[] Words);

    private static readonly Regex Word = new(@"[\p{L}\p{M}\d]+(?:['’]\p{L}+)?");
    private static readonly string[] Endings = ["s", "n", "en", "in", "innen"];

    private static readonly Lazy<ImmutableArray<KnownTrade>> Shipped = new(() =>
        [
            .. Content
                .Lines("reading/trades.txt")
                .Select(l => l.Split('|'))
                .Select(p => new KnownTrade(
                    p[0],
                    Enum.Parse<BusinessKind>(p[1].Replace("-", ""), true),
                    p[2],
                    [.. p.Skip(3).SelectMany(names => names.Split(',')).Select(n => n.Trim()).Where(n => n.Length > 1)]
                )),
        ]
    );

    /// <summary>Names by the word they begin with.</summary>
    private static readonly Lazy<ILookup<string, Name>> Index = new(() =>
        All.SelectMany(t =>
                t.Names.Distinct(StringComparer.OrdinalIgnoreCase)
                    .Select(n => new Name(t, n, [.. Word.Matches(n.ToLowerInvariant()).Select(m => m.Value)]))
            )
            .ToLookup(n => n.Words[0])
    );

    public static ImmutableArray<KnownTrade> All => Shipped.Value;

    public static KnownTrade? Find(string id) => All.FirstOrDefault(t => t.Id == id);

    public static KnownTrade? BySchema(string type) =>
        All.FirstOrDefault(t => t.Schema.Length > 0 && t.Schema.Equals(type, StringComparison.OrdinalIgnoreCase));

    /// <summary>The trade of a short label such as a category of a list; null if none is named.</summary>
    public static KnownTrade? OfLabel(string label)
    {
        var text = label.Trim();
        if (text.Length is 0 or > 120)
            return null;
        return Hits(text).OrderByDescending(h => h.Name.Length).ThenBy(h => h.At).FirstOrDefault().Trade;
    }

    /// <summary>Every name of a trade in a text, with its offset. A name inside a longer one does not count.</summary>
    public static IEnumerable<(KnownTrade Trade, string Name, int At, int Length)> Hits(string text)
    {
        var words = Word.Matches(text);
        var lower = words.Select(m => m.Value.ToLowerInvariant()).ToArray();
        var found = new List<(KnownTrade Trade, string Name, int At, int Length)>();
        for (var i = 0; i < lower.Length; i++)
            // Only a name of one word may have its ending on the first.
            foreach (var name in Stems(lower[i]).SelectMany(stem => Index.Value[stem].Where(n => n.Words.Length == 1 || stem == lower[i])))
            {
                var last = i + name.Words.Length - 1;
                if (last >= lower.Length || !Follows(name, i, last))
                    continue;
                found.Add((name.Trade, name.Text, words[i].Index, words[last].Index + words[last].Length - words[i].Index));
            }
        return found.Where(f => !found.Any(o => o.Length > f.Length && o.At <= f.At && f.At + f.Length <= o.At + o.Length));

        bool Follows(Name name, int from, int last)
        {
            for (var k = 1; k < name.Words.Length; k++)
                if (from + k == last ? !Stems(lower[last]).Contains(name.Words[k]) : lower[from + k] != name.Words[k])
                    return false;
            // The words of a name stand next to each other, on one side of a comma.
            for (var k = from; k < last; k++)
                if (
                    text[(words[k].Index + words[k].Length)..words[k + 1].Index]
                        .Any(c => c is ',' or '.' or ';' or ':' or '|' or '(' or ')')
                )
                    return false;
            return true;
        }
    }

    /// <summary>The word and what is left of it without an ending: plurals, and feminine forms of longer words.</summary>
    private static IEnumerable<string> Stems(string word) =>
        Endings
            .Where(e => word.EndsWith(e, StringComparison.Ordinal) && word.Length - e.Length >= (e == "s" ? 2 : 5))
            .Select(e => word[..^e.Length])
            .Prepend(word);
}
