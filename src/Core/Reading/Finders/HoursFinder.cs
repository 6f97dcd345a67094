using System.Text.RegularExpressions;

namespace Plurimax.Core.Reading.Finders;

/// <summary>
/// Opening hours from tables and prose. Statements are put in the order they were made: a later one replaces the day it speaks of,
/// "Fridays we close at four" changes only the end of that day.
/// </summary>
public static partial class HoursFinder
{
    private enum Deed { Open, Closed, ClosedAfternoon, CloseAt, OpenAt, Break }

    private sealed record Statement(int Order, int Line, int At, int Length, int Days, Deed Deed, List<(int From, int To)> Spans, int Season, double Confidence);

    public static IEnumerable<Candidate> Find(TextFrame frame)
    {
        var statements = new List<Statement>();
        Tables(frame, statements, out var used);
        var pending = 0;
        var lastDays = 0;
        var lastLine = -9;
        for (var i = 0; i < frame.Lines.Length; i++)
        {
            var text = frame.Line(i);
            if (text.Length == 0) { pending = 0; lastDays = 0; continue; }
            if (used.Contains(i) || frame.MailHeader(i)) continue;
            if (frame.Past(i) || frame.Others(i) || ElsewhereHead.IsMatch(frame.Under(i)) && frame.Under(i) != text) { pending = 0; continue; }
            var tokens = new HoursScanner(text, frame.Language).Scan();
            if (!tokens.Any(t => t.Kind is HoursTokenKind.Days or HoursTokenKind.Span or HoursTokenKind.CloseAt)) { pending = 0; if (i - lastLine > 1) lastDays = 0; continue; }
            var onlyDays = tokens.All(t => t.Kind is HoursTokenKind.Days or HoursTokenKind.Join) && tokens.Any(t => t.Kind == HoursTokenKind.Days);
            if (onlyDays && text.Length < 60) { pending = tokens.Where(t => t.Kind == HoursTokenKind.Days).Aggregate(0, (a, t) => a | t.Days); continue; }
            var made = Line(frame, i, text, tokens, pending, pending == 0 && i - lastLine <= 1 ? lastDays : 0);
            pending = 0;
            foreach (var s in made) { statements.Add(s); lastDays = s.Days; lastLine = i; }
        }
        if (statements.Count == 0) yield break;
        var base_ = statements.Any(s => s.Season == 0 && s.Deed == Deed.Open);
        var kept = statements.Where(s => s.Season == 0 || (!base_ && InSeason(s.Season, frame.Today.Month))).OrderBy(s => s.Order).ThenBy(s => s.Line).ThenBy(s => s.At).ToList();
        var week = new WeekDraft();
        var setBy = new Statement?[7];
        var opened = -1;
        Statement? before = null;
        foreach (var s in kept)
        {
            if (s.Deed == Deed.Open)
            {
                opened = before is { } b && b.Line == s.Line && b.Days == s.Days ? Math.Min(opened, s.Spans[0].From) : s.Spans[0].From;
                before = s;
            }
            for (var d = 0; d < 7; d++)
            {
                if ((s.Days & 1 << d) == 0) continue;
                switch (s.Deed)
                {
                    case Deed.Open:
                        var with = setBy[d] is { Deed: Deed.Open } p && p.Order == s.Order && (p.Line == s.Line || s.Line - p.Line <= 1 && p.Days == s.Days) && s.Spans.All(n => week[d].All(o => n.From >= o.To || n.To <= o.From)) && !Cues.Correction(frame.Line(s.Line));
                        if (with) foreach (var (from, to) in s.Spans) week.Add(d, from, to);
                        else week.Set(d, s.Spans);
                        setBy[d] = s;
                        break;
                    case Deed.Closed: week.Close(d); setBy[d] = s; break;
                    case Deed.ClosedAfternoon: week.Set(d, [.. week[d].Where(x => x.From < 12 * 60).Select(x => (x.From, Math.Min(x.To, 13 * 60)))]); break;
                    case Deed.CloseAt:
                        // "from seven until three, and on Saturdays until one": the opening carries over.
                        if (!week.Known(d) && opened >= 0 && s.Spans[0].To > opened) week.Add(d, opened, s.Spans[0].To);
                        else week.CloseAt(d, s.Spans[0].To);
                        break;
                    case Deed.OpenAt: week.OpenAt(d, s.Spans[0].From); break;
                    case Deed.Break: week.Break(d, s.Spans[0].From, s.Spans[0].To); break;
                }
            }
        }
        var first = kept.FirstOrDefault(s => s.Deed is Deed.Open or Deed.Closed);
        if (first is null) yield break;
        var value = week.Value();
        if (!week.Any && value.Closed.Length == 0) yield break;
        var opens = kept.Where(s => s.Deed == Deed.Open).ToList();
        yield return new Candidate("hours", value, opens.Count == 0 ? .6 : opens.Max(s => s.Confidence), frame.Source.Around(first.Line, first.At, first.Length), "days and times");
    }

    private static bool InSeason(int season, int month) => (season & 1 << month - 1) != 0;

    private static List<Statement> Line(TextFrame frame, int line, string text, List<HoursToken> tokens, int pending, int lastDays)
    {
        var made = new List<Statement>();
        foreach (var part in Split(tokens))
        {
            if (part.Count == 0) continue;
            int from = part[0].At, to = part[^1].At + part[^1].Length;
            var said = text[from..to];
            var list = part;
            if (Cues.Past(said) || LastYear(said, frame))
            {
                var now = list.FindLastIndex(t => t.Kind == HoursTokenKind.Now);
                var past = PastIndex(list, text);
                if (now >= 0 && now > past) list = Keep(list, now);
                else continue;
            }
            if (Elsewhere.IsMatch(said) && !Opening.IsMatch(said)) continue;
            if (Never.IsMatch(said) || SingleDay.IsMatch(said)) continue;
            if (frame.Agency(line)) continue;
            Pair(frame, line, list, pending, lastDays, SeasonOf(said, frame.Under(line)), SeasonAt(said) is >= 0 and var s ? from + s : from, made);
            if (made.Count > 0) lastDays = made[^1].Days;
        }
        return made;
    }

    /// <summary>Days named before "used to" still hold for what is said after "now".</summary>
    private static List<HoursToken> Keep(List<HoursToken> list, int now)
    {
        var after = list.Skip(now + 1).ToList();
        return after.Any(t => t.Kind == HoursTokenKind.Days) ? after : [.. list.Take(now).Where(t => t.Kind == HoursTokenKind.Days), .. after];
    }

    private static int PastIndex(List<HoursToken> list, string text)
    {
        for (var k = 0; k < list.Count; k++) if (Cues.Past(text[list[0].At..(list[k].At + list[k].Length)])) return k;
        return -1;
    }

    private static bool LastYear(string said, TextFrame frame) => Until.Matches(said).Any(m => int.Parse(m.Groups[1].Value) < frame.Today.Year);

    private static IEnumerable<List<HoursToken>> Split(List<HoursToken> tokens)
    {
        var part = new List<HoursToken>();
        foreach (var t in tokens)
        {
            if (t.Kind == HoursTokenKind.Stop) { yield return part; part = []; }
            else part.Add(t);
        }
        yield return part;
    }

    /// <summary>Binds days to times. Whichever comes first in the clause leads: "Mon 9-5" or "9-5 on Mondays".</summary>
    private static void Pair(TextFrame frame, int line, List<HoursToken> part, int pending, int lastDays, int season, int seasonFrom, List<Statement> made)
    {
        var start = made.Count;
        var items = Merge(part);
        var explicitHours = Opening.IsMatch(frame.Under(line)) || Opening.IsMatch(frame.Line(line));
        var firstReal = items.FirstOrDefault(t => t.Kind is HoursTokenKind.Days or HoursTokenKind.Span or HoursTokenKind.Closed or HoursTokenKind.CloseAt or HoursTokenKind.OpenAt);
        if (firstReal is null) return;
        var leads = firstReal.Kind == HoursTokenKind.Days || pending != 0;
        var days = pending;
        var daysUsed = false;
        (HoursToken Token, List<(int, int)> Spans)? waiting = null;
        HoursToken? openAt = null;
        void Put(int which, Deed deed, List<(int, int)> spans, HoursToken at)
        {
            if (which == 0) return;
            // "Mon to Sat 9 to 5, in summer also Sundays": what stands before the season holds all year.
            var held = season != 0 && at.At < seasonFrom && items[0].At < seasonFrom && Next(items, items.IndexOf(at), HoursTokenKind.Days) is not null ? 0 : season;
            made.Add(new Statement(frame.Order(line), line, at.At, at.Length, which, deed, spans, held, explicitHours || frame.Lines[line].Role == LineRole.Row ? .95 : .88));
            lastDays = which;
        }
        for (var k = 0; k < items.Count; k++)
        {
            var t = items[k];
            switch (t.Kind)
            {
                case HoursTokenKind.Days:
                    if (waiting is { } w && !leads)
                    {
                        Put(t.Days, w.Token.Kind == HoursTokenKind.Closed ? Deed.Closed : w.Token.Kind == HoursTokenKind.CloseAt ? Deed.CloseAt : w.Token.Kind == HoursTokenKind.OpenAt ? Deed.OpenAt : Deed.Open, w.Spans, w.Token);
                        waiting = null;
                        days = t.Days;
                        daysUsed = true;
                        break;
                    }
                    if (waiting is { Token.Kind: HoursTokenKind.Closed } c)
                    {
                        // "closed Monday, Tuesday to Friday 9 to 5": the range belongs to the times after it.
                        Put(t.Days, Deed.Closed, c.Spans, c.Token);
                        waiting = null;
                        days = t.Days;
                        daysUsed = true;
                        leads = true;
                        break;
                    }
                    days = t.Days;
                    daysUsed = false;
                    break;
                case HoursTokenKind.Span:
                    openAt = null;
                    if (Before(items, k) is HoursTokenKind.Not && days != 0) break;
                    if (Before(items, k) is HoursTokenKind.Break || (Before(items, k) is HoursTokenKind.Closed && daysUsed && made.Count > start && made[^1].Deed != Deed.Closed))
                    {
                        if (Before(items, k) is HoursTokenKind.Closed) waiting = null;
                        Put(days != 0 ? days : lastDays != 0 ? lastDays : 127, Deed.Break, [(t.From, t.To)], t);
                        break;
                    }
                    if (leads && days != 0 && !(daysUsed && Next(items, k, HoursTokenKind.Days) is not null && NextReal(items, k) == HoursTokenKind.Days && !Joined(items, k))) { Put(days, Deed.Open, [(t.From, t.To)], t); daysUsed = true; waiting = null; }
                    else if (waiting is { Token.Kind: HoursTokenKind.Span } more) more.Spans.Add((t.From, t.To));
                    else if (Next(items, k, HoursTokenKind.Days) is not null) { waiting = (t, [(t.From, t.To)]); leads = false; }
                    else if (lastDays != 0) Put(lastDays, Deed.Open, [(t.From, t.To)], t);
                    break;
                case HoursTokenKind.Closed:
                    if (leads && days != 0 && !daysUsed) { Put(days, Afternoon.IsMatch(frame.Line(line)[Math.Max(0, t.At - 16)..t.At]) ? Deed.ClosedAfternoon : Deed.Closed, [], t); daysUsed = true; }
                    else if (NextReal(items, k) is HoursTokenKind.Days) waiting = (t, []);
                    else if (NextReal(items, k) is HoursTokenKind.Span && daysUsed) waiting = (t, []);
                    break;
                case HoursTokenKind.OpenAt:
                    if (Next(items, k, HoursTokenKind.CloseAt) is not null) openAt = t;
                    else if (days != 0 && leads && made.Count + lastDays > 0) { Put(days, Deed.OpenAt, [(t.From, t.To)], t); daysUsed = true; }
                    else if (NextReal(items, k) == HoursTokenKind.Days) { waiting = (t, [(t.From, t.To)]); leads = false; }
                    break;
                case HoursTokenKind.CloseAt:
                    if (openAt is { } o)
                    {
                        var span = (o.From, t.To > o.From ? t.To : t.To + 12 * 60);
                        openAt = null;
                        if (days != 0) { Put(days, Deed.Open, [span], t); daysUsed = true; }
                        else if (Next(items, k, HoursTokenKind.Days) is not null) { waiting = (t with { Kind = HoursTokenKind.Span }, [span]); leads = false; }
                        break;
                    }
                    if (daysUsed && NextReal(items, k) == HoursTokenKind.Days && Before(items, k) == HoursTokenKind.Span) { waiting = (t, [(t.From, t.To)]); leads = false; }
                    else if (days != 0 && leads) { Put(days, Deed.CloseAt, [(t.From, t.To)], t); daysUsed = true; }
                    else if (NextReal(items, k) == HoursTokenKind.Days) { waiting = (t, [(t.From, t.To)]); leads = false; }
                    break;
                case HoursTokenKind.Except:
                    if (Next(items, k, HoursTokenKind.Days) is { } off)
                    {
                        if (!daysUsed && days != 0)
                        {
                            days &= ~off.Days;
                            made.Add(new Statement(frame.Order(line), line, off.At, off.Length, off.Days, Deed.Closed, [], season, .85));
                        }
                        else Put(off.Days, Deed.Closed, [], off);
                        k = items.IndexOf(off);
                    }
                    break;
            }
        }
    }

    private static HoursTokenKind? Before(List<HoursToken> items, int k)
    {
        for (var i = k - 1; i >= 0 && k - i <= 3; i--)
        {
            if (items[i].Kind == HoursTokenKind.Word && items[i].Text.Length <= 4) continue;
            if (items[i].Kind is HoursTokenKind.Join) continue;
            return items[i].Kind;
        }
        return null;
    }

    private static HoursToken? Next(List<HoursToken> items, int k, HoursTokenKind kind) => items.Skip(k + 1).FirstOrDefault(t => t.Kind == kind);

    private static HoursTokenKind? NextReal(List<HoursToken> items, int k) =>
        items.Skip(k + 1).FirstOrDefault(t => t.Kind is not (HoursTokenKind.Join or HoursTokenKind.Word))?.Kind;

    private static bool Joined(List<HoursToken> items, int k) => k > 0 && items[k - 1].Kind == HoursTokenKind.Join && items[k - 1].Text is "," or "&" or "and" or "und" or "et" or "y" or "/";

    /// <summary>Joins days that stand next to each other into one set; "closed Monday, Tuesday to Friday" keeps its range apart.</summary>
    private static List<HoursToken> Merge(List<HoursToken> part)
    {
        var items = new List<HoursToken>();
        var closedBefore = false;
        foreach (var t in part)
        {
            if (t.Kind == HoursTokenKind.Days)
            {
                var back = items.Count - 1;
                while (back >= 0 && items[back].Kind == HoursTokenKind.Join && items[back].Text is not ("." or "(" or ")" or ":" or "|")) back--;
                if (back >= 0 && items[back].Kind == HoursTokenKind.Days && items.Count - back <= 4 && !(closedBefore && t.Range && !items[back].Range))
                {
                    items[back] = items[back] with { Days = items[back].Days | t.Days, Length = t.At + t.Length - items[back].At, Range = items[back].Range || t.Range };
                    items.RemoveRange(back + 1, items.Count - back - 1);
                    continue;
                }
                closedBefore = items.LastOrDefault(x => x.Kind is not (HoursTokenKind.Join or HoursTokenKind.Word)) is { Kind: HoursTokenKind.Closed };
            }
            items.Add(t);
        }
        return items;
    }

    /// <summary>Rows of days over rows of times, and rows with a day in one column and opening and closing in the next.</summary>
    private static void Tables(TextFrame frame, List<Statement> made, out HashSet<int> used)
    {
        used = [];
        for (var i = 0; i + 1 < frame.Lines.Length; i++)
        {
            if (frame.Lines[i].Role != LineRole.Row || frame.Lines[i + 1].Role != LineRole.Row || frame.Past(i) || frame.Others(i)) continue;
            var heads = frame.Line(i).Split(" | ");
            var days = heads.Select(h => new HoursScanner(h.Trim() + " ", frame.Language).Scan() is [{ Kind: HoursTokenKind.Days } d, ..] ? d.Days : HoursWords.ShortDay(h.Trim(), frame.Language) is >= 0 and var s ? 1 << s : 0).ToList();
            if (days.Count(d => d != 0) < 3) continue;
            for (var r = i + 1; r < frame.Lines.Length && frame.Lines[r].Role == LineRole.Row; r++)
            {
                var cells = frame.Line(r).Split(" | ");
                if (cells.Length < days.Count - 1) break;
                var shift = cells.Length - days.Count;
                var any = false;
                for (var c = 0; c < days.Count; c++)
                {
                    if (days[c] == 0 || c + Math.Max(0, shift) >= cells.Length) continue;
                    var tokens = new HoursScanner(cells[c + Math.Max(0, shift)], frame.Language).Scan();
                    var spans = tokens.Where(t => t.Kind == HoursTokenKind.Span).Select(t => (t.From, t.To)).ToList();
                    if (spans.Count > 0) { made.Add(new Statement(frame.Order(r), r, 0, frame.Line(r).Length, days[c], Deed.Open, spans, 0, .95)); any = true; }
                    else if (tokens.Any(t => t.Kind == HoursTokenKind.Closed) || cells[c + Math.Max(0, shift)].Trim() is "-" or "–" or "—") { made.Add(new Statement(frame.Order(r), r, 0, frame.Line(r).Length, days[c], Deed.Closed, [], 0, .95)); any = true; }
                }
                if (!any) break;
                used.Add(i);
                used.Add(r);
            }
        }
    }

    /// <summary>Where in a clause its season is named; -1 if nowhere.</summary>
    private static int SeasonAt(string said) => new[] { Months.Match(said), OneMonth.Match(said), Summer.Match(said), Winter.Match(said) }.Where(m => m.Success).Select(m => m.Index).DefaultIfEmpty(-1).Min();

    /// <summary>Months of a season as bits, January lowest; 0 for all the year.</summary>
    private static int SeasonOf(string said, string under)
    {
        foreach (var text in new[] { said, under })
        {
            var m = Months.Match(text);
            if (m.Success && TextFrame.Month(m.Groups[1].Value) is { } a && TextFrame.Month(m.Groups[2].Value) is { } b)
            {
                var bits = 0;
                for (var x = a; ; x = x % 12 + 1) { bits |= 1 << x - 1; if (x == b) break; }
                return bits;
            }
            if (OneMonth.Match(text) is { Success: true } one && TextFrame.Month(one.Groups[1].Value) is { } only) return 1 << only - 1;
            if (Summer.IsMatch(text)) return 0b0011_1111_1000;
            if (Winter.IsMatch(text)) return 0b1100_0000_0111;
        }
        return 0;
    }

    private static readonly Regex ElsewhereHead = new(@"\b(?:check[- ]?in|check[- ]?out|breakfast|deliver(?:y|ies)|classes|class times|timetable|happy hour|kitchen|market days?|holiday hours|bank holidays?|christmas|frühstück|anreise|lieferung|küche|kurse|kursplan|feiertage|weihnachten|petit[- ]déjeuner|livraison|cours|jours fériés|desayuno|reparto|clases|cocina|festivos|navidad)\b", RegexOptions.IgnoreCase);
    private static readonly Regex Elsewhere = new(@"\b(?:meet(?:ing)?s?|call (?:me|you|us|back|him|her)|ring (?:me|you|him|her)|phone call|zoom|check[- ]?in|check[- ]?out|arrivals?|departures?|breakfast|deliver(?:y|ies|s)|deliver to|delivers? on|class(?:es)?|courses?|workshops?|sessions?|happy hour|kitchen|phone lines?|lines are|market|stall|train|bus|parking|photo ?shoot|photographer|viewings?|tours?|besichtigung\w*|appointment with|visit you|come (?:by|over|round) (?:to|and)|reach me|best time|rehears\w+|choir|yoga|pilates|beginners?|advanced|frühstück|anreise|abreise|lieferung|liefern|kurse?|unterricht|küche|telefonisch|telefonzeiten?|erreichbar|sprechen wir|termin mit|markt(?:stand)?|petit[- ]déjeuner|arrivée|départ|livraisons?|cours|cuisine|marché|rendez-vous avec|joignable|rappel\w*|réunion|desayuno|entrada|salida|reparto|entregas?|clases?|cursos?|cocina|mercado|reunión|ll[aá]m\w+)\b", RegexOptions.IgnoreCase);
    private static readonly Regex Opening = new(@"\b(?:open(?:s|ing)?|hours|opening times|shop|doors|geöffnet|öffnungszeiten?|sprechzeiten|sprechstunden?|bürozeiten|ladenzeiten|offen|ouverte?s?|ouvertures?|horaires?|ouvrons|abiertos?|abierta|horarios?|abrimos|apertura)\b", RegexOptions.IgnoreCase);
    private static readonly Regex Never = new(@"\b(?:kitchen|breakfast|check[- ]?in|check[- ]?out|happy hour|parking|phone lines?|küche|frühstück|telefonzeiten?|telefonisch erreichbar|petit[- ]déjeuner|desayuno|cocina)\b", RegexOptions.IgnoreCase);
    private static readonly Regex SingleDay = new(@"\b(?:christmas|boxing day|new year|easter (?:monday|sunday|saturday)|good friday|bank holiday (?:mondays?|hours|times|opening)|thanksgiving|weihnachten|heiligabend|silvester|neujahr|ostermontag|karfreitag|noël|jour de l'an|pâques|navidad|nochebuena|nochevieja|año nuevo|semana santa|halloween|jubilee|this (?:week|monday|tuesday|wednesday|thursday|friday|saturday|sunday)|next (?:week|monday|tuesday|wednesday|thursday|friday|saturday|sunday)|(?:am )?(?:kommenden|nächsten|diesen) (?:montag|dienstag|mittwoch|donnerstag|freitag|samstag|sonntag)|(?:lundi|mardi|mercredi|jeudi|vendredi|samedi|dimanche) prochain|(?:el )?próximo (?:lunes|martes|miércoles|jueves|viernes|sábado|domingo))\b|\b\d{1,2}(?:st|nd|rd|th)?\.? (?:of )?(?:january|february|march|april|june|july|august|september|october|november|december|januar|februar|märz|juni|juli|oktober|dezember|janvier|février|avril|juillet|août|septembre|octobre|novembre|décembre|de (?:enero|febrero|marzo|abril|mayo|junio|julio|agosto|septiembre|octubre|noviembre|diciembre))\b", RegexOptions.IgnoreCase);
    private static readonly Regex Until = new(@"\b(?:until|till|bis|jusqu'en|hasta|in|en|im jahr)\s+(?:the end of |ende |fin )?(20\d\d)\b", RegexOptions.IgnoreCase);
    private static readonly Regex Months = new(@"\b((?:jan|feb|mar|apr|may|jun|jul|aug|sep|oct|nov|dec|mär|mai|okt|dez|fév|avr|juin|juil|aoû|déc|ene|abr|ago|dic)\p{L}*)\.?\s*(?:-|–|to|until|till|through|bis|à|au|a|hasta)\s*(?:end of |ende )?((?:jan|feb|mar|apr|may|jun|jul|aug|sep|oct|nov|dec|mär|mai|okt|dez|fév|avr|juin|juil|aoû|déc|ene|abr|ago|dic)\p{L}*)", RegexOptions.IgnoreCase);
    private static readonly Regex Afternoon = new(@"\b(?:afternoons?|nachmittags?|après-midi|por las? tardes?)\b", RegexOptions.IgnoreCase);
    private static readonly Regex OneMonth = new(@"\b(?:im|in|during|en)\s+(january|february|march|april|may|june|july|august|september|october|november|december|januar|februar|märz|mai|juni|juli|oktober|dezember|janvier|février|mars|avril|juin|juillet|août|septembre|octobre|novembre|décembre|enero|febrero|marzo|abril|mayo|junio|julio|agosto|septiembre|octubre|noviembre|diciembre)\b", RegexOptions.IgnoreCase);
    private static readonly Regex Summer = new(@"\b(?:summer|in season|high season|sommer\w*|im sommer|été|estivaux|verano|temporada alta)\b", RegexOptions.IgnoreCase);
    private static readonly Regex Winter = new(@"\b(?:winter\w*|off[- ]season|low season|im winter|hiver|hivernaux|invierno|temporada baja)\b", RegexOptions.IgnoreCase);
}
