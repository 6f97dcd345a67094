using System.Collections.Concurrent;
using System.Collections.Immutable;
using Plurimax.Facts;
using Plurimax.Text;
using YamlDotNet.RepresentationModel;

namespace Plurimax.Making.Settings;

/// <summary>
/// Legal texts by country and kind of business, in the language of the country (content/legal/COUNTRY.LANGUAGE.yaml). They stand where
/// nobody has written one;
/// where a country or language has none, the plain text stands. Drafts for the agency to have looked at, not advice.
/// </summary>
public static class LegalBook
{
    public static readonly ImmutableArray<string> Keys = ["privacy", "terms", "imprint"];
    private static readonly ConcurrentDictionary<string, ImmutableDictionary<string, string>> Read = new();

    /// <param name="country">ISO 3166-1 alpha-2.</param>
    /// <param name="language">ISO 639-1.</param>
    public static string? Text(string key, string country, BusinessKind kind, string language)
    {
        var all = Read.GetOrAdd($"{country.ToUpperInvariant()}.{language}", static name =>
        {
            var texts = ImmutableDictionary.CreateBuilder<string, string>(StringComparer.Ordinal);
            if (!name.All(c => char.IsAsciiLetter(c) || c == '.') || Content.Text($"legal/{name}.yaml") is not { } yaml)
                return texts.ToImmutable();
            var stream = new YamlStream();
            stream.Load(new StringReader(yaml));
            foreach (var (k, v) in ((YamlMappingNode)stream.Documents[0].RootNode).Children)
                if (v is YamlMappingNode kinds)
                    foreach (var (which, text) in kinds.Children)
                        texts[$"{k}.{which}"] = text.ToString();
                else
                    texts[k.ToString()] = v.ToString();
            return texts.ToImmutable();
        });
        var own = all.GetValueOrDefault($"{key}.{kind.ToString().ToLowerInvariant()}");
        var common = all.GetValueOrDefault($"{key}.all") ?? all.GetValueOrDefault(key);
        return own is null ? common
            : common is null ? own
            : $"{common.TrimEnd()}\n\n{own.TrimEnd()}";
    }
}
