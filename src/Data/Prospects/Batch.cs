namespace Plurimax.Data;

public enum BatchState
{
    Running,
    Paused,
    Ended,
    Done,
}

public enum BatchRowState
{
    Waiting,
    Made,
    Failed,
}

/// <summary>
/// Many sites at once, made in the background. Each row is one transaction: a process that dies leaves rows waiting, none half done.
/// </summary>
public sealed class Batch : IOfAgency
{
    public Guid AgencyId { get; set; }
    public Guid Id { get; set; } = Guid.CreateVersion7();
    public required string Name { get; set; }
    public required Actor Who { get; set; }
    public Guid? MakerId { get; set; }

    /// <summary>Samples for prospects; otherwise real sites, whose businesses become clients.</summary>
    public bool Samples { get; set; }
    public BatchState State { get; set; }
    public DateTimeOffset CreatedAt { get; set; }
    public DateTimeOffset? DoneAt { get; set; }
}

public sealed class BatchRow
{
    public Guid BatchId { get; set; }
    public int Number { get; set; }
    public Guid ClientId { get; set; }
    public Client Client { get; set; } = null!;
    public BatchRowState State { get; set; }
    public Guid? SiteId { get; set; }

    /// <summary>Why it failed, and what to do.</summary>
    public string Problem { get; set; } = "";
}
