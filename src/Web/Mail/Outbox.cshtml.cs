using Microsoft.AspNetCore.Mvc.RazorPages;
using Microsoft.EntityFrameworkCore;
using Plurimax.Data;

namespace Plurimax.Web.Mail;

/// <summary>Mails and how they fared. Private links in them are shown as ended stars.</summary>
public sealed class OutboxModel(PlurimaxDb db) : PageModel
{
    public List<OutboxMail> Rows { get; private set; } = [];
    public int Waiting { get; private set; }

    public async Task OnGetAsync()
    {
        Waiting = await db.Outbox.CountAsync(m => m.SentAt == null);
        Rows = await db.Outbox.AsNoTracking().OrderByDescending(m => m.At).Take(100).ToListAsync();
        foreach (var m in Rows)
            m.Body = System.Text.RegularExpressions.Regex.Replace(m.Body, "/proof/[A-Za-z0-9_-]{30,}", "/proof/…");
    }
}
