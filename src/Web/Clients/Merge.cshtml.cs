using System.Collections.Immutable;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Plurimax.Data;
using Plurimax.Work.Prospects;

namespace Plurimax.Web.Clients;

/// <summary>Two entries side by side; one remains.</summary>
public sealed class MergeModel(ClientService clientService) : PageModel
{
    public Client First { get; private set; } = null!;
    public Client Second { get; private set; } = null!;
    public ImmutableArray<MergeRow> Rows { get; private set; } = [];
    public List<SiteOfClient> Sites { get; private set; } = [];
    public string Problem { get; private set; } = "";

    private async Task<bool> LoadAsync(Guid id, Guid other)
    {
        if (await clientService.BothAsync(id, other) is not { } both)
            return false;
        (First, Second) = both;
        Rows = Merging.Compare(First.Facts, Second.Facts);
        Sites = await clientService.SitesAsync([id, other]);
        return true;
    }

    public async Task<IActionResult> OnGetAsync(Guid id, Guid other) => await LoadAsync(id, other) ? Page() : NotFound();

    public async Task<IActionResult> OnPostAsync(Guid id, Guid other)
    {
        if (!await LoadAsync(id, other))
            return NotFound();
        if (await clientService.MergeAsync(id, other, f => Request.Form[$"m.{f}"] == "second", Actor.Of(User)) is { } problem)
        {
            Problem = problem;
            Response.StatusCode = 409;
            return Page();
        }
        TempData["Said"] = $"{Second.Name} is part of {First.Name} now.";
        return Redirect($"/clients/{id}");
    }
}
