using System.Collections.Immutable;
using System.Text;
using Plurimax.Design.Pictures;
using Plurimax.Design.Styling;
using Plurimax.Facts;
using Plurimax.Making.Composing;
using Plurimax.Sites;
using Plurimax.Trades;

namespace Plurimax.Publishing.Sections;

/// <summary>
/// A site that shows every kind of section in every layout, in one look and with all facts: to look at, to check, to draw thumbnails from.
/// </summary>
public static class PatternBook
{
    /// <summary>The facts it shows, in the form of a fact file.</summary>
    private const string Facts = """
        business: { name: Wrack & Reed }
        place: { street: 4 Ropewalk, town: Saltmere, postcode: SZ4 1AB, country: GB }
        landmarks: ["station, 6 minutes", "harbour car park, 2 minutes", "old lifeboat house, next door"]
        phone: 01632 960177
        email: desk@wrackandreed.example
        hours: { mon: "9-12, 13-17:30", tue: 9-17:30, wed: 9-17:30, thu: 9-19, fri: 9-17:30, sat: 9-12 }
        area: { towns: [Saltmere, Larkmouth, Long Marsh, Thornby, Kestrel Down] }
        founded: 2011
        owner: { name: Ines Pell, role: workshop }
        team: ["Jonah Reed, bench and counter", "Mira Oswin, apprentice in her third year", "Bo, answers the phone"]
        register: { name: Guild of Menders, body: County Guild, number: GM 204 }
        qualification: { name: Level 3, body: Guild of Menders }
        awards: ["Town prize for craft, 2024"]
        brands: [Fell, Tarn, Hollow Oak]
        rating: { value: 4.8, count: 167, source: Saltmere Parish List, date: 2026-10 }
        social: ["https://shore.example/wrackandreed", "https://lantern.example/wrack"]
        prices: ["Puncture, wheel out | 14", "Full service | from 90 | parts extra", "Wheel, trued | 24", "Brakes, a pair | 32"]
        dishes:
          - "Breakfast"
          - "Porridge with plums | 6.50 | oats, milk"
          - "Eggs on toast | 8"
          - "Lunch"
          - "Fish soup | 9.50 | with bread"
          - "Leek tart | 8.50 | eggs, milk, wheat"
        rooms:
          - "Harbour room | 95 | double bed, bath, two windows to the quay"
          - "Loft | 110 | double and single bed"
          - "Ropewalk room | 82 | two single beds, ground floor"
        timetable:
          - "mon | 18:00-19:15 | Beginners | hall"
          - "tue | 18:30-19:45 | Second year"
          - "tue | 20:00 | Open evening"
          - "thu | 17:00-18:00 | Children from eight"
          - "sat | 10:00-11:30 | Beginners"
        testimonials:
          - "It was ready when they said, and quieter than when I bought it. | Jon Pell | letter | 2026-05 | permission"
          - "Told me not to spend the money. | A. Oswin | Saltmere Parish List | 2026-08 | permission"
        """;

    public static (SiteDocument Site, FactSheet Facts, RenderSettings Settings) Make(TradeTemplate trade, string look)
    {
        var (facts, problems) = FactsFile.Read(Facts, TradeFacts.Of(trade), FactSource.File, confirmed: true);
        if (problems.Count > 0)
            throw new InvalidOperationException($"The facts of the pattern book are wrong: {problems[0].Message}");
        var site = Composer.Compose(trade, facts, new Wishes(Look: look));
        var photos = Photos(trade, site, out var bytes);
        var composed = site
            .Pages.SelectMany(p => p.Sections)
            .GroupBy(s => s.Content.GetType())
            .ToDictionary(g => g.Key, g => g.First().Content);
        var pages = SectionKinds
            .All.Values.OrderBy(k => k.Name, StringComparer.Ordinal)
            .Select(kind =>
            {
                var content = Filled(composed.TryGetValue(kind.Blank().GetType(), out var made) ? made : kind.Blank(), photos);
                var once = kind.Name is "opening" or "title" or "about" or "contact" or "visit";
                // A page has one main heading and some places that links lead to: those kinds are shown in one layout a page.
                return kind
                    .Variants.Select((v, i) => (Variant: v, i))
                    .GroupBy(x => once ? x.i : 0)
                    .Select(g =>
                    {
                        var id = g.Key == 0 ? kind.Name : $"{kind.Name}-{g.Key + 1}";
                        var sections = g.Select(x => new Section($"{id}.{kind.Name}{x.i + 1}", content, Variant: x.Variant)).ToList();
                        if (kind.Name is not ("opening" or "title"))
                            sections.Insert(0, new Section($"{id}.title", new TitleContent { Heading = new(kind.Label) }));
                        return new Page(
                            $"book-{id}",
                            $"book-{id}.html",
                            kind.Purpose,
                            new(g.Key == 0 ? kind.Label : $"{kind.Label} {g.Key + 1}"),
                            new($"{kind.Label} {g.Key + 1} | pattern book"),
                            new($"Every layout of the section {kind.Label.ToLowerInvariant()}, as the look {look} draws it."),
                            [.. sections],
                            InMenu: false
                        );
                    });
            })
            .SelectMany(p => p);
        var book = site with { Pages = [.. site.Pages, .. pages], Files = photos };
        return (book, facts, RenderSettings.Plain with { Blobs = hash => bytes.GetValueOrDefault(hash) });
    }

    private static SectionContent Filled(SectionContent content, ImmutableArray<SiteFile> photos) =>
        content switch
        {
            BannerContent b => b with
            {
                Text = new("From the first of the month the workshop opens at nine."),
                Link = new("contact.html"),
                LinkLabel = new("All hours"),
            },
            AnnouncementContent a => a with
            {
                Heading = new("Closed for a week in August"),
                Text = new(
                    "The workshop is shut from the tenth to the sixteenth. What is left before the ninth is ready on the day it "
                        + "was promised."
                ),
                Until = new("2099-08-16"),
            },
            TextContent t => t with
            {
                Heading = new("Bring it as it is"),
                Text = new(
                    "A bicycle that is cleaned before it comes has lost half of its evidence. Leave the mud, the oil and the tape "
                        + "where they are; each says what happened and how long ago.\n\nIf it rattles only on one road, say which."
                ),
            },
            PictureContent p => p with
            {
                Heading = new("Two benches, one lamp"),
                Text = new(
                    "The stand by the window is for wheels. They are trued by eye and by thumb, and daylight shows a wobble that a "
                        + "lamp hides."
                ),
                Photo = photos[0].Id,
            },
            ServiceContent s => s with
            {
                Heading = new("Full service"),
                Text = new(
                    "Everything comes off that turns. Bearings are opened, cleaned and packed, cables are drawn new, and the "
                        + "wheels are trued before the brakes are set."
                ),
                Items = [Item("1", "Bearings opened and packed"), Item("2", "Cables drawn new"), Item("3", "Wheels trued")],
            },
            GalleryContent g => g with { Items = [.. photos.Select(p => Item(p.Id, p.Alt))] },
            CompareContent c => c with { Items = [.. photos.Take(4).Select(p => Item(p.Id, p.Alt))] },
            VideoContent v => v with
            {
                Heading = new("Two minutes at the bench"),
                Text = new("How a wheel is trued, from the first wobble to the last."),
                Link = new("https://films.example/wheel"),
            },
            QuoteContent q => q with { Heading = new("Ines Pell"), Text = new("A thing that was made can be mended, or it was not made.") },
            NewsletterContent n => n with { Text = new("Four letters a year: what is new, and when it is closed.") },
            NewsContent n => n with
            {
                Items =
                [
                    new(
                        "2026-11-03",
                        new("Winter hours"),
                        new("Until February the workshop closes at five on Saturdays. The counter stays open.")
                    ),
                    new(
                        "2026-09-18",
                        new("A second stand"),
                        new("There are two stands now, so that a quick job need not wait for a long one.")
                    ),
                ],
            },
            DownloadsContent d => d with
            {
                Items =
                [
                    new("1", new("Price list"), new("https://wrackandreed.example/prices.pdf")),
                    new("2", new("Form for a parcel"), new("https://wrackandreed.example/parcel.pdf")),
                ],
            },
            CodeContent c => c with
            {
                Heading = new("Tide table"),
                Code = new("<p>High water <b>14.20</b></p><script>document.body.append(' today')</script>", Kept: true),
            },
            UrgentContent { Text.IsEmpty: true } u => u with
            {
                Text = new("A brake that fades or a wheel that rubs should not be ridden home."),
            },
            _ => content,
        };

    private static SectionItem Item(string id, string title) => new(id, new(title), Passage.None);

    /// <summary>Drawn scenes in the place of photos.</summary>
    private static ImmutableArray<SiteFile> Photos(TradeTemplate trade, SiteDocument site, out Dictionary<string, byte[]> bytes)
    {
        var ink = DressedLook.Of(site.Look).Art;
        var made = new Dictionary<string, byte[]>();
        var list = trade
            .Art.Where(Scenes.All.ContainsKey)
            .Concat(Scenes.All.Keys.Order(StringComparer.Ordinal))
            .Distinct()
            .Take(6)
            .Select(
                (scene, i) =>
                {
                    var picture = SitePictures.Draw(scene, ink, 1200, i % 2 == 0 ? 900 : 1200, 700 + i);
                    made[$"photo-{i}"] = Encoding.UTF8.GetBytes(picture.Svg);
                    return new SiteFile($"photo-{i}", $"img/photo-{i}.svg", $"photo-{i}", picture.Width, picture.Height, picture.Alt);
                }
            )
            .ToImmutableArray();
        bytes = made;
        return list;
    }
}
