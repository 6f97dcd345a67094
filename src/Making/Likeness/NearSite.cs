namespace Plurimax.Making.Likeness;

/// <summary>A site that reads like another.</summary>
/// <param name="Resemblance">Share of four-word runs that both have, 0 to 1.</param>
public sealed record NearSite(Guid SiteId, string Name, double Resemblance);
