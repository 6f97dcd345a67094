using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;

namespace Plurimax.Web.People;

/// <summary>The second step of signing in.</summary>
public sealed class SignInCodeModel(SignInService service) : PageModel
{
    [BindProperty]
    public string Code { get; set; } = "";

    [BindProperty(SupportsGet = true)]
    public string? ReturnUrl { get; set; }
    public string? Problem { get; private set; }

    public void OnGet() { }

    public async Task<IActionResult> OnPostAsync()
    {
        var outcome = await service.WithCodeAsync(Code);
        if (outcome == SignInService.Outcome.In)
            return LocalRedirect(Url.IsLocalUrl(ReturnUrl) ? ReturnUrl : "/");
        var tooMany = outcome == SignInService.Outcome.TooMany;
        Problem = tooMany
            ? "Too many wrong codes. Wait five minutes and begin again."
            : "That code does not count. It changes every half minute; type the one that shows now.";
        Response.StatusCode = tooMany ? StatusCodes.Status429TooManyRequests : StatusCodes.Status422UnprocessableEntity;
        return Page();
    }
}
