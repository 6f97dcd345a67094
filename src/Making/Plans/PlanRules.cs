using System.Collections.Immutable;
using Plurimax.Facts;
using Plurimax.Sites;

namespace Plurimax.Making.Plans;

/// <param name="Rule">A stable name, "services-page".</param>
/// <param name="Page">The page it is about; null for the whole plan.</param>
public sealed record PlanRemark(string Rule, string? Page, string Message, string Mend);

/// <summary>
/// What a site's set of pages should hold, by the practice of the trade: said while it is planned, and once more before it goes live.
/// </summary>
public static class PlanRules
{
    /// <summary>More entries than this are not read in one glance.</summary>
    public const int MostInMenu = 7;

    /// <summary>Each language of a site is a set of pages of its own.</summary>
    public static ImmutableArray<PlanRemark> Check(SiteDocument site, FactSheet facts) =>
        [.. site.Languages.SelectMany(l => Check(site.In(l), facts, l == site.Language ? "" : l.Split('-')[0] + "/"))];

    /// <param name="before">Stands before the ids of the language's pages in the whole site.</param>
    private static ImmutableArray<PlanRemark> Check(SiteDocument site, FactSheet facts, string before)
    {
        var found = ImmutableArray.CreateBuilder<PlanRemark>();
        var waiting = new Waiting(site, facts);
        void Say(string rule, string? page, string message, string mend) =>
            found.Add(new PlanRemark(rule, page is null ? null : before + page, message, mend));
        var pages = site.Pages.Where(p => !p.Hidden).ToList();
        IEnumerable<Section> Shown(Page p) => p.Sections.Where(s => !s.Hidden);
        var all = pages.SelectMany(Shown).ToList();
        var home = pages[0];

        if (!all.Any(s => s.Content is ServicesContent))
            Say(
                "services-page",
                null,
                "Nothing says what is done. A service trade without its services is a fault.",
                "Add the section or the page of the services."
            );
        if (!all.Any(s => s.Content is AboutContent))
            Say("about-page", null, "Nothing says who answers.", "Add the section About, with the owner's story.");
        else if (facts.Public<TextValue>("owner.story") is null && facts.Public<TextValue>("owner.name") is null)
            Say(
                "owner-story",
                null,
                "About stands without the owner: neither name nor story is known.",
                "Ask who runs it and how they came to the work."
            );
        if (
            !all.Any(s => s.Content is ContactContent)
            && facts.Public<PhoneValue>("phone") is null
            && facts.Public<TextValue>("email") is null
        )
            Say("contact-way", null, "There is no form, no number and no address to write to.", "Add the enquiry form, or enter a number.");
        if (pages.All(p => p.Id != "privacy"))
            Say("privacy-page", null, "Privacy and terms belong to the set.", "Show the page again.");

        if (Shown(home).FirstOrDefault()?.Content is not (OpeningContent or BannerContent or AnnouncementContent))
            Say("home-opens", home.Id, "The home page does not begin with the promise.", "Move the opening to the top.");
        if (!Ends(home))
            Say("home-ends", home.Id, "The home page does not end with an action.", "Move the action band or the form to the end.");
        foreach (
            var page in pages.Where(p => p.Id == "services" || p.Id.StartsWith("service-", StringComparison.Ordinal)).Where(p => !Ends(p))
        )
            Say("service-ends", page.Id, "A page about services ends with an action.", "Add an action band.");

        foreach (var page in pages)
        foreach (var section in Shown(page))
        {
            var kind = SectionKinds.Of(section.Content);
            // Those that come with every plan wait in silence; a page of its own, or a section that somebody put there, is owed.
            if (
                waiting.For(section) is { } fact
                && (
                    fact == "photos"
                    || section.Id.EndsWith("-2", StringComparison.Ordinal)
                    || PageKinds.Of(page.Id).Fact == kind.Fact && kind.Fact is not null
                )
            )
                Say(
                    "waits",
                    page.Id,
                    $"{kind.Label} shows nothing yet: no {fact} known.",
                    fact == "photos" ? "Ask for photos, or take it out." : $"Enter {fact}, or take it out."
                );
            if (section.Content is VideoContent { Link: { } link } && !LinkTarget.Allowed(link.Text))
                Say("film-link", page.Id, "The film has no address, so it is left out.", "Enter the address of the film, or take it out.");
        }
        var menu = pages.Count(p => p.InMenu);
        if (menu > MostInMenu)
            Say(
                "menu-long",
                null,
                $"{menu} entries in the menu; up to {MostInMenu} are read in one glance.",
                "Take some out of the menu; links lead to them all the same."
            );
        foreach (
            var twice in pages.Where(p => p.InMenu).GroupBy(p => p.Menu.Text, StringComparer.OrdinalIgnoreCase).Where(g => g.Count() > 1)
        )
            Say(
                "menu-twice",
                twice.Last().Id,
                $"“{twice.Key}” stands in the menu {twice.Count()} times.",
                "Give one of them another name."
            );
        return found.ToImmutable();

        bool Ends(Page page) =>
            Shown(page).LastOrDefault(s => s.Content is not (VisitContent or AreaContent or SocialContent))?.Content
                is ActionContent
                    or ContactContent
                    or CallbackContent;
    }
}
