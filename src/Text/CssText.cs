using System.Text;
using System.Text.RegularExpressions;

namespace Plurimax.Text;

/// <summary>Style sheets as people write them, made small for visitors.</summary>
public static partial class CssText
{
    /// <summary>
    /// The same rules without comments and without white space that says nothing. The sheet must be laid out as by a formatter: a blank
    /// after the colon of a declaration, none before it.
    /// </summary>
    /// <remarks>CSS Syntax Module Level 3: white space between tokens; what stands in strings is kept.</remarks>
    public static string Compact(string css)
    {
        var small = new StringBuilder(css.Length);
        foreach (Match part in Parts().Matches(css))
        {
            var text = part.Value;
            if (text.StartsWith("/*", StringComparison.Ordinal))
                continue;
            small.Append(text[0] is '"' or '\'' ? text : Around().Replace(Blanks().Replace(text, " "), "$1").Replace(";}", "}"));
        }
        return small.ToString().Trim();
    }

    /// <summary>A comment, a string, or what stands between them.</summary>
    [GeneratedRegex("""/\*.*?\*/|"(?:\\.|[^"\\])*"|'(?:\\.|[^'\\])*'|(?:(?!/\*)[^"'])+""", RegexOptions.Singleline)]
    private static partial Regex Parts();

    [GeneratedRegex(@"\s+")]
    private static partial Regex Blanks();

    /// <summary>
    /// Signs that need no blanks around them; after a colon and a sign of a child none are needed either. A plus and a minus need them in
    /// sums.
    /// </summary>
    [GeneratedRegex(@" ?([{};,>]) ?|(?<=:) ")]
    private static partial Regex Around();
}
