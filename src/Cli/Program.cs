using System.Text;
using Plurimax.Core.Composing;
using Plurimax.Core.Facts;
using Plurimax.Core.Launching;
using Plurimax.Core.Rendering;
using Plurimax.Core.Styling;
using Plurimax.Core.Trades;

// Exit codes: 0 done, 1 findings or nothing found, 2 wrong use or unreadable input.
Console.OutputEncoding = new UTF8Encoding(false);
const string Usage = """
    plurimax: makes and checks small business sites

      plurimax trades [--search WORDS]
      plurimax looks
      plurimax compose FACTS.(yaml|json) --trade ID [--take N] [--look ID] --out DIR
      plurimax compose --from "TRADE WORDS" --name NAME --place TOWN [--take N] [--look ID] --out DIR
      plurimax check DIR

    Exit codes: 0 done, 1 blockers or nothing found, 2 wrong use or unreadable input.
    """;

try
{
    return args switch
    {
        ["trades", .. var rest] => Trades(new Options(rest, "search")),
        ["looks"] => ListLooks(),
        ["compose", .. var rest] => Compose(new Options(rest, "trade", "take", "look", "out", "from", "name", "place")),
        ["check", var folder] => Check(folder),
        ["help" or "--help" or "-h"] => Say(Usage, 0),
        _ => Wrong(args.Length == 0 ? "a command is needed." : $"“{string.Join(' ', args)}” is not understood."),
    };
}
catch (UsageException e) { return Wrong(e.Message); }
catch (TradeFormatException e)
{
    foreach (var p in e.Problems) Console.Error.WriteLine(p);
    return 2;
}

static int Say(string text, int code) { Console.WriteLine(text); return code; }
static int Wrong(string message) { Console.Error.WriteLine($"plurimax: {message}\n\n{Usage}"); return 2; }
static int Fault(string message) { Console.Error.WriteLine($"plurimax: {message}"); return 2; }

static int Trades(Options o)
{
    var all = TradeCatalogue.Shipped();
    if (o["search"] is not { } words)
    {
        foreach (var t in all.All) Console.WriteLine($"{t.Id,-20} {t.Names.Title} ({t.Kind})");
        return 0;
    }
    var found = all.Search(words);
    foreach (var m in found) Console.WriteLine($"{m.Trade.Id,-20} {m.Score:0.00}  {m.Trade.Names.Title}, found by “{m.Matched}”");
    if (found.Length == 0) Console.Error.WriteLine($"plurimax: no trade is near “{words}”. Try two to five words that name the work.");
    return found.Length == 0 ? 1 : 0;
}

static int ListLooks()
{
    foreach (var l in Looks.All) Console.WriteLine($"{l.Id,-12} {l.Name}: {l.Words}");
    return 0;
}

static int Compose(Options o)
{
    var all = TradeCatalogue.Shipped();
    var outDir = o["out"] ?? throw new UsageException("--out DIR is needed.");
    var take = o["take"] is null ? 1 : int.TryParse(o["take"], out var n) && n is > 0 and < 10_000 ? n : throw new UsageException($"--take {o["take"]} is not a number from 1 on.");
    if (o["look"] is { } l && Looks.Find(l) is null) throw new UsageException($"there is no look “{l}”. There are {string.Join(", ", Looks.All.Select(x => x.Id))}.");
    TradeTemplate trade;
    FactSheet facts;
    if (o["from"] is { } from)
    {
        var found = all.Search(from, 3);
        if (found.Length == 0 || found[0].Score < TradeSearch.Sure)
            return Fault($"no trade fits “{from}” well enough.{(found.Length > 0 ? $" Nearest: {string.Join(", ", found.Select(f => f.Trade.Id))}; name one with --trade." : "")}");
        trade = o["trade"] is { } given ? Find(given) : found[0].Trade;
        facts = FactSheet.From(o["name"] ?? throw new UsageException("--name NAME is needed."), o["place"] ?? throw new UsageException("--place TOWN is needed."));
    }
    else
    {
        trade = Find(o["trade"] ?? throw new UsageException("--trade ID is needed; plurimax trades lists them."));
        var file = o.Rest is [var f] ? f : throw new UsageException("name one file of facts.");
        if (!File.Exists(file)) return Fault($"{file}: there is no such file.");
        var (read, problems) = FactsFile.Read(File.ReadAllText(file), FactCatalogue.For(trade), FactSource.File, confirmed: true);
        foreach (var p in problems) Console.Error.WriteLine($"{file}:{p.Line}: {p.Field}: {p.Message}");
        if (problems.Count > 0) return 2;
        if (read.Name.Length == 0 || read.Town.Length == 0) return Fault($"{file}: business.name and place.town are needed.");
        facts = read;
    }
    var site = Composer.Compose(trade, facts, new Wishes(Look: o["look"]), take);
    var files = SiteRenderer.Render(site, trade, facts, RenderSettings.Plain);
    foreach (var (path, bytes) in files.Files)
    {
        var target = Path.Combine(outDir, path);
        Directory.CreateDirectory(Path.GetDirectoryName(target)!);
        File.WriteAllBytes(target, bytes);
    }
    Console.WriteLine($"{files.Files.Count} files, {files.Size / 1024} KB, take {take}, look {site.Look.Id}: {outDir}");
    return 0;

    TradeTemplate Find(string id) => all.Find(id) ?? throw new UsageException($"there is no trade “{id}”. Nearest: {all.All.MinBy(t => TradeSearch.Distance(t.Id, id))!.Id}.");
}

static int Check(string folder)
{
    if (!Directory.Exists(folder)) return Fault($"{folder}: there is no such folder.");
    var files = Directory.EnumerateFiles(folder, "*", SearchOption.AllDirectories).ToDictionary(f => Path.GetRelativePath(folder, f).Replace('\\', '/'), File.ReadAllBytes);
    var findings = Preflight.OfFiles(files).OrderByDescending(f => f.Severity).ToList();
    foreach (var f in findings) Console.WriteLine($"{(f.Severity == Severity.Blocker ? "blocker" : "warning")}  {f.Where}: {f.Message} {f.Mend} [{f.Rule}]");
    Console.WriteLine($"{findings.Count(f => f.Severity == Severity.Blocker)} blockers, {findings.Count(f => f.Severity == Severity.Warning)} warnings in {files.Count} files");
    return findings.Any(f => f.Severity == Severity.Blocker) ? 1 : 0;
}

internal sealed class UsageException(string message) : Exception(message);

internal sealed class Options
{
    private readonly Dictionary<string, string> _values = [];
    public List<string> Rest { get; } = [];

    public Options(string[] args, params string[] known)
    {
        for (var i = 0; i < args.Length; i++)
        {
            if (!args[i].StartsWith("--", StringComparison.Ordinal)) { Rest.Add(args[i]); continue; }
            var name = args[i][2..];
            if (!known.Contains(name)) throw new UsageException($"--{name} is not an option here.");
            _values[name] = ++i < args.Length ? args[i] : throw new UsageException($"--{name} needs a value.");
        }
    }

    public string? this[string name] => _values.GetValueOrDefault(name);
}
