using System.Text.RegularExpressions;
using Plurimax.Text;

namespace Plurimax.Reading;

/// <summary>
/// Patterns over lists of words that people keep by language in content/reading/words: one alternative a line, tried in their order.
/// </summary>
internal static class WordPattern
{
    private const string Before = "[before] ",
        After = "[after] ";

    /// <param name="name">Of the list, without its ending: "cues/past-words".</param>
    /// <exception cref="FileNotFoundException">There is no such list, or nothing stands in it.</exception>
    public static Regex Of(string name, RegexOptions options = RegexOptions.None)
    {
        var file = $"reading/words/{name}.txt";
        var (before, after) = ("", "");
        var alternatives = new List<string>();
        foreach (var line in Content.Lines(file))
            if (line.StartsWith(Before, StringComparison.Ordinal))
                before = line[Before.Length..];
            else if (line.StartsWith(After, StringComparison.Ordinal))
                after = line[After.Length..];
            else
                alternatives.Add(line);
        return alternatives.Count == 0
            ? throw new FileNotFoundException($"content/{file} holds no words.")
            : new Regex(before + string.Join('|', alternatives) + after, options);
    }
}
