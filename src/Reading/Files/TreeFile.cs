using System.Collections.Immutable;
using System.Text.Json;
using System.Text.RegularExpressions;
using Plurimax.Facts;
using Plurimax.Reading.Shapes;
using YamlDotNet.Core;
using YamlDotNet.RepresentationModel;

namespace Plurimax.Reading.Files;

/// <summary>
/// What a form or a program hands over as JSON or YAML, as lines with labels: names of fields in words, address parts as one address,
/// lists under a heading. A field that says it is private stays so.
/// </summary>
internal static partial class TreeFile
{
    private sealed record Node(string Key, string? Value, ImmutableArray<Node> Inside, bool List);

    /// <returns>Null where the text is neither.</returns>
    public static SourceText? Read(string name, string text)
    {
        var start = text.AsSpan().TrimStart();
        // A tree of more than that is no form, and takes many times its length.
        if (start.Length is 0 or > TextBuilder.MostText)
            return null;
        if (start[0] is '{' or '[')
        {
            // What search engines read (schema.org) has a reader of its own.
            if (text.Contains("\"@type\"", StringComparison.Ordinal) && text.Contains("schema.org", StringComparison.Ordinal))
                return HtmlFile.Read(name, $"<script type=\"application/ld+json\">{text.Replace("</", "<\\/")}</script>");
            return Json(text) is { } json ? Written(name, json) : null;
        }
        return FileKinds.Ending(name) is "yaml" or "yml" && Yaml(text) is { } yaml ? Written(name, yaml) : null;
    }

    private static Node? Json(string text)
    {
        try
        {
            using var read = JsonDocument.Parse(text, new JsonDocumentOptions { MaxDepth = SafeYaml.Deepest, AllowTrailingCommas = true });
            return Of("", read.RootElement);
        }
        catch (JsonException)
        {
            return null;
        }

        static Node Of(string key, JsonElement e) =>
            e.ValueKind switch
            {
                JsonValueKind.Object => new Node(key, null, [.. e.EnumerateObject().Select(p => Of(p.Name, p.Value))], false),
                JsonValueKind.Array => new Node(key, null, [.. e.EnumerateArray().Select(v => Of(key, v))], true),
                JsonValueKind.String => new Node(key, e.GetString(), [], false),
                JsonValueKind.Null or JsonValueKind.Undefined => new Node(key, "", [], false),
                _ => new Node(key, e.GetRawText(), [], false),
            };
    }

    private static Node? Yaml(string text)
    {
        try
        {
            return SafeYaml.Map(text) is { } root ? Of("", root) : null;
        }
        catch (YamlException)
        {
            return null;
        }

        static Node Of(string key, YamlNode node) =>
            node switch
            {
                YamlMappingNode map => new Node(key, null, [.. map.Children.Select(p => Of(p.Key.ToString(), p.Value))], false),
                YamlSequenceNode list => new Node(key, null, [.. list.Children.Select(v => Of(key, v))], true),
                _ => new Node(key, (node as YamlScalarNode)?.Value ?? "", [], false),
            };
    }

    private static SourceText Written(string name, Node root)
    {
        root = Answers(root);
        var b = new TextBuilder();
        var stated = ImmutableArray.CreateBuilder<Candidate>();
        Write(root, [.. Flat(root)], b, name, stated);
        return b.Build(name, stated.ToImmutable());
    }

    /// <summary>
    /// Lists of "field" and "value", as forms hand them over, as fields of their own; a list of one record as that record.
    /// </summary>
    private static Node Answers(Node node)
    {
        if (node.List && node.Inside.Length > 0 && node.Inside.All(n => Pair(n) is not null))
            return new Node(node.Key, null, [.. node.Inside.Select(n => Pair(n)!)], false);
        if (node.List && node.Key.Length == 0 && node.Inside is [{ Value: null } only])
            return Answers(only);
        return node.Value is null ? node with { Inside = [.. node.Inside.Select(Answers)] } : node;
    }

    private static Node? Pair(Node n) =>
        n.Inside.FirstOrDefault(p => AskKey().IsMatch(p.Key)) is { Value.Length: > 0 } asked
        && n.Inside.FirstOrDefault(p => AnswerKey().IsMatch(p.Key)) is { } answer
            ? answer with
            {
                Key = asked.Value,
            }
            : null;

    /// <summary>The single values of a node and of those inside it that are no lists and no persons.</summary>
    private static IEnumerable<Node> Flat(Node node) =>
        node.List || node.Value is not null
            ? []
            : node.Inside.SelectMany(n =>
                n.Value is not null ? [Named(n, node)]
                : Days(n) || Person(n) ? []
                : Flat(n)
            );

    /// <summary>"contact: { name: … }" is the name of the contact.</summary>
    private static Node Named(Node leaf, Node parent) =>
        leaf.Key.ToLowerInvariant() is "name" or "value" or "text" && parent.Key.Length > 0 ? leaf with { Key = parent.Key } : leaf;

    private static bool Person(Node n) =>
        !n.List && n.Inside.Any(p => p.Key.ToLowerInvariant() is "role" or "title" or "position" or "rolle" or "rôle" or "rol");

    private static bool Days(Node n) =>
        !n.List && n.Inside.Length > 0 && n.Inside.All(p => HoursWords.FullDay(Word().Match(p.Key).Value) >= 0 || IsDay(p.Key));

    private static bool IsDay(string key) =>
        Word().Matches(key).Select(m => ColumnNames.RoleOf(m.Value)) is var roles
        && roles.Any()
        && roles.All(r => r is not null && r.EndsWith("day", StringComparison.Ordinal));

    private static void Write(Node node, ImmutableArray<Node> single, TextBuilder b, string file, ImmutableArray<Candidate>.Builder stated)
    {
        var said = single.Where(n => n.Value!.Trim().Length > 0 && !IsPrivate(n.Key)).ToList();
        if (said.Count > 0)
            HeadedTable.Write(
                file,
                [.. said.Select(n => Words(n.Key))],
                [.. said.Select(n => RoleOf(n.Key))],
                [
                    [.. said.Select(n => n.Value!)],
                ],
                b,
                stated
            );
        foreach (var kept in single.Where(n => IsPrivate(n.Key) && n.Value!.Trim().Length > 0))
            b.Add($"{Bracketed().Replace(Words(kept.Key), "")} (private): {kept.Value}", LineRole.Text);
        foreach (var inside in Lists(node))
        {
            b.Add("", LineRole.Heading);
            b.Add(ColumnNames.RoleOf(inside.Key) == "service" ? "Services" : Words(inside.Key), LineRole.Heading);
            foreach (var item in inside.Inside)
                if (Days(inside))
                    b.Add($"{item.Key}: {item.Value ?? string.Join(" ", item.Inside.Select(v => v.Value))}", LineRole.Text);
                else if (item.Value is { } text)
                    b.Add(inside.List ? text : $"{Words(item.Key)}: {text}", inside.List ? LineRole.Item : LineRole.Text);
                else
                    b.Add(string.Join(", ", item.Inside.Where(v => v.Value is { Length: > 0 }).Select(v => v.Value)), LineRole.Item);
            if (Person(inside))
                b.Add(string.Join(", ", inside.Inside.Select(v => v.Value)), LineRole.Item);
        }
    }

    private static IEnumerable<Node> Lists(Node node) =>
        node.Inside.SelectMany(n =>
            n.Value is not null ? []
            : n.List || Days(n) ? [n]
            : Person(n) ? [new Node(n.Key, null, [n], true)]
            : Lists(n)
        );

    private static string? RoleOf(string key) =>
        ColumnNames.RoleOf(Bracketed().Replace(key, ""))
        ?? Asked(key)
        ?? (PublicFirst().Match(key) is { Success: true } m ? ColumnNames.RoleOf(key[m.Length..]) : null);

    private static string? Asked(string key)
    {
        var role = Questions.RoleOf(key);
        return role is "owner" or "name" or "founded" ? role : null;
    }

    private static bool IsPrivate(string key) => PrivateKey().IsMatch(Words(key));

    /// <summary>"yearFounded" and "public_phone" in words.</summary>
    private static string Words(string key) => Humps().Replace(key.Replace('_', ' ').Replace('-', ' '), " $1").Trim();

    [GeneratedRegex(
        @"^(?:field|label|question|title|key|frage|feld|champ|pregunta|campo|domanda|vraag|veld)(?:_?(?:name|label|text))?$",
        RegexOptions.IgnoreCase
    )]
    private static partial Regex AskKey();

    [GeneratedRegex(
        @"^(?:value|answer|response|text|antwort|wert|réponse|valeur|respuesta|valor|risposta|valore|antwoord|waarde)$",
        RegexOptions.IgnoreCase
    )]
    private static partial Regex AnswerKey();

    [GeneratedRegex(@"\p{L}+")]
    private static partial Regex Word();

    [GeneratedRegex(@"\s*\([^)]*\)|^(?:best|full|your|our)\s", RegexOptions.IgnoreCase)]
    private static partial Regex Bracketed();

    [GeneratedRegex(@"(?<=\p{Ll})(\p{Lu})")]
    private static partial Regex Humps();

    [GeneratedRegex(@"^(?:public|main|client|customer|business|shop|trading|contact)[_\s-]?", RegexOptions.IgnoreCase)]
    private static partial Regex PublicFirst();

    [GeneratedRegex(
        @"\b(?:private|personal|internal|hidden|billing|invoice|agency|privat|intern|privé|interne|privado|privato)\b",
        RegexOptions.IgnoreCase
    )]
    private static partial Regex PrivateKey();
}
