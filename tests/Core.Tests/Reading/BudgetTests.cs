using System.Diagnostics;
using System.IO.Compression;
using System.Reflection;
using System.Text;
using System.Text.RegularExpressions;
using Plurimax.Making.Pages;
using Plurimax.Reading;
using Plurimax.Reading.Deciding;
using Plurimax.Reading.Files;
using Plurimax.Reading.Finders;
using Plurimax.Sites;

namespace Plurimax.Core.Tests;

/// <summary>
/// Whatever is handed in is answered within a budget. The operating system keeps it: a process that takes more processor time is ended
/// (RLIMIT_CPU, setrlimit(2)), one that takes more memory cannot get it (DOTNET_GCHeapHardLimit).
/// </summary>
public class BudgetTests
{
    /// <summary>Five for the answer, one for the start of a process that is not warm.</summary>
    private const int Seconds = 6;

    private static readonly long Memory = 300L * 1024 * 1024;

    private static string Times(string what, int times) => string.Concat(Enumerable.Repeat(what, times));

    /// <summary>Texts that patterns stumble over: one thing again and again, with or without blanks.</summary>
    private static List<(string Name, string Text)> Texts
    {
        get
        {
            string Lines(string what) => Times(Times(what, 3_900 / what.Length) + "\n", 100);
            var data = new List<(string, string)>();
            foreach (
                var what in new[] { "W", "W ", "Xx ", "£1 - ", "1", "a.", "(", "a, ", "12 Oak ", "The & Son ", "Mon-Fri 9-5, ", "a@", "> " }
            )
            {
                data.Add(($"{what} in one line", Times(what, 400_000 / what.Length)));
                data.Add(($"{what} in lines", Lines(what)));
            }
            return data;
        }
    }

    [Fact]
    public async Task No_text_takes_more_than_its_budget()
    {
        foreach (var name in new[] { "W in one line", "The & Son  in lines", ">  in lines" })
            await WithinAsync("long.txt", Encoding.UTF8.GetBytes(Texts.Single(t => t.Name == name).Text));
    }

    /// <summary>
    /// Every pattern of the finders on a line as long as lines may be: none looks at more than so many places of it. Judged by the time-out
    /// of the pattern itself, ten times what the slowest takes; those that ran away took from one and a half seconds to minutes.
    /// </summary>
    [Fact]
    public void No_pattern_runs_away_on_a_line()
    {
        var patterns = typeof(NameFinder)
            .Assembly.GetTypes()
            .Where(t => t.Namespace?.StartsWith("Plurimax.Reading", StringComparison.Ordinal) == true)
            .SelectMany(t => t.GetFields(BindingFlags.Static | BindingFlags.NonPublic | BindingFlags.Public))
            .Where(f => !f.IsLiteral && f.FieldType == typeof(Regex))
            .Select(f => (Name: $"{f.DeclaringType!.Name}.{f.Name}", Pattern: (Regex)f.GetValue(null)!))
            .ToList();
        patterns.Count.ShouldBeGreaterThan(150);
        var lines = Texts.Select(t => t.Text[..4_000].Replace('\n', ' ')).Distinct().ToList();
        var runaway = patterns.Where(p =>
        {
            var bounded = new Regex(p.Pattern.ToString(), p.Pattern.Options, TimeSpan.FromSeconds(2));
            try
            {
                foreach (var line in lines)
                    _ = bounded.Count(line);
                return false;
            }
            catch (RegexMatchTimeoutException)
            {
                return true;
            }
        });
        runaway.Select(p => p.Name).ShouldBeEmpty();
    }

    /// <summary>Pages that ask a parser for the square of their length, or whoever looks through them.</summary>
    public static TheoryData<string, string> Pages =>
        new()
        {
            { "deep", Times("<div>", 40_000) + "x" + Times("</div>", 40_000) },
            { "links of one element", $"<p>{Times("<a href=\"/x\">y</a> ", 200_000)}" },
            { "numbers of one element", $"<p>{Times("<a href=\"tel:01632960142\">y</a> ", 20_000)}" },
            { "lists in lists", Times("<dl><dt>a<dd>", 500) + Times("word ", 100_000) },
        };

    [Theory]
    [MemberData(nameof(Pages))]
    public Task No_page_takes_more_than_its_budget(string name, string html) => WithinAsync($"{name}.html", Encoding.UTF8.GetBytes(html));

    /// <summary>What looks like tags and is none, tags without an end, shapes that end themselves: no depth, so all is read.</summary>
    [Theory]
    [InlineData("<script>for(i=0;i<n;i++){if(a<b)c()}</script>")]
    [InlineData("<!-- <div> <b> -->")]
    [InlineData("<svg viewBox='0 0 9 9'><path d='M0 0'/><circle r='1'/></svg>")]
    [InlineData("<li>Job<p>done")]
    public void A_page_of_many_tags_is_read(string part)
    {
        var html = $"<h1>Bell</h1>{Times(part, 2_000)}<p>Ring 01632 960142";
        DocumentReader.Read([new("page.html", Encoding.UTF8.GetBytes(html))]).Texts.Single().Text.ShouldContain("01632 960142");
    }

    [Fact]
    public void A_paste_and_a_page_for_the_plan_have_a_budget_too()
    {
        // Without one they take minutes: the square of what two seconds are enough for, thrice over.
        var deep = Times("<div>", 60_000) + "Harbour";
        ManuscriptReader.Read(deep, block: true).ShouldBe("Harbour");
        PageFromHtml.Read($"<main>{deep}</main>").Problem.ShouldNotBeNull().ShouldContain("too long");
    }

    [Fact]
    public async Task A_PDF_that_unpacks_to_hundreds_of_megabytes_is_refused_at_once()
    {
        (await WithinAsync("bomb.pdf", Pdf(Encoding.ASCII.GetBytes("BT /F1 12 Tf (abcdefgh) Tj ET\n"), 7_000_000))).ShouldContain(
            "bomb.pdf: is drawn in more detail"
        );
        // As a stream that is packed twice.
        (
            await WithinAsync("twice.pdf", Pdf(Encoding.ASCII.GetBytes("BT /F1 12 Tf (abcdefgh) Tj ET\n"), 7_000_000, twice: true))
        ).ShouldContain("twice.pdf: is drawn in more detail");
        // One with as much on it as a page may have is read.
        var drawn = Pdf(
            Encoding.ASCII.GetBytes("1 0 0 1 50 50 cm\n"),
            20_000,
            "BT /F1 12 Tf 1 0 0 1 50 700 Tm (Ring 01632 960142) Tj ET\n"
        );
        DocumentReader.Read([new("drawn.pdf", drawn)]).Texts.Single().Text.ShouldContain("01632 960142");
    }

    /// <summary>Few bytes that stand for much: aliases of aliases, nesting without end, columns beside columns.</summary>
    public static TheoryData<string, string> Trees =>
        new()
        {
            {
                "aliases.yaml",
                "a0: &a0 [x,x,x,x,x,x,x,x,x,x]\n"
                    + string.Concat(
                        Enumerable.Range(1, 9).Select(i => $"a{i}: &a{i} [{string.Join(',', Enumerable.Repeat($"*a{i - 1}", 10))}]\n")
                    )
            },
            { "deep.yaml", "a: " + Times("[", 200_000) },
            { "deep.json", Times("[", 200_000) },
            { "wide.json", $"[{Times("{\"a\":\"b\",\"c\":[1,2,3]},", 400_000)}0]" },
            { "columns.txt", Times(Times("a   ", 1_000).TrimEnd() + "\n", 4_000) },
        };

    [Theory]
    [MemberData(nameof(Trees))]
    public Task No_form_and_no_column_takes_more_than_its_budget(string name, string text) =>
        WithinAsync(name, Encoding.UTF8.GetBytes(text));

    [Fact]
    public async Task A_card_of_endless_lines_is_read_or_refused_at_once() =>
        await WithinAsync("card.vcf", Encoding.ASCII.GetBytes($"BEGIN:VCARD\nFN:A\nNOTE:{Times("x\n ", 400_000)}\nEND:VCARD\n"));

    [Fact]
    public void What_takes_too_long_is_left_and_what_was_found_by_then_is_kept()
    {
        var text = SourceText.Of("a.txt", "Phone 01632 960142\nOpen Mon-Fri 9-17");
        var whole = FactReading.Of([text], new DateOnly(2026, 12, 1));
        whole.Cut.ShouldBeFalse();
        whole["phone"].ShouldNotBeNull();
        var none = FactReading.Of([text with { Stated = whole["phone"]!.Values }], new DateOnly(2026, 12, 1), most: TimeSpan.Zero);
        none.Cut.ShouldBeTrue();
        none.Facts.Select(f => f.Fact).ShouldBe(["phone"]);
    }

    /// <summary>Reads a file with the command line, in a process that is ended beyond the budget.</summary>
    /// <returns>What it said, on both channels.</returns>
    private static async Task<string> WithinAsync(string name, byte[] bytes)
    {
        var folder = Directory.CreateTempSubdirectory("plurimax-budget-").FullName;
        try
        {
            var path = Path.Combine(folder, name);
            await File.WriteAllBytesAsync(path, bytes);
            var cli = Path.Combine(AppContext.BaseDirectory, "Plurimax.Cli.dll");
            var start = new ProcessStartInfo("bash", ["-c", $"ulimit -t {Seconds}; exec dotnet \"$0\" read \"$1\"", cli, path])
            {
                RedirectStandardOutput = true,
                RedirectStandardError = true,
            };
            start.Environment["DOTNET_GCHeapHardLimit"] = Memory.ToString("X");
            using var process = Process.Start(start)!;
            var error = process.StandardError.ReadToEndAsync();
            var said = await process.StandardOutput.ReadToEndAsync() + await error;
            await process.WaitForExitAsync();
            process.ExitCode.ShouldBeLessThanOrEqualTo(2, $"{name}: {said}");
            return said;
        }
        finally
        {
            Directory.Delete(folder, true);
        }
    }

    /// <summary>A PDF of one page that draws one thing again and again (ISO 32000-1, 7.5 and 7.8).</summary>
    private static byte[] Pdf(byte[] what, int times, string first = "", bool twice = false)
    {
        var packed = Packed(stream =>
        {
            stream.Write(Encoding.ASCII.GetBytes(first));
            var many = Enumerable.Repeat(what, 1000).SelectMany(x => x).ToArray();
            for (var i = 0; i < times; i += 1000)
                stream.Write(many);
        });
        if (twice)
            packed = Packed(stream => stream.Write(packed));
        var filter = twice ? "[/FlateDecode/FlateDecode]" : "/FlateDecode";
        var page = "<</Type/Page/Parent 2 0 R/MediaBox[0 0 600 800]/Contents 4 0 R/Resources<</Font<</F1 5 0 R>>>>>>";
        var file = new MemoryStream();
        var offsets = new List<long>();
        void Write(string text) => file.Write(Encoding.ASCII.GetBytes(text));
        void Object(string text)
        {
            offsets.Add(file.Position);
            Write($"{offsets.Count} 0 obj{text}endobj\n");
        }
        Write("%PDF-1.4\n");
        Object("<</Type/Catalog/Pages 2 0 R>>");
        Object("<</Type/Pages/Kids[3 0 R]/Count 1>>");
        Object(page);
        offsets.Add(file.Position);
        Write($"4 0 obj<</Length {packed.Length}/Filter{filter}>>stream\n");
        file.Write(packed);
        Write("\nendstream endobj\n");
        Object("<</Type/Font/Subtype/Type1/BaseFont/Helvetica>>");
        var table = file.Position;
        Write("xref\n0 6\n0000000000 65535 f \n" + string.Concat(offsets.Select(o => $"{o:0000000000} 00000 n \n")));
        Write($"trailer<</Size 6/Root 1 0 R>>\nstartxref\n{table}\n%%EOF");
        return file.ToArray();
    }

    private static byte[] Packed(Action<Stream> write)
    {
        var memory = new MemoryStream();
        using (var stream = new ZLibStream(memory, CompressionLevel.Optimal, leaveOpen: true))
            write(stream);
        return memory.ToArray();
    }
}
