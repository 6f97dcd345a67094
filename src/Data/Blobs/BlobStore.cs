using System.IO.Compression;
using System.Security.Cryptography;

namespace Plurimax.Data.Blobs;

/// <summary>Files by the SHA-256 of their bytes. A blob never changes; storing it twice costs nothing.</summary>
public interface IBlobStore
{
    /// <returns>The hash, and whether the blob is new.</returns>
    (string Hash, bool New) Put(byte[] content);

    /// <returns>
    /// The bytes, gzip-compressed where that was asked for and is smaller; null where there is no such blob, or no whole one.
    /// </returns>
    byte[]? Get(string hash, bool compressed = false);

    /// <summary>Every blob, with when it was put last.</summary>
    IEnumerable<(string Hash, DateTimeOffset Put)> All();

    /// <summary>Removes a blob, unless it was put again since a time.</summary>
    /// <returns>Whether it is gone.</returns>
    bool Remove(string hash, DateTimeOffset since);

    /// <summary>Lets go of what lies beside the store from before a time: copies, and what a killed process left half done.</summary>
    void Tidy(DateTimeOffset before);
}

/// <summary>What all stores of blobs have in common.</summary>
public static class BlobHash
{
    public static string Of(byte[] content) => Convert.ToHexStringLower(SHA256.HashData(content));

    /// <summary>Whether it is written as one: nothing else may become part of a path.</summary>
    public static bool Is(string hash) => hash.Length == 64 && hash.All(char.IsAsciiHexDigitLower);

    /// <returns>The gzip form, where it is smaller.</returns>
    public static byte[]? Packed(byte[] content)
    {
        using var packed = new MemoryStream();
        using (var gzip = new GZipStream(packed, CompressionLevel.SmallestSize, leaveOpen: true))
            gzip.Write(content);
        return packed.Length < content.Length ? packed.ToArray() : null;
    }
}
