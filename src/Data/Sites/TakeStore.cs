using Microsoft.EntityFrameworkCore;
using Plurimax.Data.Likeness;
using Plurimax.Making.Composing;
using Plurimax.Sites;
using Plurimax.Trades;

namespace Plurimax.Data.Sites;

/// <summary>Makes takes of sites and finds earlier ones again.</summary>
public sealed class TakeStore(SiteReader reader, SiteWriter writer, PlurimaxDb db, TradeCatalogue trades, CopyStore copies)
{
    /// <summary>A new take of the whole site or of one section; kept passages stay.</summary>
    /// <param name="part">What is renewed; pictures and layout are those of the whole site.</param>
    /// <param name="page">One page only.</param>
    /// <param name="voice">Another voice for what is renewed; of the whole site it becomes the site's own.</param>
    public async Task<EditOutcome> TakeAsync(
        Guid siteId,
        int onRevision,
        string? section,
        int? take,
        Actor who,
        TakePart part = TakePart.All,
        string? page = null,
        Voice? voice = null,
        CancellationToken cancel = default
    )
    {
        var site = (await reader.FindAsync(siteId, cancel))!;
        var now = await reader.DocumentAsync(site, cancel);
        var there = part switch
        {
            TakePart.Pictures => now.PicturesShown,
            TakePart.Layout => now.LayoutTake,
            _ when section is not null => now.FindSection(section)?.Section.Take ?? 1,
            _ when page is not null => now.FindPage(page)?.Sections.Select(s => s.Take).DefaultIfEmpty(1).Max() ?? 1,
            _ => now.Take,
        };
        var number = take ?? there + 1;
        if (number < 1)
            return new EditOutcome(null, site.Head, "Takes begin at 1.");
        SiteDocument outcome;
        if (part == TakePart.Pictures)
            outcome = now with { PictureTake = number };
        else if (part == TakePart.Layout)
            outcome = now with { LayoutTake = number };
        else
        {
            var fresh = (voice is null && page is null ? await EarlierAsync(siteId, section, number, cancel) : null)
                ?? await FreshAsync(
                    site,
                    voice is { } v ? now with { Tone = v.Tone, SecondTone = v.Second, Length = v.Length } : now,
                    number,
                    cancel
                );
            // Texts alone: the pictures stay those that are shown.
            fresh = fresh with { PictureTake = part == TakePart.Text ? now.PicturesShown : null };
            var sections = page is null ? null : now.FindPage(page)?.Sections.Select(s => s.Id).ToHashSet();
            outcome = Renewal.Renew(
                now,
                fresh,
                section is not null ? s => s.Id == section
                    : sections is not null ? s => sections.Contains(s.Id)
                    : null
            );
        }
        return await writer.EditAsync(siteId, onRevision, new TakeNew(section, number, outcome, part, page), who, cancel: cancel);
    }

    /// <summary>A revision as it was; null where there is none.</summary>
    public async Task<SiteDocument?> RevisionAsync(Guid siteId, int number, CancellationToken cancel = default) =>
        (await db.Revisions.AsNoTracking().FirstOrDefaultAsync(r => r.SiteId == siteId && r.Number == number, cancel))?.Document;

    /// <summary>A take as it was when it was last there: takes are made once, since what others read like has changed meanwhile.</summary>
    private async Task<SiteDocument?> EarlierAsync(Guid siteId, string? section, int take, CancellationToken cancel)
    {
        var has = section is null ? "$.take ? (@ == $t)" : "$.pages[*].sections[*] ? (@.id == $s && @.take == $t)";
        var vars = System.Text.Json.JsonSerializer.Serialize(new { t = take, s = section ?? "" });
        return (
            await db.WhereSql<SiteRevision>($"site_id = {siteId} and jsonb_path_exists(document, {has}::jsonpath, {vars}::jsonb)")
                .AsNoTracking()
                .OrderByDescending(r => r.Number)
                .FirstOrDefaultAsync(cancel)
        )?.Document;
    }

    private async Task<SiteDocument> FreshAsync(Site site, SiteDocument now, int take, CancellationToken cancel) =>
        Recomposing.Take(
            trades,
            reader.Trade(site),
            site.Facts,
            now,
            take,
            await copies.LedgerAsync(now.Trade, now.Language, site.Id, cancel)
        );
}
