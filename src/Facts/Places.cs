using System.Collections.Immutable;
using System.Text.RegularExpressions;

namespace Plurimax.Facts;

/// <summary>Countries (ISO 3166-1), their postcodes, and the states and provinces of those that write them.</summary>
public static class Places
{
    private static readonly ImmutableDictionary<string, string> Countries = new Dictionary<string, string>(StringComparer.OrdinalIgnoreCase)
    {
        ["united kingdom"] = "GB",
        ["uk"] = "GB",
        ["great britain"] = "GB",
        ["england"] = "GB",
        ["scotland"] = "GB",
        ["wales"] = "GB",
        ["northern ireland"] = "GB",
        ["grande-bretagne"] = "GB",
        ["großbritannien"] = "GB",
        ["reino unido"] = "GB",
        ["royaume-uni"] = "GB",
        ["ireland"] = "IE",
        ["republic of ireland"] = "IE",
        ["éire"] = "IE",
        ["irland"] = "IE",
        ["irlande"] = "IE",
        ["irlanda"] = "IE",
        ["united states"] = "US",
        ["united states of america"] = "US",
        ["usa"] = "US",
        ["u.s.a."] = "US",
        ["u.s."] = "US",
        ["estados unidos"] = "US",
        ["états-unis"] = "US",
        ["canada"] = "CA",
        ["kanada"] = "CA",
        ["canadá"] = "CA",
        ["australia"] = "AU",
        ["australien"] = "AU",
        ["australie"] = "AU",
        ["germany"] = "DE",
        ["deutschland"] = "DE",
        ["allemagne"] = "DE",
        ["alemania"] = "DE",
        ["austria"] = "AT",
        ["österreich"] = "AT",
        ["autriche"] = "AT",
        ["switzerland"] = "CH",
        ["schweiz"] = "CH",
        ["suisse"] = "CH",
        ["svizzera"] = "CH",
        ["suiza"] = "CH",
        ["france"] = "FR",
        ["frankreich"] = "FR",
        ["francia"] = "FR",
        ["spain"] = "ES",
        ["españa"] = "ES",
        ["espagne"] = "ES",
        ["spanien"] = "ES",
        ["netherlands"] = "NL",
        ["the netherlands"] = "NL",
        ["nederland"] = "NL",
        ["niederlande"] = "NL",
        ["pays-bas"] = "NL",
        ["países bajos"] = "NL",
        ["holland"] = "NL",
        ["belgium"] = "BE",
        ["belgien"] = "BE",
        ["belgique"] = "BE",
        ["italy"] = "IT",
        ["italien"] = "IT",
        ["italie"] = "IT",
        ["new zealand"] = "NZ",
        ["portugal"] = "PT",
        ["luxembourg"] = "LU",
        ["denmark"] = "DK",
    }.ToImmutableDictionary(StringComparer.OrdinalIgnoreCase);

    private static readonly ImmutableHashSet<string> Codes =
    [
        .. "GB IE US CA AU DE AT CH FR ES NL BE IT NZ PT LU DK SE NO FI PL CZ".Split(' '),
    ];

    public static readonly ImmutableDictionary<string, string> States = Pairs(
        "AL Alabama|AK Alaska|AZ Arizona|AR Arkansas|CA California|CO Colorado|CT Connecticut|DE Delaware|FL Florida|GA Georgia|HI "
            + "Hawaii|ID Idaho|IL Illinois|IN Indiana|IA Iowa|KS Kansas|KY Kentucky|LA Louisiana|ME Maine|MD Maryland|MA "
            + "Massachusetts|MI Michigan|MN Minnesota|MS Mississippi|MO Missouri|MT Montana|NE Nebraska|NV Nevada|NH New Hampshire|NJ "
            + "New Jersey|NM New Mexico|NY New York|NC North Carolina|ND North Dakota|OH Ohio|OK Oklahoma|OR Oregon|PA Pennsylvania|RI "
            + "Rhode Island|SC South Carolina|SD South Dakota|TN Tennessee|TX Texas|UT Utah|VT Vermont|VA Virginia|WA Washington|WV West "
            + "Virginia|WI Wisconsin|WY Wyoming|DC District of Columbia"
    );
    public static readonly ImmutableDictionary<string, string> Territories = Pairs(
        "NSW New South Wales|VIC Victoria|QLD Queensland|SA South Australia|WA Western Australia|TAS Tasmania|ACT Australian "
            + "Capital Territory|NT Northern Territory"
    );

    private static ImmutableDictionary<string, string> Pairs(string text) =>
        text.Split('|').Select(p => p.Split(' ', 2)).ToImmutableDictionary(p => p[0], p => p[1]);

    public static IEnumerable<string> CountryNames => Countries.Keys;

    /// <summary>The two letters of a country named in words or letters.</summary>
    public static string? CountryCode(string? name)
    {
        if (string.IsNullOrWhiteSpace(name))
            return null;
        name = name.Trim().TrimEnd('.');
        if (Countries.TryGetValue(name, out var code))
            return code;
        return name.Length == 2 && Codes.Contains(name.ToUpperInvariant()) ? name.ToUpperInvariant() : null;
    }

    /// <summary>The country whose postcodes look like this and like no other's; five digits need the state to tell.</summary>
    public static string? CountryOfPostcode(string? code, string? region = null)
    {
        if (code is null)
            return null;
        code = code.Trim().ToUpperInvariant();
        if (Eircode.IsMatch(code))
            return "IE";
        if (British.IsMatch(code))
            return "GB";
        if (Canadian.IsMatch(code))
            return "CA";
        if (Dutch.IsMatch(code))
            return "NL";
        if (region is not null && code.Length == 4 && Territories.ContainsKey(region.Trim().ToUpperInvariant()))
            return "AU";
        if (region is not null && Zip.IsMatch(code) && States.ContainsKey(region.Trim().ToUpperInvariant()))
            return "US";
        return code.Length == 10 && Zip.IsMatch(code) ? "US" : null;
    }

    /// <summary>The shape of a country's postcodes; whether one is in use is not checked (common practice, no published source).</summary>
    public static bool PostcodeFits(string country, string code) =>
        country switch
        {
            "GB" => British.IsMatch(code),
            "IE" => Eircode.IsMatch(code),
            "CA" => Canadian.IsMatch(code),
            "NL" => Dutch.IsMatch(code),
            "US" => Zip.IsMatch(code),
            "DE" or "FR" or "ES" or "IT" => code.Length == 5 && code.All(char.IsAsciiDigit),
            "AT" or "CH" or "AU" or "BE" => code.Length == 4 && code.All(char.IsAsciiDigit),
            _ => code.Length <= 12,
        };

    /// <summary>Calling codes of the countries above (ITU-T E.164).</summary>
    public static string? CountryOfPhone(string e164) =>
        e164 switch
        {
            ['+', '4', '4', ..] => "GB",
            ['+', '3', '5', '3', ..] => "IE",
            ['+', '4', '9', ..] => "DE",
            ['+', '4', '3', ..] => "AT",
            ['+', '4', '1', ..] => "CH",
            ['+', '3', '3', ..] => "FR",
            ['+', '3', '4', ..] => "ES",
            ['+', '3', '1', ..] => "NL",
            ['+', '3', '2', ..] => "BE",
            ['+', '3', '9', ..] => "IT",
            ['+', '6', '1', ..] => "AU",
            ['+', '6', '4', ..] => "NZ",
            _ => null,
        };

    private static readonly Regex British = new(@"^[A-Z]{1,2}\d[A-Z\d]? ?\d[A-Z]{2}$");
    private static readonly Regex Eircode = new(@"^[AC-FHKNPRTV-Y]\d[0-9W] ?[0-9AC-FHKNPRTV-Y]{4}$");
    private static readonly Regex Canadian = new(@"^[ABCEGHJ-NPRSTVXY]\d[A-Z] ?\d[A-Z]\d$");
    private static readonly Regex Dutch = new(@"^\d{4} ?[A-Z]{2}$");
    private static readonly Regex Zip = new(@"^\d{5}(?:-\d{4})?$");
}
