using Plurimax.Data.Likeness;
using Plurimax.Web.Shared;

namespace Plurimax.Web.Hosting;

/// <summary>Notes the copy of sites that were made before copies were noted, in the background after the application has started.</summary>
internal sealed class CopiesAtStart(IServiceScopeFactory scopes, ILogger<CopiesAtStart> log) : BackgroundService
{
    protected override async Task ExecuteAsync(CancellationToken cancel)
    {
        try
        {
            await scopes.EachAgencyAsync(s => s.GetRequiredService<CopyShelf>().CatchUpAsync(cancel), cancel);
        }
        catch (Exception e) when (!cancel.IsCancellationRequested)
        {
            log.LogWarning("Copies of earlier sites were not noted: {Message}", e.Message);
        }
    }
}
