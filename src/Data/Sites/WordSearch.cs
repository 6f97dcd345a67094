using System.Collections.Immutable;
using Microsoft.EntityFrameworkCore;
using Plurimax.Sites;

namespace Plurimax.Data.Sites;

/// <param name="Head">The version it was found in.</param>
public sealed record SiteHits(Guid Site, string Name, int Head, SiteDocument Document, ImmutableArray<WordHit> Hits);

/// <summary>Finds words on one site or on all sites of the agency, and replaces them there.</summary>
public sealed class WordSearch(PlurimaxDb db, SiteReader reader, SiteWriter writer)
{
    /// <summary>So many sites are looked at and changed in one go.</summary>
    public const int MostSites = 200;

    /// <summary>
    /// Sites on which the words stand, by name. The index finds those that have all of them, and those whose words were typed since it was
    /// made; the document says whether they stand together.
    /// </summary>
    /// <param name="site">One site; null looks at all but samples.</param>
    /// <param name="page">Only this page.</param>
    public async Task<(List<SiteHits> Sites, bool More)> FindAsync(
        string from,
        string to,
        Guid? site,
        string? page,
        CancellationToken cancel = default
    )
    {
        var words = ReplaceText.Tokens(ReplaceText.Stored(from)).ToArray();
        var edit = new ReplaceText(from, to, page);
        var have = db.Copies.Where(c => words.All(w => c.Words.Contains(w))).Select(c => c.SiteId);
        var may = (
            site is { } one
                ? db.Sites.Where(s => s.Id == one)
                : db.Sites.Where(s => !s.IsSample && (have.Contains(s.Id) || !db.Copies.Any(c => c.SiteId == s.Id && c.Revision == s.Head)))
        )
            .AsNoTracking()
            .OrderBy(s => s.Client.Name)
            .ThenBy(s => s.Id);
        var found = new List<SiteHits>();
        for (var at = 0; ; at += MostSites)
        {
            var rows = await may.Skip(at)
                .Take(MostSites)
                .Select(s => new
                {
                    s.Id,
                    s.Client.Name,
                    s.Head,
                    db.Revisions.First(r => r.SiteId == s.Id && r.Number == s.Head).Document,
                })
                .ToListAsync(cancel);
            foreach (var r in rows)
            {
                ImmutableArray<WordHit> hits = [.. edit.Hits(r.Document)];
                if (hits.IsEmpty)
                    continue;
                if (found.Count == MostSites)
                    return (found, true);
                found.Add(new SiteHits(r.Id, r.Name, r.Head, r.Document, hits));
            }
            if (rows.Count < MostSites)
                return (found, false);
        }
    }

    /// <summary>
    /// Replaces the words on the sites that were chosen, one revision a site. A site that somebody changed since it was looked at is left
    /// alone and told.
    /// </summary>
    public async Task<(int Sites, int Passages, ImmutableArray<string> Left)> ReplaceAsync(
        string from,
        string to,
        string? page,
        IReadOnlyList<(Guid Site, int Head)> chosen,
        Actor who,
        CancellationToken cancel = default
    )
    {
        var (sites, passages) = (0, 0);
        var left = ImmutableArray.CreateBuilder<string>();
        var edit = new ReplaceText(from, to, page);
        foreach (var (id, head) in chosen.Take(MostSites))
        {
            if (await reader.FindAsync(id, cancel) is not { } site)
                continue;
            var hits = edit.Hits(await reader.DocumentAsync(site, cancel)).Length;
            var outcome = await writer.EditAsync(id, head, edit, who, cancel: cancel);
            if (outcome.Ok)
            {
                sites++;
                passages += hits;
            }
            else
                left.Add(site.Client.Name);
        }
        return (sites, passages, left.ToImmutable());
    }
}
