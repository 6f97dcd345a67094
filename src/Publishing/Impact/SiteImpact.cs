using System.Collections.Immutable;
using Plurimax.Publishing.Launching;
using Plurimax.Publishing.Sections;

namespace Plurimax.Publishing.Impact;

public enum FileFate
{
    Changed,
    Added,
    Removed,
}

/// <param name="Path">Path in the site's files.</param>
public sealed record FileChange(string Path, FileFate Fate)
{
    public bool IsPage => Path.EndsWith(".html", StringComparison.Ordinal);
}

/// <summary>What a change does to one site: which files become others, and which findings of preflight come and go.</summary>
public sealed record SiteImpact(ImmutableArray<FileChange> Files, FindingsChange Findings)
{
    public static readonly SiteImpact None = new([], FindingsChange.None);
    public int Pages => Files.Count(f => f.IsPage);

    /// <summary>Files that differ by their bytes, by path.</summary>
    public static ImmutableArray<FileChange> Compare(SiteFiles before, SiteFiles after)
    {
        var changes = ImmutableArray.CreateBuilder<FileChange>();
        foreach (var (path, bytes) in after.Files)
            if (!before.Files.TryGetValue(path, out var was))
                changes.Add(new(path, FileFate.Added));
            else if (!was.AsSpan().SequenceEqual(bytes))
                changes.Add(new(path, FileFate.Changed));
        foreach (var path in before.Files.Keys)
            if (!after.Files.ContainsKey(path))
                changes.Add(new(path, FileFate.Removed));
        return changes.ToImmutable();
    }

    /// <param name="before">The site as it stands; <paramref name="after"/> as it would be, both with the settings they are rendered
    /// with.</param>
    public static SiteImpact Of(PreflightInput before, SiteFiles was, PreflightInput after, SiteFiles now)
    {
        var files = Compare(was, now);
        return new(
            files,
            files.IsEmpty && before.Settings.Settings == after.Settings.Settings
                ? FindingsChange.None
                : Preflight.Change(before, was, after, now, [.. files.Select(f => f.Path)])
        );
    }
}
