namespace Plurimax.Data;

/// <summary>An address that asked for a site's news. Written to only after it was confirmed by the link that was mailed to it.</summary>
public sealed class Subscriber
{
    public Guid Id { get; set; } = Guid.CreateVersion7();
    public Guid SiteId { get; set; }
    public Site Site { get; set; } = null!;
    public required string Email { get; set; }
    public required byte[] TokenHash { get; set; }
    public DateTimeOffset At { get; set; }
    public DateTimeOffset? ConfirmedAt { get; set; }
}
