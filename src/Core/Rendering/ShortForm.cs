using System.Collections.Immutable;
using Plurimax.Core.Facts;

namespace Plurimax.Core.Rendering;

/// <summary>What a short form asks for. The names are those the form sends.</summary>
public enum ShortFormKind { Callback, Newsletter }

/// <summary>The forms of two or three boxes on published sites: drawn in the page, checked and drawn again by the server.</summary>
public static class ShortForm
{
    /// <param name="Contact">A phone number for a call back, an email address for news.</param>
    public sealed record Input(string Name, string Contact, string When, bool Consent, string Trap = "", string Stamp = "")
    {
        public static readonly Input Empty = new("", "", "", false);
    }

    public static string NameOf(ShortFormKind kind) => kind == ShortFormKind.Callback ? "callback" : "newsletter";
    public static ShortFormKind? Named(string? name) => name switch { "callback" => ShortFormKind.Callback, "newsletter" => ShortFormKind.Newsletter, _ => null };

    /// <returns>Field name to message; empty when all is well.</returns>
    public static ImmutableDictionary<string, string> Check(ShortFormKind kind, Input input, SiteWords words)
    {
        var e = ImmutableDictionary.CreateBuilder<string, string>();
        if (kind == ShortFormKind.Callback)
        {
            if (FactReader.Clean(input.Name).Length is 0 or > 120) e["name"] = words.Get("errors.name");
            if (input.Contact.Count(char.IsDigit) < 5) e["contact"] = words.Get("errors.phone");
            else if (input.Contact.Any(char.IsLetter) || input.Contact.Length > 40) e["contact"] = words.Get("errors.phone_wrong");
            if (input.When.Length > 120) e["when"] = words.Get("errors.message");
        }
        else if (input.Contact.Trim().Length == 0) e["contact"] = words.Get("errors.email_empty");
        else if (!FactReader.ReadEmail(input.Contact).Ok) e["contact"] = words.Get("errors.email_wrong");
        if (!input.Consent) e["consent"] = words.Get("errors.consent");
        return e.ToImmutable();
    }

    /// <param name="id">Put before the ids of its boxes: several forms may stand on one page.</param>
    public static Html Render(ShortFormKind kind, SiteWords words, string seed, string consent, string action, string privacy, string id, Input input, ImmutableDictionary<string, string>? errors)
    {
        string W(string key) => words.Get(key, seed);
        Html Hidden(string name) => errors?.ContainsKey(name) == true ? Html.Empty : new Html(" hidden");
        Html Bad(string name) => errors?.ContainsKey(name) == true ? new Html(" aria-invalid=\"true\"") : Html.Empty;
        Html Error(string name, string otherwise) => Html.Of($"<p class=\"err\" id=\"{id}-{name}-e\"{Hidden(name)}>{errors?.GetValueOrDefault(name) ?? otherwise}</p>");
        Html Field(string name, string label, string type, string auto, string value, string error, bool optional = false) => Html.Of(
            $"<div class=\"f\"><label for=\"{id}-{name}\">{label}{Html.If(optional, $" <small>{W("form.optional")}</small>")}</label><input id=\"{id}-{name}\" name=\"{name}\" type=\"{type}\" value=\"{value}\" autocomplete=\"{auto}\" maxlength=\"120\" aria-describedby=\"{id}-{name}-e\"{Html.If(!optional, $" required")}{Bad(name)}>{Error(name, error)}</div>");
        var boxes = kind == ShortFormKind.Callback
            ? Html.Of($"{Field("name", W("form.name"), "text", "name", input.Name, W("errors.name"))}{Field("contact", W("form.phone"), "tel", "tel", input.Contact, W("errors.phone"))}{Field("when", W("form.time"), "text", "off", input.When, W("errors.message"), optional: true)}")
            : Field("contact", W("form.email"), "email", "email", input.Contact, W("errors.email_wrong"));
        var agreed = kind == ShortFormKind.Newsletter ? W("form.news_consent") : consent;
        var send = W(kind == ShortFormKind.Callback ? "form.call_me" : "form.subscribe");
        var summary = errors is { Count: > 0 } ? Html.Of($"<p class=\"sum\" role=\"alert\">{EnquiryForm.Summary(words, seed, errors.Count)}</p>") : Html.Of($"<p class=\"sum\" role=\"alert\" hidden></p>");
        return Html.Of($"<form action=\"{action}\" method=\"post\" data-v{EnquiryForm.Says(words, seed)}><input type=\"hidden\" name=\"kind\" value=\"{NameOf(kind)}\">{summary}<div class=\"fields\">{boxes}<div class=\"f wide chk\"><input type=\"checkbox\" id=\"{id}-consent\" name=\"consent\" value=\"yes\"{Html.If(input.Consent, $" checked")} required aria-describedby=\"{id}-consent-e\"{Bad("consent")}><label for=\"{id}-consent\">{agreed} <a href=\"{privacy}\">{W("form.privacy")}</a></label>{Error("consent", W("errors.consent"))}</div></div><div class=\"hp\" aria-hidden=\"true\"><label>{W("form.trap")} <input name=\"company_url\" tabindex=\"-1\" autocomplete=\"off\"></label></div><input type=\"hidden\" name=\"stamp\" value=\"{input.Stamp}\"><p><button class=\"btn\" type=\"submit\">{send}</button></p></form>");
    }
}
