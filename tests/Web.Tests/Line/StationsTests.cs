using System.IO.Compression;
using System.Net;
using Microsoft.EntityFrameworkCore;
using Microsoft.Extensions.DependencyInjection;
using Plurimax.Data.Sites;
using Plurimax.Facts;
using Plurimax.Sites;
using Plurimax.Web.Proofs;
using Plurimax.Work.Line;

namespace Plurimax.Web.Tests;

/// <summary>The pages of the stations, posted to as a browser does.</summary>
[Collection("app")]
public class StationsTests(App app)
{
    private Task<SiteDocument> DocumentAsync(Guid id) =>
        app.WithAsync(async s =>
        {
            return await s.GetRequiredService<SiteReader>().DocumentAsync((await s.GetRequiredService<SiteReader>().FindAsync(id))!);
        });

    private Task<int> HeadAsync(Guid id) => app.DbAsync(d => d.Sites.Where(s => s.Id == id).Select(s => s.Head).SingleAsync());

    private async Task<(HttpStatusCode Status, string Body)> PlanAsync(
        Maker maker,
        Guid id,
        string handler,
        params (string Key, string Value)[] fields
    )
    {
        var all = fields.ToDictionary(f => f.Key, f => f.Value);
        all["revision"] = (await HeadAsync(id)).ToString(System.Globalization.CultureInfo.InvariantCulture);
        return await maker.SendAsync($"/sites/{id}/plan?handler={handler}", all);
    }

    [Fact]
    public async Task Plan_adds_renames_moves_hides_and_removes_pages()
    {
        var maker = await app.SignInAsync();
        var site = await app.SiteAsync("Planned");
        (await PlanAsync(maker, site.Id, "AddPage", ("name", "Electric bikes"))).Status.ShouldBe(HttpStatusCode.Redirect);
        await PlanAsync(maker, site.Id, "Rename", ("leaf", "electric-bikes"), ("name", "E-bikes"));
        await PlanAsync(maker, site.Id, "MovePage&by=-1", ("leaf", "electric-bikes"));
        await PlanAsync(maker, site.Id, "HidePage", ("leaf", "questions"));
        await PlanAsync(maker, site.Id, "Action", ("action", "Estimate"));
        var d = await DocumentAsync(site.Id);
        d.Pages.Select(p => p.Id).ShouldBe(["home", "services", "about", "electric-bikes", "questions", "contact", "privacy"]);
        d.FindPage("electric-bikes")!.Menu.Text.ShouldBe("E-bikes");
        d.FindPage("questions")!.Hidden.ShouldBeTrue();
        d.Action.ShouldBe(MainAction.Estimate);
        await PlanAsync(maker, site.Id, "RemovePage", ("leaf", "electric-bikes"));
        (await DocumentAsync(site.Id)).FindPage("electric-bikes").ShouldBeNull();
    }

    [Fact]
    public async Task Plan_moves_sections_within_and_between_pages()
    {
        var maker = await app.SignInAsync();
        var site = await app.SiteAsync("Rearranged");
        await PlanAsync(maker, site.Id, "MoveSection&by=-1", ("leaf", "home"), ("section", "home.steps"));
        await PlanAsync(maker, site.Id, "MoveSection", ("leaf", "home"), ("section", "home.notes"), ("to", "about"));
        await PlanAsync(maker, site.Id, "AddSection", ("leaf", "contact"), ("kind", "steps"));
        await PlanAsync(maker, site.Id, "DeleteSection", ("leaf", "home"), ("section", "home.intro"));
        var d = await DocumentAsync(site.Id);
        d.FindSection("home.notes")!.Value.Page.Id.ShouldBe("about");
        d.FindPage("contact")!.Sections[^1].Content.ShouldBeOfType<StepsContent>();
        d.FindSection("home.intro").ShouldBeNull();
    }

    [Theory]
    [InlineData("RemovePage", "The home page cannot be removed", "leaf", "home")]
    [InlineData("AddPage", "A page needs a name", "name", "   ")]
    [InlineData("HidePage", "The home page cannot be hidden", "leaf", "home")]
    public async Task Plan_says_why_something_cannot_be_done(string handler, string message, string key, string value)
    {
        var maker = await app.SignInAsync();
        var site = await app.SiteAsync($"Refused {handler}");
        var (status, body) = await PlanAsync(maker, site.Id, handler, (key, value));
        status.ShouldBe(HttpStatusCode.UnprocessableEntity);
        body.ShouldContain(message);
        (await HeadAsync(site.Id)).ShouldBe(1);
    }

    [Fact]
    public async Task A_plan_changed_by_somebody_else_is_shown_before_it_is_changed_again()
    {
        var (mara, ivo) = (await app.SignInAsync("mara"), await app.SignInAsync("ivo"));
        var site = await app.SiteAsync("Two Plans");
        await mara.SendAsync($"/sites/{site.Id}/plan?handler=AddPage", new() { ["revision"] = "1", ["name"] = "Mara's page" });
        var (status, body) = await ivo.SendAsync(
            $"/sites/{site.Id}/plan?handler=AddPage",
            new() { ["revision"] = "1", ["name"] = "Ivo's page" }
        );
        status.ShouldBe(HttpStatusCode.Conflict);
        body.ShouldContain("Mara Oake changed the site meanwhile");
        body.ShouldContain("Ivo's page");
    }

    [Fact]
    public async Task Look_takes_a_brand_colour_and_refuses_what_is_none()
    {
        var maker = await app.SignInAsync();
        var site = await app.SiteAsync("Looked At");
        var (status, body) = await maker.GetAsync($"/sites/{site.Id}/look?brand=teal-ish");
        status.ShouldBe(HttpStatusCode.UnprocessableEntity);
        body.ShouldContain("“teal-ish” is not a colour");
        body.ShouldContain("value=\"teal-ish\"");
        await maker.SendAsync(
            $"/sites/{site.Id}/look?handler=Choose",
            new() { ["revision"] = "1", ["choice"] = """{"id":"night","brand":"#0e8a94"}""" }
        );
        (await DocumentAsync(site.Id)).Look.ShouldBe(new LookChoice("night", "#0e8a94"));
    }

    [Fact]
    public async Task Takes_go_forward_and_back_and_keep_what_was_written()
    {
        var maker = await app.SignInAsync();
        var site = await app.SiteAsync("Taken");
        var first = await DocumentAsync(site.Id);
        await maker.SendAsync($"/sites/{site.Id}/bench?handler=Take&take=2", new() { ["revision"] = "1", ["leaf"] = "home" });
        (await DocumentAsync(site.Id)).Take.ShouldBe(2);
        await maker.SendAsync($"/sites/{site.Id}/bench?handler=Take&take=1", new() { ["revision"] = "2", ["leaf"] = "home" });
        (await DocumentAsync(site.Id)).ToJson().ShouldBe(first.ToJson());
        await maker.SendAsync(
            $"/sites/{site.Id}/bench?handler=Take&take=3",
            new()
            {
                ["revision"] = "3",
                ["leaf"] = "home",
                ["section"] = "home.intro",
            }
        );
        var d = await DocumentAsync(site.Id);
        (d.Take, d.FindSection("home.intro")!.Value.Section.Take).ShouldBe((1, 3));
    }

    [Fact]
    public async Task Marks_are_answered_and_resolved_and_only_on_their_own_site()
    {
        var maker = await app.SignInAsync();
        var (site, other) = (await app.SiteAsync("Marked"), await app.SiteAsync("Unmarked"));
        var token = await app.WithAsync(async s =>
            (
                await s.GetRequiredService<ProofService>()
                    .SendAsync((await s.GetRequiredService<SiteReader>().FindAsync(site.Id))!, App.Mara, "http://localhost", mail: true)
            ).Token
        );
        var client = new Maker(app.Visitor());
        (
            await client.SendAsync(
                $"/proof/{token}?handler=Mark",
                new()
                {
                    ["file"] = "index.html",
                    ["place"] = "home.opening/heading",
                    ["quote"] = "",
                    ["text"] = "",
                    ["by"] = "Pia",
                }
            )
        ).Body.ShouldContain("Write what should be different.");
        (
            await client.SendAsync(
                $"/proof/{token}?handler=Mark",
                new()
                {
                    ["file"] = "index.html",
                    ["place"] = "home.opening/heading",
                    ["quote"] = "",
                    ["text"] = "Shorter, please.",
                    ["by"] = "Pia",
                }
            )
        ).Status.ShouldBe(HttpStatusCode.Redirect);
        var mark = await app.DbAsync(d => d.Marks.SingleAsync(m => m.Proof.SiteId == site.Id));
        (mark.Section, mark.Path, mark.Quote.Length > 5).ShouldBe(("home.opening", "heading", true));
        (await maker.SendAsync($"/sites/{other.Id}/proof?handler=Resolve", new() { ["mark"] = mark.Id.ToString() })).Status.ShouldBe(
            HttpStatusCode.NotFound
        );
        await maker.SendAsync($"/sites/{site.Id}/proof?handler=Reply", new() { ["mark"] = mark.Id.ToString(), ["text"] = "Done." });
        await maker.SendAsync($"/sites/{site.Id}/proof?handler=Resolve", new() { ["mark"] = mark.Id.ToString() });
        (await client.GetAsync($"/proof/{token}")).Body.ShouldContain("Done.");
        (await app.DbAsync(d => d.Marks.Where(m => m.Id == mark.Id).Select(m => m.ResolvedAt).SingleAsync())).ShouldNotBeNull();
        // An answer of the client opens it again.
        await client.SendAsync($"/proof/{token}?handler=Reply", new() { ["mark"] = mark.Id.ToString(), ["text"] = "Not quite." });
        (await app.DbAsync(d => d.Marks.Where(m => m.Id == mark.Id).Select(m => m.ResolvedAt).SingleAsync())).ShouldBeNull();
        // The link in the mail is not shown to those who look at the outbox.
        var outbox = (await maker.GetAsync("/outbox")).Body;
        outbox.ShouldContain("Your site to look at, round 1");
        outbox.ShouldNotContain(token);
    }

    [Fact]
    public async Task The_pack_can_be_taken_and_Care_waits_for_the_list()
    {
        var maker = await app.SignInAsync();
        var site = await app.LiveAsync("Packed");
        await maker.SendAsync($"/sites/{site.Id}/handoff?handler=Care", []);
        (await app.DbAsync(d => d.Sites.Where(s => s.Id == site.Id).Select(s => s.Station).SingleAsync())).ShouldNotBe(Station.Care);
        var r = await maker.Http.GetAsync($"/sites/{site.Id}/handoff?handler=Pack");
        r.Content.Headers.ContentType!.MediaType.ShouldBe("application/zip");
        using var zip = new ZipArchive(await r.Content.ReadAsStreamAsync());
        zip.GetEntry("site/index.html").ShouldNotBeNull();
        // What is in the pack is what is live, to the byte.
        using var reader = new StreamReader(zip.GetEntry("site/index.html")!.Open());
        (await reader.ReadToEndAsync()).ShouldBe(await app.Visitor($"{site.Slug}.sites.localhost").GetStringAsync("/"));
    }

    [Theory]
    [InlineData("/?station=bench&waits=us")]
    [InlineData("/?station=nonsense&waits=nobody")]
    [InlineData("/?find=%25")]
    [InlineData("/trades?q=phyiso")]
    [InlineData("/enquiries")]
    public async Task Any_filter_gives_a_page(string path) =>
        (await (await app.SignInAsync()).GetAsync(path)).Status.ShouldBe(HttpStatusCode.OK);

    [Fact]
    public async Task A_site_that_is_not_there_is_said_so()
    {
        var (status, body) = await (await app.SignInAsync()).GetAsync($"/sites/{Guid.NewGuid()}/bench");
        status.ShouldBe(HttpStatusCode.NotFound);
        body.ShouldContain("Nothing here");
    }
}
