using System.Collections.Concurrent;
using System.Collections.Immutable;
using Plurimax.Design.Styling;
using Plurimax.Sites;
using Plurimax.Text;
using Plurimax.Trades;

namespace Plurimax.Design.Pictures;

/// <summary>Which scene stands where on a site. Every slot has a scene of its own: no picture twice.</summary>
public static class SitePictures
{
    private static readonly ConcurrentDictionary<(string Scene, Ink Ink, int W, int H, int Seed), string> Drawn = new();

    /// <summary>Sheet sizes of the opening by layout variant, in px.</summary>
    private static (int W, int H) Hero(string variant) =>
        variant switch
        {
            "v-full" => (1800, 1080),
            "v-frieze" => (2000, 620),
            "v-stage" or "v-block" or "v-lower" => (2000, 780),
            "v-card" or "v-medal" => (1200, 1200),
            _ => (1000, 1300),
        };

    public static ImmutableDictionary<string, SitePicture> For(TradeTemplate trade, SiteDocument site, DressedLook look, string seed)
    {
        var scenes = trade.Art.Where(Scenes.All.ContainsKey).ToArray();
        if (scenes.Length == 0)
            return ImmutableDictionary<string, SitePicture>.Empty;
        // The opening takes turns among the wide subjects; everything else follows in order, so that a new take shows other pictures.
        // Two firms of a trade begin with different ones of the two that suit it best, or with the same one the other way round.
        var start = (site.PicturesShown - 1 + (int)(Chance.Hash(seed + "/opening") % 2)) % scenes.Length;
        string Scene(int i) => scenes[(start + i) % scenes.Length];
        var b = ImmutableDictionary.CreateBuilder<string, SitePicture>();
        var used = 0;
        var named = new List<(string Slot, string Scene, int W, int H)>();
        void Add(string slot, int w, int h)
        {
            if (used < scenes.Length)
                named.Add((slot, Scene(used++), w, h));
        }
        var (hw, hh) = Hero(look.Look.Variant(site, "opening"));
        Add("hero", hw, hh);
        Add("about", 900, 900);
        Add("title.services", 1260, 540);
        if (look.Look.Variant(site, "services") == "v-bento")
            Add("services", 1000, 800);
        Add("title.questions", 1260, 540);
        foreach (
            var section in site
                .Pages.Where(p => !p.Hidden)
                .SelectMany(p => p.Sections)
                .Where(s => !s.Hidden && s.Content is PictureContent { Photo: null } or VideoContent)
        )
            Add(section.Id, 1200, 800);
        // A picture that was changed by itself takes a scene that stands nowhere else; where none is left, its own in another framing.
        var free = new Queue<string>(scenes.Except(named.Select(n => n.Scene)));
        foreach (var (slot, scene, w, h) in named)
        {
            var ahead = site.PictureTakes.GetValueOrDefault(slot);
            var choice = new List<string> { scene };
            if (ahead > 0)
                choice.AddRange(free);
            var shown = choice[ahead % choice.Count];
            if (shown != scene)
                free = new(free.Where(f => f != shown));
            b[slot] = Draw(
                shown,
                look.Art,
                w,
                h,
                (int)(Chance.Hash($"{seed}/{shown}/{site.PicturesShown}{(ahead == 0 ? "" : $"/{ahead}")}") % 1_000_000)
            );
        }
        return b.ToImmutable();
    }

    /// <summary>The place of a section's drawn picture; null where it shows none.</summary>
    public static string? SlotOf(SiteDocument site, Section section) =>
        section.Content switch
        {
            OpeningContent => "hero",
            AboutContent => "about",
            ServicesContent { Full: false }
                when (section.Variant ?? DressedLook.Of(site.Look).Look.Variant(site, "services")) == "v-bento" => "services",
            TitleContent when section.Id is "services.title" or "questions.title" => $"title.{section.Id.Split('.')[0]}",
            PictureContent { Photo: null } or VideoContent => section.Id,
            _ => null,
        };

    public static SitePicture Draw(string scene, Ink ink, int w, int h, int number)
    {
        var recipe = Scenes.All[scene];
        return new SitePicture($"img/{scene}.svg", w, h, recipe.Alt, scene) { Draw = () => Svg(recipe, (scene, ink, w, h, number)) };
    }

    private static string Svg(SceneRecipe recipe, (string Scene, Ink Ink, int W, int H, int Seed) of)
    {
        if (Drawn.Count > 2000)
            Drawn.Clear();
        return Drawn.GetOrAdd(of, k =>
        {
            var canvas = new Canvas(k.W, k.H, k.Scene[..1]);
            void Scene() => recipe.Draw(canvas, new Inks(k.Ink), new Dice(k.Seed));
            // Each number frames the scene in its own way: a little nearer, moved, and every other one the other way round.
            var frame = new Dice(~k.Seed);
            double near = frame.Between(1, 1.14),
                dx = frame.Between(0, k.W * (near - 1)),
                dy = frame.Between(0, k.H * (near - 1));
            var turned = recipe.Turns && k.Seed % 2 == 1;
            canvas.At(turned ? k.W + dx : -dx, -dy, turned ? -near : near, near, Scene);
            return canvas.ToString();
        });
    }
}

/// <param name="Alt">What the picture shows, for those who do not see it.</param>
/// <param name="Turns">It may be shown the other way round: nothing on it is to be read.</param>
public sealed record SceneRecipe(string Alt, Action<Canvas, Inks, Dice> Draw, bool Turns = true);
