using System.Collections.Immutable;
using Plurimax.Design.Styling;
using Plurimax.Design.Wordmarks;
using Plurimax.Sites;

namespace Plurimax.Making.Saying;

internal static partial class Intents
{
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
