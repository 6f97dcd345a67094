namespace Plurimax.Data;

/// <summary>
/// What is sent to somebody without an account and opened by a link that only they have. Each kind has its own table with these columns.
/// </summary>
public abstract class PrivateLink
{
    public Guid Id { get; set; } = Guid.CreateVersion7();
    public Guid SiteId { get; set; }
    public Site Site { get; set; } = null!;

    /// <summary>SHA-256 of the token in the link; the token itself is not stored.</summary>
    public required byte[] TokenHash { get; set; }

    /// <summary>Who sent it.</summary>
    public required Actor Who { get; set; }
    public DateTimeOffset CreatedAt { get; set; }

    /// <summary>When it was opened first.</summary>
    public DateTimeOffset? OpenedAt { get; set; }

    /// <summary>Nobody gets in any more from then on.</summary>
    public DateTimeOffset? EndedAt { get; set; }
}
