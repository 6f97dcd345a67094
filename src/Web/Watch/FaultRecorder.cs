using Microsoft.AspNetCore.Diagnostics;

namespace Plurimax.Web.Watch;

/// <summary>
/// Notes what broke under a page. Scripts that asked for data are answered with data, everybody else with the page of faults.
/// </summary>
internal sealed class FaultRecorder(FaultBook faults) : IExceptionHandler
{
    public async ValueTask<bool> TryHandleAsync(HttpContext context, Exception exception, CancellationToken cancel)
    {
        // What was sent was at fault, and is answered so by itself; or nobody waits any more.
        if (exception is BadHttpRequestException || context.RequestAborted.IsCancellationRequested)
            return false;
        var number = faults.Note(context, exception);
        if (!AsksForData(context.Request))
            return false;
        context.Response.StatusCode = StatusCodes.Status500InternalServerError;
        await context.Response.WriteAsJsonAsync(
            new { problem = $"Something broke on our side (error {number}). What you typed is kept; try once more." },
            cancel
        );
        return true;
    }

    private static bool AsksForData(HttpRequest request) =>
        request.HasJsonContentType()
        || request.Headers.Accept.ToString().StartsWith("application/json", StringComparison.OrdinalIgnoreCase);
}
