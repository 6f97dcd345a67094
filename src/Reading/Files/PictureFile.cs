using Plurimax.Text;

namespace Plurimax.Reading.Files;

/// <summary>Pictures and drawings, checked by their bytes and never decoded here.</summary>
public static class PictureFile
{
    /// <param name="kind">Picture or Svg.</param>
    /// <returns>The picture, or why it is not taken.</returns>
    public static Result<InPicture> Read(string name, byte[] bytes, FileKind kind)
    {
        if (kind == FileKind.Svg)
            return DrawingFile.Problem(bytes) is { } fault
                ? Result<InPicture>.Fail(fault)
                : new InPicture(name, new PictureSize("image/svg+xml", 0, 0), bytes);
        var size = PictureHead.Read(bytes)!;
        if (size.Width == 0)
            return Result<InPicture>.Fail("is a damaged picture: its size cannot be read.");
        return size.Pixels > PictureHead.MostPixels
            ? Result<InPicture>.Fail(
                $"{size.Width:N0} × {size.Height:N0} pixels; up to {PictureHead.MostPixels / 1_000_000} megapixels are taken. Make "
                    + $"it smaller, 4,000 pixels across are plenty."
            )
            : new InPicture(name, size, bytes);
    }
}
