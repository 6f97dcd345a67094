namespace Plurimax.Core.Sites;

public enum SectionGround { Plain, Tint, Dark }
public enum SectionWidth { Narrow, Wide }
public enum SectionSpace { Less, More }

/// <summary>Ground, width and space of a section where they are other than its layout has them; null follows the layout.</summary>
public sealed record SectionDress(SectionGround? Ground = null, SectionWidth? Width = null, SectionSpace? Space = null)
{
    public string Css => string.Concat(new[] { Ground?.ToString(), Width?.ToString(), Space?.ToString() }.Where(n => n is not null).Select(n => $" d-{n!.ToLowerInvariant()}"));
}

/// <summary>Another ground, width or space for a section; null follows the layout again.</summary>
public sealed record DressSection(string Section, SectionDress? Dress) : Edit
{
    public override string? Touches => Section;
    public override string Say(SiteDocument site) => Dress is null ? $"{Called(site, Section)} as its layout has it" : $"{Called(site, Section)}: {string.Join(", ", new[] { Dress.Ground is { } g ? $"{g.ToString().ToLowerInvariant()} ground" : null, Dress.Width?.ToString().ToLowerInvariant(), Dress.Space is { } s ? $"{s.ToString().ToLowerInvariant()} space" : null }.Where(t => t is not null))}";
    public override Result<SiteDocument> Apply(SiteDocument site) => site.FindSection(Section) is null ? Gone("section") : site.WithSection(Section, s => s with { Dress = Dress == new SectionDress() ? null : Dress });
}
