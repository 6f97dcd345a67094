using System.Collections.Immutable;
using System.Text.RegularExpressions;
using Plurimax.Core.Facts;

namespace Plurimax.Core.Standards;

/// <summary>A fact that can be put into a text of a template or a standard, and how it then reads.</summary>
/// <param name="Source">The placeholder (Liquid).</param>
/// <param name="Name">In words: "logo as a picture".</param>
public sealed record PickedFact(string Source, string Name, string Group);

/// <summary>Placeholders of facts in texts that are shared by many sites: which there are, and which of a text are none.</summary>
public static partial class Placeholders
{
    /// <summary>Where a text of the agency's own stands beside the facts: what is filled in there only.</summary>
    private static readonly ImmutableHashSet<string> Roots = ["settings", "words", "sample", "agency", "page", "trade", "form"];

    /// <summary>All that the picker offers, by group.</summary>
    public static readonly ImmutableArray<PickedFact> All =
    [
        .. FactCatalogue.Common.Where(d => !FactCatalogue.Private.Contains(d.Id) && d.Shape is FactShape.Text or FactShape.Phone or FactShape.Email or FactShape.Url or FactShape.Year).Select(d => new PickedFact($"{{{{ {d.Id} }}}}", d.Label, d.Group.ToString())),
        .. FactCatalogue.Common.Where(d => d.Shape == FactShape.List && !FactCatalogue.Private.Contains(d.Id) && d.Id != "social").Select(d => new PickedFact($"{{{{ {d.Id} | list }}}}", $"{d.Label}, in a row", d.Group.ToString())),
        new("{{ place.street }}", "Street", "Address"), new("{{ place.town }}", "Town", "Address"), new("{{ place.postcode }}", "Postcode", "Address"), new("{{ place.region }}", "Region", "Address"), new("{{ place.country }}", "Country", "Address"),
        new("{{ place | lines }}", "Address, line by line", "Address"),
        new("{{ hours | hours }}", "Opening hours", "Hours"),
        new("{{ logo | picture }}", "Logo as a picture", "Brand"),
        new("{{ social | links }}", "Profiles as links", "Social"),
        new("{{ phone | ring }}", "Phone to press", "Contact"), new("{{ email | write }}", "Email to press", "Contact"),
        new("{{ rating.value }}", "Rating", "Proof"), new("{{ rating.count }}", "Number of reviews", "Proof"), new("{{ rating.source }}", "Source of the rating", "Proof"),
        new("{{ register.name }}", "Register", "Proof"), new("{{ register.body }}", "Body of the register", "Proof"), new("{{ register.number }}", "Number in the register", "Proof"),
        new("{{ qualification.name }}", "Certificate", "Proof"), new("{{ qualification.body }}", "Body of the certificate", "Proof"),
        new("{{ insurance.amount | money }}", "Amount insured", "Proof"), new("{{ insurance.until | date }}", "Insured until", "Proof"),
        new("{{ agency.name }}", "Name of the agency", "Agency"), new("{{ agency.email }}", "Email of the agency", "Agency"), new("{{ agency.phone }}", "Phone of the agency", "Agency"),
        new("{{ settings.retention }}", "Months until an enquiry is deleted", "Agency"),
    ];

    private static readonly ImmutableHashSet<string> Ids = [.. FactCatalogue.Common.Select(d => d.Id), "promise", "logo"];

    /// <summary>Whether a dotted name can be a fact of some trade: a fact all trades share or a part of it, or what a trade asks for itself.</summary>
    public static bool IsFact(string name)
    {
        for (var n = name; ; n = n[..n.LastIndexOf('.')])
        {
            if (Ids.Contains(n) || Roots.Contains(n) || OfTrades.Value.Contains(n)) return true;
            if (!n.Contains('.')) return Ids.Any(i => i.StartsWith(n + ".", StringComparison.Ordinal)) && name == n;
        }
    }

    private static readonly Lazy<ImmutableHashSet<string>> OfTrades = new(() => [.. Trades.TradeCatalogue.Shipped().All.SelectMany(t => FactCatalogue.For(t)).Select(d => d.Id)]);

    /// <summary>Names in the placeholders of a text that are no fact of any trade: mistyped, or gone.</summary>
    public static IEnumerable<string> Unknown(string text) => text.Contains('{') ? Names(text).Where(n => !IsFact(n)).Distinct() : [];

    /// <summary>Names that a text refers to, conditions and loops included; variables that it makes itself are left out.</summary>
    public static IEnumerable<string> Names(string text)
    {
        var made = Made().Matches(text).Select(m => m.Groups[1].Value).ToHashSet();
        return Name().Matches(text).Select(m => m.Groups[1].Value).Where(n => !made.Contains(n.Split('.')[0]) && n is not ("true" or "false" or "nil" or "blank" or "empty"));
    }

    /// <summary>Facts that a text shows as they are, outside any condition of its line.</summary>
    public static ImmutableArray<string> PlainFacts(string text)
    {
        if (!text.Contains("{{", StringComparison.Ordinal)) return [];
        var made = Made().Matches(text).Select(m => m.Groups[1].Value).ToHashSet();
        return [.. text.Split('\n').Where(l => !l.Contains("{%", StringComparison.Ordinal)).SelectMany(l => Plain().Matches(l)).Select(m => m.Groups[1].Value).Where(n => n.Split('.')[0] is var root && !Roots.Contains(root) && !made.Contains(root)).Distinct()];
    }

    /// <summary>The text without lines whose plain placeholder has nothing to show. A line that has a condition of its own says for itself what stands there.</summary>
    /// <param name="has">Whether a fact may be stated.</param>
    public static string WithoutEmptyLines(string text, Func<string, bool> has)
    {
        if (!text.Contains("{{", StringComparison.Ordinal)) return text;
        var missing = PlainFacts(text).Where(n => !has(n)).ToHashSet();
        var lines = text.Split('\n');
        var kept = lines.Where(l => l.Contains("{%", StringComparison.Ordinal) || !Plain().Matches(l).Any(m => missing.Contains(m.Groups[1].Value))).ToList();
        if (kept.Count == lines.Length) return text;
        // What stood between two blank lines leaves only one of them.
        return Blank().Replace(string.Join('\n', kept), "\n\n").Trim('\n');
    }

    /// <summary>Takes out what is left of a placeholder that could not be read: brackets never show.</summary>
    public static string Bare(string text) => Brackets().Replace(text, "").Replace("{{", "").Replace("}}", "").Replace("{%", "").Replace("%}", "");

    [GeneratedRegex(@"(?:\{\{-?\s*|\{%-?\s*(?:if|elsif|unless|case)\s+|\{%-?\s*for\s+\w+\s+in\s+|\s(?:and|or)\s+)([a-z_][a-z_0-9]*(?:\.[a-z_0-9]+)*)(?=[^{}]*[%}]\})")] private static partial Regex Name();
    [GeneratedRegex(@"\{%-?\s*(?:for|assign|capture)\s+(\w+)")] private static partial Regex Made();
    [GeneratedRegex(@"\{\{-?\s*([a-z_]+(?:\.[a-z_0-9]+)*)\s*(?:\|[^}]*)?-?\}\}")] private static partial Regex Plain();
    [GeneratedRegex(@"\{\{[^{}]*\}\}|\{%[^%]*%\}")] private static partial Regex Brackets();
    [GeneratedRegex(@"\n{3,}")] private static partial Regex Blank();
}
