namespace Plurimax.Facts;

/// <summary>Addresses of a business on other sites.</summary>
public static class SocialProfile
{
    /// <summary>The name of the site that an address leads to, from its host: "Pictures" for https://www.pictures.example/firm.</summary>
    public static string NameOf(string url)
    {
        var host = new Uri(url).Host;
        var name = host.StartsWith("www.", StringComparison.Ordinal) ? host[4..] : host;
        return char.ToUpperInvariant(name[0]) + name.Split('.')[0][1..];
    }
}
