using Plurimax.Data.Standards;
using Plurimax.Design.Styling;

namespace Plurimax.Web.Shared;

/// <summary>
/// The agency's own colour on everything that clients see: a style sheet of four values, worked out so that all can be read.
/// </summary>
public static class AgencyBrand
{
    public const string Path = "/brand.css";

    public static void Map(WebApplication app) =>
        app.MapGet(Path, async (SettingsReader settingsReader, HttpContext http) =>
            {
                http.Response.Headers.CacheControl = "public, max-age=300";
                return Results.Text(Css((await settingsReader.OfAsync(null, null, null))["agency_colour"]), "text/css");
            })
            .AllowAnonymous();

    /// <param name="colour">"#rrggbb"; empty leaves the colours of the house. A colour that white cannot be read on is darkened until it
    /// can (WCAG 2.2, 1.4.3: 4.5:1).</param>
    public static string Css(string colour)
    {
        if (!Oklch.TryHex(colour, out var hex))
            return "";
        var brand = Shades.Nearest(hex, ["#ffffff"], 4.5);
        var c = Oklch.FromHex(brand);
        var wash = new Oklch(.95, Math.Min(c.C, .025), c.H).ToHex();
        return $":root{{--brand:{brand};--brand-ink:{brand};--brand-on:#ffffff;--brand-wash:{wash}}}";
    }
}
