using System.Collections.Concurrent;
using System.Collections.Immutable;
using Plurimax.Text;

namespace Plurimax.Design.Pictures;

/// <summary>
/// What the drawn scenes show, in the languages other than English: <c>content/copy/LANGUAGE/scenes.txt</c>, a line each.
/// </summary>
public static class SceneTexts
{
    private static readonly ConcurrentDictionary<string, ImmutableDictionary<string, string>> Languages = new(StringComparer.Ordinal);

    /// <param name="language">Two letters.</param>
    /// <returns>Null where nobody has written it.</returns>
    public static string? Of(string scene, string language) =>
        Languages
            .GetOrAdd(language, static l =>
                Content
                    .Lines($"copy/{l}/scenes.txt")
                    .Select(line => line.Split(':', 2, StringSplitOptions.TrimEntries))
                    .ToImmutableDictionary(p => p[0], p => p[1])
            )
            .GetValueOrDefault(scene);
}
