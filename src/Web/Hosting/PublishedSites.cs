using System.Collections.Concurrent;
using System.Collections.Immutable;
using Microsoft.EntityFrameworkCore;
using Microsoft.Extensions.Primitives;
using Plurimax.Data;
using Plurimax.Data.Blobs;
using Plurimax.Facts;
using Plurimax.Web.Shared;

namespace Plurimax.Web.Hosting;

/// <summary>A live release as the host serves it.</summary>
/// <param name="Language">As its home page declares it, "en-GB".</param>
/// <param name="Counters">Origins of scripts that count visitors who have agreed, "https://count.example"; empty where nothing is
/// counted.</param>
public sealed record LiveSite(
    Guid AgencyId,
    Guid SiteId,
    string Slug,
    string? Domain,
    ImmutableDictionary<string, ReleaseFile> Files,
    string Language,
    string Counters = ""
)
{
    /// <summary>
    /// The address of a page that sites of this language call by a name of their own, if this one has it: "/datenschutz.html".
    /// </summary>
    public string? PageOf(string kind) =>
        SiteWords.For(Language).Get("slugs." + kind) + ".html" is var own && Files.ContainsKey(own) ? "/" + own
        : Files.ContainsKey(kind + ".html") ? $"/{kind}.html"
        : null;
}

/// <summary>A file ready to be written: nothing is computed a request.</summary>
public sealed record ServedFile(byte[] Raw, byte[]? Gzip, string ContentType, string ETag, StringValues CacheControl);

/// <summary>Keeps the manifests of live sites and their files in memory, by host name. A release of any node empties the entry.</summary>
public sealed partial class PublishedSites(IServiceScopeFactory scopes, SiteAddresses addresses, IBlobStore blobs)
{
    /// <summary>Bytes of files kept in memory; over it all are let go and read again as they are asked for.</summary>
    public const long MostBytes = 384L * 1024 * 1024;
    private readonly ConcurrentDictionary<string, LiveSite?> _byHost = new(StringComparer.OrdinalIgnoreCase);
    private readonly ConcurrentDictionary<(string Hash, string Extension), ServedFile> _files = new();
    private long _bytes;

    public async ValueTask<LiveSite?> FindAsync(string host)
    {
        if (_byHost.TryGetValue(host, out var hit))
            return hit;
        var live = await LoadAsync(host);
        if (_byHost.Count > 50_000)
            _byHost.Clear();
        return _byHost[host] = live;
    }

    public void Forget() => _byHost.Clear();

    /// <summary>Forgets one site, by whatever host it is reached; and hosts where there was none, since it may be new.</summary>
    public void Forget(string slug)
    {
        foreach (var (host, live) in _byHost)
            if (live is null || live.Slug == slug)
                _byHost.TryRemove(host, out _);
    }

    private async Task<LiveSite?> LoadAsync(string host)
    {
        using var scope = scopes.CreateScope();
        var db = scope.ServiceProvider.GetRequiredService<PlurimaxDb>();
        var slug = addresses.SlugOf(host);
        var bare = host.StartsWith("www.", StringComparison.OrdinalIgnoreCase) ? host[4..].ToLowerInvariant() : host.ToLowerInvariant();
        var site = await db
            .Sites.AsNoTracking()
            .Where(s => s.LiveReleaseId != null && (slug != null ? s.Slug == slug : s.Domain == bare))
            .Select(s => new
            {
                s.AgencyId,
                s.Id,
                s.Slug,
                s.Domain,
                s.LiveReleaseId,
            })
            .FirstOrDefaultAsync();
        if (site is null)
            return null;
        var manifest = await db.Releases.AsNoTracking().Where(r => r.Id == site.LiveReleaseId).Select(r => r.Manifest).FirstAsync();
        return new LiveSite(
            site.AgencyId,
            site.Id,
            site.Slug,
            site.Domain,
            manifest.ToImmutableDictionary(),
            LanguageOf(manifest.GetValueOrDefault("index.html")),
            CountersOf(manifest.GetValueOrDefault("index.html"))
        );
    }

    /// <summary>The language that the published home page declares; English where it says none.</summary>
    private string LanguageOf(ReleaseFile? home)
    {
        if (home is null || blobs.Get(home.Hash) is not { } bytes)
            return "en-GB";
        return HtmlLanguage().Match(System.Text.Encoding.UTF8.GetString(bytes, 0, Math.Min(bytes.Length, 200))) is { Success: true } m
            ? m.Groups[1].Value
            : "en-GB";
    }

    /// <summary>Origins that the first page names for counting; they alone are let through the site's policy.</summary>
    private string CountersOf(ReleaseFile? home) =>
        home is null
        || blobs.Get(home.Hash) is not { } bytes
        || CounterMeta().Match(System.Text.Encoding.UTF8.GetString(bytes)) is not { Success: true } m
            ? ""
            : string.Join(
                ' ',
                System
                    .Net.WebUtility.HtmlDecode(m.Groups[1].Value)
                    .Split(' ')
                    .Select(u =>
                        Uri.TryCreate(u, UriKind.Absolute, out var uri) && uri.Scheme is "https" or "http"
                            ? uri.GetLeftPart(UriPartial.Authority)
                            : ""
                    )
                    .Where(o => o.Length > 0)
                    .Distinct()
            );

    [System.Text.RegularExpressions.GeneratedRegex("<meta name=\"counting\" content=\"([^\"]+)\"")]
    private static partial System.Text.RegularExpressions.Regex CounterMeta();

    [System.Text.RegularExpressions.GeneratedRegex("<html lang=\"([A-Za-z0-9-]{2,20})\"")]
    private static partial System.Text.RegularExpressions.Regex HtmlLanguage();

    public ServedFile? Open(LiveSite site, string path)
    {
        if (!site.Files.TryGetValue(path, out var file))
            return null;
        var key = (file.Hash, Path.GetExtension(path));
        if (_files.TryGetValue(key, out var served))
            return served;
        var raw = blobs.Get(file.Hash) ?? throw new FileNotFoundException($"Blob {file.Hash} is missing.");
        served = new ServedFile(
            raw,
            blobs.Get(file.Hash, compressed: true),
            ContentTypes.Of(path),
            $"\"{file.Hash[..20]}\"",
            path.StartsWith("fonts/", StringComparison.Ordinal) ? "public, max-age=31536000, immutable" : "public, max-age=120"
        );
        if (Interlocked.Add(ref _bytes, raw.Length + (served.Gzip?.Length ?? 0)) > MostBytes)
        {
            _files.Clear();
            Interlocked.Exchange(ref _bytes, 0);
        }
        return _files[key] = served;
    }
}
