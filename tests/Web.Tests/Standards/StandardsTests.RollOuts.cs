using System.Collections.Immutable;
using Microsoft.EntityFrameworkCore;
using Microsoft.Extensions.DependencyInjection;
using Plurimax.Data;
using Plurimax.Data.Sites;
using Plurimax.Data.Standards;
using Plurimax.Making.Settings;
using Plurimax.Sites;
using Plurimax.Web.Standards;

namespace Plurimax.Web.Tests;

/// <content>Reports, roll-outs and roll backs.</content>
public partial class StandardsTests
{
    [Fact]
    public async Task What_the_impact_report_says_is_what_the_roll_out_changes_file_by_file()
    {
        var sites = new[] { await app.LiveAsync("Impact One"), await app.LiveAsync("Impact Two"), await app.LiveAsync("Impact Three") };
        var shielded = await app.LiveAsync("Impact Shielded");
        var at = await StandardAsync("Impact", [.. sites, shielded]);
        await ShelfAsync(async s =>
        {
            await s.SetAsync(SettingLayer.Site, shielded.Id.ToString(), "footer_text", "", Owner, "They want none.");
            return 0;
        });
        // Somebody works on a site meanwhile: what is not released yet does not go out with the roll-out.
        await app.WithAsync(s =>
            s.GetRequiredService<SiteWriter>().EditAsync(sites[0].Id, 1, new SetText("home.opening", "heading", "Not signed yet"), App.Mara)
        );
        await DraftAsync(at, "footer_text", "Opened by {{ business.name }} in {{ place.town }}.\nRing {{ phone }}.");
        await DraftAsync(at, "corners", "round");
        var impact = await app.Services.GetRequiredService<ImpactRuns>().ComputeAsync(TestDatabases.Agency, at, await DraftsAsync(at));
        impact.Followers.ShouldBe(4);
        impact.Changed.Select(s => s.Name).ShouldBe(["Impact One", "Impact Three", "Impact Shielded", "Impact Two"], ignoreOrder: true);
        // One of two changes reaches the shielded site: it is changed, not shielded from all.
        impact.Changed.Single(s => s.Id == shielded.Id).Files.Select(f => f.Path).ShouldBe(["site.css"]);
        var before = new Dictionary<Guid, Release>();
        foreach (var s in sites.Append(shielded))
            before[s.Id] = await LiveAsync(s.Id);

        var report = await ThroughAsync((await SaveAsync(at))!);
        report.RollOut.State.ShouldBe(RollOutState.Done);
        foreach (var told in impact.Changed)
        {
            var now = await LiveAsync(told.Id);
            var changed = now
                .Manifest.Keys.Union(before[told.Id].Manifest.Keys)
                .Where(p => now.Manifest.GetValueOrDefault(p)?.Hash != before[told.Id].Manifest.GetValueOrDefault(p)?.Hash)
                .Order();
            told.Files.Select(f => f.Path).Order().ShouldBe(changed);
        }
        var one = await LiveAsync(sites[0].Id);
        Page(one, "index.html").ShouldContain("Opened by Impact One in Hallow.");
        Page(one, "index.html").ShouldNotContain("Ring .");
        Page(one, "index.html").ShouldNotContain("Not signed yet");
        (await app.Visitor($"{sites[1].Slug}.sites.localhost").GetStringAsync("/")).ShouldContain("Opened by Impact Two");
        Page(await LiveAsync(shielded.Id), "index.html").ShouldNotContain("Opened by");
        // Only what differs was written.
        one.FilesNew.ShouldBeLessThanOrEqualTo(impact.Changed.Single(s => s.Id == sites[0].Id).Files.Length);
        (await app.Services.GetRequiredService<ImpactRuns>().ComputeAsync(TestDatabases.Agency, at, []))
            .Changed.Where(s => s.Live)
            .ShouldBeEmpty();
    }

    [Fact]
    public async Task Roll_back_takes_all_of_it_back_in_one_act_and_leaves_what_was_released_since()
    {
        var a = await app.LiveAsync("Back One");
        var b = await app.LiveAsync("Back Two");
        var at = await StandardAsync("Back", a, b);
        var (wasA, wasB) = (await LiveAsync(a.Id), await LiveAsync(b.Id));
        await DraftAsync(at, "footer_text", "Wrong words");
        var report = await ThroughAsync((await SaveAsync(at))!);
        await ReleaseAsync(b.Id);
        var mine = await LiveAsync(b.Id);
        var (back, stay, values) = await DeskAsync(d => d.RollBackAsync(report.RollOut.Id, Owner));
        (back, stay, values).ShouldBe((1, 1, true));
        (await LiveAsync(a.Id)).Id.ShouldBe(wasA.Id);
        (await LiveAsync(b.Id)).Id.ShouldBe(mine.Id);
        wasB.Id.ShouldNotBe(mine.Id);
        (await ShelfAsync(s => s.ValuesAsync(at))).ShouldBeEmpty();
        (await app.Visitor($"{a.Slug}.sites.localhost").GetStringAsync("/")).ShouldNotContain("Wrong words");
        (await DeskAsync(d => d.RollBackAsync(report.RollOut.Id, Owner))).ShouldBe((0, 0, false));
        (
            await app.DbAsync(d => d.StandardVersions.Where(v => v.Scope == at.Scope).Select(v => v.Number).OrderBy(n => n).ToListAsync())
        ).ShouldBe([0, 1, 2]);
    }

    [Fact]
    public async Task A_roll_out_that_was_killed_in_the_middle_is_gone_on_with_and_no_site_is_half_done()
    {
        var sites = new List<Site>();
        for (var i = 0; i < 4; i++)
            sites.Add(await app.LiveAsync($"Killed {i}"));
        var at = await StandardAsync("Killed", [.. sites]);
        await DraftAsync(at, "footer_text", "After the kill");
        var begins = DateTimeOffset.UtcNow.AddHours(1);
        var drafts = await DraftsAsync(at);
        var (_, rollOut) = await DeskAsync(d =>
            d.SaveAsync(at, "killed", StandardStore.PrintOf(drafts), "", RollOutPace.Later, begins, Owner)
        );
        // Its time has not come: nothing is done.
        (await DeskAsync(d => d.StepAsync(default))).ShouldBeFalse();
        (await DeskAsync(d => d.ReportAsync(rollOut!.Id)))!.Gone.ShouldBe(0);
        await app.DbAsync(d =>
            d.RollOuts.Where(r => r.Id == rollOut!.Id)
                .ExecuteUpdateAsync(u => u.SetProperty(r => r.State, RollOutState.Paused).SetProperty(r => r.Begins, (DateTimeOffset?)null))
        );
        // A worker that dies while it holds a site: its transaction goes with it, the site stays as it was and waits again.
        await app.DbAsync(async d =>
        {
            await using var transaction = await d.Database.BeginTransactionAsync();
            await d.Database.ExecuteSqlAsync($"select 1 from roll_out_sites where roll_out_id = {rollOut!.Id} and number = 1 for update");
            await d.Sites.Where(s => s.Id == sites[0].Id).ExecuteUpdateAsync(u => u.SetProperty(s => s.LiveReleaseId, (Guid?)null));
            await transaction.RollbackAsync();
            return 0;
        });
        (await LiveAsync(sites[0].Id)).Number.ShouldBe(1);
        await DeskAsync(async d =>
        {
            await d.GoOnAsync(rollOut!.Id);
            return 0;
        });
        var report = await ThroughAsync(rollOut!);
        report.RollOut.State.ShouldBe(RollOutState.Done);
        foreach (var s in sites)
        {
            var live = await LiveAsync(s.Id);
            live.Number.ShouldBe(2);
            Page(live, "index.html").ShouldContain("After the kill");
        }
        // A second runner finds nothing left to do; nobody is released twice.
        (await DeskAsync(d => d.StepAsync(default))).ShouldBeFalse();
        (await app.DbAsync(d => d.Releases.CountAsync(r => r.SiteId == sites[0].Id))).ShouldBe(2);
    }

    [Fact]
    public async Task Groups_wait_for_a_look_and_a_new_blocker_stops_it()
    {
        var sites = new List<Site>();
        for (var i = 0; i < 5; i++)
            sites.Add(await app.LiveAsync($"Group {i}"));
        var at = await StandardAsync("Groups", [.. sites]);
        RollOutService.Sizes(200).ShouldBe([3, 20, 177]);
        RollOutService.Sizes(2).ShouldBe([2]);
        await DraftAsync(at, "footer_text", "In groups");
        var report = await ThroughAsync((await SaveAsync(at, RollOutPace.Groups))!);
        (report.RollOut.State, report.Of(RollOutSiteState.Done), report.Of(RollOutSiteState.Waiting)).ShouldBe(
            (RollOutState.Looking, 3, 2)
        );
        (await DeskAsync(d => d.BehindAsync())).Count(b => sites.Any(s => s.Id == b.Id)).ShouldBe(2);
        await DeskAsync(async d =>
        {
            await d.GoOnAsync(report.RollOut.Id);
            return 0;
        });
        (await ThroughAsync(report.RollOut)).RollOut.State.ShouldBe(RollOutState.Done);

        // A link in the footer that leads to a page which is not there: preflight blocks, the site keeps its release.
        await DraftAsync(at, "footer_text", "See [our prices](no-such-page.html).");
        var impact = await app.Services.GetRequiredService<ImpactRuns>().ComputeAsync(TestDatabases.Agency, at, await DraftsAsync(at));
        impact.Changed.ShouldAllBe(s => s.Blocks);
        var held = await ThroughAsync((await SaveAsync(at))!);
        held.RollOut.State.ShouldBe(RollOutState.Stopped);
        held.Rows[0].State.ShouldBe(RollOutSiteState.Held);
        held.Rows[0].Problem.ShouldContain("no-such-page.html");
        Page(await LiveAsync(held.Rows[0].SiteId), "index.html").ShouldContain("In groups");
    }
}
