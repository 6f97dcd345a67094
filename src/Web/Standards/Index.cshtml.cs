using System.Collections.Immutable;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Microsoft.EntityFrameworkCore;
using Plurimax.Data;
using Plurimax.Data.Standards;
using Plurimax.Design.Styling;
using Plurimax.Facts;
using Plurimax.Making.Settings;
using Plurimax.Text;
using Plurimax.Trades;

namespace Plurimax.Web.Standards;

/// <param name="Value">Null where this place sets nothing.</param>
/// <param name="State">win, over (overruled) or empty.</param>
public sealed record MatrixCell(string? Value, string State, bool Carries, SettingDraft? Draft);

public sealed record MatrixColumn(string Name, string Says, SettingLayer Layer, string Scope);

/// <param name="Other">What holds at the place it is compared with; null without one.</param>
public sealed record MatrixRow(Setting Setting, ResolvedSetting Now, ImmutableArray<MatrixCell> Cells, string? Other)
{
    public bool Differs => Other is not null ? Other != Now.Value : Now.Layer != SettingLayer.Default;
}

/// <summary>Settings by layers: what wins is plain to see. Changes of shared layers are put in hand here.</summary>
public sealed class IndexModel(
    PlurimaxDb db,
    StandardStore standardStore,
    StandardsService standardsService,
    TradeCatalogue trades,
    RollOutService rollOuts
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
    public List<(Guid Id, string Name)> Sites { get; private set; } = [];
    public ImmutableArray<MatrixColumn> Columns { get; private set; } = [];
    public List<MatrixRow> Rows { get; private set; } = [];
    public List<SettingDraft> InHand { get; private set; } = [];
    public List<RollOut> Recent { get; private set; } = [];
    public int Behind { get; private set; }
    public int Overdue { get; private set; }
    public int Version { get; private set; }
    public string? OtherName { get; private set; }
    public List<KeptLook> Kept { get; private set; } = [];

    /// <summary>What was typed and is wrong, or stands against what somebody else has put there.</summary>
    public string? Problem { get; private set; }

    /// <summary>How the text that is edited reads on a site, and on which.</summary>
    public (string Site, string Text)? Reads { get; private set; }
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
        Version = await db.StandardVersions.Where(v => v.Layer == place.Layer && v.Scope == place.Scope).MaxAsync(v => (int?)v.Number) ?? 0;
        // A few to choose from; any other by its name.
        Sites =
        [
            .. (
                await db
                    .Sites.Where(s => !s.IsSample)
                    .OrderBy(s => s.LiveReleaseId == null)
                    .ThenBy(s => s.Client.Name)
                    .Take(40)
                    .Select(s => new { s.Id, s.Client.Name })
                    .ToListAsync()
            ).Select(s => (s.Id, s.Name)),
        ];
        if (OnName is not null)
            On = await NamedAsync(OnName);
        if (WithName is not null)
            With = (
                Standards.Find(s => s.Name.Equals(WithName, StringComparison.OrdinalIgnoreCase))?.Id ?? await NamedAsync(WithName)
            )?.ToString();
        Recent = await db.RollOuts.AsNoTracking().OrderByDescending(r => r.At).Take(4).ToListAsync();
        Behind = (await rollOuts.BehindAsync()).Count;
        var today = DateOnly.FromDateTime(DateTime.UtcNow);
        Overdue = await db.Settings.CountAsync(s => s.Review != null && s.Review < today);
        Kept = await db.KeptLooks.AsNoTracking().Where(k => k.SiteId == null).OrderByDescending(k => k.At).ToListAsync();
        var fleet = await new SettingsReader(db).FleetAsync();
        var landing = On is { } on ? await db.Sites.AsNoTracking().Include(s => s.Client).FirstOrDefaultAsync(s => s.Id == on) : null;
        var stack = landing is not null
            ? fleet.Of(landing)
            : fleet.Of(
                place.Layer == SettingLayer.Trade ? place.Scope : null,
                null,
                null,
                place.Layer == SettingLayer.Standard ? [place.Scope] : []
            );
        LandsOn = landing?.Client.Name ?? "";
        Columns = Lay(landing, stack);
        var other = await OtherAsync(fleet);
        var drafts = InHand.ToDictionary(d => d.Key);
        var wanted = SettingsRegistry
            .Search(Q)
            .Where(s =>
                (Group is null || s.Group == Group || Q is { Length: > 0 })
                && (place.Layer == SettingLayer.Agency || s.Holds(place.Layer) || landing is not null)
            );
        Rows = [.. wanted.Select(s => Row(s, stack, other, drafts)).Where(r => !Diff || r.Differs || r.Setting.Key == Edit)];
        if (
            Edit is not null
            && Rows.Find(r => r.Setting.Key == Edit) is { Setting.IsProse: true } row
            && (Typed ?? Standing(row) ?? row.Now.Value) is { Length: > 0 } text
            && text.Contains('{')
        )
        {
            var shown = landing
                ?? await (await standardStore.FollowersAsync(place))
                    .Include(s => s.Client)
                    .OrderBy(s => s.LiveReleaseId == null)
                    .ThenBy(s => s.Id)
                    .FirstOrDefaultAsync();
            if (shown is not null && trades.Find(shown.TradeId) is { } kind)
                Reads = (shown.Client.Name, StandardsService.Reads(text, shown, fleet.Of(shown), kind.Kind));
        }
        return true;
    }

    private async Task<Guid?> NamedAsync(string name)
    {
        var words = FactReader.Clean(name).ToLowerInvariant();
        return words.Length == 0
            ? null
            : await db
                .Sites.Where(s => !s.IsSample && s.Client.Name.ToLower().StartsWith(words))
                .OrderBy(s => s.Client.Name.Length)
                .Select(s => (Guid?)s.Id)
                .FirstOrDefaultAsync();
    }

    public string LandsOn { get; private set; } = "";

    private ImmutableArray<MatrixColumn> Lay(Plurimax.Data.Site? landing, SettingsStack stack)
    {
        var columns = ImmutableArray.CreateBuilder<MatrixColumn>();
        columns.Add(new("Default", "as shipped", SettingLayer.Default, ""));
        columns.Add(new("Agency", "for all", SettingLayer.Agency, ""));
        var trade =
            landing is not null ? TradeTemplate.FamilyOf(landing.TradeId)
            : Place.Layer == SettingLayer.Trade ? Place.Scope
            : null;
        if (trade is not null)
            columns.Add(new("Trade", trade.Replace('-', ' '), SettingLayer.Trade, trade));
        var followed = stack
            .Sources.Where(s => s.Layer == SettingLayer.Standard && Standards.Any(x => x.Id.ToString() == s.Scope))
            .ToList();
        foreach (var s in followed)
            columns.Add(
                new(
                    Standards.First(x => x.Id.ToString() == s.Scope).Name,
                    landing is null ? "standard"
                        : followed.Count > 1 ? $"standard {followed.IndexOf(s) + 1}"
                        : "standard",
                    SettingLayer.Standard,
                    s.Scope
                )
            );
        if (Place.Layer == SettingLayer.Standard && columns.All(c => c.Scope != Place.Scope))
            columns.Add(new(PlaceName, landing is null ? "standard" : "not followed", SettingLayer.Standard, Place.Scope));
        if (landing is not null)
        {
            columns.Add(new("Client", landing.Client.Name, SettingLayer.Client, landing.ClientId.ToString()));
            columns.Add(new("Site", "exceptions", SettingLayer.Site, landing.Id.ToString()));
        }
        return columns.ToImmutable();
    }

    private async Task<Func<Setting, string>?> OtherAsync(FleetSettings fleet)
    {
        if (!Guid.TryParse(With, out var id))
            return null;
        if (await db.Sites.AsNoTracking().Include(s => s.Client).FirstOrDefaultAsync(s => s.Id == id) is { } site)
        {
            OtherName = site.Client.Name;
            var stack = fleet.Of(site);
            return s => stack[s.Key];
        }
        if (Standards.Find(s => s.Id == id) is not { } standard)
            return null;
        OtherName = standard.Name;
        var own = fleet.Of(null, null, null, [id.ToString()]);
        return s => own[s.Key];
    }

    private MatrixRow Row(Setting s, SettingsStack stack, Func<Setting, string>? other, Dictionary<string, SettingDraft> drafts)
    {
        var now = stack.Resolve(s);
        var won = false;
        var cells = Columns
            .Select(c =>
            {
                var value =
                    c.Layer == SettingLayer.Default ? s.Default
                    : now.Source.Layer == c.Layer && now.Source.Scope == c.Scope ? now.Value
                    : now
                        .Overruled.Where(o => o.Source.Layer == c.Layer && o.Source.Scope == c.Scope)
                        .Select(o => o.Value)
                        .FirstOrDefault();
                var wins = now.Source.Layer == c.Layer && (c.Layer == SettingLayer.Default || now.Source.Scope == c.Scope);
                var cell = new MatrixCell(
                    value,
                    wins ? "win"
                        : value is null ? ""
                        : "over",
                    won,
                    c.Layer == Place.Layer && c.Scope == Place.Scope ? drafts.GetValueOrDefault(s.Key) : null
                );
                won |= wins;
                return cell;
            })
            .ToImmutableArray();
        return new MatrixRow(s, now, cells, other?.Invoke(s));
    }

    /// <summary>What stands at the place itself: in hand, else as it was saved; null where it sets nothing.</summary>
    public string? Standing(MatrixRow row) => InHand.Find(d => d.Key == row.Setting.Key) is { } d ? d.Value : Own(row);

    public string? Own(MatrixRow row) =>
        row.Now.Source is var w && w.Layer == Place.Layer && w.Scope == Place.Scope
            ? row.Now.Value
            : row
                .Now.Overruled.Where(o => o.Source.Layer == Place.Layer && o.Source.Scope == Place.Scope)
                .Select(o => o.Value)
                .FirstOrDefault();

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
        var gone = await db.KeptLooks.Where(k => k.Id == kept && k.SiteId == null).ExecuteDeleteAsync();
        TempData["Said"] = gone > 0 ? "Let go; sites that have the look keep it" : "It was let go already";
        return Redirect("/standards#kept-h");
    }

    /// <summary>A look kept for all clients as a file of design tokens.</summary>
    public async Task<IActionResult> OnGetTokensAsync(Guid kept)
    {
        if (await db.KeptLooks.AsNoTracking().FirstOrDefaultAsync(k => k.Id == kept && k.SiteId == null) is not { } look)
            return NotFound();
        return File(
            System.Text.Encoding.UTF8.GetBytes(LookTokens.Write(look.Choice)),
            "application/design-tokens+json",
            $"{Slug.Of(look.Name)}.tokens.json"
        );
    }
}
