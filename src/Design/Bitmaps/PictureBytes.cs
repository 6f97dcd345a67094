using Plurimax.Reading.Files;
using Plurimax.Text;
using SkiaSharp;

namespace Plurimax.Design.Bitmaps;

/// <summary>Bytes of a picture that somebody sent, decoded for looking at its pixels.</summary>
public static class PictureBytes
{
    /// <summary>Whether they are an SVG drawing, by content.</summary>
    public static bool IsDrawing(ReadOnlySpan<byte> bytes) => FileKinds.Of(bytes, "") == FileKind.Svg;

    /// <returns>All pixels, alpha not multiplied in; or what is wrong with the file. The caller disposes of it.</returns>
    public static Result<SKBitmap> Decode(byte[] bytes)
    {
        using var data = SKData.CreateCopy(bytes);
        using var codec = SKCodec.Create(data);
        if (codec is null)
            return Result<SKBitmap>.Fail("This picture cannot be read. Save it as PNG, JPEG, WebP or SVG.");
        if ((long)codec.Info.Width * codec.Info.Height > PictureHead.MostPixels)
            return Result<SKBitmap>.Fail(
                $"{codec.Info.Width:N0} by {codec.Info.Height:N0} px is too large; up to {PictureHead.MostPixels / 1_000_000} "
                    + $"megapixels can be taken."
            );
        var bitmap = new SKBitmap(new SKImageInfo(codec.Info.Width, codec.Info.Height, SKColorType.Rgba8888, SKAlphaType.Unpremul));
        if (codec.GetPixels(bitmap.Info, bitmap.GetPixels()) is SKCodecResult.Success or SKCodecResult.IncompleteInput)
            return bitmap;
        bitmap.Dispose();
        return Result<SKBitmap>.Fail("This picture is damaged. Save it again.");
    }
}
