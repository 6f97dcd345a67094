using Plurimax.Text;
using UglyToad.PdfPig;
using UglyToad.PdfPig.Content;
using UglyToad.PdfPig.DocumentLayoutAnalysis.WordExtractor;
using UglyToad.PdfPig.Exceptions;

namespace Plurimax.Reading.Files;

/// <summary>The text layer of a PDF (ISO 32000), line by line. A wide gap within a line separates columns.</summary>
public static class PdfFile
{
    public const int MostPages = 80;

    /// <summary>A dense page of a newspaper has some 5,000.</summary>
    private const int MostWords = 10_000;

    /// <exception cref="UnreadableException">It is locked, damaged, a scan, or drawn in too much detail.</exception>
    public static SourceText Read(string name, byte[] bytes)
    {
        try
        {
            var filters = new PdfFilters();
            using var pdf = PdfDocument.Open(bytes, new ParsingOptions { UseLenientParsing = true, FilterProvider = filters });
            var b = new TextBuilder();
            var (read, drawn) = (0, 0);
            while (read < Math.Min(pdf.NumberOfPages, MostPages) && !b.Full && !filters.AllSpent)
            {
                filters.NextPage();
                // What is left out of a page leaves it in disorder, so that none of it counts.
                if (Whole(pdf, ++read, filters) is { } page)
                    Page(page, b);
                else
                    drawn++;
            }
            if (b.Count == 0)
                throw new UnreadableException(
                    drawn > 0
                        ? "is drawn in more detail than can be read. Copy its text out and send that."
                        : "has no text layer, so it is probably a scan. Type the facts, or send the original document."
                );
            var notes = new List<string>();
            if (pdf.NumberOfPages > read)
                notes.Add($"{name}: {pdf.NumberOfPages} pages; the first {read} were read.");
            if (drawn > 0)
                notes.Add(
                    $"{name}: {Plural.Of(drawn, "page")} of {read} left out, drawn in more detail than can be read. Copy the text out of "
                        + $"them and send that."
                );
            return b.Build(name, notes: [.. notes]);
        }
        catch (PdfDocumentEncryptedException)
        {
            throw new UnreadableException("is locked with a password. Save it without one and send it again.");
        }
        catch (Exception e) when (e is not UnreadableException and not OutOfMemoryException)
        {
            throw new UnreadableException("is a damaged PDF. Save or print it as a new PDF and send that.");
        }
    }

    /// <summary>A page as far as it can be read within its bounds; null where it cannot.</summary>
    private static Page? Whole(PdfDocument pdf, int number, PdfFilters filters)
    {
        try
        {
            var page = pdf.GetPage(number);
            return filters.Spent ? null : page;
        }
        catch (Exception) when (filters.Spent)
        {
            return null;
        }
    }

    private static void Page(Page page, TextBuilder b)
    {
        // What runs up or down the side is read by itself, after what lies level.
        var level = page.Letters.Where(l => l.TextOrientation == TextOrientation.Horizontal).ToList();
        Lines(NearestNeighbourWordExtractor.Instance.GetWords(level), page, b, turned: false);
        foreach (
            var way in page
                .Letters.Where(l => l.TextOrientation is TextOrientation.Rotate90 or TextOrientation.Rotate270)
                .GroupBy(l => l.TextOrientation)
        )
            Lines(NearestNeighbourWordExtractor.Instance.GetWords([.. way]), page, b, turned: true);
    }

    private static void Lines(IEnumerable<Word> found, Page page, TextBuilder b, bool turned)
    {
        var words = found.Where(w => w.Text.Trim().Length > 0).Take(MostWords).ToList();
        if (turned)
        {
            if (words.Count > 0)
                b.Plain(string.Join(' ', words.OrderBy(w => w.BoundingBox.Bottom).Select(w => w.Text)), page.Number);
            return;
        }
        foreach (var part in PdfColumns.Parts([.. words], Height))
            Lines(part, page, b);
    }

    private static void Lines(IReadOnlyList<Word> words, Page page, TextBuilder b)
    {
        var lines = new List<List<Word>>();
        foreach (var w in words.OrderByDescending(w => w.BoundingBox.Bottom).ThenBy(w => w.BoundingBox.Left))
        {
            // They come from top to bottom: none belongs to a line far above.
            var line = lines
                .TakeLast(8)
                .LastOrDefault(l => Math.Abs(l[0].BoundingBox.Bottom - w.BoundingBox.Bottom) < Math.Max(2, .5 * Height(l[0])));
            if (line is null)
                lines.Add([w]);
            else
                line.Add(w);
        }
        var usual = words.Count == 0 ? 0 : words.Select(Height).Order().ElementAt(words.Count / 2);
        double? last = null;
        foreach (var line in lines)
        {
            line.Sort((x, y) => x.BoundingBox.Left.CompareTo(y.BoundingBox.Left));
            var height = line.Max(Height);
            if (last is { } above && above - line[0].BoundingBox.Bottom > 2.2 * Math.Max(usual, height))
                b.Add("", LineRole.Text, page.Number);
            last = line[0].BoundingBox.Bottom;
            var text = new System.Text.StringBuilder(line[0].Text);
            for (var i = 1; i < line.Count; i++)
                text.Append(line[i].BoundingBox.Left - line[i - 1].BoundingBox.Right > 2.2 * height ? "\t" : " ").Append(line[i].Text);
            if (height > 1.25 * usual && text.Length < 90 && !text.ToString().Contains('\t'))
                b.Add(text.ToString(), LineRole.Heading, page.Number);
            else
                b.Plain(text.ToString(), page.Number);
        }
        b.Add("", LineRole.Text, page.Number);
    }

    private static double Height(Word w) => w.Letters.Count > 0 ? w.Letters[0].PointSize : w.BoundingBox.Height;
}
