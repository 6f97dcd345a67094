using System.Collections.Immutable;
using Microsoft.AspNetCore.Identity;
using Plurimax.Facts;
using Plurimax.Sites;

namespace Plurimax.Data;

/// <summary>A frozen version sent to the client behind a private link.</summary>
public sealed class Proof
{
    public Guid Id { get; set; } = Guid.CreateVersion7();
    public Guid SiteId { get; set; }
    public Site Site { get; set; } = null!;
    public int Round { get; set; }
    public int Revision { get; set; }

    /// <summary>SHA-256 of the token in the link; the token itself is not stored.</summary>
    public required byte[] TokenHash { get; set; }
    public required SiteDocument Document { get; set; }
    public required FactSheet Facts { get; set; }
    public required ImmutableDictionary<string, string> Settings { get; set; }
    public DateTimeOffset CreatedAt { get; set; }

    /// <summary>
    /// Where the application was reached when it was sent, for links in a later mail; empty for proofs of before there were reminders.
    /// </summary>
    public string Origin { get; set; } = "";
    public DateTimeOffset? RemindedAt { get; set; }
    public DateTimeOffset? OpenedAt { get; set; }
    public DateTimeOffset? EndedAt { get; set; }
    public DateTimeOffset? ChangesAskedAt { get; set; }
    public string? SignedBy { get; set; }
    public DateTimeOffset? SignedAt { get; set; }
    public List<Mark> Marks { get; set; } = [];
}
