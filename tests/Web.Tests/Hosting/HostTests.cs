using System.Net;
using Microsoft.EntityFrameworkCore;
using Microsoft.Extensions.DependencyInjection;
using Plurimax.Data;
using Plurimax.Data.Blobs;
using Plurimax.Data.Sites;
using Plurimax.Data.Standards;
using Plurimax.Making.Settings;
using Plurimax.Sites;
using Plurimax.Web.Care;
using Plurimax.Web.Hosting;
using Plurimax.Web.Launching;
using Plurimax.Web.Mail;
using Plurimax.Web.Proofs;

namespace Plurimax.Web.Tests;

[Collection("app")]
public class HostTests(App app)
{
    private static FormUrlEncodedContent Form(params (string Key, string Value)[] fields) =>
        new(fields.Select(f => KeyValuePair.Create(f.Key, f.Value)));

    private static (string, string)[] Enquiry(string email = "pia@post.example", string trap = "", string stamp = "") =>
        [
            ("name", "Pia"),
            ("email", email),
            ("phone", ""),
            ("message", "A question."),
            ("consent", "yes"),
            ("company_url", trap),
            ("stamp", stamp),
        ];

    [Fact]
    public async Task A_host_that_is_not_ours_is_told_so()
    {
        (await app.Visitor("somebody-else.example").GetAsync("/")).StatusCode.ShouldBe(HttpStatusCode.MisdirectedRequest);
        (await app.Visitor("nobody.sites.localhost").GetAsync("/")).StatusCode.ShouldBe(HttpStatusCode.NotFound);
        (await app.Visitor("somebody-else.example").GetAsync("/signin")).StatusCode.ShouldBe(HttpStatusCode.MisdirectedRequest);
    }

    [Fact]
    public async Task A_live_site_is_served_with_etag_compression_and_its_own_404()
    {
        var site = await app.LiveAsync("Hosted Well");
        var http = app.Visitor($"{site.Slug}.sites.localhost");
        var r = await http.GetAsync("/");
        r.StatusCode.ShouldBe(HttpStatusCode.OK);
        r.Headers.Contains("Set-Cookie").ShouldBeFalse();
        r.Headers.GetValues("Content-Security-Policy").Single().ShouldNotContain("unsafe");
        (await r.Content.ReadAsStringAsync()).ShouldContain("Hosted Well");
        var again = new HttpRequestMessage(HttpMethod.Get, "/");
        again.Headers.IfNoneMatch.Add(r.Headers.ETag!);
        (await http.SendAsync(again)).StatusCode.ShouldBe(HttpStatusCode.NotModified);
        var zipped = new HttpRequestMessage(HttpMethod.Get, "/site.css");
        zipped.Headers.AcceptEncoding.ParseAdd("gzip");
        (await http.SendAsync(zipped)).Content.Headers.ContentEncoding.ShouldBe(["gzip"]);
        var missing = await http.GetAsync("/nowhere");
        missing.StatusCode.ShouldBe(HttpStatusCode.NotFound);
        (await missing.Content.ReadAsStringAsync()).ShouldContain("<h1");
        foreach (var file in new[] { "/robots.txt", "/sitemap.xml", "/favicon.svg" })
            (await http.GetAsync(file)).StatusCode.ShouldBe(HttpStatusCode.OK, file);
        foreach (var inside in new[] { "/signin", "/standards", "/health", "/../appsettings.json", "/js/shared/app.js" })
            (await http.GetAsync(inside)).StatusCode.ShouldBe(HttpStatusCode.NotFound, inside);
    }

    [Fact]
    public async Task A_second_publish_without_change_writes_no_blob_and_a_roll_back_is_exact()
    {
        var site = await app.LiveAsync("Released Twice");
        async Task<Plurimax.Data.Release> Release() =>
            await app.WithAsync(async s =>
                await s.GetRequiredService<Publisher>()
                    .ReleaseAsync((await s.GetRequiredService<SiteReader>().FindAsync(site.Id))!, App.Mara)
            );
        (await Release()).FilesNew.ShouldBe(0);
        var http = app.Visitor($"{site.Slug}.sites.localhost");
        var before = await http.GetStringAsync("/");
        await app.WithAsync(s =>
            s.GetRequiredService<SiteWriter>().EditAsync(site.Id, 1, new SetText("home.opening", "heading", "Another promise"), App.Mara)
        );
        (await http.GetStringAsync("/")).ShouldBe(before);
        var second = await Release();
        second.FilesNew.ShouldBe(1);
        (await http.GetStringAsync("/")).ShouldContain("Another promise");
        await app.WithAsync(async s =>
        {
            var loaded = (await s.GetRequiredService<SiteReader>().FindAsync(site.Id))!;
            var first = await s.GetRequiredService<PlurimaxDb>().Releases.SingleAsync(r => r.SiteId == site.Id && r.Number == 1);
            await s.GetRequiredService<Publisher>().RollBackAsync(loaded, first, App.Mara);
            return 0;
        });
        (await http.GetStringAsync("/")).ShouldBe(before);
    }

    [Fact]
    public async Task A_publish_that_dies_half_way_leaves_the_old_release_whole()
    {
        var site = await app.LiveAsync("Killed Midway");
        var http = app.Visitor($"{site.Slug}.sites.localhost");
        var before = await http.GetStringAsync("/");
        // What kill -9 leaves: blobs that were written, a half-written temporary file, and no row.
        await app.WithAsync(async s =>
        {
            await s.GetRequiredService<SiteWriter>().EditAsync(site.Id, 1, new SetText("home.opening", "heading", "Never seen"), App.Mara);
            var loaded = (await s.GetRequiredService<SiteReader>().FindAsync(site.Id))!;
            var publisher = s.GetRequiredService<Publisher>();
            publisher.Store(
                publisher.Render(
                    loaded,
                    await s.GetRequiredService<SiteReader>().DocumentAsync(loaded),
                    loaded.Client.Facts,
                    await publisher.SettingsAsync(loaded)
                )
            );
            return 0;
        });
        var blob = Directory.EnumerateFiles(Path.Combine(app.Folder, "blobs"), "*", SearchOption.AllDirectories).First();
        await File.WriteAllTextAsync(blob + ".0123.tmp", "half");
        app.Services.GetRequiredService<PublishedSites>().Forget();
        (await http.GetStringAsync("/")).ShouldBe(before);
        // And the next publish goes through.
        await app.WithAsync(async s =>
            await s.GetRequiredService<Publisher>().ReleaseAsync((await s.GetRequiredService<SiteReader>().FindAsync(site.Id))!, App.Mara)
        );
        (await http.GetStringAsync("/")).ShouldContain("Never seen");
    }

    [Fact]
    public void Blobs_are_stored_once_and_only_under_a_hash()
    {
        var store = app.Services.GetRequiredService<IBlobStore>();
        var (hash, isNew) = store.Put([1, 2, 3]);
        isNew.ShouldBeTrue();
        store.Put([1, 2, 3]).ShouldBe((hash, false));
        store.Get(hash).ShouldBe([1, 2, 3]);
        // SHA-256 of 01 02 03, FIPS 180-4.
        hash.ShouldBe("039058c6f2c0cb492c533b0a4d14ef77cc0f78abccced5287d84a1a2011cfb81");
        store.Get("../../etc/passwd").ShouldBeNull();
    }

    [Fact]
    public async Task An_enquiry_is_checked_keeps_what_was_typed_and_takes_no_line_breaks_in_an_address()
    {
        var site = await app.LiveAsync("Asked");
        var http = app.Visitor($"{site.Slug}.sites.localhost");
        var bad = await http.PostAsync("/enquiry", Form(Enquiry("pia@post.example\r\nBcc: all@post.example")));
        bad.StatusCode.ShouldBe(HttpStatusCode.UnprocessableEntity);
        var body = WebUtility.HtmlDecode(await bad.Content.ReadAsStringAsync());
        body.ShouldContain("That address looks incomplete");
        body.ShouldContain("A question.");
        body.ShouldContain("aria-invalid=\"true\"");
        (await http.PostAsync("/enquiry", Form(Enquiry(trap: "http://spam.example")))).StatusCode.ShouldBe(HttpStatusCode.Redirect);
        var again = await http.PostAsync("/enquiry", Form(Enquiry(stamp: "made up")));
        (await again.Content.ReadAsStringAsync()).ShouldContain("One more step");
        (await app.DbAsync(d => d.Enquiries.CountAsync(e => e.SiteId == site.Id))).ShouldBe(0);
    }

    [Fact]
    public async Task An_enquiry_and_its_mail_are_stored_together_and_the_mail_reaches_the_server()
    {
        var site = await app.LiveAsync("Mailed");
        var http = app.Visitor($"{site.Slug}.sites.localhost");
        var protector = Microsoft.AspNetCore.DataProtection.DataProtectionCommonExtensions.CreateProtector(
            app.Services.GetRequiredService<Microsoft.AspNetCore.DataProtection.IDataProtectionProvider>(),
            "enquiry stamp"
        );
        var stamp = Microsoft.AspNetCore.DataProtection.DataProtectionCommonExtensions.Protect(
            protector,
            $"{site.Id}|{DateTimeOffset.UtcNow.AddSeconds(-10).ToUnixTimeMilliseconds()}"
        );
        (await http.PostAsync("/enquiry", Form(Enquiry(stamp: stamp)))).Headers.Location!.OriginalString.ShouldBe("/enquiry/sent");
        var enquiry = await app.DbAsync(d => d.Enquiries.SingleAsync(e => e.SiteId == site.Id));
        var mail = await App.UntilAsync(
            () => app.DbAsync(d => d.Outbox.AsNoTracking().SingleAsync(m => m.EnquiryId == enquiry.Id)),
            m => m.SentAt is not null
        );
        (mail.To, mail.ReplyTo).ShouldBe(("bench@bell.example", "pia@post.example"));
        mail.Answer!.ShouldContain("kept as");
        var eml = await File.ReadAllTextAsync(Path.Combine(app.Folder, "mail", mail.Answer!.Split("kept as ")[1].Trim() + ".eml"));
        eml.ShouldContain("Reply-To: pia@post.example");
    }

    [Fact]
    public async Task A_refused_mail_stays_in_the_outbox_with_the_servers_words()
    {
        var mail = new OutboxMail
        {
            To = "refused@post.example",
            Subject = "x",
            Body = "y",
            At = DateTimeOffset.UtcNow,
            NextTry = DateTimeOffset.UtcNow,
        };
        await app.DbAsync(async d =>
        {
            d.Add(mail);
            return await d.SaveChangesAsync();
        });
        app.Services.GetRequiredService<OutboxSignal>().Raise();
        var tried = await App.UntilAsync(
            () => app.DbAsync(d => d.Outbox.AsNoTracking().SingleAsync(m => m.Id == mail.Id)),
            m => m.Tries > 0
        );
        tried.SentAt.ShouldBeNull();
        tried.Answer!.ShouldContain("no such mailbox");
    }

    [Fact]
    public async Task An_ended_proof_link_says_so_and_takes_nothing()
    {
        var site = await app.SiteAsync("Proofed");
        var token = await app.WithAsync(async s =>
            (
                await s.GetRequiredService<ProofService>()
                    .SendAsync((await s.GetRequiredService<SiteReader>().FindAsync(site.Id))!, App.Mara, "http://localhost", mail: false)
            ).Token
        );
        token.Length.ShouldBe(43);
        (await app.DbAsync(d => d.Proofs.Where(p => p.SiteId == site.Id).Select(p => p.TokenHash).SingleAsync())).Length.ShouldBe(32);
        var client = new Maker(app.Visitor());
        (await client.GetAsync($"/proof/{token}")).Status.ShouldBe(HttpStatusCode.OK);
        (await client.SendAsync($"/proof/{token}?handler=Sign", new() { ["signer"] = "" })).Status.ShouldBe(
            HttpStatusCode.UnprocessableEntity
        );
        await app.DbAsync(d =>
            d.Proofs.Where(p => p.SiteId == site.Id).ExecuteUpdateAsync(u => u.SetProperty(p => p.EndedAt, DateTimeOffset.UtcNow))
        );
        var (status, body) = await client.GetAsync($"/proof/{token}");
        status.ShouldBe(HttpStatusCode.Gone);
        body.ShouldContain("This link has ended");
        (await client.Http.GetAsync($"/proof/{token}/sheet/index.html")).StatusCode.ShouldBe(HttpStatusCode.Gone);
        (await client.GetAsync("/proof/" + new string('x', 43))).Status.ShouldBe(HttpStatusCode.NotFound);
    }

    [Fact]
    public async Task A_site_nobody_signed_off_cannot_be_launched()
    {
        var maker = await app.SignInAsync();
        var site = await app.SiteAsync("Unsigned");
        (await maker.GetAsync($"/sites/{site.Id}/launch")).Body.ShouldContain("Nobody has signed off this site.");
        await maker.PostAsync($"/sites/{site.Id}/launch?handler=Release", []);
        (await app.DbAsync(d => d.Releases.CountAsync(r => r.SiteId == site.Id))).ShouldBe(0);
    }

    [Fact]
    public async Task A_domain_is_registered_once()
    {
        var maker = await app.SignInAsync();
        var (a, b) = (await app.SiteAsync("First Holder"), await app.SiteAsync("Second Holder"));
        (
            await maker.SendAsync($"/sites/{a.Id}/launch?handler=Domain", new() { ["domain"] = "https://www.Holder.example/" })
        ).Status.ShouldBe(HttpStatusCode.Redirect);
        var (status, body) = await maker.SendAsync($"/sites/{b.Id}/launch?handler=Domain", new() { ["domain"] = "holder.example" });
        status.ShouldBe(HttpStatusCode.UnprocessableEntity);
        body.ShouldContain("used by another site of ours");
        (await maker.SendAsync($"/sites/{b.Id}/launch?handler=Domain", new() { ["domain"] = "not a domain" })).Body.ShouldContain(
            "cannot be a domain"
        );
    }

    [Fact]
    public async Task Enquiries_go_after_the_months_the_privacy_page_names()
    {
        var (kept, shorter) = (await app.SiteAsync("Keeps A Year"), await app.SiteAsync("Keeps Two Months"));
        var now = DateTimeOffset.UtcNow;
        await app.WithAsync(async s =>
        {
            await s.GetRequiredService<StandardStore>().SetAsync(SettingLayer.Site, shorter.Id.ToString(), "retention", "2", App.Mara);
            var db = s.GetRequiredService<PlurimaxDb>();
            foreach (var site in new[] { kept, shorter })
            foreach (var months in new[] { 1, 3, 13 })
            {
                var enquiry = new Plurimax.Data.Enquiry
                {
                    SiteId = site.Id,
                    Name = $"{months} months",
                    Email = "a@b.example",
                    Message = "x",
                    At = now.AddMonths(-months),
                };
                db.AddRange(
                    enquiry,
                    new OutboxMail
                    {
                        SiteId = site.Id,
                        EnquiryId = enquiry.Id,
                        To = "a@b.example",
                        Subject = "x",
                        Body = "y",
                        At = now,
                        NextTry = now.AddDays(1),
                    }
                );
            }
            return await db.SaveChangesAsync();
        });
        (await app.WithAsync(s => s.GetRequiredService<EnquiryRetention>().SweepAsync())).ShouldBe(3);
        async Task<List<string>> LeftAsync(Guid id) =>
            await app.DbAsync(d => d.Enquiries.Where(e => e.SiteId == id).OrderByDescending(e => e.At).Select(e => e.Name).ToListAsync());
        (await LeftAsync(kept.Id)).ShouldBe(["1 months", "3 months"]);
        (await LeftAsync(shorter.Id)).ShouldBe(["1 months"]);
        (await app.DbAsync(d => d.Outbox.CountAsync(m => m.SiteId == shorter.Id))).ShouldBe(1);
    }
}
