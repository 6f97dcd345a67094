using System.Net;
using System.Text;
using System.Text.Json;
using System.Text.RegularExpressions;
using Microsoft.EntityFrameworkCore;
using Microsoft.Extensions.DependencyInjection;
using Plurimax.Data;
using Plurimax.Data.Sites;
using Plurimax.Design.Styling;
using Plurimax.Sites;
using Plurimax.Web.Launching;
using Plurimax.Web.Styling;
using Plurimax.Work.Line;
using SkiaSharp;

namespace Plurimax.Web.Tests;

/// <summary>Looks by words, colours, hand and file; marks; and the lookbook and the plan behind their private links.</summary>
[Collection("app")]
public class LooksTests(App app)
{
    private Task<SiteDocument> DocumentAsync(Guid site) =>
        app.WithAsync(async s =>
        {
            return await s.GetRequiredService<SiteReader>().DocumentAsync((await s.GetRequiredService<SiteReader>().FindAsync(site))!);
        });

    private async Task<string> HeadAsync(Guid site) =>
        (await app.DbAsync(d => d.Sites.AsNoTracking().SingleAsync(x => x.Id == site))).Head.ToString(
            System.Globalization.CultureInfo.InvariantCulture
        );

    private static string Json(LookChoice c) => JsonSerializer.Serialize(c, SiteDocument.Json);

    private static byte[] Logo(string ink)
    {
        using var bitmap = new SKBitmap(new SKImageInfo(400, 160, SKColorType.Rgba8888, SKAlphaType.Unpremul));
        using var canvas = new SKCanvas(bitmap);
        canvas.Clear(SKColors.Transparent);
        using var paint = new SKPaint { Color = SKColor.Parse(ink) };
        canvas.DrawRect(40, 40, 320, 80, paint);
        return bitmap.Encode(SKEncodedImageFormat.Png, 100).ToArray();
    }

    [Fact]
    public async Task Words_colours_and_a_mix_are_shown_and_chosen()
    {
        var site = await app.SiteAsync("Wordy Wheels");
        var maker = await app.SignInAsync();
        var (_, page) = await maker.GetAsync(
            $"/sites/{site.Id}"
                + $"/look?Words=bold&Word2=natural&Brand=%23ffd400&Second=%23c00000&MixLayout=A&MixType=B&MixColours=C&Leaf=services"
        );
        page.ShouldContain("very large headings");
        page.ShouldContain("Choose the mix");
        page.ShouldContain("is now #");
        var mix = Regex.Matches(page, "name=\"choice\" value=\"([^\"]+|\\{.*?\\})\">").Select(m => m.Groups[1].Value).ToList();
        mix.Count.ShouldBeGreaterThan(3);
        (await maker.GetAsync($"/sites/{site.Id}/look?Brand=reddish")).Status.ShouldBe(HttpStatusCode.UnprocessableEntity);
        var choice = new LookChoice("poster", "#ffd400")
        {
            Second = "#c00000",
            Words = "bold natural",
            Type = "young",
        };
        await maker.PostAsync($"/sites/{site.Id}/look?handler=Choose", new() { ["revision"] = "1", ["choice"] = Json(choice) });
        (await DocumentAsync(site.Id)).Look.ShouldBe(choice);
        (
            await maker.PostAsync($"/sites/{site.Id}/look?handler=Choose", new() { ["revision"] = "2", ["choice"] = "{broken" })
        ).StatusCode.ShouldBe(HttpStatusCode.BadRequest);
    }

    [Fact]
    public async Task Colours_come_out_of_a_logo_and_bad_files_are_told()
    {
        var site = await app.SiteAsync("Logo Wheels");
        var maker = await app.SignInAsync();
        var found = await Maker.UploadAsync(maker.Http, $"/sites/{site.Id}/look", "Colours", [], "file", ("logo.png", Logo("#0e8a94")));
        found.StatusCode.ShouldBe(HttpStatusCode.Redirect);
        found.Headers.Location!.ToString().ShouldContain("Brand=%230e8a94");
        var bad = await Maker.UploadAsync(
            maker.Http,
            $"/sites/{site.Id}/look",
            "Colours",
            [],
            "file",
            ("logo.png", "no picture"u8.ToArray())
        );
        bad.StatusCode.ShouldBe(HttpStatusCode.UnprocessableEntity);
        (await bad.Content.ReadAsStringAsync()).ShouldContain("cannot be read");
    }

    [Fact]
    public async Task Looks_are_kept_for_a_site_and_for_all_clients()
    {
        var site = await app.SiteAsync("Keeper Wheels");
        var other = await app.SiteAsync("Other Wheels");
        var maker = await app.SignInAsync();
        await maker.PostAsync(
            $"/sites/{site.Id}/look?handler=Keep",
            new() { ["choice"] = Json(new LookChoice("rail")), ["name"] = "Only here" }
        );
        await maker.PostAsync(
            $"/sites/{site.Id}/look?handler=Keep",
            new()
            {
                ["choice"] = Json(new LookChoice("linen")),
                ["name"] = "House linen",
                ["all"] = "true",
            }
        );
        await maker.PostAsync(
            $"/sites/{site.Id}/look?handler=Keep",
            new()
            {
                ["choice"] = Json(new LookChoice("linen")),
                ["name"] = "Twice",
                ["all"] = "true",
            }
        );
        var (_, here) = await maker.GetAsync($"/sites/{site.Id}/look");
        here.ShouldContain("Only here");
        var (_, there) = await maker.GetAsync($"/sites/{other.Id}/look");
        there.ShouldContain("House linen");
        there.ShouldNotContain("Only here");
        there.ShouldNotContain("Twice");
        var kept = await app.DbAsync(d => d.KeptLooks.SingleAsync(k => k.Name == "House linen"));
        (await maker.GetAsync($"/sites/{other.Id}/look?Show={kept.Id}")).Body.ShouldContain(">Linen<");
        (await (await app.SignInAsync("ada")).GetAsync("/standards")).Body.ShouldContain("House linen");
        await maker.PostAsync($"/sites/{other.Id}/look?handler=LetGo", new() { ["kept"] = kept.Id.ToString() });
        (await app.DbAsync(d => d.KeptLooks.CountAsync(k => k.Name == "House linen"))).ShouldBe(0);
    }

    [Fact]
    public async Task A_look_is_set_by_hand_with_figures_and_goes_out_and_in_as_tokens()
    {
        var site = await app.SiteAsync("Handy Wheels");
        var maker = await app.SignInAsync();
        var (_, tried) = await maker.GetAsync(
            $"/sites/{site.Id}/look/hand?tried=true&Base=calm&Link=%23ffd400&Corners=Square&H2=120%20capitals"
        );
        tried.ShouldContain("it needs 4.5");
        tried.ShouldContain("Take #");
        Regex.IsMatch(tried, @"\d+ on \d+ pages").ShouldBeTrue();
        (await DocumentAsync(site.Id)).Look.Details.ShouldBeNull();
        await maker.PostAsync(
            $"/sites/{site.Id}/look/hand",
            new()
            {
                ["revision"] = "1",
                ["how"] = "take",
                ["Base"] = "calm",
                ["Corners"] = "Square",
                ["H2"] = "120 capitals",
                ["Link"] = "#1a3a8a",
            }
        );
        var look = (await DocumentAsync(site.Id)).Look;
        (look.Id, look.Hand!.Link, look.Details!.Corners, look.Details.H2).ShouldBe(
            ("calm", "#1a3a8a", Corners.Square, new HeadingLevel(1.2, true))
        );
        (
            await maker.PostAsync($"/sites/{site.Id}/look/hand?handler=Take", new() { ["revision"] = "2", ["choice"] = "{broken" })
        ).StatusCode.ShouldBe(HttpStatusCode.BadRequest);
        (
            await maker.SendAsync(
                $"/sites/{site.Id}/look/hand",
                new()
                {
                    ["revision"] = "2",
                    ["how"] = "take",
                    ["Base"] = "calm",
                    ["Link"] = "bluish",
                }
            )
        ).Body.ShouldContain("is not a colour");
        var tokens = await maker.Http.GetByteArrayAsync($"/sites/{site.Id}/look/hand?handler=Tokens");
        LookTokens.Read(Encoding.UTF8.GetString(tokens), new LookChoice("dune")).Value!.Choice.ShouldBe(look);
        var read = await Maker.UploadAsync(
            maker.Http,
            $"/sites/{site.Id}/look/hand",
            "Tokens",
            [],
            "file",
            ("a.tokens.json", """{"brand":{"primary":{"$type":"color","$value":"#7a2048"}}}"""u8.ToArray())
        );
        (await read.Content.ReadAsStringAsync()).ShouldContain("brand.primary as the brand colour");
        var bad = await Maker.UploadAsync(maker.Http, $"/sites/{site.Id}/look/hand", "Tokens", [], "file", ("a.json", "{"u8.ToArray()));
        bad.StatusCode.ShouldBe(HttpStatusCode.UnprocessableEntity);
    }

    [Fact]
    public async Task A_mark_is_composed_or_brought_and_stands_on_the_published_site()
    {
        var site = await app.SiteAsync("Marked Wheels");
        var maker = await app.SignInAsync();
        await maker.PostAsync($"/sites/{site.Id}/look/mark", new() { ["revision"] = "1", ["composition"] = "seal" });
        (await DocumentAsync(site.Id)).Mark.ShouldBe(new SiteMark("seal"));
        (
            await maker.Http.GetAsync($"/sites/{site.Id}/look/mark?handler=File&composition=seal&kind=one")
        ).Content.Headers.ContentType!.MediaType.ShouldBe("image/svg+xml");
        (await maker.Http.GetAsync($"/sites/{site.Id}/look/mark?handler=File&composition=seal&kind=gold")).StatusCode.ShouldBe(
            HttpStatusCode.NotFound
        );
        var done = await Maker.UploadAsync(
            maker.Http,
            $"/sites/{site.Id}/look/mark",
            "Logo",
            new() { ["revision"] = "2" },
            "file",
            ("logo.png", Logo("#0b2447"))
        );
        done.StatusCode.ShouldBe(HttpStatusCode.Redirect);
        var mark = (await DocumentAsync(site.Id)).Mark!;
        (mark.OnLight, mark.File is not null).ShouldBe((true, true));
        await app.WithAsync(async s =>
            await s.GetRequiredService<Publisher>().ReleaseAsync((await s.GetRequiredService<SiteReader>().FindAsync(site.Id))!, App.Mara)
        );
        var home = await app.Visitor($"{site.Slug}.sites.localhost").GetStringAsync("/");
        home.ShouldContain("/logo-");
        var card = Regex.Match(home, "og:image\" content=\"[^\"]*(/card-[0-9a-f]{8}\\.png)").Groups[1].Value;
        (await app.Visitor($"{site.Slug}.sites.localhost").GetAsync(card)).Content.Headers.ContentType!.MediaType.ShouldBe("image/png");
        var evil = await Maker.UploadAsync(
            maker.Http,
            $"/sites/{site.Id}/look/mark",
            "Logo",
            new() { ["revision"] = "3" },
            "file",
            ("logo.svg", "<svg xmlns='http://www.w3.org/2000/svg' viewBox='0 0 9 9'><script>1</script></svg>"u8.ToArray())
        );
        evil.StatusCode.ShouldBe(HttpStatusCode.UnprocessableEntity);
    }

    [Fact]
    public async Task A_client_flips_through_the_lookbook_comments_and_chooses_without_an_account()
    {
        var site = await app.SiteAsync("Lookbook Wheels");
        var maker = await app.SignInAsync();
        (
            await maker.PostAsync($"/sites/{site.Id}/look?handler=Send", new() { ["choice"] = Json(new LookChoice("dune")) })
        ).StatusCode.ShouldBe(HttpStatusCode.Redirect);
        (await app.DbAsync(d => d.Lookbooks.CountAsync(l => l.SiteId == site.Id))).ShouldBe(0, "one look is no lookbook");
        var token = await app.WithAsync(async s =>
            await s.GetRequiredService<LookService>()
                .SendAsync(
                    (await s.GetRequiredService<SiteReader>().FindAsync(site.Id))!,
                    [new SentLook("A, Dune arch", new LookChoice("dune")), new SentLook("B, Poster", new LookChoice("poster"))],
                    App.Mara,
                    "http://localhost",
                    "bench@bell.example"
                )
        );
        var client = new Maker(app.CreateClient(new() { BaseAddress = new Uri("http://localhost"), AllowAutoRedirect = false }));
        var (status, page) = await client.GetAsync($"/looks/{token}?look=1&with=0");
        status.ShouldBe(HttpStatusCode.OK);
        page.ShouldContain("Against A, Dune arch");
        var sheet = await client.Http.GetAsync($"/looks/{token}/sheet/1/index.html");
        sheet.Headers.GetValues("Content-Security-Policy").Single().ShouldStartWith("sandbox");
        (await sheet.Content.ReadAsStringAsync()).ShouldContain("s-hero v-block");
        (await client.Http.GetAsync($"/looks/{token}/sheet/7/index.html")).StatusCode.ShouldBe(HttpStatusCode.NotFound);
        (
            await client.SendAsync(
                $"/looks/{token}?handler=Comment",
                new()
                {
                    ["look"] = "1",
                    ["text"] = "",
                    ["by"] = "Kim Bell",
                }
            )
        ).Status.ShouldBe(HttpStatusCode.UnprocessableEntity);
        // Two people write at once, and neither is lost.
        await Task.WhenAll(
            new[] { "The letters are <b>huge</b>.", "And the picture is small." }.Select(words =>
                client.PostAsync(
                    $"/looks/{token}?handler=Comment",
                    new()
                    {
                        ["look"] = "1",
                        ["text"] = words,
                        ["by"] = "Kim Bell",
                    }
                )
            )
        );
        (await client.SendAsync($"/looks/{token}?handler=Choose", new() { ["look"] = "1", ["by"] = "" })).Body.ShouldContain(
            "Give your name"
        );
        await client.PostAsync($"/looks/{token}?handler=Choose", new() { ["look"] = "1", ["by"] = "Kim Bell" });
        var book = await app.DbAsync(d => d.Lookbooks.SingleAsync(l => l.SiteId == site.Id));
        (book.Chosen, book.ChosenBy, book.OpenedAt is not null, book.Comments.Length, book.Comments[0].Of).ShouldBe(
            (1, "Kim Bell", true, 2, 1)
        );
        (await app.DbAsync(d => d.Sites.SingleAsync(s => s.Id == site.Id))).WaitingFor.ShouldBe(Party.Us);
        var (_, seen) = await maker.GetAsync($"/sites/{site.Id}/look");
        seen.ShouldContain("Kim Bell chose B, Poster");
        // A new round ends the old link.
        await app.WithAsync(async s =>
            await s.GetRequiredService<LookService>()
                .SendAsync(
                    (await s.GetRequiredService<SiteReader>().FindAsync(site.Id))!,
                    [.. book.Looks],
                    App.Mara,
                    "http://localhost",
                    null
                )
        );
        (await client.GetAsync($"/looks/{token}")).Status.ShouldBe(HttpStatusCode.Gone);
        (await client.GetAsync("/looks/nothing")).Status.ShouldBe(HttpStatusCode.NotFound);
    }

    [Fact]
    public async Task A_client_agrees_the_plan_by_name_or_comments_on_a_page()
    {
        var site = await app.SiteAsync("Planned Wheels");
        var maker = await app.SignInAsync();
        var sent = await maker.PostAsync($"/sites/{site.Id}/plan?handler=Send", []);
        var (_, shown) = await maker.GetAsync(sent.Headers.Location!.ToString());
        var token = Regex.Match(shown, "/plans/([A-Za-z0-9_-]{43})").Groups[1].Value;
        var client = new Maker(app.CreateClient(new() { BaseAddress = new Uri("http://localhost"), AllowAutoRedirect = false }));
        (await client.GetAsync($"/plans/{token}?leaf=services")).Body.ShouldContain("About the page Services");
        (await client.Http.GetAsync($"/plans/{token}?handler=Drawing&leaf=services")).Content.Headers.ContentType!.MediaType.ShouldBe(
            "image/svg+xml"
        );
        await client.PostAsync(
            $"/plans/{token}?handler=Comment",
            new()
            {
                ["leaf"] = "services",
                ["text"] = "One page for e-bikes, please.",
                ["by"] = "Kim Bell",
            }
        );
        (await client.SendAsync($"/plans/{token}?handler=Agree", new() { ["by"] = " " })).Status.ShouldBe(
            HttpStatusCode.UnprocessableEntity
        );
        await client.PostAsync($"/plans/{token}?handler=Agree", new() { ["by"] = "Kim Bell" });
        (await maker.GetAsync($"/sites/{site.Id}/plan")).Body.ShouldContain("Kim Bell agreed");
        (await client.GetAsync("/plans/nothing")).Status.ShouldBe(HttpStatusCode.NotFound);
    }

    [Fact]
    public async Task The_plan_goes_out_as_files_and_pages_are_moved_copied_and_put_first()
    {
        var site = await app.SiteAsync("Drawn Wheels");
        var maker = await app.SignInAsync();
        foreach (
            var (kind, type) in new[]
            {
                ("svg", "image/svg+xml"),
                ("png", "image/png"),
                ("pdf", "application/pdf"),
                ("md", "text/markdown"),
                ("csv", "text/csv"),
            }
        )
        {
            var file = await maker.Http.GetAsync($"/sites/{site.Id}/plan?handler=File&kind={kind}");
            file.Content.Headers.ContentType!.MediaType.ShouldBe(type);
            file.Content.Headers.ContentDisposition!.FileName.ShouldBe($"drawn-wheels-plan.{kind}");
        }
        (await maker.Http.GetAsync($"/sites/{site.Id}/plan?handler=File&kind=exe")).StatusCode.ShouldBe(HttpStatusCode.NotFound);
        (await maker.GetAsync($"/sites/{site.Id}/plan/wires?leaf=services")).Body.ShouldContain("390 px");
        var section = (await DocumentAsync(site.Id)).FindPage("home")!.Sections[1].Id;
        await maker.PostAsync(
            $"/sites/{site.Id}/plan?handler=PlaceSection",
            new()
            {
                ["revision"] = "1",
                ["section"] = section,
                ["to"] = "about",
                ["index"] = "1",
            }
        );
        (await DocumentAsync(site.Id)).FindPage("about")!.Sections[1].Id.ShouldBe(section);
        await maker.PostAsync(
            $"/sites/{site.Id}/plan?handler=DuplicatePage",
            new() { ["revision"] = await HeadAsync(site.Id), ["leaf"] = "services" }
        );
        await maker.PostAsync(
            $"/sites/{site.Id}/plan?handler=SetHome",
            new() { ["revision"] = await HeadAsync(site.Id), ["leaf"] = "services" }
        );
        (await DocumentAsync(site.Id)).Pages[0].Id.ShouldBe("services");
    }
}
