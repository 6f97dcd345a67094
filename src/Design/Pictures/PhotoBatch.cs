using System.Collections.Immutable;
using System.Text.RegularExpressions;
using Plurimax.Facts;
using Plurimax.Sites;
using Plurimax.Text;
using SkiaSharp;

namespace Plurimax.Design.Pictures;

/// <summary>What can be seen of a photo without knowing what it shows.</summary>
/// <param name="Skin">Share of its px in the colours of skin, 0 to 1.</param>
/// <param name="Light">How light it is on the whole, 0 to 255.</param>
/// <param name="Colours">How many colours of 4 bits a channel it has: a logo has few.</param>
public sealed record PhotoLook(double Skin, double Light, int Colours)
{
    /// <summary>
    /// Looked at on 64 px. Skin by its chrominance in YCbCr, 77 to 127 in Cb and 133 to 173 in Cr (Chai and Ngan, IEEE Transactions on
    /// Circuits and Systems for Video Technology 9, 1999): a share, not a person; who shows the batch to somebody lets them decide.
    /// </summary>
    /// <returns>Null where the file is no picture that can be read.</returns>
    public static PhotoLook? Of(byte[] bytes)
    {
        using var data = SKData.CreateCopy(bytes);
        using var codec = SKCodec.Create(data);
        if (codec is null)
            return null;
        var near = codec.GetScaledDimensions(Math.Min(1f, 128f / Math.Max(codec.Info.Width, codec.Info.Height)));
        using var decoded = new SKBitmap(new SKImageInfo(near.Width, near.Height, SKColorType.Rgba8888, SKAlphaType.Premul));
        if (codec.GetPixels(decoded.Info, decoded.GetPixels()) is not (SKCodecResult.Success or SKCodecResult.IncompleteInput))
            return null;
        using var small = decoded.Resize(new SKImageInfo(64, 64), new SKSamplingOptions(SKFilterMode.Linear, SKMipmapMode.Linear));
        int skin = 0;
        double light = 0;
        var colours = new HashSet<int>();
        foreach (var c in small.Pixels)
        {
            double y = .299 * c.Red + .587 * c.Green + .114 * c.Blue,
                cb = 128 - .168736 * c.Red - .331264 * c.Green + .5 * c.Blue,
                cr = 128 + .5 * c.Red - .418688 * c.Green - .081312 * c.Blue;
            light += y;
            if (y > 60 && cb is >= 77 and <= 127 && cr is >= 133 and <= 173)
                skin++;
            colours.Add((c.Red >> 4 << 8) | (c.Green >> 4 << 4) | (c.Blue >> 4));
        }
        var n = (double)(small.Width * small.Height);
        return new PhotoLook(skin / n, light / n, colours.Count);
    }
}

/// <param name="Id">Of the file on the client's shelf.</param>
/// <param name="Width">In px, upright; <paramref name="Height"/> too.</param>
public sealed record BatchPhoto(string Id, string Name, int Width, int Height, PhotoLook Look)
{
    public double Aspect => Width / (double)Math.Max(1, Height);
}

/// <param name="Section">Where it goes; null is a gallery that comes in for it.</param>
/// <param name="Alt">What it probably shows, to be read and mended.</param>
public sealed record PhotoProposal(BatchPhoto Photo, string? Section, string Where, string Why, string Alt);

/// <param name="Left">Photos that go nowhere, and why.</param>
/// <param name="Gallery">Page that gains a gallery; null where the site has one or needs none.</param>
public sealed record BatchPlan(ImmutableArray<PhotoProposal> Places, ImmutableArray<(BatchPhoto Photo, string Why)> Left, string? Gallery);

/// <summary>
/// Where the photos of a batch go: the widest good one to the opening, a person to about, work to the gallery, none twice.
/// </summary>
public static partial class PhotoBatch
{
    /// <summary>A photo narrower than this is soft across the opening, in px.</summary>
    public const int OpeningWidth = 1200;
    private const double PersonSkin = .14;

    public static BatchPlan Plan(SiteDocument site, FactSheet facts, ImmutableArray<BatchPhoto> photos)
    {
        var places = new List<PhotoProposal>();
        var left = new List<(BatchPhoto, string)>();
        var rest = new List<BatchPhoto>();
        foreach (var p in photos.OrderBy(p => p.Name, StringComparer.Ordinal))
        {
            if (p.Look.Colours < 24)
                left.Add((p, "few colours: a logo or a drawing. A logo is set under Look, Mark."));
            else if (Math.Max(p.Width, p.Height) < PhotoMaker.LeastSide)
                left.Add((p, $"only {p.Width} × {p.Height} px: soft on a wide screen. Ask for a larger one."));
            else
                rest.Add(p);
        }
        var pages = site.Pages.Where(p => !p.Hidden && p.Language is null).ToList();
        (Page Page, Section Section)? Find(Func<SectionContent, bool> which) =>
            pages
                .SelectMany(p => p.Sections.Where(s => !s.Hidden && which(s.Content)).Select(s => ((Page, Section)?)(p, s)))
                .FirstOrDefault();

        if (Find(c => c is OpeningContent) is { } opening && site.PhotoAt("hero") is null)
        {
            // Neither night nor glare, and not a face that would be cut at the brow.
            var wide = rest.Where(p => p.Aspect >= 1.2 && p.Width >= OpeningWidth && p.Look.Light is > 45 and < 225 && !Person(p))
                .OrderByDescending(p => p.Width)
                .ThenByDescending(p => p.Aspect)
                .FirstOrDefault();
            if (wide is not null)
                Put(wide, opening, "the widest good one");
        }
        if (
            pages.Find(p => p.Id == "about") is { } page
            && page.Sections.FirstOrDefault(s => !s.Hidden && s.Content is AboutContent) is { } about
            && site.PhotoAt("about") is null
            && rest.Where(Person).OrderByDescending(p => p.Look.Skin - Math.Abs(p.Aspect - .8) * .1).FirstOrDefault() is { } person
        )
            Put(person, (page, about), Named(person) ? "its name says who it is" : "a person, by the colours");
        if (Find(c => c is CompareContent) is { } compare)
            foreach (var pair in Pairs(rest))
            {
                Put(pair.Before, compare, "before");
                Put(pair.After, compare, "after");
            }
        foreach (
            var (section, p) in pages
                .SelectMany(p => p.Sections)
                .Where(s => !s.Hidden && s.Content is PictureContent { Photo: null })
                .Zip(rest.Where(p => !Person(p)).ToList())
        )
            Put(p, (pages.First(x => x.Sections.Contains(section)), section), "a text that waits for a picture");
        string? gallery = null;
        if (rest.Count > 0)
        {
            var there = Find(c => c is GalleryContent);
            if (there is null)
                gallery = (pages.Find(p => p.Bare == "gallery") ?? pages.Find(p => p.Id == "about") ?? pages[0]).Id;
            foreach (var p in rest.ToList())
                if (there is { } g)
                    Put(p, g, "work");
                else
                {
                    places.Add(
                        new PhotoProposal(p, null, $"Gallery, new on {site.FindPage(gallery!)!.Menu.Text}", "work", Words(p, facts, null))
                    );
                    rest.Remove(p);
                }
        }
        return new BatchPlan([.. places], [.. left], gallery);

        void Put(BatchPhoto p, (Page Page, Section Section) at, string why)
        {
            places.Add(
                new PhotoProposal(
                    p,
                    at.Section.Id,
                    $"{SectionKinds.Of(at.Section.Content).Label}, {at.Page.Menu.Text}",
                    why,
                    Words(p, facts, at.Section.Content)
                )
            );
            rest.Remove(p);
        }
    }

    private static bool Named(BatchPhoto p) => PersonName().IsMatch(Letters.Fold(Path.GetFileNameWithoutExtension(p.Name)));

    private static bool Person(BatchPhoto p) => Named(p) || p.Look.Skin >= PersonSkin && p.Aspect < 1.5;

    private static IEnumerable<(BatchPhoto Before, BatchPhoto After)> Pairs(List<BatchPhoto> photos)
    {
        foreach (var before in photos.Where(p => Before().IsMatch(p.Name)).ToList())
            if (photos.FirstOrDefault(a => a != before && After().IsMatch(a.Name) && Bare(a) == Bare(before)) is { } after)
                yield return (before, after);

        static string Bare(BatchPhoto p) =>
            After().Replace(Before().Replace(Letters.Fold(Path.GetFileNameWithoutExtension(p.Name)), ""), "").Trim('-', '_', ' ', '.');
    }

    /// <summary>
    /// Words that a file's own name gives, or what its place says. A suggestion: somebody looks at the photo and mends it.
    /// </summary>
    public static string Words(BatchPhoto p, FactSheet facts, SectionContent? place)
    {
        var name = Copy().Replace(Path.GetFileNameWithoutExtension(p.Name), "").Replace('_', ' ').Replace('-', ' ').Trim();
        name = string.Join(' ', name.Split(' ', StringSplitOptions.RemoveEmptyEntries));
        if (name.Length > 3 && !Camera().IsMatch(name))
            return char.ToUpperInvariant(name[0]) + name[1..];
        return place switch
        {
            OpeningContent => $"{facts.Name} in {facts.Town}",
            AboutContent => facts.Public<TextValue>("owner.name")?.Text is { } owner
                ? $"{owner}, {facts.Name}"
                : $"The people of {facts.Name}",
            _ => $"Work by {facts.Name}",
        };
    }

    [GeneratedRegex(@"\b(?:portrait|owner|team|staff|headshot|me|us|inhaber\w*|portrat|mitarbeiter\w*)\b")]
    private static partial Regex PersonName();

    [GeneratedRegex(@"before|vorher", RegexOptions.IgnoreCase)]
    private static partial Regex Before();

    [GeneratedRegex(@"after|nachher", RegexOptions.IgnoreCase)]
    private static partial Regex After();

    [GeneratedRegex(@"\s*\(\d+\)$|[-_ ](?:copy|kopie|final|web|small|large|\d{1,2})$", RegexOptions.IgnoreCase)]
    private static partial Regex Copy();

    /// <summary>Names that cameras and phones give: letters and a number, or a date.</summary>
    [GeneratedRegex(
        @"^(?:[A-Za-z]{0,5}\s?)?\d{3,}[\d\s.]*(?:WA\d+)?$|^(?:img|dsc|dscn|pict?|photo|image|foto|bild|screenshot)\b[\s\d.]*$",
        RegexOptions.IgnoreCase
    )]
    private static partial Regex Camera();
}
