using System.Text.RegularExpressions;

namespace Plurimax.Reading;

/// <summary>
/// What a text marks as not meant: struck through, in a comment, or a box that is not ticked. It is taken out before anything is read.
/// </summary>
internal static class Struck
{
    /// <summary>A text without its comments (HTML, as Markdown allows them).</summary>
    public static string Comments(string text) => text.Contains("<!--", StringComparison.Ordinal) ? Comment.Replace(text, "") : text;

    /// <summary>A line without what is struck out or not ticked; ticks themselves go too.</summary>
    public static string Cut(string line)
    {
        if (line.Contains("~~", StringComparison.Ordinal))
            line = Through.Replace(line, "");
        if (!Box.IsMatch(line))
            return line;
        return Ticked.Replace(Unticked.Replace(line, " "), "");
    }

    private static readonly Regex Comment = new("<!--.*?(?:-->|$)", RegexOptions.Singleline);
    private static readonly Regex Through = new("~~[^~]{1,400}~~");
    private static readonly Regex Box = new(@"[☐☑☒✅🗹□■▢]|(?<=^|[\s*-])\[[ xX]\](?=\s)");
    private static readonly Regex Unticked = new(@"(?:[☐□▢]|(?<=^|[\s*-])\[ \](?=\s))[^☐☑☒✅🗹□■▢\[|]*");
    private static readonly Regex Ticked = new(@"[☑☒✅🗹■]\s*|(?<=^|[\s*-])\[[xX]\]\s+");
}
