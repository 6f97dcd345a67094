using Microsoft.AspNetCore.Identity;

namespace Plurimax.Data;

/// <summary>Somebody at the agency.</summary>
public sealed class AppUser : IdentityUser<Guid>, IOfAgency
{
    public Guid AgencyId { get; set; }
    public string DisplayName { get; set; } = "";

    /// <summary>Since when the account lets nobody in; null where it does.</summary>
    public DateTimeOffset? DisabledAt { get; set; }
    public string Initials =>
        string.Concat(DisplayName.Split(' ', StringSplitOptions.RemoveEmptyEntries).Take(2).Select(w => char.ToUpperInvariant(w[0])));
}
