namespace Plurimax.Web.People;

/// <summary>Says what device somebody came with, from what their browser says of itself (RFC 9110, 10.1.5).</summary>
internal static class DeviceWords
{
    // Browsers name others they resemble, so the more particular stands first.
    private static readonly (string In, string Name)[] Browsers =
    [
        ("Edg/", "Edge"),
        ("OPR/", "Opera"),
        ("Firefox/", "Firefox"),
        ("Chrome/", "Chrome"),
        ("Safari/", "Safari"),
    ];

    private static readonly (string In, string Name)[] Systems =
    [
        ("iPhone", "iPhone"),
        ("iPad", "iPad"),
        ("Android", "Android"),
        ("Windows", "Windows"),
        ("Mac OS X", "Mac"),
        ("CrOS", "Chromebook"),
        ("Linux", "Linux"),
    ];

    public static string Of(string? agent)
    {
        if (string.IsNullOrWhiteSpace(agent))
            return "a program without a name";
        var browser = Array.Find(Browsers, b => agent.Contains(b.In, StringComparison.Ordinal)).Name;
        var system = Array.Find(Systems, s => agent.Contains(s.In, StringComparison.Ordinal)).Name;
        return (browser, system) switch
        {
            (null, null) => "another program",
            (null, _) => $"another program on {system}",
            (_, null) => browser,
            _ => $"{browser} on {system}",
        };
    }
}
