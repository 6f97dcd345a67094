using System.Collections.Immutable;
using System.Diagnostics;
using System.Globalization;
using System.Text;
using AngleSharp.Html.Parser;
using Plurimax.Bench;
using Plurimax.Core.Tests;
using Plurimax.Data.Blobs;
using Plurimax.Design.Styling;
using Plurimax.Design.Wordmarks;
using Plurimax.Facts;
using Plurimax.Making.Composing;
using Plurimax.Making.Likeness;
using Plurimax.Making.Plans.Drawing;
using Plurimax.Making.Saying;
using Plurimax.Making.Settings;
using Plurimax.Making.Templates;
using Plurimax.Publishing.Rendering;
using Plurimax.Publishing.Sections;
using Plurimax.Sites;
using Plurimax.Text;
using Plurimax.Trades;

// Measurements of composing, rendering and storing. Each figure stands beside a yardstick measured in the same run.
CultureInfo.CurrentCulture = CultureInfo.InvariantCulture;
if (args is ["fleet-make", var made, var kept, var count])
{
    await Fleet.MakeAsync(made, kept, int.Parse(count, CultureInfo.InvariantCulture));
    return;
}
if (args is ["fleet", var there, var folder0])
{
    await Fleet.MeasureAsync(there, folder0);
    return;
}
Console.WriteLine(
    $"{Environment.ProcessorCount} cores, {GC.GetGCMemoryInfo().TotalAvailableMemoryBytes >> 30} GiB, .NET {Environment.Version}, "
        + $"{System.Runtime.InteropServices.RuntimeInformation.OSDescription}"
);
var trades = TradeCatalogue.Shipped();
var trade = trades["bicycle-repair"];
var facts = FactsFile.Read(Content.Text("demo/harrowgate-cycle-works.yaml")!, TradeFacts.Of(trade), FactSource.File, true).Facts;

// The card for shared links is drawn when name or look change, and taken again with every other release: measured by itself below.
byte[]? card = null;
var settings = RenderSettings.Plain with { Made = _ => card };
SiteFiles Make(int take) => SiteRenderer.Render(Composer.Compose(trade, facts, new Wishes(), take), trade, facts, settings);
card = Make(1).Files.Single(f => f.Key.StartsWith("card-", StringComparison.Ordinal)).Value;

for (var i = 1; i < 60; i++)
    Make(i % 6 + 1);
var files = Make(1);
var pages = files
    .Files.Where(f => f.Key.EndsWith(".html", StringComparison.Ordinal))
    .Select(f => Encoding.UTF8.GetString(f.Value))
    .ToList();
var parser = new HtmlParser();
var make = Median(101, () => Make(1));
var parse = Median(101, () =>
{
    foreach (var p in pages)
        parser.ParseDocument(p);
});
var before = GC.GetAllocatedBytesForCurrentThread();
for (var i = 0; i < 20; i++)
    Make(1);
var allocated = (GC.GetAllocatedBytesForCurrentThread() - before) / 20;
Console.WriteLine(
    $"compose + render, {pages.Count} pages, one core, warm: {make:0.00} ms (bound 15); {files.Size / 1024} KB in "
        + $"{files.Files.Count} files; {allocated / 1024} KB allocated"
);
Console.WriteLine($"  yardstick, the same pages read back by an HTML parser: {parse:0.00} ms; ratio {make / parse:0.00}");

var look = DressedLook.Of(Composer.Compose(trade, facts, new Wishes()).Look);
var words = MarkFiles.Words(facts.Name, trade, facts.Town, look);
var draw = Median(21, () => MarkFiles.Card(words, look));
Console.WriteLine(
    $"card for shared links: {draw:0.0} ms, {card.Length / 1024} KB, once for a name and a look; ratio to compose + render "
        + $"{draw / make:0.0}"
);

// The site map of forty pages, every section as a wireframe, against rendering the same pages.
var forty = Composer.Compose(trade, facts, new Wishes(Size: PlanSize.Full), 1);
while (forty.Pages.Length < 40)
    forty = new DuplicatePage("services").Apply(forty).Value!;
var text = SiteTexts.For(forty, forty.Language, trade, facts, ImmutableDictionary<string, string>.Empty).Text;
var map = Median(21, () =>
{
    var m = SiteMap.Of(forty, facts, text);
    foreach (var s in m.Sheets.SelectMany(x => x.Sections))
    foreach (var tone in Enum.GetValues<WireTone>())
        s.Wire.Path(tone, m.Scale);
});
var render = Median(21, () => SiteRenderer.Render(forty, trade, facts, settings));
Console.WriteLine(
    $"site map of {forty.Pages.Length} pages, {forty.Pages.Sum(p => p.Sections.Length)} sections: {map:0.0} ms; rendering the same "
        + $"pages {render:0.0} ms, ratio {map / render:0.00}"
);

foreach (var file in new[] { "sentences.txt", "second.txt" })
{
    var m = Sentences.Measure(file);
    Console.WriteLine($"wishes of {file}: {m.All}, {m.Whole} wholly right; precision {m.Precision:0.000}, recall {m.Recall:0.000}");
}
var eight = Sentences.Of("sentences.txt").First(s => s.Acts.Length == 8);
var hear = Median(21, () => WishReader.Read(eight.Words, Sentences.Context(eight)));
Console.WriteLine($"eight wishes in one go read and done: {hear:0.0} ms; ratio to compose + render {hear / make:0.0}");
var typedSite = Composer.Compose(trade, facts, new Wishes());
var section = Median(101, () => SiteRenderer.Section(typedSite, "home.opening", trade, facts, settings));
Console.WriteLine($"one section for the sheet while typing: {section:0.00} ms; ratio to rendering the site {section / make:0.00}");

// How alike the sites of a trade read, from name and town alone, with and without choosing against each other.
foreach (var id in new[] { "bicycle-repair", "tree-surgeon", "hairdresser", "campsite" })
{
    var t = trades[id];
    var timer = Stopwatch.StartNew();
    var d = Distribution.Of(t, 50);
    var took = timer.Elapsed.TotalMilliseconds / 50;
    var alone = Distribution.Firms(t, 50).Select(f => Shingles.Of(Composer.Compose(t, f, new Wishes()))).ToList();
    var worst = Enumerable.Range(0, 50).SelectMany(i => Enumerable.Range(0, i).Select(j => Shingles.Resemblance(alone[i], alone[j]))).Max();
    Console.WriteLine(
        $"likeness, 50 sites of {id}: median {d.Median:0.000}, 95th percentile {d.High:0.000}, highest {d.Highest:0.000} (bound "
            + $"{Shingles.Bound:0.00}); by chance alone the highest is {worst:0.000}; {took:0.0} ms a site"
    );
}
var sketches = Enumerable
    .Range(0, 5000)
    .Select(i => Sketch.Of([.. Enumerable.Range(0, 900).Select(n => (uint)(i % 60 * 700 + n * (1 + i % 7)))]))
    .ToList();
var sets = Enumerable
    .Range(0, 500)
    .Select(i => Shingles.Of(Composer.Compose(trade, FactSheet.From($"Firm {i}", "Hallow"), new Wishes())))
    .ToList();
var near = Median(51, () => _ = sketches.Max(x => x.Estimate(sketches[0])));
var full = Median(51, () =>
{
    for (var i = 0; i < 5000; i++)
        Shingles.Resemblance(sets[0], sets[i % 500]);
});
Console.WriteLine($"nearest of 5,000 sites by sketch: {near:0.00} ms; by comparing all shingles {full:0.0} ms, {full / near:0} x as long");

var folder = Directory.CreateTempSubdirectory("plurimax-bench-").FullName;
var store = new FolderBlobStore(folder);
var sites = Enumerable
    .Range(0, 200)
    .Select(i =>
    {
        var t = trades.All.ElementAt(i % trades.All.Count());
        var f = FactSheet.From($"Firm {i} & Sons", "Hallow");
        return (Document: Composer.Compose(t, f, new Wishes()), Trade: t, Facts: f);
    })
    .ToList();

// As the publisher does it: what the release before has made is taken from the store by its path.
var releases = sites.Select(_ => new Dictionary<string, string>()).ToList();
int Publish() =>
    sites
        .Zip(releases)
        .Sum(s =>
            SiteRenderer
                .Render(
                    s.First.Document,
                    s.First.Trade,
                    s.First.Facts,
                    RenderSettings.Plain with
                    {
                        Made = path => s.Second.GetValueOrDefault(path) is { } hash ? store.Get(hash) : null,
                    }
                )
                .Files.Count(f =>
                {
                    var (hash, isNew) = store.Put(f.Value);
                    s.Second[f.Key] = hash;
                    return isNew;
                })
        );
var watch = Stopwatch.StartNew();
var written = Publish();
var first = watch.Elapsed.TotalSeconds;
watch.Restart();
var again = Publish();
var second = watch.Elapsed.TotalSeconds;
Console.WriteLine(
    $"publish 200 sites: {200 / first:0} a second, {written} blobs written; again without change: {200 / second:0} a second, {again}"
        + $" blobs written (bound 0)"
);
Directory.Delete(folder, true);

static double Median(int runs, Action act)
{
    var times = new double[runs];
    for (var i = 0; i < runs; i++)
    {
        var w = Stopwatch.StartNew();
        act();
        times[i] = w.Elapsed.TotalMilliseconds;
    }
    Array.Sort(times);
    return times[runs / 2];
}
