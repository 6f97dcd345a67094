using Plurimax.Design.Pictures;

namespace Plurimax.Data;

/// <summary>A picture or brochure that a client sent. The bytes are a blob.</summary>
public sealed class ClientFile : IOfAgency
{
    public Guid AgencyId { get; set; }
    public Guid Id { get; set; } = Guid.CreateVersion7();

    /// <summary>Whose it is; null stands on the agency's own shelf, for all clients.</summary>
    public Guid? ClientId { get; set; }
    public Guid? IntakeId { get; set; }

    /// <summary>What it shows, in words.</summary>
    public string? Alt { get; set; }

    /// <summary>What could be seen of a photo when it came in; null of what is none, or came before it was looked at.</summary>
    public PhotoLook? Look { get; set; }

    /// <summary>Who made it and where it is from.</summary>
    public string? Source { get; set; }
    public required string Name { get; set; }
    public required string Type { get; set; }
    public required string Hash { get; set; }
    public long Length { get; set; }
    public int Width { get; set; }
    public int Height { get; set; }

    /// <summary>The sender may let us use it.</summary>
    public bool Cleared { get; set; }
    public DateTimeOffset At { get; set; }
}
