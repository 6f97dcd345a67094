using System.Collections.Immutable;
using static Plurimax.Making.Settings.SettingShape;
using static Plurimax.Making.Settings.SettingShows;

namespace Plurimax.Making.Settings;

// Who we are, how sites speak, how a firm is reached, what the law asks for.
public static partial class SettingsRegistry
{
    private static ImmutableArray<Setting> Agency() =>
        [
            S(
                    "agency_name",
                    SettingGroup.Agency,
                    SettingShape.Line,
                    "Our agency",
                    Clients,
                    "Name of the agency",
                    "Stands on everything that clients and prospects see."
                )
                .OfAgency(),
            S(
                    "agency_email",
                    SettingGroup.Agency,
                    Email,
                    "",
                    Clients | SettingShows.Pages,
                    "Email of the agency",
                    "Clients find it at the foot of their pages; texts can name it."
                )
                .OfAgency(),
            S(
                    "agency_phone",
                    SettingGroup.Agency,
                    SettingShape.Line,
                    "",
                    Clients | SettingShows.Pages,
                    "Phone of the agency",
                    "Clients find it at the foot of their pages; texts can name it."
                )
                .OfAgency(),
            S(
                    "agency_colour",
                    SettingGroup.Agency,
                    Colour,
                    "",
                    Clients,
                    "Colour of the agency",
                    "Buttons and marks of everything clients see. Empty leaves ours. What cannot be read is darkened."
                )
                .OfAgency(),
            S(
                    "mail_closing",
                    SettingGroup.Agency,
                    SettingShape.Text,
                    "",
                    Clients,
                    "Last lines of mails to clients",
                    "Below every proof, plan, lookbook and question that is mailed."
                )
                .OfAgency(),
            S(
                "credit",
                SettingGroup.Agency,
                SettingShape.Line,
                "",
                SettingShows.Pages,
                "Who made the site",
                "A line at the foot of every page, such as: Made by {{ agency.name }}. Empty has none."
            ),
            S(
                "credit_link",
                SettingGroup.Agency,
                Web,
                "",
                SettingShows.Pages,
                "Where that line leads",
                "The address of the agency; empty leads nowhere. It shows only with the line."
            ),
        ];

    private static ImmutableArray<Setting> Voice() =>
        [
            One(
                "tone",
                SettingGroup.Voice,
                "trade plain warm formal lively expert",
                NewSites,
                "Tone",
                "How the copy speaks. “trade” takes the tone that suits the trade."
            ),
            One(
                "second_tone",
                SettingGroup.Voice,
                "none plain warm formal lively expert",
                NewSites,
                "Second tone",
                "Mixed in with the first."
            ),
            One(
                "text_length",
                SettingGroup.Voice,
                "medium short long",
                NewSites,
                "Length of texts",
                "Where the trade has longer and shorter wordings."
            ),
            One(
                "plan_size",
                SettingGroup.Voice,
                "small one full",
                NewSites,
                "Size of the plan",
                "One page, a small site, or all pages the facts carry."
            ),
            One(
                "main_action",
                SettingGroup.Voice,
                "trade write call visit book estimate order",
                NewSites,
                "Main action",
                "What the first button asks for. “trade” takes what suits it and the facts allow."
            ),
            S(
                "audience",
                SettingGroup.Voice,
                SettingShape.Line,
                "",
                NewSites,
                "Usual audience",
                "Whom the sites speak to, where the client has not said: families, landlords, visitors."
            ),
            S(
                "languages",
                SettingGroup.Voice,
                SettingShape.Line,
                "",
                NewSites,
                "Further languages",
                "Tags with commas, such as de, fr. Added where the trade is written in them."
            ) with
            {
                Rule = Tags,
            },
        ];

    private static ImmutableArray<Setting> Contact() =>
        [
            Yes(
                "phone_link",
                SettingGroup.Contact,
                "yes",
                SettingShows.Pages,
                "Phone numbers ring when pressed",
                "With no they stand as plain text."
            ),
            One(
                "show_email",
                SettingGroup.Contact,
                "link text no",
                SettingShows.Pages,
                "Email on the pages",
                "As a link, as text only, or not at all: then people use the form."
            ),
            One(
                "show_address",
                SettingGroup.Contact,
                "full town",
                SettingShows.Pages,
                "Address on the pages",
                "Whole, or the town alone for those who work from home."
            ),
            Yes(
                "show_sketch",
                SettingGroup.Contact,
                "yes",
                SettingShows.Pages,
                "Sketch of the way",
                "Drawn where the street and what is near are known."
            ),
            Yes(
                "show_directions",
                SettingGroup.Contact,
                "yes",
                SettingShows.Pages,
                "Link to the way there",
                "Opens the visitor's own map."
            ),
            One(
                "show_social",
                SettingGroup.Contact,
                "head foot both no",
                SettingShows.Pages,
                "Links to profiles",
                "In the header, the footer, both or nowhere beside sections of their own."
            ),
        ];

    private static ImmutableArray<Setting> Hours() =>
        [
            One(
                "hours_clock",
                SettingGroup.Hours,
                "language 24 12",
                SettingShows.Pages,
                "Clock",
                "As the language writes it, 17:30, or 5:30 pm."
            ),
            One("hours_days", SettingGroup.Hours, "long short", SettingShows.Pages, "Names of days", "Monday, or Mon."),
            Yes(
                "hours_closed",
                SettingGroup.Hours,
                "yes",
                SettingShows.Pages,
                "Days on which it is closed",
                "Listed with the others, or left out."
            ),
            Yes(
                "hours_in_head",
                SettingGroup.Hours,
                "yes",
                SettingShows.Pages,
                "Hours in the header",
                "The longest run of days that are alike."
            ),
            Yes("hours_in_foot", SettingGroup.Hours, "yes", SettingShows.Pages, "Hours in the footer", "All days, on every page."),
        ];

    private static ImmutableArray<Setting> Legal() =>
        [
            S(
                    "privacy",
                    SettingGroup.Legal,
                    SettingShape.Text,
                    "{{ business.name }} uses what you send through this site to answer you and to do the work you ask for. It is "
                        + "passed to nobody else and not used for advertising.\n\nMessages are deleted after {{ settings.retention }} "
                        + "months. You may ask at any time what is kept about you, have it corrected or have it deleted.{% if email %} "
                        + "Write to {{ email }}.{% endif %}\n\n{% if settings.counting == \"no\" %}This site sets no tracking cookies "
                        + "and loads nothing from other companies' servers.{% else %}Visits are counted by others only after you have "
                        + "agreed, and not at all otherwise. You can change your mind at the foot of every page.{% endif %}",
                    SettingShows.Pages,
                    "Privacy text",
                    "Stands on every site's privacy page. The country and the kind of business have a text of their own until "
                        + "somebody writes one."
                )
                .OfOwner(),
            S(
                    "terms",
                    SettingGroup.Legal,
                    SettingShape.Text,
                    "Nothing on this site is a binding offer. Work begins when both sides have agreed on what is to be done and "
                        + "what it costs.",
                    SettingShows.Pages,
                    "Terms text",
                    "Stands below the privacy text, or on a page of its own."
                )
                .OfOwner(),
            S(
                    "imprint",
                    SettingGroup.Legal,
                    SettingShape.Text,
                    "{% if legal.name %}{{ legal.name }}{% else %}{{ business.name }}{% endif %}{% if owner.name %}, {{ owner.name "
                        + "}}{% endif %}\n\n{% if place.street %}{{ place.street }}, {% endif %}{% if place.postcode %}{{ place.postcode "
                        + "}} {% endif %}{{ place.town }}{% if phone %}\n\n{{ phone }}{% endif %}{% if email %}\n\n{{ email }}{% endif "
                        + "%}{% if legal.number %}\n\n{{ legal.number }}{% endif %}{% if legal.vat %}\n\n{{ legal.vat }}{% endif %}{% if "
                        + "register.name %}\n\n{{ register.name }}{% if register.body %}, {{ register.body }}{% endif %}{% if "
                        + "register.number %}, {{ register.number }}{% endif %}{% endif %}",
                    SettingShows.Pages,
                    "Legal notice",
                    "Who is behind the site. Comes with countries whose law asks for it, or with a page that is added."
                )
                .OfOwner(),
            S(
                "accessibility",
                SettingGroup.Legal,
                SettingShape.Text,
                "This site is made so that everybody can use it: by keyboard, with a screen reader, at 200 % and more, with motion "
                    + "turned off. It aims at WCAG 2.2, level AA.\n\nIf something keeps you out, say so and it will be put right.{% if "
                    + "email %} Write to {{ email }}.{% endif %}{% if phone %} Or ring {{ phone }}.{% endif %}",
                SettingShows.Pages,
                "Accessibility statement",
                "Stands on the page about accessibility."
            ),
            S(
                "thanks",
                SettingGroup.Legal,
                SettingShape.Text,
                "Your message has come. It is read by a person and answered{% if reply_time %} {{ reply_time }}{% endif %}. Until "
                    + "something has been agreed, nothing has been ordered.",
                SettingShows.Pages,
                "After the form",
                "Stands on the thank-you page, if the site has one."
            ),
            Yes(
                "legal_links",
                SettingGroup.Legal,
                "yes",
                SettingShows.Pages,
                "Links to all legal pages in the footer",
                "With no only the privacy page is linked there."
            ),
        ];

    private static ImmutableArray<Setting> Sharing() =>
        [
            S(
                "card_line",
                SettingGroup.Sharing,
                SettingShape.Line,
                "",
                SettingShows.Pages,
                "Line on the card for shared links",
                "Below the name. Empty says the trade and the town."
            ),
            S(
                    "share_title",
                    SettingGroup.Sharing,
                    SettingShape.Line,
                    "",
                    SettingShows.Pages,
                    "Title of a shared link",
                    "Such as: {{ page.title }}, {{ place.town }}. Empty takes the title of the page."
                )
                .ToPage(),
        ];

    private static string? Tags(string text) =>
        text.Split(',', StringSplitOptions.TrimEntries | StringSplitOptions.RemoveEmptyEntries)
            .FirstOrDefault(t => !System.Text.RegularExpressions.Regex.IsMatch(t, "^[a-z]{2}(-[A-Z]{2})?$"))
            is { } bad
            ? $"“{bad}” is no language tag. Give tags such as de, fr."
            : null;
}
