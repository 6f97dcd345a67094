using System.Text.RegularExpressions;

namespace Plurimax.Reading;

/// <summary>
/// Words around a value that say whose it is, of when it is, and whether it is meant. English, German, French, Spanish.
/// Common practice of the trade, no published source.
/// </summary>
public static class Cues
{
    public static bool Fax(string text) => FaxWords.IsMatch(text);

    /// <summary>The line is about somebody else: a supplier, adviser, competitor, the agency.</summary>
    public static bool NotTheirs(string text) => OthersWords.IsMatch(text);

    /// <summary>Said to hold no longer.</summary>
    public static bool Past(string text) => PastWords.IsMatch(text);

    /// <summary>Not meant for customers.</summary>
    public static bool Private(string text) => PrivateWords.IsMatch(text);

    /// <summary>The speaker takes something back: what follows beats what was said.</summary>
    public static bool Correction(string text) => CorrectionWords.IsMatch(text);

    public static bool Negated(string text) => NegationWords.IsMatch(text);

    /// <summary>"Website by …".</summary>
    public static bool Credit(string text) => CreditWords.IsMatch(text);

    /// <summary>A title that belongs to whoever runs the business.</summary>
    public static bool OwnerTitle(string text) => OwnerWords.IsMatch(text);

    /// <summary>A name or domain of somebody who makes websites.</summary>
    public static bool MakesSites(string text) => MakerWords.IsMatch(text);

    private static readonly Regex FaxWords = new(
        @"\b(?:tele)?fax\b|\bfacsimile|\btélécopie|(?<![\w])f(?:ax)?\s*[:.]\s*(?=[+(\d]|$)|(?:^|[\s|,;/])f[:.]?\s*$",
        RegexOptions.IgnoreCase
    );

    private static readonly Regex OthersWords = WordPattern.Of("cues/others-words", RegexOptions.IgnoreCase);

    private static readonly Regex PastWords = WordPattern.Of("cues/past-words", RegexOptions.IgnoreCase);

    private static readonly Regex PrivateWords = WordPattern.Of("cues/private-words", RegexOptions.IgnoreCase);

    private static readonly Regex CorrectionWords = WordPattern.Of("cues/correction-words", RegexOptions.IgnoreCase);

    private static readonly Regex NegationWords = new(
        @"\b(?:not|no longer|never|don'?t|doesn'?t|do not|does "
            + @"not|won'?t|stopped|except|without|isn'?t|aren'?t|nicht|kein\w*|nie|ohne|außer|ne \w+ (?:pas|plus)|n'\w+ (?:pas|plus)|pas "
            + @"de|plus de|sans|jamais|sauf|no (?:hacemos|ofrecemos|trabajamos|reparamos|vendemos|hace)|ya no|nunca|sin|excepto)\b",
        RegexOptions.IgnoreCase
    );

    private static readonly Regex CreditWords = new(
        @"\b(?:(?:web)?site|web "
            + @"?design|design(?:ed)?|built|made|powered|hosted|hosting|created|realisation|realisierung|umsetzung|gestaltung|"
            + @"webdesign|réalisation|conception|création|diseño(?: "
            + @"web)?|desarrollo|photos?|fotos?)\s*(?:and \w+ |& \w+ "
            + @")?(?:by|from|with|von|durch|par|por)\b|\b(?:realisation|realisierung|umsetzung|gestaltung|webdesign|réalisation|"
            + @"conception|photos?|fotos?)\s*:",
        RegexOptions.IgnoreCase
    );

    private static readonly Regex OwnerWords = WordPattern.Of("cues/owner-words", RegexOptions.IgnoreCase);

    private static readonly Regex MakerWords = new(
        @"\b(?:web|webs|websites?|web ?design|webagentur|digital|studio web|sites?|agency|agentur|agence|agencia|design "
            + @"studio|internetagentur|pixel\w*)\b|web(?:\b|design|site|studio|works|agentur)",
        RegexOptions.IgnoreCase
    );
}
