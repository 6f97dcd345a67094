using System.Net;
using System.Text;
using Microsoft.EntityFrameworkCore;
using Microsoft.Extensions.DependencyInjection;
using Plurimax.Data.Sites;
using Plurimax.Sites;
using Plurimax.Text;
using Plurimax.Web.Trades;

namespace Plurimax.Web.Tests;

/// <summary>Templates of the agency: made from a site, edited, versioned, offered.</summary>
[Collection("app")]
public class TemplatesTests(App app)
{
    private async Task<(Maker Maker, string Page)> MadeAsync(string name, Guid site)
    {
        var maker = await app.SignInAsync();
        var made = await maker.PostAsync("/trades?handler=Make", new() { ["site"] = site.ToString(), ["name"] = name }, "/trades");
        made.StatusCode.ShouldBe(HttpStatusCode.Redirect, await made.Content.ReadAsStringAsync());
        return (maker, made.Headers.Location!.ToString());
    }

    [Fact]
    public async Task A_template_is_made_from_a_site_edited_and_offered_to_the_sites_made_from_it()
    {
        var model = await app.SiteAsync("Model Cycles");
        await app.WithAsync(s =>
            s.GetRequiredService<SiteWriter>()
                .EditAsync(model.Id, 1, new SetText("home.opening", "heading", "Model Cycles mends by lamplight"), App.Mara)
        );
        var (maker, page) = await MadeAsync("Mended by lamplight", model.Id);
        page.ShouldBe("/trades/mended-by-lamplight");
        var text = await maker.Http.GetStringAsync($"{page}?handler=File");
        text.ShouldContain("{{ business.name }} mends by lamplight");

        // A site starts from it, by its name or from the list.
        var start = await Maker.UploadAsync(
            maker.Http,
            "/new",
            "Read",
            new() { ["Text"] = "", ["Own"] = "mended-by-lamplight.v1" },
            "files"
        );
        var sheet = start.Headers.Location!.ToString();
        (await maker.GetAsync(sheet)).Body.ShouldContain("value=\"Mended by lamplight\"");
        var made = await maker.PostAsync(
            sheet,
            new()
            {
                ["Words"] = "Mended by lamplight",
                ["f.business.name"] = "Second Lamp",
                ["c.business.name"] = "yes",
                ["f.place/town"] = "Wrenfield",
                ["f.place/country"] = "GB",
                ["c.place"] = "yes",
            },
            sheet
        );
        var id = Guid.Parse(made.Headers.Location!.ToString().Split('/')[2]);
        async Task<SiteDocument> DocumentAsync() =>
            await app.WithAsync(async s =>
                await s.GetRequiredService<SiteReader>().DocumentAsync((await s.GetRequiredService<SiteReader>().FindAsync(id))!)
            );
        string Heading(SiteDocument d) => d.FindSection("home.opening")!.Value.Section.Content.Heading.Text;
        Heading(await DocumentAsync()).ShouldBe("{{ business.name }} mends by lamplight");
        await app.WithAsync(s =>
            s.GetRequiredService<SiteWriter>().EditAsync(id, 1, new SetText("home.intro", "text", "Kept by hand"), App.Mara)
        );

        // A fault is told with its line and loses nothing.
        var bad = await maker.PostAsync(
            page,
            new()
            {
                ["version"] = "1",
                ["yaml"] = text.Replace("headline:", "headlin:"),
                ["change"] = "x",
            },
            page
        );
        bad.StatusCode.ShouldBe(HttpStatusCode.UnprocessableEntity);
        var told = WebUtility.HtmlDecode(await bad.Content.ReadAsStringAsync());
        told.ShouldContain("unknown key");
        told.ShouldContain("headlin:");
        (
            await maker.PostAsync(
                page,
                new()
                {
                    ["version"] = "1",
                    ["yaml"] = text.Replace("by lamplight", "by daylight"),
                    ["change"] = "daylight",
                },
                page
            )
        ).StatusCode.ShouldBe(HttpStatusCode.Redirect);
        (
            await maker.PostAsync(
                page,
                new()
                {
                    ["version"] = "1",
                    ["yaml"] = text,
                    ["change"] = "late",
                },
                page
            )
        ).StatusCode.ShouldBe(HttpStatusCode.UnprocessableEntity);
        Heading(await DocumentAsync()).ShouldContain("lamplight", customMessage: "a site stays with its version");

        var (_, offer) = await maker.GetAsync($"{page}?offer={id}");
        offer.ShouldContain("daylight");
        offer.ShouldContain("kept ones stay");
        await maker.PostAsync($"{page}?handler=Accept", new() { ["site"] = id.ToString() }, page);
        var after = await DocumentAsync();
        Heading(after).ShouldContain("daylight");
        after.FindSection("home.intro")!.Value.Section.Content.Text.Text.ShouldBe("Kept by hand");
        (await app.DbAsync(db => db.Sites.Where(s => s.Id == id).Select(s => s.TradeId).SingleAsync())).ShouldBe("mended-by-lamplight.v2");
        // One undo takes the version back with the document, so that the next change of a fact composes from the right one.
        await app.WithAsync(s => s.GetRequiredService<SiteWriter>().StepAsync(id, back: true, App.Mara));
        (await app.DbAsync(db => db.Sites.Where(s => s.Id == id).Select(s => s.TradeId).SingleAsync())).ShouldBe("mended-by-lamplight.v1");
        await app.WithAsync(s => s.GetRequiredService<SiteWriter>().StepAsync(id, back: false, App.Mara));
        (await app.DbAsync(db => db.Sites.Where(s => s.Id == id).Select(s => s.TradeId).SingleAsync())).ShouldBe("mended-by-lamplight.v2");
        foreach (var station in new[] { "brief", "plan", "look", "bench", "launch" })
            (await maker.Http.GetAsync($"/sites/{id}/{station}")).StatusCode.ShouldBe(HttpStatusCode.OK, station);
        (await maker.GetAsync("/")).Body.ShouldContain("Second Lamp");
    }

    [Fact]
    public async Task A_template_leaves_as_a_file_and_comes_in_again()
    {
        var (maker, page) = await MadeAsync("To and fro", (await app.SiteAsync("Fro Cycles")).Id);
        var file = await maker.Http.GetByteArrayAsync($"{page}?handler=File");
        var back = await Maker.UploadAsync(maker.Http, "/trades", "Import", [], "file", ("to.yaml", file));
        back.Headers.Location!.ToString().ShouldBe("/trades/to-and-fro-2");
        foreach (
            var (bad, said) in new[]
            {
                ("", "Choose a .yaml"),
                ("hello: world", "names no base"),
                ("base: cafe\nlang: en-GB\n\tx", "not valid YAML"),
                ("base: cafe\nnames: { title: T, one: o, place: p }\nlang: en-GB\nheadlin: x\n", "unknown key"),
            }
        )
        {
            var r = await Maker.UploadAsync(maker.Http, "/trades", "Import", [], "file", ("x.yaml", Encoding.UTF8.GetBytes(bad)));
            r.StatusCode.ShouldBe(HttpStatusCode.UnprocessableEntity, bad);
            WebUtility.HtmlDecode(await r.Content.ReadAsStringAsync()).ShouldContain(said);
        }
    }

    [Fact]
    public async Task Every_version_is_there_again_after_a_start()
    {
        var (_, page) = await MadeAsync("Here to stay", (await app.SiteAsync("Stay Cycles")).Id);
        var trades = app.Services.GetRequiredService<AgencyTrades>();
        trades.Put(TestDatabases.Agency, []);
        trades.Of(TestDatabases.Agency).Find("here-to-stay.v1").ShouldBeNull();
        (await app.WithAsync(s => s.GetRequiredService<TemplateService>().LoadAsync())).ShouldBeEmpty();
        trades.Of(TestDatabases.Agency).Find("here-to-stay.v1").ShouldNotBeNull();
        page.ShouldEndWith("here-to-stay");
    }

    [Fact]
    public async Task A_template_that_ships_is_seen_as_its_file_is_with_what_is_wrong_with_it()
    {
        var maker = await app.SignInAsync();
        var page = (await maker.GetAsync("/trades/bakery.de/preview?size=Full")).Body;
        page.ShouldContain("Against its source");
        var sheet = WebUtility.HtmlDecode(System.Text.RegularExpressions.Regex.Match(page, "src=\"(/tradesheet/[^\"]+)\"").Groups[1].Value);
        // The frame sends no cookie, and shows the trade in its language.
        using var nobody = app.Visitor();
        var shown = await nobody.GetAsync(sheet);
        shown.StatusCode.ShouldBe(HttpStatusCode.OK);
        (await shown.Content.ReadAsStringAsync()).ShouldContain("lang=\"de");
        shown.Headers.GetValues("Content-Security-Policy").Single().ShouldStartWith("sandbox allow-scripts;");
        (await nobody.GetAsync("/tradesheet/made-up/index.html")).StatusCode.ShouldBe(HttpStatusCode.Gone);
        (await nobody.GetAsync("/trades/bakery/preview")).StatusCode.ShouldNotBe(HttpStatusCode.OK);
        foreach (var none in new[] { "no-such-trade", "..%2Flegal%2FGB.en", "bakery.xx" })
            (await maker.GetAsync($"/trades/{none}/preview")).Status.ShouldBe(HttpStatusCode.NotFound, none);
        foreach (var file in Content.Names("trades/").Where((_, i) => i % 9 == 0))
        {
            var read = TradePreview.Read(Path.GetFileNameWithoutExtension(file))!;
            read.Faults.ShouldBeEmpty(file);
            TradePreview.Render(new TradeView(read.Trade!.Id, read.Print, null, PlanSize.Small, 3)).Files.Count.ShouldBeGreaterThan(5);
            // A file that was changed meanwhile is another view.
            TradePreview.Render(new TradeView(read.Trade.Id, "another", null, PlanSize.Small, 3)).Files.ShouldBeEmpty();
        }
    }
}
