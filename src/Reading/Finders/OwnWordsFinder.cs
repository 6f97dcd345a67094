using System.Text.RegularExpressions;
using Plurimax.Facts;

namespace Plurimax.Reading.Finders;

/// <summary>What a brief says in the client's own words under a label: the strapline, the text about them, the team.</summary>
public static class OwnWordsFinder
{
    private const int LongestStrapline = 120,
        ShortestStory = 40,
        LongestStory = 1_200;

    public static IEnumerable<Candidate> Find(TextFrame frame)
    {
        var people = new List<(string Text, int Line)>();
        for (var i = 0; i < frame.Lines.Length; i++)
        {
            var line = frame.Line(i);
            if (line.Length == 0 || !frame.Usable(i) || frame.Past(i) || frame.MailHeader(i))
                continue;
            if (Strapline.Match(line) is { Success: true } s && Said(s) is { Length: > 3 and <= LongestStrapline } strapline)
                yield return Make("known_for", strapline, i, s.Groups["v"].Index);
            if (About.Match(line) is { Success: true } a && Said(a) is { Length: >= ShortestStory and <= LongestStory } story)
                yield return Make("owner.story", story, i, a.Groups["v"].Index);
            if (frame.Lines[i].Role == LineRole.Item && Team.IsMatch(frame.Under(i)) && line.Length < 140)
                people.Add((line.TrimEnd('.'), i));
        }
        if (people.Count > 0)
            yield return new Candidate(
                "team",
                new ListValue([.. people.Select(p => p.Text)]),
                .9,
                frame.Source.Around(people[0].Line, 0, people[0].Text.Length),
                "the team under its heading"
            );

        static string Said(Match m) => m.Groups["v"].Value.Trim(' ', '"', '“', '”', '„', '«', '»');
        Candidate Make(string fact, string text, int line, int at) =>
            new(fact, new TextValue(text), .9, frame.Source.Around(line, at, text.Length), "own words under a label");
    }

    private static readonly Regex Strapline = new(
        @"^\W*(?:strap ?line|tag ?line|slogan|motto|claim|leitspruch|wahlspruch|accroche|devise|lema|eslogan|"
            + @"slagzin)\W{0,3}[:|]\s*(?<v>.+)$",
        RegexOptions.IgnoreCase
    );
    private static readonly Regex About = new(
        @"^\W*(?:about(?: us| me| the (?:firm|shop|business))?|our story|über uns|über mich|présentation|à propos|qui sommes-nous|"
            + @"sobre nosotros|quiénes somos|presentación|chi siamo|presentazione|over ons)\W{0,3}[:|]\s*(?<v>.+)$",
        RegexOptions.IgnoreCase
    );
    private static readonly Regex Team = new(
        @"^\W*(?:(?:the |our |das |unser |l'|notre |el |nuestro |il |ons )?(?:team|staff|people|mitarbeiter\w*|équipe|"
            + @"equipo|squadra|medewerkers))\W*$",
        RegexOptions.IgnoreCase
    );
}
