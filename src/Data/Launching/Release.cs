using System.Collections.Immutable;
using Plurimax.Facts;
using Plurimax.Making.Settings;

namespace Plurimax.Data;

/// <param name="Hash">SHA-256 of the bytes, hexadecimal.</param>
public sealed record ReleaseFile(string Hash, long Length);

/// <summary>One published build: which path holds which blob.</summary>
public sealed class Release
{
    public Guid Id { get; set; } = Guid.CreateVersion7();
    public Guid SiteId { get; set; }
    public Site Site { get; set; } = null!;
    public int Number { get; set; }
    public int Revision { get; set; }
    public required ImmutableSortedDictionary<string, ReleaseFile> Manifest { get; set; }
    public required Actor Who { get; set; }
    public DateTimeOffset At { get; set; }
    public int FilesNew { get; set; }

    /// <summary>
    /// The facts it was made of, so that a roll-out brings nothing with it but what it is about; null for releases of before there were
    /// roll-outs.
    /// </summary>
    public FactSheet? Facts { get; set; }

    /// <summary>The settings it was made with, as far as they are not the default.</summary>
    public ImmutableDictionary<string, string>? Settings { get; set; }

    /// <summary>Short digest of what of the settings shows on its pages (<see cref="SettingsPrint"/>).</summary>
    public string? Print { get; set; }
}
