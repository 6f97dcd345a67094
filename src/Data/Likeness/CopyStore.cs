using System.Collections.Concurrent;
using System.Collections.Immutable;
using Microsoft.EntityFrameworkCore;
using Plurimax.Making.Likeness;
using Plurimax.Sites;
using Plurimax.Trades;

namespace Plurimax.Data.Likeness;

/// <summary>Sketches of all sites, held between requests; a node reads again only those that changed.</summary>
public sealed class SketchCache
{
    internal ConcurrentDictionary<Guid, (int Revision, Sketch Sketch)> Held { get; } = new();
}

/// <summary>The agency's copy as a whole: what new sites should differ from, and which site a site reads like.</summary>
public sealed class CopyStore(PlurimaxDb db, TradeCatalogue trades, SketchCache cache)
{
    /// <summary>Beyond these a trade's wordings have all been used many times, and older sites tell nothing new.</summary>
    private const int MostEarlier = 300;

    public string TradeOf(string tradeId) => trades.Find(tradeId)?.Base ?? TradeTemplate.FamilyOf(tradeId);

    public SiteCopy Copy(Guid site, SiteDocument document, int revision) => SiteCopy.Of(site, document, TradeOf(document.Trade), revision);

    /// <summary>Notes the copy of a site as it is now.</summary>
    public async Task NoteAsync(Guid site, SiteDocument document, int revision, CancellationToken cancel = default)
    {
        var copy = Copy(site, document, revision);
        await db.Database.ExecuteSqlAsync(
            $"""
            insert into copies (agency_id, site_id, trade, language, revision, wordings, shingles, sketch, words)
            select agency_id, id, {copy.Trade}, {copy.Language}, {copy.Revision}, {copy.Wordings}, {copy.Shingles},
            {copy.Sketch}, {copy.Words}
            from sites where id = {copy.SiteId}
            on conflict (site_id) do update set
                trade = excluded.trade, language = excluded.language, revision = excluded.revision, wordings = excluded.wordings,
                shingles = excluded.shingles, sketch = excluded.sketch, words = excluded.words
            """,
            cancel
        );
    }

    /// <summary>The wordings of the agency's other sites of a trade and language.</summary>
    public async Task<CopyLedger> LedgerAsync(string tradeId, string language, Guid? except = null, CancellationToken cancel = default)
    {
        var trade = TradeOf(tradeId);
        return new CopyLedger(
            await db
                .Copies.Where(c => c.Trade == trade && c.Language == language && c.SiteId != except)
                .OrderByDescending(c => c.SiteId)
                .Take(MostEarlier)
                .Select(c => c.Wordings)
                .ToListAsync(cancel)
        );
    }

    /// <summary>The site that reads most like this one; null where there is no other with any likeness.</summary>
    public async Task<NearSite?> NearestAsync(Guid site, CancellationToken cancel = default)
    {
        // What was typed since it was last noted. In one statement: who types puts one revision in the place of another.
        var standing = await db
            .Sites.AsNoTracking()
            .Where(s => s.Id == site && db.Copies.Any(c => c.SiteId == site && c.Revision != s.Head))
            .Select(s => db.Revisions.First(r => r.SiteId == site && r.Number == s.Head))
            .FirstOrDefaultAsync(cancel);
        if (standing is not null)
            await NoteAsync(site, standing.Document, standing.Number, cancel);
        var there = await db.Copies.Select(c => new { c.SiteId, c.Revision }).ToListAsync(cancel);
        var stale = there
            .Where(t => !cache.Held.TryGetValue(t.SiteId, out var had) || had.Revision != t.Revision)
            .Select(t => t.SiteId)
            .ToList();
        foreach (var some in stale.Chunk(1000))
        foreach (
            var c in await db
                .Copies.Where(c => some.Contains(c.SiteId))
                .Select(c => new
                {
                    c.SiteId,
                    c.Revision,
                    c.Sketch,
                })
                .ToListAsync(cancel)
        )
            cache.Held[c.SiteId] = (c.Revision, Sketch.FromBytes(c.Sketch));
        if (!cache.Held.TryGetValue(site, out var own))
            return null;
        // The sketches find the few that may be nearest; their shingles give the figure.
        var near = there
            .Where(t => t.SiteId != site && cache.Held.ContainsKey(t.SiteId))
            .Select(t => (t.SiteId, Figure: own.Sketch.Estimate(cache.Held[t.SiteId].Sketch)))
            .OrderByDescending(t => t.Figure)
            .Take(12)
            .Where(t => t.Figure > 0)
            .Select(t => t.SiteId)
            .Append(site)
            .ToList();
        var full = (
            await db.Copies.Where(c => near.Contains(c.SiteId)).Select(c => new { c.SiteId, c.Shingles }).ToListAsync(cancel)
        ).ToDictionary(c => c.SiteId, c => c.Shingles.Select(s => unchecked((uint)s)).ToImmutableArray());
        if (!full.Remove(site, out var mine) || full.Count == 0)
            return null;
        var nearest = full.Select(f => (f.Key, Figure: Shingles.Resemblance(mine, f.Value))).MaxBy(f => f.Figure);
        if (nearest.Figure == 0)
            return null;
        return new NearSite(
            nearest.Key,
            await db.Sites.Where(s => s.Id == nearest.Key).Select(s => s.Client.Name).SingleAsync(cancel),
            nearest.Figure
        );
    }
}
