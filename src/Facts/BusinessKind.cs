using System.Collections.Immutable;

namespace Plurimax.Facts;

/// <summary>How the work reaches the customer; decides pages, questions, their weights and the usual main action.</summary>
public enum BusinessKind
{
    AtCustomersPlace,
    ShopWithHours,
    FoodAndDrink,
    ByAppointment,
    Practice,
    Lodging,
    Classes,
    Maker,
}

/// <summary>The one thing a visitor is asked to do, everywhere on the site.</summary>
public enum MainAction
{
    Write,
    Call,
    Visit,
    Book,
    Estimate,
    Order,
}

public sealed record InterviewQuestion(string Id, string Ask, int Weight, FactShape? Shape, ImmutableArray<string> Options);
