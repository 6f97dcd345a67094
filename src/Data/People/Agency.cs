namespace Plurimax.Data;

/// <summary>One agency on this installation, with its own people, clients, sites, standards and templates.</summary>
public sealed class Agency
{
    public Guid Id { get; set; } = Guid.CreateVersion7();

    /// <summary>For whoever runs the installation; what clients read is the setting "agency_name".</summary>
    public required string Name { get; set; }
    public DateTimeOffset CreatedAt { get; set; }
}

/// <summary>What belongs to one agency. Whoever works for another never sees it: every query is filtered by it.</summary>
public interface IOfAgency
{
    /// <summary>Set when it is saved, from the agency that the work is done for.</summary>
    Guid AgencyId { get; set; }
}

/// <summary>
/// The agency that a request or a piece of work is for: that of the person signed in, or that of the site or link it is about.
/// Entered once; what is for no agency yet (signing in, looking for work to do) sees all, and can add nothing.
/// </summary>
public sealed class AgencyScope
{
    public Guid? Id { get; private set; }

    /// <exception cref="InvalidOperationException">It is for another agency already.</exception>
    public void Enter(Guid agency)
    {
        if (Id is { } other && other != agency)
            throw new InvalidOperationException("This work is for another agency.");
        Id = agency;
    }
}
