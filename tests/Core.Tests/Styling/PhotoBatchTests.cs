using Plurimax.Design.Pictures;
using Plurimax.Facts;
using Plurimax.Making.Composing;
using Plurimax.Publishing.Launching;
using Plurimax.Publishing.Rendering;
using Plurimax.Publishing.Sections;
using Plurimax.Sites;
using Plurimax.Trades;
using SkiaSharp;

namespace Plurimax.Core.Tests;

public class PhotoBatchTests
{
    private static readonly TradeTemplate Trade = TradeCatalogue.Shipped()["bicycle-repair"];
    private static readonly FactSheet Facts = FactSheet.From("Fennel & Rye", "Saltmere");
    private static readonly SiteDocument Site = Composer.Compose(Trade, Facts, new Wishes());

    private static BatchPhoto Photo(string name, int w, int h, double skin = 0, double light = 120, int colours = 400) =>
        new(name, name, w, h, new PhotoLook(skin, light, colours));

    private static SiteFile File(string id, string alt = "Something") => new(id, $"img/{id}.webp", new string('a', 64), 1600, 900, alt);

    private static string Page(SiteDocument site, string file = "index.html") =>
        SiteRenderer.Render(site, Trade, Facts, RenderSettings.Plain).Text(file);

    [Fact]
    public void The_widest_good_one_opens_a_person_is_about_work_is_a_gallery_and_none_stands_twice()
    {
        var plan = PhotoBatch.Plan(
            Site,
            Facts,
            [
                Photo("a.jpg", 1600, 1000),
                Photo("night.jpg", 4000, 2000, light: 20),
                Photo("wide.jpg", 2400, 1200),
                Photo("me.jpg", 1200, 1500, skin: .3),
                Photo("tiny.jpg", 300, 200),
                Photo("sign.png", 1500, 1500, colours: 3),
            ]
        );
        plan.Places.Single(p => p.Section == "home.opening").Photo.Name.ShouldBe("wide.jpg");
        Site.FindSection(plan.Places.Single(p => p.Photo.Name == "me.jpg").Section!)!.Value.Section.Content.ShouldBeOfType<AboutContent>();
        plan.Places.Where(p => p.Section is null).Select(p => p.Photo.Name).ShouldBe(["a.jpg", "night.jpg"]);
        plan.Gallery.ShouldNotBeNull();
        plan.Left.Select(l => l.Photo.Name).ShouldBe(["sign.png", "tiny.jpg"]);
        plan.Places.Select(p => p.Photo.Id).ShouldBeUnique();
    }

    [Fact]
    public void Before_and_after_are_paired_where_the_site_compares()
    {
        var site = new AddSection("home", "compare", 2).Apply(Site).Value!;
        var plan = PhotoBatch.Plan(
            site,
            Facts,
            [Photo("hall-after.jpg", 1500, 1000), Photo("hall-before.jpg", 1500, 1000), Photo("wide.jpg", 2400, 1200)]
        );
        plan.Places.Where(p => p.Why is "before" or "after").Select(p => p.Photo.Name).ShouldBe(["hall-before.jpg", "hall-after.jpg"]);
    }

    [
        Theory,
        InlineData("nell-at-the-stand.jpg", "Nell at the stand"),
        InlineData("IMG_2041.jpg", "Work by Fennel & Rye"),
        InlineData("20260412_101512.jpg", "Work by Fennel & Rye"),
        InlineData("wheel building (2).jpg", "Wheel building")
    ]
    public void Words_come_from_a_name_that_says_something(string name, string words) =>
        PhotoBatch.Words(Photo(name, 1600, 1000), Facts, null).ShouldBe(words);

    /// <summary>
    /// Skin tones within the published bounds of chrominance, 77 to 127 in Cb and 133 to 173 in Cr (Chai and Ngan 1999); sky, leaves and
    /// walls without.
    /// </summary>
    [
        Theory,
        InlineData(224, 172, 138, true),
        InlineData(141, 85, 60, true),
        InlineData(120, 170, 220, false),
        InlineData(70, 120, 60, false),
        InlineData(200, 200, 200, false)
    ]
    public void Skin_is_told_by_its_chrominance(byte r, byte g, byte b, bool skin)
    {
        using var bitmap = new SKBitmap(200, 200);
        bitmap.Erase(new SKColor(r, g, b));
        using var png = bitmap.Encode(SKEncodedImageFormat.Png, 100);
        var look = PhotoLook.Of(png.ToArray())!;
        look.Skin.ShouldBe(skin ? 1 : 0, .01);
        look.Light.ShouldBe(.299 * r + .587 * g + .114 * b, 2);
        look.Colours.ShouldBeLessThan(24);
        PhotoLook.Of([1, 2, 3]).ShouldBeNull();
    }

    [Fact]
    public void A_photo_takes_the_place_of_the_drawing_and_gives_it_back()
    {
        var placed = new PlaceFile("home.opening", File("wide", "The yard")).Apply(Site).Value!;
        Page(placed).ShouldContain("img/wide.webp");
        SiteDocument.FromJson(placed.ToJson()).ToJson().ShouldBe(placed.ToJson());
        // A take of the pictures leaves a photo where somebody put it.
        Page(placed with { PictureTake = 5 }).ShouldContain("img/wide.webp");
        var back = new RemoveFile("home.opening", "wide").Apply(placed).Value!;
        Page(back).ShouldBe(Page(Site));
        back.Files.ShouldBeEmpty();
    }

    [Fact]
    public void A_photo_is_replaced_wherever_it_stands_and_never_shown_twice()
    {
        var site = new PlacePhotos([("home.opening", File("a")), (null, File("b")), (null, File("a2"))], "about").Apply(Site).Value!;
        site = new PlaceFile(site.FindPage("about")!.Sections.First(s => s.Content is GalleryContent).Id, File("a")).Apply(site).Value!;
        var replaced = new ReplaceFile("a", File("b", "Better")).Apply(site).Value!;
        replaced.PhotoAt("hero").ShouldBe("b");
        replaced
            .FindPage("about")!
            .Sections.First(s => s.Content is GalleryContent)
            .Content.Items.Select(i => i.Id)
            .ShouldBe(["a2", "b"], ignoreOrder: true);
        replaced.Files.Select(f => f.Id).ShouldBe(["a2", "b"], ignoreOrder: true);
        new ReplaceFile("gone", File("c")).Apply(site).Ok.ShouldBeFalse();
    }

    [Fact]
    public void Words_for_a_picture_are_required_unless_it_is_decoration_which_is_not_read_out()
    {
        new PlaceFile("home.opening", File("a", "")).Apply(Site).Ok.ShouldBeFalse();
        var site = new PlaceFile("home.opening", File("a", "") with { Decorative = true }).Apply(Site).Value!;
        Page(site).ShouldContain("alt=\"\" role=\"presentation\"");
        Preflight
            .OfFiles(
                SiteRenderer
                    .Render(site, Trade, Facts, RenderSettings.Plain with { Blobs = _ => [1] })
                    .Files.ToDictionary(f => f.Key, f => f.Value)
            )
            .ShouldNotContain(f => f.Rule == "alt-missing");
        new DescribeFile("a", "", false).Apply(site).Ok.ShouldBeFalse();
        Page(new DescribeFile("a", "The yard", false).Apply(site).Value!).ShouldContain("alt=\"The yard\"");
    }
}
