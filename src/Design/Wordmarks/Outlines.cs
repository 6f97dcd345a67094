using System.Collections.Concurrent;
using System.Text.Json;
using Plurimax.Text;
using SkiaSharp;

namespace Plurimax.Design.Wordmarks;

/// <summary>
/// Letters of the display faces as outlines, since a drawing that stands alone cannot use the fonts of a page.
/// Faces are those of <c>content/looks/marks</c>, named as the files of the fonts; kerning is theirs.
/// </summary>
public static class Outlines
{
    private const float Em = 1000;
    private static readonly ConcurrentDictionary<string, SKTypeface> Faces = new();
    private static readonly Lazy<Dictionary<string, Dictionary<string, int>>> Kerning = new(() =>
        JsonSerializer.Deserialize<Dictionary<string, Dictionary<string, int>>>(Content.Bytes("looks/marks/kerning.json")!)!
    );

    /// <param name="Path">SVG path data, fill only.</param>
    /// <param name="Left">Where ink begins and ends, in the units of the size.</param>
    public sealed record Drawn(string Path, double Left, double Top, double Right, double Bottom);

    /// <summary>Width of a line in the units of <paramref name="size"/>, tracking included.</summary>
    /// <param name="tracking">Added after each letter, in em.</param>
    public static double Measure(string face, string text, double size, double tracking = 0)
    {
        using var font = Font(face);
        Place(font, face, text, tracking, out var width);
        return width / Em * size;
    }

    /// <summary>A line with its baseline beginning at (x, y), y downwards.</summary>
    public static Drawn Line(string face, string text, double size, double x, double y, double tracking = 0)
    {
        var all = new List<SKPath>();
        var k = (float)(size / Em);
        foreach (var (glyph, at) in Glyphs(face, text, tracking, out _))
        {
            glyph.Transform(new SKMatrix(k, 0, (float)x + at * k, 0, k, (float)y, 0, 0, 1));
            all.Add(glyph);
        }
        return Write(all);
    }

    /// <summary>
    /// A line set outside a circle, its middle at the top; or, for the lower half, inside it and readable from left to right at the bottom.
    /// </summary>
    public static Drawn Around(
        string face,
        string text,
        double size,
        double cx,
        double cy,
        double radius,
        double tracking = 0,
        bool below = false
    )
    {
        var all = new List<SKPath>();
        var k = (float)(size / Em);
        var glyphs = Glyphs(face, text, tracking, out var width);
        var wide = width * k;
        foreach (var (glyph, at) in glyphs)
        {
            var middle = at * k + glyph.TightBounds.MidX * k - wide / 2;
            var turn = middle / radius * (below ? -1 : 1);
            var matrix = SKMatrix
                .CreateScale(k, k)
                .PostConcat(SKMatrix.CreateTranslation(-glyph.TightBounds.MidX * k, below ? (float)radius : -(float)radius))
                .PostConcat(SKMatrix.CreateRotation((float)turn))
                .PostConcat(SKMatrix.CreateTranslation((float)cx, (float)cy));
            glyph.Transform(matrix);
            all.Add(glyph);
        }
        return Write(all);
    }

    private static SKFont Font(string face) =>
        new(
            Faces.GetOrAdd(face, f =>
                SKTypeface.FromData(
                    SKData.CreateCopy(Content.Bytes($"looks/marks/{f}.ttf") ?? throw new ArgumentException($"No outlines of {f}."))
                )
            ),
            Em
        )
        {
            Hinting = SKFontHinting.None,
            Subpixel = true,
            LinearMetrics = true,
        };

    /// <summary>
    /// Glyphs and where they begin, in units of 1,000 to the em. A letter that a face does not have stands without its accent, or not at
    /// all.
    /// </summary>
    private static List<(ushort Glyph, float At)> Place(SKFont font, string face, string text, double tracking, out float width)
    {
        var pairs = Kerning.Value.GetValueOrDefault(face);
        var glyphs = new List<(ushort, float)>();
        var x = 0f;
        var last = '\0';
        foreach (var raw in text)
        {
            var c = font.ContainsGlyph(raw) ? raw : Letters.Base(raw);
            if (!font.ContainsGlyph(c))
                continue;
            if (last != '\0' && pairs?.GetValueOrDefault($"{last}{c}") is { } kern)
                x += kern * Em / 1000;
            var glyph = font.GetGlyph(c);
            glyphs.Add((glyph, x));
            x += font.MeasureText([glyph]) + (float)tracking * Em;
            last = c;
        }
        width = Math.Max(0, x - (float)tracking * Em);
        return glyphs;
    }

    private static List<(SKPath Path, float At)> Glyphs(string face, string text, double tracking, out float width)
    {
        using var font = Font(face);
        return
        [
            .. Place(font, face, text, tracking, out width)
                .Select(g => (Path: font.GetGlyphPath(g.Glyph), g.At))
                .Where(g => g.Path is not null)!,
        ];
    }

    private static Drawn Write(List<SKPath> glyphs)
    {
        var text = new PathText();
        var box = SKRect.Empty;
        foreach (var glyph in glyphs)
        {
            box = box.IsEmpty ? glyph.TightBounds : SKRect.Union(box, glyph.TightBounds);
            text.Add(glyph);
            glyph.Dispose();
        }
        return new Drawn(text.ToString(), box.Left, box.Top, box.Right, box.Bottom);
    }
}
