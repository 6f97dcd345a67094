using System.Collections.Immutable;
using Microsoft.EntityFrameworkCore;
using Plurimax.Data;
using Plurimax.Data.Standards;
using Plurimax.Making.Settings;

namespace Plurimax.Web.Standards;

/// <param name="Below">What it would have without its own value.</param>
public sealed record ExceptionRow(SettingValue Row, Setting Setting, string Name, string Link, string Below);

/// <summary>Who differs, in what, and why.</summary>
public sealed class ExceptionReader(PlurimaxDb db, SettingsReader settingsReader)
{
    private const int Most = 400;

    private IQueryable<SettingValue> Own => db.Settings.AsNoTracking().Where(s => s.Layer >= SettingLayer.Client);

    public Task<int> CountAsync(CancellationToken cancel = default) => Own.CountAsync(cancel);

    /// <summary>Settings in which somebody differs, those with the most first.</summary>
    public async Task<ImmutableArray<(Setting Setting, int Count)>> KeysAsync(CancellationToken cancel = default)
    {
        var keys = await Own.GroupBy(s => s.Key).Select(g => new { g.Key, Count = g.Count() }).ToListAsync(cancel);
        return
        [
            .. keys.Select(k => (Setting: SettingsRegistry.Find(k.Key), k.Count))
                .Where(k => k.Setting is not null)
                .Select(k => (k.Setting!, k.Count))
                .OrderByDescending(k => k.Count),
        ];
    }

    /// <summary>What is due to be looked at again comes first.</summary>
    /// <param name="key">Only one setting; null takes all.</param>
    public async Task<List<ExceptionRow>> ReadAsync(string? key, CancellationToken cancel = default)
    {
        var values = await Own.Where(s => key == null || s.Key == key)
            .OrderBy(s => s.Review == null)
            .ThenBy(s => s.Review)
            .ThenByDescending(s => s.At)
            .Take(Most)
            .ToListAsync(cancel);
        var ids = values.Select(v => SettingScope.IdOf(v.Scope)).OfType<Guid>().ToHashSet();
        var sites = await db
            .Sites.AsNoTracking()
            .Where(s => ids.Contains(s.Id))
            .Select(s => new
            {
                s.Id,
                s.Client.Name,
                s.TradeId,
                s.ClientId,
            })
            .ToDictionaryAsync(s => s.Id, cancel);
        var clients = await db
            .Clients.Where(c => ids.Contains(c.Id))
            .Select(c => new
            {
                c.Id,
                c.Name,
                c.TradeId,
            })
            .ToDictionaryAsync(c => c.Id, cancel);
        var fleet = await settingsReader.FleetAsync(cancel: cancel);
        var rows = new List<ExceptionRow>();
        foreach (var value in values)
        {
            if (SettingsRegistry.Find(value.Key) is not { } setting || SettingScope.IdOf(value.Scope) is not { } id)
                continue;
            string Below(SettingsStack stack) => stack.Changed(value.Layer, value.Scope, [new(value.Key, null)])[value.Key];
            var at = $"settings?edit={value.Key}#s-{value.Key}";
            if (sites.TryGetValue(id, out var site))
            {
                var name = SettingScope.PageOf(value.Scope) is { } page ? $"{site.Name}, page {page}" : site.Name;
                rows.Add(new(value, setting, name, $"/sites/{id}/{at}", Below(fleet.Of(site.TradeId, site.ClientId, id, []))));
            }
            else if (clients.TryGetValue(id, out var client))
            {
                var below = Below(fleet.Of(client.TradeId, id, null, []));
                rows.Add(new(value, setting, $"{client.Name}, all sites", $"/clients/{id}/{at}", below));
            }
        }
        return rows;
    }
}
