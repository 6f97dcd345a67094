using System.Globalization;
using Plurimax.Text;

namespace Plurimax.Publishing.Sections;

/// <summary>
/// What counts visitors: nothing of it is loaded before the visitor has agreed, and the answer is kept in the browser alone.
/// </summary>
internal static class Counting
{
    /// <summary>Addresses of scripts that are loaded after consent.</summary>
    public static IEnumerable<string> Scripts(RenderContext c) => Letters.Rows(c.Set("counter")).Concat(Letters.Rows(c.Set("pixels")));

    public static bool Asked(RenderContext c) => c.Set("counter").Length + c.Set("pixels").Length > 0;

    /// <summary>Names the scripts for the page's own script; the host lets only these through its policy.</summary>
    public static Html Head(RenderContext c) =>
        Asked(c) ? Html.Of($"<meta name=\"{Meta}\" content=\"{string.Join(' ', Scripts(c))}\">\n") : Html.Empty;

    public const string Meta = "counting";

    public static Html Notice(RenderContext c)
    {
        if (!Asked(c))
            return Html.Empty;
        c.UsedStyles.Add("consent");
        var text = c.Set("consent_text") is { Length: > 0 } own ? c.Text.Letter(own) : c.W("consent.ask");
        return Html.Of(
            $"<section class=\"consent\" id=\"consent\" aria-label=\"{c.W("footer.cookies")}\" data-days=\""
                + $"{c.Whole("consent_days").ToString(CultureInfo.InvariantCulture)}\" hidden><p>{text} <a href=\"{c.PrivacyFile}\">"
                + $"{c.W("form.privacy")}</a></p><p class=\"ctas\"><button type=\"button\" class=\"btn\" data-consent=\"yes\">"
                + $"{c.W("consent.yes")}</button><button type=\"button\" class=\"btn alt\" data-consent=\"no\">{c.W("consent.no")}"
                + $"</button></p></section>\n"
        );
    }
}
