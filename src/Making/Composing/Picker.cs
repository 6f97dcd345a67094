using System.Collections.Immutable;
using System.Globalization;
using System.Text.RegularExpressions;
using Plurimax.Facts;
using Plurimax.Making.Likeness;
using Plurimax.Sites;
using Plurimax.Text;
using Plurimax.Trades;

namespace Plurimax.Making.Composing;

/// <summary>Chooses one wording for each slot of a site and remembers what has been said so far.</summary>
internal sealed partial class Picker(
    TradeTemplate trade,
    IReadOnlyDictionary<string, object> facts,
    string country,
    string name,
    string seed,
    Voice voice,
    int take,
    Precedents precedents,
    MainAction action,
    string? audience
)
{
    private readonly Tone tone = voice.Tone;

    /// <summary>Whom the site speaks to and what it asks of them: what <c>for:</c> may name.</summary>
    private readonly ImmutableHashSet<string> _addressees = Audiences
        .In(facts.GetValueOrDefault("audience") as string ?? audience)
        .Add(action.ToString().ToLowerInvariant());
    private readonly Dictionary<string, (Alternate Alternate, string Choice)> _chosen = new(StringComparer.Ordinal);
    private readonly Dictionary<string, List<(string Id, Alternate Alternate, string Choice)>> _pools = new(StringComparer.Ordinal);
    private readonly HashSet<string> _points = new(StringComparer.Ordinal);
    private readonly HashSet<string> _leads = new(StringComparer.Ordinal);
    private readonly HashSet<string> _items = new(StringComparer.Ordinal);
    private readonly string[] _stems = [.. Words(name).Where(w => w.Length > 3).Select(w => w.TrimEnd('s'))];

    private readonly Nearness _nearness = new(precedents.Others);

    /// <summary>The wordings of each page as it stands.</summary>
    private readonly Dictionary<string, HashSet<string>> _stays = precedents.Stays?.Pages.ToDictionary(
        p => p.Id,
        p => Precedents.ChoicesOf(p).ToHashSet(StringComparer.Ordinal)
    )
        ?? [];
    private readonly HashSet<string> _avoids = [.. precedents.Avoids.SelectMany(Precedents.ChoicesOf)];

    public int Take => take;
    public string Seed => seed;
    public double Nearness => _nearness.Total;

    public void Service(string page, string slot, string id)
    {
        if (!trade.Services.TryGetValue(id, out var service))
            return;
        var bank = slot == "services.short" ? service.Short : service.Text;
        Choose($"{page}/{slot}.{id}", $"services.{id}.{(slot == "services.short" ? "short" : "text")}", bank);
    }

    public void One(string page, string slot)
    {
        if (trade.Passage(slot) is { } bank)
            Choose($"{page}/{slot}", slot, bank);
        if (slot == "services.short" && trade.Passage("services_heading") is { } heading)
            Choose($"{page}/services_heading", "services_heading", heading);
    }

    public void Pool(string page, string slot)
    {
        var parts = slot.Split('*');
        var count = int.Parse(parts[1], CultureInfo.InvariantCulture);
        var pool = trade.Pools.GetValueOrDefault(parts[0], Plurimax.Trades.Pool.Empty);
        var always = trade.Always.GetValueOrDefault(parts[0], []);
        var picked = new List<(string, Alternate, string)>();
        for (var i = 0; i < count; i++)
        {
            var open = pool
                .Items.Where(it => !_items.Contains($"{parts[0]}.{it.Id}") && (i >= always.Length || it.Id == always[i]))
                .ToList();
            var candidates = new List<(string Id, Alternate A, string Choice)>();
            foreach (var item in open)
            {
                var allowed = Allowed(item.Alternates, $"{parts[0]}.{item.Id}");
                var sure = allowed.Where(c => c.Alternate.IsParticular).ToList();
                candidates.AddRange((sure.Count > 0 ? sure : allowed).Select(c => (item.Id, c.Alternate, c.Choice)));
            }
            if (Best($"{page}/{slot}.{i}", [.. candidates.Select(c => (c.A, c.Choice))]) is not { } best)
                break;
            var id = candidates.First(c => c.Choice == best.Choice).Id;
            _items.Add($"{parts[0]}.{id}");
            Note(best.Alternate, best.Choice);
            picked.Add((id, best.Alternate, best.Choice));
        }
        var order = pool.Items.Select((it, i) => (it.Id, i)).ToDictionary(p => p.Id, p => p.i);
        _pools[$"{page}/{slot}"] = [.. picked.OrderBy(p => order[p.Item1])];
    }

    public Passage Heading(string page, string slot) => Of($"{page}/{slot}", a => a.Heading);

    public Passage Body(string page, string slot) => Of(Ensure(page, slot), a => a.Text);

    public Passage ServiceText(string page, string slot, string id) => Of($"{page}/{slot}.{id}", a => a.Text);

    public ImmutableArray<SectionItem> Steps(string page, string slot) =>
        _chosen.TryGetValue($"{page}/{slot}", out var c)
            ?
            [
                .. c.Alternate.Items.Select(
                    (it, i) =>
                        new SectionItem((i + 1).ToString(CultureInfo.InvariantCulture), P(it.Title, c, ".title"), P(it.Text, c, ".text"))
                ),
            ]
            : [];

    public ImmutableArray<SectionItem> PoolItems(string page, string slot) =>
        _pools.TryGetValue($"{page}/{slot}", out var list)
            ?
            [
                .. list.Select(p => new SectionItem(
                    p.Id,
                    P(p.Alternate.Question ?? p.Alternate.Heading ?? "", (p.Alternate, p.Choice), ".title"),
                    P(p.Alternate.Text, (p.Alternate, p.Choice), "")
                )),
            ]
            : [];

    /// <summary>A further wording of a passage that may already stand on another page.</summary>
    public Passage Again(string page, string slot, bool heading)
    {
        if (trade.Passage(slot) is not { } bank)
            return Passage.None;
        var key = $"{page}/again.{slot}";
        if (!_chosen.ContainsKey(key))
            Choose(key, slot, bank);
        return Of(key, a => heading ? a.Heading : a.Text);
    }

    private string Ensure(string page, string slot)
    {
        var key = $"{page}/{slot}";
        if (!_chosen.ContainsKey(key) && trade.Passage(slot) is { } bank)
            Choose(key, slot, bank);
        return key;
    }

    private Passage Of(string key, Func<Alternate, string?> part) =>
        _chosen.TryGetValue(key, out var c) && part(c.Alternate) is { Length: > 0 } text ? P(text, c, "") : Passage.None;

    private Passage P(string text, (Alternate Alternate, string Choice) c, string suffix)
    {
        text = PhraseList().Replace(text, m => Chance.Pick(m.Groups[1].Value.Split('|'), $"{seed}/{take}/{m.Value}"));
        if (tone == Tone.Formal && trade.Language.StartsWith("en", StringComparison.Ordinal))
            text = Contractions.Full(text);
        return new Passage(
            text,
            c.Choice + suffix,
            false,
            [
                .. c.Alternate.If,
                .. c.Alternate.May,
                .. facts.ContainsKey("audience") && c.Alternate.For.Any(Audiences.Keys.Contains)
                    ? ["audience"]
                    : ImmutableArray<string>.Empty,
            ]
        );
    }

    private void Choose(string key, string bankName, ImmutableArray<Alternate> bank)
    {
        var allowed = Allowed(bank, bankName);
        var sure = allowed.Where(c => c.Alternate.IsParticular).ToList();
        if (Best(key, sure.Count > 0 ? sure : allowed) is not { } best)
            return;
        _chosen[key] = best;
        Note(best.Alternate, best.Choice);
    }

    private List<(Alternate Alternate, string Choice)> Allowed(ImmutableArray<Alternate> bank, string bankName)
    {
        var fits = bank.Select((a, i) => (Alternate: a, Choice: $"{bankName}.{i}"))
            .Where(c =>
                (c.Alternate.In.IsEmpty || c.Alternate.In.Contains(country))
                && (c.Alternate.For.IsEmpty || c.Alternate.For.Any(_addressees.Contains))
                && c.Alternate.If.All(f => FactTree.Has(facts, f))
                && c.Alternate.May.All(f => FactTree.Has(facts, f))
                && !c.Alternate.No.Any(f => FactTree.Has(facts, f))
            )
            .ToList();
        var toned = fits.Where(c =>
                c.Alternate.Tones.IsEmpty
                || c.Alternate.Tones.Contains(tone)
                || voice.Second is { } second && c.Alternate.Tones.Contains(second)
            )
            .ToList();
        return toned.Count > 0 ? toned : fits;
    }

    /// <summary>
    /// Candidates that echo the firm's name, repeat a point or begin like another passage come last. Of the rest the wording that stands on
    /// the site stays;
    /// else the one that brings the site least near to others, and among equals the take-th in an order fixed by the site's seed.
    /// </summary>
    private (Alternate Alternate, string Choice)? Best(string key, List<(Alternate Alternate, string Choice)> candidates)
    {
        if (candidates.Count == 0)
            return null;
        var quiet = Prefer(candidates, c => !Echoes(c.Alternate));
        var fresh = Prefer(quiet, c => !c.Alternate.Points.Any(_points.Contains));
        fresh = Prefer(fresh, c => !_leads.Contains(c.Alternate.Lead));
        if (
            _stays.TryGetValue(key[..key.IndexOf('/')], out var there)
            && fresh.Find(c => there.Contains(c.Choice)) is { Choice: not null } stays
        )
            return stays;
        if (voice.Length != TextLength.Medium && fresh.Count > 1)
        {
            // The shortest third, or the longest, by words.
            var middle = fresh
                .Select(c => Length(c.Alternate))
                .Order()
                .ElementAt(voice.Length == TextLength.Short ? (fresh.Count - 1) / 3 : fresh.Count - 1 - (fresh.Count - 1) / 3);
            fresh = Prefer(fresh, c => voice.Length == TextLength.Short ? Length(c.Alternate) <= middle : Length(c.Alternate) >= middle);
        }
        if (_avoids.Count > 0)
            fresh = Prefer(fresh, c => !_avoids.Contains(c.Choice));
        var order = fresh.OrderBy(c => Chance.Hash($"{seed}/{key}/{c.Choice}")).ToList();
        var first = (take - 1) % order.Count;
        return order.Skip(first).Concat(order.Take(first)).MinBy(c => _nearness.Cost(c.Choice, c.Alternate.Weight));
    }

    private static int Length(Alternate a) => Words(a.Text).Count() + a.Items.Sum(i => Words(i.Title).Count() + Words(i.Text).Count());

    private static List<T> Prefer<T>(List<T> all, Func<T, bool> good) => all.Where(good).ToList() is { Count: > 0 } some ? some : all;

    private void Note(Alternate a, string choice)
    {
        _nearness.Take(choice, a.Weight);
        foreach (var p in a.Points)
            _points.Add(p);
        if (a.Lead.Length > 0)
            _leads.Add(a.Lead);
    }

    /// <summary>Whether a wording that was chosen states a fact.</summary>
    public bool States(string fact) =>
        _chosen
            .Values.Select(c => c.Alternate)
            .Concat(_pools.Values.SelectMany(p => p).Select(p => p.Alternate))
            .Any(a => a.Text.Contains($"{{{{ {fact}", StringComparison.Ordinal));

    /// <summary>Whether a fact is known and may stand on the site.</summary>
    public bool Says(string fact) => FactTree.Has(facts, fact);

    /// <summary>A word of the name comes back within five words of it: "Kestrel Trees works on trees".</summary>
    private bool Echoes(Alternate a) => _stems.Length > 0 && a.NearName.Any(w => _stems.Any(s => w.Contains(s, StringComparison.Ordinal)));

    private static IEnumerable<string> Words(string text) => WordPattern().Matches(text.ToLowerInvariant()).Select(m => m.Value);

    [GeneratedRegex(@"[\p{L}\p{N}'-]+")]
    private static partial Regex WordPattern();

    [GeneratedRegex(@"\[([^\[\]]*\|[^\[\]]*)\]")]
    private static partial Regex PhraseList();
}
