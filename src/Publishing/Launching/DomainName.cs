using System.Globalization;
using System.Text;
using Plurimax.Text;

namespace Plurimax.Publishing.Launching;

/// <summary>
/// A registrable host name in its ASCII form (RFC 1035 lengths; which letters may stand in it: RFC 5890 to 5893, IDNA 2008).
/// </summary>
public static class DomainName
{
    private const string Encoded = "xn--";
    private static readonly IdnMapping Idn = new() { UseStd3AsciiRules = true };

    /// <summary>Cyrillic and Greek letters that are drawn as Latin ones (UTS #39, confusables).</summary>
    private const string Alike = "аеорсухіјѕԁһνορατικ";

    // The scripts that agencies meet, by the blocks of Unicode that hold their letters.
    private static readonly (char From, char To, string Name)[] Scripts =
    [
        ('a', 'z', "Latin"),
        ('\u00C0', '\u024F', "Latin"),
        ('\u0370', '\u03FF', "Greek"),
        ('\u0400', '\u052F', "Cyrillic"),
        ('\u0530', '\u058F', "Armenian"),
        ('\u0590', '\u05FF', "Hebrew"),
        ('\u0600', '\u077F', "Arabic"),
        ('\u0900', '\u097F', "Devanagari"),
        ('\u10A0', '\u10FF', "Georgian"),
        ('\u13A0', '\u13FF', "Cherokee"),
        ('\u1E00', '\u1EFF', "Latin"),
        ('\u1F00', '\u1FFF', "Greek"),
        ('\u3040', '\u30FF', "Japanese"),
        ('\u3400', '\u9FFF', "Chinese"),
        ('\uAC00', '\uD7A3', "Korean"),
    ];

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
        var labels = name.Split('.');
        var ascii = labels.Select(AsciiOf).ToList();
        if (ascii.Contains(null))
            return Result<string>.Fail(
                $"“{Letters.Cut(name, 60)}” cannot be a domain. Letters, digits and hyphens inside, no signs or pictures; each part 1 to "
                    + "63 characters, 253 in all."
            );
        if (labels.Length < 2)
            return Result<string>.Fail("The ending is missing, such as .example.");
        var whole = string.Join('.', ascii);
        if (whole.Length > 253)
            return Result<string>.Fail($"“{Letters.Cut(name, 60)}” is too long for a domain: 253 characters in all.");
        return labels[^1].All(char.IsAsciiDigit) ? Result<string>.Fail("That is an address of numbers, not a domain.") : whole;
    }

    /// <summary>What somebody should know of a domain before it is theirs.</summary>
    /// <param name="ascii">As <see cref="Read"/> gives it.</param>
    /// <returns>Null where there is nothing to say.</returns>
    public static string? Warning(string ascii)
    {
        foreach (var label in ascii.Split('.').Where(l => l.StartsWith(Encoded, StringComparison.Ordinal)))
        {
            var letters = Idn.GetUnicode(label);
            var scripts = letters.Select(ScriptOf).OfType<string>().Distinct().ToList();
            if (scripts.Count > 1)
                return $"“{letters}” mixes {string.Join(" and ", scripts)} letters. Many browsers show it as {label}, since such names can "
                    + "pretend to be another's.";
            if (scripts is [var only and not "Latin"] && letters.All(c => !char.IsLetter(c) || Alike.Contains(c)))
                return $"“{letters}” is written in {only} letters that look like Latin ones. Many browsers show it as {label}.";
        }
        return null;
    }

    /// <returns>The ASCII form of one part; null where it cannot be one.</returns>
    private static string? AsciiOf(string label)
    {
        if (label.Length is 0 or > 63 || label[0] == '-' || label[^1] == '-')
            return null;
        try
        {
            if (label.StartsWith(Encoded, StringComparison.Ordinal))
            {
                // Only what stands for other letters, and is what those letters become again (RFC 5891, 4.2.1).
                var letters = Idn.GetUnicode(label);
                return letters != label && !Ascii.IsValid(letters) && MayStand(letters) && Idn.GetAscii(letters) == label ? label : null;
            }
            if (!MayStand(label))
                return null;
            var ascii = Idn.GetAscii(label);
            return ascii.Length <= 63 ? ascii : null;
        }
        catch (ArgumentException)
        {
            return null;
        }
    }

    /// <summary>
    /// Letters, marks and digits (RFC 5892, 2.1), no mark in front, composed, no hyphens in the third and fourth place (RFC 5891, 4.2.3).
    /// Joiners, which some scripts may have (RFC 5892, appendix A), are refused: nobody can see them.
    /// </summary>
    private static bool MayStand(string label) =>
        label.IsNormalized(NormalizationForm.FormC)
        && (label.Length < 4 || label[2..4] != "--")
        && CharUnicodeInfo.GetUnicodeCategory(label, 0) is not (UnicodeCategory.NonSpacingMark or UnicodeCategory.SpacingCombiningMark)
        && label
            .EnumerateRunes()
            .All(r => Rune.IsLetterOrDigit(r) && Rune.ToLowerInvariant(r) == r && IsDigit(r) || r.Value == '-' || IsMark(r));

    /// <summary>No circled, superscript or fullwidth digits: only those of a script count.</summary>
    private static bool IsDigit(Rune r) => !Rune.IsNumber(r) || Rune.GetUnicodeCategory(r) == UnicodeCategory.DecimalDigitNumber;

    private static bool IsMark(Rune r) =>
        Rune.GetUnicodeCategory(r) is UnicodeCategory.NonSpacingMark or UnicodeCategory.SpacingCombiningMark
        && r.Value is not (>= 0xFE00 and <= 0xFE0F);

    private static string? ScriptOf(char c) => Array.Find(Scripts, s => c >= s.From && c <= s.To).Name;
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
