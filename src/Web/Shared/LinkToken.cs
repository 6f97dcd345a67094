using System.Security.Cryptography;
using System.Text;
using Microsoft.AspNetCore.WebUtilities;

namespace Plurimax.Web.Shared;

/// <summary>Links that let in whoever holds them: 256 random bits, of which only the SHA-256 is stored.</summary>
public static class LinkToken
{
    public static (string Token, byte[] Hash) New()
    {
        var token = WebEncoders.Base64UrlEncode(RandomNumberGenerator.GetBytes(32));
        return (token, SHA256.HashData(Encoding.ASCII.GetBytes(token)));
    }

    /// <summary>The hash to look for; null where the token cannot be one of ours.</summary>
    public static byte[]? HashOf(string token) => token.Length == 43 ? SHA256.HashData(Encoding.ASCII.GetBytes(token)) : null;
}
