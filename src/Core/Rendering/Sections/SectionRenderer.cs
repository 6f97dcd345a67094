using System.Collections.Immutable;
using Plurimax.Core.Facts;
using Plurimax.Core.Sites;

namespace Plurimax.Core.Rendering.Sections;

/// <summary>One section as HTML, or nothing where what it would say is not known.</summary>
internal static class SectionRenderer
{
    public static Html Render(RenderContext c, Section s, bool first) => s.Content switch
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

    public static (string Css, string Variant) Dress(RenderContext c, Section s)
    {
        var kind = s.Content.Kind;
        var css = Style.GetValueOrDefault(kind, kind);
        var variant = s.Variant ?? c.Look.Look.Variant(c.Site, kind);
        c.UsedStyles.UnionWith([css, $"{css}.{variant}"]);
        return (css, variant);
    }

    /// <summary>A section with its heading. A fragment identifier from the section's own name; unique on the page because section ids are.</summary>
    public static Html Wrap(RenderContext c, Section s, Html body, string? anchor = null, string? label = null)
    {
        var (css, variant) = Dress(c, s);
        var id = anchor ?? Anchor(s);
        var named = label is null ? Html.Of($"aria-labelledby=\"{id}-h\"") : Html.Of($"aria-label=\"{label}\"");
        return Html.Of($"<section class=\"s-{css} {variant}\" id=\"{id}\" {named}{Of(c, s)}><div class=\"wrap\">{body}</div></section>\n");
    }

    public static string Anchor(Section s) => s.Id[(s.Id.IndexOf('.') + 1)..].Replace('.', '-');

    public static Html Of(RenderContext c, Section s) => c.Settings.Mode == RenderMode.Anchored ? Html.Of($" data-s=\"{s.Id}\"") : Html.Empty;

    /// <summary>A long first heading is set smaller, so that what follows it still stands on the first screen. By letters, or by the longest word, which cannot break.</summary>
    public static Html LongHeading(RenderContext c, Passage heading)
    {
        var text = c.Text.Plain(heading);
        var word = text.Split(' ', '-').Max(w => w.Length);
        return text.Length > 58 || word > 22 ? Html.Of($" class=\"l3\"") : text.Length > 36 || word > 15 ? Html.Of($" class=\"l2\"") : Html.Empty;
    }

    public static Html Head(RenderContext c, Section s, Passage heading, Passage text = null!, string? anchor = null, bool first = false)
    {
        var h = c.Text.Line(heading);
        var id = $"{anchor ?? Anchor(s)}-h";
        var title = first ? Html.Of($"<h1 id=\"{id}\"{LongHeading(c, heading)}{c.At(s, "heading")}>{h}</h1>") : Html.Of($"<h2 id=\"{id}\"{c.At(s, "heading")}>{h}</h2>");
        var intro = text is not null && c.Text.Stands(text) ? c.Text.Prose(text, Html.Of($" class=\"intro\"{c.At(s, "text")}")) : Html.Empty;
        return Html.Of($"<div class=\"hd\">{title}{intro}</div>");
    }

    public static Html Paragraph(RenderContext c, Section s, string path, Passage p, string? css = null) => c.Text.Stands(p)
        ? c.Text.Prose(p, css is null ? c.At(s, path) : Html.Of($" class=\"{css}\"{c.At(s, path)}")) : Html.Empty;

    public static SitePicture? Picture(RenderContext c, string slot) => c.Pictures.GetValueOrDefault(slot);
}

internal static class Openings
{
    public static Html Opening(RenderContext c, Section s, OpeningContent o)
    {
        var (css, variant) = SectionRenderer.Dress(c, s);
        var art = SectionRenderer.Picture(c, "hero") is { } p ? Html.Of($"<div class=\"art\">{c.Image(p, lazy: false)}</div>") : Html.Empty;
        return Html.Of($"""
            <section class="s-{css} {variant}" aria-labelledby="h1"{SectionRenderer.Of(c, s)}><div class="wrap"><div class="txt"><h1 id="h1"{SectionRenderer.LongHeading(c, o.Heading)}{c.At(s, "heading")}>{c.Text.Line(o.Heading)}</h1>{SectionRenderer.Paragraph(c, s, "text", o.Text, "lede")}{c.Actions()}{ProofLine(c)}</div>{art}{Ticket(c, variant)}</div></section>

            """);
    }

    /// <summary>A figure, its period and its source; nothing without all three.</summary>
    private static Html ProofLine(RenderContext c) => c.Facts.Public<RatingValue>("rating") is { } r
        ? Html.Of($"<p class=\"proof\">{c.W("sections.rating", ("x", c.Words.Number(r.Value.ToString("0.0", System.Globalization.CultureInfo.InvariantCulture))), ("n", c.W("reviews.count_many", ("n", r.Count.ToString(System.Globalization.CultureInfo.InvariantCulture)))), ("source", r.Source), ("date", c.Words.Date(r.Date)))}</p>") : Html.Empty;

    private static Html Ticket(RenderContext c, string variant)
    {
        if (variant is not ("v-ticket" or "v-card") || c.Facts.Public<PricesValue>("prices") is not { } prices) return Html.Empty;
        var rows = prices.Lines.Where(l => l.Amount is not null && l.Service.Length <= 34).Take(4).ToList();
        return rows.Count < 2 ? Html.Empty : Html.Of($"<aside class=\"ticket\" aria-labelledby=\"tk\"><h2 id=\"tk\">{c.W("menu.prices")}</h2><dl>{rows.Select(r => Html.Of($"<div><dt>{r.Service}</dt><dd>{Lists.Figure(c, r)}</dd></div>"))}</dl></aside>");
    }

    public static Html Title(RenderContext c, Section s, TitleContent t)
    {
        var (css, variant) = SectionRenderer.Dress(c, s);
        var art = SectionRenderer.Picture(c, $"title.{c.Page.Id}") is { } p ? Html.Of($"<div class=\"art\">{c.Image(p, lazy: false)}</div>") : Html.Empty;
        return Html.Of($"<section class=\"s-{css} {variant}\" aria-labelledby=\"h1\"{SectionRenderer.Of(c, s)}><div class=\"wrap\"><div class=\"txt\"><h1 id=\"h1\"{SectionRenderer.LongHeading(c, t.Heading)}{c.At(s, "heading")}>{c.Text.Line(t.Heading)}</h1>{SectionRenderer.Paragraph(c, s, "text", t.Text, "lede")}</div>{art}</div></section>\n");
    }
}

internal static class Proof
{
    private static readonly ImmutableDictionary<string, string> Icons = new Dictionary<string, string> { ["rating"] = "star", ["insured"] = "shield", ["credential"] = "check", ["founded"] = "clock", ["area"] = "pin" }.ToImmutableDictionary();

    public static Html Trust(RenderContext c, Section s, TrustContent t)
    {
        var items = t.Items.Select((it, i) => (it, i)).Where(x => c.Text.Stands(x.it.Text)).ToList();
        if (items.Count == 0) return Html.Empty;
        var rows = items.Select(x =>
        {
            var (lead, rest) = Split(x.it.Id, c, c.Text.Plain(x.it.Text));
            return Html.Of($"<div{c.At(s, $"items.{x.i}.text")}><dt>{c.Icon(Icons.GetValueOrDefault(x.it.Id, "check"))}{lead}</dt><dd>{rest}</dd></div>");
        });
        return SectionRenderer.Wrap(c, s, Html.Of($"<dl>{rows}</dl>"), label: c.W("sections.short"));
    }

    private static (string Lead, string Tail) Split(string id, RenderContext c, string text)
    {
        if (id == "area") return (c.W("menu.area"), text);
        var cut = text.IndexOf(", ", StringComparison.Ordinal);
        return cut > 0 ? (text[..cut], text[(cut + 2)..]) : (text, c.W("sections.trade_town", ("x", c.Trade.Names.Title), ("town", c.Facts.Town)));
    }

    public static Html Testimonials(RenderContext c, Section s, TestimonialsContent t)
    {
        var real = c.Facts.Public<TestimonialsValue>("testimonials")?.Items.Where(i => i.Permission).Take(3).ToList() ?? [];
        var typed = t.Items.Select((it, i) => (it, i)).Where(x => !x.it.Text.IsEmpty).ToList();
        if (real.Count + typed.Count == 0) return Html.Empty;
        var quotes = real.Select(q => Html.Of($"<figure><blockquote><p>{q.Quote}</p></blockquote><figcaption><b>{q.Name}</b> <span>{c.W("reviews.source", ("source", q.Source), ("date", c.Words.Date(q.Date)))}</span></figcaption></figure>"))
            .Concat(typed.Select(x => Html.Of($"<figure><blockquote>{SectionRenderer.Paragraph(c, s, $"items.{x.i}.text", x.it.Text)}</blockquote><figcaption><b>{c.Text.Line(x.it.Title)}</b></figcaption></figure>")));
        return SectionRenderer.Wrap(c, s, Html.Of($"{SectionRenderer.Head(c, s, t.Heading)}<div class=\"list\">{quotes}</div>"));
    }
}

internal static class Lists
{
    public static Html Services(RenderContext c, Section s, ServicesContent v)
    {
        var prices = c.Facts.Public<PricesValue>("prices")?.Lines ?? [];
        var items = v.Items.Select((it, i) =>
        {
            var name = c.Text.Plain(it.Title);
            var line = prices.FirstOrDefault(p => p.Amount is not null && p.Service.Equals(name, StringComparison.OrdinalIgnoreCase));
            var price = line is null ? Html.Empty : Html.Of($"<p class=\"price\">{Figure(c, line)}</p>");
            var picture = !v.Full && i == 0 && SectionRenderer.Dress(c, s).Variant == "v-bento" && SectionRenderer.Picture(c, "services") is { } p ? c.Image(p) : Html.Empty;
            var page = c.Site.FindPage("service-" + it.Id) is { Hidden: false } own && own.Id != c.Page.Id ? own : null;
            var title = page is null ? c.Text.Line(it.Title) : Html.Of($"<a href=\"{page.File}\">{c.Text.Line(it.Title)}</a>");
            return Html.Of($"<li{(picture.IsEmpty ? Html.Empty : new Html(" class=\"pic\""))}>{picture}<div class=\"b\"><h3{c.At(s, $"items.{i}.title")}>{title}</h3>{SectionRenderer.Paragraph(c, s, $"items.{i}.text", it.Text)}</div>{price}</li>");
        });
        var more = !v.Full && c.Site.Pages.FirstOrDefault(p => p is { Id: "services", Hidden: false }) is { } page && page.Id != c.Page.Id
            ? Html.Of($"<p class=\"foot\"><a href=\"{page.File}\">{c.W("sections.in_town", ("x", c.W("menu.services")), ("town", c.Facts.Town))}</a></p>") : Html.Empty;
        return SectionRenderer.Wrap(c, s, Html.Of($"{SectionRenderer.Head(c, s, v.Heading, v.Text)}<ul class=\"list\">{items}</ul>{more}"));
    }

    public static Html Figure(RenderContext c, PriceLine l) => l.Amount is not { } a ? Html.Text(l.Note)
        : l.From ? FromFigure(c, a) : Html.Text(c.Words.Money(a, c.Facts.Country));

    /// <summary>"from £24", "ab 24 €": the word smaller than the figure, on the side where the language has it.</summary>
    private static Html FromFigure(RenderContext c, decimal amount)
    {
        var parts = c.W("money.from", ("x", "\u0001")).Split('\u0001');
        return Html.Of($"<small>{parts[0].Trim()}</small> {c.Words.Money(amount, c.Facts.Country)}");
    }

    public static Html Steps(RenderContext c, Section s, StepsContent v)
    {
        if (v.Items.IsEmpty) return Html.Empty;
        var items = v.Items.Select((it, i) => Html.Of($"<li><h3{c.At(s, $"items.{i}.title")}>{c.Text.Line(it.Title)}</h3>{SectionRenderer.Paragraph(c, s, $"items.{i}.text", it.Text)}</li>"));
        return SectionRenderer.Wrap(c, s, Html.Of($"{SectionRenderer.Head(c, s, v.Heading, v.Text)}<ol class=\"list\">{items}</ol>"));
    }

    public static Html Questions(RenderContext c, Section s, QuestionsContent q)
    {
        var items = q.Items.Select((it, i) => (it, i)).Where(x => c.Text.Stands(x.it.Text)).ToList();
        if (items.Count == 0) return Html.Empty;
        var rows = items.Select((x, n) => Html.Of($"<details{(n == 0 ? new Html(" open") : Html.Empty)}><summary><span{c.At(s, $"items.{x.i}.title")}>{c.Text.Line(x.it.Title)}</span>{c.Icon("plus", "i pm")}</summary>{SectionRenderer.Paragraph(c, s, $"items.{x.i}.text", x.it.Text)}</details>"));
        var head = q.Heading.IsEmpty ? Html.Of($"<div class=\"hd\"><h2 id=\"{SectionRenderer.Anchor(s)}-h\"{c.At(s, "heading")}>{c.W("menu.questions")}</h2></div>") : SectionRenderer.Head(c, s, q.Heading, q.Text);
        return SectionRenderer.Wrap(c, s, Html.Of($"{head}<div class=\"list\">{rows}</div>"));
    }

    public static Html Prices(RenderContext c, Section s, PricesContent p)
    {
        var lines = c.Facts.Public<PricesValue>("prices")?.Lines ?? [];
        var stands = c.Text.Stands(p.Text);
        if (lines.IsEmpty && !stands) return Html.Empty;
        var notes = lines.Any(l => l.Note is not null && l.Amount is not null);
        var table = lines.IsEmpty ? Html.Empty : Html.Of($"""
            <div class="scroll" role="region" aria-label="{c.W("menu.prices")}" tabindex="0"><table><caption class="vh">{c.W("menu.prices")}</caption><thead><tr><th scope="col">{c.W("menu.services")}</th>{Html.If(notes, $"<th scope=\"col\"><span class=\"vh\">{c.W("sections.note")}</span></th>")}<th scope="col">{c.W("money.with_tax")}</th></tr></thead><tbody>{lines.Select(l => Html.Of($"<tr><th scope=\"row\">{l.Service}</th>{Html.If(notes, $"<td>{(l.Amount is null ? "" : l.Note)}</td>")}<td>{Figure(c, l)}</td></tr>"))}</tbody></table></div>
            """);
        return SectionRenderer.Wrap(c, s, Html.Of($"{SectionRenderer.Head(c, s, p.Heading, lines.IsEmpty ? null! : p.Text)}{(lines.IsEmpty ? Html.Of($"<div class=\"prose\">{SectionRenderer.Paragraph(c, s, "text", p.Text)}</div>") : table)}"));
    }
}

internal static class Texts
{
    public static Html About(RenderContext c, Section s, AboutContent a, bool first)
    {
        var figure = SectionRenderer.Picture(c, "about") is { } p && c.Page.Id == "about" ? Html.Of($"<figure>{c.Image(p)}</figure>") : Html.Empty;
        var facts = new List<string>();
        if (c.Facts.Public<TextValue>("founded")?.Text is { } year) facts.Add(c.W("sections.since", ("town", c.Facts.Town), ("year", year)));
        if (c.Facts.Public<CredentialValue>("qualification") is { } q) facts.Add($"{q.Name}, {q.Body}");
        if (c.Facts.Public<CredentialValue>("register") is { } r) facts.Add(string.Join(", ", new[] { r.Name, r.Body, r.Number }.Where(x => x is not null)));
        var list = facts.Count == 0 ? Html.Empty : Html.Of($"<ul class=\"facts\">{facts.Select(f => Html.Of($"<li>{c.Icon("check")}{f}</li>"))}</ul>");
        var sig = c.Facts.Public<TextValue>("owner.name")?.Text is { } owner ? Html.Of($"<p class=\"sig\"><b>{owner}</b> {c.Facts.Name}</p>") : Html.Empty;
        var h = Html.Of($"<h{(first ? 1 : 2)} id=\"about-h\"{c.At(s, "heading")}>{c.Text.Line(a.Heading)}</h{(first ? 1 : 2)}>");
        return SectionRenderer.Wrap(c, s, Html.Of($"{figure}<div class=\"txt\">{h}<div class=\"prose\">{SectionRenderer.Paragraph(c, s, "text", a.Text)}</div>{list}{sig}</div>"), anchor: "about");
    }

    public static Html Text(RenderContext c, Section s, TextContent t, bool first)
    {
        var items = t.Items.Select((it, i) => (it, i)).Where(x => c.Text.Stands(x.it.Text)).ToList();
        if (!c.Text.Stands(t.Text) && items.Count == 0) return Html.Empty;
        var rows = items.Select(x => Html.Of($"<div>{(x.it.Title.IsEmpty ? Html.Empty : Html.Of($"<h3{c.At(s, $"items.{x.i}.title")}>{c.Text.Line(x.it.Title)}</h3>"))}{SectionRenderer.Paragraph(c, s, $"items.{x.i}.text", x.it.Text)}</div>"));
        var body = Html.Of($"<div class=\"prose\">{SectionRenderer.Paragraph(c, s, "text", t.Text)}{rows}</div>");
        return t.Heading.IsEmpty ? SectionRenderer.Wrap(c, s, body, label: c.Text.Plain(c.Page.Menu)) : SectionRenderer.Wrap(c, s, Html.Of($"{SectionRenderer.Head(c, s, t.Heading, first: first)}{body}"));
    }

    public static Html Urgent(RenderContext c, Section s, UrgentContent u)
    {
        if (!c.Text.Stands(u.Text) && u.Items.IsEmpty) return Html.Empty;
        var items = u.Items.IsEmpty ? Html.Empty : Html.Of($"<ul>{u.Items.Select((it, i) => Html.Of($"<li{c.At(s, $"items.{i}.title")}>{c.Text.Line(it.Title)} {c.Text.Line(it.Text)}</li>"))}</ul>");
        return SectionRenderer.Wrap(c, s, Html.Of($"{SectionRenderer.Head(c, s, u.Heading)}<div class=\"prose\">{SectionRenderer.Paragraph(c, s, "text", u.Text)}{items}</div>"));
    }

    public static Html Legal(RenderContext c, Section s, LegalContent l) => c.Text.Plain(l.Text).Length == 0 ? Html.Empty
        : SectionRenderer.Wrap(c, s, Html.Of($"<h2 id=\"{SectionRenderer.Anchor(s)}-h\"{c.At(s, "heading")}>{c.Text.Line(l.Heading)}</h2><div class=\"prose\">{SectionRenderer.Paragraph(c, s, "text", l.Text)}</div>"));

    public static Html Action(RenderContext c, Section s, ActionContent a) =>
        SectionRenderer.Wrap(c, s, Html.Of($"<h2 id=\"{SectionRenderer.Anchor(s)}-h\"{c.At(s, "heading")}>{c.Text.Line(a.Heading)}</h2>{SectionRenderer.Paragraph(c, s, "text", a.Text)}{c.Actions()}"));
}

internal static class Places
{
    public static Html Visit(RenderContext c, Section s, VisitContent v)
    {
        var street = c.Place is { Street: not null };
        if (c.Hours is null && !street) return Html.Empty;
        var hours = c.Hours is { } h ? Html.Of($"<div class=\"c-hours\"><h3>{c.W("hours.title")}</h3><table class=\"hours\"><caption class=\"vh\">{c.W("hours.title")}</caption><tbody>{h.Runs().Select(r => Html.Of($"<tr><th scope=\"row\">{c.Words.Days(r.First, r.Last)}</th><td>{c.Words.Spans(r.Spans)}</td></tr>"))}</tbody></table></div>") : Html.Empty;
        var phone = c.Phone is { } p ? Html.Of($"<p><a class=\"big\" href=\"tel:{p.E164}\">{p.National}</a></p>") : Html.Empty;
        var directions = street ? Html.Of($"<p><a class=\"dir\" href=\"geo:0,0?q={new Html(Uri.EscapeDataString($"{c.Place!.Street}, {c.Place.Town} {c.Place.Postcode}"))}\">{c.Icon("pin")}{c.W("contact.directions", ("x", c.Place.Postcode ?? c.Place.Street!))}</a></p>") : Html.Empty;
        var access = c.Facts.Public<ListValue>("access") is { } a ? Html.Of($"<p>{c.Words.List(a.Items)}</p>") : Html.Empty;
        var address = street ? Html.Of($"<div class=\"c-addr\"><h3>{c.W("contact.address")}</h3>{Frame.Address(c)}{phone}{access}{directions}</div>") : Html.Empty;
        return SectionRenderer.Wrap(c, s, Html.Of($"{SectionRenderer.Head(c, s, v.Heading, anchor: "visit")}<div class=\"cols\">{hours}{address}{Sketch(c)}</div>"), anchor: "visit");
    }

    /// <summary>What is near the door, drawn; nothing where the street or what is near is not known.</summary>
    private static Html Sketch(RenderContext c)
    {
        if (c.Place is not { Street: { } street } || c.Facts.Public<ListValue>("landmarks") is not { } near) return Html.Empty;
        c.UsedStyles.Add("map");
        return Html.Of($"<figure class=\"c-map\">{Pictures.WaySketch.Draw(c.Facts.Name, street, near.Items, c.W("sections.sketch", ("x", c.Facts.Name)), c.Seed)}<figcaption>{c.W("sections.not_to_scale")}</figcaption></figure>");
    }

    public static Html Area(RenderContext c, Section s, AreaContent a) => c.Facts.Public<ListValue>("area.towns") is not { } towns ? Html.Empty
        : SectionRenderer.Wrap(c, s, Html.Of($"<div class=\"txt\">{SectionRenderer.Head(c, s, a.Heading, a.Text)}<ul class=\"towns\">{towns.Items.Select(t => Html.Of($"<li><b>{t}</b></li>"))}</ul></div>"));
}

internal static class Contact
{
    public static Html Form(RenderContext c, Section s, ContactContent f, bool first)
    {
        var tell = f.Items.Select((it, i) => (it, i)).Where(x => c.Text.Stands(x.it.Text)).ToList();
        var phone = c.Phone is { } p ? Html.Of($"<p class=\"tel\"><a href=\"tel:{p.E164}\">{c.Icon("phone")}{p.National}</a></p>") : Html.Empty;
        var side = tell.Count == 0 ? Html.Empty : Html.Of($"<ul class=\"tell\">{tell.Select(x => Html.Of($"<li{c.At(s, $"items.{x.i}.text")}>{c.Text.Line(x.it.Text)}</li>"))}</ul>");
        var after = c.Text.Stands(f.AfterText) ? Html.Of($"<div class=\"after\"><h{(first ? 2 : 3)} class=\"sub\"{c.At(s, "after.heading")}>{c.Text.Line(f.AfterHeading)}</h{(first ? 2 : 3)}>{SectionRenderer.Paragraph(c, s, "after.text", f.AfterText)}</div>") : Html.Empty;
        return SectionRenderer.Wrap(c, s, Html.Of($"<div class=\"txt\">{SectionRenderer.Head(c, s, f.Heading, f.Text, anchor: "enquiry", first: first)}{side}{phone}{after}</div>{EnquiryForm.Render(c.Words, c.Seed, c.Settings.Settings.GetValueOrDefault("consent", ""), c.Settings.FormAction, c.PrivacyFile, EnquiryForm.Input.Empty, null)}"), anchor: "enquiry");
    }
}
