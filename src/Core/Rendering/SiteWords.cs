using System.Collections.Concurrent;
using System.Globalization;
using Plurimax.Core.Composing;
using Plurimax.Core.Facts;
using YamlDotNet.RepresentationModel;

namespace Plurimax.Core.Rendering;

/// <summary>The fixed words of a site's own interface in one language: days, labels, errors. Where there are alternates one is chosen per site.</summary>
public sealed class SiteWords
{
    private static readonly ConcurrentDictionary<string, SiteWords> Cache = new();
    private readonly Dictionary<string, string> _words = new(StringComparer.Ordinal);
    private readonly Dictionary<string, string[]> _lists = new(StringComparer.Ordinal);

    public static SiteWords For(string language) => Cache.GetOrAdd(language.Split('-')[0], l => new SiteWords(Content.Text($"copy/{l}/site-words.yaml") ?? Content.Text("copy/en/site-words.yaml")!));

    private SiteWords(string yaml)
    {
        var stream = new YamlStream();
        stream.Load(new StringReader(yaml));
        Walk("", stream.Documents[0].RootNode);
    }

    private void Walk(string path, YamlNode node)
    {
        if (node is YamlMappingNode map) foreach (var (k, v) in map.Children) Walk(path.Length == 0 ? k.ToString() : $"{path}.{k}", v);
        else if (node is YamlSequenceNode list) _lists[path] = [.. list.Select(n => n.ToString())];
        else _words[path] = node.ToString();
    }

    /// <param name="key">Dotted path, "form.name".</param>
    /// <param name="seed">The site, which keeps to one of the alternates.</param>
    /// <param name="values">Fill {{ name }} in the text.</param>
    public string Get(string key, string seed = "", params (string Name, string Value)[] values)
    {
        var text = _words.GetValueOrDefault(key, key);
        if (text.Contains(" | ", StringComparison.Ordinal)) text = Chance.Pick(text.Split(" | "), seed + key);
        foreach (var (name, value) in values) text = text.Replace($"{{{{ {name} }}}}", value);
        return text;
    }

    public string Day(int day) => _lists["days.long"][day];

    public string Time(TimeOnly t) => (t.Hour, t.Minute) switch
    {
        (12, 0) => "noon",
        (23, 59) => "midnight",
        var (h, m) => $"{(h % 12 == 0 ? 12 : h % 12)}{(m > 0 ? $".{m:00}" : "")} {(h < 12 ? "am" : "pm")}",
    };

    public string Spans(IEnumerable<OpenSpan> spans) => string.Join(", ", spans.Select(s => $"{Time(s.From)} – {Time(s.To)}")) is { Length: > 0 } s ? s : Get("hours.closed");

    /// <summary>"Monday to Friday 8.30 am – 5.30 pm, Saturday 9 am – noon".</summary>
    public string Hours(OpeningHours hours) => string.Join(", ", hours.Runs().Where(r => r.Spans.Length > 0).Select(r => $"{Days(r.First, r.Last)} {Spans(r.Spans)}"));

    public string Days(int first, int last) => first == last ? Day(first)
        : Get(last == first + 1 ? "days.pair" : "days.range", "", ("a", Day(first)), ("b", Day(last)));

    public string Money(decimal amount, string country = "GB")
    {
        var sign = country switch { "GB" => "£", "US" => "$", _ => "€" };
        return sign + (amount == decimal.Truncate(amount) ? amount.ToString("#,0", CultureInfo.InvariantCulture) : amount.ToString("#,0.00", CultureInfo.InvariantCulture));
    }

    /// <summary>"2026-10" as "October 2026", "2027-03-31" as "31 March 2027".</summary>
    public string Date(string iso)
    {
        var p = iso.Split('-');
        if (p.Length < 2 || !int.TryParse(p[1], out var month) || month is < 1 or > 12) return iso;
        var name = _lists["months"][month - 1];
        return p.Length > 2 && int.TryParse(p[2], out var day) ? $"{day} {name} {p[0]}" : $"{name} {p[0]}";
    }

    public string List(IReadOnlyList<string> items) => items.Count switch
    {
        0 => "",
        1 => items[0],
        _ => string.Join(", ", items.Take(items.Count - 1)) + $" {Get("list.and")} " + items[^1],
    };
}
