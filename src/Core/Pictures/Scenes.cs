using System.Collections.Immutable;
using static System.Math;

namespace Plurimax.Core.Pictures;

/// <summary>Scene recipes: each fills a sheet of any proportion with one subject, from inks and dice alone.</summary>
public static class Scenes
{
    private static string N(double v) => Canvas.N(v);

    public static readonly ImmutableDictionary<string, SceneRecipe> All = new Dictionary<string, SceneRecipe>
    {
        ["workshop"] = new("A bicycle in the repair stand at a bench under a tool board, a window on the harbour beside it.", (c, p, r) => Workshop(c, p, r, bicycle: true)),
        ["bench"] = new("A workbench under a tool board, crates beside it, light falling in from a window on the harbour.", (c, p, r) => Workshop(c, p, r, bicycle: false)),
        ["shelf"] = new("Shelves of small tins with labels.", (c, p, r) => Shelf(c, p, r, jars: false)),
        ["jars"] = new("Rows of honey jars on a shelf.", (c, p, r) => Shelf(c, p, r, jars: true)),
        ["shopfront"] = new("A shop front with a striped awning and a lit window.", Shopfront),
        ["drivetrain"] = new("Chainring and crank, close up.", Drivetrain),
        ["wheel"] = new("The spokes of a bicycle wheel, close up.", (c, p, r) =>
        {
            var big = Max(c.W, c.H) * .56;
            c.Rect(0, 0, c.W, c.H, p.T[p.Night ? 8 : 2]).Halftone(0, 0, c.W, c.H, p.T[p.Night ? 7 : 3], 16, .36, up: true);
            Props.Wheel(c, p, c.W * .36, c.H * .62, big, 32, thin: 4);
        }),
        ["quay"] = new("A bicycle with a basket by the quay rail, a lighthouse across the water.", Quay),
        ["coast"] = new("A white house among dunes above a bay with sailing boats.", (c, p, r) => Coast(c, p, r, house: true)),
        ["bay"] = new("Sailing boats in a wide bay.", (c, p, r) => Coast(c, p, r, house: false)),
        ["woods"] = new("A large oak over rolling fields, cut logs stacked beside it.", (c, p, r) => Woods(c, p, r, tree: true, logs: true)),
        ["oak"] = new("An oak with a clean crown, standing in a field.", (c, p, r) => Woods(c, p, r, tree: true, logs: false)),
        ["logs"] = new("Cut logs stacked four high, rings showing.", Logs),
        ["conifers"] = new("Four conifers against a low sun.", (c, p, r) =>
        {
            Fields(c, p, r, .56);
            foreach (var (x, h) in new[] { (.18, .42), (.4, .54), (.64, .47), (.86, .58) }) Props.Conifer(c, p, c.W * x, c.H * .88, Min(c.W, c.H) * .26, c.H * h);
        }),
        ["hedge"] = new("A long clipped hedge with an evening sun behind it.", Hedge),
        ["studio"] = new("A quiet treatment room with arched windows, a couch and an exercise ball.", Studio),
        ["window-room"] = new("Morning light through a window onto a wooden floor, a plant beside it.", WindowRoom),
        ["bedroom"] = new("A bed under a window with a view of the bay.", Bedroom),
        ["breakfast"] = new("A breakfast table from above: plate, cup and bread.", Breakfast),
        ["counter"] = new("A counter with cups, a coffee machine and hanging lamps.", Counter),
        ["bread"] = new("Loaves and rolls on wooden shelves.", Bread),
        ["hives"] = new("A row of beehives in a flowering meadow.", Hives),
        ["meadow"] = new("A meadow in flower below low hills.", (c, p, r) => { Fields(c, p, r, .42); Flowers(c, p, r, .55); }),
        ["comb"] = new("Honeycomb, close up.", Comb),
        ["piano"] = new("An upright piano in a room with a tall window.", Piano),
        ["keys"] = new("The keys of a piano, close up.", Keys),
        ["strings"] = new("Strings, pins and hammers inside a piano.", Strings),
        ["armchair"] = new("A buttoned armchair in an upholsterer's workshop.", (c, p, r) => ChairRoom(c, p, r, bench: true)),
        ["cloth"] = new("Rolls of cloth on a rack.", Cloth),
        ["sewing"] = new("A workbench with shears, thread and tacks.", Sewing),
        ["road"] = new("A small car on a coast road between fields.", Road),
        ["junction"] = new("A junction from above, a car waiting at the line.", Junction),
        ["street"] = new("A town street in the evening with lit windows.", Street),
        ["wiring"] = new("An open fuse board with tidy rows of breakers.", Wiring),
        ["lamps"] = new("Three lamps hanging over a table.", Lamps),
    }.ToImmutableDictionary();

    private static void Workshop(Canvas c, Inks p, Dice r, bool bicycle)
    {
        double w = c.W, h = c.H, floor = h * .77, u = Min(w, h);
        Props.Room(c, p, floor, .6);
        var wide = w > h * 1.2;
        double benchW = wide ? w * .42 : w * .72, bx = wide ? w * .5 : w * .06, by = floor - u * .2;
        if (wide) Props.Window(c, p, w * .28, h * .14, w * .15, h * .34, r); else Props.Window(c, p, w * .08, h * .12, w * .32, h * .26, r);
        Props.ToolBoard(c, p, wide ? w * .56 : w * .5, h * .12, wide ? w * .34 : w * .42, h * .26, r);
        Props.Beam(c, p, wide ? w * .26 : w * .1, floor, u * .4);
        Props.Bench(c, p, bx, by, benchW, floor - by + u * .03, r);
        for (var i = 0; i < 4; i++) Props.Tin(c, p, bx + benchW * (.08 + .1 * i), by, u * .045, u * r.Between(.05, .09), i % 2 == 0 ? p.S : p.K, p.Paper);
        var s = u / (wide ? 800 : 900);
        if (bicycle) c.At(wide ? w * .6 : w * .36, floor - 5 * s, s, () => Props.Bike(c, p, r.Below(2) == 0 ? "drop" : "flat", stand: true));
        else Crates(c, p, r, wide ? w * .34 : w * .56, floor + u * .1, u * .17);
        Props.Pendant(c, p, wide ? w * .72 : w * .7, h * .1, u / 1000);
    }

    /// <summary>Two or three crates, one of them on top, and a stool.</summary>
    private static void Crates(Canvas c, Inks p, Dice r, double x, double ground, double size)
    {
        void Crate(double left, double bottom, double high)
        {
            c.Rect(left, bottom - high, size, high, p.Wood);
            for (var i = 0; i < 3; i++) c.Rect(left, bottom - high + i * high / 3, size, high * .05, p.WoodK);
            c.Rect(left, bottom - high, size * .09, high, p.WoodD).Rect(left + size * .91, bottom - high, size * .09, high, p.WoodD);
        }
        var high = size * r.Between(.62, .8);
        Crate(x, ground, high);
        Crate(x + size * 1.06, ground, high * r.Between(.8, 1));
        if (r.Below(2) == 0) Crate(x + size * r.Between(.2, .5), ground - high, high * .75);
        double seat = x + size * r.Between(2.5, 2.9), top = ground - size * .95;
        foreach (var leg in new[] { .08, .45, .82 }) c.Rect(seat + size * .7 * leg, top, size * .07, size * .95, p.WoodK);
        c.Rect(seat, top, size * .7, size * .1, p.K);
    }

    private static void Shelf(Canvas c, Inks p, Dice r, bool jars)
    {
        double w = c.W, h = c.H;
        c.Rect(0, 0, w, h, p.T[p.Night ? 8 : 3]).Halftone(0, 0, w, h, p.T[p.Night ? 7 : 4], 15, .36);
        var rows = h > w ? 4 : w > h * 2 ? 2 : 3;
        string[] fills = jars ? [p.Kl, p.K, p.Lit, p.Wood] : [p.K, p.S, p.Paper, p.WoodD, p.Sd, p.Kl];
        for (var k = 0; k < rows; k++)
        {
            double y = h * (.96 * (k + 1) / rows - .03), unit = h / rows;
            var i = k * 2;
            for (var x = w * .03; x < w * .94; i++)
            {
                double tw = unit * r.Between(.26, .4), th = unit * r.Between(.36, .6);
                if (jars) Props.Jar(c, p, x, y, tw, th, fills[i % fills.Length]);
                else Props.Tin(c, p, x, y, tw, th, fills[i % 6], new[] { p.Paper, p.K, p.S, p.Lit }[i % 4]);
                x += tw + unit * .07;
            }
            c.Rect(0, y, w, h * .025, p.Wood).Rect(0, y + h * .02, w, h * .012, p.WoodK);
        }
    }

    private static void Shopfront(Canvas c, Inks p, Dice r)
    {
        double w = c.W, h = c.H, gy = h * .86;
        c.Rect(0, 0, w, h, p.T[p.Night ? 8 : 2]);
        var d = "";
        for (double y = 0, row = 0; y < gy; y += 26, row++) for (var x = row % 2 * 36; x < w; x += 72) d += $"M{N(x)} {N(y)}h66";
        c.Stroke(d, p.T[p.Night ? 7 : 3], 3, .7);
        foreach (var f in new[] { .16, .42, .68 }) c.Rect(w * f, h * .06, w * .15, h * .2, p.Paper).Rect(w * f + 8, h * .06 + 8, w * .15 - 16, h * .2 - 16, p.Night ? p.Lit : p.T[6]).Rect(w * f, h * .155, w * .15, 7, p.Paper).Rect(w * f - 8, h * .26, w * .15 + 16, 9, p.T[4]);
        c.Rect(w * .06, h * .34, w * .88, h * .1, p.K).Rect(w * .06, h * .34, w * .88, 8, p.Kl).Rect(w * .06, h * .43, w * .88, 9, p.Kd);
        for (var i = 0; i < 12; i++) c.Rect(w * (.22 + .56 * i / 12), h * .372, w * .56 / 12 - w * .008, h * .036, i is 5 or 9 ? p.K : p.Paper, 3);
        c.Rect(w * .06, h * .45, w * .88, gy - h * .45, p.S).Rect(w * .1, h * .49, w * .52, h * .29, p.Lit);
        c.ClipRect(w * .1, h * .49, w * .52, h * .29, () =>
        {
            c.Rect(w * .1, h * .72, w * .52, h * .06, p.WoodD);
            for (var i = 0; i < 6; i++) Props.Tin(c, p, w * (.12 + .08 * i), h * .72, w * .05, h * r.Between(.07, .14), i % 2 == 0 ? p.K : p.Sd, p.Paper);
            c.Poly(p.Paper, .3, (w * .1, h * .49), (w * .26, h * .49), (w * .16, h * .79), (w * .1, h * .79));
        });
        c.Stroke($"M{N(w * .36)} {N(h * .49)}V{N(h * .78)}", p.Sd, 10).Rect(w * .1, h * .785, w * .52, 14, p.Sd);
        c.Rect(w * .68, h * .49, w * .18, gy - h * .49, p.Sd).Rect(w * .705, h * .52, w * .13, h * .2, p.Lit).Rect(w * .735, h * .58, w * .07, h * .04, p.K, 4).Circle(w * .84, h * .7, 7, p.Lit);
        var aw = w * .56 / 9;
        for (var i = 0; i < 9; i++)
        {
            var x = w * .08 + aw * i;
            c.Path($"M{N(x + 6)} {N(h * .44)}L{N(x)} {N(h * .52)}V{N(h * .535)}A{N(aw / 2)} {N(aw / 2.4)} 0 0 0 {N(x + aw)} {N(h * .535)}V{N(h * .52)}L{N(x + aw - 2)} {N(h * .44)}Z", i % 2 == 1 ? p.Paper : p.K);
        }
        c.Rect(0, gy, w, h - gy, p.T[p.Night ? 7 : 5]).Rect(0, gy, w, 10, p.T[7], opacity: .5).Halftone(0, gy, w, h - gy, p.T[p.Night ? 8 : 7], 12, .4, opacity: .6);
        Props.Plant(c, p, w * .9, gy + h * .03, h / 2600);
    }

    private static void Drivetrain(Canvas c, Inks p, Dice r)
    {
        var s = Min(c.W, c.H) / 620;
        c.Rect(0, 0, c.W, c.H, p.K).Halftone(0, 0, c.W, c.H, p.Kd, 18, .42);
        c.At(c.W * .5, c.H * .52, s, () =>
        {
            c.Stroke("M-900 -20L0 -236M-900 120L10 236", p.Black, 26, 1, "26 9");
            Props.Sprocket(c, 10, 14, 240, 44, p.Black, p.Kd, .2);
            Props.Sprocket(c, 0, 0, 240, 44, p.Paper, p.K, .2);
            c.Ring(0, 0, 150, p.MetalL, 14).Line(p.Black, 58, (0, 0), (250, 210)).Line(p.Metal, 46, (0, 0), (250, 210)).Circle(0, 0, 44, p.Black).Circle(0, 0, 24, p.MetalL).Rect(190, 186, 150, 46, p.Black, 10);
        });
    }

    private static void Quay(Canvas c, Inks p, Dice r)
    {
        double w = c.W, h = c.H, hz = h * .48, gy = h * .76, u = Min(w, h);
        Props.Sky(c, p, hz, .72);
        c.Path($"M0 {N(hz)}V{N(hz - h * .06)}C{N(w * .2)} {N(hz - h * .1)} {N(w * .3)} {N(hz - 10)} {N(w * .5)} {N(hz)}Z", p.T[p.Night ? 7 : 4]);
        Props.Lighthouse(c, p, w * .16, hz - h * .05, h / 1300);
        Props.Sea(c, p, hz, gy - hz, r);
        Props.Boat(c, p, w * .44, hz + h * .06, h / 900);
        c.Rect(0, gy, w, h - gy, p.T[p.Night ? 7 : 4]).Rect(0, gy, w, 14, p.T[6]);
        for (var i = 0; i < 4; i++) c.Stroke($"M0 {N(gy + 30 + i * 34)}H{N(w)}", p.T[5], 3);
        for (var i = 0; i < 6; i++) c.Rect(w * (.04 + .19 * i), gy - h * .15, 14, h * .16, p.T[8]);
        c.Stroke($"M0 {N(gy - h * .14)}H{N(w)}M0 {N(gy - h * .07)}H{N(w)}", p.T[8], 6);
        var s = u / 900;
        c.At(w * .4, gy - u * .02, s, () => Props.Bike(c, p, "sweep", basket: true));
    }

    private static void Coast(Canvas c, Inks p, Dice r, bool house)
    {
        double w = c.W, h = c.H, hz = h * .44, sea = h * (house ? .16 : .36);
        Props.Sky(c, p, hz, r.Between(.58, .76));
        c.Path($"M0 {N(hz)}V{N(hz - h * .05)}C{N(w * .1)} {N(hz - h * .085)} {N(w * .2)} {N(hz - h * .05)} {N(w * .3)} {N(hz - h * .03)}C{N(w * .36)} {N(hz - h * .02)} {N(w * .4)} {N(hz - 4)} {N(w * .44)} {N(hz)}Z", p.T[p.Night ? 7 : 4]);
        Props.Lighthouse(c, p, w * .2, hz - h * .032, h / 1500);
        Props.Sea(c, p, hz, sea + h * .1, r);
        foreach (var (x, y, s) in new[] { (.5, .05, .7), (.8, .12, 1.1), (.36, .1, .8) }) Props.Boat(c, p, w * x, hz + h * y, s * h / 1000);
        var sand = p.Night ? p.WoodD : p.WoodL;
        Props.Hill(c, hz + sea + h * .03, h * .02, p.Night ? p.T[5] : p.Paper, r);
        Props.Hill(c, hz + sea + h * .05, h * .03, sand, r);
        if (house) c.At(w * (w > h ? .52 : .34), h * .8, Min(w, h) / 1150, () => Props.House(c, p));
        Props.Hill(c, h * .84, h * .03, p.Night ? p.WoodK : p.Wood, r);
        c.Halftone(0, h * .9, w, h * .1, p.WoodD, 12, .4, opacity: .6);
        for (var x = 0.0; x < w; x += 46)
        {
            var d = "";
            double hgt = h * r.Between(.05, .12);
            for (var i = 0; i < 9; i++)
            {
                double b = (r.Next() - .5) * 50, l = (.3 + (r.Next() - .5) * .7) * hgt, hh = hgt * r.Between(.6, 1.1);
                d += $"M{N(x + b)} {N(h + 6)}Q{N(x + b + l * .2)} {N(h - hh * .7)} {N(x + b + l)} {N(h - hh)}";
            }
            c.Stroke(d, new[] { p.T[6], p.T[7], p.T[5] }[r.Below(3)], 4);
        }
    }

    private static void Fields(Canvas c, Inks p, Dice r, double horizon)
    {
        double h = c.H, hz = h * horizon;
        Props.Sky(c, p, hz, r.Between(.2, .8));
        for (var i = 0; i < 4; i++)
        {
            Props.Hill(c, hz + h * (.02 + .1 * i), h * (.045 - .007 * i), p.T[p.Night ? 7 - i / 2 : 3 + i], r);
            if (i == 1) for (var k = 0; k < 9; k++) Props.Leaves(c, r.Next() * c.W, hz + h * .13, h * r.Between(.02, .04), h * .022, p.T[p.Night ? 8 : 6], r, 9);
        }
    }

    private static void Woods(Canvas c, Inks p, Dice r, bool tree, bool logs)
    {
        double w = c.W, h = c.H, u = Min(w, h);
        Fields(c, p, r, .5);
        Props.Hill(c, h * .84, h * .02, p.T[p.Night ? 8 : 6], r);
        if (tree) Props.Tree(c, p, w * (w > h * 1.4 ? .68 : .58), h * .9, Min(h * .78, w * .98), r);
        if (logs) Stack(c, p, r, w * .1, h * .96, 4, 2, u * .042);
        c.Halftone(0, h * .9, w, h * .1, p.T[8], 12, .36, opacity: .5);
    }

    private static void Stack(Canvas c, Inks p, Dice r, double x, double y, int cols, int rows, double R)
    {
        c.Ellipse(x + cols * R, y + 4, cols * R * 1.2, R * .3, p.Black, .25);
        for (var row = 0; row < rows; row++)
            for (var i = 0; i < cols - row; i++)
            {
                double cx = x + R + i * 2 * R + row * R, cy = y - R - row * R * 1.74, q = R * r.Between(.9, .99);
                c.Circle(cx, cy, q, p.WoodK).Circle(cx, cy, q * .88, p.WoodL);
                for (var k = 1; k < 5; k++) c.Ring(cx + q * .04, cy, q * .17 * k, p.Wood, q * .035);
                c.Line(p.WoodD, q * .04, (cx, cy), (cx + q * .7 * Cos(i * 2.1), cy + q * .7 * Sin(i * 2.1)));
            }
    }

    private static void Logs(Canvas c, Inks p, Dice r)
    {
        Fields(c, p, r, .34);
        var R = Max(c.W / 13, c.H / 10);
        var cols = (int)Ceiling(c.W / (2 * R)) + 3;
        Stack(c, p, r, -R, c.H * 1.02, cols, Max(3, (int)(c.H * .6 / (R * 1.74))), R);
    }

    private static void Hedge(Canvas c, Inks p, Dice r)
    {
        double w = c.W, h = c.H;
        Fields(c, p, r, .5);
        c.Path($"M0 {N(h * .52)}L{N(w)} {N(h * .46)}V{N(h * .86)}H0Z", p.T[p.Night ? 8 : 7]).Path($"M0 {N(h * .52)}L{N(w)} {N(h * .46)}V{N(h * .53)}L0 {N(h * .59)}Z", p.T[5]);
        for (var i = 0; i < 160; i++) Props.Leaves(c, r.Next() * w, h * r.Between(.56, .85), w * .02, h * .012, p.T[p.Night ? 7 : r.Below(2) == 0 ? 6 : 8], r, 7, .8);
        c.Line(p.K, 5, (0, h * .5), (w, h * .44));
        Props.Hill(c, h * .86, h * .01, p.T[5], r);
        c.Halftone(0, h * .88, w, h * .12, p.T[7], 12, .4);
    }

    private static void Studio(Canvas c, Inks p, Dice r)
    {
        double w = c.W, h = c.H, floor = h * .76, u = Min(w, h);
        Props.Room(c, p, floor, .5, boards: false);
        foreach (var x in w > h * 1.3 ? new[] { .1, .3 } : new[] { .12 })
        {
            double ww = u * .24, wh = u * .46, wx = w * x, wy = h * .14;
            c.ClipPath($"M{N(wx)} {N(wy + ww / 2)}A{N(ww / 2)} {N(ww / 2)} 0 0 1 {N(wx + ww)} {N(wy + ww / 2)}V{N(wy + wh)}H{N(wx)}Z", () => Props.Town(c, p, wx, wy, ww, wh, r));
            c.Stroke($"M{N(wx)} {N(wy + wh)}V{N(wy + ww / 2)}A{N(ww / 2)} {N(ww / 2)} 0 0 1 {N(wx + ww)} {N(wy + ww / 2)}V{N(wy + wh)}ZM{N(wx + ww / 2)} {N(wy)}V{N(wy + wh)}M{N(wx)} {N(wy + wh * .55)}H{N(wx + ww)}", p.Paper, 10);
        }
        Props.Beam(c, p, w * .14, floor, u * .36);
        for (var i = 0; i < 9; i++) c.Rect(w * .72, floor - u * (.52 - .055 * i), u * .2, u * .016, p.Wood);
        c.Rect(w * .72 - 8, floor - u * .54, 14, u * .54, p.WoodD).Rect(w * .72 + u * .2, floor - u * .54, 14, u * .54, p.WoodD);
        double cx = w * .36, cw = u * .46, cy = floor + u * .04;
        c.Ellipse(cx + cw / 2, cy + u * .015, cw * .54, u * .018, p.Black, .25);
        foreach (var f in new[] { .08, .86 }) c.Rect(cx + cw * f, cy - u * .18, u * .025, u * .19, p.MetalD);
        c.Rect(cx, cy - u * .24, cw, u * .075, p.K, u * .02).Rect(cx, cy - u * .185, cw, u * .025, p.Kd, u * .01).Rect(cx + cw * .04, cy - u * .275, cw * .22, u * .045, p.Paper, u * .02);
        c.Circle(w * .88, floor + u * .03, u * .11, p.S).Circle(w * .88 - u * .03, floor - u * .01, u * .05, p.Sl, .7);
        Props.Plant(c, p, w * .08, floor + u * .1, u / 900);
    }

    private static void WindowRoom(Canvas c, Inks p, Dice r)
    {
        double w = c.W, h = c.H, floor = h * .78, u = Min(w, h);
        Props.Room(c, p, floor);
        Props.Window(c, p, w * .5 - u * .3, h * .12, u * .6, u * .4, r, 4);
        Props.Beam(c, p, w * .5 - u * .2, floor, u * .5);
        Props.Plant(c, p, w * .16, floor + u * .08, u / 700);
        c.Rect(w * .72, floor - u * .2, u * .22, u * .03, p.Wood).Rect(w * .72 + u * .02, floor - u * .17, u * .02, u * .2, p.WoodD).Rect(w * .72 + u * .18, floor - u * .17, u * .02, u * .2, p.WoodD);
        Props.Tin(c, p, w * .72 + u * .04, floor - u * .2, u * .05, u * .08, p.K, p.Paper);
    }

    private static void Bedroom(Canvas c, Inks p, Dice r)
    {
        double w = c.W, h = c.H, floor = h * .84, u = Min(w, h);
        c.Rect(0, 0, w, h, p.T[p.Night ? 8 : 1]);
        for (var x = 0.0; x < w; x += u * .08) c.Rect(x, 0, u * .03, floor, p.T[p.Night ? 7 : 2]);
        c.Rect(0, floor, w, h - floor, p.Wood).Rect(0, floor, w, 8, p.WoodK, opacity: .5);
        double wx = w * .5 - u * .2, ww = u * .4;
        Props.Window(c, p, wx, h * .1, ww, u * .32, r, 2);
        foreach (var (x, flip) in new[] { (wx - u * .06, 1), (wx + ww + u * .06, -1) }) c.Path($"M{N(x - flip * u * .05)} {N(h * .07)}H{N(x + flip * u * .1)}C{N(x + flip * u * .08)} {N(h * .07 + u * .2)} {N(x + flip * u * .02)} {N(h * .07 + u * .3)} {N(x + flip * u * .04)} {N(h * .1 + u * .42)}H{N(x - flip * u * .06)}Z", p.K);
        double bx = w * .5 - u * .36, bw = u * .72, by = floor - u * .02;
        c.Rect(bx - u * .03, by - u * .42, u * .05, u * .46, p.WoodD, 8).Rect(bx + bw - u * .02, by - u * .26, u * .05, u * .3, p.WoodD, 8);
        c.Rect(bx, by - u * .22, bw, u * .22, p.Paper, u * .02).Rect(bx + bw * .24, by - u * .24, bw * .76, u * .24, p.S, u * .03).Rect(bx + bw * .6, by - u * .25, bw * .3, u * .26, p.K, u * .02);
        c.Path($"M{N(bx + u * .02)} {N(by - u * .2)}C{N(bx + u * .02)} {N(by - u * .32)} {N(bx + u * .2)} {N(by - u * .32)} {N(bx + u * .2)} {N(by - u * .2)}Z", p.Paper).Ellipse(bx + u * .12, by - u * .22, u * .09, u * .05, p.T[2], .8);
        c.Ellipse(w * .5, h * .95, u * .4, h * .03, p.K, .8).Ellipse(w * .5, h * .95, u * .3, h * .02, p.Paper, .5);
    }

    private static void Breakfast(Canvas c, Inks p, Dice r)
    {
        double w = c.W, h = c.H, R = Min(w, h) * .3, cx = w * .46, cy = h * .54;
        c.Rect(0, 0, w, h, p.S);
        for (var x = 0.0; x < w; x += 70) c.Rect(x, 0, 30, h, p.Sl, opacity: .4);
        for (var y = 0.0; y < h; y += 70) c.Rect(0, y, w, 30, p.Sl, opacity: .4);
        c.Circle(cx + 12, cy + 16, R, p.Black, .2).Circle(cx, cy, R, p.Paper).Ring(cx, cy, R * .96, p.K, 5).Ring(cx, cy, R * .74, p.T[3], 4);
        c.Ellipse(cx - R * .22, cy - R * .2, R * .34, R * .28, p.T[0]).Ring(cx - R * .22, cy - R * .2, R * .3, p.T[2], 3).Circle(cx - R * .22, cy - R * .2, R * .14, p.Kl);
        c.At(cx + R * .2, cy + R * .16, R / 100, () => c.Path("M-40 30C-60 -10 -30 -44 0 -40C30 -46 60 -10 40 30C20 40 -20 40 -40 30Z", p.WoodD).Path("M-32 24C-48 -8 -24 -34 0 -31C24 -36 48 -8 32 24C16 32 -16 32 -32 24Z", p.WoodL), 20);
        double mx = w * .84, my = h * .26, q = R * .42;
        c.Circle(mx + 8, my + 12, q * 1.35, p.Black, .18).Circle(mx, my, q * 1.35, p.Paper).Circle(mx, my, q, p.K).Circle(mx, my, q * .82, p.WoodK).Stroke($"M{N(mx - q * .5)} {N(my - q * .2)}A{N(q * .6)} {N(q * .6)} 0 0 1 {N(mx + q * .3)} {N(my - q * .5)}", p.WoodD, q * .12);
        c.At(cx - R * 1.22, cy, R / 100, () => c.Rect(-4, -10, 8, 70, p.MetalL, 4).Stroke("M-9 -60V-24M0 -60V-24M9 -60V-24M-9 -24C-9 -8 9 -8 9 -24", p.MetalL, 4));
        c.Circle(w * .14, h * .2, R * .3, p.Paper).Circle(w * .14, h * .2, R * .22, p.K);
        Props.Leaves(c, w * .5, h * .08, R * .26, R * .16, p.T[5], r, 9);
    }

    private static void Counter(Canvas c, Inks p, Dice r)
    {
        double w = c.W, h = c.H, floor = h * .9, u = Min(w, h), top = h * .6;
        Props.Room(c, p, floor);
        for (var row = 0; row < 2; row++)
        {
            var y = h * (.26 + .16 * row);
            for (var i = 0; i < (int)(w / (u * .1)) - 1; i++)
                if (r.Next() > .2) c.Rect(u * .08 + i * u * .1, y - u * .06, u * .06, u * .06, new[] { p.Paper, p.K, p.S }[r.Below(3)], u * .012);
            c.Rect(u * .04, y, w - u * .08, 12, p.Wood).Rect(u * .04, y + 9, w - u * .08, 5, p.WoodK);
        }
        c.Rect(w * .06, top, w * .88, floor - top, p.S).Rect(w * .06, top, w * .88, u * .02, p.Sd);
        for (var x = w * .06; x < w * .94; x += u * .12) c.Rect(x + 8, top + u * .06, u * .1, floor - top - u * .1, p.Sd, 6, .5);
        c.Rect(w * .04, top - u * .03, w * .92, u * .04, p.Wood).Rect(w * .04, top - u * .03, w * .92, u * .012, p.WoodL);
        double mx = w * .58, mw = u * .3;
        c.Rect(mx, top - u * .26, mw, u * .23, p.Metal, u * .02).Rect(mx, top - u * .26, mw, u * .06, p.K, u * .02).Rect(mx + mw * .1, top - u * .13, mw * .8, u * .1, p.Black, 6).Circle(mx + mw * .2, top - u * .17, u * .02, p.Paper).Circle(mx + mw * .8, top - u * .17, u * .02, p.Paper);
        foreach (var f in new[] { .3, .66 }) c.Rect(mx + mw * f - u * .02, top - u * .07, u * .045, u * .04, p.Paper, 4).Stroke($"M{N(mx + mw * f)} {N(top - u * .12)}V{N(top - u * .08)}", p.MetalL, 6);
        c.Ellipse(w * .28, top - u * .035, u * .14, u * .015, p.Black, .2).Path($"M{N(w * .28 - u * .13)} {N(top - u * .04)}A{N(u * .13)} {N(u * .13)} 0 0 1 {N(w * .28 + u * .13)} {N(top - u * .04)}Z", p.Paper, .55).Circle(w * .28, top - u * .175, u * .012, p.MetalD);
        for (var i = 0; i < 3; i++) c.Ellipse(w * .28 + (i - 1) * u * .07, top - u * .065, u * .035, u * .026, i == 1 ? p.WoodD : p.Wood);
        foreach (var f in new[] { .22, .5, .78 }) Props.Pendant(c, p, w * f, h * .12, u / 1200);
    }

    private static void Bread(Canvas c, Inks p, Dice r)
    {
        double w = c.W, h = c.H;
        c.Rect(0, 0, w, h, p.T[p.Night ? 8 : 2]).Halftone(0, 0, w, h, p.T[p.Night ? 7 : 3], 15, .36);
        var rows = h > w ? 4 : w > h * 2 ? 2 : 3;
        for (var k = 0; k < rows; k++)
        {
            double unit = h / rows, y = unit * (k + 1) - unit * .08;
            for (var x = w * .02; x < w * .95;)
            {
                double bw = unit * r.Between(.42, .8), bh = unit * r.Between(.26, .4);
                string crust = new[] { p.WoodD, p.Wood, p.WoodK }[r.Below(3)];
                c.Path($"M{N(x)} {N(y)}C{N(x - bw * .06)} {N(y - bh)} {N(x + bw * .2)} {N(y - bh * 1.1)} {N(x + bw / 2)} {N(y - bh * 1.1)}C{N(x + bw * .8)} {N(y - bh * 1.1)} {N(x + bw * 1.06)} {N(y - bh)} {N(x + bw)} {N(y)}Z", crust);
                for (var i = 1; i < 4; i++) c.Stroke($"M{N(x + bw * (.1 + .2 * i))} {N(y - bh * .9)}Q{N(x + bw * (.18 + .2 * i))} {N(y - bh * .6)} {N(x + bw * (.14 + .2 * i))} {N(y - bh * .3)}", p.WoodL, unit * .025);
                x += bw + unit * .06;
            }
            c.Rect(0, y, w, unit * .06, p.Wood).Rect(0, y + unit * .045, w, unit * .025, p.WoodK);
        }
    }

    private static void Flowers(Canvas c, Inks p, Dice r, double from)
    {
        for (var i = 0; i < 90; i++)
        {
            double f = Pow(r.Next(), .7), y = c.H * (from + (1 - from) * f), s = c.H * (.006 + .016 * f), x = r.Next() * c.W;
            c.Stroke($"M{N(x)} {N(y)}q{N(s)} {N(s * 2)} 0 {N(s * 5)}", p.T[p.Night ? 6 : 7], Max(1.5, s * .3)).Circle(x, y, s, new[] { p.K, p.S, p.Paper, p.Kl }[r.Below(4)]).Circle(x, y, s * .4, p.Lit);
        }
    }

    private static void Hives(Canvas c, Inks p, Dice r)
    {
        double w = c.W, h = c.H, u = Min(w, h);
        Fields(c, p, r, .44);
        Props.Tree(c, p, w * .86, h * .7, u * .5, r);
        Props.Hill(c, h * .74, h * .02, p.T[p.Night ? 7 : 5], r);
        var n = w > h * 1.3 ? 5 : 3;
        for (var i = 0; i < n; i++)
        {
            var j = i;
            c.At(w * (.16 + .66 * i / (n - 1)), h * (.86 - .03 * (i % 2)), u / 900, () => Props.Hive(c, p, 1, j % 2 == 0 ? p.Paper : p.S, j % 2 == 0 ? p.T[3] : p.Sd));
        }
        Flowers(c, p, r, .86);
        for (var i = 0; i < 14; i++)
        {
            double x = w * r.Between(.08, .9), y = h * r.Between(.4, .72), s = u * .007;
            c.Ellipse(x, y, s * 1.5, s, p.Kl).Rect(x - s * .4, y - s, s * .5, s * 2, p.Black).Ellipse(x, y - s * 1.2, s, s * .7, p.Paper, .8);
        }
    }

    private static void Comb(Canvas c, Inks p, Dice r)
    {
        double R = Max(c.W, c.H) / 16, dx = R * Sqrt(3), dy = R * 1.5;
        c.Rect(0, 0, c.W, c.H, p.Kd);
        for (int row = -1; row * dy < c.H + R; row++)
            for (int i = -1; i * dx < c.W + R; i++)
            {
                double x = i * dx + (row & 1) * dx / 2, y = row * dy;
                (double, double)[] Hex(double q) => [.. Enumerable.Range(0, 6).Select(k => (x + q * Sin(PI / 3 * k), y + q * Cos(PI / 3 * k)))];
                c.Poly(p.K, 1, Hex(R * .93)).Poly(r.Next() > .3 ? p.Kl : p.Lit, 1, Hex(R * .76)).Ellipse(x - R * .22, y - R * .26, R * .2, R * .12, p.Paper, .55);
            }
    }

    private static void Piano(Canvas c, Inks p, Dice r)
    {
        double w = c.W, h = c.H, floor = h * .82, u = Min(w, h);
        Props.Room(c, p, floor);
        Props.Window(c, p, w * (w > h * 1.3 ? .12 : .08), h * .12, u * .28, u * .44, r, 2, 3);
        Props.Beam(c, p, w * .1, floor, u * .4);
        double pw = u * .66, px = w * (w > h * 1.3 ? .5 : .3), ph = u * .5, y = floor + u * .03;
        c.Ellipse(px + pw / 2, y + 8, pw * .56, u * .02, p.Black, .28);
        c.Rect(px, y - ph, pw, ph, p.WoodK, 6).Rect(px - u * .012, y - ph - u * .02, pw + u * .024, u * .03, p.WoodD, 4);
        foreach (var f in new[] { .06, .53 }) c.Rect(px + pw * f, y - ph + u * .04, pw * .41, u * .15, p.WoodD, 4).Rect(px + pw * f + 10, y - ph + u * .04 + 10, pw * .41 - 20, u * .15 - 20, p.WoodK, 3, .6);
        c.Rect(px + pw * .34, y - ph + u * .05, pw * .32, u * .14, p.Paper, 2).Stroke($"M{N(px + pw * .5)} {N(y - ph + u * .05)}v{N(u * .14)}", p.T[3], 3);
        for (var i = 0; i < 4; i++) c.Rect(px + pw * .36, y - ph + u * (.075 + .03 * i), pw * .12, 3, p.Line).Rect(px + pw * .52, y - ph + u * (.075 + .03 * i), pw * .12, 3, p.Line);
        c.Rect(px - u * .02, y - ph * .52, pw + u * .04, u * .03, p.WoodD).Rect(px, y - ph * .52 - u * .03, pw, u * .032, p.Paper);
        for (var i = 0; i < 36; i++) if (i % 7 is not (2 or 6)) c.Rect(px + pw * (i + .7) / 36, y - ph * .52 - u * .03, pw / 60, u * .02, p.Black);
        foreach (var f in new[] { 0.0, .95 }) c.Rect(px + pw * f, y - ph * .5 + u * .02, pw * .05, ph * .5 - u * .02, p.WoodD);
        c.Rect(px + pw * .46, y - u * .03, pw * .03, u * .02, p.Lit).Rect(px + pw * .52, y - u * .03, pw * .03, u * .02, p.Lit);
        c.Rect(px + pw * .28, y - u * .16 + u * .06, pw * .44, u * .045, p.K, 8).Rect(px + pw * .32, y - u * .06, u * .025, u * .11, p.WoodK).Rect(px + pw * .64, y - u * .06, u * .025, u * .11, p.WoodK);
        Props.Plant(c, p, w * .93, floor + u * .06, u / 1000);
        Props.Pendant(c, p, px + pw * .5, h * .12, u / 1100);
    }

    private static void Keys(Canvas c, Inks p, Dice r)
    {
        double w = c.W, h = c.H;
        c.Rect(0, 0, w, h, p.K).Halftone(0, 0, w, h * .4, p.Kd, 16, .42, up: true);
        c.Rect(0, h * .24, w, h * .1, p.WoodK).Rect(0, h * .31, w, h * .03, p.S);
        var n = Max(7, (int)(w / h * 12));
        var kw = w / n;
        for (var i = 0; i < n; i++) c.Rect(i * kw + 2, h * .34, kw - 4, h * .56, p.Paper, 6).Rect(i * kw + kw * .8, h * .34, kw * .2 - 3, h * .56, p.T[2], opacity: .8).Rect(i * kw + 2, h * .88, kw - 4, h * .03, p.T[3], 4);
        for (var i = 0; i < n; i++) if (i % 7 is not (2 or 6)) c.Rect((i + .68) * kw, h * .34, kw * .64, h * .34, p.Black, 5).Rect((i + .76) * kw, h * .35, kw * .4, h * .29, p.T[8], 4);
        c.Rect(0, h * .91, w, h * .09, p.WoodK);
    }

    private static void Strings(Canvas c, Inks p, Dice r)
    {
        double w = c.W, h = c.H;
        c.Rect(0, 0, w, h, p.WoodD).Halftone(0, 0, w, h, p.WoodK, 14, .36).Path($"M0 0H{N(w)}V{N(h * .3)}C{N(w * .7)} {N(h * .22)} {N(w * .4)} {N(h * .34)} 0 {N(h * .26)}Z", p.K).Path($"M0 {N(h)}H{N(w)}V{N(h * .86)}C{N(w * .6)} {N(h * .78)} {N(w * .3)} {N(h * .9)} 0 {N(h * .82)}Z", p.Kd);
        var n = (int)(w / 34);
        for (var i = 0; i <= n; i++)
        {
            var x = w * i / n;
            c.Line(p.MetalL, i % 3 == 0 ? 6 : 3.5, (x, h * .12), (x + w * .06, h * .9)).Circle(x, h * (.1 + .05 * (i % 3)), 11, p.Metal).Circle(x - 2, h * (.1 + .05 * (i % 3)) - 2, 5, p.Paper);
            if (i % 2 == 0) c.Rect(x + w * .03, h * .54, 24, h * .1, p.Paper, 10).Rect(x + w * .03, h * .6, 24, h * .05, p.S, 4).Rect(x + w * .03 + 8, h * .64, 8, h * .16, p.WoodL);
        }
    }

    private static void ChairRoom(Canvas c, Inks p, Dice r, bool bench)
    {
        double w = c.W, h = c.H, floor = h * .76, u = Min(w, h);
        Props.Room(c, p, floor, .4);
        Props.Window(c, p, w * .08, h * .12, u * .3, u * .3, r);
        Props.Beam(c, p, w * .1, floor, u * .4);
        if (w > h * 1.2) Props.ToolBoard(c, p, w * .34, h * .12, w * .24, h * .28, r);
        Props.Bench(c, p, w > h * 1.2 ? w * .28 : w * .5, floor - u * .2, w > h * 1.2 ? w * .3 : w * .46, u * .22, r);
        c.At(w * (w > h * 1.2 ? .74 : .4), floor + u * .14, u / 640, () => Props.Armchair(c, p, p.K, p.Kd, p.Kl));
        Props.Pendant(c, p, w * .7, h * .12, u / 1000);
    }

    private static void Cloth(Canvas c, Inks p, Dice r)
    {
        double w = c.W, h = c.H;
        c.Rect(0, 0, w, h, p.T[p.Night ? 8 : 3]).Halftone(0, 0, w, h, p.T[p.Night ? 7 : 4], 15, .36);
        string[] fills = [p.K, p.S, p.Paper, p.Kd, p.Sl, p.WoodL, p.Kl, p.Sd];
        var n = Max(5, (int)(w / (Min(w, h) * .16)));
        for (var i = 0; i < n; i++)
        {
            double x = w * (i + .12) / n, bw = w * .8 / n, top = h * r.Between(.08, .2);
            var f = fills[i % fills.Length];
            c.Rect(x, top, bw, h - top, f, bw * .3).Rect(x + bw * .7, top, bw * .3, h - top, p.Black, bw * .2, .16).Ellipse(x + bw / 2, top + bw * .2, bw * .5, bw * .2, f).Ellipse(x + bw / 2, top + bw * .2, bw * .3, bw * .11, p.T[2]).Ellipse(x + bw / 2, top + bw * .2, bw * .12, bw * .05, p.WoodK);
            for (var k = 0; k < 8; k++) c.Rect(x, top + bw * .6 + k * h * .1, bw, h * .02, fills[(i + 3) % fills.Length], opacity: i % 2 == 0 ? .7 : 0);
        }
    }

    private static void Sewing(Canvas c, Inks p, Dice r)
    {
        double w = c.W, h = c.H, u = Min(w, h);
        c.Rect(0, 0, w, h, p.Wood);
        for (var y = 0.0; y < h; y += u * .14) c.Rect(0, y, w, 4, p.WoodD, opacity: .6);
        c.At(w * .3, h * .56, u / 500, () => c.Rect(-150, -120, 300, 250, p.K, 6).Path("M-150 -120H150V-60C60 -90 -40 -30 -150 -70Z", p.Kd, .5), -12);
        c.At(w * .56, h * .5, u / 420, () => c.Path("M0 0L170 -96L178 -84L20 22Z", p.MetalL).Path("M0 0L190 -30L190 -16L16 26Z", p.Metal).Circle(4, 10, 9, p.Black).Stroke("M0 8C-60 10 -100 60 -70 90C-40 110 -10 60 4 20M6 16C-20 60 -30 120 6 130C40 130 30 70 12 22", p.S, 14), 10);
        foreach (var (fx, fy, k) in new[] { (.82, .74, p.S), (.9, .54, p.K), (.14, .2, p.Sl), (.72, .9, p.Kl) }) c.At(w * fx, h * fy, u / 560, () => c.Ellipse(6, 60, 46, 10, p.Black, .25).Rect(-40, -60, 80, 14, p.WoodL, 6).Rect(-32, -46, 64, 92, k, 4).Stroke("M-30 -30L30 -20M-30 -8L30 2M-30 14L30 24", p.Paper, 3, .5).Rect(-40, 46, 80, 14, p.WoodL, 6));
        for (var i = 0; i < 26; i++) { double x = w * r.Between(.4, .7), y = h * r.Between(.72, .94); c.Circle(x, y, u * .011, p.MetalD).Circle(x - 2, y - 2, u * .005, p.Paper); }
    }

    private static void Car(Canvas c, Inks p) => c.Ellipse(0, 8, 230, 18, p.Black, .28)
        .Path("M-210 -12C-214 -60 -196 -84 -140 -92C-112 -144 -80 -168 -20 -170H50C100 -168 124 -134 146 -94C196 -88 212 -66 210 -12Z", p.K)
        .Path("M-210 -12C-210 -34 -206 -50 -200 -60H206C210 -48 212 -30 210 -12Z", p.Kd)
        .Path("M-116 -94C-94 -132 -70 -150 -24 -152V-94Z", p.T[7]).Path("M-8 -94V-152H44C82 -150 102 -126 120 -94Z", p.T[7]).Path("M-116 -94C-104 -116 -92 -128 -76 -138L-100 -94ZM30 -152L6 -94H-4V-152Z", p.Paper, .4)
        .Circle(-120, -8, 44, p.Black).Circle(-120, -8, 22, p.MetalL).Circle(122, -8, 44, p.Black).Circle(122, -8, 22, p.MetalL).Rect(188, -70, 22, 16, p.Lit, 6).Rect(-210, -66, 14, 18, p.S, 4)
        .Rect(-44, -204, 74, 34, p.Paper, 4).Path("M-14 -198V-176H0", p.K).Rect(-12, -198, 8, 24, p.K).Rect(-12, -182, 20, 8, p.K);

    private static void Road(Canvas c, Inks p, Dice r)
    {
        double w = c.W, h = c.H, u = Min(w, h);
        Fields(c, p, r, .46);
        c.Path($"M{N(w * .52)} {N(h * .6)}C{N(w * .3)} {N(h * .66)} {N(w * .2)} {N(h * .74)} 0 {N(h * .78)}V{N(h)}H{N(w)}V{N(h * .72)}C{N(w * .8)} {N(h * .72)} {N(w * .7)} {N(h * .64)} {N(w * .56)} {N(h * .6)}Z", p.T[p.Night ? 8 : 7]);
        c.Stroke($"M{N(w * .03)} {N(h * .92)}H{N(w)}", p.Paper, u * .012, .9, $"{N(u * .07)} {N(u * .05)}");
        for (var i = 0; i < 6; i++) c.Rect(w * (.02 + .2 * i), h * .7 - (i % 2) * h * .01, u * .014, h * .07, p.Paper).Rect(w * (.02 + .2 * i), h * .705, u * .014, h * .02, p.K);
        c.At(w * .56, h * .87, u / 760, () => Car(c, p));
        Props.Tree(c, p, w * .9, h * .72, u * .44, r);
    }

    private static void Junction(Canvas c, Inks p, Dice r)
    {
        double w = c.W, h = c.H, u = Min(w, h), road = u * .28;
        c.Rect(0, 0, w, h, p.T[p.Night ? 7 : 4]).Halftone(0, 0, w, h, p.T[p.Night ? 8 : 5], 16, .36);
        c.Rect(0, h * .4 - road / 2, w, road, p.T[8]).Rect(w * .56 - road / 2, h * .4, road, h, p.T[8]);
        c.Stroke($"M0 {N(h * .4)}H{N(w)}", p.Paper, 8, .9, "46 34").Stroke($"M{N(w * .56)} {N(h * .4 + road)}V{N(h)}", p.Paper, 8, .9, "46 34").Rect(w * .56 - road / 2 + 8, h * .4 + road / 2 + 14, road / 2 - 14, 12, p.Paper).Rect(w * .56 - road / 2 + 8, h * .4 + road / 2 + 34, road / 2 - 14, 8, p.Paper);
        c.At(w * .56 - road * .25, h * .4 + road * 1.1, u / 900, () => c.Rect(-60, -110, 120, 240, p.Black, 40, .25).Rect(-66, -120, 120, 240, p.K, 40).Rect(-50, -70, 88, 50, p.T[7], 14).Rect(-50, 60, 88, 34, p.T[7], 12).Rect(-46, -16, 80, 70, p.Kl, 12));
        c.At(w * .2, h * .4 + road * .26, u / 900, () => c.Rect(-110, -50, 230, 112, p.Black, 40, .25).Rect(-120, -56, 230, 112, p.S, 40).Rect(20, -42, 50, 84, p.T[7], 14));
        for (var i = 0; i < 16; i++) { double x = r.Next() * w, y = r.Next() > .5 ? h * r.Between(.02, .16) : h * r.Between(.66, .96); if (Abs(x - w * .56) > road) Props.Leaves(c, x, y, u * .06, u * .06, p.T[6], r); }
    }

    private static void Street(Canvas c, Inks p, Dice r)
    {
        double w = c.W, h = c.H, gy = h * .84;
        c.Rect(0, 0, w, h, c.Gradient((0, p.T[p.Night ? 9 : 6]), (1, p.Night ? p.T[7] : p.Kl))).Halftone(0, 0, w, h * .4, p.T[p.Night ? 9 : 7], 14, .34, up: true, opacity: .6).Circle(w * .74, h * .18, Min(w, h) * .07, p.Lit);
        for (var layer = 0; layer < 2; layer++)
            for (var x = -w * .05 * layer; x < w;)
            {
                double bw = Min(w, h) * r.Between(.2, .3), bh = h * (layer == 0 ? r.Between(.42, .56) : r.Between(.3, .44)), top = gy - bh;
                var fill = p.T[layer == 0 ? 7 : 8];
                c.Rect(x, top, bw, bh, fill).Poly(layer == 0 ? p.Sd : p.Kd, 1, (x - 6, top + 4), (x + bw / 2, top - bw * .4), (x + bw + 6, top + 4)).Rect(x + bw * .7, top - bw * .42, bw * .12, bw * .3, fill);
                if (layer == 1)
                    for (var row = 0; row < 2; row++)
                        for (var i = 0; i < 2; i++) c.Rect(x + bw * (.16 + .42 * i), top + bh * (.14 + .36 * row), bw * .26, bh * .22, r.Next() > .35 ? p.Lit : p.T[6], 3).Rect(x + bw * (.28 + .42 * i), top + bh * (.14 + .36 * row), 4, bh * .22, fill);
                x += bw;
            }
        c.Rect(0, gy, w, h - gy, p.T[8]).Halftone(0, gy, w, h - gy, p.T[9], 12, .4);
        foreach (var f in new[] { .16, .52, .88 })
        {
            c.Line(p.Black, 9, (w * f, gy + h * .04), (w * f, gy - h * .3)).Stroke($"M{N(w * f)} {N(gy - h * .3)}q4 -30 34 -30", p.Black, 8).Ellipse(w * f + 36, gy - h * .3 - 24, 18, 10, p.Lit).Poly(p.Lit, .18, (w * f + 22, gy - h * .3 - 18), (w * f + 50, gy - h * .3 - 18), (w * f + 150, gy + h * .05), (w * f - 80, gy + h * .05));
        }
    }

    private static void Wiring(Canvas c, Inks p, Dice r)
    {
        double w = c.W, h = c.H, u = Min(w, h), bw = Min(w * .8, u * 1.1), bh = Min(h * .8, u * .78), x = (w - bw) / 2, y = (h - bh) / 2;
        c.Rect(0, 0, w, h, p.S).Halftone(0, 0, w, h, p.Sd, 16, .4);
        foreach (var (f, k) in new[] { (.2, p.K), (.36, p.Black), (.52, p.Kl), (.7, p.Paper) }) c.Stroke($"M{N(x + bw * f)} -10C{N(x + bw * f)} {N(y * .6)} {N(x + bw * (f + .05))} {N(y * .5)} {N(x + bw * (f + .05))} {N(y + 20)}", k, u * .018);
        c.Rect(x + 12, y + 16, bw, bh, p.Black, 14, .25).Rect(x, y, bw, bh, p.Paper, 14).Rect(x + bw * .04, y + bh * .06, bw * .92, bh * .88, p.T[2], 8);
        for (var row = 0; row < 2; row++)
        {
            var yy = y + bh * (.14 + .4 * row);
            c.Rect(x + bw * .07, yy + bh * .13, bw * .86, bh * .03, p.MetalD);
            for (var i = 0; i < 9; i++)
            {
                double mx = x + bw * (.08 + .094 * i), mw = bw * .085;
                c.Rect(mx, yy, mw, bh * .3, p.Paper, 4).Rect(mx + mw * .86, yy, mw * .14, bh * .3, p.T[3]).Rect(mx + mw * .28, yy + bh * (r.Next() > .12 ? .08 : .14), mw * .44, bh * .1, i == 0 ? p.K : p.Black, 4).Rect(mx + mw * .2, yy + bh * .24, mw * .6, bh * .025, p.T[4]);
            }
        }
    }

    private static void Lamps(Canvas c, Inks p, Dice r)
    {
        double w = c.W, h = c.H, floor = h * .88, u = Min(w, h);
        Props.Room(c, p, floor);
        Props.Window(c, p, w * .5 - u * .2, h * .3, u * .4, u * .24, r);
        c.Rect(w * .5 - u * .4, floor - u * .2, u * .8, u * .04, p.Wood).Rect(w * .5 - u * .36, floor - u * .16, u * .03, u * .22, p.WoodD).Rect(w * .5 + u * .33, floor - u * .16, u * .03, u * .22, p.WoodD);
        foreach (var f in new[] { -.26, 0, .26 }) Props.Pendant(c, p, w * .5 + u * f, h * .2, u / 900);
        Props.Tin(c, p, w * .5 - u * .04, floor - u * .2, u * .07, u * .1, p.S, p.Paper);
    }
}
