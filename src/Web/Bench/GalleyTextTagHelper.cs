using Microsoft.AspNetCore.Razor.TagHelpers;

namespace Plurimax.Web.Bench;

/// <summary>
/// Writes a manuscript as it is. Only for what <see cref="Plurimax.Sites.Manuscript"/> made, which encodes all words and lets only its own
/// tags through.
/// </summary>
[HtmlTargetElement("g-text", TagStructure = TagStructure.WithoutEndTag)]
public sealed class GalleyTextTagHelper : TagHelper
{
    [HtmlAttributeName("html")]
    public string Manuscript { get; set; } = "";

    public override void Process(TagHelperContext context, TagHelperOutput output)
    {
        output.TagName = null;
        output.Content.SetHtmlContent(Manuscript);
    }
}
