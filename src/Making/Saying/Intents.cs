using System.Collections.Immutable;
using System.Globalization;
using Plurimax.Design.Pictures;
using Plurimax.Design.Styling;
using Plurimax.Making.Composing;
using Plurimax.Making.Likeness;
using Plurimax.Sites;
using Plurimax.Text;

namespace Plurimax.Making.Saying;

/// <summary>All kinds of wishes. The first whose shape fits is taken, so what is more particular stands first.</summary>
internal static partial class Intents
{
    public static readonly ImmutableArray<Intent> All =
    [
        .. Facts(),
        .. Items(),
        .. Texts(),
        .. Sections(),
        .. Pages(),
        .. Looks(),
        .. Whole(),
    ];

    private static Intent I(
        string name,
        string english,
        string german,
        string shapes,
        Func<Match, SayState, Result<ImmutableArray<SaidAct>>> act
    ) => new(name, english, german, [.. shapes.Split('|').Select(s => new Pattern(s.Trim()))], act);

    private static Result<ImmutableArray<SaidAct>> Fail(string problem) => Result<ImmutableArray<SaidAct>>.Fail(problem);

    private static Result<ImmutableArray<SaidAct>> One(string code, SayState s, params Edit[] edits) =>
        (ImmutableArray<SaidAct>)[new SaidAct(code, "", edits[0].Say(s.Site), [.. edits], [])];

    private static Result<ImmutableArray<SaidAct>> NoSection(Match m) =>
        Fail(
            m.First("{section}") is { } t
                ? $"There is no section “{t.Text}” on this site yet. Say “add …” first."
                : "Say which section, or put one in hand first."
        );

    private static Intent Sec(
        string name,
        string english,
        string german,
        string shapes,
        Func<Page, Section, Match, SayState, (string Code, Edit Edit)> act
    ) => I(name, english, german, shapes, (m, s) =>
        {
            if (s.Find(m.First("{section}"), s.FindPage(m.First("{page}"))?.Id) is not { } found)
                return NoSection(m);
            var (code, edit) = act(found.Page, found.Section, m, s);
            return One($"{name} {found.Section.Id}{(code.Length > 0 ? " " + code : "")}", s, edit);
        });

    private static IEnumerable<Intent> Sections()
    {
        const string at = "Onto SectionWord {page} With As";
        static int Of(Page p, Section s) => p.Sections.IndexOf(s);
        yield return I(
            "section.before",
            "put the testimonials before the services",
            "die Kundenstimmen vor die Leistungen",
            "{section} Before {other} ? Move SectionWord|Before {section} {other} ? Move",
            (m, s) => Beside(m, s, after: false)
        );
        yield return I(
            "section.after",
            "put the steps after the services",
            "den Ablauf unter die Leistungen",
            "{section} After {other} ? Move SectionWord|{section} Down {other} ? Move",
            (m, s) => Beside(m, s, after: true)
        );
        yield return I(
            "section.page",
            "move the testimonials to the about page",
            "die Kundenstimmen auf die Seite Über uns",
            "Move {section} {page} ? Onto Page As|{section} {page} Onto",
            (m, s) =>
            {
                if (s.FindPage(m.First("{page}")) is not { } page)
                    return Fail("There is no such page.");
                if (Elsewhere(m, s, page) is not { } found)
                    return NoSection(m);
                return One($"section.page {found.Section.Id} {page.Id}", s, new MoveSection(found.Section.Id, page.Id, LastPlace(page)));
            }
        );
        yield return I(
            "section.copy",
            "copy the testimonials to the contact page",
            "die Kundenstimmen auf die Seite Kontakt kopieren",
            "Copy {section} {page} ? Onto Page",
            (m, s) =>
                s.FindPage(m.First("{page}")) is not { } page ? Fail("There is no such page.")
                : Elsewhere(m, s, page) is not { } found ? NoSection(m)
                : One($"section.copy {found.Section.Id} {page.Id}", s, new CopySection(found.Section.Id, page.Id, LastPlace(page)))
        );
        yield return Sec(
            "section.top",
            "move the opening hours to the top",
            "die Öffnungszeiten ganz nach oben",
            "{section} Top ? Move SectionWord Page",
            (p, x, _, _) =>
                ("", new MoveSection(x.Id, p.Id, p.Sections[0].Content is OpeningContent or TitleContent && x != p.Sections[0] ? 1 : 0))
        );
        yield return Sec(
            "section.end",
            "move the steps to the end",
            "den Ablauf ans Ende",
            "{section} End ? Move SectionWord Page",
            (p, x, _, _) => ("", new MoveSection(x.Id, p.Id, p.Sections.Length))
        );
        yield return Sec(
            "section.up",
            "move the testimonials up",
            "die Kundenstimmen nach oben",
            "{section} Up ? Move SectionWord MoreWord Page|Move Up",
            (p, x, _, _) => ("", new MoveSection(x.Id, p.Id, Of(p, x) - 1))
        );
        yield return Sec(
            "section.down",
            "move the testimonials down",
            "die Kundenstimmen nach unten",
            "{section} Down ? Move SectionWord MoreWord Page|Move Down",
            (p, x, _, _) => ("", new MoveSection(x.Id, p.Id, Of(p, x) + 1))
        );
        yield return Sec(
            "section.ground",
            "testimonials on a dark background",
            "Kundenstimmen auf dunklem Grund",
            $"{{section}} DarkWord GroundWord ? Onto Make With|{{section}} TintWord ? Onto GroundWord Make|{{section}} PlainWord "
                + $"GroundWord ? Onto Make|DarkWord GroundWord ? Onto",
            (_, x, m, _) =>
            {
                var ground =
                    m.Place("DarkWord") >= 0 ? SectionGround.Dark
                    : m.Place("TintWord") >= 0 ? SectionGround.Tint
                    : SectionGround.Plain;
                return (ground.ToString().ToLowerInvariant(), new DressSection(x.Id, (x.Dress ?? new()) with { Ground = ground }));
            }
        );
        yield return Sec(
            "section.width",
            "make the services wider",
            "die Leistungen breiter",
            "{section} Wider ? Make|{section} Narrower ? Make",
            (_, x, m, _) =>
                (
                    m.Place("Wider") >= 0 ? "wide" : "narrow",
                    new DressSection(
                        x.Id,
                        (x.Dress ?? new()) with
                        {
                            Width = m.Place("Wider") >= 0 ? SectionWidth.Wide : SectionWidth.Narrow,
                        }
                    )
                )
        );
        yield return Sec(
            "section.space",
            "more space around the steps",
            "mehr Abstand um den Ablauf",
            "{section} Space LessWord ? Around Make|{section} Space ? MoreWord Around Make",
            (_, x, m, _) =>
                (
                    m.Place("LessWord") >= 0 ? "less" : "more",
                    new DressSection(
                        x.Id,
                        (x.Dress ?? new()) with
                        {
                            Space = m.Place("LessWord") >= 0 ? SectionSpace.Less : SectionSpace.More,
                        }
                    )
                )
        );
        yield return I(
            "section.picture",
            "another picture in the opening",
            "anderes Bild im Einstieg",
            "Picture Another {section} ? Make Onto|Picture Replace {section} ? Onto|{section} Another ? Picture Make "
                + "Another|Picture Another Top ? Onto",
            (m, s) =>
            {
                // "Replace the opening picture" says the picture with the section; a section without one is rewritten elsewhere.
                var token = m.First("{section}");
                if (
                    m.Place("Picture") < 0
                    && token?.Text.Contains("picture", StringComparison.OrdinalIgnoreCase) != true
                    && token?.Text.Contains("bild", StringComparison.OrdinalIgnoreCase) != true
                )
                    return Fail("");
                var found = token is null
                    ? s.Page.Sections.Where(x => x.Content is OpeningContent).Select(x => ((Page, Section)?)(s.Page, x)).FirstOrDefault()
                    : s.Find(token);
                return found is not { } f ? NoSection(m) : One($"section.picture {f.Item2.Id}", s, new NewPicture(f.Item2.Id));
            }
        );
        yield return Sec(
            "section.variant",
            "show the services as cards",
            "Leistungen als Karten",
            "{section} {variant} ? Show Layout As Make Move Off",
            (_, x, m, _) => (m.First("{variant}")!.As("variant")![2..], new ChooseVariant(x.Id, m.First("{variant}")!.As("variant")))
        );
        yield return Sec(
            "section.relay",
            "another layout for the testimonials",
            "andere Anordnung für die Kundenstimmen",
            "Another Layout {section} ? Make|Layout Replace {section}|Another Layout",
            (_, x, _, s) =>
            {
                var kinds = SectionKinds.Of(x.Content).Variants;
                var now = x.Variant ?? DressedLook.Of(s.Site.Look).Look.Variant(s.Site, x.Content.Kind);
                return ("", new ChooseVariant(x.Id, kinds[(kinds.IndexOf(now) + 1) % kinds.Length]));
            }
        );
        yield return Sec("section.hide", "hide the steps", "den Ablauf ausblenden", "{section} Hide ? SectionWord", (_, x, _, _) =>
            ("", new HideSection(x.Id, true))
        );
        yield return Sec(
            "section.show",
            "show the steps again",
            "den Ablauf wieder einblenden",
            "{section} Show ? SectionWord",
            (_, x, _, _) => ("", new HideSection(x.Id, false))
        );
        yield return Sec(
            "section.delete",
            "delete the testimonials",
            "die Kundenstimmen löschen",
            "{section} Delete ? SectionWord Off {page}|{section} Move Off|{section} Move Delete",
            (_, x, _, _) => ("", new DeleteSection(x.Id))
        );
        yield return Sec("section.double", "duplicate the steps", "den Ablauf verdoppeln", "{section} Double ? SectionWord", (_, x, _, _) =>
            ("", new DuplicateSection(x.Id))
        );
        yield return Sec(
            "section.shorter",
            "make the opening shorter",
            "Einstieg kürzer",
            "{section} Shorter ? Make TextWord",
            (_, x, _, s) => ("", Take(s, x, TextLength.Short))
        );
        yield return Sec(
            "section.longer",
            "make the steps longer",
            "den Ablauf ausführlicher",
            "{section} Longer ? Make TextWord",
            (_, x, _, s) => ("", Take(s, x, TextLength.Long))
        );
        yield return Sec(
            "section.take",
            "rewrite the opening",
            "schreib den Einstieg neu",
            "{section} Rewrite ? TextWord Another Make|{section} Another TextWord",
            (_, x, _, s) => ("", Take(s, x, null))
        );
        yield return Sec(
            "section.keep",
            "keep the opening as it is",
            "den Einstieg so lassen",
            "{section} Keep ? SectionWord TextWord Keep",
            (_, x, _, _) => ("", new KeepSection(x.Id))
        );
        yield return Sec(
            "section.release",
            "the opening may change again",
            "der Einstieg darf sich ändern",
            "{section} Release ? SectionWord",
            (_, x, _, _) => ("", new ReleaseKeep(x.Id))
        );
        yield return I(
            "section.add",
            "add a gallery",
            "eine Galerie hinzufügen",
            $"Add {{kind}} ? End Top Add {at}|{{kind}} Copy ? Add|Make {{kind}} Add|{{kind}} Add Move",
            (m, s) =>
            {
                var page = s.FindPage(m.First("{page}")) ?? s.Page;
                var kind = m.First("{kind}")!.Means.First(x => x.Type == "section").Value;
                return One($"section.add {kind} {page.Id}", s, new AddSection(page.Id, kind, m.Place("Top") >= 0 ? 1 : LastPlace(page)));
            }
        );
    }

    private static int LastPlace(Page page) =>
        page.Sections.Length > 0 && page.Sections[^1].Content is ActionContent ? page.Sections.Length - 1 : page.Sections.Length;

    /// <summary>A section that is to come to a page: not one that stands there.</summary>
    private static (Page Page, Section Section)? Elsewhere(Match m, SayState s, Page page)
    {
        var found = s.Find(m.First("{section}"));
        if (found is { } f && f.Page.Id != page.Id)
            return found;
        return s.Site.Pages.Where(p => p.Id != page.Id).Select(p => s.Find(m.First("{section}"), p.Id)).FirstOrDefault(x => x is not null);
    }

    private static Result<ImmutableArray<SaidAct>> Beside(Match m, SayState s, bool after)
    {
        if (s.Find(m.First("{section}")) is not { } found)
            return NoSection(m);
        if (s.Find(m.First("{other}")) is not { } other)
            return Fail($"There is no section “{m.First("{other}")!.Text}”.");
        // The one that is said first is the one that moves.
        if (m.First("{section}")!.Start > m.First("{other}")!.Start)
            (found, other) = (other, found);
        var without = other.Page.Sections.Remove(found.Section);
        return One(
            $"section.{(after ? "after" : "before")} {found.Section.Id} {other.Section.Id}",
            s,
            new MoveSection(found.Section.Id, other.Page.Id, without.IndexOf(other.Section) + (after ? 1 : 0))
        );
    }

    private static TakeNew Take(SayState s, Section x, TextLength? length)
    {
        var take = x.Take + 1;
        var now = length is { } l ? s.Site with { Length = l } : s.Site;
        var fresh = Recomposing.Take(s.Context.Trades, s.Trade, s.Facts, now, take, CopyLedger.Empty);
        return new TakeNew(x.Id, take, Renewal.Renew(s.Site, fresh, x.Id));
    }

    private static IEnumerable<Intent> Items()
    {
        yield return I(
            "item.limit",
            "no more than three services on the home page",
            "höchstens drei Leistungen auf der Startseite",
            "Limit {n} {section} ? Onto {page} Show ItemWord",
            (m, s) =>
            {
                if (s.Find(m.First("{section}"), s.FindPage(m.First("{page}"))?.Id) is not { } found)
                    return NoSection(m);
                var n = int.Parse(m.First("{n}")!.As("num")!, CultureInfo.InvariantCulture);
                return One($"item.limit {found.Section.Id} {n}", s, new LimitItems(found.Section.Id, n));
            }
        );
        yield return I(
            "item.remove",
            "the third service should go",
            "die dritte Leistung löschen",
            "{item} Move Off ? {section}|{item} Delete ? {section} Off|{ord} {section} Delete|{quote} Delete {section} ? "
                + "Off|{quote} Move Off ? {section}",
            (m, s) =>
            {
                if (m.First("{ord}") is { } ord)
                {
                    if (s.Find(m.First("{section}")) is not { } at)
                        return NoSection(m);
                    var n = int.Parse(ord.As("ord")!, CultureInfo.InvariantCulture);
                    var index = n < 0 ? at.Section.Content.Items.Length - 1 : n - 1;
                    return One($"item.remove {at.Section.Id} {index + 1}", s, new RemoveItem(at.Section.Id, index));
                }
                return Entry(m, s) is not { } e
                    ? Fail($"“{(m.First("{item}") ?? m.First("{quote}")!).Text.Trim('"')}” stands in no list of this page.")
                    : One(
                        $"item.remove {e.Section.Id} {s.Plain(e.Section.Content.Items[e.Index].Title)}",
                        s,
                        new RemoveItem(e.Section.Id, e.Index)
                    );
            }
        );
        yield return I(
            "item.first",
            "put \"Punctures\" first in the services",
            "\"Reifenpannen\" zuerst bei den Leistungen",
            "{item} Top ? Move {section}|{item} {ord} ? Move {section}|{quote} Top ? Move {section}|{quote} {ord} ? Move {section}",
            (m, s) =>
                Entry(m, s) is not { } e
                    ? Fail($"“{(m.First("{item}") ?? m.First("{quote}")!).Text.Trim('"')}” stands in no list of this page.")
                    : One(
                        $"item.first {e.Section.Id} {s.Plain(e.Section.Content.Items[e.Index].Title)}",
                        s,
                        new MoveItem(e.Section.Id, e.Index, 0)
                    )
        );
        yield return I(
            "item.add",
            "add \"Roof washing\" to the services",
            "\"Dachwäsche\" zu den Leistungen hinzufügen",
            "Add {quote} {section} ? Onto|Add {item} {section} ? Onto",
            (m, s) =>
            {
                if (s.Find(m.First("{section}")) is not { } found)
                    return NoSection(m);
                var title = m.First("{quote}")?.As("quote") ?? m.First("{item}")!.Text;
                return One(
                    $"item.add {found.Section.Id} {title}",
                    s,
                    new AddItem(found.Section.Id, int.MaxValue, ManuscriptReader.Escape(Capital(title)))
                );
            }
        );
    }

    private static (Section Section, int Index)? Entry(Match m, SayState s)
    {
        var id = m.First("{item}")?.As("item");
        var title = Lexicon.Spoken(m.First("{quote}")?.As("quote") ?? "");
        var sections =
            s.Find(m.First("{section}")) is { } f && m.Has("{section}")
                ? [f.Section]
                : s.Page.Sections.Concat(s.Site.Pages.SelectMany(p => p.Sections));
        foreach (var section in sections)
            if (
                section.Content.Items.ToList().FindIndex(i => id is not null ? i.Id == id : Lexicon.Spoken(s.Plain(i.Title)) == title)
                is >= 0
                    and var at
            )
                return (section, at);
        return null;
    }

    private static string Capital(string text) => text.Length == 0 ? text : char.ToUpperInvariant(text[0]) + text[1..];

    private static IEnumerable<Intent> Texts()
    {
        yield return I(
            "text.replace",
            "replace \"bike\" with \"bicycle\"",
            "ersetze \"Rad\" durch \"Fahrrad\"",
            "Replace {quote} With {quote} ? Onto All {page} {section}|Another {quote} With {quote} ? Onto All {page} "
                + "{section}|{quote} Instead {quote} ? SayWord Onto All {page} {section}",
            (m, s) =>
            {
                var (first, second) = (m.Slots["{quote}"][0].As("quote")!, m.Slots["{quote}"][1].As("quote")!);
                if (m.Place("Instead") >= 0)
                    (first, second) = (second, first);
                var page = s.FindPage(m.First("{page}"))?.Id;
                var section = m.Has("{section}") ? s.Find(m.First("{section}"))?.Section.Id : null;
                return One(
                    $"text.replace {section ?? page ?? "site"} {first} > {second}",
                    s,
                    new ReplaceText(first, second, section is null ? page : null, section)
                );
            }
        );
        yield return I(
            "text.heading",
            "call the services section \"What we mend\"",
            "die Überschrift der Leistungen soll \"Was wir richten\" heißen",
            "{section} {quote} HeadingWord ? Call Make As SayWord Another|Call {section} {quote} ? SectionWord As|HeadingWord "
                + "{quote} ? Call Make As SayWord Another",
            (m, s) =>
            {
                var found =
                    m.Has("{section}") ? s.Find(m.First("{section}"))
                    : s.Context.Section is null
                        ? s
                            .Page.Sections.Where(x => x.Content is OpeningContent or TitleContent)
                            .Select(x => ((Page, Section)?)(s.Page, x))
                            .FirstOrDefault()
                    : s.Find(null);
                if (found is not { } f)
                    return NoSection(m);
                var words = m.First("{quote}")!.As("quote")!;
                return One($"text.heading {f.Item2.Id} {words}", s, new SetText(f.Item2.Id, "heading", ManuscriptReader.Escape(words)));
            }
        );
        yield return I(
            "text.text",
            "the text of the opening should say \"Bring it in.\"",
            "der Text im Einstieg soll \"Bring es her.\" lauten",
            "{section} {quote} TextWord ? SayWord Make As Another Call|{section} {quote} SayWord",
            (m, s) =>
            {
                if (s.Find(m.First("{section}")) is not { } found)
                    return NoSection(m);
                var words = m.First("{quote}")!.As("quote")!;
                return One(
                    $"text.text {found.Section.Id} {words}",
                    s,
                    new SetText(found.Section.Id, "text", ManuscriptReader.Read(Html.Encode(words), block: true))
                );
            }
        );
    }
}
