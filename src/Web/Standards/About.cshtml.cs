using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Plurimax.Data;
using Plurimax.Data.Standards;
using Plurimax.Making.Settings;
using Plurimax.Publishing.Impact;
using Plurimax.Text;

namespace Plurimax.Web.Standards;

/// <summary>One standard: who follows it, its versions, and what can be done with it as a whole.</summary>
public sealed class AboutModel(
    StandardReader standards,
    StandardStore standardStore,
    StandardsService standardsService,
    RollOutService rollOuts
) : PageModel
{
    public StandardView View { get; private set; } = null!;
    public Standard Standard => View.Standard;
    public SharedScope Place => SharedScope.Standard(Standard.Id);
    public bool Owner => User.IsInRole("owner");
    private Actor Who => Actor.Of(User);
    public string? Problem { get; private set; }

    /// <summary>Part of a name or a trade, to narrow the sites that are offered.</summary>
    [BindProperty(SupportsGet = true)]
    public string? Find { get; set; }

    private async Task<bool> LoadAsync(Guid id)
    {
        if (await standards.OfAsync(id, Find) is not { } view)
            return false;
        View = view;
        return true;
    }

    public async Task<IActionResult> OnGetAsync(Guid id) => await LoadAsync(id) ? Page() : NotFound();

    private RedirectResult Back(string said)
    {
        TempData["Said"] = said;
        return Redirect($"/standards/{Standard.Id}");
    }

    /// <summary>Many sites begin to follow at once. What they show changes with the next roll-out.</summary>
    public async Task<IActionResult> OnPostFollowAsync(Guid id, Guid[] site)
    {
        if (!await LoadAsync(id))
            return NotFound();
        if (!Owner)
            return Forbid();
        var (n, problem) = await standardStore.FollowAsync(
            SettingLayer.Site,
            [.. site.Where(s => View.Followers.TrueForAll(f => f.Id != s)).Select(s => s.ToString())],
            id,
            Who
        );
        return Back(
            problem
                ?? (
                    n == 0
                        ? "Tick the sites that should follow it"
                        : $"{n} {(n == 1 ? "site follows" : "sites follow")} {Standard.Name} now; published ones show it with the "
                            + $"next roll-out"
                )
        );
    }

    public async Task<IActionResult> OnPostLeaveAsync(Guid id, Guid site)
    {
        if (!await LoadAsync(id))
            return NotFound();
        if (!Owner)
            return Forbid();
        await standardStore.UnfollowAsync(SettingLayer.Site, site.ToString(), id, Who);
        return Back("It does not follow any more");
    }

    /// <summary>What was typed and not taken.</summary>
    public (string Name, string About)? Typed { get; private set; }

    /// <param name="seen">Name and purpose as they stood when they were typed over.</param>
    public async Task<IActionResult> OnPostNameAsync(Guid id, string? name, string? about, string? seen)
    {
        if (!await LoadAsync(id))
            return NotFound();
        if (!Owner)
            return Forbid();
        var now = $"{Standard.Name}\n{Standard.About}";
        Problem =
            seen is not null && seen.ReplaceLineEndings("\n") != now
                ? $"Somebody changed it meanwhile: it is “{Standard.Name}” now. Save once more to have yours."
                : await standardStore.NameFaultAsync(name, id);
        if (Problem is null)
        {
            await standardStore.NameAsync(Standard, name, about);
            return Back("Named");
        }
        Typed = (name ?? "", about ?? "");
        Response.StatusCode = 422;
        return Page();
    }

    public async Task<IActionResult> OnPostCopyAsync(Guid id)
    {
        if (!await LoadAsync(id))
            return NotFound();
        if (!Owner)
            return Forbid();
        var values = await standardStore.ValuesAsync(Place);
        for (var n = 1; ; n++)
        {
            var (made, problem) = await standardStore.CreateAsync(
                Letters.Cut(Standard.Name, 46) + (n == 1 ? " (copy)" : $" (copy {n})"),
                Standard.About,
                values,
                Who
            );
            if (made is null && n < 20)
                continue;
            TempData["Said"] = made is null ? problem : $"{made.Name} is there, with the same {values.Count} values; nobody follows it yet";
            return Redirect($"/standards/{made?.Id ?? id}");
        }
    }

    public async Task<IActionResult> OnPostRetireAsync(Guid id, bool retired = true)
    {
        if (!await LoadAsync(id))
            return NotFound();
        if (!Owner)
            return Forbid();
        await standardStore.RetireAsync(Standard, retired);
        return Back(Standard.RetiredAt is null ? "In use again" : $"Retired: nobody begins to follow it; {View.Followers.Count} go on");
    }

    public async Task<IActionResult> OnPostVersionAsync(Guid id, int number)
    {
        if (!await LoadAsync(id))
            return NotFound();
        if (!Owner)
            return Forbid();
        var n = await standardStore.DraftVersionAsync(Place, number, Who);
        TempData["Said"] = n == 0 ? $"Version {number} is the same as now" : $"{n} changes back to version {number} are in hand";
        return Redirect(n == 0 ? $"/standards/{id}" : $"/standards/{Place.Slug}/impact");
    }

    /// <summary>Brings saved changes to followers that are behind.</summary>
    public async Task<IActionResult> OnPostRollOutAsync(Guid id)
    {
        if (!await LoadAsync(id))
            return NotFound();
        if (!Owner)
            return Forbid();
        var name = await standardsService.NameAsync(Place) ?? "";
        return await rollOuts.StartAsync(Place, 0, $"Behind, {name}", "", RollOutPace.Groups, null, Who) is { } r
            ? Redirect($"/rollouts/{r.Id}")
            : Back("Nobody is behind");
    }

    public async Task<IActionResult> OnGetFileAsync(Guid id, string format)
    {
        if (!await LoadAsync(id))
            return NotFound();
        var file = new StandardFile(Standard.Name, Standard.About, await standardStore.ValuesAsync(Place));
        return format == "json"
            ? File(System.Text.Encoding.UTF8.GetBytes(file.Json()), "application/json", $"{Slug.Of(Standard.Name)}.json")
            : File(System.Text.Encoding.UTF8.GetBytes(file.Yaml()), "application/yaml", $"{Slug.Of(Standard.Name)}.yaml");
    }
}
