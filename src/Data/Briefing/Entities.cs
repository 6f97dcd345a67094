using System.Collections.Immutable;
using Plurimax.Design.Pictures;
using Plurimax.Facts;
using Plurimax.Reading;
using Plurimax.Work.Briefs;

namespace Plurimax.Data;

/// <param name="Hash">Of the blob that holds the bytes.</param>
public sealed record SheetPicture(string Name, string Type, string Hash, long Length, int Width, int Height);

/// <summary>What a site is about to be made from: everything read or typed, to be looked through before anything is built.</summary>
public sealed class StartSheet
{
    public Guid Id { get; set; } = Guid.CreateVersion7();
    public required string Who { get; set; }
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
    public ImmutableArray<SheetPicture> Pictures { get; set; } = [];

    /// <summary>Names of the files read.</summary>
    public ImmutableArray<string> Files { get; set; } = [];
    public DateTimeOffset At { get; set; }
    public Guid? SiteId { get; set; }
}

/// <summary>A client's private form: questions behind a link, answered on a phone, saved as they are typed.</summary>
public sealed class Intake
{
    public Guid Id { get; set; } = Guid.CreateVersion7();
    public Guid SiteId { get; set; }
    public Site Site { get; set; } = null!;

    /// <summary>SHA-256 of the token in the link; the token itself is not stored.</summary>
    public required byte[] TokenHash { get; set; }
    public required ImmutableArray<string> Questions { get; set; }

    /// <summary>The language it asks in, BCP 47.</summary>
    public string Language { get; set; } = "en";

    /// <summary>What was typed, by fact id, also where it could not be read yet.</summary>
    public ImmutableDictionary<string, string> Typed { get; set; } = ImmutableDictionary<string, string>.Empty;
    public required string Who { get; set; }
    public DateTimeOffset CreatedAt { get; set; }
    public DateTimeOffset? OpenedAt { get; set; }
    public DateTimeOffset? LastAnswerAt { get; set; }
    public DateTimeOffset? SentAt { get; set; }
    public DateTimeOffset? RemindedAt { get; set; }
    public DateTimeOffset? EndedAt { get; set; }
}

/// <summary>A picture or brochure that a client sent. The bytes are a blob.</summary>
public sealed class ClientFile
{
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

/// <summary>A brief as it was sent: frozen, to be agreed by a named person.</summary>
public sealed class SentBrief
{
    public Guid Id { get; set; } = Guid.CreateVersion7();
    public Guid SiteId { get; set; }
    public Site Site { get; set; } = null!;

    /// <summary>SHA-256 of the token in the link; the token itself is not stored.</summary>
    public required byte[] TokenHash { get; set; }
    public required BriefDocument Document { get; set; }
    public required string Who { get; set; }
    public DateTimeOffset CreatedAt { get; set; }
    public DateTimeOffset? OpenedAt { get; set; }
    public string? AgreedBy { get; set; }
    public DateTimeOffset? AgreedAt { get; set; }

    /// <summary>What the client would have different, in their words.</summary>
    public string? Wish { get; set; }
    public DateTimeOffset? EndedAt { get; set; }
}
