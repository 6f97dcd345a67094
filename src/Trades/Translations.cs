using System.Collections.Immutable;
using System.Security.Cryptography;
using System.Text;
using System.Text.RegularExpressions;
using Plurimax.Text;
using YamlDotNet.RepresentationModel;

namespace Plurimax.Trades;

public enum StaleKind
{
    /// <summary>Its source says something else than when it was translated.</summary>
    Changed,

    /// <summary>Its source came after the translation.</summary>
    Added,

    /// <summary>Its source is gone.</summary>
    Removed,
}

/// <param name="Path">Of the passage in the source: "services/brakes/text".</param>
public sealed record StalePassage(string Path, StaleKind Kind);

/// <summary>
/// What of a translated template may not say any more what its source says. Beside each translation stands a list of the passages of its
/// source with a print of what they said when somebody went over it (content/translated/ID.txt).
/// </summary>
public static partial class Translations
{
    /// <summary>What people read; all else of a template is structure, which a translation takes over or has of its own.</summary>
    private static readonly ImmutableHashSet<string> Words =
    [
        .. TradeReader.PassageKeys,
        .. TradeReader.PoolKeys,
        "names",
        "words",
        "assumes",
        "interview",
        "legal",
        "services",
        "actions",
    ];

    public static string ListOf(string id) => $"translated/{id}.txt";

    /// <summary>The passages of a template by path, with the blanks between their words made one.</summary>
    /// <exception cref="YamlDotNet.Core.YamlException">It is no YAML.</exception>
    public static ImmutableSortedDictionary<string, string> PassagesOf(string yaml)
    {
        var stream = new YamlStream();
        stream.Load(new StringReader(yaml));
        var passages = ImmutableSortedDictionary.CreateBuilder<string, string>(StringComparer.Ordinal);
        if (stream.Documents is [{ RootNode: YamlMappingNode root }, ..])
            foreach (var (key, node) in root.Children)
                if (Words.Contains(key.ToString().TrimEnd('+')))
                    Add(passages, key.ToString(), node);
        return passages.ToImmutable();
    }

    private static void Add(ImmutableSortedDictionary<string, string>.Builder passages, string path, YamlNode node)
    {
        switch (node)
        {
            case YamlMappingNode map:
                foreach (var (key, value) in map.Children)
                    Add(passages, $"{path}/{key}", value);
                break;
            case YamlSequenceNode list when list.Children.All(c => c is YamlScalarNode):
                passages[path] = Even(string.Join('\n', list.Children));
                break;
            case YamlSequenceNode list:
                foreach (var (item, i) in list.Children.Select((c, i) => (c, i)))
                    Add(passages, $"{path}/{NameOf(item) ?? $"{i + 1}"}", item);
                break;
            default:
                passages[path] = Even(node.ToString());
                break;
        }
    }

    private static string? NameOf(YamlNode item) =>
        item is YamlMappingNode map && map.Children.TryGetValue(new YamlScalarNode("id"), out var id) ? id.ToString() : null;

    private static string Even(string text) => Blanks().Replace(text, " ").Trim();

    /// <summary>The list that says: everything is as the source has it now.</summary>
    public static string Listed(string source) => string.Concat(PassagesOf(source).Select(p => $"{Print(p.Value)} {p.Key}\n"));

    private static string Print(string text) => Convert.ToHexStringLower(SHA256.HashData(Encoding.UTF8.GetBytes(text)))[..12];

    /// <param name="list">As <see cref="Listed"/> wrote it when the translation was gone over.</param>
    public static ImmutableArray<StalePassage> Stale(string source, string list)
    {
        var then = list.Split('\n', StringSplitOptions.RemoveEmptyEntries)
            .Select(l => l.Split(' ', 2))
            .Where(l => l.Length == 2)
            .ToDictionary(l => l[1].Trim(), l => l[0]);
        var now = PassagesOf(source);
        return
        [
            .. now.Where(p => then.GetValueOrDefault(p.Key) is var print && print != Print(p.Value))
                .Select(p => new StalePassage(p.Key, then.ContainsKey(p.Key) ? StaleKind.Changed : StaleKind.Added)),
            .. then.Keys.Where(k => !now.ContainsKey(k)).Order(StringComparer.Ordinal).Select(k => new StalePassage(k, StaleKind.Removed)),
        ];
    }

    /// <summary>Of a template that ships.</summary>
    /// <param name="read">A file of the content folder by its name; null where there is none.</param>
    /// <returns>Null where it is no translation.</returns>
    public static ImmutableArray<StalePassage>? Of(string id, Func<string, string?> read)
    {
        if (read($"trades/{id}.yaml") is not { } yaml || SourceOf(yaml) is not { } source || read($"trades/{source}.yaml") is not { } words)
            return null;
        return Stale(words, read(ListOf(id)) ?? "");
    }

    /// <summary>Ids of all translations that ship.</summary>
    public static IEnumerable<string> All =>
        Content.Names("trades/").Where(n => SourceOf(Content.Text(n)!) is not null).Select(n => Path.GetFileNameWithoutExtension(n));

    /// <summary>The id of the trade that a template translates; null where it stands by itself.</summary>
    public static string? SourceOf(string yaml) => Translates().Match(yaml) is { Success: true } m ? m.Groups[1].Value : null;

    [GeneratedRegex(@"\s+")]
    private static partial Regex Blanks();

    [GeneratedRegex(@"^translates:\s*([a-z0-9-]+)\s*$", RegexOptions.Multiline)]
    private static partial Regex Translates();
}
