using System.Collections.Immutable;
using Plurimax.Sites;

namespace Plurimax.Data;

/// <summary>A section put by for all sites of the agency. What it says of a firm are placeholders, so that it fits any.</summary>
public sealed class SavedSection : IOfAgency
{
    public Guid AgencyId { get; set; }
    public const int LongestName = 60;
    public Guid Id { get; set; } = Guid.CreateVersion7();
    public required string Name { get; set; }
    public required string Kind { get; set; }
    public required Section Section { get; set; }

    /// <summary>The further sections of a whole page; empty for a single section.</summary>
    public ImmutableArray<Section> Further { get; set; } = [];
    public bool IsPage { get; set; }
    public required Actor Who { get; set; }
    public DateTimeOffset At { get; set; }
}
