using System.Globalization;
using System.Text;
using System.Text.RegularExpressions;

namespace Plurimax.Text;

/// <summary>Records of a domain as the agency has them by default, as a zone file (RFC 1035, 5) with CAA (RFC 8659).</summary>
public static partial class ZoneFile
{
    /// <param name="domain">Without a dot at the end, "harrowgate-cycles.example".</param>
    /// <param name="setting">Values of the settings about domains and mail.</param>
    /// <param name="moving">The website's records are to be forgotten soon.</param>
    public static string Write(string domain, Func<string, string> setting, bool moving, uint serial = 2026010101)
    {
        var servers = Letters.Rows(setting("name_servers")).DefaultIfEmpty("ns1.names.example").ToList();
        var b = new StringBuilder();
        void Line(string text) => b.Append(text).Append('\n');
        Line($"$ORIGIN {domain}.");
        Line($"$TTL {setting("ttl")}");
        Line(
            string.Create(CultureInfo.InvariantCulture, $"@ IN SOA {servers[0]}. hostmaster.{domain}. ( {serial} 7200 900 1209600 3600 )")
        );
        foreach (var s in servers)
            Line($"@ IN NS {s}.");
        foreach (var r in Letters.Rows(setting("records")))
            Line(Record(r, moving ? setting("ttl_move") : null));
        foreach (var r in Letters.Rows(setting("mail_records")))
            Line(Record(r, null));
        foreach (var authority in Letters.Rows(setting("caa")))
            Line($"@ IN CAA 0 issue \"{authority}\"");
        return b.ToString();
    }

    private static string Record(string row, string? ttl)
    {
        var m = Row().Match(row);
        return $"{m.Groups["name"].Value} {(ttl is null ? "" : ttl + " ")}IN {m.Groups["type"].Value.ToUpperInvariant()} "
            + $"{m.Groups["value"].Value}";
    }

    public static string? HostsFault(string text) =>
        Letters.Rows(text).FirstOrDefault(l => !Host().IsMatch(l)) is { } bad
            ? $"“{bad}” is no name of a server, such as ns1.names.example."
            : null;

    public static string? RecordsFault(string text)
    {
        foreach (var row in Letters.Rows(text))
        {
            if (Row().Match(row) is not { Success: true } m)
                return $"“{row}” is not name type value, such as: www A 192.0.2.80.";
            var (type, value) = (m.Groups["type"].Value.ToUpperInvariant(), m.Groups["value"].Value);
            var well = type switch
            {
                "A" => System.Net.IPAddress.TryParse(value, out var a)
                    && a.AddressFamily == System.Net.Sockets.AddressFamily.InterNetwork
                    && value.Count(c => c == '.') == 3,
                "AAAA" => System.Net.IPAddress.TryParse(value, out var a)
                    && a.AddressFamily == System.Net.Sockets.AddressFamily.InterNetworkV6,
                "CNAME" => Name().IsMatch(value) && m.Groups["name"].Value != "@",
                "MX" => Regex.IsMatch(value, @"^\d{1,5} (\.|[A-Za-z0-9._-]+)$"),
                "TXT" => Regex.IsMatch(value, "^\"[^\"\\\\\n]{0,255}\"$"),
                _ => false,
            };
            if (!well)
                return $"“{row}”: "
                    + $"{(type is "A" or "AAAA" or "CNAME" or "MX" or "TXT" ? $"that is no value of {type}"
                        : $"{type} is not one of A, AAAA, CNAME, MX, TXT")}"
                    + $".";
        }
        return null;
    }

    [GeneratedRegex(@"^(?<name>@|\*|[A-Za-z0-9_*]([A-Za-z0-9._-]{0,60})) +(?<type>[A-Za-z]{1,5}) +(?<value>\S.*)$")]
    private static partial Regex Row();

    [GeneratedRegex(@"^(?!-)[A-Za-z0-9-]{1,63}(\.[A-Za-z0-9-]{1,63})+$")]
    private static partial Regex Host();

    [GeneratedRegex(@"^[A-Za-z0-9._-]{1,253}\.?$")]
    private static partial Regex Name();
}
