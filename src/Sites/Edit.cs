using System.Collections.Immutable;
using Plurimax.Text;

namespace Plurimax.Sites;

/// <summary>
/// A change to a site, small enough to say in a line. A revision holds the document it led to and the sentence that says it.
/// </summary>
public abstract record Edit
{
    /// <summary>What the history says, such as "Text of Opening on Home".</summary>
    public abstract string Say(SiteDocument site);

    /// <summary>The section it touches, where it touches only one; decides whether two people's edits can both stand.</summary>
    public virtual string? Touches => null;

    /// <returns>The changed document, or a message that says why it cannot be done.</returns>
    public abstract Result<SiteDocument> Apply(SiteDocument site);

    protected static string Called(SiteDocument site, string section) =>
        site.FindSection(section) is { } f ? $"{SectionKinds.Of(f.Section.Content).Label} on {f.Page.Menu.Text}" : "a section that is gone";

    protected static Result<SiteDocument> Fail(string problem) => Result<SiteDocument>.Fail(problem);

    protected static Result<SiteDocument> Gone(string what) =>
        Fail($"That {what} is not there any more. Somebody may have deleted it; undo brings it back.");
}

/// <summary>Replaces one passage. What a person writes is kept through all takes.</summary>
public sealed record SetText(string Section, string Path, string Text) : Edit
{
    public const int Longest = 6000;
    public override string? Touches => Section;

    public override string Say(SiteDocument site) => $"Text of {Called(site, Section)}";

    public override Result<SiteDocument> Apply(SiteDocument site)
    {
        if (Text.Length > Longest)
            return Fail($"That is {Text.Length:N0} characters; up to {Longest:N0} fit in one passage.");
        if (Path != CodeContent.CodePath && TextEngine.Fault(Text) is { } fault)
            return Fail(fault);
        if (site.FindSection(Section) is not { } found)
            return Gone("section");
        return found.Section.Content.With(Path, p => p with { Text = Text, Kept = true, Needs = default }) is { } content
            ? site.WithSection(Section, s => s with { Content = content })
            : Gone("passage");
    }
}

/// <summary>Several passages of one section at once, by path; what is the same stays the generator's.</summary>
public sealed record SetTexts(string Section, ImmutableDictionary<string, string> Texts) : Edit
{
    public override string? Touches => Section;

    public override string Say(SiteDocument site) => $"Text of {Called(site, Section)}";

    public override Result<SiteDocument> Apply(SiteDocument site)
    {
        foreach (var (path, text) in Texts.OrderBy(t => t.Key, StringComparer.Ordinal))
        {
            if (site.FindSection(Section) is not { } found)
                return Gone("section");
            if (found.Section.Content.Passages().FirstOrDefault(p => p.Path == path).Passage?.Text == text)
                continue;
            var next = new SetText(Section, path, text).Apply(site);
            if (!next.Ok)
                return next;
            site = next.Value!;
        }
        return site;
    }
}
