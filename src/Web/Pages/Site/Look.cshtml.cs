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

    /// <summary>The palette that all three are shown in; null: each in one of its own.</summary>
    public string? Palette { get; private set; }
    /// <summary>Which three are shown, from 1.</summary>
    public int Set { get; private set; } = 1;

    public void OnGet(string? brand, string? palette, int? set)
    {
        Palette = palette is not null && Palettes.Named.ContainsKey(palette) ? palette : null;
        Set = Math.Clamp(set ?? 1, 1, Looks.Sets);
        var own = Palette is null ? Document.Look.Brand : null;
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
        var offer = Looks.Offer(Trade, seed, colour is null ? null : [colour], Set);
        if (colour is null && Set == 1 && offer.All(o => o.Id != Document.Look.Id)) offer = offer.SetItem(2, Document.Look);
        if (Palette is not null && colour is null) offer = [.. offer.Select(o => o with { Palette = Palette })];
        Offers = [.. offer.Select(o => (o, DressedLook.Of(o), sheets.Url(new SheetView(Site.Id, o))))];
    }

    /// <summary>The address of this page with other wishes.</summary>
    public string With(int set) => "?" + string.Join('&', new[] { $"set={set}", Palette is null ? "" : $"palette={Uri.EscapeDataString(Palette)}", Palette is null && Brand is not null && Problem is null ? $"brand={Uri.EscapeDataString(Brand)}" : "" }.Where(x => x.Length > 0));

    /// <summary>What a colour that had to give way is called.</summary>
    public static string Named(string role) => role switch { "brand" => "buttons", "accent" => "second colour", _ => "links" };

    public static string Moved(ColourMove m) => $"{Math.Abs(m.Lightness * 100).ToString("0", CultureInfo.InvariantCulture)} points {(m.Lightness < 0 ? "darker" : "lighter")}";

    private static readonly ImmutableDictionary<string, string> RoleWords = new Dictionary<string, string>
    {
        ["fg"] = "text",
        ["fg2"] = "quiet text",
        ["link"] = "link",
        ["err"] = "error",
        ["ok"] = "confirmation",
        ["bg"] = "page",
        ["bg2"] = "tinted page",
        ["card"] = "card",
        ["onbrand"] = "label",
        ["brand"] = "button",
        ["onaccent"] = "label",
        ["accent"] = "second colour",
        ["fginv"] = "text",
        ["fginv2"] = "quiet text",
        ["inv"] = "dark ground",
        ["linkinv"] = "link",
        ["edge"] = "edge of a field",
    }.ToImmutableDictionary();

    /// <summary>Every pair of colours that the styles use, with the ratio it has and the least that it needs.</summary>
    public static IEnumerable<(string What, double Ratio, double Least)> Pairs(DressedLook d) =>
        Roles.Pairs.Select(p => ($"{RoleWords[p.Text]} on {RoleWords[p.Ground]}", Contrast.Ratio(d.Roles[p.Text], d.Roles[p.Ground]), p.Least)).OrderBy(p => p.Item2 / p.Least);

    public async Task<IActionResult> OnPostChooseAsync(int revision, string look, string? brand, string? palette)
    {
        var choice = new LookChoice(look, string.IsNullOrEmpty(brand) ? null : brand, string.IsNullOrEmpty(palette) ? null : palette);
        if (choice.Brand is { } b && !Oklch.TryHex(b, out _)) return BadRequest();
        var outcome = await Store.EditAsync(Site.Id, revision, new ChooseLook(choice), Who, evenSo: true);
        return Back(outcome.Ok ? $"Look {Looks.Find(look)?.Name} chosen" : outcome.Problem ?? "The site changed meanwhile; look again and choose.");
    }

    public string Ratio(DressedLook d, string text, string ground) => Contrast.Ratio(d.Roles[text], d.Roles[ground]).ToString("0.0", CultureInfo.InvariantCulture);
    public static string Fonts(Look l) => l.Type.Pairing.Name;
    public static string Layout(Look l) => string.Join(", ", new[] { "opening", "services", "steps" }.Select(k => $"{k} {l.Variant(k)[2..]}"));
}
