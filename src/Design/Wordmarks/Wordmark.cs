using System.Collections.Immutable;
using Plurimax.Design.Pictures;

namespace Plurimax.Design.Wordmarks;

/// <summary>
/// What a piece of a mark is printed in: the ink of its surroundings, the colour of the look, or the ink that stands on that colour.
/// </summary>
public enum MarkInk
{
    Ink,
    Colour,
    On,
}

/// <param name="Path">SVG path data, filled by the even-odd rule where <paramref name="Holes"/> is set.</param>
public sealed record MarkPiece(string Path, MarkInk Ink, bool Holes = false);

/// <summary>A mark as filled paths on a sheet from (0, 0) to (Width, Height), without clear space.</summary>
/// <param name="Says">It has the place under the name, so that nobody need repeat it.</param>
/// <param name="Smallest">Size of its smallest letters: what decides how small it may be shown.</param>
public sealed record MarkDrawing(double Width, double Height, ImmutableArray<MarkPiece> Pieces, bool Says = false, double Smallest = 100);

/// <summary>What a mark is made of.</summary>
/// <param name="Face">Display face, see <see cref="Outlines"/>.</param>
/// <param name="Shape">Path data of the look's shape, 40 by 40 units.</param>
/// <param name="Emblem">Path data of what the trade works with, 40 by 40 units.</param>
/// <param name="Tracking">Of the name, in em.</param>
public sealed record MarkWords(
    string Name,
    string Place,
    string Face,
    string Shape,
    string Emblem,
    double Tracking = 0,
    bool Capitals = false
)
{
    public string Set => Capitals ? Name.ToUpperInvariant() : Name;
    public string Initial => Initials.Length > 0 ? Initials[..1] : "A";

    /// <summary>First letters of the first two words that count.</summary>
    public string Initials =>
        string.Concat(
            Name.Split([' ', '-'], StringSplitOptions.RemoveEmptyEntries)
                .Where((word, i) => char.IsLetterOrDigit(word[0]) && !(Small.Contains(word.ToLowerInvariant()) && Name.Contains(' ')))
                .Take(2)
                .Select(word => char.ToUpperInvariant(word[0]))
        );

    private static readonly string[] Small =
    [
        "the",
        "and",
        "of",
        "und",
        "der",
        "die",
        "das",
        "et",
        "le",
        "la",
        "les",
        "de",
        "y",
        "el",
        "los",
        "las",
    ];
}

/// <summary>A way of putting a name together as a mark.</summary>
public sealed record Composition(string Id, string Name, string Says, Func<MarkWords, MarkDrawing> Draw);

/// <summary>Marks for those who have no logo: the name in the look's type, put together in ten ways.</summary>
public static class Wordmark
{
    public static readonly ImmutableArray<Composition> All =
    [
        new("line", "One line", "the name alone", Line),
        new("stack", "Two lines", "the name broken where it balances", Stack),
        new("sort", "Initial in a shape", "the look's shape with the first letter, the name beside it", Sort),
        new("seal", "Seal", "shape above, name below it between two rules, the place under it", Seal),
        new("ruled", "Between rules", "a heavy rule over the name, a fine one under it, then the place", Ruled),
        new("plate", "Name plate", "the name on a block of colour", Plate),
        new("emblem", "Trade motif", "what the trade works with, the name beside it", EmblemBeside),
        new("round", "Round", "the name around the trade motif", Round),
        new("flag", "Large first word", "the first word large, the others in a line under it, a bar of colour in front", Flag),
        new("monogram", "Monogram", "two first letters over the shape, the name under them", Monogram),
    ];

    public static Composition? Named(string id) => All.FirstOrDefault(c => c.Id == id);

    private sealed class Sheet(MarkWords w)
    {
        private readonly ImmutableArray<MarkPiece>.Builder _pieces = ImmutableArray.CreateBuilder<MarkPiece>();
        private double _smallest = double.MaxValue;
        private double _left = double.MaxValue,
            _top = double.MaxValue,
            _right = double.MinValue,
            _bottom = double.MinValue;

        public double Wide(string text, double size, double? tracking = null) =>
            Outlines.Measure(w.Face, text, size, tracking ?? w.Tracking);

        private void Cover(double l, double t, double r, double b) =>
            (_left, _top, _right, _bottom) = (Math.Min(_left, l), Math.Min(_top, t), Math.Max(_right, r), Math.Max(_bottom, b));

        public Sheet Text(string text, double size, double x, double y, double? tracking = null, MarkInk ink = MarkInk.Ink)
        {
            if (text.Length == 0)
                return this;
            _smallest = Math.Min(_smallest, size);
            var drawn = Outlines.Line(w.Face, text, size, x, y, tracking ?? w.Tracking);
            _pieces.Add(new MarkPiece(drawn.Path, ink));
            Cover(drawn.Left, drawn.Top, drawn.Right, drawn.Bottom);
            return this;
        }

        public Sheet Middle(string text, double size, double cx, double y, double? tracking = null, MarkInk ink = MarkInk.Ink) =>
            Text(text, size, cx - Wide(text, size, tracking) / 2, y, tracking, ink);

        /// <summary>Letters set in the middle of a box by their ink, not by their baseline.</summary>
        public Sheet Inside(string text, double size, double cx, double cy, MarkInk ink)
        {
            var at = Outlines.Line(w.Face, text, size, 0, 0, w.Tracking);
            return Text(text, size, cx - (at.Left + at.Right) / 2, cy - (at.Top + at.Bottom) / 2, w.Tracking, ink);
        }

        public Sheet Around(string text, double size, double cx, double cy, double radius, double tracking, bool below = false)
        {
            _smallest = Math.Min(_smallest, size);
            var drawn = Outlines.Around(w.Face, text, size, cx, cy, radius, tracking, below);
            _pieces.Add(new MarkPiece(drawn.Path, MarkInk.Ink));
            Cover(drawn.Left, drawn.Top, drawn.Right, drawn.Bottom);
            return this;
        }

        public Sheet Bar(double x, double y, double width, double height, MarkInk ink)
        {
            _pieces.Add(new MarkPiece($"M{Canvas.N(x)} {Canvas.N(y)}h{Canvas.N(width)}v{Canvas.N(height)}h{Canvas.N(-width)}Z", ink));
            Cover(x, y, x + width, y + height);
            return this;
        }

        /// <summary>A path of 40 by 40 units, placed and scaled.</summary>
        public Sheet Shape(string path, double x, double y, double size, MarkInk ink)
        {
            using var p = SkiaSharp.SKPath.ParseSvgPathData(path);
            var k = (float)(size / 40);
            p.Transform(new SkiaSharp.SKMatrix(k, 0, (float)x, 0, k, (float)y, 0, 0, 1));
            _pieces.Add(new MarkPiece(new PathText().Add(p).ToString(), ink, Holes: true));
            var box = p.TightBounds;
            Cover(box.Left, box.Top, box.Right, box.Bottom);
            return this;
        }

        /// <summary>The sheet cut to its ink.</summary>
        public MarkDrawing Cut(bool says = false)
        {
            double dx = -_left,
                dy = -_top;
            return new MarkDrawing(
                Math.Round(_right - _left, 1),
                Math.Round(_bottom - _top, 1),
                [.. _pieces.Select(p => p with { Path = Moved(p.Path, dx, dy) })],
                says,
                _smallest
            );
        }

        private static string Moved(string path, double dx, double dy)
        {
            using var p = SkiaSharp.SKPath.ParseSvgPathData(path);
            p.Transform(SkiaSharp.SKMatrix.CreateTranslation((float)dx, (float)dy));
            return new PathText().Add(p).ToString();
        }
    }

    /// <summary>The name in lines of about the same width, as few as keep each under a limit.</summary>
    /// <param name="most">Letters in a line, as a wish: a single long word stays whole.</param>
    internal static IReadOnlyList<string> Lines(string name, int most)
    {
        var words = name.Split(' ', StringSplitOptions.RemoveEmptyEntries);
        var count = Math.Clamp((int)Math.Ceiling(name.Length / (double)most), 1, words.Length);
        IReadOnlyList<string> best = [name];
        var least = double.MaxValue;
        void Break(int from, List<string> lines)
        {
            if (lines.Count == count - 1)
            {
                List<string> all = [.. lines, string.Join(' ', words[from..])];
                var longest = all.Max(l => l.Length);
                var uneven = longest - all.Min(l => l.Length) + 4.0 * Math.Max(0, longest - most);
                if (uneven < least)
                    (least, best) = (uneven, all);
                return;
            }
            for (var to = from + 1; to <= words.Length - (count - 1 - lines.Count); to++)
                Break(to, [.. lines, string.Join(' ', words[from..to])]);
        }
        Break(0, []);
        return best;
    }

    private static void Block(Sheet s, IReadOnlyList<string> lines, double size, double x, double y)
    {
        for (var i = 0; i < lines.Count; i++)
            s.Text(lines[i], size, x, y + i * size * .98);
    }

    private static MarkDrawing Line(MarkWords w)
    {
        var s = new Sheet(w);
        Block(s, Lines(w.Set, 24), 100, 0, 0);
        return s.Cut();
    }

    private static MarkDrawing Stack(MarkWords w)
    {
        var s = new Sheet(w);
        var lines = Lines(w.Set, Math.Max(4, (int)Math.Ceiling(w.Set.Length / 2.0)));
        if (lines.Count == 1)
        {
            // One word has nothing to break: the place stands under it, drawn out to its width.
            var wide = s.Wide(w.Set, 100);
            s.Text(w.Set, 100, 0, 0);
            Fit(s, w.Place, 30, 0, 44, wide);
            return s.Cut(says: true);
        }
        Block(s, lines, 100, 0, 0);
        return s.Cut();
    }

    /// <summary>
    /// A small line in capitals, spaced out until it is as wide as what it stands under, or smaller where it is too long.
    /// </summary>
    private static void Fit(Sheet s, string text, double size, double x, double y, double width)
    {
        var caps = text.ToUpperInvariant();
        var plain = s.Wide(caps, size, .06);
        if (plain > width)
        {
            s.Text(caps, size * width / plain, x, y, .06);
            return;
        }
        var spaces = Math.Max(1, caps.Length - 1);
        var tracking = Math.Min(.5, .06 + (width - plain) / spaces / size);
        s.Text(caps, size, x + Math.Max(0, (width - s.Wide(caps, size, tracking)) / 2), y, tracking);
    }

    private static MarkDrawing Sort(MarkWords w)
    {
        var s = new Sheet(w);
        s.Shape(w.Shape, 0, 0, 120, MarkInk.Colour).Inside(w.Initial, 74, 60, 61, MarkInk.On);
        Beside(s, w, 146);
        return s.Cut();
    }

    private static void Beside(Sheet s, MarkWords w, double x)
    {
        var lines = Lines(w.Set, 16);
        var size = lines.Count switch
        {
            1 => 72.0,
            2 => 56,
            _ => 40,
        };
        // The middle of the capitals and small letters on the middle of the shape.
        Block(s, lines, size, x, 60 + size * .34 - (lines.Count - 1) * size * .49);
    }

    private static MarkDrawing EmblemBeside(MarkWords w)
    {
        var s = new Sheet(w);
        s.Shape(w.Emblem, 0, 0, 120, MarkInk.Colour);
        Beside(s, w, 148);
        return s.Cut();
    }

    private static MarkDrawing Seal(MarkWords w)
    {
        var s = new Sheet(w);
        var lines = Lines(w.Set, 20);
        var wide = Math.Max(170, lines.Max(l => s.Wide(l, 64)));
        double cx = wide / 2,
            below = 150 + lines.Count * 64;
        s.Shape(w.Shape, cx - 50, 0, 100, MarkInk.Colour).Inside(w.Initial, 60, cx, 51, MarkInk.On);
        s.Bar(0, 118, wide, 3, MarkInk.Ink);
        for (var i = 0; i < lines.Count; i++)
            s.Middle(lines[i], 64, cx, 184 + i * 63);
        s.Bar(0, below + 4, wide, 3, MarkInk.Ink);
        Fit(s, w.Place, 26, 0, below + 44, wide);
        return s.Cut(says: true);
    }

    private static MarkDrawing Ruled(MarkWords w)
    {
        var s = new Sheet(w);
        var lines = Lines(w.Set, 22);
        var wide = Math.Max(170, lines.Max(l => s.Wide(l, 100)));
        s.Bar(0, 0, wide, 12, MarkInk.Colour);
        Block(s, lines, 100, 0, 106);
        var below = 106 + (lines.Count - 1) * 98 + 30;
        s.Bar(0, below, wide, 3, MarkInk.Ink);
        Fit(s, w.Place, 28, 0, below + 40, wide);
        return s.Cut(says: true);
    }

    private static MarkDrawing Plate(MarkWords w)
    {
        var s = new Sheet(w);
        var lines = Lines(w.Set, 18);
        double wide = lines.Max(l => s.Wide(l, 80)),
            tall = lines.Count * 79 + 62;
        s.Bar(0, 0, wide + 88, tall, MarkInk.Colour);
        for (var i = 0; i < lines.Count; i++)
            s.Middle(lines[i], 80, (wide + 88) / 2, 31 + 62 + i * 79, ink: MarkInk.On);
        return s.Cut();
    }

    private static MarkDrawing Round(MarkWords w)
    {
        var s = new Sheet(w);
        var name = w.Set.ToUpperInvariant();
        // A long name is set smaller so that it never meets the place at the foot of the ring.
        const double radius = 118,
            most = 2 * Math.PI * radius * .64;
        var size = Math.Min(44, 44 * most / Math.Max(1, s.Wide(name, 44, .08)));
        s.Around(name, size, 170, 170, radius, .08);
        var place = w.Place.ToUpperInvariant();
        var small = Math.Min(24, 24 * most * .5 / Math.Max(1, s.Wide(place, 24, .16)));
        s.Around(place, small, 170, 170, radius + small * .74, .16, below: true);
        s.Shape(w.Emblem, 170 - 52, 170 - 52, 104, MarkInk.Colour);
        return s.Cut(says: true);
    }

    private static MarkDrawing Flag(MarkWords w)
    {
        var s = new Sheet(w);
        var words = w.Set.Split(' ', 2, StringSplitOptions.RemoveEmptyEntries);
        if (
            words[0].ToLowerInvariant() is "the" or "der" or "die" or "das" or "le" or "la" or "el"
            && words.Length > 1
            && words[1].Split(' ', 2) is { Length: 2 } rest
        )
            words = [words[0] + " " + rest[0], rest[1]];
        s.Bar(0, 0, 14, 124, MarkInk.Colour);
        var wide = s.Wide(words[0], 104);
        s.Text(words[0], 104, 38, 78);
        Fit(s, words.Length > 1 ? words[1] : w.Place, 34, 38, 122, Math.Max(wide, 150));
        return s.Cut(says: words.Length == 1);
    }

    private static MarkDrawing Monogram(MarkWords w)
    {
        var s = new Sheet(w);
        var letters = w.Initials.Length > 0 ? w.Initials : w.Initial;
        var lines = Lines(w.Set, 22);
        var wide = Math.Max(170, lines.Max(l => s.Wide(l, 46)));
        s.Shape(w.Shape, wide / 2 - 75, 0, 150, MarkInk.Colour).Inside(letters, letters.Length > 1 ? 72 : 92, wide / 2, 76, MarkInk.On);
        for (var i = 0; i < lines.Count; i++)
            s.Middle(lines[i], 46, wide / 2, 200 + i * 46);
        return s.Cut();
    }
}
