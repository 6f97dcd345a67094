using System.Collections.Immutable;
using Plurimax.Facts;
using Plurimax.Sites;

namespace Plurimax.Data;

/// <summary>
/// One state of a site's document. Never changed: history is these rows. While somebody types in a passage each save takes the place of the
/// one before it,
/// so that undo goes back by stretches of typing and not by letters.
/// </summary>
public sealed class SiteRevision
{
    public Guid SiteId { get; set; }
    public int Number { get; set; }

    /// <summary>The revision it was made from; null for the first.</summary>
    public int? Parent { get; set; }
    public required SiteDocument Document { get; set; }

    /// <summary>What was done, in words.</summary>
    public required string Said { get; set; }

    /// <summary>The one section it touched, or null where it touched more.</summary>
    public string? Touched { get; set; }

    /// <summary>The passage that was typed in, by its path in the section.</summary>
    public string? Typed { get; set; }

    /// <summary>Facts of the client that were changed in one go with it: taken back with it, where nobody changed them since.</summary>
    public ImmutableArray<FactStep>? Facts { get; set; }

    /// <summary>The name somebody gave to this version; null for most.</summary>
    public string? Name { get; set; }
    public required Actor Who { get; set; }
    public DateTimeOffset At { get; set; }
}

/// <param name="Before">Null where the fact was not known; <paramref name="After"/> where it is not any more.</param>
public sealed record FactStep(string Fact, FactEntry? Before, FactEntry? After);
