using System.CommandLine;
using System.Text;
using Plurimax.Design.Styling;
using Plurimax.Design.Wordmarks;
using Plurimax.Facts;
using Plurimax.Making.Composing;
using Plurimax.Making.Saying;
using Plurimax.Making.Templates;
using Plurimax.Publishing.Launching;
using Plurimax.Publishing.Rendering;
using Plurimax.Publishing.Sections;
using Plurimax.Reading.Deciding;
using Plurimax.Reading.Files;
using Plurimax.Sites;
using Plurimax.Text;
using Plurimax.Trades;

// Exit codes: 0 done, 1 findings or nothing found, 2 wrong use or unreadable input.
Console.OutputEncoding = new UTF8Encoding(false);

var root = new RootCommand("Makes and checks small business sites, and reads facts out of documents. Exit codes: 0 done, 1 blockers or nothing found, 2 wrong use or unreadable input.");

var search = new Option<string?>("--search") { Description = "Words for a trade; typing errors are understood." };
var trades = new Command("trades", "Lists the trade templates, or finds one.") { search };
trades.SetAction(r => Trades(r.GetValue(search)));
root.Add(trades);

var templates = new Argument<string[]>("ID") { Description = "Ids of trades, or files of templates; none for all.", Arity = ArgumentArity.ZeroOrMore };
var lint = new Command("lint", "Says what is wrong with the writing of trade templates.") { templates };
lint.SetAction(r => Lint(r.GetValue(templates) ?? []));
root.Add(lint);

var firms = new Option<int>("--sites") { Description = "How many sites to compose of each trade.", DefaultValueFactory = _ => 50 };
var likeness = new Command("likeness", "Composes sites of a trade from name and town alone and measures how alike they read.") { templates, firms };
likeness.SetAction(r => Likeness(r.GetValue(templates) ?? [], r.GetValue(firms)));
root.Add(likeness);

var readId = new Argument<string>("ID") { Description = "Id of a trade, or file of a template." };
var readSites = new Option<int>("--sites") { Description = "How many sites.", DefaultValueFactory = _ => 12 };
var aloud = new Command("aloud", "Prints the texts of several sites of a trade, one after the other, to be read.") { readId, readSites };
aloud.SetAction(r => Aloud(r.GetValue(readId)!, r.GetValue(readSites)));
root.Add(aloud);

var looks = new Command("looks", "Lists the look families.");
looks.SetAction(_ => ListLooks());
root.Add(looks);

var factsFile = new Argument<string?>("FACTS") { Description = "A YAML or JSON file of facts.", Arity = ArgumentArity.ZeroOrOne };
var trade = new Option<string?>("--trade") { Description = "Id of a trade template." };
var take = new Option<int>("--take") { Description = "Number of the take, from 1.", DefaultValueFactory = _ => 1 };
var look = new Option<string?>("--look") { Description = "Id of a look family." };
var outDir = new Option<string>("--out") { Description = "Folder that the site is written to.", Required = true };
var from = new Option<string?>("--from") { Description = "Words for the trade, instead of a file of facts." };
var name = new Option<string?>("--name") { Description = "Name of the business, with --from." };
var place = new Option<string?>("--place") { Description = "Its town, with --from." };
var size = new Option<PlanSize>("--size") { Description = "How much of a site: one page, a small site, or a full one.", DefaultValueFactory = _ => PlanSize.Small };
var languages = new Option<string?>("--language") { Description = "Languages of the site, its own first, such as de or en,de." };
var lookWords = new Option<string?>("--look-words") { Description = "One or two words for the look, such as \"bold natural\"." };
var brand = new Option<string?>("--brand") { Description = "One to three colours of the client, such as #0e8a94,#ffd400." };
var markOption = new Option<string?>("--mark") { Description = $"How the name is put together as a mark: {string.Join(", ", Wordmark.All.Select(c => c.Id))}." };
var documentFile = new Option<string?>("--document") { Description = "Also writes the site document, as JSON." };
var anchors = new Option<bool>("--anchors") { Description = "Keeps the ids of sections in the pages, for measuring." };
var compose = new Command("compose", "Writes a finished site as files.") { factsFile, trade, take, look, lookWords, brand, markOption, size, languages, outDir, from, name, place, documentFile, anchors };
compose.SetAction(r => Compose(new ComposeWish(r.GetValue(factsFile), r.GetValue(trade), r.GetValue(take), r.GetValue(look), r.GetValue(outDir)!, r.GetValue(from), r.GetValue(name), r.GetValue(place), r.GetValue(size), r.GetValue(languages)) { Words = r.GetValue(lookWords), Brand = r.GetValue(brand), Mark = r.GetValue(markOption), Document = r.GetValue(documentFile), Anchors = r.GetValue(anchors) }));
root.Add(compose);

var bookDir = new Option<string>("--out") { Description = "Folder that the pattern book is written to.", Required = true };
var bookLook = new Option<string?>("--look") { Description = "Id of a look family." };
var bookTrade = new Option<string?>("--trade") { Description = "Id of a trade template." };
var book = new Command("pattern-book", "Writes a site that shows every kind of section in every layout.") { bookTrade, bookLook, bookDir, documentFile, anchors };
book.SetAction(r => Book(r.GetValue(bookTrade) ?? "bicycle-repair", r.GetValue(bookLook) ?? Looks.All[0].Id, r.GetValue(bookDir)!, r.GetValue(documentFile), r.GetValue(anchors)));
root.Add(book);

var folder = new Argument<string>("DIR") { Description = "Folder of a site." };
var check = new Command("check", "Runs the checks of a release over a folder.") { folder };
check.SetAction(r => Check(r.GetValue(folder)!));
root.Add(check);

var files = new Argument<string[]>("FILE") { Description = $"Documents of one business: {DocumentReader.Kinds}; - for text on standard input.", Arity = ArgumentArity.OneOrMore };
var json = new Option<bool>("--json") { Description = "Print JSON." };
var read = new Command("read", "Reads facts out of documents. Nothing is fetched.") { files, json };
read.SetAction(r => Read(r.GetValue(files)!, r.GetValue(json)));
root.Add(read);

var wish = new Argument<string>("WORDS") { Description = "What should be different, in plain words, English or German; several wishes in one go." };
var siteFile = new Option<string>("--site") { Description = "A site document, as compose --document writes it.", Required = true };
var sayFacts = new Option<string?>("--facts") { Description = "The YAML or JSON file of facts that the site was made of." };
var sayPage = new Option<string>("--page") { Description = "Id of the page in hand.", DefaultValueFactory = _ => "home" };
var apply = new Option<bool>("--apply") { Description = "Writes the changed document in place of the one that was read." };
var say = new Command("say", "Reads wishes and lists what was understood and what was not. Exit code 1 where something was not.") { wish, siteFile, sayFacts, sayPage, json, apply };
say.SetAction(r => Say(r.GetValue(wish)!, r.GetValue(siteFile)!, r.GetValue(sayFacts), r.GetValue(sayPage)!, r.GetValue(json), r.GetValue(apply)));
root.Add(say);

try
{
    var parsed = root.Parse(args);
    if (parsed.Errors.Count == 0 && args.Length > 0) return parsed.Invoke(new InvocationConfiguration { EnableDefaultExceptionHandler = false });
    if (args.Length == 0) return Fault("a command is needed; plurimax --help lists them.");
    foreach (var e in parsed.Errors) Console.Error.WriteLine($"plurimax: {e.Message}");
    return 2;
}
catch (UsageException e) { return Fault(e.Message); }
catch (TradeFormatException e)
{
    foreach (var p in e.Problems) Console.Error.WriteLine(p);
    return 2;
}

static int Fault(string message) { Console.Error.WriteLine($"plurimax: {message}"); return 2; }

static int Say(string words, string file, string? factsFile, string page, bool json, bool apply)
{
    if (!File.Exists(file)) return Fault($"{file}: there is no such file.");
    SiteDocument site;
    try { site = SiteDocument.FromJson(File.ReadAllText(file)); }
    catch (System.Text.Json.JsonException) { return Fault($"{file}: that is not a site document."); }
    var all = TradeCatalogue.Shipped();
    if (all.Find(site.Trade) is not { } trade) return Fault($"{file}: there is no trade “{site.Trade}”.");
    // Without a file of facts: name and town, as the seed of the site tells them.
    var seed = (site.Seed ?? "//").Split('/');
    var facts = FactSheet.From(seed.ElementAtOrDefault(1) is { Length: > 0 } n ? n : "The business", seed.ElementAtOrDefault(2) is { Length: > 0 } t ? t : "the town");
    if (factsFile is not null)
    {
        if (!File.Exists(factsFile)) return Fault($"{factsFile}: there is no such file.");
        var (read, problems) = FactsFile.Read(File.ReadAllText(factsFile), TradeFacts.Of(trade), FactSource.File, confirmed: true);
        foreach (var p in problems) Console.Error.WriteLine($"{factsFile}:{p.Line}: {p.Field}: {p.Message}");
        if (problems.Count > 0) return 2;
        facts = read;
    }
    var reading = WishReader.Read(words, new SayContext(site, trade, all, facts, page, null, DateOnly.FromDateTime(DateTime.UtcNow)));
    if (json)
        Console.WriteLine(System.Text.Json.JsonSerializer.Serialize(new
        {
            understood = reading.Acts.Select(a => new { a.Code, a.Words, a.Says, edits = a.Edits.Length, facts = a.Facts.Select(f => new { f.Fact, value = f.Value?.Summary() }) }),
            notUnderstood = reading.Missed.Select(m => new { m.Words, m.Why, m.Kind }),
        }, new System.Text.Json.JsonSerializerOptions(SiteDocument.Json) { WriteIndented = true }));
    else
    {
        foreach (var a in reading.Acts) Console.WriteLine($"understood  {a.Code,-40} {a.Says}");
        foreach (var m in reading.Missed) Console.WriteLine($"not         {m.Words}: {m.Why}");
    }
    if (apply && reading.Acts.Length > 0) File.WriteAllText(file, reading.Site.ToJson());
    return reading.Missed.Length > 0 || reading.Acts.Length == 0 ? 1 : 0;
}

static int Read(string[] paths, bool json)
{
    var inFiles = new List<InFile>();
    foreach (var path in paths)
    {
        if (path == "-") { using var memory = new MemoryStream(); Console.OpenStandardInput().CopyTo(memory); inFiles.Add(new InFile("input.txt", memory.ToArray())); }
        else if (Directory.Exists(path)) foreach (var f in Directory.EnumerateFiles(path, "*", SearchOption.AllDirectories).Where(f => FileKinds.Promised(f) is not null).Order()) Take(f);
        else if (File.Exists(path)) Take(path);
        else Console.Error.WriteLine($"plurimax: {path}: there is no such file.");
    }
    var batch = DocumentReader.Read(inFiles);
    foreach (var p in batch.Problems) Console.Error.WriteLine($"plurimax: {p}");
    foreach (var n in batch.Texts.SelectMany(t => t.Notes)) Console.Error.WriteLine($"plurimax: {n}");
    if (batch.Texts.Length == 0) return inFiles.Count == 0 || batch.Problems.Length > 0 ? 2 : 1;
    var reading = FactReading.Of(batch.Texts, DateOnly.FromDateTime(DateTime.UtcNow));
    if (json) Console.WriteLine(ReadingJson.Write(reading));
    else
        foreach (var fact in reading.Facts)
            foreach (var c in fact.Values.Where(c => c.Confidence >= FactReading.Sure).Take(FactReading.Many.Contains(fact.Fact) ? 60 : 2))
                Console.WriteLine($"{fact.Fact,-18} {c.Confidence:0.00}  {c.Value.Summary()}{(c.Snippet.Where.Length > 0 ? $"  [{c.Snippet.Where}]" : "")}");
    return reading.Facts.Length > 0 ? 0 : 1;

    void Take(string path)
    {
        var size = new FileInfo(path).Length;
        // A file above the bound is refused by its size, so that it need not be held in memory.
        inFiles.Add(new InFile(path, size > DocumentReader.LargestFile ? new byte[DocumentReader.LargestFile + 1] : File.ReadAllBytes(path)));
    }
}

static int Trades(string? words)
{
    var all = TradeCatalogue.Shipped();
    if (words is null)
    {
        foreach (var t in all.All) Console.WriteLine($"{t.Id,-20} {t.Names.Title} ({t.Kind})");
        return 0;
    }
    var found = all.Search(words);
    foreach (var m in found) Console.WriteLine($"{m.Trade.Id,-20} {m.Score:0.00}  {m.Trade.Names.Title}, found by “{m.Matched}”");
    if (found.Length == 0) Console.Error.WriteLine($"plurimax: no trade is near “{words}”. Try two to five words that name the work.");
    return found.Length == 0 ? 1 : 0;
}

static IEnumerable<TradeTemplate> Chosen(string[] ids)
{
    if (ids.Length == 0) return TradeCatalogue.Shipped().All;
    return ids.Select(id => File.Exists(id) ? new TradeReader(Content.Text).Read(id, File.ReadAllText(id))
        : new TradeReader(Content.Text).Read($"trades/{id}.yaml", Content.Text($"trades/{id}.yaml") ?? throw new UsageException($"there is no trade “{id}”.")));
}

static int Lint(string[] ids)
{
    var worst = 0;
    foreach (var t in Chosen(ids))
    {
        var remarks = StyleLint.Of(t);
        foreach (var r in remarks) Console.WriteLine(r);
        Console.WriteLine($"{t.Id}: {(remarks.Length == 0 ? "clean" : $"{remarks.Length} remarks")}");
        if (remarks.Length > 0) worst = 1;
    }
    return worst;
}

static int Likeness(string[] ids, int sites)
{
    if (sites is < 2 or > 1000) throw new UsageException($"--sites {sites} is not between 2 and 1,000.");
    foreach (var t in Chosen(ids))
    {
        var d = Distribution.Of(t, sites);
        Console.WriteLine($"{t.Id,-22} {sites} sites, {d.Words} words each: median {d.Median:0.000}, 95th percentile {d.High:0.000}, highest {d.Highest:0.000}");
        if (ids.Length == 1) Console.WriteLine($"  the most alike two share {string.Join(", ", d.Shared)}");
    }
    return 0;
}

static int Aloud(string id, int sites)
{
    if (sites is < 1 or > 100) throw new UsageException($"--sites {sites} is not between 1 and 100.");
    foreach (var trade in Chosen([id]))
        foreach (var (facts, site) in Distribution.Fleet(trade, sites))
        {
            Console.WriteLine($"\n# {facts.Name}, {facts.Town} ({site.Tone.ToString().ToLowerInvariant()}, {site.Cut})");
            var text = new TextEngine(FactTree.Build(facts), trade.Words, RenderSettings.Plain.Settings, SiteWords.For(site.Language));
            foreach (var page in site.Pages.Where(p => p.Id != "privacy"))
            {
                Console.WriteLine($"\n## {text.Plain(page.Menu)}");
                foreach (var (path, passage) in page.Sections.SelectMany(s => s.Content.Passages()).Where(p => text.Stands(p.Passage)))
                    Console.WriteLine(path.EndsWith("heading", StringComparison.Ordinal) || path.EndsWith("title", StringComparison.Ordinal) ? $"**{text.Plain(passage)}**" : text.Plain(passage));
            }
        }
    return 0;
}

static int ListLooks()
{
    foreach (var l in Looks.All) Console.WriteLine($"{l.Id,-12} {l.Name}: {l.Words}");
    return 0;
}

static int Compose(ComposeWish o)
{
    var all = TradeCatalogue.Shipped();
    var take = o.Take is > 0 and < 10_000 ? o.Take : throw new UsageException($"--take {o.Take} is not a number from 1 on.");
    if (o.Look is { } l && Looks.Find(l) is null) throw new UsageException($"there is no look “{l}”. There are {string.Join(", ", Looks.All.Select(x => x.Id))}.");
    TradeTemplate trade;
    FactSheet facts;
    if (o.From is { } from)
    {
        var found = all.Search(from, 3);
        if (found.Length == 0 || found[0].Score < TradeSearch.Sure)
            return Fault($"no trade fits “{from}” well enough.{(found.Length > 0 ? $" Nearest: {string.Join(", ", found.Select(f => f.Trade.Id))}; name one with --trade." : "")}");
        trade = o.Trade is { } given ? Find(given) : found[0].Trade;
        facts = FactSheet.From(o.Name ?? throw new UsageException("--name NAME is needed."), o.Place ?? throw new UsageException("--place TOWN is needed."));
    }
    else
    {
        trade = Find(o.Trade ?? throw new UsageException("--trade ID is needed; plurimax trades lists them."));
        var file = o.File ?? throw new UsageException("name one file of facts.");
        if (!File.Exists(file)) return Fault($"{file}: there is no such file.");
        var (read, problems) = FactsFile.Read(File.ReadAllText(file), TradeFacts.Of(trade), FactSource.File, confirmed: true);
        foreach (var p in problems) Console.Error.WriteLine($"{file}:{p.Line}: {p.Field}: {p.Message}");
        if (problems.Count > 0) return 2;
        if (read.Name.Length == 0 || read.Town.Length == 0) return Fault($"{file}: business.name and place.town are needed.");
        facts = read;
    }
    var spoken = (o.Languages ?? trade.Language).Split(',', StringSplitOptions.TrimEntries | StringSplitOptions.RemoveEmptyEntries).Select(l =>
        all.InLanguage(trade, l) ?? throw new UsageException($"{trade.Id} is not written in {l} yet. There is {string.Join(", ", all.Languages(trade))}.")).DistinctBy(t => t.Language).ToList();
    if (spoken.Count > 0) trade = spoken[0];
    if (o.Words is { Length: > 0 } said && LookWords.Of(said).Length == 0) throw new UsageException($"--look-words knows {string.Join(", ", LookWords.All.Select(w => w.Id))}.");
    var brands = (o.Brand ?? "").Split(',', StringSplitOptions.TrimEntries | StringSplitOptions.RemoveEmptyEntries).Take(3).Select(b => Oklch.TryHex(b, out var hex) ? hex : throw new UsageException($"“{b}” is not a colour. Write it as #0e8a94.")).ToList();
    var site = Composer.Compose(trade, facts, new Wishes(Look: o.Look, Brand: brands.FirstOrDefault(), Size: o.Size) { LookWords = o.Words }, take);
    site = site with { Look = site.Look with { Second = brands.ElementAtOrDefault(1), Third = brands.ElementAtOrDefault(2) } };
    if (o.Mark is { } composition) site = site with { Mark = Wordmark.Named(composition) is null ? throw new UsageException($"--mark knows {string.Join(", ", Wordmark.All.Select(c => c.Id))}.") : new SiteMark(composition) };
    foreach (var other in spoken.Skip(1)) site = Composer.WithLanguage(site, other, facts);
    var files = SiteRenderer.Render(site, trade, facts, RenderSettings.Plain with { Mode = o.Anchors ? RenderMode.Anchored : RenderMode.Publish });
    Write(files, o.Out);
    if (o.Document is { } documentPath) File.WriteAllText(documentPath, site.ToJson());
    Console.WriteLine($"{files.Files.Count} files, {files.Size / 1024} KB, take {take}, look {site.Look.Id}: {o.Out}");
    return 0;

    TradeTemplate Find(string id) => all.Find(id) ?? throw new UsageException($"there is no trade “{id}”. Nearest: {all.All.MinBy(t => EditDistance.Of(t.Id, id))!.Id}.");
}

static void Write(SiteFiles files, string folder)
{
    foreach (var (path, bytes) in files.Files)
    {
        var target = Path.Combine(folder, path);
        Directory.CreateDirectory(Path.GetDirectoryName(target)!);
        File.WriteAllBytes(target, bytes);
    }
}

static int Book(string tradeId, string look, string folder, string? document, bool anchors)
{
    var trade = TradeCatalogue.Shipped().Find(tradeId) ?? throw new UsageException($"there is no trade “{tradeId}”.");
    if (Looks.Find(look) is null) throw new UsageException($"there is no look “{look}”. There are {string.Join(", ", Looks.All.Select(x => x.Id))}.");
    var (site, facts, settings) = PatternBook.Make(trade, look);
    Write(SiteRenderer.Render(site, trade, facts, settings with { Mode = anchors ? RenderMode.Anchored : settings.Mode }), folder);
    if (document is not null) File.WriteAllText(document, site.ToJson());
    Console.WriteLine($"{site.Pages.Length} pages, look {look}: {folder}");
    return 0;
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

internal sealed record ComposeWish(string? File, string? Trade, int Take, string? Look, string Out, string? From, string? Name, string? Place, PlanSize Size, string? Languages)
{
    public string? Words { get; init; }
    public string? Brand { get; init; }
    public string? Mark { get; init; }
    public string? Document { get; init; }
    public bool Anchors { get; init; }
}
