using Plurimax.Sites;

namespace Plurimax.Making.Composing;

/// <summary>Brings something freshly composed into a site that people have worked on.</summary>
public static class Renewal
{
    /// <summary>
    /// Puts a fresh take into a site that people worked on: kept passages, hidden, moved, added and deleted sections, renamed pages stay as
    /// they are.
    /// </summary>
    /// <param name="only">One section to renew, or null for all.</param>
    public static SiteDocument Renew(SiteDocument site, SiteDocument fresh, string? only = null) =>
        Renew(site, fresh, only is null ? null : s => s.Id == only);

    /// <param name="only">Which sections to renew; null for all, with what belongs to the whole site.</param>
    public static SiteDocument Renew(SiteDocument site, SiteDocument fresh, Func<Section, bool>? only)
    {
        var renewed = fresh.Pages.SelectMany(p => p.Sections).ToDictionary(s => s.Id);
        var pages = site.Pages.Select(page =>
        {
            var other = fresh.FindPage(page.Id);
            return page with
            {
                Menu = Choose(page.Menu, only is null ? other?.Menu : null),
                Title = Choose(page.Title, only is null ? other?.Title : null),
                Description = Choose(page.Description, only is null ? other?.Description : null),
                Sections =
                [
                    .. page.Sections.Select(s =>
                        (only is null || only(s)) && renewed.TryGetValue(s.Id, out var f) && f.Content.GetType() == s.Content.GetType()
                            // Of the same take each section stays with its own.
                            ? s with
                            {
                                Content = Merge(s.Content, f.Content),
                                Take = only is null && fresh.Take == site.Take ? s.Take : f.Take,
                            }
                            : s
                    ),
                ],
            };
        });
        return only is null
            ? site with
            {
                Pages = [.. pages],
                Take = fresh.Take,
                PictureTake = fresh.PictureTake,
                SecondTone = fresh.SecondTone,
                Length = fresh.Length,
                Cut = fresh.Cut,
                Tone = fresh.Tone,
                Action = fresh.Action,
            }
            : site with
            {
                Pages = [.. pages],
            };

        static Passage Choose(Passage mine, Passage? theirs) => mine.Kept || theirs is null ? mine : theirs;
    }

    /// <summary>
    /// Brings a site to a newer version of its template: texts that nobody kept are renewed, sections and pages that are new come in where
    /// they stand there,
    /// those that are gone go unless somebody wrote in them. What people hid, moved, added or deleted stays so.
    /// </summary>
    public static SiteDocument Follow(SiteDocument site, SiteDocument fresh, SiteDocument asItWas)
    {
        var renewed = Renew(site, fresh) with { Trade = fresh.Trade };
        var has = renewed.Pages.SelectMany(p => p.Sections).Select(s => s.Id).Concat(site.Removed).ToHashSet();
        var comes = fresh.Pages.SelectMany(p => p.Sections).Select(s => s.Id).ToHashSet();
        var cameBefore = asItWas.Pages.SelectMany(p => p.Sections).Select(s => s.Id).ToHashSet();
        foreach (var page in fresh.Pages)
        {
            if (renewed.FindPage(page.Id) is null)
            {
                if (site.Removed.Contains(page.Id))
                    continue;
                var at = renewed.Pages.ToList().FindIndex(p => p.Id is "contact" or "privacy") is >= 0 and var c ? c : renewed.Pages.Length;
                renewed = renewed with
                {
                    Pages = renewed.Pages.Insert(at, page with { Sections = [.. page.Sections.Where(s => !has.Contains(s.Id))] }),
                };
                continue;
            }
            for (var i = 0; i < page.Sections.Length; i++)
            {
                if (has.Contains(page.Sections[i].Id))
                    continue;
                var before = page.Sections.Take(i).Select(s => s.Id).Reverse().ToList();
                renewed = renewed.WithPage(page.Id, p =>
                    p with
                    {
                        Sections = p.Sections.Insert(
                            before.Select(id => p.Sections.ToList().FindIndex(s => s.Id == id)).FirstOrDefault(x => x >= 0, -1) + 1,
                            page.Sections[i]
                        ),
                    }
                );
            }
        }
        return renewed with
        {
            Pages =
            [
                .. renewed.Pages.Select(p =>
                    p with
                    {
                        Sections = [.. p.Sections.Where(s => comes.Contains(s.Id) || s.HasKept || !cameBefore.Contains(s.Id))],
                    }
                ),
            ],
        };
    }

    /// <summary>
    /// Brings a site to another size: pages and sections of the new plan come in, those that only the old one had go. A page on which
    /// somebody wrote stays, and so do pages that were added.
    /// </summary>
    /// <param name="fresh">The site as it would be composed in the new size.</param>
    /// <param name="asItWas">The site as it would be composed in the size it has.</param>
    public static SiteDocument Resize(SiteDocument site, SiteDocument fresh, SiteDocument asItWas)
    {
        // A page that went with an earlier change of size may come back; one that somebody removed may not.
        var followed = Follow(site, fresh, asItWas) with { Size = fresh.Size };
        var planned = asItWas.Pages.Select(p => p.Id).ToHashSet();
        var stays = followed
            .Pages.Where(p => fresh.FindPage(p.Id) is not null || !planned.Contains(p.Id) || p.Sections.Any(s => s.HasKept))
            .ToList();
        // In the order of the new plan; what is not of it stands before the contact page, where added pages stand.
        var order = fresh.Pages.Select(p => p.Id).ToList();
        var late = order.FindIndex(id => id is "contact" or "accessibility" or "privacy");
        return followed with { Pages = [.. stays.OrderBy(p => order.IndexOf(p.Id) is >= 0 and var i ? i : late - .5)] };
    }

    private static SectionContent Merge(SectionContent mine, SectionContent fresh)
    {
        var kept = mine.Passages().Where(p => p.Passage.Kept).ToList();
        if (kept.Any(k => k.Path.StartsWith("items", StringComparison.Ordinal)))
            fresh = fresh with { Items = mine.Items };
        foreach (var (path, passage) in kept)
            fresh = fresh.With(path, _ => passage) ?? fresh;
        return fresh;
    }
}
