using System.Text.RegularExpressions;
using Microsoft.AspNetCore.DataProtection;
using Microsoft.EntityFrameworkCore.Diagnostics;
using Plurimax.Data;

namespace Plurimax.Web.Mail;

/// <summary>
/// Keeps private links out of the Outbox: a mail with one is stored with the link cut, and whole only encrypted, until it is sent. Whoever
/// reads the table, or a page of it, opens nothing.
/// </summary>
internal sealed partial class MailSeal(IDataProtectionProvider protection) : SaveChangesInterceptor
{
    private readonly Lazy<IDataProtector> _protector = new(() => protection.CreateProtector("private links in mails"));

    public override ValueTask<InterceptionResult<int>> SavingChangesAsync(
        DbContextEventData saved,
        InterceptionResult<int> result,
        CancellationToken cancellationToken = default
    )
    {
        foreach (var entry in saved.Context!.ChangeTracker.Entries<OutboxMail>())
            if (entry.State == Microsoft.EntityFrameworkCore.EntityState.Added && entry.Entity is { Sealed: null } mail)
                Close(mail);
        return base.SavingChangesAsync(saved, result, cancellationToken);
    }

    /// <summary>The whole mail, for the mail server.</summary>
    /// <exception cref="System.Security.Cryptography.CryptographicException">It was sealed with a key that is no longer there.</exception>
    public string Open(OutboxMail mail) => mail.Sealed is { } whole ? _protector.Value.Unprotect(whole) : mail.Body;

    private void Close(OutboxMail mail)
    {
        var cut = Link().Replace(mail.Body, "/$1/…");
        if (cut != mail.Body)
            (mail.Sealed, mail.Body) = (_protector.Value.Protect(mail.Body), cut);
    }

    [GeneratedRegex("/([a-z]+)/[A-Za-z0-9_-]{40,}")]
    private static partial Regex Link();
}
