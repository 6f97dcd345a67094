using Microsoft.AspNetCore.Diagnostics;
using Microsoft.AspNetCore.Http.Features;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Plurimax.Web.Watch;

namespace Plurimax.Web.Shared;

/// <summary>What is said where a request came to nothing; to a client behind a private link in other words than to the agency.</summary>
[IgnoreAntiforgeryToken]
public sealed class FaultModel : PageModel
{
    public string Heading { get; private set; } = "";
    public string Text { get; private set; } = "";

    /// <summary>Of an error that stands in the log under it; null where nothing broke.</summary>
    public string? Number { get; private set; }

    /// <summary>Somebody without an account was on a page behind a private link.</summary>
    public bool Client { get; private set; }

    // No handler asks for anything of the request: its body may be what was at fault, and is not read.
    public void OnGet() => Say();

    public void OnPost() => Say();

    private void Say()
    {
        var sent = HttpContext.Features.Get<IExceptionHandlerFeature>()?.Error as BadHttpRequestException;
        var code = sent?.StatusCode ?? (int.TryParse(Request.Query["code"], out var asked) ? asked : null as int?);
        if (sent is not null)
            Response.StatusCode = sent.StatusCode;
        Number = FaultBook.NumberOf(HttpContext);
        Client =
            (
                HttpContext.Features.Get<IStatusCodeReExecuteFeature>()?.RouteValues
                ?? HttpContext.Features.Get<IExceptionHandlerFeature>()?.RouteValues
            )?.ContainsKey("token") == true;
        (Heading, Text) = code switch
        {
            404 when Client => (
                "This link leads nowhere",
                "It may have been cut when it was passed on. Ask the agency to send it once more."
            ),
            404 => ("Nothing here", "There is nothing under this address. It may have been removed."),
            400 => (
                "The form had lapsed",
                "Nothing was saved. Go back, load the page again and save once more; the browser still holds what you typed."
            ),
            403 => ("Not for this account", "Ask the owner of the agency to do this."),
            413 => ("Too large", $"What was sent is larger than {Limit()}. Nothing was saved; go back and send less at once."),
            429 => (
                "A moment, please",
                "A great deal came from your connection within a minute. Wait a minute, go back and try once more: "
                    + "what you typed still stands there."
            ),
            _ => ("Something broke on our side", "Nothing was half done: what was not saved was left as it was. Try once more."),
        };
    }

    /// <summary>What the page would have taken.</summary>
    private string Limit() =>
        HttpContext.Features.Get<IHttpMaxRequestBodySizeFeature>()?.MaxRequestBodySize is { } bytes
            ? bytes >= 1024 * 1024
                ? $"{bytes / (1024 * 1024)} MB"
                : $"{bytes / 1024} KB"
            : "this page takes";
}
