using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Plurimax.Data;

namespace Plurimax.Web.Mail;

/// <summary>What was mailed, and how mail servers answered.</summary>
public sealed class OutboxModel(OutboxReader outbox, OutboxService service) : PageModel
{
    private const int Most = 100;
    public List<OutboxMail> Rows { get; private set; } = [];
    public int Waiting { get; private set; }
    public int GivenUp { get; private set; }

    public async Task OnGetAsync() => ((Waiting, GivenUp), Rows) = (await outbox.UnsentAsync(), await outbox.LatestAsync(Most));

    public async Task<IActionResult> OnPostTestAsync()
    {
        var to = await service.TestAsync(Actor.Of(User));
        return Said($"A test mail to {to} is on its way; how the mail server answers stands here");
    }

    public async Task<IActionResult> OnPostAgainAsync(Guid id) =>
        Said(await service.AgainAsync(id) ? "It is tried again" : "It was sent meanwhile");

    private RedirectToPageResult Said(string words)
    {
        TempData["Said"] = words;
        return RedirectToPage();
    }
}
