using System.Collections.Immutable;
using Microsoft.EntityFrameworkCore;
using Plurimax.Facts;
using Plurimax.Making.Composing;
using Plurimax.Making.Settings;
using Plurimax.Sites;
using Plurimax.Trades;

namespace Plurimax.Data.Sites;

/// <summary>Finds sites and what they stand at.</summary>
public sealed class SiteReader(PlurimaxDb db, TradeCatalogue trades)
{
    public Task<Site?> FindAsync(Guid id, CancellationToken cancel = default) =>
        db.Sites.Include(s => s.Client).Include(s => s.Maker).FirstOrDefaultAsync(s => s.Id == id, cancel);

    /// <summary>The site as the database has it now, also where it was read before.</summary>
    public async Task<Site> FindFreshAsync(Guid id, CancellationToken cancel = default)
    {
        if (db.Sites.Local.FindEntry(id) is { } known)
            known.State = EntityState.Detached;
        return (await FindAsync(id, cancel))!;
    }

    /// <summary>The document that a site stands at. Where somebody typed since the site was read, the site is read again with it.</summary>
    public async Task<SiteDocument> DocumentAsync(Site site, CancellationToken cancel = default) =>
        (await StandingAsync(site, cancel)).Document;

    /// <summary><see cref="DocumentAsync"/> with the revision that holds it.</summary>
    public async Task<(SiteDocument Document, SiteRevision Head)> StandingAsync(Site site, CancellationToken cancel = default)
    {
        var head = await db.Revisions.AsNoTracking().FirstOrDefaultAsync(r => r.SiteId == site.Id && r.Number == site.Head, cancel);
        if (head is null)
        {
            (var now, head) = await HeadAsync(site.Id, cancel);
            if (db.Entry(site).State == EntityState.Detached)
                (site.Head, site.LastRevision) = (now.Head, now.LastRevision);
            else
            {
                // Not as a change of this unit of work: it is what the database has.
                var entry = db.Entry(site);
                entry.Property(s => s.Head).OriginalValue = entry.Property(s => s.Head).CurrentValue = now.Head;
                entry.Property(s => s.LastRevision).OriginalValue = entry.Property(s => s.LastRevision).CurrentValue = now.LastRevision;
            }
        }
        return (await FilledAsync(head.Document, cancel), head);
    }

    /// <summary>
    /// Read in one statement: two would not do, since a stretch of typing puts one revision in the place of another, and the one that the
    /// first told of may be gone before the second.
    /// </summary>
    internal async Task<(Site Site, SiteRevision Head)> HeadAsync(Guid siteId, CancellationToken cancel)
    {
        var (site, head) = (await HeadsAsync([siteId], cancel))[0];
        return (site, head);
    }

    internal async Task<List<(Site Site, SiteRevision Head)>> HeadsAsync(IReadOnlyCollection<Guid> ids, CancellationToken cancel)
    {
        var read = await db
            .Sites.AsNoTracking()
            .Include(s => s.Client)
            .Where(s => ids.Contains(s.Id))
            .OrderBy(s => s.Id)
            .Select(s => new
            {
                Site = s,
                Head = db.Revisions.First(r => r.SiteId == s.Id && r.Number == s.Head),
                s.Client,
            })
            .AsNoTracking()
            .ToListAsync(cancel);
        return [.. read.Select(r => (r.Site, r.Head))];
    }

    /// <summary>A document with what stands linked on it as the agency has it now.</summary>
    internal async Task<SiteDocument> FilledAsync(SiteDocument document, CancellationToken cancel) =>
        (await FilledAsync([document], cancel))[0];

    /// <summary>Many documents, with one look at what the agency has.</summary>
    internal async Task<List<SiteDocument>> FilledAsync(List<SiteDocument> documents, CancellationToken cancel)
    {
        var keys = documents.SelectMany(SharedPassage.Of).Select(SharedPassage.Key).Distinct().ToList();
        if (keys.Count == 0)
            return documents;
        var values = await db
            .Settings.AsNoTracking()
            .Where(s => s.Layer == SettingLayer.Standard && keys.Contains(s.Key))
            .ToDictionaryAsync(s => s.Key, s => s.Value, cancel);
        return documents.ConvertAll(d => SharedPassage.Fill(d, key => values.GetValueOrDefault(key)));
    }

    /// <summary>How many pictures of a client have arrived.</summary>
    public Task<int> PicturesAsync(Guid clientId, CancellationToken cancel = default) =>
        db.ClientFiles.CountAsync(f => f.ClientId == clientId && f.Type.StartsWith("image/"), cancel);

    public TradeTemplate Trade(Site site) => trades[site.TradeId];

    /// <summary>The trade of a site in one of its languages.</summary>
    public TradeTemplate? TradeIn(Site site, string language) => trades.InLanguage(Trade(site), language);

    public ImmutableArray<string> LanguagesOf(Site site) => trades.Languages(Trade(site));

    public SiteDocument Resized(Site site, SiteDocument now, PlanSize size) =>
        Recomposing.Resized(trades, Trade(site), site.Facts, now, size);

    public SiteDocument Refreshed(Site site, SiteDocument now) => Refreshed(Trade(site), site.Facts, now);

    public SiteDocument Refreshed(TradeTemplate trade, FactSheet facts, SiteDocument now) =>
        Recomposing.Refreshed(trades, trade, facts, now);
}
