using System.Collections.Immutable;
using Microsoft.AspNetCore.Mvc;
using Plurimax.Data;
using Plurimax.Data.Sites;
using Plurimax.Publishing.Launching;
using Plurimax.Publishing.Sections;
using Plurimax.Text;
using Plurimax.Web.Shared;
using Plurimax.Work.Line;

namespace Plurimax.Web.Launching;

/// <summary>Preflight, release, roll back, domain.</summary>
public sealed class LaunchModel(
    SiteReader reader,
    SiteStatus status,
    SiteAddresses addresses,
    Publisher publisher,
    DomainService domains,
    SiteStations stations
) : SitePageModel(reader, status, addresses)
{
    private const int MostReleases = 12;
    protected override string StationName => "launch";
    public ImmutableArray<Finding> Findings { get; private set; } = [];
    public List<Release> Releases { get; private set; } = [];
    public SiteFiles Files { get; private set; } = null!;
    public int New { get; private set; }
    public string? DomainProblem { get; private set; }
    public string? TypedDomain { get; private set; }
    public string Suggested => Slug.Of(Site.Client.Name).Replace("-", "") + ".example";

    public Task OnGetAsync() => LayAsync();

    private async Task LayAsync()
    {
        Findings = await publisher.PreflightAsync(Site);
        Releases = await publisher.ReleasesAsync(Site, MostReleases);
        Files = publisher.Render(Site, Document, Site.Client.Facts, await publisher.SettingsAsync(Site, Settings));
        var live = Releases.Find(r => r.Id == Site.LiveReleaseId)?.Manifest.Values.Select(f => f.Hash).ToHashSet() ?? [];
        New = Files.Files.Values.Count(f => !live.Contains(Convert.ToHexStringLower(System.Security.Cryptography.SHA256.HashData(f))));
        Summary = await Status.OfAsync(Site, Findings.Count(f => f.Severity == Severity.Blocker));
        ViewData["Site"] = Summary;
    }

    public async Task<IActionResult> OnPostReleaseAsync()
    {
        var blockers = (await publisher.PreflightAsync(Site)).Count(f => f.Severity == Severity.Blocker);
        if (blockers > 0)
            return Back($"Not launched: {blockers} blockers stand in the way");
        var release = await publisher.ReleaseAsync(Site, Who);
        await stations.MoveAsync(Site, Site.Station < Station.Launch ? Station.Launch : Site.Station, Who);
        return Back($"Release {release.Number} is live: {release.Manifest.Count} files, {release.FilesNew} of them new");
    }

    public async Task<IActionResult> OnPostRollBackAsync(Guid release)
    {
        if (await publisher.FindReleaseAsync(Site, release) is not { } r)
            return NotFound();
        await publisher.RollBackAsync(Site, r, Who);
        return Back($"Rolled back: release {r.Number} is live again");
    }

    public async Task<IActionResult> OnPostDomainAsync(string? domain)
    {
        TypedDomain = domain;
        DomainProblem = await domains.TakeAsync(Site, domain, Who);
        if (DomainProblem is null)
            return Back($"{Site.Domain} is registered to {Site.Client.Name} and points here");
        await LayAsync();
        Response.StatusCode = 422;
        return Page();
    }

    public async Task<IActionResult> OnPostHandoffAsync()
    {
        await stations.MoveAsync(Site, Station.Handoff, Who);
        TempData["Said"] = "On to Handoff";
        return Redirect($"/sites/{Site.Id}/handoff");
    }
}
