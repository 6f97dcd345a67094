using System.Collections.Immutable;

namespace Plurimax.Sites;

/// <summary>How much of a site is wanted.</summary>
public enum PlanSize
{
    One,
    Small,
    Full,
}

/// <summary>A kind of page: what it is for and what usually stands on it.</summary>
/// <param name="Id">Id of the page in the document, and its place in words and addresses.</param>
/// <param name="Label">What makers call it.</param>
/// <param name="Purpose">What it does for the visitor.</param>
/// <param name="Fact">Without this fact the page would be empty; null where its own words carry it.</param>
/// <param name="InMenu">Whether it stands in the main menu.</param>
/// <param name="Slots">Its sections in order, as slots of a template ("services.text") or kinds of sections ("gallery").</param>
public sealed record PageKind(string Id, string Label, string Purpose, string? Fact, bool InMenu, ImmutableArray<string> Slots);

/// <summary>Every kind of page there is. The page for an address that is not there (404) is made by the renderer for every site.</summary>
public static class PageKinds
{
    public static readonly ImmutableArray<PageKind> All =
    [
        K(
            "home",
            "Home",
            "win the reader in one screen",
            null,
            false,
            "headline lede proof services.short questions*4 testimonials closing"
        ),
        K("services", "Services", "say what is done and how", null, true, "services_intro services.text closing"),
        K("service", "One service", "say all about one service", null, false, "title service testimonials ask"),
        K("about", "About", "show who answers", null, true, "about views*3 team memberships ask"),
        K("team", "Team", "show the people", "team", true, "title team memberships ask"),
        K("gallery", "Pictures", "show finished work", "photos", true, "title gallery ask"),
        K("testimonials", "What customers say", "let others say it", "testimonials", true, "title rating testimonials ask"),
        K("questions", "Questions", "answer what holds people back", null, true, "questions_intro questions*9 notes*3 closing"),
        K("prices", "Prices", "say what it costs and why", "prices", true, "title prices ask"),
        K("menu", "Dishes and drinks", "show what there is to eat", "dishes", true, "title menu visit ask"),
        K("rooms", "Rooms", "show where one sleeps", "rooms", true, "title rooms ask"),
        K("timetable", "Timetable", "show what is on, day by day", "timetable", true, "title timetable ask"),
        K("area", "Area", "say where one comes", "area.towns", true, "title area ask"),
        K("news", "News", "tell what is new", null, true, "title news newsletter"),
        K("book", "Booking", "make a booking easy", "booking", true, "title callback visit"),
        K("contact", "Contact", "make asking easy", null, true, "contact tell*5 after visit"),
        K("privacy", "Privacy and terms", "tell how details are handled", null, false, "title privacy terms"),
        K("terms", "Terms", "say what is agreed", null, false, "title terms"),
        K("imprint", "Legal notice", "say who is behind the site", null, false, "title imprint"),
        K("accessibility", "Accessibility statement", "say what has been done for everybody to get in", null, false, "title accessibility"),
        K("thanks", "Thank you", "say that the message has come", null, false, "title thanks"),
        K("page", "Page", "tell more", null, true, "title text"),
    ];

    private static readonly ImmutableDictionary<string, PageKind> ById = All.ToImmutableDictionary(k => k.Id);

    private static PageKind K(string id, string label, string purpose, string? fact, bool inMenu, string slots) =>
        new(id, label, purpose, fact, inMenu, [.. slots.Split(' ')]);

    public static PageKind? Find(string id) => ById.GetValueOrDefault(id);

    /// <summary>The kind of a page by its id: that of one service is called "service-" and the service.</summary>
    public static PageKind Of(string pageId) =>
        Find(pageId) ?? (pageId.StartsWith("service-", StringComparison.Ordinal) ? ById["service"] : ById["page"]);
}
