using System.Collections.Immutable;
using Plurimax.Making.Settings;

namespace Plurimax.Data;

/// <summary>
/// A named set of shared settings that clients and sites follow. Its values stand with all others, in the layer of standards.
/// </summary>
public sealed class Standard : IOfAgency
{
    public Guid AgencyId { get; set; }
    public const int LongestName = 60;
    public Guid Id { get; set; } = Guid.CreateVersion7();
    public required string Name { get; set; }
    public string About { get; set; } = "";
    public required Actor Who { get; set; }
    public DateTimeOffset At { get; set; }

    /// <summary>Nobody can begin to follow it any more; those that do go on.</summary>
    public DateTimeOffset? RetiredAt { get; set; }
}

/// <summary>A shared layer as it was saved once. Never changed.</summary>
public sealed class StandardVersion : IOfAgency
{
    public Guid AgencyId { get; set; }
    public SettingLayer Layer { get; set; }
    public string Scope { get; set; } = "";
    public int Number { get; set; }
    public required ImmutableSortedDictionary<string, string> Values { get; set; }

    /// <summary>What was changed, in words.</summary>
    public string Said { get; set; } = "";
    public required Actor Who { get; set; }
    public DateTimeOffset At { get; set; }
}

/// <summary>
/// A client or a site follows a standard. A later place wins over an earlier one; what a site follows wins over what its client follows.
/// </summary>
public sealed class Follow : IOfAgency
{
    public Guid AgencyId { get; set; }

    /// <summary>Client or Site.</summary>
    public SettingLayer Layer { get; set; }
    public required string Scope { get; set; }
    public Guid StandardId { get; set; }
    public int Place { get; set; }
    public required Actor Who { get; set; }
    public DateTimeOffset At { get; set; }
}
