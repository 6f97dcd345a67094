using System.Collections.Immutable;
using Plurimax.Text;
using static Plurimax.Making.Settings.SettingGroup;
using static Plurimax.Making.Settings.SettingShape;
using static Plurimax.Making.Settings.SettingShows;

namespace Plurimax.Making.Settings;

// Money, proofs, the Line, checks, prospects, handoff, and what clients may change.
public static partial class SettingsRegistry
{
    private static ImmutableArray<Setting> Money() =>
        [
            One("currency", SettingGroup.Money, "GBP EUR USD CHF", Pack, "Currency", "Of what the agency charges (ISO 4217).").OfOwner(),
            S(
                    "hosting_fee",
                    SettingGroup.Money,
                    SettingShape.Money,
                    "12",
                    Pack,
                    "Hosting a month",
                    "Before tax. The handoff pack states it."
                )
                .OfOwner(),
            S("care_fee", SettingGroup.Money, SettingShape.Money, "25", Pack, "Care a month", "Before tax. The handoff pack states it.")
                .OfOwner(),
            S("tax_name", SettingGroup.Money, SettingShape.Line, "VAT", Pack, "Name of the tax", "Empty charges none.").OfOwner(),
            S("tax_rate", SettingGroup.Money, Number, "20", Pack, "Tax", "On what the agency charges.").OfOwner() with
            {
                Most = 40,
                Unit = "%",
            },
            S(
                    "quote_text",
                    SettingGroup.Money,
                    SettingShape.Text,
                    "This is what we understood and what it comes to.",
                    Later,
                    "Above a quote",
                    "Opens every quote."
                )
                .OfOwner(),
            N("quote_days", SettingGroup.Money, 30, 1, 365, "days", Later, "A quote holds for", "Then it is made anew.").OfOwner(),
            S(
                    "invoice_text",
                    SettingGroup.Money,
                    SettingShape.Text,
                    "Thank you for the work.",
                    Later,
                    "Below an invoice",
                    "Closes every invoice."
                )
                .OfOwner(),
            N("invoice_days", SettingGroup.Money, 14, 0, 120, "days", Later, "An invoice is due after", "Days from its date.").OfOwner(),
            S("payment", SettingGroup.Money, SettingShape.Text, "", Later, "How to pay", "Account and reference.").OfOwner(),
        ];

    private static ImmutableArray<Setting> Proof() =>
        [
            N(
                    "rounds",
                    SettingGroup.Proof,
                    2,
                    1,
                    20,
                    "rounds",
                    Clients | Work,
                    "Rounds included",
                    "Said to the client with every proof; further ones are counted."
                )
                .OfOwner(),
            N(
                "remind_days",
                SettingGroup.Proof,
                4,
                0,
                60,
                "days",
                Clients | Work,
                "Remind after",
                "A proof without an answer is followed by one mail after so many days; 0 sends none."
            ),
            N(
                "proof_lasts",
                SettingGroup.Proof,
                60,
                1,
                365,
                "days",
                Clients | Work,
                "A proof ends after",
                "Days from sending until the private link ends by itself."
            ),
            S(
                "proof_text",
                SettingGroup.Proof,
                SettingShape.Text,
                "",
                Clients,
                "Words with a proof",
                "In the mail, above how to mark and sign."
            ),
        ];

    private static ImmutableArray<Setting> Line() =>
        [
            N(
                "readiness_bar",
                SettingGroup.Line,
                30,
                0,
                100,
                "%",
                Work,
                "Readiness to leave the Brief",
                "Of the weight of all facts that should be known."
            ) with
            {
                Deepest = SettingLayer.Agency,
                OwnerOnly = true,
            },
            .. new[] { ("brief", 4), ("plan", 2), ("look", 2), ("bench", 5), ("proof", 5), ("launch", 2), ("handoff", 1) }.Select(s =>
                N(
                    $"{s.Item1}_days",
                    SettingGroup.Line,
                    s.Item2,
                    0,
                    120,
                    "days",
                    Work | NewSites,
                    $"Days at {char.ToUpperInvariant(s.Item1[0])}{s.Item1[1..]}",
                    "A site that stays longer is marked on its ticket. All days together give a new site its date."
                )
            ),
        ];

    /// <summary>Rules of preflight whose weight can be chosen. The rest guard what may never go live.</summary>
    public static ImmutableArray<(string Rule, string Standing, string Name)> Weighed =>
        [
            ("open-marks", "warns", "Open marks of the client"),
            ("services-of-the-trade", "warns", "Services nobody has named"),
            ("likeness", "warns", "Reads like another site of ours"),
            ("dead-target", "warns", "Links that lead nowhere"),
            ("claim-unfounded", "warns", "Claims without a fact"),
            ("email-unconfirmed", "warns", "Email not confirmed"),
            ("testimonial-permission", "warns", "Testimonial without permission"),
            ("unconfirmed-fact", "warns", "Facts not confirmed"),
            ("assumption", "warns", "Taken for granted by the copy"),
            ("title-twice", "warns", "Two pages of one title"),
            ("title-length", "warns", "Title too short or long"),
            ("description-length", "warns", "Description too short or long"),
            ("heading-order", "warns", "Headings that skip a level"),
            ("weight", "warns", "Heavy pages"),
            ("unsigned", "blocks", "Not signed off"),
            ("changed-since-signed", "blocks", "Changed since it was signed"),
        ];

    private static ImmutableArray<Setting> Checks() =>
        [
            .. Weighed.Select(w =>
                One(
                        $"check_{w.Rule.Replace('-', '_')}",
                        Preflight,
                        w.Standing == "blocks" ? "blocks warns" : "warns blocks off",
                        Work,
                        w.Name,
                        "Stops a release, is said, or is passed over."
                    )
                    .OfOwner()
            ),
        ];

    private static ImmutableArray<Setting> Prospecting() =>
        [
            S(
                    "promise_prior_rating",
                    SettingGroup.Prospects,
                    Number,
                    "4.2",
                    Work,
                    "Usual rating",
                    "What a business of the region usually has, 1 to 5. Few reviews count as much less than many."
                )
                .OfAgency() with
            {
                Least = 1,
                Most = 5,
            },
            N(
                    "promise_prior_reviews",
                    SettingGroup.Prospects,
                    30,
                    0,
                    1000,
                    "reviews",
                    Work,
                    "Reviews until a rating is believed",
                    "So many reviews of the usual rating are added to everybody's own."
                )
                .OfAgency(),
            N(
                    "promise_rating",
                    SettingGroup.Prospects,
                    60,
                    0,
                    100,
                    "",
                    Work,
                    "Weight of the rating",
                    "Firms without a site of their own stand first whatever the weights; these order the rest."
                )
                .OfAgency(),
            N("promise_reviews", SettingGroup.Prospects, 10, 0, 100, "", Work, "Weight of the number of reviews", "").OfAgency(),
            N("promise_trade", SettingGroup.Prospects, 15, 0, 100, "", Work, "Weight of a trade we have", "").OfAgency(),
            N(
                    "promise_reach",
                    SettingGroup.Prospects,
                    15,
                    0,
                    100,
                    "",
                    Work,
                    "Weight of being reachable",
                    "A phone counts six tenths of it, an email four."
                )
                .OfAgency(),
            N(
                "sample_days",
                SettingGroup.Prospects,
                30,
                1,
                365,
                "days",
                Clients,
                "A sample ends after",
                "Days from sending until the private link ends by itself."
            ),
            S(
                "outreach_subject",
                SettingGroup.Prospects,
                SettingShape.Line,
                OutreachTexts.Subject,
                Clients,
                "Subject of the mail to a prospect",
                "Facts, sample.link, sample.until, agency.name and agency.maker are filled in."
            ),
            S(
                "outreach_body",
                SettingGroup.Prospects,
                SettingShape.Text,
                OutreachTexts.Body,
                Clients,
                "Mail to a prospect",
                "Facts, sample.link, sample.until, agency.name and agency.maker are filled in."
            ),
        ];

    private static ImmutableArray<Setting> Handing() =>
        [
            S(
                "handoff_list",
                SettingGroup.Handoff,
                Lines,
                "",
                Work,
                "Further things before handoff",
                "One a line, beside those that are always on the list."
            ) with
            {
                Rule = t => Letters.Rows(t).Count() > 20 ? "Up to 20 lines fit." : null,
            },
            S(
                "guide_text",
                SettingGroup.Handoff,
                SettingShape.Text,
                "",
                SettingShows.Pack,
                "Words in the client's guide",
                "Stand at its beginning. Facts are filled in."
            ),
        ];

    private static ImmutableArray<Setting> Client() =>
        [
            .. ClientRights.Groups.Select(g => Yes(g.Key, SettingGroup.Client, g.Standing, Work, g.Name, g.Help)),
            S(
                "may_texts",
                SettingGroup.Client,
                Lines,
                "",
                Work,
                "Texts of sections",
                $"Kinds of sections whose texts the client may change, one a line: "
                    + $"{string.Join(", ", ClientRights.TextKinds.Take(6))} and so on. Empty allows none."
            ) with
            {
                Rule = ClientRights.TextsFault,
            },
        ];
}
