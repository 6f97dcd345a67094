using Microsoft.AspNetCore.Identity;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Plurimax.Data;
using Plurimax.Web.Briefing;
using Plurimax.Web.Clients;

namespace Plurimax.Web.Prospects;

/// <summary>Who might become a client, the most promising first, and the ways in: a pasted listing, a list.</summary>
[
    RequestSizeLimit(Uploads.LargestRequest),
    RequestFormLimits(MultipartBodyLengthLimit = Uploads.LargestRequest, ValueLengthLimit = 1024 * 1024)
]
public sealed class ProspectsModel(
    ProspectList list,
    ProspectService prospectService,
    ImportService imports,
    ClientService clients,
    BatchService batches,
    UserManager<AppUser> users
) : PageModel
{
    public ProspectQuery Query { get; private set; } = new();
    public ProspectPage List { get; private set; } = null!;
    public List<(Guid Id, string Name, DateTimeOffset At)> Held { get; private set; } = [];
    public string Listing { get; private set; } = "";
    public string ListingProblem { get; private set; } = "";
    public string FileProblem { get; private set; } = "";
    public string BatchProblem { get; private set; } = "";
    public Client? Known { get; private set; }
    private Actor Who => Actor.Of(User);

    private async Task LoadAsync(string? by, string? place, string? trade, string? find, bool letgo, int from)
    {
        Query = new ProspectQuery(by == "contact", place?.Trim() ?? "", trade?.Trim() ?? "", find?.Trim() ?? "", letgo, Math.Max(0, from));
        List = await list.ReadAsync(Query);
        Held = await imports.HeldAsync(Who);
    }

    public Task OnGetAsync(string? by, string? place, string? trade, string? find, bool letgo = false, int from = 0) =>
        LoadAsync(by, place, trade, find, letgo, from);

    public async Task<IActionResult> OnPostListingAsync(string? listing, bool evenSo = false)
    {
        Listing = listing ?? "";
        if (Listing.Trim().Length == 0)
            ListingProblem = "Paste what the listing says: name, trade, address, phone, rating.";
        else if (Listing.Length > 200_000)
            ListingProblem = $"That is {Listing.Length:N0} characters. Paste the part about this business.";
        else
        {
            var (made, known, problem) = await prospectService.FromListingAsync(Listing, Who, (await users.GetUserAsync(User))?.Id, evenSo);
            if (made is not null)
            {
                TempData["Said"] = $"{made.Name} is a prospect now; {made.Facts.Entries.Count} facts read.";
                return Redirect($"/clients/{made.Id}");
            }
            (Known, ListingProblem) = (known, problem ?? "");
        }
        await LoadAsync(null, null, null, null, false, 0);
        Response.StatusCode = 422;
        return Page();
    }

    public async Task<IActionResult> OnPostListAsync(IFormFile? file, Standing standing = Standing.Untouched)
    {
        if (file is null || file.Length == 0)
            FileProblem = file is null ? "Choose a file: .csv, .xlsx or .vcf." : $"{file.FileName} is empty.";
        else
        {
            var (import, problem) = await imports.HoldAsync(
                (await Uploads.ReadAsync([file]))[0],
                standing is Standing.InTalks or Standing.Active ? standing : Standing.Untouched,
                Who
            );
            if (import is not null)
                return Redirect($"/prospects/import/{import.Id}");
            FileProblem = problem!;
        }
        await LoadAsync(null, null, null, null, false, 0);
        Response.StatusCode = 422;
        return Page();
    }

    /// <summary>Samples for those ticked, else for the first of the view without one.</summary>
    public async Task<IActionResult> OnPostBatchAsync(Guid[] pick, int first, string? place, string? trade, string? find)
    {
        var chosen =
            pick.Length > 0 ? pick.ToList()
            : first is >= 1 and <= BatchService.Most
                ? await list.WithoutSampleAsync(new ProspectQuery(false, place ?? "", trade ?? "", find ?? ""), first)
            : [];
        if (
            await batches.StartAsync(
                chosen.Count == 1 ? "One sample" : $"{chosen.Count} samples",
                chosen,
                samples: true,
                Who,
                (await users.GetUserAsync(User))?.Id
            ) is
            { } batch
        )
            return Redirect($"/batches/{batch.Id}");
        BatchProblem = first is < 1 or > BatchService.Most
            ? $"Give a number from 1 to {BatchService.Most:N0}, or tick firms."
            : "Every firm of this view has a sample already, or lacks a template or a town. Tick those you mean; a batch says why "
                + "one fails.";
        await LoadAsync(null, place, trade, find, false, 0);
        Response.StatusCode = 422;
        return Page();
    }

    public async Task<IActionResult> OnGetCsvAsync() => File(await clients.CsvAsync(prospects: true), "text/csv", "prospects.csv");
}
