using System.Collections.Immutable;
using static System.Math;

namespace Plurimax.Design.Pictures;

/// <summary>Scene recipes: each fills a sheet of any proportion with one subject, from inks and dice alone.</summary>
public static partial class Scenes
{
    private static string N(double v) => Canvas.N(v);

    public static readonly ImmutableDictionary<string, SceneRecipe> All = new Dictionary<string, SceneRecipe>
    {
        ["workshop"] = new("A bicycle in the repair stand at a bench under a tool board, a window on the harbour beside it.", (c, p, r) =>
            Workshop(c, p, r, bicycle: true)
        ),
        ["bench"] = new("A workbench under a tool board, crates beside it, light falling in from a window on the harbour.", (c, p, r) =>
            Workshop(c, p, r, bicycle: false)
        ),
        ["shelf"] = new("Shelves of small tins with labels.", (c, p, r) => Shelf(c, p, r, jars: false)),
        ["jars"] = new("Rows of honey jars on a shelf.", (c, p, r) => Shelf(c, p, r, jars: true)),
        ["shopfront"] = new("A shop front with a striped awning and a lit window.", Shopfront, Turns: false),
        ["drivetrain"] = new("Chainring and crank, close up.", Drivetrain, Turns: false),
        ["wheel"] = new("The spokes of a bicycle wheel, close up.", (c, p, r) =>
        {
            var big = Max(c.W, c.H) * .56;
            c.Rect(0, 0, c.W, c.H, p.T[p.Night ? 8 : 2]).Halftone(0, 0, c.W, c.H, p.T[p.Night ? 7 : 3], 16, .36, up: true);
            Props.Wheel(c, p, c.W * .36, c.H * .62, big, 32, thin: 4);
        }),
        ["quay"] = new("A bicycle with a basket by the quay rail, a lighthouse across the water.", Quay),
        ["coast"] = new("A white house among dunes above a bay with sailing boats.", (c, p, r) => Coast(c, p, r, house: true)),
        ["bay"] = new("Sailing boats in a wide bay.", (c, p, r) => Coast(c, p, r, house: false)),
        ["woods"] = new("A large oak over rolling fields, cut logs stacked beside it.", (c, p, r) =>
            Woods(c, p, r, tree: true, logs: true)
        ),
        ["oak"] = new("An oak with a clean crown, standing in a field.", (c, p, r) => Woods(c, p, r, tree: true, logs: false)),
        ["logs"] = new("Cut logs stacked four high, rings showing.", Logs),
        ["conifers"] = new("Four conifers against a low sun.", (c, p, r) =>
        {
            Fields(c, p, r, .56);
            foreach (var (x, h) in new[] { (.18, .42), (.4, .54), (.64, .47), (.86, .58) })
                Props.Conifer(c, p, c.W * x, c.H * .88, Min(c.W, c.H) * .26, c.H * h);
        }),
        ["hedge"] = new("A long clipped hedge with an evening sun behind it.", Hedge),
        ["studio"] = new("A quiet treatment room with arched windows, a couch and an exercise ball.", Studio),
        ["window-room"] = new("Morning light through a window onto a wooden floor, a plant beside it.", WindowRoom),
        ["bedroom"] = new("A bed under a window with a view of the bay.", Bedroom),
        ["breakfast"] = new("A breakfast table from above: plate, cup and bread.", Breakfast),
        ["counter"] = new("A counter with cups, a coffee machine and hanging lamps.", Counter),
        ["bread"] = new("Loaves and rolls on wooden shelves.", Bread),
        ["hives"] = new("A row of beehives in a flowering meadow.", Hives),
        ["meadow"] = new("A meadow in flower below low hills.", (c, p, r) =>
        {
            Fields(c, p, r, .42);
            Flowers(c, p, r, .55);
        }),
        ["comb"] = new("Honeycomb, close up.", Comb),
        ["piano"] = new("An upright piano in a room with a tall window.", Piano, Turns: false),
        ["keys"] = new("The keys of a piano, close up.", Keys, Turns: false),
        ["strings"] = new("Strings, pins and hammers inside a piano.", Strings),
        ["armchair"] = new("A buttoned armchair in an upholsterer's workshop.", (c, p, r) => ChairRoom(c, p, r)),
        ["cloth"] = new("Rolls of cloth on a rack.", Cloth),
        ["sewing"] = new("A workbench with shears, thread and tacks.", Sewing),
        ["road"] = new("A small car on a coast road between fields.", Road, Turns: false),
        ["junction"] = new("A junction from above, a car waiting at the line.", Junction, Turns: false),
        ["street"] = new("A town street in the evening with lit windows.", Street),
        ["wiring"] = new("An open fuse board with tidy rows of breakers.", Wiring),
        ["salon"] = new("Chairs before lit mirrors, bottles on the shelves under them.", Salon),
        ["desk"] = new("A desk under a lamp, shelves of files and a window on the town behind it.", Desk),
        ["consulting"] = new("A bright consulting room with a couch, a lamp and a cabinet of bottles.", Consulting),
        ["kettles"] = new("Kettles in a brewhouse, casks and sacks on the floor before them.", Kettles),
        ["lamps"] = new("Three lamps hanging over a table.", Lamps),
    }.ToImmutableDictionary();
}
