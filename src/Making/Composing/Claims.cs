using System.Collections.Immutable;
using System.Text.RegularExpressions;
using Plurimax.Facts;
using Plurimax.Making.Settings;
using Plurimax.Sites;
using Plurimax.Trades;

namespace Plurimax.Making.Composing;

/// <summary>How a statement stands to the facts it rests on.</summary>
public enum ClaimState
{
    /// <summary>All its facts are confirmed and shown.</summary>
    Founded,

    /// <summary>A fact is gone or was never confirmed: the passage falls away.</summary>
    Falls,

    /// <summary>Somebody wrote it, and no confirmed fact says so.</summary>
    Unfounded,
}

/// <param name="Facts">The facts it rests on; of an unfounded one those that would found it.</param>
/// <param name="Words">The statement itself.</param>
public sealed record Claim(string Page, string Section, string Path, string Words, ImmutableArray<string> Facts, ClaimState State);

/// <summary>Which sentences of a site rest on which facts, and which claim something that nobody has confirmed.</summary>
public static partial class Claims
{
    /// <summary>
    /// What cannot be said without a fact: words that claim it, and the facts any of which founds it. English and German.
    /// </summary>
    private static readonly (Regex Says, string[] Facts)[] Kinds =
    [
        (RoundTheClock(), ["emergency"]),
        (Years(), ["founded", "history"]),
        (Numbers(), ["history", "rating.value", "known_for", "selling_points"]),
        (Awarded(), ["awards"]),
        (Licensed(), ["register.name", "qualification.name", "qualification"]),
        (Insured(), ["insurance.amount"]),
        (Guaranteed(), ["guarantee"]),
        (Sum(), ["prices", "travel_charge", "price_note", "dishes", "rooms", "insurance.amount"]),
        (Free(), ["visit_free", "promise.free_visit", "selling_points", "price_note", "travel_charge"]),
        (Best(), ["awards", "rating.value"]),
        (Stars(), ["rating.value"]),
    ];

    public static ImmutableArray<Claim> Of(SiteDocument site, TradeTemplate trade, FactSheet facts)
    {
        var claims = ImmutableArray.CreateBuilder<Claim>();
        var tree = FactTree.Build(facts);
        foreach (var language in site.Languages)
        {
            var (_, text) = SiteTexts.For(site, language, trade, facts, ImmutableDictionary<string, string>.Empty);
            foreach (var page in site.Pages.Where(p => !p.Hidden && (p.Language ?? site.Language) == language))
            foreach (var section in page.Sections.Where(s => !s.Hidden && s.Content is not (LegalContent or CodeContent)))
            foreach (
                var (path, passage) in section
                    .Content.Passages()
                    .Where(p => !p.Passage.IsEmpty && p.Path is not ("link" or "until" or CodeContent.CodePath))
            )
                claims.AddRange(OfPassage(page, section, path, passage, text, tree));
        }
        return claims.ToImmutable();
    }

    private static IEnumerable<Claim> OfPassage(
        Page page,
        Section section,
        string path,
        Passage passage,
        TextEngine text,
        IReadOnlyDictionary<string, object> tree
    )
    {
        Claim Make(string words, IEnumerable<string> rests, ClaimState state) =>
            new(page.Id, section.Id, path, words, [.. rests.Distinct()], state);
        var named = TextEngine
            .References(passage.Text)
            .Where(f => !f.StartsWith("settings", StringComparison.Ordinal) && !f.StartsWith("words", StringComparison.Ordinal));
        // Name and town are what every site is made of.
        var rests = (passage.Needs.IsDefault ? [] : passage.Needs)
            .Concat(named)
            .Where(f => f is not ("business.name" or "place.town" or "place"))
            .Distinct()
            .ToList();
        if (rests.Count > 0)
        {
            var needed = passage.Needs.IsDefault ? rests : rests.Where(f => passage.Needs.Contains(f) || passage.Kept).ToList();
            yield return Make(
                Cut(text.Plain(passage with { Needs = default })),
                rests,
                needed.All(f => FactTree.Has(tree, f)) ? ClaimState.Founded : ClaimState.Falls
            );
        }
        // What the templates say has been checked when they were written; what people write is looked at here.
        if (!passage.Kept)
            yield break;
        foreach (var sentence in Sentence().Split(text.Plain(passage)).Where(s => s.Trim().Length > 0))
        foreach (var (says, founding) in Kinds)
            if (says.IsMatch(sentence) && !founding.Any(f => FactTree.Has(tree, f)) && !rests.Any(founding.Contains))
            {
                yield return Make(Cut(sentence.Trim()), founding.Take(1), ClaimState.Unfounded);
                break;
            }
    }

    private static string Cut(string text) =>
        text.ReplaceLineEndings(" ").Trim() is var t && t.Length > 180 ? t[..180] + "…" : text.ReplaceLineEndings(" ").Trim();

    private const RegexOptions Any = RegexOptions.IgnoreCase | RegexOptions.CultureInvariant;

    [GeneratedRegex(@"(?<=[.!?])\s+|\n+")]
    private static partial Regex Sentence();

    [GeneratedRegex(@"\b24\s?/\s?7\b|\b24[- ]hours?\b|round the clock|day (?:and|or) night|at any hour|rund um die Uhr|Tag und Nacht", Any)]
    private static partial Regex RoundTheClock();

    [GeneratedRegex(
        @"\b(?:since|established(?: in)?|seit)\s+(?:1[6-9]|20)\d\d\b|\b(?:over |more than |for |seit |über "
            + @")?(?:\d+|ten|twenty|thirty|forty|fifty)\+?\s+(?:years|Jahren?)\b|generations?\b|Generation(?:en)?\b",
        Any
    )]
    private static partial Regex Years();

    [GeneratedRegex(
        @"\b(?:\d{2,}|hundreds|thousands|dozens|Hunderte|Tausende)\+?\s*(?:of\s+)?(?:\w+\s+){0,2}(?:customers|clients|projects|jobs|"
            + @"homes|Kunden|Projekte|Aufträge)\b",
        Any
    )]
    private static partial Regex Numbers();

    [GeneratedRegex(@"\baward|\bprize|\bwinner of\b|ausgezeichnet|\bPreisträger", Any)]
    private static partial Regex Awarded();

    [GeneratedRegex(
        @"\b(?:fully |properly "
            + @")?(?:licen[sc]ed|certified|accredited|registered|qualified|chartered)\b|zertifiziert|zugelassen|staatlich geprüft",
        Any
    )]
    private static partial Regex Licensed();

    [GeneratedRegex(@"\b(?:fully |properly )?insured\b|public liability|voll versichert|haftpflichtversichert", Any)]
    private static partial Regex Insured();

    [GeneratedRegex(@"\bguarantee[ds]?\b|\bwarranty\b|\bGarantie\b|garantiert", Any)]
    private static partial Regex Guaranteed();

    [GeneratedRegex(@"[£€$]\s?\d|\d\s?(?:€|EUR|GBP|pounds|euros?|Euro)\b|\b\d+\s?%\s?(?:off|discount|Rabatt)", Any)]
    private static partial Regex Sum();

    [GeneratedRegex(@"\bfree (?:quote|quotes|estimate|estimates|visit|consultation|delivery|survey)\b|kostenlos(?:e|er|es)?\b|gratis", Any)]
    private static partial Regex Free();

    [GeneratedRegex(
        @"\b(?:the )?best (?:\w+ )?(?:in|of|around)\b|\bnumber one\b|\bcheapest\b|\bleading\b|\bmarktführ|\bder beste\b|\bdie "
            + @"besten\b|\bNummer eins\b",
        Any
    )]
    private static partial Regex Best();

    [GeneratedRegex(@"\b(?:five|5|4\.\d)[- ]stars?\b|\b(?:fünf|5) Sterne\b", Any)]
    private static partial Regex Stars();
}
