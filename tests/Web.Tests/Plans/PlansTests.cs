using System.Net;
using Microsoft.EntityFrameworkCore;
using Microsoft.Extensions.DependencyInjection;
using Plurimax.Data;
using Plurimax.Data.Blobs;
using Plurimax.Data.Sites;
using Plurimax.Sites;
using Plurimax.Web.Launching;

namespace Plurimax.Web.Tests;

/// <summary>Pages, sizes, languages, photos and takes of a site that stands.</summary>
[Collection("app")]
public class PlansTests(App app)
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

    [Fact]
    public async Task A_sentence_is_shown_as_it_was_understood_and_becomes_a_page_only_then()
    {
        var site = await app.SiteAsync("Wish Plumbing", "plumber");
        var maker = await app.SignInAsync();
        var sent = await maker.PostAsync(
            $"/sites/{site.Id}/plan?handler=AddPage",
            new() { ["revision"] = "1", ["name"] = "a page about emergency call-outs with a price list and a robot" }
        );
        sent.StatusCode.ShouldBe(HttpStatusCode.Redirect);
        var shown = WebUtility.HtmlDecode(await maker.Http.GetStringAsync(sent.Headers.Location));
        shown.ShouldContain("Understood as");
        shown.ShouldContain("Not understood: “robot”");
        (await DocumentAsync(site.Id)).Pages.Length.ShouldBe(6);
        await maker.PostAsync(
            $"/sites/{site.Id}/plan?handler=AddWished",
            new()
            {
                ["revision"] = "1",
                ["wish"] = "a page about emergency call-outs with a price list and a robot",
                ["name"] = "At night",
            }
        );
        var page = (await DocumentAsync(site.Id)).Pages.Single(p => p.Menu.Text == "At night");
        page.Sections.Select(s => s.Content.Kind).ShouldBe(["title", "urgent", "prices", "action"]);
        // A short name is a page at once, of its kind.
        await maker.PostAsync(
            $"/sites/{site.Id}/plan?handler=AddPage",
            new() { ["revision"] = await HeadAsync(site.Id), ["name"] = "Prices" }
        );
        (await DocumentAsync(site.Id)).FindPage("prices")!.Sections.ShouldContain(s => s.Content is PricesContent);
        (
            await maker.SendAsync(
                $"/sites/{site.Id}/plan?handler=AddLike",
                new()
                {
                    ["revision"] = await HeadAsync(site.Id),
                    ["like"] = "home",
                    ["name"] = "",
                }
            )
        ).Body.ShouldContain("A page needs a name");
    }

    [Fact]
    public async Task Another_size_is_shown_before_it_is_made_and_one_undo_brings_all_back()
    {
        var site = await app.SiteAsync("Size Roofs", "roofer");
        var before = await DocumentAsync(site.Id);
        var maker = await app.SignInAsync();
        var shown = await maker.Http.GetStringAsync($"/sites/{site.Id}/plan?size=Full");
        shown.ShouldContain("say all about one service");
        (await DocumentAsync(site.Id)).ToJson().ShouldBe(before.ToJson());
        await maker.PostAsync($"/sites/{site.Id}/plan?handler=Size", new() { ["revision"] = "1", ["size"] = "Full" });
        var full = await DocumentAsync(site.Id);
        full.Size.ShouldBe(PlanSize.Full);
        full.Pages.Count(p => p.Id.StartsWith("service-", StringComparison.Ordinal)).ShouldBe(6);
        await app.WithAsync(s => s.GetRequiredService<SiteWriter>().StepAsync(site.Id, back: true, App.Mara));
        (await DocumentAsync(site.Id)).ToJson().ShouldBe(before.ToJson());
    }

    [Fact]
    public async Task A_second_language_is_added_and_follows_facts_and_takes()
    {
        var site = await app.SiteAsync("Praxis Zwei", "physiotherapist");
        var maker = await app.SignInAsync();
        await maker.PostAsync($"/sites/{site.Id}/plan?handler=AddLanguage", new() { ["revision"] = "1", ["language"] = "de-DE" });
        (await DocumentAsync(site.Id)).Languages.ShouldBe(["en-GB", "de-DE"]);
        (await maker.Http.GetStringAsync($"/sites/{site.Id}/bench?leaf=de%2Fcontact")).ShouldContain("Kontakt");
        await app.WithAsync(s => s.GetRequiredService<TakeStore>().TakeAsync(site.Id, 2, null, null, App.Mara));
        var again = await DocumentAsync(site.Id);
        again.Languages.Length.ShouldBe(2);
        again.FindSection("de/home.intro")!.Value.Section.Take.ShouldBe(2);
        (
            await maker.PostAsync($"/sites/{site.Id}/plan?handler=AddLanguage", new() { ["revision"] = "3", ["language"] = "it-IT" })
        ).StatusCode.ShouldBe(HttpStatusCode.UnprocessableEntity);
    }

    [Fact]
    public async Task Takes_renew_one_part_and_earlier_ones_give_parts()
    {
        var site = await app.SiteAsync("Part Takes", "florist");
        var one = await DocumentAsync(site.Id);
        Task<EditOutcome> Take(int on, TakePart part, string? page = null) =>
            app.WithAsync(s => s.GetRequiredService<TakeStore>().TakeAsync(site.Id, on, null, null, App.Mara, part, page));
        string Words(SiteDocument d, string page) =>
            string.Join("|", d.FindPage(page)!.Sections.SelectMany(s => s.Content.Passages()).Select(p => p.Passage.Text));
        var pictures = (await Take(1, TakePart.Pictures)).Document!;
        (pictures.PicturesShown, pictures.Take, Words(pictures, "home")).ShouldBe((2, 1, Words(one, "home")));
        var layout = (await Take(2, TakePart.Layout)).Document!;
        (layout.LayoutTake, Words(layout, "home")).ShouldBe((2, Words(one, "home")));
        var about = (await Take(3, TakePart.All, "about")).Document!;
        Words(about, "home").ShouldBe(Words(one, "home"));
        Words(about, "about").ShouldNotBe(Words(one, "about"));
        var text = (await Take(4, TakePart.Text)).Document!;
        (text.Take, text.PicturesShown).ShouldBe((2, 2));
        Words(text, "home").ShouldNotBe(Words(one, "home"));
        var maker = await app.SignInAsync();
        (await maker.Http.GetStringAsync($"/sites/{site.Id}/history?with=1")).ShouldContain("Take over");
        await maker.PostAsync(
            $"/sites/{site.Id}/history?handler=Take",
            new()
            {
                ["revision"] = "5",
                ["with"] = "1",
                ["section"] = "home.intro",
            }
        );
        var mixed = await DocumentAsync(site.Id);
        mixed
            .FindSection("home.intro")!
            .Value.Section.Content.Text.Text.ShouldBe(one.FindSection("home.intro")!.Value.Section.Content.Text.Text);
        mixed
            .FindSection("home.opening")!
            .Value.Section.Content.Text.Text.ShouldBe(text.FindSection("home.opening")!.Value.Section.Content.Text.Text);
    }

    [Fact]
    public async Task A_cleared_photo_of_the_client_is_published_upright_without_where_it_was_taken()
    {
        var site = await app.SiteAsync("Photo Firm", "florist");
        var jpeg = Exif.Sideways(400, 300);
        var (cleared, locked) = await app.WithAsync(async s =>
        {
            var db = s.GetRequiredService<PlurimaxDb>();
            var (hash, _) = s.GetRequiredService<IBlobStore>().Put(jpeg);
            ClientFile File(bool ok) =>
                new()
                {
                    ClientId = site.ClientId,
                    Name = "yard one.jpg",
                    Type = "image/jpeg",
                    Hash = hash,
                    Length = jpeg.Length,
                    Width = 300,
                    Height = 400,
                    Cleared = ok,
                    At = DateTimeOffset.UtcNow,
                };
            var (a, b) = (File(true), File(false));
            db.AddRange(a, b);
            await db.SaveChangesAsync();
            return (a.Id, b.Id);
        });
        await app.WithAsync(s => s.GetRequiredService<SiteWriter>().EditAsync(site.Id, 1, new AddSection("home", "gallery", 2), App.Mara));
        var maker = await app.SignInAsync();
        Task<(HttpStatusCode Status, string Body)> Place(Guid file, string alt) =>
            maker.SendAsync(
                $"/sites/{site.Id}/bench?handler=Place",
                new()
                {
                    ["revision"] = "2",
                    ["leaf"] = "home",
                    ["section"] = "home.gallery-2",
                    ["file"] = file.ToString(),
                    ["alt"] = alt,
                }
            );
        (await Place(cleared, "")).Body.ShouldContain("Say in a few words what it shows");
        (await Place(locked, "The yard")).Body.ShouldContain("Nobody has said that this file may be used");
        await Place(cleared, "The yard in May");
        var photo = (await DocumentAsync(site.Id)).Photos.Single();
        (photo.Width, photo.Height, photo.Alt).ShouldBe((300, 400, "The yard in May"));
        var release = await app.WithAsync(async s =>
            await s.GetRequiredService<Publisher>().ReleaseAsync((await s.GetRequiredService<SiteReader>().FindAsync(site.Id))!, App.Mara)
        );
        var bytes = app.Services.GetRequiredService<IBlobStore>().Get(release.Manifest[photo.Path].Hash)!;
        System.Text.Encoding.ASCII.GetString(bytes, 0, 4).ShouldBe("RIFF", "WebP container (RFC 9649)");
        System.Text.Encoding.ASCII.GetString(bytes).ShouldNotContain("Exif");
        (await app.Visitor($"{site.Slug}.sites.localhost").GetAsync("/" + photo.Path)).Content.Headers.ContentType!.MediaType.ShouldBe(
            "image/webp"
        );
    }

    [Fact]
    public async Task News_are_sent_to_nobody_who_has_not_confirmed_and_a_call_is_asked_for()
    {
        var site = await app.LiveAsync("News Firm");
        var http = app.Visitor($"{site.Slug}.sites.localhost");
        var protector = Microsoft.AspNetCore.DataProtection.DataProtectionCommonExtensions.CreateProtector(
            app.Services.GetRequiredService<Microsoft.AspNetCore.DataProtection.IDataProtectionProvider>(),
            "enquiry stamp"
        );
        var stamp = Microsoft.AspNetCore.DataProtection.DataProtectionCommonExtensions.Protect(
            protector,
            $"{site.Id}|{DateTimeOffset.UtcNow.AddSeconds(-10).ToUnixTimeMilliseconds()}"
        );
        Task<HttpResponseMessage> Send(string kind, string contact, string name = "", string? with = null) =>
            http.PostAsync(
                "/enquiry",
                new FormUrlEncodedContent(
                    new Dictionary<string, string>
                    {
                        ["kind"] = kind,
                        ["contact"] = contact,
                        ["name"] = name,
                        ["when"] = "after five",
                        ["consent"] = "yes",
                        ["stamp"] = with ?? stamp,
                    }
                )
            );
        (await Send("newsletter", "pia@post")).StatusCode.ShouldBe(HttpStatusCode.UnprocessableEntity);
        (await (await Send("newsletter", "pia@post.example", with: "")).Content.ReadAsStringAsync()).ShouldContain("One more step");
        (await app.DbAsync(d => d.Subscribers.CountAsync(s => s.SiteId == site.Id))).ShouldBe(0);
        (await Send("newsletter", "Pia@Post.example")).StatusCode.ShouldBe(HttpStatusCode.OK);
        (await Send("newsletter", "pia@post.example")).StatusCode.ShouldBe(HttpStatusCode.OK);
        var noted = await app.DbAsync(d => d.Subscribers.AsNoTracking().SingleAsync(s => s.SiteId == site.Id));
        (noted.Email, noted.ConfirmedAt).ShouldBe(("pia@post.example", null));
        var link = await app.LinkAsync(m => m.To == "pia@post.example");
        // Opening the link confirms nothing: programs open links too.
        (await http.GetAsync(link)).StatusCode.ShouldBe(HttpStatusCode.OK);
        (await app.DbAsync(d => d.Subscribers.AsNoTracking().SingleAsync(s => s.SiteId == site.Id))).ConfirmedAt.ShouldBeNull();
        await http.PostAsync(link, new FormUrlEncodedContent([]));
        (await app.DbAsync(d => d.Subscribers.AsNoTracking().SingleAsync(s => s.SiteId == site.Id))).ConfirmedAt.ShouldNotBeNull();
        (await (await app.SignInAsync()).Http.GetStringAsync($"/sites/{site.Id}/care?handler=News")).ShouldContain("pia@post.example");
        await http.PostAsync(link, new FormUrlEncodedContent([new("end", "yes")]));
        (await app.DbAsync(d => d.Subscribers.CountAsync(s => s.SiteId == site.Id))).ShouldBe(0);
        (await http.GetAsync(link)).StatusCode.ShouldBe(HttpStatusCode.NotFound);
        (await Send("callback", "call me", "Jon")).StatusCode.ShouldBe(HttpStatusCode.UnprocessableEntity);
        (await Send("callback", "01632 960144", "Jon")).StatusCode.ShouldBe(HttpStatusCode.Redirect);
        (await app.DbAsync(d => d.Enquiries.SingleAsync(e => e.SiteId == site.Id))).Message.ShouldBe("Please ring me: after five");
    }

    [Fact]
    public async Task A_template_for_a_trade_that_has_none_is_begun_on_the_sheet()
    {
        var maker = await app.SignInAsync();
        var found = WebUtility.HtmlDecode(await maker.Http.GetStringAsync("/new?Words=glazier"));
        found.ShouldContain("No trade fits “glazier” exactly");
        found.ShouldContain("Each would be replaced");
        found.ShouldContain("action=\"/new?handler=Begin\"");
        (
            await maker.SendAsync(
                "/new?handler=Begin",
                new()
                {
                    ["Words"] = "glazier",
                    ["BeginName"] = "Glazier",
                    ["BeginFrom"] = "window-cleaner",
                    ["BeginServices"] = "Panes",
                }
            )
        ).Body.ShouldContain("at least three");
        var begun = await maker.PostAsync(
            "/new?handler=Begin",
            new()
            {
                ["Words"] = "glazier",
                ["BeginName"] = "Glazier",
                ["BeginFrom"] = "window-cleaner",
                ["BeginServices"] = "Panes\nShop fronts\nDouble glazing",
            }
        );
        begun.Headers.Location!.OriginalString.ShouldBe("/trades/glazier");
        (await maker.Http.GetStringAsync("/new?Words=glazier")).ShouldNotContain("No trade fits");
    }
}

/// <summary>
/// A JPEG as a phone writes it that was held sideways: orientation 6 in its EXIF data (TIFF 6.0, tag 274), with a place name beside it.
/// </summary>
internal static class Exif
{
    public static byte[] Sideways(int width, int height)
    {
        using var bitmap = new SkiaSharp.SKBitmap(width, height);
        bitmap.Erase(SkiaSharp.SKColors.SeaGreen);
        using var image = SkiaSharp.SKImage.FromBitmap(bitmap);
        var jpeg = image.Encode(SkiaSharp.SKEncodedImageFormat.Jpeg, 80).ToArray();
        byte[] tiff =
        [
            .. "Exif\0\0"u8,
            .. "MM\0*"u8,
            0,
            0,
            0,
            8,
            0,
            1,
            0x01,
            0x12,
            0,
            3,
            0,
            0,
            0,
            1,
            0,
            6,
            0,
            0,
            0,
            0,
            0,
            0,
            .. "GPS Saltmere"u8,
        ];
        var length = tiff.Length + 2;
        return [jpeg[0], jpeg[1], 0xFF, 0xE1, (byte)(length >> 8), (byte)length, .. tiff, .. jpeg[2..]];
    }
}
