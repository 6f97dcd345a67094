using System.Text.RegularExpressions;
using Plurimax.Facts;
using Plurimax.Text;
using Plurimax.Trades;

namespace Plurimax.Reading.Finders;

/// <summary>
/// Postal addresses of GB, IE, US, CA, AU, DE, AT, CH, FR, ES and NL, by their postcodes and by how streets are written there;
/// failing both, the town that the text says the business is in.
/// </summary>
public static partial class AddressFinder
{
    public static IEnumerable<Candidate> Find(TextFrame frame)
    {
        var found = new List<(AddressValue Value, double Confidence, int Line, int At, int Length, int Order)>();
        if (Fields(frame) is { } fields)
        {
            yield return fields;
            yield break;
        }
        for (var i = 0; i < frame.Lines.Length; i++)
        {
            var line = frame.Line(i);
            if (line.Length < 5 || frame.Past(i) || !frame.Usable(i) || frame.MailHeader(i))
                continue;
            foreach (var hit in Codes(line, frame.Country))
            {
                var clause = TextFrame.ClauseText(line, hit.At, hit.Length);
                if (Elsewhere(frame, i, clause, line, hit.At))
                    continue;
                if (Whole(frame, i, hit) is { } a)
                    found.Add(
                        (
                            a.Value,
                            a.Confidence + (Label.IsMatch(line) || Label.IsMatch(frame.Under(i)) ? .03 : 0),
                            i,
                            hit.At,
                            hit.Length,
                            frame.Order(i)
                        )
                    );
            }
        }
        if (found.Count == 0)
            for (var i = 0; i < frame.Lines.Length; i++)
                if (frame.Usable(i) && !frame.Past(i) && !frame.MailHeader(i) && WithoutCode(frame, i) is { } a)
                    found.Add((a.Value, a.Confidence, i, a.At, a.Length, frame.Order(i)));
        if (found.Count > 0)
        {
            var groups = found
                .GroupBy(f => (f.Value.Postcode?.Replace(" ", ""), f.Value.Street?.ToLowerInvariant()))
                .Select(g => g.OrderByDescending(f => f.Confidence).First())
                .ToList();
            // A business has one address on its site; of several the labelled one, then the later statement.
            groups = [.. groups.Select(f => f with { Value = Renumbered(frame, f.Value, f.Order) })];
            foreach (
                var f in groups
                    .OrderByDescending(f => f.Order)
                    .ThenByDescending(f => Main(frame, f.Value.Town))
                    .ThenByDescending(f => f.Confidence)
                    .ThenBy(f => f.Line)
                    .Take(3)
            )
                yield return new Candidate(
                    "place",
                    f.Value,
                    Math.Min(.97, f.Confidence),
                    frame.Source.Around(f.Line, f.At, f.Length),
                    "postal address"
                );
        }
        else if ((LabelledTown(frame) ?? Town(frame)) is { } town)
            yield return town;
    }

    /// <summary>"Town: Hallow", and nothing else of an address.</summary>
    private static Candidate? LabelledTown(TextFrame frame)
    {
        for (var i = 0; i < frame.Lines.Length; i++)
            if (
                frame.Usable(i)
                && !frame.Past(i)
                && frame.Said(i, "town") is { Length: > 2 and < 50 } said
                && Capital.IsMatch(said)
                && !said.Any(char.IsDigit)
                && !Sentence.IsMatch(said)
            )
                return new Candidate(
                    "place",
                    new AddressValue(null, Trim(said), null, null, frame.Country),
                    .95,
                    frame.Source.Around(i, frame.Label(i).From, said.Length),
                    "the town that is named"
                );
        return null;
    }

    /// <summary>"main office is Saltwick".</summary>
    private static bool Main(TextFrame frame, string? town) =>
        town is not null
        && Enumerable
            .Range(0, frame.Lines.Length)
            .Any(i => MainPlace.IsMatch(frame.Line(i)) && frame.Line(i).Contains(town, StringComparison.OrdinalIgnoreCase));

    /// <summary>An address given field by field: "Street: …", "Town: …", "Postcode: …".</summary>
    private static Candidate? Fields(TextFrame frame)
    {
        string? street = null,
            town = null,
            code = null,
            region = null,
            land = null;
        int line = -1,
            length = 0;
        for (var i = 0; i < frame.Lines.Length; i++)
        {
            if (!frame.Usable(i) || frame.Past(i))
                continue;
            // "PLZ / Ort: 51996 / Weidenau".
            if (frame.Said(i, "codetown") is { } both && CodeAndTown.Match(both) is { Success: true } pair)
            {
                code ??= pair.Groups["code"].Value.ToUpperInvariant();
                town ??= pair.Groups["town"].Value.Trim();
                (line, length) = line < 0 ? (i, frame.Line(i).Length) : (line, length);
                continue;
            }
            if (frame.Said(i, "street") is { Length: > 3 and < 90 } road && IsStreet(road))
            {
                street ??= road;
                continue;
            }
            if (Field.Match(frame.Line(i)) is not { Success: true } m)
                continue;
            var v = m.Groups["v"].Value.Split(" | ")[0].Trim(' ', ',', '.');
            if (v.Length is 0 or > 90 || Cues.Past(v))
                continue;
            if (m.Groups["street"].Success)
                street ??= v;
            else if (m.Groups["town"].Success)
            {
                town ??= v;
                if (line < 0)
                    (line, length) = (i, frame.Line(i).Length);
            }
            else if (m.Groups["code"].Success)
            {
                if (v.Any(char.IsDigit) && v.Length < 12)
                    code ??= v.ToUpperInvariant();
            }
            else if (m.Groups["region"].Success)
                region ??= v;
            else
                land ??= Places.CountryCode(v);
        }
        if (town is null || (code is null && street is null))
            return null;
        if (Places.CountryCode(town) is not null)
            return null;
        return new Candidate(
            "place",
            new AddressValue(street, town, code, region, land ?? Places.CountryOfPostcode(code, region) ?? frame.Country),
            .95,
            frame.Source.Around(line, 0, length),
            "fields of an address"
        );
    }

    /// <summary>An address in one line, such as "12 Quay Street, Saltmere SZ4 2QT, UK".</summary>
    public static AddressValue? InLine(string line)
    {
        var frame = new TextFrame(SourceText.Of("line", line), DateOnly.MaxValue);
        return Codes(line, frame.Country).Select(h => Whole(frame, 0, h)).FirstOrDefault(a => a is not null)?.Value;
    }

    private sealed record Hit(int At, int Length, string Country, string? Code, string? Town, string? Region, bool CodeFirst);

    private static IEnumerable<Hit> Codes(string line, string country)
    {
        foreach (Match m in British.Matches(line))
            yield return new Hit(
                m.Index,
                m.Length,
                "GB",
                m.Groups[1].Value.ToUpperInvariant() + " " + m.Groups[2].Value.ToUpperInvariant(),
                null,
                null,
                false
            );
        foreach (Match m in Irish.Matches(line))
            yield return new Hit(m.Index, m.Length, "IE", m.Value.ToUpperInvariant(), null, null, false);
        foreach (Match m in Canadian.Matches(line))
            yield return new Hit(
                m.Index,
                m.Length,
                "CA",
                m.Groups["code"].Value.ToUpperInvariant(),
                Trim(m.Groups["town"].Value),
                m.Groups["region"].Value.ToUpperInvariant(),
                false
            );
        foreach (Match m in American.Matches(line))
            if (State(m.Groups["region"].Value) is { } state)
                yield return new Hit(m.Index, m.Length, "US", m.Groups["code"].Value, Trim(m.Groups["town"].Value), state, false);
        foreach (Match m in Australian.Matches(line))
            yield return new Hit(
                m.Index,
                m.Length,
                "AU",
                m.Groups["code"].Value,
                Trim(m.Groups["town"].Value),
                m.Groups["region"].Value.ToUpperInvariant(),
                false
            );
        foreach (Match m in Dutch.Matches(line))
            yield return new Hit(
                m.Index,
                m.Length,
                "NL",
                m.Groups["code"].Value.ToUpperInvariant(),
                Trim(m.Groups["town"].Value),
                null,
                true
            );
        if (country is "DE" or "FR" or "ES" or "IT" || FivePrefix.IsMatch(line))
            foreach (Match m in Five.Matches(line))
            {
                var land =
                    m.Groups["pre"].Value is { Length: > 0 } p
                        ? p[0] switch
                        {
                            'D' => "DE",
                            'F' => "FR",
                            'E' => "ES",
                            'I' => "IT",
                            _ => country,
                        }
                    : country is "DE" or "FR" or "ES" or "IT" ? country
                    : null;
                if (land is null || NotTown.IsMatch(m.Groups["town"].Value))
                    continue;
                var region = m.Groups["region"].Success ? Trim(m.Groups["region"].Value) : null;
                yield return new Hit(m.Index, m.Length, land, m.Groups["code"].Value, Trim(m.Groups["town"].Value), region, true);
            }
        if (country is "AT" or "CH" or "BE" or "DK" or "LU" || FourPrefix.IsMatch(line))
            foreach (Match m in Four.Matches(line))
            {
                var pre = m.Groups["pre"].Value.TrimEnd('-', ' ');
                var land = pre switch
                {
                    "A" or "AT" => "AT",
                    "CH" => "CH",
                    "B" or "BE" => "BE",
                    _ => country,
                };
                if (land is not ("AT" or "CH" or "BE" or "DK" or "LU") || NotTown.IsMatch(m.Groups["town"].Value))
                    continue;
                if (pre.Length == 0 && Year.IsMatch(m.Groups["code"].Value) && Preposition.IsMatch(line[..m.Index]))
                    continue;
                yield return new Hit(m.Index, m.Length, land, m.Groups["code"].Value, Trim(m.Groups["town"].Value), null, true);
            }
        if (country is "GB" or "US")
            yield break;
    }

    private static string? State(string text)
    {
        var t = text.Trim().TrimEnd('.');
        if (Places.States.ContainsKey(t.ToUpperInvariant()) && t == t.ToUpperInvariant())
            return t;
        return Places.States.FirstOrDefault(s => s.Value.Equals(t, StringComparison.OrdinalIgnoreCase)).Key;
    }

    private sealed record Read(AddressValue Value, double Confidence, int At, int Length);

    /// <summary>Street and town from what stands before a code, on its line and on up to three lines above.</summary>
    private static Read? Whole(TextFrame frame, int line, Hit hit)
    {
        var text = frame.Line(line);
        var before = text[..hit.At].Trim();
        before = CodeLabel.Replace(LabelStart.Replace(before, ""), "");
        // "19 Abbey Row in Wrenfield (WF1 8AR)".
        before = InTown.Replace(before, "$1, $2");
        var parts = Parts(before);
        var land = Places.CountryCode(Country.Match(text[(hit.At + hit.Length)..]) is { Success: true } c ? c.Groups["land"].Value : null)
            ?? (line + 1 < frame.Lines.Length && Places.CountryCode(frame.Line(line + 1).Trim()) is { } below ? below : null)
            ?? hit.Country;
        for (
            var k = line - 1;
            k >= Math.Max(0, line - 4)
                && frame.Block(k) == frame.Block(line)
                && frame.Line(k).Length is > 0 and < 70
                && frame.Lines[k].Role != LineRole.Heading;
            k--
        )
        {
            if (parts.Any(IsStreet) && hit.Town is not null)
                break;
            var above = LabelStart.Replace(frame.Line(k), "").Trim().TrimEnd(',');
            if (above.Contains('@') || PhoneFinder.Number.IsMatch(above) && !IsStreet(above) || above.EndsWith(':'))
                break;
            if (Sentence.IsMatch(above) && !IsStreet(above))
                break;
            parts.InsertRange(0, Parts(above));
            if (IsStreet(above))
                break;
        }
        parts = [.. parts.Select(p => StreetOnly(p, hit.Country))];
        var streetAt = parts.FindLastIndex(IsStreet);
        if (streetAt < 0 && hit.Town is null)
            streetAt = parts.FindLastIndex(parts.Count - 1, p => IsUnit(p));
        string? street = null,
            town = hit.Town,
            region = hit.Region;
        if (hit.CodeFirst || hit.Town is not null)
        {
            if (streetAt < 0 && parts.Count > 0 && SpanishStreet.IsMatch(parts[^1]))
                streetAt = parts.Count - 1;
            if (streetAt < 0 && parts.Count > 0 && hit.CodeFirst && NameAndNumber.IsMatch(parts[^1]))
                streetAt = parts.Count - 1;
            if (streetAt >= 0)
            {
                street = parts[streetAt];
                // "Calle Mayor, 5": the number came off at the comma.
                if (streetAt + 1 < parts.Count && HouseNumber.IsMatch(parts[streetAt + 1]))
                    street += (hit.Country == "ES" ? ", " : " ") + parts[streetAt + 1];
                if (streetAt > 0 && hit.CodeFirst && BisBefore.IsMatch(parts[streetAt - 1]) && !street.Any(char.IsDigit))
                    street = parts[streetAt - 1] + ", " + street;
                else if (streetAt > 0 && IsUnit(parts[streetAt - 1]))
                    street = parts[streetAt - 1] + ", " + street;
                else if (streetAt + 1 < parts.Count && (IsUnit(parts[streetAt + 1]) || Floor.IsMatch(parts[streetAt + 1])))
                    street += ", " + parts[streetAt + 1];
            }
            if (hit.CodeFirst && hit.Country == "NL" && street is null && parts.Count > 0 && DutchStreet.IsMatch(parts[^1]))
                street = parts[^1];
        }
        else
        {
            // British and Irish: the town stands before the code, perhaps with a county between.
            var rest = streetAt >= 0 ? parts.Skip(streetAt + 1).ToList() : parts.TakeLast(1).ToList();
            if (streetAt >= 0)
            {
                street = parts[streetAt];
                // "8 Market Cross, Wenlow St Mary": the last of two that could be streets is the town.
                if (streetAt == parts.Count - 1 && streetAt > 0 && !street.Any(char.IsDigit) && IsStreet(parts[streetAt - 1]))
                {
                    rest = [street];
                    street = parts[--streetAt];
                }
                if (streetAt > 0 && (IsUnit(parts[streetAt - 1]) || HouseNumber.IsMatch(parts[streetAt - 1]) && !char.IsDigit(street[0])))
                    street = parts[streetAt - 1] + (HouseNumber.IsMatch(parts[streetAt - 1]) ? " " : ", ") + street;
                // "Orchard End, Sparrow Hill": a house with a name instead of a number.
                else if (
                    streetAt > 0
                    && (!street.Any(char.IsDigit) || frame.Label(line).Role == "address")
                    && HouseName.IsMatch(parts[streetAt - 1])
                    && !NameFinder.IsBusiness(parts[streetAt - 1])
                )
                    street = parts[streetAt - 1] + ", " + street;
            }
            else if (parts.Count >= 2 && parts[^2].Length < 50 && Capital.IsMatch(parts[^2]) && !Sentence.IsMatch(parts[^2]))
                street =
                    parts.Count > 2 && !parts[^2].Any(char.IsDigit) && HouseName.IsMatch(parts[^3]) && !NameFinder.IsBusiness(parts[^3])
                        ? $"{parts[^3]}, {parts[^2]}"
                        : parts[^2];
            rest = [.. rest.Where(r => Places.CountryCode(r) is null)];
            // "Barn 2, Fallow Farm, Upper Threlby": a building belongs to the street, as long as a town is left.
            while (street is not null && rest.Count > 1 && IsUnit(rest[0]))
            {
                street += ", " + rest[0];
                rest.RemoveAt(0);
            }
            if (rest.Count == 0 && streetAt >= 0 && street is not null && SplitTown(street) is { } cut)
                (street, town) = cut;
            else if (rest.Count > 0)
            {
                town = rest[0];
                if (rest.Count > 1)
                {
                    if (County.IsMatch(rest[^1]))
                    {
                        region = rest[^1];
                        town = rest.Count > 2 ? rest[^2] : rest[0];
                    }
                    else if (hit.Country == "IE")
                        town = rest[0];
                    else if (rest.Count == 2 && !rest[1].Contains(' ') && rest[1].EndsWith("shire", StringComparison.OrdinalIgnoreCase))
                    {
                        region = rest[1];
                        town = rest[0];
                    }
                    else if (rest.Count == 2)
                        town = rest[1];
                    else
                        town = rest[^1];
                }
            }
        }
        town = town is null ? null : Trim(town);
        if (town is { Length: > 0 })
        {
            town = TownStart.Replace(town, "");
            if (town.Length is 0 or > 60 || Sentence.IsMatch(town) || town.Any(char.IsDigit) && hit.Country != "IE")
                town = null;
        }
        if (town is null && hit.Country == "IE" && parts.Count > 0)
            town = parts[^1];
        // "on Fish Strand in Larkmouth, number 2, postcode …" or "a pub in Ottery Cross. 1 Green Lane, OC1 1AA".
        if (town is null && Based.Matches(text[..hit.At]).LastOrDefault() is { } said)
            town = Trim(said.Groups["town"].Value);
        if (town is null)
            return null;
        if (street == town)
            street = null;
        street = street is { Length: > 90 } ? null : street?.Trim(' ', ',', '.');
        return new Read(new AddressValue(street, town, hit.Code, region, land), street is null ? .84 : .94, hit.At, hit.Length);
    }

    /// <summary>"Actually it's 27 Shore Road, not 72": a newer message that names the street with another number.</summary>
    private static AddressValue Renumbered(TextFrame frame, AddressValue a, int order)
    {
        if (a.Street is null || HouseAndStreet.Match(a.Street) is not { Success: true } had)
            return a;
        for (var i = frame.Lines.Length - 1; i >= 0; i--)
            if (frame.Usable(i) && (frame.Order(i) > order || Cues.Correction(frame.Line(i))))
            {
                var m = Regex.Match(frame.Line(i), $@"\b(\d+[a-zA-Z]?)\s+{Regex.Escape(had.Groups[2].Value)}\b", RegexOptions.IgnoreCase);
                if (
                    m.Success
                    && m.Groups[1].Value != had.Groups[1].Value
                    && !Regex.IsMatch(frame.Line(i)[..m.Index], @"\b(?:not|old|was)\s*$")
                )
                    return a with { Street = a.Street.Replace(had.Value, $"{m.Groups[1].Value} {had.Groups[2].Value}") };
            }
        return a;
    }

    private static bool IsUnit(string part) => Unit.IsMatch(part);

    /// <summary>A street inside a longer part: "in der Bahnhofstraße 22 in".</summary>
    private static string StreetOnly(string part, string country)
    {
        var m = country switch
        {
            "DE" or "AT" or "CH" => GermanStreet.Match(part),
            "FR" or "BE" => FrenchStreet.Match(part),
            "ES" => SpanishStreet.Match(part),
            "IT" => ItalianStreet.Match(part),
            _ => Match.Empty,
        };
        if (!m.Success)
            return part;
        // The name of a German street may begin before the ending that gives it away.
        var from = m.Index;
        while (country is not ("FR" or "ES" or "BE" or "IT") && from > 0 && part[from - 1] != ' ')
            from--;
        var end = m.Index + m.Length;
        if (part[end..].StartsWith("/n", StringComparison.Ordinal))
            end += 2;
        return part[from..end].Trim();
    }

    /// <summary>"4 Ropewalk Yard Saltmere" without a comma: the street ends with its own word.</summary>
    private static (string Street, string Town)? SplitTown(string street)
    {
        var m = StreetEnd.Match(street);
        return m.Success && Capital.IsMatch(m.Groups[2].Value) ? (m.Groups[1].Value, m.Groups[2].Value) : null;
    }

    private static List<string> Parts(string text) =>
        [
            .. text.Split([',', '|', '·', '•', ';', '\u2022'], StringSplitOptions.TrimEntries | StringSplitOptions.RemoveEmptyEntries)
                .SelectMany(p => DashSplit.Split(p))
                .SelectMany(p => p.Split(" @ "))
                .Select(p => Signs.Replace(p.Trim(' ', '-', '–', ':', '('), ""))
                .Select(LastSentence)
                .Where(p => p.Length > 0),
        ];

    private static string LastSentence(string p)
    {
        for (var m = AtPhrase.Match(p); m.Success && m.Length > 0; m = AtPhrase.Match(p))
            p = p[(m.Index + m.Length)..].Trim();
        if (p.StartsWith("the ", StringComparison.Ordinal))
            p = p[4..];
        return p;
    }

    internal static bool IsStreet(string part) =>
        part.Length < 70
        && (
            EnglishStreet.IsMatch(part)
            || GermanStreet.IsMatch(part)
            || FrenchStreet.IsMatch(part)
            || SpanishStreet.IsMatch(part)
            || ItalianStreet.IsMatch(part)
            || DutchStreet.IsMatch(part) && !part.Contains("tel", StringComparison.OrdinalIgnoreCase)
        );

    private static Read? WithoutCode(TextFrame frame, int i)
    {
        var line = frame.Line(i);
        foreach (Match m in Loose.Matches(line))
        {
            var clause = TextFrame.ClauseText(line, m.Index, m.Length);
            if (Elsewhere(frame, i, clause, line, m.Index) || Cues.Past(clause) && !Cues.Correction(clause))
                continue;
            var town = Trim(m.Groups["town"].Value);
            if (Places.CountryCode(town) is not null || NotTown.IsMatch(town) || HoursWords.FullDay(town.Split(' ')[0]) >= 0)
                continue;
            var labelled = Label.IsMatch(line) || Label.IsMatch(frame.Under(i));
            return new Read(
                new AddressValue(m.Groups["street"].Value.Trim(), town, null, null, frame.Country),
                labelled ? .9 : .8,
                m.Index,
                m.Length
            );
        }
        if (Label.IsMatch(line) && LooseForeign.Match(line) is { Success: true } f && IsStreet(f.Groups["street"].Value.Trim()))
            return new Read(
                new AddressValue(f.Groups["street"].Value.Trim(), Trim(f.Groups["town"].Value), null, null, frame.Country),
                .85,
                f.Index,
                f.Length
            );
        return null;
    }

    /// <summary>The place the text says the business is in.</summary>
    private static Candidate? Town(TextFrame frame)
    {
        (string Town, int Line, int At, int Length, double Score)? best = null;
        for (var i = 0; i < frame.Lines.Length; i++)
        {
            if (!frame.Usable(i) || frame.Past(i) || frame.MailHeader(i))
                continue;
            var line = frame.Line(i);
            foreach (Match m in Based.Matches(line))
            {
                var town = Trim(m.Groups["town"].Value);
                if (Bad(town) || m.Value.StartsWith("at ", StringComparison.Ordinal) && NameFinder.IsBusiness(town))
                    continue;
                var clause = TextFrame.ClauseText(line, m.Index, m.Length);
                if (Cues.NotTheirs(clause) || Cues.Private(clause) || Cues.Past(clause) && !Cues.Correction(clause))
                    continue;
                var score = m.Groups["strong"].Success ? .85 : .6;
                if (best is null || score > best.Value.Score || score == best.Value.Score && frame.Order(i) > frame.Order(best.Value.Line))
                    best = (town, i, m.Groups["town"].Index, town.Length, score);
            }
        }
        var seen = 0;
        for (var i = 0; best is null && i < frame.Lines.Length && seen < 5; i++)
        {
            if (frame.Line(i).Length > 0 && !frame.MailHeader(i))
                seen++;
            if (!frame.Usable(i) || frame.MailHeader(i) || frame.InSignature(i) || frame.Lines[i].Role == LineRole.Row)
                continue;
            var line = frame.Line(i);
            var m = NameThenTown.Match(line);
            if (
                m.Success
                && !Reach.IsMatch(line)
                && !Bad(m.Groups["town"].Value)
                && TradeLexicon.OfLabel(m.Groups["town"].Value) is null
                && !Sentence.IsMatch(line)
            )
                best = (m.Groups["town"].Value, i, m.Groups["town"].Index, m.Groups["town"].Length, .6);
            else if (
                i > 0
                && Alone.IsMatch(line)
                && line.Any(char.IsLower)
                && !line.Contains("'s", StringComparison.Ordinal)
                && !line.Contains("’s", StringComparison.Ordinal)
                && !Bad(line)
                && TradeLexicon.OfLabel(line) is null
                && frame.Lines[i].Role == LineRole.Text
                && frame.Block(i) == frame.Block(i - 1)
            )
                best = (line.Trim(), i, 0, line.Length, .52);
        }
        return best is { } b
            ? new Candidate(
                "place",
                new AddressValue(null, b.Town, null, null, frame.Country),
                b.Score,
                frame.Source.Around(b.Line, b.At, b.Length),
                "the place it says it is in"
            )
            : null;

        static bool Bad(string town) =>
            town.Length < 3
            || NotTown.IsMatch(town)
            || TextFrame.Month(town.Split(' ')[0]) is not null && town.Length < 10
            || HoursWords.FullDay(town.Split(' ')[0]) >= 0
            || Languages.Tag(town) is not null && town.Length > 3
            || Places.CountryCode(town) is not null;
    }

    private static bool Elsewhere(TextFrame frame, int i, string clause, string line, int at)
    {
        if (Registered.IsMatch(clause) && !Label.IsMatch(clause))
            return true;
        var before = line[Math.Max(0, at - 90)..at];
        return Cues.NotTheirs(clause)
            || Cues.Private(clause)
            || Cues.Credit(line)
            || (Cues.Past(clause) && !(Cues.Correction(before) && !Cues.Past(before[Math.Max(0, before.Length - 40)..])))
            || (
                i > 0
                && frame.Block(i - 1) == frame.Block(i)
                && Cues.NotTheirs(frame.Line(i - 1))
                && frame.Line(i - 1).TrimEnd().EndsWith(':')
            )
            || Registered.IsMatch(frame.Under(i));
    }

    private static string Trim(string s) => s.Trim(' ', ',', '.', '-', '–', '(', ')', ':', ';', '|');
}
