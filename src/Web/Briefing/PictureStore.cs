using System.Collections.Immutable;
using Microsoft.EntityFrameworkCore;
using Plurimax.Data;
using Plurimax.Data.Blobs;
using Plurimax.Design.Pictures;
using Plurimax.Facts;
using Plurimax.Sites;

namespace Plurimax.Web.Briefing;

/// <summary>A picture or document on a shelf, with where the site has it.</summary>
/// <param name="OnSite">The same as the site has it; null where it is not used.</param>
/// <param name="Places">Where it stands, in words.</param>
public sealed record ShelfFile(ClientFile File, SiteFile? OnSite, ImmutableArray<string> Places)
{
    public bool IsPicture => File.Type.StartsWith("image/", StringComparison.Ordinal) && File.Type != "image/svg+xml";
    public string Id => File.Id.ToString("N")[^10..];
}

/// <summary>The shelves: one of each client, one of the agency that all clients' sites can use.</summary>
public sealed class PictureStore(PlurimaxDb db, IBlobStore blobs)
{
    public const int Most = 200;

    /// <param name="client">Null is the agency's own shelf.</param>
    public async Task<List<ShelfFile>> ListAsync(Guid? client, SiteDocument site, string find, CancellationToken cancel = default)
    {
        var pattern = $"%{find.Replace("\\", "\\\\").Replace("%", "\\%").Replace("_", "\\_")}%";
        var files = await db
            .ClientFiles.AsNoTracking()
            .Where(f =>
                f.ClientId == client
                && (
                    find == ""
                    || EF.Functions.ILike(f.Name, pattern)
                    || f.Alt != null && EF.Functions.ILike(f.Alt, pattern)
                    || f.Source != null && EF.Functions.ILike(f.Source, pattern)
                )
            )
            .OrderByDescending(f => f.At)
            .Take(Most)
            .ToListAsync(cancel);
        var used = (site.Files.IsDefault ? [] : site.Files).ToDictionary(f => f.Id);
        return
        [
            .. files.Select(f => new ShelfFile(
                f,
                used.GetValueOrDefault(f.Id.ToString("N")[^10..]),
                [.. site.PlacesOf(f.Id.ToString("N")[^10..]).Select(p => Said(site, p))]
            )),
        ];
    }

    /// <summary>A place of the document in words.</summary>
    private static string Said(SiteDocument site, string place) =>
        place switch
        {
            "hero" => "Opening",
            "about" => "About",
            _ when place.StartsWith("share ", StringComparison.Ordinal) => $"where {site.FindPage(place[6..])?.Menu.Text} is shared",
            _ when place.StartsWith("title.", StringComparison.Ordinal) => $"Title of {site.FindPage(place[6..])?.Menu.Text}",
            _ => site.FindSection(place) is { } f ? $"{SectionKinds.Of(f.Section.Content).Label}, {f.Page.Menu.Text}" : place,
        };

    public Task<ClientFile?> FindAsync(Guid? client, Guid file, CancellationToken cancel = default) =>
        db.ClientFiles.FirstOrDefaultAsync(f => f.Id == file && (f.ClientId == client || f.ClientId == null), cancel);

    public async Task DescribeAsync(ClientFile file, string? alt, string? source, bool cleared, CancellationToken cancel = default)
    {
        string? Short(string? text) => FactReader.Clean(text) is { Length: > 0 } words ? words[..Math.Min(160, words.Length)] : null;
        (file.Alt, file.Source, file.Cleared) = (Short(alt), Short(source), cleared);
        await db.SaveChangesAsync(cancel);
    }

    public async Task RemoveAsync(ClientFile file, CancellationToken cancel = default)
    {
        db.Remove(file);
        await db.SaveChangesAsync(cancel);
    }

    /// <summary>A small picture of a file; null where there is none.</summary>
    public async Task<byte[]?> SmallAsync(Guid? client, Guid file, CancellationToken cancel = default) =>
        await db
            .ClientFiles.AsNoTracking()
            .Where(f => f.Id == file && (f.ClientId == client || f.ClientId == null))
            .Select(f => f.Hash)
            .FirstOrDefaultAsync(cancel)
            is { } hash
        && blobs.Get(hash) is { } bytes
            ? PhotoMaker.Small(bytes)
            : null;

    /// <summary>What the photos of a shelf look like that stand nowhere yet; those that may be used.</summary>
    public ImmutableArray<BatchPhoto> Batch(IEnumerable<ShelfFile> files) =>
        [
            .. files
                .Where(f => f.IsPicture && f.File.Cleared && f.OnSite is null)
                .Select(f => (f.File, Look: f.File.Look ?? (blobs.Get(f.File.Hash) is { } bytes ? PhotoLook.Of(bytes) : null)))
                .Where(x => x.Look is not null)
                .Select(x => new BatchPhoto(x.File.Id.ToString(), x.File.Name, x.File.Width, x.File.Height, x.Look!)),
        ];
}
