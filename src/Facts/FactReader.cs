using System.Collections.Immutable;
using System.Globalization;
using System.Net.Mail;
using System.Text;
using Plurimax.Text;

namespace Plurimax.Facts;

/// <summary>
/// Turns what a person typed, or what a YAML or JSON file holds, into a typed value.
/// Raw input is a string, a list of raw inputs or a map from name to raw input.
/// </summary>
public static class FactReader
{
    public const int LongestText = 2000;
    public const int LongestName = 120;

    public static Result<FactValue> Read(FactDefinition definition, object? raw, string country = "GB") =>
        definition.Shape switch
        {
            FactShape.Text when definition.Id.EndsWith("name", StringComparison.Ordinal) => Text(raw, LongestName, lines: false),
            FactShape.Text => Text(raw, LongestText, lines: true),
            FactShape.Phone => Phone(raw, country),
            FactShape.Email => Email(raw),
            FactShape.Url => Url(raw),
            FactShape.Year => Year(raw),
            FactShape.YesNo => YesNo(raw),
            FactShape.List => definition.Id == "social" ? Social(raw) : List(raw),
            FactShape.Services => List(raw),
            FactShape.Hours => Hours(raw),
            FactShape.Address => Address(raw, country),
            FactShape.Prices => Prices(raw),
            FactShape.Rating => Rating(raw),
            FactShape.Credential => Credential(raw),
            FactShape.Insurance => Insurance(raw),
            FactShape.Testimonials => Testimonials(raw),
            FactShape.Timetable => Timetable(raw),
            _ => throw new InvalidOperationException($"No reader for {definition.Shape}"),
        };

    private static Result<FactValue> Fail(string problem) => Result<FactValue>.Fail(problem);

    /// <summary>Text as one line or several, without control characters and what cannot be seen, trimmed.</summary>
    public static string Clean(string? text, bool lines = false)
    {
        var b = new StringBuilder();
        foreach (var c in Unseen.Without((text ?? "").Replace("\r\n", "\n")).Trim())
            if (!char.IsControl(c) || (lines && c == '\n'))
                b.Append(c);
            else if (c is '\n' or '\t' or '\r')
                b.Append(' ');
        return b.ToString().Normalize(NormalizationForm.FormC);
    }

    private static Result<FactValue> Text(object? raw, int longest, bool lines)
    {
        if (raw is not null and not string and not IFormattable)
            return Fail("One text is needed here, not a list or a map.");
        var text = Clean(Str(raw), lines);
        if (text.Length == 0)
            return Fail("Write something, or leave the fact out.");
        return text.Length > longest
            ? Fail($"That is {text.Length:N0} characters; up to {longest:N0} fit. Shorten it by {text.Length - longest:N0}.")
            : new TextValue(text);
    }

    private static Result<FactValue> Phone(object? raw, string country)
    {
        var phone = PhoneReader.Read(Clean(Str(raw)), country);
        return phone.Ok ? phone.Value! : Fail(phone.Problem!);
    }

    private static Result<FactValue> Email(object? raw) =>
        ReadEmail(Str(raw)) is { Ok: true } ok ? new TextValue(ok.Value!) : Fail(ReadEmail(Str(raw)).Problem!);

    /// <summary>An address of one mailbox (RFC 5321 lengths), no display name, no line breaks.</summary>
    public static Result<string> ReadEmail(string? raw)
    {
        var text = (raw ?? "").Trim();
        if (text.Length == 0)
            return Result<string>.Fail("Give an email address.");
        if (
            text.Length > 254
            || text.Any(char.IsControl)
            || text.Any(char.IsWhiteSpace)
            || !MailAddress.TryCreate(text, out var address)
            || address.Address != text
            || !address.Host.Contains('.')
            || address.User.Length > 64
        )
            return Result<string>.Fail("That address looks incomplete. Is there one @ and an ending such as .example?");
        return text;
    }

    private static Result<FactValue> Url(object? raw)
    {
        var text = Clean(Str(raw));
        return !Uri.TryCreate(text, UriKind.Absolute, out var uri) || uri.Scheme is not ("https" or "http") || text.Contains('\\')
                ? Fail("Give the full address, beginning with https://")
            : uri.UserInfo.Length > 0 ? Fail("An address with a user name or password in it may not stand on a site. Leave that part out.")
            : !WebAddress.IsPublic(uri)
                ? Fail("That address works on one machine or one network only. Give the one that everybody can open.")
            : new TextValue(text);
    }

    private static Result<FactValue> Year(object? raw) =>
        int.TryParse(Clean(Str(raw)), NumberStyles.None, CultureInfo.InvariantCulture, out var y) && y is >= 1500 and <= 2100
            ? new TextValue(y.ToString(CultureInfo.InvariantCulture))
            : Fail("Give a year with four digits, such as 2011.");

    private static Result<FactValue> YesNo(object? raw) =>
        Clean(Str(raw)).ToLowerInvariant() switch
        {
            "yes" or "y" or "true" or "on" or "1" => new YesNoValue(true),
            "no" or "n" or "false" or "off" or "0" => new YesNoValue(false),
            _ => Fail("Answer yes or no."),
        };

    private static Result<FactValue> List(object? raw)
    {
        var items = (raw is IEnumerable<object?> list ? list.Select(Str) : (Str(raw) ?? "").Split(['\n', ',']))
            .Select(s => Clean(s))
            .Where(s => s.Length > 0)
            .Distinct()
            .Take(60)
            .ToImmutableArray();
        if (items.Length == 0)
            return Fail("Name at least one.");
        return items.FirstOrDefault(i => i.Length > 200) is { } tooLong
            ? Fail($"“{tooLong[..40]}…” is too long for a list; up to 200 characters fit.")
            : new ListValue(items);
    }

    private static Result<FactValue> Social(object? raw)
    {
        var list = List(raw);
        if (!list.Ok)
            return list;
        foreach (var item in ((ListValue)list.Value!).Items)
            if (!Uri.TryCreate(item, UriKind.Absolute, out var uri) || uri.Scheme != "https")
                return Fail($"“{item}” is not a full address. Begin it with https://");
        return list;
    }

    private static Result<FactValue> Hours(object? raw)
    {
        if (raw is string text)
            raw = WeekFromText(text, out var problem) is { } week ? week : problem!;
        if (raw is string said)
            return Fail(said);
        if (raw is not IReadOnlyDictionary<string, object?> map)
            return Fail("Give a span for each day, such as mon: 8:30-17:30.");
        var days = ImmutableArray.CreateBuilder<ImmutableArray<OpenSpan>>(7);
        foreach (var unknown in map.Keys.Where(k => !OpeningHours.DayKeys.Contains(k)))
            return Fail($"“{unknown}” is not a day. Use {string.Join(", ", OpeningHours.DayKeys)}.");
        foreach (var key in OpeningHours.DayKeys)
        {
            var day = OpeningHours.ReadDay(Str(map.GetValueOrDefault(key)));
            if (!day.Ok)
                return Fail($"{char.ToUpperInvariant(key[0])}{key[1..]}: {day.Problem}");
            days.Add(day.Value);
        }
        var hours = new OpeningHours(days.ToImmutable());
        return hours.AnyOpen ? new HoursValue(hours) : Fail("No day is open. Give at least one span, or leave the hours out.");
    }

    /// <summary>"Mon-Fri 8:30-17:30, Sat 9-12 and 13-16" as a map from day to spans.</summary>
    private static Dictionary<string, object?>? WeekFromText(string text, out string? problem)
    {
        problem = null;
        var week = new Dictionary<string, object?>();
        foreach (var part in text.Split([',', ';', '\n'], StringSplitOptions.TrimEntries | StringSplitOptions.RemoveEmptyEntries))
        {
            var cut = part.IndexOf(' ');
            var days = (cut < 0 ? part : part[..cut]).ToLowerInvariant().TrimEnd(':').Split(['-', '–']);
            int First(string d) => OpeningHours.DayKeys.IndexOf(d.Length >= 3 ? d[..3] : d);
            int a = First(days[0]),
                b = First(days[^1]);
            if (cut < 0 || a < 0 || b < a)
            {
                problem = $"“{part}” is not understood. Write Mon-Fri 8:30-17:30, Sat 9-13.";
                return null;
            }
            for (var d = a; d <= b; d++)
                week[OpeningHours.DayKeys[d]] = week.GetValueOrDefault(OpeningHours.DayKeys[d]) is string had
                    ? $"{had}, {part[cut..]}"
                    : part[cut..];
        }
        return week;
    }

    private static Result<FactValue> Address(object? raw, string country)
    {
        if (raw is string line)
            raw = new Dictionary<string, object?> { ["town"] = line };
        if (raw is not IReadOnlyDictionary<string, object?> map)
            return Fail("Give street, town and postcode.");
        foreach (var unknown in map.Keys.Where(k => k is not ("street" or "town" or "postcode" or "region" or "country")))
            return Fail($"“{unknown}” is not part of an address. Use street, town, postcode, region, country.");
        string? Part(string key) => Clean(Str(map.GetValueOrDefault(key))) is { Length: > 0 } s ? s : null;
        var land = (Part("country") ?? country).ToUpperInvariant();
        if (land.Length != 2 || !land.All(char.IsAsciiLetterUpper))
            return Fail("Give the country as two letters, such as GB.");
        if (Part("town") is not { } town)
            return Fail("The town is missing. A wrong or missing town is the first thing a client notices.");
        if (new[] { Part("street"), town, Part("region") }.Any(s => s?.Length > LongestName))
            return Fail($"Street and town hold up to {LongestName} characters each.");
        var postcode = Part("postcode")?.ToUpperInvariant();
        if (postcode is not null && !Plurimax.Facts.Places.PostcodeFits(land, postcode))
            return Fail($"“{postcode}” is not a postcode of {land}.");
        return new AddressValue(Part("street"), town, postcode, Part("region"), land);
    }

    private static Result<FactValue> Prices(object? raw)
    {
        var lines = new List<PriceLine>();
        foreach (var item in raw is IEnumerable<object?> list ? list : (Str(raw) ?? "").Split('\n').Where(s => s.Trim().Length > 0))
        {
            var parts = item is IReadOnlyDictionary<string, object?> map
                ?
                [
                    Str(map.GetValueOrDefault("service")) ?? "",
                    Str(map.GetValueOrDefault("price")) ?? "",
                    Str(map.GetValueOrDefault("note")) ?? "",
                ]
                : (Str(item) ?? "").Split('|').Select(s => s.Trim()).ToArray();
            var service = Clean(parts[0]);
            if (service.Length == 0)
                return Fail($"A line has no job before the price: “{string.Join(" | ", parts)}”.");
            if (service.Length > LongestName)
                return Fail($"“{service[..40]}…” is too long for a price list; up to {LongestName} characters fit.");
            var figure = parts.Length > 1 ? Clean(parts[1]).ToLowerInvariant() : "";
            var from = figure.StartsWith("from ", StringComparison.Ordinal);
            var number = figure.Replace("from ", "").Trim('£', '€', '$', ' ').Replace(",", "");
            decimal? amount = null;
            if (number.Length > 0)
            {
                if (!decimal.TryParse(number, NumberStyles.AllowDecimalPoint, CultureInfo.InvariantCulture, out var d) || d > 1_000_000)
                    return Fail($"“{parts[1]}” is not a price. Write {service} | 14 or {service} | from 24.");
                amount = d;
            }
            lines.Add(new PriceLine(service, amount, from, parts.Length > 2 && Clean(parts[2]) is { Length: > 0 } note ? note : null));
        }
        return lines.Count == 0 ? Fail("Name at least one job and its price.") : new PricesValue([.. lines.Take(120)]);
    }

    private static Result<FactValue> Rating(object? raw)
    {
        var p = Parts(raw, "value", "count", "source", "date");
        if (p.Length < 4 || p.Any(s => s.Length == 0))
            return Fail("A rating needs value, number of reviews, source and month: 4.8 | 167 | Saltmere Parish List | 2026-10.");
        if (!decimal.TryParse(p[0], NumberStyles.AllowDecimalPoint, CultureInfo.InvariantCulture, out var v) || v is < 1 or > 5)
            return Fail($"“{p[0]}” is not a rating from 1 to 5.");
        if (!int.TryParse(p[1], NumberStyles.None, CultureInfo.InvariantCulture, out var n) || n < 1)
            return Fail($"“{p[1]}” is not a number of reviews.");
        return IsMonth(p[3]) ? new RatingValue(v, n, p[2], p[3]) : Fail($"“{p[3]}” is not a month. Write 2026-10.");
    }

    private static Result<FactValue> Credential(object? raw)
    {
        var p = Parts(raw, "name", "body", "number");
        return p.Length < 2 || p[0].Length == 0 || p[1].Length == 0
            ? Fail("Name the certificate and the body that gave it: Level 3 | Guild of Cycle Mechanics.")
            : new CredentialValue(p[0], p[1], p.Length > 2 && p[2].Length > 0 ? p[2] : null);
    }

    private static Result<FactValue> Insurance(object? raw)
    {
        var p = Parts(raw, "amount", "until");
        if (
            p.Length == 0
            || !decimal.TryParse(p[0].Replace(",", "").Trim('£', ' '), NumberStyles.None, CultureInfo.InvariantCulture, out var amount)
            || amount < 1000
        )
            return Fail("Give the sum insured in full, such as 5000000.");
        var until = p.Length > 1 && p[1].Length > 0 ? p[1] : null;
        return until is null || DateOnly.TryParseExact(until, "yyyy-MM-dd", out _)
            ? new InsuranceValue(amount, until)
            : Fail($"“{until}” is not a date. Write 2027-03-31.");
    }

    private static Result<FactValue> Testimonials(object? raw)
    {
        var items = new List<Testimonial>();
        foreach (var item in raw is IEnumerable<object?> list ? list : (Str(raw) ?? "").Split('\n').Where(s => s.Trim().Length > 0))
        {
            var p = Parts(item, "quote", "name", "source", "date", "permission");
            if (p.Length < 4 || p[..4].Any(s => s.Length == 0))
                return Fail("A testimonial needs words, name, source and month, and the word permission if they agreed.");
            if (p[0].Length > 600)
                return Fail($"“{p[0][..40]}…” is long; up to 600 characters fit.");
            if (!IsMonth(p[3]))
                return Fail($"“{p[3]}” is not a month. Write 2026-10.");
            items.Add(new Testimonial(p[0], p[1], p[2], p[3], p.Length > 4 && p[4].ToLowerInvariant() is "permission" or "yes" or "true"));
        }
        return items.Count == 0 ? Fail("Give at least one testimonial.") : new TestimonialsValue([.. items.Take(40)]);
    }

    private static Result<FactValue> Timetable(object? raw)
    {
        var rows = new List<TimetableRow>();
        foreach (var item in raw is IEnumerable<object?> list ? list : (Str(raw) ?? "").Split('\n').Where(s => s.Trim().Length > 0))
        {
            var p = Parts(item, "day", "time", "name", "note");
            var line = string.Join(" | ", p);
            if (p.Length < 3 || p[2].Length == 0)
                return Fail($"“{line}” needs day, time and class: tue | 18:30-19:45 | beginners.");
            if (p[2].Length > LongestName)
                return Fail($"“{p[2][..40]}…” is too long for a timetable; up to {LongestName} characters fit.");
            var day = Array.FindIndex([.. OpeningHours.DayKeys], k =>
                p[0].Length >= 2 && p[0].ToLowerInvariant().StartsWith(k[..Math.Min(k.Length, p[0].Length)], StringComparison.Ordinal)
            );
            if (day < 0)
                return Fail($"“{p[0]}” is not a day. Use {string.Join(", ", OpeningHours.DayKeys)}.");
            var times = p[1].Replace('–', '-').Replace('.', ':').Split('-', StringSplitOptions.TrimEntries);
            if (!Clock(times[0], out var from) || times.Length > 2)
                return Fail($"“{p[1]}” is not a time. Write 18:30 or 18:30-19:45.");
            TimeOnly? to = null;
            if (times.Length == 2)
            {
                if (!Clock(times[1], out var end) || end <= from)
                    return Fail($"“{p[1]}” does not end after it begins. Write 18:30-19:45.");
                to = end;
            }
            rows.Add(new TimetableRow(day, from, to, p[2], p.Length > 3 && p[3].Length > 0 ? p[3] : null));
        }
        return rows.Count == 0
            ? Fail("Give at least one class with its day and time.")
            : new TimetableValue([.. rows.Take(120).OrderBy(r => r.Day).ThenBy(r => r.From)]);

        static bool Clock(string text, out TimeOnly time) =>
            TimeOnly.TryParseExact(text, ["H:mm", "HH:mm", "%H"], CultureInfo.InvariantCulture, DateTimeStyles.None, out time);
    }

    private static bool IsMonth(string text) =>
        DateOnly.TryParseExact(text + "-01", "yyyy-MM-dd", CultureInfo.InvariantCulture, DateTimeStyles.None, out _);

    private static string[] Parts(object? raw, params string[] keys) =>
        raw is IReadOnlyDictionary<string, object?> map
            ? [.. keys.Select(k => Clean(Str(map.GetValueOrDefault(k))))]
            : [.. (Str(raw) ?? "").Split('|').Select(s => Clean(s))];

    private static string? Str(object? raw) =>
        raw switch
        {
            null => null,
            string s => s,
            IFormattable f => f.ToString(null, CultureInfo.InvariantCulture),
            _ => raw.ToString(),
        };
}
