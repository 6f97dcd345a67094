using Plurimax.Facts;
using Plurimax.Sites;

namespace Plurimax.Making.Plans;

/// <summary>What sections of a site still wait for before they show anything.</summary>
public sealed class Waiting(SiteDocument site, FactSheet facts)
{
    private readonly Dictionary<string, object> _tree = FactTree.Build(facts);

    /// <returns>"photos" or the fact that is not known yet; null where the kind of section can show something.</returns>
    public string? For(SectionKind kind) =>
        kind.Fact switch
        {
            null => null,
            "photos" => site.Photos.Any() ? null : "photos",
            "team" => Team.Of(facts).Length > 0 ? null : "team",
            var fact => FactTree.Has(_tree, fact) ? null : fact,
        };

    /// <summary>Of a section that stands: a gallery waits for photos of its own.</summary>
    public string? For(Section section) =>
        section.Content switch
        {
            GalleryContent or CompareContent => section.Content.Items.Any(i => site.Photos.Any(p => p.Id == i.Id)) ? null : "photos",
            VisitContent => facts.Public<HoursValue>("hours") is null && facts.Public<AddressValue>("place")?.Street is null
                ? "hours"
                : null,
            TrustContent { Items.IsEmpty: true } => "proof",
            var content => For(SectionKinds.Of(content)),
        };
}
