using System.Collections.Concurrent;
using System.Security.Cryptography;
using System.Text;
using Microsoft.AspNetCore.DataProtection;

namespace Plurimax.Web.People;

/// <summary>
/// How often a password may be tried, without letting strangers lock somebody out: a browser that has signed in before carries a cookie
/// that names the account, and its tries are counted by themselves ("Slow Down Online Guessing Attacks with Device Cookies", OWASP).
/// All others are counted by account together, and everybody by address. An account that does not exist is counted as one that does.
/// Counted by each node in its memory.
/// </summary>
public sealed class SignInLimits(IDataProtectionProvider protection, TimeProvider clock)
{
    /// <summary>Wrong tries at one account within five minutes, from one known browser or from all others together.</summary>
    public const int OfAccount = 8;

    /// <summary>Wrong tries from one address within ten minutes, at whatever accounts.</summary>
    public const int OfAddress = 30;
    private const string Cookie = "plurimax-known";
    private const int MostCounters = 100_000;
    private static readonly TimeSpan AccountWindow = TimeSpan.FromMinutes(5);
    private static readonly TimeSpan AddressWindow = TimeSpan.FromMinutes(10);
    private readonly IDataProtector _devices = protection.CreateProtector("known device");
    private readonly ConcurrentDictionary<string, Counter> _counters = new();

    private sealed record Counter(int Tries, DateTimeOffset Ends);

    /// <summary>Begins a try. One that goes right is <see cref="Good"/> afterwards and does not count.</summary>
    /// <returns>Whether it may be made.</returns>
    public bool Begin(HttpContext http, string email)
    {
        Tidy();
        var (account, address) = Keys(http, email);
        return Count(address, OfAddress, AddressWindow) & Count(account, OfAccount, AccountWindow);
    }

    /// <summary>It was the right password: the browser is known from now on, and what was counted is taken back.</summary>
    public void Good(HttpContext http, string email)
    {
        var (account, address) = Keys(http, email);
        _counters.TryRemove(account, out _);
        if (_counters.TryGetValue(address, out var c))
            _counters.TryUpdate(address, c with { Tries = c.Tries - 1 }, c);
        if (DeviceOf(http, email) is null)
            http.Response.Cookies.Append(
                Cookie,
                _devices.Protect($"{RandomNumberGenerator.GetHexString(16)} {Normal(email)}"),
                new CookieOptions
                {
                    HttpOnly = true,
                    SameSite = SameSiteMode.Strict,
                    IsEssential = true,
                    Path = "/signin",
                    MaxAge = TimeSpan.FromDays(365),
                }
            );
    }

    private (string Account, string Address) Keys(HttpContext http, string email) =>
        (
            DeviceOf(http, email) is { } device ? $"device {device}" : $"account {Hash(Normal(email))}",
            $"address {http.Connection.RemoteIpAddress}"
        );

    private string? DeviceOf(HttpContext http, string email)
    {
        if (http.Request.Cookies[Cookie] is not { Length: < 2000 } sealedWords)
            return null;
        try
        {
            return _devices.Unprotect(sealedWords).Split(' ', 2) is [var device, var account] && account == Normal(email) ? device : null;
        }
        catch (CryptographicException)
        {
            return null;
        }
    }

    private bool Count(string key, int most, TimeSpan window)
    {
        var now = clock.GetUtcNow();
        var counter = _counters.AddOrUpdate(
            key,
            _ => new Counter(1, now + window),
            (_, c) => c.Ends <= now ? new Counter(1, now + window) : c with { Tries = c.Tries + 1 }
        );
        return counter.Tries <= most;
    }

    private void Tidy()
    {
        if (_counters.Count < MostCounters)
            return;
        var now = clock.GetUtcNow();
        foreach (var (key, c) in _counters)
            if (c.Ends <= now)
                _counters.TryRemove(key, out _);
    }

    private static string Normal(string email) => email.Trim().ToUpperInvariant();

    private static string Hash(string text) => Convert.ToHexString(SHA256.HashData(Encoding.UTF8.GetBytes(text)));
}
