using System.Globalization;
using System.Text;

namespace Plurimax.Text;

/// <summary>
/// What stands in a text and cannot be seen: it makes two names look alike, turns the order of letters (Unicode UAX #9), or looks like
/// nothing at all.
/// </summary>
public static class Unseen
{
    private const char NonJoiner = '\u200C',
        Joiner = '\u200D';

    /// <summary>Letters that are drawn as nothing: blank Braille and the Hangul fillers.</summary>
    private const string Blank = "\u2800\u3164\u115F\u1160\uFFA0";

    /// <summary>
    /// The text without them: line and paragraph separators are line breaks, blanks are spaces; a joiner stays where it joins letters of
    /// scripts that need it, or pictures.
    /// </summary>
    public static string Without(string text)
    {
        if (!text.Any(IsSuspect))
            return text;
        var b = new StringBuilder(text.Length);
        for (var i = 0; i < text.Length; i++)
        {
            var c = text[i];
            if (c is '\u2028' or '\u2029')
                b.Append('\n');
            else if (Blank.Contains(c))
                b.Append(' ');
            else if (!IsSuspect(c) || c is Joiner or NonJoiner && Joins(text, i))
                b.Append(c);
        }
        return b.ToString();
    }

    private static bool IsSuspect(char c) =>
        c >= '\u00AD'
        && (
            CharUnicodeInfo.GetUnicodeCategory(c)
                is UnicodeCategory.Format
                    or UnicodeCategory.LineSeparator
                    or UnicodeCategory.ParagraphSeparator
            || Blank.Contains(c)
        );

    private static bool Joins(string text, int at) =>
        at > 0 && at + 1 < text.Length && text[at - 1] >= '\u0600' && text[at + 1] >= '\u0600';
}
