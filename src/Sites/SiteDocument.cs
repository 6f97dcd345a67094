using System.Collections.Immutable;
using System.Text.Json;
using System.Text.Json.Serialization;
using Plurimax.Facts;
using Plurimax.Text;

namespace Plurimax.Sites;

/// <summary>
/// A piece of text: CommonMark with {{ fact }} placeholders (Liquid). <paramref name="Choice"/> names the template wording it came from;
/// <paramref name="Kept"/> means a person wrote or chose it and no take overwrites it; <paramref name="Needs"/> are facts without which it
/// is left out.
/// </summary>
public sealed record Passage(
    string Text,
    string? Choice = null,
    bool Kept = false,
    [property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingDefault)] ImmutableArray<string> Needs = default
)
{
    public static readonly Passage None = new("");

    [JsonIgnore]
    public bool IsEmpty => Text.Length == 0;
}

/// <summary>One entry of a section's list: a service, a step, a question with its answer, a proof line.</summary>
public sealed record SectionItem(string Id, Passage Title, Passage Text)
{
    /// <summary>Name of an icon of the shipped set (<see cref="IconBook"/>) that stands before its title.</summary>
    [JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)]
    public string? Icon { get; init; }
}

/// <summary>A section of a page. <paramref name="Id"/> stays the same through takes, moves and edits.</summary>
/// <param name="Variant">Layout variant chosen by hand; null follows the look.</param>
public sealed record Section(string Id, SectionContent Content, bool Hidden = false, string? Variant = null, int Take = 1)
{
    /// <summary>Ground, width and space set by hand.</summary>
    [JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)]
    public SectionDress? Dress { get; init; }

    /// <summary>Buttons of its own; none lets the section have what its kind has.</summary>
    [JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingDefault)]
    public ImmutableArray<SectionButton> Own { get; init; }

    [JsonIgnore]
    public ImmutableArray<SectionButton> Buttons
    {
        get => Own.IsDefault ? [] : Own;
        init => Own = value.IsEmpty ? default : value;
    }

    /// <summary>Id of the passage of the agency that it shows; what it holds is a copy. Null for what is the site's own.</summary>
    [JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)]
    public string? Linked { get; init; }

    /// <summary>The passage it followed until somebody wrote here; it can be given back.</summary>
    [JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)]
    public string? Parted { get; init; }

    [JsonIgnore]
    public bool HasKept => Content.Passages().Any(p => p.Passage.Kept);

    /// <summary>The section as another firm's site can have it: photos and files stay with the firm they are of.</summary>
    public Section Apart() =>
        this with
        {
            Hidden = false,
            Content = Content switch
            {
                PictureContent p => p with { Photo = null },
                GalleryContent or CompareContent or DownloadsContent => Content with { Items = [] },
                _ => Content,
            },
        };
}

/// <param name="File">Name of the file, "services.html". Stays when the page is renamed, so that links hold.</param>
public sealed record Page(
    string Id,
    string File,
    string Purpose,
    Passage Menu,
    Passage Title,
    Passage Description,
    ImmutableArray<Section> Sections,
    bool InMenu = true,
    bool Hidden = false
)
{
    /// <summary>
    /// Tag of the language where it is not the site's own. Such a page's id and file begin with it: "de/home", "de/index.html".
    /// </summary>
    [JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)]
    public string? Language { get; init; }

    // Not written where there is none.
    [JsonInclude, JsonPropertyName("before"), JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingDefault)]
    private ImmutableArray<string> BeforeIfAny { get; init; }

    [JsonInclude, JsonPropertyName("phrases"), JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingDefault)]
    private ImmutableArray<string> PhrasesIfAny { get; init; }

    /// <summary>Files at which it stood before; whoever comes by them is led here.</summary>
    [JsonIgnore]
    public ImmutableArray<string> Before
    {
        get => BeforeIfAny.IsDefault ? [] : BeforeIfAny;
        init => BeforeIfAny = value.IsEmpty ? default : value;
    }

    /// <summary>What people type who should find it.</summary>
    [JsonIgnore]
    public ImmutableArray<string> Phrases
    {
        get => PhrasesIfAny.IsDefault ? [] : PhrasesIfAny;
        init => PhrasesIfAny = value.IsEmpty ? default : value;
    }

    /// <summary>Search engines are asked not to list it.</summary>
    [JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingDefault)]
    public bool Unlisted { get; init; }

    /// <summary>Photo under which it is shared; null is the site's own card.</summary>
    [JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)]
    public string? Share { get; init; }

    /// <summary>Id, without a language, of the page under which it stands in the menu.</summary>
    [JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)]
    public string? Under { get; init; }

    /// <summary>Id of the passage of the agency that is the whole page; null for the site's own.</summary>
    [JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)]
    public string? Linked { get; init; }

    /// <summary>The page at which the site, or one of its languages, begins.</summary>
    [JsonIgnore]
    public bool IsHome => File == "index.html" || File.EndsWith("/index.html", StringComparison.Ordinal);

    /// <summary>The id without a language: what it has in common with its counterparts.</summary>
    [JsonIgnore]
    public string Bare => Language is null ? Id : Id[(Id.IndexOf('/') + 1)..];
}

/// <summary>A photo or a document that belongs to a site. Its bytes are a blob, kept apart from the document.</summary>
/// <param name="Path">Path in the site's files, "img/yard.webp", "files/prices.pdf".</param>
/// <param name="Blob">SHA-256 of the bytes, lower-case hexadecimal.</param>
/// <param name="Width">Of a photo in px, upright as it is shown; 0 for a document.</param>
/// <param name="Alt">What a photo shows, for those who do not see it; the label of a document.</param>
public sealed record SiteFile(string Id, string Path, string Blob, int Width, int Height, string Alt)
{
    [JsonIgnore]
    public bool IsPhoto => Width > 0;

    /// <summary>The same photo smaller, for smaller screens; narrowest first.</summary>
    [JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingDefault)]
    public ImmutableArray<PhotoSize> Sizes { get; init; }

    /// <summary>It says nothing that the words beside it do not: nobody has it read out.</summary>
    [JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingDefault)]
    public bool Decorative { get; init; }

    /// <summary>What must stay in view when it is cropped, in percent from the left and from the top; null is the middle.</summary>
    public PhotoFocus? Focus { get; init; }
}

/// <param name="Path">Path in the site's files; <paramref name="Blob"/>: SHA-256 of the bytes.</param>
public sealed record PhotoSize(string Path, string Blob, int Width);

/// <param name="X">Percent from the left, <paramref name="Y"/> from the top.</param>
/// <param name="Zoom">Percent: 100 shows all of it, 200 the half around the focus.</param>
public sealed record PhotoFocus(int X, int Y, [property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingDefault)] int Zoom = 0)
{
    public const int MostZoom = 300;

    [JsonIgnore]
    public double Nearer => Math.Max(100, Zoom) / 100.0;
}

/// <summary>What stands for the business at the head of its site: a composition of <c>Wordmark</c>, or a file of its own.</summary>
/// <param name="File">Id of the file.</param>
/// <param name="OnLight">It can be seen on the page; otherwise it stands on a plate there. The same for <paramref name="OnDark"/> and dark
/// grounds.</param>
public sealed record SiteMark(string? Composition = null, string? File = null, bool OnLight = true, bool OnDark = true);

/// <summary>A whole site as a value. Facts are referred to, not copied; every edit makes a new document.</summary>
public sealed record SiteDocument(
    string Trade,
    string Language,
    MainAction Action,
    Tone Tone,
    string Cut,
    int Take,
    LookChoice Look,
    ImmutableArray<Page> Pages,
    ImmutableArray<string> Removed
)
{
    /// <summary>Version of this shape, for later migrations of stored documents.</summary>
    public int Format { get; init; } = 1;

    [JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingDefault)]
    public ImmutableArray<SiteFile> Files { get; init; }

    /// <summary>A tone mixed in with the first.</summary>
    public Tone? SecondTone { get; init; }
    public TextLength Length { get; init; }

    /// <summary>Take of the pictures, where it is another than that of the texts.</summary>
    public int? PictureTake { get; init; }

    /// <summary>
    /// By how many pictures a place is ahead of the others, "hero" for the opening; for a picture that was changed by itself.
    /// </summary>
    public ImmutableSortedDictionary<string, int> PictureTakes { get; init; } = ImmutableSortedDictionary<string, int>.Empty;

    /// <summary>Photos, by id, that stand where a drawn picture would: by its place, "hero", "about" or the id of its section.</summary>
    [JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)]
    public ImmutableSortedDictionary<string, string>? PhotoPlaces { get; init; }

    /// <summary>The photo that stands in a place of drawn pictures; null where the drawing stands.</summary>
    public string? PhotoAt(string slot) => PhotoPlaces?.GetValueOrDefault(slot);

    public SiteDocument WithPhotoAt(string slot, string? photo)
    {
        var places = PhotoPlaces ?? ImmutableSortedDictionary<string, string>.Empty.WithComparers(StringComparer.Ordinal);
        places = photo is null ? places.Remove(slot) : places.SetItem(slot, photo);
        return this with { PhotoPlaces = places.IsEmpty ? null : places };
    }

    /// <summary>Ids of sections, or places of drawn pictures, in which a file stands.</summary>
    public IEnumerable<string> PlacesOf(string file) =>
        Pages
            .SelectMany(p => p.Sections)
            .Where(s =>
                s.Content is PictureContent { Photo: { } photo } && photo == file
                || s.Content is GalleryContent or CompareContent or DownloadsContent && s.Content.Items.Any(i => i.Id == file)
            )
            .Select(s => s.Id)
            .Concat((PhotoPlaces ?? ImmutableSortedDictionary<string, string>.Empty).Where(p => p.Value == file).Select(p => p.Key))
            .Concat(Pages.Where(p => p.Share == file).Select(p => $"share {p.Id}"));

    /// <summary>Take of the layout: the first follows the look, each further one lays every kind of section out in another way.</summary>
    public int LayoutTake { get; init; } = 1;

    [JsonIgnore]
    public int PicturesShown => PictureTake ?? Take;

    /// <summary>The mark at the head of every page; null is the first letter in the look's shape, with the name in type.</summary>
    public SiteMark? Mark { get; init; }

    /// <summary>How much of a site was wanted; what is composed anew keeps to it.</summary>
    public PlanSize Size { get; init; } = PlanSize.Small;

    /// <summary>
    /// What free choices hang on: fixed when the site is first composed, so that a new name or a newer template does not shuffle them.
    /// </summary>
    public string? Seed { get; init; }

    /// <summary>What stands on every page beside header, menu and footer as the look has them.</summary>
    [JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)]
    public SiteParts? Parts { get; init; }

    /// <summary>As <see cref="Json"/>, to be read by people.</summary>
    public static JsonSerializerOptions IndentedJson => Indented.Value;

    private static readonly Lazy<JsonSerializerOptions> Indented = new(() => new(Json!) { WriteIndented = true });

    public static readonly JsonSerializerOptions Json = new(JsonSerializerDefaults.Web)
    {
        DefaultIgnoreCondition = JsonIgnoreCondition.WhenWritingNull,
        Converters = { new JsonStringEnumConverter(JsonNamingPolicy.CamelCase) },
        Encoder = System.Text.Encodings.Web.JavaScriptEncoder.UnsafeRelaxedJsonEscaping,
        AllowOutOfOrderMetadataProperties = true,
    };

    /// <summary>Whom it speaks to where the facts do not say it: what its standards had when it was made.</summary>
    public string? Audience { get; init; }

    /// <summary>Nobody has chosen the look yet: standards may still decide colours and type.</summary>
    [JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingDefault)]
    public bool OpenLook { get; init; }

    /// <summary>The site in a look that somebody chose.</summary>
    public SiteDocument InLook(LookChoice look) => this with { Look = look, OpenLook = false };

    public string ToJson() => JsonSerializer.Serialize(this, Json);

    public static SiteDocument FromJson(string json) =>
        JsonSerializer.Deserialize<SiteDocument>(json, Json) ?? throw new JsonException("Empty document");

    [JsonIgnore]
    public IEnumerable<SiteFile> Photos => Files.IsDefault ? [] : Files.Where(f => f.IsPhoto && f.Id != Mark?.File);

    /// <summary>Tags of the languages it is in, its own first.</summary>
    [JsonIgnore]
    public ImmutableArray<string> Languages => [Language, .. Pages.Select(p => p.Language).OfType<string>().Distinct()];

    /// <summary>
    /// The site as one of its languages has it: its pages alone, with ids and files as if they stood by themselves. Section ids stay.
    /// </summary>
    public SiteDocument In(string language)
    {
        if (Languages.Length == 1)
            return this;
        var prefix = language == Language ? 0 : language.Split('-')[0].Length + 1;
        return this with
        {
            Language = language,
            Pages =
            [
                .. Pages
                    .Where(p => (p.Language ?? Language) == language)
                    .Select(p => prefix == 0 ? p : p with { Id = p.Bare, File = p.File[prefix..], Language = null }),
            ],
        };
    }

    public Page? FindPage(string id) => Pages.FirstOrDefault(p => p.Id == id);

    public (Page Page, Section Section)? FindSection(string id)
    {
        foreach (var page in Pages)
        foreach (var section in page.Sections)
            if (section.Id == id)
                return (page, section);
        return null;
    }

    public SiteDocument WithPage(string id, Func<Page, Page> change) =>
        this with
        {
            Pages = [.. Pages.Select(p => p.Id == id ? change(p) : p)],
        };

    public SiteDocument WithSection(string id, Func<Section, Section> change) =>
        this with
        {
            Pages =
            [
                .. Pages.Select(p =>
                    p.Sections.Any(s => s.Id == id) ? p with { Sections = [.. p.Sections.Select(s => s.Id == id ? change(s) : s)] } : p
                ),
            ],
        };
}
