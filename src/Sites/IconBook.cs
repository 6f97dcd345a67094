using System.Collections.Immutable;
using System.Text.Json;
using Plurimax.Text;

namespace Plurimax.Sites;

/// <param name="Shapes">SVG elements within 24 by 24 units, drawn as lines.</param>
public sealed record IconDrawing(string Name, ImmutableArray<string> Words, string Shapes);

/// <summary>The icons that ship with the application, found by what they show.</summary>
public static class IconBook
{
    private static readonly Lazy<ImmutableDictionary<string, string>> Shapes = new(() =>
        JsonSerializer.Deserialize<Dictionary<string, string>>(Content.Bytes("looks/icons.json")!)!.ToImmutableDictionary()
    );
    private static readonly Lazy<ImmutableArray<IconDrawing>> Book = new(() =>
        [
            .. JsonSerializer
                .Deserialize<Dictionary<string, string[]>>(Content.Bytes("looks/icon-words.json")!)!
                .Where(w => Shapes.Value.ContainsKey(w.Key))
                .OrderBy(w => w.Key, StringComparer.Ordinal)
                .Select(w => new IconDrawing(w.Key, [.. w.Value], Shapes.Value[w.Key])),
        ]
    );

    public static ImmutableArray<IconDrawing> All => Book.Value;

    public static bool Has(string name) => Shapes.Value.ContainsKey(name);

    public static string ShapesOf(string name) => Shapes.Value[name];

    /// <summary>Icons by keywords: each word begins the name or one of the words of an icon; those by name first.</summary>
    public static IEnumerable<IconDrawing> Find(string keywords)
    {
        var wanted = Letters.Fold(keywords).Split([' ', ',', '-'], StringSplitOptions.RemoveEmptyEntries);
        return All.Where(i => wanted.All(w => i.Words.Any(k => Letters.Fold(k).StartsWith(w, StringComparison.Ordinal))))
            .OrderBy(i => wanted.Length > 0 && !i.Name.StartsWith(wanted[0], StringComparison.Ordinal));
    }
}
