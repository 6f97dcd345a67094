using Plurimax.Making.Settings;

namespace Plurimax.Data;

/// <summary>
/// A value that one layer sets. Scope is empty for the agency, else the id of the trade, standard, client or site, or "SITE/PAGE".
/// </summary>
public sealed class SettingValue : IOfAgency
{
    public Guid AgencyId { get; set; }
    public SettingLayer Layer { get; set; }
    public string Scope { get; set; } = "";
    public required string Key { get; set; }
    public required string Value { get; set; }

    /// <summary>Why it differs; for exceptions.</summary>
    public string Why { get; set; } = "";

    /// <summary>When somebody should look whether it still has to differ.</summary>
    public DateOnly? Review { get; set; }
    public required Actor Who { get; set; }
    public DateTimeOffset At { get; set; }
}

/// <summary>A change in hand on a shared layer: nobody sees it until it is saved.</summary>
public sealed class SettingDraft : IOfAgency
{
    public Guid AgencyId { get; set; }
    public SettingLayer Layer { get; set; }
    public string Scope { get; set; } = "";
    public required string Key { get; set; }

    /// <summary>Null gives the value back.</summary>
    public string? Value { get; set; }
    public required Actor Who { get; set; }
    public DateTimeOffset At { get; set; }
}

/// <summary>Who changed which value, when, from what to what, and why.</summary>
public sealed class SettingChange : IOfAgency
{
    public Guid AgencyId { get; set; }
    public long Id { get; set; }
    public SettingLayer Layer { get; set; }
    public string Scope { get; set; } = "";
    public required string Key { get; set; }
    public string? From { get; set; }
    public string? To { get; set; }
    public string Why { get; set; } = "";

    /// <summary>The version of the shared layer that came of it.</summary>
    public int? Version { get; set; }
    public required Actor Who { get; set; }
    public DateTimeOffset At { get; set; }
}
