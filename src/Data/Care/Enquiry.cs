namespace Plurimax.Data;

public sealed class Enquiry
{
    public Guid Id { get; set; } = Guid.CreateVersion7();
    public Guid SiteId { get; set; }
    public Site Site { get; set; } = null!;
    public required string Name { get; set; }
    public required string Email { get; set; }
    public string Phone { get; set; } = "";
    public required string Message { get; set; }

    /// <summary>Why it is taken for advertising; empty for what was mailed.</summary>
    public string Aside { get; set; } = "";
    public DateTimeOffset At { get; set; }
    public DateTimeOffset? DoneAt { get; set; }
}
