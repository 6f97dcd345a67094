using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.Filters;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Plurimax.Data;
using Plurimax.Data.Standards;
using Plurimax.Making.Settings;
using Plurimax.Web.Clients;

namespace Plurimax.Web.Standards;

/// <summary>What holds for all sites of a client.</summary>
public sealed class ClientSettingsModel(
    ClientService clientService,
    SettingsReader settingsReader,
    StandardStore standardStore,
    StandardsService standardsService,
    OwnSettings own
) : PageModel
{
    [BindProperty(SupportsGet = true)]
    public string? Q { get; set; }

    [BindProperty(SupportsGet = true)]
    public string? Show { get; set; }

    [BindProperty(SupportsGet = true)]
    public string? Edit { get; set; }
    public Client Client { get; private set; } = null!;
    public OwnSettingsView View { get; private set; } = null!;
    public Following Following { get; private set; } = null!;
    public bool Owner => User.IsInRole("owner");
    private Actor Who => Actor.Of(User);
    public string Here => $"/clients/{Client.Id}/settings";
    private string Query => $"?show={Uri.EscapeDataString(Show ?? "")}{(Q is { Length: > 0 } ? $"&q={Uri.EscapeDataString(Q)}" : "")}";

    private async Task<bool> LayAsync(
        Guid id,
        string? problem = null,
        string? typed = null,
        SettingChange? theirs = null,
        string? why = null,
        string? review = null
    )
    {
        if (await clientService.FindAsync(id) is not { } client)
            return false;
        Client = client;
        var stack = await settingsReader.OfAsync(client.TradeId, id, null);
        View = new OwnSettingsView(
            SettingLayer.Client,
            id,
            client.Name,
            Here,
            Query,
            await own.RowsAsync(stack, SettingLayer.Client, id.ToString(), null, Q, Show, Edit),
            Owner,
            Edit,
            null,
            []
        )
        {
            Problem = problem,
            Typed = typed,
            Theirs = theirs,
            TypedWhy = why,
            TypedReview = review,
            Client = id,
        };
        Following = await standardsService.FollowingAsync(id, null);
        return true;
    }

    /// <summary>No handler does anything about a client that is not there, or is another agency's.</summary>
    [NonHandler]
    public override async Task OnPageHandlerExecutionAsync(PageHandlerExecutingContext context, PageHandlerExecutionDelegate next)
    {
        if (context.HandlerArguments["id"] is Guid id && await clientService.FindAsync(id) is not null)
            await next();
        else
            context.Result = NotFound();
    }

    public async Task<IActionResult> OnGetAsync(Guid id) => await LayAsync(id) ? Page() : NotFound();

    private RedirectResult Back(Guid id, string said, string? key = null)
    {
        TempData["Said"] = said;
        return Redirect($"/clients/{id}/settings{Query}{(key is null ? "" : $"#s-{key}")}");
    }

    public async Task<IActionResult> OnPostSetAsync(
        Guid id,
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
        if (!setting.May(SettingLayer.Client, Owner))
            return Forbid();
        var (problem, theirs) = await own.SetAsync(setting, SettingLayer.Client, id.ToString(), value, seen, had, why, review, evenSo, Who);
        if (problem is null && theirs is null)
            return Back(id, $"{setting.Name}: set for this client", key);
        Edit = key;
        await LayAsync(id, problem, value ?? "", theirs, why, review);
        Response.StatusCode = problem is null ? 409 : 422;
        return Page();
    }

    public async Task<IActionResult> OnPostGiveAsync(Guid id, string key)
    {
        if (SettingsRegistry.Find(key) is not { } setting)
            return NotFound();
        if (!setting.May(SettingLayer.Client, Owner))
            return Forbid();
        await standardStore.SetAsync(SettingLayer.Client, id.ToString(), key, null, Who);
        return Back(id, "Given back; the layer below holds again", key);
    }

    public async Task<IActionResult> OnPostFollowAsync(Guid id, Guid standard) =>
        !Owner
            ? Forbid()
            : Back(id, await standardStore.FollowAsync(SettingLayer.Client, id.ToString(), standard, Who) ?? "It follows now");

    public async Task<IActionResult> OnPostLeaveAsync(Guid id, Guid standard)
    {
        if (!Owner)
            return Forbid();
        await standardStore.UnfollowAsync(SettingLayer.Client, id.ToString(), standard, Who);
        return Back(id, "It does not follow any more");
    }

    public async Task<IActionResult> OnPostMoveAsync(Guid id, Guid standard, bool later)
    {
        if (!Owner)
            return Forbid();
        await standardStore.MoveAsync(SettingLayer.Client, id.ToString(), standard, later, Who);
        return Back(id, "Order changed; the last one wins");
    }
}
