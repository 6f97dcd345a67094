using System.Collections.Immutable;
using Microsoft.AspNetCore.Identity;
using Plurimax.Facts;
using Plurimax.Making.Settings;
using Plurimax.Sites;
using Plurimax.Work.Line;
using Plurimax.Work.Prospects;

namespace Plurimax.Data;

/// <summary>Somebody at the agency.</summary>
public sealed class AppUser : IdentityUser<Guid>
{
    public string DisplayName { get; set; } = "";
    public string Initials =>
        string.Concat(DisplayName.Split(' ', StringSplitOptions.RemoveEmptyEntries).Take(2).Select(w => char.ToUpperInvariant(w[0])));
}

public sealed class Site
{
    public Guid Id { get; set; } = Guid.CreateVersion7();

    /// <summary>Ticket number, for people.</summary>
    public int Number { get; set; }
    public required string Slug { get; set; }
    public Guid ClientId { get; set; }
    public Client Client { get; set; } = null!;
    public required string TradeId { get; set; }
    public Guid? MakerId { get; set; }
    public AppUser? Maker { get; set; }
    public Station Station { get; set; }
    public Party WaitingFor { get; set; }
    public DateTimeOffset WaitingSince { get; set; }
    public DateOnly? Due { get; set; }

    /// <summary>The revision that is the site now. Undo moves it back, redo forward.</summary>
    public int Head { get; set; }
    public int LastRevision { get; set; }
    public string? Domain { get; set; }
    public Guid? LiveReleaseId { get; set; }
    public ImmutableArray<string> Ticked { get; set; } = [];
    public ImmutableArray<string> HandedOver { get; set; } = [];
    public DateTimeOffset CreatedAt { get; set; }

    /// <summary>Passages of the agency that stand linked on it.</summary>
    public ImmutableArray<string> Linked { get; set; } = [];

    /// <summary>Made to win a prospect: private, marked, never released, off the Line.</summary>
    public bool IsSample { get; set; }

    /// <summary>The facts its pages are made of. A sample shows what a real site may only state once it is confirmed.</summary>
    public FactSheet Facts => IsSample ? Lending.ForSample(Client.Facts) : Client.Facts;
}

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
    public required string Who { get; set; }
    public DateTimeOffset At { get; set; }
}

/// <param name="Before">Null where the fact was not known; <paramref name="After"/> where it is not any more.</param>
public sealed record FactStep(string Fact, FactEntry? Before, FactEntry? After);

public enum SiteEventKind
{
    Station,
    Wait,
    Note,
}

/// <summary>What happened to a site, for the Line and the Ticket.</summary>
public sealed class SiteEvent
{
    public long Id { get; set; }
    public Guid SiteId { get; set; }
    public SiteEventKind Kind { get; set; }
    public Station Station { get; set; }
    public Party Party { get; set; }
    public string Text { get; set; } = "";
    public required string Who { get; set; }
    public DateTimeOffset At { get; set; }
}

/// <summary>A frozen version sent to the client behind a private link.</summary>
public sealed class Proof
{
    public Guid Id { get; set; } = Guid.CreateVersion7();
    public Guid SiteId { get; set; }
    public Site Site { get; set; } = null!;
    public int Round { get; set; }
    public int Revision { get; set; }

    /// <summary>SHA-256 of the token in the link; the token itself is not stored.</summary>
    public required byte[] TokenHash { get; set; }
    public required SiteDocument Document { get; set; }
    public required FactSheet Facts { get; set; }
    public required ImmutableDictionary<string, string> Settings { get; set; }
    public DateTimeOffset CreatedAt { get; set; }

    /// <summary>
    /// Where the application was reached when it was sent, for links in a later mail; empty for proofs of before there were reminders.
    /// </summary>
    public string Origin { get; set; } = "";
    public DateTimeOffset? RemindedAt { get; set; }
    public DateTimeOffset? OpenedAt { get; set; }
    public DateTimeOffset? EndedAt { get; set; }
    public DateTimeOffset? ChangesAskedAt { get; set; }
    public string? SignedBy { get; set; }
    public DateTimeOffset? SignedAt { get; set; }
    public List<Mark> Marks { get; set; } = [];
}

/// <summary>A comment pinned to a passage (position as in the W3C Web Annotation model: a selector by passage and exact quote).</summary>
public sealed class Mark
{
    public Guid Id { get; set; } = Guid.CreateVersion7();
    public Guid ProofId { get; set; }
    public Proof Proof { get; set; } = null!;
    public int Number { get; set; }
    public string? Section { get; set; }
    public string? Path { get; set; }
    public string PageFile { get; set; } = "index.html";
    public string Quote { get; set; } = "";
    public required string Text { get; set; }
    public required string Author { get; set; }
    public DateTimeOffset At { get; set; }
    public DateTimeOffset? ResolvedAt { get; set; }
    public List<MarkReply> Replies { get; set; } = [];
}

public sealed class MarkReply
{
    public Guid Id { get; set; } = Guid.CreateVersion7();
    public Guid MarkId { get; set; }
    public required string Author { get; set; }
    public bool FromClient { get; set; }
    public required string Text { get; set; }
    public DateTimeOffset At { get; set; }
}

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
    public required string Who { get; set; }
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

public sealed class Enquiry
{
    public Guid Id { get; set; } = Guid.CreateVersion7();
    public Guid SiteId { get; set; }
    public Site Site { get; set; } = null!;
    public required string Name { get; set; }
    public required string Email { get; set; }
    public string Phone { get; set; } = "";
    public required string Message { get; set; }

    /// <summary>Why it is taken for advertising; empty for what was mailed.</summary>
    public string Aside { get; set; } = "";
    public DateTimeOffset At { get; set; }
    public DateTimeOffset? DoneAt { get; set; }
}

/// <summary>An address that asked for a site's news. Written to only after it was confirmed by the link that was mailed to it.</summary>
public sealed class Subscriber
{
    public Guid Id { get; set; } = Guid.CreateVersion7();
    public Guid SiteId { get; set; }
    public Site Site { get; set; } = null!;
    public required string Email { get; set; }
    public required byte[] TokenHash { get; set; }
    public DateTimeOffset At { get; set; }
    public DateTimeOffset? ConfirmedAt { get; set; }
}

/// <summary>A mail to be sent. Written in the transaction of its cause; sent afterwards, as often as it takes.</summary>
public sealed class OutboxMail
{
    public Guid Id { get; set; } = Guid.CreateVersion7();
    public Guid? SiteId { get; set; }
    public Guid? EnquiryId { get; set; }
    public required string To { get; set; }
    public string? ReplyTo { get; set; }
    public required string Subject { get; set; }
    public required string Body { get; set; }
    public DateTimeOffset At { get; set; }
    public DateTimeOffset? SentAt { get; set; }
    public DateTimeOffset NextTry { get; set; }
    public int Tries { get; set; }

    /// <summary>The mail server's own words.</summary>
    public string? Answer { get; set; }

    /// <summary>A mail about a site, to be sent at once.</summary>
    public static OutboxMail About(Guid siteId, string to, string subject, string body, DateTimeOffset now) =>
        new()
        {
            SiteId = siteId,
            To = to,
            Subject = subject,
            Body = body,
            At = now,
            NextTry = now,
        };
}

/// <summary>A name in the books of the simulated registrar.</summary>
public sealed class RegisteredDomain
{
    public required string Name { get; set; }
    public Guid? SiteId { get; set; }
    public required string Holder { get; set; }
    public DateTimeOffset At { get; set; }
    public DateOnly PaidUntil { get; set; }
}

/// <summary>One version of a template that the agency made. Never changed; a change is the next version.</summary>
public sealed class TemplateVersion
{
    public required string Family { get; set; }
    public int Version { get; set; }
    public required string Title { get; set; }
    public required string Yaml { get; set; }

    /// <summary>The site it was made from; null where it was imported or written.</summary>
    public Guid? MadeFrom { get; set; }

    /// <summary>What was changed, in words.</summary>
    public string Said { get; set; } = "";
    public required string Who { get; set; }
    public DateTimeOffset At { get; set; }
}
