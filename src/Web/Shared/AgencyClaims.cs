using System.Security.Claims;
using Microsoft.AspNetCore.Identity;
using Microsoft.Extensions.Options;
using Plurimax.Data;

namespace Plurimax.Web.Shared;

/// <summary>What the sign-in cookie says of somebody: their id, the name they are shown by, and their agency.</summary>
internal sealed class AgencyClaims(UserManager<AppUser> users, RoleManager<IdentityRole<Guid>> roles, IOptions<IdentityOptions> options)
    : UserClaimsPrincipalFactory<AppUser, IdentityRole<Guid>>(users, roles, options)
{
    protected override async Task<ClaimsIdentity> GenerateClaimsAsync(AppUser user)
    {
        var identity = await base.GenerateClaimsAsync(user);
        if (identity.FindFirst(identity.NameClaimType) is { } name)
            identity.RemoveClaim(name);
        identity.AddClaim(new Claim(identity.NameClaimType, user.DisplayName));
        identity.AddClaim(new Claim(AgencyOfRequest.Claim, user.AgencyId.ToString()));
        return identity;
    }
}
