using System.Collections.Immutable;
using Plurimax.Facts;
using Plurimax.Making.Bench;
using Plurimax.Making.Pages;
using Plurimax.Sites;
using Plurimax.Text;

namespace Plurimax.Making.Pouring;

/// <summary>One text of the site that would change.</summary>
/// <param name="Path">Of the passage; "items.+" is a new entry of the list.</param>
/// <param name="Old">As it reads now.</param>
/// <param name="New">As it would read.</param>
/// <param name="Why">What it was matched by.</param>
/// <param name="Piece">Number of the piece it comes from.</param>
public sealed record PourStep(string Section, string Path, string Old, string New, string Why, int Piece)
{
    /// <summary>Title of a new entry.</summary>
    public string Title { get; init; } = "";
    public string Code => $"{Section}/{Path}{(Path == "items.+" ? "/" + Title : "")}";
}

/// <param name="Left">Pieces, or parts of them, for which no place was found.</param>
public sealed record Poured(ImmutableArray<PourStep> Steps, ImmutableArray<PourPiece> Left);

/// <summary>
/// Matches a client's text piece by piece to the sections of a site: by what a heading names, by the words of headings and entries, by what
/// the text talks about.
/// Every section takes one piece; nothing is placed where nothing speaks for it.
/// </summary>
public static class PourMatch
{
    /// <summary>Below this nothing is placed.</summary>
    public const double Least = .34;

    /// <summary>Two names of an entry are the same from here on.</summary>
    private const double SameName = .5;

    public static Poured Match(SiteDocument site, ImmutableArray<PourPiece> pieces, TextEngine text, FactSheet facts)
    {
        var sections = site
            .Pages.Where(p => !p.Hidden && p.Language is null)
            .SelectMany(p =>
                p.Sections.Where(s => !s.Hidden && Takes(s.Content))
                    .Select(s => new Place(
                        p,
                        s,
                        Roots(text.Plain(s.Content.Heading)),
                        Roots(string.Join(' ', s.Content.Passages().Where(x => x.Path is not "heading").Select(x => text.Plain(x.Passage))))
                    ))
            )
            .ToList();
        var taken = new HashSet<string>();
        var steps = new List<PourStep>();
        var left = new List<PourPiece>();
        Place? list = null;
        foreach (var piece in pieces)
        {
            if (piece.Number == 1 && Same(piece.Heading, facts.Name))
            {
                if (!Opening(piece))
                    left.Add(piece);
                continue;
            }
            if (piece.Number == 1 && piece.Heading.Length == 0 && Opening(piece))
                continue;
            // A heading under one that was placed may be an entry of its list: a service, a question, a step.
            var entry = EntryFor(piece, list);
            var best = sections
                .Where(p => !taken.Contains(p.Section.Id))
                .Select(p => (Place: p, Found: Score(piece, p)))
                .OrderByDescending(x => x.Found.Score)
                .FirstOrDefault();
            if (entry is { } e && e.Score >= (best.Place is null ? 0 : best.Found.Score))
            {
                Put(e.Place, $"items.{e.Index}.text", piece.Text, piece, "entry of the same name");
                continue;
            }
            if (best.Place is null || best.Found.Score < Least)
            {
                left.Add(piece);
                continue;
            }
            Fill(best.Place, piece, best.Found.Why);
            taken.Add(best.Place.Section.Id);
            if (ItemEdit.HasOwnItems(best.Place.Section.Content))
                list = best.Place;
        }
        return new Poured([.. steps.Where(s => s.Old != s.New).DistinctBy(s => s.Code)], [.. left]);

        bool Opening(PourPiece piece)
        {
            var place = sections.Find(p => p.Section.Content is OpeningContent && p.Page.IsHome);
            if (place is null || piece.Paragraphs.IsEmpty || piece.Paragraphs[0].Length > 400)
                return false;
            Put(place, "text", piece.Paragraphs[0], piece, "begins the text");
            taken.Add(place.Section.Id);
            if (piece.Paragraphs.Length > 1 || !piece.Items.IsEmpty)
                left.Add(piece with { Heading = "", Paragraphs = piece.Paragraphs[1..] });
            return true;
        }

        (Place Place, int Index, double Score)? EntryFor(PourPiece piece, Place? under)
        {
            if (piece.Heading.Length == 0 || piece.Paragraphs.IsEmpty)
                return null;
            var wanted = Roots(piece.Heading);
            // Below the list that was placed last any likeness counts; elsewhere the name must be the same.
            return sections
                .Where(p => ItemEdit.HasOwnItems(p.Section.Content))
                .SelectMany(p =>
                    p.Section.Content.Items.Select(
                        (item, i) => (Place: p, Index: i, Score: Alike(wanted, Roots(text.Plain(item.Title))) + (p == under ? .1 : 0))
                    )
                )
                .Where(x => x.Score >= SameName && steps.All(s => s.Section != x.Place.Section.Id || s.Path != $"items.{x.Index}.text"))
                .OrderByDescending(x => x.Score)
                .Select(x => ((Place, int, double)?)x)
                .FirstOrDefault();
        }

        void Fill(Place place, PourPiece piece, string why)
        {
            var content = place.Section.Content;
            if (SaysMore(piece.Heading, place))
                Put(place, "heading", piece.Heading, piece, why);
            var asked = content is QuestionsContent;
            if (piece.Paragraphs.Length > 0 && !asked)
                Put(place, "text", piece.Text, piece, why);
            if (piece.Items.IsEmpty)
                return;
            if (!ItemEdit.HasOwnItems(content))
            {
                left.Add(piece with { Heading = piece.Heading, Paragraphs = [] });
                return;
            }
            var free = Enumerable.Range(0, content.Items.Length).ToHashSet();
            foreach (var item in piece.Items)
            {
                var wanted = Roots(item.Title);
                var like = free.Select(i => (Index: i, Score: Alike(wanted, Roots(text.Plain(content.Items[i].Title)))))
                    .OrderByDescending(x => x.Score)
                    .FirstOrDefault();
                if (like.Score >= SameName)
                {
                    free.Remove(like.Index);
                    if (item.Text.Length > 0)
                        Put(place, $"items.{like.Index}.text", item.Text, piece, "entry of the same name");
                }
                else
                    steps.Add(
                        new PourStep(place.Section.Id, "items.+", "", FactWords.Passage(item.Text, facts), "a new entry", piece.Number)
                        {
                            Title = FactWords.Passage(item.Title, facts),
                        }
                    );
            }
        }

        void Put(Place place, string path, string words, PourPiece piece, string why)
        {
            if (place.Section.Content.Passages().All(p => p.Path != path))
                return;
            steps.Add(
                new PourStep(
                    place.Section.Id,
                    path,
                    place.Section.Content.Passages().First(p => p.Path == path).Passage.Text,
                    FactWords.Passage(words, facts),
                    why,
                    piece.Number
                )
            );
        }

        // "About us" names the place; "Nine years with a lifeboat" is a heading to keep.
        bool SaysMore(string heading, Place place) =>
            heading.Length > 0
            && heading.Split(' ').Length >= 3
            && PageWish.KindNamed(heading) is null
            && Alike(Roots(heading), Roots(text.Plain(place.Page.Menu))) < SameName;

        (double Score, string Why) Score(PourPiece piece, Place place)
        {
            var heading = Roots(piece.Heading);
            var body = Roots(piece.Text + " " + string.Join(' ', piece.Items.Select(i => i.Title + " " + i.Text)));
            var kind = piece.Heading.Length > 0 ? PageWish.KindNamed(piece.Heading)?.Name : null;
            var questions = piece.Items.Count(i => i.Title.EndsWith('?')) > 1;
            var named = kind == place.Section.Content.Kind || questions && place.Section.Content is QuestionsContent ? .5 : 0;
            var page = Alike(heading, Roots(text.Plain(place.Page.Menu))) * (place.Page.IsHome ? .1 : .25);
            var alike = Alike(heading, place.Heading) * .5;
            var talk = Cosine(body, place.Body) * .45;
            // Of two that fit, the one that has room for what comes: a list for entries, a text for paragraphs.
            var room = piece.Items.Length > 1 == ItemEdit.HasOwnItems(place.Section.Content) ? .05 : 0;
            var full = place.Section.Content is ServicesContent { Full: true } ? .02 : 0;
            var why =
                named > 0 ? $"“{piece.Heading}” names it"
                : page >= .2 ? $"page {text.Plain(place.Page.Menu)}"
                : alike >= .2 ? "a heading like it"
                : "talks about the same";
            return (named + page + alike + talk + (named + page + alike + talk > 0 ? room + full : 0), why);
        }
    }

    private sealed record Place(Page Page, Section Section, HashSet<string> Heading, HashSet<string> Body);

    /// <summary>Sections whose words a client writes; what is drawn from facts is not poured into.</summary>
    private static bool Takes(SectionContent content) =>
        content
            is not (
                VisitContent
                or TestimonialsContent
                or TrustContent
                or RatingContent
                or CodeContent
                or LegalContent
                or GalleryContent
                or CompareContent
                or SocialContent
                or MembershipsContent
                or TeamContent
                or NewsletterContent
                or CallbackContent
                or TitleContent
                or DownloadsContent
                or VideoContent
                or ActionContent
                or ContactContent
            );

    private static bool Same(string a, string b) => Letters.Fold(a).Trim() == Letters.Fold(b).Trim();

    private static HashSet<string> Roots(string text) => [.. Letters.Roots(text)];

    /// <summary>Share of the shorter one's words that both have, less where one says much more: 0 to 1.</summary>
    private static double Alike(HashSet<string> a, HashSet<string> b)
    {
        if (a.Count == 0 || b.Count == 0)
            return 0;
        var both = a.Count(b.Contains);
        return both / (double)Math.Min(a.Count, b.Count) * (.6 + .4 * both / Math.Max(a.Count, b.Count));
    }

    private static double Cosine(HashSet<string> a, HashSet<string> b) =>
        a.Count == 0 || b.Count == 0 ? 0 : a.Count(b.Contains) / Math.Sqrt((double)a.Count * b.Count);
}

/// <summary>Texts of the client that came in; all are kept, no take replaces them.</summary>
public sealed record PourTexts(ImmutableArray<PourStep> Steps) : Edit
{
    public override string Say(SiteDocument site) => $"Poured {Steps.Length} {(Steps.Length == 1 ? "text" : "texts")} in";

    public override Result<SiteDocument> Apply(SiteDocument site)
    {
        if (Steps.IsEmpty)
            return Fail("Nothing is ticked, so nothing would come in.");
        foreach (var step in Steps)
        {
            var next =
                step.Path == "items.+"
                    ? new AddItem(step.Section, int.MaxValue, step.Title, step.New).Apply(site)
                    : new SetText(step.Section, step.Path, step.New).Apply(site);
            if (!next.Ok)
                return next;
            site = next.Value!;
        }
        return site;
    }
}
