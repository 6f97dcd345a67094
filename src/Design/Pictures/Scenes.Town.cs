using Plurimax.Design.Styling;
using static System.Math;

namespace Plurimax.Design.Pictures;

/// <content>Streets, roads and shop fronts.</content>
public static partial class Scenes
{
    private static void Shopfront(Canvas c, Inks p, Dice r)
    {
        double w = c.W,
            h = c.H,
            gy = h * .86;
        c.Rect(0, 0, w, h, p.T[p.Night ? 8 : 2]);
        var d = "";
        for (double y = 0, row = 0; y < gy; y += 26, row++)
        for (var x = row % 2 * 36; x < w; x += 72)
            d += $"M{N(x)} {N(y)}h66";
        c.Stroke(d, p.T[p.Night ? 7 : 3], 3, .7);
        foreach (var f in new[] { .16, .42, .68 })
            c.Rect(w * f, h * .06, w * .15, h * .2, p.Paper)
                .Rect(w * f + 8, h * .06 + 8, w * .15 - 16, h * .2 - 16, p.Night ? p.Lit : p.T[6])
                .Rect(w * f, h * .155, w * .15, 7, p.Paper)
                .Rect(w * f - 8, h * .26, w * .15 + 16, 9, p.T[4]);
        c.Rect(w * .06, h * .34, w * .88, h * .1, p.K).Rect(w * .06, h * .34, w * .88, 8, p.Kl).Rect(w * .06, h * .43, w * .88, 9, p.Kd);
        for (var i = 0; i < 12; i++)
            c.Rect(w * (.22 + .56 * i / 12), h * .372, w * .56 / 12 - w * .008, h * .036, i is 5 or 9 ? p.K : p.Paper, 3);
        c.Rect(w * .06, h * .45, w * .88, gy - h * .45, p.S).Rect(w * .1, h * .49, w * .52, h * .29, p.Lit);
        c.ClipRect(w * .1, h * .49, w * .52, h * .29, () =>
        {
            c.Rect(w * .1, h * .72, w * .52, h * .06, p.WoodD);
            for (var i = 0; i < 6; i++)
                Props.Tin(c, p, w * (.12 + .08 * i), h * .72, w * .05, h * r.Between(.07, .14), i % 2 == 0 ? p.K : p.Sd, p.Paper);
            c.Poly(p.Paper, .3, (w * .1, h * .49), (w * .26, h * .49), (w * .16, h * .79), (w * .1, h * .79));
        });
        c.Stroke($"M{N(w * .36)} {N(h * .49)}V{N(h * .78)}", p.Sd, 10).Rect(w * .1, h * .785, w * .52, 14, p.Sd);
        c.Rect(w * .68, h * .49, w * .18, gy - h * .49, p.Sd)
            .Rect(w * .705, h * .52, w * .13, h * .2, p.Lit)
            .Rect(w * .735, h * .58, w * .07, h * .04, p.K, 4)
            .Circle(w * .84, h * .7, 7, p.Lit);
        var aw = w * .56 / 9;
        for (var i = 0; i < 9; i++)
        {
            var x = w * .08 + aw * i;
            c.Path(
                $"M{N(x + 6)} {N(h * .44)}L{N(x)} {N(h * .52)}V{N(h * .535)}A{N(aw / 2)} {N(aw / 2.4)} 0 0 0 {N(x + aw)} "
                    + $"{N(h * .535)}V{N(h * .52)}L{N(x + aw - 2)} {N(h * .44)}Z",
                i % 2 == 1 ? p.Paper : p.K
            );
        }
        c.Rect(0, gy, w, h - gy, p.T[p.Night ? 7 : 5])
            .Rect(0, gy, w, 10, p.T[7], opacity: .5)
            .Halftone(0, gy, w, h - gy, p.T[p.Night ? 8 : 7], 12, .4, opacity: .6);
        Props.Plant(c, p, w * .9, gy + h * .03, h / 2600);
    }

    private static void Car(Canvas c, Inks p) =>
        c.Ellipse(0, 8, 230, 18, p.Black, .28)
            .Path(
                "M-210 -12C-214 -60 -196 -84 -140 -92C-112 -144 -80 -168 -20 -170H50C100 -168 124 -134 146 -94C196 -88 212 -66 210 -12Z",
                p.K
            )
            .Path("M-210 -12C-210 -34 -206 -50 -200 -60H206C210 -48 212 -30 210 -12Z", p.Kd)
            .Path("M-116 -94C-94 -132 -70 -150 -24 -152V-94Z", p.T[7])
            .Path("M-8 -94V-152H44C82 -150 102 -126 120 -94Z", p.T[7])
            .Path("M-116 -94C-104 -116 -92 -128 -76 -138L-100 -94ZM30 -152L6 -94H-4V-152Z", p.Paper, .4)
            .Circle(-120, -8, 44, p.Black)
            .Circle(-120, -8, 22, p.MetalL)
            .Circle(122, -8, 44, p.Black)
            .Circle(122, -8, 22, p.MetalL)
            .Rect(188, -70, 22, 16, p.Lit, 6)
            .Rect(-210, -66, 14, 18, p.S, 4)
            .Rect(-44, -204, 74, 34, p.Paper, 4)
            .Path("M-14 -198V-176H0", p.K)
            .Rect(-12, -198, 8, 24, p.K)
            .Rect(-12, -182, 20, 8, p.K);

    private static void Road(Canvas c, Inks p, Dice r)
    {
        double w = c.W,
            h = c.H,
            u = Min(w, h);
        Fields(c, p, r, .46);
        c.Path(
            $"M{N(w * .52)} {N(h * .6)}C{N(w * .3)} {N(h * .66)} {N(w * .2)} {N(h * .74)} 0 {N(h * .78)}V{N(h)}H{N(w)}V{N(h * .72)}C"
                + $"{N(w * .8)} {N(h * .72)} {N(w * .7)} {N(h * .64)} {N(w * .56)} {N(h * .6)}Z",
            p.T[p.Night ? 8 : 7]
        );
        c.Stroke($"M{N(w * .03)} {N(h * .92)}H{N(w)}", p.Paper, u * .012, .9, $"{N(u * .07)} {N(u * .05)}");
        for (var i = 0; i < 6; i++)
            c.Rect(w * (.02 + .2 * i), h * .7 - (i % 2) * h * .01, u * .014, h * .07, p.Paper)
                .Rect(w * (.02 + .2 * i), h * .705, u * .014, h * .02, p.K);
        c.At(w * .56, h * .87, u / 760, () => Car(c, p));
        Props.Tree(c, p, w * .9, h * .72, u * .44, r);
    }

    private static void Junction(Canvas c, Inks p, Dice r)
    {
        double w = c.W,
            h = c.H,
            u = Min(w, h),
            road = u * .28;
        c.Rect(0, 0, w, h, p.T[p.Night ? 7 : 4]).Halftone(0, 0, w, h, p.T[p.Night ? 8 : 5], 16, .36);
        c.Rect(0, h * .4 - road / 2, w, road, p.T[8]).Rect(w * .56 - road / 2, h * .4, road, h, p.T[8]);
        c.Stroke($"M0 {N(h * .4)}H{N(w)}", p.Paper, 8, .9, "46 34")
            .Stroke($"M{N(w * .56)} {N(h * .4 + road)}V{N(h)}", p.Paper, 8, .9, "46 34")
            .Rect(w * .56 - road / 2 + 8, h * .4 + road / 2 + 14, road / 2 - 14, 12, p.Paper)
            .Rect(w * .56 - road / 2 + 8, h * .4 + road / 2 + 34, road / 2 - 14, 8, p.Paper);
        c.At(w * .56 - road * .25, h * .4 + road * 1.1, u / 900, () =>
            c.Rect(-60, -110, 120, 240, p.Black, 40, .25)
                .Rect(-66, -120, 120, 240, p.K, 40)
                .Rect(-50, -70, 88, 50, p.T[7], 14)
                .Rect(-50, 60, 88, 34, p.T[7], 12)
                .Rect(-46, -16, 80, 70, p.Kl, 12)
        );
        c.At(w * .2, h * .4 + road * .26, u / 900, () =>
            c.Rect(-110, -50, 230, 112, p.Black, 40, .25).Rect(-120, -56, 230, 112, p.S, 40).Rect(20, -42, 50, 84, p.T[7], 14)
        );
        for (var i = 0; i < 16; i++)
        {
            double x = r.Next() * w,
                y = r.Next() > .5 ? h * r.Between(.02, .16) : h * r.Between(.66, .96);
            if (Abs(x - w * .56) > road)
                Props.Leaves(c, x, y, u * .06, u * .06, p.T[6], r);
        }
    }

    private static void Street(Canvas c, Inks p, Dice r)
    {
        double w = c.W,
            h = c.H,
            gy = h * .84;
        c.Rect(0, 0, w, h, c.Gradient((0, p.T[p.Night ? 9 : 6]), (1, p.Night ? p.T[7] : p.Kl)))
            .Halftone(0, 0, w, h * .4, p.T[p.Night ? 9 : 7], 14, .34, up: true, opacity: .6)
            .Circle(w * .74, h * .18, Min(w, h) * .07, p.Lit);
        for (var layer = 0; layer < 2; layer++)
        for (var x = -w * .05 * layer; x < w; )
        {
            double bw = Min(w, h) * r.Between(.2, .3),
                bh = h * (layer == 0 ? r.Between(.42, .56) : r.Between(.3, .44)),
                top = gy - bh;
            var fill = p.T[layer == 0 ? 7 : 8];
            c.Rect(x, top, bw, bh, fill)
                .Poly(layer == 0 ? p.Sd : p.Kd, 1, (x - 6, top + 4), (x + bw / 2, top - bw * .4), (x + bw + 6, top + 4))
                .Rect(x + bw * .7, top - bw * .42, bw * .12, bw * .3, fill);
            if (layer == 1)
                for (var row = 0; row < 2; row++)
                for (var i = 0; i < 2; i++)
                    c.Rect(x + bw * (.16 + .42 * i), top + bh * (.14 + .36 * row), bw * .26, bh * .22, r.Next() > .35 ? p.Lit : p.T[6], 3)
                        .Rect(x + bw * (.28 + .42 * i), top + bh * (.14 + .36 * row), 4, bh * .22, fill);
            x += bw;
        }
        c.Rect(0, gy, w, h - gy, p.T[8]).Halftone(0, gy, w, h - gy, p.T[9], 12, .4);
        foreach (var f in new[] { .16, .52, .88 })
        {
            c.Line(p.Black, 9, (w * f, gy + h * .04), (w * f, gy - h * .3))
                .Stroke($"M{N(w * f)} {N(gy - h * .3)}q4 -30 34 -30", p.Black, 8)
                .Ellipse(w * f + 36, gy - h * .3 - 24, 18, 10, p.Lit)
                .Poly(
                    p.Lit,
                    .18,
                    (w * f + 22, gy - h * .3 - 18),
                    (w * f + 50, gy - h * .3 - 18),
                    (w * f + 150, gy + h * .05),
                    (w * f - 80, gy + h * .05)
                );
        }
    }
}
