using Plurimax.Facts;
using Plurimax.Text;

namespace Plurimax.Sites;

/// <summary>The site in another size. Holds its outcome, so that replaying the log never composes again.</summary>
public sealed record ResizePlan(PlanSize Size, SiteDocument Outcome) : Edit
{
    public override string Say(SiteDocument site) =>
        Size switch
        {
            PlanSize.One => "Made it one page",
            PlanSize.Small => "Made it a small site",
            _ => "Made it a full site",
        };

    public override Result<SiteDocument> Apply(SiteDocument site) => Outcome;
}

/// <summary>Another language with all its pages. Holds its outcome, so that replaying the log never composes again.</summary>
public sealed record AddLanguage(string Language, SiteDocument Outcome) : Edit
{
    public override string Say(SiteDocument site) => $"Added {SiteWords.For(Language).Get("language.name")}";

    public override Result<SiteDocument> Apply(SiteDocument site) =>
        site.Languages.Contains(Language) ? Fail("The site has that language already.") : Outcome;
}

public sealed record RemoveLanguage(string Language) : Edit
{
    public override string Say(SiteDocument site) => $"Took out {SiteWords.For(Language).Get("language.name")}";

    public override Result<SiteDocument> Apply(SiteDocument site) =>
        Language == site.Language
            ? Fail("The site's own language stays.")
            : site with
            {
                Pages = site.Pages.RemoveAll(p => p.Language == Language),
            };
}

public sealed record SetAction(MainAction Action) : Edit
{
    public override string Say(SiteDocument site) => $"Main action: {Action.ToString().ToLowerInvariant()}";

    public override Result<SiteDocument> Apply(SiteDocument site) => site with { Action = Action };
}

/// <summary>What a take renews.</summary>
public enum TakePart
{
    All,
    Text,
    Pictures,
    Layout,
}

/// <summary>A new take. Holds its outcome, so that replaying the log never composes again.</summary>
/// <param name="Page">The one page it renews, if it is one.</param>
public sealed record TakeNew(string? Section, int Take, SiteDocument Outcome, TakePart Part = TakePart.All, string? Page = null) : Edit
{
    public override string? Touches => Section;

    public override string Say(SiteDocument site) =>
        (Section, Page, Part) switch
        {
            ({ } section, _, _) => $"Take {Take} of {Called(site, section)}",
            (_, { } page, _) => $"Take {Take} of {site.FindPage(page)?.Menu.Text ?? "a page that is gone"}",
            (_, _, TakePart.Text) => $"Take {Take} of all texts",
            (_, _, TakePart.Pictures) => $"Take {Take} of the pictures",
            (_, _, TakePart.Layout) => $"Take {Take} of the layout",
            _ => $"Take {Take} of the whole site",
        };

    public override Result<SiteDocument> Apply(SiteDocument site) =>
        Section is null ? Outcome
        : Outcome.FindSection(Section) is { } renewed && site.FindSection(Section) is not null
            ? site.WithSection(Section, _ => renewed.Section)
        : Gone("section");
}

/// <summary>Facts changed, and passages that waited for them came in.</summary>
public sealed record FollowFacts(string Fact, SiteDocument Outcome) : Edit
{
    public override string Say(SiteDocument site) => $"Followed the fact {Fact}";

    public override Result<SiteDocument> Apply(SiteDocument site) => Outcome;
}

/// <summary>A newer version of the template came in.</summary>
public sealed record FollowTemplate(string Template, SiteDocument Outcome) : Edit
{
    public override string Say(SiteDocument site) => $"Followed {Template}";

    public override Result<SiteDocument> Apply(SiteDocument site) => Outcome;
}

/// <summary>Texts of an old site came over and are kept.</summary>
public sealed record BringOver(SiteDocument Outcome, int Texts) : Edit
{
    public override string Say(SiteDocument site) => $"Brought over {Texts} {(Texts == 1 ? "text" : "texts")} of the old site";

    public override Result<SiteDocument> Apply(SiteDocument site) => Outcome;
}

public sealed record Created(SiteDocument Outcome) : Edit
{
    public override string Say(SiteDocument site) => "Made the site";

    public override Result<SiteDocument> Apply(SiteDocument site) => Outcome;
}

/// <summary>An earlier version once more. What was done since stays in the history.</summary>
/// <param name="Version">What the version is called in words, "version 12", "release 3".</param>
public sealed record Restore(string Version, SiteDocument Outcome) : Edit
{
    public override string Say(SiteDocument site) => $"Back to {Version}";

    public override Result<SiteDocument> Apply(SiteDocument site) => Outcome;
}
