using Microsoft.Extensions.Primitives;
using Plurimax.Publishing.Rendering;
using Plurimax.Web.Shared;

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
        var live = host.Length <= 253 ? await sites.FindAsync(host) : null;
        var response = context.Response;
        var headers = response.Headers;
        headers.XContentTypeOptions = NoSniff;
        headers["Referrer-Policy"] = Referrer;
        headers.ContentSecurityPolicy = Policy;
        if (live is null)
        {
            response.StatusCode = addresses.SlugOf(host) is not null ? 404 : 421;
            response.ContentType = "text/plain; charset=utf-8";
            await response.WriteAsync("There is no site at this address.\n");
            return;
        }
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
                return;
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
