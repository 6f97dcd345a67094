using System.Text.RegularExpressions;
using Plurimax.Facts;
using Plurimax.Text;

namespace Plurimax.Reading.Finders;

/// <summary>What speaks for the business in its own words, the languages spoken there, and the places it serves.</summary>
public static class PointFinder
{
    /// <summary>Clauses that speak for a business without a heading that says so; more of one document are seldom all true of it.</summary>
    private const int MostUnasked = 6;

    public static IEnumerable<Candidate> Find(TextFrame frame) => [.. Points(frame), .. Tongues(frame)];

    /// <summary>Whether a clause speaks for the business: "fully insured", "free parking", "hecho a mano".</summary>
    public static bool SpeaksFor(string clause) => Worth.IsMatch(clause);

    /// <summary>Clauses of free text that say what is good about the business, and not when it is open or what something costs.</summary>
    private static IEnumerable<(string Text, int At)> Clauses(string line)
    {
        var at = 0;
        foreach (Match m in ClauseEnd.Matches(line + "\n"))
        {
            var text = line[at..Math.Min(m.Index, line.Length)];
            // A list of short clauses says one thing with each of them.
            var parts = CommaSplit.Split(text);
            if (parts.Length > 1 && parts.All(p => Word.Count(p) is > 0 and < 8))
                foreach (var p in parts)
                    yield return (p, at + text.IndexOf(p, StringComparison.Ordinal));
            else
                yield return (text, at);
            at = Math.Min(m.Index + m.Length, line.Length);
        }
    }

    private static IEnumerable<Candidate> Points(TextFrame frame)
    {
        var seen = new HashSet<string>(StringComparer.OrdinalIgnoreCase);
        for (var i = 0; i < frame.Lines.Length; i++)
        {
            var line = frame.Line(i);
            if (line.Length == 0 || !frame.Usable(i) || frame.Past(i) || frame.MailHeader(i))
                continue;
            var under = frame.Under(i);
            if (
                Heading.IsMatch(under)
                && under != line
                && frame.Lines[i].Role is LineRole.Item or LineRole.Row or LineRole.Text
                && Heading.IsMatch(under)
                && under != line
            )
            {
                if (frame.Lines[i].Role == LineRole.Item || line.Length < 70)
                {
                    if (Make(line, i, 0, .9) is { } c)
                        yield return c;
                    continue;
                }
            }
            if (Inline.Match(line) is { Success: true } m)
            {
                foreach (var part in Cut.Split(m.Groups["list"].Value))
                    if (Make(part, i, m.Groups["list"].Index, .88) is { } c)
                        yield return c;
                continue;
            }
            foreach (Match p in Phrases.Matches(line))
            {
                var clause = TextFrame.ClauseText(line, p.Index, p.Length);
                if (Cues.NotTheirs(clause) || Cues.Negated(line[Math.Max(0, p.Index - 18)..p.Index]))
                    continue;
                if (Make(p.Value, i, p.Index, .72) is { } c)
                    yield return c;
            }
        }

        var unasked = 0;
        for (var i = 0; i < frame.Lines.Length && unasked < MostUnasked; i++)
        {
            var line = frame.Line(i);
            if (line.Length < 8 || !frame.Usable(i) || frame.Past(i) || frame.MailHeader(i) || frame.Lines[i].Role == LineRole.Heading)
                continue;
            foreach (var (clause, at) in Clauses(line))
            {
                var text = Label.Replace(Paren.Replace(clause, " "), "").Trim();
                if (
                    !Worth.IsMatch(text)
                    || Word.Count(text) is < 2 or > 14
                    || NotWorth.IsMatch(text)
                    || Cues.NotTheirs(text)
                    || Cues.Private(text)
                    || Cues.Past(text)
                    || Cues.Credit(text)
                    || unasked >= MostUnasked
                    || Make(text, i, at, .58) is not { } c
                )
                    continue;
                unasked++;
                yield return c;
            }
        }

        Candidate? Make(string raw, int line, int at, double confidence)
        {
            var text = Lead.Replace(raw.Trim(' ', '.', ',', ';', '-', '–', '•', '✓', '✔', '!', '"', '“', '”'), "").Trim();
            if (text.Length is < 6 or > 110 || !text.Any(char.IsLetter) || text.Contains('@') || !seen.Add(text))
                return null;
            return new Candidate(
                "selling_points",
                new ListValue([text]),
                confidence,
                frame.Source.Around(line, Math.Max(0, frame.Line(line).IndexOf(text, StringComparison.OrdinalIgnoreCase)), text.Length),
                "what speaks for it"
            );
        }
    }

    private static IEnumerable<Candidate> Tongues(TextFrame frame)
    {
        var seen = new HashSet<string>();
        for (var i = 0; i < frame.Lines.Length; i++)
        {
            var line = frame.Line(i);
            if (!frame.Usable(i))
                continue;
            foreach (Match m in Speaks.Matches(line))
            {
                var (a, b) = TextFrame.Clause(line, m.Index, m.Length);
                var rest = line[m.Index..b];
                foreach (Match w in Word.Matches(rest))
                    if (
                        w.Value.Length > 2
                        && Languages.Tag(w.Value) is { Length: 2 or 3 } tag
                        && w.Value.Length > 3
                        && !Cues.Negated(rest[..w.Index])
                        && seen.Add(tag)
                    )
                        yield return new Candidate(
                            "languages",
                            new ListValue([tag]),
                            .9,
                            frame.Source.Around(i, m.Index + w.Index, w.Length),
                            "languages spoken"
                        );
            }
        }
        if (seen.Count == 0 && frame.Source.Language is { } stated)
            yield return new Candidate("languages", new ListValue([Languages.Canonical(stated)]), .7, Snippet.None, "language of the page");
    }

    private static readonly Regex Worth = WordPattern.Of("point-finder/worth", RegexOptions.IgnoreCase);
    private static readonly Regex NotWorth = WordPattern.Of("point-finder/not-worth", RegexOptions.IgnoreCase);
    private static readonly Regex ClauseEnd = new(@"[.!?;]\s|[.!]?\n|\s[·⋅•|–—-]\s|\s{3,}");
    private static readonly Regex CommaSplit = new(@",\s");
    private static readonly Regex Paren = new(@"\([^)]*\)|[""“”«»„]");
    private static readonly Regex Label = new(@"^[\p{L} ]{2,25}(?::|\s--?\s)\s");
    private static readonly Regex Heading = WordPattern.Of("point-finder/heading", RegexOptions.IgnoreCase);
    private static readonly Regex Inline = WordPattern.Of("point-finder/inline", RegexOptions.IgnoreCase);
    private static readonly Regex Cut = new(@"\s*[;,•·|]\s*(?:and\s+|und\s+|et\s+|y\s+)?|\s+(?:and|und|et|y)\s+(?=\p{L}{2,}\s\p{L})|\.\s+");
    private static readonly Regex Lead = new(@"^(?:and|und|et|y|that|we|our|the|being|dass|wir|que|nous)\s+", RegexOptions.IgnoreCase);
    private static readonly Regex Phrases = WordPattern.Of("point-finder/phrases", RegexOptions.IgnoreCase);
    private static readonly Regex Speaks = WordPattern.Of("point-finder/speaks", RegexOptions.IgnoreCase);
    private static readonly Regex Word = new(@"\p{L}+");
}
