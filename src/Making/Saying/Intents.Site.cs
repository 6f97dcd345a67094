using System.Collections.Immutable;
using Plurimax.Facts;
using Plurimax.Making.Composing;
using Plurimax.Making.Likeness;
using Plurimax.Making.Pages;
using Plurimax.Sites;
using Plurimax.Text;

namespace Plurimax.Making.Saying;

internal static partial class Intents
{
    private static Intent OnPage(string name, string english, string german, string shapes, Func<Page, Match, SayState, Edit> act) =>
        I(name, english, german, shapes, (m, s) =>
            s.FindPage(m.First("{page}") ?? m.First("{anypage}")) is not { } page
                ? Fail("There is no such page.")
                : One($"{name} {page.Id}", s, act(page, m, s))
        );

    private static IEnumerable<Intent> Pages()
    {
        yield return I(
            "page.rename",
            "rename the services page to Repairs",
            "nenne die Seite Leistungen um in Reparaturen",
            "Call {page} {quote} ? As Page Around|Call {page} As {rest} ? Move Around|{page} Call As {rest}|{page} Call {rest}",
            (m, s) =>
            {
                if (s.FindPage(m.First("{page}")) is not { } page)
                    return Fail("There is no such page.");
                var name = m.First("{quote}")?.As("quote") ?? m.Rest;
                return One($"page.rename {page.Id} {name}", s, new RenamePage(page.Id, name));
            }
        );
        yield return OnPage(
            "page.menuin",
            "put the questions page back in the menu",
            "die Fragen wieder ins Menü",
            "{anypage} MenuWord Onto ? Move Add Show|{anypage} MenuWord Add|{anypage} MenuWord Show",
            (p, m, s) => new SetInMenu(p.Id, true)
        );
        yield return OnPage(
            "page.menuout",
            "take the questions out of the menu",
            "die Fragen aus dem Menü nehmen",
            "{anypage} MenuWord Off ? Move|{anypage} MenuWord Move|{anypage} MenuWord Delete|{anypage} MenuWord NoWord ? "
                + "Show|{anypage} MenuWord Hide",
            (p, m, s) => new SetInMenu(p.Id, false)
        );
        yield return OnPage(
            "page.first",
            "start the site with the services page",
            "die Website soll mit der Seite Leistungen beginnen",
            "Start {page} ? Make With|{page} Home ? Make As",
            (p, m, s) => new SetHome(p.Id)
        );
        yield return OnPage("page.up", "move the questions page up", "die Seite Fragen nach oben", "{page} Up ? Move MenuWord", (p, m, s) =>
            new MovePage(p.Id, s.Site.Pages.IndexOf(p) - 1)
        );
        yield return OnPage(
            "page.down",
            "move the about page down",
            "die Seite Über uns nach unten",
            "{page} Down ? Move MenuWord",
            (p, m, s) => new MovePage(p.Id, s.Site.Pages.IndexOf(p) + 1)
        );
        yield return OnPage(
            "page.remove",
            "remove the questions page",
            "die Seite Fragen entfernen",
            "{page} Delete ? Page Off",
            (p, m, s) => new RemovePage(p.Id)
        );
        yield return OnPage("page.hide", "hide the questions page", "die Seite Fragen ausblenden", "{page} Hide ? Page", (p, m, s) =>
            new HidePage(p.Id, true)
        );
        yield return OnPage(
            "page.show",
            "show the questions page again",
            "die Seite Fragen wieder einblenden",
            "{page} Show ? Page",
            (p, m, s) => new HidePage(p.Id, false)
        );
        yield return OnPage(
            "page.double",
            "duplicate the services page",
            "die Seite Leistungen verdoppeln",
            "{page} Double ? Page",
            (p, m, s) => new DuplicatePage(p.Id)
        );
        yield return I(
            "page.add",
            "add a page for gutter cleaning and roof washing",
            "eine Seite für Dachrinnenreinigung",
            "Page {rest} ? Add Make Another|{page} Add|Page {kind} ? Add Make|{kind} Page ? Add Make",
            (m, s) =>
            {
                if (m.Rest.Length == 0)
                {
                    var t = m.First("{kind}") ?? m.First("{page}")!;
                    return AddPages(s, [t.Text]);
                }
                var rest = LeadIn().Replace(m.Rest, "");
                if (rest.Length < 3)
                    return Fail("Say what the page is about.");
                // "for A and B" are two pages; what follows "with" stands on each.
                var with = With().Match(rest);
                var topics = Joint()
                    .Split(with.Success ? rest[..with.Index] : rest)
                    .Where(t => t.Trim().Length > 0)
                    .Select(t => with.Success ? $"{t.Trim()} {rest[with.Index..].Trim()}" : t.Trim());
                return AddPages(s, topics);
            }
        ) with
        {
            Wide = true,
        };
    }

    private static Result<ImmutableArray<SaidAct>> AddPages(SayState s, IEnumerable<string> topics)
    {
        var acts = ImmutableArray.CreateBuilder<SaidAct>();
        foreach (var topic in topics)
        {
            var read = PageWish.Read(topic, s.Site, s.Trade, s.Facts);
            if (!read.Ok)
                return Fail(read.Problem!);
            if (read.Value!.Unread.Length > 0)
                return Fail($"Not understood: {string.Join(", ", read.Value.Unread.Select(u => $"“{u}”"))}.");
            var name = Capital(read.Value.Name);
            acts.Add(
                new SaidAct(
                    $"page.add {name}",
                    "",
                    $"Added page {name}",
                    [new AddPage(name, PageWish.Make(read.Value, s.Site, s.Trade, s.Facts))],
                    []
                )
            );
        }
        return acts.ToImmutable();
    }

    [System.Text.RegularExpressions.GeneratedRegex(
        @"^(please\s+|bitte\s+)?((for|about|on|called|named|über|für|zu|zum|zur|mit dem Thema)\s+)?(the\s+|a\s+|den\s+|die\s+|das\s+)?",
        System.Text.RegularExpressions.RegexOptions.IgnoreCase
    )]
    private static partial System.Text.RegularExpressions.Regex LeadIn();

    [System.Text.RegularExpressions.GeneratedRegex(@"\s+(with|mit)\s+", System.Text.RegularExpressions.RegexOptions.IgnoreCase)]
    private static partial System.Text.RegularExpressions.Regex With();

    [System.Text.RegularExpressions.GeneratedRegex(
        @"\s*(?:,|\band\b|\bund\b)\s*|\s+(?:please|bitte)$",
        System.Text.RegularExpressions.RegexOptions.IgnoreCase
    )]
    private static partial System.Text.RegularExpressions.Regex Joint();

    private static IEnumerable<Intent> Whole()
    {
        yield return I("site.tone", "warmer tone", "wärmerer Ton", "{tone} ? Tone Make TextWord All MoreWord", (m, s) =>
        {
            var tone = Enum.Parse<Tone>(m.First("{tone}")!.As("tone")!, true);
            return AllNew(
                s,
                $"site.tone {tone.ToString().ToLowerInvariant()}",
                $"Tone of the texts: {tone.ToString().ToLowerInvariant()}",
                s.Site with
                {
                    Tone = tone,
                    SecondTone = null,
                }
            );
        });
        yield return I(
            "site.shorter",
            "shorter texts everywhere",
            "kürzere Texte überall",
            "Shorter All ? TextWord Make|Shorter TextWord ? Make|Shorter",
            (m, s) => AllNew(s, "site.shorter", "Shorter texts", s.Site with { Length = TextLength.Short })
        );
        yield return I(
            "site.longer",
            "longer texts everywhere",
            "ausführlichere Texte überall",
            "Longer All ? TextWord Make|Longer TextWord ? Make|Longer",
            (m, s) => AllNew(s, "site.longer", "Longer texts", s.Site with { Length = TextLength.Long })
        );
        yield return I(
            "site.texts",
            "rewrite all the texts",
            "alle Texte neu",
            "Rewrite TextWord ? All|TextWord Another ? All Make",
            (m, s) => AllNew(s, "site.texts", "New texts", s.Site, TakePart.Text)
        );
        yield return I(
            "site.pictures",
            "other pictures throughout",
            "andere Bilder auf der ganzen Website",
            "Picture Another ? All Make|Picture All ? Another Make Page",
            (m, s) =>
                One(
                    "site.pictures",
                    s,
                    new TakeNew(null, s.Site.PicturesShown + 1, s.Site with { PictureTake = s.Site.PicturesShown + 1 }, TakePart.Pictures)
                )
        );
        yield return I(
            "site.layout",
            "another layout for the whole site",
            "eine andere Anordnung für die ganze Website",
            "Layout Another ? All Make",
            (m, s) =>
                One(
                    "site.layout",
                    s,
                    new TakeNew(null, s.Site.LayoutTake + 1, s.Site with { LayoutTake = s.Site.LayoutTake + 1 }, TakePart.Layout)
                )
        );
        yield return I("site.take", "new take of everything", "eine neue Fassung von allem", "Rewrite All ? Make TextWord", (m, s) =>
            AllNew(s, "site.take", "A new take of the whole site", s.Site)
        );
        yield return I(
            "site.action",
            "the main action should be calling",
            "Hauptaktion soll anrufen sein",
            "MainAction {action} ? Make As|{action} Instead {action}",
            (m, s) =>
            {
                var action = Enum.Parse<MainAction>(m.First("{action}")!.As("action")!, true);
                return One($"site.action {action.ToString().ToLowerInvariant()}", s, new SetAction(action));
            }
        );
        yield return I("site.size", "make it a one-page site", "mach eine einzige Seite draus", "{size} Make ? Page As Make", (m, s) =>
        {
            var size = Enum.Parse<PlanSize>(m.First("{size}")!.As("size")!, true);
            return One(
                $"site.size {size.ToString().ToLowerInvariant()}",
                s,
                new ResizePlan(size, Recomposing.Resized(s.Context.Trades, s.Trade, s.Facts, s.Site, size))
            );
        });
        yield return I(
            "site.languageout",
            "no German version any more",
            "keine deutsche Fassung mehr",
            "{lang} NoWord ? Show NoWord|{lang} Delete",
            (m, s) =>
                Language(m, s) is not { } tag
                    ? Fail("The site has no such language.")
                    : One($"site.languageout {tag.Split('-')[0]}", s, new RemoveLanguage(tag))
        );
        yield return I("site.language", "add German", "auf Deutsch übersetzen", "{lang} Add|{lang} Translate ? As Onto Another", (m, s) =>
        {
            var code = m.First("{lang}")!.As("lang")!;
            if (s.Context.Trades.InLanguage(s.Trade, code) is not { } spoken)
                return Fail($"This trade is not written in {m.First("{lang}")!.Text} yet.");
            return One($"site.language {code}", s, new AddLanguage(spoken.Language, Composer.WithLanguage(s.Site, spoken, s.Facts)));
        });
    }

    private static string? Language(Match m, SayState s) =>
        s.Site.Languages.Skip(1).FirstOrDefault(l => l.Split('-')[0] == m.First("{lang}")!.As("lang"));

    private static Result<ImmutableArray<SaidAct>> AllNew(
        SayState s,
        string code,
        string says,
        SiteDocument wanted,
        TakePart part = TakePart.All
    )
    {
        var take = s.Site.Take + 1;
        var fresh = Recomposing.Take(s.Context.Trades, s.Trade, s.Facts, wanted, take, CopyLedger.Empty) with
        {
            PictureTake = part == TakePart.Text || wanted != s.Site ? s.Site.PicturesShown : null,
        };
        return (ImmutableArray<SaidAct>)[new SaidAct(code, "", says, [new TakeNew(null, take, Renewal.Renew(s.Site, fresh), part)], [])];
    }
}
