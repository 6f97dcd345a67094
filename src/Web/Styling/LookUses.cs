using System.Collections.Immutable;
using Microsoft.Extensions.Caching.Memory;
using Plurimax.Data;
using Plurimax.Data.Blobs;
using Plurimax.Design.Styling;
using Plurimax.Making.Settings;
using Plurimax.Publishing.Rendering;
using Plurimax.Publishing.Sections;
using Plurimax.Sites;
using Plurimax.Trades;
using Plurimax.Web.Shared;

namespace Plurimax.Web.Styling;

/// <param name="ByChoice">Where and how often the site uses each choice of its look.</param>
/// <param name="Shares">How much of its pages each colour takes.</param>
public sealed record LookUse(ImmutableDictionary<string, StyleUse> ByChoice, ImmutableArray<ColourShare> Shares)
{
    public static readonly LookUse None = new(ImmutableDictionary<string, StyleUse>.Empty, []);
}

/// <summary>Measures what a site makes of a look; the same site in the same look is measured once.</summary>
public sealed class LookUses(IMemoryCache cache, IBlobStore blobs, SiteAddresses addresses)
{
    public LookUse Of(Site site, SiteDocument document, LookChoice choice, TradeTemplate trade, SettingsStack settings)
    {
        var key = $"uses {site.Id} {site.Head} {choice}";
        if (cache.TryGetValue(key, out LookUse? known))
            return known!;
        var dressed = document.InLook(choice);
        var rendering = new RenderSettings(addresses.Main(site), settings.All(), RenderMode.Anchored) { Blobs = hash => blobs.Get(hash) };
        var files = SiteRenderer.Render(dressed, trade, site.Facts, rendering);
        var pages = StyleUses.Pages(files);
        var use = new LookUse(
            StyleUses.Of(files, pages).ToImmutableDictionary(u => u.Choice),
            ColourShares.Of(dressed, DressedLook.Of(choice), files, pages)
        );
        return cache.Set(key, use, new MemoryCacheEntryOptions { Size = 20_000, SlidingExpiration = TimeSpan.FromMinutes(10) });
    }
}
