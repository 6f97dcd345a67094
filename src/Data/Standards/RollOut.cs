using Plurimax.Making.Settings;

namespace Plurimax.Data;

public enum RollOutState
{
    Running,
    Paused,
    Looking,
    Stopped,
    Done,
    RolledBack,
}

/// <summary>Bringing a saved version of a shared layer to the published sites that follow it.</summary>
public sealed class RollOut : IOfAgency
{
    public Guid AgencyId { get; set; }
    public Guid Id { get; set; } = Guid.CreateVersion7();
    public SettingLayer Layer { get; set; }
    public string Scope { get; set; } = "";

    /// <summary>The version that it brings.</summary>
    public int Version { get; set; }
    public required string Name { get; set; }
    public string Said { get; set; } = "";
    public RollOutState State { get; set; }

    /// <summary>Groups up to this one may go; after each somebody looks.</summary>
    public int Open { get; set; } = 1;
    public int Groups { get; set; } = 1;

    /// <summary>Nothing is done before.</summary>
    public DateTimeOffset? Begins { get; set; }
    public required Actor Who { get; set; }
    public DateTimeOffset At { get; set; }
    public DateTimeOffset? EndedAt { get; set; }
}

public enum RollOutSiteState
{
    Waiting,
    Done,
    Same,
    Held,
    Failed,
    RolledBack,
    Left,
}

/// <summary>One site of a roll-out.</summary>
public sealed class RollOutSite
{
    public Guid RollOutId { get; set; }
    public int Number { get; set; }
    public Guid SiteId { get; set; }
    public Site Site { get; set; } = null!;
    public int Group { get; set; }
    public RollOutSiteState State { get; set; }
    public Guid? Before { get; set; }
    public Guid? After { get; set; }
    public int Files { get; set; }
    public string Problem { get; set; } = "";
    public DateTimeOffset? At { get; set; }
}
