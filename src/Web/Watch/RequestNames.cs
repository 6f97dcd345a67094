using Microsoft.AspNetCore.Diagnostics;

namespace Plurimax.Web.Watch;

/// <summary>What a request is called in logs and figures: never by its path, which may open a private link.</summary>
public static class RequestNames
{
    private static readonly object Key = new();

    /// <summary>Gives a request a name where no route has one.</summary>
    public static void Name(HttpContext context, string name) => context.Items[Key] = name;

    /// <returns>"GET /sites/{id:guid}/bench"; "GET a published page"; "GET no page" where no route was found.</returns>
    public static string Of(HttpContext context) => $"{Verb(context.Request.Method)} {context.Items[Key] ?? Route(context)}";

    /// <summary>The route asked for, also where a page about a fault took its place meanwhile.</summary>
    private static string Route(HttpContext context)
    {
        var endpoint = context.Features.Get<IExceptionHandlerFeature>()?.Endpoint
            ?? context.Features.Get<IStatusCodeReExecuteFeature>()?.Endpoint
            ?? context.GetEndpoint();
        return (endpoint as RouteEndpoint)?.RoutePattern.RawText is { } raw ? "/" + raw.TrimStart('/') : "no page";
    }

    /// <summary>The methods of RFC 9110; anything else a visitor made up.</summary>
    private static string Verb(string method) =>
        HttpMethods.IsGet(method) || HttpMethods.IsHead(method) || HttpMethods.IsPost(method) || HttpMethods.IsOptions(method)
            ? method.ToUpperInvariant()
            : "OTHER";
}
