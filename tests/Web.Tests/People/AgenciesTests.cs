using System.Net;
using System.Text.RegularExpressions;
using Microsoft.AspNetCore.Routing;
using Microsoft.EntityFrameworkCore;
using Microsoft.Extensions.DependencyInjection;
using Plurimax.Data;
using Plurimax.Data.Sites;
using Plurimax.Data.Standards;
using Plurimax.Facts;
using Plurimax.Making.Composing;
using Plurimax.Making.Settings;
using Plurimax.Trades;
using Plurimax.Web.Clients;
using Plurimax.Web.Plans;
using Plurimax.Web.Shared;
using Plurimax.Web.Start;
using Plurimax.Work.Clients;

namespace Plurimax.Web.Tests;

/// <summary>Two agencies on one installation, who know nothing of each other; and people known by their account, not their name.</summary>
public sealed class AgenciesTests(App app) : IClassFixture<App>, IAsyncLifetime
{
    private static readonly Guid Other = Guid.CreateVersion7();
    private static readonly Actor Vera = new(Guid.CreateVersion7(), "Vera Sand");

    public async Task InitializeAsync()
    {
        using var scope = app.Services.CreateScope();
        var db = scope.ServiceProvider.GetRequiredService<PlurimaxDb>();
        if (await db.Agencies.AnyAsync(a => a.Id == Other))
            return;
        db.Add(new Agency { Id = Other, Name = "Sandspit Sites" });
        await db.SaveChangesAsync();
        await TestDatabases.AddAsync(db, Other, Vera, "owner");
    }

    public Task DisposeAsync() => Task.CompletedTask;

    /// <summary>Does something for the second agency.</summary>
    private async Task<T> ForOtherAsync<T>(Func<IServiceProvider, Task<T>> act)
    {
        using var scope = app.Services.GetRequiredService<IServiceScopeFactory>().CreateScope(Other);
        return await act(scope.ServiceProvider);
    }

    private Task<Site> OtherSiteAsync(string name) =>
        ForOtherAsync(s =>
            s.GetRequiredService<SiteCreation>()
                .CreateAsync(
                    s.GetRequiredService<TradeCatalogue>()["bicycle-repair"],
                    FactSheet.From(name, "Hallow"),
                    new Wishes(),
                    Vera,
                    null
                )
        );

    [Fact]
    public async Task Each_sees_its_own_clients_sites_and_standards_only()
    {
        var (ours, theirs) = (await app.SiteAsync("Ours Cycles"), await OtherSiteAsync("Theirs Cycles"));
        var (mara, vera) = (await app.SignInAsync(), await app.SignInAsync("vera"));
        foreach (var page in new[] { "/", "/clients", "/next", "/enquiries", "/outbox" })
        {
            (await mara.GetAsync(page)).Body.ShouldNotContain("Theirs Cycles");
            (await vera.GetAsync(page)).Body.ShouldNotContain("Ours Cycles");
        }
        (await mara.GetAsync("/")).Body.ShouldContain("Ours Cycles");
        (await vera.GetAsync("/")).Body.ShouldContain("Theirs Cycles");

        // One name, two standards; one key, two values.
        foreach (var act in new Func<Func<IServiceProvider, Task<bool>>, Task<bool>>[] { app.WithAsync, ForOtherAsync })
            (
                await act(async s =>
                    (
                        await s.GetRequiredService<StandardStore>()
                            .CreateAsync("Shared name", "", new Dictionary<string, string>(), App.Ada)
                    ).Standard
                        is not null
                )
            ).ShouldBeTrue();
        async Task<bool> NamedAsync(IServiceProvider s, string name)
        {
            await s.GetRequiredService<StandardStore>().SetAsync(SettingLayer.Agency, "", "agency_name", name, App.Ada);
            return true;
        }
        await app.WithAsync(s => NamedAsync(s, "Tidewrack Web"));
        await ForOtherAsync(s => NamedAsync(s, "Sandspit Sites"));
        (await app.WithAsync(s => s.GetRequiredService<SettingsReader>().OfAsync(ours)))["agency_name"].ShouldBe("Tidewrack Web");
        (await ForOtherAsync(s => s.GetRequiredService<SettingsReader>().OfAsync(theirs)))["agency_name"].ShouldBe("Sandspit Sites");
    }

    [Fact]
    public async Task Every_page_about_something_of_another_agency_is_not_found()
    {
        var ours = await app.SiteAsync("Closed Cycles");
        var vera = await app.SignInAsync("vera");
        var routes = app
            .Services.GetRequiredService<EndpointDataSource>()
            .Endpoints.OfType<RouteEndpoint>()
            .Where(e => e.Metadata.GetMetadata<HttpMethodMetadata>()?.HttpMethods.Contains("GET") != false)
            .Select(e => e.RoutePattern.RawText!)
            .Where(r => r.StartsWith("sites/{id", StringComparison.Ordinal) || r.StartsWith("clients/{id", StringComparison.Ordinal))
            .Distinct()
            .ToList();
        routes.Count.ShouldBeGreaterThan(20);
        foreach (var route in routes)
        {
            var id = route.StartsWith("sites", StringComparison.Ordinal) ? ours.Id : ours.ClientId;
            var path =
                "/" + Regex.Replace(route, @"\{(\w+)[^}]*\}", m => m.Groups[1].Value == "id" ? id.ToString() : ours.ClientId.ToString());
            (await vera.GetAsync(path)).Status.ShouldBe(HttpStatusCode.NotFound, path);
        }
        var r = await vera.PostAsync($"/sites/{ours.Id}/plan?handler=AddPage", new() { ["name"] = "Theirs" }, "/clients");
        r.StatusCode.ShouldBe(HttpStatusCode.NotFound);
        foreach (
            var (act, body) in new (string, object)[]
            {
                (
                    "type",
                    new
                    {
                        section = "home.opening",
                        path = "heading",
                        html = "Theirs",
                        was = "",
                    }
                ),
                ("say", new { words = "darker", leaf = "home" }),
                ("chip", new { fact = "phone" }),
            }
        )
            (await vera.AskAsync($"/sites/{ours.Id}/bench/{act}", body, "/clients")).Status.ShouldBe(HttpStatusCode.NotFound, act);
    }

    [Fact]
    public async Task A_private_link_speaks_for_its_own_agency_whoever_is_signed_in()
    {
        await app.WithAsync(async s =>
        {
            await s.GetRequiredService<StandardStore>().SetAsync(SettingLayer.Agency, "", "agency_name", "Tidewrack Web", App.Ada);
            return true;
        });
        var site = await app.SiteAsync("Linked Cycles");
        var link = await app.WithAsync(async s =>
            await s.GetRequiredService<PlanService>()
                .SendAsync((await s.GetRequiredService<SiteReader>().FindAsync(site.Id))!, App.Mara, "http://localhost", null)
        );
        var path = new Uri(
            new Uri("http://localhost"),
            link.StartsWith("http", StringComparison.Ordinal) ? link : $"/plans/{link}"
        ).AbsolutePath;
        foreach (var visitor in new[] { app.Visitor(), (await app.SignInAsync("vera")).Http })
        {
            var page = await visitor.GetAsync(path);
            page.StatusCode.ShouldBe(HttpStatusCode.OK);
            (await page.Content.ReadAsStringAsync()).ShouldContain("Tidewrack Web");
        }
    }

    /// <summary>Whoever adds a table says whose it is, or that it is nobody's.</summary>
    [Fact]
    public async Task Every_table_is_filtered_or_named_here()
    {
        string[] nobodys =
        [
            nameof(Agency),
            nameof(RegisteredDomain),
            nameof(NodeReport),
            "DataProtectionKey",
            "IdentityRole`1",
            "IdentityRoleClaim`1",
            "IdentityUserClaim`1",
            "IdentityUserLogin`1",
            "IdentityUserRole`1",
            "IdentityUserToken`1",
            "IdentityUserPasskey`1",
        ];
        var open = await app.DbAsync(db =>
            Task.FromResult(
                db.Model.GetEntityTypes()
                    .Where(t => !t.IsOwned() && t.GetDeclaredQueryFilters().Count == 0)
                    .Select(t => t.ClrType.Name)
                    .Except(nobodys)
                    .ToList()
            )
        );
        open.ShouldBeEmpty();
    }

    [Fact]
    public async Task Erasing_somebody_leaves_what_another_agency_holds_of_them()
    {
        async Task<Guid> HoldAsync(PlurimaxDb db, Guid client)
        {
            db.Add(
                new ClientPerson
                {
                    ClientId = client,
                    Name = "Pia Teasel",
                    Email = "pia@teasel.example",
                }
            );
            db.Add(
                new ClientNote
                {
                    ClientId = client,
                    Text = "Pia Teasel rang.",
                    Who = App.Ada,
                    At = DateTimeOffset.UtcNow,
                }
            );
            await db.SaveChangesAsync();
            return client;
        }
        var (ours, theirs) = (await app.SiteAsync("Teasel Ours"), await OtherSiteAsync("Teasel Theirs"));
        await app.DbAsync(db => HoldAsync(db, ours.ClientId));
        await ForOtherAsync(s => HoldAsync(s.GetRequiredService<PlurimaxDb>(), theirs.ClientId));
        var erased = await app.WithAsync(s =>
            s.GetRequiredService<ErasureService>().EraseAsync(PersonTraces.Of("Pia Teasel", "pia@teasel.example", "").Value!, App.Ada)
        );
        erased.Things.Sum(t => t.Count).ShouldBe(2);
        (await ForOtherAsync(s => s.GetRequiredService<PlurimaxDb>().People.CountAsync(p => p.Name == "Pia Teasel"))).ShouldBe(1);
        (await ForOtherAsync(s => s.GetRequiredService<PlurimaxDb>().Notes.CountAsync(n => n.Text == "Pia Teasel rang."))).ShouldBe(1);
        (await app.DbAsync(db => db.People.CountAsync(p => p.Name == "Pia Teasel"))).ShouldBe(0);
    }

    [Fact]
    public async Task Nothing_is_added_for_no_agency()
    {
        using var scope = app.Services.CreateScope();
        var db = scope.ServiceProvider.GetRequiredService<PlurimaxDb>();
        db.Add(new Client { Name = "Nobody's", Facts = FactSheet.From("Nobody's", "Hallow") });
        await Should.ThrowAsync<InvalidOperationException>(() => db.SaveChangesAsync());
    }

    [Fact]
    public async Task Somebody_who_is_renamed_keeps_what_they_hold_and_a_namesake_gets_none_of_it()
    {
        var sheet = await app.WithAsync(s =>
            s.GetRequiredService<StartService>().ReadAsync(null, "Bell Cycles mends bicycles in Hallow.", [], null, App.Mara)
        );
        await app.DbAsync(db =>
            db.Users.Where(u => u.Id == App.Mara.UserId).ExecuteUpdateAsync(u => u.SetProperty(x => x.DisplayName, "Mara Sedge"))
        );
        var held = (Actor who) => app.WithAsync(s => s.GetRequiredService<StartService>().FindAsync(sheet.Id, who));
        (await held(App.Mara with { Name = "Mara Sedge" })).ShouldNotBeNull();
        (await held(App.Ivo with { Name = "Mara Oake" })).ShouldBeNull();
        (await (await app.SignInAsync()).GetAsync("/")).Body.ShouldContain("Mara Sedge");
    }

    /// <summary>The model gives them no keys (see the first migration), so that a column added later must not be forgotten.</summary>
    [Fact]
    public async Task Every_record_of_who_did_something_refers_to_an_account()
    {
        var open = await app.DbAsync(db =>
            db.Database.SqlQuery<string>(
                    $"""
                    select c.table_name || '.' || c.column_name as "Value" from information_schema.columns c
                    where c.table_schema = 'public' and c.column_name like '%\_user\_id' and not exists (
                        select 1 from information_schema.key_column_usage k
                        where k.table_name = c.table_name and k.column_name = c.column_name and k.position_in_unique_constraint is not null)
                    """
                )
                .ToListAsync()
        );
        open.ShouldBeEmpty();
    }
}
