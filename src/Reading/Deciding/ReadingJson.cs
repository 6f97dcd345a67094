using System.Text.Encodings.Web;
using System.Text.Json;
using System.Text.Json.Nodes;
using Plurimax.Facts;

namespace Plurimax.Reading.Deciding;

/// <summary>
/// A reading as JSON. Phones in E.164, countries ISO 3166-1 alpha-2, languages BCP 47, money ISO 4217, days and times as schema.org writes
/// them.
/// A fact that was not found is left out.
/// </summary>
public static class ReadingJson
{
    private static readonly JsonSerializerOptions Options = new()
    {
        WriteIndented = true,
        Encoder = JavaScriptEncoder.UnsafeRelaxedJsonEscaping,
    };

    public static string Write(FactReading reading) => Of(reading).ToJsonString(Options);

    public static JsonObject Of(FactReading r)
    {
        var o = new JsonObject();
        if (r.Best<TextValue>("business.name") is { } name)
            o["name"] = name.Text;
        if (r.Trade is { } trade && r["trade"]?.Best is { Confidence: >= .4 } said)
        {
            // As the client says it: the kind of business is kept where no template fits.
            o["trade"] = said.Snippet.Match.Length > 2 ? said.Snippet.Match : trade.Names[0];
            o["template"] = trade.Id;
            o["kind"] = Kebab(trade.Kind.ToString());
        }
        if (r.Best<TextValue>("trade.words") is { } words)
            o["trade"] = words.Text;
        Many(o, "phones", r.All<PhoneValue>("phone").Select(p => p.E164));
        Many(o, "emails", r.All<TextValue>("email").Select(t => t.Text));
        if (r.Best<TextValue>("website", .55) is { } site)
            o["website"] = site.Text;
        if (r.Best<AddressValue>("place") is { } a)
        {
            if (a.Street is { Length: > 0 })
                o["street"] = a.Street;
            if (a.Town.Length > 0)
                o["locality"] = a.Town;
            if (a.Region is { Length: > 0 })
                o["region"] = a.Region;
            if (a.Postcode is { Length: > 0 })
                o["postal_code"] = a.Postcode;
            o["country"] = a.Country;
        }
        if (r.Best<HoursValue>("hours") is { } hours)
        {
            var spans = Spans(hours);
            if (spans.Count > 0)
                o["hours"] = spans;
            Many(o, "closed_days", hours.Closed.Select(d => HoursWords.English[d]));
        }
        Many(o, "services", r.All<ListValue>("services").SelectMany(l => l.Items));
        var prices = new JsonArray([
            .. r.All<PricesValue>("prices")
                .SelectMany(p => p.Lines)
                .Where(l => l.Amount is not null)
                .Select(l => new JsonObject
                {
                    ["item"] = l.Service,
                    ["amount"] = l.Amount,
                    ["currency"] = l.Currency,
                    ["note"] = l.From
                        ? l.Note is null
                            ? "from"
                            : $"from, {l.Note}"
                        : l.Note,
                }),
        ]);
        if (prices.Count > 0)
            o["prices"] = prices;
        Many(o, "social", r.All<ListValue>("social").SelectMany(l => l.Items));
        if (r.Best<RatingValue>("rating") is { } rating)
        {
            o["rating"] = rating.Value;
            if (rating.Count > 0)
                o["review_count"] = rating.Count;
        }
        if (r.Best<TextValue>("founded") is { } founded && int.TryParse(founded.Text, out var year))
            o["founded"] = year;
        if (r.Best<TextValue>("owner.name") is { } owner)
            o["owner"] = owner.Text;
        Many(o, "selling_points", r.All<ListValue>("selling_points").SelectMany(l => l.Items));
        Many(o, "languages", r.All<ListValue>("languages").SelectMany(l => l.Items));
        return o;
    }

    private static void Many(JsonObject o, string key, IEnumerable<string> values)
    {
        var array = new JsonArray([.. values.Distinct().Select(v => (JsonNode?)JsonValue.Create(v))]);
        if (array.Count > 0)
            o[key] = array;
    }

    /// <summary>Spans by opening and closing time with the days they hold on; one past midnight is one span.</summary>
    private static JsonArray Spans(HoursValue value)
    {
        var spans = new List<(int Day, string Opens, string Closes)>();
        for (var d = 0; d < 7; d++)
            foreach (var s in value.Hours.Days[d])
                spans.Add((d, s.From.ToString("HH\\:mm"), s.To.ToString("HH\\:mm")));
        foreach (var late in value.Late)
        {
            spans.RemoveAll(s => s.Day == late.Day && s.Opens == late.Opens);
            spans.RemoveAll(s => s.Day == (late.Day + 1) % 7 && s.Opens == "00:00" && s.Closes == late.Closes);
            spans.Add((late.Day, late.Opens, late.Closes));
        }
        return new JsonArray([
            .. spans
                .OrderBy(s => s.Day)
                .ThenBy(s => s.Opens)
                .GroupBy(s => (s.Opens, s.Closes))
                .Select(g => new JsonObject
                {
                    ["days"] = new JsonArray([.. g.Select(s => (JsonNode?)JsonValue.Create(HoursWords.English[s.Day]))]),
                    ["opens"] = g.Key.Opens,
                    ["closes"] = g.Key.Closes,
                }),
        ]);
    }

    private static string Kebab(string name) =>
        string.Concat(
            name.Select((c, i) => char.IsUpper(c) && i > 0 ? "-" + char.ToLowerInvariant(c) : char.ToLowerInvariant(c).ToString())
        );
}
