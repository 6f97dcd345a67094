using System.Collections.Immutable;
using Plurimax.Sites;
using Plurimax.Text;
using Plurimax.Trades;

namespace Plurimax.Design.Styling;

/// <summary>The look families that ship with the application.</summary>
public static class Looks
{
    private static Oklch C(double l, double c, double h) => new(l, c, h);

    private static ImmutableDictionary<string, string> V(string pairs) =>
        pairs.Split(' ').Select(p => p.Split(':')).ToImmutableDictionary(p => p[0], p => "v-" + p[1]);

    public static readonly ImmutableArray<Look> All =
    [
        new(
            "ticket",
            "Job ticket",
            "direct, crafted, ruled",
            new ColourSeeds(
                false,
                C(.965, .018, 92),
                C(.925, .024, 96),
                C(.99, .008, 92),
                C(.25, .035, 205),
                C(.22, .03, 205),
                C(.54, .19, 36),
                C(.66, .2, 40),
                C(.5, .17, 36)
            ),
            new LookType(1.0625, 1.125, 1.16, 1.27, (2.7, 6.2), Pairings.Named["archivo-cond"]),
            new LookSpace(1.04, (2.8, 4.3), 78),
            new LookShape(0, 0, 0, 0, 2, "-2deg"),
            new Ink(false, C(.965, .02, 90), C(.2, .03, 215), .6, C(.64, .2, 38), C(.5, .08, 200), 68, .075),
            V(
                "head:sheet opening:ticket trust:cells services:ledger about:split steps:cells questions:split visit:sheet "
                    + "action:slab prices:table contact:sheet foot:columns title:rule testimonials:cells text:plain area:ring urgent:bar "
                    + "legal:plain banner:strip announcement:notice picture:left service:side team:list gallery:contact compare:pair "
                    + "video:wide rating:line memberships:cells quote:side menu:board rooms:rows timetable:week callback:band "
                    + "newsletter:band downloads:list social:row news:list code:frame"
            )
        ),
        new(
            "night",
            "Night bench",
            "bold, dark, warm light",
            new ColourSeeds(
                true,
                C(.19, .042, 272),
                C(.225, .05, 272),
                C(.265, .055, 272),
                C(.16, .04, 272),
                C(.96, .015, 90),
                C(.83, .165, 86),
                C(.83, .165, 86),
                C(.85, .13, 86)
            ),
            new LookType(1.0625, 1.125, 1.16, 1.24, (2.5, 5), Pairings.Named["bricolage"], "--emc:var(--accent);"),
            new LookSpace(1, (2.7, 4.3), 76),
            new LookShape(10, 16, 24, 99, 2) { Motion = Motion.Subtle },
            new Ink(true, C(.95, .03, 250), C(.17, .045, 275), 1.2, C(.82, .165, 85), C(.58, .13, 18), 50, .07),
            V(
                "head:float opening:full trust:inline services:bento about:overlap steps:track questions:tiles visit:tiles "
                    + "action:glow prices:table contact:card foot:night title:rule testimonials:lead text:plain area:ring urgent:bar "
                    + "legal:plain banner:strip announcement:board picture:right service:side team:cards gallery:mosaic compare:slide "
                    + "video:wide rating:figure memberships:row quote:large menu:groups rooms:cards timetable:week callback:card "
                    + "newsletter:card downloads:cards social:cards news:cards code:frame"
            )
        ),
        new(
            "supplement",
            "Supplement",
            "traditional, quiet, editorial",
            new ColourSeeds(
                false,
                C(.985, .006, 40),
                C(.945, .018, 35),
                C(.985, .006, 40),
                C(.27, .07, 345),
                C(.25, .05, 345),
                C(.45, .17, 262),
                C(.78, .13, 80),
                C(.46, .18, 262),
                C(.85, .1, 80)
            ),
            new LookType(1.0625, 1.125, 1.17, 1.25, (2.5, 5.6), Pairings.Named["newsreader-d"]),
            new LookSpace(1.06, (3, 4.7), 70),
            new LookShape(0, 0, 0, 0, 1),
            new Ink(false, C(.965, .014, 50), C(.25, .07, 345), .62, C(.52, .19, 262), C(.74, .12, 78), 55, .06),
            V(
                "head:mast opening:frieze trust:sentence services:index about:letter steps:numerals questions:hair visit:almanac "
                    + "action:quiet prices:table contact:sheet foot:centre title:rule testimonials:pull text:plain area:ring urgent:bar "
                    + "legal:plain banner:card announcement:notice picture:bleed service:stack team:list gallery:plates compare:pair "
                    + "video:side rating:line memberships:row quote:side menu:board rooms:rows timetable:list callback:band "
                    + "newsletter:band downloads:list social:row news:list code:frame"
            )
        ),
        new(
            "dune",
            "Dune arch",
            "soft, rounded, hospitable",
            new ColourSeeds(
                false,
                C(.985, .012, 85),
                C(.94, .032, 82),
                C(.995, .005, 85),
                C(.3, .055, 218),
                C(.26, .045, 222),
                C(.45, .085, 212),
                C(.7, .15, 34),
                C(.46, .09, 212),
                C(.8, .12, 40)
            ),
            new LookType(1.0625, 1.125, 1.17, 1.25, (2.5, 4.6), Pairings.Named["fraunces"]),
            new LookSpace(1.06, (3, 4.7), 72),
            new LookShape(
                8,
                14,
                28,
                99,
                2,
                Edge: "url(\"data:image/svg+xml,%3Csvg xmlns='http://www.w3.org/2000/svg' viewBox='0 0 1200 80' "
                    + "preserveAspectRatio='none'%3E%3Cpath d='M0 80V52C160 8 330 4 520 38C700 70 830 66 960 34C1050 12 1130 10 1200 "
                    + "24V80Z'/%3E%3C/svg%3E\")"
            )
            {
                Motion = Motion.Subtle,
            },
            new Ink(false, C(.97, .025, 85), C(.24, .05, 225), .75, C(.66, .16, 32), C(.6, .09, 205), 78, .07),
            V(
                "head:plain opening:arch trust:badges services:cards about:host steps:panel questions:hair visit:mapside "
                    + "action:wave prices:sheetrate contact:card foot:columns title:rule testimonials:soft text:plain area:ring "
                    + "urgent:bar legal:plain banner:card announcement:board picture:right service:stack team:row gallery:masonry "
                    + "compare:slide video:side rating:figure memberships:row quote:side menu:groups rooms:cards timetable:list "
                    + "callback:card newsletter:card downloads:cards social:row news:cards code:frame"
            )
        ),
        new(
            "slant",
            "Slanted cut",
            "sturdy, outdoor, ready",
            new ColourSeeds(
                false,
                C(.985, .012, 110),
                C(.94, .03, 118),
                C(.998, .003, 110),
                C(.27, .055, 155),
                C(.24, .04, 155),
                C(.88, .185, 115),
                C(.88, .185, 115),
                C(.45, .1, 148),
                C(.9, .17, 115)
            ),
            new LookType(1.0625, 1.125, 1.17, 1.26, (2.7, 5.4), Pairings.Named["rokkitt"]),
            new LookSpace(1, (2.8, 4.4), 76),
            new LookShape(4, 8, 8, 6, 2),
            new Ink(false, C(.965, .03, 105), C(.2, .045, 158), .9, C(.86, .185, 112), C(.58, .15, 36), 62, .07),
            V(
                "head:alert opening:tall trust:strip services:cards about:split steps:rope questions:split visit:sheet action:slab "
                    + "prices:table contact:inverse foot:columns title:rule testimonials:pair text:plain area:ring urgent:bar "
                    + "legal:plain banner:strip announcement:notice picture:left service:side team:cards gallery:contact compare:slide "
                    + "video:wide rating:line memberships:cells quote:large menu:board rooms:rows timetable:week callback:band "
                    + "newsletter:band downloads:list social:row news:list code:frame"
            )
        ),
        new(
            "calm",
            "Calm panel",
            "clear, modern, gentle",
            new ColourSeeds(
                false,
                C(.986, .012, 78),
                C(.935, .028, 250),
                C(.995, .005, 78),
                C(.29, .085, 268),
                C(.25, .06, 268),
                C(.4, .12, 268),
                C(.8, .115, 58),
                C(.45, .14, 268)
            ),
            new LookType(1.0625, 1.125, 1.17, 1.24, (2.4, 4.2), Pairings.Named["instrument"]),
            new LookSpace(1, (2.6, 4), 72),
            new LookShape(10, 20, 48, 99, 2),
            new Ink(false, C(.975, .012, 250), C(.27, .07, 268), .7, C(.74, .14, 52), C(.62, .075, 190), 70, .05),
            V(
                "head:plain opening:card trust:line services:columns about:overlap steps:panel questions:hair visit:mapside "
                    + "action:quiet prices:table contact:card foot:columns title:rule testimonials:soft text:plain area:ring urgent:bar "
                    + "legal:plain banner:card announcement:notice picture:right service:side team:row gallery:masonry compare:pair "
                    + "video:side rating:figure memberships:row quote:side menu:groups rooms:cards timetable:list callback:card "
                    + "newsletter:card downloads:cards social:cards news:cards code:frame"
            )
        ),
        new(
            "rail",
            "Ruled rail",
            "exact, technical, modern",
            new ColourSeeds(
                false,
                C(.975, .006, 240),
                C(.935, .014, 240),
                C(.995, .003, 240),
                C(.25, .035, 250),
                C(.22, .03, 250),
                C(.5, .15, 255),
                C(.82, .16, 75),
                C(.48, .15, 255),
                C(.84, .12, 80)
            ),
            new LookType(1.0625, 1.125, 1.16, 1.24, (2.5, 5.2), Pairings.Named["plex-cond"]),
            new LookSpace(.96, (2.4, 3.8), 78),
            new LookShape(2, 2, 2, 2, 1),
            new Ink(false, C(.96, .012, 240), C(.22, .035, 250), .55, C(.55, .15, 255), C(.8, .15, 75), 60, .05),
            V(
                "head:sheet opening:ruled trust:line services:index about:split steps:numerals questions:split visit:sheet "
                    + "action:quiet prices:table contact:sheet foot:columns title:rule testimonials:pair text:columns area:list "
                    + "urgent:bar legal:plain banner:strip announcement:notice picture:left service:side team:list gallery:row "
                    + "compare:pair video:wide rating:line memberships:cells quote:side menu:board rooms:rows timetable:week "
                    + "callback:band newsletter:band downloads:list social:row news:list code:wide"
            )
        ),
        new(
            "bloom",
            "Bloom",
            "playful, round, cheerful",
            new ColourSeeds(
                false,
                C(.985, .014, 95),
                C(.94, .04, 160),
                C(.998, .004, 95),
                C(.3, .09, 295),
                C(.28, .06, 295),
                C(.52, .17, 295),
                C(.82, .14, 60),
                C(.48, .17, 295),
                C(.86, .1, 70)
            ),
            new LookType(1.0625, 1.125, 1.17, 1.26, (2.6, 5.2), Pairings.Named["fredoka"]),
            new LookSpace(1.04, (2.8, 4.4), 72),
            new LookShape(
                12,
                24,
                40,
                99,
                3,
                Edge: "url(\"data:image/svg+xml,%3Csvg xmlns='http://www.w3.org/2000/svg' viewBox='0 0 1200 80' "
                    + "preserveAspectRatio='none'%3E%3Cpath d='M0 80V40C100 0 200 0 300 40S500 80 600 40S800 0 900 40S1100 80 1200 "
                    + "40V80Z'/%3E%3C/svg%3E\")"
            )
            {
                Motion = Motion.Subtle,
            },
            new Ink(false, C(.97, .03, 95), C(.28, .08, 295), .9, C(.72, .16, 40), C(.6, .14, 160), 85, .06),
            V(
                "head:plain opening:window trust:badges services:cards about:host steps:panel questions:tiles visit:tiles "
                    + "action:wave prices:sheetrate contact:card foot:soft title:band testimonials:soft text:centred area:ring "
                    + "urgent:panel legal:plain banner:card announcement:board picture:right service:stack team:row gallery:mosaic "
                    + "compare:slide video:side rating:figure memberships:row quote:large menu:groups rooms:cards timetable:week "
                    + "callback:card newsletter:card downloads:cards social:cards news:cards code:frame"
            )
        ),
        new(
            "chamber",
            "Chamber",
            "traditional, composed, trustworthy",
            new ColourSeeds(
                false,
                C(.982, .01, 85),
                C(.94, .022, 88),
                C(.995, .005, 85),
                C(.27, .05, 165),
                C(.23, .035, 165),
                C(.4, .08, 165),
                C(.75, .1, 80),
                C(.42, .09, 165),
                C(.84, .09, 85)
            ),
            new LookType(1.0625, 1.125, 1.17, 1.24, (2.3, 4.4), Pairings.Named["spectral"]),
            new LookSpace(1.08, (3, 4.8), 68),
            new LookShape(2, 3, 4, 3, 1),
            new Ink(false, C(.965, .016, 85), C(.24, .04, 165), .6, C(.7, .1, 78), C(.45, .07, 165), 45, .05),
            V(
                "head:mast opening:lower trust:sentence services:columns about:letter steps:cells questions:hair visit:almanac "
                    + "action:slab prices:table contact:sheet foot:centre title:rule testimonials:lead text:plain area:list urgent:panel "
                    + "legal:plain banner:card announcement:notice picture:left service:stack team:list gallery:plates compare:pair "
                    + "video:side rating:line memberships:cells quote:side menu:board rooms:rows timetable:list callback:band "
                    + "newsletter:band downloads:list social:row news:list code:wide"
            )
        ),
        new(
            "poster",
            "Poster",
            "bold, loud, urban",
            new ColourSeeds(
                false,
                C(.98, .006, 100),
                C(.93, .02, 100),
                C(.995, .004, 100),
                C(.2, .02, 60),
                C(.19, .015, 60),
                C(.55, .2, 30),
                C(.86, .17, 95),
                C(.5, .19, 30),
                C(.88, .16, 95)
            ),
            new LookType(1.0625, 1.125, 1.18, 1.3, (3.2, 7.2), Pairings.Named["shoulders"]),
            new LookSpace(1, (2.8, 4.6), 80),
            new LookShape(0, 0, 0, 0, 3),
            new Ink(false, C(.95, .03, 95), C(.18, .015, 60), 1.1, C(.6, .21, 30), C(.85, .17, 95), 95, .08),
            V(
                "head:alert opening:block trust:strip services:bento about:overlap steps:track questions:split visit:sheet "
                    + "action:hazard prices:table contact:inverse foot:night title:band testimonials:cells text:columns area:ring "
                    + "urgent:bar legal:plain banner:strip announcement:board picture:bleed service:side team:cards gallery:contact "
                    + "compare:slide video:wide rating:figure memberships:cells quote:large menu:board rooms:rows timetable:week "
                    + "callback:band newsletter:band downloads:list social:row news:cards code:frame"
            )
        ),
        new(
            "linen",
            "Linen",
            "natural, minimal, slow",
            new ColourSeeds(
                false,
                C(.976, .01, 80),
                C(.935, .02, 75),
                C(.99, .006, 80),
                C(.31, .03, 60),
                C(.28, .025, 60),
                C(.45, .06, 60),
                C(.76, .08, 130),
                C(.45, .07, 50),
                C(.84, .07, 120)
            ),
            new LookType(1.0625, 1.125, 1.17, 1.26, (2.5, 5), Pairings.Named["dm-serif"]),
            new LookSpace(1.14, (3.4, 5.4), 70, 34),
            new LookShape(0, 0, 0, 0, 1),
            new Ink(false, C(.96, .018, 78), C(.3, .025, 60), .5, C(.72, .08, 130), C(.62, .07, 50), 50, .04),
            V(
                "head:plain opening:stage trust:inline services:ledger about:split steps:numerals questions:hair visit:mapside "
                    + "action:quiet prices:sheetrate contact:sheet foot:soft title:rule testimonials:pull text:centred area:list "
                    + "urgent:panel legal:plain banner:card announcement:notice picture:bleed service:stack team:row gallery:masonry "
                    + "compare:pair video:side rating:line memberships:row quote:side menu:groups rooms:rows timetable:list "
                    + "callback:band newsletter:card downloads:list social:row news:list code:frame"
            )
        ),
        new(
            "deck",
            "Night deck",
            "dark, sleek, calm",
            new ColourSeeds(
                true,
                C(.2, .028, 205),
                C(.24, .034, 205),
                C(.275, .036, 205),
                C(.16, .026, 205),
                C(.95, .01, 180),
                C(.82, .12, 175),
                C(.8, .13, 40),
                C(.84, .11, 175)
            ),
            new LookType(1.0625, 1.125, 1.15, 1.2, (2, 3.7), Pairings.Named["unbounded"]),
            new LookSpace(1.04, (3, 4.8), 74),
            new LookShape(6, 12, 18, 12, 1) { Motion = Motion.Subtle },
            new Ink(true, C(.93, .02, 180), C(.18, .028, 205), 1, C(.82, .13, 175), C(.72, .14, 40), 45, .06),
            V(
                "head:plain opening:medal trust:cells services:columns about:overlap steps:panel questions:tiles visit:mapside "
                    + "action:glow prices:table contact:card foot:night title:band testimonials:pair text:plain area:ring urgent:panel "
                    + "legal:plain banner:strip announcement:board picture:right service:side team:cards gallery:mosaic compare:slide "
                    + "video:wide rating:figure memberships:row quote:large menu:groups rooms:cards timetable:week callback:card "
                    + "newsletter:card downloads:cards social:cards news:cards code:frame"
            )
        ),
    ];

    public static Look? Find(string id) => All.FirstOrDefault(l => l.Id == id);

    /// <summary>How often three further looks can be asked for.</summary>
    public static int Sets => All.Length / 3;

    /// <summary>
    /// Three looks for a site: the first that its trade names, then those that suit the trade and lie farthest from what is offered
    /// already,
    /// each with an opening of its own. Where a trade names too few, the others follow in an order of the site's own.
    /// </summary>
    /// <param name="set">1 for the first three, 2 for the next three, and so on up to <see cref="Sets"/>; no look comes twice.</param>
    /// <param name="words">Words for the look: families that are so already come first.</param>
    public static ImmutableArray<Look> For(TradeTemplate trade, string seed, int set = 1, string? words = null)
    {
        var wanted = LookWords.Of(words);
        int So(Look l) => wanted.Count(w => LookWords.Is(l, w));
        var fits = trade.Looks.Select(Find).OfType<Look>().OrderByDescending(So).ToList();
        var others = All.Except(fits).OrderByDescending(So).ThenBy(l => Chance.Hash(seed + "look" + l.Id)).ToList();
        if (wanted.Length > 0)
            (fits, others) = (
                [.. fits.Concat(others).Where(l => So(l) > 0).OrderByDescending(So).ThenByDescending(fits.Contains)],
                [.. fits.Concat(others).Where(l => So(l) == 0)]
            );
        ImmutableArray<Look> chosen;
        do
        {
            chosen = [fits.Concat(others).First()];
            while (chosen.Length < 3)
            {
                bool New(Look l) => chosen.All(c => c != l && c.Variant("opening") != l.Variant("opening"));
                var open = fits.Where(New).ToList();
                chosen = chosen.Add(LookDistance.Farthest(open.Count > 0 ? open : others.Where(New), chosen));
            }
            fits.RemoveAll(chosen.Contains);
            others.RemoveAll(chosen.Contains);
        } while (--set > 0 && fits.Count + others.Count >= 3);
        return chosen;
    }

    /// <summary>
    /// The three as they are offered: each in a palette of the trade, so that no two share one, or all in the client's colours.
    /// </summary>
    public static ImmutableArray<LookChoice> Offer(
        TradeTemplate trade,
        string seed,
        IReadOnlyList<string>? brands = null,
        int set = 1,
        string? words = null
    )
    {
        var own = brands is { Count: > 0 };
        string? Palette(int i) =>
            own || trade.Palettes.Length == 0
                ? null
                : trade.Palettes[(i + set - 1 + (int)(Chance.Hash(seed + "palette") % 7)) % trade.Palettes.Length];
        return
        [
            .. For(trade, seed, set, words)
                .Select(
                    (l, i) =>
                        new LookChoice(l.Id, own ? brands![0] : null, Palette(i))
                        {
                            Second = brands?.ElementAtOrDefault(1),
                            Third = brands?.ElementAtOrDefault(2),
                            Words = string.IsNullOrWhiteSpace(words) ? null : words,
                        }
                ),
        ];
    }
}
