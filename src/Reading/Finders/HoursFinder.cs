using System.Text.RegularExpressions;
using Plurimax.Facts;

namespace Plurimax.Reading.Finders;

/// <summary>
/// Opening hours from tables and prose. Statements are put in the order they were made: a later one replaces the day it speaks of,
/// "Fridays we close at four" changes only the end of that day.
/// </summary>
public static class HoursFinder
{
    public static IEnumerable<Candidate> Find(TextFrame frame)
    {
        var statements = new List<HoursStatement>();
        Tables(frame, statements, out var used);
        var pending = 0;
        var lastDays = 0;
        var lastLine = -9;
        for (var i = 0; i < frame.Lines.Length; i++)
        {
            var text = frame.Line(i);
            if (text.Length == 0)
            {
                pending = 0;
                lastDays = 0;
                continue;
            }
            if (used.Contains(i) || frame.MailHeader(i))
                continue;
            if (frame.Past(i) || frame.Others(i) || ElsewhereHead.IsMatch(frame.Under(i)) && frame.Under(i) != text)
            {
                pending = 0;
                continue;
            }
            var tokens = new HoursScanner(text, frame.Language).Scan();
            if (!tokens.Any(t => t.Kind is HoursTokenKind.Days or HoursTokenKind.Span or HoursTokenKind.CloseAt))
            {
                pending = 0;
                if (i - lastLine > 1)
                    lastDays = 0;
                continue;
            }
            var onlyDays =
                tokens.All(t => t.Kind is HoursTokenKind.Days or HoursTokenKind.Join) && tokens.Any(t => t.Kind == HoursTokenKind.Days);
            if (onlyDays && text.Length < 60)
            {
                pending = tokens.Where(t => t.Kind == HoursTokenKind.Days).Aggregate(0, (a, t) => a | t.Days);
                continue;
            }
            var made = HoursStatements.Of(frame, i, text, tokens, pending, pending == 0 && i - lastLine <= 1 ? lastDays : 0);
            pending = 0;
            foreach (var s in made)
            {
                statements.Add(s);
                lastDays = s.Days;
                lastLine = i;
            }
        }
        if (statements.Count == 0)
            yield break;
        var base_ = statements.Any(s => s.Season == 0 && s.Deed == HoursDeed.Open);
        // Where only one season is told, those are the hours; they are asked about, as they do not hold all the year.
        var seasons = statements.Where(s => s.Season != 0 && s.Deed == HoursDeed.Open).Select(s => s.Season).Distinct().ToList();
        var season =
            seasons.Count == 1 ? seasons[0]
            : Wanted(frame) is var wanted && seasons.Contains(wanted) ? wanted
            : 0;
        var kept = statements
            .Where(s => s.Season == 0 || !base_ && (season != 0 ? s.Season == season : HoursSeason.Holds(s.Season, frame.Today.Month)))
            .OrderBy(s => s.Order)
            .ThenBy(s => s.Line)
            .ThenBy(s => s.At)
            .ToList();
        var week = new WeekDraft();
        var setBy = new HoursStatement?[7];
        var opened = -1;
        HoursStatement? before = null;
        foreach (var s in kept)
        {
            if (s.Deed == HoursDeed.Open)
            {
                opened = before is { } b && b.Line == s.Line && b.Days == s.Days ? Math.Min(opened, s.Spans[0].From) : s.Spans[0].From;
                before = s;
            }
            for (var d = 0; d < 7; d++)
            {
                if ((s.Days & 1 << d) == 0)
                    continue;
                switch (s.Deed)
                {
                    case HoursDeed.Open:
                        var with =
                            setBy[d] is { Deed: HoursDeed.Open } p
                            && p.Order == s.Order
                            && (p.Line == s.Line || s.Line - p.Line <= 1 && p.Days == s.Days)
                            && s.Spans.All(n => week[d].All(o => n.From >= o.To || n.To <= o.From))
                            && !Cues.Correction(frame.Line(s.Line));
                        if (with)
                            foreach (var (from, to) in s.Spans)
                                week.Add(d, from, to);
                        else
                            week.Set(d, s.Spans);
                        setBy[d] = s;
                        break;
                    case HoursDeed.Closed:
                        week.Close(d);
                        setBy[d] = s;
                        break;
                    case HoursDeed.ClosedAfternoon:
                        week.Set(d, [.. week[d].Where(x => x.From < 12 * 60).Select(x => (x.From, Math.Min(x.To, 13 * 60)))]);
                        break;
                    case HoursDeed.CloseAt:
                        // "from seven until three, and on Saturdays until one": the opening carries over.
                        if (!week.Known(d) && opened >= 0 && s.Spans[0].To > opened)
                            week.Add(d, opened, s.Spans[0].To);
                        else
                            week.CloseAt(d, s.Spans[0].To);
                        break;
                    case HoursDeed.OpenAt:
                        week.OpenAt(d, s.Spans[0].From);
                        break;
                    case HoursDeed.Break:
                        week.Break(d, s.Spans[0].From, s.Spans[0].To);
                        break;
                }
            }
        }
        var first = kept.FirstOrDefault(s => s.Deed is HoursDeed.Open or HoursDeed.Closed);
        if (first is null)
            yield break;
        var value = week.Value();
        if (!week.Any && value.Closed.Length == 0)
            yield break;
        var opens = kept.Where(s => s.Deed == HoursDeed.Open).ToList();
        yield return new Candidate(
            "hours",
            value,
            opens.Count == 0 ? .6 : Math.Min(opens.Max(s => s.Confidence), season != 0 && !base_ ? .66 : 1),
            frame.Source.Around(first.Line, first.At, first.Length),
            "days and times"
        );
    }

    /// <summary>"Put the summer ones": the season that is to be shown, as months; 0 where nobody says.</summary>
    private static int Wanted(TextFrame frame)
    {
        for (var i = 0; i < frame.Lines.Length; i++)
            if (ShowSeason.Match(frame.Line(i)) is { Success: true } m)
                return HoursSeason.Of(m.Groups["season"].Value, "") is var named && named != 0
                    ? Enumerable.Range(0, frame.Lines.Length).SelectMany(k => Said(frame.Line(k), named)).FirstOrDefault(named)
                    : 0;
        return 0;

        // "Summer (that's April to September)" gives the word its months.
        static IEnumerable<int> Said(string line, int named) =>
            Clauses
                .Split(line)
                .Select(c => (Months: HoursSeason.Of(c, ""), Word: SeasonWord.Match(c)))
                .Where(c => c.Word.Success && HoursSeason.Of(c.Word.Value, "") == named)
                .Select(c => c.Months);
    }

    private static readonly Regex Clauses = new(@"\.\s|;");
    private static readonly Regex SeasonWord = new(
        @"\b(?:summer|winter|sommer|été|hiver|verano|invierno|estate|inverno|zomer)\b",
        RegexOptions.IgnoreCase
    );
    private static readonly Regex ShowSeason = new(
        @"\b(?:put|use|show|take|list|print|nimm|nehmt|zeigt|mettre|mettez|poner|pon)\b[^.;]{0,20}?\b(?<season>summer|"
            + @"winter|sommer|été|hiver|verano|invierno)\b",
        RegexOptions.IgnoreCase
    );

    /// <summary>Rows of days over rows of times, and rows with a day in one column and opening and closing in the next.</summary>
    private static void Tables(TextFrame frame, List<HoursStatement> made, out HashSet<int> used)
    {
        used = [];
        for (var i = 0; i + 1 < frame.Lines.Length; i++)
        {
            if (frame.Lines[i].Role != LineRole.Row || frame.Lines[i + 1].Role != LineRole.Row || frame.Past(i) || frame.Others(i))
                continue;
            var heads = frame.Line(i).Split(" | ");
            var days = heads
                .Select(h =>
                    new HoursScanner(h.Trim() + " ", frame.Language).Scan() is [{ Kind: HoursTokenKind.Days } d, ..] ? d.Days
                    : HoursWords.ShortDay(h.Trim(), frame.Language) is >= 0 and var s ? 1 << s
                    : 0
                )
                .ToList();
            if (days.Count(d => d != 0) < 3)
                continue;
            for (var r = i + 1; r < frame.Lines.Length && frame.Lines[r].Role == LineRole.Row; r++)
            {
                var cells = frame.Line(r).Split(" | ");
                if (cells.Length < days.Count - 1)
                    break;
                var shift = cells.Length - days.Count;
                var any = false;
                for (var c = 0; c < days.Count; c++)
                {
                    if (days[c] == 0 || c + Math.Max(0, shift) >= cells.Length)
                        continue;
                    var tokens = new HoursScanner(cells[c + Math.Max(0, shift)], frame.Language).Scan();
                    var spans = tokens.Where(t => t.Kind == HoursTokenKind.Span).Select(t => (t.From, t.To)).ToList();
                    if (spans.Count > 0)
                    {
                        made.Add(new HoursStatement(frame.Order(r), r, 0, frame.Line(r).Length, days[c], HoursDeed.Open, spans, 0, .95));
                        any = true;
                    }
                    else if (tokens.Any(t => t.Kind == HoursTokenKind.Closed) || cells[c + Math.Max(0, shift)].Trim() is "-" or "–" or "—")
                    {
                        made.Add(new HoursStatement(frame.Order(r), r, 0, frame.Line(r).Length, days[c], HoursDeed.Closed, [], 0, .95));
                        any = true;
                    }
                }
                if (!any)
                    break;
                used.Add(i);
                used.Add(r);
            }
        }
    }

    private static readonly Regex ElsewhereHead = WordPattern.Of("hours-finder/elsewhere-head", RegexOptions.IgnoreCase);
}
