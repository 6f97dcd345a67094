namespace Plurimax.Data;

/// <summary>A mail to be sent. Written in the transaction of its cause; sent afterwards, as often as it takes.</summary>
public sealed class OutboxMail : IOfAgency
{
    public Guid AgencyId { get; set; }
    public Guid Id { get; set; } = Guid.CreateVersion7();
    public Guid? SiteId { get; set; }
    public Guid? EnquiryId { get; set; }
    public required string To { get; set; }
    public string? ReplyTo { get; set; }
    public required string Subject { get; set; }

    /// <summary>As it is shown: private links are cut.</summary>
    public required string Body { get; set; }

    /// <summary>The whole mail with its links, encrypted, until it is sent; null where it has none.</summary>
    public string? Sealed { get; set; }
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
