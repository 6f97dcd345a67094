using System.Globalization;
using System.Text;
using Plurimax.Text;

namespace Plurimax.Work.Briefing;

/// <summary>The brief as a PDF on A4.</summary>
public static class BriefPdf
{
    private const double Left = 62,
        Right = 533,
        Top = 780,
        Foot = 60;

    public static byte[] Write(BriefDocument brief)
    {
        var pages = new List<StringBuilder> { new() };
        var y = Top;
        Put($"Brief: {brief.Business}", true, 20, 26);
        Put(string.Create(CultureInfo.InvariantCulture, $"{brief.Trade}, {brief.Date:yyyy-MM-dd}"), false, 10.5, 20);
        foreach (var reason in brief.TooLarge)
            Put($"May be too large: {reason}", true, 10.5, 15);
        foreach (var part in brief.Parts)
        {
            y -= 12;
            Put(part.Title, true, 13, 19);
            if (part.Lines.Length == 0)
                Put("Not said yet.", false, 10.5, 15);
            foreach (var line in part.Lines)
                Put($"{line.Label}: {line.Text}{(line.Sure ? "" : " (to be confirmed)")}", false, 10.5, 15);
        }
        return PdfText.File([.. pages.Select(p => new PdfPage(595, 842, p.ToString()))], $"Brief: {brief.Business}");

        void Put(string text, bool bold, double size, double leading)
        {
            foreach (var row in Wrap(PdfText.Fit(text), bold, size))
            {
                if (y < Foot)
                {
                    pages.Add(new());
                    y = Top;
                }
                pages[^1].Append(PdfText.At(row, bold, size, Left, y));
                y -= leading;
            }
        }

        IEnumerable<string> Wrap(string text, bool bold, double size)
        {
            var row = "";
            foreach (
                var word in text.Split(' ', StringSplitOptions.RemoveEmptyEntries).SelectMany(w => w.Chunk(60).Select(c => new string(c)))
            )
            {
                var longer = row.Length == 0 ? word : $"{row} {word}";
                if (row.Length > 0 && PdfText.Width(longer, bold, size) > Right - Left)
                {
                    yield return row;
                    row = word;
                }
                else
                    row = longer;
            }
            if (row.Length > 0)
                yield return row;
        }
    }
}
