using System.Collections.Immutable;
using Plurimax.Reading.Files;
using Plurimax.Sites;
using Plurimax.Text;
using SkiaSharp;

namespace Plurimax.Design.Pictures;

/// <param name="WebP">Bytes of the picture (WebP), upright, without any metadata.</param>
/// <param name="Width">In px.</param>
/// <param name="Small">The original has too few px to look sharp across a page.</param>
/// <param name="Smaller">The same for smaller screens, narrowest first.</param>
public sealed record MadePhoto(byte[] WebP, int Width, int Height, bool Small, ImmutableArray<(byte[] WebP, int Width)> Smaller);

/// <summary>
/// Makes a photo fit to be published: turned upright by its EXIF orientation, at most 1,600 px wide or high, and nothing of where it was
/// taken left in it.
/// </summary>
public static class PhotoMaker
{
    public const int LongestSide = 1600;

    /// <summary>Below this many px on the longer side a photo is soft on a wide screen.</summary>
    public const int LeastSide = 900;

    /// <summary>
    /// Widths in px in which a photo is also kept, where it is clearly wider: a phone, and a phone with a sharp screen or a tablet.
    /// </summary>
    public static readonly ImmutableArray<int> Widths = [480, 960];
    private const int Quality = 80;

    /// <returns>The photo, or what is wrong with the file.</returns>
    /// <param name="focus">What stays in view where it is drawn nearer; null takes all of it.</param>
    public static Result<MadePhoto> Make(byte[] bytes, PhotoFocus? focus = null)
    {
        var nearer = focus?.Nearer ?? 1;
        using var data = SKData.CreateCopy(bytes);
        using var codec = SKCodec.Create(data);
        if (codec is null)
            return Result<MadePhoto>.Fail("This picture cannot be read. Save it as JPEG, PNG or WebP and send it again.");
        var info = codec.Info;
        if ((long)info.Width * info.Height > PictureHead.MostPixels)
            return Result<MadePhoto>.Fail($"{info.Width:N0} by {info.Height:N0} px is too large; up to 60 megapixels can be taken.");
        // A JPEG can be decoded at a fraction of its size, which saves most of the memory.
        var scale = Math.Min(1f, (float)(LongestSide * nearer) / Math.Max(info.Width, info.Height));
        var near = codec.GetScaledDimensions(Math.Min(1f, scale * 1.5f));
        using var decoded = new SKBitmap(new SKImageInfo(near.Width, near.Height, SKColorType.Rgba8888, SKAlphaType.Premul));
        if (codec.GetPixels(decoded.Info, decoded.GetPixels()) is not (SKCodecResult.Success or SKCodecResult.IncompleteInput))
            return Result<MadePhoto>.Fail("This picture is damaged. Save it again and send it once more.");
        using var whole = Upright(decoded, codec.EncodedOrigin);
        using var upright = nearer > 1 ? Cropped(whole, focus!) : whole.Copy();
        var fit = Math.Min(1f, LongestSide / (float)Math.Max(upright.Width, upright.Height));
        var (w, h) = (Math.Max(1, (int)Math.Round(upright.Width * fit)), Math.Max(1, (int)Math.Round(upright.Height * fit)));
        using var sized = upright.Resize(new SKImageInfo(w, h), new SKSamplingOptions(SKCubicResampler.Mitchell));
        var smaller = Widths
            .Where(s => s <= w * .8)
            .Select(s => (WebP(sized, s, Math.Max(1, (int)Math.Round(h * s / (double)w))), s))
            .ToImmutableArray();
        return new MadePhoto(WebP(sized, w, h), w, h, Math.Max(info.Width, info.Height) < LeastSide, smaller);
    }

    /// <summary>
    /// A small picture to choose by, WebP, upright, its longer side at most so many px. A JPEG is decoded at a fraction of its size.
    /// </summary>
    /// <returns>Null where the file cannot be read.</returns>
    public static byte[]? Small(byte[] bytes, int side = 360)
    {
        using var data = SKData.CreateCopy(bytes);
        using var codec = SKCodec.Create(data);
        if (codec is null || (long)codec.Info.Width * codec.Info.Height > PictureHead.MostPixels)
            return null;
        var near = codec.GetScaledDimensions(Math.Min(1f, side / (float)Math.Max(codec.Info.Width, codec.Info.Height)));
        using var decoded = new SKBitmap(new SKImageInfo(near.Width, near.Height, SKColorType.Rgba8888, SKAlphaType.Premul));
        if (codec.GetPixels(decoded.Info, decoded.GetPixels()) is not (SKCodecResult.Success or SKCodecResult.IncompleteInput))
            return null;
        using var upright = Upright(decoded, codec.EncodedOrigin);
        var fit = Math.Min(1f, side / (float)Math.Max(upright.Width, upright.Height));
        return WebP(upright, Math.Max(1, (int)(upright.Width * fit)), Math.Max(1, (int)(upright.Height * fit)));
    }

    /// <summary>The part around the focus, as large as the zoom leaves it, moved so far as to lie within the photo.</summary>
    private static SKBitmap Cropped(SKBitmap source, PhotoFocus focus)
    {
        int w = Math.Max(1, (int)Math.Round(source.Width / focus.Nearer)),
            h = Math.Max(1, (int)Math.Round(source.Height / focus.Nearer));
        int x = Math.Clamp(source.Width * focus.X / 100 - w / 2, 0, source.Width - w),
            y = Math.Clamp(source.Height * focus.Y / 100 - h / 2, 0, source.Height - h);
        var part = new SKBitmap(new SKImageInfo(w, h, source.ColorType, source.AlphaType));
        using var canvas = new SKCanvas(part);
        canvas.DrawBitmap(source, new SKRect(x, y, x + w, y + h), new SKRect(0, 0, w, h), new SKSamplingOptions(SKFilterMode.Nearest));
        return part;
    }

    private static byte[] WebP(SKBitmap bitmap, int w, int h)
    {
        using var sized =
            bitmap.Width == w && bitmap.Height == h
                ? bitmap.Copy()
                : bitmap.Resize(new SKImageInfo(w, h), new SKSamplingOptions(SKFilterMode.Linear, SKMipmapMode.Linear));
        using var image = SKImage.FromBitmap(sized);
        using var webp = image.Encode(SKEncodedImageFormat.Webp, Quality);
        return webp.ToArray();
    }

    /// <summary>Turned and mirrored as the EXIF orientation (1 to 8) says.</summary>
    private static SKBitmap Upright(SKBitmap source, SKEncodedOrigin origin)
    {
        if (origin is SKEncodedOrigin.TopLeft or SKEncodedOrigin.Default)
            return source.Copy();
        var turned =
            origin is SKEncodedOrigin.LeftTop or SKEncodedOrigin.RightTop or SKEncodedOrigin.RightBottom or SKEncodedOrigin.LeftBottom;
        var (w, h) = turned ? (source.Height, source.Width) : (source.Width, source.Height);
        var result = new SKBitmap(new SKImageInfo(w, h, source.ColorType, source.AlphaType));
        using var canvas = new SKCanvas(result);
        // Row by row the matrix that carries a stored pixel to where it belongs (TIFF 6.0, tag 274).
        canvas.SetMatrix(
            origin switch
            {
                SKEncodedOrigin.TopRight => new SKMatrix(-1, 0, w, 0, 1, 0, 0, 0, 1),
                SKEncodedOrigin.BottomRight => new SKMatrix(-1, 0, w, 0, -1, h, 0, 0, 1),
                SKEncodedOrigin.BottomLeft => new SKMatrix(1, 0, 0, 0, -1, h, 0, 0, 1),
                SKEncodedOrigin.LeftTop => new SKMatrix(0, 1, 0, 1, 0, 0, 0, 0, 1),
                SKEncodedOrigin.RightTop => new SKMatrix(0, -1, w, 1, 0, 0, 0, 0, 1),
                SKEncodedOrigin.RightBottom => new SKMatrix(0, -1, w, -1, 0, h, 0, 0, 1),
                _ => new SKMatrix(0, 1, 0, -1, 0, h, 0, 0, 1),
            }
        );
        canvas.DrawBitmap(source, 0, 0, new SKSamplingOptions(SKFilterMode.Nearest));
        return result;
    }
}
