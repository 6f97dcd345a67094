using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Plurimax.Web.Shared;

namespace Plurimax.Web.Line;

/// <summary>Opens the next site that waits for us, where its next action is.</summary>
public sealed class NextModel(LineReader line, SiteStatus status) : PageModel
{
    /// <param name="after">The site one comes from.</param>
    public async Task<IActionResult> OnGetAsync(Guid? after)
    {
        if (await line.NextAsync(after) is not { } next)
        {
            TempData["Said"] = "No site waits for us";
            return Redirect("/");
        }
        if (next.Id == after)
        {
            TempData["Said"] = "No other site waits for us";
            return Redirect($"/sites/{after}/bench");
        }
        var summary = await status.OfAsync(next);
        TempData["Said"] = $"{summary.Site.Client.Name}: {summary.Next.Words}";
        return Redirect($"/sites/{next.Id}/{summary.Next.Page}");
    }
}
