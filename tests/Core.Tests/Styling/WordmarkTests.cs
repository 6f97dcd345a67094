using System.Xml.Linq;
using CsCheck;
using Plurimax.Design.Styling;
using Plurimax.Design.Wordmarks;
using Plurimax.Facts;
using Plurimax.Making.Composing;
using Plurimax.Publishing.Rendering;
using Plurimax.Publishing.Sections;
using Plurimax.Sites;
using Plurimax.Text;
using Plurimax.Trades;
using SkiaSharp;

namespace Plurimax.Core.Tests;

public class WordmarkTests
{
    private static readonly TradeCatalogue Trades = TradeCatalogue.Shipped();
    private static readonly string[] Names =
    [
        "Ovo",
        "Marram Guesthouse",
        "The Hollow Oak Practice",
        "Kestrel Bicycle Workshop & Sons of Saltmere Harbour",
        "Ærø Þór",
        "A",
        "Donaudampfschifffahrtsgesellschaft",
        "李 Wong’s Kitchen",
    ];

    [Fact]
    public void Ten_compositions_differ_hold_the_name_and_stay_on_their_sheet()
    {
        Wordmark.All.Length.ShouldBeGreaterThanOrEqualTo(8);
        foreach (var look in Looks.All)
        foreach (var name in Names)
        {
            var words = MarkFiles.Words(name, Trades["guesthouse"], "Saltmere", DressedLook.Of(new LookChoice(look.Id)));
            var drawn = Wordmark.All.Select(c => c.Draw(words)).ToList();
            foreach (var d in drawn)
            {
                d.Pieces.ShouldNotBeEmpty($"{look.Id} {name}");
                foreach (var piece in d.Pieces)
                {
                    using var path = SKPath.ParseSvgPathData(piece.Path);
                    var box = path.TightBounds;
                    box.Left.ShouldBeGreaterThanOrEqualTo(-.6f);
                    box.Top.ShouldBeGreaterThanOrEqualTo(-.6f);
                    box.Right.ShouldBeLessThanOrEqualTo((float)d.Width + .6f, $"{look.Id} {name}");
                    box.Bottom.ShouldBeLessThanOrEqualTo((float)d.Height + .6f, $"{look.Id} {name}");
                }
                (d.Width / d.Height).ShouldBeInRange(.3, 30);
            }
            if (name == Names[1])
                drawn.Select(d => string.Concat(d.Pieces.Select(p => p.Path))).Distinct().Count().ShouldBe(Wordmark.All.Length, look.Id);
        }
    }

    [Fact]
    public void Every_pairing_has_outlines_and_letters_are_kerned()
    {
        Pairings.All.ShouldAllBe(p => Content.Bytes($"looks/marks/{p.Faces[0].File}.ttf") != null);
        foreach (var p in Pairings.All)
        {
            var face = p.Faces[0].File;
            // T and o stand closer together than each of them alone.
            Outlines
                .Measure(face, "To", 100)
                .ShouldBeLessThanOrEqualTo(Outlines.Measure(face, "T", 100) + Outlines.Measure(face, "o", 100) + .01, face);
            Outlines.Measure(face, "nn", 200).ShouldBe(2 * Outlines.Measure(face, "nn", 100), .1);
        }
    }

    [Fact]
    public void Letters_around_a_circle_keep_their_distance_from_its_middle()
    {
        foreach (var below in new[] { false, true })
        {
            using var path = SKPath.ParseSvgPathData(Outlines.Around("lexend", "HHHHHHHH", 30, 200, 200, 100, .1, below).Path);
            foreach (var p in path.Points)
                Math.Sqrt(Math.Pow(p.X - 200, 2) + Math.Pow(p.Y - 200, 2)).ShouldBeInRange(below ? 76 : 99.5, below ? 101.8 : 124);
            path.TightBounds.MidX.ShouldBe(200, 1.5);
            if (below)
                path.TightBounds.Bottom.ShouldBeGreaterThan(290);
            else
                path.TightBounds.Top.ShouldBeLessThan(110);
        }
    }

    [Fact]
    public void The_shape_of_a_mark_can_be_seen_on_its_ground()
    {
        // WCAG 2.2, 1.4.11: graphical objects 3:1.
        Gen.Select(Gen.Int[0, 0xffffff], Gen.Int[0, Looks.All.Length - 1])
            .Sample(
                (n, i) =>
                {
                    var look = DressedLook.Of(new LookChoice(Looks.All[i].Id, $"#{n:x6}"));
                    return new[] { false, true }.All(dark =>
                        Contrast.Ratio(MarkFiles.Colours(look, dark).Colour, look.Roles[dark ? "inv" : "bg"]) >= 3
                    );
                },
                iter: 300
            );
    }

    [Fact]
    public void Files_of_a_mark_are_well_formed_and_small()
    {
        var look = DressedLook.Of(new LookChoice("dune"));
        var words = MarkFiles.Words("Marram & <Guesthouse>", Trades["guesthouse"], "Saltmere", look);
        foreach (var c in Wordmark.All)
        {
            var svg = MarkFiles.Svg(c.Draw(words), MarkFiles.Colours(look), words.Name);
            XDocument.Parse(svg).Root!.Name.LocalName.ShouldBe("svg");
            svg.Length.ShouldBeLessThan(32 * 1024, c.Id);
        }
        XDocument.Parse(MarkFiles.Favicon(words, look)).Root!.Elements().Count().ShouldBe(2);
        var card = MarkFiles.Card(words, look);
        using var codec = SKCodec.Create(SKData.CreateCopy(card));
        (codec.Info.Width, codec.Info.Height).ShouldBe((1200, 630));
        card.Length.ShouldBeLessThan(120 * 1024);
    }

    [Theory]
    [InlineData("The Hollow Oak", "H", "HO")]
    [InlineData("Ovo", "O", "O")]
    [InlineData("The", "T", "T")]
    [InlineData("42 Lanes", "4", "4L")]
    [InlineData("…", "A", "")]
    public void Initials_pass_over_small_words(string name, string initial, string both)
    {
        var words = new MarkWords(name, "", "lexend", "M0 0H1V1Z", "M0 0H1V1Z");
        (words.Initial, words.Initials).ShouldBe((initial, both));
    }

    private static (SiteDocument Site, TradeTemplate Trade, FactSheet Facts) Site(string name = "Marram Guesthouse")
    {
        var trade = Trades["guesthouse"];
        var facts = FactsFile
            .Read($"business:\n  name: {name}\nplace: {{ town: Saltmere }}\n", TradeFacts.Of(trade), FactSource.File, true)
            .Facts;
        return (Composer.Compose(trade, facts, new Wishes(Look: "dune"), 1), trade, facts);
    }

    [Fact]
    public void A_chosen_mark_stands_at_head_and_foot_of_every_page_and_can_be_taken_back()
    {
        var (site, trade, facts) = Site();
        var marked = new ChooseMark(new SiteMark("seal")).Apply(site).Value!;
        SiteDocument.FromJson(marked.ToJson()).Mark.ShouldBe(new SiteMark("seal"));
        var files = SiteRenderer.Render(marked, trade, facts, RenderSettings.Plain);
        foreach (var page in marked.Pages.Where(p => !p.Hidden))
        {
            var html = files.Text(page.File);
            html.ShouldContain("src=\"img/mark.svg\"", customMessage: page.File);
            html.ShouldContain("alt=\"Marram Guesthouse\"", customMessage: page.File);
        }
        new[] { "img/mark.svg", "img/mark-dark.svg" }.ShouldAllBe(f => files.Files.ContainsKey(f));
        var card = files.Files.Keys.Single(f => f.StartsWith("card-", StringComparison.Ordinal));
        files.Text("index.html").ShouldContain($"og:image\" content=\"http://site.example/{card}\"");
        // What was made before is taken again; another name asks for another card.
        SiteRenderer
            .Render(marked, trade, facts, RenderSettings.Plain with { Made = path => path == card ? [1, 2, 3] : null })
            .Files[card]
            .ShouldBe([1, 2, 3]);
        var other = Site("Other House");
        SiteRenderer.Render(other.Site, other.Trade, other.Facts, RenderSettings.Plain).Files.ShouldNotContainKey(card);
        SiteRenderer
            .Render(new ChooseMark(null).Apply(marked).Value!, trade, facts, RenderSettings.Plain)
            .Text("index.html")
            .ShouldNotContain("img/mark.svg");
        new ChooseMark(new SiteMark("no such")).Apply(site).Ok.ShouldBeFalse();
        new ChooseMark(new SiteMark(File: "gone")).Apply(site).Ok.ShouldBeFalse();
    }

    private static byte[] Logo(SKColor? ground, SKColor ink, int side = 600)
    {
        using var bitmap = new SKBitmap(new SKImageInfo(side, side, SKColorType.Rgba8888, SKAlphaType.Unpremul));
        using var canvas = new SKCanvas(bitmap);
        canvas.Clear(ground ?? SKColors.Transparent);
        using var paint = new SKPaint { Color = ink };
        canvas.DrawRect(side * .1f, side * .3f, side * .8f, side * .3f, paint);
        return bitmap.Encode(SKEncodedImageFormat.Png, 100).ToArray();
    }

    [Fact]
    public void A_logo_is_cut_to_its_ink_and_looked_at_on_both_grounds()
    {
        var navy = LogoFile.Check(Logo(null, SKColor.Parse("#0b2447")), "#ffffff", "#1a1a2e").Value!;
        (navy.Width, navy.Height).ShouldBe((480, 180));
        navy.OnLight.ShouldBe(1, .01);
        navy.OnDark.ShouldBe(0, .01);
        navy.Remarks.ShouldContain(r => r.Contains("dark ground"));
        var white = LogoFile.Check(Logo(null, SKColors.White), "#ffffff", "#1a1a2e").Value!;
        (white.OnLight, white.OnDark).ShouldBe((0, 1));
        var boxed = LogoFile.Check(Logo(SKColors.White, SKColor.Parse("#0b2447")), "#faf7f0", "#1a1a2e").Value!;
        boxed.Remarks.ShouldContain(r => r.Contains("white box"));
        LogoFile.Check(Logo(null, SKColors.Black, 90), "#ffffff", "#1a1a2e").Value!.Remarks.ShouldContain(r => r.Contains("soft"));
    }

    [Fact]
    public void A_drawn_logo_keeps_its_proportions_and_may_not_act()
    {
        var svg = LogoFile
            .Check(
                "<svg xmlns='http://www.w3.org/2000/svg' viewBox='0 0 300 100'><path fill='#c8102e' d='M0 0H9V9Z'/></svg>"u8.ToArray(),
                "#ffffff",
                "#101010"
            )
            .Value!;
        (svg.Width, svg.Height, svg.Extension).ShouldBe((720, 240, "svg"));
        LogoFile
            .Check(
                "<svg xmlns='http://www.w3.org/2000/svg' viewBox='0 0 1 1'><script>alert(1)</script></svg>"u8.ToArray(),
                "#ffffff",
                "#101010"
            )
            .Problem!.ShouldContain("code");
        LogoFile
            .Check("<svg xmlns='http://www.w3.org/2000/svg'><path d='M0 0'/></svg>"u8.ToArray(), "#ffffff", "#101010")
            .Problem!.ShouldContain("viewBox");
        LogoFile.Check("no picture"u8.ToArray(), "#ffffff", "#101010").Ok.ShouldBeFalse();
        var (site, _, _) = Site();
        var file = new SiteFile("logo1", "img/logo.svg", new string('a', 64), 720, 240, "Logo");
        var marked = new ChooseMark(new SiteMark(File: "logo1", OnDark: false), file).Apply(site).Value!;
        marked.Photos.ShouldBeEmpty();
    }
}
