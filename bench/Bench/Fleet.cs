using System.Diagnostics;
using Microsoft.AspNetCore.Builder;
using Microsoft.EntityFrameworkCore;
using Microsoft.Extensions.DependencyInjection;
using Microsoft.Extensions.Logging;
using Plurimax.Data;
using Plurimax.Data.Sites;
using Plurimax.Data.Standards;
using Plurimax.Facts;
using Plurimax.Making.Composing;
using Plurimax.Publishing.Rendering;
using Plurimax.Publishing.Sections;
using Plurimax.Trades;
using Plurimax.Web;
using Plurimax.Web.Launching;
using Plurimax.Web.Shared;
using Plurimax.Web.Standards;

namespace Plurimax.Bench;

/// <summary>
/// A changed footer text over a fleet of published sites of six pages: the impact report, the roll-out, what is written, the memory it
/// takes.
/// Made in one process and measured in another, so that the memory is that of the measured work.
/// </summary>
public static class Fleet
{
    private static readonly Actor Who = Actor.Application;

    /// <summary>Made in one process and measured in another.</summary>
    private static readonly Guid TheAgency = new("0193c000-0000-7000-8000-000000000001");

    private static WebApplication Application(string connection, string folder)
    {
        var builder = WebApplication.CreateBuilder(["--Database", connection, "--DataFolder", folder, "--Smtp:Port", "25991"]);
        builder.Logging.ClearProviders();
        builder.AddPlurimax();
        return builder.Build();
    }

    public static async Task MakeAsync(string connection, string folder, int count)
    {
        await using var app = Application(connection, folder);
        using (var scope = app.Services.CreateScope())
        {
            var db = scope.ServiceProvider.GetRequiredService<PlurimaxDb>();
            await db.Database.MigrateAsync();
            db.Add(new Agency { Id = TheAgency, Name = "A fleet" });
            await db.SaveChangesAsync();
        }
        var trades = TradeCatalogue.Shipped().All.Where(t => t.Language.StartsWith("en", StringComparison.Ordinal)).ToList();
        await Parallel.ForEachAsync(Enumerable.Range(0, count), new ParallelOptions { MaxDegreeOfParallelism = 2 }, async (i, stop) =>
        {
            using var scope = app.Services.GetRequiredService<IServiceScopeFactory>().CreateScope(TheAgency);
            var (creation, db) = (
                scope.ServiceProvider.GetRequiredService<SiteCreation>(),
                scope.ServiceProvider.GetRequiredService<PlurimaxDb>()
            );
            var facts = FactSheet
                .From($"Fleet Firm {i}", "Hallow")
                .With("email", new FactEntry(new TextValue($"post@firm{i}.example"), FactSource.Client, true));
            var site = await creation.CreateAsync(trades[i % trades.Count], facts, new Wishes(), Who, null, cancel: stop);
            await scope.ServiceProvider.GetRequiredService<Publisher>().ReleaseAsync(site, Who, stop);
        });
        Console.WriteLine($"a fleet of {count} sites is published");
    }

    public static async Task MeasureAsync(string connection, string folder)
    {
        await using var app = Application(connection, folder);
        var at = SharedScope.Agency;
        async Task<T> With<T>(Func<IServiceProvider, Task<T>> act)
        {
            using var scope = app.Services.GetRequiredService<IServiceScopeFactory>().CreateScope(TheAgency);
            return await act(scope.ServiceProvider);
        }
        await With(s =>
            s.GetRequiredService<StandardStore>()
                .DraftAsync(at, "footer_text", "{{ business.name }} answers within a day.\nRing {{ phone }}.", null, Who, evenSo: true)
        );
        var drafts = await With(s => s.GetRequiredService<StandardStore>().DraftsAsync(at));

        // The yardstick: each site rendered once, on one core, nothing else.
        var all = await With(async s =>
        {
            var db = s.GetRequiredService<PlurimaxDb>();
            return await db
                .Sites.AsNoTracking()
                .Include(x => x.Client)
                .Where(x => x.LiveReleaseId != null)
                .Take(200)
                .Select(x => new
                {
                    Site = x,
                    Document = db.Revisions.Where(r => r.SiteId == x.Id && r.Number == x.Head).Select(r => r.Document).First(),
                })
                .ToListAsync();
        });
        var trades = TradeCatalogue.Shipped();
        // As an application that has run for a while: its code is compiled for good after some hundred sites.
        for (var n = 0; n < 3; n++)
            foreach (var x in all)
                SiteRenderer.Render(x.Document, trades[x.Site.TradeId], x.Site.Facts, RenderSettings.Plain with { Made = _ => [] });
        var watch = Stopwatch.StartNew();
        foreach (var x in all)
            SiteRenderer.Render(x.Document, trades[x.Site.TradeId], x.Site.Facts, RenderSettings.Plain with { Made = _ => [] });
        var one = watch.Elapsed.TotalSeconds / all.Count;

        var impact = await app.Services.GetRequiredService<ImpactRuns>().ComputeAsync(TheAgency, at, drafts);
        var live = impact.Changed.Count(s => s.Live);
        Console.WriteLine(
            $"impact of a changed footer over {live} published sites, {impact.Pages} pages ({impact.Pages / Math.Max(1.0, live):0.0}"
                + $" a site with the one that stands in for missing ones): {impact.Took.TotalSeconds:0.0} s (bound 10 for 1,000); "
                + $"{impact.Took.TotalSeconds / (one * live):0.00} x rendering each once on one core"
        );

        watch.Restart();
        var (saved, rollOut) = await With(s =>
            s.GetRequiredService<RollOutService>().SaveAsync(at, "bench", StandardStore.PrintOf(drafts), "", RollOutPace.Now, null, Who)
        );
        if (rollOut is null)
            throw new InvalidOperationException(saved.Problem ?? "Nobody is behind.");
        await Task.WhenAll(
            Enumerable
                .Range(0, 2)
                .Select(async _ =>
                {
                    while (await With(s => s.GetRequiredService<RollOutService>().StepAsync(default))) { }
                })
        );
        var took = watch.Elapsed.TotalSeconds;
        var report = (await With(s => s.GetRequiredService<RollOutService>().ReportAsync(rollOut.Id, 100_000)))!;
        var written = await With(s => s.GetRequiredService<PlurimaxDb>().Releases.Where(r => r.Number > 1).SumAsync(r => r.FilesNew));
        Console.WriteLine(
            $"roll-out to {report.Of(RollOutSiteState.Done)} sites: {took:0.0} s (bound 60 for 1,000), {report.Files} files "
                + $"changed, {written} written, {report.Of(RollOutSiteState.Failed)} failed; {took / (one * report.All):0.00} x rendering "
                + $"each once"
        );

        watch.Restart();
        var (back, _, values) = await With(s => s.GetRequiredService<RollOutService>().RollBackAsync(rollOut.Id, Who));
        Console.WriteLine($"rolled back, {back} sites in one act, values {(values ? "too" : "not")}: {watch.Elapsed.TotalSeconds:0.00} s");
        watch.Restart();
        var behind = (await With(s => s.GetRequiredService<RollOutService>().BehindAsync())).Count;
        var took2 = watch.Elapsed.TotalMilliseconds;
        var peak =
            long.Parse(
                File.ReadLines("/proc/self/status")
                    .First(l => l.StartsWith("VmHWM", StringComparison.Ordinal))
                    .Split((char[]?)null, StringSplitOptions.RemoveEmptyEntries)[1],
                System.Globalization.CultureInfo.InvariantCulture
            ) / 1024;
        Console.WriteLine($"who is behind, over all published sites: {took2:0} ms ({behind}); highest memory {peak} MB (bound 500)");
    }
}
