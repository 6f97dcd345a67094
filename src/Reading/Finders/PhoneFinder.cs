using System.Text.RegularExpressions;
using Plurimax.Facts;

namespace Plurimax.Reading.Finders;

/// <summary>
/// Telephone numbers of the business (E.164 by libphonenumber). Fax numbers, numbers of others and of the past are not taken.
/// </summary>
public static class PhoneFinder
{
    /// <param name="country">ISO 3166-1; null takes only international numbers and, failing that, British ones.</param>
    public static PhoneValue? Parse(string raw, string? country) => PhoneReader.Read(raw, country ?? "GB").Value;

    public static IEnumerable<Candidate> Find(TextFrame frame)
    {
        // Refused numbers with the age of the message that refused them: a later one may say that it is right after all.
        var refused = new Dictionary<string, int>();
        var found = new List<(PhoneValue Value, int Line, int At, int Length, double Confidence, int Order, bool New)>();
        for (var i = 0; i < frame.Lines.Length; i++)
        {
            var line = frame.Line(i);
            if (line.Length < 6)
                continue;
            foreach (Match m in Number.Matches(line))
            {
                if (Read(m.Value, frame.Country) is not { } phone || !Plausible(line, m))
                    continue;
                var (a, b) = TextFrame.Clause(line, m.Index, m.Length);
                string clause = line[a..b],
                    before = line[a..Math.Max(a, m.Index)],
                    after = line[Math.Min(b, m.Index + m.Length)..b];
                // A mail address beside a number is no reason against it.
                before = OtherAddress.Replace(before, " ");
                var label = OtherAddress.Replace(Label(line, m.Index, a), " ");
                if (Example.IsMatch(before))
                    continue;
                var gone =
                    Standing.TakenBack(line[..m.Index], line[(m.Index + m.Length)..])
                    || Standing.Past(before, after, Number)
                    || frame.Past(i);
                if (gone || frame.Agency(i) || frame.Others(i))
                    refused[phone.E164] = Math.Max(refused.GetValueOrDefault(phone.E164, int.MinValue), frame.Order(i));
                else if (
                    !Cues.Fax(label)
                    && !AfterFax.IsMatch(line[(m.Index + m.Length)..])
                    && !Others(clause, before, after, label)
                    && !Standing.Private(before, after, Number)
                    && !Cues.Private(label)
                    && !Cues.Credit(line)
                    && !NotUs.IsMatch(after)
                    && !(OfFirm.Match(after) is { Success: true } of && NameFinder.IsBusiness(of.Groups[1].Value))
                    && !Standing.Corrected(line[(m.Index + m.Length)..], Number)
                )
                    found.Add(
                        (
                            phone,
                            i,
                            m.Index,
                            m.Length,
                            Foreign(label, after) && Foreign(before, after) ? Doubt
                            : Labels.IsMatch(label) || Labels.IsMatch(frame.Under(i)) ? .95
                            : line.Trim().Length < m.Length + 6 ? .9
                            : .86,
                            frame.Order(i),
                            NewOne.IsMatch(label)
                        )
                    );
            }
        }
        // "The new number is …, the one in my mail below is the old yard": what was said before it counts no longer.
        var renewed = found.Where(f => f.New).Select(f => f.Order).DefaultIfEmpty(int.MinValue).Max();
        if (renewed > int.MinValue)
            found.RemoveAll(f => f.Order < renewed);
        foreach (
            var g in found.GroupBy(f => f.Value.E164).Where(g => !refused.TryGetValue(g.Key, out var order) || g.Max(f => f.Order) > order)
        )
        {
            var best = g.MaxBy(f => f.Confidence);
            yield return new Candidate(
                "phone",
                best.Value,
                best.Confidence,
                frame.Source.Around(best.Line, best.At, best.Length),
                g.Any(f => f.New) ? NewRule : "telephone number"
            );
        }
    }

    /// <summary>A number that other words than those of telephones stand before: it may be anybody's.</summary>
    public const double Doubt = .56;

    /// <summary>Where one number has a reason to be the client's, those without one are somebody else's.</summary>
    public static void Weigh(List<Candidate> found)
    {
        var phones = found.Where(c => c.Fact == "phone").ToList();
        // A note says that the number on the card is dead and which one is new.
        if (phones.Where(p => p.Rule == NewRule).Select(p => p.Snippet.Document).ToHashSet() is { Count: > 0 } renewed)
        {
            bool Renewed(Candidate p) => renewed.Any(d => p.Snippet.Document.StartsWith(d, StringComparison.Ordinal));
            var held = phones.Where(Renewed).Select(p => p.Value).ToHashSet();
            found.RemoveAll(c => c.Fact == "phone" && !Renewed(c) && !held.Contains(c.Value));
        }
        phones = [.. found.Where(c => c.Fact == "phone")];
        if (!phones.Any(p => p.Confidence > Doubt + .1))
            return;
        foreach (
            var p in phones.Where(p => p.Confidence <= Doubt && !phones.Any(o => o.Confidence > Doubt + .1 && o.Value.Equals(p.Value)))
        )
            found[found.IndexOf(p)] = p with { Confidence = .4 };
    }

    /// <summary>Whether words before a number name something that is no telephone, no day and nothing of one's own.</summary>
    private static bool Foreign(string label, string after) =>
        !Labels.IsMatch(after[..Math.Min(after.Length, 14)])
        && LabelWord.Matches(label) is { Count: > 0 } words
        && !Labels.IsMatch(label)
        && words.Any(w => !Known.IsMatch(w.Value));

    private static PhoneValue? Read(string raw, string country)
    {
        var digits = raw.Count(char.IsDigit);
        if (digits is < 7 or > 15)
            return null;
        var international = raw.TrimStart().StartsWith('+') || raw.StartsWith("00", StringComparison.Ordinal);
        if (
            !international
            && country is "GB" or "IE" or "DE" or "AT" or "CH" or "FR" or "NL" or "AU"
            && !raw.Trim().TrimStart('(').StartsWith('0')
            && !(country == "AU" && raw.StartsWith('1'))
        )
            return null;
        return Parse(raw, country) is { } phone && PhoneReader.IsWhole(phone) ? phone : null;
    }

    /// <summary>Not a date, a price, an IBAN, a register or order number, or a part of a longer code.</summary>
    private static bool Plausible(string line, Match m)
    {
        var before = line[..m.Index];
        if (m.Index > 0 && (char.IsLetterOrDigit(before[^1]) || before[^1] is '/' or '@' or '#' or '=' or '_'))
            return false;
        var after = line[(m.Index + m.Length)..];
        if (
            after.Length > 0
            && (char.IsLetter(after[0]) && !after.StartsWith("ext", StringComparison.OrdinalIgnoreCase) || after[0] is '@' or '_')
        )
            return false;
        if (Money.IsMatch(before) || MoneyAfter.IsMatch(after))
            return false;
        if (NumberOf.IsMatch(before))
            return false;
        if (DateLike.IsMatch(m.Value.Trim()) || YearSpan.IsMatch(m.Value.Trim()))
            return false;
        return !TimeSpanLike.IsMatch(m.Value);
    }

    private static string Label(string line, int at, int clauseStart)
    {
        var from = clauseStart;
        foreach (Match n in Number.Matches(line[..at]))
            from = Math.Max(from, n.Index + n.Length);
        foreach (Match s in Break.Matches(line[..at]))
            from = Math.Max(from, s.Index + s.Length);
        // The label of a row is the cell before.
        if (line[from..at].Trim().Length == 0 && line[..at].TrimEnd() is var until && until.EndsWith('|'))
            return until.TrimEnd('|').Split('|')[^1];
        return line[from..at];
    }

    /// <summary>"our supplier's number is …": the word stands before the number, or the clause names nobody of the business.</summary>
    private static bool Others(string clause, string before, string after, string label) =>
        Cues.NotTheirs(clause)
        && (Cues.NotTheirs(label) || !Own.IsMatch(clause) && Cues.NotTheirs(before) || Cues.NotTheirs(after) && AfterOther.IsMatch(after));

    public static readonly Regex Number = new(@"(?:\+\s?\d{1,3}[\s.-]?)?(?:\(0?\d{0,5}\)[\s.-]?)?\d[\d\s./()–-]{4,22}\d");
    private static readonly Regex Labels = new(
        @"\b(?:tel(?:ephone|\.)?|telefon|phone|ph|call|ring|mobile|mob|cell|landline|number|contact|t:|m:|p:|handy|mobil|"
            + @"anruf\w*|festnetz|tél(?:éphone|\.)?|portable|appel\w*|teléfono|móvil|tfno|ll[aá]m\w+|whatsapp|text "
            + @"us|sms|rufnummer|durchwahl|nummer|numéro|número)\b",
        RegexOptions.IgnoreCase
    );
    private static readonly Regex Example = new(
        @"\b(?:e\.?g\.?|for example|example|sample|such as|z\.\s?b\.?|beispiel|zum beispiel|p\.\s?ex\.?|par exemple|"
            + @"p\.\s?ej\.?|por ejemplo|"
            + @"ad es\.?|per esempio|bijv\.?|bijvoorbeeld)\W{0,4}$",
        RegexOptions.IgnoreCase
    );
    private static readonly Regex NotUs = new(
        @"^[^.;\d]{0,40}\b(?:not us|not ours|isn'?t (?:us|ours|mine)|nicht (?:wir|uns|unsere)|pas nous|pas le nôtre|"
            + @"no es (?:nuestro|el nuestro|mío)|"
            + @"no somos nosotros|non siamo noi|niet van ons)\b",
        RegexOptions.IgnoreCase
    );

    /// <summary>"0221 4710 372 (Klinik Oberquell)".</summary>
    private static readonly Regex OfFirm = new(@"^\s*\((\p{Lu}[^)\d]{3,40})\)");
    private static readonly Regex OtherAddress = new(@"\S+@\S+|\b(?:https?://|www\.)\S+");
    private static readonly Regex LabelWord = new(@"\p{L}[\p{L}'’]+");
    private static readonly Regex Known = WordPattern.Of("phone-finder/known", RegexOptions.IgnoreCase);
    private const string NewRule = "the new telephone number";
    private static readonly Regex NewOne = new(
        @"\b(?:new (?:one|number|phone|mobile|line)|neue (?:nummer|telefonnummer)|nouveau (?:numéro|portable)|nuevo (?:número|teléfono)|"
            + @"nuovo (?:numero|telefono)|nieuwe? nummer)\b",
        RegexOptions.IgnoreCase
    );
    private static readonly Regex Money = new(@"[£€$]\s*$|(?:EUR|CHF|GBP|USD)\s*$");
    private static readonly Regex MoneyAfter = new(@"^\s*(?:€|£|EUR\b|CHF\b|%)");
    private static readonly Regex NumberOf = WordPattern.Of("phone-finder/number-of", RegexOptions.IgnoreCase);
    private static readonly Regex DateLike = new(@"^\d{1,2}[./-]\d{1,2}[./-]\d{2,4}(?:\D.*)?$|^\d{4}-\d{2}-\d{2}");
    private static readonly Regex YearSpan = new(@"^(?:19|20)\d{2}\s?[-–/]\s?(?:19|20)?\d{2}$");
    private static readonly Regex TimeSpanLike = new(@"^\s*\d{1,2}[.:]?\d{0,2}\s?[-–]\s?\d{1,2}[.:]\d{2}");
    private static readonly Regex Break = new(
        @"[;|]|,\s(?=\p{L})|\s[-–]\s(?=\p{L})|\band\b|\bund\b|\bet\b|(?<=\s)y(?=\s)|\bor\b",
        RegexOptions.IgnoreCase
    );
    private static readonly Regex AfterFax = new(
        @"^\s*\(\s*(?:tele)?fax\s*\)|^\s*\(?(?:is (?:the |our )?)?(?:fax|télécopie|telefax)\b(?!\W*[+\d])",
        RegexOptions.IgnoreCase
    );
    private static readonly Regex AfterOther = new(
        @"^\W*not relevant|^\W*(?:is|that's|ist|c'est|es)\b|^\s*\((?!or)",
        RegexOptions.IgnoreCase
    );
    private static readonly Regex Own = new(
        @"\b(?:my|our|customers?|people|us|me|shop|office|workshop|mein\w*|unser\w*|kunden|notre|mon|nos|clients|nuestro|mi|clientes)\b(?! "
            + @"supplier| accountant| landlord| wholesaler)",
        RegexOptions.IgnoreCase
    );
}
