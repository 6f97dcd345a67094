using System.Text.RegularExpressions;

namespace Plurimax.Reading.Finders;

/// <summary>Seasons that hours are said to hold in.</summary>
internal static class HoursSeason
{
    public static bool Holds(int season, int month) => (season & 1 << month - 1) != 0;

    /// <summary>Where in a clause its season is named; -1 if nowhere.</summary>
    public static int At(string said) =>
        new[] { Months.Match(said), OneMonth.Match(said), Summer.Match(said), Winter.Match(said) }
            .Where(m => m.Success)
            .Select(m => m.Index)
            .DefaultIfEmpty(-1)
            .Min();

    /// <summary>Months of a season as bits, January lowest; 0 for all the year.</summary>
    public static int Of(string said, string under)
    {
        foreach (var text in new[] { said, under })
        {
            var m = Months.Match(text);
            if (m.Success && TextFrame.Month(m.Groups[1].Value) is { } a && TextFrame.Month(m.Groups[2].Value) is { } b)
            {
                var bits = 0;
                for (var x = a; ; x = x % 12 + 1)
                {
                    bits |= 1 << x - 1;
                    if (x == b)
                        break;
                }
                return bits;
            }
            if (OneMonth.Match(text) is { Success: true } one && TextFrame.Month(one.Groups[1].Value) is { } only)
                return 1 << only - 1;
            if (Summer.IsMatch(text))
                return 0b0011_1111_1000;
            if (Winter.IsMatch(text))
                return 0b1100_0000_0111;
        }
        return 0;
    }

    private static readonly Regex Months = new(
        @"\b((?:jan|feb|mar|apr|may|jun|jul|aug|sep|oct|nov|dec|mär|mai|okt|dez|fév|avr|juin|juil|aoû|déc|ene|abr|ago|"
            + @"dic)\p{L}*)\.?\s*(?:-|–|to|until|till|through|bis|à|au|a|hasta)\s*(?:end "
            + @"of |ende "
            + @")?((?:jan|feb|mar|apr|may|jun|jul|aug|sep|oct|nov|dec|mär|mai|okt|dez|fév|avr|juin|juil|aoû|déc|ene|abr|ago|dic)\p{L}*)",
        RegexOptions.IgnoreCase
    );
    private static readonly Regex OneMonth = WordPattern.Of("hours-season/one-month", RegexOptions.IgnoreCase);
    private static readonly Regex Summer = new(
        @"\b(?:summer|in season|high season|sommer\w*|im sommer|été|estivaux|verano|temporada alta)\b",
        RegexOptions.IgnoreCase
    );
    private static readonly Regex Winter = new(
        @"\b(?:winter\w*|off[- ]season|low season|im winter|hiver|hivernaux|invierno|temporada baja)\b",
        RegexOptions.IgnoreCase
    );
}
