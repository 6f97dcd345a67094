using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Microsoft.EntityFrameworkCore;
using Plurimax.Data;
using Plurimax.Data.Standards;
using Plurimax.Making.Settings;
using Plurimax.Text;

namespace Plurimax.Web.Standards;

/// <param name="Reached">Published sites that a roll-out has brought it to; null where it needed none.</param>
public sealed record ChangeRow(SettingChange Change, string Where, string What, int? Reached, Guid? RollOut);

/// <summary>Every change of a setting: who, when, from, to, why, and which sites it reached.</summary>
public sealed class ChangesModel(PlurimaxDb db) : PageModel
{
    private const int Most = 200;

    [BindProperty(SupportsGet = true)]
    public string? Key { get; set; }

    [BindProperty(SupportsGet = true)]
    public string? Who { get; set; }

    [BindProperty(SupportsGet = true)]
    public int After { get; set; }
    public List<ChangeRow> Rows { get; private set; } = [];

    /// <summary>Who ever changed something: an account by its id and the newest name, somebody without one by the name.</summary>
    public List<(string Key, string Name)> People { get; private set; } = [];
    public bool More { get; private set; }

    public async Task OnGetAsync() => await LayAsync(Most);

    private async Task LayAsync(int most)
    {
        var people = await db
            .SettingChanges.GroupBy(c => new { c.Who.UserId, c.Who.Name })
            .Select(g => new
            {
                g.Key.UserId,
                g.Key.Name,
                Last = g.Max(c => c.Id),
            })
            .ToListAsync();
        People =
        [
            .. people
                .GroupBy(p => p.UserId?.ToString() ?? p.Name)
                .Select(g => (g.Key, g.MaxBy(p => p.Last)!.Name))
                .OrderBy(p => p.Name, StringComparer.Ordinal),
        ];
        Guid? account = Guid.TryParse(Who, out var id) ? id : null;
        var rows = await db
            .SettingChanges.AsNoTracking()
            .Where(c =>
                (Key == null || Key == "" || c.Key == Key)
                && (Who == null || Who == "" || (account != null ? c.Who.UserId == account : c.Who.UserId == null && c.Who.Name == Who))
            )
            .OrderByDescending(c => c.Id)
            .Skip(Math.Max(0, After))
            .Take(most + 1)
            .ToListAsync();
        More = rows.Count > most;
        rows = [.. rows.Take(most)];
        var ids = rows.Select(r => Guid.TryParse(r.Scope.Split('/')[0], out var g) ? g : Guid.Empty).ToHashSet();
        var names = await db
            .Standards.Where(s => ids.Contains(s.Id))
            .Select(s => new { s.Id, s.Name })
            .Union(db.Sites.Where(s => ids.Contains(s.Id)).Select(s => new { s.Id, s.Client.Name }))
            .Union(db.Clients.Where(c => ids.Contains(c.Id)).Select(c => new { c.Id, c.Name }))
            .Union(db.SavedSections.Where(s => ids.Contains(s.Id)).Select(s => new { s.Id, s.Name }))
            .ToListAsync();
        var called = names.GroupBy(n => n.Id).ToDictionary(g => g.Key, g => g.First().Name);
        var versions = rows.Where(r => r.Version is not null).Select(r => r.Version!.Value).ToHashSet();
        var rollOuts = (
            await db
                .RollOuts.AsNoTracking()
                .Where(o => versions.Contains(o.Version))
                .Select(o => new
                {
                    o.Id,
                    o.Layer,
                    o.Scope,
                    o.Version,
                    Done = db.RollOutSites.Count(s =>
                        s.RollOutId == o.Id && (s.State == RollOutSiteState.Done || s.State == RollOutSiteState.Same)
                    ),
                })
                .ToListAsync()
        ).ToLookup(o => (o.Layer, o.Scope, o.Version));
        Rows = rows.ConvertAll(c =>
        {
            var place = c.Layer switch
            {
                SettingLayer.Agency => "Agency",
                SettingLayer.Trade => $"Trade: {c.Scope.Replace('-', ' ')}",
                _ => Guid.TryParse(c.Scope.Split('/')[0], out var id) ? called.GetValueOrDefault(id, "gone") : c.Scope,
            };
            var rolled = c.Version is { } v ? rollOuts[(c.Layer, c.Scope, v)].FirstOrDefault() : null;
            return new ChangeRow(
                c,
                $"{place}"
                    + $"{(c.Layer is SettingLayer.Client ? ", all sites" : c.Layer == SettingLayer.Page ? $", page {c.Scope.Split('/')[1]}" : "")}",
                c.Key == StandardStore.FollowKey ? "Standards it follows" : SettingsRegistry.Find(c.Key)?.Name ?? "The passage",
                rolled?.Done,
                rolled?.Id
            );
        });
    }

    public async Task<IActionResult> OnGetCsvAsync()
    {
        await LayAsync(20_000);
        return File(
            CsvText.File(
                ["when", "who", "where", "setting", "from", "to", "why", "version", "published sites reached"],
                Rows.Select(r =>
                    new[]
                    {
                        r.Change.At.ToString("u", System.Globalization.CultureInfo.InvariantCulture),
                        r.Change.Who.Name,
                        r.Where,
                        r.What,
                        r.Change.From ?? "",
                        r.Change.To ?? "",
                        r.Change.Why,
                        $"{r.Change.Version}",
                        $"{r.Reached}",
                    }
                )
            ),
            "text/csv; charset=utf-8",
            "settings-log.csv"
        );
    }
}
