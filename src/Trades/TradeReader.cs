using System.Collections.Immutable;
using System.Globalization;
using Plurimax.Facts;
using Plurimax.Text;
using YamlDotNet.Core;
using YamlDotNet.RepresentationModel;

namespace Plurimax.Trades;

/// <summary>
/// Reads a trade template and the banks it inherits from YAML. Everything wrong is reported with file, line and field;
/// a template with a fault is not used.
/// </summary>
public sealed class TradeReader(Func<string, string?> bank)
{
    private static readonly ImmutableHashSet<string> Pools = ["questions", "notes", "views", "tell", "proof"];
    private static readonly ImmutableHashSet<string> Passages =
    [
        "title",
        "description",
        "headline",
        "lede",
        "intro",
        "services_heading",
        "services_intro",
        "steps",
        "prices",
        "urgent",
        "about",
        "closing",
        "contact",
        "after",
        "hours_line",
        "directions",
        "questions_intro",
        "notes_heading",
        "tell_heading",
        "meanwhile",
    ];
    private static readonly ImmutableHashSet<string> Structure =
    [
        "id",
        "lang",
        "from",
        "version",
        "names",
        "also",
        "kind",
        "schema",
        "words",
        "aim",
        "tones",
        "voice",
        "assumes",
        "interview",
        "pages",
        "always",
        "never_drop",
        "cuts",
        "services",
        "actions",
        "seasons",
        "search",
        "looks",
        "pictures",
        "art",
        "legal",
        "translates",
        "address",
        "needs",
        "drop",
        "base",
    ];

    /// <summary>What a translation takes over from the template it translates; everything else is written anew.</summary>
    private static readonly ImmutableHashSet<string> Shared =
    [
        "kind",
        "schema",
        "aim",
        "voice",
        "pages",
        "never_drop",
        "looks",
        "pictures",
        "seasons",
        "cuts",
        "art",
    ];

    /// <summary>Keys whose value is a bank of texts.</summary>
    public static IEnumerable<string> PassageKeys => Passages;

    /// <summary>Keys whose value is a map of banks, each with an id.</summary>
    public static IEnumerable<string> PoolKeys => Pools;

    /// <summary>All other keys.</summary>
    public static IEnumerable<string> StructureKeys => Structure;

    /// <summary>What an answer of the interview may be, and the shape of the fact that it becomes; null becomes none.</summary>
    public static readonly ImmutableSortedDictionary<string, FactShape?> Shapes = new Dictionary<string, FactShape?>
    {
        ["text"] = FactShape.Text,
        ["story"] = FactShape.Text,
        ["minutes"] = FactShape.Text,
        ["people"] = FactShape.Text,
        ["money"] = FactShape.Text,
        ["yesNo"] = FactShape.YesNo,
        ["year"] = FactShape.Year,
        ["hours"] = FactShape.Hours,
        ["phone"] = FactShape.Phone,
        ["address"] = FactShape.Address,
        ["places"] = FactShape.List,
        ["names"] = FactShape.List,
        ["credential"] = FactShape.Credential,
        ["priceList"] = FactShape.Prices,
        ["pictures"] = null,
    }.ToImmutableSortedDictionary(StringComparer.Ordinal);

    private readonly List<TradeProblem> _problems = [];

    private sealed record Field(YamlNode Node, string File);

    /// <exception cref="TradeFormatException">The template or a bank it inherits has faults.</exception>
    public TradeTemplate Read(string file, string yaml)
    {
        _problems.Clear();
        var fields = Load(file, yaml);
        var template = _problems.Count == 0 ? Build(file, fields) : null;
        if (_problems.Count > 0)
            throw new TradeFormatException([.. _problems]);
        return template!;
    }

    private Dictionary<string, Field> Load(string file, string yaml)
    {
        var own = Root(file, yaml);
        var merged = new Dictionary<string, Field>(StringComparer.Ordinal);
        if (own is null)
            return merged;
        // A template of the agency stands on a trade that ships and says only what is its own.
        if (Scalar(own, "base") is { } trade)
        {
            if (bank($"trades/{trade}.yaml") is { } text)
                foreach (var (k, v) in Load($"trades/{trade}.yaml", text))
                    Merge(merged, k, v);
            else
                Report(file, own, "base", $"there is no trade “{trade}”.");
        }
        if (Scalar(own, "translates") is { } source)
        {
            if (bank($"trades/{source}.yaml") is { } text)
                foreach (var (k, v) in Load($"trades/{source}.yaml", text).Where(f => Shared.Contains(f.Key)))
                    merged[k] = v;
            else
                Report(file, own, "translates", $"there is no trade “{source}”.");
        }
        foreach (var id in Strings(own, "from"))
        {
            var name = $"copy/{Language(own)}/{id}.yaml";
            if (bank(name) is { } text)
                foreach (var (k, v) in Load(name, text))
                    Merge(merged, k, v);
            else
                Report(file, own, "from", $"there is no bank “{id}” at {name}.");
        }
        foreach (var (keyNode, node) in own.Children)
        {
            var key = ((YamlScalarNode)keyNode).Value!;
            var plain = key.TrimEnd('+');
            if (!Pools.Contains(plain) && !Passages.Contains(plain) && !Structure.Contains(plain) && !IsOwn(plain))
                Report(file, keyNode, key, $"unknown key. Nearest known: {Nearest(plain)}.");
            else
                Merge(merged, key, new Field(node, file));
        }
        if (own.Children.TryGetValue("drop", out var drop) && drop is YamlMappingNode drops)
            foreach (var (pool, ids) in drops.Children)
                if (merged.GetValueOrDefault(pool.ToString()) is { Node: YamlMappingNode there } && ids is YamlSequenceNode list)
                    foreach (var id in list)
                        there.Children.Remove(id);
        return merged;
    }

    /// <summary>A passage that only this template has: a section that somebody wrote on the site it was made from.</summary>
    private static bool IsOwn(string key) => key.StartsWith("own.", StringComparison.Ordinal) && key.Length > 4;

    private static void Merge(Dictionary<string, Field> into, string key, Field field)
    {
        var name = key.TrimEnd('+');
        if (!into.TryGetValue(name, out var had))
            into[name] = field;
        else if (key.EndsWith('+') && had.Node is YamlScalarNode a && field.Node is YamlScalarNode b)
            into[name] = field with { Node = new YamlScalarNode($"{a.Value}\n\n{b.Value}") };
        else if ((Pools.Contains(name) || name is "words" or "actions") && had.Node is YamlMappingNode m && field.Node is YamlMappingNode n)
        {
            var both = new YamlMappingNode();
            foreach (var (k, v) in m.Children)
                both.Add(k, n.Children.TryGetValue(k, out var replaced) ? replaced : v);
            foreach (var (k, v) in n.Children)
                if (!both.Children.ContainsKey(k))
                    both.Add(k, v);
            into[name] = field with { Node = both };
        }
        else if (name == "services" && had.Node is YamlMappingNode all && field.Node is YamlMappingNode some)
        {
            var both = new YamlMappingNode();
            foreach (var (k, v) in all.Children)
                both.Add(
                    k,
                    some.Children.TryGetValue(k, out var over) && v is YamlMappingNode x && over is YamlMappingNode y
                        ? Over(x, y)
                        : over ?? v
                );
            foreach (var (k, v) in some.Children)
                if (!both.Children.ContainsKey(k))
                    both.Add(k, v);
            // A fault is reported where most of the services stand.
            into[name] = had with { Node = both };
        }
        else if (name == "interview" && had.Node is YamlSequenceNode s && field.Node is YamlSequenceNode t)
        {
            static string? Id(YamlNode n) => (n as YamlMappingNode)?.Children.TryGetValue("id", out var id) == true ? id.ToString() : null;
            var ids = t.Children.Select(Id).ToHashSet();
            into[name] = field with { Node = new YamlSequenceNode(s.Children.Where(q => !ids.Contains(Id(q))).Concat(t.Children)) };
        }
        else
            into[name] = field;
    }

    private static YamlMappingNode Over(YamlMappingNode under, YamlMappingNode over)
    {
        var both = new YamlMappingNode();
        foreach (var (k, v) in under.Children)
            both.Add(k, over.Children.TryGetValue(k, out var o) ? o : v);
        foreach (var (k, v) in over.Children)
            if (!both.Children.ContainsKey(k))
                both.Add(k, v);
        return both;
    }

    private TradeTemplate Build(string file, Dictionary<string, Field> f)
    {
        var names = Map(f, "names", file);
        var interview = Sequence(f, "interview").Select(n => Question(n.Node, n.File)).OfType<InterviewQuestion>().ToImmutableArray();
        var services = ImmutableDictionary.CreateBuilder<string, ServiceText>();
        foreach (var (id, node) in Map(f, "services", file))
        {
            var where = f["services"].File;
            if (node is not YamlMappingNode map)
            {
                Report(where, node, $"services.{id}", "give name, short and text.");
                continue;
            }
            foreach (
                var k in map
                    .Children.Keys.Select(k => k.ToString())
                    .Where(k => k is not ("name" or "short" or "text" or "price_note" or "is"))
            )
                Report(where, map, $"services.{id}.{k}", "unknown key. A service has name, short, text, price_note, is.");
            var text = new ServiceText(
                id,
                Split(Scalar(map, "name")),
                Bank(map, "short", where, $"services.{id}.short"),
                Bank(map, "text", where, $"services.{id}.text")
            );
            if (text.Names.IsEmpty || text.Short.IsEmpty || text.Text.IsEmpty)
                Report(where, map, $"services.{id}", "name, short and text are all needed.");
            services[id] = text;
        }
        var cuts = Map(f, "cuts", file).Select(c => (c.Key, Items(c.Value))).ToImmutableArray();
        foreach (var (cut, ids) in cuts)
        foreach (var id in ids.Where(id => !services.ContainsKey(id)))
            Report(f["cuts"].File, f["cuts"].Node, $"cuts.{cut}", $"there is no service “{id}”.");
        var looks = Map(f, "looks", file);
        var t = new TradeTemplate
        {
            Id = f.ContainsKey("base") ? $"{Text(f, "id", file)}.v{Version(f, file)}" : Text(f, "id", file),
            Base = f.GetValueOrDefault("base")?.Node.ToString(),
            Translates = f.GetValueOrDefault("translates")?.Node.ToString(),
            Open = file.StartsWith(OpenTrade.Folder, StringComparison.Ordinal),
            Version = f.ContainsKey("base") ? Version(f, file) : 1,
            FirstLook = looks.TryGetValue("first", out var first) ? first.ToString() : null,
            Language = Text(f, "lang", file),
            Names = new TradeNames(Of(names, "title", file), Of(names, "one", file), Of(names, "place", file)),
            Also = List(f, "also"),
            Kind = Enum<BusinessKind>(f, "kind", file),
            Schema = Text(f, "schema", file),
            Words = Map(f, "words", file).ToImmutableDictionary(p => p.Key, p => p.Value.ToString()),
            Aims = Enums<MainAction>(f, "aim", file),
            Tones = Enums<Tone>(f, "tones", file),
            Assumes = List(f, "assumes"),
            Interview = interview,
            Pages = Pages(f, file),
            Cuts = cuts,
            Services = services.ToImmutable(),
            Passages = Passages
                .Concat(f.Keys.Where(IsOwn))
                .Where(f.ContainsKey)
                .ToImmutableDictionary(p => p, p => BankOf(f[p].Node, f[p].File, p)),
            Pools = Pools
                .Where(f.ContainsKey)
                .ToImmutableDictionary(
                    p => p,
                    p => new Pool([.. Map(f, p, file).Select(i => (i.Key, BankOf(i.Value, f[p].File, $"{p}.{i.Key}")))])
                ),
            Actions = Actions(f, file),
            Search = List(f, "search"),
            Palettes = looks.TryGetValue("palettes", out var pal) ? Items(pal) : [],
            Looks = looks.TryGetValue("fits", out var fits) ? Items(fits) : [],
            Art = List(f, "art"),
            Legal = List(f, "legal"),
            Always = Map(f, "always", file, needed: false).ToImmutableDictionary(p => p.Key, p => Items(p.Value)),
            NeverDrop = List(f, "never_drop"),
        };
        Check(file, f, t);
        return t;
    }

    private int Version(Dictionary<string, Field> f, string file)
    {
        if (
            int.TryParse(f.GetValueOrDefault("version")?.Node.ToString(), NumberStyles.None, CultureInfo.InvariantCulture, out var n)
            && n is >= 1 and < 10_000
        )
            return n;
        Report(file, f.GetValueOrDefault("version")?.Node, "version", "a template of the agency counts its versions from 1.");
        return 1;
    }

    /// <summary>What every template must hold, so that no site of it comes out thin.</summary>
    private void Check(string file, Dictionary<string, Field> f, TradeTemplate t)
    {
        void Need(bool holds, string field, string message)
        {
            if (!holds)
                _problems.Add(
                    new TradeProblem(
                        f.GetValueOrDefault(field)?.File ?? file,
                        (int)(f.GetValueOrDefault(field)?.Node.Start.Line ?? 1),
                        field,
                        message
                    )
                );
        }
        foreach (
            var p in new[]
            {
                "title",
                "description",
                "headline",
                "lede",
                "intro",
                "services_heading",
                "services_intro",
                "steps",
                "about",
                "closing",
                "contact",
                "after",
            }
        )
            Need(t.Passage(p) is not null, p, "every trade needs this passage.");
        var least =
            t.Open ? 0
            : t.Base is null ? 6
            : 3;
        Need(t.Services.Count >= least, "services", $"{t.Services.Count} services; at least {least} are needed.");
        Need(t.Cuts.Length >= 1, "cuts", "at least one list of services is needed.");
        Need(t.Pools.GetValueOrDefault("questions", Pool.Empty).Items.Length >= 5, "questions", "at least 5 questions are needed.");
        Need(t.Pools.GetValueOrDefault("proof", Pool.Empty).Items.Length >= 1, "proof", "at least one proof point is needed.");
        Need(t.Search.Length >= 2, "search", "at least 2 search phrases are needed.");
        Need(t.Palettes.Length >= 1, "looks", "at least one palette is needed.");
        Need(t.Aims.Length >= 1 && t.Aims.Contains(MainAction.Write), "aim", "write must be among the aims: it needs no fact.");
        foreach (var aim in t.Aims)
            Need(t.Actions.ContainsKey(aim), "actions", $"button texts for the aim “{aim}” are missing.");
    }

    private ImmutableArray<(string, ImmutableArray<string>)> Pages(Dictionary<string, Field> f, string file)
    {
        var plans = Map(f, "pages", file);
        if (!plans.TryGetValue("small", out var small) || small is not YamlMappingNode map)
        {
            Report(file, f.GetValueOrDefault("pages")?.Node, "pages.small", "the plan of a small site is missing.");
            return [];
        }
        return [.. map.Children.Select(p => (p.Key.ToString(), Items(p.Value)))];
    }

    private ImmutableDictionary<MainAction, ImmutableArray<string>> Actions(Dictionary<string, Field> f, string file)
    {
        var b = ImmutableDictionary.CreateBuilder<MainAction, ImmutableArray<string>>();
        foreach (var (key, node) in Map(f, "actions", file))
            if (System.Enum.TryParse<MainAction>(key, true, out var action))
                b[action] = Split(node.ToString());
            else
                Report(
                    f["actions"].File,
                    node,
                    $"actions.{key}",
                    $"no such main action. Use {string.Join(", ", System.Enum.GetNames<MainAction>()).ToLowerInvariant()}."
                );
        return b.ToImmutable();
    }

    private InterviewQuestion? Question(YamlNode node, string file)
    {
        if (node is not YamlMappingNode map || Scalar(map, "id") is not { } id || Scalar(map, "ask") is not { } ask)
        {
            Report(file, node, "interview", "a question needs id, ask and weight.");
            return null;
        }
        if (!int.TryParse(Scalar(map, "weight"), NumberStyles.None, CultureInfo.InvariantCulture, out var weight) || weight is < 1 or > 9)
            Report(file, map, $"interview.{id}.weight", "give a weight from 1 to 9.");
        var named = Scalar(map, "shape");
        FactShape? shape = named is null
            ? Scalar(map, "choose") == "services"
                ? FactShape.Services
                : id == "promises"
                    ? FactShape.List
                    : FactShape.Text
            : Shapes.GetValueOrDefault(named);
        if (named is not null && !Shapes.ContainsKey(named))
            Report(file, map, $"interview.{id}.shape", $"unknown shape “{named}”.");
        var options =
            map.Children.TryGetValue("choose", out var c) || map.Children.TryGetValue("suggest", out c)
                ? c is YamlSequenceNode
                    ? Items(c)
                    : []
                : ImmutableArray<string>.Empty;
        return new InterviewQuestion(id, ask, weight, shape, options);
    }

    private ImmutableArray<Alternate> Bank(YamlMappingNode map, string key, string file, string field) =>
        map.Children.TryGetValue(key, out var node) ? BankOf(node, file, field) : [];

    private ImmutableArray<Alternate> BankOf(YamlNode node, string file, string field)
    {
        if (node is YamlSequenceNode list)
            return list.Children.Count > 0 ? BankOf(list.Children[0], file, field) : [];
        if (node is not YamlScalarNode { Value: { } text })
            return [];
        // Lines are counted from the mark that opens the block.
        var above = (int)node.Start.Line;
        return
        [
            .. BankText
                .Read(text, (line, message) => _problems.Add(new TradeProblem(file, above + line + 1, field, message)))
                .Select(a => a with { File = file, Line = above + a.Line }),
        ];
    }

    private YamlMappingNode? Root(string file, string yaml)
    {
        try
        {
            if (SafeYaml.Map(yaml) is { } root)
                return root;
            _problems.Add(new TradeProblem(file, 1, "file", "the file is not one YAML map."));
        }
        catch (YamlException e)
        {
            _problems.Add(new TradeProblem(file, (int)e.Start.Line, "file", $"not valid YAML: {e.Message}"));
        }
        return null;
    }

    private void Report(string file, YamlNode? node, string field, string message) =>
        _problems.Add(new TradeProblem(file, (int)(node?.Start.Line ?? 1), field, message));

    private static string Language(YamlMappingNode own) => (Scalar(own, "lang") ?? "en").Split('-')[0];

    private static string? Scalar(YamlMappingNode map, string key) =>
        map.Children.TryGetValue(key, out var n) && n is YamlScalarNode s ? s.Value : null;

    private static ImmutableArray<string> Items(YamlNode node) =>
        node is YamlSequenceNode s ? [.. s.Children.Select(c => c.ToString())] : [node.ToString()];

    private static ImmutableArray<string> Split(string? text) =>
        text is null ? [] : [.. text.Split(" | ", StringSplitOptions.TrimEntries | StringSplitOptions.RemoveEmptyEntries)];

    private static ImmutableArray<string> Strings(YamlMappingNode own, string key) =>
        own.Children.TryGetValue(key, out var n) ? Items(n) : [];

    private static string Nearest(string key) => Passages.Union(Pools).Union(Structure).MinBy(k => EditDistance.Of(k, key))!;

    private string Text(Dictionary<string, Field> f, string key, string file)
    {
        if (f.GetValueOrDefault(key)?.Node is YamlScalarNode { Value.Length: > 0 } s)
            return s.Value;
        Report(file, f.GetValueOrDefault(key)?.Node, key, "this key is needed.");
        return "";
    }

    private string Of(Dictionary<string, YamlNode> map, string key, string file)
    {
        if (map.TryGetValue(key, out var n))
            return n.ToString();
        Report(file, null, $"names.{key}", "this name is needed.");
        return "";
    }

    private Dictionary<string, YamlNode> Map(Dictionary<string, Field> f, string key, string file, bool needed = true)
    {
        if (f.TryGetValue(key, out var field) && field.Node is YamlMappingNode map)
            return map.Children.ToDictionary(p => p.Key.ToString(), p => p.Value);
        if (needed)
            Report(file, f.GetValueOrDefault(key)?.Node, key, "a map is needed here.");
        return [];
    }

    private static IEnumerable<(YamlNode Node, string File)> Sequence(Dictionary<string, Field> f, string key) =>
        f.TryGetValue(key, out var field) && field.Node is YamlSequenceNode s ? s.Children.Select(c => (c, field.File)) : [];

    private static ImmutableArray<string> List(Dictionary<string, Field> f, string key) =>
        f.TryGetValue(key, out var field) ? Items(field.Node) : [];

    private T Enum<T>(Dictionary<string, Field> f, string key, string file)
        where T : struct, Enum => Parse<T>(Text(f, key, file), f.GetValueOrDefault(key), key, file);

    private ImmutableArray<T> Enums<T>(Dictionary<string, Field> f, string key, string file)
        where T : struct, Enum => [.. List(f, key).Select(s => Parse<T>(s, f.GetValueOrDefault(key), key, file))];

    private T Parse<T>(string text, Field? field, string key, string file)
        where T : struct, Enum
    {
        if (System.Enum.TryParse<T>(text.Replace("-", ""), true, out var value) && System.Enum.IsDefined(value))
            return value;
        Report(field?.File ?? file, field?.Node, key, $"“{text}” is none of {string.Join(", ", System.Enum.GetNames<T>())}.");
        return default;
    }
}
