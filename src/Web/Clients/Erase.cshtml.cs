using System.Collections.Immutable;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Plurimax.Data;
using Plurimax.Work.Clients;

namespace Plurimax.Web.Clients;

/// <summary>Erases what is held about a person, on their request: first what would go, then the deed, then a report.</summary>
public sealed class EraseModel(ErasureService erasureService) : PageModel
{
    [BindProperty]
    public string Name { get; set; } = "";

    [BindProperty]
    public string Email { get; set; } = "";

    [BindProperty]
    public string Phone { get; set; } = "";
    public string Problem { get; private set; } = "";
    public ImmutableArray<ErasedThing>? Found { get; private set; }
    public List<Erasure> Earlier { get; private set; } = [];
    public Erasure? Done { get; private set; }

    private async Task LoadAsync() => Earlier = await erasureService.LatestAsync(20);

    public async Task OnGetAsync(Guid? done)
    {
        await LoadAsync();
        Done = Earlier.Find(e => e.Id == done);
    }

    public Task<IActionResult> OnPostAsync() => ActAsync(erase: false);

    public Task<IActionResult> OnPostEraseAsync() => ActAsync(erase: true);

    private async Task<IActionResult> ActAsync(bool erase)
    {
        ModelState.Clear();
        var person = PersonTraces.Of(Name, Email, Phone);
        if (!person.Ok)
        {
            Problem = person.Problem!;
            Response.StatusCode = 422;
        }
        else if (erase)
            return Redirect($"/erase?done={(await erasureService.EraseAsync(person.Value!, Actor.Of(User))).Id}");
        else
            Found = await erasureService.PreviewAsync(person.Value!);
        await LoadAsync();
        return Page();
    }

    public async Task<IActionResult> OnGetReportAsync(Guid report) =>
        await erasureService.FindAsync(report) is { } e
            ? File(ErasureService.Report(e), "text/plain; charset=utf-8", $"erasure-{e.At:yyyy-MM-dd}.txt")
            : NotFound();
}
