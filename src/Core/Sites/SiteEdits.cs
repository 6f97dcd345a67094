using Plurimax.Core.Trades;

namespace Plurimax.Core.Sites;

/// <summary>The site in another size. Holds its outcome, so that replaying the log never composes again.</summary>
public sealed record ResizePlan(Plans.PlanSize Size, SiteDocument Outcome) : Edit
{
    public override string Say(SiteDocument site) => Size switch { Plans.PlanSize.One => "Made it one page", Plans.PlanSize.Small => "Made it a small site", _ => "Made it a full site" };
    public override Result<SiteDocument> Apply(SiteDocument site) => Outcome;
}

/// <summary>Another language with all its pages. Holds its outcome, so that replaying the log never composes again.</summary>
public sealed record AddLanguage(string Language, SiteDocument Outcome) : Edit
{
    public override string Say(SiteDocument site) => $"Added {Rendering.SiteWords.For(Language).Get("language.name")}";
    public override Result<SiteDocument> Apply(SiteDocument site) => site.Languages.Contains(Language) ? Fail("The site has that language already.") : Outcome;
}

public sealed record RemoveLanguage(string Language) : Edit
{
    public override string Say(SiteDocument site) => $"Took out {Rendering.SiteWords.For(Language).Get("language.name")}";
    public override Result<SiteDocument> Apply(SiteDocument site) => Language == site.Language ? Fail("The site's own language stays.")
        : site with { Pages = site.Pages.RemoveAll(p => p.Language == Language) };
}

public sealed record ChooseLook(LookChoice Look) : Edit
{
    public override string Say(SiteDocument site) => $"Chose the look {Styling.Looks.Find(Look.Id)?.Name ?? Look.Id}";
    public override Result<SiteDocument> Apply(SiteDocument site) => Styling.Looks.Find(Look.Id) is null ? Gone("look") : site.InLook(Look);
}

/// <summary>Another mark. A file comes with it where it is an uploaded logo; the one before it stays on the site's shelf.</summary>
public sealed record ChooseMark(SiteMark? Mark, SiteFile? File = null) : Edit
{
    public override string Say(SiteDocument site) => Mark switch { null => "Name in type as the mark", { File: not null } => $"The mark is {File?.Alt ?? "a file"}", _ => $"The mark: {Wordmarks.Wordmark.Named(Mark.Composition ?? "")?.Name.ToLowerInvariant()}" };
    public override Result<SiteDocument> Apply(SiteDocument site)
    {
        var files = site.Files.IsDefault ? [] : site.Files;
        if (File is not null && files.All(f => f.Id != File.Id)) files = files.Add(File);
        if (Mark?.File is { } id && files.All(f => f.Id != id)) return Gone("logo");
        if (Mark is { File: null } && Wordmarks.Wordmark.Named(Mark.Composition ?? "") is null) return Gone("composition");
        return site with { Mark = Mark, Files = files };
    }
}

public sealed record SetAction(MainAction Action) : Edit
{
    public override string Say(SiteDocument site) => $"Main action: {Action.ToString().ToLowerInvariant()}";
    public override Result<SiteDocument> Apply(SiteDocument site) => site with { Action = Action };
}

/// <summary>What a take renews.</summary>
public enum TakePart { All, Text, Pictures, Layout }

/// <summary>A new take. Holds its outcome, so that replaying the log never composes again.</summary>
/// <param name="Page">The one page it renews, if it is one.</param>
public sealed record TakeNew(string? Section, int Take, SiteDocument Outcome, TakePart Part = TakePart.All, string? Page = null) : Edit
{
    public override string? Touches => Section;
    public override string Say(SiteDocument site) => (Section, Page, Part) switch
    {
        ({ } section, _, _) => $"Take {Take} of {Called(site, section)}",
        (_, { } page, _) => $"Take {Take} of {site.FindPage(page)?.Menu.Text ?? "a page that is gone"}",
        (_, _, TakePart.Text) => $"Take {Take} of all texts",
        (_, _, TakePart.Pictures) => $"Take {Take} of the pictures",
        (_, _, TakePart.Layout) => $"Take {Take} of the layout",
        _ => $"Take {Take} of the whole site",
    };

    public override Result<SiteDocument> Apply(SiteDocument site) => Section is null ? Outcome
        : Outcome.FindSection(Section) is { } renewed && site.FindSection(Section) is not null ? site.WithSection(Section, _ => renewed.Section) : Gone("section");
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
