using System.Globalization;
using System.Text;
using SkiaSharp;

namespace Plurimax.Design.Wordmarks;

/// <summary>
/// Writes outlines as SVG path data: relative, to a tenth of a unit, without a separator that is not needed. Rounding does not add up.
/// </summary>
internal sealed class PathText
{
    private readonly StringBuilder _b = new();
    private long _x,
        _y;

    public PathText Add(SKPath path)
    {
        using var i = path.CreateRawIterator();
        var p = new SKPoint[4];
        long startX = 0,
            startY = 0;
        for (SKPathVerb verb; (verb = i.Next(p)) != SKPathVerb.Done; )
            switch (verb)
            {
                case SKPathVerb.Move:
                    (_x, _y) = (Tenth(p[0].X), Tenth(p[0].Y));
                    (startX, startY) = (_x, _y);
                    _b.Append('M').Append(Number(_x));
                    After(_y);
                    break;
                case SKPathVerb.Line:
                    To('l', p, 1);
                    break;
                case SKPathVerb.Quad:
                    To('q', p, 2);
                    break;
                case SKPathVerb.Conic:
                    foreach (var (c, e) in Quads(p, i.ConicWeight()))
                        To('q', [default, c, e], 2);
                    break;
                case SKPathVerb.Cubic:
                    To('c', p, 3);
                    break;
                case SKPathVerb.Close:
                    _b.Append('z');
                    (_x, _y) = (startX, startY);
                    break;
            }
        return this;
    }

    /// <summary>An arc as four parabolas: within a hundredth of its radius.</summary>
    private static IEnumerable<(SKPoint Control, SKPoint End)> Quads(SKPoint[] p, float weight)
    {
        var quads = SKPath.ConvertConicToQuads(p[0], p[1], p[2], weight, 2);
        for (var k = 0; k + 2 < quads.Length; k += 2)
            yield return (quads[k + 1], quads[k + 2]);
    }

    private void To(char verb, SKPoint[] p, int count)
    {
        _b.Append(verb);
        var (x0, y0) = (_x, _y);
        for (var k = 1; k <= count; k++)
        {
            (_x, _y) = (Tenth(p[k].X), Tenth(p[k].Y));
            if (k == 1)
                _b.Append(Number(_x - x0));
            else
                After(_x - x0);
            After(_y - y0);
        }
    }

    private void After(long tenths)
    {
        if (tenths >= 0)
            _b.Append(' ');
        _b.Append(Number(tenths));
    }

    private static long Tenth(float v) => (long)Math.Round(v * 10.0);

    private static string Number(long tenths)
    {
        if (tenths % 10 == 0)
            return (tenths / 10).ToString(CultureInfo.InvariantCulture);
        var text = Math.Abs(tenths) < 10 ? $".{Math.Abs(tenths)}" : $"{Math.Abs(tenths) / 10}.{Math.Abs(tenths) % 10}";
        return tenths < 0 ? "-" + text : text;
    }

    public override string ToString() => _b.ToString();
}
