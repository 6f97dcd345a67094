using System.Collections.Immutable;
using Microsoft.EntityFrameworkCore;
using Plurimax.Data;
using Plurimax.Data.Blobs;
using Plurimax.Design.Pictures;
using Plurimax.Facts;
using Plurimax.Sites;
using Plurimax.Text;

namespace Plurimax.Web.Briefing;

/// <summary>
/// Brings what a client sent onto a site: photos made fit to be published, documents as they are. Only what was cleared for use.
/// </summary>
public sealed class PhotoService(PlurimaxDb db, IBlobStore blobs)
{
    public Task<List<ClientFile>> UsableAsync(Guid clientId, bool photos) =>
        db
            .ClientFiles.AsNoTracking()
            .Where(f =>
                (f.ClientId == clientId || f.ClientId == null)
                && f.Cleared
                && (photos ? f.Type.StartsWith("image/") && f.Type != "image/svg+xml" : f.Type == "application/pdf")
            )
            .OrderByDescending(f => f.At)
            .Take(PictureStore.Most)
            .ToListAsync();

    public async Task<(Result<SiteFile> File, bool Small)> MakeAsync(
        Guid clientId,
        Guid fileId,
        string? alt,
        bool decorative = false,
        PhotoFocus? focus = null
    ) =>
        await db.ClientFiles.AsNoTracking().FirstOrDefaultAsync(f => f.Id == fileId && (f.ClientId == clientId || f.ClientId == null))
            is { } found
            ? Make(found, alt, decorative, focus)
            : (Result<SiteFile>.Fail("That file is not there any more."), false);

    /// <summary>The file of a site that a file of a shelf becomes.</summary>
    /// <param name="alt">What the photo shows, or the label of a document.</param>
    /// <param name="decorative">It says nothing that the words beside it do not.</param>
    /// <param name="focus">Drawn nearer, around it.</param>
    public (Result<SiteFile> File, bool Small) Make(ClientFile found, string? alt, bool decorative = false, PhotoFocus? focus = null)
    {
        var words = FactReader.Clean(alt);
        if (words.Length == 0 && !decorative || words.Length > 160)
            return (
                Result<SiteFile>.Fail("Say in a few words what it shows: up to 160 characters, read out to those who do not see it."),
                false
            );
        if (!found.Cleared)
            return (Result<SiteFile>.Fail("Nobody has said that this file may be used. Ask the client first."), false);
        if (blobs.Get(found.Hash) is not { } bytes)
            return (Result<SiteFile>.Fail("That file is not there any more."), false);
        var id = found.Id.ToString("N")[^10..];
        var slug = Slug.Of(Path.GetFileNameWithoutExtension(found.Name)) is { Length: > 0 } s ? s : "file";
        if (found.Type == "application/pdf")
            return (new SiteFile(id, $"files/{slug}-{id}.pdf", found.Hash, 0, 0, words), false);
        var made = PhotoMaker.Make(bytes, focus);
        if (!made.Ok)
            return (Result<SiteFile>.Fail(made.Problem!), false);
        // A part of the photo has a name of its own, so that no cache shows the whole for it.
        if (focus is { Zoom: > 100 })
            slug = $"{slug}-{focus.Zoom}-{focus.X}-{focus.Y}";
        var (hash, _) = blobs.Put(made.Value!.WebP);
        var sizes = made
            .Value.Smaller.Select(s => new PhotoSize($"img/{slug}-{id}-{s.Width}.webp", blobs.Put(s.WebP).Item1, s.Width))
            .ToImmutableArray();
        return (
            new SiteFile(id, $"img/{slug}-{id}.webp", hash, made.Value.Width, made.Value.Height, words)
            {
                Sizes = sizes.IsEmpty ? default : sizes,
                Decorative = decorative,
            },
            made.Value.Small
        );
    }
}
