using System.Collections.Immutable;
using System.Globalization;
using System.Text.RegularExpressions;

namespace Plurimax.Making.Saying;

/// <summary>A word or phrase of a wish with all that it may mean.</summary>
/// <param name="Start">Place of its first letter in the wish; <paramref name="End"/> the one after its last.</param>
/// <param name="Skip">It may be passed over.</param>
internal sealed record Token(string Text, int Start, int End, ImmutableArray<Meaning> Means, bool Skip)
{
    public string? As(string type)
    {
        foreach (var m in Means)
            if (m.Type == type)
                return m.Value;
        return null;
    }

    public bool Is(string concept)
    {
        foreach (var m in Means)
            if (m.Type == "c" && m.Value == concept)
                return true;
        return false;
    }
}

/// <summary>Cuts wishes into tokens: quotations whole, the longest known phrase, numbers, colours, headings of the site.</summary>
internal static partial class Tokens
{
    /// <param name="sections">Headings of sections and the ids they stand for.</param>
    public static ImmutableArray<Token> Of(string text, Lexicon words, IReadOnlyList<(string Spoken, string Id)> sections)
    {
        var raw = Piece().Matches(text).Select(m => (m.Value, m.Index)).ToList();
        var tokens = ImmutableArray.CreateBuilder<Token>();
        for (var i = 0; i < raw.Count; )
        {
            var (piece, at) = raw[i];
            if (piece[0] is '"' or '“' or '„' or '«' && piece.Length > 2)
            {
                tokens.Add(new(piece, at, at + piece.Length, [new("quote", piece[1..^1].Trim())], false));
                i++;
                continue;
            }
            if (Hex().IsMatch(piece))
            {
                tokens.Add(new(piece, at, at + piece.Length, [new("hue", piece.ToLowerInvariant())], false));
                i++;
                continue;
            }
            if (piece is "," or ";" or "." or "!" or "?" or ":" or "\n")
            {
                if (piece != ":")
                    tokens.Add(new(piece, at, at + 1, [new("c", "Comma")], true));
                i++;
                continue;
            }
            var taken = 0;
            ImmutableArray<Meaning> means = [];
            for (var n = Math.Min(Lexicon.LongestPhrase + 3, raw.Count - i); n >= 1 && taken == 0; n--)
            {
                var phrase = Lexicon.Spoken(text[at..(raw[i + n - 1].Index + raw[i + n - 1].Value.Length)]);
                if (n > 1 && sections.FirstOrDefault(s => s.Spoken == phrase) is { Id: { } id })
                {
                    (taken, means) = (n, [new("sec", id)]);
                    break;
                }
                // A phrase does not reach over a comma.
                if (raw.Skip(i).Take(n).Any(r => r.Value is "," or ";" or "!" or "?" or "\n"))
                    continue;
                if (words.Of(phrase) is { IsEmpty: false } found)
                    (taken, means) = (n, found);
            }
            if (taken == 0)
            {
                var word = Lexicon.Spoken(piece);
                means = words.Word(word);
                taken = 1;
            }
            var end = raw[i + taken - 1].Index + raw[i + taken - 1].Value.Length;
            var whole = text[at..end];
            if (taken == 1 && int.TryParse(whole, NumberStyles.None, CultureInfo.InvariantCulture, out var number))
                means = [.. means.Where(m => m.Type != "num"), new("num", number.ToString(CultureInfo.InvariantCulture))];
            tokens.Add(new(whole, at, end, means, taken == 1 && words.IsStop(Lexicon.Spoken(whole)) || Lexicon.Spoken(whole).Length == 0));
            i += taken;
        }
        return tokens.ToImmutable();
    }

    [GeneratedRegex(
        "\"[^\"]+\"|“[^”]+”|„[^“”]+[“”]|«[^»]+»|#[0-9a-fA-F]{6}\\b|[\\p{L}\\p{N}'’&@/+£€.%-]*[\\p{L}\\p{N}%]|[,;.!?:\\n]|[^\\s]"
    )]
    private static partial Regex Piece();

    [GeneratedRegex("^#[0-9a-fA-F]{6}$")]
    private static partial Regex Hex();
}
