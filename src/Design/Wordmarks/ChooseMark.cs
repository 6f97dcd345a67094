using Plurimax.Sites;
using Plurimax.Text;

namespace Plurimax.Design.Wordmarks;

/// <summary>Another mark. A file comes with it where it is an uploaded logo; the one before it stays on the site's shelf.</summary>
public sealed record ChooseMark(SiteMark? Mark, SiteFile? File = null) : Edit
{
    public override string Say(SiteDocument site) =>
        Mark switch
        {
            null => "Name in type as the mark",
            { File: not null } => $"The mark is {File?.Alt ?? "a file"}",
            _ => $"The mark: {Wordmark.Named(Mark.Composition ?? "")?.Name.ToLowerInvariant()}",
        };

    public override Result<SiteDocument> Apply(SiteDocument site)
    {
        var files = site.Files.IsDefault ? [] : site.Files;
        if (File is not null && files.All(f => f.Id != File.Id))
            files = files.Add(File);
        if (Mark?.File is { } id && files.All(f => f.Id != id))
            return Gone("logo");
        if (Mark is { File: null } && Wordmark.Named(Mark.Composition ?? "") is null)
            return Gone("composition");
        return site with { Mark = Mark, Files = files };
    }
}
