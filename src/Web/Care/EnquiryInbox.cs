using Microsoft.EntityFrameworkCore;
using Plurimax.Data;
using Plurimax.Data.Standards;
using Plurimax.Web.Hosting;
using Plurimax.Web.Mail;

namespace Plurimax.Web.Care;

public sealed record EnquiryRow(
    Guid Id,
    Guid SiteId,
    string Client,
    string Name,
    string Email,
    string Phone,
    string Message,
    DateTimeOffset At,
    DateTimeOffset? DoneAt,
    string? MailAnswer,
    string Aside
);

/// <param name="Rows">What is open first, what was laid aside last.</param>
public sealed record EnquiryList(List<EnquiryRow> Rows, int Open, int Total);

/// <summary>What the forms of all published sites brought.</summary>
public sealed class EnquiryInbox(PlurimaxDb db, SettingsReader settingsReader, OutboxSignal signal, TimeProvider clock)
{
    private const int MostRows = 100;

    public async Task<EnquiryList> ReadAsync(CancellationToken cancel = default)
    {
        var total = await db.Enquiries.CountAsync(cancel);
        var open = await db.Enquiries.CountAsync(e => e.DoneAt == null && e.Aside == "", cancel);
        var rows = await db
            .Enquiries.OrderBy(e => e.DoneAt != null)
            .ThenBy(e => e.Aside != "")
            .ThenByDescending(e => e.At)
            .Take(MostRows)
            .Select(e => new EnquiryRow(
                e.Id,
                e.SiteId,
                e.Site.Client.Name,
                e.Name,
                e.Email,
                e.Phone,
                e.Message,
                e.At,
                e.DoneAt,
                db.Outbox.Where(m => m.EnquiryId == e.Id).Select(m => m.Answer).FirstOrDefault(),
                e.Aside
            ))
            .ToListAsync(cancel);
        return new EnquiryList(rows, open, total);
    }

    /// <summary>It was no advertising: it goes to the client after all.</summary>
    /// <returns>The client's name; null where there is no such enquiry.</returns>
    public async Task<string?> PassOnAsync(Guid id, CancellationToken cancel = default)
    {
        if (await db.Enquiries.Include(e => e.Site).ThenInclude(s => s.Client).FirstOrDefaultAsync(e => e.Id == id, cancel) is not { } e)
            return null;
        var settings = await settingsReader.OfAsync(e.Site, cancel);
        var now = clock.GetUtcNow();
        if (e.Aside.Length > 0)
            foreach (var to in EnquiryService.Recipients(e.Site, settings))
                db.Add(
                    new OutboxMail
                    {
                        SiteId = e.SiteId,
                        EnquiryId = e.Id,
                        To = to,
                        ReplyTo = e.Email,
                        At = now,
                        NextTry = now,
                        Subject = $"Enquiry from {e.Name}",
                        Body = $"{e.Message}\n\n{e.Name}\n{e.Email}\n{e.Phone}\n",
                    }
                );
        e.Aside = "";
        await db.SaveChangesAsync(cancel);
        signal.Raise();
        return e.Site.Client.Name;
    }

    /// <summary>Done, or open again.</summary>
    /// <returns>Whether there is such an enquiry.</returns>
    public async Task<bool> SettleAsync(Guid id, bool done, CancellationToken cancel = default)
    {
        if (await db.Enquiries.FindAsync([id], cancel) is not { } e)
            return false;
        e.DoneAt = done ? e.DoneAt ?? clock.GetUtcNow() : null;
        await db.SaveChangesAsync(cancel);
        return true;
    }
}
