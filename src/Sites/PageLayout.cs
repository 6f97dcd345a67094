using Plurimax.Facts;
using Plurimax.Text;

namespace Plurimax.Sites;

/// <summary>Pages that were made elsewhere than by the generator: after another page's layout, or out of an HTML page.</summary>
public static class PageLayout
{
    /// <summary>A page with the sections and layouts of another. What is drawn from facts comes along; words wait to be written.</summary>
    public static Result<Page> After(SiteDocument site, string like, string? name)
    {
        var label = FactReader.Clean(name);
        if (label.Length is 0 or > 60)
            return Result<Page>.Fail("A page needs a name of 1 to 60 characters.");
        if (site.FindPage(like) is not { } model)
            return Result<Page>.Fail("That page is not there any more.");
        var menu = new Passage(ManuscriptReader.Escape(label), Kept: true);
        var sections = model
            .Sections.Where(s => !s.Hidden)
            .Select((s, i) => new Section($"new.{s.Content.Kind}-{i + 1}", Emptied(s.Content, menu), Variant: s.Variant))
            .ToList();
        if (!sections.Any(s => s.Content is TitleContent))
            sections.Insert(0, new Section("new.title", new TitleContent { Heading = menu }));
        return new Page(
            "new",
            "new.html",
            model.Purpose,
            menu,
            new Passage(menu.Text + " | {{ business.name }}"),
            Passage.None,
            [.. sections],
            model.InMenu || model.IsHome
        );
    }

    private static SectionContent Emptied(SectionContent content, Passage name) =>
        content switch
        {
            OpeningContent or TitleContent => new TitleContent { Heading = name },
            // Only one form and one place of the address stand on a site's own pages; a second one would be found twice.
            ContactContent => new CallbackContent { Heading = new("{{ business.name }}") },
            _ when SectionKinds.Of(content).Fact is not null and not "photos"
                    || content is VisitContent or ActionContent or RatingContent or TrustContent or MembershipsContent or PricesContent =>
                content,
            _ => SectionKinds.Of(content).Blank(),
        };

    /// <summary>Gives a page that is not in the site yet an id and a file of its own, its sections too.</summary>
    internal static Page Settled(SiteDocument site, Page page, string wanted)
    {
        bool Free(string id) => site.FindPage(id) is null && site.Pages.All(p => p.File != page.File) && !site.Removed.Contains(id);
        if (page.Id != "new" && Free(page.Id))
            return page;
        var slug = Slug.Of(wanted) is { Length: > 0 } s ? s : "page";
        var id = slug;
        for (
            var n = 2;
            site.FindPage(id) is not null
                || site.Pages.Any(p => p.File == id + ".html")
                || id is "404" or "index"
                || site.Removed.Contains(id);
            n++
        )
            id = $"{slug}-{n}";
        var seen = new HashSet<string>(StringComparer.Ordinal);
        string Own(string sectionId)
        {
            var tail = sectionId[(sectionId.IndexOf('.') + 1)..];
            var own = $"{id}.{tail}";
            for (var n = 2; !seen.Add(own); n++)
                own = $"{id}.{tail}-{n}";
            return own;
        }
        return page with { Id = id, File = $"{id}.html", Sections = [.. page.Sections.Select(x => x with { Id = Own(x.Id) })] };
    }
}
