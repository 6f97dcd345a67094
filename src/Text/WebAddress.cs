using System.Net;
using System.Net.Sockets;

namespace Plurimax.Text;

/// <summary>Addresses of the web that may stand on a page.</summary>
public static class WebAddress
{
    private static readonly IPNetwork[] Private =
    [
        IPNetwork.Parse("0.0.0.0/8"),
        IPNetwork.Parse("10.0.0.0/8"),
        IPNetwork.Parse("100.64.0.0/10"),
        IPNetwork.Parse("127.0.0.0/8"),
        IPNetwork.Parse("169.254.0.0/16"),
        IPNetwork.Parse("172.16.0.0/12"),
        IPNetwork.Parse("192.168.0.0/16"),
        IPNetwork.Parse("::/127"),
        IPNetwork.Parse("fc00::/7"),
        IPNetwork.Parse("fe80::/10"),
    ];

    /// <summary>
    /// Whether everybody can open it: no address of one machine or one network (RFC 6890), no name without a dot or of those kept for a
    /// network (RFC 6762, RFC 8375), no port 0.
    /// </summary>
    public static bool IsPublic(Uri uri)
    {
        if (uri.Port == 0)
            return false;
        if (IPAddress.TryParse(uri.Host.Trim('[', ']'), out var address))
        {
            if (address is { AddressFamily: AddressFamily.InterNetworkV6, IsIPv4MappedToIPv6: true })
                address = address.MapToIPv4();
            return !Private.Any(n => n.Contains(address));
        }
        var host = uri.IdnHost.TrimEnd('.').ToLowerInvariant();
        return host.Contains('.')
            && host != "localhost"
            && !new[] { ".localhost", ".local", ".internal", ".home.arpa" }.Any(e => host.EndsWith(e, StringComparison.Ordinal));
    }
}
