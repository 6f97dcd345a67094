using System.Collections.Immutable;
using Plurimax.Facts;

namespace Plurimax.Making.Settings;

/// <summary>The fixed texts of the settings in a site's language, and as the law of a country and the kind of business have them.</summary>
public static class FixedTexts
{
    /// <param name="country">Of the business, ISO 3166-1 alpha-2.</param>
    /// <returns>
    /// The settings, with every text that nobody has changed in the words of the language and the country. What the agency wrote itself
    /// stays as it is.
    /// </returns>
    public static ImmutableDictionary<string, string> In(
        ImmutableDictionary<string, string> settings,
        SiteWords words,
        string country,
        BusinessKind kind
    )
    {
        foreach (var key in LegalBook.Keys)
            if (Standing(settings, key) && LegalBook.Text(key, country, kind, words.Language) is { } law)
                settings = settings.SetItem(key, law);
        if (words.Language != "en")
            foreach (var (key, value) in settings)
                if (words.Has("texts." + key) && SettingsRegistry.Find(key)?.Default == value)
                    settings = settings.SetItem(key, words.Get("texts." + key));
        return settings.SetItem(
            "counting",
            settings.GetValueOrDefault("counter", "").Length + settings.GetValueOrDefault("pixels", "").Length > 0 ? "yes" : "no"
        );
    }

    private static bool Standing(ImmutableDictionary<string, string> settings, string key) =>
        settings.TryGetValue(key, out var value) && value == SettingsRegistry.Values[key];
}
