using System.Collections.Immutable;
using System.Text.RegularExpressions;
using Plurimax.Core.Trades;

namespace Plurimax.Core.Reading;

/// <param name="Id">Id of the trade template where one ships, else the id that one would have.</param>
public sealed record KnownTrade(string Id, BusinessKind Kind, string Schema, ImmutableArray<string> Names);

/// <summary>Kinds of business that can be recognised in a text, in four languages; more than there are templates for.</summary>
public static partial class TradeLexicon
{
    private static readonly Lazy<ImmutableArray<KnownTrade>> Shipped = new(() =>
    [
        .. Content.Text("reading/trades.txt")!.Split('\n').Where(l => l.Length > 0 && l[0] != '#').Select(l => l.Split('|')).Select(p => new KnownTrade(
            p[0], Enum.Parse<BusinessKind>(p[1].Replace("-", ""), true), p[2],
            [.. p.Skip(3).SelectMany(names => names.Split(',')).Select(n => n.Trim()).Where(n => n.Length > 1)])),
    ]);

    private static readonly Lazy<ImmutableArray<(KnownTrade Trade, string Name, Regex Pattern)>> Patterns = new(() =>
        [.. All.SelectMany(t => t.Names.Distinct(StringComparer.OrdinalIgnoreCase).Select(n => (t, n, new Regex(@"(?<![\p{L}\d])" + Regex.Escape(n).Replace(@"\ ", @"[\s-]") + @"(?:s|(?<=\p{L}{5})(?:n|en|in|innen))?(?![\p{L}\d])", RegexOptions.IgnoreCase | RegexOptions.CultureInvariant))))]);

    public static ImmutableArray<KnownTrade> All => Shipped.Value;
    public static KnownTrade? Find(string id) => All.FirstOrDefault(t => t.Id == id);
    public static KnownTrade? BySchema(string type) => All.FirstOrDefault(t => t.Schema.Length > 0 && t.Schema.Equals(type, StringComparison.OrdinalIgnoreCase));

    /// <summary>The trade of a short label such as a category of a list; null if none is named.</summary>
    public static KnownTrade? OfLabel(string label)
    {
        var text = label.Trim();
        if (text.Length is 0 or > 120) return null;
        return Hits(text).OrderByDescending(h => h.Name.Length).ThenBy(h => h.At).FirstOrDefault().Trade;
    }

    /// <summary>Every name of a trade in a text, with its offset. A name inside a longer one does not count.</summary>
    public static IEnumerable<(KnownTrade Trade, string Name, int At, int Length)> Hits(string text)
    {
        var lower = text.ToLowerInvariant();
        var found = new List<(KnownTrade Trade, string Name, int At, int Length)>();
        foreach (var (trade, name, pattern) in Patterns.Value)
        {
            // Cheap test first: most names are not in most texts.
            if (!lower.Contains(FirstWord(name), StringComparison.Ordinal)) continue;
            foreach (Match m in pattern.Matches(text)) found.Add((trade, name, m.Index, m.Length));
        }
        return found.Where(f => !found.Any(o => o.Length > f.Length && o.At <= f.At && f.At + f.Length <= o.At + o.Length));
    }

    private static string FirstWord(string name)
    {
        var n = name.ToLowerInvariant();
        var cut = n.IndexOf(' ');
        return cut < 0 ? n : n[..cut];
    }
}
