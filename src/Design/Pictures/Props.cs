using Plurimax.Design.Styling;
using static System.Math;

namespace Plurimax.Design.Pictures;

/// <summary>
/// Things that stand in the scenes. Each draws around its own origin, about 100 to 400 units large, lit from the upper left.
/// </summary>
internal static class Props
{
    private static string N(double v) => Canvas.N(v);

    /// <summary>A wall with halftone and wainscot, and a floor in perspective from <paramref name="floor"/> down.</summary>
    public static void Room(Canvas c, Inks p, double floor, double vanish = .5, bool boards = true)
    {
        double w = c.W,
            h = c.H,
            dado = floor - h * .17;
        c.Rect(0, 0, w, h, p.Wall).Halftone(0, 0, w, floor * .62, p.Wall2, up: true, most: .36);
        c.Rect(0, dado, w, floor - dado, p.Wall2).Rect(0, dado, w, 8, p.Line, opacity: .6);
        if (boards)
        {
            var d = "";
            for (var x = 23.0; x < w; x += 46)
                d += $"M{N(x)} {N(dado + 8)}V{N(floor)}";
            c.Stroke(d, p.Line, 2, .45);
        }
        c.Rect(0, floor, w, h - floor, p.Floor);
        double vx = w * vanish,
            vy = floor - h * .42,
            t = (floor - vy) / (h - vy);
        var lines = "";
        for (var i = -16; i <= 16; i++)
        {
            var x = vx + i * w * .13;
            lines += $"M{N(vx + (x - vx) * t)} {N(floor)}L{N(x)} {N(h)}";
        }
        c.Stroke(lines, p.Line, 2.5, .55)
            .Rect(0, floor, w, 7, p.Shade, opacity: .55)
            .Halftone(0, floor + (h - floor) * .2, w, (h - floor) * .8, p.Shade, opacity: .5);
    }

    /// <summary>Roofs, a headland and masts, as seen through a window.</summary>
    public static void Town(Canvas c, Inks p, double x, double y, double w, double h, Dice r) => c.ClipRect(x, y, w, h, () =>
        {
            c.Rect(x, y, w, h, p.Sky)
                .Rect(x, y + h * .5, w, h * .5, p.Sky2)
                .Circle(x + w * .7, y + h * .34, Min(w, h) * .16, p.Night ? p.Lit : p.Sun);
            c.Path(
                $"M{N(x)} {N(y + h * .62)}C{N(x + w * .25)} {N(y + h * .5)} {N(x + w * .4)} {N(y + h * .56)} {N(x + w * .6)} "
                    + $"{N(y + h * .6)}L{N(x + w)} {N(y + h * .57)}V{N(y + h)}H{N(x)}Z",
                p.Far
            );
            for (var at = x - 10; at < x + w; )
            {
                double bw = w * r.Between(.1, .22),
                    bh = h * r.Between(.18, .38),
                    top = y + h - bh;
                c.Poly(p.Near, 1, (at, y + h), (at, top), (at + bw / 2, top - bw * .42), (at + bw, top), (at + bw, y + h));
                c.Poly(
                    p.K,
                    p.Night ? .5 : .85,
                    (at + bw / 2, top - bw * .42),
                    (at + bw, top),
                    (at + bw * 1.02, top + 6),
                    (at + bw / 2, top - bw * .3)
                );
                if (r.Next() > .3)
                    c.Rect(at + bw * .3, top + bh * .3, bw * .16, bh * .3, p.Night ? p.Lit : p.Sky2);
                at += bw * .98;
            }
            for (var i = 0; i < 3; i++)
            {
                var m = x + w * (.12 + .3 * i + r.Next() * .1);
                c.Line(p.MetalD, 2.5, (m, y + h), (m, y + h * r.Between(.2, .35)));
            }
        });

    public static void Window(Canvas c, Inks p, double x, double y, double w, double h, Dice r, int cols = 3, int rows = 2)
    {
        c.Rect(x - 14, y - 14, w + 28, h + 28, p.WoodK).Rect(x - 8, y - 8, w + 16, h + 16, p.WoodD);
        Town(c, p, x, y, w, h, r);
        for (var i = 1; i < cols; i++)
            c.Rect(x + w * i / cols - 4, y, 8, h, p.WoodD);
        for (var i = 1; i < rows; i++)
            c.Rect(x, y + h * i / rows - 4, w, 8, p.WoodD);
        c.Poly(p.Paper, p.Night ? .05 : .22, (x, y), (x + w * .34, y), (x + w * .06, y + h), (x, y + h));
        c.Rect(x - 26, y + h + 10, w + 52, 16, p.Wood).Rect(x - 26, y + h + 22, w + 52, 6, p.WoodK);
    }

    public static void Beam(Canvas c, Inks p, double x, double floor, double w)
    {
        c.Poly(p.Lit, p.Night ? .1 : .28, (x, floor - w * .9), (x + w * .8, floor - w * .9), (x + w * 1.15, floor), (x + w * .3, floor));
        c.Poly(p.Lit, p.Night ? .14 : .32, (x + w * .3, floor + 8), (x + w * 1.15, floor + 8), (x + w * 1.5, c.H), (x + w * .5, c.H));
    }

    public static void Pendant(Canvas c, Inks p, double x, double y, double s)
    {
        if (p.Night)
            c.Poly(p.Lit, .14, (x - 50 * s, y), (x + 50 * s, y), (x + 420 * s, c.H), (x - 420 * s, c.H));
        c.Line(p.Black, 3, (x, -10), (x, y - 60 * s));
        c.At(x, y, s, () =>
            c.Rect(-12, -76, 24, 20, p.MetalD, 4)
                .Path("M-58 0C-58 -40 -30 -58 0 -58C30 -58 58 -40 58 0Z", p.K)
                .Path("M14 -57C40 -50 58 -34 58 0L30 0C34 -30 26 -50 14 -57Z", p.Kd)
                .Stroke("M-46 -8C-44 -32 -30 -44 -14 -48", p.Kl, 5)
                .Ellipse(0, 0, 58, 9, p.Lit)
        );
    }

    public static void Wheel(Canvas c, Inks p, double x, double y, double r, int spokes = 28, double turn = 0, double thin = 1.5)
    {
        var d = "";
        for (var i = 0; i < spokes; i++)
        {
            double a = 2 * PI * i / spokes + turn,
                b = a + (i % 2 == 1 ? 1.25 : -1.25);
            d += $"M{N(x + r * .08 * Cos(b))} {N(y + r * .08 * Sin(b))}L{N(x + r * .9 * Cos(a))} {N(y + r * .9 * Sin(a))}";
        }
        c.Ring(x, y, r * .955, p.Black, r * .09)
            .Ring(x, y, r * .925, p.WoodL, r * .022)
            .Ring(x, y, r * .885, p.MetalL, r * .035)
            .Stroke(d, p.MetalL, thin)
            .Circle(x, y, r * .095, p.MetalD)
            .Circle(x, y, r * .06, p.MetalL);
    }

    public static void Sprocket(Canvas c, double x, double y, double r, int teeth, string fill, string hub, double turn = 0)
    {
        var d = "";
        for (var i = 0; i < teeth; i++)
        {
            double a = 2 * PI * i / teeth + turn,
                s = 2 * PI / teeth;
            string At(double q, double b) => $"{N(x + r * q * Cos(b))} {N(y + r * q * Sin(b))}";
            d += $"{(i == 0 ? "M" : "L")}{At(.93, a)}L{At(1.03, a + s * .3)}L{At(1.03, a + s * .5)}L{At(.93, a + s * .8)}";
        }
        c.Path(d + "Z", fill).Circle(x, y, r * .7, hub);
        for (var i = 0; i < 5; i++)
            c.Line(fill, r * .15, (x, y), (x + r * .78 * Cos(2 * PI * i / 5 + turn), y + r * .78 * Sin(2 * PI * i / 5 + turn)));
        c.Circle(x, y, r * .22, fill);
    }

    /// <summary>A bicycle, wheels of radius 100 at (0,0) and (302,0).</summary>
    public static void Bike(Canvas c, Inks p, string bars, bool basket = false, bool stand = false, string? frame = null)
    {
        string k = frame ?? p.K,
            hi = frame is null ? p.Kl : p.Paper,
            lo = frame is null ? p.Kd : p.MetalD;
        if (stand)
            c.Ellipse(52, 262, 118, 13, p.Black, .28)
                .Stroke("M46 -150L46 236M46 214L-34 262M46 214L128 262", p.MetalD, 13)
                .Stroke("M43 -150L43 214", p.Metal, 4)
                .Rect(28, -40, 36, 15, p.Black, 4)
                .Stroke("M46 -150L70 -150", p.MetalD, 15)
                .Rect(54, -170, 30, 38, p.S, 5);
        else
            c.Ellipse(150, 101, 230, 12, p.Black, .26);
        Wheel(c, p, 0, 0, 100);
        Wheel(c, p, 302, 0, 100, turn: .1);
        if (basket)
            c.Stroke("M-102 18A104 104 0 0 1 76 -72", lo, 7).Stroke("M218 -62A104 104 0 0 1 392 -52", lo, 7);
        c.Line(p.MetalD, 9, (118, 22), (72, -3)).Rect(52, -8, 40, 10, p.Black, 3);
        c.Line(k, 7, (0, 0), (77, -118))
            .Line(k, 8, (0, 0), (118, 22))
            .Line(k, 12, (118, 22), (74, -126))
            .Line(k, 11, (78, -116), (243, -138))
            .Line(k, 13, (118, 22), (252, -114))
            .Line(k, 15, (240, -150), (253, -110))
            .Stroke("M253 -110C266 -70 276 -32 302 0", k, 10);
        c.Line(hi, 3, (86, -120), (234, -141)).Line(hi, 3.5, (128, 8), (241, -108));
        c.Line(p.Metal, 8, (74, -126), (62, -164))
            .Path("M24 -178C38 -187 62 -184 96 -175C101 -172 99 -167 91 -167C74 -168 58 -158 36 -160C24 -162 18 -172 24 -178Z", p.WoodK);
        c.Line(p.Metal, 8, (240, -150), (235, -170), (262, -176));
        if (bars == "drop")
            c.Stroke("M262 -176C296 -181 306 -152 290 -136C281 -127 268 -128 258 -131", p.Black, 8);
        else if (bars == "flat")
            c.Stroke("M258 -176C258 -190 240 -196 222 -195", p.Black, 9);
        else
            c.Stroke("M262 -176C272 -198 236 -205 200 -190", p.Metal, 7).Stroke("M222 -199L198 -189", p.WoodK, 10);
        c.Stroke("M0 -23L118 -9M6 44L118 53", p.Black, 3.5, 1, "4 1.6");
        Sprocket(c, 118, 22, 34, 26, p.MetalL, p.Wall, .2);
        c.Line(p.Metal, 9, (118, 22), (164, 47)).Circle(118, 22, 8, p.Black).Rect(143, 42, 42, 10, p.Black, 3);
        if (basket)
            c.Path("M262 -182L352 -182L340 -112L276 -112Z", p.Wood)
                .Stroke(
                    "M268 -166L348 -166M270 -148L346 -148M273 -130L343 -130M284 -182L290 -112M306 -182L306 -112M328 -182L322 -112",
                    p.WoodD,
                    3
                )
                .Stroke("M260 -182L354 -182", p.WoodK, 7)
                .Circle(290, -190, 15, p.K)
                .Circle(316, -193, 17, p.S);
    }

    public static void ToolBoard(Canvas c, Inks p, double x, double y, double w, double h, Dice r)
    {
        c.Rect(x + 10, y + 12, w, h, p.Shade, opacity: .3).Rect(x, y, w, h, p.Board, 4);
        var rows = h > 300 ? 2 : 1;
        double rh = h / rows;
        int cols = Max(1, (int)((w - 30) / 70)),
            n = 0;
        for (var row = 0; row < rows; row++)
        for (var i = 0; i < cols; i++, n++)
        {
            double cx = x + 35 + (w - 70) * (cols == 1 ? .5 : (double)i / (cols - 1)),
                cy = y + 34 + row * rh,
                len = Min(rh - 70, 90 + r.Below(3) * 18);
            var grip = new[] { p.K, p.S, p.WoodD }[n % 3];
            var kind = r.Below(5);
            void Draw(string steel, string hand)
            {
                switch (kind)
                {
                    case 0:
                        c.Path(
                                $"M-7 14L-7 {N(len - 16)}L7 {N(len - 16)}L7 14C20 8 21 -12 9 -20L9 -2L0 4L-9 -2L-9 -20C-21 -12 -20 "
                                    + $"8 -7 14Z",
                                steel
                            )
                            .Circle(0, len - 10, 14, steel);
                        break;
                    case 1:
                        c.Rect(-9, 0, 18, 46, hand, 7).Rect(-3, 46, 6, Max(8, len - 52), steel);
                        break;
                    case 2:
                        c.Rect(-6, 10, 12, len - 10, hand, 5).Path("M-34 -8L22 -8C30 -8 34 0 38 6L38 14L-34 14Z", steel);
                        break;
                    case 3:
                        c.Stroke($"M-4 34C-22 60 -18 80 -16 {N(len)}M4 34C22 60 18 80 16 {N(len)}", hand, 9)
                            .Path(
                                "M-13 -2C-12 -18 -5 -24 -1 -24L-1 32L-9 38C-14 24 -14 10 -13 -2ZM13 -2C12 -18 5 -24 1 -24L1 32L9 "
                                    + "38C14 24 14 10 13 -2Z",
                                steel
                            );
                        break;
                    default:
                        c.Rect(-10, -12, 20, 40, hand, 8).Path($"M-16 28H16L10 {N(len)}H-10Z", steel);
                        break;
                }
            }
            c.At(cx, cy, 1, () => Draw(p.Tool, grip));
            c.Circle(cx, cy - 26, 4, p.Paper);
        }
    }

    public static void Bench(Canvas c, Inks p, double x, double y, double w, double h, Dice r)
    {
        c.Rect(x + 16, y + h - 6, w, 16, p.Black, opacity: .22).Rect(x + 20, y + 40, w - 40, h - 40, p.Shade, opacity: .5);
        for (var at = x + 36; at < x + w * .5 - 30; )
        {
            double bw = r.Between(54, 100),
                bh = r.Between(40, Min(82, h * .4));
            c.Rect(at, y + h - 34 - bh, bw, bh, new[] { p.WoodD, p.K, p.MetalD, p.Wood }[r.Below(4)])
                .Rect(at + bw * .25, y + h - 34 - bh * .62, bw * .5, bh * .26, p.Paper, opacity: .8);
            at += bw + 12;
        }
        c.Rect(x + 10, y + h - 38, w - 20, 14, p.WoodD);
        double dx = x + w * .56,
            dw = w * .34,
            dh = (h - 40) / 4;
        c.Rect(dx, y + 26, dw, h - 26, p.S).Rect(dx + dw * .82, y + 26, dw * .18, h - 26, p.Sd);
        for (var i = 0; i < 4; i++)
            c.Rect(dx + 10, y + 34 + dh * i, dw - 20, dh - 8, p.Sd, opacity: .6)
                .Rect(dx + dw / 2 - 28, y + 34 + dh * i + dh * .34, 56, 7, p.MetalL, 3);
        foreach (var lx in new[] { x + 8, x + w - 34 })
            c.Rect(lx, y + 20, 26, h - 20, p.WoodD).Rect(lx + 16, y + 20, 10, h - 20, p.WoodK);
        c.Rect(x - 10, y, w + 20, 26, p.Wood).Rect(x - 10, y, w + 20, 8, p.WoodL).Rect(x - 10, y + 22, w + 20, 8, p.WoodK);
    }

    public static void Tin(Canvas c, Inks p, double x, double y, double w, double h, string fill, string band) =>
        c.Rect(x, y - h, w, h, fill)
            .Rect(x, y - h + h * .28, w, h * .34, band)
            .Rect(x + w * .72, y - h, w * .28, h, p.Black, opacity: .14)
            .Ellipse(x + w / 2, y - h, w / 2, w * .12, p.MetalL);

    public static void Jar(Canvas c, Inks p, double x, double y, double w, double h, string fill)
    {
        c.Rect(x, y - h, w, h, fill, w * .16)
            .Rect(x + w * .1, y - h * .92, w * .12, h * .7, p.Paper, 4, .5)
            .Rect(x + w * .74, y - h, w * .26, h, p.Black, w * .12, .14);
        c.Rect(x + w * .06, y - h * 1.16, w * .88, h * .2, p.K, 4)
            .Rect(x + w * .14, y - h * .6, w * .72, h * .36, p.Paper, 3)
            .Rect(x + w * .24, y - h * .5, w * .52, 5, p.S)
            .Rect(x + w * .3, y - h * .4, w * .4, 4, p.Line);
    }

    public static void Plant(Canvas c, Inks p, double x, double y, double s) => c.At(x, y, s, () =>
        {
            c.Ellipse(0, 4, 60, 8, p.Black, .25).Path("M-44 -78H44L34 0H-34Z", p.K).Path("M14 -78H44L34 0H10Z", p.Kd);
            foreach (var (dx, dy, turn) in new[] { (-70, -190, -34), (-34, -250, -14), (8, -276, 4), (50, -240, 22), (84, -180, 44) })
                c.At(
                    dx * .35,
                    -70,
                    1,
                    () =>
                        c.Path($"M0 0C-30 -60 -26 -140 0 {N(dy + 70)}C26 -140 30 -60 0 0Z", p.T[p.Night ? 5 : 6])
                            .Stroke($"M0 0V{N(dy + 96)}", p.T[p.Night ? 4 : 5], 4),
                    turn
                );
        });

    /// <summary>A scalloped mass of leaves.</summary>
    public static void Leaves(Canvas c, double x, double y, double rx, double ry, string fill, Dice r, int lobes = 13, double opacity = 1)
    {
        var pts = new (double X, double Y)[lobes];
        for (var i = 0; i < lobes; i++)
        {
            double a = 2 * PI * i / lobes + r.Next() * .2,
                q = .88 + r.Next() * .2;
            pts[i] = (x + rx * q * Cos(a), y + ry * q * Sin(a));
        }
        var d = $"M{N(pts[0].X)} {N(pts[0].Y)}";
        for (var i = 1; i <= lobes; i++)
        {
            var (a, b) = (pts[i - 1], pts[i % lobes]);
            var radius = Sqrt((a.X - b.X) * (a.X - b.X) + (a.Y - b.Y) * (a.Y - b.Y)) * .58;
            d += $"A{N(radius)} {N(radius)} 0 0 1 {N(b.X)} {N(b.Y)}";
        }
        c.Path(d + "Z", fill, opacity);
    }

    public static void Tree(Canvas c, Inks p, double x, double y, double h, Dice r)
    {
        double w = h * .075,
            rx = h * .42,
            ry = h * .36,
            cy = y - h * .7;
        c.Ellipse(x + h * .05, y + 4, h * .34, h * .03, p.Black, .22);
        string[] tones = p.Night ? [p.T[9], p.T[8], p.T[7], p.T[6]] : [p.T[7], p.T[6], p.T[5], p.T[4]];
        var puffs = Enumerable
            .Range(0, 7)
            .Select(i =>
                (
                    X: x + rx * .52 * Cos(2 * PI * i / 7 + r.Next() * .5),
                    Y: cy + ry * .5 * Sin(2 * PI * i / 7 + r.Next() * .5),
                    R: r.Between(.42, .58)
                )
            )
            .Append((X: x, Y: cy, R: .62))
            .ToArray();
        foreach (var q in puffs)
            Leaves(c, q.X + rx * .07, q.Y + ry * .12, rx * q.R, ry * q.R, tones[0], r);
        c.Path(
            $"M{N(x - w)} {N(y)}C{N(x - w * .5)} {N(y - h * .1)} {N(x - w * .5)} {N(y - h * .25)} {N(x - w * .45)} {N(y - h * .42)}L"
                + $"{N(x - h * .16)} {N(y - h * .7)}L{N(x - h * .12)} {N(y - h * .72)}L{N(x)} {N(y - h * .5)}L{N(x + h * .14)} "
                + $"{N(y - h * .74)}L{N(x + h * .18)} {N(y - h * .7)}L{N(x + w * .5)} {N(y - h * .4)}C{N(x + w * .5)} {N(y - h * .2)} "
                + $"{N(x + w * .6)} {N(y - h * .08)} {N(x + w * 1.1)} {N(y)}Z",
            p.WoodD
        );
        c.Path(
            $"M{N(x + w * .1)} {N(y)}L{N(x + w * .05)} {N(y - h * .45)}L{N(x + w * .5)} {N(y - h * .4)}C{N(x + w * .5)} "
                + $"{N(y - h * .2)} {N(x + w * .6)} {N(y - h * .08)} {N(x + w * 1.1)} {N(y)}Z",
            p.WoodK,
            .75
        );
        foreach (var q in puffs)
            Leaves(c, q.X, q.Y - ry * .12, rx * q.R * .9, ry * q.R * .8, tones[1], r, opacity: .96);
        foreach (var q in puffs)
            Leaves(c, q.X - rx * .07, q.Y - ry * .2, rx * q.R * .64, ry * q.R * .54, tones[2], r);
        foreach (var q in puffs.Where(q => q.X < x + rx * .3))
            Leaves(c, q.X - rx * .12, q.Y - ry * .28, rx * q.R * .34, ry * q.R * .26, tones[3], r, 9);
    }

    public static void Conifer(Canvas c, Inks p, double x, double y, double w, double h)
    {
        string d = "",
            s = "";
        for (var i = 0; i < 4; i++)
        {
            double yy = y - h * .1 - h * .22 * i,
                ww = w * (1 - .2 * i) / 2;
            d += $"M{N(x)} {N(yy - h * .34)}L{N(x + ww)} {N(yy)}Q{N(x)} {N(yy - h * .06)} {N(x - ww)} {N(yy)}Z";
            s += $"M{N(x)} {N(yy - h * .34)}L{N(x - ww)} {N(yy)}Q{N(x - ww * .4)} {N(yy - h * .05)} {N(x - ww * .1)} {N(yy - h * .04)}Z";
        }
        c.Rect(x - w * .05, y - h * .12, w * .1, h * .12, p.WoodK).Path(d, p.T[p.Night ? 8 : 7]).Path(s, p.T[5], .6);
    }

    public static void Cloud(Canvas c, double x, double y, double w, string fill, double opacity = .9) =>
        c.Path(
            $"M{N(x)} {N(y)}H{N(x + w)}C{N(x + w)} {N(y - w * .09)} {N(x + w * .86)} {N(y - w * .1)} {N(x + w * .82)} "
                + $"{N(y - w * .08)}C{N(x + w * .76)} {N(y - w * .24)} {N(x + w * .46)} {N(y - w * .26)} {N(x + w * .42)} {N(y - w * .1)}C"
                + $"{N(x + w * .3)} {N(y - w * .17)} {N(x + w * .16)} {N(y - w * .12)} {N(x + w * .17)} {N(y - w * .05)}C{N(x + w * .08)} "
                + $"{N(y - w * .08)} {N(x)} {N(y - w * .06)} {N(x)} {N(y)}Z",
            fill,
            opacity
        );

    /// <summary>Sky with a sun down to a horizon.</summary>
    public static void Sky(Canvas c, Inks p, double horizon, double sunX = .68)
    {
        var fill = p.Night ? c.Gradient((0, p.T[8]), (.6, p.T[6]), (1, p.Kd)) : c.Gradient((0, p.SeaL), (.6, p.T[1]), (1, p.T[0]));
        c.Rect(0, 0, c.W, horizon + 2, fill).Halftone(0, 0, c.W, horizon * .6, p.Night ? p.T[9] : p.Sea, 14, .3, up: true, opacity: .5);
        double sx = c.W * sunX,
            sy = horizon * .58,
            sr = Min(c.W, c.H) * .12;
        if (!p.Night)
            for (var i = 3; i > 0; i--)
                c.Circle(sx, sy, sr * (1 + i * .42), p.Lit, .22);
        c.Circle(sx, sy, sr, p.Night ? p.Lit : p.Sun);
        Cloud(c, c.W * .08, horizon * .36, c.W * .24, p.Night ? p.T[6] : p.Paper);
        Cloud(c, c.W * .56, horizon * .22, c.W * .3, p.Night ? p.T[6] : p.Paper);
    }

    public static void Hill(Canvas c, double y, double amp, string fill, Dice r)
    {
        var d = $"M0 {N(y)}";
        double at = y;
        for (var i = 0; i < 4; i++)
        {
            double x0 = c.W * i / 4,
                next = y + (r.Next() - .5) * amp * 2;
            d += $"C{N(x0 + c.W * .1)} {N(at - amp * .4)} {N(x0 + c.W * .15)} {N(next + amp * .3)} {N(x0 + c.W * .25)} {N(next)}";
            at = next;
        }
        c.Path($"{d}V{N(c.H)}H0Z", fill);
    }

    public static void Sea(Canvas c, Inks p, double y, double h, Dice r)
    {
        string deep = p.Night ? p.T[7] : p.Sea,
            pale = p.Night ? p.T[6] : p.SeaL;
        c.Rect(0, y, c.W, h, deep);
        for (var i = 0; i < 5; i++)
            c.Rect(0, y + h * Pow(i / 5.0, 1.3), c.W, 2 + i * 1.6, pale, opacity: .5);
        var d = "";
        for (var i = 0; i < 30; i++)
            d += $"M{N(r.Next() * c.W)} {N(y + 6 + r.Next() * h * .9)}h{N(r.Between(14, 64))}";
        c.Stroke(d, p.Night ? p.Lit : p.Paper, 3.4, .75);
    }

    public static void Boat(Canvas c, Inks p, double x, double y, double s) =>
        c.At(x, y, s, () =>
            c.Path("M-34 0H38C34 14 26 20 18 20H-20C-28 20 -32 10 -34 0Z", p.K)
                .Line(p.Black, 3, (2, 0), (2, -92))
                .Path("M6 -90C30 -60 38 -30 40 -8H6Z", p.Paper)
                .Path("M-2 -84C-14 -50 -22 -28 -30 -8H-2Z", p.Kl)
        );

    public static void Lighthouse(Canvas c, Inks p, double x, double y, double s) =>
        c.At(x, y, s, () =>
            c.Poly(p.Paper, 1, (-20, 0), (20, 0), (13, -120), (-13, -120))
                .Poly(p.T[3], 1, (4, 0), (20, 0), (13, -120), (5, -120))
                .Poly(p.K, 1, (-17, -34), (17, -34), (15.5, -62), (-15.5, -62))
                .Rect(-18, -126, 36, 7, p.Black)
                .Rect(-10, -146, 20, 20, p.Lit)
                .Path("M-13 -146H13C12 -158 6 -162 0 -164C-6 -162 -12 -158 -13 -146Z", p.K)
        );

    /// <summary>A three-bay house, about 400 wide and 430 high, standing on (0,0).</summary>
    public static void House(Canvas c, Inks p, bool shop = false)
    {
        void Sash(double x, double y, double w, double h, bool lit) =>
            c.Rect(x - 7, y - 7, w + 14, h + 14, p.Sd)
                .Rect(x, y, w, h, lit ? p.Lit : p.T[6])
                .Poly(p.T[4], lit ? 0 : .5, (x, y), (x + w * .7, y), (x + w * .2, y + h), (x, y + h))
                .Rect(x, y + h / 2 - 3, w, 6, p.Paper)
                .Rect(x + w / 2 - 2, y, 4, h, p.Paper)
                .Rect(x - 12, y + h + 7, w + 24, 7, p.Paper);
        c.Ellipse(230, 4, 290, 16, p.Black, .2);
        c.Rect(400, -360, 120, 360, p.Paper)
            .Rect(400, -360, 120, 360, p.Sd, opacity: .42)
            .Poly(p.Sd, 1, (394, -360), (530, -360), (494, -470), (394, -470));
        foreach (var x in new[] { 66.0, 344 })
            c.Rect(x - 22, -560, 44, 90, p.K).Rect(x + 6, -560, 16, 90, p.Kd).Rect(x - 27, -566, 54, 10, p.Kd);
        c.Poly(p.S, 1, (-16, -394), (416, -394), (376, -520), (24, -520));
        for (var i = 0; i < 6; i++)
            c.Rect(-8 + i * 5, -414 - i * 18, 416 - i * 10, 3, p.Sd, opacity: .55);
        c.Rect(0, -400, 400, 400, p.Paper).Rect(0, -400, 400, 12, p.T[3], opacity: .7).Rect(-6, -404, 412, 9, p.Paper);
        for (var i = 0; i < 9; i++)
            c.Rect(0, -386 + i * 44, i % 2 == 0 ? 15 : 22, 20, p.T[2])
                .Rect(400 - (i % 2 == 0 ? 15 : 22), -386 + i * 44, i % 2 == 0 ? 15 : 22, 20, p.T[2]);
        for (var i = 0; i < 3; i++)
            Sash(42 + i * 130, -350, 52, 92, p.Night || i == 1);
        if (!shop)
        {
            Sash(30, -190, 76, 110, p.Night);
            Sash(296, -190, 66, 110, p.Night);
            c.Rect(158, -206, 84, 206, p.Paper)
                .Rect(168, -150, 64, 150, p.K)
                .Rect(204, -150, 28, 150, p.Kd, opacity: .5)
                .Path("M168 -156A32 26 0 0 1 232 -156Z", p.Lit)
                .Circle(222, -72, 5, p.Lit)
                .Rect(142, -14, 116, 14, p.T[2]);
        }
    }

    public static void Armchair(Canvas c, Inks p, string cloth, string dark, string light)
    {
        c.Ellipse(0, 6, 190, 16, p.Black, .25);
        foreach (var x in new[] { -130.0, 112 })
            c.Path($"M{N(x)} -40H{N(x + 20)}L{N(x + 14)} 6H{N(x + 6)}Z", p.WoodK);
        c.Path("M-118 -60V-270C-118 -330 -70 -356 0 -356C70 -356 118 -330 118 -270V-60Z", dark)
            .Path("M-100 -70V-262C-100 -316 -60 -338 0 -338C60 -338 100 -316 100 -262V-70Z", cloth);
        foreach (var (x, y) in new[] { (-52, -270), (0, -282), (52, -270), (-26, -222), (26, -222), (-52, -176), (0, -176), (52, -176) })
            c.Circle(x, y, 7, dark).Circle(x - 2, y - 2, 3, light);
        c.Path("M-150 -40V-176C-150 -206 -98 -206 -96 -172V-40Z", cloth)
            .Path("M150 -40V-176C150 -206 98 -206 96 -172V-40Z", dark)
            .Ellipse(-123, -180, 27, 22, light)
            .Ellipse(123, -180, 27, 22, cloth);
        c.Rect(-100, -128, 200, 58, light, 18)
            .Rect(-100, -104, 200, 34, cloth, 14)
            .Rect(-150, -72, 300, 40, dark, 6)
            .Stroke("M-140 -52H140", p.MetalL, 3, 1, "1 11");
    }

    public static void Hive(Canvas c, Inks p, double s, string fill, string dark) => c.At(0, 0, s, () =>
        {
            c.Ellipse(0, 6, 110, 12, p.Black, .25).Rect(-70, -26, 14, 32, p.WoodK).Rect(56, -26, 14, 32, p.WoodK);
            foreach (var (y, h) in new[] { (-86, 60), (-146, 58), (-196, 48) })
                c.Rect(-84, y, 168, h - 4, fill).Rect(30, y, 54, h - 4, dark, opacity: .6).Rect(-30, y + 18, 60, 9, dark);
            c.Rect(-50, -40, 100, 12, p.Black, 3)
                .Rect(-60, -30, 120, 8, p.Wood)
                .Rect(-96, -214, 192, 20, p.MetalL)
                .Rect(-96, -200, 192, 6, p.MetalD);
        });
}
