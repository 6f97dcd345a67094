using System.Collections.Immutable;
using Plurimax.Facts;
using Plurimax.Reading.Finders;
using Plurimax.Text;
using Plurimax.Trades;

namespace Plurimax.Reading.Deciding;

/// <param name="Values">Every different value, the strongest first. More than one is a conflict where only one can be true.</param>
public sealed record ReadFact(string Fact, ImmutableArray<Candidate> Values)
{
    public Candidate Best => Values[0];
    public bool Conflict => Values.Length > 1 && !FactReading.Many.Contains(Fact) && Values[1].Confidence >= FactReading.Sure;
}

/// <summary>What a set of documents says of one business.</summary>
/// <param name="Cut">It took too long: what had been found by then is here, the rest was not looked for.</param>
public sealed record FactReading(ImmutableArray<ReadFact> Facts, SiteMaterial Material, KnownTrade? Trade, bool Cut = false)
{
    /// <summary>Processor time that the texts of one business may take; a whole site of text takes about a second.</summary>
    public static readonly TimeSpan Longest = TimeSpan.FromSeconds(3);

    public const string CutSays = "This takes too long to read: what was found so far is here. Send the part that matters.";

    /// <summary>From here on a candidate is put forward unasked.</summary>
    public const double Sure = 0.5;

    /// <summary>Facts that hold several values at once.</summary>
    public static readonly ImmutableHashSet<string> Many =
    [
        "phone",
        "email",
        "social",
        "services",
        "prices",
        "selling_points",
        "languages",
        "area.towns",
        "testimonials",
        "register",
        "qualification",
    ];

    public ReadFact? this[string fact] => Facts.FirstOrDefault(f => f.Fact == fact);

    public IEnumerable<T> All<T>(string fact, double least = Sure)
        where T : FactValue => this[fact]?.Values.Where(v => v.Confidence >= least).Select(v => v.Value).OfType<T>() ?? [];

    public T? Best<T>(string fact, double least = Sure)
        where T : FactValue => this[fact] is { Best: { Value: T value } best } && best.Confidence >= least ? value : null;

    /// <summary>Reads documents of one business; what later documents or messages correct is left out.</summary>
    /// <param name="today">The day it is read, to tell this year's hours from last year's.</param>
    /// <param name="most">Processor time that it may take; null gives <see cref="Longest"/>.</param>
    public static FactReading Of(IReadOnlyList<SourceText> texts, DateOnly today, TradeCatalogue? trades = null, TimeSpan? most = null)
    {
        var budget = new WorkBudget(most ?? Longest);
        var country = texts.GroupBy(TextFrame.CountryOf).OrderByDescending(g => g.Sum(t => t.Text.Length)).FirstOrDefault()?.Key;
        var found = new List<Candidate>();
        var cut = false;
        void Take(Func<IEnumerable<Candidate>> find)
        {
            if (cut)
                return;
            try
            {
                foreach (var c in find())
                    found.Add(c);
            }
            catch (OperationCanceledException) when (budget.Spent)
            {
                cut = true;
            }
        }
        // Of much text the short ones come first, so that a long one does not take their time.
        var much = texts.Sum(t => t.Text.Length) > TextBuilder.MostText / 4;
        var frames = texts
            .OrderBy(t => much ? t.Text.Length : 0)
            .Select(t => new TextFrame(t, today, t.Stated.Any(s => s.Fact == "place") ? null : country) { Budget = budget })
            .ToList();
        Func<TextFrame, IEnumerable<Candidate>>[] finders =
        [
            PhoneFinder.Find,
            WebFinder.Find,
            AddressFinder.Find,
            HoursFinder.Find,
            PriceFinder.Find,
            PriceFinder.Taxes,
            ProofFinder.Find,
            PeopleFinder.Find,
            PointFinder.Find,
            OwnWordsFinder.Find,
            AreaFinder.Find,
        ];
        foreach (var frame in frames)
        {
            found.AddRange(frame.Source.Stated);
            foreach (var find in finders)
                Take(() => find(frame));
        }
        PhoneFinder.Weigh(found);
        PriceFinder.ToRooms(found, frames);
        var hosts = found
            .Where(c => c.Fact is "email" or "website" && c.Confidence > .6)
            .Select(c => ((TextValue)c.Value).Text)
            .Where(t => !t.Contains('@') || !WebFinder.IsFreeMail(t))
            .Select(t => t.Contains('@') ? t[(t.IndexOf('@') + 1)..] : WebFinder.Host(t))
            .Distinct()
            .ToList();
        var places = found.Where(c => c.Fact == "place").ToList();
        foreach (var frame in frames)
            Take(() => NameFinder.Find(frame, hosts, places));
        var name = found.Where(c => c.Fact == "business.name").MaxBy(c => c.Confidence)?.Value is TextValue n ? n.Text : null;
        if (name is not null)
            foreach (var frame in frames)
                Take(() => PeopleFinder.Namesake(frame, name));
        foreach (var frame in frames)
            Take(() => TradeFinder.Find(frame, name));
        var trade = found
            .Where(c => c.Fact == "trade")
            .GroupBy(c => ((TextValue)c.Value).Text)
            .OrderByDescending(g => g.Sum(c => c.Confidence))
            .Select(g => TradeLexicon.Find(g.Key))
            .FirstOrDefault(t => t is not null);
        var template =
            trade is null ? null
            : trades is null ? TradeCatalogue.Shipped().Find(trade.Id)
            : trades.Find(trade.Id);
        foreach (var frame in frames)
            Take(() => ServiceFinder.Find(frame, template));
        Take(() => ServiceFinder.Priced(found, Sure));
        return new FactReading(Settle(found), Merge(texts), trade, cut);
    }

    /// <summary>A business has one name: what another is more likely to be, this one is less.</summary>
    private const double Rival = .6;

    private static ImmutableArray<ReadFact> Settle(List<Candidate> found) =>
        [
            .. found
                .GroupBy(c => c.Fact)
                .Select(g => new ReadFact(
                    g.Key,
                    [
                        .. g.GroupBy(c => Key(c))
                            .Select(same =>
                            {
                                var best = same.MaxBy(c => c.Confidence)!;
                                // Two documents that agree are surer than either.
                                return same.Select(c => c.Snippet.Document).Distinct().Count() > 1
                                    ? best with
                                    {
                                        Confidence = Math.Min(.99, best.Confidence + .03),
                                    }
                                    : best;
                            })
                            .OrderByDescending(c => c.Confidence)
                            .Select((c, k) => k > 0 && g.Key == "business.name" ? c with { Confidence = c.Confidence * Rival } : c),
                    ]
                ))
                .OrderBy(f => f.Fact, StringComparer.Ordinal),
        ];

    private static string Key(Candidate c) =>
        c.Value switch
        {
            ListValue l when c.Fact is "services" => ServiceFinder.Key(l.Summary()),
            ListValue l when c.Fact == "social" => l.Summary()
                .ToLowerInvariant()
                .TrimEnd('/')
                .Replace("https://", "")
                .Replace("http://", "")
                .Replace("www.", ""),
            TextValue t when c.Fact == "website" => WebFinder.Host(t.Text),
            AddressValue a => $"{a.Street}|{a.Town}|{a.Postcode}".ToLowerInvariant().Replace(" ", ""),
            PricesValue p => ServiceFinder.Key(p.Lines[0].Service),
            PhoneValue p => p.E164,
            RatingValue r => string.Create(System.Globalization.CultureInfo.InvariantCulture, $"{r.Value}|{r.Count}"),
            _ => c.Value.Summary().ToLowerInvariant(),
        };

    private static SiteMaterial Merge(IReadOnlyList<SourceText> texts) =>
        new(
            [.. texts.SelectMany(t => t.Material.Pages).Where(p => p.Passages.Length > 0)],
            [.. texts.SelectMany(t => t.Material.Menu).Distinct()],
            [.. texts.SelectMany(t => t.Material.Pictures).Distinct()],
            [.. texts.SelectMany(t => t.Material.Colours).GroupBy(c => c).OrderByDescending(g => g.Count()).Select(g => g.Key).Take(6)]
        );
}
