using Microsoft.AspNetCore.Authorization;
using Microsoft.EntityFrameworkCore;
using Plurimax.Data;

namespace Plurimax.Web.People;

/// <summary>
/// Who looks after the host: the accounts that the setting <c>Operators</c> names by their mail, with commas between. Without it the owners
/// of the agency, as long as there is only one.
/// </summary>
internal sealed class OperatorPolicy(IConfiguration config, PlurimaxDb db) : AuthorizationHandler<OperatorPolicy.Requirement>
{
    public const string Name = "operator";

    public sealed class Requirement : IAuthorizationRequirement;

    protected override async Task HandleRequirementAsync(AuthorizationHandlerContext context, Requirement requirement)
    {
        var named = (config["Operators"] ?? "").Split(',', StringSplitOptions.RemoveEmptyEntries | StringSplitOptions.TrimEntries);
        var may =
            named.Length == 0
                ? context.User.IsInRole("owner") && await db.Agencies.Take(2).CountAsync() == 1
                : Actor.Of(context.User).UserId is { } me
                    && await db.Users.AnyAsync(u => u.Id == me && named.Select(n => n.ToUpperInvariant()).Contains(u.NormalizedEmail));
        if (may)
            context.Succeed(requirement);
    }
}
