using System.Text.Json;
using Microsoft.EntityFrameworkCore;
using Plurimax.Making.Settings;

namespace Plurimax.Data.Standards;

/// <content>Who follows which standard, and which sites a shared place reaches.</content>
public sealed partial class StandardStore
{
    /// <summary>A client or a site follows a standard from now on, after those that it follows already.</summary>
    /// <returns>Why it cannot; null where it follows.</returns>
    public async Task<string?> FollowAsync(
        SettingLayer layer,
        string scope,
        Guid standard,
        Actor who,
        CancellationToken cancel = default
    ) => (await FollowAsync(layer, [scope], standard, who, cancel)).Problem;

    /// <inheritdoc cref="FollowAsync(SettingLayer, string, Guid, Actor, CancellationToken)"/>
    /// <returns>How many began to follow; those that did already are not counted.</returns>
    public async Task<(int Began, string? Problem)> FollowAsync(
        SettingLayer layer,
        IReadOnlyCollection<string> scopes,
        Guid standard,
        Actor who,
        CancellationToken cancel = default
    )
    {
        if (await db.Standards.AsNoTracking().FirstOrDefaultAsync(s => s.Id == standard, cancel) is not { } found)
            return (0, "That standard is not there any more.");
        if (found.RetiredAt is not null)
            return (0, $"{found.Name} is retired; nobody begins to follow it.");
        var there = (
            await db
                .Follows.AsNoTracking()
                .Where(f => f.Layer == layer && scopes.Contains(f.Scope))
                .Select(f => new
                {
                    f.Scope,
                    f.StandardId,
                    f.Place,
                })
                .ToListAsync(cancel)
        ).ToLookup(f => f.Scope);
        var began = scopes.Distinct().Where(s => there[s].All(f => f.StandardId != standard)).ToList();
        foreach (var scope in began)
        {
            db.Add(
                new Follow
                {
                    Layer = layer,
                    Scope = scope,
                    StandardId = standard,
                    Place = there[scope].Select(f => f.Place).DefaultIfEmpty().Max() + 1,
                    Who = who,
                    At = Now,
                }
            );
            db.Add(
                new SettingChange
                {
                    Layer = layer,
                    Scope = scope,
                    Key = FollowKey,
                    To = found.Name,
                    Who = who,
                    At = Now,
                }
            );
        }
        await db.SaveChangesAsync(cancel);
        return (began.Count, null);
    }

    /// <summary>In the log: that a standard is followed, or not any more.</summary>
    public const string FollowKey = "follows";

    public async Task UnfollowAsync(SettingLayer layer, string scope, Guid standard, Actor who, CancellationToken cancel = default)
    {
        if (await db.Follows.Where(f => f.Layer == layer && f.Scope == scope && f.StandardId == standard).ExecuteDeleteAsync(cancel) == 0)
            return;
        db.Add(
            new SettingChange
            {
                Layer = layer,
                Scope = scope,
                Key = FollowKey,
                From = await db.Standards.Where(s => s.Id == standard).Select(s => s.Name).FirstOrDefaultAsync(cancel),
                Who = who,
                At = Now,
            }
        );
        await db.SaveChangesAsync(cancel);
    }

    /// <summary>Changes the order in which standards are followed: the last one wins.</summary>
    public async Task MoveAsync(SettingLayer layer, string scope, Guid standard, bool later, Actor who, CancellationToken cancel = default)
    {
        var all = await db.Follows.Where(f => f.Layer == layer && f.Scope == scope).OrderBy(f => f.Place).ToListAsync(cancel);
        var at = all.FindIndex(f => f.StandardId == standard);
        var to = at + (later ? 1 : -1);
        if (at < 0 || to < 0 || to >= all.Count)
            return;
        (all[at].Place, all[to].Place) = (all[to].Place, all[at].Place);
        db.Add(
            new SettingChange
            {
                Layer = layer,
                Scope = scope,
                Key = FollowKey,
                From = "order",
                To = later ? "one later" : "one earlier",
                Who = who,
                At = Now,
            }
        );
        await db.SaveChangesAsync(cancel);
    }

    // Who is reached.

    /// <summary>Sites that a shared layer reaches, samples left out.</summary>
    public async Task<IQueryable<Site>> FollowersAsync(SharedScope at, CancellationToken cancel = default)
    {
        var sites = db.Sites.AsNoTracking().Where(s => !s.IsSample);
        switch (at.Layer)
        {
            case SettingLayer.Agency:
                return sites;
            case SettingLayer.Trade:
                var versions = at.Scope + ".v";
                return sites.Where(s => s.TradeId == at.Scope || s.TradeId.StartsWith(versions));
            default:
                if (!Guid.TryParse(at.Scope, out var id))
                    return sites.Where(s => false);
                var follows = await db
                    .Follows.AsNoTracking()
                    .Where(f => f.StandardId == id)
                    .Select(f => new { f.Layer, f.Scope })
                    .ToListAsync(cancel);
                var own = follows.Where(f => f.Layer == SettingLayer.Site).Select(f => Guid.Parse(f.Scope)).ToList();
                var clients = follows.Where(f => f.Layer == SettingLayer.Client).Select(f => Guid.Parse(f.Scope)).ToList();
                var linked = JsonSerializer.Serialize(new[] { at.Scope });
                var showing = await db
                    .Database.SqlQuery<Guid>($"select id as \"Value\" from sites where linked @> {linked}::jsonb")
                    .ToListAsync(cancel);
                return sites.Where(s => own.Contains(s.Id) || clients.Contains(s.ClientId) || showing.Contains(s.Id));
        }
    }
}
