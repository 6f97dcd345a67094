using Microsoft.EntityFrameworkCore;
using Microsoft.Extensions.Caching.Memory;
using Plurimax.Data;
using Plurimax.Web.Shared;

namespace Plurimax.Web.People;

/// <summary>
/// Who is signed in where. The database decides: a session that is ended lets nobody in any more, on this node at once, on others as soon
/// as they hear of it (<see cref="ReleaseChannel.SignedOut"/>), and after half a minute at the latest.
/// </summary>
public sealed class SessionService(PlurimaxDb db, IMemoryCache cache, TimeProvider clock)
{
    /// <summary>Names the claim that holds the id of the session.</summary>
    public const string Claim = "session";

    /// <summary>A session nobody uses ends after this time, and so does its cookie.</summary>
    public static readonly TimeSpan Lasts = TimeSpan.FromDays(14);
    private static readonly TimeSpan Believed = TimeSpan.FromSeconds(30);
    private static readonly TimeSpan SeenWithin = TimeSpan.FromMinutes(5);

    /// <summary>How an account stands whose session is open.</summary>
    /// <param name="Stamp">Changes with the password, the role and the name: claims of another stamp are made anew.</param>
    public sealed record Standing(Guid UserId, string Stamp);

    public async Task<Guid> BeginAsync(Guid user, string device, string address, CancellationToken cancel = default)
    {
        var now = clock.GetUtcNow();
        var session = new UserSession
        {
            UserId = user,
            AgencyId = await db.Users.IgnoreQueryFilters().Where(u => u.Id == user).Select(u => u.AgencyId).FirstAsync(cancel),
            Device = device,
            Address = address,
            CreatedAt = now,
            SeenAt = now,
        };
        db.Add(session);
        await db.SaveChangesAsync(cancel);
        return session.Id;
    }

    /// <returns>How the account stands; null where the session is ended or the account lets nobody in.</returns>
    public async Task<Standing?> StandingAsync(Guid session, string address, CancellationToken cancel = default)
    {
        if (cache.TryGetValue((typeof(SessionService), session), out Standing? known))
            return known;
        var now = clock.GetUtcNow();
        var found = await db
            .UserSessions.IgnoreQueryFilters()
            .Where(s => s.Id == session && s.SeenAt > now - Lasts && s.User.DisabledAt == null)
            .Select(s => new
            {
                s.UserId,
                s.User.SecurityStamp,
                s.SeenAt,
            })
            .FirstOrDefaultAsync(cancel);
        if (found is null)
            return null;
        if (found.SeenAt < now - SeenWithin)
            await db
                .UserSessions.IgnoreQueryFilters()
                .Where(s => s.Id == session)
                .ExecuteUpdateAsync(s => s.SetProperty(x => x.SeenAt, now).SetProperty(x => x.Address, address), cancel);
        return cache.Set(
            (typeof(SessionService), session),
            new Standing(found.UserId, found.SecurityStamp ?? ""),
            new MemoryCacheEntryOptions { Size = 200, AbsoluteExpirationRelativeToNow = Believed }
        );
    }

    /// <summary>Where somebody is signed in, the latest first.</summary>
    public Task<List<UserSession>> OfAsync(Guid user, CancellationToken cancel = default) =>
        db
            .UserSessions.AsNoTracking()
            .Where(s => s.UserId == user && s.SeenAt > clock.GetUtcNow() - Lasts)
            .OrderByDescending(s => s.SeenAt)
            .ToListAsync(cancel);

    /// <summary>Ends one session of somebody.</summary>
    /// <returns>Whether it was there.</returns>
    public async Task<bool> EndAsync(Guid user, Guid session, CancellationToken cancel = default) =>
        await EndAsync(db.UserSessions.Where(s => s.UserId == user && s.Id == session), cancel) > 0;

    /// <summary>Ends all sessions of somebody, but for one that stays.</summary>
    /// <returns>How many.</returns>
    public Task<int> EndAllAsync(Guid user, Guid? but = null, CancellationToken cancel = default) =>
        EndAsync(db.UserSessions.Where(s => s.UserId == user && s.Id != but), cancel);

    /// <summary>What is believed of somebody's sessions is asked anew everywhere with their next request.</summary>
    public async Task AnewAsync(Guid user, CancellationToken cancel = default) =>
        await TellAsync(
            await db.UserSessions.IgnoreQueryFilters().Where(s => s.UserId == user).Select(s => s.Id).ToListAsync(cancel),
            cancel
        );

    /// <summary>What this node believes of a session is asked anew with its next request.</summary>
    public static void Forget(IMemoryCache cache, Guid session) => cache.Remove((typeof(SessionService), session));

    /// <summary>Sessions that nobody used for so long that they let nobody in.</summary>
    public Task<int> SweepAsync(CancellationToken cancel = default) =>
        db.UserSessions.Where(s => s.SeenAt < clock.GetUtcNow() - Lasts).ExecuteDeleteAsync(cancel);

    private async Task<int> EndAsync(IQueryable<UserSession> which, CancellationToken cancel)
    {
        var ids = await which.IgnoreQueryFilters().Select(s => s.Id).ToListAsync(cancel);
        await db.UserSessions.IgnoreQueryFilters().Where(s => ids.Contains(s.Id)).ExecuteDeleteAsync(cancel);
        await TellAsync(ids, cancel);
        return ids.Count;
    }

    private async Task TellAsync(List<Guid> ids, CancellationToken cancel)
    {
        foreach (var id in ids)
            Forget(cache, id);
        await db.Database.ExecuteSqlAsync(
            $"SELECT pg_notify({ReleaseChannel.Name}, {ReleaseChannel.SignedOut} || id) FROM unnest({ids}) AS id",
            cancel
        );
    }
}
