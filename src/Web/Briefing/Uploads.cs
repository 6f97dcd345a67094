using Plurimax.Reading.Files;

namespace Plurimax.Web.Briefing;

/// <summary>
/// Files of a form as bytes. One above the bound is cut right behind it, so that it is refused by size and never held whole.
/// </summary>
public static class Uploads
{
    /// <summary>Bytes that one request may carry.</summary>
    public const long LargestRequest = 110L * 1024 * 1024;
    public const int MostFiles = 40;

    public static async Task<List<InFile>> ReadAsync(IEnumerable<IFormFile> files, CancellationToken cancel = default)
    {
        var list = new List<InFile>();
        foreach (var file in files.Take(MostFiles))
        {
            var most = (int)Math.Min(file.Length, DocumentReader.LargestFile + 1L);
            var bytes = new byte[most];
            await using var stream = file.OpenReadStream();
            await stream.ReadExactlyAsync(bytes, cancel);
            list.Add(new InFile(file.FileName, bytes));
        }
        return list;
    }

    /// <summary>The bytes of one file; null where it is larger than <paramref name="most"/>.</summary>
    public static async Task<byte[]?> OneAsync(IFormFile file, int most, CancellationToken cancel = default)
    {
        if (file.Length > most)
            return null;
        var bytes = new byte[file.Length];
        await using var stream = file.OpenReadStream();
        await stream.ReadExactlyAsync(bytes, cancel);
        return bytes;
    }
}
