using System.Collections.Immutable;
using Plurimax.Facts;
using Plurimax.Making.Composing;
using Plurimax.Making.Pages;
using Plurimax.Making.Plans;
using Plurimax.Publishing.Rendering;
using Plurimax.Publishing.Sections;
using Plurimax.Sites;
using Plurimax.Trades;

namespace Plurimax.Publishing.Bench;

/// <summary>A section that can be added to a page.</summary>
/// <param name="Made">What would come in: the trade's own words where it has some, else a text to write over.</param>
/// <param name="Why">Why the page lacks it; null where nothing speaks for it.</param>
/// <param name="Waits">What is to be there before it shows anything, with its verb: "photos are"; null where it stands.</param>
/// <param name="Here">The page has one already.</param>
public sealed record LibrarySection(SectionKind Kind, Section Made, string? Why, string? Waits, bool Here);

/// <summary>The sections that a page can gain, drawn in the site's own look: what the page lacks comes first.</summary>
public static class SectionLibrary
{
    /// <summary>
    /// Id of the page on which the library, or the layouts of a section, are laid out to be looked at. It is never stored.
    /// </summary>
    public const string Leaf = "library";
    public const string File = Leaf + ".html";

    /// <summary>Slots of a template that make a section of words the trade has.</summary>
    private static readonly ImmutableArray<string> Slots =
    [
        .. (
            "proof*3 services.short steps prices urgent about questions*4 closing visit area testimonials rating team memberships "
            + "gallery menu rooms timetable callback newsletter social contact"
        ).Split(' '),
    ];

    /// <summary>What every page of a site should do for its visitor, in the order in which it is missed.</summary>
    private static readonly (SectionRole Role, string Why)[] Duties =
    [
        (SectionRole.Act, "nothing on this page asks for anything"),
        (SectionRole.Prove, "nothing on this page can be checked"),
        (SectionRole.Explain, "nothing on this page explains"),
    ];

    /// <summary>Kinds of which a site has one; a second one would be found twice.</summary>
    private static readonly ImmutableHashSet<string> Once = ["contact", "legal"];

    /// <param name="page">The page that gains one.</param>
    public static ImmutableArray<LibrarySection> For(SiteDocument site, Page page, TradeTemplate trade, FactSheet facts)
    {
        var waiting = new Waiting(site, facts);
        var shown = page.Sections.Where(s => !s.Hidden).ToList();
        var here = shown.Select(s => s.Content.Kind).ToHashSet();
        var anywhere = site
            .Pages.Where(p => !p.Hidden && p.Language == page.Language)
            .SelectMany(p => p.Sections)
            .Where(s => !s.Hidden)
            .Select(s => s.Content.Kind)
            .ToHashSet();
        var roles = shown.Select(s => SectionKinds.Of(s.Content).Role).ToHashSet();
        var usual = PageKinds.Of(page.Bare).Slots.Select(s => PageWish.KindOf(s.Split('*')[0])?.Name).OfType<string>().ToHashSet();
        var made = Make(site, trade, facts);
        var begun = here.Contains("opening") || here.Contains("title");
        return
        [
            .. SectionKinds
                .All.Values.Where(k => !(begun && k.Name is "opening" or "title") && !(Once.Contains(k.Name) && anywhere.Contains(k.Name)))
                .Select(k => (k, Section: made.GetValueOrDefault(k.Name) ?? new Section($"{Leaf}.{k.Name}", k.Blank())))
                .Select(x => (Entry: new LibrarySection(x.k, x.Section, Lack(x.k), Waits(x.k, x.Section), here.Contains(x.k.Name)), x.k))
                .OrderBy(x => x.Entry.Here)
                .ThenBy(x => x.Entry.Why is null)
                .ThenBy(x => x.Entry.Waits is not null)
                .ThenBy(x => x.k.Role)
                .ThenBy(x => x.k.Label, StringComparer.Ordinal)
                .Select(x => x.Entry),
        ];

        string? Waits(SectionKind k, Section section) =>
            waiting.For(k) is { } fact ? Named(fact)
            : Wants.TryGetValue(k.Name, out var wanted)
            && SiteRenderer.Section(Shown(site, [section], page), section.Id, trade, facts, RenderSettings.Plain) is null
                ? wanted
            : null;

        string? Lack(SectionKind k)
        {
            if (here.Contains(k.Name))
                return null;
            if (k.Fact is { } fact && waiting.For(k) is null && !anywhere.Contains(k.Name))
                return $"{Named(fact)} there and {(fact.EndsWith('s') ? "stand" : "stands")} nowhere";
            if (usual.Contains(k.Name))
                return "pages like this usually have it";
            return Duties.FirstOrDefault(d => d.Role == k.Role && !roles.Contains(d.Role)).Why;
        }
    }

    /// <summary>What kinds without a fact of their own wait for.</summary>
    private static readonly ImmutableDictionary<string, string> Wants = new Dictionary<string, string>
    {
        ["trust"] = "facts to show are",
        ["visit"] = "hours or an address are",
        ["memberships"] = "registers or brands are",
        ["video"] = "the address of a film is",
        ["downloads"] = "files are",
        ["code"] = "code is",
        ["news"] = "a page of news is",
    }.ToImmutableDictionary();

    /// <summary>A fact in words, with its verb: "rating is", "photos are".</summary>
    private static string Named(string fact) =>
        $"{(fact == "photos" ? fact : FactChip.NameOf(fact))} {(fact.EndsWith('s') ? "are" : "is")}";

    /// <summary>The kinds for which the trade has words of its own, in wordings that the site does not use yet.</summary>
    private static Dictionary<string, Section> Make(SiteDocument site, TradeTemplate trade, FactSheet facts)
    {
        var page = Composer.PageFor(trade, facts, site, new PlannedPage(Leaf, Slots, "library"));
        var made = new Dictionary<string, Section>(StringComparer.Ordinal);
        foreach (var s in page.Sections)
            if (!IsBare(s.Content))
                made.TryAdd(s.Content.Kind, s with { Id = $"{Leaf}.{s.Content.Kind}", Take = 1 });
        return made;
    }

    /// <summary>Nothing but a heading, in a kind that stands on its words.</summary>
    private static bool IsBare(SectionContent content) =>
        content.Items.IsEmpty
        && content.Text.IsEmpty
        && SectionKinds.Of(content).Fact is null
        && content is not (VisitContent or PricesContent or CallbackContent or NewsletterContent or ActionContent or MembershipsContent);

    /// <summary>The site with a page on which all of them stand, to be looked at.</summary>
    public static SiteDocument Shown(SiteDocument site, IEnumerable<Section> sections, Page like) =>
        site with
        {
            Pages = site.Pages.Add(new Page(Leaf, File, "", like.Menu, like.Title, Passage.None, [.. sections], InMenu: false)),
        };

    /// <summary>The site with a page on which one section stands in each of its layouts; "v-cards" is the last part of the id.</summary>
    public static SiteDocument Layouts(SiteDocument site, Page page, Section section) =>
        Shown(
            site,
            SectionKinds.Of(section.Content).Variants.Select(v => section with { Id = LayoutId(section, v), Variant = v, Hidden = false }),
            page
        );

    public static string LayoutId(Section section, string variant) => $"{section.Id}--{variant}";
}
