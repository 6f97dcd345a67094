using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Microsoft.AspNetCore.RateLimiting;
using Plurimax.Data;
using Plurimax.Data.Sites;
using Plurimax.Facts;
using Plurimax.Sites;
using Plurimax.Web.Shared;

namespace Plurimax.Web.Prospects;

/// <summary>What a prospect sees behind the private link: the sample, until when, and three things to do about it.</summary>
[EnableRateLimiting(RequestLimits.Client)]
public sealed class SampleModel(ProspectService prospectService, ClientLetters letters, SiteReader reader, TimeProvider clock) : PageModel
{
    public SampleLink? Link { get; private set; }
    public string Agency { get; private set; } = "";
    public string Leaf { get; private set; } = "index.html";
    public string SheetUrl { get; private set; } = "";
    public SiteDocument Document { get; private set; } = null!;
    public string Name { get; private set; } = "";
    public string Reach { get; private set; } = "";
    public string Words { get; private set; } = "";
    public string Problem { get; private set; } = "";
    public bool Gone { get; private set; }

    private async Task<bool> LoadAsync(string token, string? leaf)
    {
        Response.Headers.CacheControl = "no-store";
        Agency = await letters.AgencyAsync();
        Link = await prospectService.LinkAsync(token);
        if (Link is null || !Link.Open(clock.GetUtcNow()) || !Link.Site.IsSample)
        {
            Gone = true;
            return false;
        }
        Document = await reader.DocumentAsync(Link.Site);
        Leaf = Document.Pages.FirstOrDefault(p => !p.Hidden && p.File == leaf)?.File ?? "index.html";
        SheetUrl = $"/sample/{token}/sheet/{Leaf}";
        return true;
    }

    private PageResult Ended()
    {
        Response.StatusCode = Link is null ? 404 : 410;
        return Page();
    }

    public async Task<IActionResult> OnGetAsync(string token, string? leaf)
    {
        if (!await LoadAsync(token, leaf))
            return Ended();
        // Going from page to page is one visit.
        if (leaf is null)
            await prospectService.OpenedAsync(Link!);
        return Page();
    }

    public async Task<IActionResult> OnPostAsync(string token, string? name, string? reach, string? words)
    {
        if (!await LoadAsync(token, null))
            return Ended();
        (Name, Reach, Words) = (FactReader.Clean(name), FactReader.Clean(reach), FactReader.Clean(words, lines: true));
        Problem =
            Name.Length is 0 or > 80 ? "Give your name."
            : Reach.Length is 0 or > 120 ? "Give a phone number or an email address, so that we can answer."
            : Words.Length > 2000 ? "Up to 2,000 characters fit."
            : "";
        if (Problem.Length > 0)
        {
            Response.StatusCode = 422;
            return Page();
        }
        await prospectService.AnswerAsync(Link!, Name, Reach, Words.Length == 0 ? "Please get in touch." : Words);
        TempData["Said"] = $"Thank you. {Agency} gets in touch.";
        return Redirect($"/sample/{token}?leaf=index.html#talk");
    }

    public async Task<IActionResult> OnPostGoneAsync(string token)
    {
        if (!await LoadAsync(token, null))
            return Ended();
        await prospectService.TakeDownAsync(Link!);
        Gone = true;
        return Page();
    }
}
