using System.Collections.Immutable;
using Plurimax.Facts;
using Plurimax.Reading;

namespace Plurimax.Data;

/// <param name="Hash">Of the blob that holds the bytes.</param>
public sealed record HeldPicture(string Name, string Type, string Hash, long Length, int Width, int Height);

/// <summary>What a site is about to be made from: everything read or typed, to be looked through before anything is built.</summary>
public sealed class HeldStart : IOfAgency
{
    public Guid AgencyId { get; set; }
    public Guid Id { get; set; } = Guid.CreateVersion7();
    public required Actor Who { get; set; }
    public string Words { get; set; } = "";
    public string? TradeId { get; set; }

    /// <summary>The site whose trade, look and services are taken over.</summary>
    public Guid? LikeSiteId { get; set; }

    /// <summary>The prospect or client that the site will be for; null where it is somebody new.</summary>
    public Guid? ClientId { get; set; }

    /// <summary>Entries as read; what somebody ticks is confirmed when the site is made.</summary>
    public required FactSheet Facts { get; set; }
    public required SiteMaterial Material { get; set; }
    public ImmutableArray<string> Problems { get; set; } = [];

    /// <summary>Pictures among the files; they become the client's once the site is made.</summary>
    public ImmutableArray<HeldPicture> Pictures { get; set; } = [];

    /// <summary>Names of the files read.</summary>
    public ImmutableArray<string> Files { get; set; } = [];
    public DateTimeOffset At { get; set; }
    public Guid? SiteId { get; set; }
}
