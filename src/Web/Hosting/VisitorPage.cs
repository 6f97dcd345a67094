using Plurimax.Facts;
using Plurimax.Text;

namespace Plurimax.Web.Hosting;

/// <summary>A page of a published site that is made when it is asked for: in its own look and language, found by no search.</summary>
internal static class VisitorPage
{
    public static async Task WriteAsync(
        HttpContext context,
        LiveSite live,
        int status,
        Func<SiteWords, Html> body,
        string title = "contact.write"
    )
    {
        var words = SiteWords.For(live.Language);
        context.Response.StatusCode = status;
        context.Response.ContentType = "text/html; charset=utf-8";
        context.Response.Headers.CacheControl = "no-store";
        var style = live.Files.ContainsKey("site.css") ? Html.Of($"<link rel=\"stylesheet\" href=\"/site.css\">") : Html.Empty;
        await context.Response.WriteAsync(
            Html.Of(
                $"""
                <!doctype html>
                <html lang="{live.Language}"><head><meta charset="utf-8">
                <meta name="viewport" content="width=device-width, initial-scale=1"><meta name="robots" content="noindex">
                <title>{words.Get(title)}</title>{style}</head>
                <body><main id="main"><section class="s-form v-plain"><div class="wrap"><div>{body(
                    words
                )}</div></div></section></main></body></html>

                """
            ).Value
        );
    }

    /// <summary>That something went wrong: what it means for the visitor, and the way back.</summary>
    /// <param name="text">Key of the words; the number of an error stands small beside them.</param>
    public static Task FaultAsync(HttpContext context, LiveSite live, int status, string text, string? number = null) =>
        WriteAsync(
            context,
            live,
            status,
            w =>
                Html.Of(
                    $"<h1>{w.Get("server.not_now")}</h1><p role=\"status\">{w.Get(text)}</p>"
                        + $"<p><a href=\"/\">{w.Get("missing.home")}</a></p>"
                        + $"{Html.If(number is not null, $"<p><small>{number}</small></p>")}"
                ),
            "server.not_now"
        );

    /// <summary>Where it is not even known whose site was asked for.</summary>
    public static async Task NowhereAsync(HttpContext context, int status, string words)
    {
        context.Response.StatusCode = status;
        context.Response.ContentType = "text/html; charset=utf-8";
        context.Response.Headers.CacheControl = "no-store";
        await context.Response.WriteAsync(
            Html.Of(
                $"""
                <!doctype html>
                <html lang="en"><head><meta charset="utf-8"><meta name="viewport" content="width=device-width, initial-scale=1">
                <meta name="robots" content="noindex"><title>{words}</title></head>
                <body><main><h1>{words}</h1></main></body></html>

                """
            ).Value
        );
    }
}
