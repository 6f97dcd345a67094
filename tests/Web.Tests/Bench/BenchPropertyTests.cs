using Microsoft.EntityFrameworkCore;
using Microsoft.Extensions.DependencyInjection;
using Plurimax.Data;
using Plurimax.Data.Sites;
using Plurimax.Sites;

namespace Plurimax.Web.Tests;

/// <summary>What holds for any row of edits, whoever makes them in whichever order.</summary>
public class BenchPropertyTests(App app) : IClassFixture<App>
{
    private Task<SiteDocument> DocumentAsync(Guid site) =>
        app.WithAsync(async s =>
        {
            return await s.GetRequiredService<SiteReader>().DocumentAsync((await s.GetRequiredService<SiteReader>().FindAsync(site))!);
        });

    private static Edit Any(Random dice, SiteDocument site)
    {
        var sections = site.Pages.SelectMany(p => p.Sections).ToList();
        var section = sections[dice.Next(sections.Count)];
        var page = site.Pages[dice.Next(site.Pages.Length)];
        return dice.Next(11) switch
        {
            0 => new SetText(section.Id, "heading", $"Words {dice.Next(1000)}"),
            1 => new MoveSection(section.Id, page.Id, dice.Next(6)),
            2 => new HideSection(section.Id, dice.Next(2) == 0),
            3 => new DuplicateSection(section.Id),
            4 => new DeleteSection(section.Id),
            5 => new AddSection(page.Id, SectionKinds.All.Values.ElementAt(dice.Next(SectionKinds.All.Count)).Name, dice.Next(4)),
            6 => new SetButtons(section.Id, [new SectionButton(Passage.None, "about.html")]),
            7 => new SetAddress(page.Id, $"address-{dice.Next(9)}"),
            8 => new DressSection(section.Id, new SectionDress(SectionGround.Tint) { Screens = SectionScreens.Wide }),
            9 => new SetParts("a bar", new SiteParts { PhoneBar = dice.Next(2) == 0, Bubble = dice.Next(2) == 0 }),
            _ => new RenamePage(page.Id, $"Page {dice.Next(100)}"),
        };
    }

    [Theory, InlineData(1), InlineData(2), InlineData(3)]
    public async Task Any_row_of_edits_undone_is_the_first_document_and_done_again_the_last(int seed)
    {
        var dice = new Random(seed);
        var site = await app.SiteAsync($"Row {seed}");
        var documents = new List<string> { (await DocumentAsync(site.Id)).ToJson() };
        while (documents.Count < 25)
        {
            var head = (await app.WithAsync(async s => (await s.GetRequiredService<SiteReader>().FindAsync(site.Id))!)).Head;
            var done = await app.WithAsync(async s =>
                await s.GetRequiredService<SiteWriter>()
                    .EditAsync(
                        site.Id,
                        head,
                        Any(
                            dice,
                            await s.GetRequiredService<SiteReader>()
                                .DocumentAsync((await s.GetRequiredService<SiteReader>().FindAsync(site.Id))!)
                        ),
                        App.Mara
                    )
            );
            if (done.Ok && done.Document!.ToJson() != documents[^1])
                documents.Add(done.Document.ToJson());
        }
        foreach (var earlier in documents.AsEnumerable().Reverse().Skip(1))
        {
            await app.WithAsync(s => s.GetRequiredService<SiteWriter>().StepAsync(site.Id, back: true, App.Mara));
            (await DocumentAsync(site.Id)).ToJson().ShouldBe(earlier);
        }
        (await app.WithAsync(s => s.GetRequiredService<SiteWriter>().StepAsync(site.Id, back: true, App.Mara))).ShouldBeNull();
        foreach (var later in documents.Skip(1))
        {
            await app.WithAsync(s => s.GetRequiredService<SiteWriter>().StepAsync(site.Id, back: false, App.Mara));
            (await DocumentAsync(site.Id)).ToJson().ShouldBe(later);
        }
    }

    [Fact]
    public async Task A_save_whose_answer_was_lost_is_no_change_of_somebody_else()
    {
        var maker = await app.SignInAsync();
        var site = await app.SiteAsync("Unanswered");
        var was = (await DocumentAsync(site.Id)).FindSection("home.opening")!.Value.Section.Content.Heading.Text;
        await maker.TypeAsync(site.Id, "home.opening", "heading", was, "Ev");
        async Task<System.Net.HttpStatusCode> Again(string[]? tried) =>
            (
                await maker.AskAsync(
                    $"/sites/{site.Id}/bench/type",
                    new
                    {
                        section = "home.opening",
                        path = "heading",
                        was,
                        html = "Every wheel",
                        tried,
                    },
                    $"/sites/{site.Id}/bench"
                )
            ).Status;
        (await Again(null)).ShouldBe(System.Net.HttpStatusCode.Conflict);
        (await Again(["Other words"])).ShouldBe(System.Net.HttpStatusCode.Conflict);
        (await Again(["E", "Ev"])).ShouldBe(System.Net.HttpStatusCode.OK);
        (await DocumentAsync(site.Id)).FindSection("home.opening")!.Value.Section.Content.Heading.Text.ShouldBe("Every wheel");
    }

    /// <summary>
    /// Three writers, each in passages of their own, who all began with the first document; their saves come in any order, some at once.
    /// </summary>
    [Theory, InlineData(5), InlineData(6)]
    public async Task Writers_in_different_passages_end_with_one_document_whatever_the_order(int seed)
    {
        var dice = new Random(seed);
        var (one, two) = (await app.SiteAsync($"Order A{seed}"), await app.SiteAsync($"Order B{seed}"));
        var first = await DocumentAsync(one.Id);
        var places = first
            .Pages.SelectMany(p => p.Sections)
            .SelectMany(s =>
                s.Content.Passages().Where(p => p.Path is "heading" or "text" && !p.Passage.IsEmpty).Select(p => (s.Id, p.Path))
            )
            .Take(12)
            .ToList();
        Actor[] writers = [App.Ada, App.Mara, App.Ivo];
        var saves = places.Select((p, i) => (p.Id, p.Path, Text: $"Text {i} of {seed}", Who: writers[i % 3])).ToList();
        await Task.WhenAll(SaveAsync(one.Id, saves), SaveAsync(two.Id, [.. saves.OrderBy(_ => dice.Next())]));
        var (a, b) = (await DocumentAsync(one.Id), await DocumentAsync(two.Id));
        foreach (var (id, path, text, _) in saves)
        {
            string In(SiteDocument d) => d.FindSection(id)!.Value.Section.Content.Passages().First(p => p.Path == path).Passage.Text;
            (In(a), In(b)).ShouldBe((text, text));
        }

        async Task SaveAsync(Guid site, List<(string Id, string Path, string Text, Actor Who)> order)
        {
            var was = await DocumentAsync(site);
            foreach (var group in order.Chunk(3))
                await Task.WhenAll(
                    group.Select(async s =>
                    {
                        var before = was.FindSection(s.Id)!.Value.Section.Content.Passages().First(p => p.Path == s.Path).Passage.Text;
                        var outcome = await app.WithAsync(x =>
                            x.GetRequiredService<SiteWriter>().TypeAsync(site, s.Id, s.Path, before, s.Text, s.Who)
                        );
                        outcome.Problem.ShouldBeNull();
                        outcome.Ok.ShouldBeTrue();
                    })
                );
        }
    }
}
