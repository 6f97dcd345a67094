using System.Collections.Concurrent;
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
    /// <param name="told">Takes what it hears.</param>
    private static TcpListener Server(string[] lines, string? then = null, ConcurrentQueue<string>? told = null)
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
                var n = await stream.ReadAsync(heard);
                if (n == 0)
                    return;
                told?.Enqueue(Encoding.ASCII.GetString(heard, 0, n));
            }
            do if (then is not null)
                await stream.WriteAsync(Encoding.ASCII.GetBytes(then + "\r\n"));
            while (await stream.ReadAsync(heard) > 0);
        });
        return server;
    }

    private static Task<string> SendAsync(SmtpMailer mailer) => mailer.SendAsync("mara@tidewrack.example", null, "Hello", "Hello.");

    private static MailServer At(TcpListener server) => new("127.0.0.1", ((IPEndPoint)server.LocalEndpoint).Port, "post@tidewrack.example");

    private static async Task<string> RefusedAsync(TcpListener server, TimeSpan patience)
    {
        using (server)
        {
            var mailer = new SmtpMailer(At(server) with { Patience = patience });
            return (await Should.ThrowAsync<MailRefusedException>(() => SendAsync(mailer))).Message;
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

    /// <summary>AUTH PLAIN (RFC 4954, 4; RFC 4616): NUL name NUL password as base64; 535 where they are not known.</summary>
    [Fact]
    public async Task A_server_that_asks_for_a_name_is_told_it_and_one_that_does_not_know_it_has_refused()
    {
        var heard = new ConcurrentQueue<string>();
        using var server = Server(
            ["220 mail.example", "250-mail.example\r\n250 AUTH PLAIN", "535 5.7.8 Who are you?"],
            then: "535 5.7.8 Who are you?",
            heard
        );
        var mailer = new SmtpMailer(At(server) with { User = "post", Password = "reed" });
        var refused = await Should.ThrowAsync<MailRefusedException>(() => SendAsync(mailer));
        refused.Message.ShouldContain("Who are you?");
        heard.ShouldContain($"AUTH PLAIN {Convert.ToBase64String("\0post\0reed"u8)}\r\n");
    }

    [Fact]
    public async Task A_server_that_cannot_encrypt_gets_no_mail_where_that_was_asked_for()
    {
        using var server = Server(["220 mail.example", "250 mail.example"], then: "250 2.0.0 Ok");
        var mailer = new SmtpMailer(At(server) with { Security = MailSecurity.StartTls });
        (await Should.ThrowAsync<MailRefusedException>(() => SendAsync(mailer))).Message.ShouldContain("STARTTLS");
    }

    /// <summary>Ports of RFC 6409 (submission) and RFC 8314 (submission with TLS).</summary>
    [Theory]
    [InlineData("Host=mail.example", "StartTls 587")]
    [InlineData("Host=mail.example;Security=tls", "Tls 465")]
    [InlineData("Host=mail.example;Security=none;Port=25", "None 25")]
    [InlineData("Host=mail.example;Security=none;User=post", "clear text")]
    [InlineData("Host=mail.example;Security=ssl", "none, starttls or tls")]
    [InlineData("Host=mail.example;Port=smtp", "a number")]
    [InlineData("Port=2599", "None 2599")]
    public void A_mail_server_is_set_or_told_what_is_wrong(string settings, string expected)
    {
        var given = settings.Split(';').Select(s => s.Split('=')).ToDictionary(s => $"Smtp:{s[0]}", s => s[1]);
        string said;
        try
        {
            var server = MailServer.Of(key => given.GetValueOrDefault(key));
            said = $"{server.Security} {server.Port}";
        }
        catch (FormatException e)
        {
            said = e.Message;
        }
        said.ShouldContain(expected);
    }

    [Fact]
    public async Task A_test_mail_goes_to_whoever_asks_for_it_and_one_given_up_is_tried_again()
    {
        var mara = await app.SignInAsync();
        var page = await mara.GetAsync("/outbox");
        page.Body.ShouldContain("Send yourself a test mail");
        (await mara.PostAsync("/outbox?handler=Test", new())).StatusCode.ShouldBe(HttpStatusCode.Redirect);
        var mail = await app.DbAsync(d => d.Outbox.OrderByDescending(m => m.At).FirstAsync(m => m.Subject == "A test mail"));
        mail.To.ShouldEndWith("@tidewrack.example");
        await app.DbAsync(d =>
            d.Outbox.Where(m => m.Id == mail.Id)
                .ExecuteUpdateAsync(m => m.SetProperty(x => x.SentAt, (DateTimeOffset?)null).SetProperty(x => x.Tries, 5))
        );
        var body = (await mara.GetAsync("/outbox")).Body;
        body.ShouldContain("given up after 5 tries");
        body.ShouldContain("1 given up");
        await mara.PostAsync("/outbox?handler=Again", new() { ["id"] = mail.Id.ToString() });
        (await app.DbAsync(d => d.Outbox.Where(m => m.Id == mail.Id).Select(m => m.Tries).SingleAsync())).ShouldBeLessThan(5);
    }

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
