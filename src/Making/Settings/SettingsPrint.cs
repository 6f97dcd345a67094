using System.Security.Cryptography;
using System.Text;

namespace Plurimax.Making.Settings;

/// <summary>
/// A short digest of what of the settings shows on the pages of a site. Two that are alike give the same pages; a new setting at its
/// default changes nothing.
/// </summary>
public static class SettingsPrint
{
    /// <param name="own">Values in force that are not the default, those of single pages as "KEY@PAGE" and of linked passages
    /// included.</param>
    public static string Of(IReadOnlyDictionary<string, string> own)
    {
        using var sha = IncrementalHash.CreateHash(HashAlgorithmName.SHA256);
        foreach (var (key, value) in own.Where(o => Shows(o.Key)).OrderBy(o => o.Key, StringComparer.Ordinal))
            sha.AppendData(Encoding.UTF8.GetBytes($"{key}\0{value}\0"));
        return Convert.ToHexStringLower(sha.GetHashAndReset())[..20];
    }

    private static bool Shows(string key) =>
        key.StartsWith(SharedPassage.Prefix, StringComparison.Ordinal) || SettingsRegistry.OnPages.Contains(key.Split('@')[0]);
}
