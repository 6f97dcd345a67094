using System.Collections.Concurrent;
using System.Collections.Immutable;
using System.Globalization;
using Plurimax.Facts;
using Plurimax.Text;

namespace Plurimax.Work.Briefing;

/// <summary>What the client's form says, in one language. What a language lacks is said in English.</summary>
/// <param name="Language">BCP 47.</param>
public sealed record FormWords(string Language, ImmutableDictionary<string, string> Texts)
{
    /// <summary>Languages the form speaks, with their own names.</summary>
    public static readonly ImmutableArray<(string Code, string Name)> Languages =
    [
        ("en", "English"),
        ("de", "Deutsch"),
        ("fr", "Français"),
        ("es", "Español"),
    ];

    private static readonly ConcurrentDictionary<string, FormWords> Read = new();

    public static FormWords For(string? language) =>
        Read.GetOrAdd(Languages.Any(l => l.Code == language) ? language! : "en", static code =>
            new(
                code,
                Content
                    .Lines($"forms/{code}.txt")
                    .Select(l => l.Split(" = ", 2))
                    .ToImmutableDictionary(p => p[0].Trim(), p => p[1].Trim().Replace("\\n", "\n"))
            )
        );

    /// <summary>
    /// The language to ask in: the first that is spoken with customers and that the form knows, else that of the country.
    /// </summary>
    public static string Of(FactSheet facts)
    {
        var spoken = (facts.Any<ListValue>("languages")?.Items ?? []).Select(l => l.Split('-')[0].Trim().ToLowerInvariant());
        return spoken.FirstOrDefault(l => Languages.Any(x => x.Code == l))
            ?? facts.Country switch
            {
                "DE" or "AT" or "LI" => "de",
                "FR" => "fr",
                "ES" => "es",
                "CH" => "de",
                _ => "en",
            };
    }

    public string this[string key, params object[] values] =>
        string.Format(CultureInfo.InvariantCulture, Texts.TryGetValue(key, out var text) ? text : For("en").Texts[key], values);

    /// <summary>The question of a fact, with the language it is in where that is not the form's own.</summary>
    public (string Text, string? Language) Ask(FactDefinition fact) =>
        Language == "en" ? (fact.Ask, null)
        // A trade asks some of its questions in its own way, in English; the general question is better than a foreign one.
        : Texts.TryGetValue(fact.Id, out var text) ? (text, null)
        : (fact.Ask, "en");
}
