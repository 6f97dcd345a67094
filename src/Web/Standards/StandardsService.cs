using System.Collections.Immutable;
using Microsoft.EntityFrameworkCore;
using Plurimax.Data;
using Plurimax.Data.Standards;
using Plurimax.Facts;
using Plurimax.Making.Settings;
using Plurimax.Trades;

namespace Plurimax.Web.Standards;

/// <param name="Followers">Sites it reaches, through their clients included.</param>
public sealed record StandardRow(Guid Id, string Name, string About, bool Retired, int Followers, int InHand, int Version);

public sealed record StandardName(Guid Id, string Name, bool Retired);

/// <param name="OfClient">It holds for all sites of the client, and is not followed by the site itself.</param>
public sealed record FollowedStandard(Guid Id, string Name, bool OfClient);

/// <param name="Others">Standards that could be followed.</param>
public sealed record Following(ImmutableArray<FollowedStandard> Follows, ImmutableArray<StandardName> Others);

/// <summary>What several pages ask about shared layers.</summary>
public sealed class StandardsService(PlurimaxDb db, TradeCatalogue trades)
{
    public Task<List<StandardName>> NamesAsync() =>
        db.Standards.AsNoTracking().OrderBy(s => s.Name).Select(s => new StandardName(s.Id, s.Name, s.RetiredAt != null)).ToListAsync();

    public async Task<List<StandardRow>> ListAsync()
    {
        var standards = await db.Standards.AsNoTracking().OrderBy(s => s.RetiredAt != null).ThenBy(s => s.Name).ToListAsync();
        var follows = await db
            .Follows.AsNoTracking()
            .Select(f => new
            {
                f.StandardId,
                f.Layer,
                f.Scope,
            })
            .ToListAsync();
        var clients = follows.Where(f => f.Layer == SettingLayer.Client).Select(f => Guid.Parse(f.Scope)).Distinct().ToList();
        var sites =
            clients.Count == 0
                ? []
                : await db
                    .Sites.Where(s => !s.IsSample && clients.Contains(s.ClientId))
                    .Select(s => new { s.Id, s.ClientId })
                    .ToListAsync();
        var byClient = sites.ToLookup(s => s.ClientId.ToString(), s => s.Id.ToString());
        var inHand = await db
            .SettingDrafts.Where(d => d.Layer == SettingLayer.Standard)
            .GroupBy(d => d.Scope)
            .Select(g => new { g.Key, Count = g.Count() })
            .ToDictionaryAsync(g => g.Key, g => g.Count);
        var versions = await db
            .StandardVersions.Where(v => v.Layer == SettingLayer.Standard)
            .GroupBy(v => v.Scope)
            .Select(g => new { g.Key, Last = g.Max(v => v.Number) })
            .ToDictionaryAsync(g => g.Key, g => g.Last);
        return
        [
            .. standards.Select(s =>
            {
                var reached = follows
                    .Where(f => f.StandardId == s.Id)
                    .SelectMany(f => f.Layer == SettingLayer.Site ? [f.Scope] : byClient[f.Scope])
                    .Distinct()
                    .Count();
                return new StandardRow(
                    s.Id,
                    s.Name,
                    s.About,
                    s.RetiredAt is not null,
                    reached,
                    inHand.GetValueOrDefault(s.Id.ToString()),
                    versions.GetValueOrDefault(s.Id.ToString())
                );
            }),
        ];
    }

    /// <summary>What a client follows, or a site with what its client follows; in the order in which they win.</summary>
    public async Task<Following> FollowingAsync(Guid client, Guid? site, CancellationToken cancel = default)
    {
        var (ofClient, ofSite) = (client.ToString(), site?.ToString());
        var standards = await NamesAsync();
        var rows = await db
            .Follows.AsNoTracking()
            .Where(f =>
                (f.Layer == SettingLayer.Client && f.Scope == ofClient)
                || (ofSite != null && f.Layer == SettingLayer.Site && f.Scope == ofSite)
            )
            .OrderBy(f => f.Layer)
            .ThenBy(f => f.Place)
            .ToListAsync(cancel);
        var own = rows.Where(f => site is null || f.Layer == SettingLayer.Site).Select(f => f.StandardId).ToHashSet();
        var follows = rows.DistinctBy(f => f.StandardId)
            .Select(f => new FollowedStandard(
                f.StandardId,
                standards.Find(s => s.Id == f.StandardId)?.Name ?? "",
                !own.Contains(f.StandardId)
            ))
            .ToImmutableArray();
        return new Following(follows, [.. standards.Where(s => !s.Retired && follows.All(f => f.Id != s.Id))]);
    }

    /// <summary>What a shared place is called; null where there is none.</summary>
    public async Task<string?> NameAsync(SharedScope at)
    {
        if (at.Layer == SettingLayer.Agency)
            return "the agency";
        if (at.Layer == SettingLayer.Trade)
            return trades.Find(at.Scope) is { } t ? $"trade {t.Names.Title.ToLowerInvariant()}" : null;
        if (!Guid.TryParse(at.Scope, out var id))
            return null;
        return await db.Standards.AsNoTracking().Where(s => s.Id == id).Select(s => s.Name).FirstOrDefaultAsync()
            ?? await db.SavedSections.AsNoTracking().Where(s => s.Id == id).Select(s => "passage “" + s.Name + "”").FirstOrDefaultAsync();
    }

    /// <summary>How a text reads on a site: with its facts, empty lines gone.</summary>
    public static string Reads(string value, Site site, SettingsStack stack, BusinessKind kind) =>
        SiteTexts.Of(site.Facts, stack.All(), SiteWords.For("en"), kind).Letter(value).Trim();
}
