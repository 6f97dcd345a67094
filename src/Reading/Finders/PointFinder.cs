using System.Text.RegularExpressions;
using Plurimax.Facts;
using Plurimax.Text;

namespace Plurimax.Reading.Finders;

/// <summary>What speaks for the business in its own words, the languages spoken there, and the places it serves.</summary>
public static class PointFinder
{
    public static IEnumerable<Candidate> Find(TextFrame frame) => [.. Points(frame), .. Tongues(frame), .. Area(frame)];

    private static IEnumerable<Candidate> Points(TextFrame frame)
    {
        var seen = new HashSet<string>(StringComparer.OrdinalIgnoreCase);
        for (var i = 0; i < frame.Lines.Length; i++)
        {
            var line = frame.Line(i);
            if (line.Length == 0 || !frame.Usable(i) || frame.Past(i) || frame.MailHeader(i))
                continue;
            var under = frame.Under(i);
            if (
                Heading.IsMatch(under)
                && under != line
                && frame.Lines[i].Role is LineRole.Item or LineRole.Row or LineRole.Text
                && Heading.IsMatch(under)
                && under != line
            )
            {
                if (frame.Lines[i].Role == LineRole.Item || line.Length < 70)
                {
                    if (Make(line, i, 0, .9) is { } c)
                        yield return c;
                    continue;
                }
            }
            if (Inline.Match(line) is { Success: true } m)
            {
                foreach (var part in Cut.Split(m.Groups["list"].Value))
                    if (Make(part, i, m.Groups["list"].Index, .88) is { } c)
                        yield return c;
                continue;
            }
            foreach (Match p in Phrases.Matches(line))
            {
                var clause = TextFrame.ClauseText(line, p.Index, p.Length);
                if (Cues.NotTheirs(clause) || Cues.Negated(line[Math.Max(0, p.Index - 18)..p.Index]))
                    continue;
                if (Make(p.Value, i, p.Index, .72) is { } c)
                    yield return c;
            }
        }

        Candidate? Make(string raw, int line, int at, double confidence)
        {
            var text = Lead.Replace(raw.Trim(' ', '.', ',', ';', '-', '–', '•', '✓', '✔', '!', '"', '“', '”'), "").Trim();
            if (text.Length is < 6 or > 110 || !text.Any(char.IsLetter) || text.Contains('@') || !seen.Add(text))
                return null;
            return new Candidate(
                "selling_points",
                new ListValue([text]),
                confidence,
                frame.Source.Around(line, Math.Max(0, frame.Line(line).IndexOf(text, StringComparison.OrdinalIgnoreCase)), text.Length),
                "what speaks for it"
            );
        }
    }

    private static IEnumerable<Candidate> Tongues(TextFrame frame)
    {
        var seen = new HashSet<string>();
        for (var i = 0; i < frame.Lines.Length; i++)
        {
            var line = frame.Line(i);
            if (!frame.Usable(i))
                continue;
            foreach (Match m in Speaks.Matches(line))
            {
                var (a, b) = TextFrame.Clause(line, m.Index, m.Length);
                var rest = line[m.Index..b];
                foreach (Match w in Word.Matches(rest))
                    if (
                        w.Value.Length > 2
                        && Languages.Tag(w.Value) is { Length: 2 or 3 } tag
                        && w.Value.Length > 3
                        && !Cues.Negated(rest[..w.Index])
                        && seen.Add(tag)
                    )
                        yield return new Candidate(
                            "languages",
                            new ListValue([tag]),
                            .9,
                            frame.Source.Around(i, m.Index + w.Index, w.Length),
                            "languages spoken"
                        );
            }
        }
        if (seen.Count == 0 && frame.Source.Language is { } stated)
            yield return new Candidate("languages", new ListValue([Languages.Canonical(stated)]), .7, Snippet.None, "language of the page");
    }

    private static IEnumerable<Candidate> Area(TextFrame frame)
    {
        for (var i = 0; i < frame.Lines.Length; i++)
        {
            var line = frame.Line(i);
            if (!frame.Usable(i) || frame.Past(i))
                continue;
            var m = Covers.Match(line);
            if (!m.Success || Cues.NotTheirs(TextFrame.ClauseText(line, m.Index, m.Length)))
                continue;
            foreach (Match t in Town.Matches(m.Groups["list"].Value))
                if (t.Value.Length > 2 && HoursWords.FullDay(t.Value) < 0)
                    yield return new Candidate(
                        "area.towns",
                        new ListValue([t.Value]),
                        .8,
                        frame.Source.Around(i, m.Groups["list"].Index + t.Index, t.Length),
                        "area served"
                    );
        }
    }

    private static readonly Regex Heading = new(
        @"^\W*(?:why (?:choose |book |come to |use )?(?:us|me|\p{L}+)|what (?:makes|sets) (?:us|them|me|it) "
            + @"(?:different|special|apart)|(?:our |main |key |three |unique )*selling points?|usps?|strengths|what (?:customers|people) "
            + @"(?:like|love|value)(?: about us)?|known for|good to know|our promise|advantages|warum (?:wir|uns|zu uns|\p{L}+)|(?:ihre "
            + @"|unsere )?vorteile|das zeichnet uns aus|was uns (?:auszeichnet|ausmacht)|unsere stärken|stärken|besonderheiten|pourquoi "
            + @"(?:nous|nous choisir|choisir \p{L}+)|nos (?:atouts|engagements|points forts)|(?:points forts|atouts)|por qu[eé] "
            + @"(?:elegirnos|nosotros)|(?:nuestras |las )?ventajas|puntos fuertes|nuestros valores)\b",
        RegexOptions.IgnoreCase
    );
    private static readonly Regex Inline = new(
        @"(?:^|\b)(?:usps?|(?:key |main |unique )?selling points?|why us|what (?:sets|makes) (?:us|them|me|her|him|it) "
            + @"(?:apart|different|special)(?: is)?|known for|strengths|proud of|vorteile|stärken|besonderheiten|bekannt für|das "
            + @"besondere|points forts|atouts|connue?s? pour|puntos fuertes|ventajas|conocid[oa]s? por)\s*(?:[:|]|is "
            + @"that|are)?\s+(?<list>[^:]{6,260})$",
        RegexOptions.IgnoreCase
    );
    private static readonly Regex Cut = new(@"\s*[;,•·|]\s*(?:and\s+|und\s+|et\s+|y\s+)?|\s+(?:and|und|et|y)\s+(?=\p{L}{2,}\s\p{L})|\.\s+");
    private static readonly Regex Lead = new(@"^(?:and|und|et|y|that|we|our|the|being|dass|wir|que|nous)\s+", RegexOptions.IgnoreCase);
    private static readonly Regex Phrases = new(
        @"\b(?:free (?:quotes?|estimates?|quotations?|delivery|parking|collection|pick-?up|consultations?|advice|surveys?)(?: "
            + @"within \d+ miles)?|no call[- ]?out (?:charge|fee)|same[- ]day "
            + @"(?:repairs?|service|delivery|turnaround|appointments?)|next[- ]day (?:repairs?|service|delivery)|24[/-]?7(?: "
            + @"(?:service|call[- ]?out|emergency service))?|24[- ]hour (?:service|call[- ]?out|turnaround)|while[- ]you[- ]wait(?: "
            + @"repairs?)?|money[- ]back guarantee|(?:\d+|one|two|three|five|ten)[- ](?:years?|months?)['’]? "
            + @"(?:guarantee|warranty)|(?:all )?work guaranteed|fixed prices?|no hidden (?:costs|charges|fees)|fully insured|family[- "
            + @"]run(?: (?:business|firm|shop|since \d{4}))?|family business|third[- ]generation|second[- "
            + @"]generation|(?:made|baked|roasted|brewed|grown) (?:on site|in[- ]house|by hand|on the premises)|hand[- ]?made(?: in "
            + @"\p{Lu}\p{L}+)?|locally sourced(?: ingredients)?|wheelchair accessible|step-free access|dogs? (?:friendly|welcome)|dog[- "
            + @"]friendly|evening appointments|weekend appointments|female instructors?|courtesy (?:car|bike)s?|kostenlose(?:r|s)? "
            + @"(?:kostenvoranschlag|beratung|angebot|parkplätze|lieferung|erstberatung|abholung)|kostenloser? hol- und bringservice|hol- "
            + @"und bringservice|festpreise?(?: ohne überraschungen)?|familienbetrieb(?: in (?:der "
            + @")?(?:zweiter|dritter|vierter|zweiten|dritten|vierten|\d\.) generation)?|meisterbetrieb|(?:\d+|zwei|drei|fünf|zehn) jahre "
            + @"garantie|24[- ]stunden[- ]notdienst|notdienst rund um die uhr|barrierefrei(?:er zugang)?|hunde (?:sind "
            + @")?(?:willkommen|erlaubt)|handgemacht|regionale (?:zutaten|produkte)|devis gratuits?|déplacement "
            + @"(?:gratuit|offert)|livraison gratuite|sans engagement|garantie (?:décennale|\d+ ans)|entreprise familiale|fait(?:e)?s? "
            + @"maison|produits locaux|circuit court|accès pmr|parking gratuit|dépannage 7j/7|intervention (?:rapide|sous 24 "
            + @"?h(?:eures)?)|presupuestos? (?:gratis|gratuitos?|sin compromiso)|sin compromiso|envío gratis|empresa familiar|negocio "
            + @"familiar|hecho a mano|(?:\d+|dos|tres|cinco) años de garantía|servicio (?:24 horas|a domicilio|urgente)|productos? "
            + @"(?:locales|de proximidad)|aparcamiento gratuito|urgencias 24 ?h(?:oras)?)\b",
        RegexOptions.IgnoreCase
    );
    private static readonly Regex Speaks = new(
        @"\b(?:(?:we|i|they) (?:also |both |all )?speak|(?:he|she) (?:also )?speaks|languages?(?: spoken)?\s*[:|]|spoken (?:here|in "
            + @"the shop)\s*:?|(?:site|website|pages?) (?:should be |needs to be |must be |will be )?(?:in|available in)(?= (?:both "
            + @")?\p{Lu})|bilingual|lessons (?:are )?in(?= \p{Lu})|wir sprechen|sprachen?\s*[:|]|auf "
            + @"(?=deutsch|englisch|französisch)|nous parlons|on parle|langues?(?: parlées)?\s*[:|]|hablamos|idiomas?\s*[:|]|se "
            + @"habla|atendemos en|(?:team|staff) speaks?|spricht|parle\b)",
        RegexOptions.IgnoreCase
    );
    private static readonly Regex Word = new(@"\p{L}+");
    private static readonly Regex Covers = new(
        @"(?i:\b(?:we (?:cover|serve|travel to|work in|deliver to)|areas? (?:covered|served)\s*[:|]?|covering|serving|service "
            + @"area\s*[:|]|einsatzgebiet\s*[:|]?|wir (?:arbeiten|sind) in|zone d'intervention\s*[:|]?|nous intervenons "
            + @"(?:à|sur|dans)|zona de (?:trabajo|servicio)\s*[:|]?|trabajamos en|damos servicio en))\s+(?<list>(?:\p{L}[\p{L}'’-]*[ "
            + @",&/]+){0,20}\p{L}[\p{L}'’-]*)"
    );
    private static readonly Regex Town = new(@"\p{Lu}[\p{L}'’-]+(?:[ ](?:on|upon|le|by|the|sur|de|am|an der)?[ ]?\p{Lu}[\p{L}'’-]+)*");
}
