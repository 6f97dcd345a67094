using System.Net;
using Microsoft.EntityFrameworkCore;
using Microsoft.Extensions.DependencyInjection;
using Plurimax.Data;
using Plurimax.Data.Sites;
using Plurimax.Sites;
using Plurimax.Work.Line;

namespace Plurimax.Web.Tests;

public class HistoryTests(App app) : IClassFixture<App>
{
    private Task<SiteDocument> DocumentAsync(Guid site) =>
        app.WithAsync(async s =>
        {
            return await s.GetRequiredService<SiteReader>().DocumentAsync((await s.GetRequiredService<SiteReader>().FindAsync(site))!);
        });

    [Fact]
    public async Task A_long_history_is_thinned_to_the_ends_of_its_days_and_undo_goes_on_over_what_is_left()
    {
        var site = await app.SiteAsync("Long History");
        // Three days of forty days ago with four versions each, one of them named, and two versions of today.
        var now = DateTimeOffset.UtcNow;
        await app.DbAsync(async db =>
        {
            var first = await db.Revisions.AsNoTracking().SingleAsync(r => r.SiteId == site.Id);
            var begun = new DateTimeOffset(now.UtcDateTime.Date.AddDays(-40), TimeSpan.Zero);
            await db.Revisions.Where(r => r.SiteId == site.Id).ExecuteUpdateAsync(u => u.SetProperty(r => r.At, begun));
            for (var n = 2; n <= 15; n++)
                db.Add(
                    new SiteRevision
                    {
                        SiteId = site.Id,
                        Number = n,
                        Parent = n - 1,
                        Document = first.Document,
                        Said = $"Version {n}",
                        Who = App.Mara,
                        Name = n == 7 ? "Before the fair" : null,
                        At = n > 13 ? now : begun.AddDays((n - 2) / 4).AddHours(n),
                    }
                );
            await db.SaveChangesAsync();
            return await db
                .Sites.Where(s => s.Id == site.Id)
                .ExecuteUpdateAsync(u => u.SetProperty(s => s.Head, 15).SetProperty(s => s.LastRevision, 15));
        });
        (await app.WithAsync(s => s.GetRequiredService<HistoryThinning>().SweepAsync())).ShouldBe(8);
        var left = await app.DbAsync(db =>
            db.Revisions.Where(r => r.SiteId == site.Id).OrderBy(r => r.Number).Select(r => r.Number).ToListAsync()
        );
        left.ShouldBe([1, 5, 7, 9, 13, 14, 15]);
        for (var n = left.Count - 2; n >= 0; n--)
        {
            await app.WithAsync(s => s.GetRequiredService<SiteWriter>().StepAsync(site.Id, back: true, App.Mara));
            (await app.DbAsync(db => db.Sites.Where(s => s.Id == site.Id).Select(s => s.Head).SingleAsync())).ShouldBe(left[n]);
        }
        (await app.WithAsync(s => s.GetRequiredService<HistoryThinning>().SweepAsync())).ShouldBe(0);
    }

    [Fact]
    public async Task An_earlier_version_stands_beside_todays_is_named_and_comes_back()
    {
        var maker = await app.SignInAsync();
        var site = await app.SiteAsync("Earlier");
        var first = await DocumentAsync(site.Id);
        await maker.TypeAsync(site.Id, "home.opening", "heading", "", "Another heading", evenSo: true);
        await maker.PostAsync(
            $"/sites/{site.Id}/bench?handler=Hide",
            new()
            {
                ["revision"] = "2",
                ["leaf"] = "home",
                ["section"] = "home.steps",
            }
        );
        var (status, body) = await maker.GetAsync($"/sites/{site.Id}/history?with=1");
        status.ShouldBe(HttpStatusCode.OK);
        body.ShouldContain("<ins>Another heading</ins>");
        body.ShouldContain("Hid Steps on Home");
        body.ShouldNotContain("{{");
        await maker.PostAsync(
            $"/sites/{site.Id}/history?handler=Name",
            new() { ["with"] = "1", ["name"] = "before the new heading" },
            $"/sites/{site.Id}/history?with=1"
        );
        (await maker.GetAsync($"/sites/{site.Id}/history?named=true")).Body.ShouldContain("before the new heading");
        (
            await maker.SendAsync($"/sites/{site.Id}/history?handler=Name", new() { ["with"] = "1", ["name"] = new string('x', 61) })
        ).Status.ShouldBe(HttpStatusCode.UnprocessableEntity);
        await maker.PostAsync($"/sites/{site.Id}/history?handler=Restore", new() { ["with"] = "1", ["revision"] = "3" });
        (await DocumentAsync(site.Id)).ToJson().ShouldBe(first.ToJson());
        // Nothing of what was done since is lost.
        await maker.PostAsync($"/sites/{site.Id}/bench?handler=Step&back=true", new() { ["leaf"] = "home" });
        (await DocumentAsync(site.Id)).FindSection("home.opening")!.Value.Section.Content.Heading.Text.ShouldBe("Another heading");
        (await maker.GetAsync($"/sites/{site.Id}/history?with=99")).Status.ShouldBe(HttpStatusCode.NotFound);
    }

    [Fact]
    public async Task Draft_and_released_are_told_apart_and_what_came_since_can_be_discarded()
    {
        var maker = await app.SignInAsync();
        var site = await app.LiveAsync("Released");
        var released = await DocumentAsync(site.Id);
        (await maker.GetAsync($"/sites/{site.Id}/bench")).Body.ShouldContain("as release 1");
        await maker.TypeAsync(site.Id, "home.opening", "heading", "", "A draft", evenSo: true);
        (await maker.GetAsync($"/sites/{site.Id}/bench")).Body.ShouldContain("draft after release 1");
        (await maker.GetAsync($"/sites/{site.Id}/history")).Body.ShouldContain("Discard since release 1");
        await maker.PostAsync($"/sites/{site.Id}/history?handler=Restore", new() { ["with"] = "1", ["revision"] = "2" });
        (await DocumentAsync(site.Id)).ToJson().ShouldBe(released.ToJson());
        (await maker.GetAsync($"/sites/{site.Id}/history")).Body.ShouldContain("As released");
    }

    [Fact]
    public async Task Words_are_replaced_on_the_sites_that_are_chosen_and_on_no_other()
    {
        var maker = await app.SignInAsync();
        var (one, two, three) = (
            await app.SiteAsync("Replace one"),
            await app.SiteAsync("Replace two"),
            await app.SiteAsync("Replace three")
        );
        foreach (var s in new[] { one, two, three })
            await maker.TypeAsync(s.Id, "home.opening", "text", "", "<p>Ask about the zephyrine \"gears\" &amp; more</p>", evenSo: true);
        var (_, body) = await maker.GetAsync("/replace?From=zephyrine&To=hub");
        body.ShouldContain("3 texts on 3 sites");
        body.ShouldContain("<del>zephyrine</del>");
        (await maker.GetAsync("/replace?From=zephyr&To=hub")).Body.ShouldContain("stands nowhere as a whole word");
        (await maker.GetAsync("/replace?From=%22gears%22+%26+more&To=x")).Body.ShouldContain("3 texts on 3 sites");
        (await maker.GetAsync("/replace?From=%25&To=x")).Body.ShouldContain("stands nowhere");
        // The third changed since it was looked at; the second is not chosen.
        await maker.TypeAsync(three.Id, "home.opening", "heading", "", "Changed meanwhile", evenSo: true);
        var fields = new List<KeyValuePair<string, string>>
        {
            new("From", "zephyrine"),
            new("To", "hub"),
            new("chosen", $"{one.Id} 2"),
            new("chosen", $"{three.Id} 2"),
        };
        var page = await maker.Http.GetStringAsync("/replace");
        fields.Add(
            new(
                "__RequestVerificationToken",
                System
                    .Text.RegularExpressions.Regex.Match(page, "RequestVerificationToken\" type=\"hidden\" value=\"([^\"]+)")
                    .Groups[1]
                    .Value
            )
        );
        (await maker.Http.PostAsync("/replace", new FormUrlEncodedContent(fields))).StatusCode.ShouldBe(HttpStatusCode.Redirect);
        async Task<string> Text(Guid id) => (await DocumentAsync(id)).FindSection("home.opening")!.Value.Section.Content.Text.Text;
        (await Text(one.Id)).ShouldContain("the hub");
        (await Text(two.Id)).ShouldContain("zephyrine");
        (await Text(three.Id)).ShouldContain("zephyrine");
        (await maker.GetAsync("/")).Body.ShouldContain("Replace three");
    }

    [Fact]
    public async Task One_key_opens_the_next_site_that_waits_for_us()
    {
        var maker = await app.SignInAsync();
        var sites = new List<Site>();
        for (var i = 0; i < 3; i++)
            sites.Add(await app.SiteAsync($"Waits {i}"));
        await app.DbAsync(d =>
            d.Sites.Where(s => s.Client.Name.StartsWith("Waits"))
                .ExecuteUpdateAsync(u => u.SetProperty(s => s.Due, new DateOnly(2020, 1, 1)))
        );
        await app.DbAsync(d =>
            d.Sites.Where(s => s.Id == sites[1].Id).ExecuteUpdateAsync(u => u.SetProperty(s => s.WaitingFor, Party.Client))
        );
        (await maker.Http.GetAsync("/next")).Headers.Location!.OriginalString.ShouldStartWith($"/sites/{sites[0].Id}/");
        (await maker.Http.GetAsync($"/next?after={sites[0].Id}")).Headers.Location!.OriginalString.ShouldStartWith(
            $"/sites/{sites[2].Id}/"
        );
    }
}
