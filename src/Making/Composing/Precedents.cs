using System.Collections.Immutable;
using Plurimax.Making.Likeness;
using Plurimax.Sites;

namespace Plurimax.Making.Composing;

/// <summary>What was composed before and matters for a site composed now.</summary>
/// <param name="Others">Wordings of the agency's other sites of this trade and language, to differ from.</param>
/// <param name="Stays">The site as it stands: its wordings stay wherever they still may. For changed facts and newer templates.</param>
/// <param name="Avoids">Earlier takes of the site: their wordings are not used again while others are left.</param>
public sealed record Precedents(CopyLedger Others, SiteDocument? Stays = null, ImmutableArray<SiteDocument> Avoids = default)
{
    public static readonly Precedents None = new(CopyLedger.Empty);
    public ImmutableArray<SiteDocument> Avoids { get; init; } = Avoids.IsDefault ? [] : Avoids;

    /// <summary>Seed and cut that are given: a further language has those of the first.</summary>
    public (string Seed, string Cut)? Given { get; init; }

    internal static IEnumerable<string> ChoicesOf(SiteDocument site) => site.Pages.SelectMany(ChoicesOf);

    internal static IEnumerable<string> ChoicesOf(Page page) =>
        page
            .Sections.SelectMany(s => s.Content.Passages())
            .Select(x => x.Passage)
            .Append(page.Title)
            .Append(page.Description)
            .Select(p => p.Choice)
            .OfType<string>()
            .Select(CopyLedger.Bare);
}
