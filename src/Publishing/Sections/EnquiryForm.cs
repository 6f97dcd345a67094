using System.Collections.Immutable;
using Plurimax.Facts;
using Plurimax.Sites;
using Plurimax.Text;

namespace Plurimax.Publishing.Sections;

/// <summary>
/// The enquiry form of a published site: drawn in the page, and again by the server with what was typed and what is wrong.
/// </summary>
public static class EnquiryForm
{
    public const int LongestMessage = 4000;

    /// <param name="Trap">A box that people do not see; whoever fills it is a program.</param>
    /// <param name="Stamp">Signed time at which the form was first seen, from the server.</param>
    public sealed record Input(string Name, string Email, string Phone, string Message, bool Consent, string Trap = "", string Stamp = "")
    {
        public static readonly Input Empty = new("", "", "", "", false);
    }

    /// <summary>What the settings ask of the form.</summary>
    /// <param name="Phone">asked, needed or no.</param>
    /// <param name="Ticked">Consent is a box to tick; else the sentence stands by itself.</param>
    public sealed record Rules(string Consent, bool Ticked = true, string Phone = "asked", string Note = "")
    {
        public static Rules Of(Func<string, string> setting, TextEngine text) =>
            new(
                text.Letter(setting("consent")),
                setting("consent_needed") == "yes",
                setting("form_phone"),
                text.Letter(setting("form_note")).Trim()
            );
    }

    /// <returns>Field name to message; empty when all is well.</returns>
    public static ImmutableDictionary<string, string> Check(Input input, SiteWords words, Rules rules)
    {
        var e = ImmutableDictionary.CreateBuilder<string, string>();
        if (FactReader.Clean(input.Name).Length is 0 or > 120)
            e["name"] = words.Get("errors.name");
        if (input.Email.Trim().Length == 0)
            e["email"] = words.Get("errors.email_empty");
        else if (!FactReader.ReadEmail(input.Email).Ok)
            e["email"] = words.Get("errors.email_wrong");
        if (rules.Phone == "needed" && !input.Phone.Any(char.IsDigit))
            e["phone"] = words.Get("errors.phone");
        else if (input.Phone.Any(char.IsLetter) || input.Phone.Length > 40)
            e["phone"] = words.Get("errors.phone_wrong");
        if (FactReader.Clean(input.Message, lines: true).Length is 0 or > LongestMessage)
            e["message"] = words.Get("errors.message");
        if (rules.Ticked && !input.Consent)
            e["consent"] = words.Get("errors.consent");
        return e.ToImmutable();
    }

    /// <param name="privacy">Address of the page that tells how details are handled.</param>
    public static Html Render(
        SiteWords words,
        string seed,
        Rules rules,
        string action,
        string privacy,
        Input input,
        ImmutableDictionary<string, string>? errors
    )
    {
        var f = new FormParts(words, seed, "f", errors);
        return Html.Of(
            $"""
            <form action="{action}" method="post" data-v{f.Says}>{f.Summary}<p class="note">{f.W(
                "form.all_needed"
            )}</p><div class="fields">{f.Field("name", f.W("form.name"), "text", "name", input.Name, f.W("errors.name"))}{f.Field(
                "email",
                f.W("form.email"),
                "email",
                "email",
                input.Email,
                f.W("errors.email_wrong")
            )}{(
                rules.Phone == "no"
                    ? Html.Empty
                    : f.Field(
                        "phone",
                        f.W("form.phone"),
                        "tel",
                        "tel",
                        input.Phone,
                        f.W(rules.Phone == "needed" ? "errors.phone" : "errors.phone_wrong"),
                        optional: rules.Phone != "needed"
                    )
            )}<div class="f wide"><label for="f-message">{f.W(
                "form.message"
            )}</label><textarea id="f-message" name="message" rows="5" maxlength="{LongestMessage}" required
            aria-describedby="f-message-e"{f.Bad("message")}>
            {input.Message}</textarea>{f.Error("message", f.W("errors.message"))}</div>{(
                rules.Ticked
                    ? f.Consent(rules.Consent, privacy, input.Consent)
                    : Html.Of($"<p class=\"f wide note\">{rules.Consent} <a href=\"{privacy}\">{f.W("form.privacy")}</a></p>")
            )}</div>{Html.If(rules.Note.Length > 0, $"<p class=\"note\">{rules.Note}</p>")}{f.End(input.Stamp, f.W("form.send"))}</form>
            """
        );
    }
}
