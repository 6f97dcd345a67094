using System.Collections.Immutable;
using Microsoft.EntityFrameworkCore;
using Plurimax.Data.Likeness;
using Plurimax.Making.Settings;
using Plurimax.Sites;

namespace Plurimax.Data.Sites;

/// <summary>Saves what sites become. Each change is one revision and one transaction.</summary>
public sealed class SiteRevisions(PlurimaxDb db, TimeProvider clock, SiteReader reader, CopyStore copies)
{
    /// <summary>The channel on which every saved change of a site is told, "SITE REVISION SECTION ACCOUNT NAME".</summary>
    public const string Changed = "site_changed";

    private DateTimeOffset Now => clock.GetUtcNow();

    /// <param name="typed">The passage that is typed in.</param>
    /// <param name="instead">The revision of the same stretch of typing whose place it takes.</param>
    /// <returns>The new head, or null where somebody was faster.</returns>
    internal async Task<int?> SaveAsync(
        Site site,
        SiteDocument document,
        string said,
        string? touched,
        Actor who,
        CancellationToken cancel,
        string? typed = null,
        SiteRevision? instead = null,
        ImmutableArray<FactStep>? facts = null
    )
    {
        await using var transaction = await db.JoinTransactionAsync(cancel);
        var number = site.LastRevision + 1;
        ImmutableArray<string> linked = [.. SharedPassage.Of(document)];
        var updated = await db
            .Sites.Where(s => s.Id == site.Id && s.Head == site.Head && s.LastRevision == site.LastRevision)
            .ExecuteUpdateAsync(
                u => u.SetProperty(s => s.Head, number).SetProperty(s => s.LastRevision, number).SetProperty(s => s.Linked, linked),
                cancel
            );
        if (updated == 0)
            return null;
        var revision = new SiteRevision
        {
            SiteId = site.Id,
            Number = number,
            Parent = instead is null ? site.Head : instead.Parent,
            Document = document,
            Said = said,
            Touched = touched,
            Typed = typed,
            Facts = facts,
            Who = who,
            At = Now,
        };
        db.Add(revision);
        await db.SaveChangesAsync(cancel);
        db.Entry(revision).State = EntityState.Detached;
        if (instead is not null)
            await db.Revisions.Where(r => r.SiteId == site.Id && r.Number == instead.Number).ExecuteDeleteAsync(cancel);
        // What a site reads like is worked out when it is asked for, not at every letter.
        if (typed is null)
            await copies.NoteAsync(site.Id, document, number, cancel);
        await TellAsync(site.Id, number, touched, who, cancel);
        await transaction.CommitAsync(cancel);
        return number;
    }

    /// <summary>Tells whoever has the site open, once the transaction is committed.</summary>
    internal Task TellAsync(Guid site, int head, string? touched, Actor who, CancellationToken cancel) =>
        db.Database.ExecuteSqlAsync($"SELECT pg_notify({Changed}, {$"{site} {head} {touched} {who.UserId} {who.Name}"})", cancel);

    /// <summary>
    /// Brings something into sites that was decided elsewhere, such as a changed fact, on top of whatever others saved meanwhile. Their
    /// rows are held until the transaction ends, so that nobody can be faster. Within a transaction that holds the client before.
    /// </summary>
    internal async Task CarryAsync(
        IReadOnlyCollection<Guid> siteIds,
        Func<Site, SiteDocument, SiteDocument> change,
        string said,
        Actor who,
        CancellationToken cancel
    )
    {
        if (db.Database.CurrentTransaction is null)
            throw new InvalidOperationException("Sites are held until a transaction ends; there is none.");
        await db.Database.ExecuteSqlAsync($"select 1 from sites where id = any({siteIds.ToArray()}) order by id for no key update", cancel);
        var heads = await reader.HeadsAsync(siteIds, cancel);
        var filled = await reader.FilledAsync(heads.ConvertAll(h => h.Head.Document), cancel);
        foreach (var ((site, head), now) in heads.Zip(filled))
        {
            var made = change(site, now);
            if (made.ToJson() == now.ToJson())
                continue;
            if (await SaveAsync(site, made, said, null, who, cancel) is null)
                throw new InvalidOperationException($"The site {site.Id} was changed although its row is held.");
        }
    }
}
