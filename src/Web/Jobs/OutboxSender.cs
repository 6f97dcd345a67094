using Microsoft.EntityFrameworkCore;
using Plurimax.Core.Launching;
using Plurimax.Data;

namespace Plurimax.Web.Jobs;

/// <summary>Rings when there is mail to send, so that nobody waits for the next round.</summary>
public sealed class OutboxBell
{
    private readonly SemaphoreSlim _rung = new(0, 1);
    public void Ring() { if (_rung.CurrentCount == 0) try { _rung.Release(); } catch (SemaphoreFullException) { } }
    public Task<bool> WaitAsync(TimeSpan most, CancellationToken cancel) => _rung.WaitAsync(most, cancel);
}

/// <summary>
/// Sends what is in the outbox. A row is locked while it is sent, so that several nodes share the work;
/// a mail that was refused is tried again later, ever less often, five times.
/// </summary>
internal sealed class OutboxSender(IServiceScopeFactory scopes, OutboxBell bell, IMailer mailer, TimeProvider clock, ILogger<OutboxSender> log) : BackgroundService
{
    public const int MostTries = 5;

    protected override async Task ExecuteAsync(CancellationToken stop)
    {
        while (!stop.IsCancellationRequested)
        {
            try
            {
                while (await SendOneAsync(stop)) { }
                await bell.WaitAsync(TimeSpan.FromSeconds(20), stop);
            }
            catch (OperationCanceledException) { }
            catch (Exception e) when (e is Npgsql.NpgsqlException or InvalidOperationException or DbUpdateException)
            {
                log.LogWarning("The outbox rests: {Message}", e.Message);
                await bell.WaitAsync(TimeSpan.FromSeconds(5), CancellationToken.None);
            }
        }
    }

    private async Task<bool> SendOneAsync(CancellationToken stop)
    {
        using var scope = scopes.CreateScope();
        var db = scope.ServiceProvider.GetRequiredService<PlurimaxDb>();
        await using var transaction = await db.Database.BeginTransactionAsync(stop);
        var now = clock.GetUtcNow();
        var mail = await db.Outbox.FromSqlInterpolated($"SELECT * FROM outbox WHERE sent_at IS NULL AND tries < {MostTries} AND next_try <= {now} ORDER BY at LIMIT 1 FOR UPDATE SKIP LOCKED").FirstOrDefaultAsync(stop);
        if (mail is null) return false;
        mail.Tries++;
        try
        {
            mail.Answer = await mailer.SendAsync(mail.To, mail.ReplyTo, mail.Subject, mail.Body, stop);
            mail.SentAt = clock.GetUtcNow();
        }
        catch (MailRefusedException e)
        {
            mail.Answer = e.Message;
            mail.NextTry = now.AddMinutes(Math.Pow(4, mail.Tries - 1));
        }
        await db.SaveChangesAsync(stop);
        await transaction.CommitAsync(stop);
        return true;
    }
}
