namespace Plurimax.Data;

/// <summary>
/// Somebody signed in on one device. The sign-in cookie names it; once the row is gone, that cookie lets nobody in any more.
/// </summary>
public sealed class UserSession : IOfAgency
{
    public Guid AgencyId { get; set; }
    public Guid Id { get; set; } = Guid.CreateVersion7();
    public Guid UserId { get; set; }
    public AppUser User { get; set; } = null!;

    /// <summary>Browser and system in a few words.</summary>
    public required string Device { get; set; }

    /// <summary>The address it was last seen at.</summary>
    public required string Address { get; set; }
    public DateTimeOffset CreatedAt { get; set; }

    /// <summary>Last seen, within a few minutes.</summary>
    public DateTimeOffset SeenAt { get; set; }
}
