using System.Collections.Immutable;
using System.Globalization;
using System.Text.RegularExpressions;
using Plurimax.Design.Bitmaps;
using Plurimax.Text;
using SkiaSharp;

namespace Plurimax.Design.Styling;

/// <summary>A colour found in a picture, with its part of all that is not background, 0 to 1.</summary>
public sealed record FoundColour(string Hex, double Share);

/// <summary>
/// The colours of a logo or a photo: pixels are clustered in OKLab by k-means (Lloyd 1982) from seeds that lie farthest apart,
/// so that the same picture always gives the same colours. Background (transparent, or white and grey around a logo) is left out.
/// </summary>
public static partial class PictureColours
{
    private const int Side = 96,
        Clusters = 8,
        Rounds = 12;

    /// <summary>Clusters nearer than this in OKLab are one colour to the eye.</summary>
    private const double Same = .07;

    /// <returns>At most <paramref name="most"/> colours, the ones to build a palette on first; or what is wrong with the file.</returns>
    public static Result<ImmutableArray<FoundColour>> Of(byte[] bytes, int most = 5)
    {
        if (PictureBytes.IsDrawing(bytes))
            return OfDrawing(bytes, most);
        var read = PictureBytes.Decode(bytes);
        if (!read.Ok)
            return Result<ImmutableArray<FoundColour>>.Fail(read.Problem!);
        using var full = read.Value!;
        var scale = Math.Min(1.0, Side / (double)Math.Max(full.Width, full.Height));
        // Nearest, not smooth: a mean of two inks is a colour that nobody chose.
        using var small = full.Resize(
            new SKImageInfo(
                Math.Max(1, (int)(full.Width * scale)),
                Math.Max(1, (int)(full.Height * scale)),
                SKColorType.Rgba8888,
                SKAlphaType.Unpremul
            ),
            new SKSamplingOptions(SKFilterMode.Nearest)
        );
        var pixels = small
            .Pixels.Where(p => p.Alpha > 127)
            .Select(p => $"#{p.Red:x2}{p.Green:x2}{p.Blue:x2}")
            .GroupBy(h => h)
            .Select(g => (Hex: g.Key, Weight: (double)g.Count()))
            .ToList();
        return pixels.Count == 0 ? Result<ImmutableArray<FoundColour>>.Fail("This picture is transparent all over.") : Rank(pixels, most);
    }

    /// <summary>A drawing is not rendered: its colours are those that it names, by how often it names them.</summary>
    private static Result<ImmutableArray<FoundColour>> OfDrawing(byte[] bytes, int most)
    {
        var text = System.Text.Encoding.UTF8.GetString(bytes, 0, Math.Min(bytes.Length, 2_000_000));
        var named = Named()
            .Matches(text)
            .Select(m => m.Groups[1].Value)
            .Concat(
                Functional()
                    .Matches(text)
                    .Select(m =>
                        string.Create(CultureInfo.InvariantCulture, $"#{Channel(m.Groups[1])}{Channel(m.Groups[2])}{Channel(m.Groups[3])}")
                    )
            )
            .Select(h => Oklch.TryHex(h, out var hex) ? hex : null)
            .OfType<string>()
            .GroupBy(h => h)
            .Select(g => (g.Key, (double)g.Count()))
            .ToList();
        return named.Count == 0 ? Result<ImmutableArray<FoundColour>>.Fail("This drawing names no colours.") : Rank(named, most);
    }

    private static string Channel(Group g) =>
        Math.Clamp(int.Parse(g.Value, CultureInfo.InvariantCulture), 0, 255).ToString("x2", CultureInfo.InvariantCulture);

    [GeneratedRegex("(#[0-9a-fA-F]{6}|#[0-9a-fA-F]{3})(?![0-9a-fA-F])")]
    private static partial Regex Named();

    [GeneratedRegex(@"rgb\(\s*(\d{1,3})[\s,]+(\d{1,3})[\s,]+(\d{1,3})\s*\)")]
    private static partial Regex Functional();

    private static ImmutableArray<FoundColour> Rank(List<(string Hex, double Weight)> pixels, int most)
    {
        var points = pixels.Select(p => (At: Oklch.FromHex(p.Hex).ToLab(), p.Weight)).ToList();
        var centres = Cluster(points);
        var total = centres.Sum(c => c.Weight);
        // Paper and soot are what a mark is printed on, not what it is: they come last however much there is of them.
        var colours = centres.Select(c => (c.At, c.Weight, Drab: c.At.Chroma < .035)).ToList();
        var coloured = colours.Where(c => !c.Drab && c.Weight / total > .004).ToList();
        var sum = coloured.Count > 0 ? coloured.Sum(c => c.Weight) : total;
        return
        [
            .. (coloured.Count > 0 ? coloured : colours)
                .Select(c => (c.At, Share: c.Weight / sum))
                .OrderByDescending(c => Math.Sqrt(c.Share) * (.05 + c.At.Chroma))
                .Take(most)
                .Select(c => new FoundColour(c.At.ToOklch().ToHex(), Math.Round(c.Share, 3))),
        ];
    }

    private static List<(Oklab At, double Weight)> Cluster(List<(Oklab At, double Weight)> points)
    {
        var centres = new List<Oklab> { points.MaxBy(p => p.Weight).At };
        while (centres.Count < Math.Min(Clusters, points.Count))
        {
            var far = points.MaxBy(p => centres.Min(c => c.From(p.At)) * Math.Sqrt(p.Weight));
            if (centres.Min(c => c.From(far.At)) < 1e-3)
                break;
            centres.Add(far.At);
        }
        var weights = new double[centres.Count];
        for (var round = 0; round < Rounds; round++)
        {
            var sums = new (double L, double A, double B)[centres.Count];
            Array.Clear(weights);
            foreach (var (at, weight) in points)
            {
                var k = 0;
                for (var i = 1; i < centres.Count; i++)
                    if (centres[i].From(at) < centres[k].From(at))
                        k = i;
                sums[k] = (sums[k].L + at.L * weight, sums[k].A + at.A * weight, sums[k].B + at.B * weight);
                weights[k] += weight;
            }
            var moved = 0.0;
            for (var i = 0; i < centres.Count; i++)
            {
                if (weights[i] == 0)
                    continue;
                var next = new Oklab(sums[i].L / weights[i], sums[i].A / weights[i], sums[i].B / weights[i]);
                moved = Math.Max(moved, next.From(centres[i]));
                centres[i] = next;
            }
            if (moved < 1e-4)
                break;
        }
        var found = centres
            .Select((c, i) => (At: c, Weight: weights[i]))
            .Where(c => c.Weight > 0)
            .OrderByDescending(c => c.Weight)
            .ToList();
        var merged = new List<(Oklab At, double Weight)>();
        foreach (var c in found)
        {
            var near = merged.FindIndex(m => m.At.From(c.At) < Same);
            if (near < 0)
                merged.Add(c);
            else
                merged[near] = (merged[near].At, merged[near].Weight + c.Weight);
        }
        return merged;
    }
}
