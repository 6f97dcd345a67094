using System.Collections.Immutable;
using Plurimax.Facts;

namespace Plurimax.Sites;

/// <summary>
/// Where a link leads: a page or a place of the site by its file, "services.html#each"; an address of the web, mail or phone; or, beginning
/// with
/// "to:", something that follows the facts: a call, a mail, a text message, the way there, the site's main action, its pop-up.
/// </summary>
public static class LinkTarget
{
    public const string Call = "to:call",
        Email = "to:email",
        Message = "to:message",
        Directions = "to:directions",
        Action = "to:action",
        PopUp = "to:popup";

    /// <summary>Those that follow the facts, with what makers call them.</summary>
    public static readonly ImmutableArray<(string Target, string Name)> Followed =
    [
        (Action, "the main action"),
        (Call, "ring"),
        (Email, "write an email"),
        (Message, "send a text message"),
        (Directions, "the way there"),
        (PopUp, "open the pop-up"),
    ];

    private static readonly string[] Schemes = ["https", "http", "mailto", "tel", "sms", "geo", "to"];

    /// <returns>Whether the address can be followed safely. Anything with another scheme, such as javascript, cannot.</returns>
    public static bool Allowed(string href)
    {
        if (
            href.Length is 0 or > 1000
            || href == "#"
            || href.Any(ch => char.IsWhiteSpace(ch) || char.IsControl(ch) || ch is '"' or '<' or '>' or '\\')
            || href.StartsWith("//", StringComparison.Ordinal)
        )
            return false;
        var colon = href.IndexOf(':');
        if (colon < 0 || href.IndexOfAny(['/', '#', '?']) is >= 0 and var first && first < colon)
            return true;
        return Schemes.Contains(href[..colon].ToLowerInvariant()) && href.Length > colon + 1;
    }

    /// <summary>
    /// What a target that follows the facts comes to: an address by RFC 3966 (tel), 6068 (mailto), 5724 (sms) or 5870 (geo); null where the
    /// fact is not known, or for any other.
    /// </summary>
    public static string? Of(FactSheet facts, string target) =>
        target switch
        {
            Call => facts.Public<PhoneValue>("phone") is { } p ? $"tel:{p.E164}" : null,
            Email => facts.Public<TextValue>("email") is { } m ? $"mailto:{m.Text}" : null,
            Message => facts.Public<PhoneValue>("mobile") is { } mobile ? $"sms:{mobile.E164}"
            : facts.Public<PhoneValue>("phone") is { } phone ? $"sms:{phone.E164}"
            : null,
            Directions => facts.Public<AddressValue>("place") is { Street: { } street } a
                ? $"geo:0,0?q={Uri.EscapeDataString($"{street}, {a.Town} {a.Postcode}".TrimEnd())}"
                : null,
            PopUp => "#popup",
            _ => null,
        };

    /// <summary>What is wrong with a target on a site; null where it leads somewhere.</summary>
    /// <param name="page">The page on which the link stands.</param>
    public static string? Fault(SiteDocument site, Page page, FactSheet facts, string target)
    {
        if (target.Length == 0)
            return "It leads nowhere yet.";
        if (!Allowed(target))
            return "This address cannot be followed.";
        if (target == Action)
            return null;
        if (target == PopUp)
            return site.Parts?.PopUp is null ? "The site has no pop-up." : null;
        if (target.StartsWith("to:", StringComparison.Ordinal))
            return Followed.All(f => f.Target != target) ? "This address cannot be followed."
                : Of(facts, target) is null
                    ? $"{(target is Call or Message ? "The phone number" : target is Email ? "The email" : "The street")} is not "
                        + $"known or not shown."
                : null;
        var colon = target.IndexOf(':');
        if (colon >= 0 && target.IndexOfAny(['/', '#', '?']) is var slash && (slash < 0 || slash > colon))
            return
                target.StartsWith("http", StringComparison.Ordinal)
                && (!Uri.TryCreate(target, UriKind.Absolute, out var uri) || !uri.Host.Contains('.'))
                ? "This is no whole web address."
                : null;
        if (target.StartsWith("files/", StringComparison.Ordinal) || target.StartsWith("img/", StringComparison.Ordinal))
            return !site.Files.IsDefault && site.Files.Any(f => f.Path == target) ? null : "That file is not on the site any more.";
        var (file, place) = Links.Split(target.TrimStart('/'));
        var folder = page.File[..(page.File.LastIndexOf('/') + 1)];
        var there = file.Length == 0 ? page : site.Pages.FirstOrDefault(p => p.File == folder + file);
        if (there is null)
            return $"There is no page {file}.";
        if (there.Hidden)
            return $"{there.Menu.Text} is hidden.";
        return place.Length > 1 && there.Sections.All(s => s.Hidden || Links.AnchorOf(s) != place[1..])
            ? $"There is no “{place[1..]}” on {there.Menu.Text}."
            : null;
    }

    /// <summary>Links of what stands on every page that lead nowhere, as the home page has them.</summary>
    public static IEnumerable<(string Target, string Why)> Dead(SiteDocument site, FactSheet facts) =>
        new[] { site.Parts?.Notice?.Target, site.Parts?.PopUp?.Target }
            .Concat(site.Parts?.Links.Select(l => l.Target) ?? [])
            .Where(t => !string.IsNullOrEmpty(t))
            .Distinct()
            .Select(t => (t!, Fault(site, site.Pages[0], facts, t!)))
            .Where(x => x.Item2 is not null)
            .Select(x => (x.Item1, x.Item2!));

    /// <summary>Links of a section that lead nowhere, and why.</summary>
    /// <param name="texts">Those in its texts; else its buttons and the link of its own, which are left out of the page.</param>
    public static IEnumerable<(string Target, string Why)> Dead(SiteDocument site, Page page, Section section, FactSheet facts, bool texts)
    {
        var passages = section.Content.Passages().Where(p => p.Path != CodeContent.CodePath && !p.Passage.IsEmpty).ToList();
        var targets = texts
            ? passages.Where(p => p.Path != "link").SelectMany(p => Links.In(p.Passage.Text))
            : section.Buttons.Select(b => b.Target).Concat(passages.Where(p => p.Path == "link").Select(p => p.Passage.Text));
        foreach (var target in targets.Distinct())
            if (!target.Contains('{') && Fault(site, page, facts, target) is { } why)
                yield return (target, why);
    }
}
