using Microsoft.AspNetCore.Mvc.RazorPages;
using Microsoft.EntityFrameworkCore;
using Plurimax.Data;
using Plurimax.Data.Standards;
using Plurimax.Making.Settings;

namespace Plurimax.Web.Standards;

/// <param name="Below">What it would have without its own value.</param>
public sealed record ExceptionRow(SettingValue Row, Setting Setting, string Name, string Link, string Below);

/// <summary>Who differs, in what, and why; what is due to be looked at again comes first.</summary>
public sealed class ExceptionsModel(PlurimaxDb db, TimeProvider clock) : PageModel
{
    public string? Key { get; private set; }
    public List<ExceptionRow> Rows { get; private set; } = [];
    public List<(Setting Setting, int Count)> Keys { get; private set; } = [];
    public DateOnly Today { get; private set; }
    public int Total { get; private set; }

    public async Task OnGetAsync(string? key)
    {
        Key = SettingsRegistry.Find(key ?? "") is null ? null : key;
        Today = DateOnly.FromDateTime(clock.GetUtcNow().UtcDateTime);
        var deep = db.Settings.AsNoTracking().Where(s => s.Layer >= SettingLayer.Client);
        Total = await deep.CountAsync();
        Keys =
        [
            .. (await deep.GroupBy(s => s.Key).Select(g => new { g.Key, Count = g.Count() }).ToListAsync())
                .Where(k => SettingsRegistry.Find(k.Key) is not null)
                .Select(k => (SettingsRegistry.Find(k.Key)!, k.Count))
                .OrderByDescending(k => k.Count),
        ];
        var rows = await deep.Where(s => Key == null || s.Key == Key)
            .OrderBy(s => s.Review == null)
            .ThenBy(s => s.Review)
            .ThenByDescending(s => s.At)
            .Take(400)
            .ToListAsync();
        var ids = rows.Select(r => Guid.TryParse(r.Scope.Split('/')[0], out var g) ? g : Guid.Empty).ToHashSet();
        var sites = await db
            .Sites.AsNoTracking()
            .Where(s => ids.Contains(s.Id))
            .Select(s => new
            {
                s.Id,
                s.Client.Name,
                s.TradeId,
                s.ClientId,
                s.Linked,
            })
            .ToDictionaryAsync(s => s.Id);
        var clients = await db
            .Clients.Where(c => ids.Contains(c.Id))
            .Select(c => new
            {
                c.Id,
                c.Name,
                c.TradeId,
            })
            .ToDictionaryAsync(c => c.Id);
        var fleet = await new SettingsReader(db).FleetAsync();
        foreach (var r in rows)
        {
            if (SettingsRegistry.Find(r.Key) is not { } setting || !Guid.TryParse(r.Scope.Split('/')[0], out var id))
                continue;
            if (sites.TryGetValue(id, out var site))
                Rows.Add(
                    new(
                        r,
                        setting,
                        site.Name + (r.Layer == SettingLayer.Page ? $", page {r.Scope.Split('/')[1]}" : ""),
                        $"/sites/{id}/settings?edit={r.Key}#s-{r.Key}",
                        fleet.Of(site.TradeId, site.ClientId, id, []).Changed(r.Layer, r.Scope, [new(r.Key, null)])[r.Key]
                    )
                );
            else if (clients.TryGetValue(id, out var client))
                Rows.Add(
                    new(
                        r,
                        setting,
                        $"{client.Name}, all sites",
                        $"/clients/{id}/settings?edit={r.Key}#s-{r.Key}",
                        fleet.Of(client.TradeId, id, null, []).Changed(r.Layer, r.Scope, [new(r.Key, null)])[r.Key]
                    )
                );
        }
    }
}
