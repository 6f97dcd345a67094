using System.Text.RegularExpressions;
using Microsoft.EntityFrameworkCore;
using Plurimax.Data;

namespace Plurimax.Web.Mail;

/// <summary>Mail that was sent and mail that waits.</summary>
public sealed partial class OutboxReader(PlurimaxDb db)
{
    /// <summary>The latest mail, newest first. Private links in it are cut: whoever reads them here could open them.</summary>
    public async Task<List<OutboxMail>> LatestAsync(int most, CancellationToken cancel = default)
    {
        var mails = await db.Outbox.AsNoTracking().OrderByDescending(m => m.At).Take(most).ToListAsync(cancel);
        foreach (var m in mails)
            m.Body = Token().Replace(m.Body, "/$1/…");
        return mails;
    }

    /// <summary>Mails that will be tried (again), and those that were tried as often as it goes.</summary>
    public async Task<(int Waiting, int GivenUp)> UnsentAsync(CancellationToken cancel = default)
    {
        var tries = await db.Outbox.Where(m => m.SentAt == null).Select(m => m.Tries).ToListAsync(cancel);
        return (tries.Count(t => t < OutboxSender.MostTries), tries.Count(t => t >= OutboxSender.MostTries));
    }

    [GeneratedRegex("/([a-z]+)/[A-Za-z0-9_-]{40,}")]
    private static partial Regex Token();
}
