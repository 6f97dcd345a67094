using System.Collections.Immutable;
using System.Text.Json;
using Plurimax.Facts;
using Plurimax.Making.Settings;
using Plurimax.Sites;
using Plurimax.Text;
using YamlDotNet.Core;
using YamlDotNet.RepresentationModel;
using YamlDotNet.Serialization;

namespace Plurimax.Publishing.Impact;

/// <param name="Was">What stands there now; null where nothing does.</param>
/// <param name="Comes">What the file has; null where it is given back.</param>
public sealed record FileDifference(Setting Setting, string? Was, string? Comes);

/// <summary>A standard as a file: YAML or JSON with a name, what it is for, and its values by key.</summary>
public sealed record StandardFile(string Name, string About, IReadOnlyDictionary<string, string> Values)
{
    public const int Longest = 400_000;
    private static readonly JsonSerializerOptions Indented = new(SiteDocument.Json) { WriteIndented = true };

    private IEnumerable<(Setting Setting, string Value)> Known =>
        SettingsRegistry.All.Where(s => Values.ContainsKey(s.Key)).Select(s => (s, Values[s.Key]));

    public string Json() =>
        JsonSerializer.Serialize(
            new
            {
                standard = Name,
                about = About,
                settings = Known.ToDictionary(k => k.Setting.Key, k => k.Value),
            },
            Indented
        );

    public string Yaml() =>
        new SerializerBuilder()
            .WithDefaultScalarStyle(ScalarStyle.Any)
            .Build()
            .Serialize(
                new Dictionary<string, object>
                {
                    ["standard"] = Name,
                    ["about"] = About,
                    ["settings"] = Known.ToDictionary(k => k.Setting.Key, k => k.Value),
                }
            );

    /// <summary>Reads a file of either form; JSON is YAML too (YAML 1.2, 1.3).</summary>
    /// <returns>The file with values that all are ones, or the first line that is wrong.</returns>
    public static Result<StandardFile> Read(string text)
    {
        if (text.Length > Longest)
            return Result<StandardFile>.Fail("The file is too long to be a standard.");
        YamlMappingNode root;
        try
        {
            if (SafeYaml.Map(text) is not { } map)
                return Result<StandardFile>.Fail("This is no standard: it begins with “standard:” and its name.");
            root = map;
        }
        catch (YamlException e)
        {
            return Result<StandardFile>.Fail($"Line {e.Start.Line}: this is neither YAML nor JSON.");
        }
        string? Text(string key) => root.Children.TryGetValue(new YamlScalarNode(key), out var n) && n is YamlScalarNode s ? s.Value : null;
        if (Text("standard") is not { Length: > 0 } name)
            return Result<StandardFile>.Fail("The name is missing: “standard: Restaurants”.");
        if (!root.Children.TryGetValue(new YamlScalarNode("settings"), out var node) || node is not YamlMappingNode settings)
            return Result<StandardFile>.Fail("There is nothing under “settings:”.");
        var values = ImmutableDictionary.CreateBuilder<string, string>(StringComparer.Ordinal);
        foreach (var (k, v) in settings.Children)
        {
            var key = k.ToString();
            if (SettingsRegistry.Find(key) is not { } setting)
                return Result<StandardFile>.Fail($"Line {k.Start.Line}: there is no setting “{Letters.Cut(key, 40)}”.");
            if (!setting.Holds(SettingLayer.Standard))
                return Result<StandardFile>.Fail($"Line {k.Start.Line}: {setting.Name} is set for the agency only.");
            if (v is not YamlScalarNode { Value: { } raw })
                return Result<StandardFile>.Fail($"Line {k.Start.Line}: {setting.Name} needs one value.");
            var read = setting.Check(raw);
            if (!read.Ok)
                return Result<StandardFile>.Fail($"Line {v.Start.Line}, {setting.Name}: {read.Problem}");
            values[key] = read.Value!;
        }
        return new StandardFile(FactReader.Clean(name), FactReader.Clean(Text("about")), values.ToImmutable());
    }

    /// <summary>What would change if the file took the place of these values.</summary>
    public IEnumerable<FileDifference> Against(IReadOnlyDictionary<string, string> now) =>
        SettingsRegistry
            .All.Where(s => Values.GetValueOrDefault(s.Key) != now.GetValueOrDefault(s.Key))
            .Select(s => new FileDifference(s, now.GetValueOrDefault(s.Key), Values.GetValueOrDefault(s.Key)));
}
