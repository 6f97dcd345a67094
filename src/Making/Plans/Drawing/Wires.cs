namespace Plurimax.Making.Plans.Drawing;

/// <summary>Wireframes of all kinds of section: the same at every width and scale, since they are drawn from what stands in them.</summary>
public static class Wires
{
    /// <param name="kind">Name of a kind of section; "head" and "foot" for those of the page.</param>
    /// <param name="items">Entries it holds; where facts give them, what is usual.</param>
    /// <param name="w">Width of the page in px; <paramref name="h"/>: height it is expected to take.</param>
    public static Wire Of(string kind, string variant, int items, double w, double h)
    {
        var s = new WireDrawing(w, h);
        double gut = Math.Clamp(w * .04, 16, 40),
            x = Math.Max(gut, (w - 1150) / 2),
            wide = w - 2 * x,
            pad = Math.Min(64, h * .14),
            top = pad,
            inner = h - 2 * pad;
        var narrow = w < 700;
        var n = Math.Clamp(items, 1, 24);
        switch (kind)
        {
            case "head":
                s.Rect(WireTone.Ink, x, h / 2 - 8, 130, 16).Button(w - x - 110, h / 2 - 18, 110, 36);
                if (!narrow)
                    s.Stroke((w - x - 480, h / 2), (w - x - 150, h / 2));
                break;
            case "foot":
                s.Rect(WireTone.Box, 0, 0, w, h);
                for (var i = 0; i < (narrow ? 1 : 4); i++)
                    s.Lines(x + i * wide / 4, top, wide / (narrow ? 1.4 : 5), inner);
                break;
            case "opening":
                Opening(s, variant, narrow, x, wide, h);
                break;
            case "title":
                s.Heading(x, h * .3, Math.Min(wide, 520), 34).Lines(x, h * .3 + 56, Math.Min(wide, 640), h * .5);
                if (variant == "v-band")
                    s.Frame(0, 0, w, h);
                break;
            case "banner":
            case "announcement":
                s.Rect(WireTone.Box, x, h * .15, wide, h * .7).Lines(x + 24, h * .4, wide * .6, h * .3);
                break;
            case "action":
                s.Rect(WireTone.Action, 0, 0, w, h)
                    .Rect(WireTone.Box, x, h * .3, Math.Min(wide * .6, 520), 26)
                    .Rect(WireTone.Box, narrow ? x : w - x - 200, narrow ? h * .64 : h * .38, 200, 48);
                break;
            case "urgent":
                s.Rect(WireTone.Box, 0, 0, w, h).Heading(x, h * .3, wide * .4, 22).Button(narrow ? x : w - x - 190, h * .35, 190);
                break;
            case "trust":
            case "memberships":
                Grid(s, x, top, wide, inner, Math.Max(3, n), narrow ? 2 : Math.Clamp(n, 3, 5), false, box: true);
                break;
            case "services":
                Services(s, variant, narrow, x, top, wide, inner, n);
                break;
            case "service":
            case "picture":
            case "about":
                Split(
                    s,
                    kind != "service" || variant == "v-side",
                    kind is "picture" && variant is "v-left" or "v-bleed",
                    narrow,
                    x,
                    top,
                    wide,
                    inner
                );
                break;
            case "team":
            case "rooms":
            case "news":
                Head(s, x, top, wide);
                Grid(s, x, top + 70, wide, inner - 70, n, narrow ? 1 : 3, kind != "news", false);
                break;
            case "gallery":
                Head(s, x, top, wide);
                Gallery(s, x, top + 70, wide, inner - 70, narrow ? 2 : 3);
                break;
            case "compare":
                Head(s, x, top, wide);
                s.Picture(x, top + 70, wide / 2 - 4, inner - 70).Picture(x + wide / 2 + 4, top + 70, wide / 2 - 4, inner - 70);
                break;
            case "video":
            case "code":
                s.Rect(WireTone.Box, x, top, wide, inner)
                    .Stroke((w / 2 - 22, h / 2 - 28), (w / 2 + 26, h / 2), (w / 2 - 22, h / 2 + 28), (w / 2 - 22, h / 2 - 28));
                break;
            case "steps":
                Head(s, x, top, wide);
                for (var i = 0; i < n; i++)
                {
                    var cols = narrow ? 1 : Math.Min(n, 4);
                    double cw = wide / cols,
                        rows = Math.Ceiling(n / (double)cols),
                        rh = (inner - 70) / rows,
                        cx = x + i % cols * cw,
                        cy = top + 70 + i / cols * rh;
                    s.Rect(WireTone.Ink, cx, cy, 34, 34)
                        .Lines(cx + (narrow ? 54 : 0), cy + (narrow ? 0 : 52), cw - (narrow ? 70 : 36), rh - (narrow ? 20 : 70));
                }
                break;
            case "testimonials":
            case "quote":
            case "rating":
                Quotes(s, narrow, x, top, wide, inner, kind == "testimonials" ? Math.Clamp(n, 1, 3) : 1);
                break;
            case "questions":
                Head(s, x, top, narrow ? wide : wide * .4);
                Rows(
                    s,
                    narrow ? x : x + wide * .42,
                    narrow ? top + 70 : top,
                    narrow ? wide : wide * .58,
                    narrow ? inner - 70 : inner,
                    n,
                    22,
                    22
                );
                break;
            case "prices":
            case "menu":
            case "downloads":
                Head(s, x, top, wide);
                Rows(s, x, top + 70, wide, inner - 70, Math.Max(4, n), wide * .1, 60);
                break;
            case "timetable":
                Head(s, x, top, wide);
                for (var i = 0; i < 7; i++)
                    s.Frame(x + i * wide / 7, top + 70, wide / 7 - 6, inner - 70)
                        .Lines(x + i * wide / 7 + 8, top + 90, wide / 7 - 22, inner - 120);
                break;
            case "visit":
            case "area":
                if (narrow)
                {
                    Rows(s, x, top, wide, inner * .5, 6, 50, 60);
                    Map(s, x, top + inner * .55, wide, inner * .45);
                }
                else
                {
                    Rows(s, x, top, wide * .42, inner, 7, 60, 90);
                    Map(s, x + wide * .5, top, wide * .5, inner);
                }
                break;
            case "contact":
            case "callback":
            case "newsletter":
                Form(
                    s,
                    narrow,
                    x,
                    top,
                    wide,
                    inner,
                    kind == "contact" ? 4
                        : kind == "callback" ? 3
                        : 1
                );
                break;
            case "social":
                Head(s, x, top, wide);
                for (var i = 0; i < Math.Max(3, n); i++)
                    s.Rect(WireTone.Box, x + i * 130, top + 70, 110, 40);
                break;
            default:
                s.Heading(x, top, Math.Min(wide * .55, 420), 28).Lines(x, top + 52, Math.Min(wide, 720), inner - 60);
                break;
        }
        return s.Done();
    }

    private static void Head(WireDrawing s, double x, double y, double wide) => s.Heading(x, y, Math.Min(wide * .7, 380), 30);

    private static void Opening(WireDrawing s, string variant, bool narrow, double x, double wide, double h)
    {
        void Text(double tx, double ty, double tw)
        {
            s.Heading(tx, ty, tw, 46).Heading(tx, ty + 62, tw * .7, 46).Lines(tx, ty + 138, tw * .9, 78);
            s.Button(tx, ty + 236).Frame(tx + 200, ty + 236, 170, 48);
        }
        if (narrow)
        {
            var picture = Math.Min(h * .42, s.Width * .9);
            Text(x, 40, wide);
            s.Picture(x, Math.Max(350, h - picture - 24), wide, Math.Min(picture, h - 374));
            return;
        }
        switch (variant)
        {
            case "v-full":
                s.Picture(0, 0, s.Width, h);
                Text(x, h * .42, wide * .5);
                break;
            case "v-frieze":
                Text(s.Width / 2 - 240, 60, 480);
                s.Picture(0, 380, s.Width, h - 380);
                break;
            case "v-stage" or "v-block":
                s.Heading(x, 70, wide * .55, 64)
                    .Heading(x, 152, wide * .4, 64)
                    .Lines(x + wide * .64, 80, wide * .34, 90)
                    .Button(x + wide * .64, 200);
                s.Picture(x, 320, wide, h - 340);
                break;
            case "v-lower":
                s.Picture(0, 0, s.Width, h * .66);
                s.Rect(WireTone.Box, x, h * .48, wide * .6, h * .48);
                Text(x + 40, h * .5, wide * .48);
                break;
            case "v-medal":
                s.Picture(s.Width / 2 - 110, 40, 220, 220);
                Text(s.Width / 2 - 240, 290, 480);
                break;
            case "v-window":
                s.Picture(x, 50, wide * .44, h - 100);
                Text(x + wide * .5, h * .24, wide * .46);
                break;
            default:
                Text(x, h * .2, wide * .48);
                s.Picture(x + wide * .54, 40, wide * .46, h - 80);
                break;
        }
    }

    private static void Services(WireDrawing s, string variant, bool narrow, double x, double y, double wide, double h, int n)
    {
        Head(s, x, y, wide);
        switch (variant)
        {
            case "v-ledger" or "v-index":
                Rows(s, x, y + 70, wide, h - 70, n, wide * .12, 80);
                break;
            case "v-alternate":
                var each = (h - 70) / n;
                for (var i = 0; i < n; i++)
                    s.Picture(
                            narrow || i % 2 == 0 ? x : x + wide * .6,
                            y + 70 + i * each,
                            wide * (narrow ? 1 : .4),
                            each * (narrow ? .5 : .86)
                        )
                        .Lines(
                            narrow ? x
                                : i % 2 == 0 ? x + wide * .46
                                : x,
                            y + 80 + i * each + (narrow ? each * .52 : 0),
                            wide * (narrow ? 1 : .5),
                            each * (narrow ? .4 : .7)
                        );
                break;
            case "v-bento":
                Grid(s, x, y + 70, wide, h - 70, n, narrow ? 1 : 4, false, true);
                break;
            default:
                Grid(s, x, y + 70, wide, h - 70, n, narrow ? 1 : 3, false, variant == "v-cards");
                break;
        }
    }

    private static void Split(WireDrawing s, bool picture, bool first, bool narrow, double x, double y, double wide, double h)
    {
        if (narrow || !picture)
        {
            var tall = picture ? h * .36 : 0;
            s.Picture(x, y, wide, tall).Heading(x, y + tall + 20, wide * .6, 30).Lines(x, y + tall + 76, wide, h - tall - 90);
            return;
        }
        s.Picture(first ? x : x + wide * .58, y, wide * .42, h)
            .Heading(first ? x + wide * .48 : x, y, wide * .34, 30)
            .Lines(first ? x + wide * .48 : x, y + 56, wide * .5, h - 66);
    }

    private static void Grid(WireDrawing s, double x, double y, double wide, double h, int n, int cols, bool pictures, bool box)
    {
        var rows = (int)Math.Ceiling(n / (double)cols);
        double gap = 22,
            cw = (wide - gap * (cols - 1)) / cols,
            rh = (h - gap * (rows - 1)) / rows;
        for (var i = 0; i < n; i++)
        {
            double cx = x + i % cols * (cw + gap),
                cy = y + i / cols * (rh + gap),
                inset = box ? 18 : 0;
            if (box)
                s.Rect(WireTone.Box, cx, cy, cw, rh);
            var tall = pictures ? rh * .5 : 0;
            if (pictures)
                s.Picture(cx, cy, cw, tall);
            s.Heading(cx + inset, cy + tall + inset, (cw - 2 * inset) * .6, Math.Min(18, rh * .2))
                .Lines(cx + inset, cy + tall + inset + 32, cw - 2 * inset, rh - tall - 2 * inset - 40);
        }
    }

    private static void Gallery(WireDrawing s, double x, double y, double wide, double h, int cols)
    {
        double gap = 14,
            cw = (wide - gap * (cols - 1)) / cols,
            rh = (h - gap) / 2;
        for (var i = 0; i < cols * 2; i++)
            s.Picture(x + i % cols * (cw + gap), y + i / cols * (rh + gap), cw, rh);
    }

    private static void Quotes(WireDrawing s, bool narrow, double x, double y, double wide, double h, int n)
    {
        var cols = narrow ? 1 : n;
        double cw = wide / cols,
            rh = h / (narrow ? n : 1);
        for (var i = 0; i < n; i++)
        {
            double cx = x + (narrow ? 0 : i * cw),
                cy = y + (narrow ? i * rh : 0);
            s.Rect(WireTone.Ink, cx, cy, 6, rh * .7).Lines(cx + 26, cy, cw - 60, rh * .6).Lines(cx + 26, cy + rh * .68, cw * .3, 20);
        }
    }

    private static void Rows(WireDrawing s, double x, double y, double wide, double h, int n, double value, double least)
    {
        var each = h / n;
        for (var i = 0; i < n; i++)
        {
            s.Stroke((x, y + i * each), (x + wide, y + i * each));
            s.Heading(x, y + i * each + each * .3, Math.Min(wide * .34, 240), Math.Min(16, each * .3))
                .Rect(
                    WireTone.Ink,
                    x + wide - Math.Max(value, least * .4),
                    y + i * each + each * .36,
                    Math.Max(value, least * .4),
                    Math.Min(10, each * .2)
                );
        }
    }

    private static void Map(WireDrawing s, double x, double y, double w, double h) =>
        s.Rect(WireTone.Box, x, y, w, h)
            .Stroke((x, y + h * .3), (x + w * .4, y + h * .42), (x + w, y + h * .2))
            .Stroke((x + w * .3, y), (x + w * .36, y + h))
            .Rect(WireTone.Ink, x + w * .52, y + h * .44, 16, 16);

    private static void Form(WireDrawing s, bool narrow, double x, double y, double wide, double h, int fields)
    {
        double fx = narrow ? x : x + wide * .42,
            fw = narrow ? wide : wide * .58,
            fy = narrow ? y + 90 : y,
            fh = (narrow ? h - 90 : h) - 66;
        Head(s, x, y, wide * .5);
        if (!narrow)
            s.Lines(x, y + 56, wide * .34, 90);
        for (var i = 0; i < fields; i++)
            s.Frame(fx, fy + i * fh / fields, fw, fh / fields - 16);
        s.Button(fx, fy + fh + 12);
    }
}
