using Microsoft.EntityFrameworkCore;
using Plurimax.Data;
using Plurimax.Data.Blobs;
using Plurimax.Design.Pictures;
using Plurimax.Reading.Files;

namespace Plurimax.Web.Briefing;

/// <summary>Pictures and brochures of a client, from the client or from the maker. What they are is told by their bytes.</summary>
public sealed class ClientFileService(PlurimaxDb db, IBlobStore blobs, TimeProvider clock)
{
    public const int MostFiles = 40;
    public const int LargestFile = 12 * 1024 * 1024;

    /// <summary>Office Open XML, as IANA registers it.</summary>
    public const string TextDocument = "application/vnd.openxmlformats-officedocument.wordprocessingml.document";

    /// <summary>Keeps what can be kept; one at fault does not stop the others.</summary>
    /// <param name="cleared">The sender may let us use them.</param>
    /// <returns>What was not kept and why.</returns>
    public async Task<List<string>> AddAsync(
        Guid? clientId,
        Guid? intakeId,
        IEnumerable<InFile> files,
        bool cleared,
        int most = MostFiles,
        CancellationToken cancel = default
    )
    {
        var problems = new List<string>();
        var here = (await db.ClientFiles.Where(f => f.ClientId == clientId).Select(f => f.Hash).ToListAsync(cancel)).ToHashSet();
        foreach (var file in files)
        {
            var name = DocumentReader.Shown(file.Name);
            if (here.Count >= most)
            {
                problems.Add(
                    $"{name}: {most} files are here already. "
                        + $"{(intakeId is null ? "Take some off the shelf first." : "Write to us about the rest.")}"
                );
                continue;
            }
            var (type, picture, problem) = Check(name, file);
            if (problem is not null)
            {
                problems.Add($"{name}: {problem}");
                continue;
            }
            var (hash, _) = blobs.Put(file.Bytes);
            if (!here.Add(hash))
            {
                problems.Add($"{name}: this one is here already.");
                continue;
            }
            db.Add(
                new ClientFile
                {
                    ClientId = clientId,
                    IntakeId = intakeId,
                    Name = name,
                    Type = type,
                    Hash = hash,
                    Length = file.Bytes.Length,
                    Width = picture?.Size.Width ?? 0,
                    Height = picture?.Size.Height ?? 0,
                    Cleared = cleared,
                    Look = type == "image/svg+xml" || picture is null ? null : PhotoLook.Of(file.Bytes),
                    At = clock.GetUtcNow(),
                }
            );
        }
        await db.SaveChangesAsync(cancel);
        return problems;
    }

    /// <summary>What a client has, the latest first.</summary>
    public Task<List<ClientFile>> LatestAsync(Guid clientId, int most, CancellationToken cancel = default) =>
        db.ClientFiles.AsNoTracking().Where(f => f.ClientId == clientId).OrderByDescending(f => f.At).Take(most).ToListAsync(cancel);

    /// <summary>What came by one form of questions.</summary>
    public Task<List<ClientFile>> OfAsync(Intake intake, CancellationToken cancel = default) =>
        db
            .ClientFiles.AsNoTracking()
            .Where(f => f.ClientId == intake.Site.ClientId && f.IntakeId == intake.Id)
            .OrderBy(f => f.At)
            .ToListAsync(cancel);

    /// <summary>A file of a client with its type and bytes; null where there is none.</summary>
    public async Task<(string Type, byte[] Bytes)?> BytesAsync(Guid clientId, Guid file, CancellationToken cancel = default) =>
        await db.ClientFiles.AsNoTracking().FirstOrDefaultAsync(f => f.Id == file && f.ClientId == clientId, cancel) is { } found
        && blobs.Get(found.Hash) is { } bytes
            ? (found.Type, bytes)
            : null;

    /// <summary>What came by a form is taken back by whoever sent it.</summary>
    public Task TakeBackAsync(Intake intake, Guid file, CancellationToken cancel = default) =>
        db.ClientFiles.Where(f => f.Id == file && f.IntakeId == intake.Id).ExecuteDeleteAsync(cancel);

    private static (string Type, InPicture? Picture, string? Problem) Check(string name, InFile file)
    {
        if (file.Bytes.Length > LargestFile)
            return ("", null, $"larger than {LargestFile / (1024 * 1024)} MB. Send it smaller, or one by one.");
        var kind = FileKinds.Of(file.Bytes, name);
        if (kind == FileKind.Pdf)
            return ("application/pdf", null, null);
        if (kind == FileKind.Zip && FileKinds.Promised(name) == FileKind.Docx)
            return FileKinds.IsDocx(file.Bytes) ? (TextDocument, null, null) : ("", null, "it is no .docx inside. Save it again.");
        if (kind is not (FileKind.Picture or FileKind.Svg))
            return (
                "",
                null,
                kind == FileKind.Empty
                    ? "the file is empty."
                    : $"it is {FileKinds.Say(kind)}. Send a photo (JPEG, PNG, WebP), a logo as SVG, a PDF or a .docx."
            );
        var picture = PictureFile.Read(name, file.Bytes, kind);
        return picture.Ok ? (picture.Value!.Size.Type, picture.Value, null) : ("", null, picture.Problem);
    }
}
