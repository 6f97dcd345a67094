using System.Collections.Immutable;
using System.Text.RegularExpressions;

namespace Plurimax.Sites;

/// <summary>What a placeholder of a text stands for, in words: makers see these, never brackets.</summary>
/// <param name="Source">The placeholder as it stands in the text (Liquid).</param>
/// <param name="Fact">Dotted name of the fact; null for conditions and other marks.</param>
/// <param name="Name">Plain name, "town", "only if written price is known".</param>
/// <param name="Own">The words that stand here instead of the fact's, where this place is an exception.</param>
public sealed partial record FactChip(string Source, string? Fact, string Name, string? Own = null)
{
    /// <summary>Liquid filter that marks words as an exception from a fact. It gives back what it is put on.</summary>
    public const string OnlyHere = "only_here";

    private static readonly ImmutableDictionary<string, string> Names = new Dictionary<string, string>
    {
        ["place.street"] = "street",
        ["place.town"] = "town",
        ["place.postcode"] = "postcode",
        ["place.region"] = "region",
        ["place.country"] = "country",
        ["rating.value"] = "rating",
        ["rating.count"] = "number of reviews",
        ["rating.source"] = "source of the rating",
        ["rating.date"] = "month of the rating",
        ["register.name"] = "register",
        ["register.body"] = "body of the register",
        ["register.number"] = "register number",
        ["qualification.name"] = "certificate",
        ["qualification.body"] = "body of the certificate",
        ["insurance.amount"] = "amount insured",
        ["insurance.until"] = "insured until",
        ["owner.name"] = "owner",
        ["owner.role"] = "owner's role",
        ["owner.story"] = "owner's story",
        ["area.towns"] = "towns served",
        ["area.radius"] = "how far",
    }.ToImmutableDictionary();

    /// <summary>The plain name of a fact, by its dotted name.</summary>
    public static string NameOf(string fact) =>
        Names.TryGetValue(fact, out var name) ? name
        : fact.StartsWith("promise.", StringComparison.Ordinal) ? $"promise of {fact["promise.".Length..].Replace('_', ' ')}"
        : fact.Replace('.', ' ').Replace('_', ' ');

    /// <summary>The facts a chip can be put in for: a composite fact by its parts, any other by itself.</summary>
    public static ImmutableArray<string> PartsOf(string fact) =>
        fact switch
        {
            "place" => ["place.town", "place.street", "place.postcode"],
            "rating" or "register" or "qualification" or "insurance" =>
            [
                .. Names.Keys.Where(k => k.StartsWith(fact + ".", StringComparison.Ordinal)).Order(StringComparer.Ordinal),
            ],
            _ => [fact],
        };

    /// <summary>The fact of the catalogue that a dotted name belongs to: "place" for "place.town".</summary>
    public static string RootOf(string fact, Func<string, bool> known)
    {
        for (var f = fact; ; f = f[..f.LastIndexOf('.')])
            if (known(f) || !f.Contains('.'))
                return f;
    }

    /// <summary>The chip of a placeholder, or null where the text is none.</summary>
    public static FactChip? Of(string source)
    {
        if (Expression().Match(source) is { Success: true } own && own.Groups["own"].Success && own.Groups["only"].Success)
            return new(source, own.Groups["only"].Value, NameOf(own.Groups["only"].Value), own.Groups["own"].Value);
        if (Expression().Match(source) is { Success: true } e && e.Groups["fact"].Success)
            return new(source, e.Groups["fact"].Value, NameOf(e.Groups["fact"].Value));
        if (!Whole().IsMatch(source))
            return null;
        if (Condition().Match(source) is { Success: true } c)
            return new(source, null, $"{(c.Groups[1].Value == "unless" ? "unless" : "only if")} {NameOf(c.Groups[2].Value)} is known");
        return new(
            source,
            null,
            source.Contains("end", StringComparison.Ordinal) ? "end"
                : source.Contains("else", StringComparison.Ordinal) ? "otherwise"
                : "worked out"
        );
    }

    /// <summary>The placeholder for a fact.</summary>
    public static string For(string fact) => $"{{{{ {fact} }}}}";

    /// <summary>
    /// Words that stand here instead of a fact's, marked as an exception. Liquid text has no escapes: the quotation mark that the words do
    /// not hold surrounds them.
    /// </summary>
    public static string Exception(string fact, string words)
    {
        words = words.Replace("}}", "} }").Replace("%}", "% }").ReplaceLineEndings(" ");
        if (words.Contains('"') && words.Contains('\''))
            words = words.Replace('\'', '’');
        var q = words.Contains('"') ? '\'' : '"';
        return $"{{{{ {q}{words}{q} | {OnlyHere}: \"{fact}\" }}}}";
    }

    /// <summary>Splits a text into plain runs and placeholders, in order.</summary>
    public static IEnumerable<(string Text, bool Placeholder)> Split(string text)
    {
        var at = 0;
        foreach (Match m in Token().Matches(text))
        {
            if (m.Index > at)
                yield return (text[at..m.Index], false);
            yield return (m.Value, true);
            at = m.Index + m.Length;
        }
        if (at < text.Length)
            yield return (text[at..], false);
    }

    /// <summary>Whether a text is one placeholder that can be filled.</summary>
    public static bool IsPlaceholder(string text) =>
        Whole().IsMatch(text) && (text.StartsWith("{%", StringComparison.Ordinal) || TextEngine.Fault(text) is null);

    [GeneratedRegex(@"\{\{.*?\}\}|\{%.*?%\}", RegexOptions.Singleline)]
    private static partial Regex Token();

    [GeneratedRegex(@"^(?:\{\{(?:(?!\}\}).)*\}\}|\{%(?:(?!%\}).)*%\})$", RegexOptions.Singleline)]
    private static partial Regex Whole();

    [GeneratedRegex(
        @"^\{\{-?\s*(?:(?<fact>[a-z_]+(?:\.[a-z_]+)*)\s*(?:\|[^}]*)?|(?<q>[""'])(?<own>.*?)\k<q>\s*\|\s*only_here:\s*[""'](?<only>"
            + @"[a-z_.]+)[""']\s*)-?\}\}$",
        RegexOptions.Singleline
    )]
    private static partial Regex Expression();

    [GeneratedRegex(@"^\{%-?\s*(if|unless|elsif)\s+([a-z_]+(?:\.[a-z_]+)*)")]
    private static partial Regex Condition();
}
