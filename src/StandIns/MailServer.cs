using MailKit.Security;

namespace Plurimax.StandIns;

/// <summary>How a line to a mail server is kept from being read.</summary>
public enum MailSecurity
{
    /// <summary>As clear text: on the same machine only.</summary>
    None,

    /// <summary>It begins as clear text and is encrypted before anything is said (RFC 3207); a server that cannot is not used.</summary>
    StartTls,

    /// <summary>Encrypted from the first byte (RFC 8314).</summary>
    Tls,
}

/// <summary>The server that mail is handed to, by configuration.</summary>
/// <param name="User">Signs in with the password; null where the server asks for nobody.</param>
public sealed record MailServer(string Host, int Port, string From, MailSecurity Security = MailSecurity.None, string? User = null)
{
    public string Password { get; init; } = "";

    /// <summary>How long a mail may take from connecting to the answer.</summary>
    public TimeSpan Patience { get; init; } = TimeSpan.FromSeconds(30);

    internal SecureSocketOptions Options =>
        Security switch
        {
            MailSecurity.StartTls => SecureSocketOptions.StartTls,
            MailSecurity.Tls => SecureSocketOptions.SslOnConnect,
            _ => SecureSocketOptions.None,
        };

    /// <summary>
    /// Of <c>Smtp:Host</c>, <c>Smtp:Port</c>, <c>Smtp:From</c>, <c>Smtp:Security</c> (none, starttls or tls), <c>Smtp:User</c> and
    /// <c>Smtp:Password</c>. Without a word on it, a server on another machine is spoken to by STARTTLS.
    /// </summary>
    /// <exception cref="FormatException">A value is not one of those, or a password would go out as clear text.</exception>
    public static MailServer Of(Func<string, string?> setting)
    {
        var host = setting("Smtp:Host") ?? "127.0.0.1";
        var near = host is "localhost" or "127.0.0.1" or "::1";
        var security = setting("Smtp:Security")?.ToLowerInvariant() switch
        {
            null or "" => near ? MailSecurity.None : MailSecurity.StartTls,
            "none" => MailSecurity.None,
            "starttls" => MailSecurity.StartTls,
            "tls" => MailSecurity.Tls,
            var other => throw new FormatException($"Smtp:Security is “{other}”; it may be none, starttls or tls."),
        };
        var port = setting("Smtp:Port") switch
        {
            null or "" => security switch
            {
                MailSecurity.Tls => 465,
                MailSecurity.StartTls => 587,
                _ => 2525,
            },
            var text => int.TryParse(text, out var number) && number is > 0 and < 65_536
                ? number
                : throw new FormatException($"Smtp:Port is “{text}”; it has to be a number from 1 to 65535."),
        };
        var user = setting("Smtp:User") is { Length: > 0 } name ? name : null;
        if (user is not null && security == MailSecurity.None && !near)
            throw new FormatException(
                "Smtp:User is set and Smtp:Security is none: the password would be sent as clear text. Use starttls or tls."
            );
        return new MailServer(host, port, setting("Smtp:From") ?? "post@tidewrack.example", security, user)
        {
            Password = setting("Smtp:Password") ?? "",
        };
    }
}
