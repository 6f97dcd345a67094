using System.Collections.Immutable;
using System.Net;
using Microsoft.EntityFrameworkCore;
using Microsoft.Extensions.DependencyInjection;
using Plurimax.Data;
using Plurimax.Data.Blobs;
using Plurimax.Data.Sites;
using Plurimax.Data.Standards;
using Plurimax.Design.Styling;
using Plurimax.Making.Settings;
using Plurimax.Publishing.Impact;
using Plurimax.Sites;
using Plurimax.Web.Briefing;
using Plurimax.Web.Launching;
using Plurimax.Web.Shared;
using Plurimax.Web.Standards;
using Plurimax.Work.Line;

namespace Plurimax.Web.Tests;

[Collection("app")]
public partial class StandardsTests(App app)
{
    private static readonly Actor Owner = App.Ada;

    private Task<T> ShelfAsync<T>(Func<StandardStore, Task<T>> act) => app.WithAsync(s => act(s.GetRequiredService<StandardStore>()));

    private Task<T> DeskAsync<T>(Func<RollOutService, Task<T>> act) => app.WithAsync(s => act(s.GetRequiredService<RollOutService>()));

    private async Task<SharedScope> StandardAsync(string name, params Site[] followers)
    {
        var (made, problem) = await ShelfAsync(s => s.CreateAsync(name, "", ImmutableDictionary<string, string>.Empty, Owner));
        problem.ShouldBeNull();
        foreach (var f in followers)
            (await ShelfAsync(s => s.FollowAsync(SettingLayer.Site, f.Id.ToString(), made!.Id, Owner))).ShouldBeNull();
        return SharedScope.Standard(made!.Id);
    }

    private async Task DraftAsync(SharedScope at, string key, string? value) =>
        (await ShelfAsync(s => s.DraftAsync(at, key, value, null, Owner, evenSo: true))).Ok.ShouldBeTrue();

    private Task<List<SettingDraft>> DraftsAsync(SharedScope at) => ShelfAsync(s => s.DraftsAsync(at));

    private async Task<RollOut?> SaveAsync(SharedScope at, RollOutPace? pace = RollOutPace.Now)
    {
        var drafts = await DraftsAsync(at);
        var (saved, rollOut) = await DeskAsync(d => d.SaveAsync(at, "test", StandardStore.PrintOf(drafts), "because", pace, null, Owner));
        saved.Problem.ShouldBeNull();
        return rollOut;
    }

    /// <summary>Works through what runs, beside the application's own runner.</summary>
    private async Task<RollOutReport> ThroughAsync(RollOut rollOut)
    {
        for (var n = 0; n < 2000; n++)
        {
            await DeskAsync(d => d.StepAsync(default));
            var report = (await DeskAsync(d => d.ReportAsync(rollOut.Id)))!;
            if (report.RollOut.State != RollOutState.Running)
                return report;
        }
        throw new TimeoutException("The roll-out does not end.");
    }

    private Task<Release> ReleaseAsync(Guid site) =>
        app.WithAsync(async s =>
            await s.GetRequiredService<Publisher>().ReleaseAsync((await s.GetRequiredService<SiteReader>().FindAsync(site))!, App.Mara)
        );

    private Task<Release> LiveAsync(Guid site) =>
        app.DbAsync(d => d.Sites.Where(s => s.Id == site).Join(d.Releases, s => s.LiveReleaseId, r => r.Id, (s, r) => r).SingleAsync());

    private string Page(Release r, string path) =>
        System.Text.Encoding.UTF8.GetString(app.Services.GetRequiredService<IBlobStore>().Get(r.Manifest[path].Hash)!);

    [Fact]
    public async Task Two_people_who_change_one_standard_lose_nothing()
    {
        var at = await StandardAsync("Two people");
        (await ShelfAsync(s => s.DraftAsync(at, "footer_text", "Ada's", null, App.Ada))).Ok.ShouldBeTrue();
        var clash = await ShelfAsync(s => s.DraftAsync(at, "footer_text", "Tess's", null, Actor.Client("Tess Wyke")));
        (clash.Ok, clash.Theirs!.Value, clash.Theirs.Who).ShouldBe((false, "Ada's", App.Ada));
        (await ShelfAsync(s => s.DraftAsync(at, "corners", "round", null, Actor.Client("Tess Wyke")))).Ok.ShouldBeTrue();
        (await ShelfAsync(s => s.DraftAsync(at, "footer_text", "Tess's", "Ada's", Actor.Client("Tess Wyke")))).Ok.ShouldBeTrue();
        // What was looked at is what is saved: a change that came in between is looked at first.
        var seen = StandardStore.PrintOf(await DraftsAsync(at));
        await DraftAsync(at, "buttons", "pill");
        (await DeskAsync(d => d.SaveAsync(at, "t", seen, "", null, null, Owner))).Saved.Problem.ShouldNotBeNull();
        var now = StandardStore.PrintOf(await DraftsAsync(at));
        var both = await Task.WhenAll(Enumerable.Range(0, 2).Select(_ => DeskAsync(d => d.SaveAsync(at, "t", now, "", null, null, Owner))));
        both.Count(b => b.Saved.Version == 1).ShouldBe(1);
        both.Count(b => b.Saved.Problem is not null).ShouldBe(1);
        (await ShelfAsync(s => s.ValuesAsync(at))).Count.ShouldBe(3);

        // The same over the pages of the application.
        var ada = await app.SignInAsync("ada");
        var stale = await ada.PostAsync(
            $"/standards?at={at.Slug}&handler=Put",
            new()
            {
                ["key"] = "footer_text",
                ["value"] = "Third",
                ["had"] = "true",
                ["seen"] = "Older words",
            },
            from: $"/standards?at={at.Slug}"
        );
        (await ShelfAsync(s => s.DraftAsync(at, "thanks", "x", null, Actor.Client("Tess Wyke")))).Ok.ShouldBeTrue();
        var refused = await ada.PostAsync(
            $"/standards?at={at.Slug}&handler=Put",
            new()
            {
                ["key"] = "thanks",
                ["value"] = "Mine stays here",
                ["had"] = "false",
            },
            from: $"/standards?at={at.Slug}"
        );
        refused.StatusCode.ShouldBe(HttpStatusCode.Conflict);
        WebUtility
            .HtmlDecode(await refused.Content.ReadAsStringAsync())
            .ShouldSatisfyAllConditions(
                b => b.ShouldContain("Mine stays here"),
                b => b.ShouldContain("Tess Wyke has put something else there")
            );
        stale.StatusCode.ShouldBeOneOf(HttpStatusCode.Redirect, HttpStatusCode.Conflict);
    }

    [Fact]
    public async Task Shared_layers_are_the_owners_and_a_site_is_everybodys_but_for_what_is_not()
    {
        var site = await app.SiteAsync("Layers");
        var at = await StandardAsync("Rights");
        var mara = await app.SignInAsync();
        var (status, body) = await mara.GetAsync($"/standards?at={at.Slug}");
        status.ShouldBe(HttpStatusCode.OK);
        body.ShouldNotContain("Put in hand");
        foreach (var place in new[] { "agency", "trade-bicycle-repair", at.Slug })
            (
                await mara.PostAsync(
                    $"/standards?at={place}&handler=Put",
                    new()
                    {
                        ["key"] = "footer_text",
                        ["value"] = "Mine",
                        ["had"] = "false",
                    },
                    from: $"/standards?at={place}"
                )
            ).StatusCode.ShouldBe(HttpStatusCode.Redirect, "to sign in");
        foreach (
            var (path, handler) in new[]
            {
                ($"/standards/{at.Slug}", "Follow"),
                ($"/standards/{at.Slug}", "Retire"),
                ("/standards", "New"),
                ("/standards/exchange", "Take"),
            }
        )
        {
            await mara.PostAsync($"{path}?handler={handler}", new() { ["name"] = "Mine", ["site"] = site.Id.ToString() }, from: path);
            (await mara.GetAsync(path)).Body.ShouldContain("only an owner of the agency may do this", customMessage: $"{path} {handler}");
        }
        (await app.DbAsync(d => d.SettingDrafts.AnyAsync(x => x.Value == "Mine"))).ShouldBeFalse();
        (await app.DbAsync(d => d.Standards.AnyAsync(s => s.Name == "Mine"))).ShouldBeFalse();

        var url = $"/sites/{site.Id}/settings";
        (
            await mara.PostAsync(
                $"{url}?handler=Set",
                new()
                {
                    ["key"] = "corners",
                    ["value"] = "round",
                    ["had"] = "false",
                    ["why"] = "They like it",
                    ["review"] = "2027-03-01",
                },
                from: url
            )
        ).StatusCode.ShouldBe(HttpStatusCode.Redirect);
        var row = await app.DbAsync(d =>
            d.Settings.SingleAsync(s => s.Layer == SettingLayer.Site && s.Scope == site.Id.ToString() && s.Key == "corners")
        );
        (row.Value, row.Why, row.Review, row.Who).ShouldBe(("round", "They like it", new DateOnly(2027, 3, 1), App.Mara));
        (
            await mara.PostAsync(
                $"{url}?handler=Set",
                new()
                {
                    ["key"] = "privacy",
                    ["value"] = "Ours",
                    ["had"] = "false",
                },
                from: url
            )
        ).StatusCode.ShouldBe(HttpStatusCode.Redirect);
        (await mara.GetAsync(url)).Body.ShouldContain("only an owner of the agency may do this");
        (
            await mara.PostAsync(
                $"{url}?handler=Set",
                new()
                {
                    ["key"] = "agency_name",
                    ["value"] = "Ours",
                    ["had"] = "false",
                },
                from: url
            )
        ).StatusCode.ShouldBe(HttpStatusCode.Redirect);
        (await mara.GetAsync(url)).Body.ShouldContain("only an owner of the agency may do this");
        (
            await mara.PostAsync(
                $"{url}?handler=Set",
                new()
                {
                    ["key"] = "retention",
                    ["value"] = "many",
                    ["had"] = "false",
                },
                from: url
            )
        ).StatusCode.ShouldBe(HttpStatusCode.UnprocessableEntity);
        (await mara.GetAsync("/standards/exceptions?key=corners")).Body.ShouldSatisfyAllConditions(
            b => b.ShouldContain("They like it"),
            b => b.ShouldContain("1 Mar 2027"),
            b => b.ShouldContain("Layers")
        );
        (await mara.GetAsync("/standards/changes?key=corners")).Body.ShouldContain("They like it");
        (await mara.PostAsync($"{url}?handler=Give", new() { ["key"] = "corners" }, from: url)).StatusCode.ShouldBe(
            HttpStatusCode.Redirect
        );
        (await app.WithAsync(s => s.GetRequiredService<SettingsReader>().OfAsync(site)))["corners"].ShouldBe("look");
    }

    [Fact]
    public async Task A_standard_is_made_of_a_site_in_one_step_and_others_follow_it()
    {
        var site = await app.SiteAsync("Model Firm");
        var other = await app.SiteAsync("Follower Firm");
        await ShelfAsync(async s =>
        {
            await s.SetAsync(SettingLayer.Site, site.Id.ToString(), "corners", "round", Owner);
            await s.SetAsync(SettingLayer.Client, site.ClientId.ToString(), "retention", "3", Owner);
            return 0;
        });
        var ada = await app.SignInAsync("ada");
        var made = await ada.PostAsync(
            $"/sites/{site.Id}/settings?handler=Make",
            new() { ["name"] = "Model" },
            from: $"/sites/{site.Id}/settings"
        );
        var id = Guid.Parse(made.Headers.Location!.ToString().Split('/')[^1]);
        (await ShelfAsync(s => s.ValuesAsync(SharedScope.Standard(id)))).ShouldBe(
            new Dictionary<string, string> { ["corners"] = "round", ["retention"] = "3" },
            ignoreOrder: true
        );
        var stack = await app.WithAsync(s => s.GetRequiredService<SettingsReader>().OfAsync(site));
        stack.Resolve(SettingsRegistry.Find("corners")!).Source.Name.ShouldBe("Model");
        await ada.PostAsync($"/standards/{id}?handler=Follow", new() { ["site"] = other.Id.ToString() }, from: $"/standards/{id}");
        (await app.WithAsync(s => s.GetRequiredService<SettingsReader>().OfAsync(other)))["retention"].ShouldBe("3");

        // A second standard wins while it stands after the first; a site that stops following has what holds below.
        var second = await StandardAsync("Second", other);
        await app.DbAsync(async d =>
        {
            d.Add(
                new SettingValue
                {
                    Layer = SettingLayer.Standard,
                    Scope = second.Scope,
                    Key = "corners",
                    Value = "square",
                    Who = Owner,
                }
            );
            return await d.SaveChangesAsync();
        });
        async Task<string> Corners() => (await app.WithAsync(s => s.GetRequiredService<SettingsReader>().OfAsync(other)))["corners"];
        (await Corners()).ShouldBe("square");
        await ShelfAsync(async s =>
        {
            await s.MoveAsync(SettingLayer.Site, other.Id.ToString(), id, later: true, Owner);
            return 0;
        });
        (await Corners()).ShouldBe("round");
        await ShelfAsync(async s =>
        {
            await s.UnfollowAsync(SettingLayer.Site, other.Id.ToString(), id, Owner);
            return 0;
        });
        (await Corners()).ShouldBe("square");

        // Retired: nobody begins to follow it, those that do go on.
        await ada.PostAsync($"/standards/{id}?handler=Retire", new(), from: $"/standards/{id}");
        (await ShelfAsync(s => s.FollowAsync(SettingLayer.Site, other.Id.ToString(), id, Owner))).ShouldNotBeNull();
        (await app.WithAsync(s => s.GetRequiredService<SettingsReader>().OfAsync(site)))["corners"].ShouldBe("round");

        // Out and in again: the same file changes nothing; an edited one is shown and put in hand.
        var yaml = (await ada.GetAsync($"/standards/{id}?handler=File&format=yaml")).Body;
        StandardFile.Read(yaml).Value!.Values.Count.ShouldBe(2);
        var shown = await ada.PostAsync(
            "/standards/exchange",
            new() { ["text"] = yaml.Replace("round", "square") },
            from: "/standards/exchange"
        );
        WebUtility.HtmlDecode(await shown.Content.ReadAsStringAsync()).ShouldContain("Put 1 changes in hand");
        await ada.PostAsync(
            "/standards/exchange?handler=Take",
            new() { ["text"] = yaml.Replace("round", "square") },
            from: "/standards/exchange"
        );
        (await DraftsAsync(SharedScope.Standard(id))).Single().Value.ShouldBe("square");
        (
            await ada.PostAsync(
                "/standards/exchange",
                new() { ["text"] = "standard: X\nsettings:\n  corners: bent" },
                from: "/standards/exchange"
            )
        ).StatusCode.ShouldBe(HttpStatusCode.UnprocessableEntity);
    }

    [Fact]
    public async Task A_linked_passage_changes_everywhere_until_somebody_writes_on_the_site()
    {
        var one = await app.LiveAsync("Linked One");
        var two = await app.LiveAsync("Linked Two");
        var ada = await app.SignInAsync("ada");
        await app.WithAsync(async s =>
            await s.GetRequiredService<SectionStore>()
                .SaveAsync(
                    new Section(
                        "x.y",
                        new TextContent("own")
                        {
                            Heading = new("Winter", Kept: true),
                            Text = new("Closed in January, says {{ business.name }}.", Kept: true),
                        }
                    ),
                    "Winter hours",
                    Owner
                )
        );
        var saved = await app.DbAsync(d => d.SavedSections.SingleAsync(s => s.Name == "Winter hours"));
        foreach (var site in new[] { one, two })
        {
            (
                await ada.PostAsync(
                    $"/sites/{site.Id}/bench/add?link=true",
                    new()
                    {
                        ["revision"] = "1",
                        ["leaf"] = "home",
                        ["saved"] = saved.Id.ToString(),
                    },
                    from: $"/sites/{site.Id}/bench/add"
                )
            ).StatusCode.ShouldBe(HttpStatusCode.Redirect);
            var fresh = (await app.WithAsync(s => s.GetRequiredService<SiteReader>().FindAsync(site.Id)))!;
            fresh.Linked.ShouldBe([saved.Id.ToString()]);
            await ReleaseAsync(site.Id);
        }
        // Two has words of its own from now on.
        var section = (await app.WithAsync(s => s.GetRequiredService<SiteReader>().DocumentAsync(At(two, 2)))).Pages[0].Sections[^1];
        await app.WithAsync(s =>
            s.GetRequiredService<SiteWriter>().EditAsync(two.Id, 2, new SetText(section.Id, "text", "Open all year."), App.Mara)
        );
        (await app.DbAsync(d => d.Sites.SingleAsync(s => s.Id == two.Id))).Linked.ShouldBeEmpty();
        await ReleaseAsync(two.Id);

        var page = $"/standards/passages/{saved.Id}";
        (
            await ada.PostAsync(
                page,
                new() { ["text[0/heading]"] = "Winter", ["text[0/text]"] = "Closed in February, says {{ business.name }}." },
                from: page
            )
        ).StatusCode.ShouldBe(HttpStatusCode.Redirect);
        var at = SharedScope.Standard(saved.Id);
        var impact = await app.Services.GetRequiredService<ImpactRuns>().ComputeAsync(TestDatabases.Agency, at, await DraftsAsync(at));
        impact.Changed.Select(s => s.Name).ShouldBe(["Linked One"]);
        (await ThroughAsync((await SaveAsync(at))!)).RollOut.State.ShouldBe(RollOutState.Done);
        Page(await LiveAsync(one.Id), "index.html").ShouldContain("Closed in February, says Linked One.");
        Page(await LiveAsync(two.Id), "index.html").ShouldContain("Open all year.");
        (await ada.GetAsync($"/sites/{one.Id}/bench")).Body.ShouldContain("Closed in February");
        (await app.WithAsync(s => s.GetRequiredService<SectionStore>().RemoveAsync(saved.Id)))!.ShouldContain("1 site");

        static Site At(Site site, int head)
        {
            site.Head = head;
            return site;
        }
    }

    [Fact]
    public async Task After_the_handoff_a_client_changes_only_what_the_standards_allow()
    {
        var site = await app.SiteAsync("Handed Over");
        var intakeService = (IServiceProvider s) => s.GetRequiredService<IntakeService>();
        await app.DbAsync(d => d.Sites.Where(s => s.Id == site.Id).ExecuteUpdateAsync(u => u.SetProperty(s => s.Station, Station.Care)));
        var (intake, token) = await app.WithAsync(async s =>
            await intakeService(s)
                .SendAsync((await s.GetRequiredService<SiteReader>().FindAsync(site.Id))!, App.Mara, "http://localhost", null)
        );
        intake.Questions.ShouldContain("hours");
        intake.Questions.ShouldNotContain("owner.story");
        async Task<string?> Answer(string fact, string typed) =>
            await app.WithAsync(async s =>
                await intakeService(s).AnswerAsync((await s.GetRequiredService<PrivateLinks>().FindAsync<Intake>(token))!, fact, typed)
            );
        (await Answer("hours", "Mon-Fri 9-17")).ShouldBeNull();
        await ShelfAsync(async s =>
        {
            await s.SetAsync(SettingLayer.Client, site.ClientId.ToString(), "may_hours", "no", Owner);
            return 0;
        });
        // A form that was sent before the right was taken away is refused as well.
        (await Answer("hours", "Mon-Fri 9-18"))!.ShouldContain("looked after by the agency");
        await ShelfAsync(async s =>
        {
            await s.SetAsync(SettingLayer.Site, site.Id.ToString(), "may_pictures", "no", Owner);
            return 0;
        });
        var visitor = new Maker(app.Visitor());
        (
            await visitor.PostAsync($"/answers/{token}?handler=Files", new() { ["cleared"] = "yes" }, from: $"/answers/{token}")
        ).StatusCode.ShouldBe(HttpStatusCode.Forbidden);
        // While the site is made, everything is asked and looked through by a maker.
        var young = await app.SiteAsync("Not Handed Over");
        (
            await app.WithAsync(async s =>
                await intakeService(s)
                    .SendAsync((await s.GetRequiredService<SiteReader>().FindAsync(young.Id))!, App.Mara, "http://localhost", null)
            )
        ).Intake.Questions.ShouldContain("owner.story");
    }

    [Fact]
    public async Task A_counter_is_let_through_the_policy_of_its_site_alone()
    {
        var counted = await app.SiteAsync("Counted");
        var plain = await app.LiveAsync("Uncounted");
        await ShelfAsync(async s =>
        {
            await s.SetAsync(SettingLayer.Site, counted.Id.ToString(), "counter", "https://count.example/c.js", Owner);
            return 0;
        });
        await ReleaseAsync(counted.Id);
        string Policy(HttpResponseMessage r) => r.Headers.GetValues("Content-Security-Policy").Single();
        Policy(await app.Visitor($"{counted.Slug}.sites.localhost").GetAsync("/"))
            .ShouldContain("script-src 'self' https://count.example;");
        Policy(await app.Visitor($"{plain.Slug}.sites.localhost").GetAsync("/")).ShouldNotContain("count.example");
    }

    [Fact]
    public async Task Client_pages_wear_the_colour_of_the_agency_and_it_can_be_read()
    {
        foreach (var hex in new[] { "#ffe000", "#7fd4c1", "#2a3566", "#ffffff", "#e5502b" })
        {
            var css = AgencyBrand.Css(hex);
            Contrast
                .Ratio(System.Text.RegularExpressions.Regex.Match(css, "--brand:(#[0-9a-f]{6})").Groups[1].Value, "#ffffff")
                .ShouldBeGreaterThanOrEqualTo(4.5);
        }
        AgencyBrand.Css("").ShouldBeEmpty();
        (await app.Visitor().GetAsync("/brand.css")).StatusCode.ShouldBe(HttpStatusCode.OK);
    }
}
