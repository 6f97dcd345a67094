using System.Net;
using Microsoft.AspNetCore.HttpOverrides;
using IPNetwork = System.Net.IPNetwork;

namespace Plurimax.Web.Hosting;

/// <summary>
/// What changes where a server stands in front that ends TLS. Who came, and how, is believed of the proxies named in
/// <c>TrustedProxies</c> only (addresses or networks, with commas between): everybody else could say they were somebody else.
/// </summary>
internal static class BehindProxy
{
    /// <summary>A year, as browsers keep it (RFC 6797, 6.1.1).</summary>
    private const string Strict = "max-age=31536000";

    /// <summary>Whether visitors come by HTTPS, so that addresses on pages say so: <c>PublicScheme</c> is https.</summary>
    /// <exception cref="FormatException">It is neither http nor https.</exception>
    public static bool IsSecure(IConfiguration config) =>
        config["PublicScheme"]?.ToLowerInvariant() switch
        {
            null or "" or "http" => false,
            "https" => true,
            var other => throw new FormatException($"PublicScheme is “{other}”; it may be http or https."),
        };

    /// <exception cref="FormatException">A trusted proxy is neither an address nor a network.</exception>
    public static void AddProxies(this IServiceCollection services, IConfiguration config)
    {
        var named = (config["TrustedProxies"] ?? "").Split(',', StringSplitOptions.RemoveEmptyEntries | StringSplitOptions.TrimEntries);
        var networks = named.Select(Network).ToList();
        services.Configure<ForwardedHeadersOptions>(o =>
        {
            o.ForwardedHeaders =
                networks.Count > 0 ? ForwardedHeaders.XForwardedFor | ForwardedHeaders.XForwardedProto : ForwardedHeaders.None;
            o.KnownProxies.Clear();
            o.KnownIPNetworks.Clear();
            foreach (var n in networks)
                o.KnownIPNetworks.Add(n);
        });
    }

    public static void UseProxies(this WebApplication app)
    {
        app.UseForwardedHeaders();
        // Every cookie: those of forms and messages would go out without.
        app.UseCookiePolicy(new CookiePolicyOptions { Secure = CookieSecurePolicy.SameAsRequest });
        app.Use(
            (context, next) =>
            {
                if (context.Request.IsHttps)
                    context.Response.Headers.StrictTransportSecurity = Strict;
                return next(context);
            }
        );
    }

    private static IPNetwork Network(string text) =>
        IPNetwork.TryParse(text, out var network) ? network
        : IPAddress.TryParse(text, out var address) ? new IPNetwork(address, address.GetAddressBytes().Length * 8)
        : throw new FormatException($"TrustedProxies names “{text}”, which is neither an address nor a network such as 10.0.0.0/8.");
}
