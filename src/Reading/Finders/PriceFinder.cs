using System.Collections.Immutable;
using System.Globalization;
using System.Text.RegularExpressions;
using Plurimax.Facts;

namespace Plurimax.Reading.Finders;

/// <summary>
/// Prices with what they are for, from lists, tables and sentences. Budgets, turnovers, others' and last year's prices are not taken.
/// </summary>
public static partial class PriceFinder
{
    private sealed record Found(PriceLine Price, int Line, int At, int Length, int Order, double Confidence);

    public static IEnumerable<Candidate> Find(TextFrame frame)
    {
        // What one customer paid is no list of prices.
        if (Bill.IsMatch(frame.Source.Text) && Total.IsMatch(frame.Source.Text))
            yield break;
        var found = new List<Found>();
        var headers = Headers(frame);
        var bare = Unsigned(frame);
        for (var i = 0; i < frame.Lines.Length; i++)
        {
            var line = frame.Line(i);
            if (line.Length == 0 || frame.Past(i) || !frame.Usable(i) || frame.MailHeader(i))
                continue;
            if (NotAList.IsMatch(frame.Under(i)) && frame.Under(i) != line)
                continue;
            if (bare.TryGetValue(i, out var unsigned))
                found.Add(unsigned);
            else if (frame.Lines[i].Role == LineRole.Row)
                found.AddRange(Row(frame, i, headers.GetValueOrDefault(i)));
            else
                found.AddRange(Prose(frame, i, found));
        }
        // The later statement about an item is the one that holds.
        var last = new Dictionary<string, Found>();
        foreach (var f in found.OrderBy(f => f.Order).ThenBy(f => f.Line))
            if (Key(f.Price.Service) is { Length: > 0 } key)
            {
                var near = last.Keys.FirstOrDefault(k => k == key)
                    ?? (Cues.Correction(frame.Line(f.Line)) ? last.Keys.FirstOrDefault(k => Same(k, key)) : null);
                last[near ?? key] =
                    near is not null && near != key ? f with { Price = f.Price with { Service = last[near].Price.Service } } : f;
            }
        foreach (var f in last.Values.Where(f => !DayAndHour.IsMatch(f.Price.Service)).OrderBy(f => f.Line).ThenBy(f => f.At).Take(80))
            yield return new Candidate(
                "prices",
                new PricesValue([f.Price]),
                f.Confidence,
                frame.Source.Around(f.Line, f.At, f.Length),
                "price"
            );
    }

    /// <summary>A menu or a list of three and more lines that end in an amount with two decimals, without a sign anywhere.</summary>
    private static Dictionary<int, Found> Unsigned(TextFrame frame)
    {
        var lines = new Dictionary<int, Found>();
        for (var i = 0; i < frame.Lines.Length; i++)
            if (
                frame.Usable(i)
                && !frame.Past(i)
                && EndsInAmount.Match(frame.Line(i)) is { Success: true } m
                && Parse(m.Groups["n"].Value) is { } amount and > 0
                && Item(m.Groups["item"].Value) is { Length: > 2 } item
                && !NotItem.IsMatch(item)
                && !HoursWords.Starts(item)
            )
                lines[i] = new Found(
                    new PriceLine(item, amount, false, null, Currency(frame.Country)),
                    i,
                    0,
                    frame.Line(i).Length,
                    frame.Order(i),
                    .85
                );
        return lines.Count >= 3 && !Currencies.IsMatch(string.Join('\n', lines.Keys.Select(frame.Line))) ? lines : [];
    }

    /// <summary>"All prices include VAT", "inkl. MwSt.", "TTC", "zzgl. MwSt.".</summary>
    public static IEnumerable<Candidate> Taxes(TextFrame frame)
    {
        for (var i = 0; i < frame.Lines.Length; i++)
            if (frame.Usable(i) && !frame.Past(i) && Tax.Match(frame.Line(i)) is { Success: true } m)
            {
                yield return new Candidate(
                    "vat_included",
                    new YesNoValue(m.Groups["with"].Success),
                    .9,
                    frame.Source.Around(i, m.Index, m.Length),
                    "tax in the prices"
                );
                yield break;
            }
    }

    /// <summary>What stands under a heading of rooms are rooms, and no list of prices.</summary>
    public static void ToRooms(List<Candidate> found, IReadOnlyList<TextFrame> frames)
    {
        var rooms = found
            .Where(c =>
                c.Fact == "prices"
                && c.Snippet.Line > 0
                && frames.FirstOrDefault(f => f.Source.Name == c.Snippet.Document) is { } frame
                && frame.Source.Lines[c.Snippet.Line - 1].Role is LineRole.Item or LineRole.Row
                && RoomsHead.IsMatch(frame.Under(c.Snippet.Line - 1))
            )
            .ToList();
        if (rooms.Count == 0)
            return;
        found.RemoveAll(rooms.Contains);
        found.Add(
            rooms[0] with
            {
                Fact = "rooms",
                Value = new PricesValue([.. rooms.SelectMany(r => ((PricesValue)r.Value).Lines)]),
                Rule = "rooms",
            }
        );
    }

    private static string Key(string s) =>
        string.Join(
            ' ',
            Words
                .Matches(s.ToLowerInvariant())
                .Select(m => m.Value)
                .Where(w => w is not ("the" or "a" or "an" or "der" or "die" or "das" or "le" or "la" or "el" or "for"))
        );

    private static bool Same(string a, string b)
    {
        var x = a.Split(' ').ToHashSet();
        var y = b.Split(' ').ToHashSet();
        return x.Intersect(y).Any() && (x.IsSubsetOf(y) || y.IsSubsetOf(x));
    }

    /// <summary>For each row of a table under a head that names a price column: the head's cells.</summary>
    private static Dictionary<int, string[]> Headers(TextFrame frame)
    {
        var map = new Dictionary<int, string[]>();
        string[]? head = null;
        for (var i = 0; i < frame.Lines.Length; i++)
        {
            if (frame.Lines[i].Role != LineRole.Row)
            {
                if (frame.Line(i).Length == 0 || frame.Lines[i].Role == LineRole.Heading)
                    head = null;
                continue;
            }
            var cells = frame.Line(i).Split(" | ");
            if (
                cells.Length > 1
                && !cells.Any(c => Amount.IsMatch(c))
                && (
                    cells.Any(c => PriceHead.IsMatch(c))
                    || i + 1 < frame.Lines.Length && frame.Lines[i + 1].Role == LineRole.Row && Amounts(frame.Line(i + 1)).Count() > 1
                )
            )
                head = cells;
            else if (head is not null)
                map[i] = head;
        }
        return map;
    }

    private static IEnumerable<Found> Row(TextFrame frame, int i, string[]? head)
    {
        var line = frame.Line(i);
        var cells = line.Split(" | ");
        if (cells.Length < 2)
            yield break;
        var item = cells[0].Trim();
        var itemAt = head is null ? 0 : Array.FindIndex(head, h => ItemHead.IsMatch(h));
        if (itemAt > 0 && itemAt < cells.Length)
            item = cells[itemAt].Trim();
        if (item.Length is < 2 or > 100 || !item.Any(char.IsLetter) || NotItem.IsMatch(item))
            yield break;
        var priceCells = new List<(int Column, decimal Value, string? Currency, bool From)>();
        for (var c = 0; c < cells.Length; c++)
        {
            if (c == itemAt && c == 0 && Array.FindIndex(cells, 1, x => Amount.IsMatch(x)) > 0)
                continue;
            var m = Amount.Match(cells[c]);
            if (m.Success && Value(m, frame.Country) is { } v)
                priceCells.Add(
                    (c, v.Amount, v.Currency, FromWord.IsMatch(cells[c][..m.Index]) || PlusAfter.IsMatch(cells[c][(m.Index + m.Length)..]))
                );
            else if (
                head is not null
                && c < head.Length
                && PriceHead.IsMatch(head[c])
                && Bare.Match(cells[c].Trim()) is { Success: true } b
                && Parse(b.Groups["n"].Value) is { } n
            )
                priceCells.Add((c, n, CurrencyOf(head[c]) ?? Currency(frame.Country), b.Groups["from"].Success));
        }
        if (priceCells.Count == 0 || Refused(frame, i, line))
            yield break;
        var note = head is null
            ? cells.Length > 2 && priceCells.Count == 1
                ? cells
                    .Where(
                        (c, k) => k != 0 && k != priceCells[0].Column && c.Trim().Length is > 1 and < 90 && !Currencies.IsMatch(c.Trim())
                    )
                    .FirstOrDefault()
                    ?.Trim()
                : null
            : cells
                .Where((c, k) => k < head.Length && NoteHead.IsMatch(head[k]) && c.Trim().Length is > 1 and < 90)
                .FirstOrDefault()
                ?.Trim();
        foreach (var (column, value, currency, from) in priceCells.Take(4))
        {
            var what =
                priceCells.Count > 1
                && head is not null
                && column < head.Length
                && head[column].Trim().Length > 0
                && !PlainPriceHead.IsMatch(head[column].Trim())
                    ? $"{item}, {head[column].Trim()}"
                    : item;
            yield return new Found(
                new PriceLine(what, value, from, note ?? NoteIn(cells[column]), currency),
                i,
                0,
                line.Length,
                frame.Order(i),
                .95
            );
            if (priceCells.Count > 1 && head is null)
                yield break;
        }
    }

    private static IEnumerable<(int At, int Length)> Amounts(string line) => Amount.Matches(line).Select(m => (m.Index, m.Length));

    private static IEnumerable<Found> Prose(TextFrame frame, int i, List<Found> earlier)
    {
        var line = frame.Line(i);
        var matches = Amount.Matches(line).ToList();
        if (matches.Count == 0)
        {
            foreach (var f in Loose(frame, i, line))
                yield return f;
            yield break;
        }
        if (Cues.Negated(line) && NotCharged.IsMatch(line))
            yield break;
        var end = 0;
        for (var k = 0; k < matches.Count; k++)
        {
            var m = matches[k];
            if (Value(m, frame.Country) is not { } v || v.Amount == 0)
            {
                end = m.Index + m.Length;
                continue;
            }
            var (a, b) = TextFrame.Clause(line, m.Index, m.Length);
            var before = line[Math.Max(a, end)..Math.Max(Math.Max(a, end), m.Index)];
            // A sentence that has ended says nothing of a price that begins the next; nor does what the price before was for.
            if (SentenceEnd.IsMatch(before))
                before = "";
            if (k > 0 && WasFor.Match(before) is { Success: true } was)
                before = before[was.Length..];
            var next = k + 1 < matches.Count ? matches[k + 1].Index : line.Length;
            var after = line[(m.Index + m.Length)..Math.Max(m.Index + m.Length, Math.Min(b, next))];
            end = m.Index + m.Length;
            if (Million.IsMatch(after) || After(after))
                continue;
            // "£40 to £60": the first is the price from which.
            var range = k + 1 < matches.Count && RangeGap.IsMatch(line[(m.Index + m.Length)..next]);
            if (
                k > 0
                && RangeGap.IsMatch(line[(matches[k - 1].Index + matches[k - 1].Length)..m.Index])
                && before.Trim(' ', '-', '–').Length < 4
            )
                continue;
            var clause = line[a..b];
            if (Refused(frame, i, clause, before, after))
                continue;
            var from = range || FromWord.IsMatch(before) || PlusAfter.IsMatch(after);
            // "£4,950 midweek and £6,950 at weekends": the second has no item of its own.
            if (k > 0 && Also.IsMatch(before))
                continue;
            // "Le Verger, accessible en fauteuil, 95 €": a line of a list is one thing.
            var whole = frame.Lines[i].Role == LineRole.Item && matches.Count == 1;
            var item = Item(before, whole) is { } named && !NotItem.IsMatch(named) ? named : "";
            var rest = after;
            var note = NoteIn(after);
            if (item.Length < 2)
            {
                var t = ForItem.Match(after);
                if (t.Success)
                {
                    item = Item(t.Groups[1].Value);
                    rest = "";
                    note = null;
                }
                else if (k == 0 && before.Trim().Length == 0 && after.Trim().Length > 2 && !PerUnit.IsMatch(after))
                    item = Item(after);
            }
            if (Anaphor.IsMatch(item) && Cues.Correction(clause))
                item = earlier.LastOrDefault(f => Key(clause).Contains(Key(f.Price.Service), StringComparison.Ordinal))?.Price.Service
                    ?? item;
            if (
                item.Length < 2
                && i > 0
                && frame.Lines[i].Role == LineRole.Text
                && frame.Line(i - 1) is { Length: > 2 and < 60 } above
                && line.Trim().Length < 24
                && !Amount.IsMatch(above)
                && above.Count(c => c is ',' or '•' or '·') < 2
                && frame.Block(i - 1) == frame.Block(i)
            )
                item = Item(above);
            if (item.Length is < 2 or > 90 || !item.Any(char.IsLetter) || NotItem.IsMatch(item))
                continue;
            var list =
                before.TrimEnd().EndsWith(':')
                || Leader.IsMatch(before)
                || frame.Lines[i].Role == LineRole.Item
                || PriceHead.IsMatch(frame.Under(i));
            yield return new Found(
                new PriceLine(item, v.Amount, from, note, v.Currency),
                i,
                Math.Max(a, m.Index - before.Length),
                before.Length + m.Length,
                frame.Order(i),
                list ? .92 : .8
            );
        }
    }

    /// <summary>Under a heading of prices, "Puncture repair .... 14" is a price without its sign.</summary>
    private static IEnumerable<Found> Loose(TextFrame frame, int i, string line)
    {
        if (!PriceHead.IsMatch(frame.Under(i)) || frame.Under(i) == line || line.Count(char.IsDigit) > 7)
            yield break;
        var m = Trailing.Match(line);
        if (!m.Success || Parse(m.Groups["n"].Value) is not { } amount || amount is <= 0 or > 100_000 || Refused(frame, i, line))
            yield break;
        var item = Item(m.Groups["item"].Value);
        if (item.Length >= 2)
            yield return new Found(
                new PriceLine(item, amount, m.Groups["from"].Success, null, CurrencyOf(frame.Under(i)) ?? Currency(frame.Country)),
                i,
                0,
                line.Length,
                frame.Order(i),
                .85
            );
    }

    private static bool Refused(TextFrame frame, int i, string clause, string before = "", string after = "")
    {
        var now = Cues.Correction(before);
        return frame.Past(i)
            || Cues.NotTheirs(clause)
            || Budget.IsMatch(clause)
            || Cues.Credit(clause)
            || Cues.Past(clause) && !(now && !PastBefore.IsMatch(before))
            || WasWord.IsMatch(before)
            || OldAfter.IsMatch(after)
            || YearBefore(clause, frame);
    }

    private static bool YearBefore(string clause, TextFrame frame) =>
        YearWord.Matches(clause).Any(m => int.Parse(m.Groups[1].Value, CultureInfo.InvariantCulture) < frame.Today.Year)
        && !SinceWord.IsMatch(clause);

    /// <summary>What is left of the words before an amount after verbs, articles and leaders are taken off.</summary>
    /// <param name="whole">The text is one thing, however many commas stand in it.</param>
    private static string Item(string raw, bool whole = false)
    {
        var text = raw;
        // "fish and chips" is one thing; "we tune grands and a tuning is" are two.
        var cut = ItemCut
            .Matches(text)
            .LastOrDefault(m =>
                !whole && m.Index + m.Length < text.TrimEnd().Length - 1 && (!m.Value.Any(char.IsLetter) || Verb.IsMatch(text[..m.Index]))
            );
        if (cut is not null)
            text = text[(cut.Index + cut.Length)..];
        text = Closing.Replace(Dots.Replace(text, " "), "");
        for (var n = 0; n < 5; n++)
        {
            var was = text;
            text = ItemEnd.Replace(text.Trim(' ', ',', '.', '-', '–', '—', ':', '|', '=', '(', '*', '•', '~', '…', '/', '→', '>'), "");
            // "La Meunière" and "Le Bief" are names of rooms.
            if (!NamedWithArticle.IsMatch(text))
                text = ItemStart.Replace(text, "");
            if (text == was)
                break;
        }
        text = text.Trim(' ', ',', '.', '-', '–', '—', ':', '|', '=', '*', '•', '(');
        if (text.Count(c => c == ')') > text.Count(c => c == '('))
            text = text.TrimEnd(')');
        return text;
    }

    private static string? NoteIn(string after)
    {
        var m = Note.Match(after);
        return m.Success
            ? m.Groups[1].Value.Trim(' ', '(', ')', ',', '.') is { Length: > 1 and < 70 } s
                ? s
                : null
            : null;
    }

    private static bool After(string after) => UnitAfter.IsMatch(after);

    private static (decimal Amount, string? Currency)? Value(Match m, string country)
    {
        var sign = (m.Groups["s1"].Value + m.Groups["s2"].Value).Trim();
        if (Parse(m.Groups["n"].Value + m.Groups["n2"].Value) is not { } amount || amount > 1_000_000)
            return null;
        if (sign is "p" or "pence" or "ct" or "cent" or "cents")
            amount /= 100;
        return (amount, CurrencyOf(sign) ?? Currency(country));
    }

    private static string? CurrencyOf(string sign) =>
        sign switch
        {
            _ when sign.Contains('£') || PoundWord.IsMatch(sign) => "GBP",
            _ when sign.Contains('€') || EuroWord.IsMatch(sign) => "EUR",
            _ when sign.Contains("CHF", StringComparison.OrdinalIgnoreCase)
                    || sign.StartsWith("Fr", StringComparison.Ordinal)
                    || sign.StartsWith("SFr", StringComparison.Ordinal) => "CHF",
            _ when sign.Contains("CA$", StringComparison.Ordinal)
                    || sign.Contains("CAD", StringComparison.OrdinalIgnoreCase)
                    || sign.StartsWith("C$", StringComparison.Ordinal) => "CAD",
            _ when sign.Contains("AU$", StringComparison.Ordinal)
                    || sign.Contains("AUD", StringComparison.OrdinalIgnoreCase)
                    || sign.StartsWith("A$", StringComparison.Ordinal) => "AUD",
            _ when sign.Contains("USD", StringComparison.OrdinalIgnoreCase) || sign.StartsWith("US$", StringComparison.Ordinal) => "USD",
            _ => null,
        };

    /// <summary>ISO 4217 code of a country's money.</summary>
    public static string Currency(string country) =>
        country switch
        {
            "GB" => "GBP",
            "US" => "USD",
            "CA" => "CAD",
            "AU" => "AUD",
            "CH" => "CHF",
            "NZ" => "NZD",
            _ => "EUR",
        };

    /// <summary>"1,250.00", "1.250,00", "1'250.-", "45,-", "12,50".</summary>
    public static decimal? Parse(string text)
    {
        var t = text.Trim().Replace("'", "").Replace("’", "").Replace(" ", "").Replace("\u00a0", "");
        t = TrailingDash.Replace(t, "");
        int dot = t.LastIndexOf('.'),
            comma = t.LastIndexOf(',');
        if (dot >= 0 && comma >= 0)
            t = dot > comma ? t.Replace(",", "") : t.Replace(".", "").Replace(',', '.');
        else if (comma >= 0)
            t =
                t.Length - comma - 1 == 3 && t.Contains(',') && !t.StartsWith("0,", StringComparison.Ordinal)
                    ? t.Replace(",", "")
                    : t.Replace(',', '.');
        else if (dot >= 0 && t.Length - dot - 1 == 3)
            t = t.Replace(".", "");
        return decimal.TryParse(t, NumberStyles.AllowDecimalPoint, CultureInfo.InvariantCulture, out var d) ? d : null;
    }
}
