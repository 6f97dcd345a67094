using System.Collections.Concurrent;
using System.Globalization;
using Plurimax.Text;
using YamlDotNet.RepresentationModel;

namespace Plurimax.Facts;

/// <summary>
/// The fixed words of a site's own interface in one language and country: days, labels, errors, and how figures, dates and hours are
/// written.
/// Where there are alternates one is chosen per site. A key with a country after it, "date.form.us", goes before the plain one.
/// </summary>
public sealed class SiteWords
{
    /// <summary>Languages whose fixed words are there, as ISO 639-1.</summary>
    public static readonly IReadOnlyList<string> Languages = ["en", "de", "fr", "es", "it", "nl"];

    private static readonly ConcurrentDictionary<string, SiteWords> Cache = new(StringComparer.OrdinalIgnoreCase);
    private readonly Dictionary<string, string> _words = new(StringComparer.Ordinal);
    private readonly Dictionary<string, string[]> _lists = new(StringComparer.Ordinal);
    private readonly string _country;
    private readonly SiteWords? _otherwise;
    private readonly string _hoursClock = "language";
    private readonly bool _shortDays;

    /// <summary>ISO 639-1, lower case.</summary>
    public string Language { get; }

    /// <param name="language">A language tag (RFC 5646), "de-CH". A language without words of its own is given English ones.</param>
    public static SiteWords For(string language) => Cache.GetOrAdd(language, static l =>
        {
            var parts = l.Split('-');
            var code = parts[0].ToLowerInvariant();
            var own = Languages.Contains(code) ? code : "en";
            return new SiteWords(own, parts.Length > 1 ? parts[^1].ToLowerInvariant() : "", own == "en" ? null : For("en"));
        });

    private SiteWords(string language, string country, SiteWords? otherwise)
    {
        (Language, _country, _otherwise) = (language, country, otherwise);
        var stream = new YamlStream();
        stream.Load(new StringReader(Content.Text($"copy/{language}/site-words.yaml")!));
        Walk("", stream.Documents[0].RootNode);
    }

    private SiteWords(SiteWords from, string clock, bool shortDays)
    {
        (Language, _country, _otherwise, _words, _lists) = (from.Language, from._country, from._otherwise, from._words, from._lists);
        (_hoursClock, _shortDays) = (clock, shortDays);
    }

    /// <summary>The same words, with clock and days as the settings would have them written.</summary>
    public SiteWords Written(IReadOnlyDictionary<string, string> settings)
    {
        string clock = settings.GetValueOrDefault("hours_clock", "language"),
            days = settings.GetValueOrDefault("hours_days", "long");
        return clock == "language" && days == "long" ? this : new SiteWords(this, clock, days == "short");
    }

    private void Walk(string path, YamlNode node)
    {
        if (node is YamlMappingNode map)
            foreach (var (k, v) in map.Children)
                Walk(path.Length == 0 ? k.ToString() : $"{path}.{k}", v);
        else if (node is YamlSequenceNode list)
            _lists[path] = [.. list.Select(n => n.ToString())];
        else
            _words[path] = node.ToString();
    }

    private string? Find(string key) =>
        _words.TryGetValue($"{key}.{_country}", out var local) || _words.TryGetValue(key, out local) ? local : null;

    public bool Has(string key) => Find(key) is not null;

    /// <param name="key">Dotted path, "form.name".</param>
    /// <param name="seed">The site, which keeps to one of the alternates.</param>
    /// <param name="values">Fill {{ name }} in the text.</param>
    public string Get(string key, string seed = "", params (string Name, string Value)[] values)
    {
        var text = Find(key);
        if (text is null)
            return _otherwise?.Get(key, seed, values) ?? key;
        if (text.Contains(" | ", StringComparison.Ordinal) && !text.Contains("{{ business", StringComparison.Ordinal))
            text = Chance.Pick(text.Split(" | "), seed + key);
        foreach (var (name, value) in values)
            text = text.Replace($"{{{{ {name} }}}}", value);
        return text;
    }

    public string Day(int day) => _lists[_shortDays && _lists.ContainsKey("days.short") ? "days.short" : "days.long"][day];

    /// <summary>"8.30 am", "8.30 Uhr", "8 h 30".</summary>
    public string Time(TimeOnly t) =>
        _hoursClock == "24" ? t.ToString("HH:mm", CultureInfo.InvariantCulture)
        : _hoursClock == "12" ? Twelve(t)
        : Named(t) ?? Clock(t, "clock.at", "clock.hour");

    /// <summary>"8.30 am – 6 pm", "8.30 – 18 Uhr", "de 8:30 a 18:00".</summary>
    public string Span(OpenSpan s)
    {
        if (_hoursClock == "24")
            return $"{s.From.ToString("HH:mm", CultureInfo.InvariantCulture)} – {s.To.ToString("HH:mm", CultureInfo.InvariantCulture)}";
        if (_hoursClock == "12")
            return $"{Twelve(s.From)} – {Twelve(s.To)}";
        string End(TimeOnly t) =>
            Named(t) ?? (Has("clock.bare") ? Clock(t, "clock.bare", "clock.bare_hour") : Clock(t, "clock.at", "clock.hour"));
        return Find("clock.span")!.Replace("{a}", End(s.From)).Replace("{b}", End(s.To));
    }

    private static string Twelve(TimeOnly t) =>
        $"{(t.Hour % 12 == 0 ? 12 : t.Hour % 12)}{(t.Minute > 0 ? ":" + t.Minute.ToString("00", CultureInfo.InvariantCulture) : "")}"
        + $" {(t.Hour < 12 ? "am" : "pm")}";

    private string? Named(TimeOnly t) =>
        (t.Hour, t.Minute) switch
        {
            (12, 0) => Find("clock.noon"),
            (23, 59) => Find("clock.midnight"),
            _ => null,
        };

    private string Clock(TimeOnly t, string full, string hour) =>
        Find(t.Minute > 0 ? full : hour)!
            .Replace("{h12}", (t.Hour % 12 == 0 ? 12 : t.Hour % 12).ToString(CultureInfo.InvariantCulture))
            .Replace("{h}", t.Hour.ToString(CultureInfo.InvariantCulture))
            .Replace("{mm}", t.Minute.ToString("00", CultureInfo.InvariantCulture))
            .Replace("{ap}", t.Hour < 12 ? "am" : "pm");

    public string Spans(IEnumerable<OpenSpan> spans) =>
        string.Join(", ", spans.Select(Span)) is { Length: > 0 } s ? s : Get("hours.closed");

    /// <summary>"Monday to Friday 8.30 am – 5.30 pm, Saturday 9 am – noon".</summary>
    public string Hours(OpeningHours hours) =>
        string.Join(", ", hours.Runs().Where(r => r.Spans.Length > 0).Select(r => $"{Days(r.First, r.Last)} {Spans(r.Spans)}"));

    public string Days(int first, int last) =>
        first == last ? Day(first) : Get(last == first + 1 ? "days.pair" : "days.range", "", ("a", Day(first)), ("b", Day(last)));

    /// <summary>A sum as the language writes it: no decimals where there are none.</summary>
    /// <param name="country">ISO 3166-1 alpha-2 of the business; decides the currency.</param>
    public string Money(decimal amount, string country = "GB")
    {
        var sign = country switch
        {
            "GB" => "£",
            "US" => "$",
            "CH" => "CHF",
            _ => "€",
        };
        var whole = amount == decimal.Truncate(amount);
        var form = Language == "en" && sign.Length > 1 ? "{s} {n}" : Find("money.form")!;
        return form.Replace(' ', '\u00A0')
            .Replace("{s}", sign)
            .Replace("{n}", Number(amount.ToString(whole ? "0" : "0.00", CultureInfo.InvariantCulture)));
    }

    /// <param name="invariant">Digits with a full stop before the decimals: "1234.50".</param>
    public string Number(string invariant)
    {
        var cut = invariant.IndexOf('.');
        var digits = cut < 0 ? invariant : invariant[..cut];
        var least = Find("numbers.least") is { } l ? int.Parse(l, CultureInfo.InvariantCulture) : 4;
        for (var at = digits.Length - 3; digits.Length >= least && at > 0; at -= 3)
            digits = digits.Insert(at, Find("numbers.thousands")!);
        return cut < 0 ? digits : digits + Find("numbers.decimal") + invariant[(cut + 1)..];
    }

    /// <summary>"2026-10" as "October 2026", "2027-03-31" as "31 March 2027".</summary>
    public string Date(string iso)
    {
        var p = iso.Split('-');
        if (p.Length < 2 || !int.TryParse(p[1], out var month) || month is < 1 or > 12)
            return iso;
        var day = 0;
        var whole = p.Length > 2 && int.TryParse(p[2], out day);
        return Find(
                !whole ? "date.month"
                : day == 1 && Has("date.first") ? "date.first"
                : "date.form"
            )!
            .Replace("{d}", day.ToString(CultureInfo.InvariantCulture))
            .Replace("{month}", _lists["months"][month - 1])
            .Replace("{y}", p[0]);
    }

    /// <summary>"a, b and c". Spanish y becomes e before the sound of i.</summary>
    public string List(IReadOnlyList<string> items) =>
        items.Count switch
        {
            0 => "",
            1 => items[0],
            _ => string.Join(", ", items.Take(items.Count - 1))
                + (items.Count > 2 ? Find("list.serial") : "")
                + $" {(SoundsLikeI(items[^1]) && Find("list.and_before_i") is { } e ? e : Get("list.and"))} "
                + items[^1],
        };

    private static bool SoundsLikeI(string word) =>
        word.ToLowerInvariant() is var w
        && (
            w.StartsWith('i')
            || w.StartsWith('í')
            || (w.StartsWith("hi", StringComparison.Ordinal) && !w.StartsWith("hie", StringComparison.Ordinal))
        );

    /// <summary>
    /// "of Bells" as a form before a noun: Bells', Pike's; German Müllers, Fritz'. Languages without such a form give the name itself.
    /// </summary>
    public string Possessive(string name) =>
        (Language, name.Length == 0 ? ' ' : char.ToLowerInvariant(name[^1])) switch
        {
            ("en", 's') => name + "'",
            ("en", _) => name + "'s",
            ("de", 's' or 'x' or 'z' or 'ß') => name + "'",
            ("de", _) => name + "s",
            ("nl", 's' or 'x' or 'z') => name + "'",
            ("nl", 'a' or 'i' or 'o' or 'u' or 'y') => name + "'s",
            ("nl", _) => name + "s",
            _ => name,
        };

    /// <summary>The town with its preposition: "in Saltmere", "à Lyon", "au Havre", "aux Ulis".</summary>
    public string InTown(string town) =>
        Language switch
        {
            "fr" when town.StartsWith("Le ", StringComparison.Ordinal) => "au " + town[3..],
            "fr" when town.StartsWith("Les ", StringComparison.Ordinal) => "aux " + town[4..],
            "fr" => "à " + town,
            "it" => (town.StartsWith('A') ? "ad " : "a ") + town,
            "es" => "en " + town,
            _ => "in " + town,
        };
}
