using System.Globalization;
using System.Text.Json;
using System.Text.Json.Nodes;
using Json.Schema;
using Plurimax.Making.Templates;
using Plurimax.Text;
using Plurimax.Trades;
using YamlDotNet.Core;
using YamlDotNet.RepresentationModel;

namespace Plurimax.Core.Tests;

/// <summary>The schema that editors use, judged by an independent validator (JsonSchema.Net) against everything that was written.</summary>
public class TradeSchemaTests
{
    private static readonly JsonSchema Schema = JsonSchema.FromText(TradeSchema.Json());

    private static IEnumerable<string> Files => Directory.EnumerateFiles(Path.Combine(Content.Root, "trades"), "*.yaml");

    private static bool Holds(JsonNode? template) => Schema.Evaluate(template).IsValid;

    private static JsonNode? Read(string yaml)
    {
        var stream = new YamlStream();
        stream.Load(new StringReader(yaml));
        return Node(stream.Documents[0].RootNode);
    }

    private static JsonNode? Node(YamlNode node) =>
        node switch
        {
            YamlMappingNode map => new JsonObject(map.Children.Select(c => KeyValuePair.Create(c.Key.ToString(), Node(c.Value)))),
            YamlSequenceNode list => new JsonArray([.. list.Children.Select(Node)]),
            YamlScalarNode { Style: ScalarStyle.Plain, Value: { } v }
                when int.TryParse(v, NumberStyles.None, CultureInfo.InvariantCulture, out var n) => JsonValue.Create(n),
            _ => JsonValue.Create(node.ToString()),
        };

    [Fact]
    public void The_file_in_the_content_folder_is_the_one_that_is_printed() =>
        Content.Text(TradeSchema.File).ShouldBe(TradeSchema.Json(), "./plurimax trade-schema > content/" + TradeSchema.File);

    [Fact]
    public void Every_template_that_was_written_holds_to_it()
    {
        Files.Count().ShouldBeGreaterThan(80);
        foreach (var file in Files)
        {
            var result = Schema.Evaluate(Read(File.ReadAllText(file)), new EvaluationOptions { OutputFormat = OutputFormat.List });
            result.IsValid.ShouldBeTrue(
                Path.GetFileName(file)
                    + ": "
                    + string.Join(
                        "; ",
                        (result.Details ?? [])
                            .Where(d => d.HasErrors)
                            .Select(d => $"{d.InstanceLocation} {JsonSerializer.Serialize(d.Errors)}")
                            .Take(4)
                    )
            );
        }
    }

    [Theory]
    [InlineData("headlin: A typing error")]
    [InlineData("kind: shop")]
    [InlineData("aim: [write, sing]")]
    [InlineData("tones: [loud]")]
    [InlineData("looks: { palettes: [mud] }")]
    [InlineData("interview: [{ id: hours, ask: When?, weight: 12 }]")]
    [InlineData("interview: [{ id: hours, ask: When?, weight: 2, shape: cube }]")]
    [InlineData("services: { bread: { name: Bread, colour: brown } }")]
    [InlineData("seasons: [{ from: May, to: 06-01, about: a, note: b }]")]
    [InlineData("version: 0")]
    public void What_the_reader_refuses_is_marked(string fault)
    {
        var key = fault[..fault.IndexOf(':', StringComparison.Ordinal)];
        var whole = File.ReadAllText(Files.First(f => Path.GetFileName(f) == "bakery.yaml"));
        var template = Read(whole)!.AsObject();
        Holds(template).ShouldBeTrue();
        template[key] = Read(fault)!.AsObject()[key]!.DeepClone();
        Holds(template).ShouldBeFalse();
    }

    [Fact]
    public void Every_key_that_the_reader_knows_is_in_it()
    {
        var known = JsonNode.Parse(TradeSchema.Json())!["properties"]!.AsObject();
        foreach (var key in TradeReader.PassageKeys.Concat(TradeReader.PoolKeys).Concat(TradeReader.StructureKeys))
            known.ShouldContainKey(key);
    }
}
