using System.Text.RegularExpressions;

namespace Plurimax.Reading.Finders;

internal enum HoursDeed
{
    Open,
    Closed,
    ClosedAfternoon,
    CloseAt,
    OpenAt,
    Break,
}

/// <summary>What one clause says of some days.</summary>
/// <param name="Order">Age of the message it stands in, the oldest first.</param>
/// <param name="Days">Bits by day, Monday lowest.</param>
/// <param name="Season">Months it holds in as bits, January lowest; 0 for all the year.</param>
internal sealed record HoursStatement(
    int Order,
    int Line,
    int At,
    int Length,
    int Days,
    HoursDeed Deed,
    List<(int From, int To)> Spans,
    int Season,
    double Confidence
);

/// <summary>Reads a line clause by clause and binds its days to its times.</summary>
internal static class HoursStatements
{
    public static List<HoursStatement> Of(TextFrame frame, int line, string text, List<HoursToken> tokens, int pending, int lastDays)
    {
        var made = new List<HoursStatement>();
        foreach (var part in Split(tokens))
        {
            if (part.Count == 0)
                continue;
            int from = part[0].At,
                to = part[^1].At + part[^1].Length;
            var said = text[from..to];
            var list = part;
            if (Cues.Past(said) || LastYear(said, frame))
            {
                var now = list.FindLastIndex(t => t.Kind == HoursTokenKind.Now);
                var past = PastIndex(list, text);
                if (now >= 0 && now > past)
                    list = Keep(list, now);
                // "now Wednesday to Saturday 10 to 4, not the 9 to 5 of the old site".
                else if (now >= 0 && list.FindIndex(now, t => t.Kind == HoursTokenKind.Not) is > 0 and var not)
                    list = Keep([.. list.Take(not)], now);
                else
                    continue;
            }
            if (Elsewhere.IsMatch(said) && !Opening.IsMatch(said))
                continue;
            if (Never.IsMatch(said) || SingleDay.IsMatch(said) || Dated.IsMatch(said))
                continue;
            if (frame.Agency(line))
                continue;
            Pair(
                frame,
                line,
                list,
                pending,
                lastDays,
                HoursSeason.Of(said, frame.Under(line)),
                HoursSeason.At(said) is >= 0 and var s ? from + s : from,
                made
            );
            if (made.Count > 0)
                lastDays = made[^1].Days;
        }
        return made;
    }

    /// <summary>Days named before "used to" still hold for what is said after "now".</summary>
    private static List<HoursToken> Keep(List<HoursToken> list, int now)
    {
        var after = list.Skip(now + 1).ToList();
        return after.Any(t => t.Kind == HoursTokenKind.Days)
            ? after
            : [.. list.Take(now).Where(t => t.Kind == HoursTokenKind.Days), .. after];
    }

    private static int PastIndex(List<HoursToken> list, string text)
    {
        for (var k = 0; k < list.Count; k++)
            if (Cues.Past(text[list[0].At..(list[k].At + list[k].Length)]))
                return k;
        return -1;
    }

    private static bool LastYear(string said, TextFrame frame) =>
        Until.Matches(said).Any(m => int.Parse(m.Groups[1].Value) < frame.Today.Year);

    private static IEnumerable<List<HoursToken>> Split(List<HoursToken> tokens)
    {
        var part = new List<HoursToken>();
        foreach (var t in tokens)
        {
            if (t.Kind == HoursTokenKind.Stop)
            {
                yield return part;
                part = [];
            }
            else
                part.Add(t);
        }
        yield return part;
    }

    /// <summary>Binds days to times. Whichever comes first in the clause leads: "Mon 9-5" or "9-5 on Mondays".</summary>
    private static void Pair(
        TextFrame frame,
        int line,
        List<HoursToken> part,
        int pending,
        int lastDays,
        int season,
        int seasonFrom,
        List<HoursStatement> made
    )
    {
        var start = made.Count;
        var items = Merge(part);
        var explicitHours = Opening.IsMatch(frame.Under(line)) || Opening.IsMatch(frame.Line(line));
        var firstReal = items.FirstOrDefault(t =>
            t.Kind is HoursTokenKind.Days or HoursTokenKind.Span or HoursTokenKind.Closed or HoursTokenKind.CloseAt or HoursTokenKind.OpenAt
        );
        if (firstReal is null)
            return;
        var leads = firstReal.Kind == HoursTokenKind.Days || pending != 0;
        var days = pending;
        var daysUsed = false;
        (HoursToken Token, List<(int, int)> Spans)? waiting = null;
        HoursToken? openAt = null;
        void Put(int which, HoursDeed deed, List<(int, int)> spans, HoursToken at)
        {
            if (which == 0)
                return;
            // "Mon to Sat 9 to 5, in summer also Sundays": what stands before the season holds all year.
            var held =
                season != 0
                && at.At < seasonFrom
                && items[0].At < seasonFrom
                && Next(items, items.IndexOf(at), HoursTokenKind.Days) is not null
                    ? 0
                    : season;
            made.Add(
                new HoursStatement(
                    frame.Order(line),
                    line,
                    at.At,
                    at.Length,
                    which,
                    deed,
                    spans,
                    held,
                    explicitHours || frame.Lines[line].Role == LineRole.Row ? .95 : .88
                )
            );
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
                        Put(
                            t.Days,
                            w.Token.Kind == HoursTokenKind.Closed ? HoursDeed.Closed
                                : w.Token.Kind == HoursTokenKind.CloseAt ? HoursDeed.CloseAt
                                : w.Token.Kind == HoursTokenKind.OpenAt ? HoursDeed.OpenAt
                                : HoursDeed.Open,
                            w.Spans,
                            w.Token
                        );
                        waiting = null;
                        days = t.Days;
                        daysUsed = true;
                        break;
                    }
                    if (waiting is { Token.Kind: HoursTokenKind.Closed } c)
                    {
                        // "closed Monday, Tuesday to Friday 9 to 5": the range belongs to the times after it.
                        Put(t.Days, HoursDeed.Closed, c.Spans, c.Token);
                        waiting = null;
                        days = t.Days;
                        daysUsed = true;
                        leads = true;
                        break;
                    }
                    // After "9-5 on weekdays" the order may turn: "Saturdays 9 till 1".
                    if (!leads && daysUsed && NextReal(items, k) == HoursTokenKind.Span)
                        leads = true;
                    days = t.Days;
                    daysUsed = false;
                    break;
                case HoursTokenKind.Span:
                    openAt = null;
                    if (Before(items, k) is HoursTokenKind.Not && days != 0)
                        break;
                    if (
                        Before(items, k) is HoursTokenKind.Break
                        || (
                            Before(items, k) is HoursTokenKind.Closed && daysUsed && made.Count > start && made[^1].Deed != HoursDeed.Closed
                        )
                    )
                    {
                        if (Before(items, k) is HoursTokenKind.Closed)
                            waiting = null;
                        Put(
                            days != 0 ? days
                                : lastDays != 0 ? lastDays
                                : 127,
                            HoursDeed.Break,
                            [(t.From, t.To)],
                            t
                        );
                        break;
                    }
                    if (
                        leads
                        && days != 0
                        && !(
                            daysUsed
                            && Next(items, k, HoursTokenKind.Days) is not null
                            && NextReal(items, k) == HoursTokenKind.Days
                            && !Joined(items, k)
                        )
                    )
                    {
                        Put(days, HoursDeed.Open, [(t.From, t.To)], t);
                        daysUsed = true;
                        waiting = null;
                    }
                    else if (waiting is { Token.Kind: HoursTokenKind.Span } more)
                        more.Spans.Add((t.From, t.To));
                    else if (Next(items, k, HoursTokenKind.Days) is not null)
                    {
                        waiting = (t, [(t.From, t.To)]);
                        leads = false;
                    }
                    else if (lastDays != 0)
                        Put(lastDays, HoursDeed.Open, [(t.From, t.To)], t);
                    break;
                case HoursTokenKind.Closed:
                    if (leads && days != 0 && !daysUsed)
                    {
                        Put(
                            days,
                            Afternoon.IsMatch(frame.Line(line)[Math.Max(0, t.At - 16)..t.At])
                                ? HoursDeed.ClosedAfternoon
                                : HoursDeed.Closed,
                            [],
                            t
                        );
                        daysUsed = true;
                    }
                    else if (NextReal(items, k) is HoursTokenKind.Days)
                        waiting = (t, []);
                    else if (NextReal(items, k) is HoursTokenKind.Span && daysUsed)
                        waiting = (t, []);
                    break;
                case HoursTokenKind.OpenAt:
                    if (Next(items, k, HoursTokenKind.CloseAt) is not null)
                        openAt = t;
                    else if (days != 0 && leads && made.Count + lastDays > 0)
                    {
                        Put(days, HoursDeed.OpenAt, [(t.From, t.To)], t);
                        daysUsed = true;
                    }
                    else if (NextReal(items, k) == HoursTokenKind.Days)
                    {
                        waiting = (t, [(t.From, t.To)]);
                        leads = false;
                    }
                    break;
                case HoursTokenKind.CloseAt:
                    if (openAt is { } o)
                    {
                        var span = (o.From, t.To > o.From ? t.To : t.To + 12 * 60);
                        openAt = null;
                        if (days != 0)
                        {
                            Put(days, HoursDeed.Open, [span], t);
                            daysUsed = true;
                        }
                        else if (Next(items, k, HoursTokenKind.Days) is not null)
                        {
                            waiting = (t with { Kind = HoursTokenKind.Span }, [span]);
                            leads = false;
                        }
                        break;
                    }
                    if (daysUsed && NextReal(items, k) == HoursTokenKind.Days && Before(items, k) == HoursTokenKind.Span)
                    {
                        waiting = (t, [(t.From, t.To)]);
                        leads = false;
                    }
                    else if (days != 0 && leads)
                    {
                        Put(days, HoursDeed.CloseAt, [(t.From, t.To)], t);
                        daysUsed = true;
                    }
                    else if (NextReal(items, k) == HoursTokenKind.Days)
                    {
                        waiting = (t, [(t.From, t.To)]);
                        leads = false;
                    }
                    break;
                case HoursTokenKind.Except:
                    if (Next(items, k, HoursTokenKind.Days) is { } off)
                    {
                        if (!daysUsed && days != 0)
                        {
                            days &= ~off.Days;
                            made.Add(
                                new HoursStatement(frame.Order(line), line, off.At, off.Length, off.Days, HoursDeed.Closed, [], season, .85)
                            );
                        }
                        else
                            Put(off.Days, HoursDeed.Closed, [], off);
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
            if (items[i].Kind == HoursTokenKind.Word && items[i].Text.Length <= 4)
                continue;
            if (items[i].Kind is HoursTokenKind.Join)
                continue;
            return items[i].Kind;
        }
        return null;
    }

    private static HoursToken? Next(List<HoursToken> items, int k, HoursTokenKind kind) =>
        items.Skip(k + 1).FirstOrDefault(t => t.Kind == kind);

    private static HoursTokenKind? NextReal(List<HoursToken> items, int k) =>
        items.Skip(k + 1).FirstOrDefault(t => t.Kind is not (HoursTokenKind.Join or HoursTokenKind.Word))?.Kind;

    private static bool Joined(List<HoursToken> items, int k) =>
        k > 0
        && items[k - 1].Kind == HoursTokenKind.Join
        && items[k - 1].Text is "," or "&" or "and" or "und" or "et" or "y" or "e" or "en" or "+" or "/";

    /// <summary>"9-5 on weekdays, Saturdays 9 till 1": the first days have their times before them, the second behind.</summary>
    private static bool OwnTimes(List<HoursToken> items, int first, List<HoursToken> part, HoursToken second)
    {
        if (Before(items, first) != HoursTokenKind.Span || items.Take(first).Any(t => t.Kind == HoursTokenKind.Days))
            return false;
        var rest = part.SkipWhile(t => t != second)
            .Skip(1)
            .Where(t => t.Kind is not (HoursTokenKind.Join or HoursTokenKind.Word))
            .Take(2)
            .ToList();
        return rest is [{ Kind: HoursTokenKind.Span }] or [{ Kind: HoursTokenKind.Span }, { Kind: not HoursTokenKind.Days }];
    }

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
                while (back >= 0 && items[back].Kind == HoursTokenKind.Join && items[back].Text is not ("." or "(" or ")" or ":" or "|"))
                    back--;
                if (
                    back >= 0
                    && items[back].Kind == HoursTokenKind.Days
                    && items.Count - back <= 4
                    && !OwnTimes(items, back, part, t)
                    && !(closedBefore && t.Range && !items[back].Range)
                )
                {
                    items[back] = items[back] with
                    {
                        Days = items[back].Days | t.Days,
                        Length = t.At + t.Length - items[back].At,
                        Range = items[back].Range || t.Range,
                    };
                    items.RemoveRange(back + 1, items.Count - back - 1);
                    continue;
                }
                closedBefore =
                    items.LastOrDefault(x => x.Kind is not (HoursTokenKind.Join or HoursTokenKind.Word)) is { Kind: HoursTokenKind.Closed };
            }
            items.Add(t);
        }
        return items;
    }

    private static readonly Regex Elsewhere = WordPattern.Of("hours-statements/elsewhere", RegexOptions.IgnoreCase);
    private static readonly Regex Opening = new(
        @"\b(?:open(?:s|ing)?|hours|opening "
            + @"times|shop|doors|geöffnet|öffnungszeiten?|sprechzeiten|sprechstunden?|bürozeiten|ladenzeiten|offen|ouverte?s?|"
            + @"ouvertures?|horaires?|ouvrons|abiertos?|abierta|horarios?|abrimos|apertura|orari|aperti|aperto|openingstijden|geopend)\b",
        RegexOptions.IgnoreCase
    );
    private static readonly Regex Never = new(
        @"\b(?:kitchen|breakfast|check[- ]?in|check[- ]?out|happy hour|parking|phone "
            + @"lines?|küche|frühstück|telefonzeiten?|telefonisch erreichbar|petit[- ]déjeuner|desayuno|cocina)\b",
        RegexOptions.IgnoreCase
    );
    private static readonly Regex SingleDay = new(
        @"\b(?:christmas|boxing day|new year|easter (?:monday|sunday|saturday)|good friday|bank holiday "
            + @"(?:mondays?|hours|times|opening)|thanksgiving|weihnachten|heiligabend|silvester|neujahr|ostermontag|karfreitag|noël|jour "
            + @"de l'an|pâques|navidad|nochebuena|nochevieja|año nuevo|semana santa|halloween|jubilee|this "
            + @"(?:week|monday|tuesday|wednesday|thursday|friday|saturday|sunday)|next "
            + @"(?:week|monday|tuesday|wednesday|thursday|friday|saturday|sunday)|(?:am )?(?:kommenden|nächsten|diesen) "
            + @"(?:montag|dienstag|mittwoch|donnerstag|freitag|samstag|sonntag)|(?:lundi|mardi|mercredi|jeudi|vendredi|samedi|dimanche) "
            + @"prochain|(?:el )?próximo (?:lunes|martes|miércoles|jueves|viernes|sábado|domingo))\b|\b\d{1,2}(?:st|nd|rd|th)?\.? (?:of "
            + @")?(?:january|february|march|april|june|july|august|september|october|november|december|januar|februar|märz|juni|"
            + @"juli|oktober|dezember|janvier|février|avril|juillet|août|septembre|octobre|novembre|décembre|de "
            + @"(?:enero|febrero|marzo|abril|mayo|junio|julio|agosto|septiembre|octubre|noviembre|diciembre))\b",
        RegexOptions.IgnoreCase
    );

    /// <summary>"Sat 16 &amp; Sun 17 May" is one week-end.</summary>
    private static readonly Regex Dated = new(
        @"\b\p{L}{2,9}\.?\s\d{1,2}(?:st|nd|rd|th|\.)?\s(?:(?:&|and|und|et|y|e|en|to|-|–|bis)\s\p{L}{2,9}\.?\s\d{1,2}(?:st|nd|rd|th|"
            + @"\.)?\s)?(?:of\s)?"
            + @"(?:jan|feb|mar|mär|apr|avr|may|mai|jun|juin|jul|juil|aug|août|ago|sep|oct|okt|nov|dec|dez|déc|dic|gen|mag|giu|lug|set|"
            + @"ott)\p{L}*\b",
        RegexOptions.IgnoreCase
    );
    private static readonly Regex Until = new(
        @"\b(?:until|till|bis|jusqu'en|hasta|in|en|im jahr)\s+(?:the end of |ende |fin )?(20\d\d)\b",
        RegexOptions.IgnoreCase
    );
    private static readonly Regex Afternoon = new(@"\b(?:afternoons?|nachmittags?|après-midi|por las? tardes?)\b", RegexOptions.IgnoreCase);
}
