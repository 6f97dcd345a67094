using System.Collections.Frozen;
using System.Text;

namespace Plurimax.Text;

/// <summary>
/// Letters without their accents, for comparing and finding. Its own table, since the application runs without a locale library.
/// </summary>
public static class Letters
{
    // Latin-1 Supplement and Latin Extended-A (Unicode blocks U+0080 and U+0100): what each base letter is written with.
    private static readonly FrozenDictionary<char, string> Plain = Table(
        "aàáâãäåāăą cçćĉċč dďđð eèéêëēĕėęě gĝğġģ hĥħ iìíîïĩīĭįı jĵ kķ lĺļľŀł nñńņňŉŋ oòóôõöøōŏő rŕŗř sśŝşšș tţťŧț uùúûüũūŭůűų wŵ yýÿŷ zźżž",
        ('æ', "ae"),
        ('œ', "oe"),
        ('ß', "ss"),
        ('þ', "th"),
        ('ĳ', "ij")
    );

    private static FrozenDictionary<char, string> Table(string groups, params (char From, string To)[] pairs) =>
        groups
            .Split(' ')
            .SelectMany(g => g[1..].Select(c => KeyValuePair.Create(c, g[..1])))
            .Concat(pairs.Select(p => KeyValuePair.Create(p.From, p.To)))
            .ToFrozenDictionary();

    /// <summary>The letter without its accent in its own case; what is none stays.</summary>
    public static char Base(char c) =>
        !Plain.TryGetValue(char.ToLowerInvariant(c), out var plain) ? c
        : char.IsUpper(c) ? char.ToUpperInvariant(plain[0])
        : plain[0];

    /// <summary>At most so many letters; what is longer ends in an ellipsis.</summary>
    public static string Cut(string text, int most) => text.Length <= most ? text : text[..(most - 1)].TrimEnd() + "…";

    /// <summary>A folded word without its commonest endings in English and German; four letters stay.</summary>
    public static string Root(string word)
    {
        foreach (var end in new[] { "ings", "ing", "ies", "es", "en", "em", "er", "s", "e", "n" })
            if (word.Length - end.Length >= 4 && word.EndsWith(end, StringComparison.Ordinal))
                return word[..^end.Length];
        return word;
    }

    /// <summary>
    /// The words of a text by their roots, without those that say nothing of what it is about (English, German, French, Spanish).
    /// </summary>
    public static IEnumerable<string> Roots(string text)
    {
        var folded = Fold(text);
        for (int at = 0, end; at < folded.Length; at = end + 1)
        {
            end = at;
            while (end < folded.Length && char.IsLetterOrDigit(folded[end]))
                end++;
            if (end - at > 1 && folded[at..end] is var word && !Small.Contains(word))
                yield return Root(word);
        }
    }

    private static readonly FrozenSet<string> Small = (
        "in of the and for with to an at on by near you your our are not that this from have has was will can all it is we der die "
        + "das und mit fur im ist wir sie ein eine auf von den zu de la le les des et une est pour avec nous vous el los las una por "
        + "con que en"
    )
        .Split(' ')
        .ToFrozenSet();

    /// <summary>Lower case, without accents whether they are part of a letter or stand behind it.</summary>
    public static string Fold(string text)
    {
        var b = new StringBuilder(text.Length);
        foreach (var raw in text)
        {
            var c = char.ToLowerInvariant(raw);
            if (c is >= '\u0300' and <= '\u036F')
                continue;
            if (c < '\u00C0')
                b.Append(c);
            else if (Plain.TryGetValue(c, out var plain))
                b.Append(plain);
            else
                b.Append(c);
        }
        return b.ToString();
    }

    /// <summary>Lines of a value that have something on them.</summary>
    public static IEnumerable<string> Rows(string text) =>
        text.Split('\n', StringSplitOptions.TrimEntries | StringSplitOptions.RemoveEmptyEntries);
}
