using System.Collections.Concurrent;

namespace Plurimax.Text;

/// <summary>
/// The files of content/, which people write and the program reads, by path relative to it. They are read from the folder when they are
/// named, once a process; nothing is compiled in.
/// </summary>
public static class Content
{
    private static readonly ConcurrentDictionary<string, byte[]?> Read = new();
    private static readonly Lazy<string> FoundRoot = new(Find);

    /// <summary>The folder: the one that the environment names (PlurimaxContent), else the nearest above the program.</summary>
    /// <exception cref="DirectoryNotFoundException">There is none.</exception>
    public static string Root => FoundRoot.Value;

    /// <summary>Names of the files whose path begins so, sorted by ordinal.</summary>
    /// <param name="prefix">A folder with its stroke, "trades/", or the beginning of a name in one.</param>
    public static IEnumerable<string> Names(string prefix)
    {
        var folder = Path.Combine(Root, Path.GetDirectoryName(prefix) ?? "");
        return !Directory.Exists(folder)
            ? []
            : Directory
                .EnumerateFiles(folder, "*", SearchOption.AllDirectories)
                .Select(f => Path.GetRelativePath(Root, f).Replace('\\', '/'))
                .Where(n => n.StartsWith(prefix, StringComparison.Ordinal))
                .Order(StringComparer.Ordinal);
    }

    /// <returns>Null where there is no such file, or the name leads out of the folder.</returns>
    public static byte[]? Bytes(string name) => Read.GetOrAdd(name, static n =>
        {
            var path = Path.GetFullPath(Path.Combine(Root, n));
            return path.StartsWith(Root + Path.DirectorySeparatorChar, StringComparison.Ordinal) && File.Exists(path)
                ? File.ReadAllBytes(path)
                : null;
        });

    /// <summary>The lines of a word list, without blank ones and those that begin with #; none where there is no such file.</summary>
    public static IEnumerable<string> Lines(string name) =>
        (Text(name) ?? "").Split('\n', StringSplitOptions.TrimEntries | StringSplitOptions.RemoveEmptyEntries).Where(l => l[0] != '#');

    public static string? Text(string name) => Bytes(name) is { } b ? System.Text.Encoding.UTF8.GetString(b) : null;

    private static string Find()
    {
        if (Environment.GetEnvironmentVariable("PlurimaxContent") is { Length: > 0 } named)
            return Directory.Exists(Path.Combine(named, "trades"))
                ? Path.GetFullPath(named).TrimEnd(Path.DirectorySeparatorChar)
                : throw new DirectoryNotFoundException($"PlurimaxContent names {named}, which holds no trades.");
        for (var d = new DirectoryInfo(AppContext.BaseDirectory); d is not null; d = d.Parent)
            if (Directory.Exists(Path.Combine(d.FullName, "content", "trades")))
                return Path.Combine(d.FullName, "content");
        throw new DirectoryNotFoundException($"There is no folder content/ above {AppContext.BaseDirectory}; name one in PlurimaxContent.");
    }
}
