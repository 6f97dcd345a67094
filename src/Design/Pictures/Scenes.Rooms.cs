using Plurimax.Design.Styling;
using static System.Math;

namespace Plurimax.Design.Pictures;

/// <content>Rooms and workshops.</content>
public static partial class Scenes
{
    private static void Workshop(Canvas c, Inks p, Dice r, bool bicycle)
    {
        double w = c.W,
            h = c.H,
            floor = h * .77,
            u = Min(w, h);
        Props.Room(c, p, floor, .6);
        var wide = w > h * 1.2;
        double benchW = wide ? w * .42 : w * .72,
            bx = wide ? w * .5 : w * .06,
            by = floor - u * .2;
        if (wide)
            Props.Window(c, p, w * .28, h * .14, w * .15, h * .34, r);
        else
            Props.Window(c, p, w * .08, h * .12, w * .32, h * .26, r);
        Props.ToolBoard(c, p, wide ? w * .56 : w * .5, h * .12, wide ? w * .34 : w * .42, h * .26, r);
        Props.Beam(c, p, wide ? w * .26 : w * .1, floor, u * .4);
        Props.Bench(c, p, bx, by, benchW, floor - by + u * .03, r);
        for (var i = 0; i < 4; i++)
            Props.Tin(c, p, bx + benchW * (.08 + .1 * i), by, u * .045, u * r.Between(.05, .09), i % 2 == 0 ? p.S : p.K, p.Paper);
        var s = u / (wide ? 800 : 900);
        if (bicycle)
            c.At(wide ? w * .6 : w * .36, floor - 5 * s, s, () => Props.Bike(c, p, r.Below(2) == 0 ? "drop" : "flat", stand: true));
        else
            Crates(c, p, r, wide ? w * .34 : w * .56, floor + u * .1, u * .17);
        Props.Pendant(c, p, wide ? w * .72 : w * .7, h * .1, u / 1000);
    }

    /// <summary>Two or three crates, one of them on top, and a stool.</summary>
    private static void Crates(Canvas c, Inks p, Dice r, double x, double ground, double size)
    {
        void Crate(double left, double bottom, double high)
        {
            c.Rect(left, bottom - high, size, high, p.Wood);
            for (var i = 0; i < 3; i++)
                c.Rect(left, bottom - high + i * high / 3, size, high * .05, p.WoodK);
            c.Rect(left, bottom - high, size * .09, high, p.WoodD).Rect(left + size * .91, bottom - high, size * .09, high, p.WoodD);
        }
        var high = size * r.Between(.62, .8);
        Crate(x, ground, high);
        Crate(x + size * 1.06, ground, high * r.Between(.8, 1));
        if (r.Below(2) == 0)
            Crate(x + size * r.Between(.2, .5), ground - high, high * .75);
        double seat = x + size * r.Between(2.5, 2.9),
            top = ground - size * .95;
        foreach (var leg in new[] { .08, .45, .82 })
            c.Rect(seat + size * .7 * leg, top, size * .07, size * .95, p.WoodK);
        c.Rect(seat, top, size * .7, size * .1, p.K);
    }

    private static void Studio(Canvas c, Inks p, Dice r)
    {
        double w = c.W,
            h = c.H,
            floor = h * .76,
            u = Min(w, h);
        Props.Room(c, p, floor, .5, boards: false);
        foreach (var x in w > h * 1.3 ? new[] { .1, .3 } : new[] { .12 })
        {
            double ww = u * .24,
                wh = u * .46,
                wx = w * x,
                wy = h * .14;
            c.ClipPath($"M{N(wx)} {N(wy + ww / 2)}A{N(ww / 2)} {N(ww / 2)} 0 0 1 {N(wx + ww)} {N(wy + ww / 2)}V{N(wy + wh)}H{N(wx)}Z", () =>
                Props.Town(c, p, wx, wy, ww, wh, r)
            );
            c.Stroke(
                $"M{N(wx)} {N(wy + wh)}V{N(wy + ww / 2)}A{N(ww / 2)} {N(ww / 2)} 0 0 1 {N(wx + ww)} {N(wy + ww / 2)}V{N(wy + wh)}ZM"
                    + $"{N(wx + ww / 2)} {N(wy)}V{N(wy + wh)}M{N(wx)} {N(wy + wh * .55)}H{N(wx + ww)}",
                p.Paper,
                10
            );
        }
        Props.Beam(c, p, w * .14, floor, u * .36);
        for (var i = 0; i < 9; i++)
            c.Rect(w * .72, floor - u * (.52 - .055 * i), u * .2, u * .016, p.Wood);
        c.Rect(w * .72 - 8, floor - u * .54, 14, u * .54, p.WoodD).Rect(w * .72 + u * .2, floor - u * .54, 14, u * .54, p.WoodD);
        double cx = w * .36,
            cw = u * .46,
            cy = floor + u * .04;
        c.Ellipse(cx + cw / 2, cy + u * .015, cw * .54, u * .018, p.Black, .25);
        foreach (var f in new[] { .08, .86 })
            c.Rect(cx + cw * f, cy - u * .18, u * .025, u * .19, p.MetalD);
        c.Rect(cx, cy - u * .24, cw, u * .075, p.K, u * .02)
            .Rect(cx, cy - u * .185, cw, u * .025, p.Kd, u * .01)
            .Rect(cx + cw * .04, cy - u * .275, cw * .22, u * .045, p.Paper, u * .02);
        c.Circle(w * .88, floor + u * .03, u * .11, p.S).Circle(w * .88 - u * .03, floor - u * .01, u * .05, p.Sl, .7);
        Props.Plant(c, p, w * .08, floor + u * .1, u / 900);
    }

    private static void WindowRoom(Canvas c, Inks p, Dice r)
    {
        double w = c.W,
            h = c.H,
            floor = h * .78,
            u = Min(w, h);
        Props.Room(c, p, floor);
        Props.Window(c, p, w * .5 - u * .3, h * .12, u * .6, u * .4, r, 4);
        Props.Beam(c, p, w * .5 - u * .2, floor, u * .5);
        Props.Plant(c, p, w * .16, floor + u * .08, u / 700);
        c.Rect(w * .72, floor - u * .2, u * .22, u * .03, p.Wood)
            .Rect(w * .72 + u * .02, floor - u * .17, u * .02, u * .2, p.WoodD)
            .Rect(w * .72 + u * .18, floor - u * .17, u * .02, u * .2, p.WoodD);
        // On the little table: a few books, or a cup.
        if (r.Below(2) == 0)
            for (var i = 0; i < 3; i++)
                c.Rect(
                    w * .72 + u * (.03 + r.Between(0, .02)),
                    floor - u * (.222 + .022 * i),
                    u * r.Between(.1, .14),
                    u * .022,
                    new[] { p.K, p.S, p.Kd }[i]
                );
        else
        {
            double cx = w * .72 + u * .07,
                cy = floor - u * .2;
            c.Rect(cx, cy - u * .055, u * .05, u * .055, p.K, u * .01)
                .Stroke($"M{N(cx + u * .05)} {N(cy - u * .045)}a{N(u * .016)} {N(u * .016)} 0 0 1 0 {N(u * .032)}", p.K, u * .009);
        }
    }

    private static void Bedroom(Canvas c, Inks p, Dice r)
    {
        double w = c.W,
            h = c.H,
            floor = h * .84,
            u = Min(w, h);
        c.Rect(0, 0, w, h, p.T[p.Night ? 8 : 1]);
        for (var x = 0.0; x < w; x += u * .08)
            c.Rect(x, 0, u * .03, floor, p.T[p.Night ? 7 : 2]);
        c.Rect(0, floor, w, h - floor, p.Wood).Rect(0, floor, w, 8, p.WoodK, opacity: .5);
        double wx = w * .5 - u * .2,
            ww = u * .4;
        Props.Window(c, p, wx, h * .1, ww, u * .32, r, 2);
        foreach (var (x, flip) in new[] { (wx - u * .06, 1), (wx + ww + u * .06, -1) })
            c.Path(
                $"M{N(x - flip * u * .05)} {N(h * .07)}H{N(x + flip * u * .1)}C{N(x + flip * u * .08)} {N(h * .07 + u * .2)} "
                    + $"{N(x + flip * u * .02)} {N(h * .07 + u * .3)} {N(x + flip * u * .04)} {N(h * .1 + u * .42)}H"
                    + $"{N(x - flip * u * .06)}Z",
                p.K
            );
        double bx = w * .5 - u * .36,
            bw = u * .72,
            by = floor - u * .02;
        c.Rect(bx - u * .03, by - u * .42, u * .05, u * .46, p.WoodD, 8).Rect(bx + bw - u * .02, by - u * .26, u * .05, u * .3, p.WoodD, 8);
        c.Rect(bx, by - u * .22, bw, u * .22, p.Paper, u * .02)
            .Rect(bx + bw * .24, by - u * .24, bw * .76, u * .24, p.S, u * .03)
            .Rect(bx + bw * .6, by - u * .25, bw * .3, u * .26, p.K, u * .02);
        c.Path(
                $"M{N(bx + u * .02)} {N(by - u * .2)}C{N(bx + u * .02)} {N(by - u * .32)} {N(bx + u * .2)} {N(by - u * .32)} "
                    + $"{N(bx + u * .2)} {N(by - u * .2)}Z",
                p.Paper
            )
            .Ellipse(bx + u * .12, by - u * .22, u * .09, u * .05, p.T[2], .8);
        c.Ellipse(w * .5, h * .95, u * .4, h * .03, p.K, .8).Ellipse(w * .5, h * .95, u * .3, h * .02, p.Paper, .5);
    }

    private static void Counter(Canvas c, Inks p, Dice r)
    {
        double w = c.W,
            h = c.H,
            floor = h * .9,
            u = Min(w, h),
            top = h * .6;
        Props.Room(c, p, floor);
        for (var row = 0; row < 2; row++)
        {
            var y = h * (.26 + .16 * row);
            for (var i = 0; i < (int)(w / (u * .1)) - 1; i++)
                if (r.Next() > .2)
                    c.Rect(u * .08 + i * u * .1, y - u * .06, u * .06, u * .06, new[] { p.Paper, p.K, p.S }[r.Below(3)], u * .012);
            c.Rect(u * .04, y, w - u * .08, 12, p.Wood).Rect(u * .04, y + 9, w - u * .08, 5, p.WoodK);
        }
        c.Rect(w * .06, top, w * .88, floor - top, p.S).Rect(w * .06, top, w * .88, u * .02, p.Sd);
        for (var x = w * .06; x < w * .94; x += u * .12)
            c.Rect(x + 8, top + u * .06, u * .1, floor - top - u * .1, p.Sd, 6, .5);
        c.Rect(w * .04, top - u * .03, w * .92, u * .04, p.Wood).Rect(w * .04, top - u * .03, w * .92, u * .012, p.WoodL);
        double mx = w * .58,
            mw = u * .3;
        c.Rect(mx, top - u * .26, mw, u * .23, p.Metal, u * .02)
            .Rect(mx, top - u * .26, mw, u * .06, p.K, u * .02)
            .Rect(mx + mw * .1, top - u * .13, mw * .8, u * .1, p.Black, 6)
            .Circle(mx + mw * .2, top - u * .17, u * .02, p.Paper)
            .Circle(mx + mw * .8, top - u * .17, u * .02, p.Paper);
        foreach (var f in new[] { .3, .66 })
            c.Rect(mx + mw * f - u * .02, top - u * .07, u * .045, u * .04, p.Paper, 4)
                .Stroke($"M{N(mx + mw * f)} {N(top - u * .12)}V{N(top - u * .08)}", p.MetalL, 6);
        c.Ellipse(w * .28, top - u * .035, u * .14, u * .015, p.Black, .2)
            .Path(
                $"M{N(w * .28 - u * .13)} {N(top - u * .04)}A{N(u * .13)} {N(u * .13)} 0 0 1 {N(w * .28 + u * .13)} {N(top - u * .04)}Z",
                p.Paper,
                .55
            )
            .Circle(w * .28, top - u * .175, u * .012, p.MetalD);
        for (var i = 0; i < 3; i++)
            c.Ellipse(w * .28 + (i - 1) * u * .07, top - u * .065, u * .035, u * .026, i == 1 ? p.WoodD : p.Wood);
        foreach (var f in new[] { .22, .5, .78 })
            Props.Pendant(c, p, w * f, h * .12, u / 1200);
    }

    private static void Piano(Canvas c, Inks p, Dice r)
    {
        double w = c.W,
            h = c.H,
            floor = h * .82,
            u = Min(w, h);
        Props.Room(c, p, floor);
        Props.Window(c, p, w * (w > h * 1.3 ? .12 : .08), h * .12, u * .28, u * .44, r, 2, 3);
        Props.Beam(c, p, w * .1, floor, u * .4);
        double pw = u * .66,
            px = w * (w > h * 1.3 ? .5 : .3),
            ph = u * .5,
            y = floor + u * .03;
        c.Ellipse(px + pw / 2, y + 8, pw * .56, u * .02, p.Black, .28);
        c.Rect(px, y - ph, pw, ph, p.WoodK, 6).Rect(px - u * .012, y - ph - u * .02, pw + u * .024, u * .03, p.WoodD, 4);
        foreach (var f in new[] { .06, .53 })
            c.Rect(px + pw * f, y - ph + u * .04, pw * .41, u * .15, p.WoodD, 4)
                .Rect(px + pw * f + 10, y - ph + u * .04 + 10, pw * .41 - 20, u * .15 - 20, p.WoodK, 3, .6);
        c.Rect(px + pw * .34, y - ph + u * .05, pw * .32, u * .14, p.Paper, 2)
            .Stroke($"M{N(px + pw * .5)} {N(y - ph + u * .05)}v{N(u * .14)}", p.T[3], 3);
        for (var i = 0; i < 4; i++)
            c.Rect(px + pw * .36, y - ph + u * (.075 + .03 * i), pw * .12, 3, p.Line)
                .Rect(px + pw * .52, y - ph + u * (.075 + .03 * i), pw * .12, 3, p.Line);
        c.Rect(px - u * .02, y - ph * .52, pw + u * .04, u * .03, p.WoodD).Rect(px, y - ph * .52 - u * .03, pw, u * .032, p.Paper);
        for (var i = 0; i < 36; i++)
            if (i % 7 is not (2 or 6))
                c.Rect(px + pw * (i + .7) / 36, y - ph * .52 - u * .03, pw / 60, u * .02, p.Black);
        foreach (var f in new[] { 0.0, .95 })
            c.Rect(px + pw * f, y - ph * .5 + u * .02, pw * .05, ph * .5 - u * .02, p.WoodD);
        c.Rect(px + pw * .46, y - u * .03, pw * .03, u * .02, p.Lit).Rect(px + pw * .52, y - u * .03, pw * .03, u * .02, p.Lit);
        c.Rect(px + pw * .28, y - u * .16 + u * .06, pw * .44, u * .045, p.K, 8)
            .Rect(px + pw * .32, y - u * .06, u * .025, u * .11, p.WoodK)
            .Rect(px + pw * .64, y - u * .06, u * .025, u * .11, p.WoodK);
        Props.Plant(c, p, w * .93, floor + u * .06, u / 1000);
        Props.Pendant(c, p, px + pw * .5, h * .12, u / 1100);
    }

    private static void ChairRoom(Canvas c, Inks p, Dice r)
    {
        double w = c.W,
            h = c.H,
            floor = h * .76,
            u = Min(w, h);
        Props.Room(c, p, floor, .4);
        Props.Window(c, p, w * .08, h * .12, u * .3, u * .3, r);
        Props.Beam(c, p, w * .1, floor, u * .4);
        if (w > h * 1.2)
            Props.ToolBoard(c, p, w * .34, h * .12, w * .24, h * .28, r);
        Props.Bench(c, p, w > h * 1.2 ? w * .28 : w * .5, floor - u * .2, w > h * 1.2 ? w * .3 : w * .46, u * .22, r);
        c.At(w * (w > h * 1.2 ? .74 : .4), floor + u * .14, u / 640, () => Props.Armchair(c, p, p.K, p.Kd, p.Kl));
        Props.Pendant(c, p, w * .7, h * .12, u / 1000);
    }

    private static void Lamps(Canvas c, Inks p, Dice r)
    {
        double w = c.W,
            h = c.H,
            floor = h * .88,
            u = Min(w, h);
        Props.Room(c, p, floor);
        Props.Window(c, p, w * .5 - u * .2, h * .3, u * .4, u * .24, r);
        c.Rect(w * .5 - u * .4, floor - u * .2, u * .8, u * .04, p.Wood)
            .Rect(w * .5 - u * .36, floor - u * .16, u * .03, u * .22, p.WoodD)
            .Rect(w * .5 + u * .33, floor - u * .16, u * .03, u * .22, p.WoodD);
        foreach (var f in new[] { -.26, 0, .26 })
            Props.Pendant(c, p, w * .5 + u * f, h * .2, u / 900);
        Props.Tin(c, p, w * .5 - u * .04, floor - u * .2, u * .07, u * .1, p.S, p.Paper);
    }
}
