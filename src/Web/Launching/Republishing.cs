using System.Collections.Immutable;
using System.Runtime.CompilerServices;
using System.Security.Cryptography;
using System.Text;
using Plurimax.Data;
using Plurimax.Data.Blobs;
using Plurimax.Making.Settings;
using Plurimax.Publishing.Impact;
using Plurimax.Publishing.Launching;
using Plurimax.Publishing.Rendering;
using Plurimax.Publishing.Sections;
using Plurimax.Sites;
using Plurimax.Trades;
using Plurimax.Web.Shared;

namespace Plurimax.Web.Launching;

/// <summary>A published site as it is and as it would be.</summary>
/// <param name="Own">The settings it would be made with, as far as they are not the default.</param>
/// <param name="Hashes">SHA-256 of every file as it would be, by path.</param>
public sealed record Republished(
    SiteFiles Was,
    SiteFiles Now,
    ImmutableDictionary<string, string> Own,
    ImmutableSortedDictionary<string, string> Hashes,
    SiteImpact Impact
);

/// <summary>
/// Renders a published site again, of the document and the facts it was released with, in other settings: so a roll-out brings what it is
/// about and nothing else.
/// The impact report and the roll-out itself both go this way.
/// </summary>
public sealed class Republishing(IBlobStore blobs, SiteAddresses addresses, TradeCatalogue trades)
{
    private static readonly ConditionalWeakTable<byte[], string> Known = [];
    private static readonly byte[] Undrawn = [0];

    /// <param name="released">The document of the release that is live.</param>
    /// <param name="draw">Draws a card for shared links that is not there yet; a report does without.</param>
    public Republished Of(Site site, Release live, SiteDocument released, SettingsStack stack, bool draw)
    {
        var trade = trades[released.Trade];
        var facts = live.Facts ?? site.Client.Facts;
        var own = For(released, stack);
        // Photos and files are known by their hash: their bytes are not read.
        var stubs = new Dictionary<byte[], string>(ReferenceEqualityComparer.Instance);
        byte[]? Stub(string hash)
        {
            var stub = new byte[1];
            stubs[stub] = hash;
            return stub;
        }
        RenderSettings Settings(ImmutableDictionary<string, string> values) =>
            new(addresses.Main(site), SettingsRegistry.Values.SetItems(values))
            {
                Blobs = Stub,
                Made = path =>
                    live.Manifest.GetValueOrDefault(path) is { } file ? Stub(file.Hash)
                    : draw ? null
                    : Undrawn,
            };
        RenderSettings before = Settings(live.Settings ?? own),
            after = Settings(own);
        // In the same look the pictures stay as they were drawn.
        if (
            live.Settings is not null
            && SettingsDress.Over(released, before.Settings).Look == SettingsDress.Over(released, after.Settings).Look
        )
            after = after with { Drawn = path => live.Manifest.GetValueOrDefault(path) is { } file ? Stub(file.Hash) : null };
        var now = SiteRenderer.Render(released, trade, facts, after);
        var hashes = now.Files.ToImmutableSortedDictionary(
            f => f.Key,
            f =>
                stubs.TryGetValue(f.Value, out var hash)
                    ? hash
                    : Known.GetValue(f.Value, static b => Convert.ToHexStringLower(SHA256.HashData(b))),
            StringComparer.Ordinal
        );
        var was = new SiteFiles(
            live.Manifest.ToImmutableSortedDictionary(
                f => f.Key,
                f => hashes.GetValueOrDefault(f.Key) == f.Value.Hash ? now.Files[f.Key] : blobs.Get(f.Value.Hash) ?? [],
                StringComparer.Ordinal
            )
        );
        PreflightInput Input(RenderSettings s) => new(released, trade, facts, s, live.Revision, live.Revision, []);
        return new Republished(was, now, own, hashes, SiteImpact.Of(Input(before), was, Input(after), now));
    }

    /// <summary>What other settings do to a site that is not published yet; nothing is rendered where it is made alike.</summary>
    public SiteImpact Unpublished(Site site, SiteDocument document, SettingsStack now, SettingsStack then)
    {
        ImmutableDictionary<string, string> was = For(document, now),
            will = For(document, then);
        if (SettingsPrint.Of(was) == SettingsPrint.Of(will))
            return SiteImpact.None;
        var trade = trades[document.Trade];
        RenderSettings Settings(ImmutableDictionary<string, string> values) =>
            new(addresses.Main(site), SettingsRegistry.Values.SetItems(values)) { Blobs = Encoding.ASCII.GetBytes, Made = _ => Undrawn };
        RenderSettings before = Settings(was),
            after = Settings(will);
        var a = SiteRenderer.Render(document, trade, site.Client.Facts, before);
        if (SettingsDress.Over(document, before.Settings).Look == SettingsDress.Over(document, after.Settings).Look)
            after = after with { Drawn = a.Files.GetValueOrDefault };
        PreflightInput Input(RenderSettings s) => new(document, trade, site.Client.Facts, s, site.Head, site.Head, []);
        return SiteImpact.Of(Input(before), a, Input(after), SiteRenderer.Render(document, trade, site.Client.Facts, after));
    }

    /// <summary>The settings in force that a release of a document is made with: of what is linked, what stands on it.</summary>
    public static ImmutableDictionary<string, string> For(SiteDocument document, SettingsStack stack)
    {
        var linked = SharedPassage.Of(document).Select(SharedPassage.Key).ToHashSet();
        var own = stack.Own();
        return own.RemoveRange(own.Keys.Where(k => k.StartsWith(SharedPassage.Prefix, StringComparison.Ordinal) && !linked.Contains(k)));
    }

    /// <summary>Stores what is new of it.</summary>
    public (ImmutableSortedDictionary<string, ReleaseFile> Manifest, int New) Store(Republished made, Release live)
    {
        var manifest = ImmutableSortedDictionary.CreateBuilder<string, ReleaseFile>(StringComparer.Ordinal);
        var added = 0;
        foreach (var (path, hash) in made.Hashes)
        {
            if (live.Manifest.GetValueOrDefault(path) is { } same && same.Hash == hash)
                manifest[path] = same;
            else
            {
                // What is not there yet was rendered just now; only what is there is known by its hash alone.
                var there = blobs.Get(hash);
                if (there is null)
                    blobs.Put(made.Now.Files[path]);
                if (there is null)
                    added++;
                manifest[path] = new ReleaseFile(hash, (there ?? made.Now.Files[path]).Length);
            }
        }
        return (manifest.ToImmutable(), added);
    }
}
