using System.Collections.Immutable;
using Plurimax.Text;

namespace Plurimax.Reading.Shapes;

/// <summary>What a column of a table about firms holds, by its heading in one of six languages (content/reading/columns.txt).</summary>
public static class ColumnNames
{
    private static readonly Lazy<ImmutableDictionary<string, string>> Roles = new(() =>
        Content
            .Lines("reading/columns.txt")
            .Select(l => l.Split('|'))
            .SelectMany(p => p[1].Split(',').Select(n => (Name: n.Trim(), Role: p[0])))
            .DistinctBy(p => p.Name)
            .ToImmutableDictionary(p => p.Name, p => p.Role)
    );

    /// <summary>"name", "phone", "fax" …, "agency" for what is of no client; null for a heading that is not known.</summary>
    public static string? RoleOf(string heading)
    {
        var key = string.Concat(Letters.Fold(heading.ToLowerInvariant()).Where(char.IsAsciiLetterOrDigit));
        return key.Length == 0 ? null
            : Roles.Value.GetValueOrDefault(key) is { } role ? role
            : Roles.Value.GetValueOrDefault(string.Concat(key.Where(char.IsAsciiLetter))) is { } bare ? bare
            : heading.StartsWith("lead", StringComparison.OrdinalIgnoreCase) ? "agency"
            : null;
    }
}
