using Plurimax.Core.Facts;
using Plurimax.Core.Sites;

namespace Plurimax.Core.Plans;

/// <summary>What a section still waits for before it shows anything.</summary>
public static class Waiting
{
    /// <returns>"photos" or the fact that is not known yet; null where the kind of section can show something.</returns>
    public static string? For(SectionKind kind, SiteDocument site, FactSheet facts) => kind.Fact switch
    {
        null => null,
        "photos" => site.Photos.Any() ? null : "photos",
        "team" => Rendering.Sections.Vouching.TeamOf(facts).Length > 0 ? null : "team",
        var fact => FactTree.Has(FactTree.Build(facts), fact) ? null : fact,
    };

    /// <summary>Of a section that stands: a gallery waits for photos of its own.</summary>
    public static string? For(Section section, SiteDocument site, FactSheet facts) => section.Content switch
    {
        GalleryContent or CompareContent => section.Content.Items.Any(i => site.Photos.Any(p => p.Id == i.Id)) ? null : "photos",
        VisitContent => facts.Public<HoursValue>("hours") is null && facts.Public<AddressValue>("place")?.Street is null ? "hours" : null,
        TrustContent { Items.IsEmpty: true } => "proof",
        var content => For(SectionKinds.Of(content), site, facts),
    };
}
