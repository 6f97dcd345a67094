using System.Collections.Immutable;
using Microsoft.EntityFrameworkCore;
using Plurimax.Core.Sites;

namespace Plurimax.Data.Sites;

/// <param name="Before">The passage as it is, <paramref name="After"/> as it would be; with placeholders.</param>
public sealed record WordHit(string Section, string Path, string Before, string After);

/// <param name="Head">The version it was found in.</param>
public sealed record SiteHits(Guid Site, string Name, int Head, SiteDocument Document, ImmutableArray<WordHit> Hits);

/// <summary>Finds words on one site or on all sites of the agency, and replaces them there.</summary>
public sealed class WordSearch(PlurimaxDb db, SiteStore store)
{
    /// <summary>So many sites are looked at and changed in one go.</summary>
    public const int MostSites = 200;

    /// <summary>Sites on which the words stand, by name. The database finds those that may hold them; the document says whether they do.</summary>
    /// <param name="site">One site; null looks at all but samples.</param>
    /// <param name="page">Only this page.</param>
    public async Task<(List<SiteHits> Sites, bool More)> FindAsync(string from, string to, Guid? site, string? page, CancellationToken cancel = default)
    {
        // As the words stand in the JSON of the document.
        var json = System.Text.Json.JsonSerializer.Serialize(from, SiteDocument.Json)[1..^1];
        var like = "%" + json.Replace("\\", "\\\\").Replace("%", "\\%").Replace("_", "\\_") + "%";
        var rows = await db.Sites.AsNoTracking().Where(s => site == null ? !s.IsSample : s.Id == site)
            .Join(db.Revisions, s => new { SiteId = s.Id, Number = s.Head }, r => new { r.SiteId, r.Number }, (s, r) => new { s.Id, s.Client.Name, r.Number, r.Document })
            .Where(x => db.Revisions.FromSql($"select * from revisions where document::text ilike {like}").Any(r => r.SiteId == x.Id && r.Number == x.Number))
            .OrderBy(x => x.Name).ThenBy(x => x.Id).Take(MostSites + 1).ToListAsync(cancel);
        var edit = new ReplaceText(from, to, page);
        var found = rows.Take(MostSites).Select(r => new SiteHits(r.Id, r.Name, r.Number, r.Document, [.. edit.Hits(r.Document).Select(h => new WordHit(h.Section, h.Path, r.Document.FindSection(h.Section)!.Value.Section.Content.Passages().First(p => p.Path == h.Path).Passage.Text, h.Text))])).Where(s => s.Hits.Length > 0).ToList();
        return (found, rows.Count > MostSites);
    }

    /// <summary>Replaces the words on the sites that were chosen, one revision a site. A site that somebody changed since it was looked at is left alone and told.</summary>
    public async Task<(int Sites, int Passages, ImmutableArray<string> Left)> ReplaceAsync(string from, string to, string? page, IReadOnlyList<(Guid Site, int Head)> chosen, string who, CancellationToken cancel = default)
    {
        var (sites, passages) = (0, 0);
        var left = ImmutableArray.CreateBuilder<string>();
        var edit = new ReplaceText(from, to, page);
        foreach (var (id, head) in chosen.Take(MostSites))
        {
            if (await store.FindAsync(id, cancel) is not { } site) continue;
            var hits = edit.Hits(await store.DocumentAsync(site, cancel)).Length;
            var outcome = await store.EditAsync(id, head, edit, who, cancel: cancel);
            if (outcome.Ok) { sites++; passages += hits; }
            else left.Add(site.Client.Name);
        }
        return (sites, passages, left.ToImmutable());
    }
}
