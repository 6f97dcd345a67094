using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Microsoft.EntityFrameworkCore;
using Plurimax.Data;
using Plurimax.Data.Standards;
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

/// <summary>The inbox of all published sites.</summary>
public sealed class EnquiriesModel(PlurimaxDb db, TimeProvider clock, SettingsReader settingsReader, OutboxSignal signal) : PageModel
{
    public List<EnquiryRow> Rows { get; private set; } = [];
    public int Open { get; private set; }
    public int Total { get; private set; }

    public async Task OnGetAsync()
    {
        Total = await db.Enquiries.CountAsync();
        Open = await db.Enquiries.CountAsync(e => e.DoneAt == null && e.Aside == "");
        Rows = await db
            .Enquiries.OrderBy(e => e.DoneAt != null)
            .ThenBy(e => e.Aside != "")
            .ThenByDescending(e => e.At)
            .Take(100)
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
            .ToListAsync();
    }

    /// <summary>It was no advertising: it goes to the client after all.</summary>
    public async Task<IActionResult> OnPostThroughAsync(Guid id)
    {
        if (await db.Enquiries.Include(e => e.Site).ThenInclude(s => s.Client).FirstOrDefaultAsync(e => e.Id == id) is not { } e)
            return NotFound();
        var settings = await settingsReader.OfAsync(e.Site);
        if (e.Aside.Length > 0)
            foreach (var to in EnquiryService.Recipients(e.Site, settings))
                db.Add(
                    new OutboxMail
                    {
                        SiteId = e.SiteId,
                        EnquiryId = e.Id,
                        To = to,
                        ReplyTo = e.Email,
                        At = clock.GetUtcNow(),
                        NextTry = clock.GetUtcNow(),
                        Subject = $"Enquiry from {e.Name}",
                        Body = $"{e.Message}\n\n{e.Name}\n{e.Email}\n{e.Phone}\n",
                    }
                );
        e.Aside = "";
        await db.SaveChangesAsync();
        signal.Raise();
        TempData["Said"] = $"Mailed to {e.Site.Client.Name}";
        return Redirect($"/enquiries#e-{id}");
    }

    public async Task<IActionResult> OnPostAsync(Guid id)
    {
        if (await db.Enquiries.FindAsync(id) is not { } e)
            return NotFound();
        e.DoneAt = e.DoneAt is null ? clock.GetUtcNow() : null;
        await db.SaveChangesAsync();
        TempData["Said"] = e.DoneAt is null ? "Open again" : "Done";
        return Redirect($"/enquiries#e-{id}");
    }
}
