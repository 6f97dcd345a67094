using System.Collections.Immutable;
using Plurimax.Facts;
using Plurimax.Sites;
using Plurimax.Trades;

namespace Plurimax.Making.Settings;

/// <summary>A fact that can be put into a text of a template or a standard, and how it then reads.</summary>
/// <param name="Source">The placeholder (Liquid).</param>
/// <param name="Name">In words: "logo as a picture".</param>
public sealed record PickedFact(string Source, string Name, string Group);

/// <summary>The facts that a shared text may refer to, whatever the trade.</summary>
public static class KnownFacts
{
    /// <summary>All that the picker offers, by group.</summary>
    public static readonly ImmutableArray<PickedFact> All =
    [
        .. FactCatalogue
            .Common.Where(d =>
                !FactCatalogue.Private.Contains(d.Id)
                && d.Shape is FactShape.Text or FactShape.Phone or FactShape.Email or FactShape.Url or FactShape.Year
            )
            .Select(d => new PickedFact($"{{{{ {d.Id} }}}}", d.Label, d.Group.ToString())),
        .. FactCatalogue
            .Common.Where(d => d.Shape == FactShape.List && !FactCatalogue.Private.Contains(d.Id) && d.Id != "social")
            .Select(d => new PickedFact($"{{{{ {d.Id} | list }}}}", $"{d.Label}, in a row", d.Group.ToString())),
        new("{{ place.street }}", "Street", "Address"),
        new("{{ place.town }}", "Town", "Address"),
        new("{{ place.postcode }}", "Postcode", "Address"),
        new("{{ place.region }}", "Region", "Address"),
        new("{{ place.country }}", "Country", "Address"),
        new("{{ place | lines }}", "Address, line by line", "Address"),
        new("{{ hours | hours }}", "Opening hours", "Hours"),
        new("{{ logo | picture }}", "Logo as a picture", "Brand"),
        new("{{ social | links }}", "Profiles as links", "Social"),
        new("{{ phone | ring }}", "Phone to press", "Contact"),
        new("{{ email | write }}", "Email to press", "Contact"),
        new("{{ rating.value }}", "Rating", "Proof"),
        new("{{ rating.count }}", "Number of reviews", "Proof"),
        new("{{ rating.source }}", "Source of the rating", "Proof"),
        new("{{ register.name }}", "Register", "Proof"),
        new("{{ register.body }}", "Body of the register", "Proof"),
        new("{{ register.number }}", "Number in the register", "Proof"),
        new("{{ qualification.name }}", "Certificate", "Proof"),
        new("{{ qualification.body }}", "Body of the certificate", "Proof"),
        new("{{ insurance.amount | money }}", "Amount insured", "Proof"),
        new("{{ insurance.until | date }}", "Insured until", "Proof"),
        new("{{ agency.name }}", "Name of the agency", "Agency"),
        new("{{ agency.email }}", "Email of the agency", "Agency"),
        new("{{ agency.phone }}", "Phone of the agency", "Agency"),
        new("{{ settings.retention }}", "Months until an enquiry is deleted", "Agency"),
    ];

    private static readonly ImmutableHashSet<string> Ids = [.. FactCatalogue.Common.Select(d => d.Id), "promise", "logo"];

    /// <summary>
    /// Whether a dotted name can be a fact of some trade: a fact all trades share or a part of it, or what a trade asks for itself.
    /// </summary>
    public static bool IsFact(string name)
    {
        for (var n = name; ; n = n[..n.LastIndexOf('.')])
        {
            if (Ids.Contains(n) || Placeholders.Roots.Contains(n) || OfTrades.Value.Contains(n))
                return true;
            if (!n.Contains('.'))
                return Ids.Any(i => i.StartsWith(n + ".", StringComparison.Ordinal)) && name == n;
        }
    }

    private static readonly Lazy<ImmutableHashSet<string>> OfTrades = new(() =>
        [.. TradeCatalogue.Shipped().Cards.SelectMany(t => t.Asks)]
    );

    /// <summary>Names in the placeholders of a text that are no fact of any trade: mistyped, or gone.</summary>
    public static IEnumerable<string> Unknown(string text) =>
        text.Contains('{') ? Placeholders.Names(text).Where(n => !IsFact(n)).Distinct() : [];
}
