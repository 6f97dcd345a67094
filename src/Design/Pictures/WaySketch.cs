using System.Collections.Immutable;
using System.Globalization;
using System.Text.RegularExpressions;
using Plurimax.Text;

namespace Plurimax.Design.Pictures;

/// <summary>
/// A sketch of the way to a business: its street, its door, and what is known to be near. It shows only what somebody has said:
/// the order along the street follows the minutes on foot, the sides and the bend are a drawing and no geography.
/// </summary>
public static partial class WaySketch
{
    private const int Width = 640,
        Height = 400,
        Door = 320,
        Street = 220;

    /// <param name="street">Street and number.</param>
    /// <param name="landmarks">"station, 5 minutes": what is near and how far, as it was entered.</param>
    /// <returns>An SVG picture, or nothing where no landmark is known: a street alone helps nobody.</returns>
    public static Html Draw(string name, string street, ImmutableArray<string> landmarks, string label, string seed)
    {
        var marks = landmarks.Select(l => (Text: l, Minutes: Minutes(l))).OrderBy(m => m.Minutes).Take(6).ToList();
        if (marks.Count == 0)
            return Html.Empty;
        var bend = (int)(Chance.Hash(seed + "/bend") % 60) - 30;
        double Y(double x) => Street + bend * Math.Sin(x / Width * Math.PI * 1.5);
        static string N(double v) => Canvas.N(v);
        var path = "M-10 " + N(Y(-10)) + string.Concat(Enumerable.Range(1, 17).Select(i => $"L{i * 41 - 10} {N(Y(i * 41 - 10))}"));
        var most = Math.Max(10, marks.Max(m => m.Minutes));
        var dots = marks.Select(
            (m, i) =>
            {
                // Alternately to the right and to the left of the door, farther the longer one walks; above and below the street in turn.
                var reach = 90 + 190 * Math.Sqrt(m.Minutes / (double)most);
                var x = i % 2 == 0 ? Door + reach : Door - reach;
                var above = i % 4 is 0 or 3;
                var y = Y(x) + (above ? -52 : 58);
                var lines = Wrap(m.Text);
                var anchor =
                    x > Door + 150 ? "end"
                    : x < Door - 150 ? "start"
                    : "middle";
                var tx =
                    anchor == "end" ? x + 60
                    : anchor == "start" ? x - 60
                    : x;
                Html Line(string line, int n)
                {
                    var ty = above ? y - 16 - (lines.Length - 1 - n) * 19 : y + 27 + n * 19;
                    return Html.Of($"<text x=\"{N(tx)}\" y=\"{N(ty)}\" text-anchor=\"{anchor}\">{line}</text>");
                }
                return Html.Of(
                    $"<path class=\"m-rip\" d=\"M{N(x)} {N(Y(x))}V{N(y)}\"/><circle class=\"m-dot\" cx=\"{N(x)}\" cy=\"{N(y)}\" "
                        + $"r=\"7\"/>"
                        + $"{lines.Select(Line)}"
                );
            }
        );
        var dy = Y(Door);
        return Html.Of(
            $"<svg class=\"map\" viewBox=\"0 0 {Width} {Height}\" role=\"img\" aria-label=\"{label}: "
                + $"{string.Join("; ", marks.Select(m => m.Text))}\"><rect class=\"m-land\" width=\"{Width}\" height=\"{Height}\"/><path "
                + $"class=\"m-st a\" d=\"{path}\"/><path class=\"m-st2 a\" d=\"{path}\"/>{dots}<path class=\"m-pin\" d=\"M{Door} "
                + $"{N(dy - 6)}l-15 -26a17 17 0 1 1 30 0Z\"/><circle class=\"m-eye\" cx=\"{Door}\" cy=\"{N(dy - 39)}\" r=\"6\"/><text x=\""
                + $"{Door}\" y=\"{N(dy - 64)}\" text-anchor=\"middle\" font-weight=\"700\">{Letters.Cut(name, 30)}</text><text "
                + $"class=\"st\" x=\"{Door}\" y=\"{N(dy + 30)}\" text-anchor=\"middle\">{Letters.Cut(street, 34)}</text></svg>"
        );
    }

    /// <summary>Minutes on foot as they were said; without a figure a landmark counts as three minutes away.</summary>
    public static int Minutes(string text) =>
        Figure().Match(text) is { Success: true } m ? Math.Clamp(int.Parse(m.Value, CultureInfo.InvariantCulture), 1, 60) : 3;

    private static string[] Wrap(string text)
    {
        if (text.Length <= 20)
            return [text];
        var cut = text.IndexOf(',') is > 4 and < 24 and var comma ? comma + 1 : text.LastIndexOf(' ', Math.Min(22, text.Length - 1));
        return cut <= 0 ? [Letters.Cut(text, 24)] : [text[..cut].Trim(), Letters.Cut(text[cut..].Trim(), 24)];
    }

    [GeneratedRegex(@"\d{1,2}")]
    private static partial Regex Figure();
}
