using Plurimax.Making.Likeness;
using Plurimax.Sites;

namespace Plurimax.Data;

/// <summary>
/// What is known of the copy of a site without reading the site: which wordings it uses, its shingles and their sketch, and its words.
/// </summary>
public sealed class SiteCopy : IOfAgency
{
    public Guid AgencyId { get; set; }
    public Guid SiteId { get; set; }

    /// <summary>The shipped trade whose wordings it draws on.</summary>
    public required string Trade { get; set; }
    public required string Language { get; set; }

    /// <summary>Number of the revision it was taken from.</summary>
    public int Revision { get; set; }

    /// <summary>See <see cref="CopyLedger.MarksOf"/>.</summary>
    public int[] Wordings { get; set; } = [];

    /// <summary>
    /// See <see cref="Plurimax.Making.Likeness.Shingles"/>; each hash with its bits as they are, in ascending order of the unsigned value.
    /// </summary>
    public int[] Shingles { get; set; } = [];

    /// <summary>See <see cref="Plurimax.Making.Likeness.Sketch"/>.</summary>
    public byte[] Sketch { get; set; } = [];

    /// <summary>Its words, by which sites are found (<see cref="ReplaceText.Tokens(SiteDocument)"/>).</summary>
    public string[] Words { get; set; } = [];

    public static SiteCopy Of(Guid site, SiteDocument document, string trade, int revision)
    {
        var shingles = Plurimax.Making.Likeness.Shingles.Of(document);
        return new SiteCopy
        {
            SiteId = site,
            Trade = trade,
            Language = document.Language,
            Revision = revision,
            Wordings = [.. CopyLedger.MarksOf(document)],
            Shingles = [.. shingles.Select(s => unchecked((int)s))],
            Sketch = Plurimax.Making.Likeness.Sketch.Of(shingles).ToBytes(),
            Words = [.. ReplaceText.Tokens(document)],
        };
    }
}
