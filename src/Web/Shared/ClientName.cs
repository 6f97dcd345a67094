using Plurimax.Facts;

namespace Plurimax.Web.Shared;

/// <summary>The name that somebody behind a private link gave, remembered in their browser so that they give it once.</summary>
public static class ClientName
{
    public const int Longest = 80;
    private const string Cookie = "client-name";

    public static string Of(HttpRequest request) => FactReader.Clean(request.Cookies[Cookie]);

    /// <summary>The name as typed, cleaned. It is remembered where it can be one; otherwise <paramref name="ok"/> is false.</summary>
    public static string Take(HttpResponse response, string? typed, out bool ok)
    {
        var name = FactReader.Clean(typed);
        ok = name.Length is > 0 and <= Longest;
        if (ok)
            response.Cookies.Append(
                Cookie,
                name,
                new CookieOptions
                {
                    HttpOnly = true,
                    SameSite = SameSiteMode.Strict,
                    IsEssential = true,
                    MaxAge = TimeSpan.FromDays(60),
                    Path = "/",
                }
            );
        return name;
    }
}
