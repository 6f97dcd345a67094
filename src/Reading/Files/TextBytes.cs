using System.Text;

namespace Plurimax.Reading.Files;

/// <summary>Bytes to text: UTF-8 with or without mark, UTF-16 with or without mark, else Windows-1252.</summary>
public static class TextBytes
{
    private static readonly Encoding Strict = new UTF8Encoding(false, true);
    private static readonly Encoding Western = Register();

    private static Encoding Register()
    {
        Encoding.RegisterProvider(CodePagesEncodingProvider.Instance);
        return Encoding.GetEncoding(1252);
    }

    /// <returns>The text, the encoding in words, and whether it had to be guessed.</returns>
    public static (string Text, string Encoding, bool Guessed) Decode(ReadOnlySpan<byte> bytes, string? named = null)
    {
        switch (named)
        {
            case "utf-8":
                return (
                    Encoding.UTF8.GetString(bytes.StartsWith((ReadOnlySpan<byte>)[0xEF, 0xBB, 0xBF]) ? bytes[3..] : bytes),
                    "UTF-8",
                    false
                );
            case "windows-1252":
                return (Western.GetString(bytes), "Windows-1252", false);
            case "utf-16":
                return (
                    Encoding.Unicode.GetString(bytes.StartsWith((ReadOnlySpan<byte>)[0xFF, 0xFE]) ? bytes[2..] : bytes),
                    "UTF-16",
                    false
                );
        }
        if (bytes.StartsWith((ReadOnlySpan<byte>)[0xEF, 0xBB, 0xBF]))
            return (Encoding.UTF8.GetString(bytes[3..]), "UTF-8", false);
        if (bytes.StartsWith((ReadOnlySpan<byte>)[0xFF, 0xFE]))
            return (Encoding.Unicode.GetString(bytes[2..]), "UTF-16", false);
        if (bytes.StartsWith((ReadOnlySpan<byte>)[0xFE, 0xFF]))
            return (Encoding.BigEndianUnicode.GetString(bytes[2..]), "UTF-16", false);
        if (LooksUtf16(bytes[..Math.Min(bytes.Length, 4096)]) is { } wide)
            return (wide.GetString(bytes), "UTF-16", true);
        try
        {
            return (Strict.GetString(bytes), "UTF-8", false);
        }
        catch (DecoderFallbackException)
        {
            return (Western.GetString(bytes), "Windows-1252", true);
        }
    }

    /// <summary>Western text in UTF-16 has a zero in every other byte.</summary>
    public static Encoding? LooksUtf16(ReadOnlySpan<byte> part)
    {
        if (part.Length < 8)
            return null;
        int even = 0,
            odd = 0;
        for (var i = 0; i + 1 < part.Length; i += 2)
        {
            if (part[i] == 0)
                even++;
            if (part[i + 1] == 0)
                odd++;
        }
        var pairs = part.Length / 2;
        return odd > pairs * .8 && even < pairs * .1 ? Encoding.Unicode
            : even > pairs * .8 && odd < pairs * .1 ? Encoding.BigEndianUnicode
            : null;
    }
}
