using Microsoft.EntityFrameworkCore;
using Plurimax.Data;
using Plurimax.Data.Sites;
using Plurimax.Text;
using Plurimax.Web.Mail;
using Plurimax.Web.Shared;
using Plurimax.Work.Line;

namespace Plurimax.Web.Plans;

/// <summary>Sends plans to clients and takes their word on them.</summary>
public sealed class PlanService(
    PlurimaxDb db,
    SiteReader reader,
    ClientLetters letters,
    SiteStations stations,
    PrivateLinks links,
    TimeProvider clock,
    OutboxSignal signal
)
{
    public const int MostComment = 1000;

    public Task<SentPlan?> LatestAsync(Guid siteId) =>
        db.SentPlans.AsNoTracking().Where(p => p.SiteId == siteId).OrderByDescending(p => p.CreatedAt).FirstOrDefaultAsync();

    /// <summary>Freezes the plan as it stands; an open one ends with it.</summary>
    /// <returns>The token of the link.</returns>
    public async Task<string> SendAsync(Site site, Actor who, string origin, string? to, CancellationToken cancel = default)
    {
        var (token, hash) = LinkToken.New();
        var now = clock.GetUtcNow();
        await links.EndAsync<SentPlan>(site.Id, cancel);
        db.Add(
            new SentPlan
            {
                SiteId = site.Id,
                TokenHash = hash,
                Document = await reader.DocumentAsync(site, cancel),
                Facts = site.Client.Facts.Settled(),
                Who = who,
                CreatedAt = now,
            }
        );
        if (to is not null)
            db.Add(
                await letters.LetterAsync(
                    site,
                    to,
                    "The plan of your site",
                    $"Hello,\n\nthis is the plan of your site, before anything is designed: which pages there are and what stands "
                        + $"on them.\n\n{origin}/plans/{token}\n\nIf it is right, agree with your name; if not, say what should be "
                        + $"different.\n\n{who.FirstName}\n",
                    now,
                    cancel
                )
            );
        stations.Wait(site, Party.Client, who);
        Note(site, "Sent the plan to be agreed", who);
        await db.SaveChangesAsync(cancel);
        signal.Raise();
        return token;
    }

    public async Task AgreeAsync(SentPlan plan, string name)
    {
        if (plan.AgreedAt is not null)
            return;
        (plan.AgreedBy, plan.AgreedAt) = (name, clock.GetUtcNow());
        stations.Wait(plan.Site, Party.Us, Actor.Client(name));
        Note(plan.Site, $"{name} agreed the plan", Actor.Client(name));
        await db.SaveChangesAsync();
    }

    /// <param name="of">Place of the page it is about, from 0; null: the whole plan.</param>
    public async Task CommentAsync(SentPlan plan, string author, int? of, string text)
    {
        var page = of is { } n && n >= 0 && n < plan.Document.Pages.Length ? plan.Document.Pages[n] : null;
        // Two people may write at once.
        await using var transaction = await db.Database.BeginTransactionAsync();
        await db.HoldAsync(plan);
        plan.Comments = plan.Comments.Add(new ClientComment(clock.GetUtcNow(), author, page is null ? null : of, text));
        stations.Wait(plan.Site, Party.Us, Actor.Client(author));
        Note(
            plan.Site,
            $"{author} on {(page is null ? "the plan" : $"the page {page.Menu.Text}")}: {Letters.Cut(text, 140)}",
            Actor.Client(author)
        );
        await db.SaveChangesAsync();
        await transaction.CommitAsync();
    }

    private void Note(Site site, string text, Actor who) => stations.Note(site, text, who, Station.Plan);
}
