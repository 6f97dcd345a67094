using System.Globalization;

namespace Plurimax.Text;

/// <summary>Counts in English words: "1 fact", "3 facts".</summary>
public static class Plural
{
    /// <param name="many">The word for any other number than one; null adds an s.</param>
    public static string Of(int count, string one, string? many = null) =>
        string.Create(CultureInfo.InvariantCulture, $"{count:N0} {(count == 1 ? one : many ?? one + "s")}");
}
