using System.Net;
using Amazon.Runtime;
using Amazon.S3;
using Amazon.S3.Model;

namespace Plurimax.Data.Blobs;

/// <summary>Where a bucket is, and who may use it.</summary>
/// <param name="Endpoint">Of a server that speaks the S3 protocol, "https://objects.host.example".</param>
public sealed record BucketSettings(string Endpoint, string Bucket, string Key, string Secret, string Region)
{
    /// <summary>Reads <c>Blobs:Endpoint</c>, <c>:Bucket</c>, <c>:Key</c>, <c>:Secret</c>, <c>:Region</c>.</summary>
    /// <returns>Null where no endpoint is set.</returns>
    /// <exception cref="FormatException">One of them is missing, or the endpoint is no address.</exception>
    public static BucketSettings? Of(Func<string, string?> setting)
    {
        if (setting("Blobs:Endpoint") is not { Length: > 0 } endpoint)
            return null;
        if (!Uri.TryCreate(endpoint, UriKind.Absolute, out var address) || address.Scheme is not ("http" or "https"))
            throw new FormatException($"Blobs:Endpoint is “{endpoint}”; it must begin with http:// or https://.");
        string Needed(string name) =>
            setting(name) is { Length: > 0 } value ? value : throw new FormatException($"{name} is needed beside Blobs:Endpoint.");
        return new(endpoint, Needed("Blobs:Bucket"), Needed("Blobs:Key"), Needed("Blobs:Secret"), setting("Blobs:Region") ?? "us-east-1");
    }
}

/// <summary>
/// Blobs in a bucket, which several nodes share. Each node keeps what it has read or written in a folder too, so that a file is fetched
/// once; blobs never change, so that copy is never stale.
/// </summary>
/// <param name="near">The folder of this node.</param>
public sealed class BucketBlobStore(BucketSettings settings, FolderBlobStore near, TimeProvider clock) : IBlobStore, IDisposable
{
    private readonly AmazonS3Client _client = new(
        new BasicAWSCredentials(settings.Key, settings.Secret),
        new AmazonS3Config
        {
            ServiceURL = settings.Endpoint,
            AuthenticationRegion = settings.Region,
            ForcePathStyle = true,
            // Many servers of this protocol know no trailing checksums.
            RequestChecksumCalculation = RequestChecksumCalculation.WHEN_REQUIRED,
            ResponseChecksumValidation = ResponseChecksumValidation.WHEN_REQUIRED,
            Timeout = TimeSpan.FromSeconds(20),
            MaxErrorRetry = 3,
        }
    );

    public void Dispose() => _client.Dispose();

    public (string Hash, bool New) Put(byte[] content)
    {
        var hash = BlobHash.Of(content);
        var last = LastPut(hash);
        near.Put(content);
        // What was put lately the sweep leaves alone; older is sent again, since the time of the last put keeps it.
        if (last > clock.GetUtcNow() - BlobSweep.Grace / 2)
            return (hash, false);
        Wait(
            _client.PutObjectAsync(
                new PutObjectRequest
                {
                    BucketName = settings.Bucket,
                    Key = KeyOf(hash),
                    InputStream = new MemoryStream(content),
                    UseChunkEncoding = false,
                }
            )
        );
        return (hash, last is null);
    }

    public byte[]? Get(string hash, bool compressed = false)
    {
        if (!BlobHash.Is(hash))
            return null;
        if (near.Get(hash, compressed) is { } here)
            return here;
        if (compressed && near.Get(hash) is not null)
            return null;
        try
        {
            using var answer = Wait(_client.GetObjectAsync(settings.Bucket, KeyOf(hash)));
            using var bytes = new MemoryStream();
            answer.ResponseStream.CopyTo(bytes);
            return BlobHash.Of(bytes.ToArray()) == hash && near.Put(bytes.ToArray()).Hash == hash ? near.Get(hash, compressed) : null;
        }
        catch (AmazonS3Exception e) when (e.StatusCode == HttpStatusCode.NotFound)
        {
            return null;
        }
    }

    public IEnumerable<(string Hash, DateTimeOffset Put)> All()
    {
        var ask = new ListObjectsV2Request { BucketName = settings.Bucket };
        for (; ; )
        {
            var page = Wait(_client.ListObjectsV2Async(ask));
            foreach (var o in page.S3Objects ?? [])
                if (o.Key.Split('/')[^1] is var hash && BlobHash.Is(hash) && o.LastModified is { } at)
                    yield return (hash, new DateTimeOffset(at.ToUniversalTime(), TimeSpan.Zero));
            if (page.IsTruncated != true)
                yield break;
            ask.ContinuationToken = page.NextContinuationToken;
        }
    }

    public bool Remove(string hash, DateTimeOffset since)
    {
        if (!BlobHash.Is(hash) || LastPut(hash) is not { } put || put > since)
            return false;
        Wait(_client.DeleteObjectAsync(settings.Bucket, KeyOf(hash)));
        near.Remove(hash, DateTimeOffset.MaxValue);
        return true;
    }

    /// <summary>Another node may have removed what is copied here: nobody's file lies about for longer than in the bucket.</summary>
    public void Tidy(DateTimeOffset before)
    {
        foreach (var (hash, put) in near.All())
            if (put < before)
                near.Remove(hash, before);
        near.Tidy(before);
    }

    private DateTimeOffset? LastPut(string hash)
    {
        try
        {
            var found = Wait(_client.GetObjectMetadataAsync(settings.Bucket, KeyOf(hash)));
            return found.LastModified is { } at ? new DateTimeOffset(at.ToUniversalTime(), TimeSpan.Zero) : null;
        }
        catch (AmazonS3Exception e) when (e.StatusCode == HttpStatusCode.NotFound)
        {
            return null;
        }
    }

    private static string KeyOf(string hash) => $"{hash[..2]}/{hash}";

    // Whoever renders asks for files one by one and waits for each; there is nothing to do meanwhile.
    private static T Wait<T>(Task<T> asked) => asked.ConfigureAwait(false).GetAwaiter().GetResult();
}
