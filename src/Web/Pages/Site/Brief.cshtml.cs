using System.Collections.Immutable;
using Microsoft.AspNetCore.Mvc;
using Plurimax.Core.Facts;
using Plurimax.Data;
using Plurimax.Data.Sites;
using Plurimax.Web.Hosting;

namespace Plurimax.Web.Pages.Site;

/// <summary>The fact sheet: what is known, where it came from, what is missing.</summary>
public sealed class BriefModel(SiteStore store, SiteStatus status, SiteAddresses addresses, PlurimaxDb db) : SitePageModel(store, status, addresses)
{
    private Dictionary<string, string> _typed = [];
    protected override string StationName => "brief";

    public string? Open { get; private set; }
    public string? Problem { get; private set; }
    public List<string> FileProblems { get; } = [];
    public int Revision { get; private set; }
    public FactSheet Facts => Site.Client.Facts;
    public ImmutableArray<FactDefinition> Catalogue => FactCatalogue.For(Trade);

    public IEnumerable<(string Name, bool On)> Offered => Trade.Services.Values.Where(s => Trade.Cuts[0].Services.Contains(s.Id) || Chosen.Contains(s.Names[0])).Select(s => (s.Names[0], Chosen.Contains(s.Names[0])));
    public string Others => string.Join("\n", Chosen.Where(c => Trade.Services.Values.All(s => s.Names[0] != c)));
    private ImmutableArray<string> Chosen => Facts.Any<ListValue>("services")?.Items ?? [];

    public void OnGet(string? open)
    {
        Open = open;
        Revision = Site.Client.FactsRevision;
    }

    /// <summary>What to show in a box: what was typed if it was refused, else what is stored.</summary>
    public string Typed(FactDefinition d, string part)
    {
        if (_typed.TryGetValue(part, out var typed)) return typed;
        return Facts[d.Id]?.Value switch
        {
            HoursValue h => string.Join(", ", h.Hours.Days[OpeningHours.DayKeys.IndexOf(part)].Select(OpeningHours.Show)),
            AddressValue a => part switch { "street" => a.Street, "town" => a.Town, "postcode" => a.Postcode, "region" => a.Region, _ => a.Country } ?? "",
            ListValue l => string.Join("\n", l.Items),
            { } v => v.Raw(),
            null => part == "country" ? "GB" : "",
        };
    }

    public async Task<IActionResult> OnPostSaveAsync(string fact, int revision, string? confirmed, string? shown, string? suggest)
    {
        if (Catalogue.FirstOrDefault(d => d.Id == fact) is not { } definition) return NotFound();
        _typed = Request.Form.Where(f => f.Key.StartsWith("v.", StringComparison.Ordinal)).ToDictionary(f => f.Key[2..], f => f.Value.ToString());
        object raw = definition.Shape switch
        {
            FactShape.Hours or FactShape.Address => _typed.ToDictionary(p => p.Key, p => (object?)p.Value),
            FactShape.Services => Request.Form["v.pick"].Concat(_typed.GetValueOrDefault("text", "").Split('\n')).Select(s => (object?)s).ToList(),
            _ => suggest ?? _typed.GetValueOrDefault("text", ""),
        };
        var value = FactReader.Read(definition, raw, Facts.Country);
        if (!value.Ok) return Refuse(fact, revision, value.Problem!);
        var entry = new FactEntry(value.Value!, FactSource.Maker, confirmed == "yes" || suggest is not null, shown == "yes" || suggest is not null, Who, Store.Now);
        return await SaveAsync(fact, revision, f => f.With(fact, entry), $"{definition.Label} changed");
    }

    public Task<IActionResult> OnPostRemoveAsync(string fact, int revision) =>
        fact is "business.name" or "place" ? Task.FromResult(Refuse(fact, revision, "Name and town stay: no site can do without them.")) : SaveAsync(fact, revision, f => f.Without(fact), "Fact forgotten");

    public async Task<IActionResult> OnPostTickAsync(int[] ticked)
    {
        Site.Ticked = [.. ticked.Where(i => i >= 0 && i < Trade.Assumes.Length).Select(i => Trade.Assumes[i])];
        await db.SaveChangesAsync();
        return Back("Ticks saved");
    }

    public async Task<IActionResult> OnPostImportAsync(IFormFile? file, string? confirmed)
    {
        Revision = Site.Client.FactsRevision;
        if (file is null || file.Length == 0) { FileProblems.Add("Choose a file first."); return Refused(); }
        if (file.Length > FactsFile.LargestBytes) { FileProblems.Add($"The file has {file.Length / 1024:N0} KB; up to 512 KB are read."); return Refused(); }
        using var reader = new StreamReader(file.OpenReadStream());
        var text = await reader.ReadToEndAsync();
        if (text.Contains('\0')) { FileProblems.Add("That is not a text file. Save it as YAML or JSON."); return Refused(); }
        var (read, problems) = FactsFile.Read(text, Catalogue, FactSource.File, confirmed == "yes", Who, Store.Now);
        FileProblems.AddRange(problems.Select(p => p.ToString()));
        if (problems.Count > 0) { FileProblems.Add("Nothing was taken over. Mend the lines and read the file again."); return Refused(); }
        return await SaveAsync("", Site.Client.FactsRevision, f => read.Entries.Aggregate(f, (sheet, e) => sheet.With(e.Key, e.Value)), $"{read.Entries.Count} facts from the file");
    }

    private async Task<IActionResult> SaveAsync(string fact, int revision, Func<FactSheet, FactSheet> change, string said)
    {
        var pages = await Store.DocumentAsync(Site);
        if (await Store.SaveFactsAsync(Site.ClientId, revision, change, said, Who) is { } clash) return Refuse(fact, Site.Client.FactsRevision, clash);
        await ReloadAsync();
        var touched = fact.Length == 0 ? pages.Pages.Length : Document.Pages.Count(p => p.Sections.Any(s => s.Content.Passages().Any(x => x.Passage.Text.Contains(fact, StringComparison.Ordinal))));
        return Back(touched > 0 ? $"{said}; {touched} pages show it" : said, fact.Length > 0 ? "f-" + fact.Replace('.', '-') : null);
    }

    private IActionResult Refuse(string fact, int revision, string problem)
    {
        (Open, Problem, Revision) = (fact, problem, revision);
        return Refused();
    }

    private Microsoft.AspNetCore.Mvc.RazorPages.PageResult Refused()
    {
        Response.StatusCode = 422;
        return Page();
    }

    public static string NameOf(FactGroup g) => g switch { FactGroup.Trade => "Of this trade", FactGroup.Address => "Address and area", FactGroup.Services => "Services and prices", _ => g.ToString() };
    public static string SourceOf(FactSource s) => s switch { FactSource.Maker => "maker", FactSource.Client => "client", FactSource.File => "file", _ => "guess" };
}
