using System.Collections.Immutable;
using System.Text.RegularExpressions;
using Plurimax.Text;

namespace Plurimax.Trades;

/// <summary>
/// Whom a site speaks to, read out of what the client says of the customers. A wording tagged <c>for:landlords</c> is used
/// only where landlords are among them, and then before the general ones.
/// </summary>
public static class Audiences
{
    private static readonly ImmutableArray<(string Key, Regex Words)> Known =
    [
        .. Content
            .Lines("reading/audiences.txt")
            .Select(l => l.Split(':', 2))
            .Select(p =>
                (
                    p[0],
                    new Regex(
                        string.Join('|', p[1].Split(',', StringSplitOptions.TrimEntries).Select(Pattern)),
                        RegexOptions.IgnoreCase | RegexOptions.CultureInvariant
                    )
                )
            ),
    ];

    /// <summary>The audiences that a template may name after <c>for:</c>.</summary>
    public static readonly ImmutableArray<string> Keys = [.. Known.Select(k => k.Key)];

    /// <param name="said">What the client says of the customers, in any of the six languages; null: nothing.</param>
    public static ImmutableHashSet<string> In(string? said) =>
        said is null ? [] : [.. Known.Where(k => k.Words.IsMatch(said)).Select(k => k.Key)];

    private static string Pattern(string word) =>
        $@"(?<!\p{{L}}){Regex.Escape(word).Replace(@"\*", @"\p{L}*", StringComparison.Ordinal)}(?!\p{{L}})";
}
