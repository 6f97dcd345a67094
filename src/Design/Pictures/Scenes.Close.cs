using Plurimax.Design.Styling;
using static System.Math;

namespace Plurimax.Design.Pictures;

/// <content>Things from close by.</content>
public static partial class Scenes
{
    private static void Shelf(Canvas c, Inks p, Dice r, bool jars)
    {
        double w = c.W,
            h = c.H;
        c.Rect(0, 0, w, h, p.T[p.Night ? 8 : 3]).Halftone(0, 0, w, h, p.T[p.Night ? 7 : 4], 15, .36);
        var rows =
            h > w ? 4
            : w > h * 2 ? 2
            : 3;
        string[] fills = jars ? [p.Kl, p.K, p.Lit, p.Wood] : [p.K, p.S, p.Paper, p.WoodD, p.Sd, p.Kl];
        for (var k = 0; k < rows; k++)
        {
            double y = h * (.96 * (k + 1) / rows - .03),
                unit = h / rows;
            var i = k * 2;
            for (var x = w * .03; x < w * .94; i++)
            {
                double tw = unit * r.Between(.26, .4),
                    th = unit * r.Between(.36, .6);
                if (jars)
                    Props.Jar(c, p, x, y, tw, th, fills[i % fills.Length]);
                else
                    Props.Tin(c, p, x, y, tw, th, fills[i % 6], new[] { p.Paper, p.K, p.S, p.Lit }[i % 4]);
                x += tw + unit * .07;
            }
            c.Rect(0, y, w, h * .025, p.Wood).Rect(0, y + h * .02, w, h * .012, p.WoodK);
        }
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
            c.Ring(0, 0, 150, p.MetalL, 14)
                .Line(p.Black, 58, (0, 0), (250, 210))
                .Line(p.Metal, 46, (0, 0), (250, 210))
                .Circle(0, 0, 44, p.Black)
                .Circle(0, 0, 24, p.MetalL)
                .Rect(190, 186, 150, 46, p.Black, 10);
        });
    }

    private static void Breakfast(Canvas c, Inks p, Dice r)
    {
        double w = c.W,
            h = c.H,
            R = Min(w, h) * .3,
            cx = w * .46,
            cy = h * .54;
        c.Rect(0, 0, w, h, p.S);
        for (var x = 0.0; x < w; x += 70)
            c.Rect(x, 0, 30, h, p.Sl, opacity: .4);
        for (var y = 0.0; y < h; y += 70)
            c.Rect(0, y, w, 30, p.Sl, opacity: .4);
        c.Circle(cx + 12, cy + 16, R, p.Black, .2)
            .Circle(cx, cy, R, p.Paper)
            .Ring(cx, cy, R * .96, p.K, 5)
            .Ring(cx, cy, R * .74, p.T[3], 4);
        c.Ellipse(cx - R * .22, cy - R * .2, R * .34, R * .28, p.T[0])
            .Ring(cx - R * .22, cy - R * .2, R * .3, p.T[2], 3)
            .Circle(cx - R * .22, cy - R * .2, R * .14, p.Kl);
        c.At(
            cx + R * .2,
            cy + R * .16,
            R / 100,
            () =>
                c.Path("M-40 30C-60 -10 -30 -44 0 -40C30 -46 60 -10 40 30C20 40 -20 40 -40 30Z", p.WoodD)
                    .Path("M-32 24C-48 -8 -24 -34 0 -31C24 -36 48 -8 32 24C16 32 -16 32 -32 24Z", p.WoodL),
            20
        );
        double mx = w * .84,
            my = h * .26,
            q = R * .42;
        c.Circle(mx + 8, my + 12, q * 1.35, p.Black, .18)
            .Circle(mx, my, q * 1.35, p.Paper)
            .Circle(mx, my, q, p.K)
            .Circle(mx, my, q * .82, p.WoodK)
            .Stroke(
                $"M{N(mx - q * .5)} {N(my - q * .2)}A{N(q * .6)} {N(q * .6)} 0 0 1 {N(mx + q * .3)} {N(my - q * .5)}",
                p.WoodD,
                q * .12
            );
        c.At(cx - R * 1.22, cy, R / 100, () =>
            c.Rect(-4, -10, 8, 70, p.MetalL, 4).Stroke("M-9 -60V-24M0 -60V-24M9 -60V-24M-9 -24C-9 -8 9 -8 9 -24", p.MetalL, 4)
        );
        c.Circle(w * .14, h * .2, R * .3, p.Paper).Circle(w * .14, h * .2, R * .22, p.K);
        Props.Leaves(c, w * .5, h * .08, R * .26, R * .16, p.T[5], r, 9);
    }

    private static void Bread(Canvas c, Inks p, Dice r)
    {
        double w = c.W,
            h = c.H;
        c.Rect(0, 0, w, h, p.T[p.Night ? 8 : 2]).Halftone(0, 0, w, h, p.T[p.Night ? 7 : 3], 15, .36);
        var rows =
            h > w ? 4
            : w > h * 2 ? 2
            : 3;
        for (var k = 0; k < rows; k++)
        {
            double unit = h / rows,
                y = unit * (k + 1) - unit * .08;
            for (var x = w * .02; x < w * .95; )
            {
                double bw = unit * r.Between(.42, .8),
                    bh = unit * r.Between(.26, .4);
                string crust = new[] { p.WoodD, p.Wood, p.WoodK }[r.Below(3)];
                c.Path(
                    $"M{N(x)} {N(y)}C{N(x - bw * .06)} {N(y - bh)} {N(x + bw * .2)} {N(y - bh * 1.1)} {N(x + bw / 2)} "
                        + $"{N(y - bh * 1.1)}C{N(x + bw * .8)} {N(y - bh * 1.1)} {N(x + bw * 1.06)} {N(y - bh)} {N(x + bw)} {N(y)}Z",
                    crust
                );
                for (var i = 1; i < 4; i++)
                    c.Stroke(
                        $"M{N(x + bw * (.1 + .2 * i))} {N(y - bh * .9)}Q{N(x + bw * (.18 + .2 * i))} {N(y - bh * .6)} "
                            + $"{N(x + bw * (.14 + .2 * i))} {N(y - bh * .3)}",
                        p.WoodL,
                        unit * .025
                    );
                x += bw + unit * .06;
            }
            c.Rect(0, y, w, unit * .06, p.Wood).Rect(0, y + unit * .045, w, unit * .025, p.WoodK);
        }
    }

    private static void Comb(Canvas c, Inks p, Dice r)
    {
        double R = Max(c.W, c.H) / 16,
            dx = R * Sqrt(3),
            dy = R * 1.5;
        c.Rect(0, 0, c.W, c.H, p.Kd);
        for (int row = -1; row * dy < c.H + R; row++)
        for (int i = -1; i * dx < c.W + R; i++)
        {
            double x = i * dx + (row & 1) * dx / 2,
                y = row * dy;
            (double, double)[] Hex(double q) => [.. Enumerable.Range(0, 6).Select(k => (x + q * Sin(PI / 3 * k), y + q * Cos(PI / 3 * k)))];
            c.Poly(p.K, 1, Hex(R * .93))
                .Poly(r.Next() > .3 ? p.Kl : p.Lit, 1, Hex(R * .76))
                .Ellipse(x - R * .22, y - R * .26, R * .2, R * .12, p.Paper, .55);
        }
    }

    private static void Keys(Canvas c, Inks p, Dice r)
    {
        double w = c.W,
            h = c.H;
        c.Rect(0, 0, w, h, p.K).Halftone(0, 0, w, h * .4, p.Kd, 16, .42, up: true);
        c.Rect(0, h * .24, w, h * .1, p.WoodK).Rect(0, h * .31, w, h * .03, p.S);
        var n = Max(7, (int)(w / h * 12));
        var kw = w / n;
        for (var i = 0; i < n; i++)
            c.Rect(i * kw + 2, h * .34, kw - 4, h * .56, p.Paper, 6)
                .Rect(i * kw + kw * .8, h * .34, kw * .2 - 3, h * .56, p.T[2], opacity: .8)
                .Rect(i * kw + 2, h * .88, kw - 4, h * .03, p.T[3], 4);
        for (var i = 0; i < n; i++)
            if (i % 7 is not (2 or 6))
                c.Rect((i + .68) * kw, h * .34, kw * .64, h * .34, p.Black, 5).Rect((i + .76) * kw, h * .35, kw * .4, h * .29, p.T[8], 4);
        c.Rect(0, h * .91, w, h * .09, p.WoodK);
    }

    private static void Strings(Canvas c, Inks p, Dice r)
    {
        double w = c.W,
            h = c.H;
        c.Rect(0, 0, w, h, p.WoodD)
            .Halftone(0, 0, w, h, p.WoodK, 14, .36)
            .Path($"M0 0H{N(w)}V{N(h * .3)}C{N(w * .7)} {N(h * .22)} {N(w * .4)} {N(h * .34)} 0 {N(h * .26)}Z", p.K)
            .Path($"M0 {N(h)}H{N(w)}V{N(h * .86)}C{N(w * .6)} {N(h * .78)} {N(w * .3)} {N(h * .9)} 0 {N(h * .82)}Z", p.Kd);
        var n = (int)(w / 34);
        for (var i = 0; i <= n; i++)
        {
            var x = w * i / n;
            c.Line(p.MetalL, i % 3 == 0 ? 6 : 3.5, (x, h * .12), (x + w * .06, h * .9))
                .Circle(x, h * (.1 + .05 * (i % 3)), 11, p.Metal)
                .Circle(x - 2, h * (.1 + .05 * (i % 3)) - 2, 5, p.Paper);
            if (i % 2 == 0)
                c.Rect(x + w * .03, h * .54, 24, h * .1, p.Paper, 10)
                    .Rect(x + w * .03, h * .6, 24, h * .05, p.S, 4)
                    .Rect(x + w * .03 + 8, h * .64, 8, h * .16, p.WoodL);
        }
    }

    private static void Cloth(Canvas c, Inks p, Dice r)
    {
        double w = c.W,
            h = c.H;
        c.Rect(0, 0, w, h, p.T[p.Night ? 8 : 3]).Halftone(0, 0, w, h, p.T[p.Night ? 7 : 4], 15, .36);
        string[] fills = [p.K, p.S, p.Paper, p.Kd, p.Sl, p.WoodL, p.Kl, p.Sd];
        var n = Max(5, (int)(w / (Min(w, h) * .16)));
        for (var i = 0; i < n; i++)
        {
            double x = w * (i + .12) / n,
                bw = w * .8 / n,
                top = h * r.Between(.08, .2);
            var f = fills[i % fills.Length];
            c.Rect(x, top, bw, h - top, f, bw * .3)
                .Rect(x + bw * .7, top, bw * .3, h - top, p.Black, bw * .2, .16)
                .Ellipse(x + bw / 2, top + bw * .2, bw * .5, bw * .2, f)
                .Ellipse(x + bw / 2, top + bw * .2, bw * .3, bw * .11, p.T[2])
                .Ellipse(x + bw / 2, top + bw * .2, bw * .12, bw * .05, p.WoodK);
            for (var k = 0; k < 8; k++)
                c.Rect(x, top + bw * .6 + k * h * .1, bw, h * .02, fills[(i + 3) % fills.Length], opacity: i % 2 == 0 ? .7 : 0);
        }
    }

    private static void Sewing(Canvas c, Inks p, Dice r)
    {
        double w = c.W,
            h = c.H,
            u = Min(w, h);
        c.Rect(0, 0, w, h, p.Wood);
        for (var y = 0.0; y < h; y += u * .14)
            c.Rect(0, y, w, 4, p.WoodD, opacity: .6);
        c.At(
            w * .3,
            h * .56,
            u / 500,
            () => c.Rect(-150, -120, 300, 250, p.K, 6).Path("M-150 -120H150V-60C60 -90 -40 -30 -150 -70Z", p.Kd, .5),
            -12
        );
        c.At(
            w * .56,
            h * .5,
            u / 420,
            () =>
                c.Path("M0 0L170 -96L178 -84L20 22Z", p.MetalL)
                    .Path("M0 0L190 -30L190 -16L16 26Z", p.Metal)
                    .Circle(4, 10, 9, p.Black)
                    .Stroke("M0 8C-60 10 -100 60 -70 90C-40 110 -10 60 4 20M6 16C-20 60 -30 120 6 130C40 130 30 70 12 22", p.S, 14),
            10
        );
        foreach (var (fx, fy, k) in new[] { (.82, .74, p.S), (.9, .54, p.K), (.14, .2, p.Sl), (.72, .9, p.Kl) })
            c.At(w * fx, h * fy, u / 560, () =>
                c.Ellipse(6, 60, 46, 10, p.Black, .25)
                    .Rect(-40, -60, 80, 14, p.WoodL, 6)
                    .Rect(-32, -46, 64, 92, k, 4)
                    .Stroke("M-30 -30L30 -20M-30 -8L30 2M-30 14L30 24", p.Paper, 3, .5)
                    .Rect(-40, 46, 80, 14, p.WoodL, 6)
            );
        for (var i = 0; i < 26; i++)
        {
            double x = w * r.Between(.4, .7),
                y = h * r.Between(.72, .94);
            c.Circle(x, y, u * .011, p.MetalD).Circle(x - 2, y - 2, u * .005, p.Paper);
        }
    }

    private static void Wiring(Canvas c, Inks p, Dice r)
    {
        double w = c.W,
            h = c.H,
            u = Min(w, h),
            bw = Min(w * .8, u * 1.1),
            bh = Min(h * .8, u * .78),
            x = (w - bw) / 2,
            y = (h - bh) / 2;
        c.Rect(0, 0, w, h, p.S).Halftone(0, 0, w, h, p.Sd, 16, .4);
        foreach (var (f, k) in new[] { (.2, p.K), (.36, p.Black), (.52, p.Kl), (.7, p.Paper) })
            c.Stroke(
                $"M{N(x + bw * f)} -10C{N(x + bw * f)} {N(y * .6)} {N(x + bw * (f + .05))} {N(y * .5)} {N(x + bw * (f + .05))} {N(y + 20)}",
                k,
                u * .018
            );
        c.Rect(x + 12, y + 16, bw, bh, p.Black, 14, .25)
            .Rect(x, y, bw, bh, p.Paper, 14)
            .Rect(x + bw * .04, y + bh * .06, bw * .92, bh * .88, p.T[2], 8);
        for (var row = 0; row < 2; row++)
        {
            var yy = y + bh * (.14 + .4 * row);
            c.Rect(x + bw * .07, yy + bh * .13, bw * .86, bh * .03, p.MetalD);
            for (var i = 0; i < 9; i++)
            {
                double mx = x + bw * (.08 + .094 * i),
                    mw = bw * .085;
                c.Rect(mx, yy, mw, bh * .3, p.Paper, 4)
                    .Rect(mx + mw * .86, yy, mw * .14, bh * .3, p.T[3])
                    .Rect(mx + mw * .28, yy + bh * (r.Next() > .12 ? .08 : .14), mw * .44, bh * .1, i == 0 ? p.K : p.Black, 4)
                    .Rect(mx + mw * .2, yy + bh * .24, mw * .6, bh * .025, p.T[4]);
            }
        }
    }
}
