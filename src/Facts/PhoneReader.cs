using PhoneNumbers;
using Plurimax.Text;

namespace Plurimax.Facts;

/// <summary>Telephone numbers as people write them, by libphonenumber.</summary>
public static class PhoneReader
{
    private static readonly PhoneNumberUtil Numbers = PhoneNumberUtil.GetInstance();

    /// <param name="country">ISO 3166-1 alpha-2 of numbers without a calling code.</param>
    public static Result<PhoneValue> Read(string text, string country)
    {
        var plain = text.Replace("(0)", "").Trim();
        if (plain.StartsWith("00", StringComparison.Ordinal))
            plain = "+" + plain[2..];
        try
        {
            var number = Numbers.Parse(plain, country);
            return Numbers.IsPossibleNumber(number) && !LostItsPrefix(number)
                ? new PhoneValue(Numbers.Format(number, PhoneNumberFormat.E164), Numbers.Format(number, PhoneNumberFormat.NATIONAL))
                : Result<PhoneValue>.Fail($"“{text}” has too few or too many digits for a number in {country}.");
        }
        catch (NumberParseException)
        {
            return Result<PhoneValue>.Fail(
                $"“{(text.Length > 40 ? text[..40] + "…" : text)}” is not a phone number. Use digits, spaces and a leading + if it "
                    + $"is abroad."
            );
        }
    }

    /// <summary>
    /// A leading zero that could not be taken for the prefix of long-distance calls stays in the number and makes it look long enough.
    /// Only some countries, Italy among them, dial it from abroad (ITU-T E.164 leaves it out elsewhere).
    /// </summary>
    private static bool LostItsPrefix(PhoneNumber number) =>
        number.HasNumberOfLeadingZeros && number.CountryCode is (1 or 31 or 32 or 33 or 34 or 41 or 43 or 44 or 49 or 61 or 353);

    /// <summary>
    /// As long as a number with its area code is. Ranges kept for fiction and drama are often not assigned, so that length decides.
    /// </summary>
    public static bool IsWhole(PhoneValue phone) =>
        Numbers.IsPossibleNumberWithReason(Numbers.Parse(phone.E164, null)) == PhoneNumberUtil.ValidationResult.IS_POSSIBLE;
}
