using Plurimax.Sites;
using Plurimax.Text;

namespace Plurimax.Publishing.Sections;

/// <summary>Forms of two or three boxes: to be rung, to be written to.</summary>
internal static class ShortFormSections
{
    public static Html Callback(RenderContext c, Section s, CallbackContent v) => Form(c, s, v, ShortFormKind.Callback);

    public static Html Newsletter(RenderContext c, Section s, NewsletterContent v) => Form(c, s, v, ShortFormKind.Newsletter);

    private static Html Form(RenderContext c, Section s, SectionContent v, ShortFormKind kind)
    {
        var form = ShortForm.Render(
            kind,
            c.Words,
            c.Seed,
            c.Settings.Settings.GetValueOrDefault("consent", ""),
            c.Settings.FormAction,
            c.PrivacyFile,
            SectionRenderer.Anchor(s),
            ShortForm.Input.Empty,
            null
        );
        return SectionRenderer.Wrap(c, s, Html.Of($"<div class=\"txt\">{SectionRenderer.Head(c, s, v.Heading, v.Text)}</div>{form}"));
    }
}
