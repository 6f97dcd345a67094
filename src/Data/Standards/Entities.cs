using System.Collections.Immutable;
using Plurimax.Making.Settings;

namespace Plurimax.Data.Standards;

/// <summary>
/// A value that one layer sets. Scope is empty for the agency, else the id of the trade, standard, client or site, or "SITE/PAGE".
/// </summary>
public sealed class SettingValue
{
    public SettingLayer Layer { get; set; }
    public string Scope { get; set; } = "";
    public required string Key { get; set; }
    public required string Value { get; set; }

    /// <summary>Why it differs; for exceptions.</summary>
    public string Why { get; set; } = "";

    /// <summary>When somebody should look whether it still has to differ.</summary>
    public DateOnly? Review { get; set; }
    public required string Who { get; set; }
    public DateTimeOffset At { get; set; }
}

/// <summary>A change in hand on a shared layer: nobody sees it until it is saved.</summary>
public sealed class SettingDraft
{
    public SettingLayer Layer { get; set; }
    public string Scope { get; set; } = "";
    public required string Key { get; set; }

    /// <summary>Null gives the value back.</summary>
    public string? Value { get; set; }
    public required string Who { get; set; }
    public DateTimeOffset At { get; set; }
}

/// <summary>
/// A named set of shared settings that clients and sites follow. Its values stand with all others, in the layer of standards.
/// </summary>
public sealed class Standard
{
    public const int LongestName = 60;
    public Guid Id { get; set; } = Guid.CreateVersion7();
    public required string Name { get; set; }
    public string About { get; set; } = "";
    public required string Who { get; set; }
    public DateTimeOffset At { get; set; }

    /// <summary>Nobody can begin to follow it any more; those that do go on.</summary>
    public DateTimeOffset? RetiredAt { get; set; }
}

/// <summary>A shared layer as it was saved once. Never changed.</summary>
public sealed class StandardVersion
{
    public SettingLayer Layer { get; set; }
    public string Scope { get; set; } = "";
    public int Number { get; set; }
    public required ImmutableSortedDictionary<string, string> Values { get; set; }

    /// <summary>What was changed, in words.</summary>
    public string Said { get; set; } = "";
    public required string Who { get; set; }
    public DateTimeOffset At { get; set; }
}

/// <summary>
/// A client or a site follows a standard. A later place wins over an earlier one; what a site follows wins over what its client follows.
/// </summary>
public sealed class Follow
{
    /// <summary>Client or Site.</summary>
    public SettingLayer Layer { get; set; }
    public required string Scope { get; set; }
    public Guid StandardId { get; set; }
    public int Place { get; set; }
    public required string Who { get; set; }
    public DateTimeOffset At { get; set; }
}

/// <summary>Who changed which value, when, from what to what, and why.</summary>
public sealed class SettingChange
{
    public long Id { get; set; }
    public SettingLayer Layer { get; set; }
    public string Scope { get; set; } = "";
    public required string Key { get; set; }
    public string? From { get; set; }
    public string? To { get; set; }
    public string Why { get; set; } = "";

    /// <summary>The version of the shared layer that came of it.</summary>
    public int? Version { get; set; }
    public required string Who { get; set; }
    public DateTimeOffset At { get; set; }
}

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
public sealed class RollOut
{
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
    public required string Who { get; set; }
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
