using Plurimax.Design.Styling;
using static System.Math;

namespace Plurimax.Design.Pictures;

/// <content>Rooms that belong to one kind of trade: a salon, a desk, a consulting room, a brewhouse.</content>
public static partial class Scenes
{
    /// <summary>Mirrors with a chair before each, a shelf of bottles, a basin trolley.</summary>
    private static void Salon(Canvas c, Inks p, Dice r)
    {
        double w = c.W,
            h = c.H,
            floor = h * .8,
            u = Min(w, h);
        var wide = w > h * 1.2;
        Props.Room(c, p, floor, .5, boards: r.Below(2) == 0);
        var places = wide ? 3 : 2;
        var arched = r.Below(2) == 0;
        for (var i = 0; i < places; i++)
        {
            double mw = u * .24,
                mh = u * .4,
                x = w * (i + .5 + (wide ? .1 : 0)) / (places + (wide ? .4 : 0)) - mw / 2,
                y = floor - u * .66;
            var d = arched
                ? $"M{N(x)} {N(y + mh)}V{N(y + mw / 2)}A{N(mw / 2)} {N(mw / 2)} 0 0 1 {N(x + mw)} {N(y + mw / 2)}V{N(y + mh)}Z"
                : $"M{N(x)} {N(y)}H{N(x + mw)}V{N(y + mh)}H{N(x)}Z";
            c.Path(d, p.T[p.Night ? 5 : 1]).Stroke(d, p.Wood, u * .018);
            c.Stroke(
                $"M{N(x + mw * .2)} {N(y + mh * .7)}L{N(x + mw * .6)} {N(y + mh * .3)}M{N(x + mw * .4)} {N(y + mh * .8)}L"
                    + $"{N(x + mw * .75)} {N(y + mh * .45)}",
                p.Paper,
                u * .012,
                .5
            );
            for (var b = 0; b < 4; b++)
                c.Circle(x - u * .03, y + mh * (.2 + .2 * b), u * .012, p.Lit)
                    .Circle(x + mw + u * .03, y + mh * (.2 + .2 * b), u * .012, p.Lit);
            c.Rect(x - u * .04, y + mh + u * .03, mw + u * .08, u * .025, p.Wood)
                .Rect(x - u * .04, y + mh + u * .05, mw + u * .08, u * .01, p.WoodK);
            for (var b = 0; b < 4; b++)
            {
                double bh = u * r.Between(.04, .085),
                    bx = x + mw * (.06 + .24 * b);
                c.Rect(bx, y + mh + u * .03 - bh, u * .03, bh, new[] { p.K, p.S, p.Paper, p.Kl }[r.Below(4)], u * .006)
                    .Rect(bx + u * .009, y + mh + u * .03 - bh - u * .014, u * .012, u * .016, p.MetalD);
            }
            Chair(x + mw / 2, floor + u * .1);
        }
        Props.Plant(c, p, w * (wide ? .95 : .93), floor + u * .12, u / 850);
        foreach (var f in wide ? new[] { .22, .52, .82 } : [.3, .72])
            Props.Pendant(c, p, w * f, h * .06, u / 1200);

        void Chair(double cx, double ground)
        {
            c.Ellipse(cx, ground, u * .11, u * .014, p.Black, .25)
                .Rect(cx - u * .012, ground - u * .14, u * .024, u * .13, p.MetalD)
                .Rect(cx - u * .075, ground - u * .02, u * .15, u * .02, p.MetalD, u * .01);
            c.Rect(cx - u * .095, ground - u * .2, u * .19, u * .07, p.K, u * .02)
                .Rect(cx - u * .08, ground - u * .42, u * .16, u * .23, p.K, u * .03)
                .Rect(cx - u * .06, ground - u * .4, u * .12, u * .12, p.Kl, u * .02, .6);
            foreach (var side in new[] { -1, 1 })
                c.Rect(cx + side * u * .1 - u * .014, ground - u * .27, u * .028, u * .1, p.Kd, u * .012);
        }
    }

    /// <summary>A desk under a lamp, files on shelves, papers in stacks, the town behind the glass.</summary>
    private static void Desk(Canvas c, Inks p, Dice r)
    {
        double w = c.W,
            h = c.H,
            floor = h * .84,
            u = Min(w, h);
        var wide = w > h * 1.2;
        Props.Room(c, p, floor, .5);
        Props.Window(c, p, wide ? w * .1 : w * .08, h * .12, u * (wide ? .46 : .36), u * .42, r, 3);
        Props.Beam(c, p, w * .14, floor, u * .42);
        double sx = wide ? w * .56 : w * .54,
            sw = wide ? w * .34 : w * .4;
        for (var row = 0; row < 3; row++)
        {
            var y = h * .2 + row * u * .155;
            for (var x = sx + u * .01; x < sx + sw - u * .05; )
            {
                double bw = u * r.Between(.018, .042),
                    bh = u * r.Between(.085, .13);
                if (r.Next() > .12)
                    c.Rect(x, y - bh, bw, bh, new[] { p.K, p.S, p.Paper, p.Kd, p.T[p.Night ? 5 : 4] }[r.Below(5)])
                        .Rect(x + bw * .2, y - bh * .75, bw * .6, bh * .12, p.Paper, opacity: .7);
                x += bw + 2;
            }
            c.Rect(sx, y, sw, u * .018, p.Wood).Rect(sx, y + u * .014, sw, u * .008, p.WoodK);
        }
        double dw = wide ? w * .6 : w * .82,
            dx = (w - dw) / 2,
            top = floor - u * .2;
        c.Rect(dx, top, dw, u * .035, p.Wood).Rect(dx, top + u * .03, dw, u * .012, p.WoodK);
        c.Rect(dx + dw * .05, top + u * .04, u * .03, u * .26, p.WoodD).Rect(dx + dw * .66, top + u * .04, dw * .29, u * .26, p.WoodD);
        for (var i = 0; i < 3; i++)
            c.Rect(dx + dw * .68, top + u * (.055 + .08 * i), dw * .25, u * .066, p.Wood)
                .Circle(dx + dw * .805, top + u * (.088 + .08 * i), u * .009, p.MetalL);
        // Papers, a pen, a cup, and the lamp that lights them.
        for (var i = 0; i < 3; i++)
            c.Rect(dx + dw * .3 + i * u * .008, top - u * (.012 + .008 * i), u * .17, u * .008, i % 2 == 0 ? p.Paper : p.T[2]);
        c.Rect(dx + dw * .56, top - u * .06, u * .05, u * .06, p.S, u * .008)
            .Stroke($"M{N(dx + dw * .56 + u * .05)} {N(top - u * .05)}a{N(u * .018)} {N(u * .018)} 0 0 1 0 {N(u * .036)}", p.S, u * .01);
        double lx = dx + dw * .16;
        c.Path($"M{N(lx + u * .06)} {N(top - u * .2)}L{N(lx + u * .34)} {N(top)}H{N(lx + u * .1)}Z", p.Lit, .22);
        c.Rect(lx - u * .05, top - u * .014, u * .1, u * .016, p.MetalD, u * .006)
            .Stroke(
                $"M{N(lx)} {N(top - u * .01)}L{N(lx - u * .05)} {N(top - u * .14)}L{N(lx + u * .06)} {N(top - u * .24)}",
                p.MetalD,
                u * .012
            )
            .Path($"M{N(lx + u * .02)} {N(top - u * .26)}L{N(lx + u * .12)} {N(top - u * .2)}L{N(lx + u * .05)} {N(top - u * .17)}Z", p.K);
        c.Rect(dx + dw * .36, floor - u * .06, u * .22, u * .035, p.K, u * .015)
            .Rect(dx + dw * .36 + u * .1, floor - u * .03, u * .02, u * .11, p.MetalD)
            .Rect(dx + dw * .36 + u * .03, floor + u * .07, u * .16, u * .016, p.MetalD, u * .008);
        if (r.Below(2) == 0)
            Props.Plant(c, p, w * .94, floor + u * .08, u / 900);
        else
            Props.Plant(c, p, w * .06, floor + u * .08, u / 1000);
    }

    /// <summary>A consulting room: a couch or table, a lamp on an arm, a cabinet with glasses, a scale.</summary>
    private static void Consulting(Canvas c, Inks p, Dice r)
    {
        double w = c.W,
            h = c.H,
            floor = h * .8,
            u = Min(w, h);
        var wide = w > h * 1.2;
        Props.Room(c, p, floor, .5, boards: false);
        Props.Window(c, p, wide ? w * .08 : w * .06, h * .13, u * .34, u * .34, r, 2);
        Props.Beam(c, p, w * .1, floor, u * .34);
        double kx = wide ? w * .68 : w * .58,
            kw = u * .36,
            ky = floor - u * .58;
        c.Rect(kx, ky, kw, u * .58, p.Paper, u * .01).Rect(kx, ky, kw, u * .58, p.T[p.Night ? 6 : 2], u * .01, .5);
        for (var row = 0; row < 3; row++)
        {
            var y = ky + u * (.14 + .13 * row);
            c.Rect(kx + kw * .05, y - u * .115, kw * .9, u * .115, p.T[p.Night ? 8 : 3], opacity: .6);
            for (var i = 0; i < 5; i++)
                if (r.Next() > .15)
                {
                    double bh = u * r.Between(.045, .09);
                    c.Rect(kx + kw * (.1 + .165 * i), y - bh, u * .035, bh, new[] { p.K, p.S, p.Kl, p.Paper }[r.Below(4)], u * .006)
                        .Rect(kx + kw * (.1 + .165 * i), y - bh * .6, u * .035, bh * .22, p.Paper, opacity: .8);
                }
            c.Rect(kx + kw * .05, y, kw * .9, u * .008, p.MetalL);
        }
        c.Rect(kx + kw * .04, ky + u * .43, kw * .44, u * .14, p.T[p.Night ? 5 : 1], 4)
            .Rect(kx + kw * .52, ky + u * .43, kw * .44, u * .14, p.T[p.Night ? 5 : 1], 4)
            .Circle(kx + kw * .44, ky + u * .5, u * .008, p.MetalD)
            .Circle(kx + kw * .56, ky + u * .5, u * .008, p.MetalD);
        double tx = wide ? w * .32 : w * .12,
            tw = u * .5,
            ty = floor - u * .1;
        c.Ellipse(tx + tw / 2, floor + u * .1, tw * .45, u * .018, p.Black, .25)
            .Rect(tx + tw * .42, ty, tw * .16, u * .19, p.MetalD)
            .Rect(tx + tw * .28, floor + u * .075, tw * .44, u * .025, p.MetalD, u * .01);
        c.Rect(tx, ty - u * .05, tw, u * .06, p.K, u * .022)
            .Rect(tx + tw * .02, ty - u * .075, tw * .3, u * .04, p.Kl, u * .018)
            .Rect(tx + tw * .36, ty - u * .066, tw * .6, u * .02, p.Paper, 4);
        double lx = tx + tw * .92;
        c.Stroke(
                $"M{N(lx)} {N(floor + u * .09)}V{N(floor - u * .42)}Q{N(lx)} {N(floor - u * .52)} {N(lx - u * .12)} {N(floor - u * .5)}",
                p.MetalD,
                u * .014
            )
            .Ellipse(lx, floor + u * .09, u * .06, u * .012, p.MetalD)
            .Path(
                $"M{N(lx - u * .18)} {N(floor - u * .47)}L{N(lx - u * .08)} {N(floor - u * .53)}L{N(lx - u * .06)} {N(floor - u * .45)}Z",
                p.S
            )
            .Path(
                $"M{N(lx - u * .16)} {N(floor - u * .47)}L{N(lx - u * .34)} {N(ty - u * .06)}H{N(lx - u * .1)}L{N(lx - u * .07)} "
                    + $"{N(floor - u * .46)}Z",
                p.Lit,
                .2
            );
        for (var i = 0; i < 2; i++)
            c.Rect(w * (wide ? .56 : .4) + i * u * .1, h * .16, u * .085, u * .115, p.Wood)
                .Rect(w * (wide ? .56 : .4) + i * u * .1 + 5, h * .16 + 5, u * .085 - 10, u * .115 - 10, i == 0 ? p.Sl : p.Kl);
        Props.Plant(c, p, w * (wide ? .95 : .92), floor + u * .1, u / 900);
    }

    /// <summary>Copper kettles on legs, pipes between them, sacks and casks on the floor.</summary>
    private static void Kettles(Canvas c, Inks p, Dice r)
    {
        double w = c.W,
            h = c.H,
            floor = h * .82,
            u = Min(w, h);
        var wide = w > h * 1.2;
        Props.Room(c, p, floor, .5, boards: false);
        Props.Window(c, p, w * .5 - u * .16, h * .1, u * .32, u * .24, r, 3);
        Props.Beam(c, p, w * .5 - u * .1, floor, u * .3);
        var count = wide ? 4 : 2;
        double each = w / (count + .2),
            ky = floor - u * .34;
        c.Stroke($"M{N(each * .3)} {N(floor - u * .6)}H{N(w - each * .3)}", p.Metal, u * .016);
        for (var i = 0; i < count; i++)
        {
            double kw = Min(u * .32, each * .78) * r.Between(.86, 1),
                x = each * (i + .1) + (each - kw) / 2,
                kh = u * r.Between(.3, .38);
            string body = i % 2 == 0 ? p.S : p.K,
                dark = i % 2 == 0 ? p.Sd : p.Kd,
                light = i % 2 == 0 ? p.Sl : p.Kl;
            c.Ellipse(x + kw / 2, floor + u * .07, kw * .55, u * .018, p.Black, .25);
            foreach (var f in new[] { .12, .82 })
                c.Rect(x + kw * f, floor - u * .06, kw * .06, u * .13, p.MetalD);
            c.Rect(x, ky, kw, kh, body, u * .03)
                .Rect(x, ky, kw * .2, kh, light, u * .03, .7)
                .Rect(x + kw * .84, ky, kw * .16, kh, dark, u * .03, .8);
            c.Path($"M{N(x)} {N(ky + u * .03)}C{N(x)} {N(ky - u * .1)} {N(x + kw)} {N(ky - u * .1)} {N(x + kw)} {N(ky + u * .03)}Z", light)
                .Rect(x + kw * .46, floor - u * .6, kw * .08, floor - u * .06 - ky > 0 ? ky - (floor - u * .6) : 4, p.Metal);
            foreach (var f in new[] { .28, .72 })
                c.Rect(x, ky + kh * f, kw, u * .012, dark);
            c.Circle(x + kw * .5, ky + kh * .5, u * .03, p.Paper)
                .Ring(x + kw * .5, ky + kh * .5, u * .03, dark, 4)
                .Stroke($"M{N(x + kw * .5)} {N(ky + kh * .5)}l{N(u * r.Between(-.018, .018))} {N(-u * .018)}", p.Black, 3);
        }
        for (var i = 0; i < (wide ? 3 : 2); i++)
        {
            double bx = w * .06 + i * u * .2,
                by = floor + u * .15;
            c.Rect(bx, by - u * .17, u * .15, u * .17, p.Wood, u * .02)
                .Rect(bx, by - u * .14, u * .15, u * .014, p.MetalD)
                .Rect(bx, by - u * .045, u * .15, u * .014, p.MetalD)
                .Rect(bx + u * .05, by - u * .17, 3, u * .17, p.WoodK, opacity: .6)
                .Rect(bx + u * .1, by - u * .17, 3, u * .17, p.WoodK, opacity: .6);
        }
        for (var i = 0; i < 2; i++)
            c.Path(
                    $"M{N(w * .84 + i * u * .12)} {N(floor + u * .15)}c{N(-u * .02)} {N(-u * .1)} 0 {N(-u * .16)} {N(u * .02)} "
                        + $"{N(-u * .18)}h{N(u * .08)}c{N(u * .03)} {N(u * .03)} {N(u * .03)} {N(u * .1)} {N(u * .02)} {N(u * .18)}Z",
                    i == 0 ? p.Paper : p.T[3]
                )
                .Rect(w * .84 + i * u * .12 + u * .03, floor + u * .05, u * .05, u * .03, p.K, opacity: .7);
    }
}
