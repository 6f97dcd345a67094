using System.Collections.Immutable;
using Plurimax.Facts;
using Plurimax.Work.Line;
using Plurimax.Work.Prospects;

namespace Plurimax.Data;

public sealed class Site : IOfAgency
{
    public Guid AgencyId { get; set; }
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
