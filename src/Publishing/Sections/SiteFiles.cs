using System.Collections.Immutable;
using System.Text;

namespace Plurimax.Publishing.Sections;

/// <param name="Files">Path relative to the site's root to its bytes.</param>
public sealed record SiteFiles(ImmutableSortedDictionary<string, byte[]> Files)
{
    public static readonly SiteFiles None = new(ImmutableSortedDictionary<string, byte[]>.Empty);

    public string Text(string path) => Encoding.UTF8.GetString(Files[path]);

    public long Size => Files.Values.Sum(f => (long)f.Length);
}
