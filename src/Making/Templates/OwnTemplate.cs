using System.Collections.Immutable;
using System.Globalization;
using System.Text.RegularExpressions;
using Plurimax.Facts;
using Plurimax.Sites;
using Plurimax.Trades;
using YamlDotNet.RepresentationModel;
using static Plurimax.Trades.TemplateYaml;

namespace Plurimax.Making.Templates;

/// <param name="Yaml">The template as text, in the format of docs/trades.md.</param>
/// <param name="Left">What of the site could not be taken over, in words.</param>
public sealed record MadeTemplate(string Yaml, ImmutableArray<string> Left);

/// <summary>
/// Makes a template of the agency out of a finished site: its pages and sections in their order, its look, action and tone,
/// and what people wrote. Facts in those texts become placeholders again; what the generator chose stays free to be chosen anew.
/// </summary>
public static partial class OwnTemplate
{
    /// <summary>Facts that a text may name, the longest value first.</summary>
    private static readonly string[] Named =
    [
        "business.name",
        "owner.name",
        "phone",
        "email",
        "place.street",
        "place.town",
        "place.postcode",
        "founded",
        "reply_time",
        "area.radius",
    ];

    public static MadeTemplate FromSite(SiteDocument site, TradeTemplate trade, FactSheet facts, string id, string title, int version = 1)
    {
        var made = new Maker(trade, facts);
        foreach (var page in site.Pages.Where(p => !p.Hidden && p.Id != "privacy"))
            made.Page(page);
        var root = new YamlMappingNode
        {
            { "id", id },
            { "base", trade.Base ?? trade.Id },
            { "lang", trade.Language },
            { "version", version.ToString(CultureInfo.InvariantCulture) },
            {
                "names",
                new YamlMappingNode
                {
                    { "title", Quoted(title) },
                    { "one", Quoted(trade.Names.One) },
                    { "place", Quoted(trade.Names.Place) },
                }
            },
            { "aim", List(trade.Aims.OrderBy(a => a != site.Action).Select(a => a.ToString().ToLowerInvariant())) },
            { "tones", List([site.Tone.ToString().ToLowerInvariant()]) },
            {
                "looks",
                new YamlMappingNode
                {
                    { "first", site.Look.Id },
                    { "fits", List(trade.Looks.Prepend(site.Look.Id).Distinct()) },
                    { "palettes", List((site.Look.Palette is { } p ? trade.Palettes.Prepend(p) : trade.Palettes).Distinct()) },
                }
            },
            {
                "pages",
                new YamlMappingNode { { "small", made.Pages } }
            },
        };
        if (made.Menu.Children.Count > 0)
            root.Add("words", made.Menu);
        foreach (var (name, text) in made.Passages)
            root.Add(name, Block(text));
        if (made.Services.Children.Count > 0)
            root.Add("services", made.Services);
        foreach (var (pool, items) in made.Pools)
            root.Add(pool, items);
        if (made.Always.Children.Count > 0)
            root.Add("always", made.Always);
        return new MadeTemplate(TemplateYaml.Save(root), [.. made.Left]);
    }

    /// <summary>Text with the values of facts turned back into placeholders, and the facts it needs besides name and town.</summary>
    public static (string Text, ImmutableArray<string> Needs) Generalise(string text, FactSheet facts)
    {
        var needs = ImmutableArray.CreateBuilder<string>();
        var values = Named
            .Select(n => (Fact: n, Value: ValueOf(facts, n)))
            .Where(v => v.Value is { Length: > 2 })
            .OrderByDescending(v => v.Value!.Length);
        foreach (var (fact, value) in values)
        {
            // What stands in a placeholder already is left alone.
            var pattern = new Regex($@"(?<![\p{{L}}\d]){Regex.Escape(value!)}(?![\p{{L}}\d])(?![^{{]*\}}\}})");
            if (!pattern.IsMatch(text))
                continue;
            text = pattern.Replace(text, $"{{{{ {fact} }}}}");
            if (fact is not ("business.name" or "place.town"))
                needs.Add(fact);
        }
        return (text, needs.ToImmutable());
    }

    private static string? ValueOf(FactSheet facts, string fact) =>
        fact switch
        {
            "place.street" => facts.Any<AddressValue>("place")?.Street,
            "place.town" => facts.Town,
            "place.postcode" => facts.Any<AddressValue>("place")?.Postcode,
            "phone" => facts.Any<PhoneValue>("phone")?.National,
            _ => facts.Any<TextValue>(fact)?.Text,
        };

    private sealed class Maker(TradeTemplate trade, FactSheet facts)
    {
        private int _own;
        public YamlMappingNode Pages { get; } = [];
        public YamlMappingNode Menu { get; } = [];
        public YamlMappingNode Services { get; } = [];
        public YamlMappingNode Always { get; } = [];
        public SortedDictionary<string, string> Passages { get; } = new(StringComparer.Ordinal);
        public SortedDictionary<string, YamlMappingNode> Pools { get; } = new(StringComparer.Ordinal);
        public List<string> Left { get; } = [];

        public void Page(Page page)
        {
            var slots = new List<string>();
            foreach (var section in page.Sections.Where(s => !s.Hidden))
                slots.AddRange(Slots(page, section));
            Pages.Add(page.Id, List(slots));
            if (page.Menu.Kept && page.Id != "home")
                Menu.Add("menu." + page.Id, Quoted(page.Menu.Text));
        }

        private IEnumerable<string> Slots(Page page, Section section)
        {
            var c = section.Content;
            switch (c)
            {
                case OpeningContent:
                    if (c.Heading.Kept)
                        Say("headline", Bank(null, c.Heading.Text));
                    if (c.Text.Kept)
                        Say("lede", Bank(null, c.Text.Text));
                    return ["headline", "lede"];
                case TitleContent when Slot(c) is { } intro:
                    Bound(intro, c);
                    return [intro];
                case TitleContent or VisitContent or AreaContent or TestimonialsContent or LegalContent:
                    return [];
                // Drawn from facts or empty until somebody fills them: the next site has them with what is its own.
                case TeamContent
                or RatingContent
                or MenuContent
                or RoomsContent
                or TimetableContent
                or MembershipsContent
                or GalleryContent
                or CallbackContent
                or NewsletterContent
                or SocialContent
                or NewsContent
                or ServiceContent when c.Text.IsEmpty || c is ServiceContent:
                    return [c.Kind];
                case TrustContent:
                    return [Pool("proof", c, page)];
                case ServicesContent s:
                    Service(s);
                    return [s.Full ? "services.text" : "services.short"];
                case QuestionsContent:
                    return [Pool("questions", c, page)];
                case TextContent { Role: "views" or "notes" } t:
                    return [Pool(t.Role, c, page)];
                case TextContent { Role: "own" }:
                    return OwnSection(c);
                case TextContent t when t.Role.StartsWith("own.", StringComparison.Ordinal):
                    return OwnSection(c);
                case TextContent t when trade.Passage(t.Role) is not null:
                    Bound(t.Role, c);
                    return [t.Role];
                case StepsContent when Is("steps"):
                    Bound("steps", c);
                    return ["steps"];
                case PricesContent when Is("prices"):
                    Bound("prices", c);
                    return ["prices"];
                case UrgentContent when Is("urgent"):
                    Bound("urgent", c);
                    return ["urgent"];
                case AboutContent when Is("about"):
                    Bound("about", c);
                    return ["about"];
                case ActionContent when Is("closing"):
                    Bound("closing", c);
                    return ["closing"];
                case ContactContent contact:
                    Bound("contact", c);
                    if (contact.AfterHeading.Kept || contact.AfterText.Kept)
                        Say("after", Bank(contact.AfterHeading.Text, contact.AfterText.Text));
                    return contact.Items.Length > 0 ? ["contact", Pool("tell", c, page), "after"] : ["contact", "after"];
                default:
                    if (c.Text.IsEmpty)
                    {
                        Left.Add(
                            $"{SectionKinds.Of(c).Label} on {page.Menu.Text}: sections of that kind are not part of this trade's plan."
                        );
                        return [];
                    }
                    return OwnSection(c);
            }

            bool Is(string slot) => trade.Passage(slot) is not null;
        }

        /// <summary>The passage that an opening of a page was chosen from.</summary>
        private static string? Slot(SectionContent c) =>
            new[] { c.Text.Choice, c.Heading.Choice }
                .OfType<string>()
                .Select(x => x.Split('.')[0])
                .FirstOrDefault(s => s is "services_intro" or "questions_intro");

        private IEnumerable<string> OwnSection(SectionContent c)
        {
            if (c.Text.IsEmpty && c.Heading.IsEmpty)
                return [];
            var name = $"own.{++_own}";
            Say(name, Bank(c.Heading.IsEmpty ? null : c.Heading.Text, c.Text.Text, c.Items));
            return [name];
        }

        /// <summary>Heading and text belong together: if a person wrote one of them, both are taken as they stand.</summary>
        private void Bound(string slot, SectionContent c)
        {
            if (c.Passages().Any(p => p.Passage.Kept))
                Say(slot, Bank(c.Heading.IsEmpty ? null : c.Heading.Text, c.Text.Text, slot is "steps" or "urgent" ? c.Items : []));
        }

        private void Service(ServicesContent c)
        {
            foreach (var item in c.Items.Where(i => i.Title.Kept || i.Text.Kept))
            {
                if (!trade.Services.ContainsKey(item.Id))
                {
                    Left.Add($"{item.Title.Text}: a service of this client alone; it comes from the fact sheet.");
                    continue;
                }
                if (!Services.Children.TryGetValue(item.Id, out var node))
                    Services.Add(item.Id, node = new YamlMappingNode());
                var map = (YamlMappingNode)node;
                if (item.Title.Kept)
                    map.Children["name"] = Quoted(item.Title.Text.Replace(" | ", ", "));
                if (item.Text.Kept)
                    map.Children[c.Full ? "text" : "short"] = Block(Bank(null, item.Text.Text).Text);
            }
        }

        private string Pool(string pool, SectionContent c, Page page)
        {
            var kept = c.Items.Where(i => i.Title.Kept || i.Text.Kept).ToList();
            foreach (var item in kept)
            {
                if (!Pools.TryGetValue(pool, out var map))
                    Pools[pool] = map = [];
                var key =
                    item.Id.StartsWith("own-", StringComparison.Ordinal)
                    || trade.Pools.GetValueOrDefault(pool, Plurimax.Trades.Pool.Empty).Items.Any(i => i.Id == item.Id)
                        ? item.Id
                        : $"own-{page.Id}-{item.Id}";
                var mark = pool == "questions" ? "? " : "# ";
                var (text, needs) = Generalise(Plain(item.Text.Text), facts);
                var (title, titleNeeds) = Generalise(Plain(item.Title.Text), facts);
                map.Children[key] = Block($"{Tags([.. needs, .. titleNeeds])}{(title.Length > 0 ? $"{mark}{title}\n" : "")}{text}");
                if (pool == "questions")
                {
                    if (!Always.Children.TryGetValue(pool, out var ids))
                        Always.Add(pool, ids = new YamlSequenceNode());
                    if (needs.Length == 0)
                        ((YamlSequenceNode)ids).Add(key);
                }
            }
            return $"{pool}*{Math.Max(1, c.Items.Length)}";
        }

        /// <summary>
        /// One alternate. With facts it needs it is added to the trade's own and beats them where the facts are there; without, it stands
        /// alone.
        /// </summary>
        private void Say(string slot, (string Text, bool Needs) alternate) =>
            Passages[alternate.Needs && !slot.StartsWith("own.", StringComparison.Ordinal) ? slot + "+" : slot] = alternate.Text;

        private (string Text, bool Needs) Bank(string? heading, string text, ImmutableArray<SectionItem> items = default)
        {
            var needs = new List<string>();
            string G(string s)
            {
                var (t, n) = Generalise(Plain(s), facts);
                needs.AddRange(n);
                return t;
            }
            var body =
                (heading is { Length: > 0 } ? $"# {G(heading)}\n" : "")
                + G(text)
                + string.Concat((items.IsDefault ? [] : items).Select(i => $"\n- {G(i.Title.Text)} | {G(i.Text.Text)}"));
            return ($"{Tags(needs)}{body}".TrimEnd(), needs.Count > 0);
        }

        private static string Tags(List<string> needs) =>
            needs.Count == 0 ? "" : $"~ {string.Join(' ', needs.Distinct().Select(n => "if:" + n))}\n";

        /// <summary>A passage on one line: paragraphs by the sign for them, signs of the format as plain text.</summary>
        private static string Plain(string text)
        {
            var lines = text.ReplaceLineEndings("\n")
                .Split('\n')
                .Select(l => l.Trim())
                .Select(l => l.Length > 0 && (l[0] is '~' or '#' or '?' || l.StartsWith("- ", StringComparison.Ordinal)) ? "\\" + l : l);
            var joined = ParagraphBreak().Replace(string.Join('\n', lines).Trim(), "\n\\\n");
            return PhraseList().Replace(joined, m => "&#91;" + m.Value[1..]);
        }
    }

    [GeneratedRegex(@"\n{2,}")]
    private static partial Regex ParagraphBreak();

    [GeneratedRegex(@"\[[^\[\]]*\|[^\[\]]*\]")]
    private static partial Regex PhraseList();
}
