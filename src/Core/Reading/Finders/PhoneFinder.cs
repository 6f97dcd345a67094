using System.Text.RegularExpressions;
using PhoneNumbers;
using Plurimax.Core.Facts;

namespace Plurimax.Core.Reading.Finders;

/// <summary>Telephone numbers of the business (E.164 by libphonenumber). Fax numbers, numbers of others and of the past are not taken.</summary>
public static partial class PhoneFinder
{
    private static readonly PhoneNumberUtil Numbers = PhoneNumberUtil.GetInstance();

    /// <param name="country">ISO 3166-1; null takes only international numbers and, failing that, British ones.</param>
    public static PhoneValue? Parse(string raw, string? country)
    {
        try
        {
            var text = raw.Replace("(0)", "").Trim();
            if (text.StartsWith("00", StringComparison.Ordinal)) text = "+" + text[2..];
            var number = Numbers.Parse(text, country ?? "GB");
            if (!Numbers.IsPossibleNumber(number)) return null;
            return new PhoneValue(Numbers.Format(number, PhoneNumberFormat.E164), Numbers.Format(number, PhoneNumberFormat.NATIONAL));
        }
        catch (NumberParseException) { return null; }
    }

    public static IEnumerable<Candidate> Find(TextFrame frame)
    {
        var refused = new HashSet<string>();
        var found = new List<(PhoneValue Value, int Line, int At, int Length, double Confidence, int Order, string Label)>();
        for (var i = 0; i < frame.Lines.Length; i++)
        {
            var line = frame.Line(i);
            if (line.Length < 6) continue;
            foreach (Match m in Number.Matches(line))
            {
                if (Read(m.Value, frame.Country) is not { } phone || !Plausible(line, m, phone)) continue;
                var (a, b) = TextFrame.Clause(line, m.Index, m.Length);
                var clause = line[a..b];
                var label = Label(line, m.Index, a);
                var replaced = Replaced(line, m.Index, m.Length);
                if (frame.Agency(i) || frame.Others(i) || frame.Past(i) || Cues.Fax(label) || FaxAfter(line, m) || Others(clause, label, m.Index - a, m.Length) || PastNear(clause, m.Index - a, m.Length) || PrivateNear(clause, m.Index - a, m.Length) || replaced || Cues.Credit(line))
                {
                    if (frame.Agency(i) || replaced || Cues.Past(clause) || frame.Others(i)) refused.Add(phone.E164);
                    continue;
                }
                var labelled = Labels.IsMatch(label) || Labels.IsMatch(frame.Under(i));
                found.Add((phone, i, m.Index, m.Length, labelled ? .95 : line.Trim().Length < m.Length + 6 ? .9 : .86, frame.Order(i), label));
            }
        }
        foreach (var g in found.GroupBy(f => f.Value.E164))
        {
            if (refused.Contains(g.Key) && g.Max(f => f.Order) <= 0) continue;
            if (refused.Contains(g.Key)) continue;
            var best = g.OrderByDescending(f => f.Confidence).First();
            yield return new Candidate("phone", best.Value, best.Confidence, frame.Source.Around(best.Line, best.At, best.Length), "telephone number");
        }
    }

    private static PhoneValue? Read(string raw, string country)
    {
        var digits = raw.Count(char.IsDigit);
        if (digits is < 7 or > 15) return null;
        var international = raw.TrimStart().StartsWith('+') || raw.StartsWith("00", StringComparison.Ordinal);
        if (!international && country is "GB" or "IE" or "DE" or "AT" or "CH" or "FR" or "NL" or "AU" && !raw.Trim().TrimStart('(').StartsWith('0') && !(country == "AU" && raw.StartsWith("1", StringComparison.Ordinal))) return null;
        if (Parse(raw, country) is not { } phone) return null;
        try
        {
            var number = Numbers.Parse(phone.E164, null);
            var region = Numbers.GetRegionCodeForCountryCode(number.CountryCode);
            if (Numbers.IsValidNumber(number)) return phone;
            // Ranges kept for fiction and drama are often not assigned, so that a possible number of the right length counts.
            return Numbers.IsPossibleNumberWithReason(number) == PhoneNumberUtil.ValidationResult.IS_POSSIBLE && region != "ZZ" ? phone : null;
        }
        catch (NumberParseException) { return null; }
    }

    /// <summary>Not a date, a price, an IBAN, a register or order number, or a part of a longer code.</summary>
    private static bool Plausible(string line, Match m, PhoneValue phone)
    {
        var before = line[..m.Index];
        if (m.Index > 0 && (char.IsLetterOrDigit(before[^1]) || before[^1] is '/' or '@' or '#' or '=' or '_')) return false;
        var after = line[(m.Index + m.Length)..];
        if (after.Length > 0 && (char.IsLetter(after[0]) && !after.StartsWith("ext", StringComparison.OrdinalIgnoreCase) || after[0] is '@' or '_')) return false;
        if (Money.IsMatch(before) || MoneyAfter.IsMatch(after)) return false;
        if (NumberOf.IsMatch(before)) return false;
        if (DateLike.IsMatch(m.Value.Trim()) || YearSpan.IsMatch(m.Value.Trim())) return false;
        return !TimeSpanLike.IsMatch(m.Value);
    }

    private static string Label(string line, int at, int clauseStart)
    {
        var from = clauseStart;
        foreach (Match n in Number.Matches(line[..at])) from = Math.Max(from, n.Index + n.Length);
        foreach (Match s in Break.Matches(line[..at])) from = Math.Max(from, s.Index + s.Length);
        return line[from..at];
    }

    private static bool FaxAfter(string line, Match m) => AfterFax.IsMatch(line[(m.Index + m.Length)..]);

    /// <summary>"our supplier's number is …": the word stands before the number, or the clause names nobody of the business.</summary>
    private static bool Others(string clause, string label, int at, int length)
    {
        if (!Cues.NotTheirs(clause)) return false;
        var before = clause[..Math.Clamp(at, 0, clause.Length)];
        var after = clause[Math.Clamp(at + length, 0, clause.Length)..];
        return Cues.NotTheirs(label) || !Own.IsMatch(clause) && Cues.NotTheirs(before) || Cues.NotTheirs(after) && AfterOther.IsMatch(after);
    }

    /// <summary>"the old number was …" speaks of the number that follows, up to "new" or "now".</summary>
    private static bool PastNear(string clause, int at, int length)
    {
        if (!Cues.Past(clause)) return false;
        var before = clause[..Math.Clamp(at, 0, clause.Length)];
        var after = clause[Math.Clamp(at + length, 0, clause.Length)..];
        var cut = NowWord.Matches(before).LastOrDefault();
        if (cut is not null) return Cues.Past(before[cut.Index..]);
        if (Cues.Past(before)) return true;
        var next = Number.Match(after);
        var tail = next.Success ? after[..next.Index] : after;
        var stop = TailBreak.Match(tail);
        return Cues.Past(stop.Success ? tail[..stop.Index] : tail);
    }

    /// <summary>"private: 07700 …" or "07700 …, don't publish", up to the next number.</summary>
    private static bool PrivateNear(string clause, int at, int length)
    {
        var before = clause[..Math.Clamp(at, 0, clause.Length)];
        var last = Number.Matches(before).LastOrDefault();
        if (Cues.Private(last is null ? before : before[(last.Index + last.Length)..])) return true;
        var after = clause[Math.Clamp(at + length, 0, clause.Length)..];
        var next = Number.Match(after);
        var tail = next.Success ? after[..next.Index] : after;
        var open = tail.IndexOf('(');
        return Cues.Private(open >= 0 && next.Success ? tail[..open] : tail);
    }

    /// <summary>"… not 01632 960142" takes that number back.</summary>
    private static bool Replaced(string line, int at, int length) => NotBefore.IsMatch(line[..at]) || InsteadAfter.IsMatch(line[(at + length)..]);

    public static readonly Regex Number = new(@"(?:\+\s?\d{1,3}[\s.-]?)?(?:\(0?\d{0,5}\)[\s.-]?)?\d[\d\s./()–-]{4,22}\d");
    private static readonly Regex Labels = new(@"\b(?:tel(?:ephone|\.)?|telefon|phone|ph|call|ring|mobile|mob|cell|landline|number|contact|t:|m:|p:|handy|mobil|anruf\w*|festnetz|tél(?:éphone|\.)?|portable|appel\w*|teléfono|móvil|tfno|ll[aá]m\w+|whatsapp|text us|sms|rufnummer|durchwahl|nummer|numéro|número)\b", RegexOptions.IgnoreCase);
    private static readonly Regex Money = new(@"[£€$]\s*$|(?:EUR|CHF|GBP|USD)\s*$");
    private static readonly Regex MoneyAfter = new(@"^\s*(?:€|£|EUR\b|CHF\b|%)");
    private static readonly Regex NumberOf = new(@"(?:\bIBAN\b|\bBIC\b|\bVAT\b|\bUSt|\bTVA\b|\bCIF\b|\bNIF\b|\bABN\b|\bACN\b|\bSIRET\b|\bSIREN\b|\bRCS\b|\bHR[AB]\b|\bKvK\b|\bBTW\b|\bUID\b|CHE-|\bcompany (?:no|number|reg\w*)|registered [^\d]{0,25}|registration (?:no|number)|\breg(?:istr\w*)?\.? ?(?:no|nr)|membership|member (?:no|number)|licen[cs]e|permit|policy|account|sort code|invoice|order|ref(?:erence)?\b|rechnung\w*|kundennummer|steuernummer|steuer-?nr|handelsregister|konto\w*|facture|commande|licencia|colegiado|factura|pedido|isbn|ean|gtin|serial|certificate|charity|registre|mitgliedsnummer)[^\d]{0,25}$", RegexOptions.IgnoreCase);
    private static readonly Regex DateLike = new(@"^\d{1,2}[./-]\d{1,2}[./-]\d{2,4}(?:\D.*)?$|^\d{4}-\d{2}-\d{2}");
    private static readonly Regex YearSpan = new(@"^(?:19|20)\d{2}\s?[-–/]\s?(?:19|20)?\d{2}$");
    private static readonly Regex TimeSpanLike = new(@"^\s*\d{1,2}[.:]?\d{0,2}\s?[-–]\s?\d{1,2}[.:]\d{2}");
    private static readonly Regex Break = new(@"[;|]|,\s(?=\p{L})|\s[-–]\s(?=\p{L})|\band\b|\bund\b|\bet\b|(?<=\s)y(?=\s)|\bor\b", RegexOptions.IgnoreCase);
    private static readonly Regex AfterFax = new(@"^\s*\(\s*(?:tele)?fax\s*\)|^\s*\(?(?:is (?:the |our )?)?(?:fax|télécopie|telefax)\b(?!\W*[+\d])", RegexOptions.IgnoreCase);
    private static readonly Regex AfterOther = new(@"^\W*not relevant|^\W*(?:is|that's|ist|c'est|es)\b|^\s*\((?!or)", RegexOptions.IgnoreCase);
    private static readonly Regex Own = new(@"\b(?:my|our|customers?|people|us|me|shop|office|workshop|mein\w*|unser\w*|kunden|notre|mon|nos|clients|nuestro|mi|clientes)\b(?! supplier| accountant| landlord| wholesaler)", RegexOptions.IgnoreCase);
    private static readonly Regex NowWord = new(@"\b(?:now|new|current|instead|use|jetzt|neue?n?|aktuell\w*|sondern|nouveau|nouvelle|maintenant|désormais|nuevo|ahora|actual)\b", RegexOptions.IgnoreCase);
    private static readonly Regex TailBreak = new(@"[,;.(]|\b(?:not|but|instead|and)\b", RegexOptions.IgnoreCase);
    private static readonly Regex NotBefore = new(@"(?:\bnot\b|\binstead of\b|\brather than\b|\bnicht(?: mehr)?\b|\bstatt\b|\bet non(?: pas)?\b|\bpas le\b|\bau lieu (?:de|du)\b|\by no(?: el)?\b|\bno el\b|\ben (?:vez|lugar) de(?:l)?\b|\bold (?:one|number)\b\W*(?:was|is)?)\s*(?:the |on |le |el |die |der )?(?:old |ancien |alte )?(?:number |numéro |número |nummer )?[:(]?\s*$", RegexOptions.IgnoreCase);
    private static readonly Regex InsteadAfter = new(@"^\s*[),(–-]*\s*(?:is|was|that(?:'s| is))?\s*(?:wrong|dead|old|gone|out of (?:use|date)|disconnected|no longer|falsch|veraltet|gibt es nicht mehr|n'existe plus|est (?:faux|mort)|ya no|está mal)\b", RegexOptions.IgnoreCase);
}
