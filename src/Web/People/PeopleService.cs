using Microsoft.AspNetCore.Identity;
using Microsoft.EntityFrameworkCore;
using Npgsql;
using Plurimax.Data;
using Plurimax.Facts;
using Plurimax.Work.Line;

namespace Plurimax.Web.People;

/// <summary>What an owner does with the accounts of the agency. At least one owner who can sign in always stays.</summary>
public sealed class PeopleService(
    PlurimaxDb db,
    UserManager<AppUser> users,
    AccountService accounts,
    SessionService sessions,
    PasswordLinks links,
    TimeProvider clock
)
{
    public const string Owner = "owner",
        Maker = "maker";
    private const string LastOwner = "Nobody else could run the agency then. Make somebody else an owner first.";

    /// <summary>One of the agency as an owner sees them.</summary>
    /// <param name="Sites">Sites in hand: those they make that are not in Care.</param>
    public sealed record Row(AppUser User, bool IsOwner, bool HasPassword, int Sessions, DateTimeOffset? SeenAt, int Passkeys, int Sites)
    {
        /// <summary>What signs them in besides the password, in words.</summary>
        public string SecondStep =>
            string.Join(
                ", ",
                new[] { User.TwoFactorEnabled ? "codes" : "", Passkeys > 0 ? Text.Plural.Of(Passkeys, "passkey") : "" }.Where(w =>
                    w.Length > 0
                )
            );
    }

    public Task<List<Row>> AllAsync(CancellationToken cancel = default)
    {
        var open = clock.GetUtcNow() - SessionService.Lasts;
        return db
            .Users.AsNoTracking()
            .OrderBy(u => u.DisabledAt != null)
            .ThenBy(u => u.DisplayName)
            .Select(u => new Row(
                u,
                db.UserRoles.Any(r => r.UserId == u.Id && db.Roles.Any(x => x.Id == r.RoleId && x.Name == Owner)),
                u.PasswordHash != null,
                db.UserSessions.Count(s => s.UserId == u.Id && s.SeenAt > open),
                db.UserSessions.Where(s => s.UserId == u.Id).Max(s => (DateTimeOffset?)s.SeenAt),
                db.Set<IdentityUserPasskey<Guid>>().Count(p => p.UserId == u.Id),
                db.Sites.Count(s => s.MakerId == u.Id && s.Station != Station.Care)
            ))
            .ToListAsync(cancel);
    }

    /// <summary>Adds somebody, who chooses their password by a link in a mail.</summary>
    /// <returns>What is wrong, by the field it belongs to; empty where they were added.</returns>
    public async Task<IReadOnlyDictionary<string, string>> AddAsync(
        string name,
        string email,
        string role,
        Actor by,
        string origin,
        CancellationToken cancel = default
    )
    {
        var problems = new Dictionary<string, string>();
        var (who, mail) = (PersonName.Read(name), FactReader.ReadEmail(email));
        if (!who.Ok)
            problems["Name"] = who.Problem!;
        if (!mail.Ok)
            problems["Email"] = mail.Problem!;
        if (problems.Count > 0)
            return problems;
        await using var transaction = await db.Database.BeginTransactionAsync(cancel);
        var user = new AppUser
        {
            AgencyId = db.AgencyId!.Value,
            UserName = mail.Value,
            Email = mail.Value,
            EmailConfirmed = true,
            DisplayName = who.Value!,
        };
        try
        {
            var made = await users.CreateAsync(user);
            if (!made.Succeeded)
                return new Dictionary<string, string> { ["Email"] = made.Errors.First().Description };
        }
        // Pressed twice, or an account of another agency.
        catch (DbUpdateException e) when (e.InnerException is PostgresException { SqlState: PostgresErrorCodes.UniqueViolation })
        {
            return new Dictionary<string, string> { ["Email"] = users.ErrorDescriber.DuplicateEmail(mail.Value!).Description };
        }
        await users.AddToRoleAsync(user, role == Owner ? Owner : Maker);
        await links.InviteAsync(user, by, origin, cancel);
        await transaction.CommitAsync(cancel);
        return problems;
    }

    /// <summary>Mails somebody a link to choose a password: the invitation again where they never had one.</summary>
    /// <returns>What was done or hinders it.</returns>
    public Task<string> SendLinkAsync(Guid id, Actor by, string origin, CancellationToken cancel = default) => OfAsync(id, async user =>
        {
            if (user.DisabledAt is not null)
                return $"{user.DisplayName} may not sign in. Let them in again first";
            if (user.PasswordHash is null)
                await links.InviteAsync(user, by, origin, cancel);
            else
                await links.ForgottenAsync(user, origin, cancel);
            return $"A link went to {user.Email}; it lies in the Outbox";
        });

    /// <summary>Makes somebody an owner or a maker. It counts with their next page.</summary>
    public Task<string> SetRoleAsync(Guid id, string role, CancellationToken cancel = default) => OfAsync(id, async user =>
        {
            var (from, to) = role == Owner ? (Maker, Owner) : (Owner, Maker);
            if (to == Maker && await IsLastOwnerAsync(user, cancel))
                return LastOwner;
            await users.RemoveFromRoleAsync(user, from);
            if (!await users.IsInRoleAsync(user, to))
                await users.AddToRoleAsync(user, to);
            await ForgetClaimsAsync(user);
            return $"{user.DisplayName} is {(to == Owner ? "an owner" : "a maker")} now";
        });

    /// <summary>Lets somebody in no more, or in again. What they made and their sites stay as they are.</summary>
    public Task<string> SetDisabledAsync(Guid id, bool disabled, Actor by, CancellationToken cancel = default) => OfAsync(id, async user =>
        {
            if (disabled && id == by.UserId)
                return "You cannot shut yourself out";
            if (disabled && await IsLastOwnerAsync(user, cancel))
                return LastOwner;
            user.DisabledAt = disabled ? clock.GetUtcNow() : null;
            await users.UpdateAsync(user);
            if (disabled)
                await sessions.EndAllAsync(id, cancel: cancel);
            return disabled ? $"{user.DisplayName} is out and cannot sign in" : $"{user.DisplayName} can sign in again";
        });

    /// <summary>Removes an account for good. Their sites have no maker then; what they did keeps their name.</summary>
    public Task<string> RemoveAsync(Guid id, Actor by, CancellationToken cancel = default) => OfAsync(id, async user =>
        {
            if (id == by.UserId)
                return "You cannot remove yourself";
            if (await IsLastOwnerAsync(user, cancel))
                return LastOwner;
            await sessions.EndAllAsync(id, cancel: cancel);
            await users.DeleteAsync(user);
            return $"{user.DisplayName} was removed";
        });

    /// <summary>Ends all sessions of somebody.</summary>
    public Task<string> EndSessionsAsync(Guid id, Guid? but, CancellationToken cancel = default) =>
        OfAsync(id, async user => $"{Text.Plural.Of(await sessions.EndAllAsync(id, but, cancel), "session")} of {user.DisplayName} ended");

    /// <summary>For whoever lost their telephone: no code is asked and no passkey counts until they set them up again.</summary>
    public Task<string> WithoutSecondStepAsync(Guid id) => OfAsync(id, async user =>
        {
            await accounts.WithoutCodesAsync(user);
            foreach (var passkey in await users.GetPasskeysAsync(user))
                await users.RemovePasskeyAsync(user, passkey.CredentialId);
            await users.SetLockoutEndDateAsync(user, null);
            return $"{user.DisplayName} signs in with the password alone now";
        });

    private async Task<string> OfAsync(Guid id, Func<AppUser, Task<string>> act)
    {
        await using var transaction = await db.Database.BeginTransactionAsync();
        // Two owners cannot take the role from each other at once.
        await db.HoldAsync(await db.Agencies.FirstAsync(a => a.Id == db.AgencyId));
        if (await db.Users.FirstOrDefaultAsync(u => u.Id == id) is not { } user)
            return "There is no such person any more";
        var said = await act(user);
        await transaction.CommitAsync();
        return said;
    }

    /// <summary>What cookies say of them is made anew with the next request.</summary>
    private async Task ForgetClaimsAsync(AppUser user)
    {
        await users.UpdateSecurityStampAsync(user);
        await sessions.AnewAsync(user.Id);
    }

    private async Task<bool> IsLastOwnerAsync(AppUser user, CancellationToken cancel) =>
        await users.IsInRoleAsync(user, Owner)
        && !await db.Users.AnyAsync(
            u =>
                u.Id != user.Id
                && u.DisabledAt == null
                && (u.PasswordHash != null || db.Set<IdentityUserPasskey<Guid>>().Any(p => p.UserId == u.Id))
                && db.UserRoles.Any(r => r.UserId == u.Id && db.Roles.Any(x => x.Id == r.RoleId && x.Name == Owner)),
            cancel
        );
}
