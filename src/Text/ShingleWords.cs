using System.Text.RegularExpressions;

namespace Plurimax.Text;

/// <summary>
/// The words of a passage as its shingles count them: a placeholder is one word whatever stands in it, other tags are none.
/// </summary>
public static partial class ShingleWords
{
    /// <summary>Words in a shingle.</summary>
    public const int Size = 4;

    /// <summary>How many shingles a text gives; none for an empty one.</summary>
    public static int Count(string text) =>
        Of(text).Length switch
        {
            0 => 0,
            var n => Math.Max(1, n - Size + 1),
        };

    public static string[] Of(string passage) =>
        [.. Word().Matches(Tag().Replace(Placeholder().Replace(passage, " _ "), " ").ToLowerInvariant()).Select(m => m.Value)];

    [GeneratedRegex(@"\{\{.*?\}\}")]
    private static partial Regex Placeholder();

    [GeneratedRegex(@"\{%.*?%\}")]
    private static partial Regex Tag();

    [GeneratedRegex(@"[\p{L}\p{N}_'’-]+")]
    private static partial Regex Word();
}
