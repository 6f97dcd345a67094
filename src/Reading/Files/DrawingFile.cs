using System.Xml;

namespace Plurimax.Reading.Files;

/// <summary>Looks through an SVG for anything that acts or fetches.</summary>
public static class DrawingFile
{
    private static readonly XmlReaderSettings Settings = new()
    {
        DtdProcessing = DtdProcessing.Prohibit,
        XmlResolver = null,
        MaxCharactersInDocument = 4_000_000,
    };

    /// <returns>Why the drawing is not taken; null if it is harmless.</returns>
    public static string? Problem(byte[] bytes)
    {
        try
        {
            using var r = XmlReader.Create(new MemoryStream(bytes, false), Settings);
            while (r.Read())
            {
                if (r.NodeType != XmlNodeType.Element)
                    continue;
                if (r.LocalName.ToLowerInvariant() is "script" or "foreignobject" or "iframe" or "embed" or "object" or "handler")
                    return $"the drawing holds <{r.LocalName}>, which can run code. Export it as a plain SVG.";
                for (var more = r.MoveToFirstAttribute(); more; more = r.MoveToNextAttribute())
                {
                    var value = r.Value.Trim();
                    if (r.LocalName.StartsWith("on", StringComparison.OrdinalIgnoreCase))
                        return $"the drawing holds an action ({r.LocalName}). Export it as a plain SVG.";
                    if (
                        r.LocalName is "href" or "src"
                        && !value.StartsWith('#')
                        && !value.StartsWith("data:image/", StringComparison.OrdinalIgnoreCase)
                    )
                        return "the drawing points to something outside itself. Export it with everything embedded.";
                }
            }
            return null;
        }
        catch (XmlException)
        {
            return "the drawing is damaged or holds a document type. Export it as a plain SVG.";
        }
    }
}
