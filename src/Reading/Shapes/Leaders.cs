using System.Text.RegularExpressions;

namespace Plurimax.Reading.Shapes;

/// <summary>Dots that lead the eye from a label to its value: "Telefon ........ 0221 4710 341".</summary>
internal static class Leaders
{
    public static string Read(string line)
    {
        if (!line.Contains("....", StringComparison.Ordinal) && !line.Contains("____", StringComparison.Ordinal))
            return line;
        var m = Led.Match(line);
        return m.Success ? $"{m.Groups["label"].Value.Trim()}: {m.Groups["value"].Value.Trim()}" : line;
    }

    private static readonly Regex Led = new(
        @"^\s*(?<label>\p{L}[^._]{1,60}(?:\([^)]{1,40}\))?\??)\s*:?\s*(?:\.{4,}|_{4,}|(?:\s\.){4,})\s*(?<value>[^._\s].*)$"
    );
}
