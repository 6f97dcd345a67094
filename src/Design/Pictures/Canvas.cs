using System.Globalization;
using System.Text;

namespace Plurimax.Design.Pictures;

/// <summary>A sheet to draw on. Writes SVG; coordinates in units of the sheet, y downwards. The same calls give the same bytes.</summary>
public sealed class Canvas(double width, double height, string idPrefix)
{
    private readonly StringBuilder _b = new();
    private int _ids;

    public double W => width;
    public double H => height;

    public static string N(double v) => Math.Round(v, 1).ToString(CultureInfo.InvariantCulture);

    public Canvas Rect(double x, double y, double w, double h, string fill, double rx = 0, double opacity = 1)
    {
        _b.Append(
            $"<rect x=\"{N(x)}\" y=\"{N(y)}\" width=\"{N(Math.Max(0, w))}\" height=\"{N(Math.Max(0, h))}\" fill=\"{fill}\""
                + $"{(rx > 0 ? $" rx=\"{N(rx)}\"" : "")}{Op(opacity)}/>"
        );
        return this;
    }

    public Canvas Circle(double x, double y, double r, string fill, double opacity = 1)
    {
        _b.Append($"<circle cx=\"{N(x)}\" cy=\"{N(y)}\" r=\"{N(r)}\" fill=\"{fill}\"{Op(opacity)}/>");
        return this;
    }

    public Canvas Ring(double x, double y, double r, string stroke, double w)
    {
        _b.Append($"<circle cx=\"{N(x)}\" cy=\"{N(y)}\" r=\"{N(r)}\" fill=\"none\" stroke=\"{stroke}\" stroke-width=\"{N(w)}\"/>");
        return this;
    }

    public Canvas Ellipse(double x, double y, double rx, double ry, string fill, double opacity = 1)
    {
        _b.Append($"<ellipse cx=\"{N(x)}\" cy=\"{N(y)}\" rx=\"{N(rx)}\" ry=\"{N(ry)}\" fill=\"{fill}\"{Op(opacity)}/>");
        return this;
    }

    public Canvas Path(string d, string fill, double opacity = 1)
    {
        _b.Append($"<path d=\"{d}\" fill=\"{fill}\"{Op(opacity)}/>");
        return this;
    }

    public Canvas Poly(string fill, double opacity, params (double X, double Y)[] points) =>
        Path("M" + string.Join("L", points.Select(p => $"{N(p.X)} {N(p.Y)}")) + "Z", fill, opacity);

    public Canvas Stroke(string d, string stroke, double w, double opacity = 1, string dash = "")
    {
        _b.Append(
            $"<path d=\"{d}\" fill=\"none\" stroke=\"{stroke}\" stroke-width=\"{N(w)}\" stroke-linecap=\"round\" "
                + $"stroke-linejoin=\"round\"{(dash.Length > 0 ? $" stroke-dasharray=\"{dash}\"" : "")}{Op(opacity)}/>"
        );
        return this;
    }

    public Canvas Line(string stroke, double w, params (double X, double Y)[] points) =>
        Stroke("M" + string.Join("L", points.Select(p => $"{N(p.X)} {N(p.Y)}")), stroke, w);

    /// <summary>Draws inside a moved, scaled (negative x flips) and turned frame.</summary>
    public Canvas At(double x, double y, double sx, double sy, Action draw, double turn = 0)
    {
        _b.Append($"<g transform=\"translate({N(x)} {N(y)}){(turn == 0 ? "" : $" rotate({N(turn)})")} scale({S(sx)} {S(sy)})\">");
        draw();
        _b.Append("</g>");
        return this;
    }

    public Canvas At(double x, double y, double s, Action draw, double turn = 0) => At(x, y, s, s, draw, turn);

    /// <summary>What is drawn shows only inside a rectangle.</summary>
    public Canvas ClipRect(double x, double y, double w, double h, Action draw) =>
        Clip($"<rect x=\"{N(x)}\" y=\"{N(y)}\" width=\"{N(w)}\" height=\"{N(h)}\"/>", draw);

    public Canvas ClipPath(string d, Action draw) => Clip($"<path d=\"{d}\"/>", draw);

    private Canvas Clip(string shape, Action draw)
    {
        var id = Id("c");
        _b.Append($"<clipPath id=\"{id}\">{shape}</clipPath><g clip-path=\"url(#{id})\">");
        draw();
        _b.Append("</g>");
        return this;
    }

    /// <summary>True halftone: bands of one dot grid whose radius grows downwards, or upwards.</summary>
    public Canvas Halftone(
        double x,
        double y,
        double w,
        double h,
        string fill,
        double step = 13,
        double most = .4,
        bool up = false,
        int bands = 8,
        double opacity = 1
    )
    {
        if (h <= 0)
            return this;
        _b.Append(opacity < 1 ? $"<g opacity=\"{S(opacity)}\">" : "<g>");
        for (var i = 0; i < bands; i++)
        {
            var r = step * most * (i + .5) / bands;
            if (r < .25)
                continue;
            var id = Id("h");
            var j = up ? bands - 1 - i : i;
            _b.Append(
                $"<pattern id=\"{id}\" width=\"{N(step)}\" height=\"{N(step)}\" patternUnits=\"userSpaceOnUse\" "
                    + $"patternTransform=\"rotate(30)\"><circle cx=\"{N(step / 2)}\" cy=\"{N(step / 2)}\" r=\"{N(r)}\" fill=\"{fill}\"/>"
                    + $"</pattern>"
            );
            Rect(x, y + h * j / bands, w, h / bands + .4, $"url(#{id})");
        }
        _b.Append("</g>");
        return this;
    }

    public string Gradient(params (double At, string Colour)[] stops)
    {
        var id = Id("g");
        _b.Append(
            $"<linearGradient id=\"{id}\" x1=\"0\" y1=\"0\" x2=\"0\" y2=\"1\">"
                + $"{string.Concat(stops.Select(s => $"<stop offset=\"{S(s.At)}\" stop-color=\"{s.Colour}\"/>"))}</linearGradient>"
        );
        return $"url(#{id})";
    }

    public override string ToString() =>
        $"<svg xmlns=\"http://www.w3.org/2000/svg\" viewBox=\"0 0 {N(width)} {N(height)}\" width=\"{N(width)}\" height=\"{N(height)}"
        + $"\" preserveAspectRatio=\"xMidYMid slice\">{_b}</svg>\n";

    private string Id(string kind) => $"{idPrefix}{kind}{_ids++}";

    private static string Op(double o) => o < 1 ? $" opacity=\"{S(o)}\"" : "";

    private static string S(double v) => Math.Round(v, 3).ToString(CultureInfo.InvariantCulture);
}

/// <summary>Mulberry32: a small generator whose sequence depends on its seed alone.</summary>
public sealed class Dice(int seed)
{
    private uint _state = unchecked((uint)seed);

    /// <summary>0 to under 1.</summary>
    public double Next()
    {
        unchecked
        {
            _state += 0x6D2B79F5;
            var t = (_state ^ _state >> 15) * (1 | _state);
            t = (t + (t ^ t >> 7) * (61 | t)) ^ t;
            return ((t ^ t >> 14) & 0xffffffff) / 4294967296.0;
        }
    }

    public double Between(double a, double b) => a + (b - a) * Next();

    public int Below(int n) => (int)(Next() * n);
}
