using YamlDotNet.Core;
using YamlDotNet.Core.Events;
using YamlDotNet.RepresentationModel;

namespace Plurimax.Facts;

/// <summary>
/// YAML (and so JSON) that somebody hands in. Deep nesting ends a process that builds a tree of it, and an alias (YAML 1.2, 7.1) lets a few
/// lines stand for billions: both are told by the events of the parser, before there is a tree.
/// </summary>
public static class SafeYaml
{
    public const int Deepest = 24;

    /// <returns>The map that the document is; null where it is none or there are several documents.</returns>
    /// <exception cref="YamlException">It is no YAML, too deep, or has aliases.</exception>
    public static YamlMappingNode? Map(string text)
    {
        var parser = new Parser(new StringReader(text));
        var depth = 0;
        while (parser.MoveNext())
        {
            var at = parser.Current!;
            depth += at.NestingIncrease;
            if (at is AnchorAlias)
                throw new YamlException(at.Start, at.End, "a reference to another place is not understood; write it out.");
            // A stream and a document count as two.
            if (depth > Deepest + 2)
                throw new YamlException(at.Start, at.End, $"it is nested more than {Deepest} deep.");
        }
        var stream = new YamlStream();
        stream.Load(new StringReader(text));
        return stream.Documents is [{ RootNode: YamlMappingNode map }] ? map : null;
    }
}
