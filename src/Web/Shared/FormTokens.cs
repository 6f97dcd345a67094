using Microsoft.AspNetCore.Http.Extensions;
using Microsoft.AspNetCore.Mvc.Rendering;
using Microsoft.AspNetCore.Mvc.ViewFeatures;
using Microsoft.AspNetCore.Razor.TagHelpers;

namespace Plurimax.Web.Shared;

/// <summary>
/// Gives a posting form with an address of its own its antiforgery token: the framework's helper gives one to all other forms only.
/// </summary>
[HtmlTargetElement("form", Attributes = "[method=post],action")]
public sealed class FormTokens(IHtmlGenerator generator) : TagHelper
{
    [HtmlAttributeNotBound, ViewContext]
    public ViewContext ViewContext { get; set; } = null!;

    public override void Process(TagHelperContext context, TagHelperOutput output)
    {
        if (generator.GenerateAntiforgery(ViewContext) is { } token)
            output.PostContent.AppendHtml(token);
    }
}

/// <summary>
/// Gives a posting form without an address that of its page. A browser would post it to the address of the document, which after a post to
/// one handler ("?handler=Read") is that handler's.
/// </summary>
[HtmlTargetElement("form", Attributes = "[method=post]")]
public sealed class FormAddress : TagHelper
{
    [HtmlAttributeNotBound, ViewContext]
    public ViewContext ViewContext { get; set; } = null!;

    /// <summary>After the framework's helper, which writes the address where a handler or a page is named.</summary>
    public override int Order => 1000;

    public override void Process(TagHelperContext context, TagHelperOutput output)
    {
        if (!output.Attributes.TryGetAttribute("action", out var action) || action.Value is null or "")
            output.Attributes.SetAttribute("action", Of(ViewContext.HttpContext.Request));
    }

    /// <summary>The address of the page in hand without the handler of the post that led to it.</summary>
    public static string Of(HttpRequest request)
    {
        var query = new QueryBuilder(request.Query.Where(q => !q.Key.Equals("handler", StringComparison.OrdinalIgnoreCase)));
        return request.PathBase + request.Path + query.ToQueryString();
    }
}
