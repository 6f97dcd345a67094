using DocumentFormat.OpenXml.Packaging;
using DocumentFormat.OpenXml.Wordprocessing;

namespace Plurimax.Reading.Files;

/// <summary>
/// Paragraphs, lists and tables of a text document (ISO/IEC 29500). Document types and entities are refused by the parser.
/// </summary>
public static class DocxFile
{
    public static SourceText Read(string name, byte[] bytes)
    {
        WordprocessingDocument document;
        try
        {
            document = WordprocessingDocument.Open(new MemoryStream(bytes, false), false);
        }
        catch (DocumentFormat.OpenXml.Packaging.OpenXmlPackageException)
        {
            throw new UnreadableException("is damaged: its parts do not fit together. Save it again.");
        }
        using (document)
        {
            var b = new TextBuilder();
            try
            {
                var main = document.MainDocumentPart ?? throw new UnreadableException("has no text in it.");
                foreach (var head in main.HeaderParts)
                foreach (var p in head.Header?.Descendants<Paragraph>() ?? [])
                    Paragraph(p, b);
                foreach (var element in main.Document?.Body?.ChildElements ?? [])
                    Block(element, b);
                foreach (var foot in main.FooterParts)
                foreach (var p in foot.Footer?.Descendants<Paragraph>() ?? [])
                    Paragraph(p, b);
            }
            catch (System.Xml.XmlException e) when (e.Message.Contains("DTD", StringComparison.Ordinal))
            {
                throw new UnreadableException("holds a document type with entities, which a text document never needs. It was not opened.");
            }
            return b.Count == 0
                ? throw new UnreadableException("has no text in it. If it is a scan, type the facts or send a PDF with text.")
                : b.Build(name);
        }
    }

    private static void Block(DocumentFormat.OpenXml.OpenXmlElement element, TextBuilder b)
    {
        switch (element)
        {
            case Paragraph p:
                Paragraph(p, b);
                break;
            case Table t:
                foreach (var row in t.Elements<TableRow>())
                    b.Row(
                        row.Elements<TableCell>()
                            .Select(c => string.Join(", ", c.Descendants<Paragraph>().Select(TextOf).Where(t => t.Length > 0)))
                    );
                b.Add("", LineRole.Text);
                break;
            case SdtBlock s:
                foreach (var child in s.SdtContentBlock?.ChildElements ?? [])
                    Block(child, b);
                break;
        }
    }

    private static void Paragraph(Paragraph p, TextBuilder b)
    {
        var style = p.ParagraphProperties?.ParagraphStyleId?.Val?.Value ?? "";
        var role =
            style.StartsWith("Heading", StringComparison.OrdinalIgnoreCase) || style is "Title" or "Subtitle" ? LineRole.Heading
            : p.ParagraphProperties?.NumberingProperties is not null || style.StartsWith("List", StringComparison.OrdinalIgnoreCase)
                ? LineRole.Item
            : LineRole.Text;
        foreach (var inner in p.Descendants<Paragraph>().Where(i => !i.Ancestors<DocumentFormat.OpenXml.AlternateContentFallback>().Any()))
            Paragraph(inner, b);
        foreach (var line in TextOf(p).Split('\n'))
            if (role == LineRole.Text)
                b.Plain(line);
            else
                b.Add(line.Trim(), role);
        if (TextOf(p).Length == 0)
            b.Add("", LineRole.Text);
    }

    /// <summary>In a hidden or struck-through run, or in the second form of a drawing.</summary>
    private static bool Unsaid(DocumentFormat.OpenXml.OpenXmlElement e) =>
        e.Ancestors<Run>().Any(r => r.RunProperties is { } p && (On(p.Vanish) || On(p.Strike) || On(p.DoubleStrike) || On(p.WebHidden)))
        || e.Ancestors<DocumentFormat.OpenXml.AlternateContentFallback>().Any();

    private static bool On(OnOffType? property) => property is not null && (property.Val is null || property.Val.Value);

    /// <summary>Text as it stands after accepting all changes: deleted text is not part of it.</summary>
    private static string TextOf(Paragraph p)
    {
        var s = new System.Text.StringBuilder();
        // Text in a drawing's box is a paragraph of its own.
        foreach (var e in p.Descendants().Where(d => d.Ancestors<Paragraph>().First() == p))
            switch (e)
            {
                // The same drawing twice, for programs that know less; or marked as not meant.
                case var x when Unsaid(x):
                    break;
                case DocumentFormat.OpenXml.Wordprocessing.Text t:
                    s.Append(t.Text);
                    break;
                case SymbolChar { Char.Value: var sign }:
                    s.Append(
                        sign is "F0FE" or "F0FD" or "F052" or "F054" ? '☒'
                        : sign is "F0A8" or "F06F" or "F0A3" ? '☐'
                        : ' '
                    );
                    break;
                case TabChar:
                    s.Append('\t');
                    break;
                case Break or CarriageReturn:
                    s.Append('\n');
                    break;
            }
        return s.ToString().Trim();
    }
}
