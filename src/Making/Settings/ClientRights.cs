using System.Collections.Immutable;
using Plurimax.Design.Pictures;
using Plurimax.Facts;
using Plurimax.Sites;
using Plurimax.Text;

namespace Plurimax.Making.Settings;

/// <summary>A group of things that a client may or may not change alone.</summary>
/// <param name="Key">Setting that decides it.</param>
/// <param name="Facts">Facts that belong to it, whole or by their beginning.</param>
public sealed record RightsGroup(string Key, string Name, string Help, string Standing, ImmutableArray<string> Facts);

/// <summary>
/// What a client may change of a site that is theirs, as standards and client have it. While a site is being made the client is asked for
/// facts and
/// everything is looked through by a maker; from the handoff on these rights decide.
/// </summary>
public sealed record ClientRights(ImmutableHashSet<string> Allowed, ImmutableHashSet<string> Texts)
{
    public static readonly ImmutableArray<RightsGroup> Groups =
    [
        new("may_hours", "Opening hours", "Hours, holidays and notes on them.", "yes", ["hours", "hours_note", "holidays", "emergency"]),
        new(
            "may_phone",
            "Phone and email",
            "How the firm is reached.",
            "yes",
            ["phone", "phone_second", "email_second", "contact_person", "best_time", "reply_time", "booking"]
        ),
        new(
            "may_address",
            "Address",
            "Where it is, parking, the way there.",
            "no",
            ["place", "access", "landmarks", "parking", "area", "travel_charge"]
        ),
        new(
            "may_prices",
            "Prices and services",
            "Services, prices, dishes, rooms, timetable.",
            "yes",
            ["services", "prices", "price_note", "dishes", "rooms", "timetable", "payment", "products", "turnaround"]
        ),
        new("may_people", "People", "Owner and team.", "no", ["owner", "team", "qualification", "awards"]),
        new("may_social", "Profiles", "Links to social networks.", "yes", ["social"]),
        new("may_pictures", "Pictures", "Sending and changing photos.", "yes", []),
        new("may_news", "News", "Entries of news sections and announcements.", "yes", []),
    ];

    public static readonly ImmutableArray<string> TextKinds =
    [
        .. SectionKinds.All.Values.Select(k => k.Name).Where(n => n is not ("legal" or "code" or "contact")).Order(StringComparer.Ordinal),
    ];

    public static string? TextsFault(string text) =>
        Letters.Rows(text).FirstOrDefault(l => !TextKinds.Contains(l)) is { } bad
            ? $"“{bad}” is no kind of section. Choose among {string.Join(", ", TextKinds)}."
            : null;

    public static ClientRights Of(Func<string, string> setting) =>
        new([.. Groups.Where(g => setting(g.Key) == "yes").Select(g => g.Key)], [.. Letters.Rows(setting("may_texts"))]);

    public bool May(string group) => Allowed.Contains(group);

    /// <summary>Whether the client may give a fact another value. What belongs to no group stays with the agency.</summary>
    public bool MayFact(string fact) => GroupOf(fact) is { } g && May(g.Key);

    public static RightsGroup? GroupOf(string fact) =>
        Groups.FirstOrDefault(g => g.Facts.Any(f => f == fact || fact.StartsWith(f + ".", StringComparison.Ordinal)));

    /// <summary>Whether the client may change the texts of a section. Entries of news belong to the right to news.</summary>
    public bool MayText(Section section) =>
        section.Content switch
        {
            NewsContent or AnnouncementContent or BannerContent => May("may_news") || Texts.Contains(section.Content.Kind),
            _ => Texts.Contains(section.Content.Kind),
        };

    /// <summary>Facts the client may change, of a catalogue.</summary>
    public IEnumerable<FactDefinition> Facts(IEnumerable<FactDefinition> catalogue) => catalogue.Where(d => MayFact(d.Id));

    /// <summary>An edit of the client's, or why it is not theirs to make.</summary>
    public Result<Edit> Check(Edit edit, SiteDocument site)
    {
        static Result<Edit> No(string what) => Result<Edit>.Fail($"{what} is looked after by the agency. Ask for the change instead.");
        return edit switch
        {
            SetText or SetTexts or AddItem or RemoveItem or MoveItem => edit.Touches is { } id
            && site.FindSection(id) is { } found
            && MayText(found.Section)
                ? edit
                : No("This text"),
            PlaceFile or ReplaceFile or DescribeFile or SetFocus or RemoveFile => May("may_pictures") ? edit : No("The pictures"),
            _ => No("This"),
        };
    }
}
