using System.Collections.Concurrent;
using Plurimax.Design.Pictures;
using Plurimax.Design.Styling;
using Plurimax.Text;
using Plurimax.Trades;
using SkiaSharp;

namespace Plurimax.Design.Wordmarks;

/// <summary>
/// Marks as files: a drawing that stands alone, the small picture of a browser tab, the card that is shown where a link is shared.
/// </summary>
public static class MarkFiles
{
    private static string N(double v) => Canvas.N(v);

    public const int CardWidth = 1200,
        CardHeight = 630;

    private static readonly ConcurrentDictionary<(string, MarkWords), MarkDrawing> Drawn = new();

    /// <summary>A composition is drawn once for the same words.</summary>
    public static MarkDrawing Draw(Composition composition, MarkWords words)
    {
        if (Drawn.Count > 4000)
            Drawn.Clear();
        return Drawn.GetOrAdd((composition.Id, words), _ => composition.Draw(words));
    }

    public static MarkWords Words(string name, TradeTemplate trade, string town, DressedLook look)
    {
        var type = look.Look.Type;
        var face = type.Pairing.Faces[0].File;
        return new MarkWords(
            name,
            town.Length > 0 ? $"{trade.Names.Title}, {town}" : trade.Names.Title,
            face,
            MarkShapes.Of(look.Look),
            Emblems.Of(trade),
            type.Pairing.Tracking,
            type.Case == "uppercase"
        );
    }

    /// <summary>The colours of a mark on the page, on the dark ground, or in one ink for a stamp or a van.</summary>
    public static (string Ink, string Colour, string On) Colours(DressedLook look, bool dark = false, bool one = false)
    {
        var r = look.Roles;
        if (one)
            return dark ? ("#ffffff", "#ffffff", "#000000") : ("#000000", "#000000", "#ffffff");
        // The colour of a mark is a shape, which needs 3:1 to be seen (WCAG 2.2, 1.4.11).
        string ground = dark ? r["inv"] : r["bg"],
            ink = dark ? r["fginv"] : r["fg"];
        var colour = new[] { "brand", "accent", "link" }.Select(role => r[role]).FirstOrDefault(c => Contrast.Ratio(c, ground) >= 3) ?? ink;
        return (ink, colour, Contrast.Ratio(colour, "#ffffff") >= Contrast.Ratio(colour, "#14110d") ? "#ffffff" : "#14110d");
    }

    /// <param name="space">Clear space around it, in parts of its height.</param>
    public static string Svg(MarkDrawing m, (string Ink, string Colour, string On) c, string title, double space = .25)
    {
        var pad = Math.Round(Math.Min(m.Width, m.Height) * space, 1);
        var view = $"{N(-pad)} {N(-pad)} {N(m.Width + 2 * pad)} {N(m.Height + 2 * pad)}";
        return Html.Of(
            $"<svg xmlns=\"http://www.w3.org/2000/svg\" viewBox=\"{view}\" role=\"img\"><title>{title}</title>{Pieces(m, c)}</svg>"
        ).Value;
    }

    /// <summary>A mark twice, on the page and on the dark ground, each in its half of a sheet of 240 by 104 units.</summary>
    public static string Pair(MarkDrawing m, DressedLook look)
    {
        double scale = Math.Min(96 / m.Width, 64 / m.Height),
            y = (104 - m.Height * scale) / 2;
        Html Half(double x, bool dark)
        {
            var c = Colours(look, dark);
            return Html.Of(
                $"<path fill=\"{look.Roles[dark ? "inv" : "bg"]}\" d=\"M{N(x)} 0h120v104h-120Z\"/><g transform=\"translate("
                    + $"{N(x + (120 - m.Width * scale) / 2)} {N(y)}) scale("
                    + $"{scale.ToString("0.####", System.Globalization.CultureInfo.InvariantCulture)})\">{Pieces(m, c)}</g>"
            );
        }
        return Html.Of($"<svg xmlns=\"http://www.w3.org/2000/svg\" viewBox=\"0 0 240 104\">{Half(0, false)}{Half(120, true)}</svg>").Value;
    }

    private static IEnumerable<Html> Pieces(MarkDrawing m, (string Ink, string Colour, string On) c) =>
        m.Pieces.Select(p =>
            Html.Of(
                $"<path fill=\"{(p.Ink switch { MarkInk.Ink => c.Ink, MarkInk.Colour => c.Colour, _ => c.On })}\""
                    + $"{(p.Holes ? new Html(" fill-rule=\"evenodd\"") : Html.Empty)} d=\"{p.Path}\"/>"
            )
        );

    /// <summary>The tab's picture: the look's shape with the first letter in it.</summary>
    public static string Favicon(MarkWords w, DressedLook look)
    {
        var letter = Outlines.Line(w.Face, w.Initial, 24, 0, 0);
        var path = Outlines
            .Line(w.Face, w.Initial, 24, 20 - (letter.Left + letter.Right) / 2, 20.4 - (letter.Top + letter.Bottom) / 2)
            .Path;
        return Html.Of(
            $"<svg xmlns=\"http://www.w3.org/2000/svg\" viewBox=\"0 0 40 40\"><path fill=\"{look.Roles["brand"]}\" d=\"{w.Shape}"
                + $"\"/><path fill=\"{look.Roles["onbrand"]}\" d=\"{path}\"/></svg>"
        ).Value;
    }

    /// <summary>
    /// Where the card of a site stands in its files. The name changes with what is drawn on it and with nothing else, so that a card that
    /// was made once is taken again.
    /// </summary>
    public static string CardPath(MarkWords w, DressedLook look) =>
        $"card-{Chance.Hash($"1|{w}|{string.Join(',', CardInks.Select(r => look.Roles[r]))}"):x8}.png";

    private static readonly string[] CardInks = ["bg", "fg", "fg2", "brand", "onbrand", "deco"];

    /// <summary>
    /// The card shown where somebody shares a link: 1200 by 630 px PNG. Name and place on the look's ground, its shape with the trade's
    /// emblem at the side.
    /// </summary>
    public static byte[] Card(MarkWords w, DressedLook look)
    {
        using var surface = SKSurface.Create(new SKImageInfo(CardWidth, CardHeight, SKColorType.Rgba8888, SKAlphaType.Opaque));
        var canvas = surface.Canvas;
        var r = look.Roles;
        canvas.Clear(SKColor.Parse(r["bg"]));
        void Fill(string path, string colour, float x = 0, float y = 0, float scale = 1)
        {
            using var p = SKPath.ParseSvgPathData(path);
            p.FillType = SKPathFillType.EvenOdd;
            using var paint = new SKPaint { Color = SKColor.Parse(colour), IsAntialias = true };
            canvas.Save();
            canvas.Translate(x, y);
            canvas.Scale(scale);
            canvas.DrawPath(p, paint);
            canvas.Restore();
        }
        Fill(w.Shape, r["brand"], 740, 75, 15);
        Fill(w.Emblem, r["onbrand"], 740 + 165, 75 + 165, 6.75f);
        Fill("M0 0H1200V14H0Z", r["deco"]);
        // The largest size at which the name keeps clear of the shape: in up to three lines of at most 640 px.
        IReadOnlyList<string> lines = [w.Set];
        var size = 40.0;
        for (var most = 30; most >= 6; most--)
        {
            var broken = Wordmark.Lines(w.Set, most);
            var fit = Math.Min(132, 640 / broken.Max(l => Outlines.Measure(w.Face, l, 1, w.Tracking)));
            if (broken.Count <= 3 && fit > size)
                (lines, size) = (broken, fit);
        }
        var top = 315 - (lines.Count - 1) * size * .52 + size * .1;
        for (var i = 0; i < lines.Count; i++)
            Fill(Outlines.Line(w.Face, lines[i], size, 72, top + i * size * 1.04, w.Tracking).Path, r["fg"]);
        var small = Math.Min(38, 38 * 640 / Math.Max(1, Outlines.Measure(w.Face, w.Place, 38)));
        Fill("M0 0H96V6H0Z", r["deco"], 76, (float)(top + (lines.Count - 1) * size * 1.04 + 44));
        Fill(Outlines.Line(w.Face, w.Place, small, 74, top + (lines.Count - 1) * size * 1.04 + 108).Path, r["fg2"]);
        // Flat areas need no filter, and the third level of compression is a sixth of the time of the usual one at the same size.
        using var pixels = surface.PeekPixels();
        using var png = pixels.Encode(new SKPngEncoderOptions(SKPngEncoderFilterFlags.None, 3));
        return png!.ToArray();
    }
}
