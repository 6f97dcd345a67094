namespace Plurimax.Core.Tests.Reading;

/// <summary>
/// Precision and recall over tests/reading, held at the bounds that makers can rely on. The figures: bench/measure-reading.
/// </summary>
public class CorpusTests
{
    private static readonly IReadOnlyList<ReadingCase> Cases = Corpus.Load(Path.Combine(Root(), "tests", "reading"));

    private static string Root()
    {
        var d = new DirectoryInfo(AppContext.BaseDirectory);
        while (!File.Exists(Path.Combine(d!.FullName, "Plurimax.slnx")))
            d = d.Parent;
        return d.FullName;
    }

    [Fact]
    public void What_makers_rely_on_is_read_at_the_bounds_they_were_promised()
    {
        Cases.Count.ShouldBeGreaterThanOrEqualTo(80);
        Cases.Select(c => c.Id).Distinct().Count().ShouldBe(Cases.Count);
        var sum = Corpus.Facts.ToDictionary(f => f, _ => Score.None);
        foreach (var c in Cases)
        foreach (var (fact, score) in Corpus.Compare(c, Corpus.Read(c)))
            sum[fact] += score;
        foreach (var fact in new[] { "name", "phones", "emails", "hours", "street", "locality", "postal_code" })
        {
            sum[fact].Precision.ShouldBeGreaterThanOrEqualTo(.97, $"{fact}: {string.Join("; ", sum[fact].Wrong)}");
            sum[fact].Recall.ShouldBeGreaterThanOrEqualTo(.90, $"{fact}: {string.Join("; ", sum[fact].Wrong)}");
        }
        foreach (var (fact, score) in sum)
            score.F1.ShouldBeGreaterThanOrEqualTo(.85, $"{fact}: {string.Join("; ", score.Wrong)}");
        sum.Values.SelectMany(s => s.Wrong)
            .Where(w => w.Contains(": took ", StringComparison.Ordinal))
            .ShouldBeEmpty("values that belong to somebody else");
    }

    [Fact]
    public void The_comparison_sees_what_is_missing_and_what_is_too_much()
    {
        var c = Cases.First(x => x.Id == "notes-hair");
        var got = Corpus.Read(c);
        got["phones"]!.AsArray().Add("+441632960999");
        got["hours"]!.AsArray().RemoveAt(0);
        var scores = Corpus.Compare(c, got);
        scores["phones"].TooMany.ShouldBe(1);
        scores["hours"].Missing.ShouldBe(2);
        // Values that must not be taken are seen whatever they are: a phone, an amount, a street.
        foreach (var (id, key, value) in new[] { ("notes-tree", "phones", "+441632960888"), ("notes-plumber", "street", "3 Mill Lane") })
        {
            var other = Cases.First(x => x.Id == id);
            var read = Corpus.Read(other);
            read[key] = value;
            Corpus.Compare(other, read)["name"].Wrong.ShouldContain(w => w.Contains(": took ", StringComparison.Ordinal));
        }
        var tree = Cases.First(x => x.Id == "notes-tree");
        var priced = Corpus.Read(tree);
        priced["prices"] = new System.Text.Json.Nodes.JsonArray(
            new System.Text.Json.Nodes.JsonObject
            {
                ["item"] = "site",
                ["amount"] = 900,
                ["currency"] = "GBP",
            }
        );
        Corpus.Compare(tree, priced)["name"].Wrong.ShouldContain(w => w.EndsWith("took 900", StringComparison.Ordinal));
    }
}
