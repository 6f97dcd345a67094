using System.Net;
using Microsoft.Extensions.DependencyInjection;
using Plurimax.Data.Sites;
using Plurimax.Sites;
using Plurimax.Web.Launching;

namespace Plurimax.Web.Tests;

public class PageSettingsTests(App app) : IClassFixture<App>
{
    private Task<SiteDocument> DocumentAsync(Guid site) =>
        app.WithAsync(async s =>
        {
            return await s.GetRequiredService<SiteReader>().DocumentAsync((await s.GetRequiredService<SiteReader>().FindAsync(site))!);
        });

    private static Dictionary<string, string> Form(
        int revision,
        string slug,
        string title = "What it costs at Settings",
        string phrases = ""
    ) =>
        new()
        {
            ["revision"] = revision.ToString(),
            ["leaf"] = "services",
            ["Name"] = "Services",
            ["Slug"] = slug,
            ["PageTitle"] = title,
            ["Description"] = "",
            ["Phrases"] = phrases,
            ["Listed"] = "true",
            ["InMenu"] = "true",
        };

    [Fact]
    public async Task Settings_of_a_page_are_one_change_and_a_firms_name_stays_a_fact()
    {
        var maker = await app.SignInAsync();
        var site = await app.SiteAsync("Settings");
        (await maker.PostAsync($"/sites/{site.Id}/bench/page", Form(1, "jobs", phrases: "bike repair\nbike service"))).StatusCode.ShouldBe(
            HttpStatusCode.Redirect
        );
        var page = (await DocumentAsync(site.Id)).FindPage("services")!;
        (page.File, page.Title.Text, page.Title.Kept).ShouldBe(("jobs.html", "What it costs at {{ business.name }}", true));
        page.Phrases.ShouldBe(["bike repair", "bike service"]);
        await maker.PostAsync($"/sites/{site.Id}/bench?handler=Step&back=true", new() { ["leaf"] = "home" });
        (await DocumentAsync(site.Id)).FindPage("services")!.File.ShouldBe("services.html");
    }

    [Fact]
    public async Task A_wrong_address_says_so_at_its_field_and_keeps_all_that_was_typed()
    {
        var maker = await app.SignInAsync();
        var site = await app.SiteAsync("Taken");
        var (status, body) = await maker.SendAsync($"/sites/{site.Id}/bench/page", Form(1, "about", "Another title that stays"));
        status.ShouldBe(HttpStatusCode.UnprocessableEntity);
        body.ShouldContain("stands at “about”");
        body.ShouldContain("value=\"Another title that stays\"");
        (await DocumentAsync(site.Id)).FindPage("services")!.Title.Kept.ShouldBeFalse("nothing is half done");
    }

    [Fact]
    public async Task A_visitor_who_comes_by_the_old_address_is_led_on_for_good()
    {
        var maker = await app.SignInAsync();
        var site = await app.LiveAsync("Moved On");
        var head = (await app.WithAsync(async s => (await s.GetRequiredService<SiteReader>().FindAsync(site.Id))!)).Head;
        await maker.PostAsync($"/sites/{site.Id}/bench/page", Form(head, "jobs"));
        await app.WithAsync(async s =>
        {
            await s.GetRequiredService<Publisher>().ReleaseAsync((await s.GetRequiredService<SiteReader>().FindAsync(site.Id))!, App.Mara);
            return 0;
        });
        var visitor = app.Visitor($"{site.Slug}.sites.localhost");
        foreach (var old in new[] { "/services.html", "/services" })
        {
            var led = await visitor.GetAsync(old);
            (led.StatusCode, led.Headers.Location!.OriginalString).ShouldBe((HttpStatusCode.MovedPermanently, "/jobs.html"));
        }
        (await visitor.GetAsync("/jobs.html")).StatusCode.ShouldBe(HttpStatusCode.OK);
    }
}
