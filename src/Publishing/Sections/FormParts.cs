using System.Collections.Immutable;
using System.Globalization;
using Plurimax.Facts;
using Plurimax.Text;

namespace Plurimax.Publishing.Sections;

/// <summary>
/// What all forms of a published site have in common: boxes with their errors, the summary, the consent, the trap and the stamp.
/// </summary>
/// <param name="id">Put before the ids of the boxes: several forms may stand on one page.</param>
internal sealed class FormParts(SiteWords words, string seed, string id, ImmutableDictionary<string, string>? errors)
{
    public string W(string key) => words.Get(key, seed);

    /// <summary>What the script of the page says of boxes that are not filled, in the site's language.</summary>
    public Html Says =>
        Html.Of(
            $" data-one=\"{words.Get("errors.summary_one", seed)}\" data-many=\"{words.Get("errors.summary_many", seed, ("n", "#"))}\""
        );

    public Html Summary =>
        errors is { Count: > 0 and var count }
            ? Html.Of(
                $"<p class=\"sum\" role=\"alert\">"
                    + $"{(count == 1 ? words.Get("errors.summary_one", seed)
                        : words.Get("errors.summary_many", seed, ("n", count.ToString(CultureInfo.InvariantCulture))))}"
                    + $"</p>"
            )
            : Html.Of($"<p class=\"sum\" role=\"alert\" hidden></p>");

    public Html Error(string name, string otherwise) =>
        Html.Of(
            $"<p class=\"err\" id=\"{id}-{name}-e\"{Wrong(name, Html.Empty, new Html(" hidden"))}>"
                + $"{errors?.GetValueOrDefault(name) ?? otherwise}</p>"
        );

    public Html Bad(string name) => Wrong(name, new Html(" aria-invalid=\"true\""), Html.Empty);

    private Html Wrong(string name, Html wrong, Html right) => errors?.ContainsKey(name) == true ? wrong : right;

    public Html Field(string name, string label, string type, string auto, string value, string error, bool optional = false) =>
        Html.Of(
            $"<div class=\"f\"><label for=\"{id}-{name}\">{label}{Html.If(optional, $" <small>{W("form.optional")}</small>")}"
                + $"</label><input id=\"{id}-{name}\" name=\"{name}\" type=\"{type}\" value=\"{value}\" autocomplete=\"{auto}\" "
                + $"maxlength=\"254\" aria-describedby=\"{id}-{name}-e\"{Html.If(!optional, $" required")}{Bad(name)}>{Error(name, error)}"
                + $"</div>"
        );

    /// <param name="privacy">Address of the page that tells how details are handled.</param>
    public Html Consent(string text, string privacy, bool given) =>
        Html.Of(
            $"<div class=\"f wide chk\"><input type=\"checkbox\" id=\"{id}-consent\" name=\"consent\" value=\"yes\""
                + $"{Html.If(given, $" checked")} required aria-describedby=\"{id}-consent-e\"{Bad("consent")}><label for=\"{id}"
                + $"-consent\">{text} <a href=\"{privacy}\">{W("form.privacy")}</a></label>{Error("consent", W("errors.consent"))}</div>"
        );

    /// <summary>The box that people do not see, the signed time, and the button.</summary>
    public Html End(string stamp, string send) =>
        Html.Of(
            $"<div class=\"hp\" aria-hidden=\"true\"><label>{W("form.trap")} <input name=\"company_url\" tabindex=\"-1\" "
                + $"autocomplete=\"off\"></label></div><input type=\"hidden\" name=\"stamp\" value=\"{stamp}\"><p><button class=\"btn\" "
                + $"type=\"submit\">{send}</button></p>"
        );
}
