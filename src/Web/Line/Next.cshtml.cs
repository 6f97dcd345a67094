using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Microsoft.EntityFrameworkCore;
using Plurimax.Data;
using Plurimax.Web.Shared;
using Plurimax.Work.Line;

namespace Plurimax.Web.Line;

/// <summary>
/// Opens the next site that waits for us, where its next action is: by due date, those without one last, and from the beginning again after
/// the last.
/// </summary>
public sealed class NextModel(PlurimaxDb db, SiteStatus status) : PageModel
{
    /// <param name="after">The site one comes from.</param>
    public async Task<IActionResult> OnGetAsync(Guid? after)
    {
        var waiting = db
            .Sites.AsNoTracking()
            .Include(s => s.Client)
            .Include(s => s.Maker)
            .Where(s => !s.IsSample && s.Station != Station.Care && s.WaitingFor == Party.Us);
        var order = await waiting.OrderBy(s => s.Due == null).ThenBy(s => s.Due).ThenBy(s => s.Id).Select(s => s.Id).ToListAsync();
        var next = order.Count == 0 ? (Guid?)null : order[(after is { } a ? order.IndexOf(a) + 1 : 0) % order.Count];
        if (next is null || next == after)
        {
            TempData["Said"] = next is null ? "No site waits for us" : "No other site waits for us";
            return Redirect(after is { } back && next is not null ? $"/sites/{back}/bench" : "/");
        }
        var summary = await status.OfAsync(await waiting.FirstAsync(s => s.Id == next));
        TempData["Said"] = $"{summary.Site.Client.Name}: {summary.Next.Words}";
        return Redirect($"/sites/{next}/{summary.Next.Page}");
    }
}
