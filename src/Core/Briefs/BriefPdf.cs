using System.Globalization;
using System.Text;
using Plurimax.Core.Lettering;
using UglyToad.PdfPig.Content;
using UglyToad.PdfPig.Core;
using UglyToad.PdfPig.Fonts.Standard14Fonts;
using UglyToad.PdfPig.Writer;

namespace Plurimax.Core.Briefs;

/// <summary>
/// The brief as a PDF on A4 in Helvetica, a standard font that every reader brings along (ISO 32000-1, 9.6.2.2), with WinAnsiEncoding, so that
/// accents of Western Europe stand. Widths come from PdfPig's metrics; its writer knows no accents in standard fonts, so the few objects are written here.
/// </summary>
public static class BriefPdf
{
    private const double Left = 62, Right = 533, Top = 780, Foot = 60;

    public static byte[] Write(BriefDocument brief)
    {
        var pages = new List<StringBuilder> { new() };
        var y = Top;
        using var measure = new Measure();
        Put($"Brief: {brief.Business}", true, 20, 26);
        Put(string.Create(CultureInfo.InvariantCulture, $"{brief.Trade}, {brief.Date:yyyy-MM-dd}"), false, 10.5, 20);
        foreach (var reason in brief.TooLarge) Put($"May be too large: {reason}", true, 10.5, 15);
        foreach (var part in brief.Parts)
        {
            y -= 12;
            Put(part.Title, true, 13, 19);
            if (part.Lines.Length == 0) Put("Not said yet.", false, 10.5, 15);
            foreach (var line in part.Lines) Put($"{line.Label}: {line.Text}{(line.Sure ? "" : " (to be confirmed)")}", false, 10.5, 15);
        }
        return File(pages, brief.Business);

        void Put(string text, bool bold, double size, double leading)
        {
            foreach (var row in Wrap(Fit(text), bold, size))
            {
                if (y < Foot) { pages.Add(new()); y = Top; }
                pages[^1].Append(CultureInfo.InvariantCulture, $"BT /{(bold ? "B" : "P")} {size} Tf {Left} {y} Td <{Convert.ToHexString(Bytes(row))}> Tj ET\n");
                y -= leading;
            }
        }

        IEnumerable<string> Wrap(string text, bool bold, double size)
        {
            var row = "";
            foreach (var word in text.Split(' ', StringSplitOptions.RemoveEmptyEntries).SelectMany(w => w.Chunk(60).Select(c => new string(c))))
            {
                var longer = row.Length == 0 ? word : $"{row} {word}";
                if (row.Length > 0 && measure.Width(longer, bold, size) > Right - Left) { yield return row; row = word; }
                else row = longer;
            }
            if (row.Length > 0) yield return row;
        }
    }

    private static byte[] File(List<StringBuilder> pages, string title)
    {
        using var memory = new MemoryStream();
        var offsets = new List<long>();
        void Raw(string s) => memory.Write(Encoding.Latin1.GetBytes(s));
        void Object(string body) { offsets.Add(memory.Position); Raw(string.Create(CultureInfo.InvariantCulture, $"{offsets.Count} 0 obj\n{body}\nendobj\n")); }
        Raw("%PDF-1.4\n%\u00e2\u00e3\u00cf\u00d3\n");
        Object("<< /Type /Catalog /Pages 2 0 R >>");
        Object($"<< /Type /Pages /Count {pages.Count} /Kids [{string.Join(' ', Enumerable.Range(0, pages.Count).Select(i => $"{6 + 2 * i} 0 R"))}] >>");
        Object("<< /Type /Font /Subtype /Type1 /BaseFont /Helvetica /Encoding /WinAnsiEncoding >>");
        Object("<< /Type /Font /Subtype /Type1 /BaseFont /Helvetica-Bold /Encoding /WinAnsiEncoding >>");
        Object($"<< /Title <FEFF{Convert.ToHexString(Encoding.BigEndianUnicode.GetBytes($"Brief: {title}"))}> >>");
        for (var i = 0; i < pages.Count; i++)
        {
            Object($"<< /Type /Page /Parent 2 0 R /MediaBox [0 0 595 842] /Resources << /Font << /P 3 0 R /B 4 0 R >> >> /Contents {7 + 2 * i} 0 R >>");
            Object($"<< /Length {pages[i].Length} >>\nstream\n{pages[i]}endstream");
        }
        var table = memory.Position;
        Raw(string.Create(CultureInfo.InvariantCulture, $"xref\n0 {offsets.Count + 1}\n0000000000 65535 f \n"));
        foreach (var o in offsets) Raw(o.ToString("0000000000", CultureInfo.InvariantCulture) + " 00000 n \n");
        Raw(string.Create(CultureInfo.InvariantCulture, $"trailer\n<< /Size {offsets.Count + 1} /Root 1 0 R /Info 5 0 R >>\nstartxref\n{table}\n%%EOF\n"));
        return memory.ToArray();
    }

    /// <summary>Widths in points; an accented letter is as wide as its letter.</summary>
    private sealed class Measure : IDisposable
    {
        private readonly PdfDocumentBuilder _builder = new();
        private readonly PdfPageBuilder _page;
        private readonly PdfDocumentBuilder.AddedFont _plain, _bold;

        public Measure() => (_page, _plain, _bold) = (_builder.AddPage(PageSize.A4), _builder.AddStandard14Font(Standard14Font.Helvetica), _builder.AddStandard14Font(Standard14Font.HelveticaBold));

        public double Width(string text, bool bold, double size)
        {
            var ascii = string.Concat(text.Select(Letters.Base).Select(c => c is >= ' ' and <= '~' ? c : 'n'));
            return ascii.Length == 0 ? 0 : _page.MeasureText(ascii, size, new PdfPoint(0, 0), bold ? _bold : _plain)[^1].EndBaseLine.X;
        }

        public void Dispose() => _builder.Dispose();
    }

    private static byte[] Bytes(string row)
    {
        Encoding.RegisterProvider(CodePagesEncodingProvider.Instance);
        return Encoding.GetEncoding(1252).GetBytes(row);
    }

    /// <summary>Signs outside Windows-1252 are replaced by their letter without its mark, or by a question mark.</summary>
    private static string Fit(string text)
    {
        Encoding.RegisterProvider(CodePagesEncodingProvider.Instance);
        var western = Encoding.GetEncoding(1252, new EncoderReplacementFallback("\u0001"), DecoderFallback.ReplacementFallback);
        return string.Concat(text.ReplaceLineEndings(" ").Select(c => western.GetBytes(c.ToString())[0] != 1 ? c : Letters.Base(c) is >= ' ' and <= '~' and var plain ? plain : '?'));
    }
}
