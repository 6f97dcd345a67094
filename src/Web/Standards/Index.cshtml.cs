using System.Collections.Immutable;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Plurimax.Data;
using Plurimax.Data.Standards;
using Plurimax.Design.Styling;
using Plurimax.Making.Settings;
using Plurimax.Text;
using Plurimax.Trades;
using Plurimax.Web.Styling;

namespace Plurimax.Web.Standards;

/// <summary>Settings by layers: what wins is plain to see. Changes of shared layers are put in hand here.</summary>
public sealed class IndexModel(
    SettingsMatrix matrix,
    StandardStore standardStore,
    StandardsService standardsService,
    StandardsOverview overview,
    LookService lookService,
    TradeCatalogue trades
) : PageModel
{
    [BindProperty(SupportsGet = true)]
    public string? At { get; set; }

    [BindProperty(SupportsGet = true)]
    public Guid? On { get; set; }

    [BindProperty(SupportsGet = true)]
    public string? With { get; set; }

    /// <summary>Names typed for the site it lands on and the one beside it.</summary>
    [BindProperty(SupportsGet = true)]
    public string? OnName { get; set; }

    [BindProperty(SupportsGet = true)]
    public string? WithName { get; set; }

    [BindProperty(SupportsGet = true)]
    public string? Q { get; set; }

    [BindProperty(SupportsGet = true)]
    public SettingGroup? Group { get; set; }

    [BindProperty(SupportsGet = true)]
    public bool Diff { get; set; }

    [BindProperty(SupportsGet = true)]
    public string? Edit { get; set; }

    public SharedScope Place { get; private set; } = SharedScope.Agency;
    public string PlaceName { get; private set; } = "the agency";
    public bool Owner => User.IsInRole("owner");
    public Actor Who => Actor.Of(User);
    public List<StandardRow> Standards { get; private set; } = [];
    public IEnumerable<TradeCard> Trades =>
        trades.Cards.Where(t => t.Language.StartsWith("en", StringComparison.Ordinal)).OrderBy(t => t.Names.Title);
    public MatrixView View { get; private set; } = null!;
    public StandardsAround Around { get; private set; } = null!;
    public List<SettingDraft> InHand { get; private set; } = [];
    public List<KeptLook> Kept { get; private set; } = [];

    /// <summary>What was typed and is wrong, or stands against what somebody else has put there.</summary>
    public string? Problem { get; private set; }

    public string? Typed { get; private set; }
    public SettingDraft? Theirs { get; private set; }

    public async Task<IActionResult> OnGetAsync() => await LayAsync() ? Page() : NotFound();

    private async Task<bool> LayAsync()
    {
        if (SharedScope.Read(At) is not { } place || await standardsService.NameAsync(place) is not { } name)
            return false;
        (Place, PlaceName) = (place, name);
        Standards = await standardsService.ListAsync();
        InHand = await standardStore.DraftsAsync(place);
        Around = await overview.OfAsync(place);
        Kept = await lookService.SharedAsync();
        if (OnName is not null)
            On = await matrix.NamedAsync(OnName);
        if (WithName is not null)
            With = (
                Standards.Find(s => s.Name.Equals(WithName, StringComparison.OrdinalIgnoreCase))?.Id ?? await matrix.NamedAsync(WithName)
            )?.ToString();
        var with = Guid.TryParse(With, out var id) ? id : (Guid?)null;
        View = await matrix.ReadAsync(new MatrixWish(place, On, with, Q, Group, Diff, Edit), name, Standards, InHand, Typed);
        return true;
    }

    /// <summary>What stands at the place itself: in hand, else as it was saved; null where it sets nothing.</summary>
    public string? Standing(MatrixRow row) => InHand.Find(d => d.Key == row.Setting.Key) is { } d ? d.Value : row.Own(Place);

    public string Query(string? edit = null, string? at = null, bool? diff = null)
    {
        var parts = new List<string> { $"at={Uri.EscapeDataString(at ?? At ?? "agency")}" };
        if (On is { } on)
            parts.Add($"on={on}");
        if (With is { Length: > 0 })
            parts.Add($"with={Uri.EscapeDataString(With)}");
        if (Q is { Length: > 0 })
            parts.Add($"q={Uri.EscapeDataString(Q)}");
        if (Group is { } g)
            parts.Add($"group={g}");
        if (diff ?? Diff)
            parts.Add("diff=true");
        if (edit is not null)
            parts.Add($"edit={edit}");
        return "?" + string.Join('&', parts);
    }

    private RedirectResult Back(string said, string? key = null)
    {
        TempData["Said"] = said;
        return Redirect($"/standards{Query()}{(key is null ? "" : $"#s-{key}")}");
    }

    private bool May(Setting setting, SharedScope place) => setting.May(place.Layer, Owner);

    public async Task<IActionResult> OnPostPutAsync(string key, string? value, string? seen, bool had, bool evenSo)
    {
        if (SharedScope.Read(At) is not { } place || SettingsRegistry.Find(key) is not { } setting)
            return NotFound();
        if (!May(setting, place))
            return Forbid();
        var read = setting.Check(value);
        var outcome = read.Ok
            ? await standardStore.DraftAsync(place, key, read.Value, had ? seen ?? "" : null, Who, evenSo)
            : new DraftOutcome(read.Problem);
        if (outcome.Ok)
            return Back($"{setting.Name}: in hand, not seen by anybody yet", key);
        (Problem, Theirs, Typed, Edit) = (outcome.Problem, outcome.Theirs, value ?? "", key);
        if (!await LayAsync())
            return NotFound();
        Response.StatusCode = outcome.Problem is null ? 409 : 422;
        return Page();
    }

    public async Task<IActionResult> OnPostGiveAsync(string key, string? seen, bool had, bool evenSo)
    {
        if (SharedScope.Read(At) is not { } place || SettingsRegistry.Find(key) is not { } setting)
            return NotFound();
        if (!May(setting, place))
            return Forbid();
        var outcome = await standardStore.DraftAsync(place, key, null, had ? seen ?? "" : null, Who, evenSo);
        if (outcome.Ok)
            return Back($"{setting.Name}: to be given back, in hand", key);
        (Theirs, Typed, Edit) = (outcome.Theirs, "", key);
        if (!await LayAsync())
            return NotFound();
        Response.StatusCode = 409;
        return Page();
    }

    public async Task<IActionResult> OnPostDropAsync(string? key)
    {
        if (SharedScope.Read(At) is not { } place)
            return NotFound();
        if (!Owner)
            return Forbid();
        var n = await standardStore.DropAsync(place, key);
        return Back(n == 1 ? "Dropped; it stays as it was" : $"{n} changes dropped; all stays as it was");
    }

    public async Task<IActionResult> OnPostNewAsync(string? name, string? about)
    {
        if (!Owner)
            return Forbid();
        var (made, problem) = await standardStore.CreateAsync(name, about, ImmutableDictionary<string, string>.Empty, Who);
        if (made is null)
        {
            TempData["Said"] = problem;
            return Redirect("/standards?at=agency#new");
        }
        TempData["Said"] = $"{made.Name} is there; nobody follows it yet";
        return Redirect($"/standards/{made.Id}");
    }

    public async Task<IActionResult> OnPostLetGoAsync(Guid kept)
    {
        if (!Owner)
            return Forbid();
        var gone = await lookService.LetGoSharedAsync(kept);
        TempData["Said"] = gone > 0 ? "Let go; sites that have the look keep it" : "It was let go already";
        return Redirect("/standards#kept-h");
    }

    /// <summary>A look kept for all clients as a file of design tokens.</summary>
    public async Task<IActionResult> OnGetTokensAsync(Guid kept)
    {
        if (await lookService.FindSharedAsync(kept) is not { } look)
            return NotFound();
        return File(
            System.Text.Encoding.UTF8.GetBytes(LookTokens.Write(look.Choice)),
            "application/design-tokens+json",
            $"{Slug.Of(look.Name)}.tokens.json"
        );
    }
}
