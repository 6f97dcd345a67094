using UglyToad.PdfPig.Content;

namespace Plurimax.Reading.Files;

/// <summary>
/// Columns of a printed page: text that runs down beside other text is read one column after the other. Rows of a table stand on one line
/// with each other and stay together; columns of text seldom do.
/// </summary>
internal static class PdfColumns
{
    private const int FewestLines = 5,
        MostDepth = 3;

    /// <summary>More lines than this share of a table's stand on one line with what is beside them.</summary>
    private const double TableLike = .72;

    private sealed record Band(double Bottom, List<Word> Words);

    /// <summary>Words of a page in parts that are read one after the other.</summary>
    public static IEnumerable<IReadOnlyList<Word>> Parts(IReadOnlyList<Word> words, Func<Word, double> height, int depth = 0)
    {
        if (depth == MostDepth || words.Count < 12 || Gutter(words, height) is not var (top, bottom, x))
            return [words];
        var within = words.Where(w => w.BoundingBox.Bottom <= top && w.BoundingBox.Bottom >= bottom).ToList();
        List<Word> above = [.. words.Where(w => w.BoundingBox.Bottom > top)],
            below = [.. words.Where(w => w.BoundingBox.Bottom < bottom)],
            left = [.. within.Where(w => w.BoundingBox.Right <= x)],
            right = [.. within.Where(w => w.BoundingBox.Right > x)];
        return
        [
            .. above.Count > 0 ? [above] : Array.Empty<IReadOnlyList<Word>>(),
            .. Parts(left, height, depth + 1),
            .. Parts(right, height, depth + 1),
            .. below.Count > 0 ? Parts(below, height, depth + 1) : [],
        ];
    }

    /// <summary>The longest run of lines that no word crosses a place of, with text on both sides that does not stand in rows.</summary>
    private static (double Top, double Bottom, double X)? Gutter(IReadOnlyList<Word> words, Func<Word, double> height)
    {
        var bands = new List<Band>();
        foreach (var w in words.OrderByDescending(w => w.BoundingBox.Bottom))
            if (bands.Count > 0 && Math.Abs(bands[^1].Bottom - w.BoundingBox.Bottom) < Math.Max(2, .4 * height(w)))
                bands[^1].Words.Add(w);
            else
                bands.Add(new Band(w.BoundingBox.Bottom, [w]));
        var usual = words.Select(height).Order().ElementAt(words.Count / 2);
        var candidates = bands
            .SelectMany(b =>
                b.Words.OrderBy(w => w.BoundingBox.Left) is var row
                    ? row.Zip(row.Skip(1))
                        .Where(p => p.Second.BoundingBox.Left - p.First.BoundingBox.Right > 1.2 * usual)
                        .Select(p => (p.Second.BoundingBox.Left + p.First.BoundingBox.Right) / 2)
                    : []
            )
            .Select(x => Math.Round(x / 4) * 4)
            .Distinct()
            .Take(120);
        (double Top, double Bottom, double X)? best = null;
        var most = 0;
        foreach (var x in candidates)
        {
            var from = 0;
            for (var i = 0; i <= bands.Count; i++)
            {
                if (i < bands.Count && bands[i].Words.All(w => w.BoundingBox.Right < x + 1 || w.BoundingBox.Left > x - 1))
                    continue;
                var run = bands.GetRange(from, i - from);
                from = i + 1;
                int left = run.Count(b => b.Words.Any(w => w.BoundingBox.Right < x + 1)),
                    right = run.Count(b => b.Words.Any(w => w.BoundingBox.Left > x - 1)),
                    both = left + right - run.Count;
                if (Math.Min(left, right) >= FewestLines && both < TableLike * Math.Min(left, right) && Math.Min(left, right) > most)
                {
                    most = Math.Min(left, right);
                    best = (run[0].Bottom, run[^1].Bottom, x);
                }
            }
        }
        return best;
    }
}
