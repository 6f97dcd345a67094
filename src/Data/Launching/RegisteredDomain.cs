namespace Plurimax.Data;

/// <summary>A name in the books of the simulated registrar.</summary>
public sealed class RegisteredDomain
{
    public required string Name { get; set; }
    public Guid? SiteId { get; set; }
    public required string Holder { get; set; }
    public DateTimeOffset At { get; set; }
    public DateOnly PaidUntil { get; set; }
}
