using System.Collections.Immutable;
using System.Globalization;
using System.Xml.Linq;
using Plurimax.Design.Bitmaps;
using Plurimax.Design.Styling;
using Plurimax.Reading.Files;
using Plurimax.Text;
using SkiaSharp;

namespace Plurimax.Design.Wordmarks;

/// <param name="Bytes">As it goes on the site: a drawing as it came, anything else cut to its ink, as WebP.</param>
/// <param name="Extension">"svg" or "webp".</param>
/// <param name="OnLight">Part of its ink that stands out 3:1 from the light ground, 0 to 1; <paramref name="OnDark"/> from the dark
/// one.</param>
/// <param name="Remarks">What to know or to ask the client for.</param>
public sealed record CheckedLogo(
    byte[] Bytes,
    string Extension,
    int Width,
    int Height,
    double OnLight,
    double OnDark,
    ImmutableArray<string> Remarks
)
{
    /// <summary>Less than this of a logo to be seen, and it stands on a plate.</summary>
    public const double Enough = .6;
}

/// <summary>
/// Makes a client's logo fit for a site: cut to its ink, so that clear space is ours to give; looked at on light and on dark ground; its
/// size told.
/// </summary>
public static class LogoFile
{
    private const int Longest = 720,
        LeastWide = 240,
        LeastHigh = 80;

    /// <param name="light">Ground of the page, "#rrggbb"; <paramref name="dark"/>: the dark ground.</param>
    public static Result<CheckedLogo> Check(byte[] bytes, string light, string dark) =>
        PictureBytes.IsDrawing(bytes) ? Drawing(bytes, light, dark) : Picture(bytes, light, dark);

    private static Result<CheckedLogo> Drawing(byte[] bytes, string light, string dark)
    {
        if (DrawingFile.Problem(bytes) is { } problem)
            return Result<CheckedLogo>.Fail($"This logo is not taken: {problem}");
        var root = XDocument.Load(new MemoryStream(bytes, false)).Root!;
        if (root.Name.LocalName != "svg")
            return Result<CheckedLogo>.Fail("This is no SVG drawing.");
        double? Length(string name) =>
            root.Attribute(name)?.Value is { } v
            && double.TryParse(v.Replace("px", "", StringComparison.Ordinal), NumberStyles.Float, CultureInfo.InvariantCulture, out var n)
            && n > 0
                ? n
                : null;
        var view = root.Attribute("viewBox")
            ?.Value.Split([' ', ','], StringSplitOptions.RemoveEmptyEntries)
            .Select(v => double.TryParse(v, NumberStyles.Float, CultureInfo.InvariantCulture, out var n) ? n : 0)
            .ToArray();
        var (w, h) =
            view is { Length: 4 } && view[2] > 0 && view[3] > 0 ? (view[2], view[3]) : (Length("width") ?? 0, Length("height") ?? 0);
        if (w <= 0 || h <= 0)
            return Result<CheckedLogo>.Fail("This drawing does not say how large it is. Export it with a viewBox.");
        var found = PictureColours.Of(bytes, 8);
        // Black is what a drawing is filled with where it names no colour.
        var colours = found.Ok ? found.Value : [new FoundColour("#000000", 1)];
        double Seen(string ground) => colours.Where(c => Contrast.Ratio(c.Hex, ground) >= 3).Sum(c => c.Share) / colours.Sum(c => c.Share);
        var remarks = new List<string>();
        if (root.Descendants().Any(e => e.Name.LocalName == "text"))
            remarks.Add("It holds text that needs the designer's font. Ask for the letters turned to outlines.");
        var scale = Longest / Math.Max(w, h);
        return Judge(bytes, "svg", (int)Math.Ceiling(w * scale), (int)Math.Ceiling(h * scale), Seen(light), Seen(dark), remarks);
    }

    private static Result<CheckedLogo> Picture(byte[] bytes, string light, string dark)
    {
        var read = PictureBytes.Decode(bytes);
        if (!read.Ok)
            return Result<CheckedLogo>.Fail(read.Problem!);
        using var full = read.Value!;
        var corners = new[]
        {
            full.GetPixel(0, 0),
            full.GetPixel(full.Width - 1, 0),
            full.GetPixel(0, full.Height - 1),
            full.GetPixel(full.Width - 1, full.Height - 1),
        };
        var boxed = corners.All(c => c.Alpha > 250 && Near(c, corners[0]));
        bool Ink(SKColor c) => c.Alpha > 24 && !(boxed && Near(c, corners[0]));
        int left = full.Width,
            top = full.Height,
            right = -1,
            bottom = -1;
        double ink = 0,
            onLight = 0,
            onDark = 0;
        var pixels = full.Pixels;
        var seen = new Dictionary<uint, (bool Light, bool Dark)>();
        for (var i = 0; i < pixels.Length; i++)
        {
            var c = pixels[i];
            if (!Ink(c))
                continue;
            var (x, y) = (i % full.Width, i / full.Width);
            (left, top, right, bottom) = (Math.Min(left, x), Math.Min(top, y), Math.Max(right, x), Math.Max(bottom, y));
            if (c.Alpha < 128)
                continue;
            var key = (uint)c & 0xfcfcfcu;
            if (!seen.TryGetValue(key, out var s))
                seen[key] = s = (Contrast.Ratio($"#{key:x6}", light) >= 3, Contrast.Ratio($"#{key:x6}", dark) >= 3);
            ink++;
            if (s.Light)
                onLight++;
            if (s.Dark)
                onDark++;
        }
        if (right < left || ink == 0)
            return Result<CheckedLogo>.Fail("There is nothing on this picture but its ground.");
        var remarks = new List<string>();
        int w = right - left + 1,
            h = bottom - top + 1;
        if (w < LeastWide && h < LeastHigh * 2 || h < LeastHigh && w < LeastWide * 2)
            remarks.Add($"Only {w} by {h} px of ink: it will look soft on sharp screens. Ask for an SVG, or {LeastWide * 2} px wide.");
        if (boxed)
            remarks.Add(
                Near(corners[0], SKColors.White)
                    ? "It stands on a white box: that shows on a tinted or dark ground. Ask for it without a ground."
                    : "It stands on a box of colour. Ask for it without a ground if that is not meant."
            );
        // In a box of its own it can be seen anywhere, box and all.
        using var cut = new SKBitmap();
        full.ExtractSubset(cut, new SKRectI(left, top, right + 1, bottom + 1));
        var k = Math.Min(1, Longest / (double)Math.Max(w, h));
        using var sized = cut.Resize(
            new SKImageInfo(Math.Max(1, (int)(w * k)), Math.Max(1, (int)(h * k)), SKColorType.Rgba8888, SKAlphaType.Unpremul),
            new SKSamplingOptions(SKCubicResampler.Mitchell)
        );
        using var image = SKImage.FromBitmap(sized);
        using var webp = image.Encode(SKEncodedImageFormat.Webp, 92);
        return Judge(webp.ToArray(), "webp", sized.Width, sized.Height, boxed ? 1 : onLight / ink, boxed ? 1 : onDark / ink, remarks);
    }

    private static CheckedLogo Judge(byte[] bytes, string extension, int w, int h, double onLight, double onDark, List<string> remarks)
    {
        if (onLight < CheckedLogo.Enough)
            remarks.Add($"Only {onLight * 100:0} % of it can be seen on the page; it stands on a plate there. Ask for a dark version.");
        if (onDark < CheckedLogo.Enough)
            remarks.Add($"Only {onDark * 100:0} % of it can be seen on dark ground; it stands on a plate there. Ask for a light version.");
        if (w / (double)h is > 9 or < .4)
            remarks.Add("It is very long; at the height of a header it becomes small. A stacked version fits better.");
        return new CheckedLogo(bytes, extension, w, h, onLight, onDark, [.. remarks]);
    }

    private static bool Near(SKColor a, SKColor b) =>
        Math.Abs(a.Red - b.Red) + Math.Abs(a.Green - b.Green) + Math.Abs(a.Blue - b.Blue) < 24 && a.Alpha > 250;
}
