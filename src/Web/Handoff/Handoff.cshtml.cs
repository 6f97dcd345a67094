using Microsoft.AspNetCore.Mvc;
using Microsoft.EntityFrameworkCore;
using Plurimax.Data;
using Plurimax.Data.Blobs;
using Plurimax.Data.Sites;
using Plurimax.Publishing.Handoff;
using Plurimax.Publishing.Sections;
using Plurimax.Web.Launching;
using Plurimax.Web.Shared;
using Plurimax.Work.Line;

namespace Plurimax.Web.Handoff;

/// <summary>The pack, the list, and the move to Care.</summary>
public sealed class HandoffModel(
    SiteReader reader,
    SiteStatus status,
    SiteAddresses addresses,
    PlurimaxDb db,
    Publisher publisher,
    IBlobStore blobs,
    SiteStations stations
) : SitePageModel(reader, status, addresses)
{
    protected override string StationName => "handoff";
    public SiteFiles Files { get; private set; } = null!;
    public string Domain => Site.Domain ?? $"{Site.Slug}.example";

    /// <summary>What must be settled, as the settings of the site have it.</summary>
    public System.Collections.Immutable.ImmutableArray<(string Id, string Text)> Checklist { get; private set; } = [];
    public int Open => Checklist.Count(i => !Site.HandedOver.Contains(i.Id));

    public async Task OnGetAsync()
    {
        Files = await FilesAsync();
        Checklist = HandoffChecklist.Of(Settings);
    }

    /// <summary>What is live; before a launch, what would be.</summary>
    private async Task<SiteFiles> FilesAsync()
    {
        var live = await db.Releases.AsNoTracking().FirstOrDefaultAsync(r => r.Id == Site.LiveReleaseId);
        return live is null
            ? publisher.Render(Site, Document, Site.Client.Facts, await publisher.SettingsAsync(Site, Settings))
            : new SiteFiles(
                System.Collections.Immutable.ImmutableSortedDictionary.CreateRange(
                    StringComparer.Ordinal,
                    live.Manifest.Select(f => KeyValuePair.Create(f.Key, blobs.Get(f.Value.Hash)!))
                )
            );
    }

    public async Task<IActionResult> OnGetPackAsync() =>
        File(
            HandoffPack.Zip(
                await FilesAsync(),
                Document,
                Trade,
                Site.Client.Facts,
                Domain,
                Settings.All(),
                moving: Site.Station < Station.Care
            ),
            "application/zip",
            $"{Site.Slug}.zip"
        );

    public async Task<IActionResult> OnPostTickAsync(string[] done)
    {
        Site.HandedOver = [.. HandoffChecklist.Of(Settings).Select(i => i.Id).Where(done.Contains)];
        await db.SaveChangesAsync();
        return Back("Ticks saved");
    }

    public async Task<IActionResult> OnPostCareAsync()
    {
        Checklist = HandoffChecklist.Of(Settings);
        if (Open > 0)
            return Back("Some things are still open");
        await stations.MoveAsync(Site, Station.Care, Who, Party.Client);
        TempData["Said"] = $"{Site.Client.Name} is handed over";
        return Redirect($"/sites/{Site.Id}/care");
    }
}
