using System.Collections.Concurrent;
using System.Collections.Immutable;
using Plurimax.Core.Composing;
using Plurimax.Core.Rendering;
using Plurimax.Core.Sites;
using Plurimax.Core.Styling;
using Plurimax.Core.Trades;

namespace Plurimax.Core.Pictures;

/// <summary>Which scene stands where on a site. Every slot has a scene of its own: no picture twice.</summary>
public static class SitePictures
{
    private static readonly ConcurrentDictionary<(string Scene, Ink Ink, int W, int H, int Seed), string> Drawn = new();

    /// <summary>Sheet sizes of the opening by layout variant, in px.</summary>
    private static (int W, int H) Hero(string variant) => variant switch
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
        if (scenes.Length == 0) return ImmutableDictionary<string, SitePicture>.Empty;
        // The opening takes turns among the wide subjects; everything else follows in order, so that a new take shows other pictures.
        var start = (site.PicturesShown - 1) % scenes.Length;
        string Scene(int i) => scenes[(start + i) % scenes.Length];
        var b = ImmutableDictionary.CreateBuilder<string, SitePicture>();
        var used = 0;
        void Add(string slot, int w, int h)
        {
            if (used >= scenes.Length) return;
            var name = Scene(used++);
            var number = (int)(Chance.Hash($"{seed}/{name}/{site.PicturesShown}") % 1000);
            b[slot] = Draw(name, look.Art, w, h, number);
        }
        var (hw, hh) = Hero(look.Look.Variant(site, "opening"));
        Add("hero", hw, hh);
        Add("about", 900, 900);
        Add("title.services", 1260, 540);
        if (look.Look.Variant(site, "services") == "v-bento") Add("services", 1000, 800);
        Add("title.questions", 1260, 540);
        foreach (var section in site.Pages.Where(p => !p.Hidden).SelectMany(p => p.Sections).Where(s => !s.Hidden && s.Content is PictureContent { Photo: null } or VideoContent))
            Add(section.Id, 1200, 800);
        return b.ToImmutable();
    }

    public static SitePicture Draw(string scene, Ink ink, int w, int h, int number)
    {
        var recipe = Scenes.All[scene];
        if (Drawn.Count > 4000) Drawn.Clear();
        var svg = Drawn.GetOrAdd((scene, ink, w, h, number), k =>
        {
            var canvas = new Canvas(k.W, k.H, k.Scene[..1]);
            recipe.Draw(canvas, new Inks(k.Ink), new Dice(k.Seed));
            return canvas.ToString();
        });
        return new SitePicture($"img/{scene}.svg", w, h, recipe.Alt, svg, scene);
    }
}

/// <param name="Alt">What the picture shows, for those who do not see it.</param>
public sealed record SceneRecipe(string Alt, Action<Canvas, Inks, Dice> Draw);
