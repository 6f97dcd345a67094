using System.Collections.Immutable;
using Plurimax.Design.Styling;
using Plurimax.Facts;
using Plurimax.Sites;
using Plurimax.Text;

namespace Plurimax.Making.Plans.Drawing;

/// <summary>A plan as sheets that can be given away: the whole map, and each page as wireframes at three widths.</summary>
public static class PlanDrawing
{
    private const string Ink = "#12211e",
        Quiet = "#53665f",
        Hair = "#c6d1cd",
        Box = "#e1e8e5",
        Act = "#12211e",
        Process = "#0a6670",
        Signal = "#b23412";

    public static PlanDrawingPage Map(SiteMap map, string title)
    {
        var m = ImmutableArray.CreateBuilder<PlanMark>();
        foreach (var (label, y, x1, x2) in map.Rails)
        {
            m.Add(new AreaMark([(x1, y), (x2, y)], null, Ink, 1.5, Closed: false));
            if (label.Length > 0)
                m.Add(new TextMark(x1, y - 6, 9, label, Quiet));
        }
        foreach (var link in map.Links)
            m.Add(new AreaMark(link.Points, null, link.Main ? Process : "#a9d3d3", link.Main ? 1.2 : .8, Closed: false));
        foreach (var sheet in map.Sheets)
            Sheet(m, sheet, map.Scale);
        return new PlanDrawingPage(title, map.Width, map.Height, m.ToImmutable());
    }

    private static void Sheet(ImmutableArray<PlanMark>.Builder m, MapDrawing s, double scale)
    {
        m.Add(new AreaMark([(s.X + s.W / 2, s.Y - 22), (s.X + s.W / 2, s.Y)], null, Ink, 1, Closed: false));
        m.Add(new AreaMark(Corners(s.X, s.Y, s.W, s.H), "#ffffff", s.Page.Hidden ? Hair : "#778b84", 1, Dashed: s.Page.Hidden));
        m.Add(new TextMark(s.X + 8, s.Y + 18, 12, Letters.Cut($"{s.Number}  {s.Name}", 24), Ink, Bold: true));
        foreach (var (line, i) in Wrapped(s.Page.Purpose, 32).Take(2).Select((l, i) => (l, i)))
            m.Add(new TextMark(s.X + 8, s.Y + 31 + i * 10, 8.5, line, Quiet));
        foreach (var section in s.Sections)
        {
            Wireframe(m, section.Wire, s.X, s.Y + section.Y + SiteMap.Strip, scale, section.Section.Hidden || section.H < 20);
            m.Add(new TextMark(s.X + 5, s.Y + section.Y + 8, 7, section.Label, section.Section.Hidden ? Quiet : Ink, Bold: true));
            if (section.Waits is { } waits && !section.Section.Hidden)
                m.Add(new TextMark(s.X + s.W - 5, s.Y + section.Y + 8, 7, $"needs {waits.Split('.')[^1]}", Signal, Right: true));
        }
    }

    private static void Wireframe(ImmutableArray<PlanMark>.Builder m, Wire wire, double x, double y, double k, bool faint)
    {
        m.Add(new AreaMark([(x, y), (x + wire.Width * k, y)], null, Hair, .6, Closed: false));
        if (faint)
            return;
        foreach (var shape in wire.Shapes)
            m.Add(
                new AreaMark(
                    [.. shape.Points.Select(p => (x + p.X * k, y + p.Y * k))],
                    shape.Tone switch
                    {
                        WireTone.Box => Box,
                        WireTone.Ink => "#3b4d48",
                        WireTone.Action => Act,
                        _ => null,
                    },
                    shape.Tone == WireTone.Line ? "#9fb0a9" : null,
                    .8,
                    shape.Closed
                )
            );
    }

    /// <summary>A page at 390, 820 and 1280 px side by side, all to one scale, its sections named in the middle.</summary>
    public static PlanDrawingPage Page(SiteDocument site, Page page, FactSheet facts, TextEngine text)
    {
        var look = DressedLook.Of(site.Look).Look;
        var waiting = new Waiting(site, facts);
        const double k = .3,
            gap = 28,
            head = 64,
            left = 24;
        var m = ImmutableArray.CreateBuilder<PlanMark>();
        m.Add(new TextMark(left, 26, 16, $"{text.Plain(page.Menu)}", Ink, Bold: true));
        m.Add(new TextMark(left, 42, 10, page.Purpose, Quiet));
        double x = left,
            tall = 0;
        foreach (var width in ExpectedHeights.Widths)
        {
            var y = head + 14.0;
            const double strip = 13;
            m.Add(new TextMark(x, head + 6, 9, $"{width} px", Quiet));
            foreach (var part in Parts(site, page, look, waiting, width))
            {
                m.Add(new AreaMark(Corners(x, y, width * k, strip), "#f6f9f8"));
                Wireframe(m, part.Wire, x, y + strip, k, part.Hidden);
                m.Add(new TextMark(x + 4, y + 9, 7.5, part.Label, part.Hidden ? Quiet : Ink, Bold: true));
                if (part.Waits is { } waits)
                    m.Add(new TextMark(x + width * k - 4, y + 9, 7.5, $"needs {waits.Split('.')[^1]}", Signal, Right: true));
                y += part.Wire.Height * k + strip;
            }
            m.Add(new AreaMark(Corners(x, head + 14, width * k, y - head - 14), null, "#778b84", 1));
            tall = Math.Max(tall, y);
            x += width * k + gap;
        }
        return new PlanDrawingPage(text.Plain(page.Menu), x - gap + left, tall + 24, m.ToImmutable());
    }

    /// <summary>Head, sections and foot of a page with their wireframes at a width, in px.</summary>
    public static IEnumerable<(string Label, Wire Wire, bool Hidden, string? Waits, string? Section)> Parts(
        SiteDocument site,
        Page page,
        Look look,
        Waiting waiting,
        int width
    )
    {
        yield return ("Head and menu", Wires.Of("head", "", 0, width, width < 700 ? 76 : 104), false, null, null);
        foreach (var s in page.Sections)
        {
            var kind = SectionKinds.Of(s.Content);
            var needs = s.Hidden ? null : waiting.For(s);
            var height =
                s.Hidden ? 60
                : needs is null ? ExpectedHeights.Of(site, s, look, width)
                : 140;
            yield return (
                kind.Label,
                Wires.Of(kind.Name, s.Variant ?? look.Variant(site, kind.Name), Math.Max(s.Content.Items.Length, 3), width, height),
                s.Hidden,
                needs,
                s.Id
            );
        }
        yield return ("Foot", Wires.Of("foot", "", 0, width, width < 700 ? 620 : 330), false, null, null);
    }

    private static ImmutableArray<(double, double)> Corners(double x, double y, double w, double h) =>
        [(x, y), (x + w, y), (x + w, y + h), (x, y + h)];

    /// <summary>Text in lines of at most so many letters, broken between words.</summary>
    public static IEnumerable<string> Wrapped(string text, int most)
    {
        var row = "";
        foreach (var word in text.Split(' ', StringSplitOptions.RemoveEmptyEntries))
        {
            if (row.Length > 0 && row.Length + word.Length + 1 > most)
            {
                yield return row;
                row = word;
            }
            else
                row = row.Length == 0 ? word : $"{row} {word}";
        }
        if (row.Length > 0)
            yield return row;
    }
}
