using System.Collections.Concurrent;
using System.Reflection;

namespace Plurimax.Text;

/// <summary>The files of content/ that ship inside this assembly, by path relative to content/.</summary>
public static class Content
{
    private static readonly Assembly Here = typeof(Content).Assembly;
    private static readonly ConcurrentDictionary<string, byte[]?> Cache = new();

    public static IEnumerable<string> Names(string prefix) =>
        Here.GetManifestResourceNames()
            .Select(n => n.Replace('\\', '/'))
            .Where(n => n.StartsWith("content/" + prefix, StringComparison.Ordinal))
            .Select(n => n["content/".Length..])
            .Order(StringComparer.Ordinal);

    public static byte[]? Bytes(string name) => Cache.GetOrAdd(name, static n =>
        {
            using var stream = Here.GetManifestResourceStream("content/" + n);
            if (stream is null)
                return null;
            using var memory = new MemoryStream();
            stream.CopyTo(memory);
            return memory.ToArray();
        });

    /// <summary>The lines of a word list, without blank ones and those that begin with #; none where there is no such file.</summary>
    public static IEnumerable<string> Lines(string name) =>
        (Text(name) ?? "").Split('\n', StringSplitOptions.TrimEntries | StringSplitOptions.RemoveEmptyEntries).Where(l => l[0] != '#');

    public static string? Text(string name) => Bytes(name) is { } b ? System.Text.Encoding.UTF8.GetString(b) : null;
}
