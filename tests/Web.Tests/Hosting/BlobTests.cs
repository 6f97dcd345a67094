using Microsoft.EntityFrameworkCore;
using Microsoft.Extensions.DependencyInjection;
using Plurimax.Data.Blobs;
using Plurimax.StandIns;

namespace Plurimax.Web.Tests;

/// <summary>Files by their hash: in a folder, in a bucket, and gone when nothing speaks of them any more.</summary>
[Collection("app")]
public sealed class BlobTests(App app) : IDisposable
{
    private readonly string _folder = Directory.CreateTempSubdirectory("plurimax-blobs-").FullName;
    private static int _ports = 28000;

    public void Dispose() => Directory.Delete(_folder, recursive: true);

    private static byte[] Bytes(int seed) => [.. Enumerable.Range(0, 400).Select(i => (byte)(i * seed))];

    private static string PathOf(string folder, string hash) => Path.Combine(folder, hash[..2], hash);

    [Fact]
    public void A_file_that_lost_its_end_or_a_bit_is_none_and_is_written_anew()
    {
        var store = new FolderBlobStore(_folder);
        var (hash, _) = store.Put(Bytes(3));
        var path = PathOf(_folder, hash);
        File.WriteAllBytes(path, Bytes(3)[..100]);
        store.Get(hash).ShouldBeNull();
        store.Put(Bytes(3)).New.ShouldBeTrue();
        store.Get(hash).ShouldBe(Bytes(3));
        var changed = Bytes(3);
        changed[7] ^= 1;
        File.WriteAllBytes(path, changed);
        store.Get(hash).ShouldBeNull("no page is better than a wrong one");
        Directory.EnumerateFiles(_folder, "*.tmp", SearchOption.AllDirectories).ShouldBeEmpty();
    }

    [Fact]
    public void What_a_killed_process_left_half_done_goes_after_a_while()
    {
        var store = new FolderBlobStore(_folder);
        var (hash, _) = store.Put(Bytes(7));
        foreach (var (ending, days) in new[] { (".a.tmp", 3), (".b.tmp", 0), (".going", 3) })
        {
            File.WriteAllText(PathOf(_folder, hash) + ending, "half");
            File.SetLastWriteTimeUtc(PathOf(_folder, hash) + ending, DateTime.UtcNow.AddDays(-days));
        }
        store.Tidy(DateTimeOffset.UtcNow.AddDays(-2));
        Directory
            .EnumerateFiles(_folder, "*", SearchOption.AllDirectories)
            .Select(Path.GetExtension)
            .ShouldBe(["", ".gz", ".tmp"], ignoreOrder: true);
        store.Get(hash).ShouldBe(Bytes(7));
    }

    [Fact]
    public void Only_what_was_not_put_again_is_removed()
    {
        var store = new FolderBlobStore(_folder);
        var (hash, _) = store.Put(Bytes(5));
        var now = DateTimeOffset.UtcNow;
        store.Remove(hash, now.AddDays(-1)).ShouldBeFalse();
        store.Get(hash).ShouldBe(Bytes(5));
        File.SetLastWriteTimeUtc(PathOf(_folder, hash), now.AddDays(-3).UtcDateTime);
        store.Put(Bytes(5)).New.ShouldBeFalse();
        store.Remove(hash, now.AddDays(-1)).ShouldBeFalse("it was put again");
        File.SetLastWriteTimeUtc(PathOf(_folder, hash), now.AddDays(-3).UtcDateTime);
        store.Remove(hash, now.AddDays(-1)).ShouldBeTrue();
        store.Remove(hash, now.AddDays(-1)).ShouldBeFalse();
        Directory.EnumerateFiles(_folder, "*", SearchOption.AllDirectories).ShouldBeEmpty();
    }

    [Fact]
    public async Task The_sweep_takes_what_no_row_mentions_and_nothing_else()
    {
        var site = await app.LiveAsync("Swept Stairs");
        var store = app.Services.GetRequiredService<IBlobStore>();
        var folder = Path.Combine(app.Folder, "blobs");
        var (lonely, _) = store.Put(Bytes(11));
        var (young, _) = store.Put(Bytes(13));
        foreach (var b in store.All().Where(b => b.Hash != young).ToList())
            File.SetLastWriteTimeUtc(PathOf(folder, b.Hash), DateTime.UtcNow.AddDays(-3));
        var mentioned = await app.DbAsync(async db =>
            (await db.Releases.Select(r => r.Manifest).ToListAsync())
                .SelectMany(m => m.Values.Select(f => f.Hash))
                .Concat(await db.ClientFiles.Select(f => f.Hash).ToListAsync())
                .Where(h => store.Get(h) is not null)
                .ToHashSet()
        );
        mentioned.Count.ShouldBeGreaterThan(10);
        (await app.WithAsync(s => s.GetRequiredService<BlobSweep>().SweepAsync())).ShouldBeGreaterThan(0);
        store.Get(lonely).ShouldBeNull();
        store.Get(young).ShouldNotBeNull("a row may be on its way");
        mentioned.ShouldAllBe(hash => store.Get(hash) != null);
        (await app.Visitor($"{site.Slug}.sites.localhost").GetAsync("/site.css")).IsSuccessStatusCode.ShouldBeTrue();
    }

    [Fact]
    public void A_bucket_is_a_store_like_the_folder_and_is_asked_once()
    {
        using var bucket = new BucketStandIn(Interlocked.Increment(ref _ports), "agency");
        BucketBlobStore Node(string name, string key = "agency") =>
            new(
                new BucketSettings(bucket.Address, "sites", key, "hush-hush", "us-east-1"),
                new FolderBlobStore(Path.Combine(_folder, name)),
                TimeProvider.System
            );
        using var one = Node("one");
        using var two = Node("two");
        var hashes = Enumerable.Range(1, 20).Select(i => one.Put(Bytes(i)).Hash).ToList();
        one.Put(Bytes(1)).New.ShouldBeFalse();
        bucket.Count.ShouldBe(20);
        // What one node put the other serves, fetched once.
        two.Get(hashes[4]).ShouldBe(Bytes(5));
        two.Get(hashes[4]).ShouldBe(Bytes(5));
        two.Get(hashes[4], compressed: true).ShouldNotBeNull();
        bucket.Gets.ShouldBe(1);
        two.Get(BlobHash.Of([9, 9])).ShouldBeNull();
        two.All().Select(b => b.Hash).ShouldBe(hashes, ignoreOrder: true);
        // What the bucket gives back must be what was put.
        bucket.Change($"{hashes[5][..2]}/{hashes[5]}", bytes: [1]);
        two.Get(hashes[5]).ShouldBeNull();
        var now = DateTimeOffset.UtcNow;
        bucket.Change($"{hashes[6][..2]}/{hashes[6]}", at: now.AddDays(-3));
        two.Remove(hashes[6], now.AddDays(-2)).ShouldBeTrue();
        two.Remove(hashes[7], now.AddDays(-2)).ShouldBeFalse();
        bucket.Count.ShouldBe(19);
        // A copy of what another node removed does not lie about here.
        File.SetLastWriteTimeUtc(PathOf(Path.Combine(_folder, "one"), hashes[6]), now.AddDays(-3).UtcDateTime);
        one.Get(hashes[6]).ShouldNotBeNull();
        one.Tidy(now.AddDays(-2));
        one.Get(hashes[6]).ShouldBeNull();
        one.Get(hashes[7]).ShouldBe(Bytes(8));
        // What was put long ago is put anew, or the sweep would take it.
        bucket.Change($"{hashes[8][..2]}/{hashes[8]}", at: now.AddDays(-3));
        one.Put(Bytes(9)).New.ShouldBeFalse();
        one.Remove(hashes[8], now.AddDays(-2)).ShouldBeFalse();
        using var stranger = Node("three", key: "stranger");
        Should.Throw<Amazon.S3.AmazonS3Exception>(() => stranger.Get(hashes[9]));
    }

    [Theory]
    [InlineData("Blobs:Endpoint=objects.example", "Blobs:Endpoint")]
    [InlineData("Blobs:Endpoint=https://objects.example", "Blobs:Bucket")]
    [InlineData("Blobs:Endpoint=https://objects.example Blobs:Bucket=b Blobs:Key=k", "Blobs:Secret")]
    public void A_bucket_set_by_half_is_told_at_the_start(string settings, string expected)
    {
        var set = settings.Split(' ').Select(s => s.Split('=', 2)).ToDictionary(s => s[0], s => s[1]);
        Should.Throw<FormatException>(() => BucketSettings.Of(set.GetValueOrDefault)).Message.ShouldContain(expected);
    }
}
