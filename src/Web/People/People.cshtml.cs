using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Plurimax.Data;

namespace Plurimax.Web.People;

/// <summary>The accounts of the agency, for its owners.</summary>
public sealed class PeopleModel(PeopleService people) : PageModel
{
    [BindProperty]
    public string Name { get; set; } = "";

    [BindProperty]
    public string Email { get; set; } = "";

    [BindProperty]
    public string Role { get; set; } = PeopleService.Maker;
    public List<PeopleService.Row> Rows { get; private set; } = [];
    public IReadOnlyDictionary<string, string> Problems { get; private set; } = new Dictionary<string, string>();
    public Guid Me => Who.UserId!.Value;
    private Actor Who => Actor.Of(User);
    private string Origin => $"{Request.Scheme}://{Request.Host}";

    public async Task OnGetAsync() => Rows = await people.AllAsync();

    public async Task<IActionResult> OnPostAddAsync()
    {
        Problems = await people.AddAsync(Name, Email, Role, Who, Origin);
        if (Problems.Count == 0)
            return Said($"{Name} was added; a link to choose a password went to {Email}");
        Response.StatusCode = StatusCodes.Status422UnprocessableEntity;
        Rows = await people.AllAsync();
        return Page();
    }

    public async Task<IActionResult> OnPostLinkAsync(Guid id) => Said(await people.SendLinkAsync(id, Who, Origin));

    public async Task<IActionResult> OnPostEndAsync(Guid id) => Said(await people.EndSessionsAsync(id, SignInCookie.SessionOf(User)));

    public async Task<IActionResult> OnPostOneStepAsync(Guid id) => Said(await people.WithoutSecondStepAsync(id));

    public async Task<IActionResult> OnPostRoleAsync(Guid id) => Said(await people.SetRoleAsync(id, Role));

    public async Task<IActionResult> OnPostShutOutAsync(Guid id) => Said(await people.SetDisabledAsync(id, disabled: true, Who));

    public async Task<IActionResult> OnPostLetInAsync(Guid id) => Said(await people.SetDisabledAsync(id, disabled: false, Who));

    public async Task<IActionResult> OnPostRemoveAsync(Guid id) => Said(await people.RemoveAsync(id, Who));

    private RedirectResult Said(string words)
    {
        TempData["Said"] = words;
        return Redirect("/people");
    }
}
