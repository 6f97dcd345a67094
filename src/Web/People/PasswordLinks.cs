using System.Text;
using Microsoft.AspNetCore.DataProtection;
using Microsoft.AspNetCore.Identity;
using Microsoft.AspNetCore.WebUtilities;
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
    OutboxSignal signal,
    TimeProvider clock
)
{
    private const string Purpose = "choose a password";

    /// <summary>Mails somebody who was added a link to choose their password.</summary>
    public async Task InviteAsync(AppUser user, Actor by, string origin, CancellationToken cancel = default)
    {
        var link = await LinkAsync(user, InvitationTokens.Name, origin);
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
        var link = await LinkAsync(user, PasswordTokens.Name, origin);
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
        if (Parts(link) is not var (provider, id, token) || await users.FindByIdAsync(id.ToString()) is not { DisabledAt: null } user)
            return null;
        return await users.VerifyUserTokenAsync(user, provider, Purpose, token) ? user : null;
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

    private async Task<string> LinkAsync(AppUser user, string provider, string origin)
    {
        var token = await users.GenerateUserTokenAsync(user, provider, Purpose);
        return $"{origin}/password/{WebEncoders.Base64UrlEncode(Encoding.UTF8.GetBytes($"{provider} {user.Id} {token}"))}";
    }

    private static (string Provider, Guid User, string Token)? Parts(string link)
    {
        if (link.Length > 2000)
            return null;
        try
        {
            return
                Encoding.UTF8.GetString(WebEncoders.Base64UrlDecode(link)).Split(' ') is [var provider, var user, var token]
                && provider is InvitationTokens.Name or PasswordTokens.Name
                && Guid.TryParse(user, out var id)
                ? (provider, id, token)
                : null;
        }
        catch (FormatException)
        {
            return null;
        }
    }
}

internal sealed class PasswordTokens(IDataProtectionProvider protection, ILogger<DataProtectorTokenProvider<AppUser>> log)
    : DataProtectorTokenProvider<AppUser>(
        protection,
        Microsoft.Extensions.Options.Options.Create(
            new DataProtectionTokenProviderOptions { Name = Name, TokenLifespan = TimeSpan.FromHours(2) }
        ),
        log
    )
{
    public new const string Name = "password";
}

internal sealed class InvitationTokens(IDataProtectionProvider protection, ILogger<DataProtectorTokenProvider<AppUser>> log)
    : DataProtectorTokenProvider<AppUser>(
        protection,
        Microsoft.Extensions.Options.Options.Create(
            new DataProtectionTokenProviderOptions { Name = Name, TokenLifespan = TimeSpan.FromDays(7) }
        ),
        log
    )
{
    public new const string Name = "invitation";
}
