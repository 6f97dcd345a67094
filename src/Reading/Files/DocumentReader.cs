using System.Collections.Immutable;
using System.IO.Compression;
using System.IO.Hashing;

namespace Plurimax.Reading.Files;

/// <summary>A file as it was handed in. The bytes are read once; nothing is ever fetched.</summary>
public sealed record InFile(string Name, byte[] Bytes);

/// <summary>A picture among the files, for the site rather than for its facts.</summary>
public sealed record InPicture(string Name, PictureSize Size, byte[] Bytes);

/// <summary>Why a file, or a part of one, was not read, and what to do.</summary>
public sealed record FileProblem(string File, string Message)
{
    public override string ToString() => $"{File}: {Message}";
}

/// <summary>All that came out of a batch. A file at fault never stops the others.</summary>
public sealed record Batch(ImmutableArray<SourceText> Texts, ImmutableArray<InPicture> Pictures, ImmutableArray<FileProblem> Problems);

/// <summary>
/// Reads files of any supported kind into text. Bounds in bytes; each is checked on what is unpacked, not on what a header claims.
/// </summary>
public static class DocumentReader
{
    public const int LargestFile = 20 * 1024 * 1024;
    public const int LargestUnpacked = 80 * 1024 * 1024;
    public const int MostEntries = 2_000;
    public const string Kinds = ".txt, .md, .docx, .pdf, .csv, .xlsx, .vcf, .eml, .html, .json, .yaml, .zip, or a picture";

    public static Batch Read(IEnumerable<InFile> files)
    {
        var into = new Into();
        foreach (var file in files)
            One(file, into, depth: 0);
        return new Batch(into.Texts.ToImmutable(), into.Pictures.ToImmutable(), into.Problems.ToImmutable());
    }

    internal sealed class Into
    {
        public readonly ImmutableArray<SourceText>.Builder Texts = ImmutableArray.CreateBuilder<SourceText>();
        public readonly ImmutableArray<InPicture>.Builder Pictures = ImmutableArray.CreateBuilder<InPicture>();
        public readonly ImmutableArray<FileProblem>.Builder Problems = ImmutableArray.CreateBuilder<FileProblem>();
        public long Unpacked;
    }

    /// <summary>A name fit for a message: its last part, without control characters, at most 80 characters.</summary>
    public static string Shown(string name)
    {
        var plain = TextBuilder.Tidy(name.Replace('\\', '/').Split('/')[^1]);
        return plain.Length == 0 ? "a file without a name"
            : plain.Length > 80 ? plain[..79] + "…"
            : plain;
    }

    private static void One(InFile file, Into into, int depth)
    {
        var name = Shown(file.Name);
        void Fail(string message) => into.Problems.Add(new FileProblem(name, message));
        // A file in which nothing stands says so, and not that nothing was found.
        void Keep(SourceText text)
        {
            if (text.Stated.IsEmpty && !text.Text.Any(char.IsLetterOrDigit))
                Fail("has no words in it.");
            else
                into.Texts.Add(text);
        }
        if (file.Bytes.Length > LargestFile)
        {
            Fail(
                $"{file.Bytes.Length / (1024 * 1024)} MB; up to {LargestFile / (1024 * 1024)} MB can be read. Send the text without "
                    + $"its pictures, or in parts."
            );
            return;
        }
        var kind = FileKinds.Of(file.Bytes, name);
        try
        {
            if (kind == FileKind.Zip)
            {
                using var zip = new ZipArchive(new MemoryStream(file.Bytes, false), ZipArchiveMode.Read);
                if (zip.Entries.Count > MostEntries)
                {
                    Fail($"holds {zip.Entries.Count:N0} files; up to {MostEntries:N0} are read. Send the part that matters.");
                    return;
                }
                kind = FileKinds.Inside(zip);
                if (!Promise(name, kind, Fail))
                    return;
                if (kind == FileKind.Zip)
                {
                    ZipBundle(name, zip, into, depth);
                    return;
                }
                if (Unpacked(zip) is null)
                {
                    Fail("unpacks to more than it may. It was not opened.");
                    return;
                }
            }
            else if (!Promise(name, kind, Fail))
                return;
            switch (kind)
            {
                case FileKind.Text:
                    Keep(TextFile(name, file.Bytes));
                    break;
                case FileKind.Html:
                    Keep(HtmlFile.Read(name, TextBytes.Decode(file.Bytes).Text));
                    break;
                case FileKind.Csv:
                    Keep(TableFile.FromCsv(name, file.Bytes));
                    break;
                case FileKind.Xlsx:
                    Keep(TableFile.FromXlsx(name, file.Bytes));
                    break;
                case FileKind.Card:
                    Keep(CardFile.Read(name, file.Bytes));
                    break;
                case FileKind.Mail:
                    var (letter, attached) = MailFile.Read(name, file.Bytes);
                    Keep(letter);
                    foreach (var inside in attached)
                        Attached(name, inside, into, depth);
                    break;
                case FileKind.Docx:
                    Keep(DocxFile.Read(name, file.Bytes));
                    break;
                case FileKind.Pdf:
                    Keep(PdfFile.Read(name, file.Bytes));
                    break;
                case FileKind.Picture or FileKind.Svg:
                    var picture = PictureFile.Read(name, file.Bytes, kind);
                    if (picture.Ok)
                        into.Pictures.Add(picture.Value!);
                    else
                        Fail(picture.Problem!);
                    break;
                case FileKind.Empty:
                    Fail("is empty.");
                    break;
                case FileKind.OldOffice:
                    Fail("is an old office file or locked with a password. Save it as .docx, .xlsx or .pdf without a password.");
                    break;
                default:
                    Fail($"is {FileKinds.Say(kind)} and cannot be read. These can: {Kinds}.");
                    break;
            }
        }
        catch (UnreadableException e)
        {
            Fail(e.Message);
        }
        catch (Exception e)
            when (e
                    is InvalidDataException
                        or System.Xml.XmlException
                        or IOException
                        or FormatException
                        or ArgumentException
                        or InvalidOperationException
                        or NotSupportedException
                        or IndexOutOfRangeException
                        or KeyNotFoundException
                        or OverflowException
            )
        {
            Fail($"is damaged or not what its name says ({FileKinds.Say(kind)} was expected). Save it again and send the new one.");
        }
    }

    /// <summary>Content decides. A name that promises another kind is a mistake or a trick, so that the file is not used.</summary>
    private static bool Promise(string name, FileKind kind, Action<string> fail)
    {
        if (kind is FileKind.Empty or FileKind.OldOffice || FileKinds.Promised(name) is not { } promised || promised == kind)
            return true;
        static bool Written(FileKind k) => k is FileKind.Text or FileKind.Csv or FileKind.Html or FileKind.Card or FileKind.Mail;
        if (Written(promised) && Written(kind))
            return true;
        fail($"is named .{FileKinds.Ending(name)} but is {FileKinds.Say(kind)} inside. Save it in the kind that its name says.");
        return false;
    }

    private static SourceText TextFile(string name, byte[] bytes)
    {
        var (text, encoding, guessed) = TextBytes.Decode(bytes);
        return TreeFile.Read(name, text)
            ?? SourceText.Of(name, text, guessed ? [$"{name}: not valid UTF-8; read as {encoding}. Check accents and signs."] : []);
    }

    /// <summary>Bytes in all that an archive unpacks to; null above the bound.</summary>
    public static long? Unpacked(ZipArchive zip)
    {
        long sum = 0;
        var buffer = new byte[64 * 1024];
        foreach (var entry in zip.Entries)
        {
            using var s = entry.Open();
            for (int n; (n = s.Read(buffer)) > 0; )
                if ((sum += n) > LargestUnpacked)
                    return null;
        }
        return sum;
    }

    private static void ZipBundle(string name, ZipArchive zip, Into into, int depth)
    {
        if (depth > 0)
        {
            into.Problems.Add(new FileProblem(name, "is an archive in an archive. Unpack it once and send what is inside."));
            return;
        }
        var read = 0;
        foreach (var entry in zip.Entries)
        {
            if (entry.FullName.EndsWith('/'))
                continue;
            var full = entry.FullName.Replace('\\', '/');
            var shown = $"{name}/{Shown(full)}";
            if (full.StartsWith('/') || full.Contains(':') || full.Split('/').Contains(".."))
            {
                into.Problems.Add(new FileProblem(shown, "its path leads out of the archive. It was left out."));
                continue;
            }
            if ((entry.ExternalAttributes >> 16 & 0xF000) == 0xA000)
            {
                into.Problems.Add(new FileProblem(shown, "is a link to another file, not a file. It was left out."));
                continue;
            }
            if (full.StartsWith("__MACOSX/", StringComparison.Ordinal) || Path.GetFileName(full).StartsWith('.'))
                continue;
            if (FileKinds.Promised(full) is null)
                continue;
            read++;
            using var s = entry.Open();
            var bytes = ReadAtMost(s, LargestFile, ref into.Unpacked);
            if (into.Unpacked > LargestUnpacked)
            {
                into.Problems.Add(
                    new FileProblem(name, $"unpacks to more than {LargestUnpacked / (1024 * 1024)} MB. What came before that was read.")
                );
                return;
            }
            if (bytes is null)
            {
                into.Problems.Add(new FileProblem(shown, $"unpacks to more than {LargestFile / (1024 * 1024)} MB. It was left out."));
                continue;
            }
            // What was changed on the way would be read as if it stood there (APPNOTE.TXT 6.3.10, 4.4.7).
            if (bytes.Length != entry.Length || Crc32.HashToUInt32(bytes) != entry.Crc32)
            {
                into.Problems.Add(new FileProblem(shown, "is damaged in the archive. It was left out; send it by itself."));
                continue;
            }
            One(new InFile(full.Replace('/', '_'), bytes), into, depth + 1);
        }
        if (read == 0)
            into.Problems.Add(new FileProblem(name, $"holds no file that can be read. These can: {Kinds}."));
    }

    /// <summary>What hangs on a mail counts towards what all files may unpack to; an archive or a mail within is read no deeper.</summary>
    private static void Attached(string mail, InFile inside, Into into, int depth)
    {
        var shown = $"{mail}/{Shown(inside.Name)}";
        into.Unpacked += inside.Bytes.Length;
        if (depth > 0 || into.Unpacked > LargestUnpacked)
            into.Problems.Add(new FileProblem(shown, "lies too deep or is too much. Send it by itself."));
        else if (FileKinds.Promised(inside.Name) is not null)
            One(inside with { Name = Shown(inside.Name) }, into, depth + 1);
    }

    private static byte[]? ReadAtMost(Stream s, int most, ref long sum)
    {
        var memory = new MemoryStream();
        var buffer = new byte[64 * 1024];
        for (int n; (n = s.Read(buffer)) > 0; )
        {
            sum += n;
            if (memory.Length + n > most || sum > LargestUnpacked)
                return null;
            memory.Write(buffer, 0, n);
        }
        return memory.ToArray();
    }
}

/// <summary>A file cannot be read; the message says why and what to do.</summary>
public sealed class UnreadableException(string message) : Exception(message);
