using System.Collections.Immutable;
using System.Text.RegularExpressions;
using Plurimax.Facts;
using Plurimax.Making.Composing;
using Plurimax.Making.Plans;
using Plurimax.Sites;
using Plurimax.Text;
using Plurimax.Trades;

namespace Plurimax.Making.Pages;

/// <param name="Slot">A slot of a template or a kind of section.</param>
/// <param name="Why">The word of the wish that asked for it, or the rule that brings it.</param>
/// <param name="Waits">The fact without which it shows nothing yet; null where it stands.</param>
public sealed record WishedSection(string Slot, SectionKind Kind, string Why, string? Waits);

/// <summary>What a wish for a page was understood as.</summary>
/// <param name="Kind">Kind of page; "page" where no kind was named.</param>
/// <param name="Service">The service that it is about, if it is about one of the trade.</param>
/// <param name="Unread">Words that asked for something nobody understood.</param>
public sealed record PageProposal(
    string Name,
    PageKind Kind,
    string Why,
    string? Service,
    ImmutableArray<WishedSection> Sections,
    ImmutableArray<string> Unread
)
{
    /// <summary>The plan of the page under the id it will have.</summary>
    public PlannedPage Plan(string id) => new(id, [.. Sections.Select(s => s.Slot)], Why, Service);
}

/// <summary>
/// Reads a wish for a page in plain words, English or German: "a page about emergency call-outs with a price list and a form".
/// </summary>
public static partial class PageWish
{
    public const int Longest = 300;

    /// <summary>
    /// Words that name a kind of section; the longest that fits wins. Written as folded stems: "pric" is in price, prices and pricing.
    /// </summary>
    private static readonly (string Slot, string[] Cues)[] SectionCues =
    [
        ("prices", ["price list", "price", "pricing", "cost", "charge", "fee", "rate", "tariff", "preis", "kosten", "tarif"]),
        ("gallery", ["photo", "picture", "image", "galler", "gallery", "foto", "bild", "galerie"]),
        ("compare", ["before and after", "before-and-after", "before/after", "vorher"]),
        ("contact", ["contact form", "enquiry form", "inquiry form", "form", "enquir", "inquir", "kontaktformular", "formular", "anfrage"]),
        ("callback", ["call back", "callback", "call-back", "ring me", "ruckruf"]),
        ("newsletter", ["newsletter", "mailing list", "rundbrief"]),
        (
            "visit",
            [
                "map",
                "direction",
                "opening hour",
                "opening time",
                "hours",
                "address",
                "how to find",
                "karte",
                "anfahrt",
                "offnungszeit",
                "adresse",
                "lageplan",
            ]
        ),
        ("area", ["area", "village", "towns", "where we go", "where you go", "region", "einzugsgebiet", "orte", "umgebung"]),
        (
            "testimonials",
            [
                "testimonial",
                "review",
                "what customers say",
                "customer voice",
                "recommendation",
                "stimmen",
                "bewertung",
                "kundenmeinung",
                "referenz",
            ]
        ),
        ("rating", ["rating", "stars", "sterne"]),
        ("questions*5", ["faq", "question", "q&a", "frage"]),
        ("steps", ["how it works", "how it goes", "step", "process", "ablauf", "schritt"]),
        ("team", ["team", "staff", "people", "who works", "mitarbeiter", "leute"]),
        ("menu", ["dish", "drink list", "food menu", "speise", "getrank"]),
        ("rooms", ["room", "zimmer"]),
        ("timetable", ["timetable", "schedule", "class times", "stundenplan", "kurszeiten"]),
        ("video", ["video", "film", "clip"]),
        ("quote", ["quote from", "quotation", "zitat"]),
        ("downloads", ["download", "pdf", "leaflet", "brochure", "broschure", "prospekt"]),
        ("news", ["news", "latest", "neuigkeit", "aktuelles"]),
        ("social", ["social", "instagram", "profile", "netzwerk"]),
        (
            "memberships",
            [
                "certificate",
                "accreditation",
                "qualification",
                "register",
                "membership",
                "brand",
                "logo",
                "zertifikat",
                "mitgliedschaft",
                "marke",
            ]
        ),
        ("code", ["widget", "embed", "own code", "html code", "booking tool"]),
        ("announcement", ["announcement", "notice", "aktion", "ankundigung"]),
        ("banner", ["banner", "strip on top"]),
        ("urgent", ["emergenc", "urgent", "call-out", "call out", "callout", "notfall", "notdienst", "dringend"]),
        ("services.short", ["service", "what we do", "what you do", "leistung"]),
        ("about", ["about us", "owner", "story", "history", "geschichte", "uber uns", "inhaber"]),
        ("intro", ["introduction", "intro", "einleitung"]),
        ("picture", ["text with picture", "text and picture", "bild mit text"]),
    ];

    /// <summary>Words that name a kind of page when they are what the page is about.</summary>
    private static readonly (string Kind, string[] Cues)[] KindCues =
    [
        ("services", ["services", "all services", "what we do", "leistungen"]),
        ("about", ["about", "about us", "about the owner", "owner", "our story", "history", "uber uns", "geschichte"]),
        ("team", ["team", "the team", "staff", "people", "who works here", "who works there", "mitarbeiter"]),
        (
            "gallery",
            [
                "gallery",
                "pictures",
                "photos",
                "our work",
                "finished work",
                "finished jobs",
                "portfolio",
                "galerie",
                "bilder",
                "fotos",
                "arbeiten",
                "referenzen",
            ]
        ),
        ("testimonials", ["testimonials", "reviews", "what customers say", "customer reviews", "kundenstimmen", "bewertungen", "stimmen"]),
        ("questions", ["questions", "faq", "faqs", "questions and answers", "q&a", "fragen"]),
        ("prices", ["prices", "price list", "pricing", "costs", "what it costs", "fees", "rates", "preise", "preisliste", "kosten"]),
        ("menu", ["menu", "food", "dishes", "dishes and drinks", "food and drink", "speisekarte", "karte", "speisen"]),
        ("rooms", ["rooms", "our rooms", "accommodation", "zimmer"]),
        ("timetable", ["timetable", "classes", "class times", "schedule", "stundenplan", "kurse"]),
        ("area", ["area", "areas", "where we work", "where we go", "area served", "service area", "villages", "einzugsgebiet"]),
        ("news", ["news", "latest news", "blog", "aktuelles", "neuigkeiten"]),
        ("book", ["booking", "book", "bookings", "appointments", "make an appointment", "termin", "termine", "buchung"]),
        ("contact", ["contact", "contact us", "kontakt"]),
        ("privacy", ["privacy", "data protection", "datenschutz"]),
        ("terms", ["terms", "terms and conditions", "agb", "bedingungen"]),
        ("imprint", ["imprint", "legal notice", "impressum"]),
        ("accessibility", ["accessibility", "accessibility statement", "barrierefreiheit"]),
        ("thanks", ["thank you", "thanks", "danke"]),
    ];

    private static readonly ImmutableHashSet<string> Small =
    [
        "a",
        "an",
        "the",
        "and",
        "or",
        "with",
        "of",
        "for",
        "on",
        "in",
        "to",
        "our",
        "my",
        "your",
        "their",
        "its",
        "some",
        "page",
        "pages",
        "add",
        "make",
        "new",
        "one",
        "please",
        "plus",
        "also",
        "including",
        "where",
        "that",
        "which",
        "has",
        "have",
        "is",
        "are",
        "list",
        "section",
        "i",
        "we",
        "want",
        "need",
        "would",
        "like",
        "us",
        "it",
        "all",
        "small",
        "short",
        "few",
        "customers",
        "customer",
        "people",
        "can",
        "ein",
        "eine",
        "einer",
        "einem",
        "einen",
        "der",
        "die",
        "das",
        "den",
        "dem",
        "und",
        "oder",
        "mit",
        "seite",
        "fur",
        "uber",
        "zu",
        "zum",
        "zur",
        "bitte",
        "neue",
        "unsere",
        "auch",
        "von",
        "im",
        "wo",
        "bei",
        "about",
        "showing",
        "shows",
        "says",
        "at",
        "by",
        "from",
        "as",
    ];

    /// <param name="wish">As it was typed, up to <see cref="Longest"/> characters.</param>
    public static Result<PageProposal> Read(string? wish, SiteDocument site, TradeTemplate trade, FactSheet facts)
    {
        var typed = FactReader.Clean(wish);
        if (typed.Length == 0)
            return Result<PageProposal>.Fail("Say what the page is about, such as: a page about emergency call-outs with a price list.");
        if (typed.Length > Longest)
            return Result<PageProposal>.Fail($"That is {typed.Length} characters; up to {Longest} are read. Say the main thing.");
        var (topic, extras) = Split(typed);
        if (topic.Length == 0)
            return Result<PageProposal>.Fail("Say what the page is about, and then what stands on it.");
        var folded = Letters.Fold(topic);
        var kind = KindCues.FirstOrDefault(k => k.Cues.Contains(folded)) is { Kind: { } named } ? PageKinds.Find(named) : null;
        var service = kind is null ? ServiceOf(folded, site, trade) : null;
        var why =
            kind is not null ? $"“{topic}” names this kind of page"
            : service is not null ? $"“{topic}” is a service of the trade: {service.Names[0]}"
            : "named after what it is about";
        var sections = new List<WishedSection>();
        var waiting = new Waiting(site, facts);
        if (service is not null)
            kind = PageKinds.Find("service")!;
        kind ??= PageKinds.Find("page")!;
        var urgent = kind.Id == "page" && Hits(folded, "urgent") is not null && trade.Passage("urgent") is not null;
        foreach (var slot in kind.Id == "page" ? ["title", urgent ? "urgent" : "text"] : kind.Slots)
            Add(
                slot,
                kind.Id == "page"
                    ? slot == "title"
                        ? "every page says where one is"
                        : slot == "urgent"
                            ? $"“{topic}” is urgent, and the trade has words for it"
                            : "what the page is about"
                    : "belongs to this kind of page"
            );
        var unread = new List<string>();
        foreach (var piece in extras)
        {
            var asked = Letters.Fold(piece);
            var slots = SectionCues.Select(c => (c.Slot, Word: Hits(asked, c.Slot))).Where(c => c.Word is not null).ToList();
            // "a price list" asks for prices and for nothing else: a cue that lies within a longer one does not count.
            slots.RemoveAll(x => slots.Any(o => o.Word!.Length > x.Word!.Length && o.Word.Contains(x.Word, StringComparison.Ordinal)));
            foreach (var (slot, word) in slots)
                Add(slot, $"“{piece}”");
            if (slots.Count == 0 && asked.Split(' ').Any(w => w.Length > 2 && !Small.Contains(w)))
                unread.Add(piece);
        }
        if (kind.Id == "page" && sections.All(s => s.Slot is not ("contact" or "callback")))
            Add("ask", "a page ends with the main action");
        // The action band stays last but for a form.
        var ordered = sections
            .Where(s => s.Slot is not ("closing" or "ask"))
            .Concat(sections.Where(s => s.Slot is "closing" or "ask").Take(1))
            .ToImmutableArray();
        return new PageProposal(NameOf(topic, service), kind, why, service?.Id, ordered, [.. unread]);

        void Add(string slot, string because)
        {
            var name = slot.Split('*')[0];
            if (sections.Any(s => s.Slot.Split('*')[0] == name))
                return;
            if (KindOf(name) is { } known)
                sections.Add(new WishedSection(slot, known, because, waiting.For(known)));
        }
    }

    /// <summary>
    /// The page that a proposal describes, in wordings the site does not use yet. A kind that the site has already becomes a page of its
    /// own name.
    /// </summary>
    public static Page Make(PageProposal p, SiteDocument site, TradeTemplate trade, FactSheet facts)
    {
        var id = p.Service is not null ? $"service-{p.Service}" : p.Kind.Id;
        if (p.Kind.Id != "page" && site.FindPage(id) is null)
            return Composer.PageFor(trade, facts, site, p.Plan(id));
        var name = new Passage(ManuscriptReader.Escape(p.Name), Kept: true);
        var page = Composer.PageFor(trade, facts, site, p.Plan("new"));
        return page with
        {
            File = "new.html",
            InMenu = true,
            Title = new Passage(name.Text + " | {{ business.name }}"),
            Sections = [.. page.Sections.Select(s => s.Content is TitleContent t ? s with { Content = t with { Heading = name } } : s)],
        };
    }

    /// <summary>The kind of section that a heading names, "Our prices" or "Häufige Fragen"; null where it names none.</summary>
    public static SectionKind? KindNamed(string heading)
    {
        var folded = Letters.Fold(heading);
        return SectionCues
            .Select(c => (c.Slot, Cue: Hits(folded, c.Slot)))
            .Where(x => x.Cue is not null)
            .OrderByDescending(x => x.Cue!.Length)
            .Select(x => KindOf(x.Slot.Split('*')[0]))
            .FirstOrDefault();
    }

    private static string? Hits(string folded, string slot)
    {
        var cues = SectionCues.FirstOrDefault(c => c.Slot == slot).Cues ?? [];
        return cues.Where(c =>
                c.Contains(' ') || c.Contains('-') || c.Contains('/')
                    ? folded.Contains(c, StringComparison.Ordinal)
                    : Words(folded).Any(w => Stem(w, c))
            )
            .MaxBy(c => c.Length);
    }

    /// <summary>Whether a word is the cue, begins with it by a few letters more, or is it but for one typing error.</summary>
    private static bool Stem(string word, string cue) =>
        word == cue
        || word.StartsWith(cue, StringComparison.Ordinal) && word.Length - cue.Length <= (cue.Length > 4 ? 7 : 1)
        || cue.Length >= 6 && Math.Abs(word.Length - cue.Length) <= 1 && EditDistance.Of(word, cue) <= 1;

    private static string[] Words(string folded) =>
        folded.Split([' ', ',', '.', '!', '?', ':', ';', '(', ')', '“', '”', '"'], StringSplitOptions.RemoveEmptyEntries);

    /// <summary>What the page is about, and the pieces that say what stands on it.</summary>
    private static (string Topic, ImmutableArray<string> Extras) Split(string typed)
    {
        var text = Lead().Replace(typed.Trim().TrimEnd('.', '!'), "");
        var parts = With().Split(text, 2);
        var topic = Article().Replace(parts[0].Trim().Trim(',', ':', '.', '“', '”', '"').Trim(), "");
        var extras =
            parts.Length < 2
                ? []
                : Joint()
                    .Split(Before().Replace(parts[1], "before/after"))
                    .Select(p => Article().Replace(p.Trim(), "").Trim(' ', '.', ','))
                    .Where(p => p.Length > 0)
                    .ToImmutableArray();
        return (topic, extras);
    }

    /// <summary>The service of the trade that shares most words with the topic; at least two thirds of the topic's own.</summary>
    private static ServiceText? ServiceOf(string folded, SiteDocument site, TradeTemplate trade)
    {
        var asked = Words(folded).Where(w => w.Length > 2 && !Small.Contains(w)).Select(Letters.Root).ToHashSet();
        // What every firm of the trade does tells no service from another: "cleaning" at a cleaner's.
        var common = new[]
        {
            trade.Names.Title,
            trade.Names.One,
            trade.Words.GetValueOrDefault("work", ""),
            trade.Words.GetValueOrDefault("do", ""),
        }
            .SelectMany(t => Words(Letters.Fold(t)))
            .Select(Letters.Root)
            .ToHashSet();
        if (asked.Any(a => !common.Contains(a)))
            asked.ExceptWith(common);
        if (asked.Count == 0)
            return null;
        var shown = site
            .Pages.SelectMany(p => p.Sections)
            .Where(s => s.Content is ServicesContent)
            .SelectMany(s => s.Content.Items)
            .Select(i => i.Id)
            .ToHashSet();
        var best = trade
            .ServicesInOrder.SelectMany(s => s.Names.Append(s.Id.Replace('-', ' ')).Select(n => (Service: s, Share: Share(n))))
            .Where(x => x.Share >= .66)
            .OrderByDescending(x => x.Share)
            .ThenByDescending(x => shown.Contains(x.Service.Id))
            .ThenBy(x => x.Service.Id, StringComparer.Ordinal)
            .FirstOrDefault();
        return best.Service;

        double Share(string name)
        {
            var words = Words(Letters.Fold(name)).Where(w => w.Length > 2 && !Small.Contains(w)).Select(Letters.Root).ToHashSet();
            var both = asked.Count(a =>
                words.Any(w =>
                    w == a
                    || a.Length >= 5
                        && w.Length >= 5
                        && (w.StartsWith(a, StringComparison.Ordinal) || a.StartsWith(w, StringComparison.Ordinal))
                    || a.Length >= 6 && EditDistance.Of(a, w) <= 1
                )
            );
            return words.Count == 0 ? 0 : both / (double)asked.Count * (.8 + .2 * both / words.Count);
        }
    }

    private static string NameOf(string topic, ServiceText? service)
    {
        if (service is not null)
            return service.Names[0];
        var name = topic.Length <= 60 ? topic : topic[..60].TrimEnd();
        return char.ToUpperInvariant(name[0]) + name[1..];
    }

    /// <summary>The kind of section that a slot becomes; null where it is part of another.</summary>
    public static SectionKind? KindOf(string name) =>
        SectionKinds.Named(
            name switch
            {
                "services.short" or "services.text" => "services",
                "services_intro" or "questions_intro" => "title",
                "closing" or "ask" => "action",
                "notes" or "views" or "intro" => "text",
                "proof" => "trust",
                "headline" => "opening",
                "privacy" or "terms" or "imprint" or "accessibility" or "thanks" => "legal",
                _ => name,
            }
        );

    [GeneratedRegex(
        @"^\s*(please\s+)?(add|make|create|give (us|me|them)|we need|i need|we want|i "
            + @"want|bitte|neue|erstelle)?\s*(a|an|one|eine|die)?\s*(new\s+|own\s+|extra\s+|separate\s+|neue\s+|"
            + @"eigene\s+)?(page|seite|subpage|unterseite)?\s*((all\s+)?about(?!\s+us)|for|on|that "
            + @"explains|explaining|uber|über|zu|zum|zur|für|mit dem thema|called|named|namens)?\s+(?=\S)",
        RegexOptions.IgnoreCase
    )]
    private static partial Regex Lead();

    [GeneratedRegex(@",?\s+(?:with|including|plus|showing|that has|which has|mit|samt|inklusive)\s+", RegexOptions.IgnoreCase)]
    private static partial Regex With();

    [GeneratedRegex(@"\s*(?:,|;|\band\b|\bund\b|\bplus\b|\+|&(?!a\b))\s*", RegexOptions.IgnoreCase)]
    private static partial Regex Joint();

    [GeneratedRegex(@"before\s*(?:and|&|/|-)\s*after|vorher\s*(?:und|/|-)\s*nachher", RegexOptions.IgnoreCase)]
    private static partial Regex Before();

    [GeneratedRegex(@"^(?:a|an|the|our|some|my|ein|eine|einer|einem|einen|der|die|das|unsere|den)\s+", RegexOptions.IgnoreCase)]
    private static partial Regex Article();
}
