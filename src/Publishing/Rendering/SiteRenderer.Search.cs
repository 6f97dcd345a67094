using System.Collections.Immutable;
using System.Text;
using System.Text.Json;
using Plurimax.Design.Wordmarks;
using Plurimax.Facts;
using Plurimax.Making.Settings;
using Plurimax.Publishing.Sections;
using Plurimax.Sites;
using Plurimax.Text;
using Plurimax.Trades;

namespace Plurimax.Publishing.Rendering;

/// <content>What search engines and link previews read of a site: titles, descriptions, languages, the map and structured data.</content>
public static partial class SiteRenderer
{
    private static readonly JsonSerializerOptions Ld = new() { Encoder = System.Text.Encodings.Web.JavaScriptEncoder.Default };

    /// <summary>Title and description of a page as a search engine would show them.</summary>
    public static (string Title, string Description) Snippet(
        SiteDocument site,
        Page page,
        TradeTemplate trade,
        FactSheet facts,
        RenderSettings settings
    )
    {
        facts = SettingsDress.Shown(facts, settings.Settings);
        var (_, text) = SiteTexts.For(site, page.Language ?? site.Language, trade, facts, settings.Settings);
        var own = settings.For(page).Settings;
        return (Title(text, page, facts, own), Description(text, page, own));
    }

    /// <summary>
    /// The title somebody wrote; else by the pattern of the settings; else the one that was composed. With the end that all titles have.
    /// </summary>
    private static string Title(TextEngine text, Page page, FactSheet facts, ImmutableDictionary<string, string> settings)
    {
        var composed = text.Plain(page.Title) is { Length: > 0 } t ? t : $"{text.Plain(page.Menu)} | {facts.Name}";
        string Patterned(string key) =>
            settings.GetValueOrDefault(key) is { Length: > 0 } pattern ? text.Pattern(pattern, text.Plain(page.Menu), composed) : "";
        var title = !page.Title.Kept && Patterned("title_pattern") is { Length: > 0 } p ? p : composed;
        return
            Patterned("title_end") is { Length: > 0 } end
            && !title.Contains(end.TrimStart('|', '-', ',', ' '), StringComparison.OrdinalIgnoreCase)
            ? $"{title}{(end[0] == ',' ? "" : " ")}{end}"
            : title;
    }

    /// <summary>What stands on the card for shared links.</summary>
    private static MarkWords Card(RenderContext c, MarkWords mark) =>
        c.Set("card_line") is { Length: > 0 } line && c.Text.Letter(line).Trim() is { Length: > 0 } own
            ? mark with
            {
                Place = Letters.Cut(own, 60),
            }
            : mark;

    /// <summary>
    /// The page's own description, else the first sentences of its texts, cut at a sentence or word under 156 characters.
    /// </summary>
    private static string Description(TextEngine text, Page page, ImmutableDictionary<string, string> settings)
    {
        var own = text.Plain(page.Description);
        if (
            !page.Description.Kept
            && settings.GetValueOrDefault("description_pattern") is { Length: > 0 } pattern
            && text.Pattern(pattern, text.Plain(page.Menu), text.Plain(page.Title)) is { Length: > 0 } said
        )
            return said;
        if (own.Length > 0)
            return own;
        var texts = page
            .Sections.Where(s => !s.Hidden)
            .SelectMany(s => s.Content.Passages())
            .Where(p => p.Path.EndsWith("text", StringComparison.Ordinal) && text.Stands(p.Passage))
            .Select(p => text.Plain(p.Passage).ReplaceLineEndings(" "))
            .Where(t => t.Length > 24);
        var first = "";
        foreach (var t in texts)
        {
            first = first.Length == 0 ? t : $"{first} {t}";
            if (first.Length >= 90)
                break;
        }
        if (first.Length <= 155)
            return first;
        var cut = first.LastIndexOf(". ", 155, StringComparison.Ordinal);
        return cut > 60 ? first[..(cut + 1)] : first[..first.LastIndexOf(' ', 152)].TrimEnd(',', ';', ':') + "…";
    }

    /// <summary>
    /// Tells search engines where the page stands in the other languages; the site's own language is for all others (hreflang, x-default).
    /// </summary>
    private static Html Alternates(RenderContext c)
    {
        var same = c.Versions.Where(v => v.Same).ToList();
        if (same.Count < 2)
            return Html.Empty;
        string Url(string file) =>
            c.Settings.BaseUrl
            + (
                file == "index.html" ? ""
                : file.EndsWith("/index.html", StringComparison.Ordinal) ? file[..^"index.html".Length]
                : file
            );
        return Html.Of(
            $"{same.Select(v => Html.Of($"<link rel=\"alternate\" hreflang=\"{v.Language}\" href=\"{Url(v.File)}\">\n"))}<link "
                + $"rel=\"alternate\" hreflang=\"x-default\" href=\"{Url(same[0].File)}\">\n"
        );
    }

    private static string SiteMap(SiteDocument site, RenderSettings settings)
    {
        var b = new StringBuilder(
            "<?xml version=\"1.0\" encoding=\"UTF-8\"?>\n<urlset xmlns=\"http://www.sitemaps.org/schemas/sitemap/0.9\">\n"
        );
        foreach (var p in site.Pages.Where(p => !p.Hidden && !p.Unlisted))
        {
            var isFolder = p.File == "index.html" || p.File.EndsWith("/index.html", StringComparison.Ordinal);
            var address = settings.BaseUrl + (isFolder ? p.File[..^"index.html".Length] : p.File);
            b.Append($"<url><loc>{Html.Encode(address)}</loc></url>\n");
        }
        return b.Append("</urlset>\n").ToString();
    }

    /// <summary>schema.org data of the business: only what the site itself states.</summary>
    public static string StructuredData(TradeTemplate trade, FactSheet facts, string url)
    {
        var d = new Dictionary<string, object?>
        {
            ["@context"] = "https://schema.org",
            ["@type"] = trade.Schema,
            ["@id"] = url + "#business",
            ["name"] = facts.Name,
            ["url"] = url,
        };
        if (facts.Public<PhoneValue>("phone") is { } p)
            d["telephone"] = p.E164;
        if (facts.Public<TextValue>("email") is { } m)
            d["email"] = m.Text;
        if (facts.Public<TextValue>("founded") is { } y)
            d["foundingDate"] = y.Text;
        if (facts.Public<AddressValue>("place") is { } a)
            d["address"] = new[]
            {
                ("@type", (object?)"PostalAddress"),
                ("streetAddress", a.Street),
                ("addressLocality", a.Town),
                ("postalCode", a.Postcode),
                ("addressRegion", a.Region),
                ("addressCountry", a.Country),
            }
                .Where(x => x.Item2 is not null)
                .ToDictionary(x => x.Item1, x => x.Item2);
        if (facts.Public<HoursValue>("hours")?.Hours is { AnyOpen: true } h)
            d["openingHoursSpecification"] = h
                .Days.SelectMany(
                    (spans, i) =>
                        spans.Select(s => new Dictionary<string, object?>
                        {
                            ["@type"] = "OpeningHoursSpecification",
                            ["dayOfWeek"] = "https://schema.org/" + DayNames[i],
                            ["opens"] = s.From.ToString("HH:mm"),
                            ["closes"] = s.To.ToString("HH:mm"),
                        })
                )
                .ToArray();
        if (facts.Public<ListValue>("area.towns") is { } t)
            d["areaServed"] = t.Items.ToArray();
        if (facts.Public<ListValue>("social") is { } s2)
            d["sameAs"] = s2.Items.ToArray();
        return JsonSerializer.Serialize(d, Ld);
    }

    private static string StructuredData(RenderContext c) => StructuredData(c.Trade, c.Facts, c.Settings.BaseUrl);

    private static readonly string[] DayNames = ["Monday", "Tuesday", "Wednesday", "Thursday", "Friday", "Saturday", "Sunday"];
}
