using System.Collections.Immutable;
using Microsoft.EntityFrameworkCore;
using Plurimax.Making.Saying;
using Plurimax.Sites;

namespace Plurimax.Data.Sites;

/// <summary>Wishes in plain words, read and done.</summary>
public sealed partial class SiteWriter
{
    /// <summary>What wishes come to on a site as it is now.</summary>
    /// <param name="except">Codes of what was understood but is not wanted.</param>
    public SayReading Read(
        Site site,
        SiteDocument now,
        string words,
        string page,
        string? section,
        Actor who,
        ImmutableHashSet<string>? except = null
    ) =>
        WishReader.Read(
            words,
            new SayContext(now, reader.Trade(site), trades, site.Facts, page, section, DateOnly.FromDateTime(Now.UtcDateTime))
            {
                By = who.Name,
                At = Now,
            },
            except
        );

    /// <summary>Does what was said, as one change, with the facts that were said; one undo takes all of it back.</summary>
    public async Task<(EditOutcome Outcome, SayReading Reading)> SayAsync(
        Guid siteId,
        int onRevision,
        string words,
        string page,
        string? section,
        Actor who,
        ImmutableHashSet<string>? except = null,
        CancellationToken cancel = default
    )
    {
        await using var transaction = await db.Database.BeginTransactionAsync(cancel);
        var site = await db.Sites.AsNoTracking().Include(s => s.Client).FirstAsync(s => s.Id == siteId, cancel);
        var client = await clientFacts.LockedAsync(site.ClientId, cancel);
        site.Client.Facts = client.Facts;
        var now = await reader.DocumentAsync(site, cancel);
        var reading = Read(site, now, words, page, section, who, except);
        if (
            site.Head != onRevision
            && await db.Revisions.AsNoTracking().Where(r => r.SiteId == siteId && r.Number == site.Head).FirstOrDefaultAsync(cancel)
                is { } clash
        )
            return (new EditOutcome(null, site.Head, null, clash), reading);
        if (reading.Acts.Length == 0)
            return (new EditOutcome(null, site.Head, "Nothing of it was understood."), reading);
        ImmutableArray<FactStep> facts =
        [
            .. reading
                .Acts.SelectMany(a => a.Facts)
                .Select(f => f.Fact)
                .Distinct()
                .Select(f => new FactStep(f, client.Facts[f], reading.Facts[f])),
        ];
        var edit = reading.Edit(words);
        if (
            await revisions.SaveAsync(site, reading.Site, edit.Say(now), null, who, cancel, facts: facts.IsEmpty ? null : facts)
            is not { } head
        )
            return (new EditOutcome(null, site.Head, "Somebody saved at the same moment. Say it once more."), reading);
        if (!facts.IsEmpty)
            await clientFacts.SetFactsAsync(
                client,
                facts.Aggregate(client.Facts, (sheet, f) => f.After is { } after ? sheet.With(f.Fact, after) : sheet.Without(f.Fact)),
                siteId,
                edit.Say(now),
                who,
                cancel
            );
        await transaction.CommitAsync(cancel);
        return (new EditOutcome(reading.Site, head, null), reading);
    }
}
