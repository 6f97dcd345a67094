using System.Net;
using System.Text;
using Microsoft.EntityFrameworkCore;
using Microsoft.Extensions.DependencyInjection;
using Plurimax.Data.Sites;
using Plurimax.Web.Launching;
using Plurimax.Web.Proofs;
using Plurimax.Web.Shared;
using Plurimax.Web.Watch;

namespace Plurimax.Web.Tests;

/// <summary>What is said when something breaks, comes broken, or comes too often.</summary>
[Collection("app")]
public class FaultsTests(App app)
{
    private Task<string> ProofLinkAsync(string name) =>
        app.WithAsync(async s =>
        {
            var made = await app.SiteAsync(name);
            var site = (await s.GetRequiredService<SiteReader>().FindAsync(made.Id))!;
            var (_, token) = await s.GetRequiredService<ProofService>().SendAsync(site, App.Mara, "http://localhost", mail: false);
            return token;
        });

    [Fact]
    public async Task Two_and_more_who_press_release_at_once_each_get_a_release()
    {
        var site = await app.SiteAsync("Pressed Twice");
        var numbers = await Task.WhenAll(
            Enumerable
                .Range(0, 4)
                .Select(_ =>
                    app.WithAsync(async s =>
                    {
                        var mine = (await s.GetRequiredService<SiteReader>().FindAsync(site.Id))!;
                        var release = await s.GetRequiredService<Publisher>().ReleaseAsync(mine, App.Mara);
                        await s.GetRequiredService<SiteStations>().MoveAsync(mine, Work.Line.Station.Launch, App.Mara);
                        return release.Number;
                    })
                )
        );
        numbers.Order().ShouldBe([1, 2, 3, 4]);
    }

    [Fact]
    public async Task Marks_left_at_the_same_moment_are_all_kept()
    {
        var token = await ProofLinkAsync("Marked Together");
        var client = new Maker(app.Visitor());
        var form = (
            await client.FormAsync(
                $"/proof/{token}",
                [("file", "index.html"), ("place", ""), ("quote", ""), ("text", "Bigger, please."), ("by", "Pia Hallow")]
            )
        );
        var sent = await form.ReadAsByteArrayAsync();
        var answers = await Task.WhenAll(
            Enumerable
                .Range(0, 6)
                .Select(_ =>
                    client.Http.PostAsync(
                        $"/proof/{token}?handler=Mark",
                        new ByteArrayContent(sent) { Headers = { ContentType = form.Headers.ContentType } }
                    )
                )
        );
        answers.ShouldAllBe(a => a.StatusCode == HttpStatusCode.Redirect);
        (
            await app.DbAsync(db => db.Marks.Where(m => m.Text == "Bigger, please.").Select(m => m.Number).OrderBy(n => n).ToListAsync())
        ).ShouldBe([1, 2, 3, 4, 5, 6]);
    }

    [Theory]
    [InlineData("multipart/form-data; boundary=x", "--x\r\nContent-Disposition: form-data; name=\"name\"\r\n\r\nPia")]
    [InlineData("multipart/form-data", "nothing")]
    [InlineData("application/x-www-form-urlencoded", null)]
    public async Task A_form_that_comes_broken_is_answered_in_the_sites_own_look_and_noted_nowhere(string type, string? body)
    {
        var site = await app.LiveAsync($"Broken {type.Length}");
        var content = new ByteArrayContent(
            Encoding.ASCII.GetBytes(body ?? string.Join('&', Enumerable.Range(0, 3000).Select(i => $"k{i}=v")))
        );
        content.Headers.TryAddWithoutValidation("Content-Type", type);
        var noted = app.Services.GetRequiredService<FaultBook>().Latest.Count;
        var answer = await app.Visitor($"{site.Slug}.sites.localhost").PostAsync("/enquiry", content);
        answer.StatusCode.ShouldBe(HttpStatusCode.BadRequest);
        var page = await answer.Content.ReadAsStringAsync();
        page.ShouldContain("did not arrive whole");
        page.ShouldContain("/site.css");
        app.Services.GetRequiredService<FaultBook>().Latest.Count.ShouldBe(noted);
    }

    [Fact]
    public async Task A_published_site_that_breaks_says_so_in_its_own_look_with_a_number_that_the_host_finds()
    {
        var site = await app.LiveAsync("Breaks Here");
        // Its files are gone from the disk: something that no code expects.
        var lost = (await app.DbAsync(db => db.Releases.FirstAsync(r => r.SiteId == site.Id))).Manifest["index.html"].Hash;
        var http = app.Visitor($"{site.Slug}.sites.localhost");
        (await http.GetAsync("/")).StatusCode.ShouldBe(HttpStatusCode.OK);
        var path = Path.Combine(app.Folder, "blobs", lost[..2], lost);
        File.Move(path, path + ".away");
        await using var other = app.WithWebHostBuilder(_ => { });
        var answer = await other
            .CreateClient(new() { BaseAddress = new Uri($"http://{site.Slug}.sites.localhost"), AllowAutoRedirect = false })
            .GetAsync("/");
        File.Move(path + ".away", path);
        answer.StatusCode.ShouldBe(HttpStatusCode.InternalServerError);
        var page = await answer.Content.ReadAsStringAsync();
        page.ShouldContain("at our end");
        page.ShouldContain("/site.css");
        answer.Headers.ETag.ShouldBeNull();
        page.ShouldContain(other.Services.GetRequiredService<FaultBook>().Latest[0].Number);
    }

    [Fact]
    public async Task Whoever_asks_too_often_behind_a_link_is_told_in_words_for_clients()
    {
        var token = await ProofLinkAsync("Asked Often");
        async Task<HttpResponseMessage> Ask() =>
            (
                await app.Server.SendAsync(c =>
                {
                    (c.Request.Host, c.Request.Path) = (new("localhost"), $"/proof/{token}");
                    c.Connection.RemoteIpAddress = IPAddress.Parse("203.0.113.77");
                })
            )
                is var context
                ? new HttpResponseMessage((HttpStatusCode)context.Response.StatusCode)
                {
                    Content = new StringContent(await new StreamReader(context.Response.Body).ReadToEndAsync()),
                }
                : null!;
        for (var i = 0; i < RequestLimits.ClientMost; i++)
            (await Ask()).StatusCode.ShouldBe(HttpStatusCode.OK);
        var refused = await Ask();
        refused.StatusCode.ShouldBe(HttpStatusCode.TooManyRequests);
        var words = await refused.Content.ReadAsStringAsync();
        words.ShouldContain("Wait a minute");
        words.ShouldNotContain("To the Line");
    }

    [Fact]
    public async Task Nothing_large_is_read_of_somebody_who_is_not_signed_in_unless_a_link_leads_somewhere()
    {
        var http = app.Visitor();
        var large = new ByteArrayContent(new byte[RequestLimits.SmallBody + 1]);
        (await http.PostAsync("/signin", large)).StatusCode.ShouldBe(HttpStatusCode.RequestEntityTooLarge);
        (await (await http.PostAsync("/signin", large)).Content.ReadAsStringAsync()).ShouldContain("Nothing was saved");
        (await http.PostAsync("/answers/" + new string('a', 43), large)).StatusCode.ShouldBe(HttpStatusCode.NotFound);
        (await (await http.PostAsync("/answers/" + new string('a', 43), large)).Content.ReadAsStringAsync()).ShouldContain("leads nowhere");
        (await http.PostAsync("/answers/" + new string('a', 12), large)).StatusCode.ShouldBe(HttpStatusCode.NotFound);
    }

    [Fact]
    public async Task A_page_that_breaks_names_the_error_and_the_host_finds_it()
    {
        var maker = await app.SignInAsync();
        var site = await app.SiteAsync("Page That Breaks");
        // A document that no code can have written.
        await app.DbAsync(async db =>
            await db.Database.ExecuteSqlAsync($"update revisions set document = '{{}}'::jsonb where site_id = {site.Id}")
        );
        var (status, body) = await maker.GetAsync($"/sites/{site.Id}/launch");
        status.ShouldBe(HttpStatusCode.InternalServerError);
        var fault = app.Services.GetRequiredService<FaultBook>().Latest[0];
        body.ShouldContain(fault.Number);
        fault.Where.ShouldContain("/sites/{id:guid}/launch");
        fault.Where.ShouldNotContain(site.Id.ToString());
    }
}
