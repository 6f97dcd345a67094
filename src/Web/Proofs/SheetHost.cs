using System.Text.Json;
using Microsoft.EntityFrameworkCore;
using Microsoft.Extensions.Caching.Memory;
using Plurimax.Data;
using Plurimax.Data.Blobs;
using Plurimax.Data.Sites;
using Plurimax.Data.Standards;
using Plurimax.Making.Settings;
using Plurimax.Publishing.Rendering;
using Plurimax.Publishing.Sections;
using Plurimax.Trades;
using Plurimax.Web.Prospects;
using Plurimax.Web.Shared;
using Plurimax.Web.Styling;
using Plurimax.Web.Trades;

namespace Plurimax.Web.Proofs;

/// <summary>What a view of a site is put together from.</summary>
public sealed record SheetParts(
    SiteReader Reader,
    SiteWriter Writer,
    TakeStore Takes,
    SectionStore Kept,
    SettingsReader Settings,
    SiteAddresses Addresses
);

/// <summary>
/// Serves unpublished sites for views inside the application. They run in a sandbox of their own origin,
/// so that nothing on a client's site can act as the maker.
/// </summary>
public sealed class SheetHost(SheetTokens tokens, IMemoryCache cache, IBlobStore blobs)
{
    private SheetView? Opened(string token) => tokens.Open(token);

    public static void Map(WebApplication app)
    {
        app.MapGet(
                PublicEndpoints.Sheet,
                async (string token, string? path, SheetHost sheets, PlurimaxDb db, SheetParts parts, HttpContext http) =>
                {
                    if (sheets.Opened(token) is not { } view)
                        return Results.Text("This view has ended. Load the page around it again.", statusCode: 410);
                    var site = await db.Sites.AsNoTracking().Include(s => s.Client).FirstOrDefaultAsync(s => s.Id == view.Site);
                    return site is null ? Results.NotFound() : await sheets.AnswerAsync(http, site, view, path, parts);
                }
            )
            .AllowAnonymous()
            .RequireRateLimiting(RequestLimits.Sheets);

        app.MapGet(
                PublicEndpoints.TradeSheet,
                async (string token, string? path, SheetHost sheets, TradePreview trades, HttpContext http) =>
                    trades.Open(token) is { } view
                        ? await sheets.AnswerAsync(http, $"trade {view}", path, () => Task.FromResult(TradePreview.Render(view)))
                        : Results.Text("This view has ended. Load the page around it again.", statusCode: 410)
            )
            .AllowAnonymous()
            .RequireRateLimiting(RequestLimits.Sheets);

        app.MapGet(
                PublicEndpoints.ProofSheet,
                async (
                    string token,
                    string? path,
                    SheetHost sheets,
                    ProofService proofService,
                    TradeCatalogue trades,
                    SiteAddresses addresses,
                    IBlobStore blobs,
                    HttpContext http
                ) =>
                {
                    if (await proofService.FindAsync(token) is not { EndedAt: null } proof)
                        return Results.Text("This link has ended.", statusCode: 410);
                    return await sheets.AnswerAsync(http, $"proof {proof.Id}", path, () =>
                        Task.FromResult(
                            SiteRenderer.Render(
                                proof.Document,
                                trades[proof.Document.Trade],
                                proof.Facts,
                                new RenderSettings(addresses.Main(proof.Site), proof.Settings, RenderMode.Anchored, "#enquiry")
                                {
                                    Blobs = hash => blobs.Get(hash),
                                }
                            )
                        )
                    );
                }
            )
            .AllowAnonymous()
            .RequireRateLimiting(RequestLimits.Sheets);

        app.MapGet(
                PublicEndpoints.LookSheet,
                async (
                    string token,
                    int look,
                    string? path,
                    SheetHost sheets,
                    LookService lookService,
                    PrivateLinks links,
                    TradeCatalogue trades,
                    SiteAddresses addresses,
                    IBlobStore blobs,
                    HttpContext http
                ) =>
                {
                    // A page asks for a dozen files: whether the link is open is looked up for each, what it shows is read once.
                    if (await lookService.OpenAsync(token) is not { } id)
                        return Results.Text("This link has ended.", statusCode: 410);
                    return await sheets.AnswerAsync(http, $"lookbook {id} {look}", path, async () =>
                    {
                        var book = (await links.FindAsync<SentLookbook>(token))!;
                        return look < 0 || look >= book.Looks.Length
                            ? SiteFiles.None
                            : SiteRenderer.Render(
                                book.Document.InLook(book.Looks[look].Choice),
                                trades[book.Document.Trade],
                                book.Facts,
                                new RenderSettings(addresses.Main(book.Site), book.Settings, RenderMode.Anchored, "#enquiry")
                                {
                                    Blobs = hash => blobs.Get(hash),
                                }
                            );
                    });
                }
            )
            .AllowAnonymous()
            .RequireRateLimiting(RequestLimits.Sheets);

        app.MapGet(
                PublicEndpoints.SampleSheet,
                async (
                    string token,
                    string? path,
                    SheetHost sheets,
                    ProspectService prospectService,
                    SheetParts parts,
                    TimeProvider clock,
                    HttpContext http
                ) =>
                {
                    if (await prospectService.LinkAsync(token) is not { Site.IsSample: true } link || !link.Open(clock.GetUtcNow()))
                        return Results.Text("This link has ended.", statusCode: 410);
                    return await sheets.AnswerAsync(http, link.Site, new SheetView(link.SiteId), path, parts);
                }
            )
            .AllowAnonymous()
            .RequireRateLimiting(RequestLimits.Sheets);
    }

    /// <summary>
    /// A file of a site as its facts and settings have it now. The document is read and rendered once for all files of a page.
    /// </summary>
    private async Task<IResult> AnswerAsync(HttpContext http, Site site, SheetView view, string? path, SheetParts parts)
    {
        if (view.Standing is { } standing)
            return await StandingAsync(http, site, standing, path, parts);
        var settings = await parts.Settings.OfAsync(site);
        return await AnswerAsync(
            http,
            $"{view}|{site.TradeId}|{site.IsSample}|{site.Head}|{site.Client.FactsRevision}|{JsonSerializer.Serialize(settings.Sources)}",
            path,
            async () =>
            {
                var document = await parts.Reader.DocumentAsync(site);
                if (view.Revision is { } number && await parts.Takes.RevisionAsync(site.Id, number) is { } earlier)
                    document = earlier;
                if (view.Look is { } look)
                    document = document.InLook(look);
                var facts = site.Facts;
                if (view.Said is { } said)
                {
                    var reading = parts.Writer.Read(
                        site,
                        document,
                        said.Words,
                        said.Page,
                        said.Section,
                        Actor.Application,
                        [.. said.Except]
                    );
                    (document, facts) = (reading.Site, reading.Facts);
                }
                if (view.Cards is { } cards)
                    document = await parts.Kept.CardsAsync(site, document, cards.Page, cards.Section);
                return SiteRenderer.Render(
                    document,
                    parts.Reader.Trade(site),
                    facts,
                    new RenderSettings(parts.Addresses.Main(site), settings.All(), RenderMode.Anchored, "#enquiry")
                    {
                        Blobs = hash => blobs.Get(hash),
                    }
                );
            }
        );
    }

    private async Task<IResult> StandingAsync(HttpContext http, Site site, StandingView view, string? path, SheetParts parts)
    {
        var db = http.RequestServices.GetRequiredService<PlurimaxDb>();
        var live = await db
            .Releases.AsNoTracking()
            .Where(r => r.Id == site.LiveReleaseId)
            .Select(r => new
            {
                r.Id,
                r.Revision,
                r.Facts,
                r.Settings,
            })
            .FirstOrDefaultAsync();
        var at = new SharedScope(view.Layer, view.Scope);
        var drafts = await http.RequestServices.GetRequiredService<StandardStore>().DraftsAsync(at);
        return await AnswerAsync(
            http,
            $"standing {view} {site.Id} {live?.Id} {site.Head} {StandardStore.PrintOf(drafts)}",
            path,
            async () =>
            {
                var stack = await parts.Settings.OfAsync(site);
                if (view.After)
                    stack = stack.Changed(at.Layer, at.Scope, drafts.Select(d => KeyValuePair.Create(d.Key, d.Value)));
                var own = !view.After && live?.Settings is { } made ? made : stack.Own();
                var document = live is null
                    ? await parts.Reader.DocumentAsync(site)
                    : await db
                        .Revisions.AsNoTracking()
                        .Where(r => r.SiteId == site.Id && r.Number == live.Revision)
                        .Select(r => r.Document)
                        .FirstAsync();
                return SiteRenderer.Render(
                    document,
                    parts.Reader.Trade(site),
                    live?.Facts ?? site.Client.Facts,
                    new RenderSettings(parts.Addresses.Main(site), SettingsRegistry.Values.SetItems(own), RenderMode.Anchored, "#enquiry")
                    {
                        Blobs = hash => blobs.Get(hash),
                    }
                );
            }
        );
    }

    private async Task<IResult> AnswerAsync(HttpContext http, string key, string? path, Func<Task<SiteFiles>> render)
    {
        var files = (await cache.GetOrCreateAsync("sheet " + key, async entry =>
            {
                var made = await render();
                entry.Size = made.Size;
                entry.SlidingExpiration = TimeSpan.FromMinutes(5);
                return made;
            }))!;
        var file = string.IsNullOrEmpty(path) ? "index.html" : path;
        var h = http.Response.Headers;
        h.ContentSecurityPolicy =
            "sandbox allow-scripts; default-src 'none'; script-src 'self'; style-src 'self'; img-src 'self' data:; font-src "
            + "'self'; form-action 'none'; frame-ancestors 'self'; base-uri 'none'";
        h.AccessControlAllowOrigin = "*";
        h.CacheControl = "private, no-store";
        h["X-Robots-Tag"] = "noindex, nofollow";
        return files.Files.TryGetValue(file, out var bytes) ? Results.Bytes(bytes, ContentTypes.Of(file)) : Results.NotFound();
    }
}
