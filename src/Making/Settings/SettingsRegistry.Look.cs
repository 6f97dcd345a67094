using System.Collections.Immutable;
using Plurimax.Design.Styling;
using Plurimax.Sites;
using static Plurimax.Making.Settings.SettingShape;
using static Plurimax.Making.Settings.SettingShows;

namespace Plurimax.Making.Settings;

// How sites look, where their own look leaves it open; sections, menu, footer.
public static partial class SettingsRegistry
{
    /// <summary>Leaves it to the look of the site.</summary>
    public const string AsLook = "look";

    /// <summary>Kinds of sections whose layout a standard can prefer, by "variant_KIND".</summary>
    public static ImmutableArray<string> LaidOut =>
        [
            "opening",
            "title",
            "trust",
            "services",
            "about",
            "steps",
            "questions",
            "visit",
            "action",
            "prices",
            "contact",
            "testimonials",
            "team",
            "gallery",
            "text",
            "area",
        ];

    private static string Named<T>()
        where T : struct, Enum => $"{AsLook} {string.Join(' ', Enum.GetNames<T>()).ToLowerInvariant()}";

    private static ImmutableArray<Setting> Look() =>
        [
            One(
                "look",
                SettingGroup.Look,
                $"trade {string.Join(' ', Looks.All.Select(l => l.Id))}",
                NewSites,
                "Look family",
                "“trade” takes the first that suits the trade."
            ),
            S(
                "brand",
                SettingGroup.Look,
                Colour,
                "",
                SettingShows.Pages,
                "Brand colour",
                "The palette is derived from it. Empty takes the palette of the look. Sites whose colours somebody chose keep them."
            ),
            One("palette", SettingGroup.Look, AsLook, SettingShows.Pages, "Palette", "Where nobody has chosen colours for the site.") with
            {
                Options = [AsLook, .. Palettes.Named.Keys.Order(StringComparer.Ordinal)],
            },
            One(
                "type",
                SettingGroup.Look,
                $"{AsLook} {string.Join(' ', Pairings.Named.Keys.Order(StringComparer.Ordinal))}",
                SettingShows.Pages,
                "Typefaces",
                "Where nobody has chosen the look."
            ),
            One("ground", SettingGroup.Look, $"{AsLook} light dark", SettingShows.Pages, "Ground", "Light or dark."),
            One("corners", SettingGroup.Look, Named<Corners>(), SettingShows.Pages, "Corners", "Of cards, pictures and boxes."),
            One("buttons", SettingGroup.Look, Named<ButtonForm>(), SettingShows.Pages, "Buttons", "Their shape."),
            One("rules", SettingGroup.Look, Named<RuleWeight>(), SettingShows.Pages, "Rules", "Weight of lines."),
            One("density", SettingGroup.Look, Named<Density>(), SettingShows.Pages, "Room", "How far things stand apart."),
            One(
                "motion",
                SettingGroup.Look,
                Named<Motion>(),
                SettingShows.Pages,
                "Motion",
                "What moves as one scrolls. Nothing does where the visitor asks for none."
            ),
            One("cards", SettingGroup.Look, Named<CardStyle>(), SettingShows.Pages, "Cards", "Things on cards, or flat on the page."),
            One("crop", SettingGroup.Look, Named<Crop>(), SettingShows.Pages, "Shape of pictures", "How they are cut."),
            One("divider", SettingGroup.Look, Named<Divider>(), SettingShows.Pages, "Between sections", "A line, a bar or nothing."),
            One(
                "scale",
                SettingGroup.Look,
                Named<TypeScale>(),
                SettingShows.Pages,
                "Steps of type",
                "How much larger headings are than text."
            ),
            One("phone_size", SettingGroup.Look, Named<PhoneSize>(), SettingShows.Pages, "Phone in the header", "Its size."),
            .. from n in new[] { 1, 2, 3 }
            from s in new[]
            {
                N(
                    $"h{n}_size",
                    SettingGroup.Look,
                    100,
                    60,
                    150,
                    "% of the look's",
                    SettingShows.Pages,
                    $"Size of headings {n}",
                    n == 1 ? "The one heading of the page."
                        : n == 2 ? "Headings of sections."
                        : "Headings within sections."
                ),
                One(
                    $"h{n}_capitals",
                    SettingGroup.Look,
                    $"{AsLook} yes no",
                    SettingShows.Pages,
                    $"Capitals in headings {n}",
                    "All letters as capitals."
                ),
                One(
                    $"h{n}_face",
                    SettingGroup.Look,
                    $"{AsLook} body",
                    SettingShows.Pages,
                    $"Face of headings {n}",
                    "The face of headings, or that of the text."
                ),
            }
            select s,
        ];

    private static ImmutableArray<Setting> Sections() =>
        [
            .. LaidOut
                .Select(kind => (Kind: kind, All: SectionKinds.Named(kind)!))
                .Select(k =>
                    One(
                        $"variant_{k.Kind}",
                        SettingGroup.Sections,
                        $"{AsLook} {string.Join(' ', k.All.Variants.Select(v => v[2..]))}",
                        SettingShows.Pages,
                        $"Layout of {k.All.Label.ToLowerInvariant()}",
                        "Where neither the section nor the site has a layout of its own."
                    )
                ),
            N(
                "testimonials_most",
                SettingGroup.Sections,
                3,
                1,
                12,
                "shown",
                SettingShows.Pages,
                "Testimonials",
                "At most so many in one section."
            ),
            Yes(
                "questions_open",
                SettingGroup.Sections,
                "yes",
                SettingShows.Pages,
                "First question open",
                "The first answer can be read without a press."
            ),
            S(
                "price_line",
                SettingGroup.Sections,
                SettingShape.Line,
                "",
                SettingShows.Pages,
                "Line below prices",
                "Such as: All prices include VAT. Empty has none."
            ),
        ];

    private static ImmutableArray<Setting> Frame() =>
        [
            One(
                "head",
                SettingGroup.Frame,
                $"{AsLook} {string.Join(' ', SiteParts.Heads.Select(v => v[2..]))}",
                SettingShows.Pages,
                "Header",
                "Its layout, where the site has chosen none."
            ),
            One(
                "foot",
                SettingGroup.Frame,
                $"{AsLook} {string.Join(' ', SiteParts.Feet.Select(v => v[2..]))}",
                SettingShows.Pages,
                "Footer",
                "Its layout, where the site has chosen none."
            ),
            Yes("menu_action", SettingGroup.Frame, "yes", SettingShows.Pages, "Main action in the header", "The button beside the menu.")
                .ToPage(),
            Yes(
                    "utility",
                    SettingGroup.Frame,
                    "yes",
                    SettingShows.Pages,
                    "Line above the header",
                    "Address, hours and phone above the menu."
                )
                .ToPage(),
            S(
                "menu_links",
                SettingGroup.Frame,
                Lines,
                "",
                SettingShows.Pages,
                "Links to elsewhere in the menu",
                "One a line: words = address. Where the site has none of its own."
            ) with
            {
                Rule = SettingsDress.LinksFault,
            },
            Yes("foot_menu", SettingGroup.Frame, "yes", SettingShows.Pages, "Menu in the footer", "The pages once more.").ToPage(),
            S(
                    "footer_text",
                    SettingGroup.Frame,
                    SettingShape.Text,
                    "",
                    SettingShows.Pages,
                    "Text at the foot",
                    "On every page, above the last line. Facts are filled in; what is not known takes its line away."
                )
                .ToPage(),
            S(
                "notice",
                SettingGroup.Frame,
                SettingShape.Line,
                "",
                SettingShows.Pages,
                "Announcement",
                "A line above the header of every site that has none of its own."
            ),
            S(
                "notice_until",
                SettingGroup.Frame,
                SettingShape.Line,
                "",
                SettingShows.Pages,
                "Announcement ends",
                "Last day, 2026-12-24; empty stays until it is taken away."
            ) with
            {
                Rule = Day,
            },
            Yes(
                "phone_bar",
                SettingGroup.Frame,
                "no",
                SettingShows.Pages,
                "Bar at the foot of phones",
                "Ring, write and the way there, within reach of the thumb."
            ),
            Yes("bubble", SettingGroup.Frame, "no", SettingShows.Pages, "Message button", "A round button in the corner."),
        ];

    private static string? Day(string text) =>
        text.Length == 0
        || DateOnly.TryParseExact(
            text,
            "yyyy-MM-dd",
            System.Globalization.CultureInfo.InvariantCulture,
            System.Globalization.DateTimeStyles.None,
            out _
        )
            ? null
            : "Give the day as 2026-12-24, or leave it empty.";
}
