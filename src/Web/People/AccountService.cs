using System.Buffers.Text;
using System.Text;
using Microsoft.AspNetCore.Identity;
using Plurimax.Data;
using QRCoder;

namespace Plurimax.Web.People;

/// <summary>What somebody does with their own account.</summary>
public sealed class AccountService(
    UserManager<AppUser> users,
    SignInManager<AppUser> signIn,
    SessionService sessions,
    PasswordLinks links,
    TimeProvider clock
)
{
    public const int RecoveryCodes = 8;
    private const int MostPasskeys = 10;

    /// <summary>An account as its holder sees it.</summary>
    public sealed record View(
        AppUser User,
        bool Codes,
        int RecoveryLeft,
        IReadOnlyList<UserPasskeyInfo> Passkeys,
        IReadOnlyList<UserSession> Sessions
    );

    public async Task<View> ViewAsync(Guid id, CancellationToken cancel = default)
    {
        var user = await FindAsync(id);
        return new(
            user,
            await users.GetTwoFactorEnabledAsync(user),
            await users.CountRecoveryCodesAsync(user),
            [.. (await users.GetPasskeysAsync(user)).OrderBy(p => p.CreatedAt)],
            await sessions.OfAsync(id, cancel)
        );
    }

    /// <summary>Changes the name that others read; what was done under the former stays as it was.</summary>
    /// <returns>What is wrong with it; null where it is changed.</returns>
    public async Task<string?> RenameAsync(Guid id, string name)
    {
        var read = PersonName.Read(name);
        if (!read.Ok)
            return read.Problem;
        var user = await FindAsync(id);
        user.DisplayName = read.Value!;
        await users.UpdateAsync(user);
        await users.UpdateSecurityStampAsync(user);
        await sessions.AnewAsync(id);
        return null;
    }

    /// <summary>Changes the password. All other sessions end.</summary>
    /// <returns>What is wrong; empty where it is changed.</returns>
    public async Task<IReadOnlyList<string>> ChangePasswordAsync(Guid id, string now, string then, Guid? session)
    {
        var user = await FindAsync(id);
        var done = await users.ChangePasswordAsync(user, now, then);
        if (!done.Succeeded)
            return [.. done.Errors.Select(e => e.Description)];
        await sessions.EndAllAsync(id, but: session);
        await sessions.AnewAsync(id);
        await links.TellAsync(user);
        return [];
    }

    /// <summary>A key for an application that makes codes, as a picture to photograph and as letters to type.</summary>
    /// <returns>The picture as a data address of an SVG, and the key in groups of four.</returns>
    public async Task<(string Picture, string Key)> NewKeyAsync(Guid id)
    {
        var user = await FindAsync(id);
        var key = await users.GetAuthenticatorKeyAsync(user);
        if (key is null)
        {
            await users.ResetAuthenticatorKeyAsync(user);
            key = (await users.GetAuthenticatorKeyAsync(user))!;
        }
        // The key URI that such applications read.
        var uri = $"otpauth://totp/Plurimax:{Uri.EscapeDataString(user.Email!)}?secret={key}&issuer=Plurimax&digits=6";
        using var generator = new QRCodeGenerator();
        using var code = generator.CreateQrCode(uri, QRCodeGenerator.ECCLevel.M);
        using var svg = new SvgQRCode(code);
        var picture = svg.GetGraphic(4, "#000000", "#ffffff", drawQuietZones: true, SvgQRCode.SizingMode.ViewBoxAttribute);
        return (
            $"data:image/svg+xml;base64,{Convert.ToBase64String(Encoding.UTF8.GetBytes(picture))}",
            string.Join(' ', key.Chunk(4).Select(c => new string(c)))
        );
    }

    /// <summary>Codes are asked from now on, once one from the application is right.</summary>
    /// <returns>Recovery codes, to be shown once; null where the code was wrong.</returns>
    public async Task<IReadOnlyList<string>?> TurnCodesOnAsync(Guid id, string code)
    {
        var user = await FindAsync(id);
        var digits = code.Replace(" ", "", StringComparison.Ordinal);
        if (!await users.VerifyTwoFactorTokenAsync(user, users.Options.Tokens.AuthenticatorTokenProvider, digits))
            return null;
        await users.SetTwoFactorEnabledAsync(user, true);
        return await NewRecoveryCodesAsync(user);
    }

    /// <summary>Other recovery codes; the former ones let nobody in any more.</summary>
    /// <returns>The codes, to be shown once; null where the password is wrong.</returns>
    public async Task<IReadOnlyList<string>?> OtherRecoveryCodesAsync(Guid id, string password)
    {
        var user = await FindAsync(id);
        return await users.CheckPasswordAsync(user, password) && await users.GetTwoFactorEnabledAsync(user)
            ? await NewRecoveryCodesAsync(user)
            : null;
    }

    /// <summary>No codes are asked any more.</summary>
    /// <returns>Whether the password was right.</returns>
    public async Task<bool> TurnCodesOffAsync(Guid id, string password)
    {
        var user = await FindAsync(id);
        if (!await users.CheckPasswordAsync(user, password))
            return false;
        await WithoutCodesAsync(user);
        return true;
    }

    /// <summary>Takes codes and their key from an account.</summary>
    internal async Task WithoutCodesAsync(AppUser user)
    {
        await users.SetTwoFactorEnabledAsync(user, false);
        await users.ResetAuthenticatorKeyAsync(user);
        await users.GenerateNewTwoFactorRecoveryCodesAsync(user, 0);
    }

    /// <summary>What a browser needs to make a passkey (WebAuthn, PublicKeyCredentialCreationOptionsJSON).</summary>
    public async Task<string> PasskeyWishAsync(Guid id)
    {
        var user = await FindAsync(id);
        return await signIn.MakePasskeyCreationOptionsAsync(
            new PasskeyUserEntity
            {
                Id = user.Id.ToString(),
                Name = user.Email!,
                DisplayName = user.DisplayName,
            }
        );
    }

    /// <summary>Keeps a passkey that the browser made.</summary>
    /// <returns>What is wrong; null where it is kept.</returns>
    public async Task<string?> AddPasskeyAsync(Guid id, string credential, string device)
    {
        var user = await FindAsync(id);
        if ((await users.GetPasskeysAsync(user)).Count >= MostPasskeys)
            return $"{MostPasskeys} passkeys are the most. Take one away first.";
        if (credential.Length == 0)
            return "The browser sent no passkey. Nothing was kept; try once more.";
        var made = await signIn.PerformPasskeyAttestationAsync(credential);
        if (!made.Succeeded || made.UserEntity.Id != user.Id.ToString())
            return "The browser's passkey could not be checked. Nothing was kept; try once more.";
        made.Passkey.Name = $"{device}, {clock.GetUtcNow():d MMMM yyyy}";
        var kept = await users.AddOrUpdatePasskeyAsync(user, made.Passkey);
        return kept.Succeeded ? null : string.Join(" ", kept.Errors.Select(e => e.Description));
    }

    /// <returns>Whether there was such a passkey.</returns>
    public async Task<bool> RemovePasskeyAsync(Guid id, string credentialId)
    {
        var user = await FindAsync(id);
        if (!Base64Url.IsValid(credentialId))
            return false;
        var bytes = Base64Url.DecodeFromChars(credentialId);
        if (await users.GetPasskeyAsync(user, bytes) is null)
            return false;
        await users.RemovePasskeyAsync(user, bytes);
        return true;
    }

    private async Task<IReadOnlyList<string>> NewRecoveryCodesAsync(AppUser user) =>
        [.. await users.GenerateNewTwoFactorRecoveryCodesAsync(user, RecoveryCodes) ?? []];

    private async Task<AppUser> FindAsync(Guid id) =>
        await users.FindByIdAsync(id.ToString()) ?? throw new InvalidOperationException("There is no such account.");
}
