using System.Collections.Immutable;
using Plurimax.Design.Styling;
using Plurimax.Facts;
using Plurimax.Sites;

namespace Plurimax.Making.Plans.Drawing;

/// <param name="Y">From the top of its sheet, in units of the drawing; <paramref name="H"/> to scale of its expected height.</param>
/// <param name="Waits">The fact without which it shows nothing; null where it can.</param>
public sealed record MapSection(Section Section, string Label, double Y, double H, Wire Wire, string? Waits);

/// <param name="Number">Place among the pages, from 1.</param>
/// <param name="Missing">How many of its sections wait for a fact.</param>
public sealed record MapDrawing(
    Page Page,
    int Number,
    string Name,
    double X,
    double Y,
    double W,
    double H,
    ImmutableArray<MapSection> Sections,
    int Missing
);

/// <summary>A link from a section to another page, with the corners of the line that shows it.</summary>
/// <param name="Main">It is the main action of the site.</param>
public sealed record MapLink(string From, string Section, string To, bool Main, ImmutableArray<(double X, double Y)> Points);

/// <summary>
/// The site map as a drawing: pages hang as sheets from two rails, those of the menu and those that only links reach; their sections are
/// wireframes to one scale of their expected heights; lines lead from sections to the pages they link to.
/// </summary>
public sealed record SiteMap(
    ImmutableArray<MapDrawing> Sheets,
    ImmutableArray<MapLink> Links,
    ImmutableArray<(string Label, double Y, double X1, double X2)> Rails,
    double Width,
    double Height,
    double Scale
)
{
    public const double SheetWidth = 168,
        Gap = 36,
        Head = 52,
        Margin = 28;

    /// <summary>Room for the label above the wireframe of a section.</summary>
    public const double Strip = 12;

    /// <summary>Width at which sections are measured, in px.</summary>
    public const int At = 1280;

    /// <summary>A sheet stays shorter than this; a longer page is drawn to a smaller scale of height, and all with it.</summary>
    private const double Tallest = 1100;

    /// <param name="across">Sheets in a row; 0 chooses so that the drawing is about as wide as high.</param>
    public static SiteMap Of(SiteDocument site, FactSheet facts, TextEngine text, int across = 0)
    {
        var look = DressedLook.Of(site.Look).Look;
        var waiting = new Waiting(site, facts);
        double k = SheetWidth / At;
        var heights = site.Pages.ToDictionary(
            p => p.Id,
            p =>
                p.Sections.Select(s =>
                        (
                            s.Hidden ? 90
                            : waiting.For(s) is null ? ExpectedHeights.Of(site, s, look, At)
                            : 160
                        ) * k
                    )
                    .ToArray()
        );
        var most = heights.Values.Max(h => h.Sum());
        var tall = most > Tallest ? Tallest / most : 1;
        var menu = site.Pages.Where(p => p is { Hidden: false } && (p.InMenu || p.IsHome)).ToList();
        var others = site.Pages.Except(menu).ToList();
        if (across <= 0)
            across =
                site.Pages.Length <= 7
                    ? Math.Max(3, site.Pages.Length)
                    : Math.Clamp((int)Math.Ceiling(Math.Sqrt(site.Pages.Length * 3.2)), 6, 12);
        var sheets = ImmutableArray.CreateBuilder<MapDrawing>();
        var rails = ImmutableArray.CreateBuilder<(string, double, double, double)>();
        var y = Margin + 14.0;
        var numbers = site.Pages.Select((p, i) => (p.Id, i + 1)).ToDictionary(x => x.Id, x => x.Item2);
        foreach (var (label, pages) in new[] { ("menu, in this order", menu), ("reached by links only", others) })
        {
            if (pages.Count == 0)
                continue;
            foreach (var (row, r) in pages.Chunk(across).Select((row, r) => (row, r)))
            {
                rails.Add((r == 0 ? label : "", y, Margin, Margin + row.Length * (SheetWidth + Gap) - Gap));
                var below = y;
                foreach (var (page, i) in row.Select((p, i) => (p, i)))
                {
                    var sheet = Sheet(
                        site,
                        page,
                        numbers[page.Id],
                        text,
                        waiting,
                        look,
                        heights[page.Id],
                        tall,
                        Margin + i * (SheetWidth + Gap),
                        y + 22
                    );
                    sheets.Add(sheet);
                    below = Math.Max(below, sheet.Y + sheet.H);
                }
                y = below + 52;
            }
        }
        var all = sheets.ToImmutable();
        var width = all.Max(s => s.X + s.W) + Margin;
        return new SiteMap(all, LinksOf(site, all), rails.ToImmutable(), width, y + 8, k);
    }

    private static MapDrawing Sheet(
        SiteDocument site,
        Page page,
        int number,
        TextEngine text,
        Waiting waiting,
        Look look,
        double[] heights,
        double tall,
        double x,
        double y
    )
    {
        var sections = ImmutableArray.CreateBuilder<MapSection>();
        var at = Head;
        foreach (var (s, i) in page.Sections.Select((s, i) => (s, i)))
        {
            var kind = SectionKinds.Of(s.Content);
            var h = Math.Max(17, heights[i] * tall);
            var variant = s.Variant ?? look.Variant(site, kind.Name);
            sections.Add(
                new MapSection(
                    s,
                    Label(s, kind, text),
                    at,
                    h,
                    Wires.Of(kind.Name, variant, Math.Max(s.Content.Items.Length, 3), At, Math.Max(1, h - Strip) / (SheetWidth / At)),
                    waiting.For(s)
                )
            );
            at += h + 3;
        }
        var name = text.Plain(page.Menu);
        return new MapDrawing(
            page,
            number,
            page.Language is { } l ? $"{l.Split('-')[0]}: {name}" : name,
            x,
            y,
            SheetWidth,
            at + 6,
            sections.ToImmutable(),
            sections.Count(s => s.Waits is not null && !s.Section.Hidden)
        );
    }

    /// <summary>Its heading where the kind alone would not tell it from its neighbours.</summary>
    private static string Label(Section s, SectionKind kind, TextEngine text) =>
        s.Content is TextContent or LegalContent && text.Plain(s.Content.Heading) is { Length: > 0 } h ? h : kind.Label;

    /// <summary>Where sections lead: the main action, services to their own pages, and links that somebody wrote.</summary>
    private static ImmutableArray<MapLink> LinksOf(SiteDocument site, ImmutableArray<MapDrawing> sheets)
    {
        var links = ImmutableArray.CreateBuilder<MapLink>();
        var lane = 0;
        foreach (var sheet in sheets.Where(s => !s.Page.Hidden))
        foreach (var section in sheet.Sections.Where(s => !s.Section.Hidden))
        foreach (var (to, main) in Targets(site, sheet.Page, section.Section).Distinct())
        {
            if (sheets.FirstOrDefault(s => s.Page.Id == to && !s.Page.Hidden) is not { } target || target.Page.Id == sheet.Page.Id)
                continue;
            double x = sheet.X + sheet.W,
                y = sheet.Y + section.Y + section.H / 2,
                turn = x + 8 + lane++ % 5 * 4,
                arrive = target.X + 14 + lane % 7 * 4;
            // Across to the neighbour; or down the gap beside the sheet, along under the row, up to the foot of the page it leads to.
            var beside = target.X > sheet.X && target.X - x <= Gap + 1 && Math.Abs(target.Y - sheet.Y) < 1 && y < target.Y + target.H;
            var under = target.Y + target.H + 12 + lane % 4 * 3;
            links.Add(
                new MapLink(
                    sheet.Page.Id,
                    section.Section.Id,
                    to,
                    main,
                    beside ? [(x, y), (target.X, y)] : [(x, y), (turn, y), (turn, under), (arrive, under), (arrive, target.Y + target.H)]
                )
            );
        }
        return links.ToImmutable();
    }

    private static IEnumerable<(string To, bool Main)> Targets(SiteDocument site, Page from, Section section)
    {
        Page? In(string bare) => site.Pages.FirstOrDefault(p => p.Bare == bare && p.Language == from.Language);
        if (section.Content is ActionContent or OpeningContent or UrgentContent && MainPage(site, from) is { } main)
            yield return (main.Id, true);
        if (section.Content is ServicesContent services)
        {
            if (from.Bare != "services" && In("services") is { } all)
                yield return (all.Id, false);
            foreach (var item in services.Items)
                if (In($"service-{item.Id}") is { } own && own.Id != from.Id)
                    yield return (own.Id, false);
        }
        if (section.Content is QuestionsContent && from.Bare != "questions" && In("questions") is { } more)
            yield return (more.Id, false);
        foreach (var (_, passage) in section.Content.Passages())
        foreach (var page in site.Pages.Where(p => p.Id != from.Id && passage.Text.Contains($"]({p.File}", StringComparison.Ordinal)))
            yield return (page.Id, false);
    }

    private static Page? MainPage(SiteDocument site, Page from) =>
        site.Action switch
        {
            MainAction.Order => site.Pages.FirstOrDefault(p => p.Bare is "prices" && p.Language == from.Language),
            MainAction.Call => null,
            _ => site.Pages.FirstOrDefault(p =>
                !p.Hidden && p.Language == from.Language && p.Sections.Any(s => !s.Hidden && s.Content is ContactContent)
            ),
        };
}
