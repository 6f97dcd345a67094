using Plurimax.Work.Line;

namespace Plurimax.Data;

public enum SiteEventKind
{
    Station,
    Wait,
    Note,
}

/// <summary>What happened to a site, for the Line and the Ticket.</summary>
public sealed class SiteEvent
{
    public long Id { get; set; }
    public Guid SiteId { get; set; }
    public SiteEventKind Kind { get; set; }
    public Station Station { get; set; }
    public Party Party { get; set; }
    public string Text { get; set; } = "";
    public required Actor Who { get; set; }
    public DateTimeOffset At { get; set; }
}
