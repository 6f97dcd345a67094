using System.Globalization;
using Plurimax.Web.Shared;

namespace Plurimax.Web.Operating;

/// <summary>
/// Whom to tell of a hole (RFC 9116), where the setting <c>SecurityContact</c> names somebody: a mail address, or an address of the web.
/// </summary>
internal static class SecurityTxt
{
    /// <summary>Worked out anew with each answer, so that it never runs out by itself; under a year, as recommended.</summary>
    private static readonly TimeSpan Holds = TimeSpan.FromDays(180);

    public static void Map(WebApplication app) =>
        app.MapGet(PublicEndpoints.SecurityTxt, (IConfiguration config, TimeProvider clock) =>
                config["SecurityContact"] is { Length: > 0 } contact
                    ? Results.Text(Of(contact, clock.GetUtcNow()), "text/plain; charset=utf-8")
                    : Results.NotFound()
            )
            .AllowAnonymous();

    public static string Of(string contact, DateTimeOffset now)
    {
        var uri = contact.Contains(':', StringComparison.Ordinal) ? contact : "mailto:" + contact;
        var until = new DateTimeOffset(now.UtcDateTime.Date, TimeSpan.Zero) + Holds;
        var expires = until.ToString("yyyy-MM-ddTHH:mm:ssZ", CultureInfo.InvariantCulture);
        return $"Contact: {uri}\nExpires: {expires}\nPreferred-Languages: en\n";
    }
}
