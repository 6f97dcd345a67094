using System.Collections.Immutable;
using Microsoft.EntityFrameworkCore;
using Plurimax.Data;
using Plurimax.Data.Standards;
using Plurimax.Facts;
using Plurimax.Making.Settings;
using Plurimax.Trades;

namespace Plurimax.Web.Standards;

/// <param name="Through">What it follows through, where it does not follow by itself.</param>
public sealed record FollowerRow(Guid Id, string Name, string Trade, string? Through, bool Live);

public sealed record OfferedSite(Guid Id, string Name, string Trade);

/// <param name="Others">Sites that could follow it, by name.</param>
/// <param name="Versions">Newest first.</param>
/// <param name="Behind">Followers that show older values than the standard has.</param>
/// <param name="Sets">How many settings it has.</param>
public sealed record StandardView(
    Standard Standard,
    List<FollowerRow> Followers,
    ImmutableArray<OfferedSite> Others,
    List<StandardVersion> Versions,
    ImmutableHashSet<Guid> Behind,
    int Sets
);

/// <summary>One standard with whom it reaches.</summary>
public sealed class StandardReader(PlurimaxDb db, StandardStore standardStore, RollOutService rollOuts)
{
    public const int MostOffered = 300,
        MostVersions = 50;

    /// <param name="find">Words of a name or a trade, to narrow the sites that are offered.</param>
    /// <returns>Null where there is no such standard.</returns>
    public async Task<StandardView?> OfAsync(Guid id, string? find, CancellationToken cancel = default)
    {
        if (await db.Standards.FirstOrDefaultAsync(s => s.Id == id, cancel) is not { } standard)
            return null;
        var place = SharedScope.Standard(id);
        var own = (
            await db
                .Follows.AsNoTracking()
                .Where(f => f.StandardId == id && f.Layer == SettingLayer.Site)
                .Select(f => f.Scope)
                .ToListAsync(cancel)
        ).ToHashSet();
        var reached = await (await standardStore.FollowersAsync(place, cancel))
            .OrderBy(s => s.Client.Name)
            .Select(s => new
            {
                s.Id,
                s.Client.Name,
                s.TradeId,
                Live = s.LiveReleaseId != null,
            })
            .ToListAsync(cancel);
        var followers = reached.ConvertAll(s => new FollowerRow(
            s.Id,
            s.Name,
            TradeTemplate.FamilyOf(s.TradeId),
            own.Contains(s.Id.ToString()) ? null : "its client",
            s.Live
        ));
        var versions = await db
            .StandardVersions.AsNoTracking()
            .Where(v => v.Layer == SettingLayer.Standard && v.Scope == place.Scope)
            .OrderByDescending(v => v.Number)
            .Take(MostVersions)
            .ToListAsync(cancel);
        var behind = await rollOuts.BehindAsync(await standardStore.FollowersAsync(place, cancel), cancel);
        var sets = await db.Settings.CountAsync(s => s.Layer == SettingLayer.Standard && s.Scope == place.Scope, cancel);
        var others = await OthersAsync(reached.ConvertAll(r => r.Id), find, cancel);
        return new StandardView(standard, followers, others, versions, [.. behind.Select(b => b.Id)], sets);
    }

    private async Task<ImmutableArray<OfferedSite>> OthersAsync(List<Guid> but, string? find, CancellationToken cancel)
    {
        var words = FactReader.Clean(find).ToLowerInvariant();
        var others = await db
            .Sites.Where(s =>
                !s.IsSample && !but.Contains(s.Id) && (words == "" || s.Client.Name.ToLower().Contains(words) || s.TradeId.Contains(words))
            )
            .OrderBy(s => s.Client.Name)
            .Take(MostOffered)
            .Select(s => new
            {
                s.Id,
                s.Client.Name,
                s.TradeId,
            })
            .ToListAsync(cancel);
        return [.. others.Select(s => new OfferedSite(s.Id, s.Name, TradeTemplate.FamilyOf(s.TradeId)))];
    }
}
