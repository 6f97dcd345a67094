using System.Collections.Immutable;
using System.Text;
using Plurimax.Design.Pictures;

namespace Plurimax.Making.Plans.Drawing;

/// <summary>What a part of a wireframe stands for: a picture or a card, letters, an action, a hairline.</summary>
public enum WireTone
{
    Box,
    Ink,
    Action,
    Line,
}

/// <summary>A stroke or an area of a wireframe; coordinates in px from the corner of its section.</summary>
public sealed record WireShape(WireTone Tone, ImmutableArray<(double X, double Y)> Points, bool Closed);

/// <summary>The wireframe of a section, as wide as the page and as high as it is expected to stand, in px.</summary>
public sealed record Wire(double Width, double Height, ImmutableArray<WireShape> Shapes)
{
    /// <summary>SVG path data of all parts of one tone.</summary>
    /// <param name="scale">Units of the drawing to a px.</param>
    public string Path(WireTone tone, double scale)
    {
        var b = new StringBuilder();
        foreach (var shape in Shapes.Where(s => s.Tone == tone))
        {
            for (var i = 0; i < shape.Points.Length; i++)
                b.Append(i == 0 ? 'M' : 'L')
                    .Append(Canvas.N(shape.Points[i].X * scale))
                    .Append(' ')
                    .Append(Canvas.N(shape.Points[i].Y * scale));
            if (shape.Closed)
                b.Append('Z');
        }
        return b.ToString();
    }
}

/// <summary>Builds a wireframe out of the few things that pages consist of.</summary>
public sealed class WireDrawing(double width, double height)
{
    private readonly ImmutableArray<WireShape>.Builder _shapes = ImmutableArray.CreateBuilder<WireShape>();

    public double Width => width;
    public double Height => height;

    public WireDrawing Rect(WireTone tone, double x, double y, double w, double h)
    {
        // What would run over the section is cut at its edge.
        double x2 = Math.Min(x + w, width),
            y2 = Math.Min(y + h, height);
        (x, y) = (Math.Max(0, x), Math.Max(0, y));
        if (x2 > x && y2 > y)
            _shapes.Add(new WireShape(tone, [(x, y), (x2, y), (x2, y2), (x, y2)], true));
        return this;
    }

    public WireDrawing Stroke(params (double X, double Y)[] points)
    {
        if (points.Any(p => p.Y <= height))
            _shapes.Add(
                new WireShape(WireTone.Line, [.. points.Select(p => (Math.Clamp(p.X, 0, width), Math.Clamp(p.Y, 0, height)))], false)
            );
        return this;
    }

    /// <summary>A picture: its area with hills in it.</summary>
    public WireDrawing Picture(double x, double y, double w, double h)
    {
        Rect(WireTone.Box, x, y, w, h);
        return w < 40 || h < 30
            ? this
            : Stroke(
                (x, y + h * .8),
                (x + w * .3, y + h * .45),
                (x + w * .48, y + h * .66),
                (x + w * .7, y + h * .34),
                (x + w, y + h * .72)
            );
    }

    /// <summary>A heading of one or two bars.</summary>
    public WireDrawing Heading(double x, double y, double w, double size)
    {
        Rect(WireTone.Ink, x, y, w, size);
        return this;
    }

    /// <summary>Lines of text that fill a box; the last one is shorter.</summary>
    public WireDrawing Lines(double x, double y, double w, double h, double leading = 30)
    {
        var count = Math.Max(1, (int)(h / leading));
        for (var i = 0; i < count; i++)
        {
            var wide = i == count - 1 && count > 1 ? w * .62 : w;
            Stroke((x, y + 8 + i * leading), (x + wide, y + 8 + i * leading));
        }
        return this;
    }

    public WireDrawing Button(double x, double y, double w = 180, double h = 48) => Rect(WireTone.Action, x, y, w, h);

    public WireDrawing Frame(double x, double y, double w, double h) => Stroke((x, y), (x + w, y), (x + w, y + h), (x, y + h), (x, y));

    public Wire Done() => new(width, height, _shapes.ToImmutable());
}
