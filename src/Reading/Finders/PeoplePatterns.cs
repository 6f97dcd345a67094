using System.Text.RegularExpressions;

namespace Plurimax.Reading.Finders;

/// <summary>How people and what they are to a business are named.</summary>
public static partial class PeopleFinder
{
    private const string Person =
        @"(?<!\p{L})(?<n>(?:(?:Mr|Mrs|Ms|Miss|Dr|Herrn?|Frau|M\.|Mme|Monsieur|Madame|Sr|Sra|Don|Doña|"
        + @"Dipl\.-Ing\.)\.?\s)?\p{Lu}[\p{L}'’-]{1,40}(?:\s(?:\p{Lu}\.|\p{Lu}[\p{L}'’-]{1,40}|von|van|der|den|de|la|le|du|del|da|"
        + @"di)){0,8}(?:\s(?:and|und|et|&|y|e)\s\p{Lu}[\p{L}'’-]{1,40}(?:\s\p{Lu}[\p{L}'’-]{1,40}){0,6})?)";
    private static readonly Regex AtStart = new(@"^(?i:it'?s |i'?m |i am |ich bin |je suis |soy |sono |ik ben )?" + Person);
    private static readonly Regex Labelled = new(
        @"(?i:\b(?:contact person for the "
            + @"(?:web)?site|directora?|direktor(?:in)?|leiter(?:in)?|directeur|directrice|maker|teacher|tutor|instructor|baker|"
            + @"leitung|owners?|proprietors?|owner ?[/ "
            + @"-]+(?:manager|operator|baker|chef|artist|maker|director|trainer|instructor)|founders?|managing director|"
            + @"director|principal|run by|contact(?: person| name)?|who "
            + @"runs it|owned by|inhaber(?:in)?|geschäftsführer(?:in)?|geschäftsführung|gründer(?:in)?|ansprechpartner(?:in)?|vertreten "
            + @"durch|gérante?s?|propriétaires?|fondat(?:eur|rice)|dirigeante?|responsable|propietari[oa]s?|titular|dueñ[oa]s?|"
            + @"gerente|fundador[a]?|contacto)\b)\s*(?:\((?i:[^)]{2,20})\)\s*)?(?:[:|=]|(?i:is|ist|est|es)\s|[–-]\s)\s*"
            + Person
    );
    private static readonly Regex After = new(
        Person
            + @"\s*(?:,|\(|–|-|\|)\s*(?i:(?:the |our |der |die |le |la |el )?(?:[\p{L}-]+[ -])?(?:sole "
            + @")?(?:\p{L}*inhaber(?:in)?|owner|proprietor|proprietress|founder|co-founder|managing "
            + @"director|director|principal|owner-\w+|inhaber(?:in)?|geschäftsführer(?:in)?|gründer(?:in)?|chef(?:in)?|gérante?|"
            + @"propriétaire|fondat(?:eur|rice)|dirigeante?|patronn?e?|propietari[oa]|dueñ[oa]|titular|fundador[a]?|gerente))\b"
    );
    private static readonly Regex Runs = new(
        Person
            + @",?\s+(?i:(?:who |qui |der |die |que )?(?:owns?|runs?|started|founded|set up|opened|took over|has run|has been "
            + @"running|leitet|führt|gründete|betreibt|hat .{0,30}gegründet|übernahm|dirige|a fondé|a créé|a ouvert|tient|gère|a "
            + @"repris|fundó|dirige|lleva|abrió|regenta))\s+(?i:the |this |it|our |a |an |his |her |in |from |das |die |den |unsere "
            + @"|le |la |l'|cette |cet |un |une |el |este |esta |su |his|ihre?n? )"
    );
    private static readonly Regex Self = new(
        @"(?i:\b(?:my name is|i'?m|i am|this is|hi,? (?:it's )?|hello,? (?:it's )?|mein name ist|ich bin|ich heiße|je m'appelle|je "
            + @"suis|me llamo|soy|mi nombre es|io sono|mi chiamo|ik ben|ik heet))\s+"
            + Person
            + @"(?=\s*(?:,|\.|!|-|–|\(|(?i:and i|and we)\b|from|of|und|et|y|who|the owner|owner|here|$))"
    );
    private static readonly Regex RunBy = new(
        @"(?i:\b(?:run|owned|founded|started|established|set "
            + @"up|opened|led|managed|headed|geführt|gegründet|geleitet|betrieben|fondée?|créée?|tenue?|dirigée?|gérée?|"
            + @"reprise?|fundad[oa]|dirigid[oa]|regentad[oa]|llevad[oa])(?: "
            + @"and (?:run|owned|managed))?(?: in \d{4}| \d{4}| seit \d{4}| en \d{4})?\s+(?:by|von|par|por)\s+(?:husband and wife "
            + @"|brothers |sisters |the |den |die )?)"
            + Person
    );
    private static readonly Regex Possessive = new(
        @"(?i:\b(?:phoned|rang|met|visited|saw|spoke to|talked to)\s+|\b(?:rdv|call|meeting|spoke|phone "
            + @"call|chat|talked|telefonat|gespräch|besprechung|appel|entretien|rendez-vous|llamada|reunión|visita)\b[^.:\n]{0,"
            + @"25}?\b(?:with|mit|avec|con)\s+)"
            + Person
            + @"(?=\s*(?:,|\.|\(|of|from|at|von|de|about|re\b|$|\d|on\b|–|-))"
    );
    private static readonly Regex OwnerThen = new(
        @"(?i:\b(?:sole "
            + @")?(?:owners?|proprietors?|founders?|director|inhaber(?:in)?|geschäftsführer(?:in)?|gérante?|propriétaire|"
            + @"fondat(?:eur|rice)|propietari[oa]|dueñ[oa]|titular|instructor|who "
            + @"owns it\?|who runs (?:it|the \w+)\?|who is the owner\?|wem gehört[^?]*\?|qui dirige[^?]*\?|quién "
            + @"(?:lleva|dirige)[^?]*\?)\s+)"
            + Person
    );
    private static readonly Regex SignOff = new(
        @"^\s*>*\s*(?i:kind regards|best regards|regards|best wishes|cheers|thanks|many "
            + @"thanks|best|yours|love|(?:viele|beste|liebe|freundliche|herzliche)?\s?gr(?:uß|üße|uss|üsse)|mit freundlichen "
            + @"grüßen|cordialement|bien cordialement|merci|(?:un )?saludos?|atentamente|gracias|cordiali saluti|saluti|grazie|"
            + @"(?:met )?(?:vriendelijke )?groet(?:en|jes)?)\s*[,:]?\s*"
            + Person
            + @"(?:\s+x+)?\s*(?:\([^)]{3,40}\))?\s*$"
    );
    private static readonly Regex Sender = new(
        @"^\W*(?:From|Von|De|Da|Van|Expéditeur|Remitente)\s?:\s*""?(?<n>\p{Lu}[\p{L}'’-]+(?:\s(?:\p{Lu}[\p{L}'’.-]*|von|van|de))+)""?\s*<"
    );
    private static readonly Regex Signed = new(
        @"^\s*>*\s*(?<n>(?:(?:Dr|Prof|Dipl\.-Ing)\.?\s)?\p{Lu}[\p{L}'’-]+(?:\s(?:\p{Lu}[\p{L}'’.-]*|von|van|de)){0,3})\s*$"
    );
    private static readonly Regex TitleLine = new(
        @"^\s*>*\s*(?:\p{L}{3,30},\s)?(?:owner|proprietor|proprietress|founder|(?:managing "
            + @")?director|inhaber(?:in)?|geschäftsführer(?:in)?|gérante?|propriétaire|fondat(?:eur|rice)|propietari[oa]|dueñ[oa]|"
            + @"gerente)\b.{0,40}$",
        RegexOptions.IgnoreCase
    );
    private static readonly Regex TookOver = new(
        @"\b(?:took (?:it |this )?over|bought|inherited|übernommen|repris|compré)\b[^.]*\b(?:from|von|de|à)\s+(?:\p{Lu}\p{L}*\.?\s*)?$",
        RegexOptions.IgnoreCase
    );
    private static readonly Regex Degrees = new(@",?\s(?:PhD|MSc|BSc|BA|MA|MD|MBA|DVM|MRCVS|D\.?O\.?)\b.*$");
    private static readonly Regex DiPerson = new(@"\G\s(?:di|de)\s(\p{Lu}\p{Ll}+\s\p{Lu}\p{Ll}+)");
    private static readonly Regex LastPerson = new(@"(?<=\s)(\p{Lu}\p{Ll}{2,}(?:-\p{Lu}\p{Ll}+)?\s\p{Lu}\p{Ll}{2,})$");
    private static readonly Regex Word = new(@"\p{L}+");
    private static readonly Regex Title = new(
        @"^(?:Inhaber(?:in)?|Owner|Gérante?|Propietari[oa]|Geschäftsführer(?:in)?|Mr|Mrs|Ms|Miss|Herrn?|Frau|M|Mme|Monsieur|Madame|"
            + @"Sr|Sra|Don|Doña)\.?\s+"
    );
    private static readonly Regex Former = new(
        @"\b(?:former|previous|ex-|late|retired|used to|sold "
            + @"(?:it|the)|ehemalig\w*|frühere\w*|vorherige\w*|ancien(?:ne)?|précédente?|antigu[oa]|anterior)\b",
        RegexOptions.IgnoreCase
    );
    private static readonly Regex NotAName = WordPattern.Of("people-finder/not-a-name");
    private static readonly Regex Business = new(
        @"\b(?:Ltd|Limited|GmbH|LLC|Inc|SARL|S\.L\.|SL|Street|Road|Lane|Studio|Shop|Works|Services|School|Centre|Practice|Clinic|"
            + @"Salon|Café|Bakery|Garage|Workshop|Web|Agency|Design|Council|Guild|Association|Werkstatt|Praxis|Bäckerei|GbR|e\.K\.|UG|KG|"
            + @"Handwerk\w*|Taller|Atelier|Boulangerie|Cabinet)\b"
    );

    /// <summary>"She's Bryony Ash, does it with her sister"; "soy Rosa Montalt de la floristería".</summary>
    private static readonly Regex SheIs = new(
        @"(?:(?i:\b(?:she|he)(?:'s|’s| "
            + @"is))\s+(?<n>\p{Lu}\p{Ll}+\s\p{Lu}[\p{L}'’-]+)(?=[,.]|\s(?:and|does|runs|with)\b)|(?i:\b(?:soy|me llamo|je suis|je "
            + @"m'appelle|ich bin|mein name ist))\s+(?<n>\p{Lu}\p{Ll}+\s\p{Lu}[\p{L}'’-]+)(?=[,.]|\s(?i:de|del|du|von|vom|und|y|et)\b))"
    );
}
