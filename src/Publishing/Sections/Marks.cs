using System.Globalization;
using Plurimax.Design.Wordmarks;
using Plurimax.Sites;
using Plurimax.Text;

namespace Plurimax.Publishing.Sections;

/// <summary>
/// The mark at the head and foot of a page: a composition, the client's own logo, or the first letter in the look's shape with the name in
/// type.
/// </summary>
internal static class Marks
{
    private const string OnPage = "img/mark.svg",
        OnInverse = "img/mark-dark.svg";

    /// <param name="inverse">It stands on the dark ground of the look, not on the page.</param>
    public static (Html Html, string Css) Of(RenderContext c, bool inverse)
    {
        var place = Html.Of($"<small>{c.TradeAndTown}</small>");
        Html Image(string path, double w, double h) =>
            Html.Of(
                $"<img class=\"wm\" src=\"{c.Assets}{path}\" width=\"{(int)Math.Ceiling(w)}\" height=\"{(int)Math.Ceiling(h)}\" "
                    + $"alt=\"{c.Facts.Name}\">"
            );
        if (Own(c) is { } file)
            return (
                Image(file.Path, file.Width, file.Height),
                (inverse || c.Look.Look.Colours.Dark ? c.Site.Mark!.OnDark : c.Site.Mark!.OnLight) ? " mk" : " mk plate"
            );
        if (Drawn(c) is { } m)
            return (
                Html.Of($"{Image(inverse ? OnInverse : OnPage, m.Width, m.Height)}{(m.Says ? Html.Empty : Html.Of($" {place}"))}"),
                " mk"
            );
        return (
            Html.Of(
                $"<svg viewBox=\"0 0 40 40\" aria-hidden=\"true\" fill=\"none\" stroke=\"currentColor\" stroke-width=\"3\"><path "
                    + $"d=\"{MarkShapes.Of(c.Look.Look)}\"/><text x=\"20\" y=\"27\" text-anchor=\"middle\" font-size=\"20\" "
                    + $"font-weight=\"700\" fill=\"currentColor\" stroke=\"none\">{Words(c).Initial}</text></svg><span><b>{c.Facts.Name}"
                    + $"</b> {place}</span>"
            ),
            ""
        );
    }

    /// <summary>The mark as a picture within a text.</summary>
    public static Html InText(RenderContext c) =>
        Own(c) is { } file
            ? Html.Of(
                $"<img class=\"inmark\" src=\"{c.Assets}{file.Path}\" width=\"{file.Width}\" height=\"{file.Height}\" alt=\""
                    + $"{c.Facts.Name}\">"
            )
        : Drawn(c) is { } m
            ? Html.Of(
                $"<img class=\"inmark\" src=\"{c.Assets}{OnPage}\" width=\"{(int)Math.Ceiling(m.Width)}\" height=\""
                    + $"{(int)Math.Ceiling(m.Height)}\" alt=\"{c.Facts.Name}\">"
            )
        : Html.Of($"<img class=\"inmark\" src=\"{c.Assets}favicon.svg\" width=\"40\" height=\"40\" alt=\"{c.Facts.Name}\">");

    /// <summary>Files that a drawn mark needs: one for the page, one for the dark ground.</summary>
    public static IEnumerable<(string Path, string Svg)> Files(RenderContext c)
    {
        if (Own(c) is not null || Drawn(c) is not { } m)
            yield break;
        yield return (OnPage, MarkFiles.Svg(m, MarkFiles.Colours(c.Look), c.Facts.Name, space: 0));
        yield return (OnInverse, MarkFiles.Svg(m, MarkFiles.Colours(c.Look, dark: true), c.Facts.Name, space: 0));
    }

    /// <summary>
    /// A mark is as large as its outline lets it be: all take about the same area, and a quarter of their height stays clear around them.
    /// </summary>
    public static string Css(RenderContext c)
    {
        var drawn = Own(c) is null ? Drawn(c) : null;
        var (w, h) =
            Own(c) is { } file ? (file.Width, file.Height)
            : drawn is { } m ? (m.Width, m.Height)
            : (0.0, 0.0);
        if (h == 0)
            return "";
        // And none is so small that its smallest letters, capitals mostly, fall under nine px.
        var legible = drawn is null ? 0 : 9 / 16.0 * h / drawn.Smallest;
        var height = Math.Clamp(Math.Max(Math.Sqrt(15 * h / w), legible), 1.5, 6.4).ToString("0.##", CultureInfo.InvariantCulture);
        return $".logo.mk.mk{{display:grid;justify-items:start;gap:.35rem;max-width:min(100%,22rem);padding:calc({height}rem/4) "
            + $"0}}.logo.mk.mk .wm{{display:block;width:auto;max-width:min(100%,60vw);height:{height}"
            + $"rem;object-fit:contain;object-position:0;background:none;border-radius:0}}.logo.mk.plate "
            + $".wm{{background:#fff;padding:.4rem .6rem;border-radius:var(--r1)}}.s-head.v-mast .logo.mk.mk{{justify-items:center}}";
    }

    private static SiteFile? Own(RenderContext c) =>
        c.Site.Mark?.File is { } id && !c.Site.Files.IsDefault ? c.Site.Files.FirstOrDefault(f => f.Id == id) : null;

    private static MarkDrawing? Drawn(RenderContext c) =>
        c.Site.Mark is { File: null, Composition: { } id } && Wordmark.Named(id) is { } composition
            ? MarkFiles.Draw(composition, Words(c))
            : null;

    public static MarkWords Words(RenderContext c) => MarkFiles.Words(c.Facts.Name, c.Trade, c.Facts.Town, c.Look);
}
