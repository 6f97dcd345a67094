using System.IO.Compression;
using System.Security.Cryptography;

namespace Plurimax.Data.Blobs;

/// <summary>Files by the SHA-256 of their bytes. A blob never changes; storing it twice costs nothing.</summary>
public interface IBlobStore
{
    /// <returns>The hash, and whether the blob is new.</returns>
    (string Hash, bool New) Put(byte[] content);

    /// <returns>The bytes, gzip-compressed where that was asked for and is smaller; null where there is no such blob.</returns>
    byte[]? Get(string hash, bool compressed = false);
}

/// <summary>
/// Blobs in a folder, each beside its gzip form. Written to a temporary name and renamed, so that a killed process leaves no half file.
/// </summary>
public sealed class FolderBlobStore(string folder) : IBlobStore
{
    public (string Hash, bool New) Put(byte[] content)
    {
        var hash = Convert.ToHexStringLower(SHA256.HashData(content));
        var path = PathOf(hash);
        if (File.Exists(path))
            return (hash, false);
        Directory.CreateDirectory(Path.GetDirectoryName(path)!);
        using var packed = new MemoryStream();
        using (var gzip = new GZipStream(packed, CompressionLevel.SmallestSize, leaveOpen: true))
            gzip.Write(content);
        if (packed.Length < content.Length)
            Write(path + ".gz", packed.ToArray());
        Write(path, content);
        return (hash, true);
    }

    public byte[]? Get(string hash, bool compressed = false)
    {
        if (hash.Length != 64 || !hash.All(char.IsAsciiHexDigitLower))
            return null;
        var path = compressed ? PathOf(hash) + ".gz" : PathOf(hash);
        return File.Exists(path) ? File.ReadAllBytes(path) : null;
    }

    private string PathOf(string hash) => Path.Combine(folder, hash[..2], hash);

    private static void Write(string path, byte[] content)
    {
        var temporary = $"{path}.{Guid.NewGuid():N}.tmp";
        File.WriteAllBytes(temporary, content);
        File.Move(temporary, path, overwrite: true);
    }
}
