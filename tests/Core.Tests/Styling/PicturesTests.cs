using System.Text.RegularExpressions;
using System.Xml.Linq;
using CsCheck;
using Plurimax.Design.Pictures;
using Plurimax.Design.Styling;
using Plurimax.Facts;
using Plurimax.Making.Composing;
using Plurimax.Trades;

namespace Plurimax.Core.Tests;

public partial class PicturesTests
{
    public static TheoryData<string> AllScenes => [.. Scenes.All.Keys.Order()];
    private static readonly (int W, int H)[] Sheets = [(1000, 1300), (1800, 1080), (2000, 620), (900, 900), (1260, 540)];

    [Theory, MemberData(nameof(AllScenes))]
    public void A_scene_fills_a_sheet_of_any_proportion_with_well_formed_svg(string scene)
    {
        foreach (var (w, h) in Sheets)
        foreach (var look in Looks.All)
        {
            var svg = SitePictures.Draw(scene, look.Art, w, h, 7).Svg;
            var root = XDocument.Parse(svg).Root!;
            root.Attribute("viewBox")!.Value.ShouldBe($"0 0 {w} {h}");
            root.Descendants().Count().ShouldBeGreaterThan(20);
            svg.ShouldNotContain("NaN");
            svg.ShouldNotContain("Infinity");
            using var packed = new MemoryStream();
            using (
                var gzip = new System.IO.Compression.GZipStream(
                    packed,
                    System.IO.Compression.CompressionLevel.SmallestSize,
                    leaveOpen: true
                )
            )
                gzip.Write(System.Text.Encoding.UTF8.GetBytes(svg));
            packed.Length.ShouldBeLessThan(16 * 1024, $"{scene} at {w}x{h}");
        }
    }

    [Theory, MemberData(nameof(AllScenes))]
    public void A_scene_uses_the_inks_of_its_look_and_nothing_else(string scene)
    {
        var ink = Looks.Find("dune")!.Art;
        var inks = new Inks(ink);
        var allowed = inks
            .T.Concat([
                inks.K,
                inks.Kd,
                inks.Kl,
                inks.S,
                inks.Sd,
                inks.Sl,
                inks.Wood,
                inks.WoodD,
                inks.WoodL,
                inks.WoodK,
                inks.Lit,
                inks.Sea,
                inks.SeaL,
                inks.Sun,
            ])
            .ToHashSet();
        Colour()
            .Matches(SitePictures.Draw(scene, ink, 900, 900, 3).Svg)
            .Select(m => m.Value)
            .Distinct()
            .Where(c => !allowed.Contains(c))
            .ShouldBeEmpty();
    }

    [Theory, MemberData(nameof(AllScenes))]
    public void Every_reference_inside_a_scene_has_its_target(string scene)
    {
        var root = XDocument.Parse(SitePictures.Draw(scene, Looks.All[0].Art, 900, 900, 3).Svg).Root!;
        var ids = root.Descendants().Select(e => e.Attribute("id")?.Value).Where(i => i is not null).ToList();
        ids.ShouldBeUnique();
        var asked = root.Descendants().Attributes().SelectMany(a => Url().Matches(a.Value).Select(m => m.Groups[1].Value)).Distinct();
        asked.Where(a => !ids.Contains(a)).ShouldBeEmpty();
    }

    [Fact]
    public void No_two_firms_of_a_trade_share_the_picture_of_their_opening()
    {
        foreach (var trade in TradeCatalogue.Shipped().All)
        {
            var openings = Enumerable
                .Range(0, 24)
                .Select(i =>
                {
                    var facts = FactSheet.From($"Firm {i} & Sons", "Saltmere");
                    var site = Composer.Compose(trade, facts, new Wishes(Look: "dune", Brand: "#0e8a94"), 1);
                    return SitePictures.For(trade, site, DressedLook.Of(site.Look), SiteSeed.Of(site, trade, facts))["hero"];
                })
                .ToList();
            openings.Select(o => o.Svg).Distinct().Count().ShouldBe(24, trade.Id);
            openings.Select(o => o.Scene).Distinct().Count().ShouldBe(2, trade.Id);
        }
    }

    [Fact]
    public void The_same_number_draws_the_same_picture_and_another_number_another()
    {
        var ink = Looks.All[0].Art;
        string Draw(int n)
        {
            var c = new Canvas(900, 900, "x");
            Scenes.All["hives"].Draw(c, new Inks(ink), new Dice(n));
            return c.ToString();
        }
        Draw(1).ShouldBe(Draw(1));
        Draw(1).ShouldNotBe(Draw(2));
    }

    // Mulberry32: state += 0x6D2B79F5, two xor-multiply rounds; bounds and spread are what the scenes rely on.
    [Fact]
    public void Dice_stay_between_nought_and_one_and_spread_evenly() =>
        Gen.Int.Sample(
            seed =>
            {
                var dice = new Dice(seed);
                var throws = Enumerable.Range(0, 2000).Select(_ => dice.Next()).ToList();
                return throws.All(t => t is >= 0 and < 1) && Math.Abs(throws.Average() - .5) < .05;
            },
            iter: 50
        );

    [Fact]
    public void Every_scene_has_words_that_stand_for_it() =>
        Scenes.All.Values.ShouldAllBe(s => s.Alt.Length > 15 && s.Alt.EndsWith('.') && !s.Alt.Contains("illustration"));

    [GeneratedRegex("#[0-9a-f]{6}")]
    private static partial Regex Colour();

    [GeneratedRegex(@"url\(#([^)]+)\)")]
    private static partial Regex Url();
}
