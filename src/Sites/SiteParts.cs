using System.Collections.Immutable;
using System.Globalization;
using System.Text.Json.Serialization;
using Plurimax.Text;

namespace Plurimax.Sites;

/// <summary>An entry of the menu that is no page of the site.</summary>
public sealed record MenuLink(Passage Label, string Target);

/// <param name="Until">Last day on which it is shown, "2026-12-24"; empty shows it until it is taken away.</param>
/// <param name="Target">Where its link leads; empty has none.</param>
public sealed record SiteNotice(Passage Text, string Target = "", string Until = "");

/// <summary>
/// What opens when somebody is about to leave. It can be put away by key, by its button and by a press beside it, and keeps away for a
/// while then.
/// </summary>
/// <param name="Days">So many days it keeps away after it was put away.</param>
/// <param name="Leaving">Opens by itself when somebody leaves; otherwise only by a button that leads to it.</param>
public sealed record SitePopUp(Passage Heading, Passage Text, string Target, int Days = 14, bool Leaving = true)
{
    public const int MostDays = 365;
}

/// <summary>What stands on every page. Null leaves it to the look, or away.</summary>
public sealed record SiteParts
{
    /// <summary>Variants of header and footer, "v-mast"; null follows the look.</summary>
    public string? Head { get; init; }
    public string? Foot { get; init; }

    [JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingDefault)]
    public ImmutableArray<MenuLink> MenuLinks { get; init; }

    [JsonIgnore]
    public ImmutableArray<MenuLink> Links
    {
        get => MenuLinks.IsDefault ? [] : MenuLinks;
        init => MenuLinks = value.IsEmpty ? default : value;
    }
    public SiteNotice? Notice { get; init; }

    /// <summary>A bar at the foot of small screens: ring, write, the way there.</summary>
    [JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingDefault)]
    public bool PhoneBar { get; init; }
    public SitePopUp? PopUp { get; init; }

    /// <summary>A round button in the corner that opens a message to the firm.</summary>
    [JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingDefault)]
    public bool Bubble { get; init; }

    public static readonly ImmutableArray<string> Heads = ["v-plain", "v-sheet", "v-mast", "v-float", "v-alert"];
    public static readonly ImmutableArray<string> Feet = ["v-columns", "v-centre", "v-night", "v-soft"];
}

/// <summary>Other parts on every page.</summary>
/// <param name="What">Which part changed, in words: "announcement".</param>
public sealed record SetParts(string What, SiteParts Parts) : Edit
{
    public const int MostLinks = 4;

    public override string Say(SiteDocument site) => $"On every page: {What}";

    public override Result<SiteDocument> Apply(SiteDocument site)
    {
        if (Parts.Head is { } head && !SiteParts.Heads.Contains(head))
            return Gone("header");
        if (Parts.Foot is { } foot && !SiteParts.Feet.Contains(foot))
            return Gone("footer");
        if (Parts.Links.Length > MostLinks)
            return Fail($"Up to {MostLinks} links to elsewhere; a menu is for the site itself.");
        foreach (var link in Parts.Links)
        {
            if (link.Label.Text.Length is 0 or > 40)
                return Fail("A link in the menu needs a name of 1 to 40 characters.");
            if (Target(link.Target, empty: false) is { } bad)
                return Fail(bad);
        }
        if (Parts.Notice is { } notice)
        {
            if (Words(notice.Text, 200, "The announcement") is { } bad)
                return Fail(bad);
            if (Target(notice.Target) is { } lost)
                return Fail(lost);
            if (
                notice.Until.Length > 0
                && !DateOnly.TryParseExact(notice.Until, "yyyy-MM-dd", CultureInfo.InvariantCulture, DateTimeStyles.None, out _)
            )
                return Fail("Give the last day as 2026-12-24, or leave it empty.");
        }
        if (Parts.PopUp is { } popUp)
        {
            if (
                Words(popUp.Heading, 80, "The pop-up's heading") is { } bad
                || Words(popUp.Text, 600, "The pop-up's text") is { } wrong && (bad = wrong) is not null
            )
                return Fail(bad);
            if (Target(popUp.Target) is { } lost)
                return Fail(lost);
            if (popUp.Target == LinkTarget.PopUp)
                return Fail("The pop-up cannot lead to itself.");
            if (popUp.Days is < 1 or > SitePopUp.MostDays)
                return Fail($"It keeps away for 1 to {SitePopUp.MostDays} days.");
        }
        return site with { Parts = Parts == new SiteParts() ? null : Parts };
    }

    private static string? Words(Passage p, int most, string what) =>
        p.Text.Trim().Length == 0 ? $"{what} has no words yet."
        : p.Text.Length > most ? $"{what} has {p.Text.Length} characters; up to {most} fit."
        : TextEngine.Fault(p.Text);

    private static string? Target(string target, bool empty = true) =>
        target.Length == 0
            ? empty
                ? null
                : "Say where the link leads."
            : target[0] == '#'
                ? "What stands on every page names the page too, such as contact.html#enquiry."
                : LinkTarget.Allowed(target)
                    ? null
                    : $"“{target}” cannot be followed. Give a page, a whole web address such as https://…, mailto: or tel:.";
}

/// <summary>Puts a page under another in the menu, in all languages of the site; null puts it among the first.</summary>
public sealed record NestPage(string Page, string? Under) : Edit
{
    public override string Say(SiteDocument site) =>
        Under is null
            ? $"{site.FindPage(Page)?.Menu.Text} among the first of the menu"
            : $"{site.FindPage(Page)?.Menu.Text} under {site.FindPage(Under)?.Menu.Text} in the menu";

    public override Result<SiteDocument> Apply(SiteDocument site)
    {
        if (site.FindPage(Page) is not { } page)
            return Gone("page");
        if (Under is not null)
        {
            if (site.FindPage(Under) is not { } above)
                return Gone("page");
            if (above.Id == page.Id)
                return Fail("A page cannot stand under itself.");
            if (above.Under is not null)
                return Fail($"{above.Menu.Text} stands under another page itself; a menu has two levels.");
            if (site.Pages.Any(p => p.Under == page.Bare))
                return Fail($"Other pages stand under {page.Menu.Text}; a menu has two levels.");
        }
        var under = Under is null ? null : site.FindPage(Under)!.Bare;
        return site with { Pages = [.. site.Pages.Select(p => p.Bare == page.Bare ? p with { Under = under } : p)] };
    }
}
