using MailKit.Net.Smtp;
using MimeKit;
using Plurimax.Publishing.Launching;

namespace Plurimax.StandIns;

/// <summary>Sends over SMTP with MailKit: to the sink by default, to a real server by configuration.</summary>
public sealed class SmtpMailer(string host, int port, string from) : IMailer
{
    public async Task<string> SendAsync(string to, string? replyTo, string subject, string body, CancellationToken cancel = default)
    {
        var message = new MimeMessage
        {
            Subject = OneLine(subject),
            Body = new TextPart("plain") { Text = body },
        };
        message.From.Add(MailboxAddress.Parse(from));
        message.To.Add(Address(to));
        if (replyTo is not null)
            message.ReplyTo.Add(Address(replyTo));
        try
        {
            using var client = new SmtpClient { Timeout = 15_000 };
            await client.ConnectAsync(host, port, MailKit.Security.SecureSocketOptions.None, cancel);
            var answer = await client.SendAsync(message, cancel);
            await client.DisconnectAsync(true, cancel);
            return answer;
        }
        catch (Exception e)
            when (e
                    is SmtpCommandException
                        or SmtpProtocolException
                        or System.Net.Sockets.SocketException
                        or IOException
                        or MailKit.ServiceNotConnectedException
            )
        {
            throw new MailRefusedException(e.Message, e);
        }
    }

    private static MailboxAddress Address(string text) =>
        MailboxAddress.TryParse(text, out var a) && !text.Any(char.IsControl)
            ? a
            : throw new MailRefusedException($"“{OneLine(text)}” is not an address.");

    /// <summary>A header is one line, whatever was typed.</summary>
    private static string OneLine(string text) => new([.. text.Select(c => char.IsControl(c) ? ' ' : c)]);
}
