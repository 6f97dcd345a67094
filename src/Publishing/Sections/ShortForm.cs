using System.Collections.Immutable;
using Plurimax.Facts;
using Plurimax.Text;

namespace Plurimax.Publishing.Sections;

/// <summary>What a short form asks for. The names are those the form sends.</summary>
public enum ShortFormKind
{
    Callback,
    Newsletter,
}

/// <summary>The forms of two or three boxes on published sites: drawn in the page, checked and drawn again by the server.</summary>
public static class ShortForm
{
    /// <param name="Contact">A phone number for a call back, an email address for news.</param>
    public sealed record Input(string Name, string Contact, string When, bool Consent, string Trap = "", string Stamp = "")
    {
        public static readonly Input Empty = new("", "", "", false);
    }

    public static string NameOf(ShortFormKind kind) => kind == ShortFormKind.Callback ? "callback" : "newsletter";

    public static ShortFormKind? Named(string? name) =>
        name switch
        {
            "callback" => ShortFormKind.Callback,
            "newsletter" => ShortFormKind.Newsletter,
            _ => null,
        };

    /// <returns>Field name to message; empty when all is well.</returns>
    public static ImmutableDictionary<string, string> Check(ShortFormKind kind, Input input, SiteWords words)
    {
        var e = ImmutableDictionary.CreateBuilder<string, string>();
        if (kind == ShortFormKind.Callback)
        {
            if (FactReader.Clean(input.Name).Length is 0 or > 120)
                e["name"] = words.Get("errors.name");
            if (input.Contact.Count(char.IsDigit) < 5)
                e["contact"] = words.Get("errors.phone");
            else if (input.Contact.Any(char.IsLetter) || input.Contact.Length > 40)
                e["contact"] = words.Get("errors.phone_wrong");
            if (input.When.Length > 120)
                e["when"] = words.Get("errors.message");
        }
        else if (input.Contact.Trim().Length == 0)
            e["contact"] = words.Get("errors.email_empty");
        else if (!FactReader.ReadEmail(input.Contact).Ok)
            e["contact"] = words.Get("errors.email_wrong");
        if (!input.Consent)
            e["consent"] = words.Get("errors.consent");
        return e.ToImmutable();
    }

    /// <param name="id">Put before the ids of its boxes: several forms may stand on one page.</param>
    public static Html Render(
        ShortFormKind kind,
        SiteWords words,
        string seed,
        string consent,
        string action,
        string privacy,
        string id,
        Input input,
        ImmutableDictionary<string, string>? errors
    )
    {
        var f = new FormParts(words, seed, id, errors);
        var boxes =
            kind == ShortFormKind.Callback
                ? Html.Of(
                    $"{f.Field("name", f.W("form.name"), "text", "name", input.Name, f.W("errors.name"))}"
                        + $"{f.Field("contact", f.W("form.phone"), "tel", "tel", input.Contact, f.W("errors.phone"))}"
                        + $"{f.Field("when", f.W("form.time"), "text", "off", input.When, f.W("errors.message"), optional: true)}"
                )
                : f.Field("contact", f.W("form.email"), "email", "email", input.Contact, f.W("errors.email_wrong"));
        var (agreed, send) =
            kind == ShortFormKind.Newsletter ? (f.W("form.news_consent"), f.W("form.subscribe")) : (consent, f.W("form.call_me"));
        return Html.Of(
            $"<form action=\"{action}\" method=\"post\" data-v{f.Says}><input type=\"hidden\" name=\"kind\" value=\"{NameOf(kind)}"
                + $"\">{f.Summary}<div class=\"fields\">{boxes}{f.Consent(agreed, privacy, input.Consent)}</div>{f.End(input.Stamp, send)}"
                + $"</form>"
        );
    }
}
