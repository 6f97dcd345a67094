using Plurimax.Text;
using YamlDotNet.Core;
using YamlDotNet.RepresentationModel;

namespace Plurimax.Facts;

/// <param name="Line">Line of the file, from 1.</param>
public sealed record FactsProblem(int Line, string Field, string Message)
{
    public override string ToString() => $"line {Line}: {Field}: {Message}";
}

/// <summary>Reads facts from one YAML or JSON file (JSON is read as YAML 1.2). Keys are fact ids, nested or dotted.</summary>
public static class FactsFile
{
    public const int LargestBytes = 512 * 1024;

    /// <returns>The facts that could be read, and everything that could not. Nothing is guessed.</returns>
    public static (FactSheet Facts, IReadOnlyList<FactsProblem> Problems) Read(
        string text,
        IEnumerable<FactDefinition> catalogue,
        FactSource source,
        bool confirmed,
        string? by = null,
        DateTimeOffset? at = null
    )
    {
        var problems = new List<FactsProblem>();
        var sheet = FactSheet.Empty;
        var known = catalogue.ToDictionary(d => d.Id);
        YamlMappingNode root;
        try
        {
            if (System.Text.Encoding.UTF8.GetByteCount(text) > LargestBytes)
                throw new YamlException("the file is larger than 512 KB.");
            root = SafeYaml.Map(text) ?? throw new YamlException("the file is not one map from fact to value.");
        }
        catch (YamlException e)
        {
            return (sheet, [new FactsProblem((int)Math.Max(1, e.Start.Line), "file", $"cannot be read: {e.Message}")]);
        }
        var country =
            Child(root, "place") is YamlMappingNode place && Child(place, "country") is YamlScalarNode c && c.Value is { Length: 2 } two
                ? two.ToUpperInvariant()
                : "GB";
        Walk("", root);
        return (sheet, problems);

        void Walk(string path, YamlMappingNode map)
        {
            foreach (var (keyNode, node) in map.Children)
            {
                var id = path.Length == 0 ? keyNode.ToString() : $"{path}.{keyNode}";
                if (known.TryGetValue(id, out var definition))
                {
                    var value = FactReader.Read(definition, Raw(node), country);
                    if (value.Ok)
                        sheet = sheet.With(id, new FactEntry(value.Value!, source, confirmed, true, by, at));
                    else
                        problems.Add(new FactsProblem((int)node.Start.Line, id, value.Problem!));
                }
                else if (node is YamlMappingNode deeper && known.Keys.Any(k => k.StartsWith(id + ".", StringComparison.Ordinal)))
                    Walk(id, deeper);
                else
                    problems.Add(
                        new FactsProblem(
                            (int)keyNode.Start.Line,
                            id,
                            $"unknown key. Nearest known: {known.Keys.MinBy(k => EditDistance.Of(k, id))}."
                        )
                    );
            }
        }
    }

    private static YamlNode? Child(YamlMappingNode map, string key) =>
        map.Children.TryGetValue(new YamlScalarNode(key), out var node) ? node : null;

    private static object? Raw(YamlNode node) =>
        node switch
        {
            YamlScalarNode s => s.Value,
            YamlSequenceNode list => list.Children.Select(Raw).ToList(),
            YamlMappingNode map => map.Children.ToDictionary(p => p.Key.ToString(), p => Raw(p.Value)),
            _ => null,
        };
}
