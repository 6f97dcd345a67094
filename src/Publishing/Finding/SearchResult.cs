using Plurimax.Text;

namespace Plurimax.Publishing.Finding;

/// <param name="Text">What is shown of it.</param>
/// <param name="Pixels">How wide all of it is, in px.</param>
/// <param name="Room">How much of it is shown, in px.</param>
public sealed record ShownText(string Text, int Pixels, int Room)
{
    public bool Cut => Pixels > Room;
}

/// <summary>
/// A page as a search engine lists it: cut by the pixel, not by the letter. Sizes as result pages of search engines on a desk have had them
/// for years:
/// titles of 20 px in a column 600 px wide, descriptions of 14 px in two lines, in Arial, whose advance widths are those of Helvetica.
/// </summary>
public static class SearchResult
{
    public const int TitleRoom = 600,
        TitleSize = 20,
        DescriptionRoom = 1200,
        DescriptionSize = 14;

    /// <summary>A title shorter than this wastes the line.</summary>
    public const int TitleLeast = 200;

    public static ShownText Title(string text) => Fit(text, TitleSize, TitleRoom);

    public static ShownText Description(string text) => Fit(text, DescriptionSize, DescriptionRoom);

    /// <summary>Width of a line in px.</summary>
    public static double Width(string text, int size) => PdfText.Width(text, bold: false, size);

    private static ShownText Fit(string text, int size, int room)
    {
        var whole = (int)Math.Ceiling(Width(text, size));
        if (whole <= room)
            return new ShownText(text, whole, room);
        const string end = " …";
        var words = text.Split(' ');
        var n = words.Length;
        while (n > 1 && Width(string.Join(' ', words[..n]) + end, size) > room)
            n--;
        return new ShownText(string.Join(' ', words[..n]).TrimEnd(',', ';', ':', '|', '-', ' ') + end, whole, room);
    }
}
