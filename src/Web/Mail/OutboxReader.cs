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

    public Task<int> WaitingAsync(CancellationToken cancel = default) => db.Outbox.CountAsync(m => m.SentAt == null, cancel);

    [GeneratedRegex("/([a-z]+)/[A-Za-z0-9_-]{40,}")]
    private static partial Regex Token();
}
