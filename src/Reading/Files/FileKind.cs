using System.IO.Compression;
using System.Text;

namespace Plurimax.Reading.Files;

public enum FileKind
{
    Text,
    Html,
    Csv,
    Card,
    Mail,
    Pdf,
    Docx,
    Xlsx,
    Zip,
    Picture,
    Svg,
    OldOffice,
    Program,
    Empty,
    Unknown,
}

/// <summary>Tells what a file is by its content. The name only helps between kinds of plain text.</summary>
public static class FileKinds
{
    public static FileKind Of(ReadOnlySpan<byte> head, string name)
    {
        if (head.Length == 0)
            return FileKind.Empty;
        if (head.StartsWith("%PDF-"u8))
            return FileKind.Pdf;
        if (head.StartsWith("PK\x03\x04"u8) || head.StartsWith("PK\x05\x06"u8))
            return FileKind.Zip;
        if (head.StartsWith((ReadOnlySpan<byte>)[0xD0, 0xCF, 0x11, 0xE0]))
            return FileKind.OldOffice;
        if (head.StartsWith("MZ"u8) || head.StartsWith("\x7fELF"u8))
            return FileKind.Program;
        if (PictureHead.Read(head) is not null)
            return FileKind.Picture;
        var text = Beginning(head);
        if (text is null)
            return FileKind.Unknown;
        var start = text.TrimStart().ToLowerInvariant();
        if (start.StartsWith("begin:vcard", StringComparison.Ordinal))
            return FileKind.Card;
        if (MailFile.IsMail(text.TrimStart()))
            return FileKind.Mail;
        if (
            start.StartsWith("<svg", StringComparison.Ordinal)
            || (start.StartsWith("<?xml", StringComparison.Ordinal) && start.Contains("<svg", StringComparison.Ordinal))
        )
            return FileKind.Svg;
        if (
            start.StartsWith("<!doctype html", StringComparison.Ordinal)
            || start.Contains("<html", StringComparison.Ordinal)
            || start.Contains("<body", StringComparison.Ordinal)
        )
            return FileKind.Html;
        return Ending(name) switch
        {
            "html" or "htm" => FileKind.Html,
            "csv" or "tsv" => FileKind.Csv,
            _ => FileKind.Text,
        };
    }

    /// <summary>The kind that a name promises; null where it promises nothing that is read here.</summary>
    public static FileKind? Promised(string name) =>
        Ending(name) switch
        {
            "txt" or "md" or "text" or "json" or "yaml" or "yml" => FileKind.Text,
            "eml" => FileKind.Mail,
            "html" or "htm" => FileKind.Html,
            "csv" or "tsv" => FileKind.Csv,
            "vcf" => FileKind.Card,
            "pdf" => FileKind.Pdf,
            "docx" => FileKind.Docx,
            "xlsx" => FileKind.Xlsx,
            "zip" => FileKind.Zip,
            "jpg" or "jpeg" or "png" or "gif" or "webp" => FileKind.Picture,
            "svg" => FileKind.Svg,
            _ => null,
        };

    public static string Ending(string name) => Path.GetExtension(name).TrimStart('.').ToLowerInvariant();

    public static string Say(FileKind kind) =>
        kind switch
        {
            FileKind.Text => "plain text",
            FileKind.Html => "a web page",
            FileKind.Csv => "a table as text",
            FileKind.Card => "an address card",
            FileKind.Mail => "a mail",
            FileKind.Pdf => "a PDF",
            FileKind.Docx => "a text document",
            FileKind.Xlsx => "a spreadsheet",
            FileKind.Zip => "a ZIP archive",
            FileKind.Picture => "a picture",
            FileKind.Svg => "a drawing",
            FileKind.OldOffice => "an old or password-protected office file",
            FileKind.Program => "a program",
            FileKind.Empty => "empty",
            _ => "of an unknown kind",
        };

    /// <summary>A ZIP archive that is in truth an office document.</summary>
    public static FileKind Inside(ZipArchive zip) =>
        zip.GetEntry("[Content_Types].xml") is null ? FileKind.Zip
        : zip.Entries.Any(e => e.FullName.StartsWith("word/", StringComparison.Ordinal)) ? FileKind.Docx
        : zip.Entries.Any(e => e.FullName.StartsWith("xl/", StringComparison.Ordinal)) ? FileKind.Xlsx
        : FileKind.Zip;

    /// <summary>Whether an archive is a text document inside, whatever it is named.</summary>
    public static bool IsDocx(byte[] bytes)
    {
        try
        {
            using var zip = new ZipArchive(new MemoryStream(bytes, false), ZipArchiveMode.Read);
            return Inside(zip) == FileKind.Docx;
        }
        catch (InvalidDataException)
        {
            return false;
        }
    }

    private static string? Beginning(ReadOnlySpan<byte> head)
    {
        var part = head[..Math.Min(head.Length, 4096)];
        if (part.StartsWith((ReadOnlySpan<byte>)[0xFF, 0xFE]))
            return Encoding.Unicode.GetString(part[2..]);
        if (part.StartsWith((ReadOnlySpan<byte>)[0xFE, 0xFF]))
            return Encoding.BigEndianUnicode.GetString(part[2..]);
        if (TextBytes.LooksUtf16(part) is { } wide)
            return wide.GetString(part);
        return part.Contains((byte)0)
            ? null
            : Encoding.Latin1.GetString(part.StartsWith((ReadOnlySpan<byte>)[0xEF, 0xBB, 0xBF]) ? part[3..] : part);
    }
}
