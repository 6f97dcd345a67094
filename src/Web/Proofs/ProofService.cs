using Microsoft.EntityFrameworkCore;
using Plurimax.Data;
using Plurimax.Data.Sites;
using Plurimax.Data.Standards;
using Plurimax.Facts;
using Plurimax.Making.Settings;
using Plurimax.Sites;
using Plurimax.Web.Mail;
using Plurimax.Web.Shared;
using Plurimax.Work.Line;

namespace Plurimax.Web.Proofs;

/// <summary>Sends proofs and takes what clients say of them.</summary>
public sealed class ProofService(
    PlurimaxDb db,
    SettingsReader settingsReader,
    SiteReader reader,
    ClientLetters letters,
    SiteStations stations,
    PrivateLinks links,
    TimeProvider clock,
    OutboxSignal signal
)
{
    /// <summary>Freezes the site as it stands and makes a link: 256 random bits, of which only the hash is stored.</summary>
    public async Task<(Proof Proof, string Token)> SendAsync(
        Site site,
        Actor who,
        string origin,
        bool mail,
        CancellationToken cancel = default
    )
    {
        var (token, hash) = LinkToken.New();
        var now = clock.GetUtcNow();
        var settings = await settingsReader.OfAsync(site, cancel);
        var round = await db.Proofs.Where(p => p.SiteId == site.Id).MaxAsync(p => (int?)p.Round, cancel) + 1 ?? 1;
        await links.EndAsync<Proof>(site.Id, cancel);
        var proof = new Proof
        {
            SiteId = site.Id,
            Who = who,
            Round = round,
            Revision = site.Head,
            TokenHash = hash,
            Document = await reader.DocumentAsync(site, cancel),
            Facts = site.Client.Facts.Settled(),
            Settings = settings.All(),
            Origin = origin,
            CreatedAt = now,
        };
        db.Add(proof);
        if (mail && site.Client.Facts.Any<TextValue>("email")?.Text is { } to)
            db.Add(
                await letters.LetterAsync(
                    site,
                    to,
                    $"Your site to look at, round {round}",
                    $"Hello,\n\nyour site is ready to be looked at:\n\n{origin}/proof/{token}\n\n{Words(site, settings)}Click a "
                        + $"passage to leave a mark. When all is well, sign it off with your name. The link works on a phone too and "
                        + $"needs no account.\n\n{Rounds(round, settings.Whole("rounds"))}\n",
                    now,
                    cancel
                )
            );
        await stations.MoveAsync(site, Station.Proof, who, Party.Client, cancel);
        signal.Raise();
        return (proof, token);
    }

    private string Words(Site site, SettingsStack settings) =>
        settings["proof_text"] is { Length: > 0 } text
            ? SiteTexts.Of(site.Facts, settings.All(), SiteWords.For("en"), reader.Trade(site).Kind).Letter(text).Trim() + "\n\n"
            : "";

    /// <summary>How many rounds of proofs are included, and which this is.</summary>
    public static string Rounds(int round, int included) =>
        round <= included
            ? $"This is round {round} of {included} that are included."
            : $"This is round {round}; {included} are included, further ones are counted.";

    /// <summary>
    /// One mail for each proof that nobody has answered for the days of the settings. The link is not stored: a new one takes its place.
    /// </summary>
    /// <returns>How many were mailed.</returns>
    public async Task<int> RemindAsync(CancellationToken cancel = default)
    {
        var now = clock.GetUtcNow();
        var waiting = await db
            .Proofs.Include(p => p.Site)
                .ThenInclude(s => s.Client)
            .Where(p =>
                p.EndedAt == null
                && p.SignedAt == null
                && p.ChangesAskedAt == null
                && p.RemindedAt == null
                && p.Origin != ""
                && p.CreatedAt < now.AddDays(-1)
                && !p.Marks.Any()
            )
            .ToListAsync(cancel);
        var mailed = 0;
        foreach (var proof in waiting)
        {
            var settings = await settingsReader.OfAsync(proof.Site, cancel);
            var days = settings.Whole("remind_days");
            if (
                days == 0
                || proof.CreatedAt > now.AddDays(-days)
                || Over(proof, now)
                || proof.Site.Client.Facts.Any<TextValue>("email")?.Text is not { } to
            )
                continue;
            var (token, hash) = LinkToken.New();
            (proof.TokenHash, proof.RemindedAt) = (hash, now);
            db.Add(
                await letters.LetterAsync(
                    proof.Site,
                    to,
                    $"Your site waits for you, round {proof.Round}",
                    $"Hello,\n\nyour site has been waiting for a look since "
                        + $"{proof.CreatedAt.ToString("d MMMM", System.Globalization.CultureInfo.InvariantCulture)}:\n\n{proof.Origin}"
                        + $"/proof/{token}\n\nThis link takes the place of the one before. Click a passage to leave a mark, or sign it "
                        + $"off with your name.\n",
                    now,
                    cancel
                )
            );
            Note(proof, $"Reminded the client of round {proof.Round}", Actor.Application);
            await db.SaveChangesAsync(cancel);
            mailed++;
        }
        if (mailed > 0)
            signal.Raise();
        return mailed;
    }

    /// <summary>Whether the link of a proof has ended by itself. One that was signed stays as it is.</summary>
    private static bool Over(Proof proof, DateTimeOffset now) =>
        proof.SignedAt is null
        && proof.Settings.TryGetValue("proof_lasts", out var days)
        && proof.CreatedAt.AddDays(int.Parse(days, System.Globalization.CultureInfo.InvariantCulture)) < now;

    /// <summary>The proof behind a link, ended or not; null where the token is none of ours.</summary>
    public async Task<Proof?> FindAsync(string token, CancellationToken cancel = default)
    {
        var proof = await links.FindAsync<Proof>(token, cancel);
        if (proof is { EndedAt: null } && Over(proof, clock.GetUtcNow()))
        {
            proof.EndedAt = clock.GetUtcNow();
            await db.SaveChangesAsync(cancel);
        }
        return proof;
    }

    /// <summary>The rounds of a site, the latest first.</summary>
    public Task<List<Proof>> RoundsAsync(Guid siteId, CancellationToken cancel = default) =>
        db.Proofs.AsNoTracking().Where(p => p.SiteId == siteId).OrderByDescending(p => p.Round).ToListAsync(cancel);

    /// <summary>What the client saw in the round before; null in the first.</summary>
    public Task<SiteDocument?> BeforeAsync(Proof proof, CancellationToken cancel = default) =>
        db
            .Proofs.AsNoTracking()
            .Where(p => p.SiteId == proof.SiteId && p.Round == proof.Round - 1)
            .Select(p => p.Document)
            .FirstOrDefaultAsync(cancel);

    /// <summary>All marks of a site with their answers: open ones first, those of the latest round before the others.</summary>
    public Task<List<Mark>> AllMarksAsync(Guid siteId, CancellationToken cancel = default) =>
        db
            .Marks.AsNoTracking()
            .Include(m => m.Proof)
            .Include(m => m.Replies.OrderBy(r => r.At))
            .Where(m => m.Proof.SiteId == siteId)
            .OrderBy(m => m.ResolvedAt != null)
            .ThenByDescending(m => m.Proof.Round)
            .ThenBy(m => m.Number)
            .ToListAsync(cancel);

    /// <summary>A mark by its id, if it is on a proof of that site.</summary>
    public Task<Mark?> FindMarkAsync(Guid siteId, Guid mark, CancellationToken cancel = default) =>
        db.Marks.FirstOrDefaultAsync(m => m.Id == mark && m.Proof.SiteId == siteId, cancel);

    /// <summary>Resolved, or open again.</summary>
    public async Task ResolveAsync(Mark mark, bool done, CancellationToken cancel = default)
    {
        mark.ResolvedAt = done ? mark.ResolvedAt ?? clock.GetUtcNow() : null;
        await db.SaveChangesAsync(cancel);
    }

    public Task<List<Mark>> MarksAsync(Guid proofId, CancellationToken cancel = default) =>
        db.Marks.Include(m => m.Replies.OrderBy(r => r.At)).Where(m => m.ProofId == proofId).OrderBy(m => m.Number).ToListAsync(cancel);

    /// <summary>So many marks one proof takes, and so many answers one mark: what more there is to say is said on the telephone.</summary>
    public const int MostMarks = 300;
    public const int MostReplies = 50;

    /// <summary>A mark of the client, pinned to a passage or to the whole page.</summary>
    /// <returns>The mark; null where the proof holds as many as it takes, or was signed off meanwhile.</returns>
    public async Task<Mark?> MarkAsync(
        Proof proof,
        string page,
        string? section,
        string? path,
        string quote,
        string text,
        Actor author,
        CancellationToken cancel = default
    )
    {
        await using var transaction = await db.JoinTransactionAsync(cancel);
        // Two who mark at the same moment come one after the other.
        await db.HoldAsync(proof, cancel);
        var number = await db.Marks.CountAsync(m => m.ProofId == proof.Id, cancel) + 1;
        if (number > MostMarks || proof.SignedAt is not null)
            return null;
        var found = section is null ? null : proof.Document.FindSection(section);
        var mark = new Mark
        {
            ProofId = proof.Id,
            Number = number,
            Section = found?.Section.Id,
            Path = found is null ? null : path,
            PageFile = proof.Document.Pages.Any(p => p.File == page) ? page : "index.html",
            Quote = quote.Length > 300 ? quote[..300] : quote,
            Text = text,
            Author = author,
            At = clock.GetUtcNow(),
        };
        db.Add(mark);
        await db.SaveChangesAsync(cancel);
        await transaction.CommitAsync(cancel);
        return mark;
    }

    /// <returns>Whether there was room for it.</returns>
    public async Task<bool> ReplyAsync(Mark mark, Actor author, bool fromClient, string text, CancellationToken cancel = default)
    {
        if (await db.MarkReplies.CountAsync(r => r.MarkId == mark.Id, cancel) >= MostReplies)
            return false;
        db.Add(
            new MarkReply
            {
                MarkId = mark.Id,
                Author = author,
                FromClient = fromClient,
                Text = text,
                At = clock.GetUtcNow(),
            }
        );
        if (fromClient)
            mark.ResolvedAt = null;
        await db.SaveChangesAsync(cancel);
        return true;
    }

    public async Task AskForChangesAsync(Proof proof, Actor author, CancellationToken cancel = default)
    {
        await using var transaction = await db.JoinTransactionAsync(cancel);
        await db.HoldAsync(proof, cancel);
        proof.ChangesAskedAt = clock.GetUtcNow();
        Note(proof, $"{author} asked for changes in round {proof.Round}", author);
        stations.Wait(proof.Site, Party.Us, author);
        await db.SaveChangesAsync(cancel);
        await transaction.CommitAsync(cancel);
    }

    /// <summary>A named person signs this version off. A second signature changes nothing.</summary>
    public async Task SignAsync(Proof proof, string name, CancellationToken cancel = default)
    {
        await using var transaction = await db.JoinTransactionAsync(cancel);
        await db.HoldAsync(proof, cancel);
        if (proof.SignedAt is null)
        {
            (proof.SignedBy, proof.SignedAt) = (name, clock.GetUtcNow());
            Note(proof, $"{name} signed off version {proof.Revision}", Actor.Client(name));
            stations.Wait(proof.Site, Party.Us, Actor.Client(name));
        }
        await db.SaveChangesAsync(cancel);
        await transaction.CommitAsync(cancel);
    }

    private void Note(Proof proof, string text, Actor who) => stations.Note(proof.Site, text, who, Station.Proof);
}
