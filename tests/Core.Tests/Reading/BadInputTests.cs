using System.IO.Compression;
using System.Text;
using Plurimax.Reading;
using Plurimax.Reading.Files;

namespace Plurimax.Core.Tests.Reading;

/// <summary>
/// Files that are broken, hostile or not what they say: each gets a message that names it, and the rest of the batch goes on.
/// </summary>
public class BadInputTests
{
    private static readonly InFile Good = new("good.txt", "Phone 01632 960142"u8.ToArray());

    private static void Refused(InFile bad, string because)
    {
        var batch = DocumentReader.Read([bad, Good]);
        batch.Texts.ShouldContain(t => t.Name == "good.txt");
        batch.Problems.ShouldContain(p => p.Message.Contains(because), string.Join("; ", batch.Problems));
        batch.Problems[0].File.ShouldStartWith(Path.GetFileName(bad.Name)[..4]);
    }

    private static byte[] Zip(params (string Name, byte[] Bytes)[] entries)
    {
        var memory = new MemoryStream();
        using (var zip = new ZipArchive(memory, ZipArchiveMode.Create, true))
            foreach (var (name, bytes) in entries)
            {
                using var s = zip.CreateEntry(name, CompressionLevel.Optimal).Open();
                s.Write(bytes);
            }
        return memory.ToArray();
    }

    private static byte[] Docx(string documentXml) =>
        Zip(
            (
                "[Content_Types].xml",
                Encoding.UTF8.GetBytes(
                    """
                    <?xml version="1.0"?>
                    <Types xmlns="http://schemas.openxmlformats.org/package/2006/content-types">
                    <Default Extension="rels" ContentType="application/vnd.openxmlformats-package.relationships+xml"/>
                    <Override PartName="/word/document.xml"
                        ContentType="application/vnd.openxmlformats-officedocument.wordprocessingml.document.main+xml"/>
                    </Types>
                    """
                )
            ),
            (
                "_rels/.rels",
                Encoding.UTF8.GetBytes(
                    """
                    <?xml version="1.0"?>
                    <Relationships xmlns="http://schemas.openxmlformats.org/package/2006/relationships">
                    <Relationship Id="r1" Target="word/document.xml"
                        Type="http://schemas.openxmlformats.org/officeDocument/2006/relationships/officeDocument"/>
                    </Relationships>
                    """
                )
            ),
            ("word/document.xml", Encoding.UTF8.GetBytes(documentXml))
        );

    [Fact]
    public void Empty() => Refused(new("nothing.txt", []), "is empty");

    private static void Noted(string name, string text, string because)
    {
        var batch = DocumentReader.Read([new(name, Encoding.UTF8.GetBytes(text)), Good]);
        batch.Texts.SelectMany(t => t.Notes).ShouldContain(n => n.Contains(because) && n.StartsWith(name));
    }

    [Fact]
    public void A_table_with_a_header_only() => Noted("header.csv", "Name,Phone,Town\n", "one row in it");

    [Fact]
    public void A_table_wider_than_is_read() => Noted("wide.csv", string.Join(',', Enumerable.Range(1, 4_000)), "first 200 were read");

    [Fact]
    public void A_quotation_mark_without_its_end() =>
        Noted("open.csv", "Name,Phone\n\"Bell Cycles,01632 960142\nKnot,01632 960143\n", "never closed");

    [Fact]
    public void A_sign_for_inches_and_a_doubled_mark_open_nothing() =>
        DocumentReader
            .Read([new("inch.csv", Encoding.UTF8.GetBytes("Pipe;Price\n5\" pipe;£4\n\"6\"\" pipe; long\";£5\n"))])
            .Texts.Single()
            .Notes.ShouldBeEmpty();

    [Theory]
    [InlineData("blank.txt", " \n\t\n—\n")]
    [InlineData("blank.html", "<html><body><div> </div></body></html>")]
    public void Nothing_but_blanks(string name, string text) => Refused(new(name, Encoding.UTF8.GetBytes(text)), "no words in it");

    [Fact]
    public void An_archive_of_nothing_that_can_be_read() => Refused(new("tools.zip", Zip(("a.bin", [1, 2, 3]))), "holds no file");

    [Fact]
    public void A_file_that_was_changed_in_its_archive()
    {
        var text = Encoding.ASCII.GetBytes("Phone 01632 960999");
        var memory = new MemoryStream();
        using (var zip = new ZipArchive(memory, ZipArchiveMode.Create, true))
        using (var s = zip.CreateEntry("notes.txt", CompressionLevel.NoCompression).Open())
            s.Write(text);
        var bytes = memory.ToArray();
        bytes[bytes.AsSpan().IndexOf(text)] ^= 1;
        Refused(new("notes.zip", bytes), "damaged");
    }

    [Fact]
    public void A_program() => Refused(new("setup.txt", [.. "MZ"u8, 0, 0, 1, 2]), "is a program");

    [Fact]
    public void A_picture_named_as_a_PDF() => Refused(new("photo.pdf", Png(10, 10)), "is a picture inside");

    [Fact]
    public void Text_named_as_a_document() => Refused(new("brief.docx", "hello"u8.ToArray()), "is plain text inside");

    [Fact]
    public void A_damaged_PDF() => Refused(new("broken.pdf", "%PDF-1.7 and then nothing"u8.ToArray()), "damaged PDF");

    [Fact]
    public void A_hundred_megabytes() => Refused(new("huge.txt", new byte[DocumentReader.LargestFile + 1]), "up to 20 MB");

    [Fact]
    public void An_old_or_locked_office_file() =>
        Refused(new("locked.docx", [0xD0, 0xCF, 0x11, 0xE0, 0xA1, 0xB1, 0x1A, 0xE1, .. new byte[600]]), "password");

    [Fact]
    public void A_picture_of_400_megapixels() => Refused(new("vast.png", Png(20_000, 20_000)), "20,000 × 20,000 pixels");

    [Fact]
    public void A_drawing_with_a_script() =>
        Refused(new("logo.svg", "<svg xmlns='http://www.w3.org/2000/svg'><script>alert(1)</script></svg>"u8.ToArray()), "can run code");

    [Fact]
    public void A_drawing_with_an_action() =>
        Refused(new("logo.svg", "<svg xmlns='http://www.w3.org/2000/svg' onload='x()'/>"u8.ToArray()), "holds an action");

    [Fact]
    public void A_drawing_that_fetches() =>
        Refused(
            new("logo.svg", "<svg xmlns='http://www.w3.org/2000/svg'><image href='https://elsewhere.example/x.png'/></svg>"u8.ToArray()),
            "outside itself"
        );

    [Fact]
    public void A_drawing_with_entities() =>
        Refused(
            new(
                "logo.svg",
                "<?xml version='1.0'?><!DOCTYPE svg [<!ENTITY a 'b'>]><svg xmlns='http://www.w3.org/2000/svg'>&a;</svg>"u8.ToArray()
            ),
            "document type"
        );

    [Fact]
    public void A_locked_PDF_says_so()
    {
        // The smallest PDF with an Encrypt dictionary that no empty password opens (ISO 32000-1, 7.6.3).
        var pdf =
            "%PDF-1.4\n1 0 obj<</Type/Catalog/Pages 2 0 R>>endobj\n2 0 obj<</Type/Pages/Kids[]/Count 0>>endobj\n3 0 "
            + "obj<</Filter/Standard/V 1/R "
            + $"2/O<{new string('0', 64)}>/U<{new string('1', 64)}>/P "
            + "-44>>endobj\nxref\n0 4\n0000000000 65535 f \n0000000009 00000 n \n0000000054 00000 n \n0000000101 00000 n "
            + "\ntrailer<</Size 4/Root 1 0 R/Encrypt 3 0 R/ID[<00><00>]>>\nstartxref\n292\n%%EOF";
        Refused(new("lock.pdf", Encoding.ASCII.GetBytes(pdf)), "locked with a password");
    }

    [Fact]
    public void A_document_with_an_external_entity_or_a_billion_laughs_is_not_opened()
    {
        const string body =
            "<w:document "
            + "xmlns:w=\"http://schemas.openxmlformats.org/wordprocessingml/2006/main\"><w:body><w:p><w:r><w:t>&x;</w:t></w:r></w:p>"
            + "</w:body></w:document>";
        Refused(
            new("entity.docx", Docx("<?xml version=\"1.0\"?><!DOCTYPE d [<!ENTITY x SYSTEM \"file:///etc/passwd\">]>" + body)),
            "It was not opened"
        );
        var laughs = string.Concat(
            Enumerable.Range(1, 9).Select(i => $"<!ENTITY l{i} \"{string.Concat(Enumerable.Repeat($"&l{i - 1};", 10))}\">")
        );
        Refused(
            new("laughs.docx", Docx($"<?xml version=\"1.0\"?><!DOCTYPE d [<!ENTITY l0 \"ha\">{laughs}<!ENTITY x \"&l9;\">]>" + body)),
            "It was not opened"
        );
    }

    [Fact]
    public void A_bomb_of_an_archive_is_left_at_its_bound_with_little_memory()
    {
        var zeros = new byte[30 * 1024 * 1024];
        var bomb = Zip([.. Enumerable.Range(0, 40).Select(i => ($"page{i}.txt", zeros))]);
        bomb.Length.ShouldBeLessThan(3 * 1024 * 1024);
        var before = GC.GetTotalMemory(true);
        Refused(new("bomb.zip", bomb), "unpacks to more than");
        (GC.GetTotalMemory(true) - before).ShouldBeLessThan(60L * 1024 * 1024);
        // The same in an office document, whose parts are not unpacked one by one.
        var inside = new MemoryStream();
        inside.Write(Docx("<x/>"));
        using (var zip = new ZipArchive(inside, ZipArchiveMode.Update, true))
            for (var i = 0; i < 4; i++)
            {
                using var s = zip.CreateEntry($"word/media{i}.bin").Open();
                s.Write(zeros);
            }
        Refused(new("bomb.docx", inside.ToArray()), "unpacks to more than it may");
    }

    [Fact]
    public void Paths_that_climb_out_links_and_nested_archives_are_left_out_of_a_ZIP_and_the_rest_is_read()
    {
        var memory = new MemoryStream();
        using (var zip = new ZipArchive(memory, ZipArchiveMode.Create, true))
        {
            void Add(string name, string text, int mode = 0)
            {
                var e = zip.CreateEntry(name);
                if (mode != 0)
                    e.ExternalAttributes = mode << 16;
                using var s = e.Open();
                s.Write(Encoding.UTF8.GetBytes(text));
            }
            Add("../../etc/cron.txt", "x");
            Add("/root/abs.txt", "x");
            Add("link.txt", "/etc/passwd", 0xA1FF);
            Add("site/index.html", "<html><body><p>Phone 01632 960142</p></body></html>");
        }
        var batch = DocumentReader.Read([new("site.zip", memory.ToArray()), new("nest.zip", Zip(("in.zip", Zip(("a.txt", [65])))))]);
        batch.Texts.Length.ShouldBe(1);
        batch.Problems.Count(p => p.Message.Contains("leads out")).ShouldBe(2);
        batch.Problems.ShouldContain(p => p.Message.Contains("is a link"));
        batch.Problems.ShouldContain(p => p.Message.Contains("archive in an archive"));
    }

    [Fact]
    public void Bytes_that_are_not_UTF8_are_read_as_Windows_1252_and_said_so()
    {
        var batch = DocumentReader.Read([new("alt.txt", [.. "Caf"u8, 0xE9, .. " Zur M"u8, 0xFC, .. "hle"u8])]);
        batch.Texts[0].Text.ShouldBe("Café Zur Mühle");
        batch.Texts[0].Notes[0].ShouldContain("not valid UTF-8");
        DocumentReader
            .Read([new("wide.txt", Encoding.Unicode.GetBytes("Phone 01632 960142"))])
            .Texts[0]
            .Text.ShouldBe("Phone 01632 960142");
    }

    [Fact]
    public void A_card_with_a_large_photo_is_read_without_it()
    {
        var card =
            $"BEGIN:VCARD\r\nVERSION:3.0\r\nFN:Nadia Quell\r\nPHOTO;ENCODING=b;TYPE=JPEG:{new string('A', 7_000_000)}\r\nTEL:01632 "
            + $"960170\r\nEND:VCARD\r\n";
        var batch = DocumentReader.Read([new("nadia.vcf", Encoding.ASCII.GetBytes(card))]);
        batch.Problems.ShouldBeEmpty();
        batch.Texts[0].Stated.ShouldContain(c => c.Fact == "phone");
        batch.Texts[0].Notes[0].ShouldContain("left out");
    }

    [Fact]
    public void Rows_with_too_many_cells_and_stray_quotes_do_not_stop_a_table()
    {
        var rows = TableFile
            .Rows(
                "name,phone\nBell,01632 960142," + string.Join(',', Enumerable.Repeat("x", 5_000)) + "\nMarl \"the second\",01632 960143\n",
                ','
            )
            .ToList();
        rows[1].Length.ShouldBe(TableFile.MostColumns);
        rows[2][0].ShouldBe("Marl \"the second\"");
    }

    [Theory]
    [InlineData("a,b\r\n\"1,2\",\"say \"\"hi\"\"\"\r\n", ',', "1,2|say \"hi\"")]
    [InlineData("a;b\n\"two\nlines\";c\n", ';', "two\nlines|c")]
    public void Quoting_follows_RFC_4180_section_2(string csv, char delimiter, string second)
    {
        TableFile.Delimiter(csv).ShouldBe(delimiter);
        string.Join('|', TableFile.Rows(csv, delimiter).ElementAt(1)).ShouldBe(second);
    }

    /// <summary>A PNG that claims a size and holds nothing (signature and IHDR, PNG specification section 11.2.2).</summary>
    private static byte[] Png(int width, int height) =>
        [
            0x89,
            0x50,
            0x4E,
            0x47,
            0x0D,
            0x0A,
            0x1A,
            0x0A,
            0,
            0,
            0,
            13,
            .. "IHDR"u8,
            .. Big(width),
            .. Big(height),
            8,
            2,
            0,
            0,
            0,
            0,
            0,
            0,
            0,
        ];

    private static byte[] Big(int n) => [(byte)(n >> 24), (byte)(n >> 16), (byte)(n >> 8), (byte)n];

    [Fact]
    public void A_very_long_text_is_read_to_a_bound_and_says_so()
    {
        var line = string.Concat(Enumerable.Repeat("Ring 01632 960142 before nine. ", 30)) + "\n";
        var batch = DocumentReader.Read([
            new("long.txt", Encoding.UTF8.GetBytes(string.Concat(Enumerable.Repeat(line, 3 * TextBuilder.MostText / line.Length)))),
        ]);
        batch.Texts.Single().Text.Length.ShouldBeLessThan(TextBuilder.MostText + TextBuilder.LongestLine + 1);
        batch.Texts.Single().Notes.ShouldContain(n => n.StartsWith("long.txt: long; the first"));
    }

    [Fact]
    public async Task The_worst_of_batches_is_read_in_a_process_that_may_hold_300_MB()
    {
        // The runtime itself ends the process where its heap would grow past the limit (DOTNET_GCHeapHardLimit, hexadecimal bytes).
        var folder = Directory.CreateTempSubdirectory("plurimax-bad-").FullName;
        try
        {
            string Put(string name, byte[] bytes)
            {
                var path = Path.Combine(folder, name);
                File.WriteAllBytes(path, bytes);
                return path;
            }
            var bomb = new byte[90 * 1024 * 1024];
            string[] files =
            [
                Put("huge.txt", new byte[100 * 1024 * 1024]),
                Put("long.txt", Encoding.ASCII.GetBytes(string.Concat(Enumerable.Repeat("Opens at nine. ", 19 * 1024 * 1024 / 15)))),
                Put("wide.csv", Encoding.ASCII.GetBytes(string.Concat(Enumerable.Repeat("a,b,c,d,e,f,g,h\n", 19 * 1024 * 1024 / 16)))),
                Put("bomb.zip", Zip(("a.txt", bomb))),
                Put(
                    "photo.vcf",
                    Encoding.ASCII.GetBytes(
                        $"BEGIN:VCARD\r\nVERSION:3.0\r\nFN:Jem Orrin\r\nPHOTO;ENCODING=b:{new string('A', 7 * 1024 * 1024)}"
                            + $"\r\nEND:VCARD\r\n"
                    )
                ),
                Put("vast.png", Png(20_000, 20_000)),
                Put("good.txt", "Phone 01632 960142"u8.ToArray()),
            ];
            var start = new System.Diagnostics.ProcessStartInfo(
                "dotnet",
                [Path.Combine(AppContext.BaseDirectory, "Plurimax.Cli.dll"), "read", .. files, "--json"]
            )
            {
                RedirectStandardOutput = true,
                RedirectStandardError = true,
            };
            start.Environment["DOTNET_GCHeapHardLimit"] = (300L * 1024 * 1024).ToString("X");
            using var process = System.Diagnostics.Process.Start(start)!;
            var reading = process.StandardError.ReadToEndAsync();
            var output = await process.StandardOutput.ReadToEndAsync();
            var error = await reading;
            await process.WaitForExitAsync();
            output.ShouldContain("+441632960142", customMessage: error);
            foreach (var said in new[] { "huge.txt", "bomb.zip", "vast.png" })
                error.ShouldContain(said);
        }
        finally
        {
            Directory.Delete(folder, true);
        }
    }
}
