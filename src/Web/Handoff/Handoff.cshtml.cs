using Microsoft.AspNetCore.Mvc;
using Plurimax.Data;
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
    Publisher publisher,
    SiteStations stations,
    SiteTicks ticks
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
        Files = await publisher.LiveFilesAsync(Site);
        Checklist = HandoffChecklist.Of(Settings);
    }

    public async Task<IActionResult> OnGetPackAsync() =>
        File(
            HandoffPack.Zip(
                await publisher.LiveFilesAsync(Site),
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

    public async Task<IActionResult> OnPostTickAsync(string[] before, string[] done)
    {
        var listed = HandoffChecklist.Of(Settings).Select(i => i.Id).ToHashSet();
        await ticks.HandOverAsync(Site, before, [.. done.Where(listed.Contains)]);
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
