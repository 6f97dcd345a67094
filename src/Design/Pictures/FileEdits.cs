using System.Collections.Immutable;
using Plurimax.Sites;
using Plurimax.Text;

namespace Plurimax.Design.Pictures;

/// <summary>Puts a photo or a document on the site: into a section that shows such, or where a section has a drawn picture.</summary>
public sealed record PlaceFile(string Section, SiteFile File) : Edit
{
    public override string? Touches => Section;

    public override string Say(SiteDocument site) => $"Put {(File.Alt.Length > 0 ? File.Alt : "a picture")} into {Called(site, Section)}";

    public override Result<SiteDocument> Apply(SiteDocument site)
    {
        if (site.FindSection(Section) is not { } found)
            return Gone("section");
        if (string.IsNullOrWhiteSpace(File.Alt) && !File.Decorative)
            return Fail(
                File.IsPhoto
                    ? "Say in a few words what the photo shows, for those who do not see it, or mark it as decoration."
                    : "Give the file a label."
            );
        var files = site.Files.IsDefault ? [] : site.Files;
        var with = files.Any(f => f.Id == File.Id)
            ? site with
            {
                Files = [.. files.Select(f => f.Id == File.Id ? f with { Alt = File.Alt, Decorative = File.Decorative } : f)],
            }
            : site with
            {
                Files = files.Add(File),
            };
        if (File.IsPhoto && found.Section.Content is not PictureContent && SitePictures.SlotOf(site, found.Section) is { } slot)
            return with.WithPhotoAt(slot, File.Id);
        var label = new Passage(ManuscriptReader.Escape(File.Alt), Kept: true);
        SectionContent? content = (found.Section.Content, File.IsPhoto) switch
        {
            (GalleryContent or CompareContent, true) when found.Section.Content.Items.Any(i => i.Id == File.Id) => null,
            (GalleryContent or CompareContent, true) => found.Section.Content with
            {
                Items = found.Section.Content.Items.Add(new SectionItem(File.Id, label, Passage.None)),
            },
            (PictureContent p, true) => p with { Photo = File.Id },
            (DownloadsContent d, false) => d with
            {
                Items = d.Items.Add(new SectionItem(File.Id, label, new Passage(File.Path, Kept: true))),
            },
            _ => null,
        };
        if (content is null)
            return Fail(
                found.Section.Content is GalleryContent or CompareContent && File.IsPhoto
                    ? "This photo is here already."
                    : $"{SectionKinds.Of(found.Section.Content).Label} cannot show it."
            );
        return with.WithSection(Section, s => s with { Content = content });
    }
}

/// <summary>Takes a photo or a document out of a section; from the site too, where it stands nowhere else.</summary>
public sealed record RemoveFile(string Section, string File) : Edit
{
    public override string? Touches => Section;

    public override string Say(SiteDocument site) => $"Took a file out of {Called(site, Section)}";

    public override Result<SiteDocument> Apply(SiteDocument site)
    {
        if (site.FindSection(Section) is not { } found)
            return Gone("section");
        var content = found.Section.Content;
        var without =
            content is PictureContent p
                ? site.WithSection(Section, s => s with { Content = p with { Photo = p.Photo == File ? null : p.Photo } })
            : SitePictures.SlotOf(site, found.Section) is { } slot && site.PhotoAt(slot) == File ? site.WithPhotoAt(slot, null)
            : site.WithSection(Section, s => s with { Content = s.Content with { Items = [.. s.Content.Items.Where(i => i.Id != File)] } });
        return without.PlacesOf(File).Any() || without.Files.IsDefault
            ? without
            : without with
            {
                Files = without.Files.RemoveAll(f => f.Id == File),
            };
    }
}

/// <summary>Another photo wherever one stands; crops and captions of the first go with it.</summary>
public sealed record ReplaceFile(string Old, SiteFile File) : Edit
{
    public override string Say(SiteDocument site) =>
        $"{(File.Alt.Length > 0 ? File.Alt : "Another picture")} everywhere instead of "
        + $"{(site.Files.IsDefault ? null : site.Files.FirstOrDefault(f => f.Id == Old)?.Alt) ?? "a photo"}";

    public override Result<SiteDocument> Apply(SiteDocument site)
    {
        if (site.Files.IsDefault || site.Files.FirstOrDefault(f => f.Id == Old) is not { } old)
            return Gone("photo");
        if (old.IsPhoto != File.IsPhoto)
            return Fail("A photo takes the place of a photo, a document that of a document.");
        if (Old == File.Id)
            return Fail("That is the same file.");
        if (string.IsNullOrWhiteSpace(File.Alt) && !File.Decorative)
            return Fail("Say in a few words what the photo shows, for those who do not see it, or mark it as decoration.");
        var label = new Passage(ManuscriptReader.Escape(File.Alt), Kept: true);
        Section Instead(Section s) =>
            s.Content switch
            {
                PictureContent { Photo: { } photo } p when photo == Old => s with { Content = p with { Photo = File.Id } },
                // Where the new one stands already it is not shown twice.
                GalleryContent or CompareContent or DownloadsContent when s.Content.Items.Any(i => i.Id == Old) => s with
                {
                    Content = s.Content with
                    {
                        Items =
                        [
                            .. s
                                .Content.Items.Where(i => i.Id != File.Id || s.Content.Items.All(o => o.Id != Old))
                                .Select(i =>
                                    i.Id == Old
                                        ? new SectionItem(
                                            File.Id,
                                            label,
                                            s.Content is DownloadsContent ? new Passage(File.Path, Kept: true) : Passage.None
                                        )
                                        : i
                                )
                                .DistinctBy(i => i.Id),
                        ],
                    },
                },
                _ => s,
            };
        var with = site with
        {
            Files = [.. site.Files.Where(f => f.Id != Old && f.Id != File.Id), File],
            Pages =
            [
                .. site.Pages.Select(p =>
                    p with
                    {
                        Share = p.Share == Old ? File.Id : p.Share,
                        Sections = [.. p.Sections.Select(Instead)],
                    }
                ),
            ],
        };
        foreach (
            var slot in (site.PhotoPlaces ?? ImmutableSortedDictionary<string, string>.Empty).Where(p => p.Value == Old).Select(p => p.Key)
        )
            with = with.WithPhotoAt(slot, File.Id);
        return File.IsPhoto ? with : Links.Follow(with, new Dictionary<string, string> { [old.Path] = File.Path });
    }
}

/// <summary>What a picture shows, in words, or that it is decoration.</summary>
public sealed record DescribeFile(string File, string Alt, bool Decorative) : Edit
{
    public const int Longest = 160;

    public override string Say(SiteDocument site) => $"Words for a picture: {(Decorative ? "decoration" : Alt)}";

    public override Result<SiteDocument> Apply(SiteDocument site) =>
        site.Files.IsDefault || site.Files.FirstOrDefault(f => f.Id == File) is not { } file ? Gone("picture")
        : Alt.Trim().Length == 0 && !Decorative ? Fail("Say in a few words what it shows, or mark it as decoration.")
        : Alt.Length > Longest ? Fail($"That is {Alt.Length} characters; up to {Longest} are read out.")
        : site with { Files = site.Files.Replace(file, file with { Alt = Alt.Trim(), Decorative = Decorative }) };
}

/// <summary>Photos put into their places in one go.</summary>
/// <param name="Gallery">Page that gains a gallery for those without a section; null where none needs one.</param>
public sealed record PlacePhotos(ImmutableArray<(string? Section, SiteFile File)> Photos, string? Gallery) : Edit
{
    public override string Say(SiteDocument site) => $"Placed {Photos.Length} {(Photos.Length == 1 ? "photo" : "photos")}";

    public override Result<SiteDocument> Apply(SiteDocument site)
    {
        if (Photos.IsEmpty)
            return Fail("No photo is ticked.");
        string? gallery = null;
        foreach (var (section, file) in Photos)
        {
            if (section is null && gallery is null)
            {
                if (Gallery is null || site.FindPage(Gallery) is not { } page)
                    return Gone("page");
                // Before what asks for an action, which stays last.
                var end = page.Sections.Length;
                while (end > 0 && page.Sections[end - 1].Content is ActionContent or ContactContent or VisitContent)
                    end--;
                var made = new AddSection(Gallery, "gallery", end).Apply(site);
                if (!made.Ok)
                    return made;
                site = made.Value!;
                gallery = site.FindPage(Gallery)!.Sections[end].Id;
            }
            var next = new PlaceFile(section ?? gallery!, file).Apply(site);
            if (!next.Ok)
                return next;
            site = next.Value!;
        }
        return site;
    }
}
