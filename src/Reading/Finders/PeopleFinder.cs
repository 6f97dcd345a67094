using System.Text.RegularExpressions;
using Plurimax.Facts;
using Plurimax.Trades;

namespace Plurimax.Reading.Finders;

/// <summary>Who runs the business.</summary>
public static partial class PeopleFinder
{
    public static IEnumerable<Candidate> Find(TextFrame frame)
    {
        var found = new Dictionary<string, (double Score, int Line, int At, int Length, int Order)>();
        for (var i = 0; i < frame.Lines.Length; i++)
        {
            var line = frame.Line(i);
            if (line.Length == 0 || frame.MailHeader(i) || frame.Others(i))
                continue;
            if (frame.Usable(i) && frame.Said(i, "owner") is { Length: > 0 } answer && AtStart.Match(answer) is { Success: true } who)
                if (Name(who.Groups["n"].Value) is { } owner && owner.Contains(' '))
                    Add(owner, .9, i, frame.Label(i).From, 0);
            if (
                i + 1 < frame.Lines.Length
                && TitleLine.IsMatch(frame.Line(i + 1))
                && Signed.Match(line) is { Success: true } above
                && !frame.Agency(i)
                && Name(above.Groups["n"].Value) is { } titled
            )
                Add(titled, .92, i, 0, titled.Length);
            // A card or a shop's foot: a person alone on a line, above a trade or a street.
            if (
                i < 6
                && frame.Lines.Length < 24
                && i + 1 < frame.Lines.Length
                && !frame.Agency(i)
                && Signed.Match(line) is { Success: true } card
                && card.Groups["n"].Value.Split(' ').Length is 2 or 3 or 4
                && (AddressFinder.IsStreet(frame.Line(i + 1)) || TradeLexicon.Hits(frame.Line(i + 1)).Any())
                && line.Any(char.IsLower)
                && TradeLexicon.OfLabel(line) is null
                && Name(card.Groups["n"].Value) is { } bearer
                && !NameFinder.IsBusiness(bearer)
            )
                Add(bearer, .7, i, 0, bearer.Length);
            foreach (
                var (pattern, score) in new[]
                {
                    (Labelled, .95),
                    (After, .92),
                    (Runs, .9),
                    (Self, .88),
                    (RunBy, .9),
                    (Possessive, .72),
                    (OwnerThen, .9),
                    (SignOff, .74),
                    (SheIs, .72),
                }
            )
            foreach (Match m in pattern.Matches(line))
            {
                if (frame.Agency(i))
                    continue;
                var name = Name(m.Groups["n"].Value);
                if (TookOver.IsMatch(line[..m.Index]))
                    continue;
                // "Telefonat mit Frau Seidel" names a caller, not the owner.
                if (name is null || pattern == Possessive && !name.Contains(' '))
                    continue;
                var (a, b) = TextFrame.Clause(line, m.Index, m.Length);
                var clause = line[a..b];
                if (
                    Cues.NotTheirs(clause) && !Cues.NotTheirs(name)
                    || Former.IsMatch(clause) && !m.Value.Contains("now", StringComparison.OrdinalIgnoreCase)
                    || Cues.MakesSites(clause[..Math.Min(clause.Length, Math.Max(0, m.Index - a))])
                )
                    continue;
                Add(name, score, i, m.Groups["n"].Index, name.Length);
            }
        }
        // The one who writes or signs the client's messages, if nobody is named.
        if (found.Count == 0)
            for (var i = 0; i < frame.Lines.Length; i++)
                if (
                    frame.MailHeader(i)
                    && !frame.Agency(i)
                    && Sender.Match(frame.Line(i)) is { Success: true } from
                    && Name(from.Groups["n"].Value) is { } writer
                    && writer.Contains(' ')
                    && NameFinder.IsBusiness(writer) == false
                )
                {
                    Add(writer, .72, i, from.Groups["n"].Index, writer.Length);
                    break;
                }
        if (found.Count == 0)
            for (var i = 0; i < frame.Lines.Length; i++)
                if (
                    frame.InSignature(i)
                    && !frame.Agency(i)
                    && Signed.Match(frame.Line(i)) is { Success: true } s
                    && Name(s.Groups["n"].Value) is { } signer
                    && signer.Contains(' ')
                    && !NameFinder.IsBusiness(signer)
                )
                {
                    Add(signer, .72, i, 0, signer.Length);
                    break;
                }
        foreach (
            var (name, f) in found
                .OrderByDescending(f => f.Value.Score)
                .ThenByDescending(f => f.Value.Order)
                .ThenBy(f => f.Value.Line)
                .Take(2)
        )
            yield return new Candidate(
                "owner.name",
                new TextValue(Fuller(name, frame)),
                f.Score,
                frame.Source.Around(f.Line, f.At, f.Length),
                "who runs it"
            );

        void Add(string name, double score, int line, int at, int length)
        {
            var same = found.Keys.FirstOrDefault(k =>
                k == name || k.StartsWith(name + " ", StringComparison.Ordinal) || name.StartsWith(k + " ", StringComparison.Ordinal)
            );
            if (same is null)
                found[name] = (score, line, at, length, frame.Order(line));
            else if (name.Length > same.Length)
            {
                var had = found[same];
                found.Remove(same);
                found[name] = (Math.Max(score, had.Score), had.Line, had.At, had.Length, frame.Order(line));
            }
            else if (score > found[same].Score)
                found[same] = found[same] with { Score = score };
        }
    }

    /// <summary>A person whose surname is in the name of the business.</summary>
    public static IEnumerable<Candidate> Namesake(TextFrame frame, string business)
    {
        // "Falegnameria Boschetto di Ivo Boschetto".
        var at = frame.Source.Text.IndexOf(business + " d", StringComparison.Ordinal);
        if (
            at >= 0
            && DiPerson.Match(frame.Source.Text, at + business.Length) is { Success: true } di
            && Name(di.Groups[1].Value) is { } holder
        )
            yield return new Candidate("owner.name", new TextValue(holder), .7, Snippet.None, "in the name of the business");
        // "Praxis für Osteopathie Lena Maurer" ends with whoever runs it.
        var last = LastPerson.Match(business);
        if (
            last.Success
            && !last.Value.EndsWith("Hermanos", StringComparison.Ordinal)
            && !last.Value.EndsWith("Brothers", StringComparison.Ordinal)
            && NameFinder.IsBusiness(business[..last.Index])
            && Name(last.Groups[1].Value) is { } own
            && TradeLexicon.OfLabel(own.Split(' ')[0]) is null
        )
            yield return new Candidate("owner.name", new TextValue(own), .6, Snippet.None, "in the name of the business");
        foreach (var surname in Word.Matches(business).Select(m => m.Value).Where(w => w.Length > 3 && !NameFinder.IsBusiness(w)))
            for (var i = 0; i < frame.Lines.Length; i++)
            {
                if (!frame.Usable(i) || frame.MailHeader(i))
                    continue;
                var m = Regex.Match(
                    frame.Line(i),
                    $@"(?<![\p{{L}}-])(?<f>\p{{Lu}}[\p{{Ll}}-]{{2,}}) {Regex.Escape(surname)}(?![\p{{L}}-])(?! &| and | und | et )"
                );
                if (
                    !m.Success
                    || business.Contains(m.Groups["f"].Value, StringComparison.OrdinalIgnoreCase)
                    || Name(m.Value) is not { } name
                    || NameFinder.IsBusiness(m.Groups["f"].Value)
                    || Former.IsMatch(frame.Line(i))
                )
                    continue;
                yield return new Candidate(
                    "owner.name",
                    new TextValue(name),
                    .66,
                    frame.Source.Around(i, m.Index, m.Length),
                    "bears the name of the business"
                );
                yield break;
            }
    }

    /// <summary>A first name alone is completed by a surname that stands with it elsewhere.</summary>
    private static string Fuller(string name, TextFrame frame)
    {
        if (name.Contains(' '))
            return name;
        var m = Regex.Match(frame.Source.Text, $@"\b{Regex.Escape(name)} (?!and\b|und\b|et\b)(\p{{Lu}}\p{{Ll}}[\p{{L}}'’-]+)\b");
        return m.Success && !NotAName.IsMatch(m.Groups[1].Value) ? $"{name} {m.Groups[1].Value}" : name;
    }

    private static string? Name(string raw)
    {
        var name = Degrees.Replace(Title.Replace(raw.Trim(' ', ',', '.', ':', '(', ')'), ""), "").Trim();
        if (
            NameFinder.IsBusiness(name)
            || NameFinder.NotAFirm.IsMatch(name)
            || name.Length is < 2 or > 50
            // "Wynne's Wheelwrights" is a firm.
            || name.Contains("'s ", StringComparison.Ordinal)
            || name.Contains("’s ", StringComparison.Ordinal)
            || NotAName.IsMatch(name)
            || Business.IsMatch(name)
            || !name.Contains(' ') && TradeLexicon.OfLabel(name) is not null
        )
            return null;
        return
            HoursWords.FullDay(name.Split(' ')[0]) >= 0
            || TextFrame.Month(name.Split(' ')[0]) is not null && name.Split(' ')[0].Length > 3 && !name.Contains(' ')
            ? null
            : name;
    }
}
