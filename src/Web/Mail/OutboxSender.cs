using Microsoft.EntityFrameworkCore;
using Plurimax.Data;
using Plurimax.Publishing.Launching;
using Plurimax.Web.Jobs;
using Plurimax.Web.Watch;

namespace Plurimax.Web.Mail;

/// <summary>Rings when there is mail to send, so that nobody waits for the next round.</summary>
public sealed class OutboxSignal() : QueueSignal(1);

/// <summary>
/// Sends what is in the outbox. A row is locked while it is sent, so that several nodes share the work;
/// a mail that was refused is tried again later, ever less often, five times.
/// </summary>
internal sealed class OutboxSender(
    IServiceScopeFactory scopes,
    OutboxSignal signal,
    IMailer mailer,
    MailSeal seal,
    TimeProvider clock,
    Tallies tallies,
    WorkerBoard board,
    ILogger<OutboxSender> log
) : QueueRunner(1, scopes, signal, board, log)
{
    public const int MostTries = 5;

    protected override async Task<bool> StepAsync(IServiceProvider services, CancellationToken stop)
    {
        var db = services.GetRequiredService<PlurimaxDb>();
        await using var transaction = await db.Database.BeginTransactionAsync(stop);
        var now = clock.GetUtcNow();
        var mail = await db
            .Outbox.FromSqlInterpolated(
                $"""
                SELECT * FROM outbox WHERE sent_at IS NULL AND tries < {MostTries} AND next_try <= {now} ORDER BY at LIMIT 1 FOR
                UPDATE SKIP LOCKED
                """
            )
            .FirstOrDefaultAsync(stop);
        if (mail is null)
            return false;
        mail.Tries++;
        try
        {
            mail.Answer = await mailer.SendAsync(mail.To, mail.ReplyTo, mail.Subject, seal.Open(mail), stop);
            mail.Sealed = null;
            mail.SentAt = clock.GetUtcNow();
            tallies.Mail(taken: true);
        }
        // Whatever went wrong with this one, the next one has its turn.
        catch (Exception e) when (!stop.IsCancellationRequested)
        {
            tallies.Mail(taken: false);
            if (e is not MailRefusedException)
                log.LogError(e, "A mail could not be sent");
            mail.Answer = e is MailRefusedException ? e.Message : "It could not be sent; the reason is in the log.";
            mail.NextTry = now.AddMinutes(Math.Pow(4, mail.Tries - 1));
        }
        await db.SaveChangesAsync(stop);
        await transaction.CommitAsync(stop);
        return true;
    }
}
