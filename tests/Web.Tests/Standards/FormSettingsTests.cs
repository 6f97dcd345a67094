using System.Net;
using Microsoft.AspNetCore.DataProtection;
using Microsoft.EntityFrameworkCore;
using Microsoft.Extensions.DependencyInjection;
using Plurimax.Data;
using Plurimax.Data.Sites;
using Plurimax.Data.Standards;
using Plurimax.Design.Styling;
using Plurimax.Making.Settings;
using Plurimax.Sites;
using Plurimax.Text;
using Plurimax.Web.Launching;
using Plurimax.Web.Proofs;

namespace Plurimax.Web.Tests;

/// <summary>Settings that work at once: forms, proofs, new sites, shared price lists and pages.</summary>
[Collection("app")]
public class FormSettingsTests(App app)
{
    private Task<int> SetAsync(Site site, params (string Key, string Value)[] values) =>
        app.WithAsync(async s =>
        {
            foreach (var (key, value) in values)
                await s.GetRequiredService<StandardStore>().SetAsync(SettingLayer.Site, site.Id.ToString(), key, value, App.Ada);
            return values.Length;
        });

    private async Task<HttpResponseMessage> WriteAsync(Site site, string message, string phone = "", bool consent = true)
    {
        var stamp = app
            .Services.GetRequiredService<IDataProtectionProvider>()
            .CreateProtector("enquiry stamp")
            .Protect($"{site.Id}|{DateTimeOffset.UtcNow.AddSeconds(-10).ToUnixTimeMilliseconds()}");
        var fields = new Dictionary<string, string>
        {
            ["name"] = "Pia",
            ["email"] = "pia@post.example",
            ["phone"] = phone,
            ["message"] = message,
            ["stamp"] = stamp,
        };
        if (consent)
            fields["consent"] = "yes";
        return await app.Visitor($"{site.Slug}.sites.localhost").PostAsync("/enquiry", new FormUrlEncodedContent(fields));
    }

    [Fact]
    public async Task A_form_does_what_its_settings_say_at_once()
    {
        var site = await app.LiveAsync("Form Firm");
        await SetAsync(
            site,
            ("form_to", "desk@form.example"),
            ("form_copy", "copy@form.example"),
            ("form_subject", "{{ form.name }} asks {{ business.name }}"),
            ("form_answer", "Thank you, {{ form.name }}.\nRing {{ phone }}."),
            ("form_phone", "needed"),
            ("consent_needed", "no")
        );
        (await WriteAsync(site, "A question", consent: false)).StatusCode.ShouldBe(
            HttpStatusCode.UnprocessableEntity,
            "the phone is needed"
        );
        (await WriteAsync(site, "A question", "01632 960100", consent: false)).StatusCode.ShouldBe(HttpStatusCode.Redirect);
        var mails = await app.DbAsync(d =>
            d.Outbox.AsNoTracking().Where(m => m.SiteId == site.Id && m.EnquiryId != null).OrderBy(m => m.To).ToListAsync()
        );
        mails.Select(m => m.To).ShouldBe(["copy@form.example", "desk@form.example", "pia@post.example"]);
        mails[0].Subject.ShouldBe("Pia asks Form Firm");
        mails[2].Body.ShouldBe("Thank you, Pia.\n");
    }

    [Fact]
    public async Task Advertising_is_kept_aside_and_can_be_let_through()
    {
        var site = await app.LiveAsync("Spam Firm");
        await SetAsync(site, ("form_links", "1"), ("form_blocked", "backlinks"));
        (await WriteAsync(site, "See https://a.example and https://b.example")).StatusCode.ShouldBe(HttpStatusCode.Redirect);
        (await WriteAsync(site, "Cheap Backlinks!")).StatusCode.ShouldBe(HttpStatusCode.Redirect);
        var aside = await app.DbAsync(d => d.Enquiries.AsNoTracking().Where(e => e.SiteId == site.Id).OrderBy(e => e.At).ToListAsync());
        aside.Select(e => e.Aside).ShouldBe(["2 links", "says “backlinks”"]);
        (await app.DbAsync(d => d.Outbox.CountAsync(m => m.SiteId == site.Id && m.EnquiryId != null))).ShouldBe(0);
        var mara = await app.SignInAsync();
        (await mara.GetAsync("/enquiries")).Body.ShouldContain("kept aside, 2 links");
        await mara.PostAsync("/enquiries?handler=Through", new() { ["id"] = aside[0].Id.ToString() }, from: "/enquiries");
        (await app.DbAsync(d => d.Outbox.SingleAsync(m => m.EnquiryId == aside[0].Id))).To.ShouldBe("bench@bell.example");
    }

    [Fact]
    public async Task A_proof_nobody_answers_is_followed_by_one_mail_with_a_link_that_works()
    {
        var site = await app.SiteAsync("Forgetful Firm");
        await SetAsync(site, ("remind_days", "3"), ("rounds", "2"), ("mail_closing", "x"));
        var (proof, token) = await app.WithAsync(async s =>
            await s.GetRequiredService<ProofService>()
                .SendAsync((await s.GetRequiredService<SiteReader>().FindAsync(site.Id))!, App.Mara, "http://localhost", mail: true)
        );
        (await app.DbAsync(d => d.Outbox.SingleAsync(m => m.SiteId == site.Id))).Body.ShouldContain("round 1 of 2 that are included");
        Task<int> Remind() => app.WithAsync(s => s.GetRequiredService<ProofService>().RemindAsync());
        await Remind();
        (await app.DbAsync(d => d.Outbox.CountAsync(m => m.SiteId == site.Id))).ShouldBe(1, "it is too early");
        await app.DbAsync(d =>
            d.Proofs.Where(p => p.Id == proof.Id)
                .ExecuteUpdateAsync(u => u.SetProperty(p => p.CreatedAt, DateTimeOffset.UtcNow.AddDays(-4)))
        );
        await Remind();
        await Remind();
        var fresh = (await app.LinkAsync(m => m.SiteId == site.Id && m.Subject.StartsWith("Your site waits")))["/proof/".Length..];
        (await app.Visitor().GetAsync($"/proof/{fresh}")).StatusCode.ShouldBe(HttpStatusCode.OK);
        (await app.Visitor().GetAsync($"/proof/{token}")).StatusCode.ShouldNotBe(HttpStatusCode.OK);
        // A link ends by itself after the days that held when it was sent.
        await app.DbAsync(d =>
            d.Proofs.Where(p => p.Id == proof.Id)
                .ExecuteUpdateAsync(u => u.SetProperty(p => p.CreatedAt, DateTimeOffset.UtcNow.AddDays(-61)))
        );
        (await app.Visitor().GetAsync($"/proof/{fresh}")).StatusCode.ShouldNotBe(HttpStatusCode.OK);
    }

    [Fact]
    public async Task A_new_site_begins_as_its_standards_have_it()
    {
        await app.WithAsync(async s =>
        {
            foreach (
                var (k, v) in new[]
                {
                    ("tone", "formal"),
                    ("plan_size", "full"),
                    ("look", "calm"),
                    ("bench_days", "10"),
                    ("audience", "landlords"),
                }
            )
                await s.GetRequiredService<StandardStore>().SetAsync(SettingLayer.Trade, "locksmith", k, v, App.Ada);
            return 0;
        });
        var site = await app.SiteAsync("Standing Locks", "locksmith");
        var document = await app.WithAsync(s => s.GetRequiredService<SiteReader>().DocumentAsync(site));
        (document.Tone, document.Look.Id, document.Size).ShouldBe((Tone.Formal, "calm", PlanSize.Full));
        site.Due.ShouldBe(DateOnly.FromDateTime(DateTime.UtcNow).AddDays(26));
        // The client did not say it, so the sheet does not either.
        (document.Audience, site.Client.Facts["audience"]).ShouldBe(("landlords", null));
    }

    [Fact]
    public async Task A_price_list_and_a_whole_page_are_shared_as_well()
    {
        var site = await app.LiveAsync("Shared Prices");
        var ada = await app.SignInAsync("ada");
        await app.WithAsync(async s =>
        {
            var sectionStore = s.GetRequiredService<SectionStore>();
            await sectionStore.SaveAsync(
                new Section("x.y", new PricesContent { Heading = new("What it costs", Kept: true) }),
                "Branch prices",
                App.Ada
            );
            return await sectionStore.SavePageAsync(
                new Page(
                    "visit",
                    "visit.html",
                    "",
                    new("Visit"),
                    new("Visit"),
                    Passage.None,
                    [
                        new Section("visit.title", new TitleContent { Heading = new("Come and see", Kept: true) }),
                        new Section(
                            "visit.text",
                            new TextContent("own") { Heading = new("How", Kept: true), Text = new("By the back door.", Kept: true) }
                        ),
                    ]
                ),
                "Visit us",
                App.Ada
            );
        });
        var saved = await app.DbAsync(d =>
            d.SavedSections.Where(s => s.Name == "Branch prices" || s.Name == "Visit us").ToDictionaryAsync(s => s.Name, s => s.Id)
        );
        async Task<int> Head() => await app.DbAsync(d => d.Sites.Where(s => s.Id == site.Id).Select(s => s.Head).SingleAsync());
        foreach (var id in saved.Values)
            (
                await ada.PostAsync(
                    $"/sites/{site.Id}/bench/add?link=true",
                    new()
                    {
                        ["revision"] = $"{await Head()}",
                        ["leaf"] = "home",
                        ["saved"] = id.ToString(),
                    },
                    from: $"/sites/{site.Id}/bench/add"
                )
            ).StatusCode.ShouldBe(HttpStatusCode.Redirect);
        var prices = $"/standards/passages/{saved["Branch prices"]}";
        (
            await ada.PostAsync(
                prices,
                new() { ["text[0/heading]"] = "What it costs", ["prices"] = "Lock | from 45 | fitted\nKey | 6" },
                from: prices
            )
        ).StatusCode.ShouldBe(HttpStatusCode.Redirect);
        var visit = $"/standards/passages/{saved["Visit us"]}";
        (await ada.PostAsync(visit, new() { ["text[1/text]"] = "By the front door." }, from: visit)).StatusCode.ShouldBe(
            HttpStatusCode.Redirect
        );
        foreach (var id in saved.Values)
        {
            var at = SharedScope.Standard(id);
            var drafts = await app.WithAsync(s => s.GetRequiredService<StandardStore>().DraftsAsync(at));
            (
                await app.WithAsync(s => s.GetRequiredService<StandardStore>().SaveAsync(at, StandardStore.PrintOf(drafts), "", App.Ada))
            ).Problem.ShouldBeNull();
        }
        var fresh = (await app.WithAsync(s => s.GetRequiredService<SiteReader>().FindAsync(site.Id)))!;
        var document = await app.WithAsync(s => s.GetRequiredService<SiteReader>().DocumentAsync(fresh));
        var files = await app.WithAsync(async s =>
            s.GetRequiredService<Publisher>()
                .Render(fresh, document, fresh.Facts, await s.GetRequiredService<Publisher>().SettingsAsync(fresh))
        );
        files.Text("index.html").ShouldContain("£45");
        files.Text("index.html").ShouldContain("Key");
        files.Files.Keys.ShouldContain("visit-us.html");
        files.Text("visit-us.html").ShouldContain("By the front door.");
        // A passage that names what is no fact is refused, with what was typed.
        var bad = await ada.PostAsync(visit, new() { ["text[1/text]"] = "Ring {{ phnoe }}." }, from: visit);
        bad.StatusCode.ShouldBe(HttpStatusCode.UnprocessableEntity);
        WebUtility
            .HtmlDecode(await bad.Content.ReadAsStringAsync())
            .ShouldSatisfyAllConditions(b => b.ShouldContain("Ring {{ phnoe }}."), b => b.ShouldContain("“phnoe” is no fact"));
    }

    [Fact]
    public async Task A_look_goes_out_as_tokens_and_comes_in_again_under_a_name()
    {
        var ada = await app.SignInAsync("ada");
        var tokens = LookTokens.Write(new LookChoice("dune", "#0e8a94"));
        WebUtility
            .HtmlDecode(
                await (
                    await ada.PostAsync("/standards/exchange", new() { ["text"] = tokens }, from: "/standards/exchange")
                ).Content.ReadAsStringAsync()
            )
            .ShouldContain("Keep it for all clients");
        await ada.PostAsync(
            "/standards/exchange?handler=Take",
            new() { ["text"] = tokens, ["name"] = "Dune of the coast" },
            from: "/standards/exchange"
        );
        var kept = await app.DbAsync(d => d.KeptLooks.SingleAsync(k => k.Name == "Dune of the coast"));
        (kept.SiteId, kept.Choice.Id, kept.Choice.Brand).ShouldBe((null, "dune", "#0e8a94"));
        LookTokens
            .Read((await ada.GetAsync($"/standards?handler=Tokens&kept={kept.Id}")).Body, new LookChoice("rail"))
            .Value!.Choice.ShouldBe(kept.Choice);
    }
}
