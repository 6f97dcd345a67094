using System.Security.Cryptography;
using System.Text;
using Microsoft.AspNetCore.DataProtection;
using Microsoft.AspNetCore.Identity;
using Microsoft.AspNetCore.Identity.EntityFrameworkCore;
using Plurimax.Data;

namespace Plurimax.Web.People;

/// <summary>
/// Accounts in the database. The key that codes come from is encrypted there, since it must be read again; recovery codes are hashed.
/// </summary>
internal sealed class SealedUserStore(PlurimaxDb db, IDataProtectionProvider protection, IdentityErrorDescriber? describer = null)
    : UserStore<AppUser, IdentityRole<Guid>, PlurimaxDb, Guid>(db, describer)
{
    private readonly IDataProtector _keys = protection.CreateProtector("codes of accounts");

    public override Task SetAuthenticatorKeyAsync(AppUser user, string key, CancellationToken cancellationToken) =>
        base.SetAuthenticatorKeyAsync(user, _keys.Protect(key), cancellationToken);

    public override async Task<string?> GetAuthenticatorKeyAsync(AppUser user, CancellationToken cancellationToken)
    {
        try
        {
            return await base.GetAuthenticatorKeyAsync(user, cancellationToken) is { } sealedKey ? _keys.Unprotect(sealedKey) : null;
        }
        // The keys of this installation were lost: codes are set up anew.
        catch (CryptographicException)
        {
            return null;
        }
    }

    public override Task ReplaceCodesAsync(AppUser user, IEnumerable<string> recoveryCodes, CancellationToken cancellationToken) =>
        base.ReplaceCodesAsync(user, recoveryCodes.Select(HashOf), cancellationToken);

    public override async Task<bool> RedeemCodeAsync(AppUser user, string code, CancellationToken cancellationToken)
    {
        var hashes = (await GetTokenAsync(user, "[AspNetUserStore]", "RecoveryCodes", cancellationToken) ?? "").Split(';');
        var hash = HashOf(code);
        if (!hashes.Contains(hash))
            return false;
        await base.ReplaceCodesAsync(user, hashes.Where(h => h != hash), cancellationToken);
        return true;
    }

    // Sixty bits by chance: a plain hash cannot be guessed back.
    private static string HashOf(string code) =>
        Convert.ToHexString(SHA256.HashData(Encoding.UTF8.GetBytes(code.Replace("-", "").Trim().ToUpperInvariant())));
}
