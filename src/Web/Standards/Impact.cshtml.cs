using System.Globalization;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Plurimax.Data;
using Plurimax.Data.Standards;
using Plurimax.Facts;
using Plurimax.Making.Settings;

namespace Plurimax.Web.Standards;

/// <summary>What changes in hand would do to every site that follows; then the act.</summary>
public sealed class ImpactModel(
    AgencyScope agency,
    StandardStore standardStore,
    StandardsService standardsService,
    RollOutService rollOuts,
    ImpactRuns runs,
    ImpactSamples samples
) : PageModel
{
    public SharedScope Place { get; private set; } = SharedScope.Agency;
    public string PlaceName { get; private set; } = "";
    public List<SettingDraft> Drafts { get; private set; } = [];
    public ImpactRun Run { get; private set; } = null!;
    public Impact? Report => Run?.Result;
    public ImpactSample? Shown { get; private set; }
    public string Print => StandardStore.PrintOf(Drafts);
    public bool Owner => User.IsInRole("owner");
    public string? Problem { get; private set; }
    public string Why { get; private set; } = "";

    [BindProperty(SupportsGet = true)]
    public Guid? Sample { get; set; }

    private async Task<bool> LoadAsync(string at, bool again = false)
    {
        if (SharedScope.Read(at) is not { } place || await standardsService.NameAsync(place) is not { } name)
            return false;
        (Place, PlaceName) = (place, name);
        Drafts = await standardStore.DraftsAsync(place);
        if (Drafts.Count > 0)
            Run = runs.Of(agency.Id!.Value, place, Drafts, again);
        if (Report is { } report)
            Shown = await samples.OfAsync(report, Place, Drafts, Sample);
        return true;
    }

    public async Task<IActionResult> OnGetAsync(string at, bool again = false)
    {
        if (!await LoadAsync(at, again))
            return NotFound();
        if (Drafts.Count == 0)
        {
            TempData["Said"] = "Nothing is in hand there";
            return Redirect($"/standards?at={Place.Slug}");
        }
        return again ? Redirect($"/standards/{Place.Slug}/impact") : Page();
    }

    /// <summary>The part that changes while the report is made.</summary>
    public async Task<IActionResult> OnGetStateAsync(string at)
    {
        if (!await LoadAsync(at) || Drafts.Count == 0)
            return NotFound();
        if (Run.Result is not null || Run.Problem is not null)
            Response.Headers["HX-Refresh"] = "true";
        return Partial("_ImpactState", this);
    }

    public async Task<IActionResult> OnPostAsync(string at, string print, string? why, string act, string? day, string? time)
    {
        if (!Owner)
            return Forbid();
        if (!await LoadAsync(at))
            return NotFound();
        Why = why ?? "";
        RollOutPace? pace = act switch
        {
            "now" => RollOutPace.Now,
            "groups" => RollOutPace.Groups,
            "later" => RollOutPace.Later,
            _ => null,
        };
        DateTimeOffset? begins = null;
        if (pace == RollOutPace.Later)
        {
            if (
                !DateTime.TryParseExact(
                    $"{day} {time}",
                    "yyyy-MM-dd HH:mm",
                    CultureInfo.InvariantCulture,
                    DateTimeStyles.AssumeUniversal | DateTimeStyles.AdjustToUniversal,
                    out var when
                )
                || when <= DateTime.UtcNow
            )
                return Refused("Give a day and a time that are still to come.");
            begins = new DateTimeOffset(when, TimeSpan.Zero);
        }
        var name =
            Drafts.Count == 1
                ? $"{SettingsRegistry.Find(Drafts[0].Key)?.Name ?? "A passage"}, {PlaceName}"
                : $"{Drafts.Count} settings, {PlaceName}";
        var (saved, rollOut) = await rollOuts.SaveAsync(Place, name, print, FactReader.Clean(why), pace, begins, Actor.Of(User));
        if (saved.Version is null)
        {
            await LoadAsync(at);
            if (Drafts.Count == 0)
            {
                TempData["Said"] = saved.Problem;
                return Redirect($"/standards?at={Place.Slug}");
            }
            return Refused(saved.Problem!);
        }
        TempData["Said"] =
            rollOut is not null ? $"Saved as version {saved.Version}; the roll-out has begun"
            : pace is null ? $"Saved as version {saved.Version}; published sites stay as they are until it is rolled out"
            : $"Saved as version {saved.Version}; no published site is behind";
        return Redirect(rollOut is not null ? $"/rollouts/{rollOut.Id}" : $"/standards?at={Place.Slug}");
    }

    private PageResult Refused(string problem)
    {
        Problem = problem;
        Response.StatusCode = 422;
        return Page();
    }
}
