using System.Diagnostics;
using System.Globalization;
using Plurimax.Core.Tests.Reading;

// Precision and recall of reading, by fact, over the corpus of tests/reading.
// Arguments: [--wrong] [--reliability] [--fit] [--judged] [--with=FILE] [ID…]
CultureInfo.CurrentCulture = CultureInfo.InvariantCulture;
var folder = Path.GetFullPath(Path.Combine(AppContext.BaseDirectory, "../../../../../tests/reading"));
var wanted = args.Where(a => !a.StartsWith('-')).ToHashSet();
var cases = Corpus.Load(folder).Where(c => wanted.Count == 0 || wanted.Contains(c.Id)).ToList();
var sum = Corpus.Facts.ToDictionary(f => f, _ => Score.None);
var clock = Stopwatch.StartNew();
foreach (var c in cases)
{
    var got = Corpus.Read(c);
    if (wanted.Count is > 0 and < 4)
        Console.WriteLine(
            got.ToJsonString(
                new() { WriteIndented = true, Encoder = System.Text.Encodings.Web.JavaScriptEncoder.UnsafeRelaxedJsonEscaping }
            )
        );
    foreach (var (fact, score) in Corpus.Compare(c, got))
        sum[fact] += score;
}
clock.Stop();
var judged = args.Any(a => a is "--reliability" or "--fit" or "--judged") ? ReliabilityTable.Of(cases) : [];

// What other rules said of the same cases, such as those from before the cases were written.
foreach (var file in args.Where(a => a.StartsWith("--with=", StringComparison.Ordinal)))
    judged.AddRange(ReliabilityTable.Read(file["--with=".Length..]));
if (args.Contains("--judged"))
    foreach (var j in judged)
        Console.WriteLine(ReliabilityTable.Line(j));
if (args.Contains("--reliability"))
    ReliabilityTable.Print(judged);
if (args.Contains("--fit"))
    foreach (var line in ReliabilityTable.Lines(judged))
        Console.WriteLine(line);
if (args.Contains("--wrong"))
    foreach (var w in sum.Values.SelectMany(s => s.Wrong))
        Console.WriteLine(w);
Console.WriteLine($"{cases.Count} cases, {clock.Elapsed.TotalMilliseconds / cases.Count:0.0} ms a case");
Console.WriteLine($"{"fact", -16}{"values", 7}{"precision", 11}{"recall", 9}{"F1", 7}");
foreach (var (fact, s) in sum)
    Console.WriteLine($"{fact, -16}{s.Right + s.Missing, 7}{s.Precision, 11:0.000}{s.Recall, 9:0.000}{s.F1, 7:0.000}");
var all = sum.Values.Aggregate(Score.None, (a, b) => a + b);
Console.WriteLine($"{"all", -16}{all.Right + all.Missing, 7}{all.Precision, 11:0.000}{all.Recall, 9:0.000}{all.F1, 7:0.000}");
