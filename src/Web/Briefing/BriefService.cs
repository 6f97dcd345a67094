using Microsoft.EntityFrameworkCore;
using Plurimax.Data;
using Plurimax.Data.Sites;
using Plurimax.Facts;
using Plurimax.Reading;
using Plurimax.Reading.Deciding;
using Plurimax.Trades;
using Plurimax.Web.Mail;
using Plurimax.Web.Shared;
using Plurimax.Work.Briefing;
using Plurimax.Work.Line;

namespace Plurimax.Web.Briefing;

/// <summary>The brief as a document: sent, agreed by name, frozen with its date; and what is owed after it.</summary>
public sealed class BriefService(
    PlurimaxDb db,
    SiteReader reader,
    ClientLetters letters,
    SiteStations stations,
    ClientFacts clientFacts,
    TradeCatalogue trades,
    TimeProvider clock,
    OutboxSignal signal
)
{
    public async Task<BriefDocument> NowAsync(Site site) =>
        BriefDocument.Of(
            site.Client.Facts,
            trades[site.TradeId],
            await reader.DocumentAsync(site),
            DateOnly.FromDateTime(clock.GetUtcNow().UtcDateTime)
        );

    public Task<List<SentBrief>> SentAsync(Guid siteId) =>
        db.SentBriefs.AsNoTracking().Where(b => b.SiteId == siteId).OrderByDescending(b => b.CreatedAt).Take(10).ToListAsync();

    public async Task<string> SendAsync(Site site, Actor who, string origin, string? to, CancellationToken cancel = default)
    {
        var (token, hash) = LinkToken.New();
        var now = clock.GetUtcNow();
        await db
            .SentBriefs.Where(b => b.SiteId == site.Id && b.EndedAt == null && b.AgreedAt == null)
            .ExecuteUpdateAsync(u => u.SetProperty(b => b.EndedAt, now), cancel);
        db.Add(
            new SentBrief
            {
                SiteId = site.Id,
                TokenHash = hash,
                Document = await NowAsync(site),
                Who = who,
                CreatedAt = now,
            }
        );
        if (to is not null)
            db.Add(
                await letters.LetterAsync(
                    site,
                    to,
                    "What we understood, to agree",
                    $"Hello,\n\nthis is what we understood of your business and of the website you want:\n\n{origin}/agree/{token}"
                        + $"\n\nPlease read it through. If it is right, agree with your name; if not, say what should be different.\n\n"
                        + $"{who.FirstName}\n",
                    now,
                    cancel
                )
            );
        stations.Wait(site, Party.Client, who);
        stations.Note(site, "Sent the brief to be agreed", who);
        await db.SaveChangesAsync(cancel);
        signal.Raise();
        return token;
    }

    /// <summary>Mails the client the list of what they owe, by page.</summary>
    public async Task MailOwedAsync(Site site, IEnumerable<OwedThing> owed, Actor who, string to, CancellationToken cancel = default)
    {
        var now = clock.GetUtcNow();
        var open = owed.Where(o => o.ByClient && o.State is OwedState.Open or OwedState.Asked).GroupBy(o => o.Page);
        var list = string.Join(
            "\n\n",
            open.Select(g =>
                $"{(g.Key.Length == 0 ? "For the whole site" : $"For the page “{g.Key}”")}\n"
                + $"{string.Join("\n", g.Select(o => $"- {o.What}"))}"
            )
        );
        db.Add(
            await letters.LetterAsync(
                site,
                to,
                $"What we still need for {site.Client.Name}",
                $"Hello,\n\nthese things are still open:\n\n{list}\n\nSend them as they come; each is ticked off when it "
                    + $"arrives.\n\n{who.FirstName}\n",
                now,
                cancel
            )
        );
        stations.Note(site, "Sent the list of what is owed", who);
        await db.SaveChangesAsync(cancel);
        signal.Raise();
    }

    public async Task AgreeAsync(SentBrief brief, string name)
    {
        if (brief.AgreedAt is not null)
            return;
        (brief.AgreedBy, brief.AgreedAt) = (name, clock.GetUtcNow());
        stations.Wait(brief.Site, Party.Us, Actor.Client(name));
        stations.Note(brief.Site, $"{name} agreed the brief", Actor.Client(name));
        await db.SaveChangesAsync();
    }

    /// <summary>
    /// What the client would have different, in all and part by part. What can be read out of it waits on the Brief to be confirmed.
    /// </summary>
    public async Task WishAsync(SentBrief brief, string name, string words, IReadOnlyList<(string Title, string Words)> parts)
    {
        var now = clock.GetUtcNow();
        var wish = string.Join("\n", parts.Select(p => $"{p.Title}: {p.Words}").Prepend(words).Where(w => w.Length > 0));
        // Read before anything is held.
        var reading = FactReading.Of(
            [SourceText.Of("the client's words on the brief", wish)],
            DateOnly.FromDateTime(now.UtcDateTime),
            trades
        );
        await using var transaction = await db.Database.BeginTransactionAsync();
        brief.Wish = wish;
        stations.Wait(brief.Site, Party.Us, Actor.Client(name));
        stations.Note(brief.Site, $"{name} wants the brief changed: {(wish.Length > 140 ? wish[..139] + "…" : wish)}", Actor.Client(name));
        await db.SaveChangesAsync();
        await clientFacts.WaitingAsync(brief.Site.ClientId, f =>
            Confirming.Add(f, Confirming.Of(reading, TradeFacts.Of(trades[brief.Site.TradeId])), FactSource.Client, name, now)
        );
        await transaction.CommitAsync();
    }
}
