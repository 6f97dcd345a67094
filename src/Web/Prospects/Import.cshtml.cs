using System.Collections.Immutable;
using Microsoft.AspNetCore.Identity;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.Filters;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Plurimax.Data;
using Plurimax.Facts;
using Plurimax.Work.Prospects.Lists;

namespace Plurimax.Web.Prospects;

/// <summary>A list in review: how it was read, what is refused and why, what is known already; then it is taken in.</summary>
public sealed class ImportModel(ImportService importService, BatchService batches, UserManager<AppUser> users) : PageModel
{
    public ImportReview Review { get; private set; } = null!;
    public string Problem { get; private set; } = "";

    /// <summary>Which of the twins is in hand, from 0.</summary>
    public int Twin { get; private set; }
    public int? Mend { get; private set; }
    private ListImport _import = null!;
    private Actor Who => Actor.Of(User);

    [NonHandler]
    public override async Task OnPageHandlerExecutionAsync(PageHandlerExecutingContext context, PageHandlerExecutionDelegate next)
    {
        if (!Guid.TryParse(RouteData.Values["id"]?.ToString(), out var id) || await importService.FindAsync(id, Who) is not { } import)
        {
            context.Result = NotFound();
            return;
        }
        if (import.TakenAt is not null)
        {
            TempData["Said"] = $"{import.FileName} was taken in: {import.Result}.";
            context.Result = Redirect("/prospects");
            return;
        }
        _import = import;
        await next();
    }

    private async Task<bool> LoadAsync()
    {
        var (review, problem) = await importService.ReviewAsync(_import);
        if (review is null)
        {
            // A choice that makes it unreadable is taken back, and said.
            Problem = problem!;
            await importService.ChooseAsync(_import, ListChoices.Guess with { Mended = _import.Choices.Mended });
            (review, _) = await importService.ReviewAsync(_import);
        }
        Review = review!;
        return Problem.Length == 0;
    }

    public async Task OnGetAsync(int twin = 0, int? mend = null)
    {
        await LoadAsync();
        Twin = Math.Clamp(twin, 0, Math.Max(0, Review.Twins.Length - 1));
        Mend = mend;
    }

    public async Task<IActionResult> OnPostReadAsync(string? delimiter, string? encoding, string? heading, string? country)
    {
        var columns = ImmutableDictionary.CreateBuilder<int, ListColumn>();
        await LoadAsync();
        for (var i = 0; i < Review.File.Columns.Length; i++)
            if (Enum.TryParse<ListColumn>(Request.Form[$"c.{i}"], out var c) && Enum.IsDefined(c) && c != Review.File.Columns[i])
                columns[i] = c;
        var before = _import.Choices;
        string? Or(string? chosen, string now) => string.IsNullOrEmpty(chosen) || chosen == now ? null : chosen;
        var land = FactReader.Clean(country).ToUpperInvariant();
        var next = before with
        {
            Delimiter = Or(delimiter, Review.File.Delimiter) ?? before.Delimiter,
            Encoding = Or(encoding, "") ?? before.Encoding,
            Heading = heading is "yes" or "no" && heading == "yes" != Review.File.Heading ? heading == "yes" : before.Heading,
            Country = land.Length == 2 && land.All(char.IsAsciiLetterUpper) ? land : before.Country,
            Columns = before.Columns.SetItems(columns),
        };
        // Other delimiters make other columns: what was chosen for the old ones means nothing then.
        if (next.Delimiter != before.Delimiter)
            next = next with
            {
                Columns = ImmutableDictionary<int, ListColumn>.Empty,
                Mended = ImmutableDictionary<int, ImmutableArray<string>>.Empty,
            };
        await importService.ChooseAsync(_import, next);
        if (await LoadAsync())
            return Redirect($"/prospects/import/{_import.Id}");
        Response.StatusCode = 422;
        return Page();
    }

    public async Task<IActionResult> OnPostMendAsync(int row, string[] cell)
    {
        await importService.ChooseAsync(
            _import,
            _import.Choices with
            {
                Mended = _import.Choices.Mended.SetItem(row, [.. cell.Take(200).Select(c => FactReader.Clean(c))]),
            }
        );
        await LoadAsync();
        if (Review.Entries.FirstOrDefault(e => e.Row.Number == row) is { Ok: true, Odd.Length: 0 })
        {
            TempData["Said"] = $"Row {row} is right now.";
            return Redirect($"/prospects/import/{_import.Id}");
        }
        Mend = row;
        Response.StatusCode = 422;
        return Page();
    }

    public async Task<IActionResult> OnPostDecideAsync(int row, TwinDecision decision, int twin)
    {
        await importService.DecideAsync(_import, row, decision);
        return Redirect($"/prospects/import/{_import.Id}?twin={twin + 1}#twins");
    }

    public async Task<IActionResult> OnGetRefusedAsync()
    {
        await LoadAsync();
        return File(ImportService.RefusedAsCsv(Review), "text/csv", "refused.csv");
    }

    public async Task<IActionResult> OnPostDropAsync()
    {
        await importService.DropAsync(_import);
        TempData["Said"] = "The list is gone; nothing of it was taken in.";
        return Redirect("/prospects");
    }

    /// <param name="samples">A sample for each that came in, or a site where they are clients.</param>
    public async Task<IActionResult> OnPostTakeAsync(bool samples = false)
    {
        var maker = (await users.GetUserAsync(User))?.Id;
        var (result, fresh) = await importService.TakeAsync(_import, maker);
        if (samples && await batches.StartAsync(_import.FileName, fresh, _import.As == Standing.Untouched, Who, maker) is { } batch)
        {
            TempData["Said"] = $"{_import.FileName}: {result}.";
            return Redirect($"/batches/{batch.Id}");
        }
        TempData["Said"] = $"{_import.FileName}: {result}.";
        return Redirect("/prospects");
    }

    public static string Say(ListColumn c) =>
        c switch
        {
            ListColumn.LeaveOut => "leave out",
            ListColumn.Website => "own site",
            ListColumn.Person => "contact person",
            ListColumn.Address => "address in one",
            ListColumn.Reviews => "number of reviews",
            _ => c.ToString().ToLowerInvariant(),
        };
}
