using System.Text.RegularExpressions;
using Plurimax.Facts;
using Plurimax.Trades;

namespace Plurimax.Reading.Finders;

/// <summary>What the business does: lists under a heading, "we do …" sentences, and the services of the trade's template by name.</summary>
public static class ServiceFinder
{
    public static IEnumerable<Candidate> Find(TextFrame frame, TradeTemplate? template)
    {
        var found = new List<(string Text, int Line, int At, double Confidence, int Order)>();
        var refused = new HashSet<string>(StringComparer.OrdinalIgnoreCase);
        for (var i = 0; i < frame.Lines.Length; i++)
        {
            var line = frame.Line(i);
            if (line.Length == 0 || !frame.Usable(i) || frame.MailHeader(i))
                continue;
            if (NoMore.Match(line) is { Success: true } no)
                foreach (var s in Cut(no.Groups[1].Value))
                    refused.Add(Key(s));
            if (frame.Past(i))
                continue;
            // An item that is taken back in the same breath: "Tamales: ya no hacemos tamales", "leather repair kits (dropped)".
            if (line.Length < 160 && GivenUp.IsMatch(line))
            {
                foreach (var s in Cut(GivenUp.Replace(line, " ").Split('.', ':')[0]))
                    refused.Add(Key(s));
                if (frame.Lines[i].Role == LineRole.Item)
                    continue;
            }
            foreach (Match none in NoneOf.Matches(line))
                refused.Add(Key(none.Groups[1].Value));
            var under = frame.Under(i);
            if (Heading.IsMatch(under) && under != line && !NotServices.IsMatch(under))
            {
                if (frame.Lines[i].Role is LineRole.Item)
                    Add(ItemName(line), i, 0, .92);
                else if (frame.Lines[i].Role is LineRole.Row)
                    Add(ItemName(line.Split(" | ")[0]), i, 0, .85);
                else if (frame.Lines[i].Role is LineRole.Heading)
                    Add(ItemName(line), i, 0, .9);
                else if (line.Contains(',') && !Verb.IsMatch(line) && line.Length < 260)
                    foreach (var s in Cut(line))
                        Add(s, i, 0, .88);
                else if (line.Length < 45 && !line.EndsWith('.') && !Verb.IsMatch(line))
                    Add(ItemName(line), i, 0, .85);
            }
            // The heading and its list on one line: "Services: a, b and c".
            if (Inline.Match(line) is { Success: true } inline && !NotServices.IsMatch(inline.Groups["head"].Value))
                foreach (var s in Cut(inline.Groups["list"].Value))
                    Add(s, i, inline.Groups["list"].Index, .9);
            else if (frame.Said(i, "service") is { Length: > 2 } offered && !NotServices.IsMatch(line[..frame.Label(i).From]))
            {
                if (frame.Label(i).From == 0 && frame.Lines[i].Role == LineRole.Item)
                    Add(ItemName(line), i, 0, .9);
                else
                    foreach (var s in Cut(offered.Split(". ")[0]))
                        Add(s, i, frame.Label(i).From, .88);
            }
            // A bare list in notes: "rewiring, fuse boards, EV chargers".
            if (BareList(frame, i, line) is { Count: > 2 } bare)
                foreach (var s in bare)
                    if (!PointFinder.SpeaksFor(s))
                        Add(s, i, 0, .7);
            // "Six-piece band for weddings, harvest suppers and school dances", "Wooden toys and puppet repairs in Hobb Dale".
            if (Sort.Match(line) is { Success: true } sort && !Labelled.IsMatch(line))
            {
                var sorts = Cut(sort.Groups["list"].Value).ToList();
                // "Smith and Sons in Hallow" are people.
                if (sorts.All(s => Words.Count(s) < 5) && (frame.Language == "de" || !sorts.Skip(1).Any(s => char.IsUpper(s[0]))))
                    foreach (var s in sorts)
                        Add(s, i, sort.Groups["list"].Index, .6);
            }
            // A listing: "Offers takeout: Yes".
            foreach (Match m in Ticked.Matches(line))
                Add(m.Groups["what"].Value, i, m.Index, .6);
            foreach (Match m in Offer.Matches(line))
            {
                var (a, b) = TextFrame.Clause(line, m.Index, m.Length);
                var clause = line[a..b];
                if (Cues.NotTheirs(line[a..m.Index]) || Cues.Past(line[a..m.Index]) || m.Groups["neg"].Success)
                {
                    if (m.Groups["neg"].Success)
                        foreach (var s in Cut(m.Groups["list"].Value))
                            refused.Add(Key(s));
                    continue;
                }
                var list = m.Groups["list"].Value;
                list = Tail.Split(list)[0];
                var items = Cut(list).ToList();
                foreach (var s in items)
                    Add(s, i, m.Groups["list"].Index, items.Count > 1 ? .85 : .7);
            }
        }
        if (template is not null)
            FromTemplate(frame, template, (t, l, a) =>
            {
                if (
                    !found.Any(f =>
                        Key(f.Text).Contains(Key(t), StringComparison.Ordinal) || Key(t).Contains(Key(f.Text), StringComparison.Ordinal)
                    )
                )
                    found.Add((t, l, a, .72, frame.Order(l)));
            });
        var seen = new HashSet<string>();
        foreach (var f in found.OrderByDescending(f => f.Confidence).ThenBy(f => f.Line))
            if (
                seen.Add(Key(f.Text))
                && !refused.Any(r => r.Length > 2 && Key(f.Text) is var key && (key == r || r.EndsWith(" " + key)))
                && seen.Count <= 60
            )
                yield return new Candidate(
                    "services",
                    new ListValue([f.Text]),
                    f.Confidence,
                    frame.Source.Around(f.Line, Math.Max(0, frame.Line(f.Line).IndexOf(f.Text, StringComparison.Ordinal)), f.Text.Length),
                    "service"
                );

        void Add(string? text, int line, int at, double confidence)
        {
            if (text is null)
                return;
            text = text.Trim();
            if (
                text.Length is < 3 or > 70
                || text[0] is '(' or ')'
                || NotDone.IsMatch(text)
                || !text.Any(char.IsLetter)
                || Words.Count(text) > 8
                || Bad.IsMatch(text)
                || HoursWords.FullDay(Words.Match(text).Value) >= 0
            )
                return;
            if (text.Contains('@') || text.Contains("http", StringComparison.Ordinal) || text.EndsWith('?'))
                return;
            found.Add((text, line, at, confidence, frame.Order(line)));
        }
    }

    /// <summary>What has a price is done or sold here, unless something like it is named already.</summary>
    /// <param name="sure">From which confidence on a service counts as named.</param>
    public static IEnumerable<Candidate> Priced(IReadOnlyCollection<Candidate> found, double sure)
    {
        var named = found.Where(c => c.Fact == "services" && c.Confidence >= sure).Select(c => Key(((ListValue)c.Value).Items[0])).ToList();
        foreach (var price in found.Where(c => c.Fact == "prices" && c.Confidence >= .7).ToList())
        foreach (var line in ((PricesValue)price.Value).Lines)
        {
            var text = PerUnit.Replace(line.Service, "").Trim(' ', ',', '-', '–');
            var key = Key(text);
            if (
                text.Length is < 4 or > 50
                || Words.Count(text) > 6
                || Bad.IsMatch(text)
                || NoWork.IsMatch(text)
                || named.Any(n => n.Contains(key, StringComparison.Ordinal) || key.Contains(n, StringComparison.Ordinal))
            )
                continue;
            named.Add(key);
            yield return new Candidate("services", new ListValue([text]), .56, price.Snippet, "it has a price");
        }
    }

    public static string Key(string s) =>
        string.Join(
            ' ',
            Words
                .Matches(s.ToLowerInvariant())
                .Select(m => m.Value)
                .Where(w => w is not ("and" or "und" or "et" or "y" or "the" or "of" or "de" or "für" or "for"))
                .Select(w => w.Length > 4 ? w.TrimEnd('s') : w)
        );

    private static void FromTemplate(TextFrame frame, TradeTemplate template, Action<string, int, int> add)
    {
        foreach (var name in template.ServicesInOrder.SelectMany(s => s.Names).Distinct())
        {
            if (name.Length < 5)
                continue;
            for (var i = 0; i < frame.Lines.Length; i++)
            {
                if (!frame.Usable(i) || frame.Past(i))
                    continue;
                var at = frame.Line(i).IndexOf(name, StringComparison.OrdinalIgnoreCase);
                if (at < 0 || Cues.Negated(frame.Line(i)[Math.Max(0, at - 25)..at]))
                    continue;
                add(frame.Line(i).Substring(at, name.Length), i, at);
                break;
            }
        }
    }

    private static List<string>? BareList(TextFrame frame, int i, string line)
    {
        if (
            frame.Lines[i].Role is LineRole.Row or LineRole.Heading
            || NotServices.IsMatch(frame.Under(i))
            || frame.InSignature(i)
            || Labelled.IsMatch(line)
        )
            return null;
        var sentence = line.Split(". ")[0];
        var marks = sentence.Count(c => c is ',' or '·' or '⋅' or '•');
        if (
            marks < 1
            || marks < 2 && !LastOfList.IsMatch(sentence)
            || sentence.Any(char.IsDigit)
            || sentence.Length > 220
            || Verb.IsMatch(sentence)
        )
            return null;
        var parts = Cut(sentence).ToList();
        if (parts.Any(p => Words.Count(p) > 5) || TradeLexicon.Hits(line).FirstOrDefault().Trade is not null && parts.Count < 3)
            return null;
        // Towns and names begin with capitals, work does not (German nouns do).
        var capitals = parts.Skip(1).Count(p => char.IsUpper(p[0]) && !(p.Length > 1 && char.IsUpper(p[1])));
        return !sentence.Contains(',') ? parts
            : capitals > (frame.Language == "de" ? parts.Count : parts.Count / 3) ? null
            : parts;
    }

    /// <summary>The name at the head of a list item; what explains it or costs comes after.</summary>
    private static string? ItemName(string line)
    {
        var text = Price.Replace(line, "");
        var cut = Explains.Match(text);
        if (cut.Success && cut.Index > 2)
            text = text[..cut.Index];
        text = text.Trim(' ', '.', ',', ':', ';', '-', '–', '|', '…', '·', '*', '•', '✓', '✔');
        return text.Length is > 2 and < 70 ? text : null;
    }

    private static IEnumerable<string> Cut(string list)
    {
        var text = Paren.Replace(list, "").Trim(' ', '.', '!', ':');
        foreach (var raw in Split.Split(text))
        {
            var s = Lead.Replace(raw.Trim(' ', '.', ';', ',', '–', '-', ':'), "").Trim();
            s = Price.Replace(s, "").Trim(' ', ',', '.', '-', '–');
            s = Trailing.Replace(s, "");
            if (s.Length > 2)
                yield return s;
        }
    }

    private static readonly Regex Heading = WordPattern.Of("service-finder/heading", RegexOptions.IgnoreCase);
    private static readonly Regex NotServices = new(
        @"\b(?:don'?t|do not|not offered|no longer|nicht|keine|wanted on the site|pages?|of others)\b",
        RegexOptions.IgnoreCase
    );
    private static readonly Regex Inline = new(
        @"^\W*(?<head>(?:(?:she|he|they|client) (?:wants?|does|offers?|sells?)|(?:our |my |main |the |"
            + @"all )?services(?: offered| include)?|services \w+(?: \w+){0,3}|what (?:we|they|he|she) "
            + @"do(?:es)?|treatments?|repairs|specialit(?:y|ies)|speciali[sz]es in|work|does|offers|classes|leistungen|unsere "
            + @"leistungen|angebot|schwerpunkte|behandlungen|prestations|nos prestations|services "
            + @"proposés|activités|spécialités|servicios|nuestros servicios|especialidades|trabajos|servizi|i nostri servizi|diensten|"
            + @"onze diensten|wij (?:maken|doen|verkopen|repareren)|"
            + @"facciamo|offriamo|ce que nous faisons|lo que hacemos|wir machen|wir bieten))\s*[:|]\s*(?<list>[^:]{4,300})$",
        RegexOptions.IgnoreCase
    );
    private static readonly Regex Offer = new(
        @"(?:\b(?:we|i|they|he|she|the "
            + @"(?:shop|firm|team|business|workshop))\s+(?:(?:mainly|mostly|also|now|still|can|will|usually|both|currently|only|"
            + @"really)\s+){0,2}(?<neg>(?:no "
            + @"longer|don'?t|do "
            + @"not|doesn'?t|never|won'?t|stopped)\s+(?:\w+ing\s+)?)?(?:do|does|offer|offers|provide|provides|repair|repairs|"
            + @"speciali[sz]es? "
            + @"in|cover|covers|handle|take on|takes on|undertake|carry "
            + @"out|make|makes|teach|teaches|fit|install|sell|sells|treat|treats)|\b(?:services include|including|bread and butter "
            + @"is|work is mostly|mostly|mainly|specialising in|speciali[sz]ed in|speciality is|specialities "
            + @"are)|\b(?:wir|ich|er|sie)\s+(?:auch\s+|hauptsächlich\s+|vor "
            + @"allem\s+)?(?:bieten|machen|reparieren|biete|mache|bietet|macht|übernehmen|übernehme|führen|erledigen|fertigen|"
            + @"restaurieren|verlegen|stimmen|behandeln|unterrichten)(?:\s+(?:auch|außerdem|zudem|vor "
            + @"allem|hauptsächlich|alles|Ihnen))?|\b(?:spezialisiert auf|unser angebot umfasst|dazu gehören|wir sind spezialisiert "
            + @"auf)|\b(?:nous|je|on)\s+(?:proposons|propose|faisons|fais|fait|réalisons|réalise|réparons|répare|offrons|"
            + @"assurons|assure|fabriquons|fabrique|effectuons|effectue|posons)(?:\s+(?:aussi|également|surtout|"
            + @"principalement))?|\b(?:spécialisée?s? "
            + @"(?:dans|en)|nos prestations "
            + @"comprennent)|\b(?:ofrecemos|hacemos|realizamos|reparamos|fabricamos|instalamos|ofrezco|hago|reparo|nos dedicamos "
            + @"a|especializad[oa]s? en|nuestros servicios incluyen)(?:\s+(?:también|además|sobre todo))?)\s*:?\s+(?<list>[^.!?;:]{3,260})",
        RegexOptions.IgnoreCase
    );
    private static readonly Regex NoMore = new(
        @"\b(?:we|i) (?:don'?t do|do not do|no longer (?:do|offer)|don'?t offer|stopped doing|have "
            + @"stopped)\s+([^.!?;]{3,120})|\b(?:machen wir nicht(?: mehr)?|bieten wir nicht(?: mehr)? an)\b|nous ne "
            + @"(?:faisons|proposons) (?:pas|plus) (?:de |d')?([^.!?;]{3,100})|(?:ya )?no (?:hacemos|ofrecemos) ([^.!?;]{3,100})",
        RegexOptions.IgnoreCase
    );
    private static readonly Regex Tail = WordPattern.Of("service-finder/tail", RegexOptions.None);
    private static readonly Regex Split = new(
        @"\s*[,;•·⋅|]\s*(?:and\s+|und\s+|et\s+|y\s+|sowie\s+|or\s+|plus\s+)?|\s+(?:and|und|et|sowie|plus|ainsi que|as well "
            + @"as|y|e|or|oder|ou|&)\s+",
        RegexOptions.IgnoreCase
    );
    private static readonly Regex Sort = new(
        @"\b(?:for|für|pour|para|per|voor)\s(?<list>\p{Ll}[^.:;!?()\d]{3,60},\s[^.:;!?()\d]{3,80})(?:[.!]|$)|"
            + @"^(?<list>\p{Lu}\p{Ll}+[^.:;!?()\d,]{2,40}(?:,[^.:;!?()\d,]{2,40}){0,4}\s(?:and|und|et|y|e|"
            + @"en)\s[^.:;!?()\d,]{3,40}?)\s(?:in|à|en|a)\s\p{Lu}",
        RegexOptions.CultureInvariant
    );
    private static readonly Regex PerUnit = new(
        @"\s*\b(?:per|a|an|each|pro|je|par|la|por|al|per|all'|all’)\s(?:hour|day|night|week|person|head|visit|pair|bundle|"
            + @"dozen|kg|item|m²?|"
            + @"stunde|tag|nacht|woche|person|stück|heure|jour|nuit|semaine|personne|hora|día|noche|semana|persona|ora|giorno|notte)\b.*$",
        RegexOptions.IgnoreCase
    );
    private static readonly Regex NoWork = new(
        @"\b(?:deposit|minimum|delivery|lieferung|livraison|envío|consegna|bezorging|tourist tax|kurtaxe|taxe|tasa|"
            + @"call[- ]?out|anzahlung|kaution|anfahrt|acompte|caution|déplacement|depósito|desplazamiento|rate|surcharge|"
            + @"postage|shipping|versand|hour(?:ly)?|half|full|adult|under)\b",
        RegexOptions.IgnoreCase
    );
    private static readonly Regex Ticked = new(
        @"(?:^|\s{2,}|[·⋅•|]\s)(?:offers |accepts |takes |has |bietet )?(?<what>\p{L}[\p{L} -]{3,30}):\s*(?:yes|ja|oui|sí|si)\b|"
            + @"\b(?:yes|no|ja|nein|oui|non|sí)\s+(?:offers |takes |has )?(?<what>\p{L}[\p{L} -]{3,30}):\s*(?:yes|ja|oui|sí|si)\b",
        RegexOptions.IgnoreCase
    );
    private static readonly Regex GivenUp = new(
        @"\b(?:ya no (?:hacemos|vendemos|ofrecemos)|used to (?:do|make|sell|offer)|no longer (?:do|make|sell|offer)|"
            + @"gave up|given up|dropped|"
            + @"discontinued|(?:machen|bieten|verkaufen) wir nicht mehr|nicht mehr|(?:ne|n')\s?(?:fait|faisons|vend|vendons|"
            + @"propose|proposons) plus|non (?:facciamo|vendiamo) più|"
            + @"doen we niet meer|niet meer)\b",
        RegexOptions.IgnoreCase
    );
    private static readonly Regex NoneOf = new(
        @"(?:^|[.;,(]\s?|\b(?:but|aber|mais|pero|ma|maar)\s)(?:no|NO|kein\w*|pas de"
            + @"|sin|niente|geen)\s(\p{L}[\p{L} -]{3,30}?)(?=[.,;)!""”]|$)"
    );
    private static readonly Regex NotDone = new(
        @"^(?:not|never|they|used to|stopped|other days|nicht|pas|non fa)\b|\b(?:closed|used to|kein\w*|nicht)\b|\bonly$",
        RegexOptions.IgnoreCase
    );
    private static readonly Regex LastOfList = new(@",\s[^,]{3,60}\s(?:and|und|et|y|e|en|&|\+)\s[^,]{3,40}$", RegexOptions.IgnoreCase);
    private static readonly Regex Labelled = new(@"^[\p{L} ]{2,30}:\s");
    private static readonly Regex Lead = new(
        @"^(?:(?:and|und|et|y|also|as well as|all (?:kinds|sorts|types) of|all|any|the|a|an|some|of course|mostly|mainly|things "
            + @"like|like|such as|everything from|lots of|a lot of|full|auch|alle(?: arten von)?|die|der|das|den|eine?n?|vor "
            + @"allem|hauptsächlich|z\.\s?b\.|natürlich|le|la|les|l'|l’|des|du|de la|de l'|de l’|d'|d’|tous (?:types|les travaux) "
            + @"de|toute|un|une|de|surtout|el|los|las|una?|todo tipo de|sobre todo|toda clase "
            + @"de|to|our|your|unsere?|nos|nuestr[oa]s?)\s*(?<=[\s'’]))+",
        RegexOptions.IgnoreCase
    );
    private static readonly Regex Trailing = new(
        @"\s+(?:too|as well|etc\.?|and so on|and more|usw\.?|u\.\s?a\.|mehr|aussi|también|etcétera|each|now|these "
            + @"days|an|at|of|for|in|with|mostly|auch|durch|ab)$",
        RegexOptions.IgnoreCase
    );
    private static readonly Regex Paren = new(@"\([^)]*\)");
    private static readonly Regex Price = new(
        @"[\s.:–—-]{0,40}(?:\b(?:from|ab|dès|desde|à partir "
            + @"de)\s+)?(?:[£€$]\s?\d[\d.,]{0,12}|\d[\d.,]{0,12}\s?(?:€|£|EUR|CHF|pounds?|euros?|quid|dollars?)|"
            + @"(?:CHF|Fr\.)\s?\d[\d.,]*).*$",
        RegexOptions.IgnoreCase
    );
    private static readonly Regex Explains = new(@"\s[–—-]\s|:\s|\s\(|\.\s|\s\|\s|,\s(?:from|ab|including|with|for|incl)");
    private static readonly Regex Verb = new(
        @"\b(?:is|are|was|were|will|can|have|has|please|we|you|they|i|ist|sind|wir|sie|haben|nous|vous|est|sont|avons|somos|es|son|"
            + @"hacemos)\b",
        RegexOptions.IgnoreCase
    );
    private static readonly Regex Words = new(@"[\p{L}\d'’]+");
    private static readonly Regex Bad = new(
        @"^(?:home|about|contact|more|news|blog|gallery|faq|read more|book "
            + @"now|it|them|that|this|things?|more|others?|everything|anything|something|nothing|a "
            + @"lot|jobs?|work|so|most|both|sense|well|you|us|well enough|not|a living|a website|mehr|alles|das|viel|spaß|kontakt|über "
            + @"uns|accueil|tout|cela|beaucoup|inicio|todo|mucho|contacto|the "
            + @"same|sure|better|business|mistakes?|people|customers|friends|plans?|pages?|money)$|\b(?:website|web "
            + @"site|webseite|homepage|logo|page|minutes|hours?|weeks?|miles?|uhr|appointment "
            + @"only|reviews?|years?|closed|open|phone|e-?mail|deadline|budget|sure that|difference|sense)\b|[£€$]|^\d",
        RegexOptions.IgnoreCase
    );
}
