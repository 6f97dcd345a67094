using Microsoft.EntityFrameworkCore;
using Plurimax.Data;

namespace Plurimax.Web.Mail;

/// <summary>Mail that was sent and mail that waits.</summary>
public sealed class OutboxReader(PlurimaxDb db)
{
    /// <summary>The latest mail, newest first.</summary>
    public Task<List<OutboxMail>> LatestAsync(int most, CancellationToken cancel = default) =>
        db.Outbox.AsNoTracking().OrderByDescending(m => m.At).Take(most).ToListAsync(cancel);

    /// <summary>Mails that will be tried (again), and those that were tried as often as it goes.</summary>
    public async Task<(int Waiting, int GivenUp)> UnsentAsync(CancellationToken cancel = default)
    {
        var tries = await db.Outbox.Where(m => m.SentAt == null).Select(m => m.Tries).ToListAsync(cancel);
        return (tries.Count(t => t < OutboxSender.MostTries), tries.Count(t => t >= OutboxSender.MostTries));
    }
}
