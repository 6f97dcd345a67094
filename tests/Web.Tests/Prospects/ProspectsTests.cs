using System.Net;
using System.Text;
using Microsoft.EntityFrameworkCore;
using Microsoft.Extensions.DependencyInjection;
using Plurimax.Data;
using Plurimax.Data.Sites;
using Plurimax.Facts;
using Plurimax.Sites;
using Plurimax.Web.Launching;
using Plurimax.Work.Line;

namespace Plurimax.Web.Tests;

/// <summary>From a list or listing to a prospect, a private sample and a signed client.</summary>
[Collection("app")]
public class ProspectsTests(App app)
{
    private static int _phones = 961000;

    /// <summary>A number of its own for each test, so that firms of one test are nobody's twins in another.</summary>
    private static string Phone() => $"01632 {Interlocked.Increment(ref _phones)}";

    private static async Task<string> HoldAsync(Maker maker, string csv, string name = "list.csv", string standing = "Untouched")
    {
        var r = await Maker.UploadAsync(
            maker.Http,
            "/prospects",
            "List",
            new() { ["standing"] = standing },
            "file",
            (name, Encoding.UTF8.GetBytes(csv))
        );
        r.StatusCode.ShouldBe(HttpStatusCode.Redirect, await r.Content.ReadAsStringAsync());
        return r.Headers.Location!.ToString();
    }

    private Task<List<Client>> NamedAsync(string start) =>
        app.DbAsync(db =>
            db.Clients.AsNoTracking()
                .Include(c => c.Notes)
                .Include(c => c.People)
                .Where(c => c.Name.StartsWith(start))
                .OrderBy(c => c.Name)
                .ToListAsync()
        );

    private async Task<(Maker Maker, Client Client)> ProspectAsync(string name, string extra = "")
    {
        var maker = await app.SignInAsync();
        var page = await HoldAsync(
            maker,
            $"firm;what;street;town;postcode;tel;mail;stars;n_rev\n{name};bike shop;9 Station Row;Wrenfield;;{Phone()};"
                + $"{name.Replace(' ', '.').ToLowerInvariant()}@post.example;4.8;77\n{extra}"
        );
        (await maker.PostAsync($"{page}?handler=Take", [], page)).StatusCode.ShouldBe(HttpStatusCode.Redirect);
        return (maker, (await NamedAsync(name)).Single());
    }

    private async Task<Site> SampleAsync(Maker maker, Client client)
    {
        (await maker.PostAsync($"/clients/{client.Id}?handler=Sample", [], $"/clients/{client.Id}")).StatusCode.ShouldBe(
            HttpStatusCode.Redirect
        );
        return await app.DbAsync(db => db.Sites.AsNoTracking().SingleAsync(s => s.ClientId == client.Id && s.IsSample));
    }

    private static async Task<string> LinkAsync(Maker maker, Client client)
    {
        await maker.PostAsync($"/clients/{client.Id}?handler=Link", [], $"/clients/{client.Id}");
        var page = (await maker.GetAsync($"/clients/{client.Id}")).Body;
        return System.Text.RegularExpressions.Regex.Match(page, "/sample/[A-Za-z0-9_-]{43}").Value;
    }

    [Fact]
    public async Task A_list_is_looked_through_corrected_and_taken_in_as_a_whole()
    {
        var maker = await app.SignInAsync();
        string a = Phone(),
            b = Phone();
        var page = await HoldAsync(
            maker,
            $"firm,what,town,tel,stars,n_rev,www\nQuern Bikes,bike shop,Wrenfield,{a},4.8,120,no\nQuern Pianos,piano tuner,Saltmere,"
                + $"{b},9.9,3,no\n,baker,Saltmere,,4,2,no\nQuern Site,bike shop,Saltmere,{Phone()},4.9,400,https://quern.example\n"
        );
        var (_, html) = await maker.GetAsync(page);
        html.ShouldContain("Rating 9.9; the scale ends at 5.");
        html.ShouldContain("No name.");
        html.ShouldContain("bicycle repair");
        (await NamedAsync("Quern")).ShouldBeEmpty();
        var refused = await maker.Http.GetStringAsync($"{page}?handler=Refused");
        refused.ShouldContain("Quern Pianos");
        refused.TrimStart('\uFEFF').Split("\r\n")[0].ShouldBe("firm,what,town,tel,stars,n_rev,www,row,reason");
        // One row is mended, the other stays out.
        (await maker.PostAsync($"{page}?handler=Mend", new() { ["row"] = "3", ["cell"] = "Quern Pianos" }, page)).StatusCode.ShouldBe(
            HttpStatusCode.UnprocessableEntity
        );
        var cells = new List<KeyValuePair<string, string>>
        {
            new("row", "3"),
            new(
                "__RequestVerificationToken",
                System
                    .Text.RegularExpressions.Regex.Match(html, "__RequestVerificationToken\" type=\"hidden\" value=\"([^\"]+)")
                    .Groups[1]
                    .Value
            ),
        };
        foreach (var cell in new[] { "Quern Pianos", "piano tuner", "Saltmere", b, "4.9", "3", "no" })
            cells.Add(new("cell", cell));
        (await maker.Http.PostAsync($"{page}?handler=Mend", new FormUrlEncodedContent(cells))).StatusCode.ShouldBe(HttpStatusCode.Redirect);
        (await maker.PostAsync($"{page}?handler=Take", [], page)).StatusCode.ShouldBe(HttpStatusCode.Redirect);
        var taken = await NamedAsync("Quern");
        taken
            .Select(c => (c.Name, c.TradeId, c.Standing, c.OwnSite))
            .ShouldBe([
                ("Quern Bikes", "bicycle-repair", Standing.Untouched, false),
                ("Quern Pianos", "piano-tuner", Standing.Untouched, false),
                ("Quern Site", "bicycle-repair", Standing.Untouched, true),
            ]);
        taken
            .SelectMany(c => c.Facts.Entries.Values)
            .ShouldAllBe(e => !e.Confirmed && e.Source == FactSource.Import && e.Where!.Document == "list.csv");
        // Taken in once: coming back to the page does nothing more.
        (await maker.Http.GetAsync(page)).StatusCode.ShouldBe(HttpStatusCode.Redirect);
        var list = (await maker.GetAsync("/prospects?find=quern")).Body;
        var order = new[] { "Quern Bikes", "Quern Pianos", "Quern Site" }
            .Select(n => list.IndexOf($"<b>{n}</b>", StringComparison.Ordinal))
            .ToList();
        order.ShouldAllBe(i => i > 0);
        order[2].ShouldBe(order.Max(), "a firm with a site of its own stands below those without");
    }

    [Fact]
    public async Task Columns_can_be_corrected_before_anything_is_stored_and_a_bad_choice_is_taken_back()
    {
        var maker = await app.SignInAsync();
        var page = await HoldAsync(maker, $"a;b;c\nSaltmere;Vetch Cycles;{Phone()}\nWrenfield;Vetch Boats;{Phone()}\n");
        await maker.PostAsync(
            $"{page}?handler=Read",
            new()
            {
                ["heading"] = "yes",
                ["c.0"] = "Town",
                ["c.1"] = "Name",
                ["c.2"] = "Phone",
            },
            page
        );
        var html = (await maker.GetAsync(page)).Body;
        html.ShouldContain("Take in 2 rows");
        await maker.PostAsync($"{page}?handler=Take", [], page);
        (await NamedAsync("Vetch"))
            .Select(c => (c.Name, c.Facts.Town))
            .ShouldBe([("Vetch Boats", "Wrenfield"), ("Vetch Cycles", "Saltmere")]);
        // One firm and no heading: to call that row a heading leaves nothing to read.
        var one = await HoldAsync(maker, $"Vetch Alone,{Phone()}\n");
        var bad = await maker.PostAsync($"{one}?handler=Read", new() { ["heading"] = "yes" }, one);
        bad.StatusCode.ShouldBe(HttpStatusCode.UnprocessableEntity);
        WebUtility.HtmlDecode(await bad.Content.ReadAsStringAsync()).ShouldContain("nothing below it. The choice was taken back.");
        (await maker.GetAsync(one)).Body.ShouldContain("Take in 1 rows");
    }

    [Fact]
    public async Task Somebody_elses_list_is_not_to_be_seen()
    {
        var page = await HoldAsync(await app.SignInAsync(), $"name,tel\nTansy,{Phone()}\n");
        (await (await app.SignInAsync("ivo")).Http.GetAsync(page)).StatusCode.ShouldBe(HttpStatusCode.NotFound);
    }

    [Theory]
    [InlineData("", "empty.csv", "is empty")]
    [InlineData("%PDF-1.7", "list.csv", "A list comes as .csv, .xlsx or .vcf")]
    [InlineData("name,town\n", "heads.csv", "nothing below it")]
    public async Task A_file_that_is_no_list_is_refused_at_the_field(string content, string name, string said)
    {
        var maker = await app.SignInAsync();
        var r = await Maker.UploadAsync(maker.Http, "/prospects", "List", [], "file", (name, Encoding.UTF8.GetBytes(content)));
        r.StatusCode.ShouldBe(HttpStatusCode.UnprocessableEntity);
        WebUtility.HtmlDecode(await r.Content.ReadAsStringAsync()).ShouldContain(said);
    }

    [Fact]
    public async Task What_is_known_already_is_merged_kept_or_left_out_as_decided()
    {
        var maker = await app.SignInAsync();
        string a = Phone(),
            b = Phone(),
            c = Phone();
        string List(string note) =>
            $"name,tel,mail,town,note\nSorrel One,{a},,Saltmere,{note}\nSorrel Two,{b},,Saltmere,{note}\nSorrel Three,{c},,Saltmere,"
            + $"{note}\n";
        var first = await HoldAsync(maker, List("first"));
        await maker.PostAsync($"{first}?handler=Take", [], first);
        var second = await HoldAsync(maker, List("second").Replace(",,", ",sorrel@post.example,"));
        (await maker.GetAsync(second)).Body.ShouldContain("Known already, 1 of 3");
        await maker.PostAsync(
            $"{second}?handler=Decide",
            new()
            {
                ["row"] = "3",
                ["decision"] = "KeepBoth",
                ["twin"] = "1",
            },
            second
        );
        await maker.PostAsync(
            $"{second}?handler=Decide",
            new()
            {
                ["row"] = "4",
                ["decision"] = "LeaveOut",
                ["twin"] = "2",
            },
            second
        );
        await maker.PostAsync($"{second}?handler=Take", [], second);
        var all = await NamedAsync("Sorrel");
        all.Select(x => (x.Name, x.Email.Length > 0, x.Notes.Count))
            .Order()
            .ShouldBe([("Sorrel One", true, 2), ("Sorrel Three", false, 1), ("Sorrel Two", false, 1), ("Sorrel Two", true, 1)]);
    }

    [Fact]
    public async Task A_pasted_listing_is_a_prospect_in_one_step_and_the_same_firm_is_not_made_twice_unasked()
    {
        var maker = await app.SignInAsync();
        var phone = Phone();
        var listing =
            $"Teasel Cycles\nBicycle repair shop\n4.9 (212 reviews)\n11 Wren Lane, Wrenfield, SZ5 2BD\nOpen Mon-Fri 9:00-17:30, Sat "
            + $"9:00-13:00\nPhone: {phone}\nPuncture repair, wheel truing, full service\n";
        var made = await maker.PostAsync("/prospects?handler=Listing", new() { ["listing"] = listing }, "/prospects");
        made.StatusCode.ShouldBe(HttpStatusCode.Redirect);
        var client = (await NamedAsync("Teasel")).Single();
        client.TradeId.ShouldBe("bicycle-repair");
        (client.Rating, client.Reviews).ShouldBe((4.9m, 212));
        foreach (var fact in new[] { "place", "phone", "hours", "services", "rating" })
            client.Facts[fact]!.Source.ShouldBe(FactSource.Listing, fact);
        var again = await maker.SendAsync("/prospects?handler=Listing", new() { ["listing"] = listing });
        again.Status.ShouldBe(HttpStatusCode.UnprocessableEntity);
        again.Body.ShouldContain("is known already");
        again.Body.ShouldContain("Puncture repair, wheel truing");
        (await NamedAsync("Teasel")).Count.ShouldBe(1);
        await maker.PostAsync("/prospects?handler=Listing", new() { ["listing"] = listing, ["evenSo"] = "true" }, "/prospects");
        (await NamedAsync("Teasel")).Count.ShouldBe(2);
    }

    [Fact]
    public async Task The_list_takes_a_fixed_number_of_queries_however_many_there_are()
    {
        var maker = await app.SignInAsync();
        async Task<int> CountAsync()
        {
            using var counter = new QueryCounter(app).Begin();
            (await maker.Http.GetAsync("/prospects")).EnsureSuccessStatusCode();
            return counter.Count;
        }
        await CountAsync();
        var before = await CountAsync();
        var page = await HoldAsync(maker, "name,tel\n" + string.Concat(Enumerable.Range(0, 60).Select(i => $"Yarrow {i},{Phone()}\n")));
        await maker.PostAsync($"{page}?handler=Take", [], page);
        (await CountAsync()).ShouldBeLessThanOrEqualTo(before);
    }

    [Fact]
    public async Task A_sample_is_private_shows_what_is_not_cleared_and_can_never_be_released()
    {
        var (maker, client) = await ProspectAsync("Bryony Bikes");
        var sample = await SampleAsync(maker, client);
        var link = await LinkAsync(maker, client);
        link.Length.ShouldBe(51);
        var visitor = app.Visitor();
        var page = await visitor.GetAsync(link);
        page.StatusCode.ShouldBe(HttpStatusCode.OK);
        var html = await page.Content.ReadAsStringAsync();
        html.ShouldContain("noindex");
        (await visitor.GetAsync($"{link}/sheet/index.html")).Headers.GetValues("X-Robots-Tag").Single().ShouldContain("noindex");
        (await visitor.GetStringAsync($"{link}/sheet/index.html")).ShouldContain(client.Facts.Any<PhoneValue>("phone")!.National);
        (await maker.GetAsync($"/clients/{client.Id}")).Body.ShouldContain("opened once");
        // Nowhere else.
        (await maker.GetAsync("/?find=bryony")).Body.ShouldNotContain("Bryony Bikes");
        (await app.Visitor($"{sample.Slug}.sites.localhost").GetAsync("/")).StatusCode.ShouldBe(HttpStatusCode.NotFound);
        foreach (var station in new[] { "proof", "launch", "handoff", "care" })
            (await maker.Http.GetAsync($"/sites/{sample.Id}/{station}"))
                .Headers.Location!.ToString()
                .ShouldContain("sign=true", customMessage: station);
        await Should.ThrowAsync<InvalidOperationException>(() =>
            app.WithAsync(async s =>
                await s.GetRequiredService<Publisher>()
                    .ReleaseAsync((await s.GetRequiredService<SiteReader>().FindAsync(sample.Id))!, App.Mara)
            )
        );
        // The token is in no table.
        var token = link[8..];
        (await app.DbAsync(db => db.Notes.AnyAsync(n => n.Text.Contains(token)))).ShouldBeFalse();
        // It ends by itself.
        await app.DbAsync(db =>
            db.SampleLinks.Where(l => l.SiteId == sample.Id)
                .ExecuteUpdateAsync(u => u.SetProperty(l => l.EndsAt, DateTimeOffset.UtcNow.AddSeconds(-1)))
        );
        (await visitor.GetAsync(link)).StatusCode.ShouldBe(HttpStatusCode.Gone);
        (await visitor.GetAsync($"{link}/sheet/index.html")).StatusCode.ShouldBe(HttpStatusCode.Gone);
        (await visitor.GetAsync("/sample/" + new string('x', 43))).StatusCode.ShouldBe(HttpStatusCode.NotFound);
    }

    [Fact]
    public async Task A_mail_with_the_private_link_lies_in_the_Outbox_and_what_was_typed_survives_a_fault()
    {
        var (maker, client) = await ProspectAsync("Comfrey Cycles");
        await SampleAsync(maker, client);
        var at = $"/clients/{client.Id}";
        var bad = await maker.PostAsync(
            $"{at}?handler=Send",
            new()
            {
                ["to"] = "not an address",
                ["subject"] = "My subject",
                ["body"] = "My words [the private link]",
            },
            at
        );
        bad.StatusCode.ShouldBe(HttpStatusCode.UnprocessableEntity);
        var body = WebUtility.HtmlDecode(await bad.Content.ReadAsStringAsync());
        foreach (var typed in new[] { "not an address", "My subject", "My words [the private link]", "looks incomplete" })
            body.ShouldContain(typed);
        (
            await maker.PostAsync(
                $"{at}?handler=Send",
                new()
                {
                    ["to"] = "c@post.example",
                    ["subject"] = "S",
                    ["body"] = "no link",
                },
                at
            )
        ).StatusCode.ShouldBe(HttpStatusCode.UnprocessableEntity);
        (
            await maker.PostAsync(
                $"{at}?handler=Send",
                new()
                {
                    ["to"] = "c@post.example",
                    ["subject"] = "Hello",
                    ["body"] = "Look: [the private link]",
                },
                at
            )
        ).StatusCode.ShouldBe(HttpStatusCode.Redirect);
        var link = await app.LinkAsync(m => m.To == "c@post.example");
        (await app.Visitor().GetAsync(link)).StatusCode.ShouldBe(HttpStatusCode.OK);
        (await NamedAsync("Comfrey")).Single().Standing.ShouldBe(Standing.Contacted);
    }

    [Fact]
    public async Task A_prospect_answers_on_the_sample_or_has_it_taken_down()
    {
        var (maker, client) = await ProspectAsync("Dock Bikes");
        await SampleAsync(maker, client);
        var visitor = new Maker(app.Visitor());
        var link = await LinkAsync(maker, client);
        (
            await visitor.PostAsync(
                link,
                new()
                {
                    ["name"] = "",
                    ["reach"] = "x",
                    ["words"] = "Hello there",
                }
            )
        ).StatusCode.ShouldBe(HttpStatusCode.UnprocessableEntity);
        (
            await visitor.PostAsync(
                link,
                new()
                {
                    ["name"] = "Pia Dock",
                    ["reach"] = "01632 960999",
                    ["words"] = "Ring me",
                }
            )
        ).StatusCode.ShouldBe(HttpStatusCode.Redirect);
        var told = (await NamedAsync("Dock Bikes")).Single();
        told.NextStep.ShouldBe("Answer Pia Dock, 01632 960999");
        told.Notes.ShouldContain(n => n.Text.Contains("Ring me"));
        (await visitor.PostAsync($"{link}?handler=Gone", [], link)).StatusCode.ShouldBe(HttpStatusCode.OK);
        (await app.Visitor().GetAsync(link)).StatusCode.ShouldBe(HttpStatusCode.Gone);
        (await NamedAsync("Dock Bikes")).Single().Standing.ShouldBe(Standing.LetGo);
    }

    [Fact]
    public async Task Signing_keeps_everything_and_takes_off_the_pages_what_nobody_confirmed()
    {
        var (maker, client) = await ProspectAsync("Elder Cycles");
        var sample = await SampleAsync(maker, client);
        var link = await LinkAsync(maker, client);
        await app.WithAsync(s =>
            s.GetRequiredService<SiteWriter>().EditAsync(sample.Id, 1, new SetText("home.opening", "heading", "Written by hand"), App.Mara)
        );
        var offer = (await maker.GetAsync($"/clients/{client.Id}?sign=true")).Body;
        offer.ShouldContain("not cleared");
        offer.ShouldContain("Email for enquiries");
        var signed = await maker.PostAsync($"/clients/{client.Id}?handler=Sign", [], $"/clients/{client.Id}");
        signed.Headers.Location!.ToString().ShouldBe($"/sites/{sample.Id}/brief");
        var (site, document, now) = await app.WithAsync(async s =>
        {
            var found = (await s.GetRequiredService<SiteReader>().FindAsync(sample.Id))!;
            return (found, await s.GetRequiredService<SiteReader>().DocumentAsync(found), found.Client);
        });
        (site.IsSample, now.Standing, site.Station).ShouldBe((false, Standing.Active, Station.Brief));
        document
            .FindSection("home.opening")!
            .Value.Section.Content.Passages()
            .Single(p => p.Path == "heading")
            .Passage.Text.ShouldBe("Written by hand");
        var files = await app.WithAsync(async s =>
            s.GetRequiredService<Publisher>()
                .Render(site, document, site.Facts, await s.GetRequiredService<Publisher>().SettingsAsync(site))
        );
        var pages = string.Concat(
            files.Files.Where(f => f.Key.EndsWith(".html", StringComparison.Ordinal)).Select(f => Encoding.UTF8.GetString(f.Value))
        );
        pages.ShouldNotContain(client.Facts.Any<PhoneValue>("phone")!.National);
        pages.ShouldContain("Elder Cycles");
        now.Facts["phone"].ShouldNotBeNull("it stays on the fact sheet, to be confirmed");
        (await app.DbAsync(db => db.Revisions.CountAsync(r => r.SiteId == site.Id))).ShouldBe(3);
        (await app.Visitor().GetAsync(link)).StatusCode.ShouldBe(HttpStatusCode.Gone);
        (await maker.GetAsync("/?find=elder")).Body.ShouldContain("Elder Cycles");
    }

    [Fact]
    public async Task A_site_for_a_prospect_starts_from_a_sheet_that_asks_nothing_twice()
    {
        var (maker, client) = await ProspectAsync("Fennel Bikes");
        (await Maker.UploadAsync(maker.Http, "/new", "Read", new() { ["Known"] = "Nobody Here" }, "files")).StatusCode.ShouldBe(
            HttpStatusCode.UnprocessableEntity
        );
        var byName = await Maker.UploadAsync(maker.Http, "/new", "Read", new() { ["Known"] = "fennel bikes" }, "files");
        var to = (await maker.Http.GetAsync($"/new?client={client.Id}")).Headers.Location!.ToString();
        byName.Headers.Location!.ToString().ShouldBe(to, "the same sheet from either place");
        var sheet = (await maker.GetAsync(to)).Body;
        sheet.ShouldContain("Fennel Bikes");
        sheet.ShouldContain(client.Facts.Any<PhoneValue>("phone")!.National);
        var made = await maker.PostAsync(
            to,
            new()
            {
                ["Words"] = "Bicycle repair",
                ["f.business.name"] = "Fennel Bikes",
                ["c.business.name"] = "yes",
                ["f.place/town"] = "Wrenfield",
                ["f.place/country"] = "GB",
                ["c.place"] = "yes",
                ["f.phone"] = client.Facts.Any<PhoneValue>("phone")!.National,
                ["c.phone"] = "yes",
            },
            to
        );
        made.StatusCode.ShouldBe(HttpStatusCode.Redirect);
        var all = await NamedAsync("Fennel");
        all.Single().Standing.ShouldBe(Standing.Active);
        all.Single().Facts["phone"]!.Confirmed.ShouldBeTrue();
        (await app.DbAsync(db => db.Sites.SingleAsync(s => s.ClientId == client.Id))).IsSample.ShouldBeFalse();
    }

    [Fact]
    public async Task Facts_notes_and_the_next_contact_are_kept_and_faults_lose_nothing()
    {
        var (maker, client) = await ProspectAsync("Gorse Cycles");
        var at = $"/clients/{client.Id}";
        var bad = await maker.PostAsync(
            $"{at}?handler=Facts",
            new()
            {
                ["revision"] = "1",
                ["f.business.name"] = "Gorse Cycles Renamed",
                ["f.phone"] = "hello",
            },
            at
        );
        bad.StatusCode.ShouldBe(HttpStatusCode.UnprocessableEntity);
        WebUtility.HtmlDecode(await bad.Content.ReadAsStringAsync()).ShouldContain("value=\"hello\"");
        await maker.PostAsync(
            $"{at}?handler=Facts",
            new()
            {
                ["revision"] = "1",
                ["tradeId"] = "piano-tuner",
                ["f.business.name"] = "Gorse Pianos",
                ["f.place/town"] = "Larkmouth",
                ["f.place/country"] = "GB",
                ["f.phone"] = Phone(),
            },
            at
        );
        var stale = await maker.PostAsync(
            $"{at}?handler=Facts",
            new() { ["revision"] = "1", ["f.business.name"] = "Gorse Overwritten" },
            at
        );
        stale.StatusCode.ShouldBe(HttpStatusCode.UnprocessableEntity);
        await maker.PostAsync($"{at}?handler=Plan", new() { ["day"] = "2026-12-01", ["step"] = "Ring before nine" }, at);
        await maker.PostAsync($"{at}?handler=Note", new() { ["text"] = "Asked his sister" }, at);
        var now = (await NamedAsync("Gorse")).Single();
        (now.Name, now.TradeId, now.Facts.Town, now.NextContact, now.NextStep, now.Standing).ShouldBe(
            ("Gorse Pianos", "piano-tuner", "Larkmouth", new DateOnly(2026, 12, 1), "Ring before nine", Standing.Contacted)
        );
        now.Facts["phone"]!.Confirmed.ShouldBeTrue();
        (await maker.GetAsync("/prospects?by=contact&find=gorse")).Body.ShouldContain("Ring before nine");
        await maker.PostAsync($"{at}?handler=LetGo", new() { ["go"] = "true" }, at);
        (await maker.GetAsync("/prospects?find=gorse")).Body.ShouldNotContain("Gorse Pianos");
        (await maker.GetAsync("/prospects?find=gorse&letgo=true")).Body.ShouldContain("Gorse Pianos");
    }
}
