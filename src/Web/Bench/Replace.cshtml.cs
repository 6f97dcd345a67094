using System.Collections.Immutable;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Plurimax.Data;
using Plurimax.Data.Sites;
using Plurimax.Facts;
using Plurimax.Sites;
using Plurimax.Text;

namespace Plurimax.Web.Bench;

/// <summary>Words for other words, on one page, one site or all sites of the agency; every place is shown before it changes.</summary>
public sealed class ReplaceModel(WordSearch search, SiteReader sites) : PageModel
{
    public const int LongestWords = 200;

    [BindProperty(SupportsGet = true)]
    public string From { get; set; } = "";

    [BindProperty(SupportsGet = true)]
    public string To { get; set; } = "";

    [BindProperty(SupportsGet = true)]
    public Guid? Site { get; set; }

    [BindProperty(SupportsGet = true)]
    public string? Leaf { get; set; }

    public List<SiteHits> Found { get; private set; } = [];
    public bool More { get; private set; }
    public string? Problem { get; private set; }
    public string? SiteName { get; private set; }
    public List<(string Id, string Name)> Leaves { get; private set; } = [];
    public int Places => Found.Sum(f => f.Hits.Length);

    public async Task<IActionResult> OnGetAsync()
    {
        if (Site is { } id)
        {
            if (await sites.FindAsync(id) is not { } site)
                return NotFound();
            var document = await sites.DocumentAsync(site);
            (SiteName, Leaves) = (site.Client.Name, [.. document.Pages.Select(p => (p.Id, p.Menu.Text))]);
        }
        if (From.Length == 0)
            return Page();
        Problem = Check();
        if (Problem is null)
            (Found, More) = await search.FindAsync(
                FactReader.Clean(From),
                FactReader.Clean(To),
                Site,
                string.IsNullOrEmpty(Leaf) ? null : Leaf
            );
        return Page();
    }

    private string? Check() =>
        FactReader.Clean(From).Length is 0 or > LongestWords || To.Length > LongestWords
            ? $"Give 1 to {LongestWords} letters to look for, and up to {LongestWords} to put in."
            : null;

    /// <param name="chosen">"SITE HEAD" of each site that is to change.</param>
    public async Task<IActionResult> OnPostAsync(string[] chosen)
    {
        if (Check() is { } problem)
        {
            Problem = problem;
            Response.StatusCode = 422;
            await OnGetAsync();
            return Page();
        }
        var sites = chosen
            .Select(c => c.Split(' '))
            .Where(c => c.Length == 2 && Guid.TryParse(c[0], out _) && int.TryParse(c[1], out _))
            .Select(c => (Guid.Parse(c[0]), int.Parse(c[1], System.Globalization.CultureInfo.InvariantCulture)))
            .ToList();
        var (done, passages, left) = await search.ReplaceAsync(
            FactReader.Clean(From),
            FactReader.Clean(To),
            string.IsNullOrEmpty(Leaf) ? null : Leaf,
            sites,
            Actor.Of(User)
        );
        TempData["Said"] =
            done == 0 && left.IsEmpty
                ? "Nothing was chosen"
                : $"“{To}” for “{From}” in {Plural.Of(passages, "text")} on {Plural.Of(done, "site")}"
                    + $"; undo is on each site's Bench"
                    + $"{(left.IsEmpty ? "" : $". Left alone, somebody changed them meanwhile: {string.Join(", ", left.Take(5))}")}";
        return RedirectToPage(new { Site, Leaf });
    }

    /// <summary>What changes in a passage, in words; facts by their plain names.</summary>
    public static ImmutableArray<WordRun> Runs(WordHit hit) => Difference.Words(Shown(hit.Before), Shown(hit.After));

    private static string Shown(string text) =>
        string.Concat(
            FactChip.Split(text).Select(p => p.Placeholder ? $"‹{FactChip.Of(p.Text)?.Own ?? FactChip.Of(p.Text)?.Name}›" : p.Text)
        );

    public static string Where(SiteHits site, WordHit hit) =>
        site.Document.FindSection(hit.Section) is { } f ? $"{f.Page.Menu.Text}: {SectionKinds.Of(f.Section.Content).Label}" : "";
}
