using Plurimax.Text;

namespace Plurimax.Sites;

/// <summary>
/// Lets a section show a passage of the agency again that it followed before somebody wrote here; or parts it from the passage that it
/// shows.
/// </summary>
public sealed record RelinkSection(string Section, bool Follow) : Edit
{
    public override string? Touches => Section;

    public override string Say(SiteDocument site) =>
        Follow ? $"{Called(site, Section)} follows its passage again" : $"{Called(site, Section)} is this site's own";

    public override Result<SiteDocument> Apply(SiteDocument site)
    {
        if (site.FindSection(Section) is not { } found)
            return Gone("section");
        if (found.Page.Linked is not null)
            return site.WithPage(found.Page.Id, p => p with { Linked = null });
        return Follow
            ? found.Section.Parted is { } passage
                ? site.WithSection(Section, s => s with { Linked = passage, Parted = null })
                : Fail("It followed no passage.")
            : found.Section.Linked is { } linked
                ? site.WithSection(Section, s => s with { Linked = null, Parted = linked })
                : Fail("It is this site's own already.");
    }
}
