using System.Collections.Immutable;
using Plurimax.Work.Briefs;

namespace Plurimax.Data;

/// <summary>A brief as it was sent: frozen, to be agreed by a named person.</summary>
public sealed class SentBrief
{
    public Guid Id { get; set; } = Guid.CreateVersion7();
    public Guid SiteId { get; set; }
    public Site Site { get; set; } = null!;

    /// <summary>SHA-256 of the token in the link; the token itself is not stored.</summary>
    public required byte[] TokenHash { get; set; }
    public required BriefDocument Document { get; set; }
    public required string Who { get; set; }
    public DateTimeOffset CreatedAt { get; set; }
    public DateTimeOffset? OpenedAt { get; set; }
    public string? AgreedBy { get; set; }
    public DateTimeOffset? AgreedAt { get; set; }

    /// <summary>What the client would have different, in their words.</summary>
    public string? Wish { get; set; }
    public DateTimeOffset? EndedAt { get; set; }
}
