using Plurimax.Data;

namespace Plurimax.Web.Shared;

/// <summary>Where published sites stand: under one host of the agency by slug, and under the client's own domain.</summary>
/// <param name="port">As visitors see it; null for the usual one.</param>
/// <param name="secure">Whether visitors come by HTTPS.</param>
public sealed class SiteAddresses(string sitesHost, string? port, bool secure = false)
{
    private string Scheme => secure ? "https" : "http";
    private string Port => string.IsNullOrEmpty(port) || port == (secure ? "443" : "80") ? "" : $":{port}";

    public string Host => sitesHost;

    public string Slugged(string slug) => $"{Scheme}://{slug}.{sitesHost}{Port}/";

    /// <summary>The address that counts: the domain once there is one.</summary>
    public string Main(Site site) => site.Domain is { } d ? $"{Scheme}://{d}{Port}/" : Slugged(site.Slug);

    public string Main(string slug, string? domain) => domain is { } d ? $"{Scheme}://{d}{Port}/" : Slugged(slug);

    /// <returns>The slug, where the host is one of ours.</returns>
    public string? SlugOf(string host) =>
        host.EndsWith("." + sitesHost, StringComparison.OrdinalIgnoreCase) ? host[..^(sitesHost.Length + 1)].ToLowerInvariant() : null;
}
