using System.Text.RegularExpressions;

namespace Plurimax.Web.Watch;

/// <summary>Words for logs and figures without what opens a link or names a person.</summary>
public static partial class Scrubbed
{
    /// <summary>Tokens, addresses of mail and passwords in connection strings give way to "…".</summary>
    public static string Of(string? words) =>
        words is null ? "" : Secret().Replace(Mail().Replace(Token().Replace(words, Cut), "…@…"), "$1…");

    // Hashes of files say nothing of anybody, and are what one looks for.
    private static string Cut(Match m) => m.Value.Length == 64 && m.Value.All(char.IsAsciiHexDigitLower) ? m.Value : "…";

    [GeneratedRegex("[A-Za-z0-9_-]{40,}", RegexOptions.NonBacktracking)]
    private static partial Regex Token();

    [GeneratedRegex(@"[^\s@<>()""'“”,;:=]+@[^\s@<>()""'“”,;:]+", RegexOptions.NonBacktracking)]
    private static partial Regex Mail();

    [GeneratedRegex(@"(password=|pwd=)[^;\s]+", RegexOptions.NonBacktracking | RegexOptions.IgnoreCase)]
    private static partial Regex Secret();
}
