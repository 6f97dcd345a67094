using System.Text.RegularExpressions;
using Plurimax.Core.Facts;

namespace Plurimax.Core.Reading.Finders;

/// <summary>
/// Postal addresses of GB, IE, US, CA, AU, DE, AT, CH, FR, ES and NL, by their postcodes and by how streets are written there;
/// failing both, the town that the text says the business is in.
/// </summary>
public static partial class AddressFinder
{
    private const string Land = @"(?<land>United Kingdom|England|Scotland|Wales|Northern Ireland|Ireland|U\.?S\.?A?\.?|United States|Canada|Australia|Germany|Deutschland|Austria|Österreich|Switzerland|Schweiz|Suisse|France|Frankreich|Spain|España|Netherlands|Nederland|The Netherlands)";

    public static IEnumerable<Candidate> Find(TextFrame frame)
    {
        var found = new List<(AddressValue Value, double Confidence, int Line, int At, int Length, int Order)>();
        if (Fields(frame) is { } fields) { yield return fields; yield break; }
        for (var i = 0; i < frame.Lines.Length; i++)
        {
            var line = frame.Line(i);
            if (line.Length < 5 || frame.Past(i) || !frame.Usable(i) || frame.MailHeader(i)) continue;
            foreach (var hit in Codes(line, frame.Country))
            {
                var clause = TextFrame.ClauseText(line, hit.At, hit.Length);
                if (Elsewhere(frame, i, clause, line, hit.At)) continue;
                if (Whole(frame, i, hit) is { } a) found.Add((a.Value, a.Confidence + (Label.IsMatch(line) || Label.IsMatch(frame.Under(i)) ? .03 : 0), i, hit.At, hit.Length, frame.Order(i)));
            }
        }
        if (found.Count == 0)
            for (var i = 0; i < frame.Lines.Length; i++)
                if (frame.Usable(i) && !frame.Past(i) && !frame.MailHeader(i) && WithoutCode(frame, i) is { } a) found.Add((a.Value, a.Confidence, i, a.At, a.Length, frame.Order(i)));
        if (found.Count > 0)
        {
            var groups = found.GroupBy(f => (f.Value.Postcode?.Replace(" ", ""), f.Value.Street?.ToLowerInvariant())).Select(g => g.OrderByDescending(f => f.Confidence).First()).ToList();
            // A business has one address on its site; of several the labelled one, then the later statement.
            groups = [.. groups.Select(f => f with { Value = Renumbered(frame, f.Value, f.Order) })];
            foreach (var f in groups.OrderByDescending(f => f.Order).ThenByDescending(f => f.Confidence).Take(3))
                yield return new Candidate("place", f.Value, Math.Min(.97, f.Confidence), frame.Source.Around(f.Line, f.At, f.Length), "postal address");
        }
        else if (Town(frame) is { } town) yield return town;
    }

    /// <summary>An address given field by field: "Street: …", "Town: …", "Postcode: …".</summary>
    private static Candidate? Fields(TextFrame frame)
    {
        string? street = null, town = null, code = null, region = null, land = null;
        int line = -1, length = 0;
        for (var i = 0; i < frame.Lines.Length; i++)
        {
            if (!frame.Usable(i) || frame.Past(i) || Field.Match(frame.Line(i)) is not { Success: true } m) continue;
            var v = m.Groups["v"].Value.Split(" | ")[0].Trim(' ', ',', '.');
            if (v.Length is 0 or > 90 || Cues.Past(v)) continue;
            if (m.Groups["street"].Success) street ??= v;
            else if (m.Groups["town"].Success) { town ??= v; if (line < 0) (line, length) = (i, frame.Line(i).Length); }
            else if (m.Groups["code"].Success) { if (v.Any(char.IsDigit) && v.Length < 12) code ??= v.ToUpperInvariant(); }
            else if (m.Groups["region"].Success) region ??= v;
            else land ??= Places.CountryCode(v);
        }
        if (town is null || (code is null && street is null)) return null;
        if (Places.CountryCode(town) is not null) return null;
        return new Candidate("place", new AddressValue(street, town, code, region, land ?? Places.CountryOfPostcode(code, region) ?? frame.Country), .95, frame.Source.Around(line, 0, length), "fields of an address");
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
        foreach (Match m in British.Matches(line)) yield return new Hit(m.Index, m.Length, "GB", m.Groups[1].Value.ToUpperInvariant() + " " + m.Groups[2].Value.ToUpperInvariant(), null, null, false);
        foreach (Match m in Irish.Matches(line)) yield return new Hit(m.Index, m.Length, "IE", m.Value.ToUpperInvariant(), null, null, false);
        foreach (Match m in Canadian.Matches(line)) yield return new Hit(m.Index, m.Length, "CA", m.Groups["code"].Value.ToUpperInvariant(), Trim(m.Groups["town"].Value), m.Groups["region"].Value.ToUpperInvariant(), false);
        foreach (Match m in American.Matches(line))
            if (State(m.Groups["region"].Value) is { } state) yield return new Hit(m.Index, m.Length, "US", m.Groups["code"].Value, Trim(m.Groups["town"].Value), state, false);
        foreach (Match m in Australian.Matches(line)) yield return new Hit(m.Index, m.Length, "AU", m.Groups["code"].Value, Trim(m.Groups["town"].Value), m.Groups["region"].Value.ToUpperInvariant(), false);
        foreach (Match m in Dutch.Matches(line)) yield return new Hit(m.Index, m.Length, "NL", m.Groups["code"].Value.ToUpperInvariant(), Trim(m.Groups["town"].Value), null, true);
        if (country is "DE" or "FR" or "ES" or "IT" || FivePrefix.IsMatch(line))
            foreach (Match m in Five.Matches(line))
            {
                var land = m.Groups["pre"].Value is { Length: > 0 } p ? p[0] switch { 'D' => "DE", 'F' => "FR", 'E' => "ES", 'I' => "IT", _ => country } : country is "DE" or "FR" or "ES" or "IT" ? country : null;
                if (land is null || NotTown.IsMatch(m.Groups["town"].Value)) continue;
                var region = m.Groups["region"].Success ? Trim(m.Groups["region"].Value) : null;
                yield return new Hit(m.Index, m.Length, land, m.Groups["code"].Value, Trim(m.Groups["town"].Value), region, true);
            }
        if (country is "AT" or "CH" or "BE" or "DK" or "LU" || FourPrefix.IsMatch(line))
            foreach (Match m in Four.Matches(line))
            {
                var pre = m.Groups["pre"].Value.TrimEnd('-', ' ');
                var land = pre switch { "A" or "AT" => "AT", "CH" => "CH", "B" or "BE" => "BE", _ => country };
                if (land is not ("AT" or "CH" or "BE" or "DK" or "LU") || NotTown.IsMatch(m.Groups["town"].Value)) continue;
                if (pre.Length == 0 && Year.IsMatch(m.Groups["code"].Value) && Preposition.IsMatch(line[..m.Index])) continue;
                yield return new Hit(m.Index, m.Length, land, m.Groups["code"].Value, Trim(m.Groups["town"].Value), null, true);
            }
        if (country is "GB" or "US")
            yield break;
    }

    private static string? State(string text)
    {
        var t = text.Trim().TrimEnd('.');
        if (Places.States.ContainsKey(t.ToUpperInvariant()) && t == t.ToUpperInvariant()) return t;
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
        var land = Places.CountryCode(Country.Match(text[(hit.At + hit.Length)..]) is { Success: true } c ? c.Groups["land"].Value : null) ?? (line + 1 < frame.Lines.Length && Places.CountryCode(frame.Line(line + 1).Trim()) is { } below ? below : null) ?? hit.Country;
        for (var k = line - 1; k >= Math.Max(0, line - 4) && frame.Block(k) == frame.Block(line) && frame.Line(k).Length is > 0 and < 70 && frame.Lines[k].Role != LineRole.Heading; k--)
        {
            if (parts.Any(IsStreet) && hit.Town is not null) break;
            var above = LabelStart.Replace(frame.Line(k), "").Trim().TrimEnd(',');
            if (above.Contains('@') || PhoneFinder.Number.IsMatch(above) && !IsStreet(above) || above.EndsWith(':')) break;
            if (Sentence.IsMatch(above) && !IsStreet(above)) break;
            parts.InsertRange(0, Parts(above));
            if (IsStreet(above)) break;
        }
        parts = [.. parts.Select(p => StreetOnly(p, hit.Country))];
        var streetAt = parts.FindLastIndex(IsStreet);
        if (streetAt < 0 && hit.Town is null) streetAt = parts.FindLastIndex(parts.Count - 1, p => IsUnit(p));
        string? street = null, town = hit.Town, region = hit.Region;
        if (hit.CodeFirst || hit.Town is not null)
        {
            if (streetAt < 0 && parts.Count > 0 && SpanishStreet.IsMatch(parts[^1])) streetAt = parts.Count - 1;
            if (streetAt >= 0)
            {
                street = parts[streetAt];
                // "Calle Mayor, 5": the number came off at the comma.
                if (streetAt + 1 < parts.Count && HouseNumber.IsMatch(parts[streetAt + 1])) street += (hit.Country == "ES" ? ", " : " ") + parts[streetAt + 1];
                if (streetAt > 0 && IsUnit(parts[streetAt - 1])) street = parts[streetAt - 1] + ", " + street;
                else if (streetAt + 1 < parts.Count && (IsUnit(parts[streetAt + 1]) || Floor.IsMatch(parts[streetAt + 1]))) street += ", " + parts[streetAt + 1];
            }
            if (hit.CodeFirst && hit.Country == "NL" && street is null && parts.Count > 0 && DutchStreet.IsMatch(parts[^1])) street = parts[^1];
        }
        else
        {
            // British and Irish: the town stands before the code, perhaps with a county between.
            var rest = streetAt >= 0 ? parts.Skip(streetAt + 1).ToList() : parts.TakeLast(1).ToList();
            if (streetAt >= 0)
            {
                street = parts[streetAt];
                if (streetAt > 0 && (IsUnit(parts[streetAt - 1]) || HouseNumber.IsMatch(parts[streetAt - 1]) && !char.IsDigit(street[0]))) street = parts[streetAt - 1] + (HouseNumber.IsMatch(parts[streetAt - 1]) ? " " : ", ") + street;
            }
            else if (parts.Count >= 2 && parts[^2].Length < 50 && Capital.IsMatch(parts[^2]) && !Sentence.IsMatch(parts[^2])) street = parts[^2];
            rest = [.. rest.Where(r => Places.CountryCode(r) is null)];
            if (rest.Count == 0 && streetAt >= 0 && SplitTown(street!) is { } cut) (street, town) = cut;
            else if (rest.Count > 0)
            {
                town = rest[0];
                if (rest.Count > 1)
                {
                    if (County.IsMatch(rest[^1])) { region = rest[^1]; town = rest.Count > 2 ? rest[^2] : rest[0]; }
                    else if (hit.Country == "IE") town = rest[0];
                    else if (rest.Count == 2 && !rest[1].Contains(' ') && rest[1].EndsWith("shire", StringComparison.OrdinalIgnoreCase)) { region = rest[1]; town = rest[0]; }
                    else if (rest.Count == 2) town = rest[1];
                    else town = rest[^1];
                }
            }
        }
        town = town is null ? null : Trim(town);
        if (town is { Length: > 0 })
        {
            town = TownStart.Replace(town, "");
            if (town.Length is 0 or > 60 || Sentence.IsMatch(town) || town.Any(char.IsDigit) && hit.Country != "IE") town = null;
        }
        if (town is null && hit.Country == "IE" && parts.Count > 0) town = parts[^1];
        // "on Fish Strand in Larkmouth, number 2, postcode …" or "a pub in Ottery Cross. 1 Green Lane, OC1 1AA".
        if (town is null && Based.Matches(text[..hit.At]).LastOrDefault() is { } said) town = Trim(said.Groups["town"].Value);
        if (town is null) return null;
        if (street == town) street = null;
        street = street is { Length: > 90 } ? null : street?.Trim(' ', ',', '.');
        return new Read(new AddressValue(street, town, hit.Code, region, land), street is null ? .84 : .94, hit.At, hit.Length);
    }

    /// <summary>"Actually it's 27 Shore Road, not 72": a newer message that names the street with another number.</summary>
    private static AddressValue Renumbered(TextFrame frame, AddressValue a, int order)
    {
        if (a.Street is null || HouseAndStreet.Match(a.Street) is not { Success: true } had) return a;
        for (var i = frame.Lines.Length - 1; i >= 0; i--)
            if (frame.Usable(i) && (frame.Order(i) > order || Cues.Correction(frame.Line(i))))
            {
                var m = Regex.Match(frame.Line(i), $@"\b(\d+[a-zA-Z]?)\s+{Regex.Escape(had.Groups[2].Value)}\b", RegexOptions.IgnoreCase);
                if (m.Success && m.Groups[1].Value != had.Groups[1].Value && !Regex.IsMatch(frame.Line(i)[..m.Index], @"\b(?:not|old|was)\s*$")) return a with { Street = a.Street.Replace(had.Value, $"{m.Groups[1].Value} {had.Groups[2].Value}") };
            }
        return a;
    }

    private static readonly Regex HouseAndStreet = new(@"\b(\d+[a-zA-Z]?)\s+(\p{Lu}.+)$");

    private static bool IsUnit(string part) => Unit.IsMatch(part);

    /// <summary>A street inside a longer part: "in der Bahnhofstraße 22 in".</summary>
    private static string StreetOnly(string part, string country)
    {
        var m = country switch { "DE" or "AT" or "CH" => GermanStreet.Match(part), "FR" or "BE" => FrenchStreet.Match(part), "ES" => SpanishStreet.Match(part), _ => Match.Empty };
        if (!m.Success) return part;
        // The name of a German street may begin before the ending that gives it away.
        var from = m.Index;
        while (country is not ("FR" or "ES" or "BE") && from > 0 && part[from - 1] != ' ') from--;
        var end = m.Index + m.Length;
        if (part[end..].StartsWith("/n", StringComparison.Ordinal)) end += 2;
        return part[from..end].Trim();
    }

    /// <summary>"4 Ropewalk Yard Saltmere" without a comma: the street ends with its own word.</summary>
    private static (string Street, string Town)? SplitTown(string street)
    {
        var m = StreetEnd.Match(street);
        return m.Success && Capital.IsMatch(m.Groups[2].Value) ? (m.Groups[1].Value, m.Groups[2].Value) : null;
    }

    private static List<string> Parts(string text) => [.. text.Split([',', '|', '·', '•', ';', '\u2022'], StringSplitOptions.TrimEntries | StringSplitOptions.RemoveEmptyEntries).SelectMany(p => DashSplit.Split(p)).Select(p => p.Trim(' ', '-', '–', ':', '(')).Select(LastSentence).Where(p => p.Length > 0)];

    private static string LastSentence(string p)
    {
        for (var m = AtPhrase.Match(p); m.Success && m.Length > 0; m = AtPhrase.Match(p)) p = p[(m.Index + m.Length)..].Trim();
        if (p.StartsWith("the ", StringComparison.Ordinal)) p = p[4..];
        return p;
    }

    internal static bool IsStreet(string part) => part.Length < 70 && (EnglishStreet.IsMatch(part) || GermanStreet.IsMatch(part) || FrenchStreet.IsMatch(part) || SpanishStreet.IsMatch(part) || DutchStreet.IsMatch(part) && !part.Contains("tel", StringComparison.OrdinalIgnoreCase));

    private static Read? WithoutCode(TextFrame frame, int i)
    {
        var line = frame.Line(i);
        foreach (Match m in Loose.Matches(line))
        {
            var clause = TextFrame.ClauseText(line, m.Index, m.Length);
            if (Elsewhere(frame, i, clause, line, m.Index) || Cues.Past(clause) && !Cues.Correction(clause)) continue;
            var town = Trim(m.Groups["town"].Value);
            if (Places.CountryCode(town) is not null || NotTown.IsMatch(town) || HoursWords.FullDay(town.Split(' ')[0]) >= 0) continue;
            var labelled = Label.IsMatch(line) || Label.IsMatch(frame.Under(i));
            return new Read(new AddressValue(m.Groups["street"].Value.Trim(), town, null, null, frame.Country), labelled ? .9 : .8, m.Index, m.Length);
        }
        if (Label.IsMatch(line) && LooseForeign.Match(line) is { Success: true } f && IsStreet(f.Groups["street"].Value.Trim()))
            return new Read(new AddressValue(f.Groups["street"].Value.Trim(), Trim(f.Groups["town"].Value), null, null, frame.Country), .85, f.Index, f.Length);
        return null;
    }

    /// <summary>The place the text says the business is in.</summary>
    private static Candidate? Town(TextFrame frame)
    {
        (string Town, int Line, int At, int Length, double Score)? best = null;
        for (var i = 0; i < frame.Lines.Length; i++)
        {
            if (!frame.Usable(i) || frame.Past(i) || frame.MailHeader(i)) continue;
            var line = frame.Line(i);
            foreach (Match m in Based.Matches(line))
            {
                var town = Trim(m.Groups["town"].Value);
                if (Bad(town) || m.Value.StartsWith("at ", StringComparison.Ordinal) && NameFinder.IsBusiness(town)) continue;
                var clause = TextFrame.ClauseText(line, m.Index, m.Length);
                if (Cues.NotTheirs(clause) || Cues.Private(clause) || Cues.Past(clause) && !Cues.Correction(clause)) continue;
                var score = m.Groups["strong"].Success ? .85 : .6;
                if (best is null || score > best.Value.Score || score == best.Value.Score && frame.Order(i) > frame.Order(best.Value.Line)) best = (town, i, m.Groups["town"].Index, town.Length, score);
            }
        }
        var seen = 0;
        for (var i = 0; best is null && i < frame.Lines.Length && seen < 5; i++)
        {
            if (frame.Line(i).Length > 0 && !frame.MailHeader(i)) seen++;
            if (!frame.Usable(i) || frame.MailHeader(i) || frame.InSignature(i) || frame.Lines[i].Role == LineRole.Row) continue;
            var line = frame.Line(i);
            var m = NameThenTown.Match(line);
            if (m.Success && !Bad(m.Groups["town"].Value) && TradeLexicon.OfLabel(m.Groups["town"].Value) is null && !Sentence.IsMatch(line)) best = (m.Groups["town"].Value, i, m.Groups["town"].Index, m.Groups["town"].Length, .6);
            else if (i > 0 && Alone.IsMatch(line) && !Bad(line) && TradeLexicon.OfLabel(line) is null && frame.Lines[i].Role == LineRole.Text && frame.Block(i) == frame.Block(i - 1)) best = (line.Trim(), i, 0, line.Length, .52);
        }
        return best is { } b ? new Candidate("place", new AddressValue(null, b.Town, null, null, frame.Country), b.Score, frame.Source.Around(b.Line, b.At, b.Length), "the place it says it is in") : null;

        static bool Bad(string town) => town.Length < 3 || NotTown.IsMatch(town) || TextFrame.Month(town.Split(' ')[0]) is not null && town.Length < 10 || HoursWords.FullDay(town.Split(' ')[0]) >= 0 || Languages.Tag(town) is not null && town.Length > 3 || Places.CountryCode(town) is not null;
    }

    private static bool Elsewhere(TextFrame frame, int i, string clause, string line, int at)
    {
        if (Registered.IsMatch(clause) && !Label.IsMatch(clause)) return true;
        var before = line[Math.Max(0, at - 90)..at];
        return Cues.NotTheirs(clause) || Cues.Private(clause) || Cues.Credit(line) || (Cues.Past(clause) && !(Cues.Correction(before) && !Cues.Past(before[Math.Max(0, before.Length - 40)..])))
            || (i > 0 && frame.Block(i - 1) == frame.Block(i) && Cues.NotTheirs(frame.Line(i - 1)) && frame.Line(i - 1).TrimEnd().EndsWith(':')) || Registered.IsMatch(frame.Under(i));
    }

    private static string Trim(string s) => s.Trim(' ', ',', '.', '-', '–', '(', ')', ':', ';', '|');

    private static readonly Regex British = new(@"\b((?:[A-Z]{1,2}\d[A-Z\d]?))\s?(\d[A-Z]{2})\b");
    private static readonly Regex Irish = new(@"\b[AC-FHKNPRTV-Y]\d[0-9W]\s?[0-9AC-FHKNPRTV-Y]{4}\b");
    private static readonly Regex Canadian = new(@"(?<town>[\p{Lu}][\p{L}.'’ -]{1,40}?),?\s+(?<region>AB|BC|MB|NB|NL|NS|NT|NU|ON|PE|QC|SK|YT),?\s+(?<code>[ABCEGHJ-NPRSTVXY]\d[A-Z][ -]?\d[A-Z]\d)\b");
    private static readonly Regex American = new(@"(?<town>\p{Lu}[\p{L}.'’ -]{1,40}?),\s+(?<region>[A-Z]{2}|\p{Lu}\p{Ll}{3,}(?: \p{Lu}\p{Ll}+)?)\.?,?\s+(?<code>\d{5}(?:-\d{4})?)\b|(?<town>\p{Lu}[\p{L}.'’-]+(?: \p{Lu}[\p{L}.'’-]+){0,2})\s+(?<region>[A-Z]{2})\s+(?<code>\d{5}(?:-\d{4})?)\b");
    private static readonly Regex Australian = new(@"(?<town>\p{Lu}[\p{L}'’ -]{1,40}?),?\s+(?<region>NSW|VIC|QLD|SA|WA|TAS|ACT|NT),?\s+(?<code>\d{4})\b");
    private static readonly Regex Dutch = new(@"\b(?<code>[1-9]\d{3}\s?(?!SA|SD|SS)[A-Z]{2})\s+(?<town>\p{Lu}[\p{L}'’ -]{1,35}?)(?=$|[,.;|(]|\s(?:tel|T:|NL|Nederland|The Netherlands)|\s[-–|·])");
    private static readonly Regex Five = new(@"\b(?<pre>(?:D|DE|F|FR|E|ES|I)[- ])?(?<code>\d{5})\s+(?<town>(?:St\. ?|Ste\. ?)?\p{Lu}[\p{L}'’/-]*(?:[ ](?:am|an der|an|bei|im|in der|ob der|unter|vor der|a\. d\.|de la|de l'|de|del|la|les|le|sur|sous|en|lès|du|des|et|los|las|el|\p{Lu}[\p{L}'’/-]*))*)(?:\s*\((?<region>\p{L}[\p{L} ]+)\))?");
    private static readonly Regex Four = new(@"\b(?<pre>(?:A|AT|CH|B|BE|DK|L)[- ])?(?<code>[1-9]\d{3})\s+(?<town>(?:St\. ?)?\p{Lu}[\p{L}'’/-]*(?:[ ](?:am|an der|an|bei|im|in der|ob der|unter|sur|de|la|le|\p{Lu}[\p{L}'’/-]*))*)");
    private static readonly Regex FivePrefix = new(@"\b(?:D|DE|F|FR|E|ES)[- ]\d{5}\b");
    private static readonly Regex FourPrefix = new(@"\b(?:A|AT|CH|B|BE)[- ]\d{4}\b");
    private static readonly Regex Alone = new(@"^\p{Lu}[\p{L}'’-]{2,}(?:[ -]\p{Lu}[\p{L}'’-]+)?$");
    private static readonly Regex Year = new(@"^(?:19|20)\d\d$");
    private static readonly Regex Preposition = new(@"\b(?:seit|since|im jahr|in|ab|depuis|en|©|\(c\)|jahr|von|bis|und)\s*$", RegexOptions.IgnoreCase);
    private static readonly Regex Country = new(@"^\W*" + Land + @"\b");
    private static readonly Regex Label = new(@"(?:\b(?:address|anschrift|adresse|dirección|direccion|find us|where|located|location|premises|shop|workshop|studio|office|visit us|besuchen|standort|werkstatt|laden|situé\w*|nous trouver|taller|tienda|ubica\w*|estamos en|adres|we'?re at|we are at|post)\b|📍)", RegexOptions.IgnoreCase);
    private static readonly Regex LabelStart = new(@"^.*?\b(?:(?:postal |business |shop |our |full |studio |workshop )?address|anschrift|adresse|dirección|direccion|where to find us|find us(?: at)?|visit us(?: at)?|location|located at|standort|werkstatt|nous trouver|ubicación|adres|sitz|impressum)\b(?: (?:is|ist|est|es|at))?\s*[:|–-]?\s*", RegexOptions.IgnoreCase);
    private static readonly Regex DashSplit = new(@"\s[-–—]\s");
    private static readonly Regex AtPhrase = new(@"^(?:.*\b(?:at|is|are|on|on the|from|in der|bei|im|in|au|à|en la|en|to|near|ist|to unit))\s+(?=(?:the |der |die |le |la |el )?[\p{Lu}\d])|^.*[.!?:](?<!(?:str|Str|\bSt|\bCo|\bDr|\bAv|\bAvda|\bBd|\bMt|\bFt|\bC|\bn|\bNo|\bNr)\.)\s+(?=[\p{Lu}\d])");
    private static readonly Regex EnglishStreet = new(@"(?:^|[^\p{L}])(?:\d+[a-zA-Z]?(?:\s?[-–/]\s?\d+[a-zA-Z]?)?,?\s+(?:(?:[NSEW]|N\.|S\.|E\.|W\.|North|South|East|West|Upper|Lower|Old|New|Great|Little|St\.?|The)\s+)*[\p{Lu}][\p{L}.'’-]*(?:\s+[\p{Lu}][\p{L}.'’-]*|\s+(?:of|the|and|in|on|le|upon))*\s*|[\p{Lu}][\p{L}.'’-]*(?:\s+[\p{Lu}][\p{L}.'’-]*){0,3}\s+)(?:Street|St|Road|Rd|Lane|Ln|Avenue|Ave|Drive|Dr|Close|Way|Court|Ct|Place|Pl|Square|Sq|Terrace|Tce|Crescent|Cres|Gardens|Grove|Hill|Row|Walk|Yard|Quay|Wharf|Parade|Pde|Boulevard|Blvd|Highway|Hwy|Parkway|Pkwy|Mews|Park|Green|Rise|View|Green|Gate|Passage|Alley|Arcade|Buildings|Estate|Centre|Center|Mill|Farm|Circle|Trail|Pike|Strand|Esplanade|Promenade|Steps|Bank|Side|Ropewalk|Market|Mall|Circuit|Plaza|End|Common|Broadway|Embankment|Harbour|Slip|Cottages?|Villas?|Works)\b\.?(?!\w)|^\d+[a-zA-Z]?(?:\s?[-–/]\s?\d+[a-zA-Z]?)?,?\s+(?:The\s+)?\p{Lu}[\p{L}'’-]+(?:\s\p{Lu}[\p{L}'’-]+)?$");
    private static readonly Regex GermanStreet = new(@"\p{L}(?:straße|strasse|str\.|weg|gasse|platz|allee|ring|damm|ufer|graben|markt|steig|hof|berg|kai|chaussee|pfad|winkel|wall|tor|zeile|stiege)\s+\d+\s?[a-zA-Z]?\b|\b(?:Straße|Strasse|Str\.|Weg|Platz|Allee|Gasse|Markt|Ring|Hof|Am|An der|An den|Im|In der|Zum|Zur|Auf der|Auf dem|Unter den|Hinter der|Beim|Alte|Alter|Neue|Neuer|Obere|Untere|Lange|Kleine|Große)(?: \p{Lu}[\p{L}-]*)*\s+\d+\s?[a-zA-Z]?\b|^\p{Lu}[\p{L}.-]+(?: \p{L}[\p{L}.-]+){0,3}(?:straße|strasse|weg|gasse|platz|Straße|Gasse|Weg|Platz) \d+\s?[a-zA-Z]?\b", RegexOptions.None);
    private static readonly Regex FrenchStreet = new(@"\b(?:\d+\s?(?:bis|ter|quater)?,?\s+)?(?:rue|avenue|av\.|boulevard|bd|place|allée|allées|chemin|impasse|quai|cours|route|passage|square|sentier|montée|faubourg|ruelle|esplanade|promenade|zone artisanale|za|zi|lieu-dit|rte|ch\.)\s+(?:de\s|du\s|des\s|d'|d’|la\s|l'|l’|les\s|aux?\s)*[\p{L}\d][\p{L}\d'’ -]*", RegexOptions.IgnoreCase);
    private static readonly Regex SpanishStreet = new(@"\b(?:c/|calle|avda\.?|avenida|plaza|pza\.?|paseo|pº|camino|carretera|ctra\.?|ronda|travesía|callejón|carrer|pasaje|polígono(?: industrial)?|glorieta|cuesta|rambla|vía|bulevar|costanilla)\s*(?:de\s|del\s|la\s|las\s|los\s|el\s)*[\p{L}\d][\p{L}\d'’ ºª-]*(?:s/n)?", RegexOptions.IgnoreCase);
    private static readonly Regex DutchStreet = new(@"^\p{Lu}?[\p{L}'’ .-]*(?:straat|weg|laan|plein|gracht|kade|dijk|singel|hof|steeg|pad|markt|dreef|haven|wal|brink)\s+\d+\s?[a-zA-Z]?\b", RegexOptions.None);
    private static readonly Regex HouseNumber = new(@"^\d+\s?[a-zA-Z]?(?:\s?[-–/]\s?\d+\s?[a-zA-Z]?)?$|^(?:n[º°o]\.?\s?|núm\.?\s?)\d+[a-zA-Z]?$|^s/n$", RegexOptions.IgnoreCase);
    private static readonly Regex Unit = new(@"^(?i:unit|flat|suite|ste\.?|floor|shop|studio|room|apt\.?|workshop|bâtiment|bât\.?|local|bajo|nave|top|stiege|hinterhaus|\d+(?:st|nd|rd|th) floor|first floor|ground floor|#)\s?[\w-]{0,4}$|^(?:The |Old )?\p{Lu}[\p{L}'’ ]+ (?:House|Barn|Studio|Studios|Mill|Buildings?|Workshops?|Hall|Centre|Yard|Arcade|Works|Forge|Stables|Business Park|Industrial Estate|Trading Estate|Farm|Cottage|Lodge|Court|Chambers|Room|Rooms|Loft|Dairy|Manor|Tower|Kiln|Church|Chapel|Pool)$");
    private static readonly Regex County = new(@"^(?:Co\.?|County)\s+\p{Lu}|shire$|^(?:Devon|Cornwall|Kent|Surrey|Sussex|East Sussex|West Sussex|Essex|Norfolk|Suffolk|Cumbria|Dorset|Somerset|Powys|Gwynedd|Fife|Gwent|Dyfed|Clwyd|Merseyside|Tyne and Wear|Greater \w+|North Yorkshire|West Midlands|Rutland|Durham|Highland|Orkney|Anglesey)$", RegexOptions.IgnoreCase);
    private static readonly Regex Capital = new(@"^\p{Lu}");
    private static readonly Regex StreetEnd = new(@"^(.*\b(?:Street|Road|Lane|Avenue|Drive|Close|Way|Place|Square|Terrace|Row|Walk|Yard|Quay|Wharf|Parade|Hill|Court|Rd|St))\s+(\p{Lu}\p{L}.*)$");
    private static readonly Regex Sentence = new(@"\b(?:we|they|is|are|our|you|the shop|open|call|please|and then|her|his|sind|wir|ist|nous|est|sont|estamos|somos)\b", RegexOptions.IgnoreCase);
    private static readonly Regex TownStart = new(@"^(?:in|near|at|bei|in der|à|en|a)\s+", RegexOptions.IgnoreCase);
    private static readonly Regex Registered = new(@"\b(?:registered (?:office|address|in)|accounts? (?:office|department)|invoice address|rechnungsadresse|siège social|domicilio (?:social|fiscal)|postfach|p\.? ?o\.? box|boîte postale|mailing address|correspondence)\b", RegexOptions.IgnoreCase);
    private static readonly Regex Loose = new(@"(?<street>(?:Unit \w+,? )?\d+[a-zA-Z]?(?:[-–]\d+)?,? (?:\p{Lu}[\p{L}.'’-]* )*(?:Street|St|Road|Rd|Lane|Avenue|Ave|Drive|Dr|Close|Way|Court|Place|Square|Terrace|Crescent|Gardens|Grove|Hill|Row|Walk|Yard|Quay|Wharf|Parade|Boulevard|Blvd|Mews|Park|Green|Rise|Gate|Passage|Arcade|Mill|Strand|Esplanade|Steps|Market|Highway|Hwy|End)\b\.?),?\s+(?:in\s+)?(?<town>\p{Lu}[\p{L}'’-]+(?: (?:\p{Lu}[\p{L}'’-]+|on|upon|le|by|under|the))*)(?![\d\p{L}])");
    private static readonly Regex InTown = new(@"(\d+[a-z]?(?:\s\p{Lu}[\p{L}'’]+){1,3})\sin\s(\p{Lu}[\p{L} ]+)\s*\(?\s*$");
    private static readonly Regex Floor = new(@"^(?:\d{1,2}\s?[ºª°].{0,6}|bajo.{0,4}|local \d+|\d+\.? (?:OG|Stock))$", RegexOptions.IgnoreCase);
    private static readonly Regex CodeLabel = new(@"\b(?:post ?code|zip(?: code)?|plz|code postal|código postal|eircode)\b:?\s*$", RegexOptions.IgnoreCase);
    private static readonly Regex Field = new(@"^\W*(?:(?<street>street(?: address)?|address(?: line)? ?1?|straße|strasse|rue|calle|dirección|domicilio|anschrift|adresse)|(?<town>town|city|town/city|place|locality|ort|stadt|wohnort|ville|commune|localidad|ciudad|población|municipio|plaats)|(?<code>post ?code|zip(?: code)?|postal code|eircode|plz|postleitzahl|code postal|cp|c\.p\.|código postal)|(?<region>county|state|region|province|bundesland|kanton|département|provincia)|(?<land>country|land|pays|país))\s*[:|]\s*(?<v>\S.*)$", RegexOptions.IgnoreCase);
    private static readonly Regex NameThenTown = new(@"^[^,.:;]{3,50}(?:,\s[^,.:;]{3,60})?,\s(?<town>\p{Lu}[\p{L}'’-]+(?:\s(?:\p{Lu}[\p{L}'’-]+|on|upon|le|sur|am))*)(?:\.|$)");
    private static readonly Regex LooseForeign = new(@":\s*(?<street>[^,:]{4,60}(?:,\s?\d+\w?)?),\s*(?<town>\p{Lu}[\p{L}'’ -]{2,40})");
    private static readonly Regex Based = new(@"(?:(?<strong>\b(?:based in|located in|workshop in|shop in|studio in|practice in|clinic in|salon in|café in|yard in|premises in|office in|we'?re in|we are in|lives? in|trading in|situated in|town\s?:|place\s?:|location\s?:|ort\s?:|ville\s?:|localidad\s?:|village of|town of|serving|in der nähe von|ansässig in|werkstatt in|praxis in|laden in|sitz in|aus|située?s? à|basée?s? à|installée?s? à|atelier à|cabinet à|boutique à|ubicad[oa]s? en|con sede en|estamos en|taller en|tienda en|local en)\s+)|\b(?:[Ii]n|[Nn]ear|[Aa]round|at|à|en)\s+)(?:the (?:centre|center|middle|heart) of |downtown |central )?(?<town>\p{Lu}[\p{L}'’-]+(?:[ -](?:\p{Lu}[\p{L}'’-]+|on|upon|le|by|sur|de|del|la|am|an der|im)(?=[\s,.;:!?)-]|$))*)");
    private static readonly Regex NotTown = new(@"^(?:Uhr|Euro|EUR|CHF|GBP|USD|Kunden|Gäste|Jahre|Stunden|Minuten|Personen|Quadratmeter|Bewertungen|Sterne|Mitarbeiter|Tage|Meter|Kilometer|Stück|The|This|That|These|Our|My|Your|His|Her|He|She|We|They|January|February|March|April|May|June|July|August|September|October|November|December|Spring|Summer|Autumn|Winter|Christmas|Easter|English|German|French|Spanish|Facebook|Instagram|Google|WhatsApp|Monday|Tuesday|Wednesday|Thursday|Friday|Saturday|Sunday|Januar|Februar|März|Juni|Juli|Oktober|Dezember|PDF|VAT|Level|Grade|avis|Avis|clients|km|ans|opiniones|años|euros)\b");
}
