using System.Net;
using System.Text;
using Microsoft.EntityFrameworkCore;
using Microsoft.Extensions.DependencyInjection;
using Plurimax.Data;
using Plurimax.Facts;
using Plurimax.Web.Prospects;

namespace Plurimax.Web.Tests;

/// <summary>Many sites at once: made in the background, left, paused, ended, mended.</summary>
[Collection("app")]
public class BatchTests(App app)
{
    private static async Task<Guid> ImportAsync(Maker maker, string csv, string standing, bool samples = true)
    {
        var held = await Maker.UploadAsync(
            maker.Http,
            "/prospects",
            "List",
            new() { ["standing"] = standing },
            "file",
            ("many.csv", Encoding.UTF8.GetBytes(csv))
        );
        var page = held.Headers.Location!.ToString();
        var taken = await maker.PostAsync($"{page}?handler=Take", samples ? new() { ["samples"] = "true" } : [], page);
        return Guid.Parse(taken.Headers.Location!.ToString().Split('/')[2]);
    }

    /// <summary>Helps the runner until nothing waits any more.</summary>
    private async Task<BatchReport> DoneAsync(Guid batch)
    {
        for (; ; )
        {
            await app.WithAsync(s => s.GetRequiredService<BatchService>().StepAsync(default));
            var report = (await app.WithAsync(s => s.GetRequiredService<BatchService>().ReportAsync(batch)))!;
            if (report.Waiting == 0)
                return report;
        }
    }

    [Fact]
    public async Task A_list_becomes_samples_what_failed_says_why_and_is_tried_again_after_mending()
    {
        var maker = await app.SignInAsync();
        var batch = await ImportAsync(
            maker,
            "name,what,town,tel\nVervain Cycles,bike shop,Saltmere,01632 962001\nVervain Nowhere,bike shop,,01632 962002\nVervain "
                + "Odd,sea shanty hire,Saltmere,01632 962003\nVervain Pianos,piano tuner,Wrenfield,01632 962004\n",
            "Untouched"
        );
        var report = await DoneAsync(batch);
        (report.Made, report.Failed).ShouldBe((2, 2));
        report
            .Rows.Where(r => r.State == BatchRowState.Failed)
            .Select(r => r.Problem)
            .ShouldBe([
                "The town is not known yet. A site that names the wrong one is worse than none.",
                "Choose the trade first; no template fits what is known.",
            ]);
        var sites = await app.DbAsync(db =>
            db.Sites.AsNoTracking().Include(s => s.Client).Where(s => s.Client.Name.StartsWith("Vervain")).ToListAsync()
        );
        sites.ShouldAllBe(s => s.IsSample);
        sites.Count.ShouldBe(2);
        // The town is filled in, and the failed ones are tried again: only the one that is still at fault fails.
        var nowhere = await app.DbAsync(db => db.Clients.SingleAsync(c => c.Name == "Vervain Nowhere"));
        await maker.PostAsync(
            $"/clients/{nowhere.Id}?handler=Facts",
            new()
            {
                ["revision"] = "1",
                ["tradeId"] = "bicycle-repair",
                ["f.business.name"] = "Vervain Nowhere",
                ["f.place/town"] = "Larkmouth",
                ["f.place/country"] = "GB",
            },
            $"/clients/{nowhere.Id}"
        );
        await maker.PostAsync($"/batches/{batch}?handler=Again", [], $"/batches/{batch}");
        report = await DoneAsync(batch);
        (report.Made, report.Failed).ShouldBe((3, 1));
        var page = (await maker.GetAsync($"/batches/{batch}")).Body;
        page.ShouldContain("no template fits");
        (await maker.Http.GetStringAsync($"/batches/{batch}?handler=Csv")).ShouldContain("4,Vervain Pianos,made,,");
    }

    [Fact]
    public async Task Clients_of_a_list_become_real_sites_on_the_Line()
    {
        var maker = await app.SignInAsync();
        var report = await DoneAsync(
            await ImportAsync(
                maker,
                "name,what,town,tel\nWoodruff Cycles,bike shop,Saltmere,01632 962011\nWoodruff Trees,tree surgeon,Saltmere,01632 962012\n",
                "Active"
            )
        );
        (report.Made, report.Failed).ShouldBe((2, 0));
        (await maker.GetAsync("/?find=woodruff")).Body.ShouldContain("Woodruff Trees");
        var client = await app.DbAsync(db => db.Clients.AsNoTracking().SingleAsync(c => c.Name == "Woodruff Trees"));
        client.Facts["business.name"]!.Confirmed.ShouldBeTrue();
        client.Facts["phone"]!.Confirmed.ShouldBeFalse("only what a site is made of is taken for granted");
    }

    [Fact]
    public async Task A_batch_is_paused_goes_on_and_is_ended_and_what_is_made_stays()
    {
        var maker = await app.SignInAsync();
        var ids = await app.WithAsync(async s =>
        {
            var db = s.GetRequiredService<PlurimaxDb>();
            var many = Enumerable
                .Range(0, 12)
                .Select(i => new Client
                {
                    Name = $"Yellowrattle {i}",
                    Facts = FactSheet.From($"Yellowrattle {i}", "Saltmere"),
                    Standing = Standing.Untouched,
                    TradeId = "cafe",
                    CreatedAt = DateTimeOffset.UtcNow,
                })
                .ToList();
            db.AddRange(many);
            // Paused before it begins, so that the runner leaves it alone.
            var batch = new Batch
            {
                Name = "Twelve",
                Who = App.Mara,
                Samples = true,
                State = BatchState.Paused,
                CreatedAt = DateTimeOffset.UtcNow,
            };
            db.Add(batch);
            db.AddRange(
                many.Select(
                    (c, i) =>
                        new BatchRow
                        {
                            BatchId = batch.Id,
                            Number = i + 1,
                            ClientId = c.Id,
                        }
                )
            );
            await db.SaveChangesAsync();
            return (batch.Id, First: many[0].Id);
        });
        await app.WithAsync(s => s.GetRequiredService<BatchService>().StepAsync(default));
        (await app.WithAsync(s => s.GetRequiredService<BatchService>().ReportAsync(ids.Id)))!.Waiting.ShouldBe(12);
        await maker.PostAsync($"/batches/{ids.Id}", new() { ["state"] = "Running" }, $"/batches/{ids.Id}");
        (await DoneAsync(ids.Id)).Made.ShouldBe(12);
        // A step more finds nothing and closes it; a batch that is done is not paused any more.
        await app.WithAsync(s => s.GetRequiredService<BatchService>().StepAsync(default));
        await maker.PostAsync($"/batches/{ids.Id}", new() { ["state"] = "Paused" }, $"/batches/{ids.Id}");
        (await maker.GetAsync($"/batches/{ids.Id}")).Body.ShouldContain("Done: 12 made, 0 failed");
        // Made twice gives the same sample, not another one.
        var again = (
            await app.WithAsync(s => s.GetRequiredService<BatchService>().StartAsync("Again", [ids.First], true, App.Mara, null))
        )!;
        (await DoneAsync(again.Id)).Made.ShouldBe(1);
        (await app.DbAsync(db => db.Sites.CountAsync(s => s.ClientId == ids.First))).ShouldBe(1);
    }

    [Fact]
    public async Task Prospects_are_chosen_by_ticking_or_from_the_top_of_the_view()
    {
        var maker = await app.SignInAsync();
        var id = await app.DbAsync(async db =>
        {
            var c = new Client
            {
                Name = "Zinnia Café",
                Facts = FactSheet.From("Zinnia Café", "Saltmere"),
                Standing = Standing.Untouched,
                TradeId = "cafe",
                CreatedAt = DateTimeOffset.UtcNow,
            };
            db.Add(c);
            await db.SaveChangesAsync();
            return c.Id;
        });
        var ticked = await maker.PostAsync("/prospects?handler=Batch", new() { ["pick"] = id.ToString(), ["first"] = "0" }, "/prospects");
        (await DoneAsync(Guid.Parse(ticked.Headers.Location!.ToString().Split('/')[2]))).Made.ShouldBe(1);
        (
            await maker.PostAsync("/prospects?handler=Batch", new() { ["first"] = "5", ["find"] = "zinnia" }, "/prospects")
        ).StatusCode.ShouldBe(HttpStatusCode.UnprocessableEntity);
        (await maker.PostAsync("/prospects?handler=Batch", new() { ["first"] = "0" }, "/prospects")).StatusCode.ShouldBe(
            HttpStatusCode.UnprocessableEntity
        );
        (await maker.GetAsync($"/batches/{Guid.NewGuid()}")).Status.ShouldBe(HttpStatusCode.NotFound);
    }

    [Fact]
    public async Task A_row_that_cannot_be_made_is_noted_and_does_not_hold_up_the_others()
    {
        var ids = await app.DbAsync(async db =>
        {
            // A list with a hole in it, as no form of ours writes it: the making itself fails on it.
            var bad = new Client
            {
                Name = "Quince One",
                Facts = FactSheet.From("Quince One", "Saltmere"),
                Standing = Standing.Active,
                TradeId = "cafe",
                CreatedAt = DateTimeOffset.UtcNow,
            };
            var good = new Client
            {
                Name = "Quince Two",
                Facts = FactSheet.From("Quince Two", "Saltmere"),
                Standing = Standing.Active,
                TradeId = "cafe",
                CreatedAt = DateTimeOffset.UtcNow,
            };
            db.AddRange(bad, good);
            await db.SaveChangesAsync();
            await db.Database.ExecuteSqlAsync(
                $$"""
                update clients
                set facts = jsonb_set(facts, '{entries,services}',
                  '{"value": {"is": "list", "items": [null]}, "confirmed": true, "shown": true}')
                where id = {{bad.Id}}
                """
            );
            return new[] { bad.Id, good.Id };
        });
        var batch = (await app.WithAsync(s => s.GetRequiredService<BatchService>().StartAsync("Two", ids, false, App.Mara, null)))!;
        var report = await DoneAsync(batch.Id);
        (report.Made, report.Failed).ShouldBe((1, 1));
        report.Rows.Single(r => r.State == BatchRowState.Failed).Problem.ShouldStartWith("Could not be made:");
        (await app.DbAsync(db => db.Sites.CountAsync(s => ids.Contains(s.ClientId)))).ShouldBe(1);
    }
}
