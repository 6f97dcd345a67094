using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Microsoft.EntityFrameworkCore;
using Plurimax.Data;
using Plurimax.Data.Standards;
using Plurimax.Facts;
using Plurimax.Making.Settings;
using Plurimax.Publishing.Impact;
using Plurimax.Text;
using Plurimax.Trades;

namespace Plurimax.Web.Standards;

public sealed record FollowerRow(Guid Id, string Name, string Trade, string? Through, bool Live);

/// <summary>One standard: who follows it, its versions, and what can be done with it as a whole.</summary>
public sealed class AboutModel(
    PlurimaxDb db,
    StandardStore standardStore,
    StandardsService standardsService,
    RollOutService rollOuts,
    TimeProvider clock
) : PageModel
{
    public Standard Standard { get; private set; } = null!;
    public SharedScope Place => SharedScope.Standard(Standard.Id);
    public List<FollowerRow> Followers { get; private set; } = [];
    public List<(Guid Id, string Name, string Trade)> Others { get; private set; } = [];
    public List<StandardVersion> Versions { get; private set; } = [];
    public HashSet<Guid> Behind { get; private set; } = [];
    public int Sets { get; private set; }
    public bool Owner => User.IsInRole("owner");
    private Actor Who => Actor.Of(User);
    public string? Problem { get; private set; }

    /// <summary>Part of a name or a trade, to narrow the sites that are offered.</summary>
    [BindProperty(SupportsGet = true)]
    public string? Find { get; set; }
    public const int MostOffered = 300;

    private async Task<bool> LoadAsync(Guid id)
    {
        if (await db.Standards.FirstOrDefaultAsync(s => s.Id == id) is not { } standard)
            return false;
        Standard = standard;
        var own = (
            await db
                .Follows.AsNoTracking()
                .Where(f => f.StandardId == id && f.Layer == SettingLayer.Site)
                .Select(f => f.Scope)
                .ToListAsync()
        )
            .Select(Guid.Parse)
            .ToHashSet();
        var reached = await (await standardStore.FollowersAsync(Place))
            .OrderBy(s => s.Client.Name)
            .Select(s => new
            {
                s.Id,
                s.Client.Name,
                s.TradeId,
                Live = s.LiveReleaseId != null,
            })
            .ToListAsync();
        Followers = reached.ConvertAll(s => new FollowerRow(
            s.Id,
            s.Name,
            TradeTemplate.FamilyOf(s.TradeId),
            own.Contains(s.Id) ? null : "its client",
            s.Live
        ));
        var ids = reached.ConvertAll(r => r.Id);
        var words = FactReader.Clean(Find).ToLowerInvariant();
        Others =
        [
            .. (
                await db
                    .Sites.Where(s =>
                        !s.IsSample
                        && !ids.Contains(s.Id)
                        && (words == "" || s.Client.Name.ToLower().Contains(words) || s.TradeId.Contains(words))
                    )
                    .OrderBy(s => s.Client.Name)
                    .Take(MostOffered)
                    .Select(s => new
                    {
                        s.Id,
                        s.Client.Name,
                        s.TradeId,
                    })
                    .ToListAsync()
            ).Select(s => (s.Id, s.Name, TradeTemplate.FamilyOf(s.TradeId))),
        ];
        Versions = await db
            .StandardVersions.AsNoTracking()
            .Where(v => v.Layer == SettingLayer.Standard && v.Scope == Place.Scope)
            .OrderByDescending(v => v.Number)
            .Take(50)
            .ToListAsync();
        Behind = [.. (await rollOuts.BehindAsync(await standardStore.FollowersAsync(Place))).Select(b => b.Id)];
        Sets = await db.Settings.CountAsync(s => s.Layer == SettingLayer.Standard && s.Scope == Place.Scope);
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
            [.. site.Where(s => Followers.TrueForAll(f => f.Id != s)).Select(s => s.ToString())],
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

    public async Task<IActionResult> OnPostNameAsync(Guid id, string? name, string? about)
    {
        if (!await LoadAsync(id))
            return NotFound();
        if (!Owner)
            return Forbid();
        if (await standardStore.NameFaultAsync(name, id) is { } bad)
        {
            Problem = bad;
            Response.StatusCode = 422;
            return Page();
        }
        (Standard.Name, Standard.About) = (FactReader.Clean(name), FactReader.Clean(about));
        await db.SaveChangesAsync();
        return Back("Named");
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

    public async Task<IActionResult> OnPostRetireAsync(Guid id)
    {
        if (!await LoadAsync(id))
            return NotFound();
        if (!Owner)
            return Forbid();
        Standard.RetiredAt = Standard.RetiredAt is null ? clock.GetUtcNow() : null;
        await db.SaveChangesAsync();
        return Back(Standard.RetiredAt is null ? "In use again" : $"Retired: nobody begins to follow it; {Followers.Count} go on");
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
