using System.Collections.Immutable;
using Plurimax.Core.Facts;

namespace Plurimax.Core.Rendering;

/// <summary>The enquiry form of a published site: drawn in the page, and again by the server with what was typed and what is wrong.</summary>
public static class EnquiryForm
{
    public const int LongestMessage = 4000;

    /// <param name="Trap">A box that people do not see; whoever fills it is a program.</param>
    /// <param name="Stamp">Signed time at which the form was first seen, from the server.</param>
    public sealed record Input(string Name, string Email, string Phone, string Message, bool Consent, string Trap = "", string Stamp = "")
    {
        public static readonly Input Empty = new("", "", "", "", false);
    }

    /// <returns>Field name to message; empty when all is well.</returns>
    public static ImmutableDictionary<string, string> Check(Input input, SiteWords words)
    {
        var e = ImmutableDictionary.CreateBuilder<string, string>();
        if (FactReader.Clean(input.Name).Length is 0 or > 120) e["name"] = words.Get("errors.name");
        if (input.Email.Trim().Length == 0) e["email"] = words.Get("errors.email_empty");
        else if (!FactReader.ReadEmail(input.Email).Ok) e["email"] = words.Get("errors.email_wrong");
        if (input.Phone.Any(char.IsLetter) || input.Phone.Length > 40) e["phone"] = words.Get("errors.phone_wrong");
        if (FactReader.Clean(input.Message, lines: true).Length is 0 or > LongestMessage) e["message"] = words.Get("errors.message");
        if (!input.Consent) e["consent"] = words.Get("errors.consent");
        return e.ToImmutable();
    }

    internal static string Summary(SiteWords words, string seed, int count) =>
        count == 1 ? words.Get("errors.summary_one", seed) : words.Get("errors.summary_many", seed, ("n", count.ToString(System.Globalization.CultureInfo.InvariantCulture)));

    /// <summary>What the script of the page says of boxes that are not filled, in the site's language.</summary>
    internal static Html Says(SiteWords words, string seed) => Html.Of($" data-one=\"{words.Get("errors.summary_one", seed)}\" data-many=\"{words.Get("errors.summary_many", seed, ("n", "#"))}\"");

    /// <param name="privacy">Address of the page that tells how details are handled.</param>
    public static Html Render(SiteWords words, string seed, string consent, string action, string privacy, Input input, ImmutableDictionary<string, string>? errors)
    {
        string W(string key) => words.Get(key, seed);
        var count = errors?.Count ?? 0;
        var summary = count > 0 ? Html.Of($"<p class=\"sum\" role=\"alert\">{Summary(words, seed, count)}</p>") : Html.Of($"<p class=\"sum\" role=\"alert\" hidden></p>");
        Html Error(string name, string otherwise) => Html.Of($"<p class=\"err\" id=\"f-{name}-e\"{Hidden(name)}>{errors?.GetValueOrDefault(name) ?? otherwise}</p>");
        Html Hidden(string name) => errors?.ContainsKey(name) == true ? Html.Empty : new Html(" hidden");
        Html Bad(string name) => errors?.ContainsKey(name) == true ? new Html(" aria-invalid=\"true\"") : Html.Empty;
        Html Field(string name, string label, string type, string auto, string value, string error, bool optional = false) => Html.Of(
            $"<div class=\"f\"><label for=\"f-{name}\">{label}{Html.If(optional, $" <small>{W("form.optional")}</small>")}</label><input id=\"f-{name}\" name=\"{name}\" type=\"{type}\" value=\"{value}\" autocomplete=\"{auto}\" maxlength=\"254\" aria-describedby=\"f-{name}-e\"{Html.If(!optional, $" required")}{Bad(name)}>{Error(name, error)}</div>");
        return Html.Of($"""
            <form action="{action}" method="post" data-v{Says(words, seed)}>{summary}<p class="note">{W("form.all_needed")}</p><div class="fields">{Field("name", W("form.name"), "text", "name", input.Name, W("errors.name"))}{Field("email", W("form.email"), "email", "email", input.Email, W("errors.email_wrong"))}{Field("phone", W("form.phone"), "tel", "tel", input.Phone, W("errors.phone_wrong"), optional: true)}<div class="f wide"><label for="f-message">{W("form.message")}</label><textarea id="f-message" name="message" rows="5" maxlength="{LongestMessage}" required aria-describedby="f-message-e"{Bad("message")}>
            {input.Message}</textarea>{Error("message", W("errors.message"))}</div><div class="f wide chk"><input type="checkbox" id="f-consent" name="consent" value="yes"{Html.If(input.Consent, $" checked")} required aria-describedby="f-consent-e"{Bad("consent")}><label for="f-consent">{consent} <a href="{privacy}">{W("form.privacy")}</a></label>{Error("consent", W("errors.consent"))}</div></div><div class="hp" aria-hidden="true"><label>{W("form.trap")} <input name="company_url" tabindex="-1" autocomplete="off"></label></div><input type="hidden" name="stamp" value="{input.Stamp}"><p><button class="btn" type="submit">{W("form.send")}</button></p></form>
            """);
    }
}
