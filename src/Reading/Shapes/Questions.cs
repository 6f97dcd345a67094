using System.Collections.Immutable;
using System.Text.RegularExpressions;
using Plurimax.Text;

namespace Plurimax.Reading.Shapes;

/// <summary>What a question of a form or of a maker asks for (content/reading/questions.txt), in six languages.</summary>
public static class Questions
{
    private static readonly Lazy<ImmutableArray<(string Role, Regex Asks)>> Known = new(() =>
        [
            .. Content
                .Lines("reading/questions.txt")
                .Select(l => l.Split('|', 2))
                .Select(p => (p[0], new Regex(p[1], RegexOptions.IgnoreCase | RegexOptions.CultureInvariant))),
        ]
    );

    /// <summary>A role of <see cref="ColumnNames"/>, or "not", "private", "area"; null for a question after something else.</summary>
    public static string? RoleOf(string question) => Known.Value.FirstOrDefault(k => k.Asks.IsMatch(question)).Role;
}
