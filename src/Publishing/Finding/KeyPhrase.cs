using System.Collections.Immutable;
using AngleSharp.Dom;
using AngleSharp.Html.Parser;
using Plurimax.Facts;
using Plurimax.Sites;
using Plurimax.Text;
using Plurimax.Trades;

namespace Plurimax.Publishing.Finding;

/// <param name="Points">What it counts of a hundred.</param>
/// <param name="Mend">What to do where it is not met.</param>
public sealed record PhraseCheck(string What, int Points, bool Met, string Mend);

/// <param name="Score">0 to 100.</param>
public sealed record PhraseScore(string Phrase, int Score, ImmutableArray<PhraseCheck> Checks);

/// <summary>
/// How well a page answers somebody who types a phrase: where its words stand on the finished page, as its visitors have it.
/// </summary>
public static class KeyPhrase
{
    /// <summary>So many of the first words decide whether somebody stays.</summary>
    public const int FirstWords = 100;

    /// <summary>A word that makes up more of a page than this reads as made for machines.</summary>
    public const double MostShare = .04;

    /// <param name="html">The page as it is published.</param>
    /// <param name="address">Its file.</param>
    public static PhraseScore Score(string phrase, string html, string address)
    {
        var dom = new HtmlParser().ParseDocument(html);
        var wanted = Letters.Roots(phrase).ToArray();
        var body = Letters.Roots(dom.QuerySelector("main")?.TextContent ?? "").ToArray();
        var headings = dom.QuerySelectorAll("main h2, main h3").Select(h => h.TextContent).ToList();
        var h1 = dom.QuerySelector("h1")?.TextContent ?? "";
        var title = dom.Title ?? "";
        var most = body.Length == 0 ? 0 : wanted.Select(w => body.Count(b => b == w)).DefaultIfEmpty().Max() / (double)body.Length;
        ImmutableArray<PhraseCheck> checks =
        [
            new("title", 25, Has(title), $"Put “{phrase}” into the title, near its beginning."),
            new("main heading", 20, Has(h1), "Say it in the main heading, in words people would say."),
            new(
                $"first {FirstWords} words",
                20,
                Holds(body.Take(FirstWords)),
                "Say it in the first paragraph: whoever searched for it should see at once that they are right."
            ),
            new(
                "description",
                10,
                Has(dom.QuerySelector("meta[name=description]")?.GetAttribute("content") ?? ""),
                "Put it into the description: the words that were searched for stand bold there."
            ),
            new(
                "another heading",
                10,
                headings.Any(h => Letters.Roots(h).Any(wanted.Contains)),
                "Use one of its words in another heading further down."
            ),
            new(
                "address",
                5,
                address.EndsWith("index.html", StringComparison.Ordinal)
                    || Letters.Roots(address.Replace(".html", "")).Any(wanted.Contains),
                "Let the address hold one of its words."
            ),
            new(
                "not too often",
                10,
                body.Length > 0 && most <= MostShare,
                $"A word of it makes up {most:P0} of the page. Say it in fewer places, or write more."
            ),
        ];
        return new PhraseScore(phrase, wanted.Length == 0 ? 0 : checks.Where(c => c.Met).Sum(c => c.Points), checks);

        bool Has(string text) => Holds(Letters.Roots(text));
        bool Holds(IEnumerable<string> words)
        {
            var set = words.ToHashSet();
            return wanted.Length > 0 && wanted.All(set.Contains);
        }
    }

    /// <summary>Phrases that people of the place would type for what stands on the page.</summary>
    public static ImmutableArray<string> Suggest(Page page, TradeTemplate trade, FactSheet facts, string? service)
    {
        var town = facts.Town.ToLowerInvariant();
        var found = new List<string>();
        if (service is not null)
            found.AddRange([$"{service.ToLowerInvariant()} {town}", service.ToLowerInvariant()]);
        if (page.IsHome || page.Bare is "services" or "contact")
            found.AddRange([$"{trade.Names.Title.ToLowerInvariant()} {town}", $"{trade.Names.One.ToLowerInvariant()} {town}"]);
        if (page.Bare is "prices")
            found.Add(
                $"{trade.Names.Title.ToLowerInvariant()} {SiteWords.For(trade.Language).Get("menu.prices").ToLowerInvariant()} {town}"
            );
        if (page.Bare is "area" && facts.Public<ListValue>("area.towns") is { } towns)
            found.AddRange(towns.Items.Take(2).Select(t => $"{trade.Names.Title.ToLowerInvariant()} {t.ToLowerInvariant()}"));
        return [.. found.Distinct().Except(page.Phrases).Take(4)];
    }
}
