using System.Collections.Immutable;
using Plurimax.Facts;
using Plurimax.Sites;

namespace Plurimax.Data;

/// <summary>A look put by: for one site as a favourite, or for all clients.</summary>
public sealed class KeptLook : IOfAgency
{
    public Guid AgencyId { get; set; }
    public Guid Id { get; set; } = Guid.CreateVersion7();

    /// <summary>The site it is a favourite of; null where it is kept for all.</summary>
    public Guid? SiteId { get; set; }
    public required string Name { get; set; }
    public required LookChoice Choice { get; set; }
    public required Actor Who { get; set; }
    public DateTimeOffset At { get; set; }
}

/// <param name="Of">Number of the look or page it is about, from 0; null: all of it.</param>
public sealed record ClientComment(DateTimeOffset At, string Author, int? Of, string Text);

/// <param name="Name">What the client sees it called: "A, Dune arch".</param>
public sealed record SentLook(string Name, LookChoice Choice);

/// <summary>Looks as they were sent to a client, on the site as it stood: flipped through, compared, commented, one chosen.</summary>
public sealed class SentLookbook : PrivateLink
{
    public required ImmutableArray<SentLook> Looks { get; set; }
    public required SiteDocument Document { get; set; }
    public required FactSheet Facts { get; set; }
    public required ImmutableDictionary<string, string> Settings { get; set; }
    public ImmutableArray<ClientComment> Comments { get; set; } = [];
    public int? Chosen { get; set; }
    public string? ChosenBy { get; set; }
    public DateTimeOffset? ChosenAt { get; set; }
}

/// <summary>A plan as it was sent to a client: looked at, commented, agreed by a named person.</summary>
public sealed class SentPlan : PrivateLink
{
    public required SiteDocument Document { get; set; }
    public required FactSheet Facts { get; set; }
    public ImmutableArray<ClientComment> Comments { get; set; } = [];
    public string? AgreedBy { get; set; }
    public DateTimeOffset? AgreedAt { get; set; }
}
