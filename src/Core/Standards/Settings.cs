using System.Collections.Immutable;
using System.Globalization;

namespace Plurimax.Core.Standards;

public enum SettingShape { Line, Text, Choice, Money, Number, YesNo, Colour }

/// <summary>Where a value can be set; a later layer wins.</summary>
public enum SettingLayer { Default, Agency, Trade, Client, Site }

/// <summary>A typed setting. Stored and shown as text; <see cref="Check"/> says whether a text is a value.</summary>
public sealed record Setting(string Key, string Group, string Name, string Help, SettingShape Shape, string Default, ImmutableArray<string> Options = default, double Least = 0, double Most = 1_000_000)
{
    public Result<string> Check(string? raw)
    {
        var text = Facts.FactReader.Clean(raw, lines: Shape == SettingShape.Text);
        switch (Shape)
        {
            case SettingShape.Choice:
                return Options.Contains(text) ? text : Result<string>.Fail($"Choose one of {string.Join(", ", Options)}.");
            case SettingShape.YesNo:
                return text is "yes" or "no" ? text : Result<string>.Fail("Answer yes or no.");
            case SettingShape.Money or SettingShape.Number:
                if (!decimal.TryParse(text, NumberStyles.AllowDecimalPoint, CultureInfo.InvariantCulture, out var n) || n < (decimal)Least || n > (decimal)Most)
                    return Result<string>.Fail($"Give a number from {Least:0} to {Most:0}.");
                return text;
            case SettingShape.Colour:
                return text.Length == 0 ? "" : Styling.Oklch.TryHex(text, out var hex) ? hex : Result<string>.Fail("Give a colour such as #0e8a94, or leave it empty.");
            default:
                if (text.Length > 6000) return Result<string>.Fail($"That is {text.Length:N0} characters; up to 6,000 fit.");
                return Rendering.TextEngine.Fault(text) is { } fault ? Result<string>.Fail(fault) : text;
        }
    }
}

/// <param name="Layer">Where the value in force was set.</param>
/// <param name="Overruled">Values further down that it replaces, lowest layer first.</param>
public sealed record ResolvedSetting(Setting Setting, string Value, SettingLayer Layer, ImmutableArray<(SettingLayer Layer, string Value)> Overruled);

/// <summary>What each layer sets, for one site. A layer holds only what differs from below.</summary>
public sealed record SettingsStack(ImmutableSortedDictionary<SettingLayer, ImmutableDictionary<string, string>> Layers)
{
    public static readonly SettingsStack Empty = new(ImmutableSortedDictionary<SettingLayer, ImmutableDictionary<string, string>>.Empty);

    public SettingsStack With(SettingLayer layer, IEnumerable<KeyValuePair<string, string>> values) => new(Layers.SetItem(layer, values.ToImmutableDictionary()));

    public ResolvedSetting Resolve(Setting setting)
    {
        var found = new List<(SettingLayer, string)> { (SettingLayer.Default, setting.Default) };
        foreach (var (layer, values) in Layers)
            if (values.TryGetValue(setting.Key, out var v)) found.Add((layer, v));
        var (winner, value) = found[^1];
        return new ResolvedSetting(setting, value, winner, [.. found.Take(found.Count - 1)]);
    }

    public string this[string key] => Resolve(SettingsRegistry.Find(key)!).Value;

    public ImmutableDictionary<string, string> All() => SettingsRegistry.All.ToImmutableDictionary(s => s.Key, s => Resolve(s).Value);
}

/// <summary>Every setting there is.</summary>
public static class SettingsRegistry
{
    public static readonly ImmutableArray<Setting> All =
    [
        new("agency_name", "Agency", "Name of the agency", "Stands on everything that clients and prospects see.", SettingShape.Line, "Our agency"),
        new("tone", "Voice", "Tone", "How the copy speaks. “trade” takes the tone that suits the trade.", SettingShape.Choice, "trade", ["trade", "plain", "warm", "formal", "lively", "expert"]),
        new("privacy", "Legal", "Privacy text", "Stands on every site's privacy page. Facts are filled in.", SettingShape.Text,
            "{{ business.name }} uses what you send through this site to answer you and to do the work you ask for. It is passed to nobody else and not used for advertising.\n\nMessages are deleted after {{ settings.retention }} months. You may ask at any time what is kept about you, have it corrected or have it deleted.{% if email %} Write to {{ email }}.{% endif %}\n\nThis site sets no tracking cookies and loads nothing from other companies' servers."),
        new("terms", "Legal", "Terms text", "Stands below the privacy text.", SettingShape.Text, "Nothing on this site is a binding offer. Work begins when both sides have agreed on what is to be done and what it costs."),
        new("imprint", "Legal", "Legal notice", "Who is behind the site. Comes with countries whose law asks for it, or with a page that is added.", SettingShape.Text,
            "{% if legal.name %}{{ legal.name }}{% else %}{{ business.name }}{% endif %}{% if owner.name %}, {{ owner.name }}{% endif %}\n\n{% if place.street %}{{ place.street }}, {% endif %}{% if place.postcode %}{{ place.postcode }} {% endif %}{{ place.town }}{% if phone %}\n\n{{ phone }}{% endif %}{% if email %}\n\n{{ email }}{% endif %}{% if legal.number %}\n\n{{ legal.number }}{% endif %}{% if legal.vat %}\n\n{{ legal.vat }}{% endif %}{% if register.name %}\n\n{{ register.name }}{% if register.body %}, {{ register.body }}{% endif %}{% if register.number %}, {{ register.number }}{% endif %}{% endif %}"),
        new("accessibility", "Legal", "Accessibility statement", "Stands on the page about accessibility.", SettingShape.Text,
            "This site is made so that everybody can use it: by keyboard, with a screen reader, at 200 % and more, with motion turned off. It aims at WCAG 2.2, level AA.\n\nIf something keeps you out, say so and it will be put right.{% if email %} Write to {{ email }}.{% endif %}{% if phone %} Or ring {{ phone }}.{% endif %}"),
        new("thanks", "Legal", "After the form", "Stands on the thank-you page, if the site has one.", SettingShape.Text, "Your message has come. It is read by a person and answered{% if reply_time %} {{ reply_time }}{% endif %}. Until something has been agreed, nothing has been ordered."),
        new("consent", "Legal", "Consent at the form", "The sentence beside the box to tick.", SettingShape.Line, "You may use these details to answer this enquiry."),
        new("retention", "Legal", "Enquiries kept for", "Months until an enquiry and the mail about it are deleted. The privacy text states it.", SettingShape.Number, "12", Least: 1, Most: 120),
        new("analytics", "Visitors", "Analytics code", "Written into the head of every page for the client's own counter to read; no script is added. Empty writes nothing.", SettingShape.Line, ""),
        new("index", "Visitors", "Search engines may list the site", "With no, the robots file turns them away.", SettingShape.YesNo, "yes"),
        new("hosting_fee", "Money", "Hosting a month", "In the agency's currency, before tax. Noted for quotes; nothing is billed by it yet.", SettingShape.Money, "12"),
        new("brand", "Look", "Brand colour", "The palette is derived from it. Empty takes the palette of the look.", SettingShape.Colour, ""),
        new("promise_prior_rating", "Prospects", "Usual rating", "What a business of the region usually has, 1 to 5. Few reviews count as much less than many.", SettingShape.Number, "4.2", Least: 1, Most: 5),
        new("promise_prior_reviews", "Prospects", "Reviews until a rating is believed", "So many reviews of the usual rating are added to everybody's own.", SettingShape.Number, "30", Least: 0, Most: 1000),
        new("promise_rating", "Prospects", "Weight of the rating", "Firms without a site of their own stand first whatever the weights; these order the rest.", SettingShape.Number, "60", Least: 0, Most: 100),
        new("promise_reviews", "Prospects", "Weight of the number of reviews", "", SettingShape.Number, "10", Least: 0, Most: 100),
        new("promise_trade", "Prospects", "Weight of a trade we have", "", SettingShape.Number, "15", Least: 0, Most: 100),
        new("promise_reach", "Prospects", "Weight of being reachable", "A phone counts six tenths of it, an email four.", SettingShape.Number, "15", Least: 0, Most: 100),
        new("sample_days", "Prospects", "A sample ends after", "Days from sending until the private link ends by itself.", SettingShape.Number, "30", Least: 1, Most: 365),
        new("outreach_subject", "Prospects", "Subject of the mail to a prospect", "Facts, sample.link, sample.until, agency.name and agency.maker are filled in.", SettingShape.Line, Prospects.OutreachMail.DefaultSubject),
        new("outreach_body", "Prospects", "Mail to a prospect", "Facts, sample.link, sample.until, agency.name and agency.maker are filled in.", SettingShape.Text, Prospects.OutreachMail.DefaultBody),
        new("readiness_bar", "Line", "Readiness to leave the Brief", "Per cent of the weight of all facts that should be known.", SettingShape.Number, "30", Least: 0, Most: 100),
    ];

    private static readonly ImmutableDictionary<string, Setting> ByKey = All.ToImmutableDictionary(s => s.Key);
    public static Setting? Find(string key) => ByKey.GetValueOrDefault(key);
    public static ImmutableDictionary<string, string> Defaults() => All.ToImmutableDictionary(s => s.Key, s => s.Default);
}
