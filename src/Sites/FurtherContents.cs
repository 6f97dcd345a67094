namespace Plurimax.Sites;

/// <summary>
/// A section with one link of its own. <see cref="Link"/> is an address: a page of the site, "#place", https, mailto or tel.
/// </summary>
public abstract record LinkedContent : SectionContent
{
    public Passage Link { get; init; } = Passage.None;
    public Passage LinkLabel { get; init; } = Passage.None;

    public override IEnumerable<(string Path, Passage Passage)> Passages() =>
        base.Passages().Append(("link", Link)).Append(("link.label", LinkLabel));

    public override SectionContent? With(string path, Func<Passage, Passage> change) =>
        path switch
        {
            "link" => this with { Link = change(Link) },
            "link.label" => this with { LinkLabel = change(LinkLabel) },
            _ => base.With(path, change),
        };
}

/// <summary>A strip with one line that stands above everything else of a page.</summary>
public sealed record BannerContent : LinkedContent;

/// <summary>News with an end: it takes itself off the page when <see cref="Until"/>, "2026-12-24", has passed.</summary>
public sealed record AnnouncementContent : LinkedContent
{
    public Passage Until { get; init; } = Passage.None;

    public override IEnumerable<(string Path, Passage Passage)> Passages() => base.Passages().Append(("until", Until));

    public override SectionContent? With(string path, Func<Passage, Passage> change) =>
        path == "until" ? this with { Until = change(Until) } : base.With(path, change);
}

/// <summary>A text beside a picture: a photo of the site by its id, or a scene of the trade that stands nowhere else.</summary>
public sealed record PictureContent : SectionContent
{
    public string? Photo { get; init; }
}

/// <summary>One service in full. Its price comes from the fact sheet, by name.</summary>
/// <param name="Service">Id of the service.</param>
public sealed record ServiceContent(string Service) : SectionContent;

/// <summary>The people, from the fact sheet: "name, what they do".</summary>
public sealed record TeamContent : SectionContent;

/// <summary>Photos. An item's id is that of the photo, its title the caption.</summary>
public sealed record GalleryContent : SectionContent;

/// <summary>Pairs of photos, before and after: items two by two, the first one's title is the caption of the pair.</summary>
public sealed record CompareContent : SectionContent;

/// <summary>The rating of the fact sheet with its count, source and month.</summary>
public sealed record RatingContent : SectionContent;

/// <summary>Dishes and drinks of the fact sheet, in their groups.</summary>
public sealed record MenuContent : SectionContent;

/// <summary>Rooms, pitches or flats of the fact sheet.</summary>
public sealed record RoomsContent : SectionContent;

/// <summary>Classes and lessons of the week, from the fact sheet.</summary>
public sealed record TimetableContent : SectionContent;

/// <summary>A short form: name, number, when to ring.</summary>
public sealed record CallbackContent : SectionContent;

/// <summary>Asks for an address to write to. Nobody is written to before they confirm.</summary>
public sealed record NewsletterContent : SectionContent;

/// <summary>A film, as a link with a picture: nothing of another company is loaded before somebody chooses to.</summary>
public sealed record VideoContent : LinkedContent;

/// <summary>Registers, certificates and brands of the fact sheet, set in type.</summary>
public sealed record MembershipsContent : SectionContent;

/// <summary>A sentence to stop at, in the firm's own words. What customers say belongs under testimonials.</summary>
public sealed record QuoteContent : SectionContent;

/// <summary>Files to take away. An item's title is the label, its text the address of the file.</summary>
public sealed record DownloadsContent : SectionContent;

/// <summary>Profiles on social networks, from the fact sheet.</summary>
public sealed record SocialContent : SectionContent;

/// <summary>Entries with a date: an item's id begins with it, "2026-11-03". Newest first.</summary>
/// <param name="Teaser">Shows the three newest of the site's news page instead of entries of its own.</param>
public sealed record NewsContent(bool Teaser) : SectionContent;

/// <summary>Code of the client's own, kept in a sandbox apart from the page.</summary>
public sealed record CodeContent : SectionContent
{
    public const string CodePath = "code";
    public Passage Code { get; init; } = Passage.None;

    public override IEnumerable<(string Path, Passage Passage)> Passages() => base.Passages().Append((CodePath, Code));

    public override SectionContent? With(string path, Func<Passage, Passage> change) =>
        path == CodePath ? this with { Code = change(Code) } : base.With(path, change);
}
