using System.Collections.Immutable;
using System.Text.RegularExpressions;
using Plurimax.Reading;
using Plurimax.Sites;
using Plurimax.Text;

namespace Plurimax.Making.Composing;

/// <summary>Where a text of an old site goes in the new one.</summary>
public enum OldTextPlace
{
    LeftOut,
    Intro,
    About,
    Services,
    Questions,
    OwnPage,
}

/// <summary>What stood under one heading of one old page.</summary>
/// <param name="Page">Title of the old page, cut before the name of the firm.</param>
public sealed record OldText(string Page, string Heading, ImmutableArray<string> Paragraphs, OldTextPlace Place)
{
    public int Words => Paragraphs.Sum(p => p.Split(' ', StringSplitOptions.RemoveEmptyEntries).Length);
}

/// <summary>
/// Brings the texts of an old site over into a new one. They are the client's own words and are kept as they stand: no take replaces them.
/// </summary>
public static class OldTexts
{
    public const int MostPages = 5;
    private const int MostWords = 800;

    /// <summary>The texts worth keeping, each once, with the place that its heading or page names.</summary>
    public static ImmutableArray<OldText> Of(SiteMaterial material)
    {
        var seen = new HashSet<string>(StringComparer.OrdinalIgnoreCase);
        var texts = ImmutableArray.CreateBuilder<OldText>();
        foreach (var page in material.Pages)
        {
            var title = Title(page);
            var home =
                page.File.Split('/')[^1].ToLowerInvariant() is "index.html" or "index.htm" or "home.html" or "home.htm"
                || material.Pages.Length == 1;
            foreach (var group in Runs(page.Passages))
            {
                var paragraphs = group.Paragraphs.Where(p => p.Length <= SetText.Longest && seen.Add(p)).ToImmutableArray();
                if (paragraphs.Length > 0)
                    texts.Add(
                        new OldText(
                            title,
                            group.Heading,
                            paragraphs,
                            PlaceOf(group.Heading) ?? PlaceOf(title) ?? (home ? OldTextPlace.Intro : OldTextPlace.OwnPage)
                        )
                    );
            }
        }
        return texts.ToImmutable();
    }

    private static IEnumerable<(string Heading, List<string> Paragraphs)> Runs(ImmutableArray<OldPassage> passages)
    {
        (string Heading, List<string> Paragraphs)? run = null;
        foreach (var p in passages)
        {
            if (run is { } now && now.Heading == p.Heading)
            {
                now.Paragraphs.Add(p.Text);
                continue;
            }
            if (run is { } done)
                yield return done;
            run = (p.Heading, [p.Text]);
        }
        if (run is { } last)
            yield return last;
    }

    private static string Title(OldPage page)
    {
        var title = page.Title.Split(['|', '–', '—', '·'], 2)[0].Split(" - ", 2)[0].Trim();
        return title.Length is > 0 and <= 60 ? title : page.File.Split('/')[^1].Split('.')[0];
    }

    private static OldTextPlace? PlaceOf(string heading)
    {
        var words = Letters.Fold(heading);
        if (words.Length == 0)
            return null;
        if (Legal.IsMatch(words) || Contact.IsMatch(words))
            return OldTextPlace.LeftOut;
        if (About.IsMatch(words))
            return OldTextPlace.About;
        if (Services.IsMatch(words))
            return OldTextPlace.Services;
        return Questions.IsMatch(words) ? OldTextPlace.Questions : null;
    }

    // What pages and headings are called in the four languages that are read; accents are folded.
    private static readonly Regex Legal = new(
        @"\b(?:privacy|cookies?|terms|imprint|disclaimer|legal|impressum|datenschutz\w*|agb|mentions "
            + @"legales|confidentialite|cgv|aviso legal|privacidad|condiciones)\b"
    );
    private static readonly Regex Contact = new(
        @"\b(?:contact|find us|opening "
            + @"hours|hours|kontakt|anfahrt|offnungszeiten|contactez\w*|horaires|acces|contacto|horarios?|donde estamos)\b"
    );
    private static readonly Regex About = new(
        @"\b(?:about|our story|history|who we are|the team|uber (?:uns|mich)|wir uber uns|geschichte|team|qui sommes|a propos|notre "
            + @"histoire|histoire|quienes somos|sobre (?:nosotros|mi)|nuestra historia|historia)\b"
    );
    private static readonly Regex Services = new(
        @"\b(?:services?|what we do|our work|repairs?|treatments?|leistungen|angebot|was wir (?:tun|machen)|prestations?|nos "
            + @"services|que hacemos|servicios)\b"
    );
    private static readonly Regex Questions = new(@"\b(?:faqs?|questions?|fragen|preguntas)\b");

    /// <summary>
    /// Puts the texts into the document. Each becomes a kept passage, so that nothing written by the client is lost to a later take.
    /// </summary>
    public static SiteDocument BringOver(SiteDocument site, IEnumerable<OldText> texts)
    {
        foreach (var place in texts.Where(t => t.Place != OldTextPlace.LeftOut).GroupBy(t => t.Place))
            site = place.Key switch
            {
                OldTextPlace.About => Fill<AboutContent>(site, [.. place], "about") ?? Append(site, "about", [.. place]),
                OldTextPlace.Intro => Append(site, "home", [.. place], after: 1),
                OldTextPlace.Services => Append(site, "services", [.. place]),
                OldTextPlace.Questions => Ask(site, [.. place]),
                _ => OwnPages(site, [.. place]),
            };
        return site;
    }

    /// <summary>Fills a section that is there for it, and puts what stood under further headings behind it.</summary>
    private static SiteDocument? Fill<T>(SiteDocument site, List<OldText> texts, string page)
        where T : SectionContent
    {
        var found = site
            .Pages.OrderByDescending(p => p.Id == page)
            .SelectMany(p => p.Sections.Where(s => s.Content is T).Select(s => (Page: p.Id, Section: s.Id)))
            .FirstOrDefault();
        if (found.Section is null)
            return null;
        site = site.WithSection(found.Section, s => s with { Content = s.Content with { Text = Kept(Joined(texts[0])), Items = [] } });
        return texts.Count == 1 ? site : Append(site, found.Page, texts[1..]);
    }

    private static SiteDocument Append(SiteDocument site, string pageId, List<OldText> texts, int? after = null)
    {
        var page = site.FindPage(pageId) ?? site.FindPage("home") ?? site.Pages[0];
        // What asks for an action stays last on its page.
        var at = after ?? page.Sections.ToList().FindLastIndex(s => s.Content is not (ActionContent or ContactContent or VisitContent));
        foreach (var text in texts)
        {
            var section = new Section(
                DuplicateSection.FreeId(site, $"{page.Id}.old"),
                new TextContent("own") { Heading = text.Heading.Length > 0 ? Kept(text.Heading) : Passage.None, Text = Kept(Joined(text)) }
            );
            site = site.WithPage(page.Id, p => p with { Sections = p.Sections.Insert(Math.Min(++at, p.Sections.Length), section) });
        }
        return site;
    }

    private static SiteDocument Ask(SiteDocument site, List<OldText> texts)
    {
        var found = site.Pages.SelectMany(p => p.Sections).FirstOrDefault(s => s.Content is QuestionsContent);
        if (found is null)
            return Append(site, "home", texts);
        var items = texts
            .Where(t => t.Heading.EndsWith('?'))
            .Select((t, i) => new SectionItem($"old-{i + 1}", Kept(t.Heading), Kept(Joined(t))))
            .ToList();
        if (items.Count > 0)
            site = site.WithSection(found.Id, s => s with { Content = s.Content with { Items = [.. items, .. s.Content.Items] } });
        var rest = texts.Where(t => !t.Heading.EndsWith('?')).ToList();
        return rest.Count == 0 ? site : Append(site, site.FindSection(found.Id)!.Value.Page.Id, rest);
    }

    private static SiteDocument OwnPages(SiteDocument site, List<OldText> texts)
    {
        foreach (var page in texts.GroupBy(t => t.Page).Take(MostPages))
        {
            var made = new AddPage(page.Key).Apply(site);
            if (!made.Ok)
                continue;
            var id = made.Value!.Pages.Select(p => p.Id).Except(site.Pages.Select(p => p.Id)).Single();
            site = made.Value.WithPage(id, p => p with { Sections = [p.Sections[0]] });
            site = Append(site, id, [.. page], after: 0);
        }
        return site;
    }

    private static string Joined(OldText text)
    {
        var words = 0;
        return string.Join(
            "\n\n",
            text.Paragraphs.TakeWhile(p => (words += p.Split(' ').Length) <= MostWords || words == p.Split(' ').Length)
        );
    }

    private static Passage Kept(string text) => new(ManuscriptReader.Escape(text), Kept: true);
}
