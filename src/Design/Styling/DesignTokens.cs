using System.Collections.Immutable;
using System.Globalization;
using System.Text.Json;
using Plurimax.Text;

namespace Plurimax.Design.Styling;

/// <summary>
/// A design token with its type, its aliases followed. <paramref name="Path"/> is the names of its groups and its own, joined by dots.
/// </summary>
public sealed record DesignToken(string Path, string Type, JsonElement Value)
{
    /// <summary>
    /// A colour as "#rrggbb"; null where it is none, or in a colour space without a stated "hex" that this reader does not know.
    /// </summary>
    public string? Hex()
    {
        if (Value.ValueKind == JsonValueKind.String)
            return Oklch.TryHex(Value.GetString(), out var plain) ? plain : null;
        if (
            Value.ValueKind != JsonValueKind.Object
            || !Value.TryGetProperty("colorSpace", out var space)
            || !Value.TryGetProperty("components", out var parts)
            || parts.ValueKind != JsonValueKind.Array
        )
            return null;
        // "none" is a missing component and counts as 0 (CSS Color 4, 4.4).
        var c = parts.EnumerateArray().Select(p => p.ValueKind == JsonValueKind.Number ? p.GetDouble() : 0).ToArray();
        if (c.Length == 3 && space.GetString() == "srgb")
            return $"#{Byte(c[0])}{Byte(c[1])}{Byte(c[2])}";
        if (c.Length == 3 && space.GetString() == "oklch")
            return new Oklch(c[0], c[1], c[2]).ToHex();
        return Value.TryGetProperty("hex", out var hex) && Oklch.TryHex(hex.GetString(), out var known) ? known : null;
    }

    /// <summary>A dimension in px, 16 px to the rem; null where it is none.</summary>
    public double? Pixels() =>
        Value.ValueKind == JsonValueKind.Object
        && Value.TryGetProperty("value", out var v)
        && v.TryGetDouble(out var number)
        && Value.TryGetProperty("unit", out var unit)
            ? unit.GetString() switch
            {
                "px" => number,
                "rem" => number * 16,
                _ => null,
            }
            : null;

    /// <summary>Names of font families in their order.</summary>
    public IEnumerable<string> Families() =>
        Value.ValueKind switch
        {
            JsonValueKind.String => [Value.GetString()!],
            JsonValueKind.Array => Value.EnumerateArray().Where(v => v.ValueKind == JsonValueKind.String).Select(v => v.GetString()!),
            _ => [],
        };

    private static string Byte(double v) => ((int)Math.Round(Math.Clamp(v, 0, 1) * 255)).ToString("x2", CultureInfo.InvariantCulture);
}

/// <summary>
/// Reads files of the Design Tokens Format (Design Tokens Community Group, Format Module 2025.10): groups, inherited types, aliases.
/// </summary>
public static class DesignTokens
{
    private const int Deepest = 24;
    internal static readonly JsonDocumentOptions Lenient = new()
    {
        AllowTrailingCommas = true,
        CommentHandling = JsonCommentHandling.Skip,
        MaxDepth = 64,
    };

    /// <returns>All tokens, in the order of the file; or where it is not as the format has it.</returns>
    public static Result<ImmutableArray<DesignToken>> Read(string json)
    {
        JsonElement root;
        try
        {
            root = JsonDocument.Parse(json, Lenient).RootElement.Clone();
        }
        catch (JsonException e)
        {
            return Result<ImmutableArray<DesignToken>>.Fail(
                $"This is no JSON: line {(e.LineNumber ?? 0) + 1}, character {(e.BytePositionInLine ?? 0) + 1}."
            );
        }
        if (root.ValueKind != JsonValueKind.Object)
            return Result<ImmutableArray<DesignToken>>.Fail("A file of design tokens is one JSON object with groups in it.");
        var raw = new List<(string Path, string? Type, JsonElement Value)>();
        Walk(root, "", null, raw);
        var byPath = raw.GroupBy(r => r.Path).ToDictionary(g => g.Key, g => g.First());
        var tokens = ImmutableArray.CreateBuilder<DesignToken>();
        foreach (var (path, type, value) in raw)
        {
            var (t, v) = (type, value);
            for (var step = 0; Alias(v) is { } to; step++)
            {
                if (step == Deepest)
                    return Result<ImmutableArray<DesignToken>>.Fail($"{path} refers to itself in a circle.");
                if (!byPath.TryGetValue(to, out var target))
                    return Result<ImmutableArray<DesignToken>>.Fail($"{path} refers to {to}, which is not in the file.");
                (t, v) = (t ?? target.Type, target.Value);
            }
            if (t is null)
                return Result<ImmutableArray<DesignToken>>.Fail($"{path} has no $type, and none of its groups has.");
            tokens.Add(new DesignToken(path, t, v));
        }
        return tokens.Count == 0
            ? Result<ImmutableArray<DesignToken>>.Fail("There is no token in this file: nothing in it has a $value.")
            : tokens.ToImmutable();
    }

    private static string? Alias(JsonElement v) =>
        v.ValueKind == JsonValueKind.String && v.GetString() is ['{', .. var inner, '}'] ? inner : null;

    private static void Walk(JsonElement group, string path, string? type, List<(string, string?, JsonElement)> found)
    {
        if (group.TryGetProperty("$type", out var own) && own.ValueKind == JsonValueKind.String)
            type = own.GetString();
        if (group.TryGetProperty("$value", out var value))
        {
            found.Add((path, type, value));
            return;
        }
        foreach (var p in group.EnumerateObject())
            if (p.Value.ValueKind == JsonValueKind.Object && (p.Name == "$root" || !p.Name.StartsWith('$')))
                Walk(p.Value, path.Length == 0 ? p.Name : $"{path}.{p.Name}", type, found);
    }
}
