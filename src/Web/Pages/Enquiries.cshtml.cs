using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Microsoft.EntityFrameworkCore;
using Plurimax.Data;

namespace Plurimax.Web.Pages;

public sealed record EnquiryRow(Guid Id, Guid SiteId, string Client, string Name, string Email, string Phone, string Message, DateTimeOffset At, DateTimeOffset? DoneAt, string? MailAnswer);

/// <summary>The inbox of all published sites.</summary>
public sealed class EnquiriesModel(PlurimaxDb db, TimeProvider clock) : PageModel
{
    public List<EnquiryRow> Rows { get; private set; } = [];
    public int Open { get; private set; }
    public int Total { get; private set; }

    public async Task OnGetAsync()
    {
        Total = await db.Enquiries.CountAsync();
        Open = await db.Enquiries.CountAsync(e => e.DoneAt == null);
        Rows = await db.Enquiries.OrderBy(e => e.DoneAt != null).ThenByDescending(e => e.At).Take(100)
            .Select(e => new EnquiryRow(e.Id, e.SiteId, e.Site.Client.Name, e.Name, e.Email, e.Phone, e.Message, e.At, e.DoneAt, db.Outbox.Where(m => m.EnquiryId == e.Id).Select(m => m.Answer).FirstOrDefault())).ToListAsync();
    }

    public async Task<IActionResult> OnPostAsync(Guid id)
    {
        if (await db.Enquiries.FindAsync(id) is not { } e) return NotFound();
        e.DoneAt = e.DoneAt is null ? clock.GetUtcNow() : null;
        await db.SaveChangesAsync();
        TempData["Said"] = e.DoneAt is null ? "Open again" : "Done";
        return Redirect($"/enquiries#e-{id}");
    }
}
