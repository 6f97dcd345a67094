using System.Net;
using Microsoft.EntityFrameworkCore;
using Microsoft.Extensions.DependencyInjection;
using Plurimax.Data.Sites;
using Plurimax.Sites;

namespace Plurimax.Web.Tests;

[Collection("app")]
public class SitesTests(App app)
{
    [Theory]
    [InlineData("O'Brien & \"Sons\"", true)]
    [InlineData("<script>alert(1)</script>", true)]
    [InlineData("🚲 Rad 🚲", true)]
    [InlineData("دكان الدراجات", true)]
    [InlineData("", false)]
    public async Task Names_of_any_kind_make_a_site_or_get_a_message(string name, bool made)
    {
        var maker = await app.SignInAsync();
        var (status, body) = await maker.SendAsync(
            "/new",
            new()
            {
                ["Words"] = "bike shop",
                ["f.business.name"] = name,
                ["f.place/town"] = "Hallow",
                ["f.email"] = "",
                ["f.phone"] = "",
            }
        );
        status.ShouldBe(made ? HttpStatusCode.Redirect : HttpStatusCode.UnprocessableEntity);
        if (!made)
            body.ShouldContain("Give the name as it stands over the door.");
        else
            (await maker.Http.GetStringAsync("/?find=" + Uri.EscapeDataString(name))).ShouldNotContain("<script>alert");
    }

    [Fact]
    public async Task A_name_of_5000_characters_is_refused_and_everything_typed_is_kept()
    {
        var maker = await app.SignInAsync();
        var (status, body) = await maker.SendAsync(
            "/new",
            new()
            {
                ["Words"] = "bike shop",
                ["f.business.name"] = new string('x', 5000),
                ["f.place/town"] = "Hallow",
                ["f.email"] = "a@b.example",
                ["f.phone"] = "none",
            }
        );
        status.ShouldBe(HttpStatusCode.UnprocessableEntity);
        foreach (
            var part in new[]
            {
                "5,000 characters",
                new string('x', 5000),
                "value=\"Hallow\"",
                "a@b.example",
                "not a phone number",
                "value=\"none\"",
            }
        )
            body.ShouldContain(part);
    }

    [Fact]
    public async Task A_trade_that_fits_badly_is_not_taken_silently()
    {
        var maker = await app.SignInAsync();
        var (status, body) = await maker.SendAsync(
            "/new",
            new()
            {
                ["Words"] = "submarine welding shop",
                ["f.business.name"] = "Deep",
                ["f.place/town"] = "Hallow",
            }
        );
        status.ShouldBe(HttpStatusCode.UnprocessableEntity);
        body.ShouldContain("No trade fits");
    }

    [Theory]
    [InlineData("phone", "text", "ring me", "not a phone number")]
    [InlineData("hours", "mon", "9-12, 11-14", "overlap")]
    [InlineData("hours", "tue", "17-9", "closes before it opens")]
    [InlineData("prices", "text", "Puncture | plenty", "not a price")]
    [InlineData("email", "text", "no at all", "looks incomplete")]
    public async Task A_fact_that_cannot_be_is_refused_at_its_field(string fact, string part, string typed, string message)
    {
        var maker = await app.SignInAsync();
        var site = await app.SiteAsync($"Facts {fact} {part}");
        var (status, body) = await maker.SendAsync(
            $"/sites/{site.Id}/brief?handler=Save",
            new()
            {
                ["fact"] = fact,
                ["revision"] = "1",
                [$"v.{part}"] = typed,
                ["confirmed"] = "yes",
                ["shown"] = "yes",
            }
        );
        status.ShouldBe(HttpStatusCode.UnprocessableEntity);
        body.ShouldContain(message);
        body.ShouldContain(typed);
        (await app.DbAsync(d => d.Clients.Where(c => c.Id == site.ClientId).Select(c => c.FactsRevision).SingleAsync())).ShouldBe(1);
    }

    [Fact]
    public async Task A_changed_fact_changes_every_page_that_shows_it_and_keeps_hand_written_text()
    {
        var maker = await app.SignInAsync();
        var site = await app.SiteAsync("Fact Flow");
        await maker.TypeAsync(site.Id, "home.opening", "heading", "", "Mine", evenSo: true);
        await maker.PostAsync(
            $"/sites/{site.Id}/brief?handler=Save",
            new()
            {
                ["fact"] = "phone",
                ["revision"] = "1",
                ["v.text"] = "01632 960142",
                ["confirmed"] = "yes",
                ["shown"] = "yes",
            }
        );
        var document = await app.WithAsync(async s =>
        {
            return await s.GetRequiredService<SiteReader>().DocumentAsync((await s.GetRequiredService<SiteReader>().FindAsync(site.Id))!);
        });
        document.FindSection("home.opening")!.Value.Section.Content.Heading.Text.ShouldBe("Mine");
        document
            .Pages.SelectMany(p => p.Sections)
            .SelectMany(s => s.Content.Passages())
            .ShouldContain(p => p.Passage.Text.Contains("{{ phone }}"));
    }

    [Fact]
    public async Task A_file_with_an_unknown_key_changes_nothing_and_names_the_line()
    {
        var maker = await app.SignInAsync();
        var site = await app.SiteAsync("Import");
        var page = await maker.Http.GetStringAsync($"/sites/{site.Id}/brief");
        using var form = new MultipartFormDataContent
        {
            {
                new StringContent(
                    System
                        .Text.RegularExpressions.Regex.Match(page, "RequestVerificationToken\" type=\"hidden\" value=\"([^\"]+)")
                        .Groups[1]
                        .Value
                ),
                "__RequestVerificationToken"
            },
            { new StringContent("phone: 01632 960142\nfone: 1\n"), "file", "facts.yaml" },
        };
        var r = await maker.Http.PostAsync($"/sites/{site.Id}/brief?handler=Import", form);
        r.StatusCode.ShouldBe(HttpStatusCode.UnprocessableEntity);
        WebUtility.HtmlDecode(await r.Content.ReadAsStringAsync()).ShouldContain("line 2: fone: unknown key. Nearest known: phone.");
    }

    [Fact]
    public async Task Saves_at_the_same_moment_lose_nothing()
    {
        var site = await app.SiteAsync("Race");
        var sections = new[] { "home.opening", "home.intro", "home.steps", "home.services", "home.closing" };
        var outcomes = await Task.WhenAll(
            sections.Select(section =>
                app.WithAsync(s =>
                    s.GetRequiredService<SiteWriter>()
                        .EditAsync(site.Id, 1, new SetText(section, "heading", $"Words of {section}"), App.Mara)
                )
            )
        );
        outcomes.ShouldAllBe(o => o.Ok);
        var document = await app.WithAsync(async s =>
        {
            return await s.GetRequiredService<SiteReader>().DocumentAsync((await s.GetRequiredService<SiteReader>().FindAsync(site.Id))!);
        });
        foreach (var section in sections)
            document.FindSection(section)!.Value.Section.Content.Heading.Text.ShouldBe($"Words of {section}");
    }

    [Fact]
    public async Task Undo_and_redo_walk_the_history()
    {
        var site = await app.SiteAsync("Undo");
        async Task<(int Head, string Heading)> Now() =>
            await app.WithAsync(async s =>
            {
                var x = (await s.GetRequiredService<SiteReader>().FindAsync(site.Id))!;
                return (
                    x.Head,
                    (await s.GetRequiredService<SiteReader>().DocumentAsync(x))
                        .FindSection("home.opening")!
                        .Value.Section.Content.Heading.Text
                );
            });
        var first = (await Now()).Heading;
        await app.WithAsync(s =>
            s.GetRequiredService<SiteWriter>().EditAsync(site.Id, 1, new SetText("home.opening", "heading", "One"), App.Mara)
        );
        await app.WithAsync(s =>
            s.GetRequiredService<SiteWriter>().EditAsync(site.Id, 2, new SetText("home.opening", "heading", "Two"), App.Mara)
        );
        foreach (
            var (back, heading) in new[] { (true, "One"), (true, first), (true, first), (false, "One"), (false, "Two"), (false, "Two") }
        )
        {
            await app.WithAsync(s => s.GetRequiredService<SiteWriter>().StepAsync(site.Id, back, App.Mara));
            (await Now()).Heading.ShouldBe(heading);
        }
    }

    [Fact]
    public async Task The_line_answers_in_a_fixed_number_of_queries()
    {
        var maker = await app.SignInAsync();
        async Task<int> CountAsync(string path)
        {
            using var counter = new QueryCounter(app).Begin();
            (await maker.GetAsync(path)).Status.ShouldBe(HttpStatusCode.OK);
            return counter.Count;
        }
        for (var i = 0; i < 3; i++)
            await app.SiteAsync($"Fewlanes {i}");
        await CountAsync("/");
        var few = await CountAsync("/?find=Fewlanes");
        for (var i = 3; i < 15; i++)
            await app.SiteAsync($"Fewlanes {i}");
        (await CountAsync("/?find=Fewlanes")).ShouldBe(few);
        few.ShouldBeLessThan(15);
    }
}
