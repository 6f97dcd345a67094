using YamlDotNet.Core;
using YamlDotNet.Core.Events;
using YamlDotNet.RepresentationModel;

namespace Plurimax.Trades;

/// <summary>Writes templates of the agency in the format of docs/trades.md.</summary>
public static class TemplateYaml
{
    public static YamlScalarNode Quoted(string s) => new(s) { Style = ScalarStyle.DoubleQuoted };

    public static YamlScalarNode Block(string s) => new(s + "\n") { Style = ScalarStyle.Literal };

    public static YamlSequenceNode List(IEnumerable<string> items, bool quoted = false) =>
        new(items.Select(i => (YamlNode)(quoted ? Quoted(i) : new YamlScalarNode(i)))) { Style = SequenceStyle.Flow };

    public static string Save(YamlMappingNode root)
    {
        using var writer = new StringWriter();
        new YamlStream(new YamlDocument(root)).Save(writer, assignAnchors: false);
        var yaml = writer.ToString().ReplaceLineEndings("\n");
        return yaml.EndsWith("...\n", StringComparison.Ordinal) ? yaml[..^4] : yaml;
    }
}
