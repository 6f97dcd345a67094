using System.Collections.Concurrent;
using System.Collections.Immutable;
using System.Globalization;
using System.Text;
using Plurimax.Design.Pictures;
using Plurimax.Design.Styling;
using Plurimax.Design.Wordmarks;
using Plurimax.Facts;
using Plurimax.Making.Settings;
using Plurimax.Publishing.Sections;
using Plurimax.Sites;
using Plurimax.Text;
using Plurimax.Trades;

namespace Plurimax.Publishing.Rendering;

/// <summary>Renders a site document with its facts to files that any web server serves as they are. Deterministic to the byte.</summary>
public static partial class SiteRenderer
{
    /// <param name="only">Path of one page to render without the rest, for views; null renders all.</param>
    public static SiteFiles Render(SiteDocument site, TradeTemplate trade, FactSheet facts, RenderSettings settings, string? only = null)
    {
        (site, facts) = (SettingsDress.Over(site, settings.Settings), SettingsDress.Shown(facts, settings.Settings));
        var look = DressedLook.Of(site.Look);
        var seed = SiteSeed.Of(site, trade, facts);
        var pictures = SitePictures.For(trade, site, look, seed);
        var styles = new HashSet<string>(StringComparer.Ordinal);
        var files = ImmutableSortedDictionary.CreateBuilder<string, byte[]>(StringComparer.Ordinal);
        var pages = new List<(string Path, string Html)>();
        void Add(string path, string content) => files[path] = Encoding.UTF8.GetBytes(content);

        foreach (var language in site.Languages)
        {
            var own = site.In(language);
            var (spoken, says) = SiteTexts.For(site, language, trade, facts, settings.Settings);
            var folder = language == site.Language ? "" : language.Split('-')[0] + "/";
            foreach (var page in own.Pages.Where(p => !p.Hidden))
            {
                var context = new RenderContext(
                    own,
                    spoken,
                    facts,
                    says,
                    look,
                    (settings with { Settings = says.Settings }).For(page),
                    seed,
                    pictures
                )
                {
                    Page = page,
                    Home = page.IsHome,
                    Assets = folder.Length > 0 ? "../" : "",
                    Folder = folder,
                    Versions = Versions(site, page),
                };
                says.Mark = Marks.InText(context);
                var html = Document(context);
                styles.UnionWith(context.UsedStyles);
                if (only is null || only == folder + page.File)
                    pages.Add((folder + page.File, html));
            }
        }
        var (_, text) = SiteTexts.For(site, site.Language, trade, facts, settings.Settings);
        var missing = new RenderContext(
            site.In(site.Language),
            trade,
            facts,
            text,
            look,
            settings with
            {
                Settings = text.Settings,
            },
            seed,
            pictures
        )
        {
            Page = Missing(text.Words, seed),
            Home = false,
            Root = "/",
            Assets = "/",
        };
        var missingHtml = Document(missing);
        styles.UnionWith(missing.UsedStyles);
        if (only is null || only == "404.html")
            pages.Add(("404.html", missingHtml));

        var css = StyleSheet(
            look,
            styles,
            Marks.Css(missing) + Focus(site) + (site.Look.Details?.Phone == PhoneSize.Large ? LargePhone : "")
        );
        if (settings.Mode == RenderMode.Anchored)
        {
            // A view takes in a changed style sheet while it stands: its address says what is in it, and its letters show when they have
            // come.
            css = css.Replace("font-display:optional", "font-display:swap", StringComparison.Ordinal);
            var version = Chance.Hash(css).ToString("x", CultureInfo.InvariantCulture);
            pages = pages.ConvertAll(p => (p.Path, p.Html.Replace("site.css\">", $"site.css?v={version}\">", StringComparison.Ordinal)));
        }
        foreach (var (path, html) in pages)
            Add(path, html);
        Add("site.css", css);
        files["site.js"] = Content.Bytes("looks/site.js")!;
        Add("favicon.svg", MarkFiles.Favicon(Marks.Words(missing), look));
        foreach (var (path, svg) in Marks.Files(missing))
            Add(path, svg);
        var mark = Marks.Words(missing);
        if (settings.Mode == RenderMode.Publish && Card(missing, mark) is var shown && MarkFiles.CardPath(shown, look) is var card)
            files[card] = settings.Made?.Invoke(card) ?? MarkFiles.Card(shown, look);
        foreach (var p in pictures.Values)
            files[p.File] = settings.Drawn?.Invoke(p.File) ?? Encoding.UTF8.GetBytes(p.Svg);
        foreach (var section in site.Pages.Where(p => !p.Hidden).SelectMany(p => p.Sections).Where(s => !s.Hidden))
            if (section.Content is CodeContent { Code.IsEmpty: false } code)
                Add(Extras.FileOf(section), Extras.CodePage(code, site.Language));
        if (settings.Blobs is { } blobs && !site.Files.IsDefaultOrEmpty)
            foreach (var file in site.Files)
            {
                if (blobs(file.Blob) is { } bytes)
                    files[file.Path] = bytes;
                if (!file.Sizes.IsDefault)
                    foreach (var size in file.Sizes)
                        if (blobs(size.Blob) is { } smaller)
                            files[size.Path] = smaller;
            }
        foreach (var font in look.Look.Type.Pairing.Files)
            files[$"fonts/{font}.woff2"] = Content.Bytes($"looks/fonts/{font}.woff2")!;
        if (settings.Mode == RenderMode.Publish)
        {
            foreach (var page in site.Pages.Where(p => !p.Hidden))
            foreach (var before in page.Before.Where(b => !files.ContainsKey(b)))
                Add(before, MovedPage.To(page.File, before));
            var mapped = missing.Yes("sitemap") && missing.Yes("index");
            if (mapped)
                Add("sitemap.xml", SiteMap(site, settings));
            var further = string.Concat(Letters.Rows(missing.Set("robots_extra")).Select(l => l + "\n"));
            Add(
                "robots.txt",
                !missing.Yes("index")
                    ? "User-agent: *\nDisallow: /\n"
                    : $"User-agent: *\nAllow: /\n{further}{(mapped ? $"\nSitemap: {settings.BaseUrl}sitemap.xml\n" : "")}"
            );
        }
        return new SiteFiles(files.ToImmutable());
    }

    /// <summary>
    /// The same page in the site's languages, or their home pages where it has no counterpart: tag, file, and whether it is the same page.
    /// </summary>
    private static ImmutableArray<(string Language, string File, bool Same)> Versions(SiteDocument site, Page page) =>
        site.Languages.Length == 1
            ? []
            :
            [
                .. site
                    .Languages.Select(language =>
                    {
                        var pages = site.Pages.Where(p => !p.Hidden && (p.Language ?? site.Language) == language).ToList();
                        var same = pages.Find(p => p.Bare == page.Id);
                        return (language, (same ?? pages.Find(p => p.Bare == "home"))?.File ?? "", same is not null);
                    })
                    .Where(v => v.Item2.Length > 0),
            ];

    /// <summary>
    /// One section as it stands on its page, for a view that changes while somebody types. The same bytes that <see cref="Render"/> writes
    /// for it.
    /// </summary>
    /// <returns>Null where it is not shown: hidden, gone, or without anything to say.</returns>
    public static string? Section(SiteDocument site, string section, TradeTemplate trade, FactSheet facts, RenderSettings settings)
    {
        if (site.FindSection(section) is not { } found || found.Page.Hidden || found.Section.Hidden)
            return null;
        foreach (var (s, html) in Sections(On(site, found.Page, trade, facts, settings)))
            if (s.Id == section)
                return html.IsEmpty ? null : html.Value;
        return null;
    }

    /// <summary>What a button says that has no words of its own, by its target, on a page.</summary>
    public static Func<string, string> ButtonLabels(
        SiteDocument site,
        Page page,
        TradeTemplate trade,
        FactSheet facts,
        RenderSettings settings
    )
    {
        var context = On(site, page, trade, facts, settings);
        return target => context.Suggested(target).Label;
    }

    /// <summary>What is looked at while a page is rendered.</summary>
    private static RenderContext On(SiteDocument site, Page of, TradeTemplate trade, FactSheet facts, RenderSettings settings)
    {
        (site, facts) = (SettingsDress.Over(site, settings.Settings), SettingsDress.Shown(facts, settings.Settings));
        var look = DressedLook.Of(site.Look);
        var seed = SiteSeed.Of(site, trade, facts);
        var language = of.Language ?? site.Language;
        var own = site.In(language);
        var page = own.Pages.First(p => p.Id == of.Bare || p.Id == of.Id);
        var (spoken, says) = SiteTexts.For(site, language, trade, facts, settings.Settings);
        var folder = language == site.Language ? "" : language.Split('-')[0] + "/";
        var context = new RenderContext(
            own,
            spoken,
            facts,
            says,
            look,
            (settings with { Settings = says.Settings }).For(page),
            seed,
            SitePictures.For(trade, site, look, seed)
        )
        {
            Page = page,
            Home = page.IsHome,
            Assets = folder.Length > 0 ? "../" : "",
            Folder = folder,
        };
        says.Mark = Marks.InText(context);
        return context;
    }

    /// <summary>
    /// The sections of a page in order. Where no opening or title has the first heading, the first section that says anything has it.
    /// </summary>
    private static IEnumerable<(Section Section, Html Html)> Sections(RenderContext c)
    {
        var first = !c.Page.Sections.Any(s => !s.Hidden && s.Content is OpeningContent or TitleContent);
        foreach (var s in c.Page.Sections.Where(s => !s.Hidden))
        {
            var html = SectionRenderer.Render(c, s, first);
            if (!html.IsEmpty)
                first = false;
            yield return (s, html);
        }
    }

    /// <summary>The class by which the style of a kind of section goes, without "s-".</summary>
    public static string CssOf(string kind) => SectionRenderer.CssOf(kind);

    private static string Document(RenderContext c)
    {
        var root = c.Assets;
        var main = new StringBuilder();
        foreach (var (_, html) in Sections(c))
            main.Append(html.Value);
        Html header = Frame.Header(c),
            footer = Frame.Footer(c);
        var sprite = Html.Of(
            $"<svg width=\"0\" height=\"0\" class=\"vh\" aria-hidden=\"true\">"
                + $"{c.UsedIcons.Order(StringComparer.Ordinal).Select(i =>
                    Html.Of($"<symbol id=\"i-{i}\" viewBox=\"0 0 24 24\">{new Html(IconBook.ShapesOf(i))}</symbol>"))}"
                + $"</svg>"
        );
        var title = Title(c.Text, c.Page, c.Facts, c.Settings.Settings);
        var description = Description(c.Text, c.Page, c.Settings.Settings);
        var shareTitle =
            c.Set("share_title") is { Length: > 0 } share
            && c.Text.Pattern(share, c.Text.Plain(c.Page.Menu), title) is { Length: > 0 } shown
                ? shown
                : title;
        var url = c.Settings.BaseUrl + c.Folder + (c.Home ? "" : c.Page.File);
        var cardTags = c.Photo(c.Page.Share) is { } shared
            ? Html.Of(
                $"<meta property=\"og:image\" content=\"{c.Settings.BaseUrl}{shared.File}\">\n<meta property=\"og:image:width\" "
                    + $"content=\"{shared.Width}\">\n<meta property=\"og:image:height\" content=\"{shared.Height}\">\n<meta "
                    + $"property=\"og:image:alt\" content=\"{shared.Alt}\">\n"
            )
            : Html.Of(
                $"<meta property=\"og:image\" content=\"{c.Settings.BaseUrl}{MarkFiles.CardPath(Card(c, Marks.Words(c)), c.Look)}"
                    + $"\">\n<meta property=\"og:image:width\" content=\"{MarkFiles.CardWidth.ToString(CultureInfo.InvariantCulture)}"
                    + $"\">\n<meta property=\"og:image:height\" content=\"{MarkFiles.CardHeight.ToString(CultureInfo.InvariantCulture)}"
                    + $"\">\n<meta property=\"og:image:alt\" content=\"{c.Facts.Name}\">\n"
            );
        var edit = c.Settings.Mode == RenderMode.Anchored ? Html.Of($"<script src=\"/js/bench/sheet.js\" defer></script>\n") : Html.Empty;
        var count = c.Settings.Settings.GetValueOrDefault("analytics") is { Length: > 0 } code
            ? Html.Of($"<meta name=\"analytics\" content=\"{code}\">\n")
            : Html.Empty;
        var codes = Letters
            .Rows(c.Set("verification"))
            .Select(r => r.Split('=', 2, StringSplitOptions.TrimEntries))
            .Where(p => p.Length == 2)
            .Select(p => Html.Of($"<meta name=\"{p[0]}\" content=\"{p[1]}\">\n"))
            .ToList();
        var head =
            c.Page.Id == "404"
                ? Html.Of($"<meta name=\"robots\" content=\"noindex\">\n")
                : Html.Of(
                    $"""
                    {(
                        c.Page.Unlisted || !c.Yes("index") ? new Html("<meta name=\"robots\" content=\"noindex\">\n") : Html.Empty
                    )}<meta name="description" content="{description}">
                    <link rel="canonical" href="{url}">
                    {Alternates(c)}<meta property="og:type" content="website">
                    <meta property="og:locale" content="{c.Site.Language.Replace('-', '_')}">
                    <meta property="og:site_name" content="{c.Facts.Name}">
                    <meta property="og:title" content="{shareTitle}">
                    <meta property="og:description" content="{description}">
                    <meta property="og:url" content="{url}">
                    {cardTags}<meta name="twitter:card" content="summary_large_image">

                    """
                );
        var data =
            c.Home && c.Yes("structured")
                ? Html.Of($"<script type=\"application/ld+json\">{new Html(StructuredData(c))}</script>\n")
                : Html.Empty;
        return Html.Of(
            $"""
            <!doctype html>
            <html lang="{c.Site.Language}">
            <head>
            <meta charset="utf-8">
            <meta name="viewport" content="width=device-width, initial-scale=1">
            <title>{title}</title>
            {head}<link rel="icon" href="{root}favicon.svg" type="image/svg+xml">
            <meta name="theme-color" content="{c.Look.Roles["bg"]}">
            {c.Look.Look.Type.Pairing.Preload.Select(p =>
                Html.Of($"<link rel=\"preload\" href=\"{root}fonts/{p}.woff2\" as=\"font\" type=\"font/woff2\" crossorigin>\n")
            )}<link rel="stylesheet" href="{root}site.css">
            <script src="{root}site.js" defer></script>
            {count}{codes}{Counting.Head(c)}{edit}{data}</head>
            <body>
            <a class="skip" href="#main">{c.W("menu.skip")}</a>
            {sprite}
            {header}<main id="main">
            {new Html(main.ToString())}</main>
            {footer}</body>
            </html>

            """
        ).Value;
    }

    private static Page Missing(SiteWords words, string seed) =>
        new(
            "404",
            "404.html",
            "",
            new("Not found"),
            new(words.Get("missing.title", seed)),
            Passage.None,
            [
                new Section(
                    "404.title",
                    new TitleContent
                    {
                        Heading = new(words.Get("missing.title", seed)),
                        Text = new($"{words.Get("missing.text")} [{words.Get("missing.home")}](/)"),
                    }
                ),
            ],
            InMenu: false
        );

    private static string StyleSheet(DressedLook look, HashSet<string> used, string mark)
    {
        var b = new StringBuilder(look.FacesCss()).Append(look.TokensCss()).Append(Style("base"));
        foreach (var name in used.Where(n => !n.Contains('.')).Order(StringComparer.Ordinal))
            b.Append(Style(name));
        foreach (var name in used.Where(n => n.Contains('.')).Order(StringComparer.Ordinal))
            b.Append(Style(name));
        return b.Append(Style("own")).Append(look.ShapeCss()).Append(mark).Append('\n').ToString();
    }

    private const string LargePhone = ".s-head .tel,.s-foot a[href^=\"tel:\"]{font-size:1.4em;font-weight:700}";

    /// <summary>Photos that are cropped around something else than their middle.</summary>
    private static string Focus(SiteDocument site) =>
        string.Concat(
            site.Photos.Where(p => p.Focus is { Zoom: <= 100 })
                .Select(p =>
                    string.Create(
                        CultureInfo.InvariantCulture,
                        $"main img[src$=\"{p.Path}\"][src][src][src]{{object-fit:cover;object-position:{p.Focus!.X}% {p.Focus.Y}%}}"
                    )
                )
        );

    private static string Style(string name) =>
        Styles.GetOrAdd(name, static n => CssText.Compact(Content.Text($"looks/css/{n}.css") ?? ""));

    private static readonly ConcurrentDictionary<string, string> Styles = new();
}
