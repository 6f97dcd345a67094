using System.Collections.Immutable;
using System.Text;
using Microsoft.AspNetCore.Mvc;
using Plurimax.Data;
using Plurimax.Data.Sites;
using Plurimax.Design.Styling;
using Plurimax.Design.Wordmarks;
using Plurimax.Sites;
using Plurimax.Text;
using Plurimax.Web.Briefing;
using Plurimax.Web.Shared;

namespace Plurimax.Web.Styling;

/// <summary>The mark of a site: a composition of the name, or the client's own logo, each on light and on dark ground.</summary>
[
    RequestSizeLimit(LookService.LargestPicture + 100_000),
    RequestFormLimits(MultipartBodyLengthLimit = LookService.LargestPicture + 100_000)
]
public sealed class LookMarkModel(
    SiteReader reader,
    SiteStatus status,
    SiteAddresses addresses,
    SheetTokens sheets,
    LookService lookService,
    SiteWriter writer
) : SitePageModel(reader, status, addresses)
{
    protected override string StationName => "look";

    public DressedLook Dressed { get; private set; } = null!;
    public MarkWords Words { get; private set; } = null!;
    public string? Problem { get; private set; }
    public List<ClientFile> Pictures { get; private set; } = [];
    public string SheetUrl { get; private set; } = "";
    public SiteFile? Logo =>
        Document.Mark?.File is { } id && !Document.Files.IsDefault ? Document.Files.FirstOrDefault(f => f.Id == id) : null;

    /// <summary>Where files of the site as it stands are served for views.</summary>
    public string Served(string path) => sheets.Url(new SheetView(Site.Id), path);

    public async Task OnGetAsync() => await LayAsync();

    private async Task LayAsync()
    {
        ViewData["LookTab"] = "mark";
        Dressed = DressedLook.Of(Document.Look);
        Words = MarkFiles.Words(Site.Facts.Name, Trade, Site.Facts.Town, Dressed);
        Pictures = await lookService.PicturesAsync(Site.ClientId);
        SheetUrl = sheets.Url(new SheetView(Site.Id));
    }

    public string Drawn(Plurimax.Design.Wordmarks.Composition c) =>
        Convert.ToBase64String(Encoding.UTF8.GetBytes(MarkFiles.Pair(MarkFiles.Draw(c, Words), Dressed)));

    public string Tab => Convert.ToBase64String(Encoding.UTF8.GetBytes(MarkFiles.Favicon(Words, Dressed)));
    public string Card => Convert.ToBase64String(MarkFiles.Card(Words, Dressed));

    public async Task<IActionResult> OnPostAsync(int revision, string? composition)
    {
        var mark = string.IsNullOrEmpty(composition) ? null : new SiteMark(composition);
        var outcome = await writer.EditAsync(Site.Id, revision, new ChooseMark(mark), Who, evenSo: true);
        return To(
            outcome.Ok
                ? mark is null
                    ? "The name stands in type again"
                    : $"The mark is “{Wordmark.Named(composition!)?.Name}”"
                : outcome.Problem ?? "The site changed meanwhile; choose once more."
        );
    }

    public async Task<IActionResult> OnPostLogoAsync(int revision, IFormFile? file, Guid? picture)
    {
        var bytes =
            file is { Length: > 0 } ? await Uploads.OneAsync(file, LookService.LargestPicture)
            : picture is { } id ? await lookService.BytesAsync(Site.ClientId, id)
            : null;
        var read = bytes is null
            ? Result<(SiteMark Mark, SiteFile File, ImmutableArray<string> Remarks)>.Fail(
                file is { Length: > 0 } ? "That file is larger than 8 MB." : "Choose a logo first: SVG is best, PNG or WebP will do."
            )
            : lookService.Logo(bytes, Document, Site.Facts.Name);
        if (!read.Ok)
        {
            Problem = read.Problem;
            Response.StatusCode = 422;
            await LayAsync();
            return Page();
        }
        var (mark, made, remarks) = read.Value;
        var outcome = await writer.EditAsync(Site.Id, revision, new ChooseMark(mark, made), Who, evenSo: true);
        TempData["Remarks"] = string.Join('\n', remarks);
        return To(
            outcome.Ok ? "The logo stands at the head of every page" : outcome.Problem ?? "The site changed meanwhile; try once more."
        );
    }

    /// <summary>A composition as files to give away: SVG on light, on dark and in one ink, and the card.</summary>
    public IActionResult OnGetFile(string composition, string kind)
    {
        if (Wordmark.Named(composition) is not { } c)
            return NotFound();
        Dressed = DressedLook.Of(Document.Look);
        Words = MarkFiles.Words(Site.Facts.Name, Trade, Site.Facts.Town, Dressed);
        var svg = kind switch
        {
            "light" => MarkFiles.Colours(Dressed),
            "dark" => MarkFiles.Colours(Dressed, dark: true),
            "one" => MarkFiles.Colours(Dressed, one: true),
            _ => default,
        };
        return svg.Ink is null
            ? NotFound()
            : File(
                Encoding.UTF8.GetBytes(MarkFiles.Svg(MarkFiles.Draw(c, Words), svg, Words.Name)),
                "image/svg+xml",
                $"{Slug.Of(Words.Name)}-{composition}-{kind}.svg"
            );
    }

    private RedirectResult To(string said)
    {
        TempData["Said"] = said;
        return Redirect($"/sites/{Site.Id}/look/mark");
    }
}
