using System.Collections.Immutable;
using System.Globalization;
using Microsoft.AspNetCore.Mvc;
using Plurimax.Core.Sites;
using Plurimax.Core.Styling;
using Plurimax.Data.Sites;
using Plurimax.Web.Hosting;
using Plurimax.Web.Proofs;

namespace Plurimax.Web.Pages.Site;

/// <summary>Three looks side by side on the client's own home page.</summary>
public sealed class LookModel(SiteStore store, SiteStatus status, SiteAddresses addresses, Sheets sheets) : SitePageModel(store, status, addresses)
{
    protected override string StationName => "look";
    public string? Brand { get; private set; }
    public string? Problem { get; private set; }
    public ImmutableArray<(LookChoice Choice, DressedLook Dressed, string Url)> Offers { get; private set; } = [];

    public void OnGet(string? brand)
    {
        var own = Document.Look.Brand;
        Brand = brand is null ? own : brand.Trim().Length == 0 ? null : brand;
        string? colour = null;
        if (Brand is not null && !Oklch.TryHex(Brand, out var hex))
        {
            Problem = $"“{Brand}” is not a colour. Write it as #0e8a94.";
            Response.StatusCode = 422;
        }
        else if (Brand is not null)
        {
            Oklch.TryHex(Brand, out hex);
            colour = Brand = hex;
        }
        var seed = $"{Trade.Id}/{Site.Client.Facts.Name}/{Site.Client.Facts.Town}";
        var offer = Looks.Offer(Trade, seed, colour);
        if (colour is null && offer.All(o => o.Id != Document.Look.Id)) offer = offer.SetItem(2, Document.Look);
        Offers = [.. offer.Select(o => (o, DressedLook.Of(o), sheets.Url(new SheetView(Site.Id, o))))];
    }

    public async Task<IActionResult> OnPostChooseAsync(int revision, string look, string? brand, string? palette)
    {
        var choice = new LookChoice(look, string.IsNullOrEmpty(brand) ? null : brand, string.IsNullOrEmpty(palette) ? null : palette);
        if (choice.Brand is { } b && !Oklch.TryHex(b, out _)) return BadRequest();
        var outcome = await Store.EditAsync(Site.Id, revision, new ChooseLook(choice), Who, evenSo: true);
        return Back(outcome.Ok ? $"Look {Looks.Find(look)?.Name} chosen" : outcome.Problem ?? "The site changed meanwhile; look again and choose.");
    }

    public string Ratio(DressedLook d, string text, string ground) => Contrast.Ratio(d.Roles[text], d.Roles[ground]).ToString("0.0", CultureInfo.InvariantCulture);
    public static string Fonts(Look l) => string.Join(" with ", l.Faces.Select(f => f.Family.Trim('"')).Distinct().Take(2));
    public static string Layout(Look l) => string.Join(", ", new[] { "opening", "services", "steps" }.Select(k => $"{k} {l.Variant(k)[2..]}"));
}
