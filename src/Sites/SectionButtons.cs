using System.Collections.Immutable;
using Plurimax.Text;

namespace Plurimax.Sites;

/// <summary>A button of a section.</summary>
/// <param name="Label">What stands on it; empty says what its target is, and follows it when that is renamed.</param>
/// <param name="Target">Where it leads (<see cref="LinkTarget"/>).</param>
public sealed record SectionButton(Passage Label, string Target);

/// <summary>The buttons of a section, in order; none gives back those that its kind has.</summary>
public sealed record SetButtons(string Section, ImmutableArray<SectionButton> Buttons) : Edit
{
    public const int Most = 4;
    public const int LongestLabel = 60;
    public override string? Touches => Section;

    public override string Say(SiteDocument site) => $"Buttons of {Called(site, Section)}";

    public override Result<SiteDocument> Apply(SiteDocument site)
    {
        if (site.FindSection(Section) is null)
            return Gone("section");
        if (Buttons.Length > Most)
            return Fail($"Up to {Most} buttons a section: more than that and nobody presses any.");
        foreach (var b in Buttons)
        {
            if (b.Label.Text.Length > LongestLabel)
                return Fail($"“{b.Label.Text[..20]}…” has {b.Label.Text.Length} characters; a button has up to {LongestLabel}.");
            if (TextEngine.Fault(b.Label.Text) is { } fault)
                return Fail(fault);
            if (!LinkTarget.Allowed(b.Target))
                return Fail($"“{b.Target}” cannot be followed. Give a page, a whole web address such as https://…, mailto: or tel:.");
        }
        return site.WithSection(Section, s => s with { Buttons = Buttons });
    }
}
