using System.Collections.Immutable;
using Plurimax.Text;

namespace Plurimax.Sites;

/// <summary>Another address for a page. Links in texts follow; whoever comes by the old one is led on.</summary>
/// <param name="Address">The last part without ".html": "what-it-costs".</param>
public sealed record SetAddress(string Page, string Address) : Edit
{
    public const int Longest = 60;

    public override string Say(SiteDocument site) => $"Address of {site.FindPage(Page)?.Menu.Text}: {Address}";

    public override Result<SiteDocument> Apply(SiteDocument site)
    {
        if (site.FindPage(Page) is not { } page)
            return Gone("page");
        var slug = Slug.Of(Address);
        if (page.IsHome)
            return Fail("The home page stands at the address of the site itself.");
        if (slug.Length is 0 or > Longest)
            return Fail($"An address has 1 to {Longest} letters, digits and hyphens, such as “what-it-costs”.");
        if (slug is "index" or "404" or "enquiry")
            return Fail($"“{slug}” is taken by the site itself. Choose another address.");
        var file = page.File[..(page.File.LastIndexOf('/') + 1)] + slug + ".html";
        if (file == page.File)
            return site;
        if (site.Pages.FirstOrDefault(p => p.Id != Page && (p.File == file || p.Before.Contains(file))) is { } other)
            return Fail($"{other.Menu.Text} {(other.File == file ? "stands" : "once stood")} at “{slug}”. Choose another address.");
        var moved = site.WithPage(Page, p => p with { File = file, Before = [.. p.Before.Add(p.File).Where(b => b != file).Distinct()] });
        // Texts of another language link to pages within its folder.
        var bare = page.Language is null ? page.File : page.File[(page.File.IndexOf('/') + 1)..];
        return Links.Follow(
            moved,
            new Dictionary<string, string> { [bare] = page.Language is null ? file : file[(file.IndexOf('/') + 1)..] },
            page.Language
        );
    }
}

/// <summary>
/// What a page is found by: title, description, phrases, whether search engines may list it, and the picture under which it is shared.
/// </summary>
/// <param name="Share">Id of a photo of the site; null is the site's own card.</param>
public sealed record DescribePage(
    string Page,
    Passage Title,
    Passage Description,
    ImmutableArray<string> Phrases,
    bool Unlisted,
    string? Share
) : Edit
{
    public const int MostPhrases = 5;
    public const int LongestPhrase = 80;
    public const int LongestText = 300;

    public override string Say(SiteDocument site) => $"How {site.FindPage(Page)?.Menu.Text} is found";

    public override Result<SiteDocument> Apply(SiteDocument site)
    {
        if (site.FindPage(Page) is null)
            return Gone("page");
        if (Phrases.Length > MostPhrases)
            return Fail($"Up to {MostPhrases} phrases a page: one that is for everything is for nothing.");
        if (Phrases.FirstOrDefault(p => p.Length > LongestPhrase) is { } longest)
            return Fail($"“{longest[..20]}…” is longer than a phrase people type; up to {LongestPhrase} characters.");
        foreach (var text in new[] { Title.Text, Description.Text })
        {
            if (text.Length > LongestText)
                return Fail($"That is {text.Length} characters; up to {LongestText} fit.");
            if (TextEngine.Fault(text) is { } fault)
                return Fail(fault);
        }
        if (Share is { } photo && site.Photos.All(f => f.Id != photo))
            return Gone("photo");
        return site.WithPage(Page, p =>
            p with
            {
                Title = Title,
                Description = Description,
                Phrases = Phrases,
                Unlisted = Unlisted,
                Share = Share,
            }
        );
    }
}

/// <summary>Several settings of one page, saved as one.</summary>
public sealed record SettingsOfPage(string Page, ImmutableArray<Edit> Edits) : Edit
{
    public override string Say(SiteDocument site) => $"Settings of {site.FindPage(Page)?.Menu.Text}";

    public override Result<SiteDocument> Apply(SiteDocument site)
    {
        foreach (var edit in Edits)
        {
            var next = edit.Apply(site);
            if (!next.Ok)
                return next;
            site = next.Value!;
        }
        return site;
    }
}
