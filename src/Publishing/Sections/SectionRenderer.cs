using System.Collections.Immutable;
using Plurimax.Design.Pictures;
using Plurimax.Sites;
using Plurimax.Text;

namespace Plurimax.Publishing.Sections;

/// <summary>One section as HTML, or nothing where what it would say is not known.</summary>
internal static class SectionRenderer
{
    public static Html Render(RenderContext c, Section s, bool first) =>
        s.Content switch
        {
            OpeningContent o => Openings.Opening(c, s, o),
            TitleContent t => Openings.Title(c, s, t),
            TrustContent t => Proof.Trust(c, s, t),
            TestimonialsContent t => Proof.Testimonials(c, s, t),
            ServicesContent v => Lists.Services(c, s, v),
            StepsContent v => Lists.Steps(c, s, v),
            QuestionsContent q => Lists.Questions(c, s, q),
            PricesContent p => Lists.Prices(c, s, p),
            AboutContent a => Texts.About(c, s, a, first),
            TextContent t => Texts.Text(c, s, t, first),
            UrgentContent u => Texts.Urgent(c, s, u),
            LegalContent l => Texts.Legal(c, s, l),
            ActionContent a => Texts.Action(c, s, a),
            VisitContent v => Places.Visit(c, s, v),
            AreaContent a => Places.Area(c, s, a),
            ContactContent f => Contact.Form(c, s, f, first),
            BannerContent b => Notices.Banner(c, s, b),
            AnnouncementContent a => Notices.Announcement(c, s, a),
            PictureContent p => Pictured.Picture(c, s, p, first),
            GalleryContent g => Pictured.Gallery(c, s, g),
            CompareContent v => Pictured.Compare(c, s, v),
            VideoContent v => Pictured.Video(c, s, v),
            ServiceContent v => Boards.Service(c, s, v, first),
            MenuContent m => Boards.Menu(c, s, m),
            RoomsContent r => Boards.Rooms(c, s, r),
            TimetableContent t => Boards.Timetable(c, s, t),
            TeamContent t => Vouching.Team(c, s, t),
            RatingContent r => Vouching.Rating(c, s, r),
            MembershipsContent m => Vouching.Memberships(c, s, m),
            QuoteContent q => Vouching.Quote(c, s, q),
            CallbackContent f => ShortFormSections.Callback(c, s, f),
            NewsletterContent f => ShortFormSections.Newsletter(c, s, f),
            DownloadsContent d => Extras.Downloads(c, s, d),
            SocialContent v => Extras.Social(c, s, v),
            NewsContent n => Extras.News(c, s, n),
            CodeContent v => Extras.Code(c, s, v),
            _ => throw new InvalidOperationException($"No renderer for {s.Content.GetType().Name}"),
        };

    /// <summary>The class names of the section styles, where they differ from the kind.</summary>
    private static readonly ImmutableDictionary<string, string> Style = new Dictionary<string, string>
    {
        ["opening"] = "hero",
        ["questions"] = "faq",
        ["testimonials"] = "quotes",
        ["action"] = "cta",
        ["contact"] = "form",
        ["legal"] = "prose",
    }.ToImmutableDictionary();

    /// <summary>The class by which the style of a kind of section goes, without "s-".</summary>
    public static string CssOf(string kind) => Style.GetValueOrDefault(kind, kind);

    public static (string Css, string Variant) Dress(RenderContext c, Section s)
    {
        var kind = s.Content.Kind;
        var css = CssOf(kind);
        var variant = s.Variant ?? c.Look.Look.Variant(c.Site, kind);
        c.UsedStyles.UnionWith([css, $"{css}.{variant}"]);
        if (s.Dress is not null)
            c.UsedStyles.Add("dress");
        return (css, variant);
    }

    /// <summary>
    /// A section with its heading. A fragment identifier from the section's own name; unique on the page because section ids are.
    /// </summary>
    public static Html Wrap(RenderContext c, Section s, Html body, string? anchor = null, string? label = null)
    {
        var (css, variant) = Dress(c, s);
        var id = anchor ?? Anchor(s);
        var named = label is null ? Html.Of($"aria-labelledby=\"{id}-h\"") : Html.Of($"aria-label=\"{label}\"");
        return Html.Of(
            $"<section class=\"s-{css} {variant}{s.Dress?.Css}\" id=\"{id}\" {named}{Of(c, s)}><div class=\"wrap\">{body}"
                + $"{(s.Content is ActionContent or ServiceContent ? Html.Empty : c.Buttons(s))}</div></section>\n"
        );
    }

    public static string Anchor(Section s) => s.Id[(s.Id.IndexOf('.') + 1)..].Replace('.', '-');

    public static Html Of(RenderContext c, Section s) =>
        c.Settings.Mode == RenderMode.Anchored ? Html.Of($" data-s=\"{s.Id}\"") : Html.Empty;

    /// <summary>
    /// A long first heading is set smaller, so that what follows it still stands on the first screen. By letters, or by the longest word,
    /// which cannot break.
    /// </summary>
    public static Html LongHeading(RenderContext c, Passage heading)
    {
        var text = c.Text.Plain(heading);
        var word = text.Split(' ', '-').Max(w => w.Length);
        return text.Length > 58 || word > 22 ? Html.Of($" class=\"l3\"")
            : text.Length > 36 || word > 15 ? Html.Of($" class=\"l2\"")
            : Html.Empty;
    }

    public static Html Head(RenderContext c, Section s, Passage heading, Passage text = null!, string? anchor = null, bool first = false)
    {
        var h = c.Text.Line(heading);
        var id = $"{anchor ?? Anchor(s)}-h";
        var title = first
            ? Html.Of($"<h1 id=\"{id}\"{LongHeading(c, heading)}{c.At(s, "heading")}>{h}</h1>")
            : Html.Of($"<h2 id=\"{id}\"{c.At(s, "heading")}>{h}</h2>");
        var intro =
            text is not null && c.Text.Stands(text) ? c.Text.Prose(text, Html.Of($" class=\"intro\"{c.At(s, "text")}")) : Html.Empty;
        return Html.Of($"<div class=\"hd\">{title}{intro}</div>");
    }

    public static Html Paragraph(RenderContext c, Section s, string path, Passage p, string? css = null) =>
        c.Text.Stands(p) ? c.Text.Prose(p, css is null ? c.At(s, path) : Html.Of($" class=\"{css}\"{c.At(s, path)}")) : Html.Empty;

    /// <summary>What stands in a place of pictures: a photo that was put there, else the drawing.</summary>
    public static SitePicture? Picture(RenderContext c, string slot) => c.Photo(c.Site.PhotoAt(slot)) ?? c.Pictures.GetValueOrDefault(slot);
}
