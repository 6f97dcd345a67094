using System.Collections.Immutable;
using System.Globalization;
using System.Text.Json;
using AngleSharp.Dom;
using Plurimax.Facts;
using Plurimax.Reading.Finders;
using Plurimax.Text;
using Plurimax.Trades;

namespace Plurimax.Reading.Files;

/// <summary>An item of structured data: types and properties, whatever syntax it was written in.</summary>
public sealed class Thing
{
    public List<string> Types { get; } = [];
    public Dictionary<string, List<object>> Properties { get; } = new(StringComparer.OrdinalIgnoreCase);

    public void Add(string property, object value)
    {
        if (!Properties.TryGetValue(property, out var list))
            Properties[property] = list = [];
        if (list.Count < 200)
            list.Add(value);
    }

    public IEnumerable<object> All(params string[] names) => names.SelectMany(n => Properties.GetValueOrDefault(n) ?? []);

    public IEnumerable<string> Texts(params string[] names) =>
        All(names)
            .Select(v => v as string ?? (v as Thing)?.Text("name", "@id", "url"))
            .OfType<string>()
            .Select(s => TextBuilder.Tidy(s).Trim())
            .Where(s => s.Length > 0);

    public string? Text(params string[] names) => Texts(names).FirstOrDefault();

    public IEnumerable<Thing> Things(params string[] names) => All(names).OfType<Thing>();
}

/// <summary>
/// Structured data of a page: JSON-LD 1.1, microdata, RDFa Lite 1.1, h-card microformats, meta and Open Graph, tel: and mailto: links.
/// </summary>
public static class Markup
{
    private static readonly ImmutableHashSet<string> NotABusiness =
    [
        "WebSite",
        "WebPage",
        "Person",
        "Article",
        "BlogPosting",
        "NewsArticle",
        "BreadcrumbList",
        "ListItem",
        "Review",
        "Offer",
        "Service",
        "Product",
        "ImageObject",
        "SearchAction",
        "PostalAddress",
        "OpeningHoursSpecification",
        "AggregateRating",
        "Rating",
        "FAQPage",
        "Question",
        "Answer",
        "ContactPoint",
        "GeoCoordinates",
        "ItemList",
        "OfferCatalog",
        "Event",
        "ContactPage",
        "AboutPage",
        "SiteNavigationElement",
    ];

    public static ImmutableArray<Candidate> Read(IDocument document, string file, WorkBudget budget)
    {
        var found = ImmutableArray.CreateBuilder<Candidate>();
        var things = JsonLd(document)
            .Concat(Items(document, "itemscope", "itemtype", "itemprop"))
            .Concat(Items(document, "typeof", "typeof", "property"))
            .Concat(Cards(document))
            .ToList();
        foreach (var thing in things.Where(IsBusiness).Take(3))
            Business(thing, file, found);
        foreach (var service in things.Where(t => t.Types.Contains("Service")).Take(60))
            if (service.Text("name", "serviceType") is { } n)
                Put("services", new ListValue([n]), .9, "structured data");
        Meta(document, file, found, budget);
        return found.ToImmutable();

        void Put(string fact, FactValue value, double confidence, string rule) =>
            found.Add(new Candidate(fact, value, confidence, new Snippet(file, 0, "", value.Summary(), ""), rule));
    }

    private static bool IsBusiness(Thing t) =>
        t.Types.Count > 0
        && !t.Types.All(NotABusiness.Contains)
        && t.Text("name", "legalName") is not null
        && (
            t.Properties.ContainsKey("telephone")
            || t.Properties.ContainsKey("address")
            || t.Properties.ContainsKey("openingHours")
            || t.Properties.ContainsKey("openingHoursSpecification")
            || t.Properties.ContainsKey("email")
            || t.Properties.ContainsKey("aggregateRating")
            || t.Types.Any(x => x.EndsWith("Business", StringComparison.Ordinal) || x is "Organization")
        );

    private static void Business(Thing t, string file, ImmutableArray<Candidate>.Builder found)
    {
        void Put(string fact, FactValue value, double confidence) =>
            found.Add(new Candidate(fact, value, confidence, new Snippet(file, 0, "", value.Summary(), ""), "structured data"));
        if (t.Text("name") is { Length: <= FactReader.LongestName } name)
            Put("business.name", new TextValue(name), .97);
        if (t.Text("legalName") is { Length: <= FactReader.LongestName } legal)
            Put("legal.name", new TextValue(legal), .95);
        var country = "GB";
        foreach (var a in t.All("address").Take(1))
        {
            if (a is Thing address)
            {
                var land = address.Things("addressCountry").FirstOrDefault()?.Text("name") ?? address.Text("addressCountry");
                var code = address.Text("postalCode");
                country = Places.CountryCode(land) ?? Places.CountryOfPostcode(code, address.Text("addressRegion")) ?? country;
                Put(
                    "place",
                    new AddressValue(
                        address.Text("streetAddress"),
                        address.Text("addressLocality") ?? "",
                        code,
                        address.Text("addressRegion"),
                        country
                    ),
                    .97
                );
            }
            else if (a is string line && AddressFinder.InLine(line) is { } read)
            {
                country = read.Country;
                Put("place", read, .93);
            }
        }
        foreach (var number in t.Texts("telephone").Concat(t.Things("contactPoint").SelectMany(c => c.Texts("telephone"))))
            if (PhoneFinder.Parse(number.Replace("tel:", ""), country) is { } phone)
                Put("phone", phone, .97);
        foreach (var mail in t.Texts("email").Concat(t.Things("contactPoint").SelectMany(c => c.Texts("email"))))
            if (FactReader.ReadEmail(mail.Replace("mailto:", "", StringComparison.OrdinalIgnoreCase)) is { Ok: true, Value: { } m })
                Put("email", new TextValue(m.ToLowerInvariant()), .97);
        if (t.Text("url") is { } url && WebFinder.Clean(url) is { } clean && !WebFinder.IsSocial(clean))
            Put("website", new TextValue(clean), .95);
        foreach (var same in t.Texts("sameAs"))
            if (WebFinder.Clean(same) is { } s)
                Put("social", new ListValue([s]), .95);
        if (Hours(t) is { } hours)
            Put("hours", hours, .97);
        foreach (var r in t.Things("aggregateRating").Take(1))
            if (Number(r.Text("ratingValue")) is { } v && (int?)Number(r.Text("reviewCount", "ratingCount")) is { } n)
                Put(
                    "rating",
                    new RatingValue(Number(r.Text("bestRating")) is { } best and > 5 ? Math.Round(v / best * 5, 2) : v, n, "", ""),
                    .97
                );
        foreach (var founder in t.Texts("founder", "owner"))
            Put("owner.name", new TextValue(founder), .93);
        if (t.Text("foundingDate") is { Length: >= 4 } since && int.TryParse(since.AsSpan(0, 4), out _))
            Put("founded", new TextValue(since[..4]), .96);
        foreach (var l in t.Texts("knowsLanguage", "availableLanguage"))
            if (Languages.Tag(l) is { } tag)
                Put("languages", new ListValue([tag]), .93);
        foreach (var offer in Offers(t))
        {
            var item = offer.Things("itemOffered").FirstOrDefault()?.Text("name") ?? offer.Text("name", "itemOffered");
            if (item is null || item.Length > FactReader.LongestName)
                continue;
            Put("services", new ListValue([item]), .92);
            var specification = offer.Things("priceSpecification").FirstOrDefault() ?? offer;
            if (Number(specification.Text("price", "minPrice") ?? offer.Text("price")) is { } amount)
                Put(
                    "prices",
                    new PricesValue([
                        new PriceLine(
                            item,
                            amount,
                            specification.Text("price") is null && specification.Text("minPrice") is not null,
                            null,
                            specification.Text("priceCurrency") ?? offer.Text("priceCurrency")
                        ),
                    ]),
                    .95
                );
        }
        foreach (var review in t.Things("review").Take(40))
            if (review.Text("reviewBody", "description") is { Length: <= 600 } words)
                Put(
                    "testimonials",
                    new TestimonialsValue([
                        new Testimonial(
                            words,
                            review.Text("author") ?? "",
                            "",
                            review.Text("datePublished") is { Length: >= 7 } d ? d[..7] : "",
                            false
                        ),
                    ]),
                    .9
                );
        foreach (var area in t.Texts("areaServed"))
            Put("area.towns", new ListValue([area]), .9);
        if (t.Text("slogan") is { } slogan)
            Put("selling_points", new ListValue([slogan]), .6);
        if (t.Text("vatID") is { } vat)
            Put("legal.vat", new TextValue(vat), .95);
        foreach (var type in t.Types)
            if (TradeLexicon.BySchema(type) is { } trade)
                Put("trade", new TextValue(trade.Id), .9);
    }

    private static IEnumerable<Thing> Offers(Thing t)
    {
        foreach (var offer in t.Things("makesOffer", "offers"))
            yield return offer;
        foreach (var catalogue in t.Things("hasOfferCatalog", "hasMenu"))
        foreach (var item in Deep(catalogue, 0))
            yield return item;

        static IEnumerable<Thing> Deep(Thing at, int depth) =>
            depth > 4
                ? []
                : at.Things("itemListElement", "hasMenuSection", "hasMenuItem")
                    .SelectMany(i =>
                        i.Properties.ContainsKey("itemListElement") || i.Properties.ContainsKey("hasMenuItem") ? Deep(i, depth + 1)
                        : i.Things("offers").FirstOrDefault() is { } o && i.Text("name") is { } n ? [Named(o, n)]
                        : [i]
                    );
        static Thing Named(Thing offer, string name)
        {
            if (offer.Text("name") is null)
                offer.Add("name", name);
            return offer;
        }
    }

    /// <summary>Hours from openingHoursSpecification or openingHours; dated ones are for single days and left out.</summary>
    private static HoursValue? Hours(Thing t)
    {
        var week = new WeekDraft();
        foreach (var s in t.Things("openingHoursSpecification"))
        {
            if (s.Properties.ContainsKey("validFrom") || s.Properties.ContainsKey("validThrough"))
                continue;
            var days = s.Texts("dayOfWeek")
                .SelectMany(d => d.Split(','))
                .Select(d => HoursWords.SchemaDay(d.Trim()))
                .Where(d => d >= 0)
                .ToList();
            if (days.Count == 0)
                days = [0, 1, 2, 3, 4, 5, 6];
            if (HoursWords.Clock(s.Text("opens")) is not { } from || HoursWords.Clock(s.Text("closes")) is not { } to)
                continue;
            if (from == to && from == 0)
                foreach (var d in days)
                    week.Close(d);
            else
                foreach (var d in days)
                    week.Add(d, from, to);
        }
        if (week.Any)
            return week.Value();
        foreach (var line in t.Texts("openingHours"))
        foreach (
            var part in line.Split([',', ';'], StringSplitOptions.TrimEntries)
                .Aggregate(new List<string>(), (list, p) =>
                {
                    if (list.Count > 0 && !list[^1].Any(char.IsDigit))
                        list[^1] += "," + p;
                    else
                        list.Add(p);
                    return list;
                })
        )
        {
            var m = System.Text.RegularExpressions.Regex.Match(part, @"^([A-Za-z, -]+?)\s+(\d{1,2}:\d{2})\s*[-–]\s*(\d{1,2}:\d{2})$");
            if (!m.Success || HoursWords.Clock(m.Groups[2].Value) is not { } from || HoursWords.Clock(m.Groups[3].Value) is not { } to)
                continue;
            foreach (var d in m.Groups[1].Value.Split(',', StringSplitOptions.TrimEntries))
            {
                var ends = d.Split('-', StringSplitOptions.TrimEntries);
                int a = HoursWords.SchemaDay(ends[0]),
                    b = HoursWords.SchemaDay(ends[^1]);
                if (a >= 0 && b >= 0)
                    for (var i = a; ; i = (i + 1) % 7)
                    {
                        week.Add(i, from, to);
                        if (i == b)
                            break;
                    }
            }
        }
        return week.Any ? week.Value() : null;
    }

    private static void Meta(IDocument document, string file, ImmutableArray<Candidate>.Builder found, WorkBudget budget)
    {
        void Put(string fact, FactValue value, double confidence, string rule) =>
            found.Add(new Candidate(fact, value, confidence, new Snippet(file, 0, "", value.Summary(), ""), rule));
        string? Tag(string key) =>
            document.QuerySelector($"meta[property='{key}'], meta[name='{key}']")?.GetAttribute("content") is { } c
            && TextBuilder.Tidy(c).Trim() is { Length: > 0 } s
                ? s
                : null;
        if (Tag("og:site_name") is { Length: <= FactReader.LongestName } name)
            Put("business.name", new TextValue(name), .9, "Open Graph");
        if (Tag("business:contact_data:phone_number") is { } p && PhoneFinder.Parse(p, "GB") is { } phone)
            Put("phone", phone, .93, "Open Graph");
        if (
            (document.QuerySelector("link[rel=canonical]")?.GetAttribute("href") ?? Tag("og:url")) is { } url
            && WebFinder.Clean(url) is { } site
            && !WebFinder.IsSocial(site)
        )
            Put("website", new TextValue(WebFinder.Home(site)), .88, "canonical address");
        // Links of one element share what stands around them.
        var around = new Dictionary<IElement, string>();
        string Around(IElement a)
        {
            if (a.ParentElement is not { } parent)
                return a.TextContent;
            if (!around.TryGetValue(parent, out var text))
                around[parent] = text = TextBuilder.Tidy(parent.TextContent);
            return text.Length <= 200 ? text : a.TextContent;
        }
        foreach (var a in document.QuerySelectorAll("a[href]"))
        {
            budget.Check();
            var href = a.GetAttribute("href")!.Trim();
            if (href.Length > 400)
                continue;
            var near = Around(a);
            if (href.StartsWith("tel:", StringComparison.OrdinalIgnoreCase))
            {
                if (
                    !Cues.NotTheirs(near)
                    && !Cues.Fax(near)
                    && !CreditLine(a)
                    && PhoneFinder.Parse(Uri.UnescapeDataString(href[4..]), null) is { } number
                )
                    Put("phone", number, .93, "tel: link");
            }
            else if (href.StartsWith("mailto:", StringComparison.OrdinalIgnoreCase))
            {
                if (
                    !Cues.NotTheirs(near)
                    && !CreditLine(a)
                    && FactReader.ReadEmail(Uri.UnescapeDataString(href[7..].Split('?')[0])) is { Ok: true, Value: { } mail }
                )
                    Put("email", new TextValue(mail.ToLowerInvariant()), .93, "mailto: link");
            }
            else if (
                WebFinder.Clean(href) is { } link
                && (WebFinder.IsSocial(link) || (a.GetAttribute("rel") ?? "").Split(' ').Contains("me"))
                && !WebFinder.IsShare(link)
                && !CreditLine(a)
            )
                Put("social", new ListValue([link]), .93, "link to a profile");
        }
    }

    /// <summary>"Site by …" right before a link names the maker of the site.</summary>
    private static bool CreditLine(IElement a)
    {
        var before = "";
        for (var n = a.PreviousSibling; n is not null && before.Length < 60; n = n.PreviousSibling)
            before = n.TextContent + before;
        before = TextBuilder.Tidy(before);
        return Cues.Credit(before.Length > 60 ? before[^60..] : before) || Cues.Credit(a.TextContent);
    }

    public static decimal? Number(string? text) =>
        text is not null
        && decimal.TryParse(text.Trim().Replace(',', '.'), NumberStyles.AllowDecimalPoint, CultureInfo.InvariantCulture, out var d)
            ? d
            : null;

    private static List<Thing> JsonLd(IDocument document)
    {
        var all = new List<Thing>();
        foreach (var script in document.QuerySelectorAll("script[type='application/ld+json']").Take(20))
        {
            try
            {
                using var json = JsonDocument.Parse(
                    script.TextContent.Trim().Trim(';'),
                    new JsonDocumentOptions
                    {
                        AllowTrailingCommas = true,
                        CommentHandling = JsonCommentHandling.Skip,
                        MaxDepth = 32,
                    }
                );
                Top(json.RootElement);
            }
            catch (JsonException)
            { /* a broken block states nothing */
            }
        }
        return all;

        void Top(JsonElement e)
        {
            if (e.ValueKind == JsonValueKind.Array)
                foreach (var item in e.EnumerateArray().Take(100))
                    Top(item);
            else if (e.ValueKind == JsonValueKind.Object)
            {
                if (e.TryGetProperty("@graph", out var graph))
                    Top(graph);
                var thing = Of(e);
                all.Add(thing);
                foreach (var nested in thing.Things("mainEntity", "about", "publisher", "provider", "author").Where(IsBusiness))
                    all.Add(nested);
            }
        }

        static Thing Of(JsonElement e)
        {
            var thing = new Thing();
            foreach (var p in e.EnumerateObject())
                if (p.Name == "@type")
                    thing.Types.AddRange(
                        p.Value.ValueKind == JsonValueKind.Array
                            ? p.Value.EnumerateArray().Select(v => Short(v.ToString()))
                            : [Short(p.Value.ToString())]
                    );
                else
                    Value(thing, p.Name, p.Value);
            return thing;
        }

        static void Value(Thing thing, string name, JsonElement v)
        {
            switch (v.ValueKind)
            {
                case JsonValueKind.Array:
                    foreach (var item in v.EnumerateArray().Take(200))
                        Value(thing, name, item);
                    break;
                case JsonValueKind.Object:
                    if (v.TryGetProperty("@value", out var plain))
                        Value(thing, name, plain);
                    else
                        thing.Add(name, Of(v));
                    break;
                case JsonValueKind.String:
                    thing.Add(name, System.Net.WebUtility.HtmlDecode(v.GetString()!));
                    break;
                case JsonValueKind.Number:
                    thing.Add(name, v.GetRawText());
                    break;
            }
        }
    }

    private static string Short(string type) => type.Split('/', '#', ':')[^1];

    /// <summary>Microdata and RDFa Lite share one shape: an element opens an item, elements below carry its properties.</summary>
    private static IEnumerable<Thing> Items(IDocument document, string opens, string typeName, string propertyName)
    {
        foreach (var root in document.QuerySelectorAll($"[{opens}]").Where(e => !e.HasAttribute(propertyName)).Take(50))
            yield return Item(root, 0);

        Thing Item(IElement e, int depth)
        {
            var thing = new Thing();
            thing.Types.AddRange((e.GetAttribute(typeName) ?? "").Split(' ', StringSplitOptions.RemoveEmptyEntries).Select(Short));
            if (depth < 8)
                foreach (var child in e.Children)
                    Collect(child, thing, depth);
            return thing;
        }

        void Collect(IElement e, Thing into, int depth)
        {
            var names = (e.GetAttribute(propertyName) ?? "")
                .Split(' ', StringSplitOptions.RemoveEmptyEntries)
                .Select(Short)
                .Where(n => n.Length > 0)
                .ToList();
            if (e.HasAttribute(opens))
            {
                var item = Item(e, depth + 1);
                foreach (var n in names)
                    into.Add(n, item);
                return;
            }
            foreach (var n in names)
                into.Add(
                    n,
                    e.GetAttribute("content")
                        ?? e.LocalName switch
                        {
                            "a" or "link" when n is "url" or "sameAs" or "dayOfWeek" or "email" or "telephone" => e.GetAttribute("href")
                                ?? e.TextContent,
                            "link" => e.GetAttribute("href") ?? "",
                            "img" => e.GetAttribute("src") ?? "",
                            "time" => e.GetAttribute("datetime") ?? e.TextContent,
                            "data" or "meter" => e.GetAttribute("value") ?? e.TextContent,
                            _ => e.TextContent,
                        }
                );
            foreach (var child in e.Children)
                Collect(child, into, depth);
        }
    }

    /// <summary>h-card and the older vcard classes, as a thing with schema.org names.</summary>
    private static IEnumerable<Thing> Cards(IDocument document)
    {
        foreach (
            var card in document.QuerySelectorAll(".h-card, .vcard").Where(c => c.ParentElement?.Closest(".h-card, .vcard") is null).Take(5)
        )
        {
            var thing = new Thing();
            thing.Types.Add("Organization");
            string? One(string selector) => card.QuerySelector(selector) is { } e ? Text(e) : null;
            if ((One(".p-org") ?? One(".org") ?? One(".p-name, .fn")) is { } name)
                thing.Add("name", name);
            foreach (
                var e in card.QuerySelectorAll(".p-tel, .tel")
                    .Where(e => !e.ClassName!.Contains("fax", StringComparison.OrdinalIgnoreCase) && !Cues.Fax(e.TextContent))
            )
                thing.Add("telephone", e.GetAttribute("href")?.Replace("tel:", "") ?? e.GetAttribute("value") ?? e.TextContent);
            foreach (var e in card.QuerySelectorAll(".u-email, .email"))
                thing.Add("email", e.GetAttribute("href")?.Replace("mailto:", "") ?? e.TextContent);
            if (card.QuerySelector(".u-url, .url")?.GetAttribute("href") is { } url)
                thing.Add("url", url);
            var address = new Thing();
            foreach (
                var (selector, property) in new[]
                {
                    (".p-street-address, .street-address", "streetAddress"),
                    (".p-locality, .locality", "addressLocality"),
                    (".p-region, .region", "addressRegion"),
                    (".p-postal-code, .postal-code", "postalCode"),
                    (".p-country-name, .country-name", "addressCountry"),
                }
            )
                if (One(selector) is { } part)
                    address.Add(property, part);
            if (address.Properties.Count > 0)
                thing.Add("address", address);
            if (thing.Text("name") is not null)
                yield return thing;
        }

        static string Text(IElement e) =>
            TextBuilder.Tidy(e.GetAttribute("title") is { } t && e.LocalName == "abbr" ? t : e.TextContent).Trim();
    }
}
