using Microsoft.EntityFrameworkCore;
using Plurimax.Data;

namespace Plurimax.Web.Mail;

/// <summary>Mail that somebody at the agency sends by hand.</summary>
public sealed class OutboxService(PlurimaxDb db, OutboxSignal signal, TimeProvider clock)
{
    /// <summary>A mail to oneself, to see that the mail server takes what it is given.</summary>
    /// <returns>Where it goes.</returns>
    public async Task<string> TestAsync(Actor who, CancellationToken cancel = default)
    {
        var to = await db.Users.Where(u => u.Id == who.UserId).Select(u => u.Email).FirstAsync(cancel) ?? "";
        var now = clock.GetUtcNow();
        db.Add(
            new OutboxMail
            {
                To = to,
                Subject = "A test mail",
                Body = "The mail server takes what Plurimax gives it.\n",
                At = now,
                NextTry = now,
            }
        );
        await db.SaveChangesAsync(cancel);
        signal.Raise();
        return to;
    }

    /// <summary>Tries a mail again at once, as often as a new one.</summary>
    /// <returns>Whether there is such a mail that was not sent.</returns>
    public async Task<bool> AgainAsync(Guid id, CancellationToken cancel = default)
    {
        var now = clock.GetUtcNow();
        var found = await db
            .Outbox.Where(m => m.Id == id && m.SentAt == null)
            .ExecuteUpdateAsync(m => m.SetProperty(x => x.Tries, 0).SetProperty(x => x.NextTry, now), cancel);
        signal.Raise();
        return found > 0;
    }
}
