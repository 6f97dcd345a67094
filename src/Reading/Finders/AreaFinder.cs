using System.Text.RegularExpressions;
using Plurimax.Facts;

namespace Plurimax.Reading.Finders;

/// <summary>Where a business goes: towns under a heading or after "we cover", and how far.</summary>
internal static class AreaFinder
{
    public static IEnumerable<Candidate> Find(TextFrame frame)
    {
        for (var i = 0; i < frame.Lines.Length; i++)
        {
            var line = frame.Line(i);
            if (line.Length == 0 || !frame.Usable(i) || frame.Past(i) || frame.MailHeader(i))
                continue;
            var listed = Heading.IsMatch(frame.Under(i)) && frame.Under(i) != line;
            var covers = Covers.Match(line);
            if (covers.Success && Cues.NotTheirs(TextFrame.ClauseText(line, covers.Index, covers.Length)))
                continue;
            if ((listed || covers.Success) && Reach.Match(line) is { Success: true } reach)
                yield return Of(frame, i, reach, "area.radius", new TextValue(reach.Value.Trim()));
            var said = covers.Success ? covers.Groups["list"] : null;
            if (said is null && !(listed && line.Length < 120))
                continue;
            foreach (Match town in Town.Matches(said?.Value ?? line))
                if (town.Value.Length > 2 && HoursWords.FullDay(town.Value) < 0)
                    yield return new Candidate(
                        "area.towns",
                        new ListValue([town.Value]),
                        .8,
                        frame.Source.Around(i, (said?.Index ?? 0) + town.Index, town.Length),
                        "area served"
                    );
        }
    }

    private static Candidate Of(TextFrame frame, int line, Match m, string fact, FactValue value) =>
        new(fact, value, .86, frame.Source.Around(line, m.Index, m.Length), "area served");

    private static readonly Regex Heading = new(
        @"^\W*(?:(?:our |the )?(?:service )?areas?(?: (?:served|covered|we (?:cover|serve)))?|where (?:we|i|they) (?:work|go|travel)|"
            + @"(?:unser )?(?:einsatz|einzugs|arbeits)gebiet|wo wir arbeiten|zones? (?:d['’]intervention|desservies?)|secteurs?|où nous "
            + @"intervenons|zona de (?:trabajo|servicio)|dónde trabajamos|zona (?:servita|di lavoro)|dove lavoriamo|werkgebied)\W*$",
        RegexOptions.IgnoreCase
    );
    private static readonly Regex Reach = new(
        @"(?:(?:up to|within|bis(?: zu)?|im umkreis von|jusqu['’]à|dans un rayon de|hasta|a menos de|fino a|entro|tot|binnen)\s)?\d{1,3}\s?"
            + @"(?:miles?|mi\b|km\b|kilomet(?:er|re)s?|kilometern?|kilomètres|kilómetros|chilometri)(?: (?:of|from|um|autour de|de|di|rond)"
            + @"\s\p{Lu}[\p{L}'’-]+)?",
        RegexOptions.IgnoreCase
    );
    private static readonly Regex Covers = new(
        @"(?i:\b(?:we (?:cover|serve|travel to|work in|deliver to)|areas? (?:covered|served)\s*[:|]?|covers?|covering|serving|service "
            + @"area\s*[:|]|einsatzgebiet\s*[:|]?|wir (?:arbeiten|sind) in|zone d'intervention\s*[:|]?|nous intervenons "
            + @"(?:à|sur|dans)|zona de (?:trabajo|servicio)\s*[:|]?|trabajamos en|damos servicio en|lavoriamo (?:a|in)|wij werken "
            + @"in|werkgebied\s*[:|]?))\s+(?<list>(?:\p{L}[\p{L}'’-]*[ ,&/]+){0,20}\p{L}[\p{L}'’-]*)"
    );
    private static readonly Regex Town = new(@"\p{Lu}[\p{L}'’-]+(?:[ ](?:on|upon|le|by|the|sur|de|am|an der)?[ ]?\p{Lu}[\p{L}'’-]+)*");
}
