using System.Text.Json;
using System.Text.Json.Nodes;
using Plurimax.Design.Styling;
using Plurimax.Facts;
using Plurimax.Text;
using Plurimax.Trades;

namespace Plurimax.Making.Templates;

/// <summary>
/// The shape of a trade template as a JSON Schema (draft 2020-12), for editors: they complete keys, show what a key is for and mark what is
/// wrong while it is written. What only the whole of a template tells is said by "plurimax lint".
/// </summary>
public static class TradeSchema
{
    /// <summary>Where it is kept in the content folder.</summary>
    public const string File = "schema/trade.schema.json";

    private static readonly JsonSerializerOptions Readable = new()
    {
        WriteIndented = true,
        Encoder = System.Text.Encodings.Web.JavaScriptEncoder.UnsafeRelaxedJsonEscaping,
    };

    public static string Json()
    {
        var properties = new JsonObject();
        foreach (var key in TradeReader.PassageKeys.Order(StringComparer.Ordinal))
            Bank(properties, key, "Wordings, an empty line between them; “~ plain” begins those of a tone.");
        foreach (var key in TradeReader.PoolKeys.Order(StringComparer.Ordinal))
            Bank(properties, key, "By id: one entry each, in several wordings.", MapOf(Bank()));
        foreach (var key in TradeReader.StructureKeys.Order(StringComparer.Ordinal))
            properties[key] = Structure(key);
        return new JsonObject
            {
                ["$schema"] = "https://json-schema.org/draft/2020-12/schema",
                ["title"] = "A trade template",
                ["type"] = "object",
                ["properties"] = properties,
                ["patternProperties"] = new JsonObject
                {
                    [@"^own\..+$"] = Bank("A section that somebody wrote on the site this was made from."),
                },
                ["additionalProperties"] = false,
                ["required"] = Array("id", "lang", "names"),
                ["anyOf"] = new JsonArray([
                    .. new[] { "kind", "translates", "base" }.Select(k => new JsonObject { ["required"] = Array(k) }),
                ]),
            }.ToJsonString(Readable) + "\n";
    }

    /// <summary>A key, and the same with a plus: more wordings after those that are inherited.</summary>
    private static void Bank(JsonObject properties, string key, string about, JsonObject? shape = null)
    {
        properties[key] = Said(shape ?? Bank(), about);
        properties[key + "+"] = Said((JsonObject)(shape ?? Bank()).DeepClone(), "After what is inherited.");
    }

    private static JsonObject Structure(string key) =>
        key switch
        {
            "id" => Said(Text("^[a-z0-9]+(-[a-z0-9]+)*(\\.[a-z]{2})?$"), "As the file is called."),
            "lang" => Said(Text("^[a-z]{2}(-[A-Z]{2})?$"), "A language tag (BCP 47): en-GB, de."),
            "from" => Said(ListOf(Text()), "Banks of copy/LANGUAGE that it inherits."),
            "base" => Said(Text(), "The trade that a template of the agency stands on."),
            "translates" => Said(Text(), "The trade that this is in another language."),
            "version" => new JsonObject { ["type"] = "integer", ["minimum"] = 1 },
            "names" => ObjectOf(("title", Text()), ("one", Text()), ("place", Text())),
            "also" => Said(ListOf(Text()), "By what else it is found, in any language."),
            "kind" => OneOf<BusinessKind>("How its customers come to it."),
            "schema" => Said(Text("^[A-Z][A-Za-z]+$"), "A type of schema.org."),
            "words" => Said(MapOf(Text()), "The trade's own words: {{ trade.job }}."),
            "aim" => Said(ListOf(OneOf<MainAction>()), "Main actions, the likeliest first; write is always among them."),
            "tones" => ListOf(OneOf<Tone>()),
            "voice" => Said(Text(), "we or I."),
            "assumes" => Said(ListOf(Text()), "What is taken for granted until the client says otherwise."),
            "interview" => ListOf(Question()),
            "pages" => Said(MapOf(MapOf(Bank())), "Plans by size: sections by page; “inherits” names the size that they are added to."),
            "always" => Said(MapOf(ListOf(Text())), "Sections that a page always has."),
            "never_drop" or "art" or "search" or "legal" or "needs" => ListOf(Text()),
            "cuts" => Said(MapOf(ListOf(Text())), "Services grouped, each way by its name."),
            "drop" => Said(MapOf(ListOf(Text())), "Ids of inherited entries that do not fit."),
            "services" => MapOf(Service()),
            "actions" => Said(ActionsOf(), "Button texts, | between them."),
            "seasons" => ListOf(
                ObjectOf(("from", Text("^\\d\\d-\\d\\d$")), ("to", Text("^\\d\\d-\\d\\d$")), ("about", Text()), ("note", Text()))
            ),
            "looks" => Looks(),
            "address" => Said(Text(), "How customers are spoken to: Sie, vous, usted."),
            _ => new JsonObject(),
        };

    private static JsonObject Question()
    {
        var question = ObjectOf(
            ("id", Text()),
            ("ask", Text()),
            (
                "weight",
                new JsonObject
                {
                    ["type"] = "integer",
                    ["minimum"] = 1,
                    ["maximum"] = 9,
                }
            )
        );
        var p = question["properties"]!.AsObject();
        p["shape"] = new JsonObject { ["enum"] = Array([.. TradeReader.Shapes.Keys.Order(StringComparer.Ordinal)]) };
        p["choose"] = new JsonObject { ["type"] = Array("string", "array") };
        p["suggest"] = new JsonObject { ["type"] = Array("string", "array") };
        return question;
    }

    private static JsonObject Service()
    {
        var p = new JsonObject
        {
            ["name"] = Said(Text(), "Names, | between them."),
            ["short"] = Bank(),
            ["text"] = Bank(),
        };
        (p["price_note"], p["is"]) = (Bank(), Text());
        return new JsonObject
        {
            ["type"] = "object",
            ["properties"] = p,
            ["additionalProperties"] = false,
        };
    }

    private static JsonObject ActionsOf()
    {
        var p = new JsonObject();
        foreach (var action in Enum.GetNames<MainAction>())
            p[action.ToLowerInvariant()] = Text();
        return new JsonObject
        {
            ["type"] = "object",
            ["properties"] = p,
            ["additionalProperties"] = false,
        };
    }

    private static JsonObject Looks() =>
        new()
        {
            ["type"] = "object",
            ["properties"] = new JsonObject
            {
                ["palettes"] = ListOf(new JsonObject { ["enum"] = Array([.. Palettes.Named.Keys.Order(StringComparer.Ordinal)]) }),
                ["fits"] = ListOf(new JsonObject { ["enum"] = LookIds() }),
                ["first"] = new JsonObject { ["enum"] = LookIds() },
                ["motifs"] = ListOf(Text()),
            },
            ["additionalProperties"] = false,
        };

    private static JsonArray LookIds() => Array([.. Design.Styling.Looks.All.Select(l => l.Id).Order(StringComparer.Ordinal)]);

    private static JsonObject Said(JsonObject shape, string about)
    {
        shape["description"] = about;
        return shape;
    }

    private static JsonObject Bank(string? about = null) =>
        about is null ? new JsonObject { ["type"] = Array("string", "array") } : Said(Bank(), about);

    private static JsonObject Text(string? pattern = null)
    {
        var text = new JsonObject { ["type"] = "string" };
        if (pattern is not null)
            text["pattern"] = pattern;
        return text;
    }

    private static JsonObject ListOf(JsonObject items) => new() { ["type"] = "array", ["items"] = items };

    private static JsonObject MapOf(JsonObject values) => new() { ["type"] = "object", ["additionalProperties"] = values };

    private static JsonObject ObjectOf(params (string Key, JsonObject Shape)[] needed)
    {
        var p = new JsonObject();
        foreach (var (key, shape) in needed)
            p[key] = shape;
        return new JsonObject
        {
            ["type"] = "object",
            ["properties"] = p,
            ["required"] = Array([.. needed.Select(n => n.Key)]),
            ["additionalProperties"] = false,
        };
    }

    /// <summary>The values of an enumeration as templates write them: "shop-with-hours".</summary>
    private static JsonObject OneOf<T>(string? about = null)
        where T : struct, Enum
    {
        var values = new JsonObject
        {
            ["enum"] = Array([
                .. Enum.GetNames<T>()
                    .Select(n =>
                        string.Concat(
                            n.Select((c, i) => i > 0 && char.IsUpper(c) ? "-" + char.ToLowerInvariant(c) : "" + char.ToLowerInvariant(c))
                        )
                    ),
            ]),
        };
        return about is null ? values : Said(values, about);
    }

    private static JsonArray Array(params string[] values) => new([.. values.Select(v => JsonValue.Create(v))]);
}
