using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Plurimax.Data;
using Plurimax.Data.Standards;
using Plurimax.Text;

namespace Plurimax.Web.Standards;

/// <summary>How far a roll-out has come, site by site; it goes on while nobody looks.</summary>
public sealed class RollOutModel(RollOutService rollOutService) : PageModel
{
    public RollOutReport Report { get; private set; } = null!;
    public bool Owner => User.IsInRole("owner");
    public string Place => new SharedScope(Report.RollOut.Layer, Report.RollOut.Scope).Slug;

    private async Task<bool> LoadAsync(Guid id, int rows = 300) =>
        await rollOutService.ReportAsync(id, rows) is { } r && (Report = r) is not null;

    public async Task<IActionResult> OnGetAsync(Guid id) => await LoadAsync(id) ? Page() : NotFound();

    public async Task<IActionResult> OnGetStateAsync(Guid id) => await LoadAsync(id) ? Partial("_RollOut", this) : NotFound();

    public async Task<IActionResult> OnGetCsvAsync(Guid id) =>
        !await LoadAsync(id, 100_000)
            ? NotFound()
            : File(
                CsvText.File(
                    ["number", "group", "site", "state", "files", "problem"],
                    Report
                        .Rows.OrderBy(r => r.Number)
                        .Select(r =>
                            new[]
                            {
                                $"{r.Number}",
                                $"{r.Group}",
                                r.Site.Client.Name,
                                r.State.ToString().ToLowerInvariant(),
                                $"{r.Files}",
                                r.Problem,
                            }
                        )
                ),
                "text/csv; charset=utf-8",
                "roll-out.csv"
            );

    private RedirectResult Back(Guid id, string said)
    {
        TempData["Said"] = said;
        return Redirect($"/rollouts/{id}");
    }

    /// <returns>Null where this person may act on a roll-out that is there.</returns>
    private async Task<IActionResult?> RefusedAsync(Guid id) =>
        !Owner ? Forbid()
        : await rollOutService.ExistsAsync(id) ? null
        : NotFound();

    public async Task<IActionResult> OnPostPauseAsync(Guid id)
    {
        if (await RefusedAsync(id) is { } refused)
            return refused;
        await rollOutService.PauseAsync(id);
        return Back(id, "Paused; what is released stays");
    }

    public async Task<IActionResult> OnPostGoOnAsync(Guid id)
    {
        if (await RefusedAsync(id) is { } refused)
            return refused;
        await rollOutService.GoOnAsync(id);
        return Back(id, "Going on");
    }

    public async Task<IActionResult> OnPostAgainAsync(Guid id)
    {
        if (await RefusedAsync(id) is { } refused)
            return refused;
        return Back(id, $"{await rollOutService.AgainAsync(id)} tried again");
    }

    public async Task<IActionResult> OnPostBackAsync(Guid id)
    {
        if (await RefusedAsync(id) is { } refused)
            return refused;
        var (back, stay, values) = await rollOutService.RollBackAsync(id, Actor.Of(User));
        return Back(
            id,
            $"Rolled back: {back} {(back == 1 ? "site shows" : "sites show")} the release of before"
                + $"{(stay > 0 ? $"; {stay} were released otherwise since and stay" : "")}"
                + $"{(values ? "; the values are as before" : "; the values stay, somebody saved later ones")}"
        );
    }
}
