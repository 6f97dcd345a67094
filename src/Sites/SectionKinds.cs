using System.Collections.Immutable;

namespace Plurimax.Sites;

/// <summary>What a section is for on the page; the library of sections is grouped by it.</summary>
public enum SectionRole
{
    Open,
    Explain,
    Prove,
    Show,
    Act,
    FindUs,
}

/// <param name="Name">The discriminator in stored documents.</param>
/// <param name="Label">What makers call it.</param>
/// <param name="Purpose">What it does for the visitor.</param>
/// <param name="Fact">Without this fact it shows nothing; null where it stands on its own words.</param>
/// <param name="Variants">Ways of laying it out, as class names of the style sheets.</param>
/// <param name="Glyph">Its wireframe: SVG path data within 48 by 32 units, drawn as lines.</param>
public sealed record SectionKind(
    string Name,
    string Label,
    string Purpose,
    SectionRole Role,
    string? Fact,
    ImmutableArray<string> Variants,
    string Glyph,
    Func<SectionContent> Blank
);

public static class SectionKinds
{
    private static Passage P(string text) => new(text, Kept: true);

    private static readonly SectionItem Entry = new("1", P("First"), P("Write here."));

    public static readonly ImmutableDictionary<Type, SectionKind> All = new Dictionary<Type, SectionKind>
    {
        [typeof(OpeningContent)] = K(
            "opening",
            "Opening",
            "promise and main action",
            SectionRole.Open,
            null,
            "ticket full frieze arch tall card stage window block lower medal ruled",
            "M4 8H22M4 13H18M4 20H14V25H4ZM27 4H44V28H27ZM27 22L34 14L44 24",
            () => new OpeningContent { Heading = P("{{ business.name }}, {{ place.town }}") }
        ),
        [typeof(TitleContent)] = K(
            "title",
            "Page title",
            "say where one is",
            SectionRole.Open,
            null,
            "rule band",
            "M4 12H32M4 18H22M4 26H44",
            () => new TitleContent { Heading = P("{{ business.name }}") }
        ),
        [typeof(BannerContent)] = K(
            "banner",
            "Banner",
            "one line above everything",
            SectionRole.Open,
            null,
            "strip card",
            "M2 10H46V20H2ZM8 15H30M36 15H41",
            () => new BannerContent { Text = P("Write here.") }
        ),
        [typeof(AnnouncementContent)] = K(
            "announcement",
            "Announcement",
            "news with an end date",
            SectionRole.Open,
            null,
            "notice board",
            "M6 5H42V27H6ZM10 11H26M10 16H36M10 21H30",
            () => new AnnouncementContent { Heading = P("A heading"), Text = P("Write here.") }
        ),
        [typeof(TrustContent)] = K(
            "trust",
            "Proof line",
            "facts that can be checked",
            SectionRole.Prove,
            null,
            "cells inline sentence badges strip line",
            "M3 12H13V20H3ZM18 12H28V20H18ZM33 12H43V20H33Z",
            () => new TrustContent()
        ),
        [typeof(TextContent)] = K(
            "text",
            "Paragraphs",
            "explain one thing",
            SectionRole.Explain,
            null,
            "plain columns centred",
            "M4 6H22M4 13H44M4 18H44M4 23H36",
            () => new TextContent("own") { Heading = P("A heading"), Text = P("Write here.") }
        ),
        [typeof(PictureContent)] = K(
            "picture",
            "Text with picture",
            "explain one thing and show it",
            SectionRole.Explain,
            null,
            "left right bleed",
            "M4 6H20V26H4ZM4 22L11 14L20 22M26 8H44M26 14H44M26 20H38",
            () => new PictureContent { Heading = P("A heading"), Text = P("Write here.") }
        ),
        [typeof(ServicesContent)] = K(
            "services",
            "Services",
            "what is done",
            SectionRole.Explain,
            null,
            "cards ledger bento index columns alternate",
            "M3 6H14V26H3ZM19 6H29V26H19ZM34 6H45V26H34Z",
            () => new ServicesContent(false) { Heading = P("What we do") }
        ),
        [typeof(ServiceContent)] = K(
            "service",
            "Service in full",
            "one service, its price and what belongs to it",
            SectionRole.Explain,
            null,
            "side stack",
            "M4 6H26M4 12H28M4 17H28M4 22H22M33 6H44V24H33ZM36 12H41M36 17H41",
            () => new ServiceContent("own") { Heading = P("A heading"), Text = P("Write here.") }
        ),
        [typeof(StepsContent)] = K(
            "steps",
            "Steps",
            "how it goes",
            SectionRole.Explain,
            null,
            "cells track numerals panel rope",
            "M8 10A3 3 0 1 0 8 16A3 3 0 1 0 8 10M11 13H20M24 10A3 3 0 1 0 24 16A3 3 0 1 0 24 10M27 13H36M40 10A3 3 0 1 0 40 16A3 3 "
                + "0 1 0 40 10M4 22H12M20 22H28M36 22H44",
            () => new StepsContent { Heading = P("How it goes"), Items = [Entry] }
        ),
        [typeof(AboutContent)] = K(
            "about",
            "About",
            "who answers",
            SectionRole.Prove,
            null,
            "split overlap letter host",
            "M5 26V20A6 6 0 0 1 17 20V26ZM11 6A4 4 0 1 0 11 14A4 4 0 1 0 11 6M23 9H44M23 15H44M23 21H38",
            () => new AboutContent { Heading = P("About {{ business.name }}"), Text = P("Write here.") }
        ),
        [typeof(TeamContent)] = K(
            "team",
            "Team",
            "who works here",
            SectionRole.Prove,
            "team",
            "cards row list",
            "M8 8A3 3 0 1 0 8 14A3 3 0 1 0 8 8M24 8A3 3 0 1 0 24 14A3 3 0 1 0 24 8M40 8A3 3 0 1 0 40 14A3 3 0 1 0 40 8M3 20H13M19 "
                + "20H29M35 20H45M4 25H12M20 25H28M36 25H44",
            () => new TeamContent { Heading = P("Who works here") }
        ),
        [typeof(GalleryContent)] = K(
            "gallery",
            "Gallery",
            "show the work",
            SectionRole.Show,
            "photos",
            "masonry mosaic plates contact row",
            "M3 5H20V17H3ZM24 5H45V12H24ZM24 16H45V27H24ZM3 21H20V27H3Z",
            () => new GalleryContent { Heading = P("Pictures") }
        ),
        [typeof(CompareContent)] = K(
            "compare",
            "Before and after",
            "show the difference",
            SectionRole.Show,
            "photos",
            "pair slide",
            "M3 6H22V26H3ZM26 6H45V26H26ZM22 16H26",
            () => new CompareContent { Heading = P("Before and after") }
        ),
        [typeof(VideoContent)] = K(
            "video",
            "Film",
            "show it moving",
            SectionRole.Show,
            null,
            "wide side",
            "M6 5H42V27H6ZM21 11L29 16L21 21Z",
            () => new VideoContent { Heading = P("A heading"), Link = P("") }
        ),
        [typeof(TestimonialsContent)] = K(
            "testimonials",
            "Testimonials",
            "others say it",
            SectionRole.Prove,
            "testimonials",
            "cells lead pull soft pair visitors",
            "M4 8H10V14H4ZM4 14L7 18M14 8H44M14 13H40M4 24H20",
            () => new TestimonialsContent()
        ),
        [typeof(RatingContent)] = K(
            "rating",
            "Rating",
            "a figure, with its source",
            SectionRole.Prove,
            "rating",
            "figure line",
            "M24 4L27 12H35L29 17L31 25L24 20L17 25L19 17L13 12H21Z",
            () => new RatingContent()
        ),
        [typeof(MembershipsContent)] = K(
            "memberships",
            "Registers and brands",
            "who vouches for it",
            SectionRole.Prove,
            null,
            "row cells",
            "M3 12H13V20H3ZM18 12H30V20H18ZM35 12H45V20H35ZM6 16H10M21 16H27M38 16H42",
            () => new MembershipsContent { Heading = P("Registered and certified") }
        ),
        [typeof(QuoteContent)] = K(
            "quote",
            "Quotation",
            "one sentence to stop at",
            SectionRole.Prove,
            null,
            "large side",
            "M4 6H9V11L6 14M12 6H17V11L14 14M4 19H44M4 24H32",
            () => new QuoteContent { Text = P("Write here.") }
        ),
        [typeof(QuestionsContent)] = K(
            "questions",
            "Questions",
            "answer before they ask",
            SectionRole.Explain,
            null,
            "split tiles hair",
            "M4 8H36M41 6V10M39 8H43M4 16H36M41 14V18M39 16H43M4 24H36M41 22V26M39 24H43",
            () => new QuestionsContent { Heading = P("Questions"), Items = [new("1", P("A question?"), P("Write the answer here."))] }
        ),
        [typeof(PricesContent)] = K(
            "prices",
            "Prices",
            "what it costs and why",
            SectionRole.Explain,
            null,
            "table sheetrate",
            "M4 6H22M4 13H28M38 13H44M4 19H26M38 19H44M4 25H30M38 25H44",
            () => new PricesContent { Heading = P("Prices") }
        ),
        [typeof(MenuContent)] = K(
            "menu",
            "Dishes and drinks",
            "what there is to eat",
            SectionRole.Explain,
            "dishes",
            "board groups",
            "M4 5H16M4 11H14M18 11H20M4 16H14M18 16H20M4 21H14M18 21H20M27 5H39M27 11H37M41 11H44M27 16H37M41 16H44M27 21H37M41 21H44",
            () => new MenuContent { Heading = P("What there is") }
        ),
        [typeof(RoomsContent)] = K(
            "rooms",
            "Rooms",
            "where one sleeps",
            SectionRole.Explain,
            "rooms",
            "cards rows",
            "M4 24V10M4 20H44V24M44 20V16H16V20M6 16A3 3 0 1 0 12 16A3 3 0 1 0 6 16",
            () => new RoomsContent { Heading = P("Rooms") }
        ),
        [typeof(TimetableContent)] = K(
            "timetable",
            "Timetable",
            "what is on, day by day",
            SectionRole.Explain,
            "timetable",
            "week list",
            "M4 6H44V27H4ZM4 12H44M14 6V27M24 6V27M34 6V27M16 16H22M36 20H42M6 22H12",
            () => new TimetableContent { Heading = P("The week") }
        ),
        [typeof(UrgentContent)] = K(
            "urgent",
            "Urgent",
            "when not to wait",
            SectionRole.Act,
            null,
            "bar panel",
            "M24 4L44 27H4ZM24 12V19M24 22V24",
            () => new UrgentContent { Heading = P("When it can't wait"), Text = P("Write here.") }
        ),
        [typeof(VisitContent)] = K(
            "visit",
            "Hours and address",
            "when and where",
            SectionRole.FindUs,
            null,
            "sheet tiles almanac mapside",
            "M4 6H18M4 12H20M4 17H20M4 22H20M36 6A7 7 0 0 1 43 13C43 19 36 26 36 26C36 26 29 19 29 13A7 7 0 0 1 36 6",
            () => new VisitContent()
        ),
        [typeof(AreaContent)] = K(
            "area",
            "Area served",
            "do you come to me",
            SectionRole.FindUs,
            "area.towns",
            "ring list",
            "M24 5A11 11 0 1 0 24 27A11 11 0 1 0 24 5M24 15V17M14 12H16M32 20H34M30 9H32",
            () => new AreaContent()
        ),
        [typeof(SocialContent)] = K(
            "social",
            "Social profiles",
            "where else to follow",
            SectionRole.FindUs,
            "social",
            "row cards",
            "M10 12A4 4 0 1 0 10 20A4 4 0 1 0 10 12M24 12A4 4 0 1 0 24 20A4 4 0 1 0 24 12M38 12A4 4 0 1 0 38 20A4 4 0 1 0 38 12",
            () => new SocialContent { Heading = P("Elsewhere") }
        ),
        [typeof(ActionContent)] = K(
            "action",
            "Action band",
            "ask for the main action",
            SectionRole.Act,
            null,
            "slab glow quiet wave hazard",
            "M2 7H46V25H2ZM10 13H38M18 18H30V22H18Z",
            () => new ActionContent { Heading = P("Shall we begin?"), Text = P("Write here.") }
        ),
        [typeof(ContactContent)] = K(
            "contact",
            "Enquiry form",
            "take the message",
            SectionRole.Act,
            null,
            "sheet card inverse",
            "M4 6H22M27 6H44V10H27ZM27 13H44V21H27ZM27 24H36V28H27ZM4 12H20M4 17H18",
            () => new ContactContent { Heading = P("Write to us") }
        ),
        [typeof(CallbackContent)] = K(
            "callback",
            "Callback form",
            "ask to be rung",
            SectionRole.Act,
            null,
            "band card",
            "M4 8H18M4 14H22M26 7H44V12H26ZM26 15H44V20H26ZM26 23H36V27H26Z",
            () => new CallbackContent { Heading = P("Shall we ring you?") }
        ),
        [typeof(NewsletterContent)] = K(
            "newsletter",
            "Newsletter",
            "stay in touch",
            SectionRole.Act,
            null,
            "band card",
            "M4 8H24M4 14H28V20H4ZM32 14H44V20H32ZM4 25H22",
            () => new NewsletterContent { Heading = P("News by email"), Text = P("Write here.") }
        ),
        [typeof(NewsContent)] = K(
            "news",
            "News",
            "what is new",
            SectionRole.Show,
            null,
            "list cards",
            "M4 6H12M16 6H40M4 14H12M16 14H44M4 22H12M16 22H36",
            () => new NewsContent(false) { Heading = P("News"), Items = [new("1", P("First"), P("Write here."))] }
        ),
        [typeof(DownloadsContent)] = K(
            "downloads",
            "Downloads",
            "files to take away",
            SectionRole.Act,
            null,
            "list cards",
            "M12 4V18M7 13L12 18L17 13M4 23H20M26 8H44M26 14H44M26 20H38",
            () => new DownloadsContent { Heading = P("To take away") }
        ),
        [typeof(LegalContent)] = K(
            "legal",
            "Legal text",
            "privacy and terms",
            SectionRole.Explain,
            null,
            "plain narrow",
            "M10 4H38V28H10ZM15 10H33M15 15H33M15 20H27",
            () => new LegalContent { Heading = P("Terms"), Text = P("Write here.") }
        ),
        [typeof(CodeContent)] = K(
            "code",
            "Own code",
            "something the client brings",
            SectionRole.Show,
            null,
            "frame wide",
            "M16 9L8 16L16 23M32 9L40 16L32 23M27 7L21 25",
            () => new CodeContent { Heading = P("A heading") }
        ),
    }.ToImmutableDictionary();

    private static SectionKind K(
        string name,
        string label,
        string purpose,
        SectionRole role,
        string? fact,
        string variants,
        string glyph,
        Func<SectionContent> blank
    ) => new(name, label, purpose, role, fact, [.. variants.Split(' ').Select(v => "v-" + v)], glyph, blank);

    public static SectionKind Of(SectionContent content) => All[content.GetType()];

    public static SectionKind? Named(string name) => All.Values.FirstOrDefault(k => k.Name == name);
}
