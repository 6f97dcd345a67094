using System.Collections.Immutable;
using System.Security.Cryptography;
using System.Text.Json;
using Microsoft.AspNetCore.DataProtection;
using Plurimax.Making.Settings;
using Plurimax.Sites;

namespace Plurimax.Web.Shared;

/// <summary>What a view of an unpublished site shows: its head, or its head in another look.</summary>
/// <param name="Revision">An earlier version; null for the head.</param>
/// <param name="Said">The head as it would be with these wishes done.</param>
/// <param name="Cards">Sections laid out to choose from.</param>
public sealed record SheetView(
    Guid Site,
    LookChoice? Look = null,
    int? Revision = null,
    SaidView? Said = null,
    CardsView? Cards = null,
    StandingView? Standing = null
);

/// <summary>A published site as it was released, or as it would be with what is in hand for a shared layer.</summary>
public sealed record StandingView(SettingLayer Layer, string Scope, bool After);

/// <param name="Page">The page that gains a section; its library.</param>
/// <param name="Section">The section whose layouts are shown instead.</param>
public sealed record CardsView(string Page, string? Section = null);

/// <param name="Except">Codes of what was understood but is not wanted.</param>
public sealed record SaidView(string Words, string Page, string? Section, ImmutableArray<string> Except);

/// <summary>
/// Addresses of views of unpublished sites inside the application. The path carries a signed token instead of a cookie, so that they can
/// run in a sandbox of their own origin.
/// </summary>
public sealed class SheetTokens(IDataProtectionProvider protection)
{
    private readonly ITimeLimitedDataProtector _tokens = protection.CreateProtector("sheet view").ToTimeLimitedDataProtector();

    public string Url(SheetView view, string file = "index.html") =>
        $"/sheet/{_tokens.Protect(JsonSerializer.Serialize(view, SiteDocument.Json), TimeSpan.FromHours(12))}/{file}";

    /// <summary>What a token stands for; null where it was not made here or has ended.</summary>
    public SheetView? Open(string token)
    {
        try
        {
            return JsonSerializer.Deserialize<SheetView>(_tokens.Unprotect(token), SiteDocument.Json);
        }
        catch (Exception e) when (e is CryptographicException or JsonException)
        {
            return null;
        }
    }
}
