using Microsoft.AspNetCore.Mvc.Rendering;
using Microsoft.AspNetCore.Mvc.ViewFeatures;
using Microsoft.AspNetCore.Razor.TagHelpers;

namespace Plurimax.Web;

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
