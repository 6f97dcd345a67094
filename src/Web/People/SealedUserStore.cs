using System.Security.Cryptography;
using System.Text;
using Microsoft.AspNetCore.DataProtection;
using Microsoft.AspNetCore.Identity;
using Microsoft.AspNetCore.Identity.EntityFrameworkCore;
using Plurimax.Data;

namespace Plurimax.Web.People;

/// <summary>
/// Accounts in the database. The key that codes come from is encrypted there, since it must be read again; recovery codes are
/// hashed and encrypted, since ten letters by chance could be guessed back from a hash alone.
/// </summary>
internal sealed class SealedUserStore(PlurimaxDb db, IDataProtectionProvider protection, IdentityErrorDescriber? describer = null)
    : UserStore<AppUser, IdentityRole<Guid>, PlurimaxDb, Guid>(db, describer)
{
    private readonly IDataProtector _keys = protection.CreateProtector("codes of accounts");

    public override Task SetAuthenticatorKeyAsync(AppUser user, string key, CancellationToken cancellationToken) =>
        base.SetAuthenticatorKeyAsync(user, _keys.Protect(key), cancellationToken);

    public override async Task<string?> GetAuthenticatorKeyAsync(AppUser user, CancellationToken cancellationToken) =>
        await base.GetAuthenticatorKeyAsync(user, cancellationToken) is { } kept ? Open(kept) : null;

    public override Task ReplaceCodesAsync(AppUser user, IEnumerable<string> recoveryCodes, CancellationToken cancellationToken) =>
        base.ReplaceCodesAsync(user, recoveryCodes.Select(c => _keys.Protect(HashOf(c))), cancellationToken);

    public override async Task<bool> RedeemCodeAsync(AppUser user, string code, CancellationToken cancellationToken)
    {
        var kept = (await GetTokenAsync(user, "[AspNetUserStore]", "RecoveryCodes", cancellationToken) ?? "").Split(';').ToList();
        var hash = HashOf(code);
        if (kept.RemoveAll(k => k.Length > 0 && Open(k) == hash) == 0)
            return false;
        await base.ReplaceCodesAsync(user, kept, cancellationToken);
        return true;
    }

    /// <returns>Null where the keys of this installation were lost: codes are set up anew.</returns>
    private string? Open(string kept)
    {
        try
        {
            return _keys.Unprotect(kept);
        }
        catch (CryptographicException)
        {
            return null;
        }
    }

    private static string HashOf(string code) =>
        Convert.ToHexString(SHA256.HashData(Encoding.UTF8.GetBytes(code.Replace("-", "").Trim().ToUpperInvariant())));
}
