using System.Text.RegularExpressions;

namespace Plurimax.Reading.Finders;

internal enum HoursTokenKind
{
    Days,
    Span,
    OpenAt,
    CloseAt,
    Closed,
    Break,
    Except,
    Not,
    Now,
    Stop,
    Join,
    Word,
}

/// <summary>A part of a line that matters for hours.</summary>
/// <param name="Days">Bits by day, Monday lowest.</param>
/// <param name="Range">The days came as a range.</param>
internal sealed record HoursToken(
    HoursTokenKind Kind,
    int At,
    int Length,
    int Days = 0,
    int From = 0,
    int To = 0,
    bool Range = false,
    string Text = ""
);

/// <summary>Cuts a line into day sets, spans of time, and the words that bind them.</summary>
internal sealed class HoursScanner(string line, string language)
{
    private readonly record struct Clock(int Minutes, bool Certain, bool Half, int End);

    private bool? _closing;
    private bool _daysSeen;

    public List<HoursToken> Scan()
    {
        var tokens = new List<HoursToken>();
        var i = 0;
        while (i < line.Length)
        {
            if (char.IsWhiteSpace(line[i]))
            {
                i++;
                continue;
            }
            if (Special(i) is { } special)
            {
                tokens.Add(special);
                i += special.Length;
                continue;
            }
            if (SpanAt(i, tokens) is { } span)
            {
                tokens.Add(span);
                i += span.Length;
                continue;
            }
            if (DaysAt(i) is { } days)
            {
                tokens.Add(days);
                i += days.Length;
                continue;
            }
            if (EdgeAt(i) is { } edge)
            {
                tokens.Add(edge);
                i += edge.Length;
                continue;
            }
            var word = Word.Match(line, i);
            if (word.Success && word.Index == i)
            {
                var t = word.Value;
                if (OpenVerb.IsMatch(t))
                    _closing = false;
                else if (CloseVerb.IsMatch(t))
                    _closing = true;
                tokens.Add(new HoursToken(JoinWord.IsMatch(t) ? HoursTokenKind.Join : HoursTokenKind.Word, i, t.Length, Text: t));
                i += t.Length;
                continue;
            }
            if (
                line[i] is ';'
                || (line[i] is '.' or '!' or '?' && (i + 1 == line.Length || (char.IsWhiteSpace(line[i + 1]) && !Abbreviated(i))))
            )
                tokens.Add(new HoursToken(HoursTokenKind.Stop, i, 1, Text: line[i].ToString()));
            else
                tokens.Add(new HoursToken(HoursTokenKind.Join, i, 1, Text: line[i].ToString()));
            i++;
        }
        return tokens;
    }

    private bool Abbreviated(int dot)
    {
        var k = dot;
        while (k > 0 && char.IsLetter(line[k - 1]))
            k--;
        return dot > k && (DaysAt(k) is not null || line[k..dot].ToLowerInvariant() is "a.m" or "p.m" or "hrs" or "std" or "tel");
    }

    private HoursToken? Special(int i)
    {
        var m = SpecialWords.Match(line, i);
        if (!m.Success || m.Index != i)
            return null;
        var kind =
            m.Groups["closed"].Success ? HoursTokenKind.Closed
            : m.Groups["break"].Success ? HoursTokenKind.Break
            : m.Groups["except"].Success ? HoursTokenKind.Except
            : m.Groups["not"].Success ? HoursTokenKind.Not
            : HoursTokenKind.Now;
        // "close at four" is a time, not a day off.
        if (kind == HoursTokenKind.Closed && EdgeAt(i) is not null)
            return null;
        return new HoursToken(kind, i, m.Length, Text: m.Value);
    }

    private HoursToken? SpanAt(int i, List<HoursToken> before)
    {
        var start = i;
        var lead = Lead.Match(line, i);
        var between = false;
        if (lead.Success && lead.Index == i)
        {
            start = i + lead.Length;
            between = lead.Groups["between"].Success;
        }
        if (TimeAt(start, wordsToo: true) is not { } a)
            return null;
        var gap = (between ? Between : To).Match(line, a.End);
        if (!gap.Success || gap.Index != a.End)
            return null;
        if (TimeAt(a.End + gap.Length, wordsToo: true) is not { } b)
            return null;
        var after = NotATime.Match(line, b.End);
        if (after.Success && after.Index == b.End)
            return null;
        if (start > 0 && line[start - 1] is '£' or '€' or '$')
            return null;
        var earlier = before.LastOrDefault(t => t.Kind is HoursTokenKind.Span or HoursTokenKind.Days or HoursTokenKind.Stop)
            is { Kind: HoursTokenKind.Span } s
            ? s.To
            : -1;
        var (from, to) = Resolve(a, b, earlier);
        return from == to ? null : new HoursToken(HoursTokenKind.Span, i, b.End - i, From: from, To: to, Text: line[i..b.End]);
    }

    /// <summary>A bare "9 to 5" means from the morning to the afternoon; "1 to 5" the afternoon.</summary>
    private static (int, int) Resolve(Clock a, Clock b, int earlier)
    {
        int from = a.Minutes,
            to = b.Minutes;
        const int noon = 12 * 60;
        if (a.Certain && b.Certain)
            return (from, to);
        if (!a.Certain && b.Certain)
        {
            if (b.Half && from < noon && to > noon && from + noon < to && from < 7 * 60)
                from += noon;
            else if (!b.Half && earlier > from && from + noon < to)
                from += noon;
            return (from, to);
        }
        if (a.Certain && !b.Certain)
        {
            if (to <= from && to + noon > from)
                to += noon;
            return (from, to);
        }
        if (to <= from)
            to += noon;
        else if (from < 6 * 60 && from > 0 && to <= noon)
        {
            from += noon;
            to += noon;
        }
        if (earlier > from && to + noon <= 24 * 60)
        {
            from += noon;
            if (to <= from)
                to += noon;
        }
        return (from, to);
    }

    private HoursToken? EdgeAt(int i)
    {
        var m = EdgeWords.Match(line, i);
        // "we open Monday to Friday at 9 and close at 6": the verb stands before the days.
        if (!m.Success && _closing is not null)
            m = At.Match(line, i);
        if (!m.Success && line[i] == '(')
            m = Paren.Match(line, i);
        if (!m.Success || m.Index != i)
            return null;
        if (TimeAt(i + m.Length, wordsToo: true) is not { } t)
            return null;
        if (m.Value[0] == '(' && (!t.Half || To.Match(line, t.End) is { Success: true } more && more.Index == t.End))
            return null;
        var after = NotATime.Match(line, t.End);
        if (after.Success && after.Index == t.End)
            return null;
        var minutes = t.Minutes;
        var close = m.Groups["close"].Success || m.Value[0] == '(' || m.Groups["at"].Success && _closing == true;
        if (!t.Certain && close && minutes is > 0 and < 12 * 60)
            minutes += 12 * 60;
        if (!t.Certain && !close && minutes is > 0 and < 5 * 60)
            minutes += 12 * 60;
        return new HoursToken(
            close ? HoursTokenKind.CloseAt : HoursTokenKind.OpenAt,
            i,
            t.End - i,
            From: minutes,
            To: minutes,
            Text: line[i..t.End]
        );
    }

    private Clock? TimeAt(int i, bool wordsToo)
    {
        var skip = Article.Match(line, i);
        if (skip.Success && skip.Index == i)
            i += skip.Length;
        var m = Digits.Match(line, i);
        if (m.Success && m.Index == i)
        {
            int h,
                min = 0;
            if (m.Groups["four"].Success)
            {
                h = int.Parse(m.Groups["four"].Value[..2]);
                min = int.Parse(m.Groups["four"].Value[2..]);
            }
            else
            {
                h = int.Parse(m.Groups["h"].Value);
                if (m.Groups["m"].Success)
                    min = int.Parse(m.Groups["m"].Value);
            }
            if (h > 24 || min > 59 || (h == 24 && min > 0))
                return null;
            var half = m.Groups["ap"].Value.ToLowerInvariant();
            var phrase = m.Groups["part"].Value.ToLowerInvariant();
            var pm = half.StartsWith('p') || PmPart.IsMatch(phrase);
            var am = half.StartsWith('a') || AmPart.IsMatch(phrase);
            if ((pm || am) && h > 12)
            {
                pm = am = false;
            }
            if (pm && h < 12)
                h += 12;
            if (am && h == 12)
                h = 0;
            if (m.Groups["noon"].Success)
                h = 12;
            var padded = m.Groups["four"].Success || (m.Groups["h"].Value.Length == 2 && m.Groups["h"].Value[0] == '0');
            var unit =
                m.Groups["unit"].Success
                && m.Groups["unit"].Value.ToLowerInvariant() is "h" or "uhr" or "uur" or "heures" or "horas" or "hs" or "hrs" or "heure";
            var middle = m.Groups["mid"].Value.Trim().ToLowerInvariant() is "h" or "uhr";
            var certain =
                pm
                || am
                || h > 12
                || padded
                || unit
                || middle
                || m.Groups["noon"].Success
                || (h == 12 && (language != "en" || m.Groups["noon"].Success))
                || (m.Groups["m"].Success && language != "en" && h >= 6);
            return new Clock(h * 60 + min, certain, pm || am, m.Index + m.Length);
        }
        if (!wordsToo)
            return null;
        m = Spoken.Match(line, i);
        if (!m.Success || m.Index != i)
            return null;
        if (m.Groups["noon"].Success)
            return new Clock(12 * 60, true, false, m.Index + m.Length);
        if (m.Groups["midnight"].Success)
            return new Clock(24 * 60, true, false, m.Index + m.Length);
        if (!HoursWords.Numbers.TryGetValue(m.Groups["n"].Value, out var n) && !int.TryParse(m.Groups["n"].Value, out n))
            return null;
        var minutes = n * 60;
        if (m.Groups["halb"].Success)
            minutes -= 30;
        if (m.Groups["half"].Success || m.Groups["halfafter"].Success)
            minutes += 30;
        if (m.Groups["past"].Success || m.Groups["quarterafter"].Success)
            minutes += 15;
        if (m.Groups["to"].Success || m.Groups["quarterbefore"].Success)
            minutes -= 15;
        var tail = m.Groups["part"].Value.ToLowerInvariant();
        bool evening = PmPart.IsMatch(tail),
            morning = AmPart.IsMatch(tail);
        if (evening && minutes < 12 * 60)
            minutes += 12 * 60;
        return new Clock(minutes, evening || morning, evening || morning, m.Index + m.Length);
    }

    private HoursToken? DaysAt(int i)
    {
        var group = GroupWords.Match(line, i);
        if (group.Success && group.Index == i)
        {
            var bits =
                group.Groups["week"].Success ? 0b0011111
                : group.Groups["end"].Success ? 0b1100000
                : 0b1111111;
            return new HoursToken(HoursTokenKind.Days, i, group.Length, bits, Range: true, Text: group.Value);
        }
        if (Day(i) is not { } first)
            return null;
        var gap = DayTo.Match(line, first.End);
        if (gap.Success && gap.Index == first.End && Day(first.End + gap.Length) is { } last)
        {
            var bits = 0;
            for (var d = first.Day; ; d = (d + 1) % 7)
            {
                bits |= 1 << d;
                if (d == last.Day)
                    break;
            }
            return new HoursToken(HoursTokenKind.Days, i, last.End - i, bits, Range: true, Text: line[i..last.End]);
        }
        return new HoursToken(HoursTokenKind.Days, i, first.End - i, 1 << first.Day, Text: line[i..first.End]);
    }

    private (int Day, int End)? Day(int i)
    {
        if (i > 0 && char.IsLetterOrDigit(line[i - 1]))
            return null;
        var m = Letters.Match(line, i);
        if (!m.Success || m.Index != i)
            return null;
        var word = m.Value;
        var end = i + word.Length;
        if (HoursWords.FullDay(word) is >= 0 and var full)
        {
            if (Morning.Match(line, end) is { Success: true } part && part.Index == end)
                end += part.Length;
            return (full, end);
        }
        foreach (var tongue in language is "en" ? (string[])["en"] : [language, "en"])
        {
            var d = HoursWords.ShortDay(word, tongue);
            if (d < 0)
                continue;
            var dot = end < line.Length && line[end] == '.';
            var rest = line[(dot ? end + 1 : end)..].TrimStart();
            var upper = char.IsUpper(word[0]);
            var unmistakable = tongue == "en" && word.Length >= 3 && word.ToLowerInvariant() is not ("sun" or "sat" or "wed" or "mon");
            var followed =
                rest.Length > 0
                && (
                    rest[0] is '-' or '–' or ':' or '|' or ',' or '/' or '&' or '+' or '('
                    || char.IsDigit(rest[0])
                    || FollowWord.IsMatch(rest)
                );
            if (
                word.Length == 1
                && !(
                    upper
                    && (
                        DayTo.Match(line, end) is { Success: true } g
                            && g.Index == end
                            && Letters.Match(line, end + g.Length) is { Success: true, Length: 1 }
                        || PrecededByLetter(i)
                        || (rest.Length > 0 && (char.IsDigit(rest[0]) || rest[0] is ':' or '|'))
                    )
                )
            )
                continue;
            // "mo-fr 8.30-18": two short days with a stroke between them are days in small letters too.
            var ranged =
                DayTo.Match(line, end) is { Success: true } gap
                && gap.Index == end
                && Letters.Match(line, end + gap.Length) is { Success: true } other
                && other.Index == end + gap.Length
                && other.Length > 1
                && HoursWords.ShortDay(other.Value, tongue) >= 0;
            _daysSeen |= ranged;
            if (
                !unmistakable
                && !ranged
                && !(_daysSeen && followed)
                && !(upper && (followed || dot && rest.Length == 0 || rest.Length == 0))
                && !(language == "en" && word.Length >= 3 && (followed || TimeBefore.IsMatch(line[..i])))
                && !(language is "fr" or "es" or "it" && word.Length >= 3 && (followed || dot))
                && !(language == "nl" && (followed || rest.Length == 0))
            )
                continue;
            return (d, dot ? end + 1 : end);
        }
        return null;
    }

    /// <summary>The second letter of "L-V".</summary>
    private bool PrecededByLetter(int i) => LetterBefore.IsMatch(line[..i]);

    /// <summary>"8-1 sat": a short day in small letters behind the times it holds for.</summary>
    private static readonly Regex TimeBefore = new(@"\d(?:[:.]\d\d)?\s?(?:am|pm)?\s(?:on\s)?$", RegexOptions.IgnoreCase);
    private static readonly Regex OpenVerb = new(
        @"^(?:open|opens|öffnen|öffnet|ouvrons|ouvre|ouvrent|abrimos|abre)$",
        RegexOptions.IgnoreCase
    );
    private static readonly Regex CloseVerb = new(
        @"^(?:close|closes|shut|shuts|schließen|schliessen|schließt|fermons|ferme|cerramos|cierra)$",
        RegexOptions.IgnoreCase
    );
    private static readonly Regex At = new(@"\G(?<at>at|um|à|a las)\s+", RegexOptions.IgnoreCase);
    private static readonly Regex Paren = new(@"\G\(\s*");
    private static readonly Regex Word = new(@"[\p{L}\p{M}']+|\d+[\d.,:/]*");
    private static readonly Regex Letters = new(@"\p{L}+");
    private static readonly Regex LetterBefore = new(@"(?:^|[\s(])[LMXJVSD]\s?(?:-|–|a|y|al)\s?$");
    private static readonly Regex FollowWord = new(
        @"^(?:and|und|et|y|to|bis|au|a|e|closed|geschlossen|ruhetag|fermé|cerrado|from|von|de|till|until|by|noon|nur|only|"
            + @"evenings?|mornings?|afternoons?|à|al|t/m|tot|en|e|n)\b",
        RegexOptions.IgnoreCase
    );
    private static readonly Regex JoinWord = WordPattern.Of("hours-scanner/join-word", RegexOptions.IgnoreCase);
    private static readonly Regex DayTo = new(
        @"\G\s*(?:-|–|—|−|\bto\b|\bthrough\b|\bthru\b|\btill?\b|\buntil\b|\bbis\b|\bbis "
            + @"einschließlich\b|\bau\b|\bà\b|\ba\b|\bal\b|\bhasta(?: el)?\b|\bt/m\b|\btot en met\b|\bfino a\b)\s*(?:(?:le|el|zum)\s+)?",
        RegexOptions.IgnoreCase
    );
    private static readonly Regex Lead = new(
        @"\G(?:(?<between>between|zwischen|entre|tra|tussen)|from|von|van|de|desde|dès|dalle|dal|dall')\s*(?:las?\s+)?",
        RegexOptions.IgnoreCase
    );
    private static readonly Regex To = new(
        @"\G\s*(?:-|–|—|−|\||\bto\b|\buntil\b|\btill?\b|\bthrough\b|\bbis\b|\bà\b|\ba\b|\bal?\b|\bhasta\b|\bjusqu'à\b|\btot\b|\balle\b|"
            + @"\bfino alle\b|\band "
            + @"(?:close|shut)s? (?:at )?)\s*(?:las?\s+)?",
        RegexOptions.IgnoreCase
    );
    private static readonly Regex Between = new(@"\G\s*(?:-|–|and|und|et|y)\s*(?:las?\s+)?", RegexOptions.IgnoreCase);
    private static readonly Regex Article = new(@"\G(?:las?\s+|um\s+|at\s+)", RegexOptions.IgnoreCase);
    private static readonly Regex Digits = new(
        @"\G(?:(?<four>(?:[01]\d|2[0-4])[0-5]\d)(?=\s?(?:h|hrs?|hours|uhr)?\b)(?!\s?(?:£|€|\$|m\b|km|sq|feet))|"
            + @"(?<h>\d{1,2})(?:(?<mid>[:.]|\s?h\s?|\s?uhr\s?)(?<m>[0-5]\d))?(?!\d)(?![.,]\d))(?:\s*(?<ap>a\.?m\b\.?|p\.?m\b\.?)|"
            + @"\s*(?<noon>noon|midday)\b|\s*(?<unit>h|hrs|uhr|heures?|horas|hs|o'?clock|o’clock|uur)\b)?(?:\s*(?<part>in "
            + @"the (?:morning|afternoon|evening)|at night|morgens|vormittags|nachmittags|abends|du matin|de l'après-midi|du soir|de la "
            + @"(?:mañana|tarde|noche)))?",
        RegexOptions.IgnoreCase
    );
    private static readonly Regex Spoken = new(
        @"\G(?:(?<noon>noon|midday|mittags?|midi|mediod[ií]a)\b|(?<midnight>midnight|mitternacht|minuit|medianoche)\b|(?:(?<half>half(?:[ "
            + @"-]past)?)\s|(?<past>quarter past|viertel nach)\s|(?<to>quarter to|viertel "
            + @"vor|dreiviertel)\s|(?<halb>halb)\s)?(?<n>one|two|three|four|five|six|seven|eight|nine|ten|eleven|twelve|eins?|"
            + @"zwei|drei|vier|fünf|sechs|sieben|acht|neun|zehn|elf|zwölf|une|deux|trois|quatre|cinq|sept|huit|neuf|dix|onze|"
            + @"dos|tres|cuatro|cinco|seis|siete|ocho|nueve|diez|doce|(?<=(?:half|quarter "
            + @"to|quarter past|halb|viertel nach|viertel "
            + @"vor)\s)\d{1,2})\b(?:\s+(?:o'?clock|o’clock|uhr|heures?|h)\b)?(?:\s+(?<halfafter>thirty|et demie|y "
            + @"media)|\s+(?<quarterafter>et quart|y cuarto)|\s+(?<quarterbefore>moins le quart|menos cuarto))?(?:\s+(?<part>in the "
            + @"(?:morning|afternoon|evening)|at night|morgens|vormittags|nachmittags|abends|du matin|de l'après-midi|du soir|de la "
            + @"(?:mañana|tarde|noche)))?)",
        RegexOptions.IgnoreCase
    );
    private static readonly Regex NotATime = WordPattern.Of("hours-scanner/not-a-time", RegexOptions.IgnoreCase);
    private static readonly Regex EdgeWords = WordPattern.Of("hours-scanner/edge-words", RegexOptions.IgnoreCase);
    private static readonly Regex SpecialWords = new(
        @"\G(?:(?<break>(?:closed |shut |geschlossen |fermé |cerrado )?(?:for (?:our )?|over |at |während der |à l'heure du |al "
            + @")?(?:lunch(?:time|break| break)?|mittagspause|mittags geschlossen|pause (?:de midi|déjeuner)|pausa|descanso de "
            + @"mediodía))(?=\W)|(?<closed>(?:we'?re |we are |is |are |bleib\w+ |wir sind |sind )?(?:always |normally |usually "
            + @")?(?:clos(?:e|ed|es)|shut|geschlossen|ruhetage?|schlie(?:ß|ss)tag|betriebsferien|schließen wir|haben wir zu|ist "
            + @"zu|zu\b(?=\s*[.,;]|\s*$)|ferm(?:é|ée|és|ées|ons|eture)(?: hebdomadaire)?|cerr(?:ado|ada|ados|adas|amos)|descanso|"
            + @"chius[oaie]|chiusura|gesloten|dicht)|(?:we "
            + @")?(?:don'?t|do not|no longer|never|not) open|(?:we're |we are )?not open|nicht (?:mehr )?(?:geöffnet|offen|da)|pas "
            + @"ouverts?|n'ouvr\w+ p(?:as|lus)|no abrimos|day off|days off|off\b(?=\s*(?:on|[.,;]|$))|keine sprechzeiten?|kein "
            + @"verkauf)(?=\W|$)|(?<except>(?:except|excluding|apart from|but "
            + @"not|bar|außer|ausser|ausgenommen|sauf|hormis|excepto|salvo|menos|tranne|eccetto|behalve)(?: on| for| am| le| les| los| el| "
            + @"an)?(?=\W))|(?<not>(?:and )?not|nicht|statt|instead of|rather than|no longer|non pas|au lieu de|et non|en vez de|en lugar "
            + @"de|y no)(?=\W)|(?<now>(?:but |aber |mais |pero )?(?:now|these days|nowadays|from now on|sondern|jetzt|inzwischen|ab "
            + @"sofort|neuerdings|maintenant|désormais|dorénavant|ahora))(?=\W))",
        RegexOptions.IgnoreCase
    );
    private static readonly Regex GroupWords = new(
        @"\G(?:(?<week>(?:every |on |all )?week ?days?|working days|monday-friday|werktags|wochentags|an werktagen|unter der "
            + @"woche|en semaine|jours ouvr(?:és|ables)|(?:los )?días (?:laborables|hábiles)|entre semana|doordeweeks|op werkdagen|"
            + @"(?:giorni )?feriali|m\s?[-–]\s?f(?=\s|,|:))|(?<end>(?:at "
            + @")?(?:the )?week-?ends?|am wochenende|wochenende|samedis? et dimanches?|le week-end|(?:los )?fin(?:es)? de "
            + @"semana)|(?<all>(?:open )?daily|every (?:single )?day|7 days(?: a week)?|seven days(?: a week)?|all week(?: "
            + @"long)?|mon(?:day)?\s?[-–]\s?sun(?:day)?|täglich|jeden tag|alle tage|tous les jours|7j/7|7 jours sur 7|todos los "
            + @"d[ií]as|cada d[ií]a|a diario|diariamente|dagelijks|elke dag|tutti i giorni|ogni giorno))(?=\W|$)",
        RegexOptions.IgnoreCase
    );
    private static readonly Regex Morning = new(
        @"\G(?:\s?(?:mornings?|vormittags?|vormittag|matins?|mattin[ae]|ochtend))(?=\W|$)",
        RegexOptions.IgnoreCase
    );
    private static readonly Regex PmPart = new(
        @"afternoon|evening|night|nachmittag|abends|après-midi|soir|tarde|noche|pomeriggio|sera|middags?|avonds?",
        RegexOptions.IgnoreCase
    );
    private static readonly Regex AmPart = new(@"morning|morgens|vormittag|matin|mañana|mattin[oa]|ochtends?", RegexOptions.IgnoreCase);
}
