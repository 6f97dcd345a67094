using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;

namespace Plurimax.Web.Care;

/// <summary>The inbox of all published sites.</summary>
public sealed class EnquiriesModel(EnquiryInbox inbox) : PageModel
{
    public EnquiryList List { get; private set; } = null!;

    public async Task OnGetAsync() => List = await inbox.ReadAsync();

    public async Task<IActionResult> OnPostThroughAsync(Guid id) =>
        await inbox.PassOnAsync(id) is { } client ? Back(id, $"Mailed to {client}") : NotFound();

    public async Task<IActionResult> OnPostAsync(Guid id, bool done = true) =>
        await inbox.SettleAsync(id, done) ? Back(id, done ? "Done" : "Open again") : NotFound();

    private RedirectResult Back(Guid id, string said)
    {
        TempData["Said"] = said;
        return Redirect($"/enquiries#e-{id}");
    }
}
