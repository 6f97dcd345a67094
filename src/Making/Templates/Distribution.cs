using System.Collections.Immutable;
using Plurimax.Facts;
using Plurimax.Making.Composing;
using Plurimax.Making.Likeness;
using Plurimax.Sites;
using Plurimax.Text;
using Plurimax.Trades;

namespace Plurimax.Making.Templates;

/// <summary>
/// How alike the sites of one trade read when composed one after the other from name and town alone: quantiles of the resemblance over all
/// pairs.
/// </summary>
/// <param name="High">95th percentile.</param>
/// <param name="Words">Words of copy a site, on average.</param>
/// <param name="Shared">The wordings that the most alike pair has in common.</param>
public sealed record Distribution(double Median, double High, double Highest, int Words, ImmutableArray<string> Shared)
{
    private static readonly string[] Towns =
    [
        "Saltmere",
        "Wrenfield",
        "Ottery Cross",
        "Larkmouth",
        "Thornby",
        "Askerby",
        "Long Marsh",
        "Hallow",
        "Fell Cross",
        "Cold Strand",
    ];
    private static readonly string[] Heads =
    [
        "Harrowgate",
        "Bell",
        "Marram",
        "Kestrel",
        "Pike",
        "Rope Walk",
        "Sorley",
        "Old Mill",
        "Tansy",
        "Vane",
        "Copper Lane",
        "Adeyemi",
        "Hoang",
        "North Quay",
        "Moss",
        "Lund",
        "Juniper",
        "Okafor",
        "Station Road",
        "Pell",
        "Ferry",
        "Brook",
        "Larch",
        "Wren",
        "Dunnock",
    ];

    /// <summary>Invented firms of a trade, each with its town.</summary>
    public static IEnumerable<FactSheet> Firms(TradeTemplate trade, int count)
    {
        string[] tails = [trade.Names.Title, trade.Names.Place, "& Daughters", "Brothers", "of the Quay"];
        return Enumerable
            .Range(0, count)
            .Select(i => FactSheet.From($"{Heads[i * 7 % 25]} {tails[(i + i / 25) % tails.Length]}", Towns[(i * 3 + i / 10) % 10]));
    }

    /// <summary>Sites of invented firms, each composed against those before it.</summary>
    public static IEnumerable<(FactSheet Facts, SiteDocument Site)> Fleet(TradeTemplate trade, int count)
    {
        var marks = new List<ImmutableArray<int>>();
        foreach (var facts in Firms(trade, count))
        {
            var site = Composer.Compose(trade, facts, new Wishes(), 1, new Precedents(new CopyLedger(marks.Select(m => m.ToArray()))));
            marks.Add(CopyLedger.MarksOf(site));
            yield return (facts, site);
        }
    }

    public static Distribution Of(TradeTemplate trade, int sites)
    {
        var sets = new List<ImmutableArray<uint>>();
        var choices = new List<HashSet<string>>();
        var words = 0;
        foreach (var (_, site) in Fleet(trade, sites))
        {
            sets.Add(Shingles.Of(site));
            choices.Add([.. Precedents.ChoicesOf(site)]);
            words += site
                .Pages.Where(p => p.Id != "privacy")
                .SelectMany(p => p.Sections)
                .SelectMany(s => s.Content.Passages())
                .Sum(p => ReadingEase.Words(p.Passage.Text));
        }
        var pairs = (
            from i in Enumerable.Range(0, sites)
            from j in Enumerable.Range(0, i)
            select (R: Shingles.Resemblance(sets[i], sets[j]), I: i, J: j)
        ).ToList();
        var figures = pairs.Select(p => p.R).ToList();
        var worst = pairs.MaxBy(p => p.R);
        return new Distribution(
            Quantile.Of(figures, .5),
            Quantile.Of(figures, .95),
            worst.R,
            words / sites,
            [.. choices[worst.I].Intersect(choices[worst.J]).Order(StringComparer.Ordinal)]
        );
    }
}
