using System.Collections.Immutable;
using Plurimax.Facts;
using Plurimax.Work.Prospects;
using Plurimax.Work.Prospects.Lists;

namespace Plurimax.Data;

/// <summary>How the agency and a business stand to each other. The first three are prospects, the others clients.</summary>
public enum Standing
{
    Untouched,
    Contacted,
    LetGo,
    InTalks,
    Active,
    Former,
}

/// <summary>A business the agency works for, or would like to. Its facts serve all of its sites.</summary>
public sealed class Client : IOfAgency
{
    public Guid AgencyId { get; set; }
    public Guid Id { get; set; } = Guid.CreateVersion7();
    public required string Name { get; set; }
    public required FactSheet Facts { get; set; }

    /// <summary>Counts changes of the facts; two people saving at once are told apart by it.</summary>
    public int FactsRevision { get; set; } = 1;
    public DateTimeOffset CreatedAt { get; set; }

    public Standing Standing { get; set; } = Standing.Active;

    /// <summary>The trade recognised; a template for it may not be there yet.</summary>
    public string? TradeId { get; set; }

    /// <summary>What a list or listing calls its work.</summary>
    public string Category { get; set; } = "";

    /// <summary>Where we know it from: a file, a listing, whoever told us.</summary>
    public string Source { get; set; } = "";
    public Guid? KeeperId { get; set; }

    /// <summary>Whoever looks after it.</summary>
    public AppUser? Keeper { get; set; }
    public DateOnly? NextContact { get; set; }
    public string NextStep { get; set; } = "";
    public List<ClientPerson> People { get; set; } = [];
    public List<ClientNote> Notes { get; set; } = [];

    // By what it is found and ranked; follows from the facts whenever they are saved.
    public string NameKey { get; private set; } = "";
    public string Phone { get; private set; } = "";
    public string Email { get; private set; } = "";
    public string Postcode { get; private set; } = "";
    public string Town { get; private set; } = "";
    public decimal? Rating { get; private set; }
    public int Reviews { get; private set; }
    public bool OwnSite { get; private set; }
    public string Search { get; private set; } = "";

    public bool IsProspect => Standing is Standing.Untouched or Standing.Contacted or Standing.LetGo;

    public BusinessKeys Keys => new(NameKey, Phone, Email, Postcode, Town, Rating, Reviews, OwnSite, Search);

    internal void Index()
    {
        var k = BusinessKeys.Of(Facts);
        (NameKey, Phone, Email, Postcode, Town, Rating, Reviews, OwnSite) = (
            k.Name,
            k.Phone,
            k.Email,
            k.Postcode,
            k.Town,
            k.Rating,
            k.Reviews,
            k.OwnSite
        );
        Search = $"{k.Search} {BusinessKeys.Fold(Category)} {TradeId?.Replace('-', ' ')}";
    }
}

/// <summary>Somebody at a client's.</summary>
public sealed class ClientPerson
{
    public Guid Id { get; set; } = Guid.CreateVersion7();
    public Guid ClientId { get; set; }
    public required string Name { get; set; }
    public string Role { get; set; } = "";
    public string Email { get; set; } = "";
    public string Phone { get; set; } = "";
}

/// <summary>What was said and when; or what happened, where <see cref="Who"/> is the business itself.</summary>
public sealed class ClientNote
{
    public Guid Id { get; set; } = Guid.CreateVersion7();
    public Guid ClientId { get; set; }
    public required string Text { get; set; }
    public required Actor Who { get; set; }
    public DateTimeOffset At { get; set; }
}

/// <summary>A private link to a sample site. It ends by itself.</summary>
public sealed class SampleLink : PrivateLink
{
    /// <summary>The mail address it went to; empty where it was handed over another way.</summary>
    public string To { get; set; } = "";
    public DateTimeOffset EndsAt { get; set; }
    public DateTimeOffset? LastOpenedAt { get; set; }
    public int Opens { get; set; }

    public bool Open(DateTimeOffset now) => EndedAt is null && EndsAt > now;
}

/// <summary>What becomes of a row that may be a business known already.</summary>
public enum TwinDecision
{
    Merge,
    KeepBoth,
    LeaveOut,
}

/// <summary>A list that was handed in and is looked through. Nothing of it is a prospect before it is taken in.</summary>
public sealed class ListImport : IOfAgency
{
    public Guid AgencyId { get; set; }
    public Guid Id { get; set; } = Guid.CreateVersion7();
    public required Actor Who { get; set; }
    public required string FileName { get; set; }
    public required byte[] Content { get; set; }
    public ListChoices Choices { get; set; } = ListChoices.Guess;

    /// <summary>By row number in the file; what is not decided is merged.</summary>
    public ImmutableDictionary<int, TwinDecision> Decisions { get; set; } = ImmutableDictionary<int, TwinDecision>.Empty;
    public Standing As { get; set; }
    public DateTimeOffset At { get; set; }
    public DateTimeOffset? TakenAt { get; set; }

    /// <summary>What was taken in, in words.</summary>
    public string Result { get; set; } = "";
}

/// <param name="Where">What kind of thing, and of which client.</param>
/// <param name="Done">What was done with it.</param>
public sealed record ErasedThing(string Where, int Count, string Done);

/// <summary>That a person's data was erased. It says what and where, not whose.</summary>
public sealed class Erasure : IOfAgency
{
    public Guid AgencyId { get; set; }
    public Guid Id { get; set; } = Guid.CreateVersion7();
    public required Actor Who { get; set; }
    public required ImmutableArray<ErasedThing> Things { get; set; }
    public DateTimeOffset At { get; set; }
}
