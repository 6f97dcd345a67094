using System.Globalization;
using Plurimax.Core.Tests.Reading;
using Plurimax.Reading.Deciding;

/// <param name="Case">The case that it was read from.</param>
/// <param name="Said">The confidence of the rule.</param>
internal sealed record Judged(string Case, string Fact, double Said, bool Right);

/// <summary>
/// How reliable the confidence of a rule is. A monotone line is fitted to what was right (pool adjacent violators, Ayer et al.
/// 1955); the table is of cases that were left out of the fit, one fifth at a time.
/// </summary>
internal static class ReliabilityTable
{
    private const int Folds = 5;

    /// <summary>A fact with fewer values shares the line of all.</summary>
    private const int Fewest = 30;
    private static readonly double[] Steps = [.3, .5, .6, .7, .8, .85, .9, .95, 1.01];

    public static List<Judged> Of(IReadOnlyList<ReadingCase> cases) =>
        [.. cases.SelectMany(c => Corpus.Judge(c).Select(j => new Judged(c.Id, j.Fact, j.Confidence, j.Right)))];

    /// <summary>A judged value as a line that <see cref="Read"/> takes.</summary>
    public static string Line(Judged j) =>
        string.Create(CultureInfo.InvariantCulture, $"judged {j.Case} {j.Fact} {j.Said:0.000} {j.Right}");

    public static IEnumerable<Judged> Read(string file) =>
        File.ReadLines(file)
            .Select(l => l.Split(' '))
            .Where(p => p is ["judged", _, _, _, _])
            .Select(p => new Judged(p[1], p[2], double.Parse(p[3], CultureInfo.InvariantCulture), bool.Parse(p[4])));

    public static void Print(List<Judged> judged)
    {
        var cases = judged.Select(j => j.Case).Distinct().ToList();
        var held = new List<(Judged Value, double Shown)>();
        for (var fold = 0; fold < Folds; fold++)
        {
            var left = cases.Where((_, i) => i % Folds == fold).ToHashSet();
            var lines = Fit([.. judged.Where(j => !left.Contains(j.Case))]);
            held.AddRange(judged.Where(j => left.Contains(j.Case)).Select(j => (j, Shown(lines, j))));
        }
        Console.WriteLine($"{"rule says", -14}{"values", 7}{"right", 9}");
        foreach (var (name, step) in Groups(judged, j => j.Said))
            Console.WriteLine($"{name, -14}{step.Count, 7}{(double)step.Count(j => j.Right) / step.Count, 9:0.000}");
        Console.WriteLine($"{"shown as", -14}{"values", 7}{"right", 9}{"mean", 9}");
        foreach (var (name, step) in Groups(held, h => h.Shown))
            Console.WriteLine(
                $"{name, -14}{step.Count, 7}{(double)step.Count(h => h.Value.Right) / step.Count, 9:0.000}"
                    + $"{step.Average(h => h.Shown), 9:0.000}"
            );
        Console.WriteLine(
            $"mean squared error of what is shown: {held.Average(h => Math.Pow(h.Shown - (h.Value.Right ? 1 : 0), 2)):0.000}"
        );
    }

    /// <summary>Lines of content/reading/reliability.txt.</summary>
    public static IEnumerable<string> Lines(List<Judged> judged) =>
        Fit(judged)
            .OrderBy(f => f.Key, StringComparer.Ordinal)
            .SelectMany(f =>
                f.Value.Select(p => string.Create(CultureInfo.InvariantCulture, $"{f.Key} | {p.Said:0.000} | {p.Right:0.000}"))
            );

    private static IEnumerable<(string Name, List<T> Step)> Groups<T>(List<T> values, Func<T, double> by) =>
        Steps
            .Zip(Steps.Skip(1))
            .Select(s =>
                ($"{s.First:0.00} to {Math.Min(1, s.Second):0.00}", values.Where(v => by(v) >= s.First && by(v) < s.Second).ToList())
            )
            .Where(s => s.Item2.Count > 0);

    private static double Shown(Dictionary<string, List<(double Said, double Right)>> lines, Judged j) =>
        Reliability.On(lines.GetValueOrDefault(j.Fact) ?? lines["any"], j.Said);

    private static Dictionary<string, List<(double Said, double Right)>> Fit(List<Judged> judged)
    {
        var lines = judged.GroupBy(j => j.Fact).Where(g => g.Count() >= Fewest).ToDictionary(g => g.Key, g => Line([.. g]));
        lines["any"] = Line(judged);
        return lines;
    }

    private static List<(double Said, double Right)> Line(List<Judged> values)
    {
        // Blocks of equal reliability; one right and one wrong are added to each, so that few values promise nothing.
        var blocks = new List<(double Said, double Right, double Count)>();
        foreach (var step in values.GroupBy(v => Math.Round(v.Said, 2)).OrderBy(g => g.Key))
        {
            blocks.Add((step.Key * step.Count(), step.Count(v => v.Right), step.Count()));
            while (blocks.Count > 1 && blocks[^2].Right / blocks[^2].Count >= blocks[^1].Right / blocks[^1].Count)
            {
                var (a, b) = (blocks[^2], blocks[^1]);
                blocks.RemoveRange(blocks.Count - 2, 2);
                blocks.Add((a.Said + b.Said, a.Right + b.Right, a.Count + b.Count));
            }
        }
        var line = new List<(double, double)>();
        var least = 0.0;
        foreach (var b in blocks)
        {
            least = Math.Max(least, (b.Right + .5) / (b.Count + 1));
            line.Add((b.Said / b.Count, least));
        }
        return line;
    }
}
