using System.Collections.Immutable;
using Plurimax.Facts;
using Plurimax.Sites;

namespace Plurimax.Data;

/// <summary>A frozen version sent to the client behind a private link.</summary>
public sealed class Proof : PrivateLink
{
    public int Round { get; set; }
    public int Revision { get; set; }

    public required SiteDocument Document { get; set; }
    public required FactSheet Facts { get; set; }
    public required ImmutableDictionary<string, string> Settings { get; set; }

    /// <summary>
    /// Where the application was reached when it was sent, for links in a later mail; empty for proofs of before there were reminders.
    /// </summary>
    public string Origin { get; set; } = "";
    public DateTimeOffset? RemindedAt { get; set; }
    public DateTimeOffset? ChangesAskedAt { get; set; }
    public string? SignedBy { get; set; }
    public DateTimeOffset? SignedAt { get; set; }
    public List<Mark> Marks { get; set; } = [];
}
