using System.Text.RegularExpressions;
using Plurimax.Text;

namespace Plurimax.Publishing.Rendering;

/// <summary>
/// Tells advertising from enquiries by what the settings name. What is taken for advertising is kept aside for a person to see, never
/// thrown away.
/// </summary>
public static partial class FormSpam
{
    /// <param name="mostLinks">Addresses of the web that a message may hold.</param>
    /// <param name="blocked">Words, one a line; whole words only, whatever their case.</param>
    /// <returns>Why it is kept aside, or null.</returns>
    public static string? Why(string message, int mostLinks, string blocked)
    {
        if (Links().Count(message) is var n && n > mostLinks)
            return $"{n} links";
        return
            Letters
                .Rows(blocked)
                .FirstOrDefault(w =>
                    Regex.IsMatch(message, $@"(?<!\w){Regex.Escape(w)}(?!\w)", RegexOptions.IgnoreCase | RegexOptions.CultureInvariant)
                )
                is { } word
            ? $"says “{word}”"
            : null;
    }

    [GeneratedRegex(@"https?://|www\.", RegexOptions.IgnoreCase)]
    private static partial Regex Links();
}
