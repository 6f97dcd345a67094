using System.Collections.Immutable;

namespace Plurimax.Facts;

public enum FactShape
{
    Text,
    Phone,
    Email,
    Url,
    Hours,
    Address,
    List,
    Prices,
    Rating,
    Credential,
    YesNo,
    Year,
    Insurance,
    Testimonials,
    Services,
    Timetable,
}

public enum FactGroup
{
    Identity,
    Contact,
    Address,
    Hours,
    Services,
    People,
    Proof,
    Aims,
    Brand,
    Social,
    Legal,
    Decisions,
    Trade,
}

/// <summary>
/// What can be known of a business. <paramref name="Id"/> is the dotted path templates use ("business.name").
/// <paramref name="Weight"/> 0 to 9 counts towards readiness.
/// </summary>
public sealed record FactDefinition(
    string Id,
    FactGroup Group,
    string Label,
    FactShape Shape,
    int Weight,
    string Help = "",
    ImmutableArray<string> Suggestions = default
)
{
    /// <summary>The question in plain words.</summary>
    public string Ask { get; init; } = Label;

    /// <summary>The client can be asked it; the rest the agency settles itself.</summary>
    public bool ForClient { get; init; }

    /// <summary>
    /// Weight by kind of business, a digit for each <see cref="BusinessKind"/> in its order; empty where all weigh the same.
    /// </summary>
    public string Kinds { get; init; } = "";

    public int WeightFor(BusinessKind kind) => Kinds.Length > (int)kind ? Kinds[(int)kind] - '0' : Weight;
}
