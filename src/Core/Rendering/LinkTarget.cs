namespace Plurimax.Core.Rendering;

/// <summary>Where a link that somebody typed may lead: a page or place of the site, or an address of the web, mail or phone.</summary>
public static class LinkTarget
{
    private static readonly string[] Schemes = ["https", "http", "mailto", "tel"];

    /// <returns>Whether the address can be followed safely. Anything with another scheme, such as javascript, cannot.</returns>
    public static bool Allowed(string href)
    {
        if (href.Length is 0 or > 1000 || href == "#" || href.Any(ch => char.IsWhiteSpace(ch) || char.IsControl(ch) || ch is '"' or '<' or '>' or '\\') || href.StartsWith("//", StringComparison.Ordinal)) return false;
        var colon = href.IndexOf(':');
        if (colon < 0 || href.IndexOfAny(['/', '#', '?']) is >= 0 and var first && first < colon) return true;
        return Schemes.Contains(href[..colon].ToLowerInvariant()) && href.Length > colon + 1;
    }

    /// <summary>The address as it is written on a page: from the root where the page may be shown under any address.</summary>
    internal static string From(RenderContext c, string href) => href[0] is '#' or '/' || href.Contains(':') ? href : (href.StartsWith("files/", StringComparison.Ordinal) || href.StartsWith("img/", StringComparison.Ordinal) ? c.Assets : c.Root) + href;
}
