using System.Globalization;
using System.Text.RegularExpressions;
using Plurimax.Facts;

namespace Plurimax.Reading.Finders;

/// <summary>Ratings, years, accreditations, insurance, testimonials.</summary>
public static partial class ProofFinder
{
    public static IEnumerable<Candidate> Find(TextFrame frame) =>
        [.. Ratings(frame), .. Years(frame), .. Accreditations(frame), .. Insurances(frame), .. Quotes(frame), .. Registers(frame)];

    private static IEnumerable<Candidate> Ratings(TextFrame frame)
    {
        var best = new List<Candidate>();
        for (var i = 0; i < frame.Lines.Length; i++)
        {
            var line = frame.Line(i);
            if (!frame.Usable(i) || frame.Past(i) || line.Length < 3)
                continue;
            decimal? value = null;
            var count = 0;
            int at = 0,
                length = 0;
            Group figure = Match.Empty;
            foreach (var pattern in new[] { Rated, RatedReverse })
            {
                var m = pattern.Match(line);
                if (!m.Success)
                    continue;
                value = Number(m.Groups["v"].Value);
                var scale = m.Groups["of"].Success ? Number(m.Groups["of"].Value) : 5;
                if (value is null || scale is not (5 or 10) || value > scale)
                {
                    value = null;
                    continue;
                }
                if (scale == 10)
                    value = Math.Round(value.Value / 2, 2);
                (at, length) = (m.Index, m.Length);
                figure = m.Groups["v"];
                break;
            }
            var clause = length > 0 ? TextFrame.ClauseText(line, at, length) : line;
            if (value is not null && (Cues.NotTheirs(clause) || Cues.Past(clause) && !Cues.Correction(clause)))
                continue;
            var near = string.Join(
                " ",
                new[] { line, i + 1 < frame.Lines.Length && frame.Block(i + 1) == frame.Block(i) ? frame.Line(i + 1) : "" }
            );
            // The rating's own figures are no number of reviews.
            var c = value is null ? Count.Match(line) : Other(at);
            if (!c.Success && value is not null)
                c = Other(0);
            if (!c.Success && value is not null)
                c = CountLabel.Match(near);
            Match Other(int from) =>
                Count
                    .Matches(near, from)
                    .FirstOrDefault(x =>
                        Figures(x) is var n && (n.Index >= figure.Index + figure.Length || n.Index + n.Length <= figure.Index)
                    )
                ?? Match.Empty;
            static Group Figures(Match x) => x.Groups["n"].Success ? x.Groups["n"] : x.Groups["m"];
            if (c.Success)
                count = int.Parse(
                    Digits.Replace(c.Groups["n"].Success ? c.Groups["n"].Value : c.Groups["m"].Value, ""),
                    CultureInfo.InvariantCulture
                );
            // A figure alone on its line, the number of reviews below it.
            if (
                value is null
                && Lone.Match(line) is { Success: true } lone
                && i + 1 < frame.Lines.Length
                && (Count.Match(frame.Line(i + 1)) is { Success: true } said ? said : InBrackets.Match(frame.Line(i + 1)))
                    is { Success: true } below
            )
            {
                value = Number(lone.Groups[1].Value);
                count = int.Parse(
                    Digits.Replace(below.Groups["n"].Success ? below.Groups["n"].Value : below.Groups["m"].Value, ""),
                    CultureInfo.InvariantCulture
                );
                (at, length) = (lone.Index, lone.Length);
            }
            if (value is null)
                continue;
            if (count == 0 && !RatingWord.IsMatch(line))
                continue;
            best.Add(
                new Candidate(
                    "rating",
                    new RatingValue(value.Value, count, "", ""),
                    count > 0 ? .93 : .75,
                    frame.Source.Around(i, at, length),
                    "rating"
                )
            );
        }
        return best.OrderByDescending(b => b.Confidence).ThenByDescending(b => ((RatingValue)b.Value).Count).Take(2);
    }

    private static decimal? Number(string s) =>
        decimal.TryParse(s.Replace(',', '.'), NumberStyles.AllowDecimalPoint, CultureInfo.InvariantCulture, out var d) ? d : null;

    private static IEnumerable<Candidate> Years(TextFrame frame)
    {
        var found = new List<(Candidate C, int Order, int Line, int Year)>();
        for (var i = 0; i < frame.Lines.Length; i++)
        {
            var line = frame.Line(i);
            if (!frame.Usable(i) || frame.MailHeader(i))
                continue;
            if (frame.Said(i, "founded") is { } told && OneYear.Match(told) is { Success: true } only)
                found.Add(
                    (
                        new Candidate(
                            "founded",
                            new TextValue(only.Value),
                            .96,
                            frame.Source.Around(i, frame.Label(i).From + only.Index, only.Length),
                            "year"
                        ),
                        frame.Order(i),
                        i,
                        int.Parse(only.Value, CultureInfo.InvariantCulture)
                    )
                );
            if (
                ShortYear.Match(line) is { Success: true } brief
                && int.Parse(brief.Groups[1].Value, CultureInfo.InvariantCulture) is var two
            )
            {
                var full = (two > frame.Today.Year % 100 ? 1900 : 2000) + two;
                found.Add(
                    (
                        new Candidate(
                            "founded",
                            new TextValue(full.ToString(CultureInfo.InvariantCulture)),
                            .8,
                            frame.Source.Around(i, brief.Index, brief.Length),
                            "year"
                        ),
                        frame.Order(i),
                        i,
                        full
                    )
                );
            }
            foreach (Match m in Since.Matches(line))
            {
                var year = int.Parse(m.Groups["y"].Value, CultureInfo.InvariantCulture);
                if (year < 1500 || year > frame.Today.Year)
                    continue;
                var clause = TextFrame.ClauseText(line, m.Index, m.Length);
                if (
                    Cues.NotTheirs(clause) && !Founding.IsMatch(m.Value)
                    || SomethingElse.IsMatch(clause) && !m.Groups["strong"].Success
                    || NotSince.IsMatch(line[..m.Index])
                )
                    continue;
                if (Wrong.IsMatch(line[..m.Index]) || Hobby.IsMatch(line[..m.Groups["y"].Index]))
                    continue;
                found.Add(
                    (
                        new Candidate(
                            "founded",
                            new TextValue(m.Groups["y"].Value),
                            m.Groups["strong"].Success ? .94 : .86,
                            frame.Source.Around(i, m.Index, m.Length),
                            "year"
                        ),
                        frame.Order(i),
                        i,
                        year
                    )
                );
            }
        }
        var corrected = found
            .Where(f => Cues.Correction(frame.Line(f.Line)))
            .OrderByDescending(f => f.Order)
            .ThenByDescending(f => f.Line)
            .FirstOrDefault();
        if (corrected.C is not null)
        {
            yield return corrected.C;
            yield break;
        }
        foreach (var g in found.GroupBy(f => f.Year).OrderByDescending(g => g.Max(f => f.C.Confidence)).ThenBy(g => g.Key).Take(2))
            yield return g.First().C;
    }

    private static IEnumerable<Candidate> Accreditations(TextFrame frame)
    {
        var seen = new HashSet<string>();
        for (var i = 0; i < frame.Lines.Length; i++)
        {
            var line = frame.Line(i);
            if (!frame.Usable(i) || frame.Past(i))
                continue;
            foreach (Match m in Member.Matches(line))
            {
                var clause = TextFrame.ClauseText(line, m.Index, m.Length);
                if (Cues.NotTheirs(clause) || Lapsed.IsMatch(clause))
                    continue;
                var body = m.Groups["body"].Value.Trim(' ', ',', '.', ';', ':');
                if (body.Length < 3 || !seen.Add(body))
                    continue;
                var number =
                    RegNumber.Match(line[(m.Index + m.Length)..]) is { Success: true } n && n.Index < 25 ? n.Groups[1].Value : null;
                yield return new Candidate(
                    "register",
                    new CredentialValue(TextBuilder.Tidy(m.Groups["how"].Value).Trim(), body, number),
                    .8,
                    frame.Source.Around(i, m.Index, m.Length),
                    "accreditation"
                );
            }
            foreach (Match m in Certificate.Matches(line))
            {
                if (!seen.Add(m.Value))
                    continue;
                yield return new Candidate(
                    "qualification",
                    new CredentialValue(m.Value.Trim(), "", null),
                    .75,
                    frame.Source.Around(i, m.Index, m.Length),
                    "certificate"
                );
            }
        }
    }

    private static IEnumerable<Candidate> Registers(TextFrame frame)
    {
        for (var i = 0; i < frame.Lines.Length; i++)
        {
            var line = frame.Line(i);
            if (!frame.Usable(i))
                continue;
            foreach (Match m in Vat.Matches(line))
                yield return new Candidate(
                    "legal.vat",
                    new TextValue(m.Groups[1].Value.Trim()),
                    .9,
                    frame.Source.Around(i, m.Index, m.Length),
                    "tax number"
                );
            foreach (Match m in Company.Matches(line))
                yield return new Candidate(
                    "legal.number",
                    new TextValue(m.Groups[1].Value.Trim()),
                    .88,
                    frame.Source.Around(i, m.Index, m.Length),
                    "register number"
                );
        }
    }

    private static IEnumerable<Candidate> Insurances(TextFrame frame)
    {
        for (var i = 0; i < frame.Lines.Length; i++)
        {
            var line = frame.Line(i);
            if (!frame.Usable(i) || frame.Past(i))
                continue;
            var m = Insurance.Match(line);
            if (!m.Success || PriceFinder.Parse(m.Groups["n"].Success ? m.Groups["n"].Value : m.Groups["n2"].Value) is not { } amount)
                continue;
            if (m.Groups["m"].Success || m.Groups["m2"].Success)
                amount *= 1_000_000;
            if (amount >= 1000)
                yield return new Candidate(
                    "insurance",
                    new InsuranceValue(amount, null),
                    .85,
                    frame.Source.Around(i, m.Index, m.Length),
                    "liability insurance"
                );
        }
    }

    /// <summary>Words in quotation marks with a name after them, or a line of words with a dash and a name under it.</summary>
    private static IEnumerable<Candidate> Quotes(TextFrame frame)
    {
        for (var i = 0; i < frame.Lines.Length; i++)
        {
            if (!frame.Usable(i))
                continue;
            var line = frame.Line(i);
            var m = Quoted.Match(line);
            if (!m.Success)
                continue;
            var words = m.Groups["q"].Value.Trim();
            if (words.Split(' ').Length < 5)
                continue;
            var after = line[(m.Index + m.Length)..];
            var name = Author.Match(after);
            string? author = name.Success ? name.Groups["n"].Value : null;
            if (
                author is null
                && after.Trim(' ', '.', ',').Length == 0
                && i + 1 < frame.Lines.Length
                && AuthorLine.Match(frame.Line(i + 1)) is { Success: true } below
            )
                author = below.Groups["n"].Value;
            if (author is null && m.Index > 0 && Speaker.Match(line[..m.Index]) is { Success: true } said)
                author = said.Groups["n"].Value;
            if (author is null && !ReviewHead.IsMatch(frame.Under(i)))
                continue;
            if (words.Length <= 600)
                yield return new Candidate(
                    "testimonials",
                    new TestimonialsValue([new Testimonial(words, author?.Trim(' ', ',', '.') ?? "", "", "", false)]),
                    author is null ? .6 : .88,
                    frame.Source.Around(i, m.Index, m.Length),
                    "quotation"
                );
        }
    }
}
