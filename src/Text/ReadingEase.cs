using System.Text.RegularExpressions;

namespace Plurimax.Text;

/// <summary>
/// How easily an English text reads: 206.835 − 1.015 · words per sentence − 84.6 · syllables per word (Flesch, "A new readability
/// yardstick", 1948).
/// 60 to 70 is plain English; a legal contract is under 30. Syllables are estimated from groups of vowels.
/// </summary>
public static partial class ReadingEase
{
    public static double Of(string text)
    {
        var words = Word().Matches(text).Select(m => m.Value.ToLowerInvariant()).ToArray();
        if (words.Length == 0)
            return 100;
        var sentences = Math.Max(1, Sentences(text).Count());
        return Flesch(words.Length, sentences, words.Sum(Syllables));
    }

    public static double Flesch(int words, int sentences, int syllables) => 206.835 - 1.015 * words / sentences - 84.6 * syllables / words;

    public static IEnumerable<string> Sentences(string text) => End().Split(text).Select(s => s.Trim()).Where(s => Word().IsMatch(s));

    public static int Words(string text) => Word().Count(text);

    /// <summary>Vowel groups, less a silent e or ed at the end, at least one.</summary>
    public static int Syllables(string word)
    {
        var w = Silent().Replace(word.ToLowerInvariant(), "");
        return Math.Max(1, Vowels().Count(w));
    }

    [GeneratedRegex(@"[\p{L}\p{N}][\p{L}\p{N}'’-]*")]
    private static partial Regex Word();

    [GeneratedRegex(@"(?<=[.?!:][""”’']?)\s+|\n+")]
    private static partial Regex End();

    [GeneratedRegex(@"[aeiouyáéíóúäöü]+")]
    private static partial Regex Vowels();

    [GeneratedRegex(@"(?<=[^aeiouylt])ed$|(?<=[^l])e$|(?<=[aeiouy])le$|(?<=[^cgsxz])es$")]
    private static partial Regex Silent();
}
