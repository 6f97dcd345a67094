using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Plurimax.Data;
using Plurimax.Data.Standards;

namespace Plurimax.Web.Standards;

/// <summary>Published sites that do not show yet what holds for them.</summary>
public sealed class BehindModel(RollOutService rollOutService) : PageModel
{
    public List<(Guid Id, string Name)> Sites { get; private set; } = [];
    public bool Owner => User.IsInRole("owner");

    public async Task OnGetAsync() => Sites = await rollOutService.BehindAsync();

    public async Task<IActionResult> OnPostAsync(string act)
    {
        if (!Owner)
            return Forbid();
        if (
            await rollOutService.StartAsync(
                SharedScope.Agency,
                0,
                "All that is behind",
                "",
                act == "now" ? RollOutPace.Now : RollOutPace.Groups,
                null,
                Actor.Of(User)
            ) is
            { } r
        )
            return Redirect($"/rollouts/{r.Id}");
        TempData["Said"] = "Nobody is behind";
        return Redirect("/standards/behind");
    }
}
