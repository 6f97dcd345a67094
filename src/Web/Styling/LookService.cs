using System.Collections.Immutable;
using Microsoft.EntityFrameworkCore;
using Plurimax.Data;
using Plurimax.Data.Blobs;
using Plurimax.Data.Sites;
using Plurimax.Data.Standards;
using Plurimax.Design.Styling;
using Plurimax.Design.Wordmarks;
using Plurimax.Facts;
using Plurimax.Sites;
using Plurimax.Text;
using Plurimax.Web.Mail;
using Plurimax.Web.Shared;
using Plurimax.Work.Line;

namespace Plurimax.Web.Styling;

/// <summary>Keeps looks for later, sends them to clients and takes what clients choose.</summary>
public sealed class LookService(
    PlurimaxDb db,
    SiteReader reader,
    SettingsReader settingsReader,
    ClientLetters letters,
    SiteStations stations,
    PrivateLinks links,
    IBlobStore blobs,
    TimeProvider clock,
    OutboxSignal signal
)
{
    public const int MostKept = 40,
        MostComment = 1000;

    /// <summary>Bytes of a logo or photo that is looked at.</summary>
    public const int LargestPicture = 8 * 1024 * 1024;

    /// <summary>Favourites of a site and what is kept for all, newest first.</summary>
    public Task<List<KeptLook>> KeptAsync(Guid siteId) =>
        db
            .KeptLooks.AsNoTracking()
            .Where(k => k.SiteId == siteId || k.SiteId == null)
            .OrderBy(k => k.SiteId == null)
            .ThenByDescending(k => k.At)
            .Take(MostKept)
            .ToListAsync();

    /// <summary>Keeps a look; the same one is kept once.</summary>
    public async Task<string?> KeepAsync(Guid? siteId, string name, LookChoice choice, Actor who)
    {
        if (name.Length is 0 or > 60)
            return "Give it a name of up to 60 characters.";
        var there = await db.KeptLooks.Where(k => k.SiteId == siteId).ToListAsync();
        if (there.Any(k => k.Choice == choice))
            return null;
        if (there.Count >= MostKept)
            return $"{MostKept} looks are kept already; remove one first.";
        db.Add(
            new KeptLook
            {
                SiteId = siteId,
                Name = name,
                Choice = choice,
                Who = who,
                At = clock.GetUtcNow(),
            }
        );
        await db.SaveChangesAsync();
        return null;
    }

    /// <summary>What is kept for all clients, newest first.</summary>
    public Task<List<KeptLook>> SharedAsync(CancellationToken cancel = default) =>
        db.KeptLooks.AsNoTracking().Where(k => k.SiteId == null).OrderByDescending(k => k.At).ToListAsync(cancel);

    public Task<KeptLook?> FindSharedAsync(Guid kept, CancellationToken cancel = default) =>
        db.KeptLooks.AsNoTracking().FirstOrDefaultAsync(k => k.Id == kept && k.SiteId == null, cancel);

    public Task<int> LetGoSharedAsync(Guid kept, CancellationToken cancel = default) =>
        db.KeptLooks.Where(k => k.Id == kept && k.SiteId == null).ExecuteDeleteAsync(cancel);

    public Task<int> LetGoAsync(Guid siteId, Guid kept) =>
        db.KeptLooks.Where(k => k.Id == kept && (k.SiteId == siteId || k.SiteId == null)).ExecuteDeleteAsync();

    public Task<SentLookbook?> LatestAsync(Guid siteId) =>
        db.Lookbooks.AsNoTracking().Where(l => l.SiteId == siteId).OrderByDescending(l => l.CreatedAt).FirstOrDefaultAsync();

    /// <summary>Freezes the site as it stands with the looks to choose from; an open lookbook ends with it.</summary>
    /// <returns>The token of the link.</returns>
    public async Task<string> SendAsync(
        Site site,
        ImmutableArray<SentLook> looks,
        Actor who,
        string origin,
        string? to,
        CancellationToken cancel = default
    )
    {
        var (token, hash) = LinkToken.New();
        var now = clock.GetUtcNow();
        await links.EndAsync<SentLookbook>(site.Id, cancel);
        db.Add(
            new SentLookbook
            {
                SiteId = site.Id,
                TokenHash = hash,
                Looks = looks,
                Document = await reader.DocumentAsync(site, cancel),
                Facts = site.Client.Facts.Settled(),
                Settings = (await settingsReader.OfAsync(site, cancel)).All(),
                Who = who,
                CreatedAt = now,
            }
        );
        if (to is not null)
            db.Add(
                await letters.LetterAsync(
                    site,
                    to,
                    $"{looks.Length} looks for your site",
                    $"Hello,\n\nhere is your site in {looks.Length} looks, with your own texts:\n\n{origin}/looks/{token}\n\nFlip "
                        + $"through them, compare two side by side, and choose one. Comments are welcome; the link works on a phone and "
                        + $"needs no account.\n\n{who.FirstName}\n",
                    now,
                    cancel
                )
            );
        stations.Wait(site, Party.Client, who);
        Note(site, $"Sent {looks.Length} looks to choose from", who);
        await db.SaveChangesAsync(cancel);
        signal.Raise();
        return token;
    }

    /// <summary>The lookbook of a link that has not ended; null of any other.</summary>
    public async Task<Guid?> OpenAsync(string token) =>
        LinkToken.HashOf(token) is { } hash
            ? await db.Lookbooks.Where(l => l.TokenHash == hash && l.EndedAt == null).Select(l => (Guid?)l.Id).FirstOrDefaultAsync()
            : null;

    /// <summary>A comment of the client; the maker sees it on Look and in the history.</summary>
    public async Task CommentAsync(SentLookbook book, string author, int? of, string text)
    {
        // Two people may write at once.
        await using var transaction = await db.Database.BeginTransactionAsync();
        await db.HoldAsync(book);
        book.Comments = book.Comments.Add(
            new ClientComment(clock.GetUtcNow(), author, of is { } n && n >= 0 && n < book.Looks.Length ? n : null, text)
        );
        stations.Wait(book.Site, Party.Us, Actor.Client(author));
        Note(
            book.Site,
            $"{author} on {(of is { } k && k < book.Looks.Length ? $"look {book.Looks[k].Name}" : "the looks")}: {Letters.Cut(text, 140)}",
            Actor.Client(author)
        );
        await db.SaveChangesAsync();
        await transaction.CommitAsync();
    }

    /// <summary>The client's choice. It waits for the maker, who puts it on the site; a later choice replaces it.</summary>
    public async Task ChooseAsync(SentLookbook book, int look, string name)
    {
        (book.Chosen, book.ChosenBy, book.ChosenAt) = (look, name, clock.GetUtcNow());
        stations.Wait(book.Site, Party.Us, Actor.Client(name));
        Note(book.Site, $"{name} chose the look {book.Looks[look].Name}", Actor.Client(name));
        await db.SaveChangesAsync();
    }

    private void Note(Site site, string text, Actor who) => stations.Note(site, text, who, Station.Look);

    /// <summary>Pictures of the client from which colours or a logo can be taken.</summary>
    public Task<List<ClientFile>> PicturesAsync(Guid clientId) =>
        db
            .ClientFiles.AsNoTracking()
            .Where(f => f.ClientId == clientId && f.Type.StartsWith("image/"))
            .OrderByDescending(f => f.At)
            .Take(20)
            .ToListAsync();

    public async Task<byte[]?> BytesAsync(Guid clientId, Guid file) =>
        await db.ClientFiles.AsNoTracking().FirstOrDefaultAsync(f => f.Id == file && f.ClientId == clientId) is { } found
            ? blobs.Get(found.Hash)
            : null;

    /// <summary>Puts a logo away and gives it as a file of the site, with what is to know about it.</summary>
    public Result<(SiteMark Mark, SiteFile File, ImmutableArray<string> Remarks)> Logo(byte[] bytes, SiteDocument site, string business)
    {
        var roles = DressedLook.Of(site.Look).Roles;
        var light = Contrast.Luminance(roles["bg"]) > .2 ? roles["bg"] : "#ffffff";
        var read = LogoFile.Check(bytes, light, roles["inv"]);
        if (!read.Ok)
            return Result<(SiteMark, SiteFile, ImmutableArray<string>)>.Fail(read.Problem!);
        var logo = read.Value!;
        var (hash, _) = blobs.Put(logo.Bytes);
        var file = new SiteFile($"logo-{hash[..10]}", $"img/logo-{hash[..10]}.{logo.Extension}", hash, logo.Width, logo.Height, business);
        return (
            new SiteMark(File: file.Id, OnLight: logo.OnLight >= CheckedLogo.Enough, OnDark: logo.OnDark >= CheckedLogo.Enough),
            file,
            logo.Remarks
        );
    }

    /// <summary>What the client said of the look: their words that we know, and colours that are written as such.</summary>
    public static (string Words, ImmutableArray<string> Colours) Wished(FactSheet facts)
    {
        var words = facts.Any<ListValue>("look_words")?.Items ?? [];
        var colours = facts.Any<ListValue>("colours")?.Items ?? [];
        return (
            string.Join(' ', LookWords.Of(string.Join(' ', words)).Select(w => w.Id)),
            [.. colours.Select(c => Oklch.TryHex(c, out var hex) && c.Contains('#') ? hex : null).OfType<string>().Take(3)]
        );
    }
}
