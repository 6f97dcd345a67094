using Microsoft.EntityFrameworkCore;
using Microsoft.Extensions.DependencyInjection;
using Plurimax.Data;
using Plurimax.Data.Likeness;
using Plurimax.Data.Sites;
using Plurimax.Making.Likeness;
using Plurimax.Sites;

namespace Plurimax.Web.Tests;

[Collection("app")]
public class LikenessTests(App app)
{
    private Task<T> AtStoreAsync<T>(Func<IServiceProvider, Task<T>> act) => app.WithAsync(act);

    private Task<T> AtTakesAsync<T>(Func<TakeStore, Task<T>> act) => app.WithAsync(s => act(s.GetRequiredService<TakeStore>()));

    private Task<NearSite?> NearestAsync(Guid site) => app.WithAsync(s => s.GetRequiredService<CopyStore>().NearestAsync(site));

    private Task<SiteCopy> CopyAsync(Guid site) => app.DbAsync(d => d.Copies.AsNoTracking().SingleAsync(c => c.SiteId == site));

    private Task<SiteDocument> DocumentAsync(Guid site) =>
        AtStoreAsync(async s =>
            await s.GetRequiredService<SiteReader>().DocumentAsync((await s.GetRequiredService<SiteReader>().FindAsync(site))!)
        );

    [Fact]
    public async Task Sites_of_one_trade_differ_from_those_that_are_there()
    {
        var made = new List<Site>();
        for (var i = 0; i < 8; i++)
            made.Add(await app.SiteAsync($"Ledger Roofs {i}", "roofer"));
        var sets = new List<System.Collections.Immutable.ImmutableArray<uint>>();
        foreach (var site in made)
            sets.Add(Shingles.Of(await DocumentAsync(site.Id)));
        for (var i = 0; i < 8; i++)
        for (var j = 0; j < i; j++)
            Shingles.Resemblance(sets[i], sets[j]).ShouldBeLessThan(.12);
    }

    [Fact]
    public async Task The_copy_follows_the_document_through_edits_and_undo()
    {
        var site = await app.SiteAsync("Copy Follows", "florist");
        var first = await CopyAsync(site.Id);
        first.Trade.ShouldBe("florist");
        (
            await AtStoreAsync(s =>
                s.GetRequiredService<SiteWriter>()
                    .EditAsync(
                        site.Id,
                        1,
                        new SetText("home.opening", "text", "Seven quite different words that nobody composed."),
                        App.Mara
                    )
            )
        ).Ok.ShouldBeTrue();
        var edited = await CopyAsync(site.Id);
        edited.Revision.ShouldBe(2);
        edited.Shingles.ShouldNotBe(first.Shingles);
        await AtStoreAsync(s => s.GetRequiredService<SiteWriter>().StepAsync(site.Id, back: true, App.Mara));
        (await CopyAsync(site.Id)).Shingles.ShouldBe(first.Shingles);
    }

    [Fact]
    public async Task The_nearest_site_is_found_with_its_figure_and_shown_on_the_bench()
    {
        var one = await app.SiteAsync("Near One", "photographer");
        var two = await app.SiteAsync("Near Two", "photographer");
        // The second takes over some of the words of the first.
        var copied = await DocumentAsync(one.Id);
        var texts = copied
            .FindPage("services")!
            .Sections.SelectMany(s => s.Content.Passages())
            .Select(p => p.Passage.Text)
            .Where(t => t.Length > 0);
        await AtStoreAsync(s =>
            s.GetRequiredService<SiteWriter>().EditAsync(two.Id, 1, new SetText("home.intro", "text", string.Join("\n\n", texts)), App.Mara)
        );
        var near = (await NearestAsync(two.Id))!;
        near.SiteId.ShouldBe(one.Id);
        near.Resemblance.ShouldBe(Shingles.Resemblance(Shingles.Of(copied), Shingles.Of(await DocumentAsync(two.Id))), 1e-9);
        near.Resemblance.ShouldBeGreaterThan(.1);
        var maker = await app.SignInAsync();
        (await maker.Http.GetStringAsync($"/sites/{two.Id}/bench")).ShouldContain("like Near One");
    }

    [Fact]
    public async Task A_new_take_says_it_otherwise_and_the_take_before_comes_back_as_it_was()
    {
        var site = await app.SiteAsync("Takes Back", "painter");
        var one = await DocumentAsync(site.Id);
        (await AtTakesAsync(s => s.TakeAsync(site.Id, 1, null, null, App.Mara))).Ok.ShouldBeTrue();
        var two = await DocumentAsync(site.Id);
        Shingles.Resemblance(Shingles.Of(one), Shingles.Of(two)).ShouldBeLessThan(Shingles.Bound);
        // Others of the trade arrive in between; the earlier take is the one that was seen all the same.
        await app.SiteAsync("Takes Between", "painter");
        (await AtTakesAsync(s => s.TakeAsync(site.Id, 2, null, 1, App.Mara))).Ok.ShouldBeTrue();
        (await DocumentAsync(site.Id)).ToJson().ShouldBe(one.ToJson());
        (await AtTakesAsync(s => s.TakeAsync(site.Id, 3, "home.intro", 2, App.Mara))).Ok.ShouldBeTrue();
        var mixed = await DocumentAsync(site.Id);
        mixed.FindSection("home.intro")!.Value.Section.Take.ShouldBe(2);
        mixed.FindSection("home.opening")!.Value.Section.Content.ShouldBe(one.FindSection("home.opening")!.Value.Section.Content);
    }
}
