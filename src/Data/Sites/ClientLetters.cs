using Plurimax.Data.Standards;
using Plurimax.Facts;
using Plurimax.Making.Settings;

namespace Plurimax.Data.Sites;

/// <summary>What the agency writes to clients.</summary>
public sealed class ClientLetters(SettingsReader settingsReader, SiteReader reader)
{
    /// <summary>The name that clients and prospects know the agency by.</summary>
    public async Task<string> AgencyAsync() => (await settingsReader.OfAsync(null, null, null))["agency_name"];

    /// <summary>A mail to the client about a site, with the last lines of the agency.</summary>
    public async Task<OutboxMail> LetterAsync(
        Site site,
        string to,
        string subject,
        string body,
        DateTimeOffset now,
        CancellationToken cancel = default
    )
    {
        var settings = await settingsReader.OfAsync(site, cancel);
        var closing = settings["mail_closing"] is { Length: > 0 } text
            ? $"\n{SiteTexts.Of(site.Facts, settings.All(), SiteWords.For("en"), reader.Trade(site).Kind).Letter(text).Trim()}\n"
            : "";
        return OutboxMail.About(site.Id, to, subject, body + closing, now);
    }
}
