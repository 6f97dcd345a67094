using System.Collections.Immutable;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Microsoft.EntityFrameworkCore;
using Plurimax.Core.Standards;
using Plurimax.Core.Trades;
using Plurimax.Data;
using Plurimax.Data.Sites;

namespace Plurimax.Web.Pages;

/// <summary>Settings of the agency and of trades, with the layer each value comes from.</summary>
public sealed class StandardsModel(PlurimaxDb db, SiteStore store, TradeCatalogue trades) : PageModel
{
    public string Scope { get; private set; } = "";
    public SettingLayer Layer => Scope.Length == 0 ? SettingLayer.Agency : SettingLayer.Trade;
    public IEnumerable<string> TradeIds => trades.All.Select(t => t.Id);
    public ImmutableArray<ResolvedSetting> Rows { get; private set; } = [];
    /// <summary>Looks that any site can try on.</summary>
    public List<KeptLook> Kept { get; private set; } = [];
    public Dictionary<string, List<(Guid Id, string Name)>> Exceptions { get; private set; } = [];
    public string? TypedKey { get; private set; }
    public string Typed { get; private set; } = "";
    public string? Problem { get; private set; }

    public Task OnGetAsync(string? scope) => LayAsync(scope);

    private async Task LayAsync(string? scope)
    {
        Scope = trades.Find(scope ?? "") is null ? "" : scope!;
        var stack = await store.SettingsAsync(Scope.Length == 0 ? null : Scope, null, null);
        Rows = [.. SettingsRegistry.All.Select(s => stack.Resolve(s))];
        Kept = await db.KeptLooks.AsNoTracking().Where(k => k.SiteId == null).OrderByDescending(k => k.At).ToListAsync();
        var rows = await db.Settings.AsNoTracking().Where(s => s.Layer == SettingLayer.Site).Take(500).ToListAsync();
        var ids = rows.Select(r => Guid.TryParse(r.Scope, out var g) ? g : Guid.Empty).ToHashSet();
        var names = await db.Sites.Where(s => ids.Contains(s.Id)).Select(s => new { s.Id, s.Client.Name }).ToDictionaryAsync(s => s.Id, s => s.Name);
        Exceptions = rows.Where(r => Guid.TryParse(r.Scope, out var g) && names.ContainsKey(g)).GroupBy(r => r.Key).ToDictionary(g => g.Key, g => g.Select(r => (Guid.Parse(r.Scope), names[Guid.Parse(r.Scope)])).ToList());
    }

    public async Task<IActionResult> OnPostSetAsync(string? scope, string key, string? value)
    {
        await LayAsync(scope);
        if (SettingsRegistry.Find(key) is not { } setting) return NotFound();
        var checkedValue = setting.Check(value);
        if (!checkedValue.Ok)
        {
            (TypedKey, Typed, Problem) = (key, value ?? "", checkedValue.Problem);
            Response.StatusCode = 422;
            return Page();
        }
        await store.SetAsync(Layer, Scope, key, checkedValue.Value, User.Identity?.Name ?? "somebody");
        TempData["Said"] = $"{setting.Name} set {(Scope.Length == 0 ? "for the agency" : $"for {Scope}")}";
        return Redirect($"/standards?scope={Scope}#s-{key}");
    }

    public async Task<IActionResult> OnPostGiveAsync(string? scope, string key)
    {
        await LayAsync(scope);
        await store.SetAsync(Layer, Scope, key, null, User.Identity?.Name ?? "somebody");
        TempData["Said"] = "Given back; the layer below holds again";
        return Redirect($"/standards?scope={Scope}#s-{key}");
    }

    public async Task<IActionResult> OnPostLetGoAsync(Guid kept)
    {
        var gone = await db.KeptLooks.Where(k => k.Id == kept && k.SiteId == null).ExecuteDeleteAsync();
        TempData["Said"] = gone > 0 ? "Let go; sites that have the look keep it" : "It was let go already";
        return Redirect("/standards#kept-h");
    }

    public static string Cut(string s) => Core.Lettering.Letters.Cut(s, 70);
}
