using System.Collections.Immutable;
using Microsoft.EntityFrameworkCore;
using Plurimax.Data;
using Plurimax.Data.Blobs;
using Plurimax.Data.Likeness;
using Plurimax.Data.Sites;
using Plurimax.Data.Standards;
using Plurimax.Facts;
using Plurimax.Making.Settings;
using Plurimax.Publishing.Launching;
using Plurimax.Publishing.Rendering;
using Plurimax.Publishing.Sections;
using Plurimax.Sites;
using Plurimax.Web.Hosting;
using Plurimax.Web.Shared;
using Plurimax.Web.Watch;

namespace Plurimax.Web.Launching;

/// <summary>
/// Makes releases. Blobs first, then one transaction that adds the manifest and points the site to it:
/// a process killed in between leaves blobs nobody refers to, and the old release live.
/// </summary>
public sealed class Publisher(
    PlurimaxDb db,
    SettingsReader settingsReader,
    SiteReader reader,
    SiteStations stations,
    CopyStore copies,
    IBlobStore blobs,
    SiteAddresses addresses,
    PublishedSites sites,
    Tallies tallies,
    TimeProvider clock
)
{
    public async Task<RenderSettings> SettingsAsync(Site site, CancellationToken cancel = default) =>
        await SettingsAsync(site, await settingsReader.OfAsync(site, cancel), cancel);

    public async Task<RenderSettings> SettingsAsync(Site site, SettingsStack stack, CancellationToken cancel = default)
    {
        // Files that take long to make are taken again from the release before.
        var before = await db
            .Releases.AsNoTracking()
            .Where(r => r.SiteId == site.Id)
            .OrderByDescending(r => r.Number)
            .Select(r => r.Manifest)
            .FirstOrDefaultAsync(cancel);
        return new(addresses.Main(site), stack.All())
        {
            Blobs = hash => blobs.Get(hash),
            Made = path => before?.GetValueOrDefault(path) is { } file ? blobs.Get(file.Hash) : null,
        };
    }

    public async Task<ImmutableArray<Finding>> PreflightAsync(Site site, CancellationToken cancel = default)
    {
        var document = await reader.DocumentAsync(site, cancel);
        var signed = await db
            .Proofs.Where(p => p.SiteId == site.Id && p.SignedAt != null)
            .OrderByDescending(p => p.SignedAt)
            .Select(p => new { p.Revision, p.Document })
            .FirstOrDefaultAsync(cancel);
        var open = await db.Marks.CountAsync(m => m.Proof.SiteId == site.Id && m.ResolvedAt == null, cancel);
        var trade = reader.Trade(site);
        // Undo and redo may change the number without changing the site: what counts is whether it is the same document.
        var same = signed is not null && signed.Document.ToJson() == document.ToJson();
        return Preflight.Check(
            new PreflightInput(
                document,
                trade,
                site.Client.Facts,
                await SettingsAsync(site, cancel),
                same ? site.Head : signed?.Revision,
                site.Head,
                [.. trade.Assumes.Where(a => !site.Ticked.Contains(a))],
                open,
                await copies.NearestAsync(site.Id, cancel)
            )
        );
    }

    /// <summary>The latest releases of a site, newest first.</summary>
    public Task<List<Release>> ReleasesAsync(Site site, int most, CancellationToken cancel = default) =>
        db.Releases.AsNoTracking().Where(r => r.SiteId == site.Id).OrderByDescending(r => r.Number).Take(most).ToListAsync(cancel);

    public Task<Release?> FindReleaseAsync(Site site, Guid? release, CancellationToken cancel = default) =>
        db.Releases.AsNoTracking().FirstOrDefaultAsync(r => r.Id == release && r.SiteId == site.Id, cancel);

    /// <summary>What is live; before a launch, what would be.</summary>
    public async Task<SiteFiles> LiveFilesAsync(Site site, CancellationToken cancel = default)
    {
        if (await FindReleaseAsync(site, site.LiveReleaseId, cancel) is not { } live)
            return Render(site, await reader.DocumentAsync(site, cancel), site.Client.Facts, await SettingsAsync(site, cancel));
        var files = live.Manifest.Select(f => KeyValuePair.Create(f.Key, blobs.Get(f.Value.Hash)!));
        return new SiteFiles(ImmutableSortedDictionary.CreateRange(StringComparer.Ordinal, files));
    }

    public SiteFiles Render(Site site, SiteDocument document, FactSheet facts, RenderSettings settings) =>
        SiteRenderer.Render(document, reader.Trade(site), facts, settings);

    /// <exception cref="InvalidOperationException">The site is a sample: those are never released.</exception>
    public async Task<Release> ReleaseAsync(Site site, Actor who, CancellationToken cancel = default)
    {
        if (site.IsSample)
            throw new InvalidOperationException("A sample is never released.");
        var document = await reader.DocumentAsync(site, cancel);
        var stack = await settingsReader.OfAsync(site, cancel);
        var (manifest, added) = Store(Render(site, document, site.Client.Facts, await SettingsAsync(site, stack, cancel)));
        var (head, facts) = (site.Head, site.Client.Facts);
        await using var transaction = await db.Database.BeginTransactionAsync(cancel);
        // Whoever presses at the same moment waits here, and makes the next release.
        await db.HoldAsync(site, cancel);
        var release = await AddAsync(site, head, facts, Republishing.For(document, stack), manifest, added, "", who, cancel);
        await db.SaveChangesAsync(cancel);
        await NotifyAsync(site, cancel);
        await transaction.CommitAsync(cancel);
        tallies.Release();
        sites.Forget(site.Slug);
        return release;
    }

    /// <summary>Adds a release and makes it the live one; the caller saves and tells.</summary>
    /// <param name="own">The settings it was made with, as far as they are not the default.</param>
    /// <param name="why">Beside its number in the history: what it brought.</param>
    public async Task<Release> AddAsync(
        Site site,
        int revision,
        FactSheet facts,
        ImmutableDictionary<string, string> own,
        ImmutableSortedDictionary<string, ReleaseFile> manifest,
        int added,
        string why,
        Actor who,
        CancellationToken cancel = default
    )
    {
        var number = await db.Releases.Where(r => r.SiteId == site.Id).MaxAsync(r => (int?)r.Number, cancel) + 1 ?? 1;
        var release = new Release
        {
            SiteId = site.Id,
            Number = number,
            Revision = revision,
            Manifest = manifest,
            Who = who,
            At = clock.GetUtcNow(),
            FilesNew = added,
            Facts = facts,
            Settings = own,
            Print = SettingsPrint.Of(own),
        };
        db.Add(release);
        site.LiveReleaseId = release.Id;
        stations.Note(site, $"Release {number}{(why.Length > 0 ? ": " + why : "")}", who);
        return release;
    }

    /// <summary>Stores the files as blobs; what is there already costs nothing.</summary>
    public (ImmutableSortedDictionary<string, ReleaseFile> Manifest, int New) Store(SiteFiles files)
    {
        var manifest = ImmutableSortedDictionary.CreateBuilder<string, ReleaseFile>(StringComparer.Ordinal);
        var added = 0;
        foreach (var (path, bytes) in files.Files)
        {
            var (hash, isNew) = blobs.Put(bytes);
            if (isNew)
                added++;
            manifest[path] = new ReleaseFile(hash, bytes.Length);
        }
        return (manifest.ToImmutable(), added);
    }

    /// <summary>Makes an earlier release the live one: one row changed.</summary>
    public async Task RollBackAsync(Site site, Release release, Actor who, CancellationToken cancel = default)
    {
        await using var transaction = await db.Database.BeginTransactionAsync(cancel);
        site.LiveReleaseId = release.Id;
        stations.Note(site, $"Rolled back to release {release.Number}", who);
        await db.SaveChangesAsync(cancel);
        await NotifyAsync(site, cancel);
        await transaction.CommitAsync(cancel);
        sites.Forget(site.Slug);
    }

    /// <summary>Tells every node that a site was released.</summary>
    public Task NotifyAsync(Site site, CancellationToken cancel) =>
        db.Database.ExecuteSqlAsync($"SELECT pg_notify({ReleaseChannel.Name}, {site.Slug})", cancel);
}
