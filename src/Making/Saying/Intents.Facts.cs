using System.Collections.Immutable;
using System.Globalization;
using Plurimax.Facts;
using Plurimax.Reading;
using Plurimax.Reading.Deciding;
using Plurimax.Sites;
using Plurimax.Text;
using Plurimax.Trades;

namespace Plurimax.Making.Saying;

internal static partial class Intents
{
    private static Result<ImmutableArray<SaidAct>> Set(string code, string says, string fact, FactValue? value) =>
        (ImmutableArray<SaidAct>)[new SaidAct(code, "", says, [], [new SaidFact(fact, value)])];

    private static Result<ImmutableArray<SaidAct>> Read(SayState s, string fact, object raw, Func<FactValue, string> code)
    {
        if (TradeFacts.Of(s.Trade).FirstOrDefault(d => d.Id == fact) is not { } definition)
            return Fail("That is not a fact of this trade.");
        var value = FactReader.Read(definition, raw, s.Facts.Country);
        return value.Ok
            ? Set(code(value.Value!), $"{definition.Label}: {value.Value!.Summary()}", fact, value.Value)
            : Fail(value.Problem!);
    }

    private static IEnumerable<Intent> Facts()
    {
        yield return I(
            "fact.phone",
            "the phone number is 01632 960199",
            "die Telefonnummer ist 01632 960199",
            "PhoneWord {rest}|Another PhoneWord {rest}|PhoneWord Another {rest}",
            (m, s) =>
                m.Rest.Count(char.IsDigit) < 6 || Number().Replace(m.Rest, "").Count(char.IsLetter) > 8
                    ? Fail("")
                    : Read(s, "phone", Number().Match(m.Rest).Value, v => $"fact.phone {((PhoneValue)v).National}")
        );
        yield return I(
            "fact.email",
            "email is hello@harrow.example",
            "E-Mail ist hallo@harrow.example",
            "EmailWord {rest}|Another EmailWord {rest}",
            (m, s) =>
                Mailbox().Match(m.Rest) is { Success: true } mail ? Read(s, "email", mail.Value, _ => $"fact.email {mail.Value}") : Fail("")
        );
        yield return I(
            "fact.hide",
            "take the email address off the site",
            "die E-Mail-Adresse entfernen",
            "EmailWord Move Off|EmailWord Delete ? Off|EmailWord Hide|PhoneWord Move Off|PhoneWord Delete ? Off|PhoneWord "
                + "Hide|AddressWord Hide|AddressWord Delete",
            (m, s) =>
            {
                var fact =
                    m.Place("EmailWord") >= 0 ? "email"
                    : m.Place("PhoneWord") >= 0 ? "phone"
                    : "place";
                return fact == "place" ? Fail("Name and town stay: no site can do without them.")
                    : s.Facts[fact] is null ? Fail($"No {FactChip.NameOf(fact)} is known.")
                    : Set($"fact.hide {fact}", $"{Capital(FactChip.NameOf(fact))} off the site", fact, null);
            }
        );
        yield return I(
            "fact.address",
            "they moved to 3 Quay Street, Saltmere SZ4 1AB",
            "die Adresse ist Hafenstraße 3, Saltmere SZ4 1AB",
            "AddressWord {rest}",
            (m, s) =>
            {
                var read = FactReading.Of([SourceText.Of("said", m.Rest)], s.Context.Today).Best<AddressValue>("place", .3);
                if (read?.Street is null)
                    return Fail("Give street, town and postcode.");
                return Set(
                    $"fact.address {read.Street}, {read.Town}{(read.Postcode is { } p ? $" {p}" : "")}",
                    $"Address: {read.Summary()}",
                    "place",
                    read with
                    {
                        Country = s.Facts.Country,
                    }
                );
            }
        ) with
        {
            Wide = true,
        };
        yield return I(
            "fact.hours",
            "open Saturdays 9 to 1",
            "montags geschlossen",
            "HoursWord {rest} ? Make {n} HoursWord|HoursWord ? {n} Onto {day} HoursWord As|{day} HoursWord ? {n} Onto As HoursWord {num}",
            (m, s) => Hours(m, s)
        ) with
        {
            Wide = true,
        };
        yield return I(
            "fact.price",
            "a full service costs £95 now",
            "Full service kostet 95",
            "{priced} CostWord {rest}|CostWord {priced} {rest}|{priced} {n} ? CostWord MoneyWord Make|{item} CostWord "
                + "{rest}|CostWord {item} {rest}",
            (m, s) => Price(m, s)
        );
        yield return I("fact.serviceadd", "we also do bike fitting", "wir machen auch Rahmenbau", "AlsoDo {rest}", (m, s) =>
        {
            var now = s.Facts.Any<ListValue>("services")?.Items ?? Standing(s);
            var added = Capital(m.Rest);
            return now.Any(i => Lexicon.Spoken(i) == Lexicon.Spoken(added))
                ? Fail($"“{added}” is offered already.")
                : Read(s, "services", now.Append(added).Cast<object?>().ToList(), _ => $"fact.serviceadd {m.Rest}");
        });
        yield return I(
            "fact.serviceout",
            "they no longer true wheels",
            "nicht mehr: Zentrieren",
            "NoLongerDo {rest}|{item} NoLongerDo",
            (m, s) =>
            {
                var now = s.Facts.Any<ListValue>("services")?.Items ?? Standing(s);
                var said = Lexicon.Spoken(m.Rest.Length > 0 ? m.Rest : m.First("{item}")!.Text).Split(' ');
                var hit = now.Select(i =>
                        (
                            Item: i,
                            Same: Lexicon
                                .Spoken(i)
                                .Split(' ')
                                .Count(w =>
                                    said.Any(x =>
                                        x == w || x.Length > 3 && w.Length > 3 && (w.StartsWith(x[..4], StringComparison.Ordinal))
                                    )
                                )
                        )
                    )
                    .Where(x => x.Same > 0)
                    .OrderByDescending(x => x.Same)
                    .FirstOrDefault()
                    .Item;
                return hit is null
                    ? Fail("No service of that name is offered.")
                    : Read(s, "services", now.Where(i => i != hit).Cast<object?>().ToList(), _ =>
                        $"fact.serviceout {hit.ToLowerInvariant()}"
                    );
            }
        );
        yield return I("fact.founded", "founded in 2009", "gegründet 2009", "Founded {n} ? Make", (m, s) =>
            Read(s, "founded", m.First("{n}")!.As("num")!, _ => $"fact.founded {m.First("{n}")!.As("num")}")
        );
        yield return I("fact.owner", "the owner is Nell Harrow", "Inhaberin ist Nell Harrow", "OwnerWord {rest}", (m, s) =>
            Tail(m.Rest) is { Length: > 2 } name && char.IsUpper(name[0])
                ? Read(s, "owner.name", name, _ => $"fact.owner {name}")
                : Fail("")
        );
        yield return I(
            "fact.name",
            "the business is now called Harrow Cycles",
            "die Firma heißt jetzt Harrow Cycles",
            "NameWord Call {rest} ? CostWord|Call NameWord {rest}",
            (m, s) => Tail(m.Rest) is { Length: > 1 } name ? Read(s, "business.name", name, _ => $"fact.name {name}") : Fail("")
        );
        yield return I("fact.set", "turnaround is two days", "parking: vor dem Haus", "{fact} {rest}", (m, s) =>
            m.First("{fact}")!.As("fact") is { } fact && Tail(m.Rest) is { Length: > 1 } words
                ? Read(s, fact, words, _ => $"fact.set {fact} {words}")
                : Fail("")
        );
    }

    /// <summary>What the site names as services where the sheet does not say.</summary>
    private static ImmutableArray<string> Standing(SayState s) =>
        [
            .. s
                .Site.Pages.SelectMany(p => p.Sections)
                .Where(x => x.Content is ServicesContent)
                .SelectMany(x => x.Content.Items)
                .Select(i => s.Plain(i.Title))
                .Where(t => t.Length > 0)
                .Distinct(),
        ];

    private static string Tail(string rest) => Verb().Replace(rest, "");

    private static Result<ImmutableArray<SaidAct>> Hours(Match m, SayState s)
    {
        var said = s.Saying;
        var closed = Closed().IsMatch(said);
        var days = Days(said);
        var now = s.Facts.Any<HoursValue>("hours")?.Hours;
        OpeningHours? read = closed
            ? null
            : FactReading.Of([SourceText.Of("said", Plural().Replace(said, "$1"))], s.Context.Today).Best<HoursValue>("hours", .2)?.Hours;
        if (closed && days.Count > 0 && now is not null)
        {
            var week = new OpeningHours([.. now.Days.Select((d, i) => days.Contains(i) ? [] : d)]);
            return Set(
                "fact.hours",
                $"Closed on {string.Join(", ", days.Select(d => OpeningHours.DayKeys[d]))}",
                "hours",
                new HoursValue(week)
            );
        }
        if (read is null && days.Count > 0 && Span().Match(said) is { Success: true } span)
        {
            // "9 to 1" is from the morning to the afternoon.
            int from = int.Parse(span.Groups[1].Value, CultureInfo.InvariantCulture),
                to = int.Parse(span.Groups[3].Value, CultureInfo.InvariantCulture);
            if (to <= from && to < 12)
                to += 12;
            var day = OpeningHours.ReadDay(
                $"{from}:{(span.Groups[2].Success ? span.Groups[2].Value : "00")}-{to}:"
                    + $"{(span.Groups[4].Success ? span.Groups[4].Value : "00")}"
            );
            if (!day.Ok)
                return Fail(day.Problem!);
            read = new OpeningHours([.. Enumerable.Range(0, 7).Select(i => days.Contains(i) ? day.Value : [])]);
        }
        if (read is null)
            return Fail("Say the days and the times, such as: open Saturdays 9 to 1.");
        var some = days.Count is > 0 and < 5 && now is not null;
        var all = some ? new OpeningHours([.. now!.Days.Select((d, i) => days.Contains(i) ? read.Days[i] : d)]) : read;
        var value = new HoursValue(all);
        return Set(some ? "fact.hours" : $"fact.hours {Shown(all)}", $"Hours: {value.Summary()}", "hours", value);
    }

    private static string Shown(OpeningHours h) =>
        string.Join(
            ", ",
            h.Runs()
                .Where(r => r.Spans.Length > 0)
                .Select(r =>
                    $"{Capital(OpeningHours.DayKeys[r.First])}"
                    + $"{(r.Last > r.First ? "-" + Capital(OpeningHours.DayKeys[r.Last]) : "")} "
                    + $"{string.Join(" ", r.Spans.Select(OpeningHours.Show))}"
                )
        );

    private static List<int> Days(string said)
    {
        var words = Lexicon.Spoken(said).Split(' ', '-', '–').ToList();
        var days = words
            .Select(w =>
                HoursWords.FullDay(w) is >= 0 and var full ? full
                : HoursWords.ShortDay(w, "en") is >= 0 and var en && w.Length > 2 ? en
                : -1
            )
            .Where(d => d >= 0)
            .Distinct()
            .Order()
            .ToList();
        // "Mon-Fri" is all that lies between.
        if (days.Count == 2 && Range().IsMatch(said))
            days = [.. Enumerable.Range(days[0], days[1] - days[0] + 1)];
        return days;
    }

    private static Result<ImmutableArray<SaidAct>> Price(Match m, SayState s)
    {
        var said = m.First("{n}")?.As("num") ?? Amount().Match(m.Rest).Groups[1].Value;
        if (!decimal.TryParse(said.Replace(',', '.'), NumberStyles.Number, CultureInfo.InvariantCulture, out var amount))
            return Fail("");
        var lines = s.Facts.Any<PricesValue>("prices")?.Lines ?? [];
        var token = m.First("{priced}") ?? m.First("{item}");
        var words = Lexicon.Spoken(token!.As("priced") ?? token.Text).Split(' ');
        var hit = lines
            .Select(l => (Line: l, Same: Lexicon.Spoken(l.Service).Split(' ').Count(w => words.Contains(w))))
            .Where(x => x.Same > 0)
            .OrderByDescending(x => x.Same)
            .ThenBy(x => x.Line.Service.Length)
            .FirstOrDefault()
            .Line;
        var name = hit?.Service ?? Capital(token.Text);
        var raw = lines
            .Select(l => l == hit ? $"{l.Service} | {said}{(l.Note is null ? "" : $" | {l.Note}")}" : new PricesValue([l]).Raw())
            .ToList();
        if (hit is null)
            raw.Add($"{name} | {said}");
        return Read(s, "prices", string.Join("\n", raw), _ => $"fact.price {name} {amount.ToString(CultureInfo.InvariantCulture)}");
    }

    [System.Text.RegularExpressions.GeneratedRegex(@"\+?[\d][\d\s()/.-]{5,}\d")]
    private static partial System.Text.RegularExpressions.Regex Number();

    [System.Text.RegularExpressions.GeneratedRegex(@"[^\s@]+@[^\s@]+\.[a-z]+", System.Text.RegularExpressions.RegexOptions.IgnoreCase)]
    private static partial System.Text.RegularExpressions.Regex Mailbox();

    [System.Text.RegularExpressions.GeneratedRegex(
        @"^(is|are|now|jetzt|ist|sind|was|should be|will be|:|to)\s+((is|now|jetzt|called)\s+)?",
        System.Text.RegularExpressions.RegexOptions.IgnoreCase
    )]
    private static partial System.Text.RegularExpressions.Regex Verb();

    [System.Text.RegularExpressions.GeneratedRegex(
        @"\b(closed|shut|geschlossen|zu)\b",
        System.Text.RegularExpressions.RegexOptions.IgnoreCase
    )]
    private static partial System.Text.RegularExpressions.Regex Closed();

    [System.Text.RegularExpressions.GeneratedRegex(
        @"\b((?:mon|tues|wednes|thurs|fri|satur|sun)day)s\b",
        System.Text.RegularExpressions.RegexOptions.IgnoreCase
    )]
    private static partial System.Text.RegularExpressions.Regex Plural();

    [System.Text.RegularExpressions.GeneratedRegex(
        @"(\d{1,2})(?:[:.](\d\d))?\s*(?:am|uhr)?\s*(?:-|–|to|till|until|bis)\s*(\d{1,2})(?:[:.](\d\d))?",
        System.Text.RegularExpressions.RegexOptions.IgnoreCase
    )]
    private static partial System.Text.RegularExpressions.Regex Span();

    [System.Text.RegularExpressions.GeneratedRegex(
        @"[a-z]\s*(-|–|\bto\b|\bbis\b)\s*[a-z]",
        System.Text.RegularExpressions.RegexOptions.IgnoreCase
    )]
    private static partial System.Text.RegularExpressions.Regex Range();

    [System.Text.RegularExpressions.GeneratedRegex(@"(\d+(?:[.,]\d{1,2})?)")]
    private static partial System.Text.RegularExpressions.Regex Amount();
}
