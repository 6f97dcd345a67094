using System.Globalization;
using Plurimax.Text;

namespace Plurimax.Publishing.Launching;

/// <summary>A registrable host name in its ASCII form (RFC 1035 lengths, RFC 5891 through IDNA).</summary>
public static class DomainName
{
    private static readonly IdnMapping Idn = new() { UseStd3AsciiRules = true };

    /// <returns>Lower-case ASCII form, "xn--" where the name has other letters.</returns>
    public static Result<string> Read(string? text)
    {
        var name = (text ?? "").Trim().TrimEnd('.').ToLowerInvariant();
        foreach (var start in new[] { "https://", "http://", "www." })
            if (name.StartsWith(start, StringComparison.Ordinal))
                name = name[start.Length..];
        name = name.Split('/')[0];
        if (name.Length == 0)
            return Result<string>.Fail("Give a domain, such as harrowgatecycles.example.");
        string ascii;
        try
        {
            ascii = Idn.GetAscii(name);
        }
        catch (ArgumentException)
        {
            return Result<string>.Fail(
                $"“{(name.Length > 60 ? name[..60] + "…" : name)}” cannot be a domain. Letters, digits and hyphens; each part up to "
                    + $"63 characters."
            );
        }
        var labels = ascii.Split('.');
        if (labels.Length < 2)
            return Result<string>.Fail("The ending is missing, such as .example.");
        if (
            ascii.Length > 253
            || labels.Any(l =>
                l.Length is 0 or > 63 || l[0] == '-' || l[^1] == '-' || !l.All(c => char.IsAsciiLetterOrDigit(c) || c == '-')
            )
        )
            return Result<string>.Fail(
                $"“{(name.Length > 60 ? name[..60] + "…" : name)}” cannot be a domain. Letters, digits and hyphens inside; each "
                    + $"part 1 to 63 characters, 253 in all."
            );
        if (labels[^1].All(char.IsAsciiDigit))
            return Result<string>.Fail("That is an address of numbers, not a domain.");
        return ascii;
    }
}

/// <summary>Where domains are bought.</summary>
public interface IRegistrar
{
    Task<bool> IsFreeAsync(string domain, CancellationToken cancel = default);

    /// <returns>Those of the domains that are free.</returns>
    Task<IReadOnlySet<string>> FreeAsync(IReadOnlyCollection<string> domains, CancellationToken cancel = default);

    /// <returns>A message where it could not be registered, else null.</returns>
    Task<string?> RegisterAsync(string domain, Guid siteId, string holder, CancellationToken cancel = default);
}

/// <summary>Sends one mail over SMTP.</summary>
public interface IMailer
{
    /// <returns>The server's answer.</returns>
    /// <exception cref="MailRefusedException">It was not accepted; the message says why.</exception>
    Task<string> SendAsync(string to, string? replyTo, string subject, string body, CancellationToken cancel = default);
}

public sealed class MailRefusedException(string message, Exception? inner = null) : Exception(message, inner);
