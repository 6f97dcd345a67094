using Plurimax.Design.Styling;
using static System.Math;

namespace Plurimax.Design.Pictures;

/// <content>Coast, fields and woods.</content>
public static partial class Scenes
{
    private static void Quay(Canvas c, Inks p, Dice r)
    {
        double w = c.W,
            h = c.H,
            hz = h * .48,
            gy = h * .76,
            u = Min(w, h);
        Props.Sky(c, p, hz, .72);
        c.Path(
            $"M0 {N(hz)}V{N(hz - h * .06)}C{N(w * .2)} {N(hz - h * .1)} {N(w * .3)} {N(hz - 10)} {N(w * .5)} {N(hz)}Z",
            p.T[p.Night ? 7 : 4]
        );
        Props.Lighthouse(c, p, w * .16, hz - h * .05, h / 1300);
        Props.Sea(c, p, hz, gy - hz, r);
        Props.Boat(c, p, w * .44, hz + h * .06, h / 900);
        c.Rect(0, gy, w, h - gy, p.T[p.Night ? 7 : 4]).Rect(0, gy, w, 14, p.T[6]);
        for (var i = 0; i < 4; i++)
            c.Stroke($"M0 {N(gy + 30 + i * 34)}H{N(w)}", p.T[5], 3);
        for (var i = 0; i < 6; i++)
            c.Rect(w * (.04 + .19 * i), gy - h * .15, 14, h * .16, p.T[8]);
        c.Stroke($"M0 {N(gy - h * .14)}H{N(w)}M0 {N(gy - h * .07)}H{N(w)}", p.T[8], 6);
        var s = u / 900;
        c.At(w * .4, gy - u * .02, s, () => Props.Bike(c, p, "sweep", basket: true));
    }

    private static void Coast(Canvas c, Inks p, Dice r, bool house)
    {
        double w = c.W,
            h = c.H,
            hz = h * .44,
            sea = h * (house ? .16 : .36);
        Props.Sky(c, p, hz, r.Between(.58, .76));
        c.Path(
            $"M0 {N(hz)}V{N(hz - h * .05)}C{N(w * .1)} {N(hz - h * .085)} {N(w * .2)} {N(hz - h * .05)} {N(w * .3)} "
                + $"{N(hz - h * .03)}C{N(w * .36)} {N(hz - h * .02)} {N(w * .4)} {N(hz - 4)} {N(w * .44)} {N(hz)}Z",
            p.T[p.Night ? 7 : 4]
        );
        Props.Lighthouse(c, p, w * .2, hz - h * .032, h / 1500);
        Props.Sea(c, p, hz, sea + h * .1, r);
        foreach (var (x, y, s) in new[] { (.5, .05, .7), (.8, .12, 1.1), (.36, .1, .8) })
            Props.Boat(c, p, w * x, hz + h * y, s * h / 1000);
        var sand = p.Night ? p.WoodD : p.WoodL;
        Props.Hill(c, hz + sea + h * .03, h * .02, p.Night ? p.T[5] : p.Paper, r);
        Props.Hill(c, hz + sea + h * .05, h * .03, sand, r);
        if (house)
            c.At(w * (w > h ? .52 : .34), h * .8, Min(w, h) / 1150, () => Props.House(c, p));
        Props.Hill(c, h * .84, h * .03, p.Night ? p.WoodK : p.Wood, r);
        c.Halftone(0, h * .9, w, h * .1, p.WoodD, 12, .4, opacity: .6);
        for (var x = 0.0; x < w; x += 46)
        {
            var d = "";
            double hgt = h * r.Between(.05, .12);
            for (var i = 0; i < 9; i++)
            {
                double b = (r.Next() - .5) * 50,
                    l = (.3 + (r.Next() - .5) * .7) * hgt,
                    hh = hgt * r.Between(.6, 1.1);
                d += $"M{N(x + b)} {N(h + 6)}Q{N(x + b + l * .2)} {N(h - hh * .7)} {N(x + b + l)} {N(h - hh)}";
            }
            c.Stroke(d, new[] { p.T[6], p.T[7], p.T[5] }[r.Below(3)], 4);
        }
    }

    private static void Fields(Canvas c, Inks p, Dice r, double horizon)
    {
        double h = c.H,
            hz = h * horizon;
        Props.Sky(c, p, hz, r.Between(.2, .8));
        for (var i = 0; i < 4; i++)
        {
            Props.Hill(c, hz + h * (.02 + .1 * i), h * (.045 - .007 * i), p.T[p.Night ? 7 - i / 2 : 3 + i], r);
            if (i == 1)
                for (var k = 0; k < 9; k++)
                    Props.Leaves(c, r.Next() * c.W, hz + h * .13, h * r.Between(.02, .04), h * .022, p.T[p.Night ? 8 : 6], r, 9);
        }
    }

    private static void Woods(Canvas c, Inks p, Dice r, bool tree, bool logs)
    {
        double w = c.W,
            h = c.H,
            u = Min(w, h);
        Fields(c, p, r, .5);
        Props.Hill(c, h * .84, h * .02, p.T[p.Night ? 8 : 6], r);
        if (tree)
            Props.Tree(c, p, w * (w > h * 1.4 ? .68 : .58), h * .9, Min(h * .78, w * .98), r);
        if (logs)
            Stack(c, p, r, w * .1, h * .96, 4, 2, u * .042);
        c.Halftone(0, h * .9, w, h * .1, p.T[8], 12, .36, opacity: .5);
    }

    private static void Stack(Canvas c, Inks p, Dice r, double x, double y, int cols, int rows, double R)
    {
        c.Ellipse(x + cols * R, y + 4, cols * R * 1.2, R * .3, p.Black, .25);
        for (var row = 0; row < rows; row++)
        for (var i = 0; i < cols - row; i++)
        {
            double cx = x + R + i * 2 * R + row * R,
                cy = y - R - row * R * 1.74,
                q = R * r.Between(.9, .99);
            c.Circle(cx, cy, q, p.WoodK).Circle(cx, cy, q * .88, p.WoodL);
            for (var k = 1; k < 5; k++)
                c.Ring(cx + q * .04, cy, q * .17 * k, p.Wood, q * .035);
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
        double w = c.W,
            h = c.H;
        Fields(c, p, r, .5);
        c.Path($"M0 {N(h * .52)}L{N(w)} {N(h * .46)}V{N(h * .86)}H0Z", p.T[p.Night ? 8 : 7])
            .Path($"M0 {N(h * .52)}L{N(w)} {N(h * .46)}V{N(h * .53)}L0 {N(h * .59)}Z", p.T[5]);
        for (var i = 0; i < 160; i++)
            Props.Leaves(
                c,
                r.Next() * w,
                h * r.Between(.56, .85),
                w * .02,
                h * .012,
                p.T[
                    p.Night ? 7
                    : r.Below(2) == 0 ? 6
                    : 8
                ],
                r,
                7,
                .8
            );
        c.Line(p.K, 5, (0, h * .5), (w, h * .44));
        Props.Hill(c, h * .86, h * .01, p.T[5], r);
        c.Halftone(0, h * .88, w, h * .12, p.T[7], 12, .4);
    }

    private static void Flowers(Canvas c, Inks p, Dice r, double from)
    {
        for (var i = 0; i < 90; i++)
        {
            double f = Pow(r.Next(), .7),
                y = c.H * (from + (1 - from) * f),
                s = c.H * (.006 + .016 * f),
                x = r.Next() * c.W;
            c.Stroke($"M{N(x)} {N(y)}q{N(s)} {N(s * 2)} 0 {N(s * 5)}", p.T[p.Night ? 6 : 7], Max(1.5, s * .3))
                .Circle(x, y, s, new[] { p.K, p.S, p.Paper, p.Kl }[r.Below(4)])
                .Circle(x, y, s * .4, p.Lit);
        }
    }

    private static void Hives(Canvas c, Inks p, Dice r)
    {
        double w = c.W,
            h = c.H,
            u = Min(w, h);
        Fields(c, p, r, .44);
        Props.Tree(c, p, w * .86, h * .7, u * .5, r);
        Props.Hill(c, h * .74, h * .02, p.T[p.Night ? 7 : 5], r);
        var n = w > h * 1.3 ? 5 : 3;
        for (var i = 0; i < n; i++)
        {
            var j = i;
            c.At(w * (.16 + .66 * i / (n - 1)), h * (.86 - .03 * (i % 2)), u / 900, () =>
                Props.Hive(c, p, 1, j % 2 == 0 ? p.Paper : p.S, j % 2 == 0 ? p.T[3] : p.Sd)
            );
        }
        Flowers(c, p, r, .86);
        for (var i = 0; i < 14; i++)
        {
            double x = w * r.Between(.08, .9),
                y = h * r.Between(.4, .72),
                s = u * .007;
            c.Ellipse(x, y, s * 1.5, s, p.Kl)
                .Rect(x - s * .4, y - s, s * .5, s * 2, p.Black)
                .Ellipse(x, y - s * 1.2, s, s * .7, p.Paper, .8);
        }
    }
}
