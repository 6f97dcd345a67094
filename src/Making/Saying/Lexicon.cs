using System.Collections.Immutable;
using Plurimax.Design.Styling;
using Plurimax.Design.Wordmarks;
using Plurimax.Facts;
using Plurimax.Sites;
using Plurimax.Text;
using Plurimax.Trades;

namespace Plurimax.Making.Saying;

/// <summary>What a word or phrase may mean in a wish.</summary>
/// <param name="Type">"c" for a concept of the grammar, else what it names: section, page, hue, tone, item …</param>
internal readonly record struct Meaning(string Type, string Value);

/// <summary>
/// The words of wishes, English and German together (content/saying/words.txt), and those of one site: its pages, entries, services, looks.
/// </summary>
internal sealed class Lexicon
{
    public const int LongestPhrase = 7;
    private static readonly Lazy<Lexicon> General = new(ReadGeneral);

    private readonly ImmutableDictionary<string, ImmutableArray<Meaning>> _phrases;
    private readonly ILookup<string, string> _roots;
    private readonly ImmutableHashSet<string> _stops;

    /// <summary>The first word of each value, for saying it back: "blue" for its hue.</summary>
    private readonly ImmutableDictionary<Meaning, string> _names;

    /// <summary>The general words, below those of a site.</summary>
    private readonly Lexicon? _general;

    private Lexicon(
        ImmutableDictionary<string, ImmutableArray<Meaning>> phrases,
        ImmutableHashSet<string> stops,
        ImmutableDictionary<Meaning, string> names,
        Lexicon? general
    )
    {
        (_phrases, _stops, _names, _general) = (phrases, stops, names, general);
        _roots = phrases.Keys.Where(k => !k.Contains(' ')).ToLookup(Letters.Root);
    }

    public ImmutableArray<Meaning> Of(string phrase) =>
        _general is null ? _phrases.GetValueOrDefault(phrase, [])
        : !_phrases.TryGetValue(phrase, out var own) ? _general.Of(phrase)
        : [.. _general.Of(phrase).Union(own)];

    public bool IsStop(string word) => _stops.Contains(word);

    public string NameOf(string type, string value) => _names.GetValueOrDefault(new(type, value), value);

    private IEnumerable<string> Singles => _roots.SelectMany(g => g).Concat(_general?.Singles ?? []);

    /// <summary>What a single word means: as it stands, by its stem, or but for a typing error.</summary>
    public ImmutableArray<Meaning> Word(string word)
    {
        if (Of(word) is { IsEmpty: false } there)
            return there;
        if (IsStop(word) || word.Length < 4 || word.Any(char.IsDigit))
            return [];
        var root = Letters.Root(word);
        if (_roots[root].Concat(_general?._roots[root] ?? []).MinBy(k => k.Length) is { } stem)
            return Of(stem);
        var allowed = word.Length >= 8 ? 2 : 1;
        return Singles
            .Where(k => k.Length >= 4 && Math.Abs(k.Length - word.Length) <= allowed && k[0] == word[0])
            .Select(k => (Key: k, Distance: EditDistance.Of(k, word)))
            .Where(x => x.Distance <= (x.Key.Length >= 8 ? 2 : 1))
            .OrderBy(x => x.Distance)
            .ThenBy(x => x.Key, StringComparer.Ordinal)
            .Select(x => Of(x.Key))
            .FirstOrDefault([]);
    }

    /// <summary>The general words with those of a site.</summary>
    public static Lexicon For(SiteDocument site, TradeTemplate trade, FactSheet facts, Func<Passage, string> plain)
    {
        var general = General.Value;
        var more = new Dictionary<string, List<Meaning>>();
        void Add(string phrase, string type, string value)
        {
            var key = Spoken(phrase);
            if (key.Length < 2 || key.Split(' ').Length > LongestPhrase)
                return;
            if (!more.TryGetValue(key, out var list))
                more[key] = list = [];
            list.Add(new(type, value));
        }
        foreach (var page in site.Pages.Where(p => p.Language is null))
        {
            var menu = plain(page.Menu);
            Add(menu, "page", page.Id);
            foreach (var name in new[] { menu, page.Id }.Distinct())
            foreach (var form in Forms(name))
                Add(form, "page!", page.Id);
        }
        foreach (var (kind, page) in site.Pages.Where(p => p.Language is null).Select(p => (p.Bare, p.Id)))
        foreach (var (phrase, _) in general._phrases.Where(p => p.Value.Any(m => m.Type == "page" && m.Value == kind)))
        foreach (var form in Forms(phrase))
            Add(form, "page!", page);
        foreach (
            var item in site.Pages.SelectMany(p => p.Sections).Where(s => ItemEdit.HasOwnItems(s.Content)).SelectMany(s => s.Content.Items)
        )
            Add(plain(item.Title), "item", item.Id);
        foreach (var service in trade.ServicesInOrder)
        foreach (var name in service.Names)
            Add(name, "item", service.Id);
        foreach (
            var fact in TradeFacts
                .Of(trade)
                .Where(d =>
                    d.Shape == FactShape.Text && !FactCatalogue.Private.Contains(d.Id) && d.Id is not ("business.name" or "owner.name")
                )
        )
        {
            Add(FactChip.NameOf(fact.Id), "fact", fact.Id);
            if (fact.Label.Split(' ').Length <= 4)
                Add(fact.Label, "fact", fact.Id);
        }
        foreach (var line in facts.Any<PricesValue>("prices")?.Lines ?? [])
        {
            Add(line.Service, "priced", line.Service);
            if (line.Service.IndexOf(',') is > 3 and var cut)
                Add(line.Service[..cut], "priced", line.Service);
        }
        foreach (var palette in Palettes.Named.Keys)
            Add(palette, "palette", palette);
        foreach (var look in Looks.All)
        {
            Add(look.Id, "family", look.Id);
            Add(look.Name, "family", look.Id);
            Add($"the look {look.Name}", "family", look.Id);
        }
        foreach (var type in Pairings.All)
        {
            Add(type.Id.Replace('-', ' '), "type", type.Id);
            Add(type.Name, "type", type.Id);
        }
        foreach (var mark in Wordmark.All)
        {
            Add(mark.Id, "mark", mark.Id);
            Add(mark.Name, "mark", mark.Id);
        }
        foreach (var variant in SectionKinds.All.Values.SelectMany(k => k.Variants).Distinct())
            Add(variant[2..], "variant", variant);
        foreach (var (german, variant) in GermanVariants)
            Add(german, "variant", variant);
        return new Lexicon(
            more.ToImmutableDictionary(p => p.Key, p => p.Value.Distinct().ToImmutableArray()),
            general._stops,
            general._names,
            general
        );
    }

    /// <summary>How a page is spoken of. "Page about" begins what a new page is about.</summary>
    private static IEnumerable<string> Forms(string name) =>
        [
            $"{name} page",
            $"seite {name}",
            $"{name}seite",
            $"{name} seite",
            $"page called {name}",
            .. Spoken(name) == "about" ? Array.Empty<string>() : [$"page {name}"],
        ];

    private static readonly (string, string)[] GermanVariants =
    [
        ("karten", "v-cards"),
        ("liste", "v-list"),
        ("tabelle", "v-table"),
        ("spalten", "v-columns"),
        ("kacheln", "v-tiles"),
        ("index", "v-index"),
        ("mosaik", "v-mosaic"),
        ("band", "v-band"),
        ("zeile", "v-line"),
    ];

    private static Lexicon ReadGeneral()
    {
        var phrases = new Dictionary<string, List<Meaning>>();
        var names = new Dictionary<Meaning, string>();
        var stops = new HashSet<string>();
        foreach (var line in Content.Text("saying/words.txt")!.Split('\n').Where(l => l.Length > 0 && l[0] != '#'))
        {
            var cut = line.IndexOf(": ", StringComparison.Ordinal);
            var head = line[..cut].Split(':');
            var words = line[(cut + 2)..].Split(',').Select(Spoken).Where(w => w.Length > 0).ToList();
            if (head[0] == "-")
            {
                stops.UnionWith(words);
                continue;
            }
            var meaning = head.Length == 2 ? new Meaning(head[0], head[1]) : new Meaning("c", head[0]);
            names.TryAdd(meaning, words[0]);
            foreach (var word in words)
            {
                if (!phrases.TryGetValue(word, out var list))
                    phrases[word] = list = [];
                if (!list.Contains(meaning))
                    list.Add(meaning);
            }
        }
        return new Lexicon(
            phrases.ToImmutableDictionary(p => p.Key, p => p.Value.ToImmutableArray()),
            [.. stops],
            names.ToImmutableDictionary(),
            null
        );
    }

    /// <summary>Folded, with single spaces and without punctuation at the ends of words.</summary>
    public static string Spoken(string text) =>
        string.Join(
            ' ',
            Letters
                .Fold(text)
                .Replace('’', '\'')
                .Split([' ', '\t', '\n', ',', ';', ':', '?', '!', '(', ')', '“', '”', '„', '"'], StringSplitOptions.RemoveEmptyEntries)
                .Select(w => w.Trim('.', '\''))
                .Where(w => w.Length > 0)
        );
}
