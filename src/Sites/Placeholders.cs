using System.Collections.Immutable;
using System.Text.RegularExpressions;

namespace Plurimax.Sites;

/// <summary>Placeholders of facts in texts that are shared by many sites: which there are, and which of a text are none.</summary>
public static partial class Placeholders
{
    /// <summary>Where a text of the agency's own stands beside the facts: what is filled in there only.</summary>
    public static readonly ImmutableHashSet<string> Roots = ["settings", "words", "sample", "agency", "page", "trade", "form"];

    /// <summary>Names that a text refers to, conditions and loops included; variables that it makes itself are left out.</summary>
    public static IEnumerable<string> Names(string text)
    {
        var made = Made().Matches(text).Select(m => m.Groups[1].Value).ToHashSet();
        return Name()
            .Matches(text)
            .Select(m => m.Groups[1].Value)
            .Where(n => !made.Contains(n.Split('.')[0]) && n is not ("true" or "false" or "nil" or "blank" or "empty"));
    }

    /// <summary>Facts that a text shows as they are, outside any condition of its line.</summary>
    public static ImmutableArray<string> PlainFacts(string text)
    {
        if (!text.Contains("{{", StringComparison.Ordinal))
            return [];
        var made = Made().Matches(text).Select(m => m.Groups[1].Value).ToHashSet();
        return
        [
            .. text.Split('\n')
                .Where(l => !l.Contains("{%", StringComparison.Ordinal))
                .SelectMany(l => Plain().Matches(l))
                .Select(m => m.Groups[1].Value)
                .Where(n => n.Split('.')[0] is var root && !Roots.Contains(root) && !made.Contains(root))
                .Distinct(),
        ];
    }

    /// <summary>
    /// The text without lines whose plain placeholder has nothing to show. A line that has a condition of its own says for itself what
    /// stands there.
    /// </summary>
    /// <param name="has">Whether a fact may be stated.</param>
    public static string WithoutEmptyLines(string text, Func<string, bool> has)
    {
        if (!text.Contains("{{", StringComparison.Ordinal))
            return text;
        var missing = PlainFacts(text).Where(n => !has(n)).ToHashSet();
        var lines = text.Split('\n');
        var kept = lines
            .Where(l => l.Contains("{%", StringComparison.Ordinal) || !Plain().Matches(l).Any(m => missing.Contains(m.Groups[1].Value)))
            .ToList();
        if (kept.Count == lines.Length)
            return text;
        // What stood between two blank lines leaves only one of them.
        return Blank().Replace(string.Join('\n', kept), "\n\n").Trim('\n');
    }

    /// <summary>Takes out what is left of a placeholder that could not be read: brackets never show.</summary>
    public static string Bare(string text) =>
        Brackets().Replace(text, "").Replace("{{", "").Replace("}}", "").Replace("{%", "").Replace("%}", "");

    [GeneratedRegex(
        @"(?:\{\{-?\s*|\{%-?\s*(?:if|elsif|unless|case)\s+|\{%-?\s*for\s+\w+\s+in\s+|\s(?:and|"
            + @"or)\s+)([a-z_][a-z_0-9]*(?:\.[a-z_0-9]+)*)(?=[^{}]*[%}]\})"
    )]
    private static partial Regex Name();

    [GeneratedRegex(@"\{%-?\s*(?:for|assign|capture)\s+(\w+)")]
    private static partial Regex Made();

    [GeneratedRegex(@"\{\{-?\s*([a-z_]+(?:\.[a-z_0-9]+)*)\s*(?:\|[^}]*)?-?\}\}")]
    private static partial Regex Plain();

    [GeneratedRegex(@"\{\{[^{}]*\}\}|\{%[^%]*%\}")]
    private static partial Regex Brackets();

    [GeneratedRegex(@"\n{3,}")]
    private static partial Regex Blank();
}
