using System.Text.RegularExpressions;
using Plurimax.Facts;
using Plurimax.Text;
using Plurimax.Trades;

namespace Plurimax.Reading.Finders;

/// <summary>
/// The name of the business. Labels and "we are called" say it outright; else the line a listing begins with, the title of a page,
/// the line under a signature, or the capitalised words that the text and its addresses agree on.
/// </summary>
public static partial class NameFinder
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
                    // "call with Amrita at Blue Kettle Catering", "call with Ruth Penhallow of Penhallow Pianos".
                    Add(PersonAt.Replace(m.Groups["n"].Value, ""), .86, i, m.Groups["n"].Index);
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
                frame.Source.Around(s.Line, Math.Max(frame.Line(s.Line).IndexOf(s.Name, StringComparison.Ordinal), s.At), s.Name.Length),
                "name"
            );

        void Add(string raw, double score, int line, int at)
        {
            if (Tidy(raw) is { } name)
                guesses.Add(new Guess(name, score, line, at));
        }
    }

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
}
