using System.IO.Compression;
using System.Text;
using CsCheck;
using Plurimax.Reading.Deciding;
using Plurimax.Reading.Files;
using Plurimax.Text;

namespace Plurimax.Core.Tests.Reading;

/// <summary>
/// Files as nobody would write them: good ones of every kind, changed at random. Whatever comes of it is read or refused in words, within
/// the budget of processor time; nothing throws, and no file is passed over in silence.
/// </summary>
public class FuzzTests
{
    /// <summary>Processor time that one file may take: that of the answer to any upload.</summary>
    private static readonly TimeSpan Most = TimeSpan.FromSeconds(5);

    /// <summary>The same cases every time, so that a change of ours is judged and not luck; FuzzCases asks for more, and others.</summary>
    private static readonly int Cases = int.TryParse(Environment.GetEnvironmentVariable("FuzzCases"), out var cases) ? cases : 80;
    private static readonly string? Seed = Environment.GetEnvironmentVariable("FuzzCases") is null ? "0000KnotSpl5" : null;
    private static readonly DateOnly Today = new(2026, 12, 1);

    private static byte[] Zip(params (string Name, string Text)[] entries)
    {
        var memory = new MemoryStream();
        using (var zip = new ZipArchive(memory, ZipArchiveMode.Create, true))
            foreach (var (name, text) in entries)
            {
                using var s = zip.CreateEntry(name).Open();
                s.Write(Encoding.UTF8.GetBytes(text));
            }
        return memory.ToArray();
    }

    private const string Letter =
        "Knot & Splice\nPiano tuner\n3 Cable Steps, Saltmere SZ4 6KS\nTel 01632 960866\n"
        + "Mon-Fri 9-17, Sat 10-13\nTuning £65, repairs from £90\n";

    /// <summary>A good file of each kind. Some are this project's own test files, which hold what strangers' texts hold.</summary>
    private static readonly (string Name, byte[] Bytes)[] Seeds =
    [
        ("letter.txt", Encoding.UTF8.GetBytes(Letter)),
        (
            "page.html",
            Encoding.UTF8.GetBytes(
                $"<html lang=en><title>Knot</title><h1>Knot</h1><ul><li>{Letter.Replace("\n", "<li>")}</ul><script>if(a<b)c()</script>"
            )
        ),
        ("data.html", "<div itemscope itemtype='https://schema.org/LocalBusiness'><span itemprop=name>Knot</span>x</div>"u8.ToArray()),
        ("list.csv", Encoding.UTF8.GetBytes("Name;Phone;Town\n\"Bell; Cycles\";01632 960142;Hallow\nKnot;01632 960143;Saltmere\n")),
        ("card.vcf", "BEGIN:VCARD\r\nVERSION:4.0\r\nFN:Wim Splice\r\nTEL;TYPE=work:+44 1632 960866\r\nEND:VCARD\r\n"u8.ToArray()),
        ("mail.txt", Encoding.UTF8.GetBytes($"From: Wim <wim@splice.example>\nSubject: Website\n\n> Hello\n{Letter}\n-- \nWim\n")),
        (
            "paper.pdf",
            PdfText.File(
                [new(595, 842, string.Concat(Letter.Split('\n').Select((l, i) => PdfText.At(l, false, 11, 60, 780 - 16 * i))))],
                "Knot"
            )
        ),
        ("bundle.zip", Zip(("a.txt", Letter), ("b.csv", "Name,Phone\nKnot,01632 960866\nBell,01632 960142\n"))),
        (
            "mark.svg",
            "<svg xmlns='http://www.w3.org/2000/svg' viewBox='0 0 9 9'><path d='M0 0h9v9z'/><text x='1' y='2'>K</text></svg>"u8.ToArray()
        ),
    ];

    private static readonly string[] Words =
    [
        "<div>",
        "</",
        "<!--",
        "&#0;",
        "\"",
        "\0",
        "\r",
        "£1 - ",
        "a@",
        "(((",
        "BEGIN:VCARD\n",
        " \n ",
        "\u202e",
        "\u0301",
        "stream\n",
        "endobj",
        "/Kids[3 0 R]",
        "/Length 999999999",
        "<<",
        "BT (x) Tj ET\n",
        "q 9e9 0 0 9e9 0 0 cm\n",
        "PK\u0003\u0004",
        "Mon-Fri ",
        "12 Oak ",
        "<svg>",
        ";;;;",
        "W",
    ];

    /// <summary>One change: bytes flipped, cut off, taken out, repeated, a word of some format set in many times.</summary>
    private static readonly Gen<Func<byte[], byte[]>> Change = Gen.OneOf(
        Gen.Select(Gen.Int[0, int.MaxValue], Gen.Byte, (at, with) => (Func<byte[], byte[]>)(b => Put(b, at, b.Length > 0 ? 1 : 0, [with]))),
        Gen.Int[0, int.MaxValue].Select(at => (Func<byte[], byte[]>)(b => b.Length == 0 ? b : b[..(at % b.Length)])),
        Gen.Select(Gen.Int[0, int.MaxValue], Gen.Int[1, 200], (at, n) => (Func<byte[], byte[]>)(b => Put(b, at, n, []))),
        Gen.Select(Gen.Int[0, int.MaxValue], Gen.Int[1, 120], Gen.Int[2, 3_000], (at, n, times) =>
            (Func<byte[], byte[]>)(
                b => Put(b, at, 0, Many(b.AsSpan(at % (b.Length + 1), Math.Min(n, b.Length - at % (b.Length + 1))).ToArray(), times))
            )
        ),
        Gen.Select(Gen.Int[0, int.MaxValue], OneOf(Words), Gen.Int[1, 5_000], (at, word, times) =>
            (Func<byte[], byte[]>)(b => Put(b, at, 0, Many(Encoding.UTF8.GetBytes(word), times)))
        )
    );

    private static Gen<T> OneOf<T>(T[] all) => Gen.Int[0, all.Length - 1].Select(i => all[i]);

    private static byte[] Put(byte[] bytes, int at, int without, byte[] with)
    {
        var from = at % (bytes.Length + 1);
        var to = Math.Min(bytes.Length, from + without);
        return [.. bytes[..from], .. with, .. bytes[to..]];
    }

    private static byte[] Many(byte[] what, int times) =>
        [.. Enumerable.Repeat(what, Math.Min(times, 100_000 / Math.Max(1, what.Length))).SelectMany(x => x)];

    [Fact]
    public void Whatever_comes_is_read_or_refused_in_words_within_its_budget()
    {
        var cases = Gen.Select(OneOf(Seeds), Change.Array[1, 4], (seed, changes) =>
            (seed.Name, Bytes: changes.Aggregate(seed.Bytes, (b, c) => c(b)))
        );
        cases.Sample(
            file =>
            {
                var budget = new WorkBudget(Most);
                var batch = DocumentReader.Read([new(file.Name, file.Bytes)]);
                var said = batch.Texts.Length + batch.Pictures.Length + batch.Problems.Length;
                said.ShouldBeGreaterThan(0, "it was passed over in silence");
                batch.Problems.ShouldAllBe(p => p.Message.EndsWith('.'));
                _ = FactReading.Of(batch.Texts, Today);
                // Each place of the machine is asked by its own clock: others at work beside it take nothing away.
                budget.Check();
            },
            seed: Seed,
            iter: Cases,
            threads: 1,
            print: file =>
                $"{file.Name}, {file.Bytes.Length} bytes: {Convert.ToBase64String(file.Bytes[..Math.Min(file.Bytes.Length, 3_000)])}"
        );
    }
}
