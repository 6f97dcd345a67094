using System.Collections.Immutable;
using System.Globalization;
using System.Text;
using Plurimax.Design.Pictures;
using Plurimax.Text;
using SkiaSharp;

namespace Plurimax.Making.Plans.Drawing;

/// <summary>One mark of a drawing that goes out as a file. Coordinates in units of the sheet, y downwards; colours "#rrggbb".</summary>
public abstract record PlanMark;

/// <param name="Fill">Null leaves it open; <paramref name="Stroke"/> null draws no edge.</param>
public sealed record AreaMark(
    ImmutableArray<(double X, double Y)> Points,
    string? Fill,
    string? Stroke = null,
    double Width = 1,
    bool Closed = true,
    bool Dashed = false
) : PlanMark;

/// <param name="Y">Of the baseline.</param>
/// <param name="Right">It ends at X instead of beginning there.</param>
public sealed record TextMark(
    double X,
    double Y,
    double Size,
    string Text,
    string Colour = "#12211e",
    bool Bold = false,
    bool Right = false
) : PlanMark;

public sealed record PlanDrawingPage(string Title, double Width, double Height, ImmutableArray<PlanMark> Marks);

/// <summary>Writes drawings of a plan as SVG, as PNG, and as PDF with one sheet a page. All from the same marks.</summary>
public static class PlanFiles
{
    private static readonly Lazy<SKTypeface> Face = new(() =>
        SKTypeface.FromData(SKData.CreateCopy(Content.Bytes("looks/marks/plan.ttf")!))
    );

    private static string N(double v) => Canvas.N(v);

    public static string Svg(PlanDrawingPage sheet)
    {
        var b = new StringBuilder();
        b.Append(
            CultureInfo.InvariantCulture,
            $"<svg xmlns=\"http://www.w3.org/2000/svg\" viewBox=\"0 0 {N(sheet.Width)} {N(sheet.Height)}\" width=\"{N(sheet.Width)}"
                + $"\" height=\"{N(sheet.Height)}\" font-family=\"Instrument Sans,Arial,sans-serif\"><title>{Escaped(sheet.Title)}"
                + $"</title><rect width=\"100%\" height=\"100%\" fill=\"#ffffff\"/>"
        );
        foreach (var mark in sheet.Marks)
            switch (mark)
            {
                case AreaMark a:
                    b.Append("<path d=\"M")
                        .Append(string.Join('L', a.Points.Select(p => $"{N(p.X)} {N(p.Y)}")))
                        .Append(a.Closed ? "Z\"" : "\"")
                        .Append($" fill=\"{(a.Closed ? a.Fill ?? "none" : "none")}\"");
                    if (a.Stroke is { } stroke)
                        b.Append($" stroke=\"{stroke}\" stroke-width=\"{N(a.Width)}\"{(a.Dashed ? " stroke-dasharray=\"4 3\"" : "")}");
                    b.Append("/>");
                    break;
                case TextMark t:
                    b.Append(
                        $"<text x=\"{N(t.X)}\" y=\"{N(t.Y)}\" font-size=\"{N(t.Size)}\" fill=\"{t.Colour}\""
                            + $"{(t.Bold ? " font-weight=\"700\"" : "")}{(t.Right ? " text-anchor=\"end\"" : "")}>{Escaped(t.Text)}</text>"
                    );
                    break;
            }
        return b.Append("</svg>\n").ToString();
    }

    private static string Escaped(string text) =>
        text.Replace("&", "&amp;", StringComparison.Ordinal)
            .Replace("<", "&lt;", StringComparison.Ordinal)
            .Replace(">", "&gt;", StringComparison.Ordinal)
            .Replace("\"", "&quot;", StringComparison.Ordinal);

    /// <param name="most">Px of the longer side; drawn at twice its units where that fits.</param>
    public static byte[] Png(PlanDrawingPage sheet, int most = 6000)
    {
        var scale = (float)Math.Min(2, most / Math.Max(sheet.Width, sheet.Height));
        using var surface = SKSurface.Create(
            new SKImageInfo(
                Math.Max(1, (int)Math.Ceiling(sheet.Width * scale)),
                Math.Max(1, (int)Math.Ceiling(sheet.Height * scale)),
                SKColorType.Rgba8888,
                SKAlphaType.Opaque
            )
        );
        var canvas = surface.Canvas;
        canvas.Clear(SKColors.White);
        canvas.Scale(scale);
        foreach (var mark in sheet.Marks)
            switch (mark)
            {
                case AreaMark a:
                    using (
                        var path = SKPath.ParseSvgPathData(
                            "M" + string.Join('L', a.Points.Select(p => $"{N(p.X)} {N(p.Y)}")) + (a.Closed ? "Z" : "")
                        )
                    )
                    {
                        if (a is { Closed: true, Fill: { } fill })
                        {
                            using var paint = new SKPaint { Color = SKColor.Parse(fill), IsAntialias = true };
                            canvas.DrawPath(path, paint);
                        }
                        if (a.Stroke is { } stroke)
                        {
                            using var dash = a.Dashed ? SKPathEffect.CreateDash([4, 3], 0) : null;
                            using var paint = new SKPaint
                            {
                                Color = SKColor.Parse(stroke),
                                IsAntialias = true,
                                IsStroke = true,
                                StrokeWidth = (float)a.Width,
                                PathEffect = dash,
                            };
                            canvas.DrawPath(path, paint);
                        }
                    }
                    break;
                case TextMark t:
                    using (
                        var font = new SKFont(Face.Value, (float)t.Size)
                        {
                            Subpixel = true,
                            Embolden = t.Bold,
                            Edging = SKFontEdging.Antialias,
                        }
                    )
                    using (var paint = new SKPaint { Color = SKColor.Parse(t.Colour), IsAntialias = true })
                        canvas.DrawText(t.Text, (float)t.X, (float)t.Y, t.Right ? SKTextAlign.Right : SKTextAlign.Left, font, paint);
                    break;
            }
        using var image = surface.Snapshot();
        using var png = image.Encode(SKEncodedImageFormat.Png, 100);
        return png.ToArray();
    }

    /// <summary>Vectors and real text, each sheet scaled onto an A4 page: upright or on its side, whichever it fits better.</summary>
    public static byte[] Pdf(IReadOnlyList<PlanDrawingPage> sheets, string title)
    {
        var pages = sheets
            .Select(sheet =>
            {
                var (w, h) = sheet.Width > sheet.Height ? (842.0, 595.0) : (595.0, 842.0);
                double k = Math.Min((w - 56) / sheet.Width, (h - 56) / sheet.Height),
                    left = (w - sheet.Width * k) / 2,
                    top = h - 28;
                var b = new StringBuilder();
                string X(double x) => Number(left + x * k);
                string Y(double y) => Number(top - y * k);
                foreach (var mark in sheet.Marks)
                    switch (mark)
                    {
                        case AreaMark a:
                            if (a.Closed && a.Fill is { } fill)
                                b.Append(Colour(fill)).Append(" rg ");
                            if (a.Stroke is { } stroke)
                                b.Append(Colour(stroke))
                                    .Append(" RG ")
                                    .Append(Number(a.Width * k))
                                    .Append(a.Dashed ? $" w [{Number(4 * k)} {Number(3 * k)}] 0 d " : " w [] 0 d ");
                            for (var i = 0; i < a.Points.Length; i++)
                                b.Append(X(a.Points[i].X)).Append(' ').Append(Y(a.Points[i].Y)).Append(i == 0 ? " m " : " l ");
                            b.Append(
                                    (a.Closed, a.Fill is not null, a.Stroke is not null) switch
                                    {
                                        (true, true, true) => "b",
                                        (true, true, false) => "h f",
                                        (true, false, true) => "s",
                                        (false, _, true) => "S",
                                        _ => "n",
                                    }
                                )
                                .Append('\n');
                            break;
                        case TextMark t:
                            var wide = t.Right ? PdfText.Width(t.Text, t.Bold, t.Size * k) : 0;
                            b.Append(Colour(t.Colour))
                                .Append(" rg ")
                                .Append(PdfText.At(t.Text, t.Bold, t.Size * k, left + t.X * k - wide, top - t.Y * k));
                            break;
                    }
                return new PdfPage(w, h, b.ToString());
            })
            .ToList();
        return PdfText.File(pages, title);
    }

    private static string Number(double v) => Math.Round(v, 2).ToString(CultureInfo.InvariantCulture);

    private static string Colour(string hex)
    {
        var n = int.Parse(hex.AsSpan(1), NumberStyles.AllowHexSpecifier, CultureInfo.InvariantCulture);
        return $"{Number((n >> 16 & 255) / 255.0)} {Number((n >> 8 & 255) / 255.0)} {Number((n & 255) / 255.0)}";
    }
}
