using MailKit.Net.Smtp;
using MimeKit;
using Plurimax.Publishing.Launching;

namespace Plurimax.StandIns;

/// <summary>Sends over SMTP with MailKit: to the sink by default, to a real server by configuration.</summary>
public sealed class SmtpMailer(MailServer server) : IMailer
{
    public async Task<string> SendAsync(string to, string? replyTo, string subject, string body, CancellationToken cancel = default)
    {
        var message = new MimeMessage
        {
            Subject = OneLine(subject),
            Body = new TextPart("plain") { Text = body },
        };
        message.From.Add(MailboxAddress.Parse(server.From));
        message.To.Add(Address(to));
        if (replyTo is not null)
            message.ReplyTo.Add(Address(replyTo));
        using var enough = CancellationTokenSource.CreateLinkedTokenSource(cancel);
        enough.CancelAfter(server.Patience);
        try
        {
            using var client = new SmtpClient();
            await client.ConnectAsync(server.Host, server.Port, server.Options, enough.Token);
            if (server.User is not null)
                await client.AuthenticateAsync(server.User, server.Password, enough.Token);
            var answer = await client.SendAsync(message, enough.Token);
            await client.DisconnectAsync(true, enough.Token);
            return answer;
        }
        catch (Exception e) when (!cancel.IsCancellationRequested)
        {
            // Whatever a server does, or does not do, is its answer to this mail and to nothing else.
            throw new MailRefusedException(
                e is OperationCanceledException or TimeoutException ? "The mail server did not answer in time." : e.Message,
                e
            );
        }
    }

    private static MailboxAddress Address(string text) =>
        MailboxAddress.TryParse(text, out var a) && !text.Any(char.IsControl)
            ? a
            : throw new MailRefusedException($"“{OneLine(text)}” is not an address.");

    /// <summary>A header is one line, whatever was typed.</summary>
    private static string OneLine(string text) => new([.. text.Select(c => char.IsControl(c) ? ' ' : c)]);
}
