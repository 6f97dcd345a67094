using Plurimax.Design.Styling;
using Plurimax.Design.Wordmarks;
using Plurimax.Facts;
using Plurimax.Making.Composing;
using Plurimax.Publishing.Launching;
using Plurimax.Publishing.Rendering;
using Plurimax.Publishing.Sections;
using Plurimax.Sites;
using Plurimax.Text;
using Plurimax.Trades;

namespace Plurimax.Cli;

/// <summary>Commands that make sites as files, and check them.</summary>
internal static partial class SiteCommands
{
    public static int ListLooks()
    {
        foreach (var l in Looks.All)
            Console.WriteLine($"{l.Id, -12} {l.Name}: {l.Words}");
        return 0;
    }

    public static int Compose(ComposeWish o)
    {
        var all = TradeCatalogue.Shipped();
        var take = o.Take is > 0 and < 10_000 ? o.Take : throw new UsageException($"--take {o.Take} is not a number from 1 on.");
        if (o.Look is { } l && Looks.Find(l) is null)
            throw new UsageException($"there is no look “{l}”. There are {string.Join(", ", Looks.All.Select(x => x.Id))}.");
        TradeTemplate trade;
        FactSheet facts;
        string? language = null;
        if (o.From is { } from)
        {
            var found = all.Search(from, 3);
            if (found.Length == 0 || found[0].Score < TradeSearch.Sure)
            {
                var nearest = string.Join(", ", found.Select(f => f.Trade.Id));
                return Usage.Fault(
                    $"no trade fits “{from}” well enough.{(nearest.Length > 0 ? $" Nearest: {nearest}; name one with --trade." : "")}"
                );
            }
            trade = o.Trade is { } given ? Find(given) : all[found[0].Trade.Id];
            facts = FactSheet.From(
                o.Name ?? throw new UsageException("--name NAME is needed."),
                o.Place ?? throw new UsageException("--place TOWN is needed.")
            );
        }
        else if (!IsFacts(o))
        {
            if (o.Files.Length == 0)
                throw new UsageException("name a brief, notes or a file of facts, or say --from WORDS.");
            var brief = Brief.Read(o.Files, all, o.Trade is { } named ? Find(named) : null, o.Languages?.Split(',')[0], o.Name, o.Place);
            foreach (var line in brief.Assumed)
                Console.Error.WriteLine($"assumed: {line}");
            (trade, facts) = (brief.Trade, brief.Facts);
            language = all.InLanguage(trade, brief.Language) is null ? null : brief.Language;
            if (language is null)
                Console.Error.WriteLine($"assumed: the pages are in {trade.Language}; {trade.Id} is not written in {brief.Language} yet");
        }
        else
        {
            trade = Find(o.Trade ?? throw new UsageException("--trade ID is needed; plurimax trades lists them."));
            var file = o.Files[0];
            if (!File.Exists(file))
                return Usage.Fault($"{file}: there is no such file.");
            var (read, problems) = FactsFile.Read(File.ReadAllText(file), TradeFacts.Of(trade), FactSource.File, confirmed: true);
            foreach (var p in problems)
                Console.Error.WriteLine($"{file}:{p.Line}: {p.Field}: {p.Message}");
            if (problems.Count > 0)
                return 2;
            if (read.Name.Length == 0 || read.Town.Length == 0)
                return Usage.Fault($"{file}: business.name and place.town are needed.");
            facts = read;
        }
        var spoken = (o.Languages ?? language ?? trade.Language)
            .Split(',', StringSplitOptions.TrimEntries | StringSplitOptions.RemoveEmptyEntries)
            .Select(l =>
                all.InLanguage(trade, l)
                ?? throw new UsageException($"{trade.Id} is not written in {l} yet. There is {string.Join(", ", all.Languages(trade))}.")
            )
            .DistinctBy(t => t.Language)
            .ToList();
        if (spoken.Count > 0)
            trade = spoken[0];
        if (o.Words is { Length: > 0 } said && LookWords.Of(said).Length == 0)
            throw new UsageException($"--look-words knows {string.Join(", ", LookWords.All.Select(w => w.Id))}.");
        var brands = (o.Brand ?? "")
            .Split(',', StringSplitOptions.TrimEntries | StringSplitOptions.RemoveEmptyEntries)
            .Take(3)
            .Select(b => Oklch.TryHex(b, out var hex) ? hex : throw new UsageException($"“{b}” is not a colour. Write it as #0e8a94."))
            .ToList();
        var site = Composer.Compose(
            trade,
            facts,
            new Wishes(Look: o.Look, Brand: brands.FirstOrDefault(), Size: o.Size) { LookWords = o.Words },
            take
        );
        site = site with { Look = site.Look with { Second = brands.ElementAtOrDefault(1), Third = brands.ElementAtOrDefault(2) } };
        if (o.Mark is { } composition)
            site = site with
            {
                Mark = Wordmark.Named(composition) is null
                    ? throw new UsageException($"--mark knows {string.Join(", ", Wordmark.All.Select(c => c.Id))}.")
                    : new SiteMark(composition),
            };
        foreach (var other in spoken.Skip(1))
            site = Composer.WithLanguage(site, other, facts);
        var files = SiteRenderer.Render(
            site,
            trade,
            facts,
            RenderSettings.Plain with
            {
                Mode = o.Anchors ? RenderMode.Anchored : RenderMode.Publish,
            }
        );
        Write(files, o.Out);
        if (o.Document is { } documentPath)
            File.WriteAllText(documentPath, site.ToJson());
        Console.WriteLine($"{files.Files.Count} files, {files.Size / 1024} KB, take {take}, look {site.Look.Id}: {o.Out}");
        return 0;

        TradeTemplate Find(string id) =>
            (File.Exists(id) ? new TradeReader(Content.Text).Read(id, File.ReadAllText(id)) : all.Find(id))
            ?? throw new UsageException($"there is no trade “{id}”. Nearest: {all.Cards.MinBy(t => EditDistance.Of(t.Id, id))!.Id}.");
    }

    /// <summary>One file whose keys are ids of facts, such as "business.name"; everything else is read as a person wrote it.</summary>
    private static bool IsFacts(ComposeWish o) =>
        o is { Trade: not null, Files: [var file] }
        && Path.GetExtension(file) is ".yaml" or ".yml" or ".json"
        && (!File.Exists(file) || FactsKey().IsMatch(File.ReadAllText(file)));

    [System.Text.RegularExpressions.GeneratedRegex(
        "^\\s*[{]?\\s*\"?business\"?\\s*:",
        System.Text.RegularExpressions.RegexOptions.Multiline
    )]
    private static partial System.Text.RegularExpressions.Regex FactsKey();

    private static void Write(SiteFiles files, string folder)
    {
        foreach (var (path, bytes) in files.Files)
        {
            var target = Path.Combine(folder, path);
            Directory.CreateDirectory(Path.GetDirectoryName(target)!);
            File.WriteAllBytes(target, bytes);
        }
    }

    public static int Book(string tradeId, string look, string folder, string? document, bool anchors)
    {
        var trade = TradeCatalogue.Shipped().Find(tradeId) ?? throw new UsageException($"there is no trade “{tradeId}”.");
        if (Looks.Find(look) is null)
            throw new UsageException($"there is no look “{look}”. There are {string.Join(", ", Looks.All.Select(x => x.Id))}.");
        var (site, facts, settings) = PatternBook.Make(trade, look);
        Write(SiteRenderer.Render(site, trade, facts, settings with { Mode = anchors ? RenderMode.Anchored : settings.Mode }), folder);
        if (document is not null)
            File.WriteAllText(document, site.ToJson());
        Console.WriteLine($"{site.Pages.Length} pages, look {look}: {folder}");
        return 0;
    }

    public static int Check(string folder)
    {
        if (!Directory.Exists(folder))
            return Usage.Fault($"{folder}: there is no such folder.");
        var files = Directory
            .EnumerateFiles(folder, "*", SearchOption.AllDirectories)
            .ToDictionary(f => Path.GetRelativePath(folder, f).Replace('\\', '/'), File.ReadAllBytes);
        var findings = Preflight.OfFiles(files).OrderByDescending(f => f.Severity).ToList();
        foreach (var f in findings)
            Console.WriteLine($"{(f.Severity == Severity.Blocker ? "blocker" : "warning")}  {f.Where}: {f.Message} {f.Mend} [{f.Rule}]");
        Console.WriteLine(
            $"{findings.Count(f => f.Severity == Severity.Blocker)} blockers, {findings.Count(f => f.Severity == Severity.Warning)} "
                + $"warnings in {files.Count} files"
        );
        return findings.Any(f => f.Severity == Severity.Blocker) ? 1 : 0;
    }
}
