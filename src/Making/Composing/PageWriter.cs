using System.Collections.Immutable;
using Plurimax.Facts;
using Plurimax.Making.Plans;
using Plurimax.Sites;
using Plurimax.Text;
using Plurimax.Trades;

namespace Plurimax.Making.Composing;

/// <summary>
/// Puts a planned page together from what the picker has chosen. Headings that the template does not bring are fixed words of the language.
/// </summary>
internal sealed class PageWriter(
    TradeTemplate trade,
    Picker picker,
    ImmutableArray<(string Id, Passage Name)> services,
    SiteWords words,
    ImmutableArray<SiteFile> photos
)
{
    /// <summary>Slots that are part of another section.</summary>
    private static readonly ImmutableHashSet<string> Parts = ["lede", "hours_line", "directions", "tell", "after", "meanwhile"];

    public Page Write(PlannedPage plan)
    {
        var id = plan.Id;
        var kind = PageKinds.Of(id);
        var sections = new List<Section>();
        void Add(string name, SectionContent? content)
        {
            if (content is not null)
                sections.Add(new Section($"{id}.{name}", content, Take: picker.Take));
        }
        if (id != "home" && !plan.Slots.Any(s => s is "title" or "services_intro" or "questions_intro" or "about" or "contact"))
            Add("title", new TitleContent { Heading = MenuLabel(id) });
        foreach (var slot in plan.Slots)
        {
            var (name, content) = Section(plan, slot);
            Add(name, content);
        }
        if (id is "services" or "about" or "questions" && !plan.Slots.Contains("closing"))
            Add("closing", new ActionContent { Heading = picker.Again(id, "closing", heading: true) });
        var home = id == "home";
        return new Page(
            id,
            home ? "index.html" : $"{Slug(id)}.html",
            kind.Purpose,
            MenuLabel(id),
            home ? picker.Again(id, "title", false) : Title(id),
            home ? picker.Again(id, "description", false) : Passage.None,
            [.. sections],
            InMenu: kind.InMenu
        );
    }

    private (string Name, SectionContent? Content) Section(PlannedPage plan, string slot)
    {
        var (id, slots) = (plan.Id, plan.Slots);
        var name = slot.Split('*')[0];
        return name switch
        {
            _ when Parts.Contains(name) => (name, null),
            "headline" => ("opening", new OpeningContent { Heading = picker.Body(id, "headline"), Text = picker.Body(id, "lede") }),
            "title" => (name, new TitleContent { Heading = Heading(id) }),
            "proof" => ("trust", new TrustContent { Items = picker.PoolItems(id, slot) }),
            // With no service known there is nothing to list.
            "services.short" or "services.text" when services.IsEmpty => ("services", null),
            "services.short" => (
                "services",
                new ServicesContent(false) { Heading = picker.Body(id, "services_heading"), Items = ServiceItems(id, "services.short") }
            ),
            "services_intro" or "questions_intro" => (
                "title",
                new TitleContent
                {
                    Heading = Titled(id, name, MenuLabel(id)),
                    Text = picker.Heading(id, name).IsEmpty ? Passage.None : picker.Body(id, name),
                }
            ),
            "services.text" => (
                "services",
                new ServicesContent(true) { Heading = MenuLabel("each"), Items = ServiceItems(id, "services.text") }
            ),
            "service" => (name, Service(plan)),
            "steps" => (
                name,
                new StepsContent
                {
                    Heading = Titled(id, name, Fixed(name)),
                    Text = picker.Body(id, name),
                    Items = picker.Steps(id, name),
                }
            ),
            "prices" => (name, new PricesContent { Heading = Titled(id, name, Fixed(name)), Text = picker.Body(id, name) }),
            "urgent" => (
                name,
                new UrgentContent
                {
                    Heading = Titled(id, name, Fixed(name)),
                    Text = picker.Body(id, name),
                    Items = picker.Steps(id, name),
                }
            ),
            "about" => (name, new AboutContent { Heading = Titled(id, name, Fixed(name)), Text = picker.Body(id, name) }),
            "views" => (name, new TextContent("views") { Items = picker.PoolItems(id, slot) }),
            "notes" => (
                name,
                new TextContent("notes")
                {
                    Heading = trade.Passage("notes_heading") is { } n ? new Passage(n[0].Text, "notes_heading.0") : Fixed(name),
                    Items = picker.PoolItems(id, slot),
                }
            ),
            "questions" => (
                name,
                new QuestionsContent
                {
                    Heading = id == "questions" ? Passage.None : picker.Body(id, "questions_intro"),
                    Items = picker.PoolItems(id, slot),
                }
            ),
            "intro" => (name, new TextContent("intro") { Heading = picker.Heading(id, "intro"), Text = picker.Body(id, "intro") }),
            "contact" => (
                name,
                new ContactContent
                {
                    Heading = Titled(id, name, MenuLabel(id == "home" ? "contact" : id)),
                    Text = picker.Body(id, name),
                    Items = slots.FirstOrDefault(s => s.StartsWith("tell*", StringComparison.Ordinal)) is { } tell
                        ? picker.PoolItems(id, tell)
                        : [],
                    AfterHeading = picker.Heading(id, "after"),
                    AfterText = picker.Body(id, "after"),
                }
            ),
            "closing" => (name, new ActionContent { Heading = Titled(id, name, new("{{ business.name }}")), Text = picker.Body(id, name) }),
            "ask" => ("closing", new ActionContent { Heading = picker.Again(id, "closing", heading: true) }),
            "visit" => (name, new VisitContent { Heading = Fixed(name) }),
            "area" => (name, new AreaContent { Heading = Fixed(name) }),
            "testimonials" => (name, new TestimonialsContent { Heading = Fixed(name) }),
            "rating" => (name, new RatingContent()),
            "team" => (name, new TeamContent { Heading = Fixed(name) }),
            "memberships" => (name, new MembershipsContent { Heading = Fixed(name) }),
            "gallery" => (
                name,
                new GalleryContent
                {
                    Heading = Fixed(name),
                    Items = [.. photos.Select(p => new SectionItem(p.Id, new Passage(ManuscriptReader.Escape(p.Alt)), Passage.None))],
                }
            ),
            "menu" => (name, new MenuContent { Heading = Fixed("dishes") }),
            "rooms" => (name, new RoomsContent { Heading = Fixed(name) }),
            "timetable" => (name, new TimetableContent { Heading = Fixed(name) }),
            "callback" => (name, new CallbackContent { Heading = Fixed(name) }),
            "newsletter" => (name, new NewsletterContent { Heading = Fixed(name) }),
            "news" => (name, new NewsContent(id != "news") { Heading = Fixed(name) }),
            "social" => (name, new SocialContent { Heading = Fixed(name) }),
            "privacy" or "terms" or "imprint" or "accessibility" or "thanks" => (
                name,
                new LegalContent { Heading = Fixed(name), Text = new($"{{{{ settings.{name} }}}}", $"settings.{name}") }
            ),
            "points" => (name, Known(Told("points", "{{ selling_points | list | sentence }}."))),
            // A wording of the trade may tell it already.
            "story" when picker.States("owner.story") => (name, null),
            "story" => (name, Known(Told("story", "{{ owner.story }}"), unless: "selling_points")),
            "history" => (name, Told("history", "{{ history }}")),
            "promise" => (name, Told("promise", "{{ guarantee | sentence }}")),
            "reach" => (name, Told("reach", "{{ area.radius | sentence }}")),
            "text" => (name, new TextContent("own") { Text = new("Write here.", Kept: true) }),
            _ when trade.Passage(name) is not null => (
                name,
                new TextContent(name) { Heading = picker.Heading(id, name), Text = picker.Body(id, name) }
            ),
            _ => (name, SectionKinds.Named(name)?.Blank()),
        };
    }

    /// <summary>A service in full on a page of its own, in another wording than on the page of all.</summary>
    private ServiceContent? Service(PlannedPage plan)
    {
        if (plan.Service is not { } id || services.FirstOrDefault(s => s.Id == id) is not { Name: { } name })
            return null;
        var text = picker.ServiceText(plan.Id, "services.text", id);
        return new ServiceContent(id) { Heading = name, Text = text.IsEmpty ? new("Write here.", Kept: true) : text };
    }

    private ImmutableArray<SectionItem> ServiceItems(string page, string slot) =>
        [.. services.Select(s => new SectionItem(s.Id, s.Name, picker.ServiceText(page, slot, s.Id)))];

    /// <summary>What the client says of the business, under a heading of the language; the fact shows where it is confirmed.</summary>
    private TextContent Told(string name, string text) => new("told") { Heading = Fixed(name), Text = new(text, $"fact.{name}") };

    /// <summary>What a business says it is known for heads what speaks for it, where the opening does not say it already.</summary>
    /// <param name="unless">The fact of an earlier section that has this heading.</param>
    private TextContent Known(TextContent told, string? unless = null) =>
        !trade.Open && picker.Says("known_for") && (unless is null || !picker.Says(unless))
            ? told with
            {
                Heading = new("{{ known_for }}", "fact.known_for"),
            }
            : told;

    private Passage Titled(string page, string slot, Passage otherwise) =>
        picker.Heading(page, slot) is { IsEmpty: false } h ? h : otherwise;

    /// <summary>A heading in the words of the language; where there are several, the site keeps to one.</summary>
    private Passage Fixed(string name) => new(words.Get($"headings.{name}", picker.Seed));

    /// <summary>The main heading of a page that has no opening of its own.</summary>
    private Passage Heading(string id) =>
        PageKinds.Of(id).Id switch
        {
            "privacy" => Fixed("privacy_terms"),
            _ => MenuLabel(id),
        };

    private Passage Title(string id)
    {
        var kind = PageKinds.Of(id).Id;
        var key = words.Has($"titles.{kind}") ? kind : "page";
        // A service may be shown under what customers say, "It jumps when you pedal"; those who search use its plain name.
        var x =
            key == "service"
                ? trade.Services.TryGetValue(id["service-".Length..], out var known)
                    ? known.Names[0]
                    : MenuLabel(id).Text
                : id == "privacy"
                    ? words.Get("headings.privacy_terms")
                    : MenuLabel(id).Text;
        return new(
            words.Get($"titles.{key}", "", ("trade", trade.Names.Title), ("trade_lower", trade.Names.Title.ToLowerInvariant()), ("x", x))
        );
    }

    private Passage MenuLabel(string id) =>
        new(
            id switch
            {
                _ when trade.Words.TryGetValue("menu." + id, out var own) => own,
                "services" => trade.Words.GetValueOrDefault("menu", words.Get("headings.services_menu")),
                "each" => trade.Words.TryGetValue("works", out var w)
                && words.Language == "en"
                && Chance.Hash(picker.Seed + "each") % 3 == 0
                    ? $"{char.ToUpperInvariant(w[0])}{w[1..]}, one by one"
                    : words.Get("headings.each", picker.Seed),
                "about" => words.Get("headings.about_menu"),
                "menu" => words.Get("headings.dishes_menu"),
                _ when id.StartsWith("service-", StringComparison.Ordinal) => services
                    .FirstOrDefault(s => "service-" + s.Id == id)
                    .Name?.Text
                    ?? words.Get("headings.services"),
                _ when words.Has("headings." + id) => words.Get("headings." + id).Split(" | ")[0],
                _ => char.ToUpperInvariant(id[0]) + id[1..],
            }
        );

    /// <summary>The page's name in its address, in the language of the site.</summary>
    private string Slug(string id) =>
        id.StartsWith("service-", StringComparison.Ordinal)
            ? Plurimax.Text.Slug.Of(services.FirstOrDefault(s => "service-" + s.Id == id).Name?.Text ?? id) is { Length: > 0 } slug
            && !words.Has("slugs." + slug)
                ? slug
                : id
            : words.Has("slugs." + id)
                ? words.Get("slugs." + id)
                : id;
}
