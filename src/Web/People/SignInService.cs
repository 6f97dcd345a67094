using Microsoft.AspNetCore.Identity;
using Plurimax.Data;
using Plurimax.Web.Shared;

namespace Plurimax.Web.People;

/// <summary>How somebody gets in. Whether an account exists shows neither in what is said nor in how long it takes.</summary>
public sealed class SignInService(
    SignInManager<AppUser> signIn,
    UserManager<AppUser> users,
    SessionService sessions,
    SignInLimits limits,
    IServiceScopeFactory scopes,
    ILogger<SignInService> log
)
{
    public const string TooMany = "Too many tries. Wait a few minutes, sign in with a passkey, or ask for a new password.";
    public const string Wrong = "Email and password do not fit together.";
    private static readonly AppUser Nobody = new();

    public enum Outcome
    {
        In,
        Code,
        Wrong,
        TooMany,
    }

    public async Task<Outcome> WithPasswordAsync(HttpContext http, string email, string password)
    {
        if (!limits.Begin(http, email))
            return Outcome.TooMany;
        var user = email.Length is > 0 and < 255 ? await users.FindByEmailAsync(email) : null;
        if (user?.PasswordHash is null)
        {
            // As long as for an account.
            Nobody.PasswordHash ??= users.PasswordHasher.HashPassword(Nobody, "a password of nobody");
            users.PasswordHasher.VerifyHashedPassword(Nobody, Nobody.PasswordHash, password);
            return Outcome.Wrong;
        }
        // First, since an account that lets nobody in would answer sooner than one that does.
        if (!await users.CheckPasswordAsync(user, password))
            return Outcome.Wrong;
        var done = await signIn.PasswordSignInAsync(user, password, isPersistent: true, lockoutOnFailure: false);
        if (done is { Succeeded: false, RequiresTwoFactor: false })
            return done.IsLockedOut ? Outcome.TooMany : Outcome.Wrong;
        limits.Good(http, email);
        return done.Succeeded ? Outcome.In : Outcome.Code;
    }

    /// <summary>The second step, after a right password.</summary>
    /// <param name="code">From the application that makes codes, or one of the recovery codes.</param>
    public async Task<Outcome> WithCodeAsync(string code)
    {
        if (await signIn.GetTwoFactorAuthenticationUserAsync() is not { } user)
            return Outcome.Wrong;
        if (await users.IsLockedOutAsync(user))
            return Outcome.TooMany;
        var plain = code.Replace(" ", "", StringComparison.Ordinal);
        if (plain.Length == 6 && plain.All(char.IsAsciiDigit))
            return (await signIn.TwoFactorAuthenticatorSignInAsync(plain, isPersistent: true, rememberClient: false)).Succeeded
                ? Outcome.In
                : Outcome.Wrong;
        if ((await signIn.TwoFactorRecoveryCodeSignInAsync(plain)).Succeeded)
            return Outcome.In;
        // Identity counts wrong codes of the application by itself, wrong recovery codes not.
        await users.AccessFailedAsync(user);
        return Outcome.Wrong;
    }

    /// <summary>What a browser needs to sign in with a passkey it has (WebAuthn, PublicKeyCredentialRequestOptionsJSON).</summary>
    public Task<string> PasskeyWishAsync() => signIn.MakePasskeyRequestOptionsAsync(null);

    /// <summary>A passkey is both steps at once.</summary>
    /// <returns>Whether it is one of ours, of an account that lets in.</returns>
    public async Task<bool> WithPasskeyAsync(string credential)
    {
        if (credential.Length == 0)
            return false;
        var asserted = await signIn.PerformPasskeyAssertionAsync(credential);
        if (!asserted.Succeeded || !await signIn.CanSignInAsync(asserted.User))
            return false;
        await users.AddOrUpdatePasskeyAsync(asserted.User, asserted.Passkey);
        await signIn.SignInAsync(asserted.User, isPersistent: true);
        return true;
    }

    /// <summary>Signs out; the session is over on the server too.</summary>
    public async Task OutAsync(HttpContext http)
    {
        if (SignInCookie.SessionOf(http.User) is { } session && Guid.TryParse(users.GetUserId(http.User), out var user))
            await sessions.EndAsync(user, session);
        await signIn.SignOutAsync();
    }

    /// <summary>
    /// Mails a link to choose a new password, if there is such an account: after the answer, so that it takes as long for any.
    /// </summary>
    public void Forgotten(HttpContext http, string email)
    {
        if (!limits.Begin(http, $"a link for {email}"))
            return;
        var origin = $"{http.Request.Scheme}://{http.Request.Host}";
        http.Response.OnCompleted(async () =>
        {
            try
            {
                using var first = scopes.CreateScope();
                if (await first.ServiceProvider.GetRequiredService<UserManager<AppUser>>().FindByEmailAsync(email) is not { } found)
                    return;
                if (found.DisabledAt is not null)
                    return;
                using var scope = scopes.CreateScope(found.AgencyId);
                var user = await scope.ServiceProvider.GetRequiredService<UserManager<AppUser>>().FindByIdAsync(found.Id.ToString());
                await scope.ServiceProvider.GetRequiredService<PasswordLinks>().ForgottenAsync(user!, origin);
            }
            catch (Exception e)
            {
                log.LogError(e, "A link to choose a password was not mailed");
            }
        });
    }
}
