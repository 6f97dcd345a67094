using System.Collections.Immutable;
using System.Text.RegularExpressions;
using Plurimax.Sites;
using Plurimax.Text;
using Plurimax.Trades;

namespace Plurimax.Making.Templates;

/// <summary>
/// What is wrong with the writing of a template, though it can be read: filler, claims without a fact, long or hard sentences,
/// alternates that begin alike, and fewer wordings than it takes to keep fifty sites of a trade apart (docs/trades.md).
/// </summary>
public static partial class StyleLint
{
    public const int LongestSentence = 32;

    /// <summary>Flesch reading ease that the English texts of a template must reach together.</summary>
    public const double LeastEase = 60;

    /// <summary>General wordings that a passage needs.</summary>
    private static readonly ImmutableDictionary<string, int> Wordings = new Dictionary<string, int>
    {
        ["headline"] = 8,
        ["lede"] = 6,
        ["intro"] = 6,
        ["services_intro"] = 5,
        ["services_heading"] = 4,
        ["steps"] = 5,
        ["prices"] = 5,
        ["about"] = 6,
        ["closing"] = 6,
        ["contact"] = 5,
        ["after"] = 6,
        ["title"] = 3,
        ["description"] = 3,
    }.ToImmutableDictionary();

    /// <summary>Items that a pool needs, and wordings of each.</summary>
    private static readonly ImmutableDictionary<string, (int Items, int Wordings)> PoolSizes = new Dictionary<string, (int, int)>
    {
        ["questions"] = (12, 2),
        ["notes"] = (7, 1),
        ["views"] = (6, 2),
        ["tell"] = (6, 2),
    }.ToImmutableDictionary();

    /// <summary>
    /// Words that the long text of a service has at least, at the median: less says what it is but not how to tell, what decides and what
    /// to ask.
    /// </summary>
    public const int ServiceText = 25;

    private static readonly ImmutableHashSet<string> AlwaysThere = ["business.name", "place.town", "place.country"];

    public static ImmutableArray<TradeProblem> Of(TradeTemplate t)
    {
        var found = new List<TradeProblem>();
        var language = t.Language.Split('-')[0];
        var filler = Filler(language);
        void Say(Alternate? a, string field, string message) => found.Add(new TradeProblem(a?.File ?? t.Id, a?.Line ?? 0, field, message));

        foreach (var (field, bank) in Banks(t))
        {
            var openings = new HashSet<string>(StringComparer.Ordinal);
            foreach (var a in bank)
            {
                var all = string.Join(
                    " ",
                    new[] { a.Heading, a.Question, a.Text }
                        .Concat(a.Items.SelectMany(i => new[] { i.Title, i.Text }))
                        .Where(x => !string.IsNullOrEmpty(x))
                );
                foreach (var f in filler.Where(f => f.IsMatch(all)))
                    Say(a, field, $"filler: “{f.Match(all).Value}”. Say what is meant, or nothing.");
                if (all.Contains('!'))
                    Say(a, field, "an exclamation mark.");
                if (Hinge().IsMatch(all))
                    Say(a, field, "a dash as a hinge. Use a comma, a colon or a full stop.");
                foreach (
                    var fact in TextEngine
                        .References(all)
                        .Where(f =>
                            !AlwaysThere.Contains(f)
                            && !f.StartsWith("words.", StringComparison.Ordinal)
                            && !f.StartsWith("settings.", StringComparison.Ordinal)
                        )
                )
                    if (
                        !all.Contains($"{{% if {fact} %}}", StringComparison.Ordinal)
                        && !a.If.Concat(a.May).Any(i => fact == i || fact.StartsWith(i + ".", StringComparison.Ordinal))
                    )
                        Say(a, field, $"{{{{ {fact} }}}} stands here without ~ if:{fact}, so it may come out empty.");
                if (a.If.IsEmpty && a.May.IsEmpty && language == "en" && Claim().Match(all) is { Success: true } claim)
                    Say(a, field, $"“{claim.Value}” claims something that no fact supports. Hang it on ~ if:, or turn it into advice.");
                foreach (var s in ReadingEase.Sentences(Plain(a.Text)).Where(s => ReadingEase.Words(s) > LongestSentence))
                    Say(
                        a,
                        field,
                        $"a sentence of {ReadingEase.Words(s)} words: “{s[..Math.Min(50, s.Length)]}…”. At most {LongestSentence}."
                    );
                if (
                    a.Text.Length > 0
                    && !a.Text.StartsWith("{{", StringComparison.Ordinal)
                    && a.Lead.Contains(' ')
                    && a.If.IsEmpty
                    && !openings.Add(a.Lead)
                )
                    Say(a, field, $"two alternates begin with “{a.Lead}”.");
            }
        }
        foreach (var (name, least) in Wordings)
        {
            var bank = t.Passage(name) ?? [];
            var general = bank.Where(a => a.IsGeneral).ToList();
            if (general.Count < least)
                Say(bank.FirstOrDefault(), name, $"{general.Count} general wordings; {least} are needed.");
            foreach (var tone in t.Tones)
                if (general.Count(a => a.Tones.IsEmpty || a.Tones.Contains(tone)) is var n && n < least - 2)
                    Say(
                        bank.FirstOrDefault(),
                        name,
                        $"{n} wordings in the tone {tone.ToString().ToLowerInvariant()}; {least - 2} are needed."
                    );
        }
        foreach (var a in t.Passage("headline") ?? [])
            if (ReadingEase.Words(Plain(a.Text)) is < 3 or > 12)
                Say(a, "headline", $"{ReadingEase.Words(Plain(a.Text))} words. A headline has 4 to 10.");
        foreach (var (name, (items, wordings)) in PoolSizes)
        {
            var pool = t.Pools.GetValueOrDefault(name, Pool.Empty).Items;
            if (pool.Length < items)
                Say(null, name, $"{pool.Length} items; {items} are needed.");
            foreach (var (id, alternates) in pool.Where(p => p.Alternates.Length < wordings))
                Say(alternates.FirstOrDefault(), $"{name}.{id}", $"{alternates.Length} wording; {wordings} are needed.");
        }
        if (t.Cuts.Length < 3)
            Say(null, "cuts", $"{t.Cuts.Length} ways of dividing the work; 3 are needed.");
        foreach (var (cut, ids) in t.Cuts.Where(c => c.Services.Length < 6))
            Say(null, $"cuts.{cut}", $"{ids.Length} services; 6 are needed.");
        foreach (var s in t.Services.Values)
        {
            if (s.Short.Length < 2)
                Say(s.Short.FirstOrDefault(), $"services.{s.Id}.short", "one wording; 2 are needed.");
            if (s.Text.Length < 2)
                Say(s.Text.FirstOrDefault(), $"services.{s.Id}.text", "one wording; 2 are needed.");
        }
        var texts = t.Services.Values.SelectMany(s => s.Text).Select(a => (double)ReadingEase.Words(Plain(a.Text))).ToList();
        if (texts.Count > 0 && Quantile.Of(texts, .5) is var median && median < ServiceText)
            Say(null, "services", $"texts of {median:0} words at the median; {ServiceText} to 50 are meant.");
        if (language == "en")
        {
            var prose = string.Join("\n", Banks(t).SelectMany(b => b.Bank).Select(a => Plain(a.Text)).Where(x => ReadingEase.Words(x) > 8));
            var ease = ReadingEase.Of(prose);
            if (ease < LeastEase)
                Say(null, "whole template", $"reading ease {ease:0}; at least {LeastEase:0}. Shorter words, shorter sentences.");
        }
        return [.. found.OrderBy(p => p.File, StringComparer.Ordinal).ThenBy(p => p.Line)];
    }

    /// <summary>Every bank of a template with the name of its field.</summary>
    public static IEnumerable<(string Field, ImmutableArray<Alternate> Bank)> Banks(TradeTemplate t)
    {
        foreach (var (name, bank) in t.Passages)
            yield return (name, bank);
        foreach (var (pool, items) in t.Pools.Select(p => (p.Key, p.Value.Items)))
        foreach (var (id, bank) in items)
            yield return ($"{pool}.{id}", bank);
        foreach (var s in t.Services.Values)
        {
            yield return ($"services.{s.Id}.short", s.Short);
            yield return ($"services.{s.Id}.text", s.Text);
        }
    }

    private static string Plain(string text) => Placeholder().Replace(text, "Saltmere").Replace("[", "").Replace("]", "");

    private static ImmutableArray<Regex> Filler(string language) =>
        Fillers.GetOrAdd(language, static l =>
            [
                .. Content
                    .Lines($"copy/{l}/filler.txt")
                    .Select(f => new Regex(
                        $@"(?<!\p{{L}}){Regex.Escape(f)}(?!\p{{L}})",
                        RegexOptions.IgnoreCase | RegexOptions.CultureInvariant
                    )),
            ]
        );

    private static readonly System.Collections.Concurrent.ConcurrentDictionary<string, ImmutableArray<Regex>> Fillers = new();

    [GeneratedRegex(@" - |—| – ")]
    private static partial Regex Hinge();

    [GeneratedRegex(@"\{[{%].*?[}%]\}")]
    private static partial Regex Placeholder();

    [GeneratedRegex(
        @"\b24/7\b|\b24[ -]hours? a day|\b(round|around)[ -]the[ -]clock\b|\bday or night\b|\b(since|established in|est\.) "
            + @"(19|20)\d\d\b|\b\d+ years?('| of) experience|\baward[ -]winning\b|\bfree "
            + @"(quotes?|estimates?|visits?|consultations?|delivery|parking|survey)\b|£\d|\bsame[ -]day "
            + @"(service|repairs?|delivery)\b|\bno call-?out\b|\b(we|our work) (guarantee|is guaranteed|are insured|are certified|are "
            + @"licen[sc]ed|are accredited)\b|\bfamily[ -]run\b|\bthe best in\b|\bnumber one\b|business\.name \}\}( in \{\{ place\.town "
            + @"\}\})? has (?!to |a |an |the |no |room |already |in |its |it )\w+(ed|en|ght|own|ut|et)\b|\b[Ww]e('ve| have) "
            + @"(seen|met|taught|heard|told)\b",
        RegexOptions.IgnoreCase
    )]
    private static partial Regex Claim();
}
