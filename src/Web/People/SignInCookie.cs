using System.Security.Claims;
using Microsoft.AspNetCore.Authentication;
using Microsoft.AspNetCore.Authentication.Cookies;
using Microsoft.AspNetCore.Identity;
using Microsoft.AspNetCore.Mvc.ViewFeatures;
using Plurimax.Data;

namespace Plurimax.Web.People;

/// <summary>What happens with the sign-in cookie: it names a session, and counts for as long as that is open.</summary>
internal sealed class SignInCookie(
    SessionService sessions,
    SignInManager<AppUser> signIn,
    UserManager<AppUser> users,
    ITempDataDictionaryFactory said
) : CookieAuthenticationEvents
{
    /// <summary>Names what a page is told after something was refused: what was typed is given back.</summary>
    public const string Refused = "Refused";
    private const string Stamp = "AspNet.Identity.SecurityStamp";

    public override async Task SigningIn(CookieSigningInContext context)
    {
        var identity = (ClaimsIdentity)context.Principal!.Identity!;
        if (identity.HasClaim(c => c.Type == SessionService.Claim))
            return;
        var user = Guid.Parse(identity.FindFirst(ClaimTypes.NameIdentifier)!.Value);
        var http = context.HttpContext;
        // The same person on the same device goes on with their session.
        var session =
            SessionOf(http.User) is { } open && http.User.FindFirstValue(ClaimTypes.NameIdentifier) == user.ToString()
                ? open
                : await sessions.BeginAsync(user, DeviceWords.Of(http.Request.Headers.UserAgent), AddressOf(http));
        identity.AddClaim(new Claim(SessionService.Claim, session.ToString()));
    }

    public override async Task ValidatePrincipal(CookieValidatePrincipalContext context)
    {
        if (
            context.Principal is not { } principal
            || SessionOf(principal) is not { } session
            || await sessions.StandingAsync(session, AddressOf(context.HttpContext)) is not { } standing
        )
        {
            context.RejectPrincipal();
            await context.HttpContext.SignOutAsync(IdentityConstants.ApplicationScheme);
            return;
        }
        if (principal.FindFirstValue(Stamp) == standing.Stamp)
            return;
        // Name, role or password changed: what the cookie says is made anew, the session stays.
        if (await users.FindByIdAsync(standing.UserId.ToString()) is not { } user)
            return;
        var fresh = await signIn.CreateUserPrincipalAsync(user);
        ((ClaimsIdentity)fresh.Identity!).AddClaim(new Claim(SessionService.Claim, session.ToString()));
        context.ReplacePrincipal(fresh);
        context.ShouldRenew = true;
    }

    /// <summary>Says it on the page that asked, with what was typed; what a script asks is only refused.</summary>
    public override Task RedirectToAccessDenied(RedirectContext<CookieAuthenticationOptions> context)
    {
        var request = context.Request;
        if (HttpMethods.IsPost(request.Method) && request.HasFormContentType && !request.Headers.ContainsKey("HX-Request"))
        {
            var words = said.GetTempData(context.HttpContext);
            words["Said"] = "Not for this account: only an owner of the agency may do this. Nothing was changed.";
            words[Refused] = true;
            words.Save();
            context.Response.Redirect(FromHere(request) ?? request.Path);
        }
        else
            context.Response.StatusCode = StatusCodes.Status403Forbidden;
        return Task.CompletedTask;
    }

    public static Guid? SessionOf(ClaimsPrincipal user) => Guid.TryParse(user.FindFirstValue(SessionService.Claim), out var id) ? id : null;

    /// <returns>The page of ours that the request came from.</returns>
    private static string? FromHere(HttpRequest request) =>
        Uri.TryCreate(request.Headers.Referer, UriKind.Absolute, out var from) && from.Authority == request.Host.Value
            ? $"/{from.PathAndQuery.TrimStart('/')}"
            : null;

    private static string AddressOf(HttpContext http) => http.Connection.RemoteIpAddress?.ToString() ?? "";
}
