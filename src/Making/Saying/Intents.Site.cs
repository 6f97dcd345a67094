using System.Collections.Immutable;
using Plurimax.Design.Styling;
using Plurimax.Design.Wordmarks;
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

    private static Intent OnLook(
        string name,
        string english,
        string german,
        string shapes,
        Func<LookChoice, Match, SayState, (string Code, string Says, LookChoice Look)> act
    ) => I(name, english, german, shapes, (m, s) =>
        {
            var (code, says, look) = act(s.Site.Look, m, s);
            return (ImmutableArray<SaidAct>)
                [new SaidAct(code.Length == 0 ? name : $"{name} {code}", "", says, [new ChooseLook(LookChoices.Cleaned(look))], [])];
        });

    private static LookChoice Shaped(LookChoice c, Func<LookDetails, LookDetails> change) =>
        c with
        {
            Details = change(c.Details ?? new()),
        };

    private static LookChoice Handed(LookChoice c, Func<HandColours, HandColours> change) => c with { Hand = change(c.Hand ?? new()) };

    private static IEnumerable<Intent> Looks()
    {
        static string Hue(Match m) => m.First("{hue}")!.As("hue")!;
        static string HueName(Match m, SayState s) => s.Words.NameOf("hue", Hue(m));
        yield return OnLook(
            "look.phone",
            "bigger phone number",
            "Telefonnummer größer",
            "PhoneWord Bigger ? Make|PhoneWord MoreWord|PhoneWord Smaller ? Make|PhoneWord LessWord",
            (c, m, _) =>
                m.Place("Bigger") >= 0 || m.Place("MoreWord") >= 0
                    ? ("bigger", "A larger phone number", Shaped(c, d => d with { Phone = PhoneSize.Large }))
                    : ("smaller", "The phone number as the look has it", Shaped(c, d => d with { Phone = null }))
        );
        yield return OnLook(
            "look.reset",
            "colours back to how the look has them",
            "Farben wie im Look",
            "PaletteWord BackTo ? LookWord LookVerb BackTo|Colour BackTo ? LookWord BackTo",
            (c, _, _) =>
                (
                    "",
                    "Colours as the look has them",
                    c with
                    {
                        Brand = null,
                        Second = null,
                        Third = null,
                        Palette = null,
                        ColoursOf = null,
                        Hand = null,
                    }
                )
        );
        yield return OnLook(
            "look.second",
            "the second colour should be yellow",
            "die zweite Farbe soll Gelb sein",
            "SecondWord {hue} ? Make As",
            (c, m, s) =>
                (
                    HueName(m, s),
                    $"Second colour {HueName(m, s)}",
                    c.Brand is null ? Handed(c, h => h with { Accent = Hue(m) }) : c with { Second = Hue(m) }
                )
        );
        yield return OnLook("look.buttoncolour", "red buttons", "grüne Knöpfe", "{hue} Buttons ? Make", (c, m, s) =>
            (HueName(m, s), $"{Capital(HueName(m, s))} buttons", Handed(c, h => h with { Button = Hue(m) }))
        );
        yield return OnLook("look.linkcolour", "make the links green", "grüne Links", "{hue} Links ? Make", (c, m, s) =>
            (HueName(m, s), $"{Capital(HueName(m, s))} links", Handed(c, h => h with { Link = Hue(m) }))
        );
        yield return OnLook("look.groundcolour", "background cream", "Hintergrund creme", "{hue} GroundWord ? Make Page", (c, m, s) =>
            (HueName(m, s), $"{Capital(HueName(m, s))} page", Handed(c, h => h with { Ground = Hue(m) }))
        );
        yield return OnLook("look.textcolour", "black text", "schwarze Schrift", "{hue} TextWord ? Make", (c, m, s) =>
            (HueName(m, s), $"{Capital(HueName(m, s))} text", Handed(c, h => h with { Text = Hue(m) }))
        );
        yield return OnLook(
            "look.palette",
            "use the palette rust and sky",
            "nimm die Farben rust and sky",
            "{palette} PaletteWord ? Make|{palette} ? Make Colour",
            (c, m, _) =>
                (
                    m.First("{palette}")!.As("palette")!,
                    $"Palette {m.First("{palette}")!.As("palette")}",
                    c with
                    {
                        Palette = m.First("{palette}")!.As("palette"),
                        Brand = null,
                        ColoursOf = null,
                        Hand = null,
                    }
                )
        );
        yield return OnLook(
            "look.colour",
            "use #7a2048 as the brand colour",
            "nimm #7a2048 als Farbe",
            "{hue} Colour ? Make As|{hue} Make|{hue} LookWord",
            (c, m, s) => (HueName(m, s), $"Brand colour {HueName(m, s)}", c with { Brand = Hue(m), Palette = null, ColoursOf = null })
        );
        yield return OnLook("look.mark", "use the seal as the logo", "das Siegel als Logo", "{mark} LogoWord ? Make As Move", (c, m, _) =>
            (m.First("{mark}")!.As("mark")!, "", c)
        ) with
        {
            Do = (m, s) =>
                One($"look.mark {m.First("{mark}")!.As("mark")}", s, new ChooseMark(new SiteMark(m.First("{mark}")!.As("mark")))),
        };
        yield return OnLook(
            "look.family",
            "change the look to poster",
            "nimm den Look Leinen",
            "{family} LookWord ? Make Another Move As|{family} Make ? LookWord As Move|{family} Move ? LookWord",
            (c, m, s) =>
                (
                    m.First("{family}")!.As("family")!,
                    $"The look {Plurimax.Design.Styling.Looks.Find(m.First("{family}")!.As("family")!)!.Name}",
                    c with
                    {
                        Id = m.First("{family}")!.As("family")!,
                    }
                )
        );
        yield return I("look.words", "make it more playful", "moderner", "{word} ? Make LookVerb LookWord MoreWord", (m, s) =>
        {
            var word = m.First("{word}")!.As("word")!;
            var had = LookWords.Of(s.Site.Look.Words).Select(w => w.Id).Where(w => w != word).TakeLast(1);
            return (ImmutableArray<SaidAct>)
                [
                    new SaidAct(
                        $"look.words {word}",
                        "",
                        $"The look more {word}",
                        [new ChooseLook(LookChoices.Cleaned(s.Site.Look with { Words = string.Join(' ', had.Append(word)) }))],
                        []
                    ),
                ];
        });
        yield return OnLook("look.dark", "darker", "dunkler", "Darker ? Make All LookWord|DarkWord Make", (c, _, _) =>
            ("", "A dark ground", c with { Dark = true })
        );
        yield return OnLook("look.light", "lighter", "heller", "Lighter ? Make All LookWord|Darker NoWord ? Make|Darker Off", (c, _, _) =>
            ("", "A light ground", c with { Dark = false })
        );
        yield return OnLook(
            "look.serif",
            "headings with serifs",
            "Überschriften mit Serifen",
            "Serif ? HeadingWord TypeWord Make With",
            (c, _, s) => ("", "Headings with serifs", c with { Type = OtherType(s, t => t.Serif) })
        );
        yield return OnLook(
            "look.sans",
            "headings without serifs",
            "Überschriften ohne Serifen",
            "Sans ? HeadingWord TypeWord Make With",
            (c, _, s) => ("", "Headings without serifs", c with { Type = OtherType(s, t => !t.Serif) })
        );
        yield return OnLook("look.type", "set it in Fraunces with Karla", "Schrift Fraunces", "{type} ? TypeWord Make As", (c, m, _) =>
            (
                m.First("{type}")!.As("type")!,
                $"Type {Pairings.Named[m.First("{type}")!.As("type")!].Name}",
                c with
                {
                    Type = m.First("{type}")!.As("type"),
                }
            )
        );
        yield return OnLook(
            "look.headings",
            "bigger headings",
            "Überschriften kleiner",
            "HeadingWord Bigger ? Make|HeadingWord Smaller ? Make|HeadingWord MoreWord|HeadingWord LessWord",
            (c, m, _) =>
            {
                var bigger = m.Place("Bigger") >= 0 || m.Place("MoreWord") >= 0;
                double Next(HeadingLevel? l) => Math.Clamp((l?.Size ?? 1) * (bigger ? 1.15 : .87), HeadingLevel.Least, HeadingLevel.Most);
                return (
                    bigger ? "bigger" : "smaller",
                    bigger ? "Larger headings" : "Smaller headings",
                    Shaped(c, d =>
                        d with
                        {
                            H1 = (d.H1 ?? new()) with { Size = Next(d.H1) },
                            H2 = (d.H2 ?? new()) with { Size = Next(d.H2) },
                        }
                    )
                );
            }
        );
        yield return OnLook(
            "look.capitals",
            "headings in capitals",
            "Überschriften in Großbuchstaben",
            "Capitals ? HeadingWord Make As|Capitals NoWord ? HeadingWord",
            (c, m, _) =>
            {
                var on = m.Place("NoWord") < 0;
                return (
                    on ? "on" : "off",
                    on ? "Headings in capitals" : "No capitals in headings",
                    Shaped(c, d =>
                        d with
                        {
                            H1 = (d.H1 ?? new()) with { Capitals = on },
                            H2 = (d.H2 ?? new()) with { Capitals = on },
                            H3 = (d.H3 ?? new()) with { Capitals = on },
                        }
                    )
                );
            }
        );
        yield return OnLook(
            "look.text",
            "bigger text",
            "größere Schrift",
            "TextWord Bigger ? Make|TextWord Smaller ? Make|TypeWord Bigger ? Make|TypeWord Smaller ? Make|TextWord "
                + "MoreWord|TypeWord MoreWord",
            (c, m, _) =>
                m.Place("Smaller") < 0
                    ? ("bigger", "Larger text", Shaped(c, d => d with { Scale = TypeScale.Large }))
                    : ("smaller", "Smaller text", Shaped(c, d => d with { Scale = TypeScale.Small }))
        );
        yield return OnLook("look.othertype", "another typeface", "andere Schrift", "TypeWord Another ? Make", (c, _, s) =>
            ("", "Another typeface", c with { Type = OtherType(s, _ => true) })
        );
        yield return OnLook(
            "look.corners",
            "round corners",
            "runde Ecken",
            "Corners Round ? Make All|Corners Square ? Make All|Corners Soft ? Make All",
            (c, m, _) =>
            {
                var corners =
                    m.Place("Round") >= 0 ? Corners.Round
                    : m.Place("Soft") >= 0 ? Corners.Soft
                    : Corners.Square;
                return (corners.ToString().ToLowerInvariant(), $"{corners} corners", Shaped(c, d => d with { Corners = corners }));
            }
        );
        yield return OnLook(
            "look.buttons",
            "pill-shaped buttons",
            "eckige Knöpfe",
            "Buttons Pill ? Make|Buttons Square ? Make|Buttons Soft ? Make|Buttons Raised ? Make|Buttons Round ? Make",
            (c, m, _) =>
            {
                var form =
                    m.Place("Pill") >= 0 || m.Place("Round") >= 0 ? ButtonForm.Pill
                    : m.Place("Square") >= 0 ? ButtonForm.Square
                    : m.Place("Raised") >= 0 ? ButtonForm.Raised
                    : ButtonForm.Soft;
                return (form.ToString().ToLowerInvariant(), $"{form} buttons", Shaped(c, d => d with { Buttons = form }));
            }
        );
        yield return OnLook(
            "look.crop",
            "round pictures",
            "runde Bilder",
            "Picture Round ? Make|Picture Arch ? Make|Picture PlainWord ? Make|Picture Square ? Make",
            (c, m, _) =>
            {
                var crop =
                    m.Place("Round") >= 0 ? Crop.Round
                    : m.Place("Arch") >= 0 ? Crop.Arch
                    : Crop.Plain;
                return (crop.ToString().ToLowerInvariant(), $"{crop} pictures", Shaped(c, d => d with { Crop = crop }));
            }
        );
        yield return OnLook(
            "look.space",
            "more white space",
            "mehr Abstand",
            "Space LessWord ? Make All Between|Space ? MoreWord Make All Between",
            (c, m, _) =>
                m.Place("LessWord") < 0
                    ? ("more", "More room everywhere", Shaped(c, d => d with { Density = Density.Open }))
                    : ("less", "Closer spacing everywhere", Shaped(c, d => d with { Density = Density.Close }))
        );
        yield return OnLook(
            "look.divider",
            "lines between the sections",
            "Linien zwischen den Abschnitten",
            "Rules Between ? Make NoWord Add|Bar Between ? Make Add|NoWord Between",
            (c, m, _) =>
            {
                var divider =
                    m.Place("NoWord") >= 0 ? Divider.None
                    : m.Place("Bar") >= 0 ? Divider.Bar
                    : Divider.Line;
                return (
                    divider.ToString().ToLowerInvariant(),
                    divider == Divider.None
                        ? "Nothing between the sections"
                        : $"A {divider.ToString().ToLowerInvariant()} between the sections",
                    Shaped(c, d => d with { Divider = divider })
                );
            }
        );
        yield return OnLook("look.rules", "thicker lines", "dünnere Linien", "Rules Thick ? Make|Rules Thin ? Make", (c, m, _) =>
            m.Place("Thick") >= 0
                ? ("thick", "Heavier lines", Shaped(c, d => d with { Rules = RuleWeight.Heavy }))
                : ("thin", "Finer lines", Shaped(c, d => d with { Rules = RuleWeight.Hair }))
        );
        yield return OnLook(
            "look.motion",
            "no animation",
            "keine Bewegung",
            "Motion NoWord ? Make|Motion Delete ? Off|Motion ? Make Add Show MoreWord",
            (c, m, _) =>
                m.Place("NoWord") >= 0 || m.Place("Delete") >= 0
                    ? ("none", "No motion", Shaped(c, d => d with { Motion = Motion.None }))
                    : ("subtle", "A little motion", Shaped(c, d => d with { Motion = Motion.Subtle }))
        );
        yield return OnLook("look.cards", "no cards", "keine Karten", "Cards NoWord ? Make|Cards ? Make Move Onto Show As", (c, m, _) =>
            m.Place("NoWord") >= 0
                ? ("off", "Lists instead of cards", Shaped(c, d => d with { Cards = CardStyle.Flat }))
                : ("on", "Cards", Shaped(c, d => d with { Cards = CardStyle.Cards }))
        );
    }

    /// <summary>The next pairing in the list that is as wanted.</summary>
    private static string OtherType(SayState s, Func<TypePairing, bool> wanted)
    {
        var now = Dressing.Of(s.Site.Look).Look.Type.Pairing.Id;
        var at = Pairings.All.ToList().FindIndex(p => p.Id == now);
        return Enumerable
            .Range(1, Pairings.All.Length)
            .Select(i => Pairings.All[(at + i) % Pairings.All.Length])
            .First(p => wanted(p) && p.Id != now)
            .Id;
    }
}
