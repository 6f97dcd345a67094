using System.Globalization;
using System.Text.RegularExpressions;
using Plurimax.Facts;

namespace Plurimax.Reading.Finders;

/// <summary>Ratings, years, accreditations, insurance, testimonials.</summary>
public static class ProofFinder
{
    public static IEnumerable<Candidate> Find(TextFrame frame) =>
        [.. Ratings(frame), .. Years(frame), .. Accreditations(frame), .. Insurances(frame), .. Quotes(frame), .. Registers(frame)];

    private static IEnumerable<Candidate> Ratings(TextFrame frame)
    {
        var best = new List<Candidate>();
        for (var i = 0; i < frame.Lines.Length; i++)
        {
            var line = frame.Line(i);
            if (!frame.Usable(i) || frame.Past(i) || line.Length < 3)
                continue;
            decimal? value = null;
            var count = 0;
            int at = 0,
                length = 0;
            Group figure = Match.Empty;
            foreach (var pattern in new[] { Rated, RatedReverse })
            {
                var m = pattern.Match(line);
                if (!m.Success)
                    continue;
                value = Number(m.Groups["v"].Value);
                var scale = m.Groups["of"].Success ? Number(m.Groups["of"].Value) : 5;
                if (value is null || scale is not (5 or 10) || value > scale)
                {
                    value = null;
                    continue;
                }
                if (scale == 10)
                    value = Math.Round(value.Value / 2, 2);
                (at, length) = (m.Index, m.Length);
                figure = m.Groups["v"];
                break;
            }
            var clause = length > 0 ? TextFrame.ClauseText(line, at, length) : line;
            if (value is not null && (Cues.NotTheirs(clause) || Cues.Past(clause) && !Cues.Correction(clause)))
                continue;
            var near = string.Join(
                " ",
                new[] { line, i + 1 < frame.Lines.Length && frame.Block(i + 1) == frame.Block(i) ? frame.Line(i + 1) : "" }
            );
            // The rating's own figures are no number of reviews.
            var c = value is null ? Count.Match(line) : Other(at);
            if (!c.Success && value is not null)
                c = Other(0);
            if (!c.Success && value is not null)
                c = CountLabel.Match(near);
            Match Other(int from) =>
                Count
                    .Matches(near, from)
                    .FirstOrDefault(x =>
                        Figures(x) is var n && (n.Index >= figure.Index + figure.Length || n.Index + n.Length <= figure.Index)
                    )
                ?? Match.Empty;
            static Group Figures(Match x) => x.Groups["n"].Success ? x.Groups["n"] : x.Groups["m"];
            if (c.Success)
                count = int.Parse(
                    Digits.Replace(c.Groups["n"].Success ? c.Groups["n"].Value : c.Groups["m"].Value, ""),
                    CultureInfo.InvariantCulture
                );
            // A figure alone on its line, the number of reviews below it.
            if (
                value is null
                && Lone.Match(line) is { Success: true } lone
                && i + 1 < frame.Lines.Length
                && (Count.Match(frame.Line(i + 1)) is { Success: true } said ? said : InBrackets.Match(frame.Line(i + 1)))
                    is { Success: true } below
            )
            {
                value = Number(lone.Groups[1].Value);
                count = int.Parse(
                    Digits.Replace(below.Groups["n"].Success ? below.Groups["n"].Value : below.Groups["m"].Value, ""),
                    CultureInfo.InvariantCulture
                );
                (at, length) = (lone.Index, lone.Length);
            }
            if (value is null)
                continue;
            if (count == 0 && !RatingWord.IsMatch(line))
                continue;
            best.Add(
                new Candidate(
                    "rating",
                    new RatingValue(value.Value, count, "", ""),
                    count > 0 ? .93 : .75,
                    frame.Source.Around(i, at, length),
                    "rating"
                )
            );
        }
        return best.OrderByDescending(b => b.Confidence).ThenByDescending(b => ((RatingValue)b.Value).Count).Take(2);
    }

    private static decimal? Number(string s) =>
        decimal.TryParse(s.Replace(',', '.'), NumberStyles.AllowDecimalPoint, CultureInfo.InvariantCulture, out var d) ? d : null;

    private static IEnumerable<Candidate> Years(TextFrame frame)
    {
        var found = new List<(Candidate C, int Order, int Line, int Year)>();
        for (var i = 0; i < frame.Lines.Length; i++)
        {
            var line = frame.Line(i);
            if (!frame.Usable(i) || frame.MailHeader(i))
                continue;
            if (frame.Said(i, "founded") is { } told && OneYear.Match(told) is { Success: true } only)
                found.Add(
                    (
                        new Candidate(
                            "founded",
                            new TextValue(only.Value),
                            .96,
                            frame.Source.Around(i, frame.Label(i).From + only.Index, only.Length),
                            "year"
                        ),
                        frame.Order(i),
                        i,
                        int.Parse(only.Value, CultureInfo.InvariantCulture)
                    )
                );
            if (
                ShortYear.Match(line) is { Success: true } brief
                && int.Parse(brief.Groups[1].Value, CultureInfo.InvariantCulture) is var two
            )
            {
                var full = (two > frame.Today.Year % 100 ? 1900 : 2000) + two;
                found.Add(
                    (
                        new Candidate(
                            "founded",
                            new TextValue(full.ToString(CultureInfo.InvariantCulture)),
                            .8,
                            frame.Source.Around(i, brief.Index, brief.Length),
                            "year"
                        ),
                        frame.Order(i),
                        i,
                        full
                    )
                );
            }
            foreach (Match m in Since.Matches(line))
            {
                var year = int.Parse(m.Groups["y"].Value, CultureInfo.InvariantCulture);
                if (year < 1500 || year > frame.Today.Year)
                    continue;
                var clause = TextFrame.ClauseText(line, m.Index, m.Length);
                if (
                    Cues.NotTheirs(clause) && !Founding.IsMatch(m.Value)
                    || SomethingElse.IsMatch(clause) && !m.Groups["strong"].Success
                    || NotSince.IsMatch(line[..m.Index])
                )
                    continue;
                if (Wrong.IsMatch(line[..m.Index]) || Hobby.IsMatch(line[..m.Groups["y"].Index]))
                    continue;
                found.Add(
                    (
                        new Candidate(
                            "founded",
                            new TextValue(m.Groups["y"].Value),
                            m.Groups["strong"].Success ? .94 : .86,
                            frame.Source.Around(i, m.Index, m.Length),
                            "year"
                        ),
                        frame.Order(i),
                        i,
                        year
                    )
                );
            }
        }
        var corrected = found
            .Where(f => Cues.Correction(frame.Line(f.Line)))
            .OrderByDescending(f => f.Order)
            .ThenByDescending(f => f.Line)
            .FirstOrDefault();
        if (corrected.C is not null)
        {
            yield return corrected.C;
            yield break;
        }
        foreach (var g in found.GroupBy(f => f.Year).OrderByDescending(g => g.Max(f => f.C.Confidence)).ThenBy(g => g.Key).Take(2))
            yield return g.First().C;
    }

    private static IEnumerable<Candidate> Accreditations(TextFrame frame)
    {
        var seen = new HashSet<string>();
        for (var i = 0; i < frame.Lines.Length; i++)
        {
            var line = frame.Line(i);
            if (!frame.Usable(i) || frame.Past(i))
                continue;
            foreach (Match m in Member.Matches(line))
            {
                var clause = TextFrame.ClauseText(line, m.Index, m.Length);
                if (Cues.NotTheirs(clause) || Lapsed.IsMatch(clause))
                    continue;
                var body = m.Groups["body"].Value.Trim(' ', ',', '.', ';', ':');
                if (body.Length < 3 || !seen.Add(body))
                    continue;
                var number =
                    RegNumber.Match(line[(m.Index + m.Length)..]) is { Success: true } n && n.Index < 25 ? n.Groups[1].Value : null;
                yield return new Candidate(
                    "register",
                    new CredentialValue(TextBuilder.Tidy(m.Groups["how"].Value).Trim(), body, number),
                    .8,
                    frame.Source.Around(i, m.Index, m.Length),
                    "accreditation"
                );
            }
            foreach (Match m in Certificate.Matches(line))
            {
                if (!seen.Add(m.Value))
                    continue;
                yield return new Candidate(
                    "qualification",
                    new CredentialValue(m.Value.Trim(), "", null),
                    .75,
                    frame.Source.Around(i, m.Index, m.Length),
                    "certificate"
                );
            }
        }
    }

    private static IEnumerable<Candidate> Registers(TextFrame frame)
    {
        for (var i = 0; i < frame.Lines.Length; i++)
        {
            var line = frame.Line(i);
            if (!frame.Usable(i))
                continue;
            foreach (Match m in Vat.Matches(line))
                yield return new Candidate(
                    "legal.vat",
                    new TextValue(m.Groups[1].Value.Trim()),
                    .9,
                    frame.Source.Around(i, m.Index, m.Length),
                    "tax number"
                );
            foreach (Match m in Company.Matches(line))
                yield return new Candidate(
                    "legal.number",
                    new TextValue(m.Groups[1].Value.Trim()),
                    .88,
                    frame.Source.Around(i, m.Index, m.Length),
                    "register number"
                );
        }
    }

    private static IEnumerable<Candidate> Insurances(TextFrame frame)
    {
        for (var i = 0; i < frame.Lines.Length; i++)
        {
            var line = frame.Line(i);
            if (!frame.Usable(i) || frame.Past(i))
                continue;
            var m = Insurance.Match(line);
            if (!m.Success || PriceFinder.Parse(m.Groups["n"].Success ? m.Groups["n"].Value : m.Groups["n2"].Value) is not { } amount)
                continue;
            if (m.Groups["m"].Success || m.Groups["m2"].Success)
                amount *= 1_000_000;
            if (amount >= 1000)
                yield return new Candidate(
                    "insurance",
                    new InsuranceValue(amount, null),
                    .85,
                    frame.Source.Around(i, m.Index, m.Length),
                    "liability insurance"
                );
        }
    }

    /// <summary>Words in quotation marks with a name after them, or a line of words with a dash and a name under it.</summary>
    private static IEnumerable<Candidate> Quotes(TextFrame frame)
    {
        for (var i = 0; i < frame.Lines.Length; i++)
        {
            if (!frame.Usable(i))
                continue;
            var line = frame.Line(i);
            var m = Quoted.Match(line);
            if (!m.Success)
                continue;
            var words = m.Groups["q"].Value.Trim();
            if (words.Split(' ').Length < 5)
                continue;
            var after = line[(m.Index + m.Length)..];
            var name = Author.Match(after);
            string? author = name.Success ? name.Groups["n"].Value : null;
            if (
                author is null
                && after.Trim(' ', '.', ',').Length == 0
                && i + 1 < frame.Lines.Length
                && AuthorLine.Match(frame.Line(i + 1)) is { Success: true } below
            )
                author = below.Groups["n"].Value;
            if (author is null && m.Index > 0 && Speaker.Match(line[..m.Index]) is { Success: true } said)
                author = said.Groups["n"].Value;
            if (author is null && !ReviewHead.IsMatch(frame.Under(i)))
                continue;
            if (words.Length <= 600)
                yield return new Candidate(
                    "testimonials",
                    new TestimonialsValue([new Testimonial(words, author?.Trim(' ', ',', '.') ?? "", "", "", false)]),
                    author is null ? .6 : .88,
                    frame.Source.Around(i, m.Index, m.Length),
                    "quotation"
                );
        }
    }

    private static readonly Regex CountLabel = new(
        @"\b(?:review[ _]?count|(?:number|no\.?) of (?:reviews|ratings)|reviews|ratings|anzahl (?:der )?(?:bewertungen|"
            + @"rezensionen)|bewertungen|"
            + @"nombre d['’]avis|avis|número de (?:reseñas|opiniones)|reseñas|opiniones|numero (?:di )?recensioni|recensioni|aantal "
            + @"beoordelingen)\s*[:|=]\s*(?<n>\d[\d.,]*)(?<m>(?!))?",
        RegexOptions.IgnoreCase
    );
    private static readonly Regex InBrackets = new(@"^\s*\((?<n>\d[\d.,]*)(?<m>(?!))?\)\s*$");
    private const string Year = @"(?<y>1[5-9]\d\d|20[0-4]\d)";
    private static readonly Regex Rated = new(
        @"(?:\brat(?:ed|ing)(?: of| is|:| at)?|\bstars?:?|★+☆?|⭐+|\baverage(?: of)?|\bscore(?: of|:)?|\bbewertung(?:en)?:?(?: "
            + @"von)?|\bbewertet mit|\bdurchschnitt(?:lich)?|\bnote(?: moyenne)?(?: de)?:?|\bnotée?s?|\bpuntuación(?: media)?(?: "
            + @"de)?:?|\bvaloración(?: media)?(?: de)?:?|\bvalorad[oa]s? "
            + @"con|\bon|\bmit)?\s{0,3}(?<![\d.,€£$])(?<v>[1-5](?:[.,]\d{1,2})?|10|[6-9](?:[.,]\d)?)\s*"
            + @"(?:/|out of|von|sur|de|of|su|van|stars? out of)\s*(?<of>5|10)(?:[.,]0)?(?!\d)\s*(?:stars?|sternen?|étoiles|estrellas)?",
        RegexOptions.IgnoreCase
    );
    private static readonly Regex RatedReverse = new(
        @"(?:(?:★+☆?|⭐+)\s*(?<v>[1-5][.,]\d{1,2})|(?<![\d.,€£$])(?<v>[1-5][.,]\d{1,2})\s*(?:★+|⭐+|stars?|sternen?|étoiles|"
            + @"estrellas|\(\s?\d[\d.,]*\s?\)|\(?\s?·?\s?\d[\d.,]*\s*(?:reviews?|ratings?|google "
            + @"reviews|bewertungen|rezensionen|avis|opiniones|reseñas|valoraciones|recensioni|beoordelingen))|"
            + @"(?<![\d.,€£$])(?<v>[1-5][.,]\d{1,2})\s*(?:on "
            + @")?(?:average|avg|out of five|im durchschnitt|en moyenne|de moyenne|de "
            + @"media)|\b(?:reviews?|rated|rating|bewertung|note|valoración|puntuación|sterne|stars)\b\s*(?:of|is|:|\||von|"
            + @"de)?\s*(?<v>[1-5][.,]\d{1,2}))(?!\s?(?:km|m\b|%|€|£))",
        RegexOptions.IgnoreCase
    );
    private static readonly Regex Count = new(
        @"(?<n>\d{1,3}(?:[.,’' "
            + @"]\d{3})+|\d{1,6})\s*(?:\p{Lu}?\p{L}+\s){0,2}?(?:reviews?|ratings?|customers?|votes?|bewertungen|rezensionen|"
            + @"kundenbewertungen|kundinnen|kunden|stimmen|recensioni|beoordelingen|avis|évaluations|clients|opiniones|reseñas|"
            + @"valoraciones|clientes|"
            + @"people)\b|(?:reviews?|ratings?|bewertungen|rezensionen|avis|opiniones|reseñas|n_rev|review "
            + @"count)\s*[:|(]\s*(?<m>\d{1,3}(?:[.,]\d{3})+(?!\d)|\d+(?![.,]?\d))|(?<=[1-5][.,]\d(?:\s?/\s?5)?\s?(?:stars?|sterne|étoiles|"
            + @"estrellas|★+|⭐+)?\s?)\(\s?(?<m>\d[\d.,]*)\s?\)",
        RegexOptions.IgnoreCase
    );
    private static readonly Regex Lone = new(@"^\W{0,3}([1-5][.,]\d)\W{0,8}$");
    private static readonly Regex RatingWord = new(
        @"\b(?:rat(?:ed|ing)|stars?|reviews?|sterne?n?|bewert\w+|note|notée?|étoiles|avis|estrellas|valora\w+|puntua\w+|opiniones)\b|★|⭐",
        RegexOptions.IgnoreCase
    );
    private static readonly Regex Digits = new(@"\D");
    private static readonly Regex Since = new(
        @"\b(?:(?<strong>(?:opened|started|launched|begun)(?= ?[:|=]?\s*\d{4}\b(?![-/]))|year opened|meisterbetrieb seit|"
            + @"established(?: in)?|est\.?d?|founded(?: in| by [\w .]+? in)?|family[- ](?:run|owned|business|firm) "
            + @"since|(?:in|been in) business since|trading since|started (?:(?:the|this) (?:business|firm|shop|company) |it |up |trading "
            + @"|out )?(?:in)?|(?:opened|founded|started|established|set up|began)[^.;\d]{0,40}?\bin|(?:abrió|abrieron|fundó|fundaron|"
            + @"empezó|empezaron|empecé|montó|a "
            + @"ouvert|a fondé|a créé|eröffnete|gründete)[^.;\d]{0,40}?\b(?:en|im jahr|in)|since when\?|when (?:was|did)[^?]{0,40}\?|set "
            + @"up (?:the (?:business|firm|shop|company) )?(?:in|back in)|opened (?:the "
            + @"(?:shop|workshop|doors?|café|salon|business|practice|studio) )?(?:our doors )?(?:in|back in)|began (?:trading )?in|going "
            + @"since|here since|at it since|since|gegründet(?: im jahr| in| im| \w+)?|gründung(?:sjahr)?:?|gegr\.|familienbetrieb "
            + @"seit|eröffnet(?: im jahr| in)?|besteht seit|bestehen seit|seit(?: dem jahr)?|fondée?s?(?: par [\w .]+?)? en|créée?s? "
            + @"en|maison fondée en|ouverte?s? en|ouvert depuis|depuis(?: l'année)?|existe depuis|fundad[oa]s?(?: por [\w .]+?)? "
            + @"en|fundación:?|abierto desde|abrimos en|empezamos en|creada? en|fondat[oai](?: da [\w .]+?)? nel|nat[oa] nel|"
            + @"apert[oa] (?:nel|dal)|dal(?: lontano)?|opgericht(?: in)?|sinds|desde(?: el año)?|founded:?|year founded:?|year "
            + @"established:?|gründungsjahr:?|année de création:?|año de fundación:?)|depuis|since)\s*[:|=]?\s*(?:around |about |ca\. "
            + @"|etwa )?"
            + Year
            + @"\b(?!\s?(?:€|£|CHF|m\b|km|reviews))",
        RegexOptions.IgnoreCase
    );
    private static readonly Regex Founding = new(
        @"\b(?:found|fond|ouvert|créé|gegründ|gründ|fund|est|opgericht|started the)",
        RegexOptions.IgnoreCase
    );
    private static readonly Regex ShortYear = new(
        @"\b(?:since|est\.?|established|seit|depuis|desde|dal|sinds)\s['’](\d\d)(?!\d)",
        RegexOptions.IgnoreCase
    );
    private static readonly Regex Hobby = new(@"\b(?:hobby|side project|market stall|evening class)\b[^.;]*$", RegexOptions.IgnoreCase);
    private static readonly Regex OneYear = new(@"\b(?:1[5-9]\d\d|20[0-4]\d)\b");
    private static readonly Regex SomethingElse = WordPattern.Of("proof-finder/something-else", RegexOptions.IgnoreCase);
    private static readonly Regex NotSince = WordPattern.Of("proof-finder/not-since", RegexOptions.IgnoreCase);
    private static readonly Regex Wrong = new(@"\b(?:not|nicht|pas|no)\s*$", RegexOptions.IgnoreCase);
    private static readonly Regex Member = new(
        @"\b(?<how>(?:full |proud |registered )?members? of|member:|accredited by|(?:fully )?certified by|registered with|approved "
            + @"by|licensed by|qualified with|chartered by|regulated by|recognised by|Mitglied (?:im|in der|bei "
            + @"der|beim|des|der)|zertifiziert (?:durch|nach|von)|anerkannt (?:durch|von)|eingetragen (?:bei|in)|membre (?:de la|du|de "
            + @"l'|de l’|des|de)|certifiée?s? (?:par|par la|par le)?|agréée?s? (?:par)?|adhérente? (?:à la|au|de la|du)|miembros? (?:de "
            + @"la|del|de)|certificad[oa]s? por|acreditad[oa]s? por|colegiad[oa] (?:en|del|de))\s+(?:the |den |die |der |dem |la |le "
            + @"|l'|el "
            + @")?(?<body>\p{Lu}[\p{L}\d&'’-]*(?:\s+(?:of|for|and|the|de|des|du|der|für|und|la|le|&|del|los|las|et|y|"
            + @"\p{Lu}[\p{L}\d&'’-]*|\d{3,5}))*)"
    );
    private static readonly Regex Certificate = new(
        @"\b(?:Meisterbetrieb|Meisterbrief|Kfz-Meisterbetrieb|ISO \d{4,5}|(?:City|Guild) (?:&|and) \w+ Level \d|NVQ (?:Level "
            + @")?\d|Level \d (?:Diploma|Certificate|NVQ)(?: in [\p{L} ]{3,30})?|Maître artisan|Artisan d'art|Qualibat|RGE|EU[- "
            + @"]Bio|Bio-zertifiziert)\b"
    );
    private static readonly Regex Lapsed = new(
        @"\b(?:lapsed|expired|former|used to be|no longer|abgelaufen|ehemalig\w*|ancien|caducad\w+)\b",
        RegexOptions.IgnoreCase
    );
    private static readonly Regex RegNumber = new(
        @"(?:no\.?|number|nr\.?|n°|nº|\()\s*:?\s*([A-Z]{0,4}[- ]?\d[\w/-]{2,})",
        RegexOptions.IgnoreCase
    );
    private static readonly Regex Vat = new(
        @"\b(?:VAT(?: (?:no|number|reg(?:istration)?|reg no))?\.?|USt-?Id(?:Nr)?\.?(?:-Nr\.)?|Umsatzsteuer-ID|TVA(?: "
            + @"intracommunautaire)?|NIF|CIF|BTW(?:-nr)?|ABN|UID)\s*:?\s*((?:[A-Z]{2,3}[- ]?)?[\dA-Z][\d A-Z.-]{6,16}\d[A-Z]?)"
    );
    private static readonly Regex Company = new(
        @"\b(?:company (?:no|number|registration(?: number)?|reg\.? no)\.?|registered "
            + @"(?:no|number)\.?|SIRET|SIREN|KvK(?:-nummer)?|ACN|HRB|HRA)\s*:?\s*((?:[A-Z]{2})?\d[\d ]{4,17}\d)",
        RegexOptions.IgnoreCase
    );
    private static readonly Regex Insurance = new(
        @"(?:[£€$]|CHF|EUR)\s?(?<n>\d[\d.,']*)\s?(?<m>m\b|mn\b|million|mio\.?|millionen)?(?=[^.;]{0,40}(?:liability|insurance|"
            + @"insured|cover|haftpflicht|responsabilité|indemnity|responsabilidad))|(?:liability|insured|insurance|cover|"
            + @"haftpflicht\w*|responsabilité "
            + @"civile|responsabilidad "
            + @"civil)[^.;\d]{0,40}(?:[£€$]|CHF|EUR)?\s?(?<n2>\d[\d.,']*)\s?(?<m2>m\b|mn\b|million|mio\.?|millionen|millions|millones)?",
        RegexOptions.IgnoreCase
    );
    private static readonly Regex Quoted = new(@"[“""„«]\s?(?<q>[^“”""„«»]{20,600}?)\s?[”""“»]");
    private static readonly Regex Author = new(
        @"^\s*[,.]?\s*(?:[–—-]|\(|~|by|von|par|de|says|said|writes|schrieb|sagt)\s*(?<n>(?:Mr|Mrs|Ms|Dr|Frau|Herr|M\.|Mme|Sr\.?|"
            + @"Sra\.?)?\.?\s?\p{Lu}[\p{L}.'’-]*(?:\s(?:\p{Lu}[\p{L}.'’-]*|von|van|de|la))*)",
        RegexOptions.None
    );
    private static readonly Regex AuthorLine = new(
        @"^\s*[–—~-]?\s*(?<n>(?:Mr|Mrs|Ms|Dr|Frau|Herr|M\.|Mme|Sr|Sra)?\.?\s?\p{Lu}[\p{L}.'’-]*(?:\s(?:\p{Lu}[\p{L}.'’-]*|von|van|"
            + @"de|la)){0,3})\s*(?:,.{0,50}|\(.{0,40}\))?$"
    );
    private static readonly Regex Speaker = new(
        @"(?<!\p{L})(?<n>\p{Lu}\p{L}{1,40}(?:\s\p{Lu}[\p{L}.]{0,40}){0,2})[^“""]{0,40}(?:wrote|said|says|writes|schrieb|sagt|meint|écrit|a "
            + @"dit|dijo|escribió)?\s*:\s*$"
    );
    private static readonly Regex ReviewHead = new(
        @"\b(?:reviews?|testimonials?|say|kundenstimmen|bewertungen|avis|témoignages|opiniones|reseñas|testimonios)\b",
        RegexOptions.IgnoreCase
    );
}
