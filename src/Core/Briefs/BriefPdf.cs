using System.Globalization;
using System.Text;
using UglyToad.PdfPig.Content;
using UglyToad.PdfPig.Core;
using UglyToad.PdfPig.Fonts.Standard14Fonts;
using UglyToad.PdfPig.Writer;

namespace Plurimax.Core.Briefs;

/// <summary>The brief as a PDF on A4, in the standard fonts that every reader brings along (ISO 32000-1, 9.6.2.2).</summary>
public static class BriefPdf
{
    private const double Left = 62, Right = 533, Top = 780, Foot = 60;

    public static byte[] Write(BriefDocument brief)
    {
        using var b = new PdfDocumentBuilder();
        b.DocumentInformation.Title = $"Brief: {brief.Business}";
        var plain = b.AddStandard14Font(Standard14Font.Helvetica);
        var bold = b.AddStandard14Font(Standard14Font.HelveticaBold);
        var page = b.AddPage(PageSize.A4);
        var y = Top;
        Put($"Brief: {brief.Business}", bold, 20, 26);
        Put($"{brief.Trade}, {brief.Date:yyyy-MM-dd}", plain, 10.5, 20);
        foreach (var reason in brief.TooLarge) Put($"May be too large: {reason}", bold, 10.5, 15);
        foreach (var part in brief.Parts)
        {
            y -= 12;
            Put(part.Title, bold, 13, 19);
            if (part.Lines.Length == 0) Put("Not said yet.", plain, 10.5, 15);
            foreach (var line in part.Lines) Put($"{line.Label}: {line.Text}{(line.Sure ? "" : " (to be confirmed)")}", plain, 10.5, 15);
        }
        return b.Build();

        void Put(string text, PdfDocumentBuilder.AddedFont font, double size, double leading)
        {
            foreach (var row in Wrap(text, font, size))
            {
                if (y < Foot) { page = b.AddPage(PageSize.A4); y = Top; }
                page.AddText(row, size, new PdfPoint(Left, y), font);
                y -= leading;
            }
        }

        IEnumerable<string> Wrap(string text, PdfDocumentBuilder.AddedFont font, double size)
        {
            var row = "";
            foreach (var word in Fit(text).Split(' ', StringSplitOptions.RemoveEmptyEntries).SelectMany(w => w.Chunk(60).Select(c => new string(c))))
            {
                var longer = row.Length == 0 ? word : $"{row} {word}";
                var letters = page.MeasureText(longer, size, new PdfPoint(0, 0), font);
                if (row.Length > 0 && letters.Count > 0 && letters[^1].EndBaseLine.X > Right - Left) { yield return row; row = word; }
                else row = longer;
            }
            if (row.Length > 0) yield return row;
        }
    }

    /// <summary>Signs that the standard fonts lack are replaced by their nearest.</summary>
    private static string Fit(string text)
    {
        var b = new StringBuilder();
        foreach (var c in text.ReplaceLineEndings(" "))
            if (c is >= ' ' and <= '~' or >= '\u00a1' and <= '\u00ff') b.Append(c);
            else b.Append(c switch
            {
                '“' or '”' or '„' => "\"",
                '‘' or '’' or '‚' => "'",
                '–' or '—' or '‑' => "-",
                '…' => "...",
                '€' => "EUR",
                '•' or '·' => "-",
                _ => CharUnicodeInfo.GetUnicodeCategory(c) is UnicodeCategory.SpaceSeparator ? " " : c.ToString().Normalize(NormalizationForm.FormD)[0] is >= ' ' and <= '~' and var plain ? plain.ToString() : "?",
            });
        return b.ToString();
    }
}
