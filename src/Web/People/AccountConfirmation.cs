using Microsoft.AspNetCore.Identity;
using Plurimax.Data;

namespace Plurimax.Web.People;

/// <summary>An account that is disabled lets nobody in, by whatever means they sign in.</summary>
internal sealed class AccountConfirmation : IUserConfirmation<AppUser>
{
    public Task<bool> IsConfirmedAsync(UserManager<AppUser> manager, AppUser user) => Task.FromResult(user.DisabledAt is null);
}
