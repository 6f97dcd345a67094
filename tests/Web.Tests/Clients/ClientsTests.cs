using System.Net;
using System.Text;
using Microsoft.EntityFrameworkCore;
using Microsoft.Extensions.DependencyInjection;
using Plurimax.Data;
using Plurimax.Data.Sites;
using Plurimax.Data.Standards;
using Plurimax.Facts;
using Plurimax.Making.Settings;
using Plurimax.Reading.Files;
using Plurimax.Sites;
using Plurimax.Web.Launching;
using Plurimax.Web.Proofs;

namespace Plurimax.Web.Tests;

/// <summary>Clients found, merged, handed out and, where a person asks for it, forgotten.</summary>
[Collection("app")]
public class ClientsTests(App app)
{
    private async Task<Client> WithFactAsync(Site site, params (string Fact, FactValue Value)[] facts)
    {
        await app.WithAsync(async s =>
            await s.GetRequiredService<ClientFacts>()
                .SaveFactsAsync(
                    site.ClientId,
                    1,
                    f => facts.Aggregate(f, (x, v) => x.With(v.Fact, new FactEntry(v.Value, FactSource.Maker, true))),
                    "test",
                    App.Mara
                )
        );
        return await app.DbAsync(db => db.Clients.AsNoTracking().SingleAsync(c => c.Id == site.ClientId));
    }

    private static PhoneValue Phone(string n) => PhoneReader.Read(n, "GB").Value!;

    [Fact]
    public async Task A_client_is_found_by_anything()
    {
        var site = await app.SiteAsync("Hyssop Cycles", email: "desk@hyssop.example");
        await WithFactAsync(site, ("phone", Phone("01632 961500")), ("owner.name", new TextValue("Odo Hyss")));
        await app.DbAsync(db =>
            db.Sites.Where(s => s.Id == site.Id).ExecuteUpdateAsync(u => u.SetProperty(s => s.Domain, "hyssop-wheels.example"))
        );
        var maker = await app.SignInAsync();
        await maker.PostAsync(
            $"/clients/{site.ClientId}?handler=Person",
            new()
            {
                ["name"] = "Wyn Tarrow",
                ["role"] = "signs off",
                ["email"] = "wyn@tarrow.example",
                ["phone"] = "01632 961501",
            },
            $"/clients/{site.ClientId}"
        );
        foreach (
            var words in new[]
            {
                "hyss",
                "Odo",
                "01632961500",
                "01632 961500",
                "desk@hyssop",
                "Wyn Tarrow",
                "wyn@tarrow",
                "01632 961501",
                "hyssop-wheels",
                $"#{site.Number}",
                "hallow",
                "bicycle",
            }
        )
            (await maker.GetAsync($"/clients?find={Uri.EscapeDataString(words)}")).Body.ShouldContain(
                "Hyssop Cycles",
                customMessage: words
            );
        (await maker.GetAsync("/clients?find=nobody-at-all")).Body.ShouldNotContain("Hyssop Cycles");
        (await maker.GetAsync("/clients?standing=former&find=hyss")).Body.ShouldNotContain(">Hyssop Cycles<");
        await maker.PostAsync($"/clients/{site.ClientId}?handler=Stand", new() { ["standing"] = "Former" }, $"/clients/{site.ClientId}");
        (await maker.GetAsync("/clients?standing=former&find=hyss")).Body.ShouldContain("Hyssop Cycles");
    }

    [Fact]
    public async Task Two_entries_become_one_with_the_sites_people_and_notes_of_both()
    {
        Site first = await app.SiteAsync("Ivy Cycles", email: "one@ivy.example"),
            second = await app.SiteAsync("Ivy Cycles Ltd", email: "two@ivy.example");
        await WithFactAsync(first, ("phone", Phone("01632 961510")));
        await WithFactAsync(second, ("phone", Phone("01632 961510")), ("founded", new TextValue("1987")));
        var maker = await app.SignInAsync();
        (await maker.GetAsync($"/clients/{first.ClientId}")).Body.ShouldContain("Ivy Cycles Ltd");
        await maker.PostAsync($"/clients/{second.ClientId}?handler=Person", new() { ["name"] = "Ann Ivy" }, $"/clients/{second.ClientId}");
        await maker.PostAsync(
            $"/clients/{second.ClientId}?handler=Note",
            new() { ["text"] = "Said of the second" },
            $"/clients/{second.ClientId}"
        );
        var page = $"/clients/{first.ClientId}/merge/{second.ClientId}";
        var (_, html) = await maker.GetAsync(page);
        html.ShouldContain("one@ivy.example");
        html.ShouldContain("two@ivy.example");
        (await maker.PostAsync(page, new() { ["m.email"] = "second", ["m.business.name"] = "first" })).StatusCode.ShouldBe(
            HttpStatusCode.Redirect
        );
        var left = await app.DbAsync(db =>
            db.Clients.AsNoTracking()
                .Include(c => c.People)
                .Include(c => c.Notes)
                .Where(c => c.Id == first.ClientId || c.Id == second.ClientId)
                .ToListAsync()
        );
        var one = left.ShouldHaveSingleItem();
        (one.Name, one.Email, one.Facts["founded"]!.Value.Raw()).ShouldBe(("Ivy Cycles", "two@ivy.example", "1987"));
        one.Facts["email"]!.Earlier!.Value.Single().Value.Raw().ShouldBe("one@ivy.example");
        one.People.ShouldHaveSingleItem();
        one.Notes.ShouldContain(n => n.Text == "Said of the second");
        (await app.DbAsync(db => db.Sites.CountAsync(s => s.ClientId == first.ClientId))).ShouldBe(2);
        // The pages of both follow the merged facts.
        foreach (var id in new[] { first.Id, second.Id })
        {
            var pages = await app.WithAsync(async s =>
            {
                var site = (await s.GetRequiredService<SiteReader>().FindAsync(id))!;
                var publisher = s.GetRequiredService<Publisher>();
                var files = publisher.Render(
                    site,
                    await s.GetRequiredService<SiteReader>().DocumentAsync(site),
                    site.Facts,
                    await publisher.SettingsAsync(site)
                );
                return string.Concat(
                    files.Files.Where(f => f.Key.EndsWith(".html", StringComparison.Ordinal)).Select(f => Encoding.UTF8.GetString(f.Value))
                );
            });
            pages.ShouldContain("two@ivy.example");
            pages.ShouldNotContain("one@ivy.example");
            pages.ShouldNotContain("Ivy Cycles Ltd");
        }
        (await maker.Http.GetAsync(page)).StatusCode.ShouldBe(HttpStatusCode.NotFound);
    }

    [Fact]
    public async Task Clients_leave_as_a_table_and_as_cards_that_come_in_again()
    {
        var site = await app.SiteAsync("=Jasmine & \"Sons\"", email: "post@jasmine.example");
        await WithFactAsync(site, ("phone", Phone("01632 961520")));
        var maker = await app.SignInAsync();
        var csv = await maker.Http.GetStringAsync("/clients?handler=Csv");
        csv.ShouldContain("\"'=Jasmine & \"\"Sons\"\"\"");
        csv.ShouldContain("'+441632961520");
        foreach (var version in new[] { 3, 4 })
        {
            var text = await maker.Http.GetStringAsync($"/clients?handler=Cards&version={version}");
            CardReader.Read(text).ShouldContain(c => c.Any(l => l.Name == "FN" && l.Text == "=Jasmine & \"Sons\""));
            var back = await Maker.UploadAsync(
                maker.Http,
                "/prospects",
                "List",
                new() { ["standing"] = "Active" },
                "file",
                ("clients.vcf", Encoding.UTF8.GetBytes(text))
            );
            (await maker.GetAsync(back.Headers.Location!.ToString())).Body.ShouldContain("Known already");
        }
        (await maker.Http.GetStringAsync($"/clients/{site.ClientId}?handler=Card")).ShouldContain("VERSION:4.0");
    }

    [Fact]
    public async Task A_person_is_erased_everywhere_on_request_and_the_report_names_nobody()
    {
        var site = await app.SiteAsync("Kale Cycles", email: "kale@post.example");
        await WithFactAsync(site, ("owner.name", new TextValue("Vera Knapweed")), ("phone", Phone("01632 961530")));
        var maker = await app.SignInAsync();
        await maker.PostAsync(
            $"/clients/{site.ClientId}?handler=Person",
            new() { ["name"] = "Vera Knapweed" },
            $"/clients/{site.ClientId}"
        );
        await maker.PostAsync(
            $"/clients/{site.ClientId}?handler=Note",
            new() { ["text"] = "Vera Knapweed rings on Fridays" },
            $"/clients/{site.ClientId}"
        );
        await maker.PostAsync($"/clients/{site.ClientId}?handler=Note", new() { ["text"] = "Nothing of her" }, $"/clients/{site.ClientId}");
        await app.WithAsync(async s =>
        {
            var head = (await s.GetRequiredService<SiteReader>().FindAsync(site.Id))!.Head;
            await s.GetRequiredService<SiteWriter>()
                .EditAsync(site.Id, head, new SetText("home.opening", "heading", "Vera Knapweed mends bikes"), App.Mara);
            var loaded = (await s.GetRequiredService<SiteReader>().FindAsync(site.Id))!;
            var (proof, _) = await s.GetRequiredService<ProofService>().SendAsync(loaded, App.Mara, "http://localhost", mail: false);
            await s.GetRequiredService<ProofService>().SignAsync(proof, "Vera Knapweed");
            await s.GetRequiredService<Publisher>().ReleaseAsync(loaded, App.Mara);
            await s.GetRequiredService<StandardStore>()
                .SetAsync(
                    SettingLayer.Site,
                    site.Id.ToString(),
                    "footer_text",
                    "Ask for Vera Knapweed",
                    App.Mara,
                    "Vera Knapweed wants it"
                );
            await s.GetRequiredService<SectionStore>()
                .SaveAsync(
                    new Section("x.y", new TextContent("own") { Text = new("Vera Knapweed answers", Kept: true) }),
                    "Of Vera Knapweed",
                    App.Mara
                );
            var db = s.GetRequiredService<PlurimaxDb>();
            db.Add(
                new Enquiry
                {
                    SiteId = site.Id,
                    Name = "Vera Knapweed",
                    Email = "v@post.example",
                    Message = "x",
                    At = DateTimeOffset.UtcNow,
                }
            );
            db.Add(
                new Enquiry
                {
                    SiteId = site.Id,
                    Name = "Ken Other",
                    Email = "k@post.example",
                    Message = "y",
                    At = DateTimeOffset.UtcNow,
                }
            );
            db.Add(OutboxMail.About(site.Id, "someone@post.example", "s", "Dear Vera Knapweed", DateTimeOffset.UtcNow.AddDays(9)));
            await db.SaveChangesAsync();
            return 0;
        });
        // For the owner alone.
        (await maker.Http.GetAsync("/erase")).StatusCode.ShouldBe(HttpStatusCode.Forbidden);
        var owner = await app.SignInAsync("ada");
        (await owner.SendAsync("/erase", new() { ["Name"] = "Vera" })).Body.ShouldContain("surname");
        var (_, shown) = await owner.SendAsync("/erase", new() { ["Name"] = "Vera Knapweed" });
        foreach (
            var where in new[]
            {
                "People of Kale Cycles",
                "Notes on Kale Cycles",
                "Enquiries at Kale Cycles",
                "Mails in the Outbox",
                "Facts of Kale Cycles",
                "Proofs of Kale Cycles",
                "Versions of pages",
            }
        )
            shown.ShouldContain(where);
        // Looking changes nothing.
        (await app.DbAsync(db => db.People.CountAsync(p => p.Name == "Vera Knapweed"))).ShouldBe(1);
        var done = await owner.PostAsync("/erase?handler=Erase", new() { ["Name"] = "Vera Knapweed" }, "/erase");
        done.StatusCode.ShouldBe(HttpStatusCode.Redirect);
        foreach (
            var table in new[]
            {
                "people",
                "notes",
                "enquiries",
                "outbox",
                "clients",
                "proofs",
                "revisions",
                "events",
                "marks",
                "intakes",
                "sent_briefs",
                "held_starts",
                "erasures",
                "releases",
                "settings",
                "setting_changes",
                "saved_sections",
            }
        )
            (await CountAsync($"select count(*) from {table} t where t::text ilike '%knapweed%'")).ShouldBe(0, table);
        (await app.DbAsync(db => db.Notes.CountAsync(n => n.Text == "Nothing of her"))).ShouldBe(1);
        (await app.DbAsync(db => db.Enquiries.CountAsync(e => e.Name == "Ken Other" && e.SiteId == site.Id))).ShouldBe(1);
        (await app.DbAsync(db => db.Proofs.SingleAsync(p => p.SiteId == site.Id))).SignedAt.ShouldNotBeNull();
        var report = await owner.Http.GetStringAsync($"/erase?handler=Report&report={done.Headers.Location!.ToString().Split('=')[1]}");
        report.ShouldContain("Notes on Kale Cycles: 1 deleted");
        report.ShouldNotContain("Knapweed");
        (await owner.SendAsync("/erase", new() { ["Name"] = "Vera Knapweed" })).Body.ShouldContain("Nothing is held");
    }

    private async Task<long> CountAsync(string sql)
    {
        await using var c = new Npgsql.NpgsqlConnection(app.Connection);
        await c.OpenAsync();
        await using var command = new Npgsql.NpgsqlCommand(sql, c);
        return (long)(await command.ExecuteScalarAsync())!;
    }
}
