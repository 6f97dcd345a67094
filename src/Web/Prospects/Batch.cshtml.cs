using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.Filters;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Plurimax.Data;

namespace Plurimax.Web.Prospects;

/// <summary>How far a batch has come, row by row; it goes on while nobody looks.</summary>
public sealed class BatchModel(BatchService batchService) : PageModel
{
    public BatchReport Report { get; private set; } = null!;

    private async Task<bool> LoadAsync(Guid id) => await batchService.ReportAsync(id) is { } r && (Report = r) is not null;

    /// <summary>No handler does anything about a batch that is not there, or is another agency's.</summary>
    [NonHandler]
    public override async Task OnPageHandlerExecutionAsync(PageHandlerExecutingContext context, PageHandlerExecutionDelegate next)
    {
        if (context.HandlerArguments["id"] is Guid id && await batchService.ExistsAsync(id))
            await next();
        else
            context.Result = NotFound();
    }

    public async Task<IActionResult> OnGetAsync(Guid id) => await LoadAsync(id) ? Page() : NotFound();

    /// <summary>The part that changes while it runs.</summary>
    public async Task<IActionResult> OnGetStateAsync(Guid id) => await LoadAsync(id) ? Partial("_Batch", this) : NotFound();

    public async Task<IActionResult> OnPostAsync(Guid id, BatchState state)
    {
        if (state is not (BatchState.Running or BatchState.Paused or BatchState.Ended))
            return BadRequest();
        await batchService.SetAsync(id, state);
        TempData["Said"] = state switch
        {
            BatchState.Paused => "Paused; what is made stays",
            BatchState.Ended => "Ended; what is made stays",
            _ => "Going on",
        };
        return Redirect($"/batches/{id}");
    }

    public async Task<IActionResult> OnPostAgainAsync(Guid id)
    {
        TempData["Said"] = $"{await batchService.AgainAsync(id)} tried again";
        return Redirect($"/batches/{id}");
    }

    public async Task<IActionResult> OnGetCsvAsync(Guid id) => File(await batchService.CsvAsync(id), "text/csv", "batch.csv");
}
