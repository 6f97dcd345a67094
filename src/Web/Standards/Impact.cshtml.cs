using System.Collections.Immutable;
using System.Globalization;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Microsoft.EntityFrameworkCore;
using Plurimax.Data;
using Plurimax.Data.Standards;
using Plurimax.Facts;
using Plurimax.Making.Settings;
using Plurimax.Publishing.Impact;
using Plurimax.Sites;
using Plurimax.Web.Launching;
using Plurimax.Web.Shared;

namespace Plurimax.Web.Standards;

/// <param name="Words">What reads otherwise on the page, word by word.</param>
public sealed record ImpactSample(ImpactSite Site, string Path, string Before, string After, ImmutableArray<WordRun> Words);

/// <summary>What changes in hand would do to every site that follows; then the act.</summary>
public sealed class ImpactModel(
    PlurimaxDb db,
    StandardStore standardStore,
    StandardsService standardsService,
    RollOutService rollOuts,
    ImpactRuns runs,
    SheetTokens sheets,
    Republishing republishing,
    SettingsReader settingsReader
) : PageModel
{
    public SharedScope Place { get; private set; } = SharedScope.Agency;
    public string PlaceName { get; private set; } = "";
    public List<SettingDraft> Drafts { get; private set; } = [];
    public ImpactRun Run { get; private set; } = null!;
    public Impact? Report => Run?.Result;
    public ImmutableArray<ImpactSample> Samples { get; private set; } = [];
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
            Run = runs.Of(db.AgencyId!.Value, place, Drafts, again);
        if (Report is { } report)
            Samples = await SamplesAsync(report);
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

    /// <summary>One site is looked at closely, and a few of other trades beside it.</summary>
    private async Task<ImmutableArray<ImpactSample>> SamplesAsync(Impact report)
    {
        var changed = report.Changed.Where(s => s.Live || s.Pages > 0).ToList();
        var chosen = (Sample is { } id ? changed.Where(s => s.Id == id) : [])
            .Concat(changed.OrderByDescending(s => s.Blocks).ThenByDescending(s => s.Live))
            .DistinctBy(s => s.Id)
            .Take(1)
            .ToList();
        var samples = ImmutableArray.CreateBuilder<ImpactSample>();
        foreach (var s in chosen)
        {
            var path = s.Files.Where(f => f.IsPage && f.Fate == FileFate.Changed && f.Path != "404.html")
                .Select(f => f.Path)
                .OrderBy(p => p != "index.html")
                .FirstOrDefault()
                ?? "index.html";
            var view = new StandingView(Place.Layer, Place.Scope, After: false);
            var (words, place) = await WordsAsync(s, path);
            var anchor = place.Length > 0 ? "#" + place : "";
            samples.Add(
                new ImpactSample(
                    s,
                    path,
                    sheets.Url(new SheetView(s.Id, Standing: view), path) + anchor,
                    sheets.Url(new SheetView(s.Id, Standing: view with { After = true }), path) + anchor,
                    words
                )
            );
        }
        return samples.ToImmutable();
    }

    private async Task<(ImmutableArray<WordRun> Words, string Place)> WordsAsync(ImpactSite s, string path)
    {
        var site = await db.Sites.AsNoTracking().Include(x => x.Client).FirstAsync(x => x.Id == s.Id);
        if (await db.Releases.AsNoTracking().FirstOrDefaultAsync(r => r.Id == site.LiveReleaseId) is not { } live)
            return ([], "");
        var document = await db
            .Revisions.AsNoTracking()
            .Where(r => r.SiteId == site.Id && r.Number == live.Revision)
            .Select(r => r.Document)
            .FirstAsync();
        var then = (await settingsReader.OfAsync(site)).Changed(
            Place.Layer,
            Place.Scope,
            Drafts.Select(d => KeyValuePair.Create(d.Key, d.Value))
        );
        var made = republishing.Of(site, live, document, then, draw: false);
        return made.Was.Files.ContainsKey(path) && made.Now.Files.ContainsKey(path)
            ? (PageWords.Between(made.Was.Text(path), made.Now.Text(path)), PageWords.PlaceOf(made.Was.Text(path), made.Now.Text(path)))
            : ([], "");
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
