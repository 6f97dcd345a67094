using System.Collections.Immutable;
using Plurimax.Text;
using static Plurimax.Making.Settings.SettingShape;
using static Plurimax.Making.Settings.SettingShows;

namespace Plurimax.Making.Settings;

// Forms, search engines, counting, domains.
public static partial class SettingsRegistry
{
    private static ImmutableArray<Setting> Forms() =>
        [
            S("form_to", SettingGroup.Forms, Email, "", SettingShows.Forms, "Messages go to", "Empty sends them to the client's email."),
            S("form_copy", SettingGroup.Forms, Email, "", SettingShows.Forms, "Copy of messages", "A second address; empty sends none."),
            S(
                "form_subject",
                SettingGroup.Forms,
                SettingShape.Line,
                "Enquiry from {{ form.name }}",
                SettingShows.Forms,
                "Subject of that mail",
                "form.name and facts are filled in."
            ),
            S(
                "form_answer",
                SettingGroup.Forms,
                SettingShape.Text,
                "",
                SettingShows.Forms,
                "Answer to the sender",
                "Mailed at once to whoever wrote. Empty mails nothing."
            ),
            One(
                "form_phone",
                SettingGroup.Forms,
                "asked needed no",
                SettingShows.Pages | SettingShows.Forms,
                "Phone in the form",
                "Asked, needed, or not asked."
            ),
            S(
                "form_note",
                SettingGroup.Forms,
                SettingShape.Line,
                "",
                SettingShows.Pages,
                "Line at the form",
                "Such as: We answer {{ reply_time }}."
            ),
            Yes(
                "consent_needed",
                SettingGroup.Forms,
                "yes",
                SettingShows.Pages | SettingShows.Forms,
                "Consent is asked for",
                "A box to tick; with no the sentence stands without one."
            ),
            S(
                "consent",
                SettingGroup.Forms,
                SettingShape.Line,
                "You may use these details to answer this enquiry.",
                SettingShows.Pages | SettingShows.Forms,
                "Consent at the form",
                "The sentence beside the box to tick."
            ),
            N(
                "retention",
                SettingGroup.Forms,
                12,
                1,
                120,
                "months",
                SettingShows.Pages | SettingShows.Forms,
                "Enquiries kept for",
                "Until an enquiry and the mail about it are deleted. The privacy text states it."
            ),
            N(
                "form_seconds",
                SettingGroup.Forms,
                3,
                0,
                60,
                "seconds",
                SettingShows.Forms,
                "Least time to fill the form",
                "Whoever is faster is a program and asked once more."
            ),
            N(
                "form_most",
                SettingGroup.Forms,
                8,
                1,
                100,
                "in ten minutes",
                SettingShows.Forms,
                "Messages from one address",
                "More are asked to wait."
            ),
            N(
                "form_links",
                SettingGroup.Forms,
                5,
                0,
                50,
                "links",
                SettingShows.Forms,
                "Links in a message",
                "With more it is taken for advertising and kept aside, not mailed."
            ),
            S(
                "form_blocked",
                SettingGroup.Forms,
                Lines,
                "",
                SettingShows.Forms,
                "Words of advertising",
                "One a line. A message that holds one is kept aside, not mailed."
            ),
        ];

    private static ImmutableArray<Setting> Finding() =>
        [
            S(
                    "title_pattern",
                    SettingGroup.Finding,
                    SettingShape.Line,
                    "",
                    SettingShows.Pages,
                    "Titles",
                    "For pages without a title of their own, such as: {{ page.name }} in {{ place.town }} | {{ business.name }}."
                )
                .ToPage(),
            S(
                    "title_end",
                    SettingGroup.Finding,
                    SettingShape.Line,
                    "",
                    SettingShows.Pages,
                    "End of every title",
                    "Such as: | {{ place.town }}. Left away where the title holds it already."
                )
                .ToPage(),
            S(
                    "description_pattern",
                    SettingGroup.Finding,
                    SettingShape.Line,
                    "",
                    SettingShows.Pages,
                    "Descriptions",
                    "For pages without one. Empty takes the first sentences."
                )
                .ToPage(),
            Yes(
                    "index",
                    SettingGroup.Finding,
                    "yes",
                    SettingShows.Pages,
                    "Search engines may list it",
                    "With no, a mark in the page and the robots file turn them away."
                )
                .ToPage(),
            Yes("sitemap", SettingGroup.Finding, "yes", SettingShows.Pages, "Site map file", "Lists the pages for search engines."),
            S(
                "robots_extra",
                SettingGroup.Finding,
                Lines,
                "",
                SettingShows.Pages,
                "Further lines of the robots file",
                "As RFC 9309 has them, such as: Disallow: /files/"
            ) with
            {
                Rule = Robots,
            },
            S(
                "verification",
                SettingGroup.Finding,
                Lines,
                "",
                SettingShows.Pages,
                "Verification codes",
                "One a line: name = code. Written into the head of every page."
            ) with
            {
                Rule = Pairs,
            },
            Yes(
                "structured",
                SettingGroup.Finding,
                "yes",
                SettingShows.Pages,
                "Data for search engines",
                "The business as schema.org data on the first page."
            ),
        ];

    private static ImmutableArray<Setting> Visitors() =>
        [
            S(
                    "analytics",
                    SettingGroup.Visitors,
                    SettingShape.Line,
                    "",
                    SettingShows.Pages,
                    "Analytics code",
                    "Written into the head of every page for the client's own counter to read; no script is added. Empty writes nothing."
                )
                .ToPage(),
            S(
                    "counter",
                    SettingGroup.Visitors,
                    Web,
                    "",
                    SettingShows.Pages,
                    "Script of a counter",
                    "Loaded only after the visitor has agreed. Empty counts nobody."
                )
                .OfOwner(),
            S(
                "pixels",
                SettingGroup.Visitors,
                Lines,
                "",
                SettingShows.Pages,
                "Pixels",
                "Addresses of further scripts, one a line. Loaded only after the visitor has agreed."
            ) with
            {
                Rule = Addresses,
                OwnerOnly = true,
            },
            S(
                "consent_text",
                SettingGroup.Visitors,
                SettingShape.Line,
                "",
                SettingShows.Pages,
                "Question to the visitor",
                "Asked where something is counted. Empty asks in the words of the site's language."
            ),
            N(
                "consent_days",
                SettingGroup.Visitors,
                180,
                1,
                395,
                "days",
                SettingShows.Pages,
                "An answer holds for",
                "Then the visitor is asked again."
            ),
        ];

    private static ImmutableArray<Setting> Names() =>
        [
            S("name_servers", SettingGroup.Names, Lines, "ns1.names.example\nns2.names.example", Pack, "Name servers", "One a line.") with
            {
                Rule = ZoneFile.HostsFault,
            },
            S(
                "records",
                SettingGroup.Names,
                Lines,
                "@ A 192.0.2.80\nwww A 192.0.2.80",
                Pack,
                "Records of the website",
                "One a line: name type value (RFC 1035). @ is the domain itself."
            ) with
            {
                Rule = ZoneFile.RecordsFault,
            },
            S(
                "mail_records",
                SettingGroup.Names,
                Lines,
                "@ MX 0 .\n@ TXT \"v=spf1 -all\"",
                Pack,
                "Records for mail",
                "One a line. The default says that no mail is sent or taken."
            ) with
            {
                Rule = ZoneFile.RecordsFault,
            },
            N("ttl", SettingGroup.Names, 3600, 60, 604800, "seconds", Pack, "TTL", "How long others remember a record."),
            N(
                "ttl_move",
                SettingGroup.Names,
                300,
                60,
                86400,
                "seconds",
                Pack,
                "TTL before a move",
                "Of the website's records until the site stands there, so that a change shows soon."
            ),
            S(
                "caa",
                SettingGroup.Names,
                Lines,
                "authority.example",
                Pack,
                "Who may issue certificates",
                "One a line, as CAA records (RFC 8659). Empty lets anybody."
            ) with
            {
                Rule = ZoneFile.HostsFault,
            },
        ];

    private static string? Pairs(string text) =>
        Letters
            .Rows(text)
            .FirstOrDefault(l => !System.Text.RegularExpressions.Regex.IsMatch(l, @"^[A-Za-z0-9._:-]{1,80}\s*=\s*[^""<>]{1,200}$"))
            is { } bad
            ? $"“{Cut(bad)}” is not name = code."
            : null;

    private static string? Robots(string text) =>
        Letters
            .Rows(text)
            .FirstOrDefault(l =>
                !System.Text.RegularExpressions.Regex.IsMatch(
                    l,
                    @"^(User-agent|Allow|Disallow|Sitemap|Crawl-delay|#)\s*:?.*$",
                    System.Text.RegularExpressions.RegexOptions.IgnoreCase
                )
            )
            is { } bad
            ? $"“{Cut(bad)}” is no line of a robots file."
            : null;

    private static string? Addresses(string text) =>
        Letters.Rows(text).FirstOrDefault(l => !Setting.IsWeb(l)) is { } bad
            ? $"“{Cut(bad)}” is no whole address such as https://count.example/c.js."
            : null;

    private static string Cut(string s) => Letters.Cut(s, 50);
}
