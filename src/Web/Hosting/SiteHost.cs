using Microsoft.Extensions.Primitives;
using Plurimax.Publishing.Rendering;
using Plurimax.Web.Jobs;
using Plurimax.Web.Shared;
using Plurimax.Web.Watch;

namespace Plurimax.Web.Hosting;

/// <summary>
/// Serves published sites by host name, before anything of the application runs: no cookie, no session, no shared origin.
/// A host that is neither the application's nor a live site's is told so.
/// </summary>
internal sealed class SiteHost(
    RequestDelegate next,
    PublishedSites sites,
    SiteAddresses addresses,
    EnquiryService enquiries,
    FaultBook faults,
    IConfiguration config
)
{
    private readonly HashSet<string> _own = new(
        ["localhost", "127.0.0.1", "[::1]", .. (config["AppHosts"] ?? "").Split(',', StringSplitOptions.RemoveEmptyEntries)],
        StringComparer.OrdinalIgnoreCase
    );

    private static readonly StringValues NoSniff = "nosniff";
    private static readonly StringValues Referrer = "strict-origin-when-cross-origin";
    private static readonly StringValues Vary = "Accept-Encoding";
    private static readonly StringValues Policy =
        "default-src 'self'; img-src 'self' data:; frame-ancestors 'self'; base-uri 'none'; form-action 'self'; object-src 'none'";

    private static readonly StringValues OwnCode =
        "sandbox allow-scripts allow-forms allow-popups; default-src 'unsafe-inline' https: data:; frame-ancestors 'self'; base-uri 'none'";

    public async Task InvokeAsync(HttpContext context)
    {
        var host = context.Request.Host.Host;
        if (_own.Contains(host))
        {
            await next(context);
            return;
        }
        RequestNames.Name(context, "a published page");
        LiveSite? live = null;
        try
        {
            live = await FindAsync(context, host);
            if (live is not null)
                await AnswerAsync(context, live);
        }
        catch (Exception e)
        {
            await FailedAsync(context, live, e);
        }
    }

    /// <summary>Says what went wrong in the site's own look; nothing that a visitor sent is written to a log.</summary>
    private async Task FailedAsync(HttpContext context, LiveSite? live, Exception e)
    {
        if (context.RequestAborted.IsCancellationRequested)
            return;
        // What came broken or too large is the sender's doing: answered, and noted nowhere.
        var number = e is BadHttpRequestException ? null : faults.Note(context, e);
        if (context.Response.HasStarted)
        {
            context.Abort();
            return;
        }
        var status = (e as BadHttpRequestException)?.StatusCode ?? (QueueRunner.Passes(e) ? 503 : 500);
        context.Response.Headers.Remove("ETag");
        context.Response.Headers.Remove("Content-Encoding");
        context.Response.ContentLength = null;
        if (status == 503)
            context.Response.Headers.RetryAfter = "30";
        if (live is not null)
            await VisitorPage.FaultAsync(context, live, status, number is null ? "server.damaged" : "server.broken", number);
        else
            await VisitorPage.NowhereAsync(context, status, "This site cannot be shown at the moment. Please try again in a minute.");
    }

    /// <summary>The site of a host; where there is none it is said.</summary>
    private async Task<LiveSite?> FindAsync(HttpContext context, string host)
    {
        var headers = context.Response.Headers;
        headers.XContentTypeOptions = NoSniff;
        headers["Referrer-Policy"] = Referrer;
        headers.ContentSecurityPolicy = Policy;
        var live = host.Length <= 253 ? await sites.FindAsync(host) : null;
        if (live is null)
            await VisitorPage.NowhereAsync(context, addresses.SlugOf(host) is null ? 421 : 404, "There is no site at this address.");
        return live;
    }

    private async Task AnswerAsync(HttpContext context, LiveSite live)
    {
        var response = context.Response;
        var headers = response.Headers;
        if (live.Counters is { Length: > 0 } c)
            headers.ContentSecurityPolicy =
                $"default-src 'self'; script-src 'self' {c}; connect-src 'self' {c}; img-src 'self' data: {c}; frame-ancestors "
                + $"'self'; base-uri 'none'; form-action 'self'; object-src 'none'";
        var path = context.Request.Path.Value ?? "/";
        if (path is "/enquiry" or "/enquiry/stamp" or "/enquiry/sent" || path.StartsWith(EnquiryService.NewsPath, StringComparison.Ordinal))
        {
            await enquiries.AnswerAsync(context, live, path);
            return;
        }
        if (!HttpMethods.IsGet(context.Request.Method) && !HttpMethods.IsHead(context.Request.Method))
        {
            response.StatusCode = 405;
            headers.Allow = "GET, HEAD";
            return;
        }
        var file = path.Length <= 1 ? "index.html" : path[1..];
        var served = sites.Open(live, file) ?? (file.Contains('.') ? null : sites.Open(live, file + ".html"));
        if (served is null)
        {
            response.StatusCode = 404;
            served = sites.Open(live, "404.html");
            if (served is null)
            {
                await VisitorPage.FaultAsync(context, live, 404, "missing.title");
                return;
            }
        }
        // A page that has another address now: its old one is known for good (RFC 9110, 15.4.2).
        if (response.StatusCode == 200 && MovedPage.TargetOf(served.Raw) is { } moved)
        {
            response.StatusCode = 301;
            headers.Location = new Uri(new Uri("http://site" + path), moved).AbsolutePath;
            return;
        }
        // Code of the client's own runs in an origin of its own, even when its file is opened by itself.
        if (file.StartsWith("code/", StringComparison.Ordinal))
            headers.ContentSecurityPolicy = OwnCode;
        headers.ETag = served.ETag;
        headers.Vary = Vary;
        headers.CacheControl = served.CacheControl;
        if (response.StatusCode == 200 && context.Request.Headers.IfNoneMatch == served.ETag)
        {
            response.StatusCode = 304;
            return;
        }
        response.ContentType = served.ContentType;
        var body = served.Raw;
        if (served.Gzip is { } gzip && context.Request.Headers.AcceptEncoding.ToString().Contains("gzip", StringComparison.Ordinal))
        {
            headers.ContentEncoding = "gzip";
            body = gzip;
        }
        response.ContentLength = body.Length;
        if (HttpMethods.IsGet(context.Request.Method))
            await response.BodyWriter.WriteAsync(body);
    }
}
