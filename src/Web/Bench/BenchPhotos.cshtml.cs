using System.Collections.Immutable;
using Microsoft.AspNetCore.Mvc;
using Plurimax.Data.Sites;
using Plurimax.Design.Pictures;
using Plurimax.Facts;
using Plurimax.Sites;
using Plurimax.Text;
using Plurimax.Web.Briefing;
using Plurimax.Web.Shared;

namespace Plurimax.Web.Bench;

/// <summary>
/// The pictures of a client and of the agency: what each shows, whose it is, where it stands; a batch of photos places itself.
/// </summary>
[RequestSizeLimit(Uploads.LargestRequest), RequestFormLimits(MultipartBodyLengthLimit = Uploads.LargestRequest)]
public sealed class BenchPhotosModel(
    SiteReader reader,
    SiteStatus status,
    SiteAddresses addresses,
    PictureStore pictureStore,
    ClientFileService files,
    PhotoService photos,
    SiteWriter writer
) : SitePageModel(reader, status, addresses)
{
    protected override string StationName => "bench";

    /// <summary>The agency's own shelf instead of the client's.</summary>
    public bool OfAgency { get; private set; }
    public string Find { get; private set; } = "";
    public List<ShelfFile> Files { get; private set; } = [];

    /// <summary>The file in hand.</summary>
    public ShelfFile? InHand { get; private set; }
    public BatchPlan? Plan { get; private set; }
    public string? Problem { get; private set; }
    public List<string> Problems { get; private set; } = [];
    private Guid? Owner => OfAgency ? null : Site.ClientId;
    public string Here => $"/sites/{Site.Id}/bench/photos{(OfAgency ? "?shelf=agency" : "")}";

    public string With(string more) => $"{Here}{(OfAgency ? "&" : "?")}{more}";

    public async Task OnGetAsync(string? shelf, string? find, Guid? file, bool place)
    {
        await LayAsync(shelf, find, file);
        if (place)
            Plan = PhotoBatch.Plan(Document, Site.Facts, ShelfBatch());
    }

    private ImmutableArray<BatchPhoto> ShelfBatch() => pictureStore.Batch(Files);

    private async Task LayAsync(string? of, string? find, Guid? file)
    {
        (OfAgency, Find) = (of == "agency", find?.Trim() ?? "");
        Files = await pictureStore.ListAsync(Owner, Document, Find);
        InHand = file is { } id ? Files.Find(f => f.File.Id == id) : null;
    }

    public async Task<IActionResult> OnGetSmallAsync(Guid file)
    {
        if (await pictureStore.SmallAsync(Site.ClientId, file) is not { } bytes)
            return NotFound();
        Response.Headers.CacheControl = "private, max-age=604800, immutable";
        return File(bytes, "image/webp");
    }

    public async Task<IActionResult> OnPostAddAsync(string? of, List<IFormFile> added, bool cleared)
    {
        await LayAsync(of, null, null);
        if (added.Count == 0)
        {
            Problem = "Choose pictures to add, or drop them here.";
            Response.StatusCode = 422;
            return Page();
        }
        var read = await Uploads.ReadAsync(added);
        Problems = await files.AddAsync(Owner, null, read, cleared, PictureStore.Most);
        if (Problems.Count < read.Count && Problems.Count == 0)
        {
            TempData["Said"] = $"{read.Count} {(read.Count == 1 ? "file is" : "files are")} on the shelf";
            return Redirect(Here);
        }
        await LayAsync(of, null, null);
        Response.StatusCode = 422;
        return Page();
    }

    public async Task<IActionResult> OnPostDescribeAsync(
        int revision,
        string? of,
        Guid file,
        string? alt,
        string? source,
        bool cleared,
        bool decorative
    )
    {
        await LayAsync(of, null, file);
        if (await pictureStore.FindAsync(Site.ClientId, file) is not { } found)
            return Gone();
        await pictureStore.DescribeAsync(found, alt, source, cleared);
        if (InHand?.OnSite is { } there)
        {
            var outcome = await writer.EditAsync(
                Site.Id,
                revision,
                new DescribeFile(there.Id, FactReader.Clean(alt), decorative),
                Who,
                evenSo: true
            );
            if (!outcome.Ok)
            {
                Problem = outcome.Problem;
                Response.StatusCode = 422;
                return Page();
            }
        }
        TempData["Said"] = $"{found.Name} is described";
        return Redirect(With($"file={file}"));
    }

    public async Task<IActionResult> OnPostRemoveAsync(string? of, Guid file)
    {
        await LayAsync(of, null, file);
        if (await pictureStore.FindAsync(Site.ClientId, file) is not { } found)
            return Gone();
        if (InHand?.OnSite is not null)
        {
            Problem = "It stands on the site. Take it out there, or put another in its place first.";
            Response.StatusCode = 422;
            return Page();
        }
        await pictureStore.RemoveAsync(found);
        TempData["Said"] = $"{found.Name} is off the shelf";
        return Redirect(Here);
    }

    /// <summary>Another photo of the shelf wherever this one stands.</summary>
    public async Task<IActionResult> OnPostReplaceAsync(int revision, string? of, Guid file, Guid by)
    {
        await LayAsync(of, null, file);
        if (InHand?.OnSite is not { } there || await pictureStore.FindAsync(Site.ClientId, by) is not { } other)
            return Gone();
        var (made, _) = await photos.MakeAsync(Site.ClientId, by, other.Alt ?? there.Alt, there.Decorative && other.Alt is null);
        var outcome = made.Ok
            ? await writer.EditAsync(Site.Id, revision, new ReplaceFile(there.Id, made.Value!), Who)
            : new EditOutcome(null, 0, made.Problem);
        if (!outcome.Ok)
        {
            Problem = outcome.Why("Do it once more.");
            Response.StatusCode = 422;
            return Page();
        }
        TempData["Said"] = $"{other.Name} stands in {Plural.Of(InHand.Places.Length, "place")} now; one undo brings the other back";
        return Redirect(With($"file={by}"));
    }

    public async Task<IActionResult> OnPostPlaceAsync(int revision, string? of, string[] take, string[] id, string[] alt)
    {
        await LayAsync(of, null, null);
        Plan = PhotoBatch.Plan(Document, Site.Facts, ShelfBatch());
        var words = id.Zip(alt).ToDictionary(x => x.First, x => x.Second);
        var wanted = take.ToHashSet();
        Plan = Plan with
        {
            Places = [.. Plan.Places.Select(p => words.TryGetValue(p.Photo.Id, out var typed) ? p with { Alt = typed ?? "" } : p)],
        };
        var steps = ImmutableArray.CreateBuilder<(string?, SiteFile)>();
        foreach (var p in Plan.Places.Where(p => wanted.Contains(p.Photo.Id)))
        {
            var (made, _) = photos.Make(Files.Find(f => f.File.Id.ToString() == p.Photo.Id)!.File, p.Alt);
            if (!made.Ok)
            {
                Problem = $"{p.Photo.Name}: {made.Problem}";
                Response.StatusCode = 422;
                return Page();
            }
            steps.Add((p.Section, made.Value!));
        }
        var edit = new PlacePhotos(steps.ToImmutable(), Plan.Gallery);
        var outcome = await writer.EditAsync(Site.Id, revision, edit, Who);
        if (!outcome.Ok)
        {
            Problem = outcome.Why("Do it once more.");
            Response.StatusCode = 422;
            return Page();
        }
        TempData["Said"] = $"{edit.Say(Document)}; one undo takes all of them off again";
        return Redirect($"/sites/{Site.Id}/bench");
    }

    private RedirectResult Gone()
    {
        TempData["Said"] = "That file is not there any more";
        return Redirect(Here);
    }
}
