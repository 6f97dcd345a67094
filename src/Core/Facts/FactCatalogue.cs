using System.Collections.Immutable;

namespace Plurimax.Core.Facts;

public enum FactShape { Text, Phone, Email, Url, Hours, Address, List, Prices, Rating, Credential, YesNo, Year, Insurance, Testimonials, Services }

public enum FactGroup { Identity, Contact, Address, Hours, Services, Proof, Social, Trade }

/// <summary>
/// What can be known of a business. <paramref name="Id"/> is the dotted path templates use ("business.name").
/// <paramref name="Weight"/> 0 to 9 counts towards readiness.
/// </summary>
public sealed record FactDefinition(string Id, FactGroup Group, string Label, FactShape Shape, int Weight, string Help = "", ImmutableArray<string> Suggestions = default);

/// <summary>The facts every trade shares. A trade adds its own through its interview questions.</summary>
public static class FactCatalogue
{
    public static readonly ImmutableArray<FactDefinition> Common =
    [
        new("business.name", FactGroup.Identity, "Business name", FactShape.Text, 9, "As it stands over the door."),
        new("owner.name", FactGroup.Identity, "Who runs it", FactShape.Text, 3, "First name and surname."),
        new("owner.story", FactGroup.Identity, "The owner's story", FactShape.Text, 6, "Two or three sentences in their own words. Goes on the about page as it is."),
        new("founded", FactGroup.Identity, "Since which year", FactShape.Year, 3, "Four digits, such as 2011."),
        new("legal.name", FactGroup.Identity, "Registered name", FactShape.Text, 2, "Only if it differs from the name above."),
        new("phone", FactGroup.Contact, "Phone", FactShape.Phone, 9, "The number customers ring, such as 01632 960142."),
        new("email", FactGroup.Contact, "Email for enquiries", FactShape.Email, 9, "Messages from the site's form go here."),
        new("reply_time", FactGroup.Contact, "How fast messages are answered", FactShape.Text, 2, "Completes “Messages are answered …”, such as by the next working day."),
        new("booking", FactGroup.Contact, "How people book", FactShape.Text, 4, "By phone, by message, online.", ["by phone", "by message", "online calendar"]),
        new("place", FactGroup.Address, "Address", FactShape.Address, 8, "The town is enough to begin with. Without a street no map is drawn."),
        new("area.towns", FactGroup.Address, "Towns and villages served", FactShape.List, 5, "One a line or with commas."),
        new("access", FactGroup.Address, "Getting in", FactShape.List, 2, "Ground floor, steps, parking.", ["ground floor", "step-free", "lift", "parking outside"]),
        new("hours", FactGroup.Hours, "Opening hours", FactShape.Hours, 7, "8:30-17:30 or 8:30-12, 13-17. Empty means closed."),
        new("services", FactGroup.Services, "Services offered", FactShape.Services, 9, "Tick what they do; add what is missing."),
        new("prices", FactGroup.Services, "Prices", FactShape.Prices, 8, "One a line: job | price | note. “from 24” is understood."),
        new("rating", FactGroup.Proof, "Rating", FactShape.Rating, 3, "value | number of reviews | source | month, such as 4.8 | 167 | Saltmere Parish List | 2026-10."),
        new("qualification", FactGroup.Proof, "Certificate", FactShape.Credential, 4, "name | body that gave it"),
        new("register", FactGroup.Proof, "Registration", FactShape.Credential, 3, "register | body | number"),
        new("insurance", FactGroup.Proof, "Public liability", FactShape.Insurance, 4, "amount | valid until, such as 5000000 | 2027-03-31."),
        new("testimonials", FactGroup.Proof, "Testimonials", FactShape.Testimonials, 4, "One a line: words | name | source | month | permission. Only real ones."),
        new("social", FactGroup.Social, "Social profiles", FactShape.List, 2, "Full addresses, one a line."),
    ];

    /// <summary>Facts that are asked of this trade: the common ones, then the trade's own.</summary>
    public static ImmutableArray<FactDefinition> For(Trades.TradeTemplate trade)
    {
        var list = Common.ToList();
        foreach (var question in trade.Interview)
        {
            var common = list.FindIndex(d => d.Id == question.Id || question.Id.StartsWith(d.Id + ".", StringComparison.Ordinal) || d.Id == question.Id + ".story");
            if (common >= 0)
                list[common] = list[common] with
                {
                    Weight = Math.Max(list[common].Weight, question.Weight),
                    Help = list[common].Help,
                    Suggestions = list[common].Suggestions.IsDefaultOrEmpty ? question.Options : list[common].Suggestions,
                };
            else if (question.Shape is { } shape)
                list.Add(new FactDefinition(question.Id, FactGroup.Trade, question.Ask, shape, question.Weight, "", question.Options));
        }
        return [.. list];
    }
}
