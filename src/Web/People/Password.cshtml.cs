using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;

namespace Plurimax.Web.People;

/// <summary>Chooses a password by a link in a mail.</summary>
public sealed class PasswordModel(PasswordLinks links) : PageModel
{
    [BindProperty]
    public string Password { get; set; } = "";

    /// <summary>Whose link it is; null where it counts no more.</summary>
    public string? Email { get; private set; }
    public IReadOnlyList<string> Problems { get; private set; } = [];

    public async Task OnGetAsync(string link)
    {
        Response.Headers.CacheControl = "no-store";
        Email = (await links.FindAsync(link))?.Email;
        if (Email is null)
            Response.StatusCode = StatusCodes.Status410Gone;
    }

    public async Task<IActionResult> OnPostAsync(string link)
    {
        var user = await links.FindAsync(link);
        if (user is not null)
        {
            Problems = await links.ChooseAsync(user, Password);
            if (Problems.Count == 0)
            {
                TempData["Said"] = "Your password counts from now on.";
                return Redirect("/signin");
            }
        }
        Email = user?.Email;
        Response.StatusCode = user is null ? StatusCodes.Status410Gone : StatusCodes.Status422UnprocessableEntity;
        return Page();
    }
}
