using Microsoft.AspNetCore.Mvc;
using Plurimax.Data;
using Plurimax.Data.Sites;
using Plurimax.Data.Standards;
using Plurimax.Making.Settings;
using Plurimax.Web.Shared;

namespace Plurimax.Web.Standards;

/// <summary>
/// What holds for a site and where each value comes from; exceptions, standards it follows, and whether what is published is up to date.
/// </summary>
public sealed class SettingsModel(
    SiteReader reader,
    SiteStatus status,
    SiteAddresses addresses,
    StandardStore standardStore,
    StandardsService standardsService,
    OwnSettings own,
    RollOutService rollOuts
) : SitePageModel(reader, status, addresses)
{
    protected override string StationName => "settings";

    [BindProperty(SupportsGet = true)]
    public string? Q { get; set; }

    [BindProperty(SupportsGet = true)]
    public string? Show { get; set; }

    [BindProperty(SupportsGet = true)]
    public string? Edit { get; set; }

    /// <summary>A page whose own values are looked at; null is the site.</summary>
    [BindProperty(SupportsGet = true)]
    public string? Leaf { get; set; }

    public OwnSettingsView View { get; private set; } = null!;
    public Following Following { get; private set; } = null!;
    public bool Behind { get; private set; }
    public int Makes { get; private set; }
    public string? MakeProblem { get; private set; }
    public bool Owner => User.IsInRole("owner");
    public string Here => $"/sites/{Site.Id}/settings";
    private string Scope => Site.Id.ToString();

    protected override string QueryOf() =>
        $"?show={Uri.EscapeDataString(Show ?? "")}{(Q is { Length: > 0 } ? $"&q={Uri.EscapeDataString(Q)}" : "")}"
        + $"{(Leaf is { Length: > 0 } ? $"&leaf={Uri.EscapeDataString(Leaf)}" : "")}";

    public Task OnGetAsync() => LayAsync();

    private async Task LayAsync(
        string? problem = null,
        string? typed = null,
        SettingChange? theirs = null,
        string? why = null,
        string? review = null
    )
    {
        if (Leaf is { Length: > 0 } && Document.Pages.All(p => p.Bare != Leaf))
            Leaf = null;
        var stack = Settings;
        var page = Leaf is { Length: > 0 } ? Leaf : null;
        View = new OwnSettingsView(
            SettingLayer.Site,
            Site.Id,
            page is null ? Site.Client.Name : $"page {page}",
            Here,
            QueryOf(),
            await own.RowsAsync(
                stack,
                SettingLayer.Site,
                Scope,
                page,
                Q,
                Show,
                Edit,
                (Site.Client.Facts.Country, Trade.Kind, Document.Language.Split('-')[0])
            ),
            Owner,
            Edit,
            page,
            [.. Document.Pages.Select(p => (p.Bare, p.Menu.Text)).Distinct()]
        )
        {
            Problem = problem,
            Typed = typed,
            Theirs = theirs,
            TypedWhy = why,
            TypedReview = review,
            Client = Site.ClientId,
            Reads =
                Edit is not null
                && SettingsRegistry.Find(Edit) is { IsProse: true } prose
                && (typed ?? stack.Resolve(prose, page is null ? null : $"{Scope}/{page}").Value) is { } text
                && text.Contains('{')
                    ? StandardsService.Reads(text, Site, stack, Trade.Kind)
                    : null,
        };
        Following = await standardsService.FollowingAsync(Site.ClientId, Site.Id);
        Behind = Site.LiveReleaseId is not null && await rollOuts.IsBehindAsync(Site.Id);
        Makes = Made(stack).Count;
    }

    /// <summary>What the site has beyond the agency and its trade: what a standard made of it would set.</summary>
    private static Dictionary<string, string> Made(SettingsStack stack) =>
        SettingsRegistry
            .All.Where(s => s.Holds(SettingLayer.Standard))
            .Select(s => stack.Resolve(s))
            .Where(r => r.Layer >= SettingLayer.Standard)
            .ToDictionary(r => r.Setting.Key, r => r.Value);

    public async Task<IActionResult> OnPostSetAsync(
        string key,
        string? value,
        string? seen,
        bool had,
        string? why,
        string? review,
        bool evenSo
    )
    {
        if (SettingsRegistry.Find(key) is not { } setting)
            return NotFound();
        var (layer, scope) =
            Leaf is { Length: > 0 } && Document.Pages.Any(p => p.Bare == Leaf)
                ? (SettingLayer.Page, $"{Scope}/{Leaf}")
                : (SettingLayer.Site, Scope);
        if (!setting.May(layer, Owner))
            return Forbid();
        var (problem, theirs) = await own.SetAsync(setting, layer, scope, value, seen, had, why, review, evenSo, Who);
        if (problem is null && theirs is null)
            return Back($"{setting.Name}: set for {(layer == SettingLayer.Page ? "this page" : "this site")} only", $"s-{key}");
        Edit = key;
        await LayAsync(problem, value ?? "", theirs, why, review);
        Response.StatusCode = problem is null ? 409 : 422;
        return Page();
    }

    public async Task<IActionResult> OnPostGiveAsync(string key)
    {
        if (SettingsRegistry.Find(key) is not { } setting)
            return NotFound();
        var (layer, scope) = Leaf is { Length: > 0 } ? (SettingLayer.Page, $"{Scope}/{Leaf}") : (SettingLayer.Site, Scope);
        if (!setting.May(layer, Owner))
            return Forbid();
        await standardStore.SetAsync(layer, scope, key, null, Who);
        return Back("Given back; the layer below holds again", $"s-{key}");
    }

    public async Task<IActionResult> OnPostFollowAsync(Guid standard) =>
        !Owner ? Forbid() : Back(await standardStore.FollowAsync(SettingLayer.Site, Scope, standard, Who) ?? "It follows now");

    public async Task<IActionResult> OnPostLeaveAsync(Guid standard)
    {
        if (!Owner)
            return Forbid();
        await standardStore.UnfollowAsync(SettingLayer.Site, Scope, standard, Who);
        return Back("It does not follow any more");
    }

    public async Task<IActionResult> OnPostMoveAsync(Guid standard, bool later)
    {
        if (!Owner)
            return Forbid();
        await standardStore.MoveAsync(SettingLayer.Site, Scope, standard, later, Who);
        return Back("Order changed; the last one wins");
    }

    /// <summary>A standard with what this site has; the site follows it and gives its own values back, which are the same.</summary>
    public async Task<IActionResult> OnPostMakeAsync(string? name, string? about)
    {
        if (!Owner)
            return Forbid();
        var values = Made(Settings);
        var (made, problem) = await standardStore.MakeOfAsync(Site.Id, name, about, values, Who);
        if (made is null)
        {
            MakeProblem = problem;
            await LayAsync();
            Response.StatusCode = 422;
            return Page();
        }
        TempData["Said"] = $"{made.Name} is there with {values.Count} settings; {Site.Client.Name} follows it";
        return Redirect($"/standards/{made.Id}");
    }

    public async Task<IActionResult> OnPostRollOutAsync()
    {
        if (!Owner)
            return Forbid();
        return
            await rollOuts.StartAsync(SharedScope.Agency, 0, $"Settings of {Site.Client.Name}", "", RollOutPace.Now, null, Who, Site.Id)
                is { } r
            ? Redirect($"/rollouts/{r.Id}")
            : Back("It is up to date");
    }
}
