using System.Collections.Immutable;
using Plurimax.Core.Facts;
using Plurimax.Core.Likeness;
using Plurimax.Core.Sites;
using Plurimax.Core.Trades;

namespace Plurimax.Core.Composing;

/// <summary>What the maker decided before composing; null leaves it to the trade.</summary>
public sealed record Wishes(MainAction? Action = null, Tone? Tone = null, string? Look = null, string? Brand = null);

/// <summary>
/// Makes a site document from a trade, the facts and a take number. Pure: the same inputs give the same document.
/// Wordings are chosen so that no point is made twice, no two passages begin alike, a wording that states a confirmed fact beats a general one,
/// and what is left is least like the agency's other sites of the trade.
/// </summary>
public static class Composer
{
    /// <summary>Takes beyond this follow the turn of the seed only, so that any number can be made at once.</summary>
    private const int LongestChain = 12;

    /// <param name="take">Number of the take, from 1.</param>
    /// <param name="precedents">What was composed before; null for a site that stands alone.</param>
    public static SiteDocument Compose(TradeTemplate trade, FactSheet facts, Wishes wishes, int take = 1, Precedents? precedents = null)
    {
        precedents ??= Precedents.None;
        // Without the take before it at hand, that is made first, so that this one says it otherwise.
        if (take is > 1 and <= LongestChain && precedents is { Stays: null, Avoids.IsEmpty: true })
            precedents = precedents with { Avoids = [Compose(trade, facts, wishes, take - 1, precedents)] };
        // The seed stays the same from one version of a template to the next and when the business is renamed, so that only what was changed there changes here.
        var seed = (precedents.Stays ?? precedents.Avoids.LastOrDefault())?.Seed ?? SiteDocument.FirstSeed(trade, facts);
        var tone = wishes.Tone is { } t && Enum.IsDefined(t) ? t : trade.Tones[(int)((Chance.Hash(seed + "tone") + (uint)(take - 1)) % (uint)trade.Tones.Length)];
        // Every way of dividing the work is tried where there are earlier sites to differ from; ties go to the first, which the seed chooses.
        return Cuts(trade, facts, seed, take, precedents).Select(cut => Compose(trade, facts, wishes, take, precedents, seed, tone, cut)).MinBy(c => c.Nearness).Site;
    }

    private static (SiteDocument Site, double Nearness) Compose(TradeTemplate trade, FactSheet facts, Wishes wishes, int take, Precedents precedents, string seed, Tone tone, (string Id, ImmutableArray<string> Services) cut)
    {
        var tree = FactTree.Build(facts);
        var picker = new Picker(trade, tree, facts.Country, facts.Name, seed, tone, take, precedents);
        var plan = Plan(trade, facts);
        var services = Services(trade, facts, cut.Services, seed, take, tone);

        // The least free choices first: services, then passages, then pools; then the pages are put together in order.
        foreach (var (page, slots) in plan)
            foreach (var slot in slots.Where(s => s is "services.short" or "services.text"))
                foreach (var s in services) picker.Service(page, slot, s.Id);
        foreach (var (page, slots) in plan)
            foreach (var slot in slots.Where(s => !s.Contains('*') && !s.StartsWith("services.", StringComparison.Ordinal)))
                picker.One(page, slot);
        foreach (var (page, slots) in plan)
            foreach (var slot in slots.Where(s => s.Contains('*')))
                picker.Pool(page, slot);

        var pages = plan.Select(p => Page(trade, picker, services, p.Page, p.Slots)).Append(Privacy(trade)).ToImmutableArray();
        return (new SiteDocument(trade.Id, trade.Language, Action(trade, tree, wishes), tone, cut.Id, take, Look(trade, seed, wishes), pages, []) { Seed = seed }, picker.Nearness);
    }

    private static LookChoice Look(TradeTemplate trade, string seed, Wishes wishes)
    {
        var offer = Styling.Looks.Offer(trade, seed, wishes.Brand);
        if (wishes.Look is null && trade.FirstLook is { } first) return offer.FirstOrDefault(o => o.Id == first) ?? new LookChoice(first, wishes.Brand);
        return wishes.Look is null ? offer[0] : offer.FirstOrDefault(o => o.Id == wishes.Look) ?? new LookChoice(wishes.Look, wishes.Brand);
    }

    /// <summary>The wish if its fact is there; otherwise the first of the trade's aims whose fact is there; write needs none.</summary>
    public static MainAction Action(TradeTemplate trade, IReadOnlyDictionary<string, object> tree, Wishes wishes)
    {
        if (wishes.Action is { } wish) return wish;
        foreach (var aim in trade.Aims)
            if (aim == MainAction.Write || FactTree.Has(tree, NeededBy(aim))) return aim;
        return MainAction.Write;
    }

    /// <summary>The fact without which an action leads nowhere; empty where the enquiry form will do.</summary>
    public static string NeededBy(MainAction action) => action switch
    {
        MainAction.Call => "phone",
        MainAction.Visit => "place.street",
        MainAction.Book => "booking",
        MainAction.Order => "prices",
        _ => "business.name",
    };

    /// <summary>The ways of dividing the work that may be used, the preferred one first.</summary>
    private static IEnumerable<(string Id, ImmutableArray<string> Services)> Cuts(TradeTemplate trade, FactSheet facts, string seed, int take, Precedents precedents)
    {
        if (facts.Public<ListValue>("services") is { } offered)
        {
            var names = offered.Items.Select(i => i.ToLowerInvariant()).ToHashSet();
            return [trade.Cuts.MaxBy(c => c.Services.Count(id => names.Contains(id) || trade.Services[id].Names.Any(n => names.Contains(n.ToLowerInvariant()))))];
        }
        if (precedents.Stays is { } same && trade.Cuts.FirstOrDefault(c => c.Id == same.Cut) is { Id: not null } stays) return [stays];
        var first = (int)((Chance.Hash(seed + "cut") + (uint)(take - 1)) % (uint)trade.Cuts.Length);
        var inTurn = trade.Cuts.Skip(first).Concat(trade.Cuts.Take(first)).Where(c => trade.Cuts.Length == 1 || precedents.Avoids.All(a => a.Cut != c.Id)).DefaultIfEmpty(trade.Cuts[first]);
        return precedents.Others.Count == 0 ? inTurn.Take(1) : inTurn;
    }

    /// <summary>The services to show: those of the cut that are offered (all while nobody said), then what the client named besides.</summary>
    private static ImmutableArray<(string Id, Passage Name)> Services(TradeTemplate trade, FactSheet facts, ImmutableArray<string> cut, string seed, int take, Tone tone)
    {
        var which = (int)((Chance.Hash(seed + "names") + (uint)(take - 1)) % 3);
        Passage Name(string id)
        {
            var name = trade.Services[id].Names[Math.Min(which, trade.Services[id].Names.Length - 1)];
            return new Passage(tone == Tone.Formal ? Contractions.Full(name) : name, $"services.{id}.name");
        }

        if (facts.Public<ListValue>("services") is not { } offered) return [.. cut.Select(id => (id, Name(id)))];
        var result = new List<(string, Passage)>();
        foreach (var item in offered.Items)
        {
            var known = trade.Services.Values.FirstOrDefault(s => s.Id == item || s.Names.Contains(item, StringComparer.OrdinalIgnoreCase));
            result.Add(known is not null ? (known.Id, Name(known.Id)) : ("own-" + Slug(item), new Passage(Escape(item), "fact.services")));
        }
        return [.. result.DistinctBy(r => r.Item1).Take(24)];
    }

    /// <summary>Client words become passage text: no placeholder, no phrase list.</summary>
    public static string Escape(string text) => text.Replace("{", "&#123;").Replace("[", "&#91;");

    public static string Slug(string text)
    {
        var b = new System.Text.StringBuilder();
        foreach (var c in Lettering.Letters.Fold(text))
            if (char.IsAsciiLetterOrDigit(c)) b.Append(c);
            else if (b.Length > 0 && b[^1] != '-') b.Append('-');
        var slug = b.ToString().Trim('-');
        return slug.Length > 40 ? slug[..40].Trim('-') : slug;
    }

    /// <summary>The trade's plan, with the sections every business of that kind gains once the facts are there.</summary>
    private static ImmutableArray<(string Page, ImmutableArray<string> Slots)> Plan(TradeTemplate trade, FactSheet facts)
    {
        var atPlace = trade.Kind is not BusinessKind.AtCustomersPlace;
        return [.. trade.Pages.Select(p =>
        {
            var slots = p.Slots.ToList();
            if (p.Page == "home")
            {
                var end = slots.IndexOf("closing") is >= 0 and var i ? i : slots.Count;
                slots.InsertRange(end, atPlace ? ["testimonials", "visit"] : ["testimonials", "area"]);
            }
            if (p.Page == "contact")
            {
                slots.RemoveAll(s => s is "hours_line" or "directions");
                slots.AddRange(atPlace ? ["visit"] : ["visit", "area"]);
            }
            return (p.Page, slots.ToImmutableArray());
        })];
    }

    private static Page Page(TradeTemplate trade, Picker picker, ImmutableArray<(string Id, Passage Name)> services, string id, ImmutableArray<string> slots)
    {
        var sections = new List<Section>();
        void Add(string slot, SectionContent? content) { if (content is not null) sections.Add(new Section($"{id}.{slot}", content, Take: picker.Take)); }
        if (id != "home" && !slots.Any(s => s is "services_intro" or "questions_intro" or "about" or "contact")) Add("title", new TitleContent { Heading = MenuLabel(trade, id) });
        foreach (var slot in slots)
        {
            var name = slot.Split('*')[0];
            switch (name)
            {
                case "headline":
                    Add("opening", new OpeningContent { Heading = picker.Body(id, "headline"), Text = picker.Body(id, "lede") });
                    break;
                case "lede" or "hours_line" or "directions" or "tell" or "after" or "meanwhile": break;
                case "proof": Add("trust", new TrustContent { Items = picker.PoolItems(id, slot) }); break;
                case "services.short":
                    Add("services", new ServicesContent(false) { Heading = picker.Body(id, "services_heading"), Items = ServiceItems("services.short") });
                    break;
                case "services_intro" or "questions_intro":
                    Add("title", new TitleContent { Heading = Titled(name, MenuLabel(trade, id)), Text = picker.Heading(id, name).IsEmpty ? Passage.None : picker.Body(id, name) });
                    break;
                case "services.text":
                    Add("services", new ServicesContent(true) { Heading = MenuLabel(trade, "each"), Items = ServiceItems("services.text") });
                    break;
                case "steps": Add("steps", new StepsContent { Heading = Titled("steps", new("How it goes")), Text = picker.Body(id, "steps"), Items = picker.Steps(id, "steps") }); break;
                case "prices": Add("prices", new PricesContent { Heading = Titled("prices", new("Prices")), Text = picker.Body(id, "prices") }); break;
                case "urgent": Add("urgent", new UrgentContent { Heading = Titled("urgent", new("When it can't wait")), Text = picker.Body(id, "urgent"), Items = picker.Steps(id, "urgent") }); break;
                case "about": Add("about", new AboutContent { Heading = Titled("about", new("About {{ business.name }}")), Text = picker.Body(id, "about") }); break;
                case "views": Add("views", new TextContent("views") { Items = picker.PoolItems(id, slot) }); break;
                case "notes": Add("notes", new TextContent("notes") { Heading = NotesHeading(), Items = picker.PoolItems(id, slot) }); break;
                case "questions":
                    Add("questions", new QuestionsContent { Heading = id == "questions" ? Passage.None : picker.Body(id, "questions_intro"), Items = picker.PoolItems(id, slot) });
                    break;
                case "intro": Add("intro", new TextContent("intro") { Heading = picker.Heading(id, "intro"), Text = picker.Body(id, "intro") }); break;
                case "contact":
                    Add("contact", new ContactContent
                    {
                        Heading = Titled("contact", MenuLabel(trade, id)),
                        Text = picker.Body(id, "contact"),
                        Items = slots.FirstOrDefault(s => s.StartsWith("tell*", StringComparison.Ordinal)) is { } tell ? picker.PoolItems(id, tell) : [],
                        AfterHeading = picker.Heading(id, "after"),
                        AfterText = picker.Body(id, "after"),
                    });
                    break;
                case "closing": Add("closing", new ActionContent { Heading = Titled("closing", new("{{ business.name }}")), Text = picker.Body(id, "closing") }); break;
                case "visit": Add("visit", new VisitContent { Heading = new("Hours and directions") }); break;
                case "area": Add("area", new AreaContent { Heading = new("Where we work") }); break;
                case "testimonials": Add("testimonials", new TestimonialsContent { Heading = new("What customers say") }); break;
                default:
                    if (trade.Passage(name) is not null) Add(name, new TextContent(name) { Heading = picker.Heading(id, name), Text = picker.Body(id, name) });
                    break;
            }
        }
        if (id is "services" or "about" or "questions" && !slots.Contains("closing"))
            Add("closing", new ActionContent { Heading = picker.Again(id, "closing", heading: true) });
        var home = id == "home";
        return new Page(id, home ? "index.html" : $"{id}.html", Purposes.GetValueOrDefault(id, "tell more"), MenuLabel(trade, id),
            home ? picker.Again(id, "title", false) : Titled2(id), home ? picker.Again(id, "description", false) : Passage.None, [.. sections], InMenu: id != "home");

        Passage Titled(string slot, Passage otherwise) => picker.Heading(id, slot) is { IsEmpty: false } h ? h : otherwise;
        Passage Titled2(string page) => new(page switch
        {
            "services" => $"{trade.Names.Title} in {{{{ place.town }}}}, job by job | {{{{ business.name }}}}",
            "about" => "About {{ business.name }}, {{ place.town }}",
            "questions" => $"Questions about {trade.Names.Title.ToLowerInvariant()} | {{{{ business.name }}}}",
            "contact" => "Contact {{ business.name }} in {{ place.town }}",
            _ => "{{ business.name }}, {{ place.town }}",
        });
        Passage NotesHeading() => trade.Passage("notes_heading") is { } n ? new Passage(n[0].Text, "notes_heading.0") : new Passage("Good to know");
        ImmutableArray<SectionItem> ServiceItems(string slot) => [.. services.Select(s => new SectionItem(s.Id, s.Name, picker.ServiceText(id, slot, s.Id)))];
    }

    private static readonly ImmutableDictionary<string, string> Purposes = new Dictionary<string, string>
    {
        ["home"] = "win the reader in one screen",
        ["services"] = "say what is done and how",
        ["about"] = "show who answers",
        ["questions"] = "answer what holds people back",
        ["contact"] = "make asking easy",
        ["prices"] = "say what it costs",
        ["privacy"] = "tell how details are handled",
    }.ToImmutableDictionary();

    private static Passage MenuLabel(TradeTemplate trade, string id) => new(id switch
    {
        _ when trade.Words.TryGetValue("menu." + id, out var own) => own,
        "home" => "Home",
        "services" => trade.Words.GetValueOrDefault("menu", "Services"),
        "each" => trade.Words.TryGetValue("works", out var w) ? $"{char.ToUpperInvariant(w[0])}{w[1..]}, one by one" : "One by one",
        "about" => "About",
        "questions" => "Questions",
        "contact" => "Contact",
        _ => char.ToUpperInvariant(id[0]) + id[1..],
    });

    /// <summary>Privacy and terms belong to every site; the words come from the settings, so that they change for all at once.</summary>
    private static Page Privacy(TradeTemplate trade) => new("privacy", "privacy.html", Purposes["privacy"], new("Privacy"),
        new("Privacy and terms | {{ business.name }}"), Passage.None,
        [
            new Section("privacy.title", new TitleContent { Heading = new("Privacy and terms") }),
            new Section("privacy.privacy", new LegalContent { Heading = new("Privacy"), Text = new("{{ settings.privacy }}", "settings.privacy") }),
            new Section("privacy.terms", new LegalContent { Heading = new("Terms"), Text = new("{{ settings.terms }}", "settings.terms") }),
        ], InMenu: false);
}
