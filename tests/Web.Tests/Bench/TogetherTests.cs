using Microsoft.EntityFrameworkCore;
using Microsoft.Extensions.DependencyInjection;
using Npgsql;
using Plurimax.Data;
using Plurimax.Data.Sites;
using Plurimax.Data.Standards;
using Plurimax.Facts;
using Plurimax.Making.Composing;
using Plurimax.Sites;
using Plurimax.Trades;
using Plurimax.Web.Launching;
using Plurimax.Work.Line;

namespace Plurimax.Web.Tests;

/// <summary>What several people do at the same moment.</summary>
[Collection("app")]
public class TogetherTests(App app)
{
    private Task<T> StoreAsync<T>(Func<IServiceProvider, Task<T>> act) => app.WithAsync(act);

    [Fact]
    public async Task New_sites_and_samples_leave_the_typical_stays_as_they_are()
    {
        var now = DateTimeOffset.UtcNow;
        Task<System.Collections.Immutable.ImmutableArray<double>> TypicalAsync() => app.DbAsync(d => new StayHistory(d).TypicalAsync(now));
        var before = await TypicalAsync();
        var sites = new List<Site>();
        for (var i = 0; i < 4; i++)
            sites.Add(await app.SiteAsync($"Stays {i}"));
        for (var i = 0; i < 4; i++)
            sites.Add(await SampleAsync($"Stays sample {i}"));
        // A sample that is moved about is nobody's work either.
        foreach (var sample in sites.Where(s => s.IsSample))
            await StoreAsync(async s =>
            {
                var read = (await s.GetRequiredService<SiteReader>().FindAsync(sample.Id))!;
                await s.GetRequiredService<SiteStations>().MoveAsync(read, Station.Plan, App.Mara);
                await s.GetRequiredService<SiteStations>().MoveAsync(read, Station.Look, App.Mara);
                return 0;
            });
        (await TypicalAsync()).ShouldBe(before);
        var ids = sites.Where(s => !s.IsSample).Select(s => s.Id).ToList();
        var moves = await app.DbAsync(d =>
            d.Events.Where(e => ids.Contains(e.SiteId) && e.Kind == SiteEventKind.Station).Select(e => e.Station).ToListAsync()
        );
        // It never stood at a station before the one where it begins.
        moves.ShouldBe([Station.Bench, Station.Bench, Station.Bench, Station.Bench]);
    }

    private Task<Site> SampleAsync(string name) =>
        app.WithAsync(async s =>
        {
            var trades = s.GetRequiredService<TradeCatalogue>();
            var client = new Client
            {
                Name = name,
                // What only a listing said shows on a sample and waits on a real site.
                Facts = FactSheet
                    .From(name, "Hallow")
                    .With("founded", new FactEntry(new TextValue("1987"), FactSource.Listing, false))
                    .With("payment", new FactEntry(new ListValue(["Cash", "Card"]), FactSource.Listing, false))
                    .With("phone", new FactEntry(new PhoneValue("+441632960111", "01632 960111"), FactSource.Listing, false)),
                TradeId = "bicycle-repair",
                CreatedAt = DateTimeOffset.UtcNow,
            };
            return await s.GetRequiredService<SiteCreation>()
                .CreateAsync(client, trades["bicycle-repair"], new Wishes(), App.Mara, null, null, sample: true);
        });

    [Theory]
    [InlineData(false)]
    [InlineData(true)]
    public async Task Passages_that_waited_come_in_although_somebody_saves_at_the_same_moment(bool becomesReal)
    {
        var site = becomesReal ? await SampleAsync("Waits Sample") : await app.SiteAsync("Waits", email: null);
        var read = await app.DbAsync(d => d.Sites.AsNoTracking().Include(s => s.Client).SingleAsync(s => s.Id == site.Id));

        var first = await StoreAsync(s => s.GetRequiredService<SiteReader>().DocumentAsync(read));
        var hidden = new HideSection("home.opening", true).Apply(first).Value!;

        // Somebody else holds the site, and saves another heading once the facts are on their way.
        await using var other = new NpgsqlConnection(app.Connection + ";Pooling=false");
        await other.OpenAsync();
        await using var theirs = await other.BeginTransactionAsync();
        await RunAsync($"select 1 from sites where id = '{site.Id}' for update");
        var facts = Task.Run(() => becomesReal ? MakeRealAsync(site.Id) : TellAsync(read.Client));
        await WaitsForLockAsync();
        await using var save = new NpgsqlCommand(
            """
            insert into revisions (site_id, number, parent, document, said, touched, who_name, at)
            values ($1, 2, 1, $2::jsonb, 'Theirs', 'home.opening', 'Ivo Venn', now())
            """,
            other
        )
        {
            Parameters =
            {
                new() { Value = site.Id },
                new() { Value = hidden.ToJson() },
            },
        };
        await save.ExecuteNonQueryAsync();
        await RunAsync($"update sites set head = 2, last_revision = 2 where id = '{site.Id}'");
        await theirs.CommitAsync();
        await facts;

        var (document, after) = await StoreAsync(async s =>
        {
            var found = (await s.GetRequiredService<SiteReader>().FindAsync(site.Id))!;
            return (await s.GetRequiredService<SiteReader>().DocumentAsync(found), found);
        });
        document.FindSection("home.opening")!.Value.Section.Hidden.ShouldBeTrue("what the other one saved stays");
        var made = await StoreAsync(s => Task.FromResult(s.GetRequiredService<SiteReader>().Refreshed(after, document)));
        made.ToJson().ShouldBe(document.ToJson(), "nothing waits any more");
        after.Head.ShouldBe(3);

        async Task RunAsync(string sql)
        {
            await using var command = new NpgsqlCommand(sql, other);
            await command.ExecuteNonQueryAsync();
        }
    }

    private Task<int> MakeRealAsync(Guid site) =>
        StoreAsync(async s =>
        {
            await s.GetRequiredService<SiteCreation>().MakeRealAsync(site, App.Mara);
            return 0;
        });

    private Task<int> TellAsync(Client client) =>
        StoreAsync(async s =>
        {
            var fact = new FactEntry(new ListValue(["Cash", "Card"]), FactSource.Client, true);
            var founded = new FactEntry(new TextValue("1987"), FactSource.Client, true);
            var problem = await s.GetRequiredService<ClientFacts>()
                .SaveFactsAsync(
                    client.Id,
                    client.FactsRevision,
                    f =>
                        f.With("payment", fact)
                            .With("founded", founded)
                            .With("email", new FactEntry(new TextValue("a@b.example"), FactSource.Client, true)),
                    "Told",
                    App.Mara
                );
            problem.ShouldBeNull();
            return 0;
        });

    /// <summary>Until somebody in this database waits for a lock; fails after ten seconds, which is no measure of speed.</summary>
    private async Task WaitsForLockAsync()
    {
        var until = DateTimeOffset.UtcNow.AddSeconds(10);
        while (
            await app.DbAsync(d =>
                d.Database.SqlQuery<int>(
                        $"""
                        select count(*)::int as "Value" from pg_stat_activity
                        where datname = current_database() and wait_event_type = 'Lock'
                        """
                    )
                    .SingleAsync()
            ) == 0
        )
            (DateTimeOffset.UtcNow < until).ShouldBeTrue("nobody waits for the site");
    }

    [Fact]
    public async Task A_site_read_before_a_letter_that_took_the_place_of_another_still_shows_what_it_is()
    {
        var site = await app.SiteAsync("Letters");
        await TypeAsync(site.Id, "heading", App.Mara, "O", was: null);
        var stale = await StoreAsync(s => s.GetRequiredService<SiteReader>().FindAsync(site.Id));
        // The next letter of the same stretch takes the place of the revision that was just read.
        await TypeAsync(site.Id, "heading", App.Mara, "Op", was: "O");
        (await app.DbAsync(d => d.Revisions.AnyAsync(r => r.SiteId == site.Id && r.Number == stale!.Head))).ShouldBeFalse();
        var document = await StoreAsync(s => s.GetRequiredService<SiteReader>().DocumentAsync(stale!));
        document.FindSection("home.opening")!.Value.Section.Content.Heading.Text.ShouldBe("Op");
        stale!.Head.ShouldBe(3);
    }

    [Fact]
    public async Task Four_releases_at_once_wait_for_each_other()
    {
        var site = await app.LiveAsync("Four Presses");
        await app.DbAsync(db =>
            db.Sites.Where(s => s.Id == site.Id).ExecuteUpdateAsync(u => u.SetProperty(s => s.Station, Station.Launch))
        );
        var releases = await Task.WhenAll(
            Enumerable
                .Range(0, 4)
                .Select(_ =>
                    app.WithAsync(async s =>
                        await s.GetRequiredService<Publisher>()
                            .ReleaseAsync((await s.GetRequiredService<SiteReader>().FindAsync(site.Id))!, App.Mara)
                    )
                )
        );
        releases.Select(r => r.Number).Order().ShouldBe([2, 3, 4, 5]);
        var live = await app.DbAsync(db => db.Sites.Where(s => s.Id == site.Id).Select(s => s.LiveReleaseId).SingleAsync());
        live.ShouldBe(releases.MaxBy(r => r.Number)!.Id);
    }

    [Fact]
    public async Task Two_who_type_at_once_and_one_who_looks_are_never_refused()
    {
        var site = await app.SiteAsync("Both Type");
        var mara = await app.SignInAsync();
        async Task WriterAsync(string path, Actor who)
        {
            var text = "";
            string? was = null;
            foreach (var letter in "Wheels are trued by hand here.")
            {
                text += letter;
                await TypeAsync(site.Id, path, who, text, was);
                was = text;
            }
        }
        var writing = Task.WhenAll(WriterAsync("heading", App.Mara), WriterAsync("text", App.Ivo));
        do
        {
            (await mara.GetAsync($"/sites/{site.Id}/bench?leaf=home&section=home.opening")).Status.ShouldBe(System.Net.HttpStatusCode.OK);
        } while (!writing.IsCompleted);
        await writing;
        var now = await StoreAsync(async s =>
            await s.GetRequiredService<SiteReader>().DocumentAsync((await s.GetRequiredService<SiteReader>().FindAsync(site.Id))!)
        );
        var content = (OpeningContent)now.FindSection("home.opening")!.Value.Section.Content;
        (content.Heading.Text, content.Text.Text).ShouldBe(("Wheels are trued by hand here.", "Wheels are trued by hand here."));
    }

    private async Task TypeAsync(Guid site, string path, Actor who, string text, string? was)
    {
        var outcome = await StoreAsync(async s =>
        {
            var there = (
                await s.GetRequiredService<SiteReader>().DocumentAsync((await s.GetRequiredService<SiteReader>().FindAsync(site))!)
            )
                .FindSection("home.opening")!
                .Value.Section.Content;
            var begun = was ?? there.Passages().First(p => p.Path == path).Passage.Text;
            return await s.GetRequiredService<SiteWriter>().TypeAsync(site, "home.opening", path, begun, text, who);
        });
        outcome.Ok.ShouldBeTrue(outcome.Problem ?? outcome.Theirs);
    }

    [Fact]
    public async Task Boxes_that_two_people_tick_both_stay_and_one_that_somebody_unticks_goes()
    {
        var site = await app.SiteAsync("Ticked Twice");
        var (mara, ada) = (await app.SignInAsync("mara"), await app.SignInAsync("ada"));
        var path = $"/sites/{site.Id}/handoff?handler=Tick";
        await mara.PostAsync(path, new() { ["done"] = "pack" });
        // Both saw the list with one tick; each changes another box.
        await mara.PostAsync(path, new() { ["before"] = "pack", ["done"] = "form" });
        var sent = await ada.Http.PostAsync(path, await ada.FormAsync(path, [("before", "pack"), ("done", "pack"), ("done", "money")]));
        sent.StatusCode.ShouldBe(System.Net.HttpStatusCode.Redirect);
        (await app.DbAsync(d => d.Sites.Where(x => x.Id == site.Id).Select(x => x.HandedOver).SingleAsync())).ShouldBe(
            ["form", "money"],
            ignoreOrder: true
        );
    }

    [Fact]
    public async Task Two_who_press_done_at_once_mean_the_same()
    {
        var site = await app.SiteAsync("Pressed Twice");
        var id = await app.DbAsync(async d =>
        {
            var made = d.Add(
                new Enquiry
                {
                    SiteId = site.Id,
                    Name = "Pia",
                    Email = "pia@post.example",
                    Message = "Open on Monday?",
                    At = DateTimeOffset.UtcNow,
                }
            ).Entity;
            await d.SaveChangesAsync();
            return made.Id;
        });
        Task<DateTimeOffset?> DoneAsync() => app.DbAsync(d => d.Enquiries.Where(e => e.Id == id).Select(e => e.DoneAt).SingleAsync());
        var (mara, ada) = (await app.SignInAsync("mara"), await app.SignInAsync("ada"));
        await mara.PostAsync("/enquiries", new() { ["id"] = id.ToString(), ["done"] = "true" });
        var first = await DoneAsync();
        await ada.PostAsync("/enquiries", new() { ["id"] = id.ToString(), ["done"] = "true" });
        (await DoneAsync()).ShouldBe(first.ShouldNotBeNull());
        await ada.PostAsync("/enquiries", new() { ["id"] = id.ToString(), ["done"] = "false" });
        (await DoneAsync()).ShouldBeNull();
    }

    [Fact]
    public async Task A_standard_that_was_renamed_meanwhile_is_not_renamed_over_and_what_was_typed_stays()
    {
        var (made, _) = await app.WithAsync(s =>
            s.GetRequiredService<StandardStore>()
                .CreateAsync("Renamed twice", "", System.Collections.Immutable.ImmutableDictionary<string, string>.Empty, App.Ada)
        );
        var ada = await app.SignInAsync("ada");
        var path = $"/standards/{made!.Id}?handler=Name";
        await ada.PostAsync(
            path,
            new()
            {
                ["name"] = "Named by one",
                ["about"] = "",
                ["seen"] = "Renamed twice\n",
            }
        );
        var (status, body) = await ada.SendAsync(
            path,
            new()
            {
                ["name"] = "Named by two",
                ["about"] = "for two",
                ["seen"] = "Renamed twice\n",
            }
        );
        status.ShouldBe(System.Net.HttpStatusCode.UnprocessableEntity);
        body.ShouldContain("it is “Named by one” now");
        body.ShouldContain("value=\"Named by two\"");
        body.ShouldContain("value=\"for two\"");
        // The form shows what stands now; once more is meant.
        await ada.PostAsync(
            path,
            new()
            {
                ["name"] = "Named by two",
                ["about"] = "for two",
                ["seen"] = "Named by one\n",
            }
        );
        (await app.DbAsync(d => d.Standards.Where(s => s.Id == made.Id).Select(s => s.Name).SingleAsync())).ShouldBe("Named by two");
    }
}
