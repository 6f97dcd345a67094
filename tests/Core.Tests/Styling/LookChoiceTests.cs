using System.Text.Json;
using CsCheck;
using Plurimax.Design.Styling;
using Plurimax.Sites;
using Plurimax.Text;
using Plurimax.Trades;
using SkiaSharp;

namespace Plurimax.Core.Tests;

public class LookChoiceTests
{
    private static readonly Gen<string> Colours = Gen.Int[0, 0xffffff].Select(n => $"#{n:x6}");

    private static bool Holds(Roles roles) => Roles.Pairs.All(p => Contrast.Ratio(roles[p.Text], roles[p.Ground]) >= p.Least);

    [Fact]
    public void Every_pair_holds_for_one_to_three_brand_colours_on_either_ground_with_any_words() =>
        Gen.Select(Colours.Array[1, 3], Gen.Int[0, Looks.All.Length - 1], Gen.Int[0, LookWords.All.Length], Gen.Int[0, 2])
            .Sample(
                (brands, i, w, ground) =>
                    Holds(
                        DressedLook
                            .Of(
                                new LookChoice(Looks.All[i].Id, brands[0])
                                {
                                    Second = brands.ElementAtOrDefault(1),
                                    Third = brands.ElementAtOrDefault(2),
                                    Words = w < LookWords.All.Length ? LookWords.All[w].Id : null,
                                    Dark = ground == 0 ? null : ground == 1,
                                }
                            )
                            .Roles
                    ),
                iter: 500
            );

    [Fact]
    public void Every_pair_holds_whatever_is_set_by_hand() =>
        Gen.Select(Colours.Array[6], Gen.Int[0, Looks.All.Length - 1], Gen.Int[0, 63])
            .Sample(
                (c, i, mask) =>
                {
                    string? At(int n) => (mask >> n & 1) == 1 ? c[n] : null;
                    return Holds(
                        DressedLook
                            .Of(new LookChoice(Looks.All[i].Id) { Hand = new HandColours(At(0), At(1), At(2), At(3), At(4), At(5)) })
                            .Roles
                    );
                },
                iter: 500
            );

    [Fact]
    public void Contrast_agrees_with_culori_over_random_pairs()
    {
        // culori (npm) computes WCAG 2 contrast on its own.
        var pairs = Gen.Select(Colours, Colours).Array[1500].Single().Select(p => new[] { p.Item1, p.Item2 }).ToArray();
        var theirs = JsonSerializer.Deserialize<double[]>(
            Node.Run(
                "import{wcagContrast as w}from'culori';let s='';for await(const d of "
                    + "process.stdin)s+=d;console.log(JSON.stringify(JSON.parse(s).map(p=>w(p[0],p[1]))))",
                JsonSerializer.Serialize(pairs)
            )
        )!;
        for (var i = 0; i < pairs.Length; i++)
            Contrast.Ratio(pairs[i][0], pairs[i][1]).ShouldBe(theirs[i], .01, string.Join(" on ", pairs[i]));
    }

    [Fact]
    public void The_nearest_shade_holds_keeps_its_hue_and_no_nearer_one_would_do() =>
        Gen.Select(Colours, Colours)
            .Sample(
                (hex, ground) =>
                {
                    var shade = Shades.Nearest(hex, [ground], 4.5);
                    if (Contrast.Ratio(shade, ground) < 4.5)
                        return false;
                    if (Contrast.Ratio(hex, ground) >= 4.5)
                        return shade == hex;
                    Oklch was = Oklch.FromHex(hex),
                        now = Oklch.FromHex(shade);
                    // At 8 bits a channel the darkest shades are all black, whose lightness is none of theirs; and a ratio that is just
                    // enough moves by some hundredths.
                    const double black = .08,
                        rounding = .08;
                    var step = Math.Abs(Math.Max(now.L, black) - was.L) - .012;
                    return step <= 0
                        || new[] { -1, 1 }.All(side =>
                            was.L + side * step is < 0 or > 1
                            || Contrast.Ratio((was with { L = was.L + side * step }).ToHex(), ground) < 4.5 + rounding
                        );
                },
                iter: 600
            );

    [Fact]
    public void A_weak_colour_by_hand_is_told_with_its_figure_and_a_better_one()
    {
        var roles = DressedLook.Of(new LookChoice("calm")).Roles;
        var weak = Shades.Weak(roles, "link", "#ffd400")!.Value;
        weak.Ratio.ShouldBeLessThan(2);
        weak.Least.ShouldBe(4.5);
        Shades.Weak(roles, "link", weak.Better).ShouldBeNull();
        Math.Abs(Oklch.FromHex(weak.Better).H - Oklch.FromHex("#ffd400").H).ShouldBeLessThan(12);
        Shades.Weak(roles, "link", "#1a3a8a").ShouldBeNull();
        DressedLook.Of(new LookChoice("calm") { Hand = new HandColours(Link: "#1a3a8a") }).Roles["link"].ShouldBe("#1a3a8a");
    }

    [Fact]
    public void A_brand_colour_that_cannot_carry_text_stays_as_decoration()
    {
        // Yellow and red together, as a client brings them: yellow carries no text on white (1.43:1), red on yellow 2.79:1.
        var choice = new LookChoice("calm", "#ff0000") { Second = "#ffd400" };
        var roles = DressedLook.Of(choice).Roles;
        roles["deco"].ShouldBe("#ff0000");
        roles["accent"].ShouldBe("#ffd400");
        Holds(roles).ShouldBeTrue();
        DressedLook.Moves(choice).ShouldContain(m => m.Role == "link" && m.From == "#ff0000" && m.Lightness < 0);
    }

    [Fact]
    public void Third_colours_find_their_place()
    {
        DressedLook.Of(new LookChoice("calm", "#b3261e") { Second = "#ffcc00", Third = "#0b2447" }).Roles["inv"].ShouldBe("#0b2447");
        Oklch
            .FromHex(DressedLook.Of(new LookChoice("calm", "#b3261e") { Second = "#ffcc00", Third = "#dff3e4" }).Roles["bg2"])
            .H.ShouldBe(Oklch.FromHex("#dff3e4").H, 4);
    }

    [Fact]
    public void Twenty_four_pairings_and_more_ship_with_their_fonts_measures_and_licences()
    {
        Pairings.All.Length.ShouldBeGreaterThanOrEqualTo(24);
        Pairings.All.Select(p => p.Display + p.Body).Distinct().Count().ShouldBe(Pairings.All.Length);
        foreach (var p in Pairings.All)
        {
            p.Files.ShouldAllBe(f => Content.Bytes($"looks/fonts/{f}.woff2") != null && FontMetrics.Fallback(f) != null, p.Id);
            p.Files.Sum(f => Content.Bytes($"looks/fonts/{f}.woff2")!.Length).ShouldBeLessThan(90 * 1024, p.Id);
            p.Preload.ShouldAllBe(f => p.Files.Contains(f), p.Id);
            p.Tags.ShouldAllBe(t => LookWords.Named.ContainsKey(t), p.Id);
        }
    }

    [Fact]
    public void Another_pairing_takes_about_the_room_the_first_one_took()
    {
        foreach (var look in Looks.All)
        foreach (var pairing in Pairings.All)
        {
            static double Room(LookType t) => t.Headline.Max * t.Pairing.Width * (t.Pairing.Case == "uppercase" ? 1.18 : 1);
            (Room(look.Type.In(pairing)) / Room(look.Type)).ShouldBeInRange(.65, 1.5, $"{look.Id} in {pairing.Id}");
        }
    }

    [Fact]
    public void Every_word_changes_every_look_visibly_and_two_words_both_count()
    {
        foreach (var look in Looks.All)
        {
            var plain = Dressing.Of(new LookChoice(look.Id)).Look;
            foreach (var word in LookWords.All)
                if (!LookWords.Is(look, word))
                    LookDistance
                        .Between(plain, Dressing.Of(new LookChoice(look.Id) { Words = word.Id }).Look)
                        .Total.ShouldBeGreaterThan(.1, $"{look.Id} {word.Id}");
            var both = Dressing.Of(new LookChoice(look.Id) { Words = "natural dark" }).Look;
            both.Colours.Dark.ShouldBeTrue();
            both.Variant("services").ShouldBe("v-alternate");
        }
        LookWords.Of("bold, fancy natural modern").Select(w => w.Id).ShouldBe(["bold", "natural"]);
    }

    [Fact]
    public void Words_bring_families_that_are_so_first_and_the_three_stay_apart()
    {
        var trade = TradeCatalogue.Shipped()["bakery"];
        foreach (var word in LookWords.All)
        {
            var offer = Looks.Offer(trade, "bakery/Any/Town", words: word.Id);
            offer.ShouldAllBe(o => o.Words == word.Id);
            var dressed = offer.Select(o => Dressing.Of(o).Look).ToList();
            LookWords.Is(Looks.Find(offer[0].Id)!, word).ShouldBe(Looks.All.Any(l => LookWords.Is(l, word)), word.Id);
            for (var i = 0; i < 3; i++)
            for (var j = 0; j < i; j++)
                LookDistance.Between(dressed[i], dressed[j]).Total.ShouldBeGreaterThan(.2, $"{word.Id}: {offer[i].Id} and {offer[j].Id}");
        }
    }

    [Fact]
    public void Shape_set_by_hand_reaches_the_style_sheet()
    {
        var css = DressedLook.Of(
            new LookChoice("calm")
            {
                Details = new LookDetails
                {
                    Corners = Corners.Square,
                    Buttons = ButtonForm.Raised,
                    Rules = RuleWeight.Heavy,
                    Motion = Motion.None,
                    Divider = Divider.Bar,
                    Crop = Crop.Arch,
                    H2 = new HeadingLevel(1.25, true, true),
                },
            }
        );
        foreach (var token in new[] { "--r2:0;", "--rw:4px;", "--raise:", "--dur:0s", "--h2:1.25;", "--c2:uppercase;", "--f2:" })
            css.TokensCss().ShouldContain(token);
        css.ShapeCss().ShouldContain("var(--deco)");
        css.ShapeCss().ShouldContain("12rem");
        DressedLook
            .Of(new LookChoice("calm") { Details = new LookDetails { Cards = CardStyle.Cards } })
            .Look.Variant("services")
            .ShouldBe("v-cards");
    }

    private static byte[] Picture(params (string Hex, int Part)[] bands)
    {
        using var bitmap = new SKBitmap(200, 200);
        using var canvas = new SKCanvas(bitmap);
        canvas.Clear(SKColors.White);
        var y = 20f;
        foreach (var (hex, part) in bands)
        {
            using var paint = new SKPaint { Color = SKColor.Parse(hex) };
            canvas.DrawRect(20, y, 160, part, paint);
            y += part;
        }
        return bitmap.Encode(SKEncodedImageFormat.Png, 100).ToArray();
    }

    [Fact]
    public void Colours_are_found_in_a_logo_and_the_paper_is_not_one_of_them()
    {
        var found = PictureColours.Of(Picture(("#0e8a94", 80), ("#e5502b", 40), ("#222222", 30))).Value;
        found.Select(f => f.Hex).ShouldBe(["#0e8a94", "#e5502b"], ignoreOrder: true);
        found.Single(f => f.Hex == "#0e8a94").Share.ShouldBe(2 / 3.0, .05);
        found.ShouldBe(PictureColours.Of(Picture(("#0e8a94", 80), ("#e5502b", 40), ("#222222", 30))).Value);
        PictureColours.Of(Picture(("#333333", 100))).Value.Length.ShouldBeGreaterThan(0);
        PictureColours
            .Of(
                """
                <svg xmlns='http://www.w3.org/2000/svg'><path fill='#c8102e'/><path fill='#c8102e'/>
                <path style='fill:rgb(0, 48, 135)'/><script>1</script></svg>
                """u8.ToArray()
            )
            .Value.Select(f => f.Hex)
            .ShouldBe(["#c8102e", "#003087"]);
        PictureColours.Of("no picture"u8.ToArray()).Ok.ShouldBeFalse();
    }

    // From the Design Tokens Format Module 2025.10 (Design Tokens Community Group): colour and dimension values, group types, aliases.
    private const string Specified = """
        { "Majestic magenta": { "$type": "color",
            "$value": { "colorSpace": "srgb", "components": [1, 0, 1], "alpha": 1, "hex": "#ff00ff" } },
          "brand": { "$type": "color", "primary": { "$value": { "colorSpace": "oklch", "components": [0.628, 0.2577, 29.23] } },
            "again": { "$value": "{brand.primary}" } },
          "spacing": { "small": { "$type": "dimension", "$value": { "value": 0.5, "unit": "rem" } } },
          "radius": { "$type": "dimension", "card": { "$value": { "value": 24, "unit": "px" } } },
          "Primary font": { "$type": "fontFamily", "$value": ["Fraunces", "Georgia", "serif"] } }
        """;

    [Fact]
    public void Tokens_are_read_as_the_format_has_them()
    {
        var tokens = DesignTokens.Read(Specified).Value.ToDictionary(t => t.Path);
        tokens["Majestic magenta"].Hex().ShouldBe("#ff00ff");
        tokens["brand.again"].Hex().ShouldBe("#ff0000");
        tokens["spacing.small"].Pixels().ShouldBe(8);
        tokens["Primary font"].Families().First().ShouldBe("Fraunces");
        var read = LookTokens.Read(Specified, new LookChoice("rail")).Value!;
        read.Choice.ShouldBe(
            new LookChoice("rail", "#ff0000")
            {
                Type = "fraunces",
                Details = new LookDetails { Corners = Corners.Round },
            }
        );
        read.Passed.ShouldBe(["Majestic magenta", "brand.again"]);
    }

    [Theory]
    [InlineData("{", "JSON")]
    [InlineData("[]", "one JSON object")]
    [InlineData("""{"a":{"$value":"{b}"},"b":{"$type":"color","$value":"{a}"}}""", "circle")]
    [InlineData("""{"a":{"$type":"color","$value":"{c.d}"}}""", "c.d")]
    [InlineData("""{"a":{"$value":1}}""", "$type")]
    [InlineData("""{"a":{"b":{}}}""", "no token")]
    public void Bad_token_files_are_told(string json, string says) =>
        LookTokens.Read(json, new LookChoice("calm")).Problem!.ShouldContain(says);

    [Fact]
    public void A_look_comes_back_from_its_own_tokens_and_a_colour_changed_there_counts()
    {
        var choice = new LookChoice("dune", "#7a2048")
        {
            Second = "#f2b705",
            Words = "bold",
            Type = "young",
            Dark = true,
            Details = new LookDetails { Corners = Corners.Square, H1 = new HeadingLevel(1.2) },
        };
        foreach (var c in Looks.All.Select(l => new LookChoice(l.Id)).Append(choice).Append(new LookChoice("ticket", null, "sage and ink")))
        {
            var json = LookTokens.Write(c);
            LookTokens.Read(json, new LookChoice("calm")).Value!.Choice.ShouldBe(c);
            DesignTokens.Read(json).Value.Single(t => t.Path == "colour.action").Hex().ShouldBe(DressedLook.Of(c).Roles["brand"]);
        }
        var changed = System.Text.Json.Nodes.JsonNode.Parse(LookTokens.Write(choice))!;
        changed["colour"]!["ground"]!["$value"] = "#fff8ee";
        LookTokens
            .Read(changed.ToJsonString(), new LookChoice("calm"))
            .Value!.Choice.ShouldBe(choice with { Hand = new HandColours(Ground: "#fff8ee") });
    }

    [Fact]
    public void Differences_are_said_in_words()
    {
        var said = LookChoices.Differences(new LookChoice("night"), new LookChoice("supplement")).ToList();
        said.ShouldContain("dark ground, not light");
        said.ShouldContain("headings without serifs");
        LookChoices.Differences(new LookChoice("calm"), new LookChoice("calm")).ShouldBeEmpty();
        foreach (var a in Looks.All)
        foreach (var b in Looks.All.Where(b => b != a))
            LookChoices.Differences(new LookChoice(a.Id), new LookChoice(b.Id)).Count().ShouldBeGreaterThan(2, $"{a.Id} {b.Id}");
    }
}
