using System.Diagnostics;
using System.Text.Json;
using CsCheck;
using Plurimax.Design.Styling;
using Plurimax.Sites;
using Plurimax.Text;
using Plurimax.Trades;

namespace Plurimax.Core.Tests;

public class StylingTests
{
    private static readonly Gen<string> Colours = Gen.Int[0, 0xffffff].Select(n => $"#{n:x6}");

    // WCAG 2.2, definition of contrast ratio; the pairs are those its understanding documents and W3C techniques name.
    [Theory]
    [InlineData("#767676", "#ffffff", 4.54)]
    [InlineData("#777777", "#ffffff", 4.48)]
    [InlineData("#000000", "#ffffff", 21.0)]
    [InlineData("#ffffff", "#ffd400", 1.43)]
    [InlineData("#ff0000", "#ffff00", 3.72)]
    [InlineData("#ff0000", "#ffd400", 2.79)]
    [InlineData("#c00000", "#ffd400", 4.53)]
    [InlineData("#a00000", "#ffd400", 5.88)]
    public void Contrast_is_that_of_wcag(string a, string b, double ratio) => Contrast.Ratio(a, b).ShouldBe(ratio, 0.005);

    // OKLab values published with the definition (B. Ottosson 2020): red, and white at L = 1.
    [Theory]
    [InlineData("#ffffff", 1, 0, null)]
    [InlineData("#ff0000", 0.6280, 0.2577, 29.23)]
    [InlineData("#00ff00", 0.8664, 0.2948, 142.50)]
    [InlineData("#0000ff", 0.4520, 0.3132, 264.05)]
    public void Oklch_of_primaries(string hex, double l, double c, double? h)
    {
        var o = Oklch.FromHex(hex);
        o.L.ShouldBe(l, 0.0005);
        o.C.ShouldBe(c, 0.0005);
        if (h is { } hue)
            o.H.ShouldBe(hue, 0.05);
    }

    [Fact]
    public void Oklch_agrees_with_culori_over_random_colours()
    {
        // culori (npm) is an independent implementation of CSS Color 4.
        var colours = Colours.Array[2000].Single();
        var script =
            "import{oklch}from'culori';let s='';for await(const d of "
            + "process.stdin)s+=d;console.log(JSON.stringify(JSON.parse(s).map(c=>{const o=oklch(c);return[o.l,o.c,o.h??0]})))";
        var theirs = JsonSerializer.Deserialize<double[][]>(Node.Run(script, JsonSerializer.Serialize(colours)))!;
        for (var i = 0; i < colours.Length; i++)
        {
            var ours = Oklch.FromHex(colours[i]);
            ours.L.ShouldBe(theirs[i][0], 1e-4, colours[i]);
            ours.C.ShouldBe(theirs[i][1], 1e-4, colours[i]);
            if (ours.C > 0.02)
                Math.Abs(Math.IEEERemainder(ours.H - theirs[i][2], 360)).ShouldBeLessThan(0.1, colours[i]);
        }
    }

    [Fact]
    public void Hex_survives_the_way_through_oklch() => Colours.Sample(hex => Oklch.FromHex(hex).ToHex() == hex, iter: 2000);

    [Fact]
    public void Every_pairing_of_every_look_holds_for_any_brand_colour() =>
        Gen.Select(Colours, Gen.Int[0, Looks.All.Length - 1])
            .Sample(
                (brand, i) =>
                {
                    var roles = DressedLook.Of(new LookChoice(Looks.All[i].Id, brand)).Roles;
                    return Roles.Pairs.All(p => Contrast.Ratio(roles[p.Text], roles[p.Ground]) >= p.Least);
                },
                iter: 400
            );

    [Fact]
    public void Every_named_palette_holds_in_every_look()
    {
        foreach (var palette in Palettes.Named.Keys)
        foreach (var look in Looks.All)
        {
            var roles = DressedLook.Of(new LookChoice(look.Id, null, palette)).Roles;
            foreach (var p in Roles.Pairs)
                Contrast
                    .Ratio(roles[p.Text], roles[p.Ground])
                    .ShouldBeGreaterThanOrEqualTo(p.Least, $"{palette} in {look.Id}: {p.Text} on {p.Ground}");
        }
    }

    [Fact]
    public void Three_looks_differ_in_layout_type_shape_and_palette()
    {
        foreach (var trade in TradeCatalogue.Shipped().All)
        {
            var offer = Looks.Offer(trade, trade.Id + "/Any Name/Any Town");
            offer.Length.ShouldBe(3);
            var looks = offer.Select(o => Looks.Find(o.Id)!).ToList();
            looks.Select(l => l.Variant("opening")).Distinct().Count().ShouldBe(3, trade.Id);
            looks.Select(l => l.Type.Pairing.Display).Distinct().Count().ShouldBe(3, trade.Id);
            looks.Select(l => l.Shape).Distinct().Count().ShouldBe(3, trade.Id);
            offer.Select(o => o.Palette).Distinct().Count().ShouldBe(3, trade.Id);
            trade.Palettes.ShouldAllBe(p => Palettes.Named.ContainsKey(p), trade.Id);
        }
    }

    [Fact]
    public void No_two_of_the_twelve_families_could_be_taken_for_each_other()
    {
        Looks.All.Length.ShouldBeGreaterThanOrEqualTo(12);
        foreach (var a in Looks.All)
        {
            LookDistance.Between(a, a).Total.ShouldBe(0);
            foreach (var b in Looks.All.Where(b => b != a))
            {
                var apart = LookDistance.Between(a, b);
                apart.ShouldBe(LookDistance.Between(b, a));
                apart.Total.ShouldBeInRange(.35, 1, $"{a.Id} and {b.Id}: {apart}");
                a.Variant("opening").ShouldNotBe(b.Variant("opening"), $"{a.Id} and {b.Id}");
                a.Type.Pairing.Display.ShouldNotBe(b.Type.Pairing.Display, $"{a.Id} and {b.Id}");
            }
        }
    }

    [Fact]
    public void Offered_are_looks_that_suit_the_trade_and_lie_far_apart()
    {
        foreach (var trade in TradeCatalogue.Shipped().All)
        {
            var offer = Looks.For(trade, trade.Id + "/Any Name/Any Town");
            trade.Looks.ShouldAllBe(l => Looks.Find(l) != null, trade.Id);
            offer[0].Id.ShouldBe(trade.Looks[0]);
            offer.ShouldAllBe(l => trade.Looks.Contains(l.Id), trade.Id);
            // No look that suits the trade lies farther from the first than the second does.
            var far = trade.Looks.Select(l => LookDistance.Between(offer[0], Looks.Find(l)!).Total).Max();
            LookDistance.Between(offer[0], offer[1]).Total.ShouldBe(far, 1e-6, trade.Id);
        }
        // Each family is right for some trades.
        Looks.All.Select(l => l.Id).Except(TradeCatalogue.Shipped().All.SelectMany(t => t.Looks)).ShouldBeEmpty();
    }

    [Fact]
    public void Asked_again_and_again_every_look_comes_once()
    {
        foreach (var trade in TradeCatalogue.Shipped().All)
        {
            var shown = Enumerable.Range(1, Looks.Sets).SelectMany(set => Looks.For(trade, "seed", set)).ToList();
            shown.Count.ShouldBe(Looks.All.Length);
            shown.Distinct().Count().ShouldBe(Looks.All.Length, trade.Id);
            Enumerable
                .Range(1, Looks.Sets)
                .ShouldAllBe(set => Looks.Offer(trade, "seed", null, set).Select(o => o.Palette).Distinct().Count() == 3);
        }
    }

    // Yellow and red, the pair of colours that practitioners name as the one that goes wrong: WCAG 2.2, success criterion 1.4.3, asks 4.5
    // to 1 for text.
    [Theory]
    [InlineData("#ffd400")]
    [InlineData("#e30613")]
    public void A_colour_that_cannot_carry_text_gets_ink_that_can_and_what_moved_is_said(string brand)
    {
        foreach (var look in Looks.All)
        {
            var choice = new LookChoice(look.Id, brand);
            var roles = DressedLook.Of(choice).Roles;
            Contrast.Ratio(roles["onbrand"], roles["brand"]).ShouldBeGreaterThanOrEqualTo(4.5, look.Id);
            Contrast.Ratio(roles["link"], roles["bg"]).ShouldBeGreaterThanOrEqualTo(4.5, look.Id);
            foreach (var m in DressedLook.Moves(choice))
            {
                m.To.ShouldBe(roles[m.Role], look.Id);
                m.From.ShouldNotBe(m.To);
                (Oklch.FromHex(m.From).L + m.Lightness).ShouldBe(Oklch.FromHex(m.To).L, 1e-9);
            }
        }
        Looks.All.SelectMany(l => DressedLook.Moves(new LookChoice(l.Id, brand))).ShouldNotBeEmpty();
    }

    [Fact]
    public void Fonts_are_shipped_with_measured_fallbacks_and_stay_small()
    {
        foreach (var look in Looks.All)
        {
            foreach (var face in look.Type.Pairing.Faces)
            {
                Content.Bytes($"looks/fonts/{face.File}.woff2").ShouldNotBeNull($"{look.Id} {face.File}");
                FontMetrics.Fallback(face.File).ShouldNotBeNull(face.File);
            }
            look.Type.Pairing.Faces.Select(f => f.File)
                .Distinct()
                .Sum(f => Content.Bytes($"looks/fonts/{f}.woff2")!.Length)
                .ShouldBeLessThan(90 * 1024, look.Id);
            look.Type.Pairing.Preload.ShouldAllBe(p => look.Type.Pairing.Faces.Any(f => f.File == p));
        }
    }

    [Fact]
    public void Every_variant_of_every_look_has_its_style()
    {
        var css = new Dictionary<string, string>
        {
            ["opening"] = "hero",
            ["questions"] = "faq",
            ["testimonials"] = "quotes",
            ["action"] = "cta",
            ["contact"] = "form",
            ["legal"] = "prose",
        };
        foreach (var look in Looks.All)
        foreach (var (kind, variant) in look.Variants.Where(v => v.Key is not ("text" or "urgent")))
            Content.Bytes($"looks/css/{css.GetValueOrDefault(kind, kind)}.{variant}.css").ShouldNotBeNull($"{look.Id}: {kind} {variant}");
    }
}

/// <summary>Runs a module in Node.js with the project's packages.</summary>
internal static class Node
{
    public static readonly string Root = Find();

    public static string Run(string module, string input)
    {
        var info = new ProcessStartInfo("node")
        {
            RedirectStandardInput = true,
            RedirectStandardOutput = true,
            RedirectStandardError = true,
            WorkingDirectory = Root,
        };
        foreach (var a in new[] { "--input-type=module", "-e", module })
            info.ArgumentList.Add(a);
        using var p = Process.Start(info)!;
        var errors = p.StandardError.ReadToEndAsync();
        p.StandardInput.Write(input);
        p.StandardInput.Close();
        var output = p.StandardOutput.ReadToEnd();
        p.WaitForExit();
        return p.ExitCode == 0 ? output : throw new InvalidOperationException(errors.Result);
    }

    private static string Find()
    {
        for (var d = new DirectoryInfo(AppContext.BaseDirectory); d is not null; d = d.Parent)
            if (File.Exists(Path.Combine(d.FullName, "Plurimax.slnx")))
                return d.FullName;
        throw new DirectoryNotFoundException("The project's root was not found.");
    }
}
