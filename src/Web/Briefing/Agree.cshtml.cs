using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Microsoft.AspNetCore.RateLimiting;
using Plurimax.Data;
using Plurimax.Data.Sites;
using Plurimax.Facts;
using Plurimax.Web.Shared;

namespace Plurimax.Web.Briefing;

/// <summary>A brief behind its private link, to be agreed by name.</summary>
[EnableRateLimiting(RequestLimits.Client)]
public sealed class AgreeModel(BriefService briefService, PrivateLinks links, ClientLetters letters) : PageModel
{
    public string Agency { get; private set; } = "";
    public SentBrief? Brief { get; private set; }
    public string? Problem { get; private set; }
    public string Typed { get; private set; } = "";
    public string Name { get; private set; } = "";

    public string TypedPart(int index) => Request.HasFormContentType ? Request.Form[$"part.{index}"].ToString() : "";

    public bool Ended => Brief is null || Brief is { EndedAt: not null, AgreedAt: null };

    public async Task<IActionResult> OnGetAsync(string token)
    {
        if (!await LoadAsync(token))
            return Gone();
        await links.OpenedAsync(Brief!);
        return Page();
    }

    public async Task<IActionResult> OnPostAsync(string token, string? name, string? wish, string how)
    {
        if (!await LoadAsync(token))
            return Gone();
        var by = FactReader.Clean(name);
        (Typed, Name) = (FactReader.Clean(wish, lines: true), by);
        var parts = Brief!
            .Document.Parts.Select((p, i) => (p.Title, Words: FactReader.Clean(TypedPart(i), lines: true)))
            .Where(p => p.Words.Length > 0)
            .ToList();
        if (by.Length is 0 or > 80)
            Problem = "Give your name: a brief is agreed by a person.";
        else if (how == "wish" && Typed.Length + parts.Count == 0)
            Problem = "Say what should be different.";
        else if (Typed.Length > 2000 || parts.Any(p => p.Words.Length > 2000))
            Problem = "Up to 2,000 characters fit in each box.";
        else if (how != "wish" && Typed.Length + parts.Count > 0)
            Problem = "You wrote what should be different. Send that, or empty the boxes and agree.";
        if (Problem is not null)
        {
            Response.StatusCode = 422;
            return Page();
        }
        if (how == "wish")
            await briefService.WishAsync(Brief!, by, Typed, parts);
        else
            await briefService.AgreeAsync(Brief!, by);
        return Redirect($"/agree/{token}");
    }

    private PageResult Gone()
    {
        Response.StatusCode = Brief is null ? 404 : 410;
        return Page();
    }

    private async Task<bool> LoadAsync(string token)
    {
        Response.Headers.CacheControl = "no-store";
        Agency = await letters.AgencyAsync();
        Brief = await links.FindAsync<SentBrief>(token);
        return !Ended;
    }
}
