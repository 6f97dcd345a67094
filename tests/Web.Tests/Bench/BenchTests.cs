using System.Net;
using System.Net.Http.Json;
using Microsoft.EntityFrameworkCore;
using Microsoft.Extensions.DependencyInjection;
using Plurimax.Data.Sites;
using Plurimax.Facts;
using Plurimax.Sites;
using Plurimax.Web.Bench;
using Plurimax.Web.Launching;

namespace Plurimax.Web.Tests;

public class BenchTests(App app) : IClassFixture<App>
{
    private Task<SiteDocument> DocumentAsync(Guid site) =>
        app.WithAsync(async s =>
        {
            return await s.GetRequiredService<SiteReader>().DocumentAsync((await s.GetRequiredService<SiteReader>().FindAsync(site))!);
        });

    private async Task<string> TextAsync(Guid site, string section, string path) =>
        (await DocumentAsync(site)).FindSection(section)!.Value.Section.Content.Passages().First(p => p.Path == path).Passage.Text;

    private Task<int> RevisionsAsync(Guid site) => app.DbAsync(d => d.Revisions.CountAsync(r => r.SiteId == site));

    [Fact]
    public async Task What_is_typed_is_saved_and_shown_as_it_is_published()
    {
        var maker = await app.SignInAsync();
        var site = await app.SiteAsync("Typed");
        var was = await TextAsync(site.Id, "home.opening", "text");
        var (status, body) = await maker.TypeAsync(
            site.Id,
            "home.opening",
            "text",
            was,
            "<p>Mended <b>today</b> by <span class=\"fc\" data-t=\"{{ business.name }}\">business name</span>.</p>"
        );
        status.ShouldBe(HttpStatusCode.OK);
        (await TextAsync(site.Id, "home.opening", "text")).ShouldBe("Mended **today** by {{ business.name }}.");
        var shown = body.GetProperty("shown").GetString()!;
        shown.ShouldContain("Mended <strong>today</strong> by Typed.");
        // The same bytes as on the whole page.
        var page = await maker.Http.GetStringAsync($"/sites/{site.Id}/bench");
        var sheet = await maker.Http.GetStringAsync(
            System.Text.RegularExpressions.Regex.Match(page, "src=\"(/sheet/[^\"#]+)").Groups[1].Value
        );
        sheet.ShouldContain(shown);
    }

    [Fact]
    public async Task A_stretch_of_typing_is_undone_as_one_and_letters_leave_no_heap_of_versions()
    {
        var maker = await app.SignInAsync();
        var site = await app.SiteAsync("Stretch");
        var first = await TextAsync(site.Id, "home.opening", "heading");
        var was = first;
        foreach (var text in new[] { "M", "Me", "Men", "Mend", "Mended" })
        {
            (await maker.TypeAsync(site.Id, "home.opening", "heading", was, text)).Status.ShouldBe(HttpStatusCode.OK);
            was = text;
        }
        (await RevisionsAsync(site.Id)).ShouldBe(2);
        await maker.PostAsync($"/sites/{site.Id}/bench?handler=Step&back=true", new() { ["leaf"] = "home" });
        (await TextAsync(site.Id, "home.opening", "heading")).ShouldBe(first);
        await maker.PostAsync($"/sites/{site.Id}/bench?handler=Step&back=false", new() { ["leaf"] = "home" });
        (await TextAsync(site.Id, "home.opening", "heading")).ShouldBe("Mended");
        // What something refers to stays: here a released version.
        await app.WithAsync(async s =>
        {
            await s.GetRequiredService<Publisher>().ReleaseAsync((await s.GetRequiredService<SiteReader>().FindAsync(site.Id))!, App.Mara);
            return 0;
        });
        await maker.TypeAsync(site.Id, "home.opening", "heading", "Mended", "Mended again");
        (await RevisionsAsync(site.Id)).ShouldBe(3);
    }

    [Fact]
    public async Task Two_makers_merge_by_passage_and_one_passage_shows_both()
    {
        var (mara, ivo) = (await app.SignInAsync("mara"), await app.SignInAsync("ivo"));
        var site = await app.SiteAsync("Conflict");
        var (heading, text) = (await TextAsync(site.Id, "home.opening", "heading"), await TextAsync(site.Id, "home.opening", "text"));
        (await mara.TypeAsync(site.Id, "home.opening", "heading", heading, "Mara wrote this")).Status.ShouldBe(HttpStatusCode.OK);
        // Another passage of the same section: both stand.
        (await ivo.TypeAsync(site.Id, "home.opening", "text", text, "<p>Ivo wrote beside it</p>")).Status.ShouldBe(HttpStatusCode.OK);
        // The same passage: nothing is saved, both versions come back, and either can be kept.
        var (status, body) = await ivo.TypeAsync(site.Id, "home.opening", "heading", heading, "Ivo wrote this");
        status.ShouldBe(HttpStatusCode.Conflict);
        body.GetProperty("theirs").GetString().ShouldBe("Mara wrote this");
        body.GetProperty("who").GetString().ShouldBe("Mara Oake");
        (await TextAsync(site.Id, "home.opening", "heading")).ShouldBe("Mara wrote this");
        (await ivo.TypeAsync(site.Id, "home.opening", "heading", heading, "Ivo wrote this", evenSo: true)).Status.ShouldBe(
            HttpStatusCode.OK
        );
        (await TextAsync(site.Id, "home.opening", "heading")).ShouldBe("Ivo wrote this");
        (await TextAsync(site.Id, "home.opening", "text")).ShouldBe("Ivo wrote beside it");
    }

    [Fact]
    public async Task Many_saves_at_once_lose_nothing()
    {
        var maker = await app.SignInAsync();
        var site = await app.SiteAsync("Crowd");
        var document = await DocumentAsync(site.Id);
        var places = document
            .Pages.SelectMany(p => p.Sections)
            .SelectMany(s => s.Content.Passages().Where(p => p.Path == "heading" && !p.Passage.IsEmpty).Select(p => (s.Id, p.Passage.Text)))
            .Take(8)
            .ToList();
        var answers = await Task.WhenAll(places.Select((p, i) => maker.TypeAsync(site.Id, p.Id, "heading", p.Text, $"Heading {i}")));
        answers.ShouldAllBe(a => a.Status == HttpStatusCode.OK);
        for (var i = 0; i < places.Count; i++)
            (await TextAsync(site.Id, places[i].Id, "heading")).ShouldBe($"Heading {i}");
    }

    [Fact]
    public async Task Markup_of_others_never_reaches_the_page()
    {
        var maker = await app.SignInAsync();
        var site = await app.SiteAsync("Markup");
        var was = await TextAsync(site.Id, "home.opening", "text");
        var (_, body) = await maker.TypeAsync(
            site.Id,
            "home.opening",
            "text",
            was,
            "<p>a<script>alert(1)</script><img src=x onerror=alert(1)> <a href=\"javascript:alert(1)\" onclick=alert(1)>b</a> {{ "
                + "'x' | raw }}</p>"
        );
        foreach (var html in new[] { body.GetProperty("shown").GetString()!, body.GetProperty("html").GetString()! })
        {
            html.ShouldNotContain("<script");
            html.ShouldNotContain("onerror");
            html.ShouldNotContain("javascript:");
        }
        (
            await maker.AskAsync(
                $"/sites/{site.Id}/bench/clean",
                new { html = "<b onclick=x>bold</b><style>p{}</style>", block = true },
                $"/sites/{site.Id}/bench"
            )
        )
            .Body.GetProperty("html")
            .GetString()
            .ShouldBe("<p><strong>bold</strong></p>");
    }

    [Fact]
    public async Task Too_long_a_text_is_refused_with_a_reason_and_a_gone_section_too()
    {
        var maker = await app.SignInAsync();
        var site = await app.SiteAsync("Refused");
        var (status, body) = await maker.TypeAsync(
            site.Id,
            "home.opening",
            "heading",
            "",
            new string('x', SetText.Longest + 1),
            evenSo: true
        );
        status.ShouldBe(HttpStatusCode.UnprocessableEntity);
        body.GetProperty("problem").GetString()!.ShouldContain("6,000");
        (await maker.TypeAsync(site.Id, "home.nowhere", "heading", "", "x")).Status.ShouldBe(HttpStatusCode.UnprocessableEntity);
    }

    [Fact]
    public async Task A_chip_changes_the_fact_everywhere_or_only_here()
    {
        var maker = await app.SignInAsync();
        var site = await app.SiteAsync("Chips");
        var bench = $"/sites/{site.Id}/bench";
        var (_, chip) = await maker.AskAsync($"{bench}/chip", new { fact = "place.town" }, bench);
        chip.GetProperty("html").GetString()!.ShouldContain("title=\"Hallow\"");
        (await maker.AskAsync($"{bench}/fact", new { fact = "place.town", value = "Larkmouth" }, bench)).Status.ShouldBe(HttpStatusCode.OK);
        (await app.DbAsync(d => d.Clients.SingleAsync(c => c.Id == site.ClientId)))
            .Facts.Any<AddressValue>("place")!
            .Town.ShouldBe("Larkmouth");
        (await maker.AskAsync($"{bench}/fact", new { fact = "phone", value = "12" }, bench)).Status.ShouldBe(
            HttpStatusCode.UnprocessableEntity
        );
        var own = (await maker.AskAsync($"{bench}/chip", new { fact = "place.town", own = "the old harbour" }, bench))
            .Body.GetProperty("html")
            .GetString()!;
        own.ShouldContain("instead of town (Larkmouth)");
        var (_, typed) = await maker.TypeAsync(site.Id, "home.opening", "heading", "", $"Down by {own}", evenSo: true);
        typed.GetProperty("shown").GetString()!.ShouldContain("Down by the old harbour");
    }

    [Fact]
    public async Task Without_the_form_token_or_sign_in_nothing_is_changed()
    {
        var maker = await app.SignInAsync();
        var site = await app.SiteAsync("Token");
        var job = new
        {
            section = "home.opening",
            path = "heading",
            html = "x",
            was = "",
        };
        (await maker.Http.PostAsJsonAsync($"/sites/{site.Id}/bench/type", job)).StatusCode.ShouldBe(HttpStatusCode.BadRequest);
        (await app.Visitor().PostAsJsonAsync($"/sites/{site.Id}/bench/type", job)).StatusCode.ShouldBe(HttpStatusCode.Unauthorized);
        (await app.Visitor().GetAsync($"/sites/{site.Id}/bench/changes")).StatusCode.ShouldBe(HttpStatusCode.Unauthorized);
        (await RevisionsAsync(site.Id)).ShouldBe(1);
    }

    [Fact]
    public async Task Another_maker_hears_of_a_change()
    {
        var maker = await app.SignInAsync();
        var site = await app.SiteAsync("Heard");
        await using var heard = app.Services.GetRequiredService<SiteChanges>().OfAsync(site.Id, TestContext()).GetAsyncEnumerator();
        var next = heard.MoveNextAsync().AsTask();
        // The ear may still be on its way to the database: one types on until one is heard.
        var was = await TextAsync(site.Id, "home.opening", "heading");
        for (var i = 0; !next.IsCompleted && i < 400; i++)
            await maker.TypeAsync(site.Id, "home.opening", "heading", was, was = $"Once {i}");
        (await next).ShouldBeTrue();
        heard.Current.Section.ShouldBe("home.opening");
        (heard.Current.Who, heard.Current.Account).ShouldBe(("Mara Oake", App.Mara.UserId.ToString()));
        static CancellationToken TestContext() => new CancellationTokenSource(TimeSpan.FromSeconds(30)).Token;
    }

    [Fact]
    public async Task Entries_of_a_list_are_added_moved_and_taken_out_and_stay_so_through_a_take()
    {
        var maker = await app.SignInAsync();
        var site = await app.SiteAsync("Entries");
        var steps = (await DocumentAsync(site.Id)).Pages.SelectMany(p => p.Sections).First(s => s.Content is StepsContent);
        Dictionary<string, string> At(string how, int at, int revision) =>
            new()
            {
                ["revision"] = $"{revision}",
                ["leaf"] = "home",
                ["section"] = steps.Id,
                ["how"] = how,
                ["at"] = $"{at}",
            };
        await maker.PostAsync($"/sites/{site.Id}/bench?handler=Item", At("remove", 0, 1));
        await maker.PostAsync($"/sites/{site.Id}/bench?handler=Item", At("down", 0, 2));
        await maker.PostAsync($"/sites/{site.Id}/bench?handler=Item", At("add", 0, 3));
        string Ids(Section s) => string.Join(' ', s.Content.Items.Select(i => i.Id));
        var now = (await DocumentAsync(site.Id)).FindSection(steps.Id)!.Value.Section;
        now.Content.Items.Length.ShouldBe(steps.Content.Items.Length);
        now.Content.Items[0].Id.ShouldBe(steps.Content.Items[2].Id);
        now.Content.Items[1].Title.Text.ShouldBe("Write here");
        await maker.PostAsync($"/sites/{site.Id}/bench?handler=Take&take=2", new() { ["revision"] = "4", ["leaf"] = "home" });
        Ids((await DocumentAsync(site.Id)).FindSection(steps.Id)!.Value.Section).ShouldBe(Ids(now));
    }

    [Fact]
    public async Task What_is_said_is_shown_first_then_done_as_one_and_taken_back_as_one_facts_included()
    {
        var maker = await app.SignInAsync();
        var site = await app.SiteAsync("Said");
        var bench = $"/sites/{site.Id}/bench";
        const string words = "hide the steps, round corners, the phone number is 01632 960123 and sing a song";
        var (status, body) = await maker.AskAsync($"{bench}/say", new { words, leaf = "home" }, bench);
        status.ShouldBe(HttpStatusCode.OK);
        body.GetProperty("acts")
            .EnumerateArray()
            .Select(a => a.GetProperty("code").GetString())
            .ShouldBe(["section.hide home.steps", "look.corners round", "fact.phone 01632 960123"]);
        body.GetProperty("missed")[0].GetProperty("words").GetString().ShouldBe("sing a song");
        (await RevisionsAsync(site.Id)).ShouldBe(1);
        (await maker.Http.GetStringAsync(body.GetProperty("sheet").GetString())).ShouldContain("01632 960123");
        // Only what is still wanted.
        (
            await maker.AskAsync(
                $"{bench}/say",
                new
                {
                    words,
                    leaf = "home",
                    except = new[] { "look.corners round" },
                    revision = 1,
                },
                bench
            )
        ).Status.ShouldBe(HttpStatusCode.OK);
        var now = await DocumentAsync(site.Id);
        now.FindSection("home.steps")!.Value.Section.Hidden.ShouldBeTrue();
        now.Look.Details.ShouldBeNull();
        Task<FactSheet> FactsAsync() => app.DbAsync(d => d.Clients.Where(c => c.Id == site.ClientId).Select(c => c.Facts).SingleAsync());
        (await FactsAsync()).Any<PhoneValue>("phone")!.National.ShouldBe("01632 960123");
        // Said of what is not the newest: nothing happens.
        (
            await maker.AskAsync(
                $"{bench}/say",
                new
                {
                    words,
                    leaf = "home",
                    revision = 1,
                },
                bench
            )
        ).Status.ShouldBe(HttpStatusCode.Conflict);
        await maker.PostAsync($"{bench}?handler=Step&back=true", new() { ["leaf"] = "home" });
        (await DocumentAsync(site.Id)).FindSection("home.steps")!.Value.Section.Hidden.ShouldBeFalse();
        (await FactsAsync())["phone"].ShouldBeNull();
        await maker.PostAsync($"{bench}?handler=Step&back=false", new() { ["leaf"] = "home" });
        (await FactsAsync()).Any<PhoneValue>("phone")!.National.ShouldBe("01632 960123");
    }
}
