using System.Globalization;
using System.Threading.RateLimiting;
using Microsoft.AspNetCore.Diagnostics;
using Microsoft.AspNetCore.Http.Features;
using Microsoft.AspNetCore.Http.Metadata;

namespace Plurimax.Web.Shared;

/// <summary>
/// How much those without an account may ask: far above what a person does, far below what a machine tries. Counted on each node.
/// </summary>
public static class RequestLimits
{
    /// <summary>Names the limit of pages behind private links, by address.</summary>
    public const string Client = "client";

    /// <summary>Names the limit of sheets: a page asks for a dozen files at once.</summary>
    public const string Sheets = "sheets";

    /// <summary>Requests a minute from one address.</summary>
    public const int ClientMost = 300;
    public const int SheetsMost = 3000;

    /// <summary>What is sent through one private link a minute, from wherever: marks and answers each make a mail.</summary>
    public const int LinkMost = 60;

    /// <summary>Bytes of a body that come from somebody not signed in, where the page behind a private link takes no files.</summary>
    public const long SmallBody = 64 * 1024;

    public static void AddRequestLimits(this IServiceCollection services) =>
        services.AddRateLimiter(o =>
        {
            o.RejectionStatusCode = StatusCodes.Status429TooManyRequests;
            o.OnRejected = (context, _) =>
            {
                var wait = context.Lease.TryGetMetadata(MetadataName.RetryAfter, out var rest) ? rest : TimeSpan.FromMinutes(1);
                context.HttpContext.Response.Headers.RetryAfter = Math.Ceiling(wait.TotalSeconds).ToString(CultureInfo.InvariantCulture);
                return ValueTask.CompletedTask;
            };
            o.AddPolicy(Client, c => Minute("at " + AddressOf(c), ClientMost));
            o.AddPolicy(Sheets, c => Minute("at " + AddressOf(c), SheetsMost));
            o.GlobalLimiter = PartitionedRateLimiter.Create<HttpContext, string>(c =>
                HttpMethods.IsPost(c.Request.Method) && c.GetRouteValue("token") is string { Length: <= 100 } token
                    ? Minute("by " + token, LinkMost)
                    : RateLimitPartition.GetNoLimiter("")
            );
        });

    private static string AddressOf(HttpContext context) => context.Connection.RemoteIpAddress?.ToString() ?? "";

    private static RateLimitPartition<string> Minute(string key, int most) =>
        RateLimitPartition.GetSlidingWindowLimiter(key, _ => new SlidingWindowRateLimiterOptions
        {
            PermitLimit = most,
            Window = TimeSpan.FromMinutes(1),
            SegmentsPerWindow = 6,
        });
}

/// <summary>
/// Lets somebody who is not signed in send little. A page that takes a client's files says so itself, and is asked only behind a link
/// that is there: nobody's hundred megabytes are read to find that they lead nowhere.
/// </summary>
internal sealed class SmallBodies(RequestDelegate next)
{
    public async Task InvokeAsync(HttpContext context)
    {
        var request = context.Request;
        // The page that says so is asked with the same body.
        var said = context.Features.Get<IStatusCodeReExecuteFeature>() is not null;
        if (!said && HttpMethods.IsPost(request.Method) && context.User.Identity?.IsAuthenticated != true)
        {
            if (AgencyOfRequest.IsLost(context))
            {
                context.Response.StatusCode = StatusCodes.Status404NotFound;
                return;
            }
            if (context.GetEndpoint()?.Metadata.GetMetadata<IRequestSizeLimitMetadata>() is null)
            {
                if (context.Features.Get<IHttpMaxRequestBodySizeFeature>() is { IsReadOnly: false } limit)
                    limit.MaxRequestBodySize = RequestLimits.SmallBody;
                if (request.ContentLength > RequestLimits.SmallBody)
                {
                    context.Response.StatusCode = StatusCodes.Status413PayloadTooLarge;
                    return;
                }
            }
        }
        await next(context);
    }
}
