using Microsoft.AspNetCore.Mvc.RazorPages;
using Plurimax.Data;

namespace Plurimax.Web.Mail;

/// <summary>What was mailed, and how mail servers answered.</summary>
public sealed class OutboxModel(OutboxReader outbox) : PageModel
{
    private const int Most = 100;
    public List<OutboxMail> Rows { get; private set; } = [];
    public int Waiting { get; private set; }

    public async Task OnGetAsync() => (Waiting, Rows) = (await outbox.WaitingAsync(), await outbox.LatestAsync(Most));
}
