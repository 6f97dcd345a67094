using System.Collections.Immutable;

namespace Plurimax.Sites;

public enum Change
{
    Same,
    Added,
    Removed,
}

/// <summary>A run of words that is the same, added or removed.</summary>
public sealed record WordRun(Change Change, string Text);

public sealed record PassageChange(string Section, string Path, string Label, ImmutableArray<WordRun> Words);

/// <summary>What changed between two versions of a site, by passage and by word.</summary>
public static class Difference
{
    /// <param name="show">A passage as it is read; null compares the texts with their placeholders.</param>
    public static ImmutableArray<PassageChange> Between(SiteDocument before, SiteDocument after, Func<Passage, string>? show = null)
    {
        show ??= p => p.Text;
        var changes = ImmutableArray.CreateBuilder<PassageChange>();
        var old = before
            .Pages.Where(p => !p.Hidden)
            .SelectMany(p => p.Sections.Where(s => !s.Hidden).Select(s => (Page: p, Section: s)))
            .ToDictionary(x => x.Section.Id);
        var seen = new HashSet<string>();
        foreach (var page in after.Pages.Where(p => !p.Hidden))
        foreach (var section in page.Sections.Where(s => !s.Hidden))
        {
            seen.Add(section.Id);
            var was = old.TryGetValue(section.Id, out var o)
                ? o.Section.Content.Passages().ToDictionary(p => p.Path, p => show(p.Passage))
                : [];
            foreach (var (path, passage) in section.Content.Passages())
            {
                var a = was.GetValueOrDefault(path, "");
                var b = show(passage);
                if (a != b)
                    changes.Add(
                        new PassageChange(section.Id, path, $"{show(page.Menu)}: {SectionKinds.Of(section.Content).Label}", Words(a, b))
                    );
            }
        }
        foreach (var (id, (page, section)) in old.Where(o => !seen.Contains(o.Key)))
            changes.Add(
                new PassageChange(
                    id,
                    "",
                    $"{show(page.Menu)}: {SectionKinds.Of(section.Content).Label}",
                    [new WordRun(Change.Removed, "The whole section was taken out.")]
                )
            );
        return changes.ToImmutable();
    }

    /// <summary>How many elements two sequences have in common at the beginning, and how many of the rest at the end.</summary>
    public static (int Head, int Tail) Ends(ReadOnlySpan<string> a, ReadOnlySpan<string> b)
    {
        var head = a.CommonPrefixLength(b);
        var tail = 0;
        while (tail < Math.Min(a.Length, b.Length) - head && a[^(tail + 1)] == b[^(tail + 1)])
            tail++;
        return (head, tail);
    }

    /// <summary>Longest common subsequence of words, as runs.</summary>
    public static ImmutableArray<WordRun> Words(string before, string after)
    {
        string[] a = Split(before),
            b = Split(after);
        var length = new int[a.Length + 1, b.Length + 1];
        for (var i = a.Length - 1; i >= 0; i--)
        for (var j = b.Length - 1; j >= 0; j--)
            length[i, j] = a[i] == b[j] ? length[i + 1, j + 1] + 1 : Math.Max(length[i + 1, j], length[i, j + 1]);
        var runs = new List<WordRun>();
        void Put(Change c, string w)
        {
            if (runs.Count > 0 && runs[^1].Change == c)
                runs[^1] = new WordRun(c, $"{runs[^1].Text} {w}");
            else
                runs.Add(new WordRun(c, w));
        }
        int x = 0,
            y = 0;
        while (x < a.Length || y < b.Length)
            if (x < a.Length && y < b.Length && a[x] == b[y])
            {
                Put(Change.Same, a[x]);
                x++;
                y++;
            }
            else if (y >= b.Length || (x < a.Length && length[x + 1, y] >= length[x, y + 1]))
                Put(Change.Removed, a[x++]);
            else
                Put(Change.Added, b[y++]);
        return [.. runs];

        static string[] Split(string s) => s.Split([' ', '\n'], StringSplitOptions.RemoveEmptyEntries);
    }
}
