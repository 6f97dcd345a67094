using Plurimax.Facts;
using Plurimax.Trades;

namespace Plurimax.Web.Shared;

/// <summary>What makers read for values that the rules name.</summary>
public static class Labels
{
    public static string NameOf(FactGroup g) =>
        g switch
        {
            FactGroup.Trade => "Of this trade",
            FactGroup.Aims => "Aims and voice",
            FactGroup.Brand => "Look and material",
            FactGroup.Decisions => "Domain and decisions",
            FactGroup.Address => "Address and area",
            FactGroup.Services => "Services and prices",
            _ => g.ToString(),
        };

    public static string SourceOf(FactSource s) =>
        s switch
        {
            FactSource.Maker => "interview",
            FactSource.Client => "client",
            FactSource.File => "file",
            FactSource.Document => "document",
            FactSource.Listing => "listing",
            FactSource.OldSite => "old site",
            FactSource.Import => "import",
            _ => "guess",
        };

    /// <summary>A trade by the id of its template; a site without one speaks in the client's own words.</summary>
    public static string TradeOf(string id) => OpenTrade.Parse(id) is null ? id.Replace('-', ' ') : "in its own words";

    public static string KindOf(BusinessKind kind) =>
        kind switch
        {
            BusinessKind.AtCustomersPlace => "Works at the customer's place",
            BusinessKind.ShopWithHours => "Shop or workshop with hours",
            BusinessKind.FoodAndDrink => "Food and drink",
            BusinessKind.ByAppointment => "By appointment",
            BusinessKind.Practice => "Professional practice",
            BusinessKind.Lodging => "Place to stay",
            BusinessKind.Classes => "Classes and venues",
            _ => "Maker, sells what it makes",
        };

    public static string Say(MainAction action) =>
        action switch
        {
            MainAction.Write => "write through the form",
            MainAction.Call => "call",
            MainAction.Visit => "come by, with directions",
            MainAction.Book => "book",
            MainAction.Estimate => "ask for an estimate",
            _ => "order or see prices",
        };

    /// <summary>The label of a fact by its id, also of one that only some trade has.</summary>
    public static string OfFact(string fact) =>
        FactCatalogue.Common.FirstOrDefault(d => d.Id == fact)?.Label ?? fact.Replace('.', ' ').Replace('_', ' ');

    public static string Capital(string s) => s.Length == 0 ? s : char.ToUpperInvariant(s[0]) + s[1..];
}
