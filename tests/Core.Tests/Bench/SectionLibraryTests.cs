using Plurimax.Facts;
using Plurimax.Making.Composing;
using Plurimax.Publishing.Bench;
using Plurimax.Publishing.Rendering;
using Plurimax.Publishing.Sections;
using Plurimax.Sites;
using Plurimax.Trades;

namespace Plurimax.Core.Tests;

public class SectionLibraryTests
{
    private static readonly FactSheet Facts = FactSheet.From("Fennel & Rye", "Saltmere");

    public static TheoryData<string> SomeTrades => ["bicycle-repair", "restaurant", "guesthouse", "yoga-studio", "solicitor", "bakery.de"];

    [Theory, MemberData(nameof(SomeTrades))]
    public void Everything_in_the_library_can_be_added_to_every_page_and_shows_what_it_promises(string id)
    {
        var trade = TradeCatalogue.Shipped()[id];
        var site = Composer.Compose(trade, Facts, new Wishes());
        foreach (var page in site.Pages)
        {
            var library = SectionLibrary.For(site, page, trade, Facts);
            library.Select(l => l.Kind.Name).ShouldBeUnique();
            // What the page lacks stands first, what it has stands last.
            library
                .Select(l =>
                    l.Here ? 2
                    : l.Why is null ? 1
                    : 0
                )
                .ShouldBeInOrder();
            foreach (var entry in library)
            {
                var added = new AddSection(page.Id, entry.Kind.Name, 1, entry.Made).Apply(site);
                added.Problem.ShouldBeNull();
                var section = added.Value!.FindPage(page.Id)!.Sections[1];
                var shown = SiteRenderer.Section(added.Value, section.Id, trade, Facts, RenderSettings.Plain);
                (shown is not null).ShouldBe(entry.Waits is null, $"{entry.Kind.Name} on {page.Id}");
                new DeleteSection(section.Id)
                    .Apply(added.Value)
                    .Value!.Pages.Select(p => (p.Id, string.Join(" ", p.Sections.Select(s => s.Id))))
                    .ShouldBe(site.Pages.Select(p => (p.Id, string.Join(" ", p.Sections.Select(s => s.Id)))));
            }
        }
    }

    [Fact]
    public void A_page_without_proof_or_request_is_told_so_and_known_facts_that_stand_nowhere_come_up()
    {
        var trade = TradeCatalogue.Shipped()["bicycle-repair"];
        var facts = Facts.With(
            "rating",
            new FactEntry(
                new RatingValue(4.8m, 167, "Saltmere Parish List", "2026-10"),
                FactSource.Maker,
                true,
                true,
                "Mara",
                DateTimeOffset.UnixEpoch
            )
        );
        var page = new AddPage("Tandems").Apply(Composer.Compose(trade, facts, new Wishes())).Value!;
        var library = SectionLibrary.For(page, page.FindPage("tandems")!, trade, facts);
        library.First(l => l.Kind.Name == "rating").Why.ShouldBe("rating is there and stands nowhere");
        library.First(l => l.Kind.Name == "action").Why.ShouldBe("nothing on this page asks for anything");
        library.First(l => l.Kind.Name == "trust").Why.ShouldBe("nothing on this page can be checked");
        library.ShouldNotContain(l => l.Kind.Name == "contact", "a site has one enquiry form");
    }

    [Fact]
    public void Layouts_are_the_section_itself_in_each_variant_and_nothing_of_it_is_kept()
    {
        var trade = TradeCatalogue.Shipped()["bicycle-repair"];
        var site = Composer.Compose(trade, Facts, new Wishes());
        var found = site.FindSection("home.services")!.Value;
        var shown = SectionLibrary.Layouts(site, found.Page, found.Section);
        var html = SiteRenderer.Render(shown, trade, Facts, RenderSettings.Plain).Text(SectionLibrary.File);
        foreach (var v in SectionKinds.Of(found.Section.Content).Variants)
            html.ShouldContain($"class=\"s-services {v}\"");
        shown.FindSection("home.services")!.Value.Section.ShouldBe(found.Section);
    }

    [Fact]
    public void A_section_put_by_takes_no_photo_of_a_firm_along()
    {
        new Section("a.b", new PictureContent { Photo = "yard", Text = new("Here.") })
            .Apart()
            .Content.ShouldBe(new PictureContent { Text = new("Here.") });
        new Section("a.c", new GalleryContent { Items = [new("yard", new("Yard"), Passage.None)] }).Apart().Content.Items.ShouldBeEmpty();
    }
}
