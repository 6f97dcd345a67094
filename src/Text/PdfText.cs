using System.Globalization;
using System.Text;
using UglyToad.PdfPig.Content;
using UglyToad.PdfPig.Core;
using UglyToad.PdfPig.Fonts.Standard14Fonts;
using UglyToad.PdfPig.Writer;

namespace Plurimax.Text;

/// <param name="Content">Operators of the page's content stream.</param>
public sealed record PdfPage(double Width, double Height, string Content);

/// <summary>
/// PDF files in Helvetica, a standard font that every reader brings along (ISO 32000-1, 9.6.2.2), with WinAnsiEncoding, so that accents of
/// Western Europe stand. Widths come from PdfPig's metrics; its writer knows no accents in standard fonts, so the few objects are written
/// here.
/// </summary>
public static class PdfText
{
    private static readonly Lock Gate = new();
    private static readonly Lazy<(PdfPageBuilder Page, PdfDocumentBuilder.AddedFont Plain, PdfDocumentBuilder.AddedFont Bold)> Metrics =
        new(() =>
        {
            var builder = new PdfDocumentBuilder();
            return (
                builder.AddPage(PageSize.A4),
                builder.AddStandard14Font(Standard14Font.Helvetica),
                builder.AddStandard14Font(Standard14Font.HelveticaBold)
            );
        });

    /// <summary>In points; an accented letter is as wide as its letter.</summary>
    public static double Width(string text, bool bold, double size)
    {
        var ascii = string.Concat(text.Select(Letters.Base).Select(c => c is >= ' ' and <= '~' ? c : 'n'));
        if (ascii.Length == 0)
            return 0;
        lock (Gate)
            return Metrics
                .Value.Page.MeasureText(ascii, size, new PdfPoint(0, 0), bold ? Metrics.Value.Bold : Metrics.Value.Plain)[^1]
                .EndBaseLine.X;
    }

    /// <summary>Operators that set a line with its baseline beginning at (x, y), y upwards, in points.</summary>
    public static string At(string text, bool bold, double size, double x, double y) =>
        string.Create(
            CultureInfo.InvariantCulture,
            $"BT /{(bold ? "B" : "P")} {Math.Round(size, 2)} Tf {Math.Round(x, 2)} {Math.Round(y, 2)} Td <"
                + $"{Convert.ToHexString(Bytes(Fit(text)))}> Tj ET\n"
        );

    public static byte[] File(IReadOnlyList<PdfPage> pages, string title)
    {
        using var memory = new MemoryStream();
        var offsets = new List<long>();
        void Raw(string s) => memory.Write(Encoding.Latin1.GetBytes(s));
        void Object(string body)
        {
            offsets.Add(memory.Position);
            Raw(string.Create(CultureInfo.InvariantCulture, $"{offsets.Count} 0 obj\n{body}\nendobj\n"));
        }
        Raw("%PDF-1.4\n%\u00e2\u00e3\u00cf\u00d3\n");
        Object("<< /Type /Catalog /Pages 2 0 R >>");
        Object(
            $"<< /Type /Pages /Count {pages.Count} /Kids ["
                + $"{string.Join(' ', Enumerable.Range(0, pages.Count).Select(i => $"{6 + 2 * i} 0 R"))}] >>"
        );
        Object("<< /Type /Font /Subtype /Type1 /BaseFont /Helvetica /Encoding /WinAnsiEncoding >>");
        Object("<< /Type /Font /Subtype /Type1 /BaseFont /Helvetica-Bold /Encoding /WinAnsiEncoding >>");
        Object($"<< /Title <FEFF{Convert.ToHexString(Encoding.BigEndianUnicode.GetBytes(title))}> >>");
        for (var i = 0; i < pages.Count; i++)
        {
            Object(
                string.Create(
                    CultureInfo.InvariantCulture,
                    $"<< /Type /Page /Parent 2 0 R /MediaBox [0 0 {pages[i].Width} {pages[i].Height}] /Resources << /Font << /P 3 0 "
                        + $"R /B 4 0 R >> >> /Contents {7 + 2 * i} 0 R >>"
                )
            );
            Object($"<< /Length {pages[i].Content.Length} >>\nstream\n{pages[i].Content}endstream");
        }
        var table = memory.Position;
        Raw(string.Create(CultureInfo.InvariantCulture, $"xref\n0 {offsets.Count + 1}\n0000000000 65535 f \n"));
        foreach (var o in offsets)
            Raw(o.ToString("0000000000", CultureInfo.InvariantCulture) + " 00000 n \n");
        Raw(
            string.Create(
                CultureInfo.InvariantCulture,
                $"trailer\n<< /Size {offsets.Count + 1} /Root 1 0 R /Info 5 0 R >>\nstartxref\n{table}\n%%EOF\n"
            )
        );
        return memory.ToArray();
    }

    private static byte[] Bytes(string row)
    {
        Encoding.RegisterProvider(CodePagesEncodingProvider.Instance);
        return Encoding.GetEncoding(1252).GetBytes(row);
    }

    /// <summary>Signs outside Windows-1252 are replaced by their letter without its mark, or by a question mark.</summary>
    public static string Fit(string text)
    {
        Encoding.RegisterProvider(CodePagesEncodingProvider.Instance);
        var western = Encoding.GetEncoding(1252, new EncoderReplacementFallback("\u0001"), DecoderFallback.ReplacementFallback);
        return string.Concat(
            text.ReplaceLineEndings(" ")
                .Select(c =>
                    western.GetBytes(c.ToString())[0] != 1 ? c
                    : Letters.Base(c) is >= ' ' and <= '~' and var plain ? plain
                    : '?'
                )
        );
    }
}
