using Plurimax.Sites;
using Plurimax.Text;

namespace Plurimax.Publishing.Sections;

/// <summary>The enquiry form.</summary>
internal static class Contact
{
    public static Html Form(RenderContext c, Section s, ContactContent f, bool first)
    {
        var tell = f.Items.Select((it, i) => (it, i)).Where(x => c.Text.Stands(x.it.Text)).ToList();
        var phone = c.Phone is { } p ? Html.Of($"<p class=\"tel\">{c.Ring(p, Html.Of($"{c.Icon("phone")}{p.National}"))}</p>") : Html.Empty;
        var side =
            tell.Count == 0
                ? Html.Empty
                : Html.Of(
                    $"<ul class=\"tell\">"
                        + $"{tell.Select(x => Html.Of($"<li{c.At(s, $"items.{x.i}.text")}>{c.Text.Line(x.it.Text)}</li>"))}</ul>"
                );
        var after = c.Text.Stands(f.AfterText)
            ? Html.Of(
                $"<div class=\"after\"><h{(first ? 2 : 3)} class=\"sub\"{c.At(s, "after.heading")}>{c.Text.Line(f.AfterHeading)}</h"
                    + $"{(first ? 2 : 3)}>{SectionRenderer.Paragraph(c, s, "after.text", f.AfterText)}</div>"
            )
            : Html.Empty;
        return SectionRenderer.Wrap(
            c,
            s,
            Html.Of(
                $"<div class=\"txt\">{SectionRenderer.Head(c, s, f.Heading, f.Text, anchor: "enquiry", first: first)}{side}{phone}"
                    + $"{after}</div>"
                    + $"{EnquiryForm.Render(c.Words, c.Seed, EnquiryForm.Rules.Of(c.Set, c.Text), c.Settings.FormAction, c.PrivacyFile,
                        EnquiryForm.Input.Empty, null)}"
            ),
            anchor: "enquiry"
        );
    }
}
