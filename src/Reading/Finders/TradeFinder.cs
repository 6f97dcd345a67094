using System.Text.RegularExpressions;
using Plurimax.Facts;
using Plurimax.Trades;

namespace Plurimax.Reading.Finders;

/// <summary>What kind of business a text is about: names of trades, weighed by where they stand.</summary>
public static class TradeFinder
{
    public static IEnumerable<Candidate> Find(TextFrame frame, string? name)
    {
        var scores = new Dictionary<string, (double Score, int Line, int At, int Length)>();
        for (var i = 0; i < frame.Lines.Length; i++)
        {
            var line = frame.Line(i);
            if (line.Length == 0 || frame.Others(i))
                continue;
            foreach (var (trade, word, at, length) in TradeLexicon.Hits(line))
            {
                var clause = TextFrame.ClauseText(line, at, length);
                // An accountant may be somebody's adviser, or the business itself.
                if (Cues.NotTheirs(line[TextFrame.Clause(line, at, length).From..at]) && !Label.IsMatch(line))
                    continue;
                var before = line[..at];
                if (length < 4 && !char.IsUpper(line[at]) || InPlace(line, at, length))
                    continue;
                if (Cues.Negated(before[Math.Max(0, before.Length - 25)..]) || NextTo.IsMatch(before))
                    continue;
                var weight =
                    Label.IsMatch(before) ? 8
                    : frame.Lines[i].Role == LineRole.Heading ? 3
                    : i < 2 ? 2.5
                    : SelfWords.IsMatch(clause) || Article.IsMatch(before) ? 3
                    : 1;
                if (frame.Agency(i) || Priced.IsMatch(line[(at + length)..]) || ForWhom.IsMatch(before))
                    weight = .6;
                if (
                    name is not null
                    && line.Contains(name, StringComparison.OrdinalIgnoreCase)
                    && name.Contains(line.Substring(at, length), StringComparison.OrdinalIgnoreCase)
                )
                    weight += 5;
                var score = weight * (word.Contains(' ') ? 1.3 : 1);
                var had = scores.GetValueOrDefault(trade.Id);
                scores[trade.Id] =
                    had.Score == 0 ? (score, i, at, length) : had with { Score = had.Score + Math.Min(score, 2 + score / 2) };
            }
        }
        for (var i = 0; i < frame.Lines.Length; i++)
            if (
                frame.Usable(i)
                && Said.Match(frame.Line(i)) is { Success: true } said
                && said.Groups["what"].Value.Trim() is { Length: > 2 } what
            )
            {
                yield return new Candidate(
                    "trade.words",
                    new TextValue(what),
                    .9,
                    frame.Source.Around(i, said.Groups["what"].Index, what.Length),
                    "the trade in the client's words"
                );
                break;
            }
        var order = scores.OrderByDescending(s => s.Value.Score).ThenBy(s => s.Value.Line).ThenBy(s => s.Value.At).Take(3).ToList();
        for (var k = 0; k < order.Count; k++)
        {
            var (id, s) = (order[k].Key, order[k].Value);
            var lead =
                k == 0
                    ? order.Count > 1
                        ? s.Score / (s.Score + order[1].Value.Score)
                        : 1
                    : 0;
            yield return new Candidate(
                "trade",
                new TextValue(id),
                k == 0 ? Math.Clamp(.35 + .55 * lead + Math.Min(.1, s.Score / 100), 0, .93) : .2,
                frame.Source.Around(s.Line, s.At, s.Length),
                "words of the trade"
            );
        }
    }

    /// <summary>"Fallow Farm, Upper Threlby", "7 Weavers Close", "dpo@kanzlei.example": a place or a mailbox, and no trade.</summary>
    private static bool InPlace(string line, int at, int length)
    {
        if (
            at > 0 && line[at - 1] is '@' or '.' or '/' or '-'
            || at + length < line.Length && line[at + length] is '@' or '/'
            || Host.IsMatch(line[(at + length)..])
        )
            return true;
        var from = line.LastIndexOfAny([',', ';', '|', ':'], Math.Max(0, at - 1)) + 1;
        var to = line.IndexOfAny([',', ';', '|'], at + length) is >= 0 and var end ? end : line.Length;
        var part = line[from..to].Trim();
        return AddressFinder.IsStreet(part) && part.Length < 45
            || PlaceAfter.IsMatch(line[(at + length)..])
            || Postcoded.IsMatch(line) && char.IsUpper(line[at]) && part.Length < 30;
    }

    private static readonly Regex Host = new(@"^\.(?:example|com|co\.uk|de|fr|es|it|nl)\b");
    private static readonly Regex PlaceAfter = new(
        @"^['’]?s?\s(?:Close|Lane|Road|Street|Row|Yard|Way|Court|Hill|Gate|Place|Square|Walk|Mews|House|Cottage|Barn)\b"
    );
    private static readonly Regex Postcoded = new(@"\b[A-Z]{1,2}\d[A-Z\d]? \d[A-Z]{2}\b|\b\d{5} \p{Lu}\p{Ll}");
    private static readonly Regex Said = new(
        @"(?:^|[·;]\s|\W{1,4})(?:trade|category|type of business|business type|what do you do\??|sector|branche|gewerbe|"
            + @"kategorie|métier|activité|oficio|"
            + @"actividad|categoría|attività|vak|mestiere)\W{0,4}[:|]\W{0,4}(?<what>\p{L}[^:|·;\n.]{2,50})",
        RegexOptions.IgnoreCase
    );
    private static readonly Regex Label = new(
        @"\b(?:trade|category|type(?: of business)?|business "
            + @"type|kind|sector|branche|gewerbe|kategorie|beruf|métier|catégorie|activité|secteur|sector|oficio|categoría|actividad|"
            + @"profession)\b\s*[:|]\s*[^:|]*$",
        RegexOptions.IgnoreCase
    );
    private static readonly Regex SelfWords = new(
        @"\b(?:we are|we're|i'm|i am|he is|she is|he's|she's|they are|they're|is an?|run an?|runs an?|as an?|our|wir sind|ich "
            + @"bin|unsere?|als|nous sommes|je suis|notre|somos|soy|nuestr[oa]|family[- ]run|qualified|local)\b",
        RegexOptions.IgnoreCase
    );
    private static readonly Regex ForWhom = new(
        @"(?<!Praxis |Studio |Atelier |Werkstatt |Schule |Kanzlei |Fachbetrieb |Cabinet |Centro |Clínica "
            + @")\b(?:for|für|pour|para)\s(?:the\s|local\s)?$",
        RegexOptions.IgnoreCase
    );
    private static readonly Regex Priced = new(@"^\s*(?:[:–-]|from|ab)?\s*[£€$\d]", RegexOptions.IgnoreCase);
    private static readonly Regex Article = new(@"\b(?:an?|eine?n?|une?|un|una)\s(?:\p{L}+\s)?$", RegexOptions.IgnoreCase);
    private static readonly Regex NextTo = new(
        @"\b(?:next to|opposite|behind|above|beside|near|across from|neben|gegenüber|hinter|über|à côté|en face|derrière|junto "
            + @"a|enfrente|detrás|encima)\b[^.,;]{0,25}$",
        RegexOptions.IgnoreCase
    );
}
