namespace Plurimax.Data;

/// <summary>What a running process of the application says of itself, every few seconds. For whoever runs the host, of no agency.</summary>
public sealed class NodeReport
{
    public Guid Id { get; set; } = Guid.CreateVersion7();

    /// <summary>Machine and process, "web-1 (4711)".</summary>
    public required string Name { get; set; }
    public required string Version { get; set; }
    public DateTimeOffset StartedAt { get; set; }
    public DateTimeOffset SeenAt { get; set; }

    /// <summary>Its figures as JSON; the application writes and reads them.</summary>
    public required string Figures { get; set; }
}
