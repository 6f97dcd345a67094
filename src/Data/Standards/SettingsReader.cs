using System.Collections.Immutable;
using Microsoft.EntityFrameworkCore;
using Plurimax.Making.Settings;
using Plurimax.Trades;

namespace Plurimax.Data.Standards;

/// <summary>Puts together what holds for a site from everything that is set.</summary>
public sealed class SettingsReader(PlurimaxDb db)
{
    public async Task<SettingsStack> OfAsync(
        string? tradeId,
        Guid? clientId,
        Guid? siteId,
        IReadOnlyCollection<string>? linked = null,
        CancellationToken cancel = default
    )
    {
        if (db.AgencyId is null)
            // A link that leads nowhere is answered in nobody's name.
            return (tradeId, clientId, siteId) is (null, null, null)
                ? new SettingsStack([])
                : throw new InvalidOperationException("Settings hold for an agency, and this work is for none yet.");
        string trade = tradeId is null ? "-" : TradeTemplate.FamilyOf(tradeId),
            client = clientId?.ToString() ?? "-",
            site = siteId?.ToString() ?? "-",
            page = site + "/";
        var follows =
            clientId is null && siteId is null
                ? []
                : await db
                    .Follows.AsNoTracking()
                    .Where(f => (f.Layer == SettingLayer.Client && f.Scope == client) || (f.Layer == SettingLayer.Site && f.Scope == site))
                    .Join(
                        db.Standards,
                        f => f.StandardId,
                        s => s.Id,
                        (f, s) => new Followed(f.Layer, f.Scope, f.StandardId, f.Place, s.Name)
                    )
                    .ToListAsync(cancel);
        var shared = follows.Select(f => f.StandardId.ToString()).Concat(linked ?? []).ToList();
        var rows = await db
            .Settings.AsNoTracking()
            .Where(s =>
                (s.Layer == SettingLayer.Agency && s.Scope == "")
                || (s.Layer == SettingLayer.Trade && s.Scope == trade)
                || (s.Layer == SettingLayer.Standard && shared.Contains(s.Scope))
                || (s.Layer == SettingLayer.Client && s.Scope == client)
                || (s.Layer == SettingLayer.Site && s.Scope == site)
                || (s.Layer == SettingLayer.Page && s.Scope.StartsWith(page))
            )
            .ToListAsync(cancel);
        return new FleetSettings(rows, follows).Of(tradeId, clientId, siteId, linked ?? []);
    }

    public Task<SettingsStack> OfAsync(Site site, CancellationToken cancel = default) =>
        OfAsync(site.TradeId, site.ClientId, site.Id, site.Linked, cancel);

    /// <summary>Everything that is set, for looking at many sites at once.</summary>
    /// <param name="keys">Only these; null gives all.</param>
    public async Task<FleetSettings> FleetAsync(IReadOnlyCollection<string>? keys = null, CancellationToken cancel = default) =>
        new(
            await db.Settings.AsNoTracking().Where(s => keys == null || keys.Contains(s.Key)).ToListAsync(cancel),
            await db
                .Follows.AsNoTracking()
                .Join(db.Standards, f => f.StandardId, s => s.Id, (f, s) => new Followed(f.Layer, f.Scope, f.StandardId, f.Place, s.Name))
                .ToListAsync(cancel)
        );
}

/// <param name="Layer">Client or Site: who follows.</param>
public sealed record Followed(SettingLayer Layer, string Scope, Guid StandardId, int Place, string Name);

/// <summary>All that is set, in memory: gives the stack of any site without asking the database again.</summary>
public sealed class FleetSettings
{
    private readonly Dictionary<(SettingLayer, string), ImmutableDictionary<string, string>> _values;
    private readonly ILookup<(SettingLayer, string), Followed> _follows;
    private readonly ILookup<string, (string Scope, ImmutableDictionary<string, string> Values)> _pages;

    public FleetSettings(IEnumerable<SettingValue> rows, IEnumerable<Followed> follows)
    {
        _values = rows.GroupBy(r => (r.Layer, r.Scope)).ToDictionary(g => g.Key, g => g.ToImmutableDictionary(r => r.Key, r => r.Value));
        _pages = _values.Where(v => v.Key.Item1 == SettingLayer.Page).ToLookup(v => v.Key.Item2.Split('/')[0], v => (v.Key.Item2, v.Value));
        _follows = follows.OrderBy(f => f.Place).ToLookup(f => (f.Layer, f.Scope));
    }

    /// <summary>Whether any passage is shared at all.</summary>
    public bool HasPassages =>
        _values.Any(v =>
            v.Key.Item1 == SettingLayer.Standard && v.Value.Keys.Any(k => k.StartsWith(SharedPassage.Prefix, StringComparison.Ordinal))
        );

    public SettingsStack Of(string? tradeId, Guid? clientId, Guid? siteId, IEnumerable<string> linked)
    {
        var sources = ImmutableArray.CreateBuilder<SettingsSource>();
        void Add(SettingLayer layer, string scope, string name)
        {
            if (_values.TryGetValue((layer, scope), out var values))
                sources.Add(new SettingsSource(layer, scope, name, values));
        }
        Add(SettingLayer.Agency, "", "Agency");
        if (tradeId is not null)
            Add(SettingLayer.Trade, TradeTemplate.FamilyOf(tradeId), $"Trade: {TradeTemplate.FamilyOf(tradeId).Replace('-', ' ')}");
        var seen = new HashSet<Guid>();
        // What a site follows itself comes after what its client follows; a standard that both follow stands where the site has it.
        var own = siteId is { } s ? _follows[(SettingLayer.Site, s.ToString())].ToList() : [];
        var ofClient = clientId is { } c
            ? _follows[(SettingLayer.Client, c.ToString())].Where(f => own.All(o => o.StandardId != f.StandardId))
            : [];
        foreach (var f in ofClient.Concat(own))
            if (seen.Add(f.StandardId))
                Add(SettingLayer.Standard, f.StandardId.ToString(), f.Name);
        foreach (var id in linked)
            Add(SettingLayer.Standard, id, "linked passage");
        if (clientId is not null)
            Add(SettingLayer.Client, clientId.Value.ToString(), "Client");
        if (siteId is not null)
        {
            Add(SettingLayer.Site, siteId.Value.ToString(), "This site");
            foreach (var (scope, values) in _pages[siteId.Value.ToString()])
                sources.Add(new SettingsSource(SettingLayer.Page, scope, $"Page {scope[(scope.IndexOf('/') + 1)..]}", values));
        }
        return new SettingsStack(sources.ToImmutable());
    }

    public SettingsStack Of(Site site) => Of(site.TradeId, site.ClientId, site.Id, site.Linked);
}
