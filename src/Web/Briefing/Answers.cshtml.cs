using System.Collections.Immutable;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Microsoft.AspNetCore.RateLimiting;
using Plurimax.Data;
using Plurimax.Data.Sites;
using Plurimax.Facts;
using Plurimax.Trades;
using Plurimax.Web.Shared;
using Plurimax.Work.Briefing;

namespace Plurimax.Web.Briefing;

/// <summary>The client's form: questions behind a private link, answers kept as they are typed, no account.</summary>
[
    EnableRateLimiting(RequestLimits.Client),
    RequestSizeLimit(Uploads.LargestRequest),
    RequestFormLimits(MultipartBodyLengthLimit = Uploads.LargestRequest)
]
public sealed class AnswersModel(
    IntakeService intakeService,
    ClientFileService fileService,
    ReadInService readInService,
    PrivateLinks links,
    TradeCatalogue trades,
    ClientLetters letters
) : PageModel
{
    public string Agency { get; private set; } = "";
    public Intake? Intake { get; private set; }
    public ImmutableArray<FactDefinition> Questions { get; private set; } = [];
    public List<ClientFile> Files { get; private set; } = [];
    public Dictionary<string, string> Problems { get; } = [];
    public List<string> FileProblems { get; } = [];
    public string Token { get; private set; } = "";

    /// <summary>What the form says, in the language it was sent in.</summary>
    public FormWords Say => FormWords.For(Intake?.Language);
    public bool Ended => Intake is null or { EndedAt: not null };
    public int Left => Questions.Count(q => Typed(q).Length == 0);

    public string Typed(FactDefinition d) => Intake!.Typed.GetValueOrDefault(d.Id, "");

    /// <summary>What can be ticked. Suggestions are in English; a form in another language asks openly.</summary>
    public IEnumerable<string> Offered(FactDefinition d) =>
        Say.Language != "en" ? []
        : d.Shape == FactShape.Services
            ? trades[Intake!.Site.TradeId] is var t
                    ? t.ServicesInOrder.Where(s => t.Cuts[0].Services.Contains(s.Id)).Select(s => s.Names[0])
                : []
        : d.Suggestions.IsDefaultOrEmpty ? []
        : d.Suggestions;

    /// <summary>Minutes that the open questions take, by how long their answers are.</summary>
    public int Minutes =>
        Math.Max(1, (int)Math.Ceiling(Questions.Where(q => Typed(q).Length == 0).Sum(q => .4 + .6 * Readiness.Effort(q.Shape)) / 1.5));

    public async Task<IActionResult> OnGetAsync(string token)
    {
        if (!await LoadAsync(token))
            return Gone();
        await links.OpenedAsync(Intake!);
        return Page();
    }

    /// <summary>One answer, as it is typed: comes back with only the state of that question.</summary>
    public async Task<IActionResult> OnPostAnswerAsync(string token, string fact, string? text, string[]? pick)
    {
        if (!await LoadAsync(token))
            return Gone();
        var typed = string.Join('\n', (pick ?? []).Append(text ?? "").Where(s => s.Trim().Length > 0));
        if (await intakeService.AnswerAsync(Intake!, fact, typed) is { } problem)
            Problems[fact] = problem;
        if (Questions.FirstOrDefault(q => q.Id == fact) is not { } question)
            return NotFound();
        return Request.Headers.ContainsKey("HX-Request")
            ? Partial("_AnswerState", (this, question))
            : Redirect($"/answers/{token}#q-{fact.Replace('.', '-')}");
    }

    public async Task<IActionResult> OnPostFilesAsync(string token, List<IFormFile> files, string? cleared)
    {
        if (!await LoadAsync(token))
            return Gone();
        if (await intakeService.RightsAsync(Intake!.Site) is { } rights && !rights.May("may_pictures"))
        {
            FileProblems.Add("Pictures are looked after by the agency now. Write to them to have one changed.");
            Response.StatusCode = 403;
            return Page();
        }
        var sent = await Uploads.ReadAsync(files);
        FileProblems.AddRange(await fileService.AddAsync(Intake!.Site.ClientId, Intake.Id, sent, cleared == "yes"));
        // What a brochure says is read now and waits for the maker, like every answer.
        await readInService.ReadSentAsync(Intake.Site.Client, trades[Intake.Site.TradeId], sent);
        if (files.Count == 0)
            FileProblems.Add("Choose a photo, a logo or a brochure first.");
        if (FileProblems.Count == 0)
            return Redirect($"/answers/{token}#files");
        await LoadAsync(token);
        Response.StatusCode = 422;
        return Page();
    }

    public async Task<IActionResult> OnPostTakeBackAsync(string token, Guid file)
    {
        if (!await LoadAsync(token))
            return Gone();
        await fileService.TakeBackAsync(Intake!, file);
        return Redirect($"/answers/{token}#files");
    }

    public async Task<IActionResult> OnPostDoneAsync(string token)
    {
        if (!await LoadAsync(token))
            return Gone();
        await intakeService.HandInAsync(Intake!);
        return Redirect($"/answers/{token}");
    }

    /// <summary>A picture of this client, for its own preview only.</summary>
    public async Task<IActionResult> OnGetFileAsync(string token, Guid file)
    {
        if (!await LoadAsync(token))
            return Gone();
        if (Files.TrueForAll(f => f.Id != file) || await fileService.BytesAsync(Intake!.Site.ClientId, file) is not { } found)
            return NotFound();
        Response.Headers.ContentSecurityPolicy = "default-src 'none'; style-src 'unsafe-inline'; sandbox";
        return File(found.Bytes, found.Type);
    }

    private PageResult Gone()
    {
        Response.StatusCode = Intake is null ? 404 : 410;
        return Page();
    }

    private async Task<bool> LoadAsync(string token)
    {
        Response.Headers.CacheControl = "no-store";
        Agency = await letters.AgencyAsync();
        Token = token;
        Intake = await links.FindAsync<Intake>(token);
        if (Ended)
            return false;
        var catalogue = TradeFacts.Of(trades[Intake!.Site.TradeId]);
        Questions = [.. Intake.Questions.Select(id => catalogue.FirstOrDefault(d => d.Id == id)).OfType<FactDefinition>()];
        Files = await fileService.OfAsync(Intake);
        return true;
    }
}
