using System.Collections.Immutable;
using System.Text;
using System.Text.RegularExpressions;
using Plurimax.Facts;
using Plurimax.Sites;
using Plurimax.Text;
using Plurimax.Trades;

namespace Plurimax.Work.Briefing;

/// <param name="Sure">Somebody vouches for it.</param>
public sealed record BriefLine(string Label, string Text, bool Sure);

/// <param name="Id">Group of facts that the part is answered by.</param>
public sealed record BriefPart(string Id, string Title, ImmutableArray<BriefLine> Lines);

/// <summary>The brief as a document that can be read, sent and agreed: what is known, by part, at one moment.</summary>
/// <param name="TooLarge">Why the job may be too large for a site of this kind; empty if nothing speaks against it.</param>
public sealed partial record BriefDocument(
    string Business,
    string Trade,
    DateOnly Date,
    ImmutableArray<BriefPart> Parts,
    ImmutableArray<string> TooLarge
)
{
    private static readonly (string Id, string Title, string[] Facts)[] Plan =
    [
        (
            "Identity",
            "The business",
            [
                "business.name",
                "known_for",
                "founded",
                "history",
                "owner.name",
                "owner.role",
                "owner.story",
                "team",
                "place",
                "area.towns",
                "area.radius",
                "phone",
                "email",
                "hours",
                "hours_note",
            ]
        ),
        ("Services", "What it offers", ["services", "main_services", "not_offered", "prices", "price_note", "products", "brands"]),
        (
            "Proof",
            "What speaks for it",
            ["selling_points", "rating", "qualification", "register", "insurance", "guarantee", "awards", "testimonials"]
        ),
        ("Aims", "Aims", ["aims"]),
        ("Aims", "Audience", ["audience", "audience_worry"]),
        ("Aims", "Pages and functions", ["pages_wanted", "functions"]),
        ("Aims", "Voice and languages", ["voice", "languages"]),
        ("Brand", "Look in words", ["look_words", "colours", "logo", "type_wishes", "sites_liked"]),
        ("Brand", "Material at hand", ["material"]),
        ("Decisions", "Budget, deadline, decisions", ["budget", "deadline", "decides", "signs_off", "domain_wish", "mail_situation"]),
        ("Legal", "Legal", ["legal.name", "legal.number", "legal.vat", "legal.privacy_contact"]),
    ];

    /// <param name="site">The plan as it stands; its pages are named in the brief.</param>
    public static BriefDocument Of(FactSheet facts, TradeTemplate trade, SiteDocument? site, DateOnly date)
    {
        var catalogue = TradeFacts.Of(trade);
        var parts = ImmutableArray.CreateBuilder<BriefPart>();
        foreach (var (id, title, ids) in Plan)
        {
            var lines = ids.Where(f => facts[f] is not null)
                .Select(f => new BriefLine(
                    catalogue.FirstOrDefault(d => d.Id == f)?.Label ?? f,
                    facts[f]!.Value.Summary(),
                    facts[f]!.Confirmed
                ))
                .ToList();
            if (title == "Pages and functions" && site is not null)
                lines.Insert(
                    0,
                    new BriefLine("Pages planned", string.Join(", ", site.Pages.Where(p => !p.Hidden).Select(p => p.Id)), true)
                );
            if (title == "What it offers")
                lines.AddRange(
                    catalogue
                        .Where(d => d.Group == FactGroup.Trade && facts[d.Id] is not null)
                        .Select(d => new BriefLine(d.Label, facts[d.Id]!.Value.Summary(), facts[d.Id]!.Confirmed))
                );
            parts.Add(new BriefPart(id, title, [.. lines]));
        }
        return new BriefDocument(facts.Name, trade.Names.One, date, parts.ToImmutable(), Reasons(facts));
    }

    /// <summary>
    /// What a small agency's site is not made for: logins, memberships, large shops, integrations (common practice, no source).
    /// </summary>
    public static ImmutableArray<string> Reasons(FactSheet facts)
    {
        var wished = string.Join(
            "\n",
            new[] { "functions", "pages_wanted", "aims" }.Select(f => facts[f]?.Value.Summary()).OfType<string>()
        );
        var found = ImmutableArray.CreateBuilder<string>();
        foreach (
            var (pattern, reason) in new[]
            {
                (Logins(), "customers are to sign in: accounts need care, support and protection of data for as long as the site lives"),
                (Memberships(), "memberships or subscriptions are wanted: that is a product of its own, with payments and rules"),
                (Shops(), "a shop is wanted: more than a handful of products need stock, shipping, returns and tax"),
                (Integrations(), "other systems are to be connected: each breaks when the other side changes"),
            }
        )
            if (pattern.Match(wished) is { Success: true } m)
                found.Add($"“{m.Value.Trim()}”: {reason}.");
        return found.ToImmutable();
    }

    public string ToMarkdown()
    {
        var b = new StringBuilder($"# Brief: {Escape(Business)}\n\n{char.ToUpperInvariant(Trade[0])}{Trade[1..]}, {Date:yyyy-MM-dd}\n");
        foreach (var reason in TooLarge)
            b.Append($"\n> **May be too large:** {Escape(reason)}\n");
        foreach (var part in Parts)
        {
            b.Append($"\n## {part.Title}\n\n");
            if (part.Lines.Length == 0)
                b.Append("Not said yet.\n");
            foreach (var line in part.Lines)
                b.Append($"- **{line.Label}:** {Escape(line.Text)}{(line.Sure ? "" : " *(to be confirmed)*")}\n");
        }
        return b.ToString();

        static string Escape(string s) => MarkdownSigns().Replace(s.ReplaceLineEndings(" "), @"\$0");
    }

    public string ToHtml()
    {
        var parts = Html.Join(
            Parts.Select(p =>
                p.Lines.Length == 0
                    ? Html.Of($"<h2>{p.Title}</h2><p>Not said yet.</p>")
                    : Html.Of(
                        $"<h2>{p.Title}</h2><dl>"
                            + $"{Html.Join(p.Lines.Select(l =>
                                Html.Of($"<dt>{l.Label}{(l.Sure ? "" : " (to be confirmed)")}</dt><dd>{l.Text}</dd>")))}"
                            + $"</dl>"
                    )
            )
        );
        var large = Html.Join(TooLarge.Select(r => Html.Of($"<p class=\"large\">May be too large: {r}</p>")));
        return Html.Of(
                $"<!doctype html><html lang=\"en\"><head><meta charset=\"utf-8\"><meta name=\"viewport\" "
                    + $"content=\"width=device-width, initial-scale=1\"><title>Brief: {Business}</title><style>body{{font:16px/1.5 "
                    + $"Georgia,serif;max-width:42em;margin:2em auto;padding:0 "
                    + $"1em}}h1,h2,dt{{font-family:system-ui,sans-serif}}h2{{margin-top:1.6em;border-bottom:1px solid "
                    + $"#999}}dt{{font-weight:600;margin-top:.6em}}dd{{margin:0;white-space:pre-line}}.large{{border-left:4px solid "
                    + $"#b23412;padding-left:.8em}}</style></head><body><h1>Brief: {Business}</h1><p>{Trade}, "
                    + $"{Date.ToString("yyyy-MM-dd")}</p>{large}{parts}</body></html>"
            )
            .ToString()!;
    }

    [GeneratedRegex(@"[\\`*_{}\[\]<>#|]")]
    private static partial Regex MarkdownSigns();

    [GeneratedRegex(
        @"[^,;\n]*\b(?:customer log-?ins?|log-?ins?|sign[- ]?in|user accounts?|customer accounts?|customer area|portal|password)\b[^,;\n]*",
        RegexOptions.IgnoreCase
    )]
    private static partial Regex Logins();

    [GeneratedRegex(@"[^,;\n]*\b(?:memberships?|members'? area|subscriptions?|paywall)\b[^,;\n]*", RegexOptions.IgnoreCase)]
    private static partial Regex Memberships();

    [GeneratedRegex(
        @"[^,;\n]*\b(?:online shop|web ?shop|shop\b|store|checkout|cart|sell online|\d{3,} products)\b[^,;\n]*",
        RegexOptions.IgnoreCase
    )]
    private static partial Regex Shops();

    [GeneratedRegex(
        @"[^,;\n]*\b(?:integrat\w+|API|CRM|ERP|sync(?:hronis\w+)? with|connect(?:ed)? to|stock system|booking system of)\b[^,;\n]*",
        RegexOptions.IgnoreCase
    )]
    private static partial Regex Integrations();
}
