using Plurimax.Facts;
using Plurimax.Text;

namespace Plurimax.Sites;

/// <summary>
/// Adds a page that was made: out of a wish, after another page, out of an HTML file. Holds it, so that replaying the log never makes it
/// anew.
/// </summary>
/// <param name="Name">What it is called in the menu.</param>
/// <param name="Made">The page; its ids are settled when it comes in. Null adds a page with a title and a text to write.</param>
public sealed record AddPage(string Name, Page? Made = null) : Edit
{
    public override string Say(SiteDocument site) => $"Added page {Name}";

    public override Result<SiteDocument> Apply(SiteDocument site)
    {
        var name = FactReader.Clean(Name);
        if (name.Length is 0 or > 60)
            return Fail("A page needs a name of 1 to 60 characters.");
        var label = new Passage(ManuscriptReader.Escape(name), Kept: true);
        var page = Made
            ?? new Page(
                "new",
                "new.html",
                "tell more",
                label,
                new Passage(label.Text + " | {{ business.name }}"),
                Passage.None,
                [
                    new Section("new.title", new TitleContent { Heading = label }),
                    new Section("new.text", new TextContent("own") { Text = new("Write here.", Kept: true) }),
                ]
            );
        page = PageLayout.Settled(site, page, name);
        if (Made is null || page.Menu.Kept || page.Menu.IsEmpty || PageKinds.Find(page.Id) is null)
            page = page with { Menu = label };
        var at =
            site.Pages.ToList().FindIndex(p => p.Id == "contact") is >= 0 and var c ? c
            : site.Pages.ToList().FindIndex(p => p.Id == "privacy") is >= 0 and var q ? q
            : site.Pages.Length;
        return site with { Pages = site.Pages.Insert(at, page) };
    }
}

public sealed record RemovePage(string Page) : Edit
{
    public override string Say(SiteDocument site) => $"Removed page {site.FindPage(Page)?.Menu.Text}";

    public override Result<SiteDocument> Apply(SiteDocument site) =>
        site.FindPage(Page) is not { } page ? Gone("page")
        : page.IsHome ? Fail("The home page cannot be removed; a site begins there.")
        : site with { Pages = site.Pages.Remove(page), Removed = site.Removed.Add(Page) };
}

/// <summary>A page once more, with ids of its own; what was written in it stays.</summary>
public sealed record DuplicatePage(string Page) : Edit
{
    public override string Say(SiteDocument site) => $"Duplicated page {site.FindPage(Page)?.Menu.Text}";

    public override Result<SiteDocument> Apply(SiteDocument site)
    {
        if (site.FindPage(Page) is not { } page)
            return Gone("page");
        if (page.Language is not null)
            return Fail("Pages of another language come with the language. Duplicate the page of the site's own language.");
        var name = new Passage($"{page.Menu.Text} 2", Kept: true);
        var copy = PageLayout.Settled(site, page with { Id = "new", Menu = name, InMenu = true, Hidden = false }, name.Text);
        return site with { Pages = site.Pages.Insert(site.Pages.IndexOf(page) + 1, copy) };
    }
}

/// <summary>Another page at which the site begins. The one before stays as a page of its own; links in texts follow both.</summary>
public sealed record SetHome(string Page) : Edit
{
    private const string First = "index.html";

    public override string Say(SiteDocument site) => $"The site begins with {site.FindPage(Page)?.Menu.Text}";

    public override Result<SiteDocument> Apply(SiteDocument site)
    {
        if (site.FindPage(Page) is not { } page)
            return Gone("page");
        if (page.Language is not null)
            return Fail("The first page is chosen for the site's own language; the others follow it.");
        if (page.IsHome)
            return Fail("The site begins there already.");
        if (page.Hidden)
            return Fail("A hidden page cannot be the first one. Show it first.");
        if (page.Sections.Any(s => s.Content is LegalContent))
            return Fail("A page of legal texts cannot be the first one.");
        var home = site.Pages.First(p => p.File == First);
        var later = home.Id == "home" && site.Pages.All(p => p.File != "home.html") ? "home.html" : $"{home.Id}.html";
        if (site.Pages.Any(p => p.File == later))
            later = $"before-{later}";
        var others = site.Pages.Remove(page).Remove(home);
        Page[] pages = [page with { File = First }, home with { File = later, InMenu = true }, .. others];
        return Links.Follow(site with { Pages = [.. pages] }, new Dictionary<string, string> { [First] = later, [page.File] = First });
    }
}

public sealed record MovePage(string Page, int Index) : Edit
{
    public override string Say(SiteDocument site) => $"Moved page {site.FindPage(Page)?.Menu.Text}";

    public override Result<SiteDocument> Apply(SiteDocument site)
    {
        if (site.FindPage(Page) is not { } page)
            return Gone("page");
        if (page.IsHome)
            return Fail("The home page stays first.");
        var without = site.Pages.Remove(page);
        return site with { Pages = without.Insert(Math.Clamp(Index, 1, without.Length), page) };
    }
}

public sealed record RenamePage(string Page, string Name) : Edit
{
    public override string Say(SiteDocument site) => $"Renamed page {site.FindPage(Page)?.Menu.Text} to {Name}";

    public override Result<SiteDocument> Apply(SiteDocument site)
    {
        var name = FactReader.Clean(Name);
        if (name.Length is 0 or > 60)
            return Fail("A page needs a name of 1 to 60 characters.");
        return site.FindPage(Page) is null
            ? Gone("page")
            : site.WithPage(Page, p => p with { Menu = new Passage(ManuscriptReader.Escape(name), Kept: true) });
    }
}

public sealed record HidePage(string Page, bool Hidden) : Edit
{
    public override string Say(SiteDocument site) => $"{(Hidden ? "Hid" : "Showed")} page {site.FindPage(Page)?.Menu.Text}";

    public override Result<SiteDocument> Apply(SiteDocument site) =>
        site.FindPage(Page) is not { } page ? Gone("page")
        : page.IsHome ? Fail("The home page cannot be hidden.")
        : site.WithPage(Page, p => p with { Hidden = Hidden });
}
