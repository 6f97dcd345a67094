using System.Text;
using Microsoft.AspNetCore.Mvc;
using Plurimax.Data;
using Plurimax.Data.Sites;
using Plurimax.Facts;
using Plurimax.Text;
using Plurimax.Web.Shared;
using Plurimax.Work.Briefing;

namespace Plurimax.Web.Briefing;

/// <summary>The brief as a document, and the list of what is owed.</summary>
public sealed class BriefingModel(SiteReader reader, SiteStatus status, SiteAddresses addresses, BriefService briefService)
    : SitePageModel(reader, status, addresses)
{
    protected override string StationName => "briefing";

    public BriefDocument Brief { get; private set; } = null!;
    public List<SentBrief> Sent { get; private set; } = [];
    public string? Problem { get; private set; }
    public string? NewLink => TempData["Link"] as string;
    public string? ClientMail => Site.Client.Facts.Any<TextValue>("email")?.Text;

    public Task OnGetAsync() => PrepareAsync();

    private async Task PrepareAsync()
    {
        ViewData["Station"] = "brief";
        Brief = await briefService.NowAsync(Site);
        Sent = await briefService.SentAsync(Site.Id);
    }

    /// <summary>The brief as a file: now, or as it was sent.</summary>
    public async Task<IActionResult> OnGetFileAsync(string kind, Guid? sent)
    {
        await PrepareAsync();
        var brief = sent is { } id ? Sent.FirstOrDefault(s => s.Id == id)?.Document : Brief;
        if (brief is null)
            return NotFound();
        var name = $"brief-{Slug.Of(brief.Business)}-{brief.Date:yyyy-MM-dd}";
        return kind switch
        {
            "md" => File(Encoding.UTF8.GetBytes(brief.ToMarkdown()), "text/markdown; charset=utf-8", name + ".md"),
            "html" => File(Encoding.UTF8.GetBytes(brief.ToHtml()), "text/html; charset=utf-8", name + ".html"),
            "pdf" => File(BriefPdf.Write(brief), "application/pdf", name + ".pdf"),
            _ => NotFound(),
        };
    }

    public async Task<IActionResult> OnPostSendAsync(string? to)
    {
        if (!string.IsNullOrWhiteSpace(to) && FactReader.ReadEmail(to) is { Ok: false } bad)
            return await RefuseAsync(bad.Problem!);
        var origin = $"{Request.Scheme}://{Request.Host}";
        var token = await briefService.SendAsync(Site, Who, origin, string.IsNullOrWhiteSpace(to) ? null : to.Trim());
        TempData["Link"] = $"{origin}/agree/{token}";
        return Back(string.IsNullOrWhiteSpace(to) ? "The brief is frozen; copy its link" : $"The brief is on its way to {to}");
    }

    public async Task<IActionResult> OnPostOwedAsync()
    {
        if (ClientMail is not { } to)
            return await RefuseAsync("No mailbox of the client is known yet.");
        await briefService.MailOwedAsync(Site, Owed, Who, to);
        return Back($"The list is on its way to {to}");
    }

    private async Task<IActionResult> RefuseAsync(string problem)
    {
        Problem = problem;
        await PrepareAsync();
        Response.StatusCode = 422;
        return Page();
    }
}
