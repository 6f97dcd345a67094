using Plurimax.Facts;
using Plurimax.Making.Templates;
using Plurimax.Publishing.Sections;
using Plurimax.Sites;
using Plurimax.Text;
using Plurimax.Trades;

namespace Plurimax.Cli;

/// <summary>Commands about trade templates: listed, checked, measured, read aloud.</summary>
internal static class TradeCommands
{
    public static int Trades(string? words)
    {
        var all = TradeCatalogue.Shipped();
        if (words is null)
        {
            foreach (var t in all.Cards)
                Console.WriteLine($"{t.Id, -20} {t.Names.Title} ({t.Kind})");
            return 0;
        }
        var found = all.Search(words);
        foreach (var m in found)
            Console.WriteLine($"{m.Trade.Id, -20} {m.Score:0.00}  {m.Trade.Names.Title}, found by “{m.Matched}”");
        if (found.Length == 0)
            Console.Error.WriteLine($"plurimax: no trade is near “{words}”. Try two to five words that name the work.");
        return found.Length == 0 ? 1 : 0;
    }

    private static IEnumerable<TradeTemplate> Chosen(string[] ids)
    {
        if (ids.Length == 0)
            return TradeCatalogue.Shipped().All;
        return ids.Select(id =>
            File.Exists(id)
                ? new TradeReader(Content.Text).Read(id, File.ReadAllText(id))
                : new TradeReader(Content.Text).Read(
                    $"trades/{id}.yaml",
                    Content.Text($"trades/{id}.yaml") ?? throw new UsageException($"there is no trade “{id}”.")
                )
        );
    }

    public static int Schema()
    {
        Console.Write(TradeSchema.Json());
        return 0;
    }

    public static int Translated(string[] ids, bool now)
    {
        var worst = 0;
        foreach (var id in ids.Length > 0 ? ids : Translations.All)
        {
            if (Translations.Of(id, Content.Text) is not { } stale)
                throw new UsageException($"“{id}” translates no trade.");
            if (now)
            {
                var source = Translations.SourceOf(Content.Text($"trades/{id}.yaml")!);
                var list = Path.Combine(Content.Root, Translations.ListOf(id));
                Directory.CreateDirectory(Path.GetDirectoryName(list)!);
                File.WriteAllText(list, Translations.Listed(Content.Text($"trades/{source}.yaml")!));
                Console.WriteLine($"{id}: as its source has it now");
                continue;
            }
            foreach (var passage in stale)
                Console.WriteLine($"{id}: {passage.Path} {passage.Kind.ToString().ToLowerInvariant()}");
            Console.WriteLine($"{id}: {(stale.IsEmpty ? "as its source" : Plural.Of(stale.Length, "passage") + " to go over")}");
            if (!stale.IsEmpty)
                worst = 1;
        }
        return worst;
    }

    public static int Lint(string[] ids)
    {
        var worst = 0;
        foreach (var t in Chosen(ids))
        {
            var remarks = StyleLint.Of(t);
            foreach (var r in remarks)
                Console.WriteLine(r);
            Console.WriteLine($"{t.Id}: {(remarks.Length == 0 ? "clean" : $"{remarks.Length} remarks")}");
            if (remarks.Length > 0)
                worst = 1;
        }
        return worst;
    }

    public static int Likeness(string[] ids, int sites)
    {
        if (sites is < 2 or > 1000)
            throw new UsageException($"--sites {sites} is not between 2 and 1,000.");
        foreach (var t in Chosen(ids))
        {
            var d = Distribution.Of(t, sites);
            Console.WriteLine(
                $"{t.Id, -22} {sites} sites, {d.Words} words each: median {d.Median:0.000}, 95th percentile {d.High:0.000}, highest "
                    + $"{d.Highest:0.000}"
            );
            if (ids.Length == 1)
                Console.WriteLine($"  the most alike two share {string.Join(", ", d.Shared)}");
        }
        return 0;
    }

    public static int Aloud(string id, int sites)
    {
        if (sites is < 1 or > 100)
            throw new UsageException($"--sites {sites} is not between 1 and 100.");
        foreach (var trade in Chosen([id]))
        foreach (var (facts, site) in Distribution.Fleet(trade, sites))
        {
            Console.WriteLine($"\n# {facts.Name}, {facts.Town} ({site.Tone.ToString().ToLowerInvariant()}, {site.Cut})");
            var text = new TextEngine(FactTree.Build(facts), trade.Words, RenderSettings.Plain.Settings, SiteWords.For(site.Language));
            foreach (var page in site.Pages.Where(p => p.Id != "privacy"))
            {
                Console.WriteLine($"\n## {text.Plain(page.Menu)}");
                foreach (var (path, passage) in page.Sections.SelectMany(s => s.Content.Passages()).Where(p => text.Stands(p.Passage)))
                    Console.WriteLine(
                        path.EndsWith("heading", StringComparison.Ordinal) || path.EndsWith("title", StringComparison.Ordinal)
                            ? $"**{text.Plain(passage)}**"
                            : text.Plain(passage)
                    );
            }
        }
        return 0;
    }
}
