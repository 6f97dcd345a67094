using System.Collections.Immutable;
using Plurimax.Core.Standards;

namespace Plurimax.Core.Rendering;

/// <summary>The fixed texts of the settings in a site's language.</summary>
public static class FixedTexts
{
    /// <returns>The settings, with every text that nobody has changed in the words of the language. What the agency wrote itself stays as it is.</returns>
    public static ImmutableDictionary<string, string> In(ImmutableDictionary<string, string> settings, SiteWords words)
    {
        if (words.Language == "en") return settings;
        foreach (var (key, value) in settings)
            if (words.Has("texts." + key) && SettingsRegistry.Find(key)?.Default == value) settings = settings.SetItem(key, words.Get("texts." + key));
        return settings;
    }
}
