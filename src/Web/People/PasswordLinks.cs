using System.Security.Cryptography;
using Microsoft.AspNetCore.DataProtection;
using Microsoft.AspNetCore.Identity;
using Microsoft.EntityFrameworkCore;
using Plurimax.Data;
using Plurimax.Web.Mail;

namespace Plurimax.Web.People;

/// <summary>
/// Links by which somebody chooses a password, once each: after an invitation for a week, after they forgot it for two hours.
/// </summary>
public sealed class PasswordLinks(
    UserManager<AppUser> users,
    PlurimaxDb db,
    SessionService sessions,
    IDataProtectionProvider protection,
    OutboxSignal signal,
    TimeProvider clock
)
{
    private readonly ITimeLimitedDataProtector _links = protection.CreateProtector("choose a password").ToTimeLimitedDataProtector();

    /// <summary>Mails somebody who was added a link to choose their password.</summary>
    public async Task InviteAsync(AppUser user, Actor by, string origin, CancellationToken cancel = default)
    {
        var link = LinkOf(user, TimeSpan.FromDays(7), origin);
        Mail(
            user,
            $"{by.Name} invites you to Plurimax",
            $"Hello {user.DisplayName},\n\n{by.Name} has made an account for you at {await AgencyAsync(user, cancel)}.\n\n"
                + $"Choose your password here; the link works for a week:\n{link}\n\nYou sign in with {user.Email}.\n"
        );
        await db.SaveChangesAsync(cancel);
        signal.Raise();
    }

    /// <summary>Mails somebody a link to choose another password.</summary>
    public async Task ForgottenAsync(AppUser user, string origin, CancellationToken cancel = default)
    {
        var link = LinkOf(user, TimeSpan.FromHours(2), origin);
        Mail(
            user,
            "A new password for Plurimax",
            $"Hello {user.DisplayName},\n\nchoose a new password here; the link works for two hours, once:\n{link}\n\n"
                + "If you did not ask for it, leave it: nothing was changed.\n"
        );
        await db.SaveChangesAsync(cancel);
        signal.Raise();
    }

    /// <returns>Whose link it is; null where it is none of ours, was used, or is too old.</returns>
    public async Task<AppUser?> FindAsync(string link)
    {
        try
        {
            // The stamp is another once a password was chosen.
            return
                _links.Unprotect(link).Split(' ') is [var id, var stamp]
                && await users.FindByIdAsync(id) is { DisabledAt: null } user
                && user.SecurityStamp == stamp
                ? user
                : null;
        }
        catch (CryptographicException)
        {
            return null;
        }
    }

    /// <summary>Sets the password that the holder of a link chose. Every session ends, so that whoever else was signed in is out.</summary>
    /// <returns>What is wrong with the password; empty where it is set.</returns>
    public async Task<IReadOnlyList<string>> ChooseAsync(AppUser user, string password, CancellationToken cancel = default)
    {
        var done = await users.ResetPasswordAsync(user, await users.GeneratePasswordResetTokenAsync(user), password);
        if (!done.Succeeded)
            return [.. done.Errors.Select(e => e.Description)];
        await users.SetLockoutEndDateAsync(user, null);
        await sessions.EndAllAsync(user.Id, cancel: cancel);
        await TellAsync(user, cancel);
        return [];
    }

    /// <summary>Mails somebody that their password was changed.</summary>
    public async Task TellAsync(AppUser user, CancellationToken cancel = default)
    {
        Mail(
            user,
            "Your password was changed",
            $"Hello {user.DisplayName},\n\nyour password for Plurimax was changed just now.\n\n"
                + "If it was not you, tell the owner of your agency at once.\n"
        );
        await db.SaveChangesAsync(cancel);
        signal.Raise();
    }

    private void Mail(AppUser to, string subject, string body)
    {
        var now = clock.GetUtcNow();
        db.Add(
            new OutboxMail
            {
                AgencyId = to.AgencyId,
                To = to.Email!,
                Subject = subject,
                Body = body,
                At = now,
                NextTry = now,
            }
        );
    }

    private async Task<string> AgencyAsync(AppUser user, CancellationToken cancel) =>
        await db.Agencies.Where(a => a.Id == user.AgencyId).Select(a => a.Name).FirstAsync(cancel);

    private string LinkOf(AppUser user, TimeSpan lasts, string origin) =>
        $"{origin}/password/{_links.Protect($"{user.Id} {user.SecurityStamp}", lasts)}";
}
