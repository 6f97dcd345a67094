using System.Buffers;
using System.Net;
using SmtpServer;
using SmtpServer.Protocol;
using SmtpServer.Storage;

namespace Plurimax.StandIns;

/// <summary>
/// A mail server on loopback that keeps what it is sent as .eml files. Real SMTP, no delivery.
/// Mail to an address that begins with "refused@" is turned away, so that failure can be seen too.
/// </summary>
public sealed class SmtpSink : IDisposable
{
    private readonly CancellationTokenSource _stop = new();

    public SmtpSink(int port, string folder)
    {
        Port = port;
        Directory.CreateDirectory(folder);
        var options = new SmtpServerOptionsBuilder()
            .ServerName("mail.sink.example")
            .Endpoint(e => e.Endpoint(new IPEndPoint(IPAddress.Loopback, port)).AllowUnsecureAuthentication(false))
            .Build();
        var provider = new SmtpServer.ComponentModel.ServiceProvider();
        provider.Add(new FolderStore(folder));
        Running = new SmtpServer.SmtpServer(options, provider).StartAsync(_stop.Token);
    }

    public int Port { get; }
    public Task Running { get; }

    public void Dispose()
    {
        _stop.Cancel();
        _stop.Dispose();
    }

    private sealed class FolderStore(string folder) : MessageStore
    {
        public override async Task<SmtpResponse> SaveAsync(
            ISessionContext context,
            IMessageTransaction transaction,
            ReadOnlySequence<byte> buffer,
            CancellationToken cancel
        )
        {
            if (transaction.To.Any(t => t.User.StartsWith("refused", StringComparison.OrdinalIgnoreCase)))
                return new SmtpResponse(SmtpReplyCode.MailboxUnavailable, "no such mailbox here");
            var name = Guid.CreateVersion7().ToString("N");
            await File.WriteAllBytesAsync(Path.Combine(folder, name + ".eml"), buffer.ToArray(), cancel);
            return new SmtpResponse(SmtpReplyCode.Ok, $"kept as {name}");
        }
    }
}
