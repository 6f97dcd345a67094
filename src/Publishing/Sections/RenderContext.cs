using System.Collections.Immutable;
using System.Globalization;
using Plurimax.Design.Pictures;
using Plurimax.Design.Styling;
using Plurimax.Facts;
using Plurimax.Making.Settings;
using Plurimax.Sites;
using Plurimax.Text;
using Plurimax.Trades;

namespace Plurimax.Publishing.Sections;

/// <summary>What a rendered page is for: the published files, or a view in which passages can be addressed.</summary>
public enum RenderMode
{
    Publish,
    Anchored,
}

/// <param name="BaseUrl">Where the site will stand, with a slash at the end; for canonical links and structured data.</param>
/// <param name="Settings">Resolved texts: privacy, terms, consent, analytics.</param>
/// <param name="FormAction">Where the enquiry form posts to; "/enquiry" on the published site.</param>
public sealed record RenderSettings(
    string BaseUrl,
    ImmutableDictionary<string, string> Settings,
    RenderMode Mode = RenderMode.Publish,
    string FormAction = "/enquiry"
)
{
    /// <summary>Gives the bytes of a file by its blob; null where they are not there.</summary>
    public Func<string, byte[]?>? Blobs { get; init; }

    /// <summary>
    /// Gives a file that was made for the site before, by its path; null where it is to be made. For what takes long and whose name says
    /// what is in it.
    /// </summary>
    public Func<string, byte[]?>? Made { get; init; }

    /// <summary>The settings as they hold on one page, which may set some for itself ("KEY@PAGE").</summary>
    public RenderSettings For(Page page)
    {
        var own = SettingsRegistry
            .ForPages.Where(k => Settings.ContainsKey($"{k}@{page.Bare}"))
            .Select(k => KeyValuePair.Create(k, Settings[$"{k}@{page.Bare}"]))
            .ToList();
        return own.Count == 0 ? this : this with { Settings = Settings.SetItems(own) };
    }

    /// <summary>Gives a drawn picture that is known to be the same as in the release before; null draws it.</summary>
    public Func<string, byte[]?>? Drawn { get; init; }

    public static readonly RenderSettings Plain = new("http://site.example/", SettingsRegistry.Defaults());
}

/// <summary>Everything the section renderers look at.</summary>
internal sealed record RenderContext(
    SiteDocument Site,
    TradeTemplate Trade,
    FactSheet Facts,
    TextEngine Text,
    DressedLook Look,
    RenderSettings Settings,
    string Seed,
    ImmutableDictionary<string, SitePicture> Pictures
)
{
    public SiteWords Words => Text.Words;
    public HashSet<string> UsedStyles { get; } = new(StringComparer.Ordinal);
    public HashSet<string> UsedIcons { get; } = new(StringComparer.Ordinal);
    public required Page Page { get; init; }
    public required bool Home { get; init; }

    /// <summary>Put before links to other files: nothing on a page, "/" on the page that stands in for any missing one.</summary>
    public string Root { get; init; } = "";

    /// <summary>Put before the paths of pictures, styles and scripts, which all languages share.</summary>
    public string Assets { get; init; } = "";

    /// <summary>Folder of the language within the site, "de/"; empty for the site's own.</summary>
    public string Folder { get; init; } = "";

    /// <summary>
    /// The page in the languages of the site: tag, file from the root of the site, and whether it is the same page or only the home of that
    /// language.
    /// </summary>
    public ImmutableArray<(string Language, string File, bool Same)> Versions { get; init; } = [];

    /// <summary>A setting as it holds on this page.</summary>
    /// <summary>What the business is and where; of a business of any trade in its own words, where it said them.</summary>
    public string TradeAndTown =>
        !Trade.Open ? W("sections.trade_town", ("x", Trade.Names.Title), ("town", Facts.Town))
        : Facts.Public<TextValue>("trade.words") is { } own
            ? $"{char.ToUpper(own.Text[0], CultureInfo.InvariantCulture)}{own.Text[1..]}, {Facts.Town}"
        : Facts.Town;

    public string Set(string key) => Settings.Settings.GetValueOrDefault(key) ?? SettingsRegistry.Values[key];

    public bool Yes(string key) => Set(key) == "yes";

    public int Whole(string key) => int.Parse(Set(key), CultureInfo.InvariantCulture);

    /// <summary>Opening hours in runs of days that are alike, as far as the settings show them.</summary>
    public IEnumerable<(int First, int Last, ImmutableArray<OpenSpan> Spans)> Runs(OpeningHours hours) =>
        hours.Runs().Where(r => r.Spans.Length > 0 || Yes("hours_closed"));

    /// <summary>Something to press that rings; plain where the settings do not want numbers to ring.</summary>
    public Html Ring(PhoneValue p, Html inner, string css = "")
    {
        var named = css.Length > 0 ? Html.Of($" class=\"{css}\"") : Html.Empty;
        return Yes("phone_link") ? Html.Of($"<a{named} href=\"tel:{p.E164}\">{inner}</a>") : Html.Of($"<span{named}>{inner}</span>");
    }

    public string W(string key, params (string, string)[] values) => Words.Get(key, Seed, values);

    public PhoneValue? Phone => Facts.Public<PhoneValue>("phone");
    public string? Email => Facts.Public<TextValue>("email")?.Text;
    public AddressValue? Place => Facts.Public<AddressValue>("place");
    public OpeningHours? Hours => Facts.Public<HoursValue>("hours")?.Hours is { AnyOpen: true } h ? h : null;

    /// <summary>Marks an element as the place of a passage, in the views where people work on it.</summary>
    public Html At(Section s, string path) => Settings.Mode == RenderMode.Anchored ? Html.Of($" data-p=\"{s.Id}/{path}\"") : Html.Empty;

    public Html Icon(string id, string css = "i")
    {
        UsedIcons.Add(id);
        return Html.Of($"<svg class=\"{css}\" aria-hidden=\"true\"><use href=\"#i-{id}\"/></svg>");
    }

    /// <summary>A photo of the site by its id; null where there is none.</summary>
    public SitePicture? Photo(string? id) =>
        id is not null && Site.Photos.FirstOrDefault(p => p.Id == id) is { } photo
            ? new SitePicture(photo.Path, photo.Width, photo.Height, photo.Alt)
            {
                Sizes = photo.Sizes.IsDefault ? [] : photo.Sizes,
                Decorative = photo.Decorative,
            }
            : null;

    /// <summary>
    /// What it shows, in the language of the page; where that is written in English only it is marked, so that it is read out as English.
    /// </summary>
    private Html Alt(SitePicture p) =>
        p.AltIn(Words.Language) is { } own ? Html.Of($"alt=\"{own}\"") : Html.Of($"alt=\"{p.Alt}\" lang=\"en\"");

    /// <summary>A photo in the sizes it is kept in; a browser takes the one that is enough. It fills at most half of a wide page.</summary>
    private Html Sizes(SitePicture p, bool whole) =>
        p.Sizes.IsEmpty
            ? Html.Empty
            : Html.Of(
                $" srcset=\""
                    + $"{string.Join(", ", p.Sizes.Select(s => $"{Assets}{s.Path} {s.Width.ToString(CultureInfo.InvariantCulture)}w")
                        .Append($"{Assets}{p.File} {p.Width.ToString(CultureInfo.InvariantCulture)}w"))}"
                    + $"\" sizes=\"{new Html(whole ? "100vw" : "(min-width: 900px) 50vw, 100vw")}\""
            );

    public Html Image(SitePicture p, bool lazy = true, bool decorative = false) =>
        Html.Of(
            $"<img src=\"{Assets}{p.File}\" width=\"{p.Width}\" height=\"{p.Height}\"{Sizes(p, whole: !lazy)} "
                + $"{(p.Decorative ? new Html("alt=\"\" role=\"presentation\"") : decorative ? new Html("alt=\"\"") : Alt(p))}"
                + $"{new Html(lazy ? " loading=\"lazy\" decoding=\"async\"" : " fetchpriority=\"high\"")}>"
        );

    /// <summary>Link and label of the one main action, the same in header, opening and bands.</summary>
    public (string Href, string Label, string? Icon) MainAction()
    {
        var options = Trade.Actions.GetValueOrDefault(
            Site.Action,
            Trade.Actions.GetValueOrDefault(Plurimax.Facts.MainAction.Write, ["Write to us"])
        );
        var label = Text.Plain(new Passage(Chance.Pick(options.IsEmpty ? ["Write to us"] : options, Seed + "action" + Site.Take)));
        return Site.Action switch
        {
            Plurimax.Facts.MainAction.Call when Phone is { } p => ($"tel:{p.E164}", label, "phone"),
            Plurimax.Facts.MainAction.Visit when Place?.Street is not null => (ContactFile("visit"), label, "pin"),
            Plurimax.Facts.MainAction.Order when Facts.Public<PricesValue>("prices") is not null => (
                Root + (Site.FindPage("prices") ?? Site.FindPage("services") ?? Site.Pages[0]).File,
                label,
                null
            ),
            _ => (
                ContactFile("enquiry"),
                Site.Action is Plurimax.Facts.MainAction.Call or Plurimax.Facts.MainAction.Visit or Plurimax.Facts.MainAction.Order
                    ? Text.Plain(
                        new Passage(
                            Chance.Pick(
                                Trade.Actions.GetValueOrDefault(Plurimax.Facts.MainAction.Write, ["Write to us"]),
                                Seed + "action" + Site.Take
                            )
                        )
                    )
                    : label,
                null
            ),
        };
    }

    /// <summary>The page that tells how details are handled.</summary>
    public string PrivacyFile => Root + (Site.FindPage("privacy")?.File ?? "privacy.html");

    public string ContactFile(string anchor)
    {
        var contact = Site.Pages.FirstOrDefault(p => !p.Hidden && p.Sections.Any(s => !s.Hidden && s.Content is ContactContent));
        return contact is null
            ? Phone is { } phone
                ? $"tel:{phone.E164}"
                : Email is { } mail
                    ? $"mailto:{mail}"
                    : $"{Root}index.html"
            : $"{(contact.Id == Page.Id ? "" : Root + contact.File)}#{anchor}";
    }

    public Html Button((string Href, string Label, string? Icon) b, string css = "btn") =>
        Html.Of($"<a class=\"{css}\" href=\"{b.Href}\">{(b.Icon is { } i ? Icon(i) : Html.Empty)}{b.Label}</a>");

    /// <summary>A button as it stands on the page; null where its target leads nowhere.</summary>
    public (string Href, string Label, string? Icon)? Made(SectionButton b)
    {
        if (Href(b.Target) is not { } href)
            return null;
        var (label, icon) = Suggested(b.Target);
        return (href, b.Label.IsEmpty ? label : Text.Plain(b.Label), icon);
    }

    /// <summary>What a button says that has no words of its own: what its target is.</summary>
    public (string Label, string? Icon) Suggested(string target) =>
        target switch
        {
            LinkTarget.Action => (MainAction().Label, MainAction().Icon),
            LinkTarget.Call => (W("contact.call", ("phone", Phone?.National ?? "")), "phone"),
            LinkTarget.Email => (W("parts.email"), null),
            LinkTarget.Message => (W("parts.message"), null),
            LinkTarget.Directions => (W("parts.directions"), "pin"),
            LinkTarget.PopUp => (Site.Parts?.PopUp is { } p ? Text.Plain(p.Heading) : "", null),
            _ when Links.Split(target) is var (file, place)
                    && (file.Length == 0 ? Page : Site.Pages.FirstOrDefault(p => p.File == file)) is { } page => (
                place.Length > 1
                && page.Sections.FirstOrDefault(s => Links.AnchorOf(s) == place[1..]) is { Content.Heading.IsEmpty: false } s
                    ? Text.Plain(s.Content.Heading)
                    : Text.Plain(page.Menu),
                null
            ),
            _ when !Site.Files.IsDefault && Site.Files.FirstOrDefault(f => f.Path == target) is { } f => (f.Alt, "file"),
            _ => (
                Uri.TryCreate(target, UriKind.Absolute, out var uri)
                    ? uri.Host is { Length: > 0 } host
                        ? host.Replace("www.", "", StringComparison.Ordinal)
                        : target[(target.IndexOf(':') + 1)..]
                    : target,
                null
            ),
        };

    /// <summary>The buttons of a section: its own, or those of its kind.</summary>
    public Html Actions(Section s) => s.Buttons.IsEmpty ? Actions() : Buttons(s);

    public Html Buttons(Section s)
    {
        var made = s.Buttons.Select(Made).OfType<(string Href, string Label, string? Icon)>().ToList();
        return made.Count == 0
            ? Html.Empty
            : Html.Of($"<p class=\"ctas\">{made.Select((b, i) => Button(b, i == 0 ? "btn" : "btn alt"))}</p>");
    }

    public Html Actions()
    {
        var main = MainAction();
        var second =
            Site.Action == Plurimax.Facts.MainAction.Call ? Button((ContactFile("enquiry"), W("contact.write"), null), "btn alt")
            : Phone is { } p && Yes("phone_link")
                ? Html.Of(
                    $"<a class=\"btn alt\" href=\"tel:{p.E164}\">{Icon("phone")}<span>{W("contact.call", ("phone", p.National))}</span></a>"
                )
            : Html.Empty;
        return Html.Of($"<p class=\"ctas\">{Button(main)}{second}</p>");
    }

    /// <summary>The address as it is written on a page: from the root where the page may be shown under any address.</summary>
    /// <returns>Null where it leads nowhere.</returns>
    public string? Href(string href) =>
        LinkTarget.Fault(Site, Page, Facts, href) is not null ? null
        : href == LinkTarget.Action ? MainAction().Href
        : href == LinkTarget.PopUp
            ? Folder.Length > 0 ? null
                : "#popup" // it speaks the site's own language
        : href.StartsWith("to:", StringComparison.Ordinal) ? LinkTarget.Of(Facts, href)
        : href[0] is '#' or '/' || href.Contains(':') ? href
        : (href.StartsWith("files/", StringComparison.Ordinal) || href.StartsWith("img/", StringComparison.Ordinal) ? Assets : Root) + href;
}
