namespace Plurimax.Sites;

/// <summary>
/// Which look a site has: a family, and all in which the site differs from it. What is null follows the family.
/// A value: the same choice always gives the same look.
/// </summary>
/// <param name="Id">Look family; layout and shape are its.</param>
/// <param name="Brand">The client's own colour, "#rrggbb", from which the palette is derived. It goes before a named palette; without
/// either the look has its own colours.</param>
public sealed record LookChoice(string Id, string? Brand = null, string? Palette = null)
{
    /// <summary>The client's second and third colour, "#rrggbb"; they count only beside <see cref="Brand"/>.</summary>
    public string? Second { get; init; }
    public string? Third { get; init; }

    /// <summary>Look family whose own colours are taken instead.</summary>
    public string? ColoursOf { get; init; }

    /// <summary>Pairing of typefaces, by its id.</summary>
    public string? Type { get; init; }

    /// <summary>One or two words for a look, "bold natural"; apart from the tone of the text.</summary>
    public string? Words { get; init; }

    /// <summary>Dark or light ground.</summary>
    public bool? Dark { get; init; }
    public HandColours? Hand { get; init; }
    public LookDetails? Details { get; init; }

    /// <summary>Colours of the client as given, first to third.</summary>
    public IEnumerable<string> Brands() => Brand is null ? [] : new[] { Brand, Second, Third }.OfType<string>();
}

/// <summary>Colours set by hand, "#rrggbb"; what is null is derived.</summary>
public sealed record HandColours(
    string? Ground = null,
    string? Text = null,
    string? Link = null,
    string? Button = null,
    string? Accent = null,
    string? Dark = null
);

public enum Corners
{
    Square,
    Soft,
    Round,
}

public enum ButtonForm
{
    Square,
    Soft,
    Pill,
    Raised,
}

public enum RuleWeight
{
    Hair,
    Firm,
    Heavy,
}

public enum Density
{
    Close,
    Even,
    Open,
}

public enum Motion
{
    None,
    Subtle,
}

public enum CardStyle
{
    Flat,
    Cards,
}

public enum Crop
{
    Plain,
    Round,
    Arch,
}

public enum Divider
{
    None,
    Line,
    Bar,
}

public enum TypeScale
{
    Small,
    Even,
    Large,
}

public enum PhoneSize
{
    Even,
    Large,
}

/// <summary>Shape, space and type set by hand.</summary>
public sealed record LookDetails
{
    public Corners? Corners { get; init; }
    public ButtonForm? Buttons { get; init; }
    public RuleWeight? Rules { get; init; }
    public Density? Density { get; init; }
    public Motion? Motion { get; init; }
    public CardStyle? Cards { get; init; }
    public Crop? Crop { get; init; }
    public Divider? Divider { get; init; }
    public TypeScale? Scale { get; init; }

    /// <summary>How large the phone number stands at the head of the page.</summary>
    public PhoneSize? Phone { get; init; }
    public HeadingLevel? H1 { get; init; }
    public HeadingLevel? H2 { get; init; }
    public HeadingLevel? H3 { get; init; }
}

/// <summary>What one level of headings has of its own.</summary>
/// <param name="Size">Factor on the size it would have, 0.6 to 1.5.</param>
/// <param name="Capitals">All capitals, or none where the look has them.</param>
/// <param name="Body">Set in the body face.</param>
public sealed record HeadingLevel(double? Size = null, bool? Capitals = null, bool? Body = null)
{
    public const double Least = .6,
        Most = 1.5;
}
