using System.Net;
using System.Net.Sockets;
using System.Text;
using Microsoft.AspNetCore.TestHost;
using Microsoft.EntityFrameworkCore;
using Microsoft.Extensions.DependencyInjection;
using Plurimax.Data;
using Plurimax.Publishing.Launching;
using Plurimax.StandIns;
using Plurimax.Web.Jobs;
using Plurimax.Web.Mail;
using Plurimax.Web.Shared;

namespace Plurimax.Web.Tests;

/// <summary>Mail servers that sulk, and mails that cannot be sent: nothing of it reaches further than the mail itself.</summary>
public sealed class MailTests(App app) : IClassFixture<App>
{
    /// <summary>A server that says each of the lines when it is spoken to, the first at once.</summary>
    /// <param name="then">What it says to everything after that; null for nothing, with the line left open.</param>
    private static TcpListener Server(string[] lines, string? then = null)
    {
        var server = new TcpListener(IPAddress.Loopback, 0);
        server.Start();
        _ = Task.Run(async () =>
        {
            using var client = await server.AcceptTcpClientAsync();
            await using var stream = client.GetStream();
            var heard = new byte[4096];
            foreach (var line in lines)
            {
                await stream.WriteAsync(Encoding.ASCII.GetBytes(line + "\r\n"));
                if (await stream.ReadAsync(heard) == 0)
                    return;
            }
            do if (then is not null)
                await stream.WriteAsync(Encoding.ASCII.GetBytes(then + "\r\n"));
            while (await stream.ReadAsync(heard) > 0);
        });
        return server;
    }

    private static async Task<string> RefusedAsync(TcpListener server, TimeSpan patience)
    {
        using (server)
        {
            var mailer = new SmtpMailer("127.0.0.1", ((IPEndPoint)server.LocalEndpoint).Port, "post@tidewrack.example", patience);
            return (
                await Should.ThrowAsync<MailRefusedException>(() => mailer.SendAsync("mara@tidewrack.example", null, "Hello", "Hello."))
            ).Message;
        }
    }

    [Fact]
    public async Task A_server_that_says_nothing_has_refused_the_mail()
    {
        (await RefusedAsync(Server([]), TimeSpan.FromMilliseconds(300))).ShouldBe("The mail server did not answer in time.");
        (await RefusedAsync(Server(["220 mail.example"]), TimeSpan.FromMilliseconds(300))).ShouldBe(
            "The mail server did not answer in time."
        );
    }

    /// <summary>Replies of RFC 5321, 4.2.3, RFC 4954 (530) and RFC 6647 (greylisting).</summary>
    [Theory]
    [InlineData("530 5.7.0 Authentication required")]
    [InlineData("550 5.1.1 No such user")]
    [InlineData("451 4.7.1 Greylisting in action, please come back later")]
    public async Task A_refusal_is_kept_in_the_words_of_the_server(string reply) =>
        (
            await RefusedAsync(Server(["220 mail.example", "250 mail.example", reply], then: "250 2.0.0 Ok"), TimeSpan.FromSeconds(20))
        ).ShouldContain(reply[4..]);

    private sealed class Sulking : IMailer
    {
        public Task<string> SendAsync(string to, string? replyTo, string subject, string body, CancellationToken cancel = default) =>
            subject switch
            {
                "sulks" => throw new TimeoutException("The operation has timed out."),
                "breaks" => throw new FormatException("Nobody thought of this."),
                _ => Task.FromResult("250 kept"),
            };
    }

    [Fact]
    public async Task A_mail_that_cannot_be_sent_is_kept_and_the_next_one_goes_out()
    {
        using var host = app.WithWebHostBuilder(b => b.ConfigureTestServices(s => s.AddSingleton<IMailer, Sulking>()));
        async Task<T> DbAsync<T>(Func<PlurimaxDb, Task<T>> act)
        {
            using var scope = host.Services.GetRequiredService<IServiceScopeFactory>().CreateScope(TestDatabases.Agency);
            return await act(scope.ServiceProvider.GetRequiredService<PlurimaxDb>());
        }
        var yesterday = DateTimeOffset.UtcNow.AddDays(-1);
        await DbAsync(db =>
        {
            foreach (var (subject, i) in new[] { "sulks", "breaks", "goes" }.Select((s, i) => (s, i)))
                db.Add(
                    new OutboxMail
                    {
                        To = "sulk@hallow.example",
                        Subject = subject,
                        Body = "Hello.",
                        At = yesterday.AddMinutes(i),
                        NextTry = yesterday,
                    }
                );
            return db.SaveChangesAsync();
        });
        host.Services.GetRequiredService<OutboxSignal>().Raise();
        List<OutboxMail> mails;
        using var patience = new CancellationTokenSource(TimeSpan.FromMinutes(1));
        do
        {
            patience.Token.ThrowIfCancellationRequested();
            mails = await app.DbAsync(db =>
                db.Outbox.AsNoTracking().Where(m => m.To == "sulk@hallow.example").OrderBy(m => m.At).ToListAsync()
            );
        } while (mails.Exists(m => m.Tries == 0));
        mails.Select(m => (m.Subject, Sent: m.SentAt is not null)).ShouldBe([("sulks", false), ("breaks", false), ("goes", true)]);
        mails.ShouldAllBe(m => m.Tries == 1);
        mails[0].NextTry.ShouldBeGreaterThan(DateTimeOffset.UtcNow);
        // The pages are still there.
        (await host.CreateClient().GetAsync("/signin")).StatusCode.ShouldBe(HttpStatusCode.OK);
    }

    [Fact]
    public async Task A_worker_rests_longer_after_each_fault_and_not_at_all_when_the_application_stops()
    {
        var rest = new BackOff();
        using var stopped = new CancellationTokenSource();
        await stopped.CancelAsync();
        var rests = new List<TimeSpan>();
        for (var i = 0; i < 9; i++)
        {
            rests.Add(rest.Next);
            await rest.WaitAsync(stopped.Token);
        }
        rests.ShouldBe(rests.Order());
        rests[1].ShouldBe(rests[0] * 2);
        rests[^1].ShouldBe(TimeSpan.FromMinutes(2));
        rest.Reset();
        rest.Next.ShouldBe(rests[0]);
    }
}
