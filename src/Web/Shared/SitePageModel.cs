using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.Filters;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Plurimax.Data;
using Plurimax.Data.Sites;
using Plurimax.Making.Settings;
using Plurimax.Sites;
using Plurimax.Trades;
using Plurimax.Work.Briefing;

namespace Plurimax.Web.Shared;

/// <summary>A page of one site: loads the site, its document and what the frame around it shows.</summary>
public abstract class SitePageModel(SiteReader reader, SiteStatus status, SiteAddresses addresses) : PageModel
{
    protected SiteReader Reader { get; } = reader;
    protected DateTimeOffset Now => status.Now;
    public Site Site { get; private set; } = null!;
    public SiteDocument Document { get; protected set; } = null!;

    /// <summary>The revision that holds <see cref="Document"/>.</summary>
    protected SiteRevision Head { get; private set; } = null!;
    public SiteSummary Summary { get; protected set; } = null!;

    /// <summary>The settings that hold for the site.</summary>
    protected SettingsStack Settings => Summary.Settings!;
    public TradeTemplate Trade => Reader.Trade(Site);
    public string Address => addresses.Main(Site);
    public Actor Who => Actor.Of(User);
    protected SiteStatus Status => status;
    protected abstract string StationName { get; }

    /// <summary>What is owed for the site, by page.</summary>
    public System.Collections.Immutable.ImmutableArray<OwedThing> Owed { get; private set; } = [];

    [NonHandler]
    public override async Task OnPageHandlerExecutionAsync(PageHandlerExecutingContext context, PageHandlerExecutionDelegate next)
    {
        if (!Guid.TryParse(RouteData.Values["id"]?.ToString(), out var id) || await Reader.FindAsync(id) is not { } site)
        {
            context.Result = NotFound();
            return;
        }
        Site = site;
        if (site.IsSample && StationName is ("proof" or "launch" or "handoff" or "care"))
        {
            TempData["Said"] = "A sample is not proofed or released. Sign them as a client first.";
            context.Result = Redirect($"/clients/{site.ClientId}?sign=true#signing");
            return;
        }
        await LayFrameAsync();
        await next();
    }

    /// <summary>Reads the site again after a change, so that the page shows what is stored.</summary>
    protected async Task ReloadAsync()
    {
        Site = await Reader.FindFreshAsync(Site.Id);
        await LayFrameAsync();
    }

    private async Task LayFrameAsync()
    {
        (Document, Head) = await Reader.StandingAsync(Site);
        Summary = await status.OfAsync(Site);
        ViewData["Site"] = Summary;
        ViewData["Station"] = StationName;
        ViewData["Title"] = $"{char.ToUpperInvariant(StationName[0])}{StationName[1..]}, {Site.Client.Name}";
        ViewData["Live"] = addresses.Main(Site);
        Owed = Plurimax.Work.Briefing.Owed.Of(Document, Trade, Site.Client.Facts, await Reader.PicturesAsync(Site.ClientId));
        ViewData["Owed"] = Plurimax.Work.Briefing.Owed.Count(Owed);
    }

    protected IActionResult Back(string said, string? anchor = null)
    {
        TempData["Said"] = said;
        var target = $"/sites/{Site.Id}/{StationName}{QueryOf()}";
        return Redirect(anchor is null ? target : $"{target}#{anchor}");
    }

    /// <summary>What of the query belongs to the view and stays through a post.</summary>
    protected virtual string QueryOf() => "";
}
