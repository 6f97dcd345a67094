using System.Text.RegularExpressions;
using Plurimax.Facts;
using Plurimax.Text;
using Plurimax.Trades;

namespace Plurimax.Reading.Finders;

/// <summary>
/// The name of the business. Labels and "we are called" say it outright; else the line a listing begins with, the title of a page,
/// the line under a signature, or the capitalised words that the text and its addresses agree on.
/// </summary>
public static class NameFinder
{
    private sealed record Guess(string Name, double Score, int Line, int At);

    /// <param name="hosts">Domains of the client's own site and mail.</param>
    /// <param name="places">Addresses that were found: a name stands beside or above one.</param>
    public static IEnumerable<Candidate> Find(TextFrame frame, IReadOnlyList<string> hosts, IReadOnlyList<Candidate> places)
    {
        var guesses = new List<Guess>();
        var lines = frame.Lines;
        for (var i = 0; i < lines.Length; i++)
        {
            var line = frame.Line(i);
            if (line.Length == 0 || frame.Others(i))
                continue;
            if (frame.Usable(i) && frame.Said(i, "name") is { Length: > 1 and < 70 } called)
                Add(Introduced.Replace(called, "").Split(". ")[0], .95, i, frame.Label(i).From);
            foreach (Match m in Asked.Matches(line.EndsWith('?') && i + 1 < lines.Length ? line + " " + frame.Line(i + 1) : line))
                Add(m.Groups["n"].Value, .95, line.EndsWith('?') ? i + 1 : i, 0);
            foreach (Match m in Subject.Matches(line))
                if (
                    frame.Usable(i)
                    && !frame.MailHeader(i)
                    && m.Groups["n"].Value.Contains(' ')
                    && !Cues.NotTheirs(TextFrame.ClauseText(line, m.Index, m.Length))
                )
                    Add(m.Groups["n"].Value, Business.IsMatch(m.Groups["n"].Value) ? .76 : .55, i, m.Groups["n"].Index);
            if (frame.Usable(i) && !frame.MailHeader(i))
            {
                foreach (Match m in InParens.Matches(line))
                    if (
                        Business.IsMatch(m.Groups["n"].Value)
                        && TradeLexicon.OfLabel(m.Groups["n"].Value)?.Names.Contains(m.Groups["n"].Value, StringComparer.OrdinalIgnoreCase)
                            != true
                    )
                        Add(m.Groups["n"].Value, .76, i, m.Groups["n"].Index);
                foreach (Match m in BeforeAddress.Matches(line))
                    if (!Cues.NotTheirs(TextFrame.ClauseText(line, m.Index, m.Length)))
                        Add(m.Groups["n"].Value, Business.IsMatch(m.Groups["n"].Value) ? .8 : .66, i, m.Groups["n"].Index);
                if (i < 10 && lines[i].Role != LineRole.Row && BeforeTrade(line) is { } described)
                    Add(described, PersonName.IsMatch(described) && !Business.IsMatch(described) ? .64 : .83, i, 0);
                if (
                    i > 0
                    && i < 8
                    && lines[i].Role != LineRole.Row
                    && line.Length < 50
                    && NameLike(line) is { } early
                    && Business.IsMatch(early)
                    && !early.Any(char.IsDigit)
                    && TradeLexicon.OfLabel(early)?.Names.Contains(early, StringComparer.OrdinalIgnoreCase) != true
                )
                    Add(early, .72, i, 0);
                if (
                    Predicate.Match(line) is { Success: true } p
                    && p.Groups["n"].Value.Contains(' ')
                    && !Amount.IsMatch(p.Groups["rest"].Value)
                    && TradeLexicon.OfLabel(p.Groups["rest"].Value) is not null
                )
                    Add(p.Groups["n"].Value, .86, i, p.Groups["n"].Index);
            }
            foreach (Match m in Possessive.Matches(line))
                if (frame.Usable(i) && !frame.MailHeader(i) && !Cues.NotTheirs(TextFrame.ClauseText(line, m.Index, m.Length)))
                    Add(m.Value, .7, i, m.Index);
            if (frame.Usable(i) && i < 14 && Dashes.Split(Signs.Replace(line, ""))[0].Trim() is { Length: > 4 and < 50 } bare)
                if (bare.Contains(' ') && !bare.Any(c => c is '@' or ':' or '.') && hosts.Any(h => HostFits(h, bare)))
                    Add(bare, .74, i, 0);
            // In a chat: "its Copperbeck Canoes".
            if (lines[i].By is not null && frame.Usable(i) && Answers.Match(line) is { Success: true } said)
                Add(said.Groups["n"].Value, .8, i, said.Groups["n"].Index);
            foreach (Match m in WeAre.Matches(line))
                if (frame.Usable(i) && Business.IsMatch(m.Groups["n"].Value))
                    Add(m.Groups["n"].Value, .82, i, m.Groups["n"].Index);
            foreach (Match m in Labelled.Matches(line))
                if (!frame.Agency(i))
                    Add(m.Groups["n"].Value, Cues.Correction(line) ? .97 : .95, i, m.Groups["n"].Index);
            foreach (Match m in Called.Matches(line))
                if (
                    !frame.Agency(i)
                    // The sentence that says it, not the next one that begins with a capital.
                    && TextFrame.ClauseText(line, m.Index, Math.Max(1, m.Groups["n"].Index - m.Index)) is var clause
                    && !Cues.NotTheirs(clause)
                    && !(Cues.Past(clause) && !Cues.Correction(line))
                )
                    Add(m.Groups["n"].Value, .93, i, m.Groups["n"].Index);
            foreach (Match m in OurFirm.Matches(line))
                if (frame.Usable(i) && !frame.Agency(i) && !Cues.NotTheirs(TextFrame.ClauseText(line, m.Index, m.Length)))
                    Add(m.Groups["n"].Value, .85, i, m.Groups["n"].Index);
            foreach (Match m in Copyright.Matches(line))
                Add(m.Groups["n"].Value, .82, i, m.Groups["n"].Index);
            foreach (Match m in Legal.Matches(line))
                if (frame.Usable(i) && !Cues.NotTheirs(TextFrame.ClauseText(line, m.Index, m.Length)) && !Cues.Credit(line))
                    Add(m.Groups["n"].Value, .78, i, m.Groups["n"].Index);
            foreach (Match m in NotesOf.Matches(line))
                if (i < 6 || lines[i].Role == LineRole.Heading)
                    // "call with Amrita at Blue Kettle Catering".
                    Add(m.Groups["n"].Value.Split(" at ")[^1], .86, i, m.Groups["n"].Index);
            foreach (Match m in PersonOf.Matches(line))
                if (
                    !Cues.MakesSites(m.Groups["n"].Value)
                    && !NotAFirm.IsMatch(m.Value)
                    && !frame.MailHeader(i)
                    && !Cues.NotTheirs(TextFrame.ClauseText(line, m.Index, m.Length))
                )
                    Add(m.Groups["n"].Value, .78, i, m.Groups["n"].Index);
            if (frame.MailHeader(i) && FromName.Match(line) is { Success: true } from && !Cues.MakesSites(line))
                Add(
                    from.Groups["n"].Value,
                    from.Groups["n"].Value.Any(char.IsLower) && Business.IsMatch(from.Groups["n"].Value) ? .7 : .3,
                    i,
                    from.Groups["n"].Index
                );
            if (frame.InSignature(i) && !frame.Agency(i) && Signature(line) is { } signed)
                Add(
                    signed,
                    Business.IsMatch(signed) ? .8
                        : PersonName.IsMatch(signed) || !signed.Contains(' ') ? .25
                        : .5,
                    i,
                    0
                );
        }
        // A listing or a page begins with its name.
        var first = Enumerable.Range(0, lines.Length).FirstOrDefault(i => lines[i].Text.Length > 0 && !frame.MailHeader(i), -1);
        if (
            first >= 0
            && lines[first].Role != LineRole.Row
            && !Occasion.IsMatch(frame.Line(first))
            && NameLike(frame.Line(first)) is { } head
        )
            Add(
                head,
                (frame.Line(first).Length < 60 || head.Length < 45 && head.Length < frame.Line(first).Length)
                && !frame.Line(first).EndsWith('.')
                && !frame.Line(first).EndsWith('!')
                    ? Business.IsMatch(head) || lines[first].Role == LineRole.Heading
                        ? .84
                        : .76
                    : .3,
                first,
                0
            );
        for (var i = 0; i < lines.Length; i++)
            if (lines[i].Role == LineRole.Heading && i != first && i < 30 && NameLike(frame.Line(i)) is { } h && Business.IsMatch(h))
                Add(h, .6, i, 0);
        foreach (Match m in Proper.Matches(frame.Source.Text))
        {
            var at = LineAt(frame, m.Index);
            if (
                !frame.Usable(at)
                || frame.MailHeader(at)
                || Cues.NotTheirs(
                    TextFrame.ClauseText(frame.Line(at), Math.Max(0, m.Index - lines[at].Start), Math.Min(m.Length, frame.Line(at).Length))
                )
            )
                continue;
            if (m.Index - lines[at].Start + m.Length <= frame.Line(at).Length && Business.IsMatch(m.Value))
                Add(m.Value, .5, at, m.Index - lines[at].Start);
        }
        foreach (var (beside, at, score) in BesideAddress(frame, places))
            Add(beside, score, at, 0);
        var text = frame.Source.Text;
        var scored = guesses
            .GroupBy(g => Key(g.Name))
            .Select(g =>
            {
                var best = g.MaxBy(x => x.Score)!;
                var times = Count(text, best.Name);
                var host = hosts.Any(h => HostFits(h, best.Name));
                return (
                    best.Name,
                    best.Line,
                    best.At,
                    Score: Math.Min(.98, best.Score + (host ? .12 : 0) + Math.Min(.06, .02 * (times - 1)) + (g.Count() > 2 ? .03 : 0))
                );
            })
            .OrderByDescending(s => s.Score)
            .ThenBy(s => s.Line)
            .ToList();
        foreach (var s in scored.Take(3))
            yield return new Candidate(
                "business.name",
                new TextValue(s.Name),
                s.Score,
                frame.Source.Around(s.Line, s.At, s.Name.Length),
                "name"
            );

        void Add(string raw, double score, int line, int at)
        {
            if (Tidy(raw) is { } name)
                guesses.Add(new Guess(name, score, line, at));
        }
    }

    private static readonly Regex Label = new(
        @"\b(?:address|anschrift|adresse|dirección|indirizzo|adres|find us|visit|tel|phone|open|office|registered|postal|kontakt|"
            + @"contact)\b",
        RegexOptions.IgnoreCase
    );
    private static readonly Regex Possessive = new(
        @"\b(?!(?:It|That|What|Here|There|Let|He|She|Who|Where|How|Owner|Client|Mother|Father|Today|Everyone|Everybody|Children|Ladies|"
            + @"Women|Men"
            + @"|Gents|Bird|Father|Valentine|New)['’]s)\p{Lu}\p{L}+['’]s\s\p{Lu}\p{L}+(?:\s(?:&\s)?\p{Lu}\p{L}+){0,2}"
    );
    private static readonly Regex Signs = new(@"[\p{So}\p{Sk}\p{Cs}\uFE0F\u200D★☆]+");
    private static readonly Regex ClockEnd = new(@"\s\d{1,2}(?:[.:]\d\d)?\s?(?:am|pm|uhr|h)?$", RegexOptions.IgnoreCase);
    private static readonly Regex Dashes = new(@"\s[-–—|·]\s");
    private static readonly Regex OfPerson = new(@"^(?<firm>.+\s\p{Lu}.+?)\s(?:di|de|von|van)\s\p{Lu}\p{Ll}+\s(?<last>\p{Lu}\p{Ll}+)$");
    private static readonly Regex Answers = new(
        @"^(?i:(?:yeah|yes|ja|oui|sí|sì|hi|hello|hallo|claro)[,.!]?\s)?(?i:it'?s|we'?re|wir sind|das ist|c'est|es|somos|siamo|"
            + @"wij zijn)\s(?:the\s)?"
            + @"(?<n>\p{Lu}[\p{L}'’]+(?:\s(?:&\s|and\s|de\s|du\s|del\s|und\s)?\p{Lu}[\p{L}'’]+){1,4})"
    );
    private static readonly Regex Introduced = new(
        @"^(?:(?:yeah|yes|oh|well|so|ja|oui|sí|sì),? )*(?:it'?s|we'?re|it is|we are|that'?s|the name is|wir sind|das ist|wir heißen|"
            + @"c'est|on est|"
            + @"se llama|es|somos|si chiama|siamo|wij zijn|het is)\s+(?:called |just )?",
        RegexOptions.IgnoreCase
    );

    /// <summary>What stands before an address on its line, else on the line above, in any language.</summary>
    private static IEnumerable<(string Name, int Line, double Score)> BesideAddress(TextFrame frame, IReadOnlyList<Candidate> places)
    {
        foreach (var place in places.Where(p => p.Value is AddressValue { Street: not null } && p.Snippet.Document == frame.Source.Name))
        {
            var i = place.Snippet.Line - 1;
            var street = ((AddressValue)place.Value).Street!.Split(',')[0];
            if (i < 0 || i >= frame.Lines.Length || !frame.Usable(i))
                continue;
            // The address may begin above the line of its code.
            for (var k = i; k >= Math.Max(0, i - 3); k--)
            {
                var at = frame.Line(k).IndexOf(street, StringComparison.Ordinal);
                if (at < 0)
                    continue;
                var before = frame.Line(k)[..at].TrimEnd(' ', ',', '-', '–', '|', '·', ':', '(');
                // Between the name and the address may stand what the firm is: "THE PICKLED WALRUS", "Fish & Chip Shop".
                var above = k - 1;
                if (
                    above > 0
                    && Alone(frame, above, k) is { } kind
                    && TradeLexicon.OfLabel(kind) is not null
                    && Alone(frame, above - 1, k) is not null
                )
                    above--;
                var name =
                    before.Length > 0 ? NameLike(Introduced.Replace(before.Split(". ")[^1].Split(", ")[0], "")) : Alone(frame, above, k);
                if (name is not null && !char.IsLower(name.Split(' ')[^1][0]) && !Label.IsMatch(name) && !AddressFinder.IsStreet(name))
                    yield return (
                        name,
                        before.Length > 0 ? k : above,
                        !name.Contains(' ') ? .35
                        : Business.IsMatch(name) ? .84
                        : PersonName.IsMatch(name) ? .35
                        : .78
                    );
                break;
            }
        }
    }

    /// <summary>A line of the block of another that holds nothing but what may be a name.</summary>
    private static string? Alone(TextFrame frame, int i, int with) =>
        i >= 0
        && frame.Block(i) == frame.Block(with)
        && frame.Usable(i)
        && !frame.MailHeader(i)
        && frame.Label(i).Role is null
        && NameLike(frame.Line(i)) is { } name
        && name.Length * 10 >= frame.Line(i).Length * 7
            ? name
            : null;

    public static bool IsBusiness(string text) => Business.IsMatch(text);

    private static string Key(string name) => string.Concat(Words.Matches(name.ToLowerInvariant()).Select(m => m.Value));

    private static int Count(string text, string name)
    {
        var n = 0;
        for (
            var i = text.IndexOf(name, StringComparison.OrdinalIgnoreCase);
            i >= 0;
            i = text.IndexOf(name, i + name.Length, StringComparison.OrdinalIgnoreCase)
        )
            n++;
        return n;
    }

    private static int LineAt(TextFrame frame, int offset)
    {
        int lo = 0,
            hi = frame.Lines.Length - 1;
        while (lo < hi)
        {
            var mid = (lo + hi + 1) / 2;
            if (frame.Lines[mid].Start <= offset)
                lo = mid;
            else
                hi = mid - 1;
        }
        return lo;
    }

    /// <summary>"harrowgatecycles.example" speaks of "Harrowgate Cycle Works".</summary>
    public static bool HostFits(string host, string name)
    {
        var own = Words
            .Matches(Plain(name))
            .Select(m => m.Value)
            .Where(w => w.Length > 2 && w is not ("the" or "and" or "und" or "der" or "die"))
            .ToList();
        var label = Plain(host.Split('.')[0]).Replace("-", "");
        return own.Count > 0
            && (
                own.Count(w => label.Contains(w, StringComparison.Ordinal)) >= Math.Min(2, own.Count)
                || label == string.Concat(own)
                || own.Count > 1 && label.Length > 4 && string.Concat(own).StartsWith(label, StringComparison.Ordinal)
            );
    }

    private static string Plain(string s) => Letters.Fold(s.ToLowerInvariant().Replace("ä", "ae").Replace("ö", "oe").Replace("ü", "ue"));

    private static string? Signature(string line)
    {
        var t = line.Trim(' ', '>', '|', ',');
        return t.Contains('@') || PhoneFinder.Number.IsMatch(t) || t.Contains("www.", StringComparison.OrdinalIgnoreCase) || t.Length > 60
            ? null
            : NameLike(t.Split(" | ")[0].Split(", ")[^1]) ?? NameLike(t);
    }

    /// <summary>
    /// Takes off what describes: "Gannet Books, second-hand bookshop", "Pension Gratlblick, Familie Aschauer", "Cedar &amp; Loom (weaving
    /// studio)".
    /// </summary>
    private static string WithoutDescription(string text)
    {
        var open = text.IndexOf(" (", StringComparison.Ordinal);
        if (open > 2)
            text = text[..open];
        for (
            var comma = text.IndexOf(", ", StringComparison.Ordinal);
            comma > 2;
            comma = text.IndexOf(", ", comma + 2, StringComparison.Ordinal)
        )
        {
            var rest = text[(comma + 2)..];
            if (
                char.IsLower(rest[0])
                || Describes.IsMatch(rest)
                || AddressFinder.IsStreet(rest)
                || TradeLexicon.OfLabel(rest) is not null && !rest.Contains(" & ", StringComparison.Ordinal)
            )
                return text[..comma];
        }
        return text;
    }

    /// <summary>"Lefort Toiture, couvreur à Beaumesnil": a name before the trade it is.</summary>
    private static string? BeforeTrade(string line)
    {
        foreach (var separator in (string[])[", ", " – ", " - ", " — "])
        {
            var at = line.IndexOf(separator, StringComparison.Ordinal);
            if (at is < 3 or > 60 || line[..at].Any(char.IsDigit))
                continue;
            var rest = line[(at + separator.Length)..];
            var hit = TradeLexicon.Hits(rest).OrderBy(h => h.At).FirstOrDefault();
            if (hit.Trade is not null && hit.At < 25 && NameLike(line[..at]) is { } name)
                return name;
        }
        return null;
    }

    private static string? NameLike(string line)
    {
        var t = line.Trim();
        t = Welcome.Replace(t, "");
        if (Salutation.IsMatch(t))
            return null;
        foreach (var separator in (string[])[" | ", " – ", " — ", " - ", " · ", ": "])
        {
            var parts = t.Split(separator, 2);
            if (parts.Length == 2)
            {
                if ((Generic.IsMatch(parts[0]) || IsTrade(parts[0])) && parts[1].Length > 2)
                    return NameLike(parts[1]);
                t = parts[0].Trim();
            }
        }
        t = ClockEnd.Replace(t, "");
        t = WithoutDescription(Stars.Replace(t, "").Trim()).Trim(' ', ',');
        if (
            t.Length is < 3 or > 60
            || !char.IsUpper(t.FirstOrDefault(char.IsLetter)) && !char.IsDigit(t[0])
            || Generic.IsMatch(t)
            || Sentence.IsMatch(t)
            || t.EndsWith('?')
            || t.EndsWith(':')
        )
            return null;
        var words = t.Split(' ', StringSplitOptions.RemoveEmptyEntries);
        return words.Length > 8 || words.Count(w => char.IsLower(w[0]) && !Small.IsMatch(w)) > words.Length / 2 ? null : t;
    }

    /// <summary>Nothing but the name of a trade: "Florist".</summary>
    private static bool IsTrade(string text) =>
        TradeLexicon.OfLabel(text)?.Names.Contains(text.Trim(), StringComparer.OrdinalIgnoreCase) == true;

    private static string? Tidy(string raw)
    {
        raw = Instead.Replace(Signs.Replace(raw, " "), "");
        var t = raw.Trim(' ', ',', '.', ':', ';', '"', '“', '”', '„', '«', '»', '\'', '’', '‘', '(', ')', '-', '–', '|', '*', '!', '©');
        t = Tail.Replace(WithoutDescription(t), "").Trim(' ', ',', '.', ':', ';', '-', '–', '"', '”', '“', '(');
        // "Falegnameria Boschetto di Ivo Boschetto" trades under what stands before the person.
        if (
            OfPerson.Match(t) is { Success: true } of
            && of.Groups["firm"].Value.Contains(of.Groups["last"].Value, StringComparison.Ordinal)
        )
            t = of.Groups["firm"].Value;
        if (Salutation.IsMatch(t) || NotAFirm.IsMatch(t) || Rooms.Match(t).Length == t.Length && t.Length > 0)
            return null;
        if (t.Length is < 2 or > 70 || Generic.IsMatch(t) || !t.Any(char.IsLetter) || t.Contains('@'))
            return null;
        if (HoursWords.FullDay(t.Split(' ')[0]) >= 0 || char.IsDigit(t[0]) && AddressFinder.IsStreet(t))
            return null;
        return t;
    }

    private static readonly Regex Instead = new(
        @"(?<=\p{Ll}{3})\.\s.*$|\s+(?:--|—|\()\s*(?:NOT|not|nicht|pas|nein|no)\b.*$|\s+NOT\b.*$"
            + @"|,?\s+(?:not|nicht|pas)\s+[""“„«'‘].*$|\s--\s.*$"
    );
    private static readonly Regex Occasion = new(
        @"\b(?:meeting|minutes|kick-?off|notes|questionnaire|client (?:details|intake|form)|intake form|fragebogen|"
            + @"besprechung|rendez-vous|rdv|"
            + @"réunion|reunión|ficha|cuestionario|incontro|bespreking)\b",
        RegexOptions.IgnoreCase
    );
    private const string Cap =
        @"(?<![\p{L}\d])(?:\p{Lu}|\d{1,5}\s\p{Lu})[\p{L}\d'’.&-]{0,60}"
        + @"(?:\s(?:&|and|und|et|y|the|of|on|in|at|de|des|du|la|le|les|l'|der|die|das|am|zum|zur|"
        + @"von|vom|für|del|los|las|el|di|della|dei|delle|e|van|het|en|ten|ter|d'|\+|\p{Lu}[\p{L}\d'’.&-]{0,60}|"
        + @"\d{1,5})){0,12}(?:,\s\p{Lu}[\p{L}'’-]+\s(?:&|and|und|et|"
        + @"y)\s\p{Lu}[\p{L}'’-]+)?";
    private static readonly Regex Labelled = new(
        @"(?im:(?:^|[|;]\s*|\b)(?:(?:business|company|firm|trading|shop|practice|brand|client|customer|official)(?:'s)? "
            + @"name|prospect|lead|client|business|shop|company|trading as|t/a|firma|firmenname|name (?:der firma|des betriebs|des "
            + @"unternehmens|of (?:the )?(?:business|firm|shop|company))|betrieb|kunde|unternehmen|name|nom(?: de l'entreprise| "
            + @"commercial| du commerce)?|entreprise|société|enseigne|cliente?|nombre(?: del negocio| comercial| de la "
            + @"empresa)?|empresa|negocio|ditta|azienda|bedrijf(?:snaam)?|klant)\s*[:|=]\s*)(?<n>[^|;\n]{2,70})"
    );
    private static readonly Regex Called = new(
        @"(?i:\b(?:(?:we|it|the (?:shop|business|firm|company|place|practice|studio|workshop|café|salon))(?:'s|'re| is| are)? "
            + @"(?:called|named|known as|trading as)|(?:our |the |^)?name is|name it|called|trades as|trading as|known as|wir "
            + @"heißen|heißt|nennt sich|unser betrieb heißt|firmiert als|s'appelle|nous nous appelons|sous le nom(?: de)?|se llama|"
            + @"si chiama|ci chiamiamo|heet|heten|nos "
            + @"llamamos|llamad[oa]|bajo el nombre de|a nome)\s+(?:now |jetzt |actually )?(?:“|""|„|«\s?|')?)(?<n>"
            + Cap
            + ")"
    );

    /// <summary>"our accountancy practice, Fenwick Doyle"; "soy Rosa Montalt de la floristería Jazmín y Sal".</summary>
    private static readonly Regex OurFirm = new(
        @"(?:(?i:\b(?:our|my|unsere?[nmr]?|meine?[nmr]?|notre|mon|ma|nuestr[oa]|mi))\s+(?:\p{Ll}[\p{L}-]*\s){0,3}(?i:practice|"
            + @"shop|business|company|firm|studio|salon|café|restaurant|workshop|clinic|school|bakery|garage|hotel|guesthouse|firma|"
            + @"praxis|laden|betrieb|werkstatt|entreprise|boutique|cabinet|atelier|tienda|empresa|negocio|taller|estudio),\s+|"
            + @"(?i:\b(?:i'm|i "
            + @"am|this is|it's|ich bin|hier ist|je suis|c'est|ici|soy|sono|ik ben))\s+\p{Lu}\p{L}+\s(?:\p{Lu}[\p{L}-]+\s)?(?i:of|from|"
            + @"at|von der|von dem|vom|aus "
            + @"der|de la|del|de l'|du|chez|de)\s+(?:the\s)?(?:\p{Ll}{4,}\s)?)(?<n>"
            + Cap
            + ")"
    );

    /// <summary>Rooms, not firms.</summary>
    private static readonly Regex Rooms = new(
        @"^(?:the |our |der |die |das |le |la |l['’]|el |il |lo |de |het )?(?:(?:werkstatt|laden|büro|ausstellung|lager|atelier|"
            + @"workshop|shop|office|studio|showroom|yard|boutique|bureau|taller|"
            + @"tienda|oficina)(?:\s(?:und|and|et|y|&)\s|$))+",
        RegexOptions.IgnoreCase
    );
    private static readonly Regex Copyright = new(
        @"(?:©|\(c\)|Copyright)\s*(?:(?:19|20)\d\d(?:\s?[-–]\s?(?:(?:19|20)\d\d|today|heute))?,?\s*)?(?:by |von )?(?<n>"
            + Cap
            + @")|(?<n>"
            + Cap
            + @")\s*(?:©|\(c\))\s*(?:19|20)\d\d"
    );
    private static readonly Regex Legal = new(
        @"(?<n>"
            + Cap
            + @"\s(?:Ltd|Limited|LLP|LLC|Inc|GmbH|GbR|OHG|KG|e\.\s?K\.|UG|AG|SARL|EURL|SAS|SA|S\.\s?L\.|SL|S\.\s?A\.|B\.?V\.?|Pty "
            + @"Ltd|& (?:Sons?|Daughters?|Co|Söhne|Sohn|Tochter|Töchter|Fils|Filles|Hijos|Hijas)))(?!\p{L})"
    );
    private static readonly Regex NotesOf = new(
        @"(?i:\b(?:visit(?: to| at)?|termin (?:bei|mit)|besuch (?:bei|von)|visite (?:chez|à)|visita a|bezoek aan|brief from|"
            + @"(?:site )?visit "
            + @"to)\s+|\b(?:notes?|call|meeting|brief(?:ing)?|minutes|summary|re|subject|betreff|objet|asunto|website|web "
            + @"site|site|protokoll|notizen|gesprächsnotiz|telefonnotiz|compte[- ]rendu|notas?|acta|briefing)\b(?: "
            + @"(?:notes?|from|for|with|of|on|brief|call|mit|zu|für|von|pour|avec|de|con|"
            + @"para))*(?:\s\d{1,2}\W?\w*\W?\d{0,4})?\s*[:–-]\s*|\bnotes? "
            + @"on\s+|\b(?:notes?|brief|call|chat|meeting|spoke|visit|website|site|new site|gespräch|website|briefing) "
            + @"(?:for|from|with|mit|für|pour|avec|con|para)\s+)(?<n>"
            + Cap
            + ")"
    );
    private static readonly Regex PersonOf = new(
        @"(?:(?i:\b(?:runs|owner of|owns|behind|here at|welcome to|about|inhaber(?:in)? (?:von|der|des)|willkommen "
            + @"(?:bei|in|im)|bienvenue (?:chez|à|au)|gérante? de|bienvenid[oa]s? a|dueñ[oa] de))|\b(?:(?i:with|spoke "
            + @"to|met|rang|called|saw|phoned|it's|i'm|this is|here is|mit|avec|con)\s+\p{Lu}\p{Ll}+|"
            + @"\p{Lu}\p{Ll}+\s\p{Lu}\p{Ll}+)\s(?:of|from|at|von "
            + @"der|von|vom|bei der|beim|bei|de chez|chez))\s+(?<n>"
            + Cap
            + ")"
    );
    private static readonly Regex Asked = new(
        @"(?i:what(?: is|'s)? (?:the |your )?(?:business|company|firm|shop|practice)(?:'s)? (?:name|called)[^?]*\?|what (?:is|are) "
            + @"(?:you|it|the business|your business) called\??|name of (?:your|the) (?:business|company|firm)\?|business name\?|wie "
            + @"heißt[^?]*\?|comment s'appelle[^?]*\?|nom de (?:votre|l') ?entreprise ?\?|cómo se llama[^?]*\?)\s*(?<n>\S.{1,60})"
    );
    private static readonly Regex Subject = new(
        @"(?:^|(?<=[.:!?]\s))(?<n>"
            + Cap
            + @")\s+(?:is|are|makes?|opened|began|was "
            + @"founded|started|bakes?|opens|covers?|offers?|provides?|sells?|repairs?|does|do|runs?|has|have|specialises?|"
            + @"speciali[sz]es?|serves?|teaches|builds?|fits?|ist|bietet|macht|repariert|fertigt|est|propose|fabrique|répare|réalise|"
            + @"es|ofrece|hace|repara)\b"
    );
    private static readonly Regex WeAre = new(
        @"(?i:(?:^|[.!,:]\s*)(?:we are|we're|it's|this is|wir sind|hier ist|nous sommes|ici|somos|aquí)\s+(?:the |die |der |le |la "
            + @"|el )?)(?<n>"
            + Cap
            + ")"
    );
    private static readonly Regex InParens = new(@"\((?<n>" + Cap + @")\)");
    private static readonly Regex BeforeAddress = new(
        @"(?:^|[.:!]\s+)(?<n>"
            + Cap
            + @"),\s(?=\d{1,4}[a-z]?(?:[-–]\d+)?\s\p{Lu}|(?:Am|Im|Zum|Zur|An der|In der|Auf "
            + @"der)\s\p{Lu}|\p{Lu}\p{L}+(?:straße|strasse|str\.|weg|gasse|platz)\s\d|\d+\s?(?:bis "
            + @")?,?\s?(?:rue|avenue|place|quai|chemin|route|impasse|boulevard)\s|(?:calle|avenida|plaza|c/)\s)",
        RegexOptions.None
    );
    private static readonly Regex Predicate = new(
        @"(?:^|[.:!]\s+)(?<n>" + Cap + @")\s+(?:is|are|ist|sind|est|es|son)\s+(?<rest>[^.;]{3,60})"
    );
    private static readonly Regex PersonName = new(
        @"^(?:(?:Mr|Mrs|Ms|Dr|Herr|Frau|M|Mme)\.?\s)?\p{Lu}\p{Ll}+(?:-\p{Lu}\p{Ll}+)?\s\p{Lu}[\p{L}'’-]+$"
    );
    private static readonly Regex Amount = new(@"^[£€$\d]|\b(?:from|ab|à partir) [£€$\d]");
    private static readonly Regex Welcome = new(
        @"^(?:(?:hi|hello|hey|ciao|hola|hallo|moin|bonjour|buongiorno)[!,.]+|visit|welcome to|willkommen (?:bei|in|im|beim)|"
            + @"bienvenue (?:chez|à|au)|bienvenid[oa]s? a)\s+",
        RegexOptions.IgnoreCase
    );
    private static readonly Regex Describes = new(
        @"^(?:Familie|Meisterbetrieb|Fachbetrieb|Inh\.|Inhaber|Owner|Proprietor|Family|Est\.|Gérant|Maître|Propietari)"
    );
    private static readonly Regex Salutation = new(
        @"^(?:dear|hi|hello|hey|hallo|liebe[rs]?|guten (?:tag|morgen|abend)|sehr "
            + @"geehrte\w*|moin|servus|bonjour|bonsoir|cher|chère|hola|buenos? d[ií]as|buenas|estimad[oa]s?|to whom)\b",
        RegexOptions.IgnoreCase
    );
    internal static readonly Regex NotAFirm = new(
        @"\b(?:Guild|Association|Council|Federation|Society|Institute|Chamber|Board|Innung|Verband|Kammer|Fédération|Syndicat|"
            + @"Chambre|Asociación|Gremio|Colegio|Cámara)\b"
    );
    private static readonly Regex FromName = new(@"^\W*(?:From|Von|De|Da|Van)\s?:\s*""?(?<n>[^""<@]{3,60}?)""?\s*<");
    private static readonly Regex Proper = new(@"\b" + Cap);
    private static readonly Regex Business = WordPattern.Of("name-finder/business", RegexOptions.IgnoreCase);
    private static readonly Regex Generic = new(
        @"^rdv\b|^(?:gruß|grüße|saludos|saluti|groeten?|aw|wg|tr|rv|antw|visit(?: us)?|find us|shop|klant|klantnaam|infos?|details|site "
            + @"text|text|data|daten|angaben|coordonnées|datos|owner|partner|director|manager|proprietor|founder|inhaber(?:in)?|"
            + @"geschäftsführer(?:in)?|gérante?|propietari[oa]|fields?|home(?:page)?|welcome(?: "
            + @"to)?|about(?: us)?|contact(?: us)?|menu|services|our services|opening (?:hours|times)|hours|prices|price "
            + @"list|news|blog|gallery|reviews?|testimonials|untitled|index|notes?|meeting(?: notes)?|call(?: notes)?|phone "
            + @"call|brief|briefing|summary|minutes|client|customer|name|email|e-mail|phone|address|the|hi|hello|dear|hey|thanks|thank "
            + @"you|monday|tuesday|wednesday|thursday|friday|saturday|sunday|re|fwd?|subject|from|to|date|startseite|willkommen|über "
            + @"uns|kontakt|leistungen|öffnungszeiten|preise|preisliste|impressum|datenschutz|notizen|gesprächsnotiz|protokoll|"
            + @"telefonnotiz|telefonat|hallo|guten "
            + @"tag|guten morgen|sehr geehrte\w*|liebe[rs]?|moin|servus|accueil|bienvenue|à propos|nos "
            + @"services|prestations|horaires|tarifs|bonjour|madame|monsieur|mentions légales|compte[- "
            + @"]rendu|inicio|bienvenid[oa]s?|sobre nosotros|servicios|horarios?|precios|tarifas|contacto|hola|buenos "
            + @"días|estimad[oa]|aviso "
            + @"legal|notas|we|i|you|they|he|she|it|my|our|your|this|that|there|what|who|where|when|why|how|please|yes|no|not|"
            + @"and|but|so|also|wir|sie|ich|unser\w*|der|die|das|nous|notre|vous|le|la|les|el|los|las|nuestr\w+|english|german|"
            + @"french|spanish|google|facebook|instagram|listing|item|service|price|trade|question|answer|field|value|fact|town|"
            + @"old "
            + @"site|new site|website|web site|website brief|site|your|customers?|mr|mrs|ms|dr|herr|frau|mme|kind regards|regards|best "
            + @"wishes|cheers|tel|fax|mobile)$|^(?:rdv|rendez-vous|entretien|meeting|call|phone|interview|site "
            + @"visit|kick-?off|telefonat|besprechung|kundengespräch|gespräch|appel|réunion|entretien|llamada|reunión|visita) "
            + @"(?:notes?|with|mit|avec|con|on|am|vom|du|del|zum|zu)\b|^(?:notes|minutes|notizen|protokoll|compte-rendu|notas) "
            + @"(?:from|of|on|for|vom|zum|zu|aus|du|de|del|sobre)\b",
        RegexOptions.IgnoreCase
    );
    private static readonly Regex Sentence = new(
        @"\b(?:rang|phoned|je suis|ich bin|i am|is|are|was|were|will|have|has|please|can|would|could|should|need|needs|wants?|call|"
            + @"ring|thank|thanks|attached|sorry|"
            + @"said|says|spoke|ist|sind|haben|hat|bitte|wird|möchte\w*|est|sont|avons|voici|merci|voudrait|es|son|tiene|quiere|gracias|"
            + @"adjunto)\b",
        RegexOptions.IgnoreCase
    );
    private static readonly Regex Small = new(
        @"^(?:and|&|of|the|on|in|at|for|to|by|de|des|du|la|le|les|der|die|das|und|am|im|an|zum|zur|von|für|et|y|del|los|las|el|en|"
            + @"d'\w+|l'\w+|bei)$",
        RegexOptions.IgnoreCase
    );
    private static readonly Regex Tail = new(
        @"\s*(?:★.*|⭐.*|\(\d.*|\d[.,]\d\s.*|\s[–—|·].*|,\s(?:a|an|the|in|based|eine?|un|une|est\.|since|seit|depuis|desde|and|"
            + @"we|which|who|run|located|[\p{Lu}][\p{Ll}]+$).*|\s(?:in|is|are|was|has|have|since|for "
            + @"over|where|which|who|we|on the|near|and (?:we|i|they|it)|but|because|ist|sind|seit|wo|nous|depuis|est|es|son|desde|und "
            + @"wir|not|nicht|please)\s.*|(?<!\b(?:Dr|St|Co|Mr|Mrs|Ste|Prof|Jr|e|K|No|Inh|u|S|L|A))\.\s.*|\s(?:in|at|and|of|on|"
            + @"the|und|et|y|de|in "
            + @"der|von|la|le|les|el|der|die|das|am)$)"
    );
    private static readonly Regex Stars = new(@"\s*(?:[★⭐☆].*|\(?\d[.,]\d\b.*)$");
    private static readonly Regex Words = new(@"[\p{L}\d]+");
}
