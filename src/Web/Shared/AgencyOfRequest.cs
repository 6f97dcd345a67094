using Microsoft.EntityFrameworkCore;
using Microsoft.Extensions.Caching.Memory;
using Plurimax.Data;

namespace Plurimax.Web.Shared;

/// <summary>
/// Finds the agency that a request is for: that of the private link or sheet in its path, else that of the person signed in, else the only
/// one of the installation. Published sites are served before this, by host name.
/// </summary>
internal sealed class AgencyOfRequest(RequestDelegate next, IMemoryCache cache, SheetTokens sheets)
{
    /// <summary>Names the claim that holds the id of somebody's agency.</summary>
    public const string Claim = "agency";

    // A site, a link and an account never change agency; an installation may gain one.
    private static readonly MemoryCacheEntryOptions ForLong = new() { Size = 100, SlidingExpiration = TimeSpan.FromMinutes(10) };
    private static readonly MemoryCacheEntryOptions ForAWhile = new()
    {
        Size = 100,
        AbsoluteExpirationRelativeToNow = TimeSpan.FromMinutes(1),
    };

    /// <summary>Whether the request came by a link that leads nowhere.</summary>
    public static bool IsLost(HttpContext context) => context.Items.ContainsKey(typeof(AgencyOfRequest));

    public async Task InvokeAsync(HttpContext context, AgencyScope scope, PlurimaxDb db)
    {
        if (await FindAsync(context, db) is { } agency)
            scope.Enter(agency);
        await next(context);
    }

    private async Task<Guid?> FindAsync(HttpContext context, PlurimaxDb db)
    {
        if (context.Request.RouteValues.GetValueOrDefault("token") is string token)
        {
            if (await OfTokenAsync(token, db) is { } its)
                return its;
            context.Items[typeof(AgencyOfRequest)] = "unknown link";
        }
        if (Guid.TryParse(context.User.FindFirst(Claim)?.Value, out var own))
            return own;
        return await RememberedAsync("the only agency", ForAWhile, async () =>
            await db.Agencies.OrderBy(a => a.Id).Select(a => (Guid?)a.Id).Take(2).ToListAsync() is [var only] ? only : null
        );
    }

    private async Task<Guid?> OfTokenAsync(string token, PlurimaxDb db)
    {
        if (LinkToken.HashOf(token) is { } hash)
            return await RememberedAsync($"link {Convert.ToHexString(hash)}", ForLong, () => db.AgencyOfLinkAsync(hash));
        if (sheets.Open(token) is { Site: var site })
            return await RememberedAsync($"site {site}", ForLong, () =>
                db.Sites.Where(s => s.Id == site).Select(s => (Guid?)s.AgencyId).FirstOrDefaultAsync()
            );
        return null;
    }

    private async Task<Guid?> RememberedAsync(string key, MemoryCacheEntryOptions howLong, Func<Task<Guid?>> find)
    {
        if (cache.TryGetValue(("agency of", key), out Guid known))
            return known;
        if (await find() is not { } found)
            return null;
        cache.Set(("agency of", key), found, howLong);
        return found;
    }
}
