using Microsoft.EntityFrameworkCore;
using Plurimax.Facts;
using Plurimax.Sites;

namespace Plurimax.Data.Sites;

/// <param name="Name">The name somebody gave to it.</param>
/// <param name="Release">Number of the release that was made of it, <paramref name="Round"/> of the proof; null where none was.</param>
public sealed record HistoryEntry(int Revision, string Said, Actor Who, DateTimeOffset At, string? Name, int? Release, int? Round);

/// <summary>How the site as it is now stands to what visitors see.</summary>
/// <param name="Release">Number of the live release; null where nothing is live.</param>
/// <param name="Revision">The version it was made of.</param>
public sealed record ReleaseStanding(int? Release, int? Revision, bool Same);

/// <summary>The versions of a site: who did what when, names, and what visitors see.</summary>
public sealed class HistoryStore(PlurimaxDb db, SiteWriter writer)
{
    public const int PerPage = 60;
    public const int LongestName = 60;

    /// <summary>Whether something was undone that can be done again.</summary>
    public Task<bool> CanRedoAsync(Site site, CancellationToken cancel = default) =>
        db.Revisions.AnyAsync(r => r.SiteId == site.Id && r.Parent == site.Head, cancel);

    /// <summary>Versions, the newest first.</summary>
    /// <param name="before">Only older ones than this; null begins with the newest.</param>
    /// <param name="named">Only those with a name, a release or a proof.</param>
    public async Task<List<HistoryEntry>> ListAsync(Guid site, int? before = null, bool named = false, CancellationToken cancel = default)
    {
        var releases = await db
            .Releases.AsNoTracking()
            .Where(r => r.SiteId == site)
            .OrderBy(r => r.Number)
            .Select(r => new { r.Revision, r.Number })
            .ToListAsync(cancel);
        var rounds = await db
            .Proofs.AsNoTracking()
            .Where(p => p.SiteId == site)
            .OrderBy(p => p.Round)
            .Select(p => new { p.Revision, p.Round })
            .ToListAsync(cancel);
        var marked = releases.Select(r => r.Revision).Concat(rounds.Select(r => r.Revision)).Distinct().ToList();
        var rows = await db
            .Revisions.AsNoTracking()
            .Where(r =>
                r.SiteId == site && (before == null || r.Number < before) && (!named || r.Name != null || marked.Contains(r.Number))
            )
            .OrderByDescending(r => r.Number)
            .Take(PerPage)
            .Select(r => new
            {
                r.Number,
                r.Said,
                r.Who,
                r.At,
                r.Name,
            })
            .ToListAsync(cancel);
        return
        [
            .. rows.Select(r => new HistoryEntry(
                r.Number,
                r.Said,
                r.Who,
                r.At,
                r.Name,
                releases.LastOrDefault(x => x.Revision == r.Number)?.Number,
                rounds.LastOrDefault(x => x.Revision == r.Number)?.Round
            )),
        ];
    }

    /// <returns>A message where the name cannot be given, else null. An empty name takes it away.</returns>
    public async Task<string?> NameAsync(Guid site, int revision, string? name, CancellationToken cancel = default)
    {
        var words = FactReader.Clean(name);
        if (words.Length > LongestName)
            return $"That is {words.Length} characters; a name has up to {LongestName}.";
        var given = words.Length == 0 ? null : words;
        return
            await db
                .Revisions.Where(r => r.SiteId == site && r.Number == revision)
                .ExecuteUpdateAsync(u => u.SetProperty(r => r.Name, given), cancel) == 0
            ? "That version is not there any more."
            : null;
    }

    /// <summary>Whether what stands is what visitors see.</summary>
    public async Task<ReleaseStanding> StandingAsync(Site site, CancellationToken cancel = default)
    {
        if (
            site.LiveReleaseId is not { } live
            || await db
                .Releases.AsNoTracking()
                .Where(r => r.Id == live)
                .Select(r => new { r.Number, r.Revision })
                .FirstOrDefaultAsync(cancel)
                is not { } release
        )
            return new(null, null, false);
        // The database compares the two documents; neither is read.
        var same =
            release.Revision == site.Head
            || await db
                .Database.SqlQuery<bool>(
                    $"""
                    select (select document from revisions where site_id = {site.Id} and number = {release.Revision})
                         = (select document from revisions where site_id = {site.Id} and number = {site.Head}) as "Value"
                    """
                )
                .FirstAsync(cancel);
        return new(release.Number, release.Revision, same);
    }

    /// <summary>Makes an earlier version the site once more, as a change that can be undone.</summary>
    public async Task<EditOutcome> RestoreAsync(Guid siteId, int onRevision, int revision, Actor who, CancellationToken cancel = default)
    {
        var then = await db
            .Revisions.AsNoTracking()
            .Where(r => r.SiteId == siteId && r.Number == revision)
            .Select(r => new { r.Document, r.Name })
            .FirstOrDefaultAsync(cancel);
        if (then is null)
            return new EditOutcome(null, onRevision, "That version is not there any more.");
        var release = await db
            .Releases.Where(r => r.SiteId == siteId && r.Revision == revision)
            .OrderByDescending(r => r.Number)
            .Select(r => (int?)r.Number)
            .FirstOrDefaultAsync(cancel);
        return await writer.EditAsync(
            siteId,
            onRevision,
            new Restore(
                then.Name is { } n ? $"“{n}”"
                    : release is { } number ? $"release {number}"
                    : $"version {revision}",
                then.Document
            ),
            who,
            cancel: cancel
        );
    }
}
