using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.Filters;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Plurimax.Data;
using Plurimax.Data.Sites;
using Plurimax.Facts;
using Plurimax.Trades;

namespace Plurimax.Web.Trades;

/// <summary>One template of the agency: its text, its versions, the sites made from it.</summary>
[RequestFormLimits(ValueLengthLimit = TemplateService.LongestYaml * 2)]
public sealed class TemplateModel(TemplateService templateService, SiteReader reader) : PageModel
{
    public List<TemplateVersion> Versions { get; private set; } = [];
    public TemplateVersion Latest => Versions[0];
    public List<Plurimax.Data.Site> Sites { get; private set; } = [];
    public string Text { get; private set; } = "";
    public string Change { get; private set; } = "";
    public IReadOnlyList<TradeProblem> Faults { get; private set; } = [];
    public string Problem { get; private set; } = "";
    public TemplateOffer? Offer { get; private set; }
    public Plurimax.Data.Site? OfferTo { get; private set; }
    private string _family = "";
    private Actor Who => Actor.Of(User);

    [NonHandler]
    public override async Task OnPageHandlerExecutionAsync(PageHandlerExecutingContext context, PageHandlerExecutionDelegate next)
    {
        _family = RouteData.Values["family"]?.ToString() ?? "";
        await LoadAsync();
        if (Versions.Count == 0)
        {
            context.Result = NotFound();
            return;
        }
        await next();
    }

    private async Task LoadAsync()
    {
        Versions = await templateService.VersionsAsync(_family);
        Sites = Versions.Count == 0 ? [] : await templateService.SitesAsync(_family);
    }

    public static int VersionOf(string tradeId) =>
        int.TryParse(tradeId[(tradeId.LastIndexOf(".v", StringComparison.Ordinal) + 2)..], out var n) ? n : 0;

    /// <param name="offer">A site to show what the newest version would change on.</param>
    public async Task OnGetAsync(Guid? offer = null)
    {
        Text = Latest.Yaml;
        if (offer is not { } id || Sites.All(s => s.Id != id))
            return;
        OfferTo = await reader.FindAsync(id);
        Offer = await templateService.OfferAsync(OfferTo!);
    }

    public async Task<IActionResult> OnPostAsync(int version, string? yaml, string? change)
    {
        (Text, Change) = (yaml ?? "", FactReader.Clean(change));
        var (saved, faults, problem) = await templateService.EditAsync(_family, version, Text, Change, Who);
        if (saved is { } n)
        {
            TempData["Said"] = $"Version {n}. Sites stay with theirs until it is offered to them.";
            return Redirect($"/trades/{_family}");
        }
        (Faults, Problem) = (
            faults,
            problem ?? (faults.Count == 1 ? "One fault; nothing was saved." : $"{faults.Count} faults; nothing was saved.")
        );
        Response.StatusCode = 422;
        return Page();
    }

    public async Task<IActionResult> OnPostAcceptAsync(Guid site)
    {
        if (await reader.FindAsync(site) is not { } found || Sites.All(s => s.Id != site))
            return NotFound();
        TempData["Said"] = await templateService.AcceptAsync(found, Who)
            ?? $"{found.Client.Name} follows version {Latest.Version}. One undo on its Bench takes it back.";
        return Redirect($"/trades/{_family}");
    }

    public IActionResult OnGetFile(int version = 0) =>
        Versions.Find(v => v.Version == version || version == 0) is { } v
            ? File(System.Text.Encoding.UTF8.GetBytes(v.Yaml), "application/yaml", $"{v.Family}-v{v.Version}.yaml")
            : NotFound();
}
