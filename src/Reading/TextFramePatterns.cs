using System.Text.RegularExpressions;

namespace Plurimax.Reading;

/// <summary>How messages, headings, blocks of others and countries show in a text.</summary>
public sealed partial class TextFrame
{
    private static readonly Regex SentenceEnd = new(
        @"(?<=[.!?;])(?<!\b(?:Tel|Tél|Tfno|Nr|No|Fa|ca|Dr|Mr|Mrs|Ms|Prof|St|Ste|Str|str|approx|inkl|zzgl|bzw|ext|Co|Inh|Av|Avda|Bd|"
            + @"Ctra|Pza|Fr|Mo|Di|Mi|Do|Sa|So|Mon|Tue|Tues|Wed|Thu|Thurs|Fri|Sat|Sun|min|incl|est|Est|u|a|z|B|d|h|M|Mme|Sr|Sra|Hnos|Ltd|"
            + @"Inc|Dipl|Ing|e|K|vs|etc|resp)\.)\s+(?=[\p{Lu}\d“""'¿¡(])|;\s*|\s+[–—]\s+(?=\p{Lu})|(?<=[.!?])$"
    );
    private static readonly Regex Wrote = new(
        @"^\s*(?:On .{4,90} wrote:|.{4,80} schrieb(?: am .{4,40})?:|Am .{4,90} schrieb .{2,60}:|Le .{4,90} a écrit\s?:|El .{4,90} "
            + @"escribió:)\s*$",
        RegexOptions.IgnoreCase
    );
    private static readonly Regex WroteStart = new(@"^\s*(?:On|Am|Le|El)\s.{4,}", RegexOptions.IgnoreCase);
    private static readonly Regex HeaderFrom = new(
        @"^\s*\*?(?:From|Von|De|Da|Van|Expéditeur|Remitente|Mittente|Afzender)\*?\s?:\*?\s*(.+)$",
        RegexOptions.IgnoreCase
    );
    private static readonly Regex Addressee = new(
        @"^\W*(?:To|An|À|A|Para|Aan|Cc)\*?\s?:\s*""?(?<who>\p{L}[\p{L}'’. -]{2,40}?)""?\s*<[^@>]+@(?<host>[^>]+)>",
        RegexOptions.IgnoreCase
    );
    private static readonly Regex HeaderLine = new(
        @"^\s*\*?(?:From|Von|De|Da|Van|To|An|À|A|Para|Aan|Cc|Kopie|Date|Datum|Data|Fecha|Sent|Gesendet|Envoyé|Enviado|Inviato|"
            + @"Verzonden|Subject|Betreff|Objet|Asunto|Oggetto|Onderwerp|"
            + @"Reply-To)\*?\s?:",
        RegexOptions.IgnoreCase
    );
    private static readonly Regex HeaderDate = new(
        @"^\s*\*?(?:Date|Datum|Fecha|Sent|Gesendet|Envoyé|Enviado)(?: (?:am|le|el))?\*?\s?:\*?\s*(.+)$",
        RegexOptions.IgnoreCase
    );
    private static readonly Regex AgencyVoice = WordPattern.Of("text-frame/agency-voice", RegexOptions.IgnoreCase);
    private static readonly Regex LabelAndValue = new(@"^\p{L}[\p{L} '’_-]{2,30}:\s\S");
    private static readonly Regex Labelled = new(@"^\W*(\p{L}[\p{L} '’]{3,40}):\s\S");
    private static readonly Regex WholeBlock = WordPattern.Of("text-frame/whole-block", RegexOptions.IgnoreCase);
    private static readonly Regex OtherListing = WordPattern.Of("text-frame/other-listing", RegexOptions.IgnoreCase);
    private static readonly Regex OtherBlock = WordPattern.Of("text-frame/other-block", RegexOptions.IgnoreCase);
    private static readonly Regex HeadingWord = WordPattern.Of("text-frame/heading-word", RegexOptions.IgnoreCase);
    private static readonly Regex Greeting = WordPattern.Of("text-frame/greeting", RegexOptions.IgnoreCase);
    private static readonly Regex Divider = new(
        @"^\s*[-_=]{3,}|^-*\s*(?:forwarded message|original message|weitergeleitete nachricht|ursprüngliche nachricht|message "
            + @"transféré|mensaje reenviado)",
        RegexOptions.IgnoreCase
    );
    private static readonly Regex Salutation = new(
        @"^\W*(?:dear|hi|hello|hey|good (?:morning|afternoon|evening)|morning|hallo|liebe[rs]?|guten (?:tag|morgen|abend)|sehr "
            + @"geehrte\w*|moin|servus|bonjour|bonsoir|cher|chère|hola|buenos? d[ií]as|buenas|estimad[oa]s?|buongiorno|buonasera|"
            + @"gentile|ciao|salve|"
            + @"hoi|beste|goede(?:morgen|middag|navond)|goedendag|geachte)\b",
        RegexOptions.IgnoreCase
    );
    private static readonly Regex BareName = new(@"^\p{Lu}[\p{L}-]+(?:\s\p{Lu}[\p{L}-]+)?\s*$");
    private static readonly Regex YearWord = new(@"\b(?:19|20)\d\d\b");
    private static readonly Regex SinceWord = new(
        @"since|seit|depuis|desde|est\.|established|gegründet|from|ab|valid",
        RegexOptions.IgnoreCase
    );
    private static readonly Regex DateIso = new(@"\b\d{4}-\d{2}-\d{2}(?:[T ]\d{2}:\d{2})?");
    private static readonly Regex DateWords = new(
        @"\b(\d{1,2})(?:st|nd|rd|th)?\.?\s+(?:de\s+|of\s+)?(\p{L}{3,10})\.?,?\s+(?:de\s+)?(\d{4})"
    );
    private static readonly Regex DateWordsUs = new(@"\b(\p{L}{3,10})\.?\s+(\d{1,2}),?\s+(\d{4})");
    private static readonly Regex DateDigits = new(@"\b(\d{1,2})[./](\d{1,2})[./](\d{4}|\d{2})\b");
    private static readonly Regex ClockIn = new(@"\b(\d{1,2}):(\d{2})\b");
    private static readonly Regex British = new(@"\bLtd\b|\bLimited\b|(?<!\d)0(?:1\d{3}|7\d{3}) \d{3}|(?<!\d)020 \d{4}|\bshire\b|\bquid\b");
    private static readonly Regex International = new(@"\+\s?(\d{1,3})");
    private static readonly Regex Domain = new(@"\.(co\.uk|com\.au|uk|ie|de|at|ch|fr|es|it|nl|ca|au)\b");
    private static readonly Regex SwissMoney = new(@"\bFr\.\s?\d|\d\.[-–]");
    private static readonly Regex Codes = new(
        @"\b(?:[A-Z]{1,2}\d[A-Z\d]? \d[A-Z]{2}|[AC-FHKNPRTV-Y]\d[0-9W] [0-9AC-FHKNPRTV-Y]{4}|[ABCEGHJ-NPRSTVXY]\d[A-Z] "
            + @"\d[A-Z]\d|\d{4} [A-Z]{2})\b"
    );
    private static readonly Regex StateZip = new(@"\b([A-Z]{2})\.? \d{5}\b");
    private static readonly Regex StateShort = new(@"\b(?:NSW|VIC|QLD|TAS|ACT|SA|WA|NT) \d{4}\b");
    private static readonly Regex AmericanPhone = new(@"(?<!\d)\(?\d{3}\)?[ .-]555[ .-]\d{4}\b");
    private static readonly Regex FourDigitTown = new(@"(?<![\d.])\b[1-9]\d{3} \p{Lu}\p{Ll}{2,}");
    private static readonly Regex FiveDigitTown = new(@"\b\d{5} \p{Lu}\p{Ll}{2,}");
}
