using System.Text.Json;
using Plurimax.Design.Pictures;
using Plurimax.Design.Styling;
using Plurimax.Text;
using Plurimax.Trades;

namespace Plurimax.Core.Tests;

public class TradesTests
{
    private static readonly TradeCatalogue Shipped = TradeCatalogue.Shipped();

    /// <summary>The order of a hash map differs from process to process; what people tick must not.</summary>
    [Fact]
    public void Services_stand_in_the_order_of_the_cuts_and_none_is_left_out()
    {
        foreach (var trade in Shipped.All)
        {
            var ids = trade.ServicesInOrder.Select(s => s.Id).ToList();
            ids.ShouldBe(ids.Distinct());
            ids.Order(StringComparer.Ordinal).ShouldBe(trade.Services.Keys.Order(StringComparer.Ordinal));
            ids.Take(trade.Cuts[0].Services.Length).ShouldBe(trade.Cuts[0].Services, trade.Id);
            var rest = trade.Cuts.SelectMany(c => c.Services).Distinct().Count();
            ids.Skip(rest).ShouldBe(ids.Skip(rest).Order(StringComparer.Ordinal));
        }
    }

    [Fact]
    public void Ten_trades_ship_and_hold_what_a_site_needs()
    {
        Shipped.All.Count().ShouldBeGreaterThanOrEqualTo(10);
        foreach (var t in Shipped.All)
        {
            t.Services.Count.ShouldBeGreaterThanOrEqualTo(6, t.Id);
            t.Pools["questions"].Items.Length.ShouldBeGreaterThanOrEqualTo(5, t.Id);
            t.Search.Length.ShouldBeGreaterThanOrEqualTo(2, t.Id);
            t.Palettes.ShouldNotBeEmpty(t.Id);
            t.Art.ShouldAllBe(a => Scenes.All.ContainsKey(a), t.Id);
            t.Looks.ShouldAllBe(l => Looks.Find(l) != null, t.Id);
        }
        Shipped.All.Select(t => t.Kind).Distinct().Count().ShouldBeGreaterThanOrEqualTo(6);
    }

    [Fact]
    public void Schema_types_are_in_the_vocabulary()
    {
        // schema.org as typed by schema-dts (npm), which is generated from the published vocabulary.
        var script =
            "import fs from'fs';let s='';for await(const d of process.stdin)s+=d;"
            + "const v=fs.readFileSync('node_modules/schema-dts/dist/schema.d.ts','utf8');"
            + "console.log(JSON.stringify(JSON.parse(s).filter(t=>!v.includes(`\"@type\": \"${t}\"`))))";
        Node.Run(script, JsonSerializer.Serialize(Shipped.All.Select(t => t.Schema))).Trim().ShouldBe("[]");
        Node.Run(script, """["NoSuchBusiness"]""").Trim().ShouldBe("""["NoSuchBusiness"]""");
    }

    // Queries written down before the search was tuned: names, synonyms, typing errors, other languages.
    [Theory]
    [InlineData("bike shop", "bicycle-repair")]
    [InlineData("phyiso", "physiotherapist")]
    [InlineData("fisio physio", "physiotherapist")]
    [InlineData("bicicle repairs", "bicycle-repair")]
    [InlineData("piano tunr", "piano-tuner")]
    [InlineData("arborist", "tree-surgeon")]
    [InlineData("tree surgery", "tree-surgeon")]
    [InlineData("hedge cuting", "tree-surgeon")]
    [InlineData("bed and breakfast", "guesthouse")]
    [InlineData("B&B", "guesthouse")]
    [InlineData("guest house", "guesthouse")]
    [InlineData("honey farm", "honey-farm")]
    [InlineData("bee keeper", "honey-farm")]
    [InlineData("coffee shop", "cafe")]
    [InlineData("bakery", "bakery")]
    [InlineData("café", "cafe")]
    [InlineData("learn to drive", "driving-school")]
    [InlineData("Fahrschule", "driving-school")]
    [InlineData("electrition", "electrician")]
    [InlineData("rewiring", "electrician")]
    [InlineData("sofa recovering", "upholsterer")]
    [InlineData("upholstry", "upholsterer")]
    public void Search_finds_the_trade(string query, string id)
    {
        var found = Shipped.Search(query);
        found[0].Trade.Id.ShouldBe(id);
        found[0].Score.ShouldBeGreaterThanOrEqualTo(TradeSearch.Sure);
    }

    [Theory]
    [InlineData("submarine welding")]
    [InlineData("notary public")]
    // A trade without a template whose name is one letter from a synonym, and one that shares a word.
    [InlineData("glazier")]
    [InlineData("stonemason")]
    [InlineData("dog walker")]
    [InlineData("zzzz")]
    public void A_trade_that_is_not_there_is_never_taken_silently(string query) =>
        Shipped.Search(query).Where(m => m.Score >= TradeSearch.Sure).ShouldBeEmpty();

    [Fact]
    public void Every_template_is_of_a_trade_that_is_recognised_in_documents() =>
        Shipped.All.Select(t => t.Id).Except(TradeLexicon.All.Select(k => k.Id)).ShouldBeEmpty();

    // Damerau 1964; the examples are worked by hand.
    [Theory]
    [InlineData("phyiso", "physio", 1)]
    [InlineData("kitten", "sitting", 3)]
    [InlineData("", "abc", 3)]
    [InlineData("ca", "abc", 3)]
    public void Distance_counts_edits_and_swaps(string a, string b, int d) => EditDistance.Of(a, b).ShouldBe(d);

    [Fact]
    public void Faults_name_file_line_and_field()
    {
        var good = Content.Text("trades/piano-tuner.yaml")!;
        var lines = good.Split('\n');
        Fault(good.Replace("schema: HomeAnd", "shema: HomeAnd"))
            .ShouldContain(p =>
                p.Field == "shema" && p.Line == Array.FindIndex(lines, l => l.StartsWith("schema:")) + 1 && p.Message.Contains("schema")
            );
        Fault(good.Replace("~ warm\n  The piano in the corner", "~ worm\n  The piano in the corner"))
            .ShouldContain(p => p.Field == "headline" && p.Message.Contains("worm") && lines[p.Line - 1].Contains("~ warm"));
        Fault(good.Replace("work: [tuning, pitch", "work: [tunning, pitch"))
            .ShouldContain(p => p.Field == "cuts.work" && p.Message.Contains("tunning"));
        Fault(good.Replace("kind: at-customers-place", "kind: everywhere"))
            .ShouldContain(p => p.Field == "kind" && p.Message.Contains("AtCustomersPlace"));
        Fault("id: x\n  bad: [").ShouldContain(p => p.Field == "file");

        static IReadOnlyList<TradeProblem> Fault(string yaml)
        {
            var e = Should.Throw<TradeFormatException>(() => new TradeReader(Content.Text).Read("trades/piano-tuner.yaml", yaml));
            e.Problems.ShouldAllBe(p => p.File.Length > 0 && p.Line > 0);
            return e.Problems;
        }
    }

    [Fact]
    public void Bank_text_reads_tags_headings_questions_and_items()
    {
        var bank = BankText.Read(
            "~ warm if:phone #point\n# A heading\nOne line\nand another.\n\n? A question?\n- first | what it is\n- second\nThe answer.",
            (_, m) => throw new InvalidOperationException(m)
        );
        bank.Length.ShouldBe(2);
        (bank[0].Tones[0], bank[0].If[0], bank[0].Points[0], bank[0].Heading, bank[0].Text).ShouldBe(
            (Tone.Warm, "phone", "point", "A heading", "One line and another.")
        );
        (bank[1].Question, bank[1].Items[0], bank[1].Items[1].Text).ShouldBe(("A question?", ("first", "what it is"), ""));
    }
}

/// <summary>What is kept compiled is what was written, and no more is read than what is named.</summary>
public sealed class TradeStoreTests : IDisposable
{
    private readonly string _folder = Directory.CreateTempSubdirectory("plurimax-shelf-").FullName;

    public void Dispose() => Directory.Delete(_folder, recursive: true);

    [Fact]
    public void A_kept_template_is_the_one_that_was_written_to_the_letter()
    {
        var options = new System.Text.Json.JsonSerializerOptions { IncludeFields = true };
        string Json(TradeTemplate t) => Sorted(System.Text.Json.JsonSerializer.SerializeToNode(t, options)).ToJsonString();
        var ids = new TradeStore(_folder).Cards.Keys.ToList();
        ids.Count.ShouldBeGreaterThan(80);
        var kept = new TradeStore(_folder);
        foreach (var id in ids.Where((_, i) => i % 7 == 0))
            Json(kept.Find(id)!)
                .ShouldBe(Json(new TradeReader(Content.Text).Read($"trades/{id}.yaml", Content.Text($"trades/{id}.yaml")!)));
        kept.Cards.Count.ShouldBe(ids.Count);
        System
            .Text.Json.JsonSerializer.Serialize(kept.Cards)
            .ShouldBe(System.Text.Json.JsonSerializer.Serialize(new TradeStore(null).Cards));
    }

    /// <summary>The order of a dictionary says nothing.</summary>
    private static System.Text.Json.Nodes.JsonNode Sorted(System.Text.Json.Nodes.JsonNode? node) =>
        node switch
        {
            System.Text.Json.Nodes.JsonObject o => new System.Text.Json.Nodes.JsonObject(
                o.OrderBy(p => p.Key, StringComparer.Ordinal)
                    .Select(p => KeyValuePair.Create(p.Key, (System.Text.Json.Nodes.JsonNode?)Sorted(p.Value)))
            ),
            System.Text.Json.Nodes.JsonArray a => new System.Text.Json.Nodes.JsonArray([.. a.Select(Sorted)]),
            null => System.Text.Json.Nodes.JsonValue.Create("null"),
            _ => node.DeepClone(),
        };

    [Fact]
    public void One_template_is_found_without_the_others_and_a_damaged_folder_costs_only_time()
    {
        new TradeStore(_folder).Find("bakery")!.Id.ShouldBe("bakery");
        Directory.GetFiles(_folder).Length.ShouldBe(1, "the one that was named, and no index");
        _ = new TradeStore(_folder).Cards;
        foreach (var file in Directory.GetFiles(_folder))
            File.WriteAllText(file, "{ half");
        new TradeStore(_folder).Find("bakery")!.Names.Title.ShouldBe(new TradeStore(null).Find("bakery")!.Names.Title);
        new TradeStore(Path.Combine(_folder, "index.json", "not a folder")).Find("bakery").ShouldNotBeNull();
        new TradeStore(_folder).Find("no-such-trade").ShouldBeNull();
        new TradeStore(_folder).Find("../legal/GB.en").ShouldBeNull();
    }

    [Fact]
    public void What_was_compiled_from_earlier_texts_goes_after_a_day_and_what_is_used_stays()
    {
        _ = new TradeStore(_folder).Cards;
        var used = Directory.GetFiles(_folder).Select(Path.GetFileName).ToHashSet();
        var (old, young) = (Path.Combine(_folder, "old.json"), Path.Combine(_folder, "young.json"));
        foreach (var file in new[] { old, young })
            File.WriteAllText(file, "{}");
        foreach (var file in Directory.GetFiles(_folder).Where(f => f != young))
            File.SetLastWriteTimeUtc(file, DateTime.UtcNow.AddDays(-2));
        // Swept whenever the index is written anew.
        File.Delete(Path.Combine(_folder, "index.json"));
        _ = new TradeStore(_folder).Cards;
        File.Exists(old).ShouldBeFalse();
        Directory.GetFiles(_folder).Select(Path.GetFileName).ShouldBe([.. used, "young.json"], ignoreOrder: true);
    }
}
