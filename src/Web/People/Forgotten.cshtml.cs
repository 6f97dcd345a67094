using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Plurimax.Facts;

namespace Plurimax.Web.People;

/// <summary>Asks for a link to choose a new password. Says the same whether there is such an account or not.</summary>
public sealed class ForgottenModel(SignInService service) : PageModel
{
    [BindProperty]
    public string Email { get; set; } = "";
    public bool Asked { get; private set; }
    public string? Problem { get; private set; }

    public void OnGet() { }

    public IActionResult OnPost()
    {
        var read = FactReader.ReadEmail(Email);
        if (read.Ok)
        {
            service.Forgotten(HttpContext, read.Value!);
            Asked = true;
            return Page();
        }
        Problem = read.Problem;
        Response.StatusCode = StatusCodes.Status422UnprocessableEntity;
        return Page();
    }
}
