using Plurimax.Facts;
using Plurimax.Making.Saying;
using Plurimax.Reading.Deciding;
using Plurimax.Reading.Files;
using Plurimax.Sites;
using Plurimax.Trades;

namespace Plurimax.Cli;

/// <summary>Commands that read: facts out of documents, wishes about a site.</summary>
internal static class ReadingCommands
{
    public static int Say(string words, string file, string? factsFile, string page, bool json, bool apply)
    {
        if (!File.Exists(file))
            return Usage.Fault($"{file}: there is no such file.");
        SiteDocument site;
        try
        {
            site = SiteDocument.FromJson(File.ReadAllText(file));
        }
        catch (System.Text.Json.JsonException)
        {
            return Usage.Fault($"{file}: that is not a site document.");
        }
        var all = TradeCatalogue.Shipped();
        if (all.Find(site.Trade) is not { } trade)
            return Usage.Fault($"{file}: there is no trade “{site.Trade}”.");
        // Without a file of facts: name and town, as the seed of the site tells them.
        var seed = (site.Seed ?? "//").Split('/');
        var facts = FactSheet.From(
            seed.ElementAtOrDefault(1) is { Length: > 0 } n ? n : "The business",
            seed.ElementAtOrDefault(2) is { Length: > 0 } t ? t : "the town"
        );
        if (factsFile is not null)
        {
            if (!File.Exists(factsFile))
                return Usage.Fault($"{factsFile}: there is no such file.");
            var (read, problems) = FactsFile.Read(File.ReadAllText(factsFile), TradeFacts.Of(trade), FactSource.File, confirmed: true);
            foreach (var p in problems)
                Console.Error.WriteLine($"{factsFile}:{p.Line}: {p.Field}: {p.Message}");
            if (problems.Count > 0)
                return 2;
            facts = read;
        }
        var reading = WishReader.Read(words, new SayContext(site, trade, all, facts, page, null, DateOnly.FromDateTime(DateTime.UtcNow)));
        if (json)
            Console.WriteLine(
                System.Text.Json.JsonSerializer.Serialize(
                    new
                    {
                        understood = reading.Acts.Select(a => new
                        {
                            a.Code,
                            a.Words,
                            a.Says,
                            edits = a.Edits.Length,
                            facts = a.Facts.Select(f => new { f.Fact, value = f.Value?.Summary() }),
                        }),
                        notUnderstood = reading.Missed.Select(m => new
                        {
                            m.Words,
                            m.Why,
                            m.Kind,
                        }),
                    },
                    SiteDocument.IndentedJson
                )
            );
        else
        {
            foreach (var a in reading.Acts)
                Console.WriteLine($"understood  {a.Code, -40} {a.Says}");
            foreach (var m in reading.Missed)
                Console.WriteLine($"not         {m.Words}: {m.Why}");
        }
        if (apply && reading.Acts.Length > 0)
            File.WriteAllText(file, reading.Site.ToJson());
        return reading.Missed.Length > 0 || reading.Acts.Length == 0 ? 1 : 0;
    }

    public static int Read(string[] paths, bool json)
    {
        var inFiles = new List<InFile>();
        foreach (var path in paths)
        {
            if (path == "-")
            {
                using var memory = new MemoryStream();
                Console.OpenStandardInput().CopyTo(memory);
                inFiles.Add(new InFile("input.txt", memory.ToArray()));
            }
            else if (Directory.Exists(path))
                foreach (
                    var f in Directory
                        .EnumerateFiles(path, "*", SearchOption.AllDirectories)
                        .Where(f => FileKinds.Promised(f) is not null)
                        .Order()
                )
                    Take(f);
            else if (File.Exists(path))
                Take(path);
            else
                Console.Error.WriteLine($"plurimax: {path}: there is no such file.");
        }
        var batch = DocumentReader.Read(inFiles);
        foreach (var p in batch.Problems)
            Console.Error.WriteLine($"plurimax: {p}");
        foreach (var n in batch.Texts.SelectMany(t => t.Notes))
            Console.Error.WriteLine($"plurimax: {n}");
        if (batch.Texts.Length == 0)
            return inFiles.Count == 0 || batch.Problems.Length > 0 ? 2 : 1;
        var reading = FactReading.Of(batch.Texts, DateOnly.FromDateTime(DateTime.UtcNow));
        if (reading.Cut)
            Console.Error.WriteLine($"plurimax: {FactReading.CutSays}");
        if (json)
            Console.WriteLine(ReadingJson.Write(reading));
        else
            foreach (var fact in reading.Facts)
            foreach (var c in fact.Values.Where(c => c.Confidence >= FactReading.Sure).Take(FactReading.Many.Contains(fact.Fact) ? 60 : 2))
            {
                var where = c.Snippet.Where.Length > 0 ? $"  [{c.Snippet.Where}]" : "";
                Console.WriteLine($"{fact.Fact, -18} {c.Confidence:0.00}  {c.Value.Summary()}{where}");
            }
        return reading.Facts.Length > 0 ? 0 : 1;

        void Take(string path)
        {
            var size = new FileInfo(path).Length;
            // A file above the bound is refused by its size, so that it need not be held in memory.
            inFiles.Add(
                new InFile(path, size > DocumentReader.LargestFile ? new byte[DocumentReader.LargestFile + 1] : File.ReadAllBytes(path))
            );
        }
    }
}
