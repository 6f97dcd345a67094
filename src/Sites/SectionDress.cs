using System.Text.Json.Serialization;
using Plurimax.Text;

namespace Plurimax.Sites;

public enum SectionGround
{
    Plain,
    Tint,
    Dark,
}

public enum SectionWidth
{
    Narrow,
    Wide,
}

public enum SectionSpace
{
    Less,
    More,
}

/// <summary>Screens on which a section stands, where it does not on all.</summary>
public enum SectionScreens
{
    Wide,
    Phone,
}

/// <summary>Where a section's picture stands on a phone.</summary>
public enum PhonePicture
{
    First,
    Last,
    None,
}

/// <summary>Which part of a section's pictures stays in view on a phone.</summary>
public enum PhoneCrop
{
    Left,
    Right,
    Top,
}

/// <summary>
/// Ground, width and space of a section, and how it stands on a phone, where that is other than its layout has it; null follows the layout.
/// No take changes it.
/// </summary>
public sealed record SectionDress(SectionGround? Ground = null, SectionWidth? Width = null, SectionSpace? Space = null)
{
    [JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)]
    public SectionScreens? Screens { get; init; }

    [JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)]
    public PhonePicture? Picture { get; init; }

    [JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)]
    public PhoneCrop? Crop { get; init; }

    /// <summary>Classes of the section, with a space before each.</summary>
    [JsonIgnore]
    public string Css =>
        string.Concat(
            new[]
            {
                Ground?.ToString(),
                Width?.ToString(),
                Space?.ToString(),
                Screens is { } s ? $"on{s}" : null,
                Picture is { } p ? $"pic{p}" : null,
                Crop is { } c ? $"crop{c}" : null,
            }
                .Where(n => n is not null)
                .Select(n => $" d-{n!.ToLowerInvariant()}")
        );

    /// <summary>What is set, in words.</summary>
    public string Says =>
        string.Join(
            ", ",
            new[]
            {
                Ground is { } g ? $"{g.ToString().ToLowerInvariant()} ground" : null,
                Width?.ToString().ToLowerInvariant(),
                Space is { } s ? $"{s.ToString().ToLowerInvariant()} space" : null,
                Screens switch
                {
                    SectionScreens.Phone => "on phones only",
                    SectionScreens.Wide => "not on phones",
                    _ => null,
                },
                Picture switch
                {
                    PhonePicture.First => "picture first on phones",
                    PhonePicture.Last => "picture last on phones",
                    PhonePicture.None => "no picture on phones",
                    _ => null,
                },
                Crop is { } c ? $"pictures cropped to the {c.ToString().ToLowerInvariant()} on phones" : null,
            }.Where(t => t is not null)
        );
}

/// <summary>Another ground, width or space for a section; null follows the layout again.</summary>
public sealed record DressSection(string Section, SectionDress? Dress) : Edit
{
    public override string? Touches => Section;

    public override string Say(SiteDocument site) =>
        Dress is null ? $"{Called(site, Section)} as its layout has it" : $"{Called(site, Section)}: {Dress.Says}";

    public override Result<SiteDocument> Apply(SiteDocument site) =>
        site.FindSection(Section) is null
            ? Gone("section")
            : site.WithSection(Section, s => s with { Dress = Dress == new SectionDress() ? null : Dress });
}
