using System.Collections.Immutable;
using Microsoft.EntityFrameworkCore;
using Plurimax.Data;
using Plurimax.Data.Standards;
using Plurimax.Publishing.Impact;
using Plurimax.Sites;
using Plurimax.Web.Launching;
using Plurimax.Web.Shared;

namespace Plurimax.Web.Standards;

/// <param name="Before">Address of the page as it is.</param>
/// <param name="After">Address of the page as it would be.</param>
/// <param name="Words">What reads otherwise on the page, word by word.</param>
public sealed record ImpactSample(ImpactSite Site, string Path, string Before, string After, ImmutableArray<WordRun> Words);

/// <summary>One page of a site that changes, as it is and as it would be.</summary>
public sealed class ImpactSamples(PlurimaxDb db, SettingsReader settingsReader, Republishing republishing, SheetTokens sheets)
{
    /// <param name="wanted">The site to show; without one that where most is at stake.</param>
    /// <returns>Null where no page that anybody sees changes.</returns>
    public async Task<ImpactSample?> OfAsync(
        Impact report,
        SharedScope place,
        List<SettingDraft> drafts,
        Guid? wanted,
        CancellationToken cancel = default
    )
    {
        var changed = report.Changed.Where(s => s.Live || s.Pages > 0).ToList();
        var site = changed.Find(s => s.Id == wanted)
            ?? changed.OrderByDescending(s => s.Blocks).ThenByDescending(s => s.Live).FirstOrDefault();
        if (site is null)
            return null;
        var path = site.Files.Where(f => f.IsPage && f.Fate == FileFate.Changed && f.Path != "404.html")
            .Select(f => f.Path)
            .OrderBy(p => p != "index.html")
            .FirstOrDefault()
            ?? "index.html";
        var (words, at) = await WordsAsync(site, path, place, drafts, cancel);
        string Url(bool after) =>
            sheets.Url(new SheetView(site.Id, Standing: new StandingView(place.Layer, place.Scope, after)), path)
            + (at.Length > 0 ? "#" + at : "");
        return new ImpactSample(site, path, Url(after: false), Url(after: true), words);
    }

    private async Task<(ImmutableArray<WordRun> Words, string Place)> WordsAsync(
        ImpactSite s,
        string path,
        SharedScope place,
        List<SettingDraft> drafts,
        CancellationToken cancel
    )
    {
        var site = await db.Sites.AsNoTracking().Include(x => x.Client).FirstAsync(x => x.Id == s.Id, cancel);
        if (await db.Releases.AsNoTracking().FirstOrDefaultAsync(r => r.Id == site.LiveReleaseId, cancel) is not { } live)
            return ([], "");
        var document = await db
            .Revisions.AsNoTracking()
            .Where(r => r.SiteId == site.Id && r.Number == live.Revision)
            .Select(r => r.Document)
            .FirstAsync(cancel);
        var changes = drafts.Select(d => KeyValuePair.Create(d.Key, d.Value));
        var then = (await settingsReader.OfAsync(site, cancel)).Changed(place.Layer, place.Scope, changes);
        var (was, now) = republishing.Of(site, live, document, then, draw: false) switch
        {
            var made => (made.Was, made.Now),
        };
        if (!was.Files.ContainsKey(path) || !now.Files.ContainsKey(path))
            return ([], "");
        return (PageWords.Between(was.Text(path), now.Text(path)), PageWords.PlaceOf(was.Text(path), now.Text(path)));
    }
}
