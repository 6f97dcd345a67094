using System.Collections.Immutable;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Plurimax.Data;
using Plurimax.Data.Sites;
using Plurimax.Reading.Files;
using Plurimax.Trades;
using Plurimax.Web.Briefing;

namespace Plurimax.Web.Trades;

/// <summary>The trade templates at hand, the agency's own first.</summary>
public sealed class TradesModel(TradeCatalogue trades, SiteList sites, TemplateService templateService) : PageModel
{
    private const int MostFinished = 300;
    public string Query { get; private set; } = "";
    public List<TradeCard> All { get; private set; } = [];
    public ImmutableArray<TradeMatch> Found { get; private set; } = [];
    public Dictionary<string, int> Sites { get; private set; } = [];
    public List<NamedSite> Finished { get; private set; } = [];
    public string MakeProblem { get; private set; } = "";
    public string ImportProblem { get; private set; } = "";
    public IReadOnlyList<TradeProblem> Faults { get; private set; } = [];
    public string TypedName { get; private set; } = "";
    private Actor Who => Actor.Of(User);

    /// <summary>What was found first; nothing is hidden by a search.</summary>
    public IEnumerable<(TradeCard Trade, string? By)> Rows =>
        Found
            .Select(f => (f.Trade, (string?)f.Matched))
            .Concat(All.Where(t => Found.All(f => f.Trade.Id != t.Id)).Select(t => (t, (string?)null)));

    public async Task OnGetAsync(string? q)
    {
        Query = (q ?? "").Trim();
        Found = Query.Length is > 0 and < 200 ? trades.Search(Query) : [];
        All = [.. trades.Cards.OrderBy(t => t.Base is null).ThenBy(t => t.Names.Title, StringComparer.Ordinal)];
        Sites = (await sites.CountByTradeAsync())
            .GroupBy(g => TradeTemplate.FamilyOf(g.Key))
            .ToDictionary(g => g.Key, g => g.Sum(x => x.Value));
        Finished = await sites.FurthestAsync(MostFinished);
    }

    private async Task<IActionResult> RefusedAsync()
    {
        await OnGetAsync(null);
        Response.StatusCode = 422;
        return Page();
    }

    public async Task<IActionResult> OnPostMakeAsync(Guid site, string? name)
    {
        TypedName = name ?? "";
        var (family, left, problem) = await templateService.MakeAsync(site, TypedName, Who);
        if (family is null)
        {
            MakeProblem = problem!;
            return await RefusedAsync();
        }
        TempData["Said"] =
            left.Count == 0
                ? "The template is there; sites can start from it."
                : $"The template is there. Not taken over: {string.Join(" ", left)}";
        return Redirect($"/trades/{family}");
    }

    public async Task<IActionResult> OnPostImportAsync(IFormFile? file)
    {
        if (file is null || file.Length == 0)
        {
            ImportProblem = "Choose a .yaml file.";
            return await RefusedAsync();
        }
        if (file.Length > TemplateService.LongestYaml)
        {
            ImportProblem = $"A template has up to {TemplateService.LongestYaml / 1000} KB.";
            return await RefusedAsync();
        }
        var bytes = (await Uploads.ReadAsync([file]))[0].Bytes;
        var (family, faults, problem) = await templateService.ImportAsync(TextBytes.Decode(bytes).Text, Who);
        if (family is not null)
        {
            TempData["Said"] = "Imported; sites can start from it.";
            return Redirect($"/trades/{family}");
        }
        (ImportProblem, Faults) = (problem ?? "The file has faults:", faults);
        return await RefusedAsync();
    }
}
