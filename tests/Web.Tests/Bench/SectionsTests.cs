using System.Net;
using Microsoft.EntityFrameworkCore;
using Microsoft.Extensions.DependencyInjection;
using Plurimax.Data.Sites;
using Plurimax.Sites;

namespace Plurimax.Web.Tests;

/// <summary>The library of sections, their layouts, and copies to other pages and sites.</summary>
public class SectionsTests(App app) : IClassFixture<App>
{
    private Task<SiteDocument> DocumentAsync(Guid site) =>
        app.WithAsync(async s =>
        {
            return await s.GetRequiredService<SiteReader>().DocumentAsync((await s.GetRequiredService<SiteReader>().FindAsync(site))!);
        });

    private static string Place(HttpResponseMessage r) => Uri.UnescapeDataString(r.Headers.Location!.OriginalString);

    [Fact]
    public async Task A_section_comes_in_after_the_one_in_hand_and_one_undo_takes_it_out()
    {
        var maker = await app.SignInAsync();
        var site = await app.SiteAsync("Library");
        var before = await DocumentAsync(site.Id);
        var (_, body) = await maker.GetAsync($"/sites/{site.Id}/bench/add?leaf=about&after={before.FindPage("about")!.Sections[0].Id}");
        body.ShouldContain("put by for all sites");
        var added = await maker.PostAsync(
            $"/sites/{site.Id}/bench/add",
            new()
            {
                ["leaf"] = "about",
                ["after"] = before.FindPage("about")!.Sections[0].Id,
                ["kind"] = "steps",
                ["revision"] = "1",
            },
            $"/sites/{site.Id}/bench/add?leaf=about"
        );
        Place(added).ShouldContain("section=about.steps-2");
        var now = await DocumentAsync(site.Id);
        now.FindPage("about")!.Sections[1].Content.Items.Length.ShouldBeGreaterThan(1, "it brings the trade's own words");
        await maker.PostAsync($"/sites/{site.Id}/bench?handler=Step&back=true", new() { ["leaf"] = "about" });
        (await DocumentAsync(site.Id)).ToJson().ShouldBe(before.ToJson());
    }

    [Fact]
    public async Task A_section_is_put_by_offered_everywhere_and_copied_to_another_site_with_their_facts()
    {
        var maker = await app.SignInAsync();
        var site = await app.SiteAsync("Giver");
        var other = await app.SiteAsync("Taker");
        await app.WithAsync(s =>
            s.GetRequiredService<SiteWriter>()
                .EditAsync(site.Id, 1, new SetText("home.steps", "heading", "How {{ business.name }} works"), App.Mara)
        );
        var copied = await maker.PostAsync(
            $"/sites/{site.Id}/bench/copy?handler=Site",
            new()
            {
                ["section"] = "home.steps",
                ["other"] = other.Id.ToString(),
                ["to"] = "about",
            },
            $"/sites/{site.Id}/bench/copy?section=home.steps&other={other.Id}"
        );
        Place(copied).ShouldStartWith($"/sites/{other.Id}/bench?leaf=about&section=about.steps");
        (await DocumentAsync(other.Id)).FindPage("about")!.Sections[^1].Content.Heading.Text.ShouldBe("How {{ business.name }} works");

        var from = $"/sites/{site.Id}/bench/copy?section=home.steps";
        (
            await maker.PostAsync($"/sites/{site.Id}/bench/copy?handler=Save", new() { ["section"] = "home.steps", ["name"] = " " }, from)
        ).StatusCode.ShouldBe(HttpStatusCode.UnprocessableEntity);
        await maker.PostAsync(
            $"/sites/{site.Id}/bench/copy?handler=Save",
            new() { ["section"] = "home.steps", ["name"] = "Three steps" },
            from
        );
        (
            await maker.PostAsync(
                $"/sites/{site.Id}/bench/copy?handler=Save",
                new() { ["section"] = "home.steps", ["name"] = "Three steps" },
                from
            )
        ).StatusCode.ShouldBe(HttpStatusCode.UnprocessableEntity, "a name is given once");
        var saved = await app.DbAsync(d => d.SavedSections.SingleAsync());
        (await maker.GetAsync($"/sites/{other.Id}/bench/add?leaf=home")).Body.ShouldContain("Three steps");
        await maker.PostAsync(
            $"/sites/{other.Id}/bench/add",
            new()
            {
                ["leaf"] = "home",
                ["saved"] = saved.Id.ToString(),
                ["revision"] = "2",
            },
            $"/sites/{other.Id}/bench/add?leaf=home"
        );
        (await DocumentAsync(other.Id)).Pages[0].Sections[^1].Content.Heading.Text.ShouldBe("How {{ business.name }} works");
        await maker.PostAsync(
            $"/sites/{other.Id}/bench/add?handler=Forget",
            new() { ["leaf"] = "home", ["saved"] = saved.Id.ToString() },
            $"/sites/{other.Id}/bench/add?leaf=home"
        );
        (await app.DbAsync(d => d.SavedSections.CountAsync())).ShouldBe(0);
    }

    [Fact]
    public async Task Cards_are_drawn_by_the_renderer_that_publishes_and_a_layout_is_taken()
    {
        var maker = await app.SignInAsync();
        var site = await app.SiteAsync("Cards");
        var (_, body) = await maker.GetAsync($"/sites/{site.Id}/bench/layouts?section=home.services");
        var sheet = await maker.Http.GetStringAsync(
            System.Text.RegularExpressions.Regex.Match(body, "src=\"(/sheet/[^\"#]+)").Groups[1].Value
        );
        sheet.ShouldContain("data-s=\"home.services--v-index\"");
        var taken = await maker.PostAsync(
            $"/sites/{site.Id}/bench/layouts",
            new()
            {
                ["section"] = "home.services",
                ["variant"] = "v-index",
                ["revision"] = "1",
            },
            $"/sites/{site.Id}/bench/layouts?section=home.services"
        );
        Place(taken).ShouldContain("/bench?leaf=home&section=home.services");
        (await DocumentAsync(site.Id)).FindSection("home.services")!.Value.Section.Variant.ShouldBe("v-index");
        Place(
                await maker.PostAsync(
                    $"/sites/{site.Id}/bench/layouts",
                    new()
                    {
                        ["section"] = "home.services",
                        ["variant"] = "v-none",
                        ["revision"] = "2",
                    },
                    $"/sites/{site.Id}/bench/layouts?section=home.services"
                )
            )
            .ShouldContain("/layouts");
    }
}
