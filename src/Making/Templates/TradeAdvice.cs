using System.Collections.Immutable;
using Plurimax.Facts;
using Plurimax.Text;
using Plurimax.Trades;
using YamlDotNet.RepresentationModel;

namespace Plurimax.Making.Templates;

/// <param name="Words">Better words for the search, to be taken with one key.</param>
/// <param name="Why">Why these.</param>
public sealed record TradeSuggestion(string Words, string Why);

/// <summary>What to say where the words for a trade found none for certain.</summary>
public static class TradeAdvice
{
    /// <summary>From so many words on it is a sentence: two to five are right.</summary>
    private const int Sentence = 6;

    /// <summary>Other words that would be found: trades named within a sentence, or what a bare word may mean.</summary>
    public static ImmutableArray<TradeSuggestion> Suggest(string query, TradeCatalogue trades)
    {
        var words = query.Split(' ', StringSplitOptions.RemoveEmptyEntries);
        if (words.Length == 0 || trades.Search(query, 1) is [{ Score: >= TradeSearch.Sure }])
            return [];
        var found = new List<TradeSuggestion>();
        if (words.Length >= 3)
            foreach (var hit in TradeLexicon.Hits(query).OrderBy(h => h.At))
                found.Add(
                    new(
                        trades.Cards.FirstOrDefault(c => c.Id == hit.Trade.Id)?.Names.Title ?? hit.Trade.Names[0],
                        $"“{hit.Name}” stands in the sentence"
                    )
                );
        if (words.Length >= Sentence && found.Count == 0)
            foreach (var run in Runs(words).Where(r => trades.Search(r, 1) is [{ Score: >= TradeSearch.Sure + .1 }]).Take(3))
                found.Add(new(trades.Search(run, 1)[0].Trade.Names.Title, $"“{run}” stands in the sentence"));
        if (words.Length == 1 && words[0].Length >= 3)
        {
            // A bare word may be what is sold or what is worked on: trades whose names or services hold it.
            var bare = Letters.Fold(words[0]);
            foreach (var t in trades.Cards.Where(t => t.Base is null))
                if (
                    t.Does.FirstOrDefault(n => Letters.Fold(n).Split(' ').Any(w => w.StartsWith(bare, StringComparison.Ordinal))) is
                    { } service
                )
                    found.Add(new(t.Names.Title, $"does “{service.ToLowerInvariant()}”"));
        }
        return [.. found.DistinctBy(s => s.Words.ToLowerInvariant()).Take(4)];
    }

    /// <summary>Two words in a row, then single long ones; small words left out.</summary>
    private static IEnumerable<string> Runs(string[] words)
    {
        var telling = words.Select(w => w.Trim('.', ',', '!', '?')).Where(w => w.Length > 3).ToArray();
        return telling.Zip(telling.Skip(1), (a, b) => $"{a} {b}").Concat(telling.Where(w => w.Length > 4)).Take(24);
    }

    /// <summary>What would be different if this template stood in for a trade that has none, in short sentences.</summary>
    /// <param name="wanted">The trade as it is known, if it is; else only what the template itself takes for granted is said.</param>
    public static ImmutableArray<string> Differs(TradeTemplate nearest, KnownTrade? wanted)
    {
        var said = ImmutableArray.CreateBuilder<string>();
        if (wanted is not null && wanted.Kind != nearest.Kind)
            said.Add($"It is made for firms that {Works(nearest.Kind)}; {Article(wanted.Names[0])} {Works(wanted.Kind, one: true)}.");
        said.Add(
            $"Its {nearest.Services.Count} services are those of {Article(nearest.Names.One)}: "
                + $"{string.Join(", ", nearest.ServicesInOrder.Take(3).Select(s => s.Names[0].ToLowerInvariant()))} … Each would be "
                + $"replaced."
        );
        if (wanted is { Schema.Length: > 0 } && wanted.Schema != nearest.Schema)
            said.Add($"Search engines would be told {nearest.Schema} instead of {wanted.Schema}.");
        if (nearest.Assumes.Length > 0)
            said.Add($"It takes for granted: {nearest.Assumes[0]}");
        return said.ToImmutable();
    }

    private static string Article(string noun) => ("aeiou".Contains(char.ToLowerInvariant(noun.FirstOrDefault('x'))) ? "an " : "a ") + noun;

    private static string Works(BusinessKind kind, bool one = false) =>
        (kind, one) switch
        {
            (BusinessKind.AtCustomersPlace, false) => "work at the customer's place",
            (BusinessKind.AtCustomersPlace, true) => "works at the customer's place",
            (BusinessKind.ShopWithHours, false) => "keep a shop or workshop with hours",
            (BusinessKind.ShopWithHours, true) => "keeps a shop or workshop with hours",
            (BusinessKind.FoodAndDrink, false) => "serve food and drink",
            (BusinessKind.FoodAndDrink, true) => "serves food and drink",
            (BusinessKind.ByAppointment or BusinessKind.Practice, false) => "see people by appointment",
            (BusinessKind.ByAppointment or BusinessKind.Practice, true) => "sees people by appointment",
            (BusinessKind.Lodging, false) => "put people up for the night",
            (BusinessKind.Lodging, true) => "puts people up for the night",
            (BusinessKind.Classes, false) => "hold classes",
            (BusinessKind.Classes, true) => "holds classes",
            (_, false) => "sell what they make",
            (_, true) => "sells what it makes",
        };

    /// <summary>
    /// A template of the agency for a trade that has none, begun from the nearest one. What speaks of the other trade is not taken over in
    /// silence:
    /// names and services are its own from the start, and the rest is listed to be read.
    /// </summary>
    /// <param name="does">What firms of the trade do, at least three.</param>
    public static Result<string> Begin(TradeTemplate nearest, string title, IEnumerable<string> does)
    {
        var name = FactReader.Clean(title);
        if (name.Length is 0 or > 60)
            return Result<string>.Fail("Give the trade a name of 1 to 60 characters.");
        var own = does.Select(s => FactReader.Clean(s))
            .Where(s => s.Length is > 0 and <= 60)
            .Distinct(StringComparer.OrdinalIgnoreCase)
            .Take(12)
            .ToList();
        if (own.Count < 3)
            return Result<string>.Fail(
                "Name at least three things that firms of this trade do, one a line. They replace the services of the other trade."
            );
        var known = TradeLexicon.OfLabel(name);
        var ids = own.Select(s => Slug.Of(s)).ToList();
        for (var i = 0; i < ids.Count; i++)
            if (ids[i].Length == 0 || ids.IndexOf(ids[i]) < i)
                ids[i] = $"service-{i + 1}";
        var services = new YamlMappingNode();
        for (var i = 0; i < own.Count; i++)
            services.Add(
                ids[i],
                new YamlMappingNode
                {
                    { "name", TemplateYaml.Quoted(own[i].Replace(" | ", ", ")) },
                    { "short", TemplateYaml.Block("Write here.") },
                    { "text", TemplateYaml.Block("Write here.") },
                }
            );
        var root = new YamlMappingNode
        {
            { "id", Slug.Of(name) is { Length: > 0 } slug ? slug : "template" },
            { "base", nearest.Root },
            { "lang", nearest.Language },
            { "version", "1" },
            {
                "names",
                new YamlMappingNode
                {
                    { "title", TemplateYaml.Quoted(name) },
                    { "one", TemplateYaml.Quoted(name.ToLowerInvariant()) },
                    { "place", TemplateYaml.Quoted(name.ToLowerInvariant()) },
                }
            },
        };
        if (known is { Schema.Length: > 0 })
            root.Add("schema", known.Schema);
        root.Add(
            "assumes",
            TemplateYaml.List(
                [$"This template was begun from {nearest.Names.Title}: what it says of the work has been read by somebody of the trade."],
                quoted: true
            )
        );
        root.Add(
            "drop",
            new YamlMappingNode
            {
                { "services", TemplateYaml.List(nearest.Services.Keys.Order(StringComparer.Ordinal).Where(k => !ids.Contains(k))) },
            }
        );
        root.Add("cuts", new YamlMappingNode { { "own", TemplateYaml.List(ids) } });
        root.Add("services", services);
        return $"# Begun from {nearest.Root}. Passages that are not written here are still those of that trade: read a composed site and "
            + $"replace what speaks of it.\n{TemplateYaml.Save(root)}";
    }
}
