using System.Collections.Immutable;
using Microsoft.EntityFrameworkCore;
using Plurimax.Data;
using Plurimax.Data.Standards;
using Plurimax.Making.Settings;

namespace Plurimax.Web.Standards;

/// <param name="Reached">Published sites that a roll-out has brought it to; null where it needed none.</param>
public sealed record ChangeRow(SettingChange Change, string Where, string What, int? Reached, Guid? RollOut);

/// <param name="Key">The id of an account; the name of somebody without one.</param>
/// <param name="Name">The newest name.</param>
public sealed record Changer(string Key, string Name);

/// <summary>Every change of a setting: who, when, from, to, why, and which sites it reached.</summary>
public sealed class SettingsLog(PlurimaxDb db)
{
    /// <summary>Who ever changed something, by name.</summary>
    public async Task<ImmutableArray<Changer>> PeopleAsync(CancellationToken cancel = default)
    {
        var people = await db
            .SettingChanges.GroupBy(c => new { c.Who.UserId, c.Who.Name })
            .Select(g => new
            {
                g.Key.UserId,
                g.Key.Name,
                Last = g.Max(c => c.Id),
            })
            .ToListAsync(cancel);
        return
        [
            .. people
                .GroupBy(p => p.UserId?.ToString() ?? p.Name)
                .Select(g => new Changer(g.Key, g.MaxBy(p => p.Last)!.Name))
                .OrderBy(p => p.Name, StringComparer.Ordinal),
        ];
    }

    /// <summary>Changes, the newest first.</summary>
    /// <param name="key">Only those of one setting; null or empty takes all.</param>
    /// <param name="who">Only those of one person, as <see cref="Changer.Key"/> has them.</param>
    /// <param name="after">So many are left out.</param>
    public async Task<(List<ChangeRow> Rows, bool More)> ReadAsync(
        string? key,
        string? who,
        int after,
        int most,
        CancellationToken cancel = default
    )
    {
        Guid? account = Guid.TryParse(who, out var id) ? id : null;
        var changes = await db
            .SettingChanges.AsNoTracking()
            .Where(c =>
                (key == null || key == "" || c.Key == key)
                && (who == null || who == "" || (account != null ? c.Who.UserId == account : c.Who.UserId == null && c.Who.Name == who))
            )
            .OrderByDescending(c => c.Id)
            .Skip(Math.Max(0, after))
            .Take(most + 1)
            .ToListAsync(cancel);
        var more = changes.Count > most;
        changes = [.. changes.Take(most)];
        var names = await NamesAsync(changes, cancel);
        var rollOuts = await RollOutsAsync(changes, cancel);
        return (changes.ConvertAll(c => Row(c, names, rollOuts)), more);
    }

    private static ChangeRow Row(
        SettingChange c,
        Dictionary<Guid, string> names,
        ILookup<(SettingLayer, string, int), (Guid Id, int Done)> rollOuts
    )
    {
        var place = c.Layer switch
        {
            SettingLayer.Agency => "Agency",
            SettingLayer.Trade => $"Trade: {c.Scope.Replace('-', ' ')}",
            _ => SettingScope.IdOf(c.Scope) is { } id ? names.GetValueOrDefault(id, "gone") : c.Scope,
        };
        var where = c.Layer switch
        {
            SettingLayer.Client => $"{place}, all sites",
            SettingLayer.Page => $"{place}, page {SettingScope.PageOf(c.Scope)}",
            _ => place,
        };
        var what = c.Key == StandardStore.FollowKey ? "Standards it follows" : SettingsRegistry.Find(c.Key)?.Name ?? "The passage";
        return c.Version is { } version && rollOuts[(c.Layer, c.Scope, version)].ToList() is [var rolled, ..]
            ? new ChangeRow(c, where, what, rolled.Done, rolled.Id)
            : new ChangeRow(c, where, what, null, null);
    }

    /// <summary>What the places are called in which something was changed.</summary>
    private async Task<Dictionary<Guid, string>> NamesAsync(List<SettingChange> changes, CancellationToken cancel)
    {
        var ids = changes.Select(c => SettingScope.IdOf(c.Scope)).OfType<Guid>().ToHashSet();
        var names = await db
            .Standards.Where(s => ids.Contains(s.Id))
            .Select(s => new { s.Id, s.Name })
            .Union(db.Sites.Where(s => ids.Contains(s.Id)).Select(s => new { s.Id, s.Client.Name }))
            .Union(db.Clients.Where(c => ids.Contains(c.Id)).Select(c => new { c.Id, c.Name }))
            .Union(db.SavedSections.Where(s => ids.Contains(s.Id)).Select(s => new { s.Id, s.Name }))
            .ToListAsync(cancel);
        return names.GroupBy(n => n.Id).ToDictionary(g => g.Key, g => g.First().Name);
    }

    private async Task<ILookup<(SettingLayer, string, int), (Guid Id, int Done)>> RollOutsAsync(
        List<SettingChange> changes,
        CancellationToken cancel
    )
    {
        var versions = changes.Select(c => c.Version).OfType<int>().ToHashSet();
        var rollOuts = await db
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
            .ToListAsync(cancel);
        return rollOuts.ToLookup(o => (o.Layer, o.Scope, o.Version), o => (o.Id, o.Done));
    }
}
