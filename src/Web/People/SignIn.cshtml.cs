using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;

namespace Plurimax.Web.People;

public sealed class SignInModel(SignInService service) : PageModel
{
    [BindProperty]
    public string Email { get; set; } = "";

    [BindProperty]
    public string Password { get; set; } = "";

    [BindProperty(SupportsGet = true)]
    public string? ReturnUrl { get; set; }
    public string? Problem { get; private set; }

    public IActionResult OnGet() => User.Identity?.IsAuthenticated == true ? Redirect("/") : Page();

    public async Task<IActionResult> OnPostAsync() =>
        await service.WithPasswordAsync(HttpContext, Email, Password) switch
        {
            SignInService.Outcome.In => In(),
            SignInService.Outcome.Code => RedirectToPage("SignInCode", new { ReturnUrl }),
            SignInService.Outcome.TooMany => Not(SignInService.TooMany, StatusCodes.Status429TooManyRequests),
            _ => Not(SignInService.Wrong),
        };

    /// <summary>What a browser needs to sign in with a passkey.</summary>
    public async Task<IActionResult> OnPostPasskeyWishAsync() => Content(await service.PasskeyWishAsync(), "application/json");

    public async Task<IActionResult> OnPostPasskeyAsync(string credential) =>
        await service.WithPasskeyAsync(credential)
            ? In()
            : Not("That passkey is not known here. Sign in with your password; you can add the passkey under your name then.");

    public async Task<IActionResult> OnPostOutAsync()
    {
        await service.OutAsync(HttpContext);
        return Redirect("/signin");
    }

    private LocalRedirectResult In() => LocalRedirect(Url.IsLocalUrl(ReturnUrl) ? ReturnUrl : "/");

    private PageResult Not(string problem, int status = StatusCodes.Status422UnprocessableEntity)
    {
        Problem = problem;
        Response.StatusCode = status;
        return Page();
    }
}
