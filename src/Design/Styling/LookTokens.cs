using System.Collections.Immutable;
using System.Globalization;
using System.Text.Encodings.Web;
using System.Text.Json;
using System.Text.Json.Nodes;
using Plurimax.Sites;
using Plurimax.Text;

namespace Plurimax.Design.Styling;

/// <param name="Taken">What was taken over, in words; <paramref name="Passed"/>: tokens that say nothing about a look here.</param>
public sealed record ReadLook(LookChoice Choice, ImmutableArray<string> Taken, ImmutableArray<string> Passed);

/// <summary>A look as design tokens (Design Tokens Community Group, Format Module 2025.10), out and in.</summary>
public static class LookTokens
{
    /// <summary>Under this key a file of ours says which look it came from, so that it comes back whole.</summary>
    private const string Extension = "example.plurimax.look";

    private static readonly JsonSerializerOptions Indented = new()
    {
        WriteIndented = true,
        Encoder = JavaScriptEncoder.UnsafeRelaxedJsonEscaping,
    };

    private static readonly (string Role, string Says)[] Colours =
    [
        ("bg", "page"),
        ("bg2", "tinted page"),
        ("card", "card"),
        ("inv", "dark ground"),
        ("fg", "text"),
        ("fg2", "quiet text"),
        ("line", "hairline"),
        ("edge", "edge of a field"),
        ("brand", "main action"),
        ("onbrand", "label of the main action"),
        ("brandedge", "edge of the main action"),
        ("brandinv", "main action on dark"),
        ("onbrandinv", "its label there"),
        ("accent", "second colour"),
        ("onaccent", "text on the second colour"),
        ("deco", "decoration"),
        ("link", "link"),
        ("fginv", "text on dark"),
        ("fginv2", "quiet text on dark"),
        ("linkinv", "link on dark"),
        ("lineinv", "hairline on dark"),
        ("err", "error"),
        ("ok", "confirmation"),
    ];

    private static readonly ImmutableDictionary<string, string> Names = new Dictionary<string, string>
    {
        ["bg"] = "ground",
        ["bg2"] = "tint",
        ["card"] = "surface",
        ["inv"] = "inverse",
        ["fg"] = "ink",
        ["fg2"] = "ink-muted",
        ["line"] = "line",
        ["edge"] = "edge",
        ["brand"] = "action",
        ["onbrand"] = "action-ink",
        ["brandedge"] = "action-edge",
        ["brandinv"] = "inverse-action",
        ["onbrandinv"] = "inverse-action-ink",
        ["accent"] = "accent",
        ["onaccent"] = "accent-ink",
        ["deco"] = "decoration",
        ["link"] = "link",
        ["fginv"] = "inverse-ink",
        ["fginv2"] = "inverse-ink-muted",
        ["linkinv"] = "inverse-link",
        ["lineinv"] = "inverse-line",
        ["err"] = "error",
        ["ok"] = "confirmation",
    }.ToImmutableDictionary();

    public static string Write(LookChoice choice)
    {
        var d = DressedLook.Of(choice);
        var (look, type) = (d.Look, d.Look.Type);
        var colour = new JsonObject { ["$type"] = "color" };
        foreach (var (role, says) in Colours)
            colour[Names[role]] = new JsonObject { ["$value"] = Colour(d.Roles[role]), ["$description"] = says };
        var sizes = new JsonObject { ["$type"] = "dimension" };
        for (var i = 0; i <= 6; i++)
            sizes[$"step-{i}"] = new JsonObject { ["$value"] = Rem(i == 0 ? type.Max : type.Max * Math.Pow(type.RatioMax, i)) };
        sizes["headline"] = new JsonObject { ["$value"] = Rem(type.Headline.Max) };
        sizes["small"] = new JsonObject { ["$value"] = Rem(type.Pairing.Small) };
        var space = new JsonObject { ["$type"] = "dimension" };
        for (var (i, step) = (1, .25); i <= 8; i++, step *= 1.5)
            space[$"s{i}"] = new JsonObject { ["$value"] = Rem(step * look.Space.Density) };
        space["section"] = new JsonObject { ["$value"] = Rem(look.Space.Section.Max) };
        var file = new JsonObject
        {
            ["$description"] = $"The look {look.Name}: {look.Words}",
            ["$extensions"] = new JsonObject { [Extension] = JsonSerializer.SerializeToNode(choice, SiteDocument.Json) },
            ["colour"] = colour,
            ["font"] = new JsonObject
            {
                ["display"] = Family(type.Pairing.Display),
                ["body"] = Family(type.Pairing.Body),
                ["display-weight"] = new JsonObject { ["$type"] = "fontWeight", ["$value"] = type.Pairing.Weight },
                ["button-weight"] = new JsonObject { ["$type"] = "fontWeight", ["$value"] = type.Pairing.ButtonWeight },
                ["display-line-height"] = new JsonObject { ["$type"] = "number", ["$value"] = type.Pairing.Line },
            },
            ["size"] = sizes,
            ["heading"] = new JsonObject
            {
                ["$type"] = "typography",
                ["$value"] = new JsonObject
                {
                    ["fontFamily"] = "{font.display}",
                    ["fontSize"] = "{size.headline}",
                    ["fontWeight"] = "{font.display-weight}",
                    ["letterSpacing"] = Rem(type.Pairing.Tracking * type.Headline.Max),
                    ["lineHeight"] = "{font.display-line-height}",
                },
            },
            ["space"] = space,
            ["corner"] = new JsonObject
            {
                ["$type"] = "dimension",
                ["small"] = Px(look.Shape.Small),
                ["middle"] = Px(look.Shape.Middle),
                ["large"] = Px(look.Shape.Large),
                ["button"] = Px(look.Shape.Button),
            },
            ["rule"] = new JsonObject { ["$type"] = "dimension", ["firm"] = Px(look.Shape.Rule) },
            ["motion"] = new JsonObject
            {
                ["$type"] = "duration",
                ["hover"] = new JsonObject
                {
                    ["$value"] = new JsonObject
                    {
                        ["value"] = look.Shape.Motion switch
                        {
                            Motion.None => 0,
                            Motion.Subtle => 240,
                            _ => 180,
                        },
                        ["unit"] = "ms",
                    },
                },
            },
        };
        return file.ToJsonString(Indented) + "\n";
    }

    private static JsonObject Colour(string hex)
    {
        var n = int.Parse(hex.AsSpan(1), NumberStyles.AllowHexSpecifier, CultureInfo.InvariantCulture);
        return new JsonObject
        {
            ["colorSpace"] = "srgb",
            ["components"] = new JsonArray([
                .. new[] { n >> 16 & 255, n >> 8 & 255, n & 255 }.Select(v => (JsonNode)Math.Round(v / 255.0, 4)),
            ]),
            ["alpha"] = 1,
            ["hex"] = hex,
        };
    }

    private static JsonObject Rem(double v) => new() { ["value"] = Math.Round(v, 4), ["unit"] = "rem" };

    private static JsonObject Px(double length) =>
        new()
        {
            ["$value"] = new JsonObject { ["value"] = length, ["unit"] = "px" },
        };

    private static JsonObject Family(string css) =>
        new()
        {
            ["$type"] = "fontFamily",
            ["$value"] = new JsonArray([
                .. css.Split(',').Select(f => (JsonNode)f.Trim('"')).Where(f => !((string)f!).EndsWith(" F", StringComparison.Ordinal)),
            ]),
        };

    /// <summary>
    /// Takes a look out of a file of tokens: one of ours comes back as it was, with what was changed in it since; of any other the colours,
    /// typefaces and corners that it names.
    /// </summary>
    /// <param name="over">What the rest follows: layout and all that the file does not say.</param>
    public static Result<ReadLook> Read(string json, LookChoice over)
    {
        var read = DesignTokens.Read(json);
        if (!read.Ok)
            return Result<ReadLook>.Fail(read.Problem!);
        var tokens = read.Value!;
        return
            LookChoices.Read(JsonNode.Parse(json, documentOptions: DesignTokens.Lenient)?["$extensions"]?[Extension]?.ToJsonString())
                is { } ours
            ? Returned(ours, tokens)
            : Foreign(tokens, over);
    }

    private static ReadLook Returned(LookChoice choice, ImmutableArray<DesignToken> tokens)
    {
        var was = DressedLook.Of(choice).Roles;
        var taken = new List<string> { $"the look {Looks.Find(choice.Id)!.Name} as it was written" };
        string? Changed(string role)
        {
            var hex = tokens.FirstOrDefault(t => t.Path == $"colour.{Names[role]}")?.Hex();
            if (hex is null || hex == was[role])
                return null;
            taken.Add($"{Names[role]} is now {hex}");
            return hex;
        }
        var hand = choice.Hand ?? new HandColours();
        hand = new HandColours(
            Changed("bg") ?? hand.Ground,
            Changed("fg") ?? hand.Text,
            Changed("link") ?? hand.Link,
            Changed("brand") ?? hand.Button,
            Changed("accent") ?? hand.Accent,
            Changed("inv") ?? hand.Dark
        );
        if (hand != new HandColours())
            choice = choice with { Hand = hand };
        if (Typeface(tokens) is { } type && type.Id != Dressing.Of(choice).Look.Type.Pairing.Id)
        {
            choice = choice with { Type = type.Id };
            taken.Add($"type {type.Name}");
        }
        return new ReadLook(choice, [.. taken], []);
    }

    private static ReadLook Foreign(ImmutableArray<DesignToken> tokens, LookChoice over)
    {
        var taken = new List<string>();
        var used = new HashSet<string>();
        var colours = tokens.Where(t => t.Type == "color" && t.Hex() is not null).ToList();
        string? Named(params string[] words)
        {
            var token = words
                .SelectMany(w =>
                    colours.Where(t => !used.Contains(t.Path) && t.Path.ToLowerInvariant().Split('.', '-', '_', ' ', '/').Contains(w))
                )
                .FirstOrDefault();
            if (token is null)
                return null;
            used.Add(token.Path);
            taken.Add($"{token.Path} as the {words[0]} colour, {token.Hex()}");
            return token.Hex();
        }
        var hand = new HandColours(
            Named("background", "ground", "page", "canvas"),
            Named("text", "foreground", "ink", "body"),
            Named("link")
        );
        var brand = Named("brand", "primary", "action", "button", "main");
        if (
            brand is null
            && colours.Where(c => !used.Contains(c.Path)).OrderByDescending(c => Oklch.FromHex(c.Hex()!).C).FirstOrDefault() is { } vivid
        )
        {
            used.Add(vivid.Path);
            brand = vivid.Hex();
            taken.Add($"{vivid.Path} as the brand colour, {brand}, since it is the strongest");
        }
        string? second = brand is null ? null : Named("accent", "secondary", "second"),
            third = second is null ? null : Named("tertiary", "third");
        var type = Typeface(tokens);
        if (type is not null)
            taken.Add($"type {type.Name}");
        var corner = tokens
            .Where(t =>
                t.Type == "dimension"
                && new[] { "radius", "corner", "radii", "rounded" }.Any(w => t.Path.Contains(w, StringComparison.OrdinalIgnoreCase))
            )
            .Select(t => t.Pixels())
            .OfType<double>()
            .Where(p => p < 90)
            .ToList();
        var details = over.Details;
        if (corner.Count > 0)
        {
            var middle = corner.Order().ElementAt(corner.Count / 2);
            var corners =
                middle < 2 ? Corners.Square
                : middle <= 10 ? Corners.Soft
                : Corners.Round;
            details = (details ?? new LookDetails()) with { Corners = corners };
            taken.Add($"{corners.ToString().ToLowerInvariant()} corners, for {middle.ToString("0.#", CultureInfo.InvariantCulture)} px");
        }
        var choice = over with
        {
            Brand = brand ?? over.Brand,
            Second = second,
            Third = third,
            Palette = brand is null ? over.Palette : null,
            ColoursOf = brand is null ? over.ColoursOf : null,
            Hand = hand == new HandColours() ? null : hand,
            Type = type?.Id ?? over.Type,
            Details = details,
        };
        return new ReadLook(choice, [.. taken], [.. tokens.Where(t => t.Type == "color" && !used.Contains(t.Path)).Select(t => t.Path)]);
    }

    /// <summary>The pairing whose display face a file names first, or failing that its body face.</summary>
    private static TypePairing? Typeface(ImmutableArray<DesignToken> tokens)
    {
        var named = tokens
            .Where(t => t.Type == "fontFamily")
            .SelectMany(t => t.Families())
            .Concat(
                tokens
                    .Where(t =>
                        t.Type == "typography" && t.Value.ValueKind == JsonValueKind.Object && t.Value.TryGetProperty("fontFamily", out _)
                    )
                    .SelectMany(t => new DesignToken(t.Path, "fontFamily", t.Value.GetProperty("fontFamily")).Families())
            )
            .ToList();
        static string First(string css) => css.Split(',')[0].Trim('"');
        var both = Pairings.All.FirstOrDefault(p =>
            named.Contains(First(p.Display), StringComparer.OrdinalIgnoreCase)
            && named.Contains(First(p.Body), StringComparer.OrdinalIgnoreCase)
        );
        return both
            ?? named
                .Select(n =>
                    Pairings.All.FirstOrDefault(p => First(p.Display).Equals(n, StringComparison.OrdinalIgnoreCase))
                    ?? Pairings.All.FirstOrDefault(p => First(p.Body).Equals(n, StringComparison.OrdinalIgnoreCase))
                )
                .FirstOrDefault(p => p is not null);
    }
}
