using System.Buffers.Binary;

namespace Plurimax.Reading.Files;

/// <param name="Type">Media type, "image/jpeg".</param>
/// <param name="Width">Pixels as stored, before any orientation.</param>
public sealed record PictureSize(string Type, int Width, int Height)
{
    public long Pixels => (long)Width * Height;
}

/// <summary>Reads kind and size of a picture from its first bytes, without decoding it (PNG, JPEG, GIF, WebP).</summary>
public static class PictureHead
{
    /// <summary>Above this a picture is refused before it is decoded.</summary>
    public const long MostPixels = 60_000_000;

    public static PictureSize? Read(ReadOnlySpan<byte> b)
    {
        if (b.Length >= 24 && b.StartsWith((ReadOnlySpan<byte>)[0x89, 0x50, 0x4E, 0x47, 0x0D, 0x0A, 0x1A, 0x0A]))
            return new("image/png", BinaryPrimitives.ReadInt32BigEndian(b[16..]), BinaryPrimitives.ReadInt32BigEndian(b[20..]));
        if (b.Length >= 10 && (b.StartsWith("GIF87a"u8) || b.StartsWith("GIF89a"u8)))
            return new("image/gif", BinaryPrimitives.ReadUInt16LittleEndian(b[6..]), BinaryPrimitives.ReadUInt16LittleEndian(b[8..]));
        if (b.Length >= 30 && b.StartsWith("RIFF"u8) && b[8..12].SequenceEqual("WEBP"u8))
        {
            var kind = b[12..16];
            if (kind.SequenceEqual("VP8X"u8))
                return new("image/webp", 1 + (b[24] | b[25] << 8 | b[26] << 16), 1 + (b[27] | b[28] << 8 | b[29] << 16));
            if (kind.SequenceEqual("VP8 "u8))
                return new(
                    "image/webp",
                    BinaryPrimitives.ReadUInt16LittleEndian(b[26..]) & 0x3FFF,
                    BinaryPrimitives.ReadUInt16LittleEndian(b[28..]) & 0x3FFF
                );
            if (kind.SequenceEqual("VP8L"u8))
            {
                var bits = BinaryPrimitives.ReadUInt32LittleEndian(b[21..]);
                return new("image/webp", 1 + (int)(bits & 0x3FFF), 1 + (int)(bits >> 14 & 0x3FFF));
            }
        }
        return b.Length >= 4 && b[0] == 0xFF && b[1] == 0xD8 && b[2] == 0xFF ? Jpeg(b) : null;
    }

    private static PictureSize Jpeg(ReadOnlySpan<byte> b)
    {
        var i = 2;
        while (i + 9 < b.Length && b[i] == 0xFF)
        {
            var marker = b[i + 1];
            if (marker is >= 0xC0 and <= 0xCF and not (0xC4 or 0xC8 or 0xCC))
                return new(
                    "image/jpeg",
                    BinaryPrimitives.ReadUInt16BigEndian(b[(i + 7)..]),
                    BinaryPrimitives.ReadUInt16BigEndian(b[(i + 5)..])
                );
            if (marker is 0xFF)
            {
                i++;
                continue;
            }
            i += 2 + BinaryPrimitives.ReadUInt16BigEndian(b[(i + 2)..]);
        }
        return new("image/jpeg", 0, 0);
    }
}
