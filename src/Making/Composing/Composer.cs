using System.Collections.Immutable;
using Plurimax.Design.Styling;
using Plurimax.Facts;
using Plurimax.Making.Likeness;
using Plurimax.Making.Plans;
using Plurimax.Sites;
using Plurimax.Text;
using Plurimax.Trades;

namespace Plurimax.Making.Composing;

/// <summary>How a site speaks.</summary>
/// <param name="Second">A tone mixed in; its wordings may stand beside those of the first.</param>
public sealed record Voice(Tone Tone, Tone? Second = null, TextLength Length = TextLength.Medium);

/// <summary>What the maker decided before composing; null leaves it to the trade.</summary>
public sealed record Wishes(
    MainAction? Action = null,
    Tone? Tone = null,
    string? Look = null,
    string? Brand = null,
    PlanSize Size = PlanSize.Small,
    Tone? Second = null,
    TextLength Length = TextLength.Medium
)
{
    /// <summary>Photos and documents that the site has; a gallery comes with photos.</summary>
    public ImmutableArray<SiteFile> Files { get; init; } = [];

    /// <summary>Whom the site speaks to where the facts do not say it, in plain words.</summary>
    public string? Audience { get; init; }

    /// <summary>One or two words for the look, "bold natural".</summary>
    public string? LookWords { get; init; }

    /// <summary>A look decided to the last detail; it goes before all other wishes for it.</summary>
    public LookChoice? Decided { get; init; }

    /// <summary>The decided look was nobody's choice: standards may still decide its colours and type.</summary>
    public bool StaysOpen { get; init; }

    internal bool LooksOpen => Decided is null ? Look is null && Brand is null : StaysOpen;

    /// <summary>What was decided for a site that stands, to compose it again.</summary>
    public static Wishes Of(SiteDocument site) =>
        new(site.Action, site.Tone, Size: site.Size, Second: site.SecondTone, Length: site.Length)
        {
            Decided = site.Look,
            StaysOpen = site.OpenLook,
            Files = site.Files.IsDefault ? [] : site.Files,
            Audience = site.Audience,
        };
}

/// <summary>
/// Makes a site document from a trade, the facts and a take number. Pure: the same inputs give the same document.
/// Wordings are chosen so that no point is made twice, no two passages begin alike, a wording that states a confirmed fact beats a general
/// one,
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
        // The seed stays the same from one version of a template to the next and when the business is renamed, so that only what was
        // changed there changes here.
        var seed = precedents.Given?.Seed ?? (precedents.Stays ?? precedents.Avoids.LastOrDefault())?.Seed ?? SiteSeed.First(trade, facts);
        var tone =
            wishes.Tone is { } t && Enum.IsDefined(t)
                ? t
                : trade.Tones[(int)((Chance.Hash(seed + "tone") + (uint)(take - 1)) % (uint)trade.Tones.Length)];
        // Every way of dividing the work is tried where there are earlier sites to differ from; ties go to the first, which the seed
        // chooses.
        return Cuts(trade, facts, seed, take, precedents)
            .Select(cut => Compose(trade, facts, wishes, take, precedents, seed, tone, cut))
            .MinBy(c => c.Nearness)
            .Site;
    }

    private static (SiteDocument Site, double Nearness) Compose(
        TradeTemplate trade,
        FactSheet facts,
        Wishes wishes,
        int take,
        Precedents precedents,
        string seed,
        Tone tone,
        (string Id, ImmutableArray<string> Services) cut
    )
    {
        var tree = FactTree.Build(facts);
        var action = Action(trade, tree, wishes);
        var picker = new Picker(
            trade,
            tree,
            facts.Country,
            facts.Name,
            seed,
            new Voice(tone, wishes.Second, wishes.Length),
            take,
            precedents,
            action,
            wishes.Audience
        );
        var services = Services(trade, facts, cut.Services, seed, take, tone);
        var plan = SitePlan.For(trade, facts, wishes.Size, [.. services.Select(s => s.Id)], wishes.Files.Count(f => f.IsPhoto));

        var pages = Write(trade, picker, plan, services, wishes.Files);
        return (
            new SiteDocument(
                trade.Id,
                trade.Language,
                action,
                tone,
                cut.Id,
                take,
                Look(trade, seed, wishes with { LookWords = wishes.LookWords ?? LookWordsOf(facts) }),
                pages,
                []
            )
            {
                Seed = seed,
                Size = wishes.Size,
                SecondTone = wishes.Second,
                Length = wishes.Length,
                Files = wishes.Files.IsEmpty ? default : wishes.Files,
                OpenLook = wishes.LooksOpen,
                Audience = wishes.Audience,
            },
            picker.Nearness
        );
    }

    /// <summary>Adds another language: the same plan, cut and take, in the words of the trade in that language.</summary>
    /// <param name="trade">The template in the language that is added.</param>
    public static SiteDocument WithLanguage(SiteDocument site, TradeTemplate trade, FactSheet facts, Precedents? precedents = null)
    {
        var code = trade.Language.Split('-')[0];
        var wishes = Wishes.Of(site) with { Tone = trade.Tones.Contains(site.Tone) ? site.Tone : trade.Tones[0] };
        var own = Compose(
            trade,
            ByIds(facts, site),
            wishes,
            site.Take,
            (precedents ?? Precedents.None) with
            {
                Given = (SiteSeed.Of(site, trade, facts), site.Cut),
            }
        );
        var pages = own.Pages.Select(p =>
            p with
            {
                Id = $"{code}/{p.Id}",
                File = $"{code}/{p.File}",
                Language = trade.Language,
                Sections = [.. p.Sections.Select(s => s with { Id = $"{code}/{s.Id}" })],
            }
        );
        return site with { Pages = [.. site.Pages.Where(p => p.Language != trade.Language), .. pages] };
    }

    /// <summary>
    /// The services that are offered by the ids that the site has found for them: their names are those of its own language.
    /// </summary>
    private static FactSheet ByIds(FactSheet facts, SiteDocument site)
    {
        if (facts["services"] is not { Value: ListValue offered } entry)
            return facts;
        var ids = site.In(site.Language)
            .Pages.SelectMany(p => p.Sections)
            .Select(s => s.Content)
            .OfType<ServicesContent>()
            .SelectMany(c => c.Items)
            .Select(i => i.Id)
            .Distinct()
            .ToList();
        var named = offered.Items.ToLookup(i => "own-" + Slug.Of(i));
        return ids.Count == 0
            ? facts
            : facts.With("services", entry with { Value = new ListValue([.. ids.Select(id => named[id].FirstOrDefault() ?? id)]) });
    }

    /// <summary>One more page for a site that stands, in wordings that it does not use yet.</summary>
    public static Page PageFor(TradeTemplate trade, FactSheet facts, SiteDocument site, PlannedPage plan)
    {
        var seed = SiteSeed.Of(site, trade, facts);
        var picker = new Picker(
            trade,
            FactTree.Build(facts),
            facts.Country,
            facts.Name,
            seed,
            new Voice(site.Tone, site.SecondTone, site.Length),
            site.Take,
            new Precedents(CopyLedger.Empty, Avoids: [site]),
            site.Action,
            site.Audience
        );
        var cut = trade.Cuts.FirstOrDefault(c => c.Id == site.Cut) is { Id: not null } own ? own : trade.Cuts[0];
        var services = Services(trade, facts, cut.Services, seed, site.Take, site.Tone);
        if (plan.Service is { } id && services.All(s => s.Id != id) && trade.Services.TryGetValue(id, out var known))
            services = services.Add((id, new Passage(known.Names[0], $"services.{id}.name")));
        return Write(trade, picker, [plan], services, site.Files.IsDefault ? [] : site.Files)[0];
    }

    /// <summary>The least free choices first: services, then passages, then pools; then the pages are put together in order.</summary>
    private static ImmutableArray<Page> Write(
        TradeTemplate trade,
        Picker picker,
        ImmutableArray<PlannedPage> plan,
        ImmutableArray<(string Id, Passage Name)> services,
        ImmutableArray<SiteFile> files
    )
    {
        foreach (var page in plan)
        foreach (var slot in page.Slots.Where(s => s is "services.short" or "services.text"))
        foreach (var s in services)
            picker.Service(page.Id, slot, s.Id);
        foreach (var page in plan)
            if (page.Service is { } one)
                picker.Service(page.Id, "services.text", one);
        foreach (var page in plan)
        foreach (var slot in page.Slots.Where(s => !s.Contains('*') && !s.StartsWith("services.", StringComparison.Ordinal)))
            picker.One(page.Id, slot);
        foreach (var page in plan)
        foreach (var slot in page.Slots.Where(s => s.Contains('*')))
            picker.Pool(page.Id, slot);
        var writer = new PageWriter(trade, picker, services, SiteWords.For(trade.Language), [.. files.Where(f => f.IsPhoto)]);
        return [.. plan.Select(writer.Write)];
    }

    /// <summary>The client's words for the look that we know; null where there are none.</summary>
    private static string? LookWordsOf(FactSheet facts) =>
        string.Join(' ', LookWords.Of(string.Join(' ', facts.Any<ListValue>("look_words")?.Items ?? [])).Select(w => w.Id))
            is { Length: > 0 } words
            ? words
            : null;

    private static LookChoice Look(TradeTemplate trade, string seed, Wishes wishes)
    {
        if (wishes.Decided is { } decided)
            return decided;
        var offer = Looks.Offer(trade, seed, wishes.Brand is null ? null : [wishes.Brand], words: wishes.LookWords);
        if ((wishes.Look ?? (wishes.LookWords is null ? trade.FirstLook : null)) is not { } id)
            return offer[0];
        return offer.FirstOrDefault(o => o.Id == id) ?? new LookChoice(id, wishes.Brand) { Words = wishes.LookWords };
    }

    /// <summary>The wish if its fact is there; otherwise the first of the trade's aims whose fact is there; write needs none.</summary>
    public static MainAction Action(TradeTemplate trade, IReadOnlyDictionary<string, object> tree, Wishes wishes)
    {
        if (wishes.Action is { } wish)
            return wish;
        foreach (var aim in trade.Aims)
            if (aim == MainAction.Write || FactTree.Has(tree, NeededBy(aim)))
                return aim;
        return MainAction.Write;
    }

    /// <summary>The fact without which an action leads nowhere; empty where the enquiry form will do.</summary>
    public static string NeededBy(MainAction action) =>
        action switch
        {
            MainAction.Call => "phone",
            MainAction.Visit => "place.street",
            MainAction.Book => "booking",
            MainAction.Order => "prices",
            _ => "business.name",
        };

    /// <summary>The ways of dividing the work that may be used, the preferred one first.</summary>
    private static IEnumerable<(string Id, ImmutableArray<string> Services)> Cuts(
        TradeTemplate trade,
        FactSheet facts,
        string seed,
        int take,
        Precedents precedents
    )
    {
        if (precedents.Given is { } given && trade.Cuts.FirstOrDefault(c => c.Id == given.Cut) is { Id: not null } same)
            return [same];
        if (facts.Public<ListValue>("services") is { } offered)
        {
            var names = offered.Items.Select(i => i.ToLowerInvariant()).ToHashSet();
            return
            [
                trade.Cuts.MaxBy(c =>
                    c.Services.Count(id => names.Contains(id) || trade.Services[id].Names.Any(n => names.Contains(n.ToLowerInvariant())))
                ),
            ];
        }
        if (precedents.Stays is { } site && trade.Cuts.FirstOrDefault(c => c.Id == site.Cut) is { Id: not null } stays)
            return [stays];
        var first = (int)((Chance.Hash(seed + "cut") + (uint)(take - 1)) % (uint)trade.Cuts.Length);
        var inTurn = trade
            .Cuts.Skip(first)
            .Concat(trade.Cuts.Take(first))
            .Where(c => trade.Cuts.Length == 1 || precedents.Avoids.All(a => a.Cut != c.Id))
            .DefaultIfEmpty(trade.Cuts[first]);
        return precedents.Others.Count == 0 ? inTurn.Take(1) : inTurn;
    }

    /// <summary>
    /// The services to show: those of the cut that are offered (all while nobody said), then what the client named besides.
    /// </summary>
    private static ImmutableArray<(string Id, Passage Name)> Services(
        TradeTemplate trade,
        FactSheet facts,
        ImmutableArray<string> cut,
        string seed,
        int take,
        Tone tone
    )
    {
        var which = (int)((Chance.Hash(seed + "names") + (uint)(take - 1)) % 3);
        Passage Name(string id)
        {
            var name = trade.Services[id].Names[Math.Min(which, trade.Services[id].Names.Length - 1)];
            return new Passage(tone == Tone.Formal ? Contractions.Full(name) : name, $"services.{id}.name");
        }

        if (facts.Public<ListValue>("services") is not { } offered)
            return [.. cut.Select(id => (id, Name(id)))];
        var result = new List<(string, Passage)>();
        foreach (var item in offered.Items)
        {
            var known = trade.Services.Values.FirstOrDefault(s => s.Id == item || s.Names.Contains(item, StringComparer.OrdinalIgnoreCase));
            result.Add(
                known is not null
                    ? (known.Id, Name(known.Id))
                    : ("own-" + Slug.Of(item), new Passage(ManuscriptReader.Escape(item), "fact.services"))
            );
        }
        return [.. result.DistinctBy(r => r.Item1).Take(24)];
    }
}
