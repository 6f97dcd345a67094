using System.Runtime.InteropServices;

namespace Plurimax.Data.Blobs;

/// <summary>
/// Blobs in a folder, each beside its gzip form. Written to a temporary name, brought to the disk and renamed, so that neither a killed
/// process nor a power cut leaves half a file that passes for a whole one.
/// </summary>
public sealed class FolderBlobStore(string folder) : IBlobStore
{
    private const string Half = ".tmp";
    private const string Going = ".going";

    public (string Hash, bool New) Put(byte[] content)
    {
        var hash = BlobHash.Of(content);
        var path = PathOf(hash);
        if (Again(path, content.Length))
            return (hash, false);
        var within = Path.GetDirectoryName(path)!;
        if (!Directory.Exists(within))
        {
            Directory.CreateDirectory(within);
            Synced(folder);
        }
        if (BlobHash.Packed(content) is { } packed)
            Write(path + ".gz", packed);
        Write(path, content);
        Synced(within);
        return (hash, true);
    }

    public byte[]? Get(string hash, bool compressed = false)
    {
        if (!BlobHash.Is(hash))
            return null;
        try
        {
            var bytes = File.ReadAllBytes(compressed ? PathOf(hash) + ".gz" : PathOf(hash));
            // What the disk gives back must be what was put: no page is better than a wrong one.
            return compressed || BlobHash.Of(bytes) == hash ? bytes : null;
        }
        catch (Exception e) when (e is FileNotFoundException or DirectoryNotFoundException)
        {
            return null;
        }
    }

    public IEnumerable<(string Hash, DateTimeOffset Put)> All() =>
        !Directory.Exists(folder)
            ? []
            : new DirectoryInfo(folder)
                .EnumerateFiles("*", SearchOption.AllDirectories)
                .Where(f => BlobHash.Is(f.Name))
                .Select(f => (f.Name, new DateTimeOffset(f.LastWriteTimeUtc)));

    public bool Remove(string hash, DateTimeOffset since)
    {
        if (!BlobHash.Is(hash))
            return false;
        var (path, aside) = (PathOf(hash), PathOf(hash) + Going);
        try
        {
            // Out of reach first: whoever puts it again in this moment writes it anew, or is seen by its time and it comes back.
            File.Move(path, aside, overwrite: true);
            if (File.GetLastWriteTimeUtc(aside) > since.UtcDateTime)
            {
                File.Move(aside, path, overwrite: true);
                return false;
            }
            if (!File.Exists(path))
                File.Delete(path + ".gz");
            File.Delete(aside);
            return true;
        }
        catch (Exception e) when (e is FileNotFoundException or DirectoryNotFoundException)
        {
            return false;
        }
    }

    public void Tidy(DateTimeOffset before)
    {
        if (!Directory.Exists(folder))
            return;
        foreach (var left in new DirectoryInfo(folder).EnumerateFiles("*", SearchOption.AllDirectories))
            if (left.Extension is Half or Going && left.LastWriteTimeUtc < before.UtcDateTime)
                left.Delete();
    }

    /// <summary>Whether the blob is there whole; notes that it was put again.</summary>
    private static bool Again(string path, int length)
    {
        try
        {
            if (new FileInfo(path) is not { Exists: true } there || there.Length != length)
                return false;
            File.SetLastWriteTimeUtc(path, DateTime.UtcNow);
            return true;
        }
        catch (Exception e) when (e is FileNotFoundException or DirectoryNotFoundException)
        {
            return false;
        }
    }

    private string PathOf(string hash) => Path.Combine(folder, hash[..2], hash);

    private static void Write(string path, byte[] content)
    {
        var temporary = $"{path}.{Guid.NewGuid():N}{Half}";
        try
        {
            using (var file = new FileStream(temporary, FileMode.CreateNew, FileAccess.Write, FileShare.None, 1, FileOptions.None))
            {
                file.Write(content);
                file.Flush(flushToDisk: true);
            }
            File.Move(temporary, path, overwrite: true);
        }
        catch
        {
            File.Delete(temporary);
            throw;
        }
    }

    /// <summary>Brings the names in a folder to the disk (POSIX.1-2017, fsync); .NET has no way to.</summary>
    private static void Synced(string path)
    {
        if (OperatingSystem.IsWindows() || Posix.Open(path, 0) is not (>= 0 and var handle))
            return;
        _ = Posix.Sync(handle);
        _ = Posix.Close(handle);
    }

    private static class Posix
    {
        [DllImport("libc", EntryPoint = "open", CharSet = CharSet.Ansi, BestFitMapping = false, ThrowOnUnmappableChar = true)]
        [DefaultDllImportSearchPaths(DllImportSearchPath.SafeDirectories)]
        public static extern int Open(string path, int flags);

        [DllImport("libc", EntryPoint = "fsync")]
        [DefaultDllImportSearchPaths(DllImportSearchPath.SafeDirectories)]
        public static extern int Sync(int handle);

        [DllImport("libc", EntryPoint = "close")]
        [DefaultDllImportSearchPaths(DllImportSearchPath.SafeDirectories)]
        public static extern int Close(int handle);
    }
}
