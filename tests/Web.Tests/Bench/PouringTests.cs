using System.Net;
using System.Text;
using Microsoft.EntityFrameworkCore;
using Microsoft.Extensions.DependencyInjection;
using Plurimax.Data.Sites;
using Plurimax.Sites;

namespace Plurimax.Web.Tests;

/// <summary>Texts and pictures of the client come in, and the parts that stand on every page.</summary>
public class PouringTests(App app) : IClassFixture<App>
{
    private Task<SiteDocument> DocumentAsync(Guid site) =>
        app.WithAsync(async s =>
        {
            return await s.GetRequiredService<SiteReader>().DocumentAsync((await s.GetRequiredService<SiteReader>().FindAsync(site))!);
        });

    private static byte[] Photo(int width, int height, byte shade)
    {
        using var bitmap = new SkiaSharp.SKBitmap(width, height);
        for (var i = 0; i < 400; i++)
        {
            using var canvas = new SkiaSharp.SKCanvas(bitmap);
            using var paint = new SkiaSharp.SKPaint
            {
                Color = new SkiaSharp.SKColor((byte)(i * 7 % 90 + shade), (byte)(i * 13 % 120 + 60), (byte)(i * 31 % 150 + 60)),
            };
            canvas.DrawRect(i % 20 * width / 20f, i / 20 * height / 20f, width / 20f, height / 20f, paint);
        }
        using var data = bitmap.Encode(SkiaSharp.SKEncodedImageFormat.Jpeg, 80);
        return data.ToArray();
    }

    [Fact]
    public async Task A_document_is_shown_piece_by_piece_and_only_what_is_ticked_comes_in()
    {
        var maker = await app.SignInAsync();
        var site = await app.SiteAsync("Poured");
        var page = $"/sites/{site.Id}/bench/pour";
        var read = await Maker.UploadAsync(
            maker.Http,
            page,
            "Read",
            new() { ["text"] = "" },
            "file",
            (
                "texts.md",
                Encoding.UTF8.GetBytes(
                    "# About us\n\nNell opened Poured in 2011.\n\n# Questions\n\n- Do I need an appointment? No.\n\n# The "
                        + "weather\n\nIt rains.\n"
                )
            )
        );
        var body = WebUtility.HtmlDecode(await read.Content.ReadAsStringAsync());
        body.ShouldContain("“About us” names it");
        body.ShouldContain("It rains.");
        var about = (await DocumentAsync(site.Id)).Pages.SelectMany(p => p.Sections).First(s => s.Content is AboutContent).Id;
        var done = await maker.PostAsync(
            page,
            new()
            {
                ["revision"] = "1",
                ["text"] = "# About us\n\nNell opened Poured in 2011.\n\n# Questions\n\n- Do I need an appointment? No.\n",
                ["take"] = $"{about}/text",
            }
        );
        done.StatusCode.ShouldBe(HttpStatusCode.Redirect);
        var now = await DocumentAsync(site.Id);
        now.FindSection(about)!
            .Value.Section.Content.Text.ShouldBe(
                new Passage(
                    "Nell opened {{ business.name }} in 2011.",
                    now.FindSection(about)!.Value.Section.Content.Text.Choice,
                    Kept: true
                )
            );
        now.Pages.SelectMany(p => p.Sections)
            .SelectMany(s => s.Content.Items)
            .ShouldNotContain(i => i.Title.Text.Contains("appointment?") && i.Title.Kept);
    }

    [Fact]
    public async Task A_file_that_is_none_and_nothing_ticked_are_told_and_the_text_stays()
    {
        var maker = await app.SignInAsync();
        var site = await app.SiteAsync("Refused");
        var page = $"/sites/{site.Id}/bench/pour";
        var bad = await Maker.UploadAsync(
            maker.Http,
            page,
            "Read",
            new() { ["text"] = "typed before" },
            "file",
            ("brief.docx", "hello"u8.ToArray())
        );
        bad.StatusCode.ShouldBe(HttpStatusCode.UnprocessableEntity);
        (await bad.Content.ReadAsStringAsync()).ShouldContain("typed before");
        var (status, body) = await maker.SendAsync(page, new() { ["revision"] = "1", ["text"] = "# About us\n\nA story." });
        status.ShouldBe(HttpStatusCode.UnprocessableEntity);
        body.ShouldContain("Nothing is ticked");
        body.ShouldContain("A story.");
    }

    [Fact]
    public async Task A_batch_of_photos_is_shown_before_it_is_placed_and_one_undo_takes_it_off()
    {
        var maker = await app.SignInAsync();
        var site = await app.SiteAsync("Batch");
        var page = $"/sites/{site.Id}/bench/photos";
        var added = await Maker.UploadAsync(
            maker.Http,
            page,
            "Add",
            new() { ["cleared"] = "true" },
            "added",
            ("front of the shop.jpg", Photo(2000, 1000, 60)),
            ("wheel.jpg", Photo(1400, 1000, 90))
        );
        added.StatusCode.ShouldBe(HttpStatusCode.Redirect);
        var files = await app.DbAsync(d => d.ClientFiles.Where(f => f.ClientId == site.ClientId).OrderBy(f => f.Name).ToListAsync());
        var (_, plan) = await maker.GetAsync(page + "?place=true");
        plan.ShouldContain("the widest good one");
        (await DocumentAsync(site.Id)).PhotoPlaces.ShouldBeNull("nothing is placed before somebody says so");
        var placed = await maker.PostAsync(
            page + "?handler=Place",
            new()
            {
                ["revision"] = "1",
                ["take"] = files[0].Id.ToString(),
                ["id"] = files[0].Id.ToString(),
                ["alt"] = "The shop on Rope Walk",
            }
        );
        placed.StatusCode.ShouldBe(HttpStatusCode.Redirect);
        var now = await DocumentAsync(site.Id);
        now.Files.Single().Alt.ShouldBe("The shop on Rope Walk");
        now.PhotoAt("hero").ShouldBe(now.Files.Single().Id);
        (await maker.Http.GetAsync($"{page}?handler=Small&file={files[1].Id}")).Content.Headers.ContentType!.MediaType.ShouldBe(
            "image/webp"
        );

        // Another everywhere, with its words; then all of it back.
        await maker.PostAsync(
            page + "?handler=Describe",
            new()
            {
                ["revision"] = "2",
                ["file"] = files[1].Id.ToString(),
                ["alt"] = "A wheel",
                ["source"] = "Nell",
                ["cleared"] = "true",
            }
        );
        (
            await maker.PostAsync(
                page + "?handler=Replace",
                new()
                {
                    ["revision"] = "2",
                    ["file"] = files[0].Id.ToString(),
                    ["by"] = files[1].Id.ToString(),
                }
            )
        ).StatusCode.ShouldBe(HttpStatusCode.Redirect);
        (await DocumentAsync(site.Id)).Files.Single().Alt.ShouldBe("A wheel");
        (await maker.PostAsync(page + "?handler=Remove", new() { ["file"] = files[1].Id.ToString() })).StatusCode.ShouldBe(
            HttpStatusCode.UnprocessableEntity,
            "it stands on the site"
        );
        foreach (var _ in new[] { 1, 2 })
            await maker.PostAsync($"/sites/{site.Id}/bench?handler=Step&back=true", new() { ["leaf"] = "home" });
        (await DocumentAsync(site.Id)).PhotoPlaces.ShouldBeNull();
    }

    [Fact]
    public async Task The_agencys_shelf_serves_every_client_and_no_client_sees_anothers()
    {
        var maker = await app.SignInAsync();
        var (one, two) = (await app.SiteAsync("Shelf One"), await app.SiteAsync("Shelf Two"));
        await Maker.UploadAsync(
            maker.Http,
            $"/sites/{one.Id}/bench/photos",
            "Add",
            new() { ["of"] = "agency", ["cleared"] = "true" },
            "added",
            ("texture.jpg", Photo(1500, 1000, 30))
        );
        await Maker.UploadAsync(
            maker.Http,
            $"/sites/{one.Id}/bench/photos",
            "Add",
            new() { ["cleared"] = "true" },
            "added",
            ("private.jpg", Photo(1500, 1000, 40))
        );
        (await maker.GetAsync($"/sites/{two.Id}/bench/photos?shelf=agency")).Body.ShouldContain("texture.jpg");
        (await maker.GetAsync($"/sites/{two.Id}/bench/photos")).Body.ShouldNotContain("private.jpg");
        var secret = await app.DbAsync(d => d.ClientFiles.FirstAsync(f => f.Name == "private.jpg"));
        (await maker.Http.GetAsync($"/sites/{two.Id}/bench/photos?handler=Small&file={secret.Id}")).StatusCode.ShouldBe(
            HttpStatusCode.NotFound
        );
    }

    [Fact]
    public async Task What_stands_on_every_page_is_changed_once_and_a_fault_keeps_what_was_typed()
    {
        var maker = await app.SignInAsync();
        var site = await app.SiteAsync("Everywhere");
        var page = $"/sites/{site.Id}/bench/parts";
        (
            await maker.PostAsync(
                page + "?handler=Notice",
                new()
                {
                    ["revision"] = "1",
                    ["on"] = "true",
                    ["text"] = "Closed on {{ monday",
                    ["target"] = "",
                    ["address"] = "",
                }
            )
        ).StatusCode.ShouldBe(HttpStatusCode.Redirect);
        (await DocumentAsync(site.Id)).Parts!.Notice!.Text.Text.ShouldNotContain(
            "{{ monday",
            Case.Sensitive,
            "what was typed is words, no placeholder"
        );
        var (status, body) = await maker.SendAsync(
            page + "?handler=PopUp",
            new()
            {
                ["revision"] = "2",
                ["on"] = "true",
                ["heading"] = "Before you go",
                ["text"] = "",
                ["target"] = "to:action",
                ["address"] = "",
                ["days"] = "14",
                ["leaving"] = "true",
            }
        );
        status.ShouldBe(HttpStatusCode.UnprocessableEntity);
        body.ShouldContain("value=\"Before you go\"");
        await maker.PostAsync(page + "?handler=Reach", new() { ["revision"] = "2", ["bar"] = "true" });
        await maker.PostAsync(
            page + "?handler=Under",
            new()
            {
                ["revision"] = "3",
                ["leaf"] = "questions",
                ["under"] = "about",
            }
        );
        var now = await DocumentAsync(site.Id);
        (now.Parts!.PhoneBar, now.FindPage("questions")!.Under).ShouldBe((true, "about"));
    }

    [Fact]
    public async Task Buttons_are_added_moved_and_taken_out_and_a_dead_one_is_told()
    {
        var maker = await app.SignInAsync();
        var site = await app.SiteAsync("Pressed");
        async Task<string> Send(int revision, Dictionary<string, string> more)
        {
            await maker.PostAsync(
                $"/sites/{site.Id}/bench?handler=Buttons",
                new(more)
                {
                    ["revision"] = revision.ToString(),
                    ["leaf"] = "home",
                    ["section"] = "home.steps",
                }
            );
            return string.Join(", ", (await DocumentAsync(site.Id)).FindSection("home.steps")!.Value.Section.Buttons.Select(b => b.Target));
        }
        (await Send(1, new() { ["how"] = "add" })).ShouldBe("to:action");
        (
            await Send(
                2,
                new()
                {
                    ["label"] = "",
                    ["target"] = "about.html",
                    ["address"] = "https://",
                    ["how"] = "",
                }
            )
        ).ShouldBe("about.html");
        await app.WithAsync(s => s.GetRequiredService<SiteWriter>().EditAsync(site.Id, 3, new HidePage("about", true), App.Mara));
        (await maker.GetAsync($"/sites/{site.Id}/bench?leaf=home&section=home.steps")).Body.ShouldContain("About is hidden.");
        (
            await Send(
                4,
                new()
                {
                    ["label"] = "",
                    ["target"] = "about.html",
                    ["address"] = "",
                    ["how"] = "remove",
                    ["at"] = "0",
                }
            )
        ).ShouldBe("");
    }
}
