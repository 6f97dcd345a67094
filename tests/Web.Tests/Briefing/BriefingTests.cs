using System.Net;
using DocumentFormat.OpenXml;
using DocumentFormat.OpenXml.Packaging;
using DocumentFormat.OpenXml.Wordprocessing;
using Microsoft.EntityFrameworkCore;
using Microsoft.Extensions.DependencyInjection;
using Plurimax.Data;
using Plurimax.Data.Sites;
using Plurimax.Facts;
using Plurimax.Web.Briefing;
using Plurimax.Web.Proofs;
using Plurimax.Work.Line;

namespace Plurimax.Web.Tests;

/// <summary>The check sheet, reading in, the interview and the client's form.</summary>
[Collection("app")]
public class BriefingTests(App app)
{
    private static Task<HttpResponseMessage> UploadAsync(
        HttpClient http,
        string page,
        string handler,
        Dictionary<string, string> fields,
        params (string Name, byte[] Bytes)[] files
    ) => Maker.UploadAsync(http, page, handler, fields, "files", files);

    /// <summary>The head of a PNG, which is all that is looked at (W3C PNG, 11.2.2).</summary>
    private static byte[] Png(int w, int h) =>
        [
            0x89,
            0x50,
            0x4E,
            0x47,
            0x0D,
            0x0A,
            0x1A,
            0x0A,
            0,
            0,
            0,
            13,
            0x49,
            0x48,
            0x44,
            0x52,
            0,
            0,
            (byte)(w >> 8),
            (byte)w,
            0,
            0,
            (byte)(h >> 8),
            (byte)h,
            8,
            2,
            0,
            0,
            0,
            0,
            0,
            0,
            0,
        ];

    private Task<Client> ClientAsync(Site site) => app.DbAsync(db => db.Clients.AsNoTracking().FirstAsync(c => c.Id == site.ClientId));

    [Fact]
    public async Task Notes_and_files_become_a_check_sheet_and_only_what_is_ticked_is_stated()
    {
        var maker = await app.SignInAsync();
        var read = await UploadAsync(
            maker.Http,
            "/new",
            "Read",
            new() { ["Text"] = "Wick Cycles, bike workshop, 9 Station Row, Wrenfield WF3 2TT. Tel 01632 960155. Puncture repair £12." },
            ("hours.txt", "Open Tue to Sat 9 - 6"u8.ToArray()),
            ("virus.exe", [.. "MZ"u8, 0, 0])
        );
        read.StatusCode.ShouldBe(HttpStatusCode.Redirect);
        var sheet = read.Headers.Location!.ToString();
        var (_, body) = await maker.GetAsync(sheet);
        foreach (
            var part in new[]
            {
                "value=\"Wick Cycles\"",
                "value=\"9 Station Row\"",
                "value=\"01632 960155\"",
                "Tue-Sat 9:00-18:00",
                "Puncture repair | 12",
                "virus.exe: is a program",
                "<mark>01632 960155</mark>",
            }
        )
            body.ShouldContain(part);
        var (status, _) = await maker.SendAsync(
            sheet,
            new()
            {
                ["Words"] = "bicycle repair",
                ["f.business.name"] = "Wick Cycles",
                ["c.business.name"] = "yes",
                ["f.place/street"] = "9 Station Row",
                ["f.place/town"] = "Wrenfield",
                ["f.place/postcode"] = "WF3 2TT",
                ["f.place/country"] = "GB",
                ["c.place"] = "yes",
                ["f.phone"] = "01632 960155",
                ["f.hours"] = "Tue-Sat 9:00-17:00",
                ["c.hours"] = "yes",
                ["f.prices"] = "Puncture repair | 12",
                ["c.prices"] = "yes",
            }
        );
        status.ShouldBe(HttpStatusCode.Redirect);
        var facts = await app.DbAsync(db =>
            db.Clients.AsNoTracking().Where(c => c.Name == "Wick Cycles").Select(c => c.Facts).FirstAsync()
        );
        facts["phone"].ShouldSatisfyAllConditions(e => e!.Confirmed.ShouldBeFalse(), e => e!.Source.ShouldBe(FactSource.Document));
        facts["hours"]
            .ShouldSatisfyAllConditions(
                e => e!.Confirmed.ShouldBeTrue(),
                e => e!.Source.ShouldBe(FactSource.Maker),
                e => e!.Value.Summary().ShouldBe("Tue-Sat 9:00-17:00"),
                e => e!.Earlier!.Value.Length.ShouldBe(1)
            );
        facts.Public<PhoneValue>("phone").ShouldBeNull();
    }

    [Fact]
    public async Task A_sheet_belongs_to_whoever_made_it_and_a_wrong_value_keeps_all_that_was_typed()
    {
        var maker = await app.SignInAsync();
        var sheet = (
            await UploadAsync(maker.Http, "/new", "Read", new() { ["Text"] = "Bell Cycles in Hallow, bike shop, 01632 960142" })
        ).Headers.Location!.ToString();
        (await (await app.SignInAsync("ivo")).GetAsync(sheet)).Status.ShouldBe(HttpStatusCode.NotFound);
        var (status, body) = await maker.SendAsync(
            sheet,
            new()
            {
                ["Words"] = "bike shop",
                ["f.business.name"] = "Bell Cycles",
                ["f.place/town"] = "Hallow",
                ["f.hours"] = "whenever <b>",
                ["f.owner.name"] = "Ned O'Dell",
            }
        );
        status.ShouldBe(HttpStatusCode.UnprocessableEntity);
        foreach (var part in new[] { "is not understood", "whenever <b>", "Ned O'Dell" })
            body.ShouldContain(part);
    }

    [Fact]
    public async Task What_is_read_on_the_Brief_waits_and_is_taken_one_by_one_or_by_the_lot()
    {
        var maker = await app.SignInAsync();
        var site = await app.SiteAsync("Reading Cycles");
        var brief = $"/sites/{site.Id}/brief";
        (
            await UploadAsync(
                maker.Http,
                brief,
                "Read",
                new() { ["text"] = "Phone 01632 960144, write to new@reading.example. Since 1987. Open Monday to Friday 9 to 5." },
                ("empty.pdf", [])
            )
        ).StatusCode.ShouldBe(HttpStatusCode.Redirect);
        var (_, body) = await maker.GetAsync(brief);
        foreach (var part in new[] { "<mark>01632 960144</mark>", "known: <b>bench@bell.example</b>", "empty.pdf: is empty." })
            body.ShouldContain(part);
        var client = await ClientAsync(site);
        client.Facts["phone"].ShouldBeNull();
        (
            await maker.PostAsync(
                $"{brief}?handler=TakeAll",
                new()
                {
                    ["revision"] = client.FactsRevision.ToString(),
                    ["least"] = "75",
                    ["group"] = "",
                }
            )
        ).StatusCode.ShouldBe(HttpStatusCode.Redirect);
        client = await ClientAsync(site);
        client.Facts.Public<PhoneValue>("phone")!.E164.ShouldBe("+441632960144");
        client.Facts.Any<TextValue>("email")!.Text.ShouldBe("bench@bell.example");
        client.Facts.Waiting.Length.ShouldBe(1);
        (
            await maker.PostAsync(
                $"{brief}?handler=Offer",
                new()
                {
                    ["revision"] = client.FactsRevision.ToString(),
                    ["offer"] = client.Facts.Waiting[0].Id.ToString(),
                    ["take"] = "yes",
                }
            )
        ).StatusCode.ShouldBe(HttpStatusCode.Redirect);
        client = await ClientAsync(site);
        client
            .Facts["email"]
            .ShouldSatisfyAllConditions(
                e => e!.Value.Summary().ShouldBe("new@reading.example"),
                e => e!.Earlier!.Value[0].Value.Summary().ShouldBe("bench@bell.example")
            );
    }

    [Fact]
    public async Task The_interview_answers_asks_skips_and_sets_aside()
    {
        var maker = await app.SignInAsync();
        var site = await app.SiteAsync("Asking Cycles");
        var brief = $"/sites/{site.Id}/brief";
        Task<HttpResponseMessage> Answer(string fact, string? how, string? text) =>
            maker.PostAsync(
                $"{brief}?handler=Answer",
                new()
                {
                    ["fact"] = fact,
                    ["revision"] = ClientAsync(site).Result.FactsRevision.ToString(),
                    ["how"] = how ?? "",
                    ["a.v.text"] = text ?? "",
                }
            );
        (await Answer("founded", null, "2011")).StatusCode.ShouldBe(HttpStatusCode.Redirect);
        (await Answer("founded", null, "long ago")).StatusCode.ShouldBe(HttpStatusCode.UnprocessableEntity);
        foreach (var (fact, how) in new[] { ("phone", "ask"), ("insurance", "none"), ("hours", "skip") })
            (await Answer(fact, how, null)).StatusCode.ShouldBe(HttpStatusCode.Redirect);
        var facts = (await ClientAsync(site)).Facts;
        facts.Public<TextValue>("founded")!.Text.ShouldBe("2011");
        facts.Marks.ShouldBe(
            new Dictionary<string, FactMark>
            {
                ["phone"] = FactMark.AskedClient,
                ["insurance"] = FactMark.DoesNotApply,
                ["hours"] = FactMark.Skipped,
            },
            ignoreOrder: true
        );
        (
            await maker.PostAsync(
                $"{brief}?handler=Group&group=Contact",
                new()
                {
                    ["revision"] = (await ClientAsync(site)).FactsRevision.ToString(),
                    ["phone:v.text"] = "01632 960150",
                    ["email:v.text"] = "no mailbox",
                    ["reply_time:v.text"] = "the same day",
                }
            )
        ).StatusCode.ShouldBe(HttpStatusCode.UnprocessableEntity);
        (await ClientAsync(site)).Facts["phone"].ShouldBeNull();
        (
            await maker.PostAsync(
                $"{brief}?handler=Group&group=Contact",
                new()
                {
                    ["revision"] = (await ClientAsync(site)).FactsRevision.ToString(),
                    ["phone:v.text"] = "01632 960150",
                    ["reply_time:v.text"] = "the same day",
                }
            )
        ).StatusCode.ShouldBe(HttpStatusCode.Redirect);
        // What facts that came later changed is shown, both versions side by side.
        var followed = await maker.Http.GetStringAsync(brief);
        followed.ShouldContain("See what changed");
        (
            await maker.Http.GetStringAsync(
                System.Text.RegularExpressions.Regex.Match(followed, "/sites/[0-9a-f-]+/history\\?with=\\d+").Value
            )
        ).ShouldContain("Side by side");
        facts = (await ClientAsync(site)).Facts;
        facts.Public<PhoneValue>("phone")!.National.ShouldBe("01632 960150");
        facts.Marks.ContainsKey("phone").ShouldBeFalse();
    }

    private async Task<(Site Site, string Token)> IntakeAsync(string name)
    {
        var site = await app.SiteAsync(name);
        var token = await app.WithAsync(async s =>
            (
                await s.GetRequiredService<IntakeService>()
                    .SendAsync(
                        (await s.GetRequiredService<SiteReader>().FindAsync(site.Id))!,
                        App.Mara,
                        "http://localhost",
                        "owner@bell.example"
                    )
            ).Token
        );
        return (site, token);
    }

    [Fact]
    public async Task A_client_answers_without_an_account_and_the_maker_confirms()
    {
        var (site, token) = await IntakeAsync("Form Cycles");
        var client = new Maker(app.Visitor());
        var page = $"/answers/{token}";
        var (status, body) = await client.GetAsync(page);
        status.ShouldBe(HttpStatusCode.OK);
        body.ShouldContain("Which number do customers ring?");
        body.ShouldNotContain("budget");
        (await client.PostAsync($"{page}?handler=Answer", new() { ["fact"] = "phone", ["text"] = "oh one six" })).StatusCode.ShouldBe(
            HttpStatusCode.Redirect
        );
        (await client.GetAsync(page)).Body.ShouldContain("oh one six");
        (await ClientAsync(site)).Facts.Waiting.ShouldBeEmpty();
        foreach (var typed in new[] { "01632 960142", "01632 960143" })
            await client.PostAsync($"{page}?handler=Answer", new() { ["fact"] = "phone", ["text"] = typed });
        await client.PostAsync(
            $"{page}?handler=Answer",
            new() { ["fact"] = "hours", ["text"] = "We're open Tuesday to Saturday, nine to five" }
        );
        await client.PostAsync($"{page}?handler=Answer", new() { ["fact"] = "budget", ["text"] = "5" });
        var facts = (await ClientAsync(site)).Facts;
        facts.Waiting.Select(w => $"{w.Fact} {w.Value.Summary()}").ShouldBe(["phone 01632 960143", "hours Tue-Sat 9:00-17:00"]);
        facts.Waiting.ShouldAllBe(w => w.Source == FactSource.Client);
        facts["phone"].ShouldBeNull();
        await client.PostAsync($"{page}?handler=Done", []);
        (await app.DbAsync(db => db.Sites.AsNoTracking().FirstAsync(s => s.Id == site.Id))).WaitingFor.ShouldBe(Party.Us);
    }

    [Fact]
    public async Task An_answer_never_stands_in_the_way_of_a_maker_who_is_editing()
    {
        var (site, token) = await IntakeAsync("Busy Cycles");
        var maker = await app.SignInAsync();
        var revision = (await ClientAsync(site)).FactsRevision.ToString();
        await new Maker(app.Visitor()).PostAsync(
            $"/answers/{token}?handler=Answer",
            new() { ["fact"] = "phone", ["text"] = "01632 960142" }
        );
        (
            await maker.PostAsync(
                $"/sites/{site.Id}/brief?handler=Save",
                new()
                {
                    ["fact"] = "founded",
                    ["revision"] = revision,
                    ["v.text"] = "1999",
                    ["confirmed"] = "yes",
                    ["shown"] = "yes",
                }
            )
        ).StatusCode.ShouldBe(HttpStatusCode.Redirect);
        var facts = (await ClientAsync(site)).Facts;
        facts.Public<TextValue>("founded")!.Text.ShouldBe("1999");
        facts.Waiting.Length.ShouldBe(1);
    }

    [Fact]
    public async Task Files_are_checked_by_content_kept_once_and_shown_only_behind_the_link()
    {
        var (site, token) = await IntakeAsync("Photo Cycles");
        var client = app.Visitor();
        byte[] png =
        [
            0x89,
            0x50,
            0x4E,
            0x47,
            0x0D,
            0x0A,
            0x1A,
            0x0A,
            0,
            0,
            0,
            13,
            .. "IHDR"u8,
            0,
            0,
            4,
            0,
            0,
            0,
            3,
            0,
            8,
            2,
            0,
            0,
            0,
            0,
            0,
            0,
            0,
        ];
        var r = await UploadAsync(
            client,
            $"/answers/{token}",
            "Files",
            new() { ["cleared"] = "yes" },
            ("..\\..\\shop.png", png),
            ("shop-again.png", png),
            ("logo.svg", "<svg xmlns='http://www.w3.org/2000/svg'><script>1</script></svg>"u8.ToArray()),
            ("notes.txt", "hello"u8.ToArray())
        );
        r.StatusCode.ShouldBe(HttpStatusCode.UnprocessableEntity);
        var body = WebUtility.HtmlDecode(await r.Content.ReadAsStringAsync());
        foreach (
            var part in new[]
            {
                "shop-again.png: this one is here already",
                "logo.svg: the drawing holds <script>",
                "notes.txt: it is plain text",
            }
        )
            body.ShouldContain(part);
        var file = await app.DbAsync(db => db.ClientFiles.AsNoTracking().SingleAsync(f => f.ClientId == site.ClientId));
        (file.Name, file.Width, file.Cleared).ShouldBe(("shop.png", 1024, true));
        var seen = await client.GetAsync($"/answers/{token}?handler=File&file={file.Id}");
        seen.Content.Headers.ContentType!.MediaType.ShouldBe("image/png");
        seen.Headers.GetValues("Content-Security-Policy").Single().ShouldContain("sandbox");
        var (_, other) = await IntakeAsync("Other Cycles");
        (await client.GetAsync($"/answers/{other}?handler=File&file={file.Id}")).StatusCode.ShouldBe(HttpStatusCode.NotFound);
    }

    [Fact]
    public async Task What_a_document_of_the_client_says_is_read_and_waits_for_a_yes()
    {
        var (site, token) = await IntakeAsync("Brochure Cycles");
        var client = app.Visitor();
        using var memory = new MemoryStream();
        using (var d = WordprocessingDocument.Create(memory, WordprocessingDocumentType.Document))
        {
            Paragraph Line(string text) => new(new Run(new DocumentFormat.OpenXml.Wordprocessing.Text(text)));
            d.AddMainDocumentPart().Document = new Document(
                new Body(Line("Brochure Cycles"), Line("Telephone: 01632 960 771"), Line("Tue to Sat 9.30 to 5"), Line("Established 1987"))
            );
        }
        var r = await UploadAsync(client, $"/answers/{token}", "Files", new() { ["cleared"] = "yes" }, ("about us.docx", memory.ToArray()));
        r.StatusCode.ShouldBe(HttpStatusCode.Redirect);
        var facts = await app.DbAsync(db => db.Clients.AsNoTracking().Where(c => c.Id == site.ClientId).Select(c => c.Facts).SingleAsync());
        // Nothing of it is taken before a maker says so.
        facts["founded"].ShouldBeNull();
        var waits = facts.Waiting.Where(w => w.Source == FactSource.Client).ToDictionary(w => w.Fact, w => w.Value.Summary());
        waits["founded"].ShouldBe("1987");
        waits["phone"].ShouldContain("960");
        waits.ShouldContainKey("hours");
        (await (await client.GetAsync($"/answers/{token}")).Content.ReadAsStringAsync()).ShouldContain("about us.docx");
        // An archive that is only named so is not kept.
        using var other = new MemoryStream();
        using (var zip = new System.IO.Compression.ZipArchive(other, System.IO.Compression.ZipArchiveMode.Create, true))
            zip.CreateEntry("x.txt");
        (
            await UploadAsync(client, $"/answers/{token}", "Files", new() { ["cleared"] = "yes" }, ("x.docx", other.ToArray()))
        ).StatusCode.ShouldBe(HttpStatusCode.UnprocessableEntity);
    }

    [Fact]
    public async Task Pictures_among_the_papers_of_a_maker_are_kept_and_what_waits_is_not_frozen_into_a_proof()
    {
        var maker = await app.SignInAsync();
        var site = await app.SiteAsync("Mixed Cycles");
        byte[] png =
        [
            0x89,
            0x50,
            0x4E,
            0x47,
            0x0D,
            0x0A,
            0x1A,
            0x0A,
            0,
            0,
            0,
            13,
            .. "IHDR"u8,
            0,
            0,
            4,
            0,
            0,
            0,
            3,
            0,
            8,
            2,
            0,
            0,
            0,
            0,
            0,
            0,
            0,
        ];
        await UploadAsync(maker.Http, $"/sites/{site.Id}/brief", "Read", new() { ["text"] = "Phone 01632 960144" }, ("shop.png", png));
        (await app.DbAsync(db => db.ClientFiles.AsNoTracking().SingleAsync(f => f.ClientId == site.ClientId))).Cleared.ShouldBeFalse();
        (await ClientAsync(site)).Facts.Waiting.ShouldNotBeEmpty();
        await app.WithAsync(async s =>
            (
                await s.GetRequiredService<ProofService>()
                    .SendAsync((await s.GetRequiredService<SiteReader>().FindAsync(site.Id))!, App.Mara, "http://localhost", mail: false)
            ).Token
        );
        (await app.DbAsync(db => db.Proofs.AsNoTracking().SingleAsync(p => p.SiteId == site.Id))).Facts.Waiting.ShouldBeEmpty();
    }

    [Fact]
    public async Task An_ended_link_and_a_guessed_one_show_nothing_and_a_reminder_replaces_the_link()
    {
        var (site, token) = await IntakeAsync("Ended Cycles");
        var visitor = app.Visitor();
        (await visitor.GetAsync("/answers/" + new string('x', 43))).StatusCode.ShouldBe(HttpStatusCode.NotFound);
        var maker = await app.SignInAsync();
        await maker.PostAsync($"/sites/{site.Id}/brief?handler=Remind", []);
        (await visitor.GetAsync($"/answers/{token}")).StatusCode.ShouldBe(HttpStatusCode.NotFound);
        var fresh = await app.LinkAsync(m => m.SiteId == site.Id);
        (await visitor.GetAsync(fresh)).StatusCode.ShouldBe(HttpStatusCode.OK);
        await maker.PostAsync($"/sites/{site.Id}/brief?handler=EndIntake", []);
        var ended = await visitor.GetAsync(fresh);
        ended.StatusCode.ShouldBe(HttpStatusCode.Gone);
        (await ended.Content.ReadAsStringAsync()).ShouldNotContain("Ended Cycles");
        (
            await app.DbAsync(db => db.Intakes.AsNoTracking().Where(i => i.SiteId == site.Id).Select(i => i.TokenHash).FirstAsync())
        ).Length.ShouldBe(32);
    }

    [Fact]
    public async Task A_brief_is_agreed_by_name_and_stays_as_it_was_sent()
    {
        var maker = await app.SignInAsync();
        var site = await app.SiteAsync("Agreed Cycles");
        var page = $"/sites/{site.Id}/briefing";
        (await maker.PostAsync($"{page}?handler=Send", new() { ["to"] = "not a mailbox" })).StatusCode.ShouldBe(
            HttpStatusCode.UnprocessableEntity
        );
        await maker.PostAsync($"{page}?handler=Send", new() { ["to"] = "owner@bell.example" });
        var link = await app.LinkAsync(m => m.SiteId == site.Id);
        var client = new Maker(app.Visitor());
        (await client.GetAsync(link)).Body.ShouldContain("Agreed Cycles");
        (await client.PostAsync(link, new() { ["how"] = "agree", ["name"] = " " })).StatusCode.ShouldBe(HttpStatusCode.UnprocessableEntity);
        await client.PostAsync(
            link,
            new()
            {
                ["how"] = "wish",
                ["name"] = "Ned Bell",
                ["wish"] = "We also hire out bikes.",
            }
        );
        (await maker.GetAsync(page)).Body.ShouldContain("We also hire out bikes.");
        // One part is answered again: the words are kept, and what they say waits to be confirmed.
        (
            await client.PostAsync(
                link,
                new()
                {
                    ["how"] = "agree",
                    ["name"] = "Ned Bell",
                    ["part.0"] = "Since 1996",
                }
            )
        ).StatusCode.ShouldBe(HttpStatusCode.UnprocessableEntity);
        await client.PostAsync(
            link,
            new()
            {
                ["how"] = "wish",
                ["name"] = "Ned Bell",
                ["part.0"] = "Our number is 01632 960777 now.",
            }
        );
        (await maker.GetAsync(page)).Body.ShouldContain("The business: Our number is 01632 960777 now.");
        (await ClientAsync(site)).Facts.Waiting.ShouldContain(w => w.Fact == "phone" && w.Source == FactSource.Client);
        await client.PostAsync(link, new() { ["how"] = "agree", ["name"] = "Ned Bell" });
        await maker.PostAsync(
            $"/sites/{site.Id}/brief?handler=Save",
            new()
            {
                ["fact"] = "founded",
                ["revision"] = (await ClientAsync(site)).FactsRevision.ToString(),
                ["v.text"] = "1999",
                ["confirmed"] = "yes",
                ["shown"] = "yes",
            }
        );
        var sent = await app.DbAsync(db => db.SentBriefs.AsNoTracking().SingleAsync(b => b.SiteId == site.Id));
        (sent.AgreedBy, sent.AgreedAt is not null).ShouldBe(("Ned Bell", true));
        (await maker.Http.GetStringAsync($"{page}?handler=File&kind=md&sent={sent.Id}")).ShouldNotContain("1999");
        (await maker.Http.GetStringAsync($"{page}?handler=File&kind=md")).ShouldContain("1999");
        (await maker.Http.GetByteArrayAsync($"{page}?handler=File&kind=pdf")).AsSpan(0, 5).SequenceEqual("%PDF-"u8).ShouldBeTrue();
        (await client.GetAsync("/agree/" + new string('x', 43))).Status.ShouldBe(HttpStatusCode.NotFound);
        await maker.PostAsync($"{page}?handler=Owed", []);
        (
            await app.DbAsync(db => db.Outbox.AsNoTracking().Where(m => m.SiteId == site.Id).OrderByDescending(m => m.At).FirstAsync())
        ).Body.ShouldContain("- The owner's story");
    }

    [Fact]
    public async Task The_clients_form_comes_in_the_clients_language()
    {
        var maker = await app.SignInAsync();
        var site = await app.SiteAsync("Rad und Tat");
        await maker.PostAsync($"/sites/{site.Id}/brief?handler=SendIntake", new() { ["to"] = "post@rad.example", ["language"] = "de" });
        var mail = await app.DbAsync(db =>
            db.Outbox.AsNoTracking().Where(m => m.SiteId == site.Id).OrderByDescending(m => m.At).FirstAsync()
        );
        mail.Subject.ShouldBe("Ein paar Fragen zu Ihrer Website");
        var form = (await new Maker(app.Visitor()).GetAsync(await app.LinkAsync(m => m.SiteId == site.Id))).Body;
        form.ShouldContain("<html lang=\"de\">");
        form.ShouldContain("Welche Nummer rufen Kunden an?");
        form.ShouldNotContain("Which number do customers ring?");
    }

    [Fact]
    public async Task Old_texts_that_are_ticked_come_over_and_are_kept()
    {
        var maker = await app.SignInAsync();
        var read = await UploadAsync(
            maker.Http,
            "/new",
            "Read",
            new() { ["Text"] = "Old Bell Cycles, bike workshop in Wrenfield" },
            ("shop.png", Png(40, 30)),
            (
                "index.html",
                """
                <style>a{color:#c2185b}</style><title>Home</title><h1>Old Bell Cycles</h1>
                <p>Three stands, one compressor and a kettle that is never off, whatever the weather.</p>
                """u8.ToArray()
            ),
            (
                "about.html",
                """
                <title>About us</title><h1>About us</h1>
                <p>Ned began in a shed with one vice, and his daughter trues the wheels now.</p>
                """u8.ToArray()
            )
        );
        var sheet = read.Headers.Location!.ToString();
        (await maker.GetAsync(sheet)).Body.ShouldContain("to the about page");
        var made = await maker.PostAsync(
            sheet,
            new()
            {
                ["Words"] = "Bicycle repair",
                ["f.business.name"] = "Old Bell Cycles",
                ["c.business.name"] = "yes",
                ["f.place/town"] = "Wrenfield",
                ["f.place/country"] = "GB",
                ["c.place"] = "yes",
                ["old"] = "1",
                ["oldSeen"] = "yes",
            },
            sheet
        );
        var id = Guid.Parse(made.Headers.Location!.ToString().Split('/')[2]);
        var json = await app.DbAsync(async db =>
            (await db.Revisions.AsNoTracking().Where(r => r.SiteId == id).OrderByDescending(r => r.Number).FirstAsync()).Document.ToJson()
        );
        json.ShouldContain("his daughter trues the wheels now");
        json.ShouldNotContain("a kettle that is never off");
        var client = await app.DbAsync(db => db.Sites.Where(s => s.Id == id).Select(s => s.Client).SingleAsync());
        client.Facts["colours"]!.Confirmed.ShouldBeFalse("a guess by the old site's style");
        client.Facts["colours"]!.Value.Summary().ShouldBe("#c2185b");
        var file = await app.DbAsync(db => db.ClientFiles.SingleAsync(f => f.ClientId == client.Id));
        (file.Name, file.Type, file.Width, file.Cleared).ShouldBe(("shop.png", "image/png", 40, false));
    }
}
